"""Readings: measured properties of a game, each with its uncertainty and how it was worked out."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Any, Literal

from bolometric.core.chains.waiting import WaitingTime

Method = Literal["exact", "simulated"]
Unit = Literal["count", "minutes", "share", "edge"]


@dataclass(frozen=True, slots=True)
class ReadingKind:
    """What a reading means, wherever it is shown."""

    label: str
    unit: Unit
    meaning: str


KINDS: Mapping[str, ReadingKind] = MappingProxyType(
    {
        "rolls": ReadingKind("Rolls", "count", "draws in a whole game, all seats together"),
        "turns": ReadingKind("Turns", "count", "turns in a whole game, all seats together, the last one counted"),
        "rounds": ReadingKind("Rounds", "count", "turns of the seat that took most"),
        "minutes": ReadingKind(
            "Length", "minutes", "turns (with sets of tiles: draws) times the seconds that one takes"
        ),
        "in_time": ReadingKind("Ends in time", "share", "chance that a game ends within the brief's minutes"),
        "seat_wins": ReadingKind("Wins by seat", "share", "share of games that each seat wins, a tie shared out"),
        "ties": ReadingKind("Ties", "share", "share of games that several seats win together"),
        "first_seat_edge": ReadingKind(
            "First-seat edge", "edge", "the first seat's share of the wins, less an even share"
        ),
        "setbacks": ReadingKind("Setbacks", "share", "share of turns that end further back than they began"),
        "lead_for_good": ReadingKind(
            "Lead for good",
            "share",
            "how far into a game the winner went ahead for the last time; shared wins left out",
        ),
        "choice": ReadingKind(
            "Choice", "share", "what thinking is worth: best play against guessing, from 0 (all luck) to 1; alone, too"
        ),
        "score": ReadingKind("Score", "count", "final score of a seat"),
        "idle_turns": ReadingKind("Idle turns", "share", "share of turns in which nothing could be done"),
        "over": ReadingKind("Over", "share", "chance that a seat ends over the target"),
        "success": ReadingKind("Reaches the aim", "share", "chance that the aim is reached at all"),
        "stuck": ReadingKind("Stuck", "share", "chance that nobody can reach the aim any more"),
    }
)


@dataclass(frozen=True, slots=True)
class Reading:
    """One measured property. What does not exist, such as the mean of what may never end, is None."""

    method: Method
    mean: float | None = None
    sd: float | None = None
    p10: float | None = None
    p50: float | None = None
    p90: float | None = None
    stderr: float = 0.0
    """Standard error of the mean, in the reading's own unit; 0 when exact."""
    never: float | None = None
    """For lengths: the chance that there is no end."""
    values: tuple[float, ...] | None = None
    """For readings with one value a seat."""

    def plain(self) -> dict[str, Any]:
        """As the command line's JSON."""
        spread = {"mean": self.mean, "sd": self.sd, "p10": self.p10, "p50": self.p50, "p90": self.p90}
        if self.values is not None:
            return {"values": list(self.values), "stderr": self.stderr, "method": self.method}
        plain: dict[str, Any] = {**spread, "stderr": self.stderr, "method": self.method}
        if self.never is not None:
            plain["never"] = self.never
        return plain


def exact_length(time: WaitingTime, unit: float = 1.0) -> Reading:
    """A reading of a waiting time, each count lasting ``unit``."""

    def times(value: float | None) -> float | None:
        return None if value is None else value * unit

    low, middle, high = (times(time.quantile(share)) for share in (0.1, 0.5, 0.9))
    return Reading("exact", times(time.mean()), times(time.sd()), low, middle, high, never=time.never)


def exact_value(value: float | None) -> Reading:
    """A reading that is one exact number."""
    return Reading("exact", value)
