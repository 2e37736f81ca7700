"""Writing notes from a compiled loop.

A loop is compiled twice: with an array to write notes into, and with None. With None nothing is left of a note, not
even a comparison: merely that there might be room made a turn on the trail take twice as long, since the compiler had
to think that a note might change what the loop reads.
"""

from __future__ import annotations

from numba import types
from numba.extending import overload

from bolometric.core.learner_work.trace import NUMBER_BITS, SEAT_BITS


def note(codes: object, at: object, kind: object, one: object, other: object, seat: object) -> int:
    """Write one note if there is room; gives where the next goes. Only for compiled loops."""
    raise TypeError("only compiled loops take notes")


@overload(note, inline="always")
def _note(codes, at, kind, one, other, seat):  # type: ignore[no-untyped-def]
    if isinstance(codes, types.NoneType):
        return lambda codes, at, kind, one, other, seat: at

    def write(codes, at, kind, one, other, seat):  # type: ignore[no-untyped-def]
        if at < len(codes):
            codes[at] = (((kind << NUMBER_BITS) | one) << NUMBER_BITS | other) << SEAT_BITS | seat
        return at + 1

    return write


def end_notes(ends: object, run: object, at: object) -> None:
    """Say where the notes of a game end, for as many games as are noted. Only for compiled loops."""
    raise TypeError("only compiled loops take notes")


@overload(end_notes, inline="always")
def _end_notes(ends, run, at):  # type: ignore[no-untyped-def]
    if isinstance(ends, types.NoneType):
        return lambda ends, run, at: None

    def write(ends, run, at):  # type: ignore[no-untyped-def]
        if run < len(ends):
            ends[run] = at

    return write
