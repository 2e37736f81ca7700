"""What stands on the page of a report, as plain figures: no more than is needed to write it or to paint it."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.text.figures import plural


@dataclass(frozen=True, slots=True)
class CameUp:
    """A number that can come up: how often it did, and how often it was to be expected."""

    number: str
    count: int
    mean: float
    low: float
    high: float
    """Eight of ten series lie from low to high."""


@dataclass(frozen=True, slots=True)
class TimedDay:
    """The games of a session that were timed."""

    day: str
    group: str
    met: float
    """Minutes on average."""
    predicted: float | None
    version: int
    """From 1."""


@dataclass(frozen=True, slots=True)
class MetFacts:
    """Facts of the aim by how often a learner of a group has met them."""

    group: str
    sessions: int
    met: int
    hardly: int
    never: int


@dataclass(frozen=True, slots=True)
class ReportPage:
    """What stands on it; a picture without anything to show is empty."""

    title: str
    lines: tuple[str, ...]
    called: str
    """The game of the first picture."""
    came: tuple[CameUp, ...]
    timed: str
    """The game of the second picture."""
    days: tuple[TimedDay, ...]
    met: tuple[MetFacts, ...]
    figures: tuple[tuple[str, tuple[str, ...]], ...]
    """Headings, each with its lines."""

    @property
    def came_caption(self) -> str:
        """What the first picture shows."""
        calls = plural(sum(one.count for one in self.came), "number")
        return f"{self.called}: {calls} that came up, and lines for what was to be expected"

    @property
    def timed_caption(self) -> str:
        """What the second picture shows."""
        each = " for each version" if len({one.version for one in self.days}) > 1 else ""
        return f"{self.timed}: minutes a game on each day (dots), and those that were predicted{each} (lines)"

    @property
    def met_caption(self) -> str:
        """What the third picture shows."""
        return "Facts of the aim that a learner has met at least once, less than once, and not at all"
