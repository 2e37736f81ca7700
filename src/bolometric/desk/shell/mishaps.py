"""What goes wrong in the window itself is said in it, in one sentence, and the window goes on."""

from __future__ import annotations

import sys
from collections.abc import Callable
from types import TracebackType

from PySide6.QtGui import QPainter

from bolometric.core.settings.errors import BolometricError
from bolometric.desk.working.told_of import told_of


def heed_mishaps(say: Callable[[str], None]) -> None:
    """From now on say what nobody has caught: by itself Qt writes it to a terminal that hardly anybody looks at."""

    def heed(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        _end_painters(trace)
        if issubclass(kind, KeyboardInterrupt):
            sys.__excepthook__(kind, error, trace)
            return
        if isinstance(error, BolometricError):
            say(str(error))
            return
        told = told_of(error)
        print(f"bolometric: {told}", file=sys.stderr, flush=True)
        say(f"Something went wrong here ({told}). If your game looks wrong now, undo the last step.")

    sys.excepthook = heed


def _end_painters(trace: TracebackType | None) -> None:
    """What was being painted is ended, or Qt may fall with the next picture."""
    while trace is not None:
        for value in trace.tb_frame.f_locals.values():
            if isinstance(value, QPainter) and value.isActive():
                value.end()
        trace = trace.tb_next
