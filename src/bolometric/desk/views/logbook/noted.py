"""What was called or played in the window, as it goes into the form of a session."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class Noted:
    """What is known of a session before anybody has said anything of it."""

    totals: tuple[str, ...] = ()
    minutes: float | None = None
    turns: int | None = None
    winners: tuple[int, ...] = ()
    room: Mapping[str, object] = field(default_factory=dict)
    """What else of a class a session says: its boards, the first of two goes, hands."""
