"""How an error that nobody foresaw is told: its kind, its words, and the line of the program that it came through."""

from __future__ import annotations

from pathlib import Path

HERE = Path(__file__).parents[2]


def told_of(error: BaseException) -> str:
    """As 'ValueError: no such number, core/text/figures.py, line 12'."""
    words = f": {error}" if str(error) else ""
    return f"{type(error).__name__}{words}{_where(error)}"


def _where(error: BaseException) -> str:
    """A line of another library says little to whoever gets the report, and nothing of what was being done."""
    where, trace = "", error.__traceback__
    while trace is not None:
        path = Path(trace.tb_frame.f_code.co_filename)
        if path.is_relative_to(HERE):
            where = f", {path.relative_to(HERE).as_posix()}, line {trace.tb_lineno}"
        trace = trace.tb_next
    return where
