"""Writing a note from a compiled loop."""

from __future__ import annotations

from numba import njit

from bolometric.core.working.trace import NUMBER_BITS, SEAT_BITS


@njit(nogil=True, inline="always")
def note(codes, at, kind, one, other, seat):  # type: ignore[no-untyped-def]
    """Write one note if there is room; gives where the next goes."""
    if at < len(codes):
        codes[at] = (((kind << NUMBER_BITS) | one) << NUMBER_BITS | other) << SEAT_BITS | seat
    return at + 1
