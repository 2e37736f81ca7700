"""What goes wrong in the window itself is said in it, in one sentence, and the window goes on."""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path
from types import TracebackType

from PySide6.QtGui import QPainter

from bolometric.core.settings.errors import BolometricError

HERE = Path(__file__).parents[2]


def heed_mishaps(say: Callable[[str], None]) -> None:
    """From now on say what nobody has caught: by itself Qt writes it to a terminal that hardly anybody looks at."""

    def heed(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        where = _let_go(trace)
        if issubclass(kind, KeyboardInterrupt):
            sys.__excepthook__(kind, error, trace)
            return
        if isinstance(error, BolometricError):
            say(str(error))
            return
        told = f"{kind.__name__}{f': {error}' if str(error) else ''}{f', {where}' if where else ''}"
        print(f"bolometric: {told}", file=sys.stderr, flush=True)
        say(f"Something went wrong here ({told}). Your game is kept; if it looks wrong, undo the last step.")

    sys.excepthook = heed


def _let_go(trace: TracebackType | None) -> str:
    """Where in the program it happened; what was being painted there is ended, or Qt may fall with the next picture."""
    where = ""
    while trace is not None:
        for value in trace.tb_frame.f_locals.values():
            if isinstance(value, QPainter) and value.isActive():
                value.end()
        path = Path(trace.tb_frame.f_code.co_filename)
        if path.is_relative_to(HERE):
            where = f"{path.relative_to(HERE).as_posix()}, line {trace.tb_lineno}"
        trace = trace.tb_next
    return where
