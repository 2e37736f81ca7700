"""One of the scales that say how hard a game is."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Scale:
    """From one end to the other, with what it is made of."""

    name: str
    value: float | None
    """From 0 to 1; None where it is not known."""
    ends: tuple[str, str]
    headline: str
    made_of: str
