"""A reading: one measured property of a game, with its uncertainty and how it was worked out."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from bolometric.core.chains.scores import Scores
from bolometric.core.chains.waiting import WaitingTime

Method = Literal["exact", "simulated"]


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
    ended: float | None = None
    """For lengths that may have no end: the mean of those that do."""
    by_seat: tuple[float, ...] | None = None
    """The mean of each seat, where seats differ in it."""
    spread: Method | None = None
    """How the spread was worked out, where that is not how the mean was."""

    def plain(self) -> dict[str, object]:
        """As the command line's JSON."""
        spread = {"mean": self.mean, "sd": self.sd, "p10": self.p10, "p50": self.p50, "p90": self.p90}
        if self.values is not None:
            return {"values": list(self.values), "stderr": self.stderr, "method": self.method}
        plain: dict[str, object] = {**spread, "stderr": self.stderr, "method": self.method}
        if self.never is not None:
            plain["never"] = self.never
        if self.ended is not None:
            plain["mean_if_it_ends"] = self.ended
        if self.by_seat is not None:
            plain["by_seat"] = list(self.by_seat)
        if self.spread is not None:
            plain["spread"] = self.spread
        return plain


ROUNDING = 1e-13
"""What sums of chances leave where nothing should be: below it a share or an edge is nought."""


def exact_value(value: float | None) -> Reading:
    """A reading that is one exact number; what arithmetic leaves of nought is nought."""
    return Reading("exact", 0.0 if value is not None and abs(value) < ROUNDING else value)


def joined(simulated: Mapping[str, Reading], exact: Mapping[str, Reading]) -> dict[str, Reading]:
    """Exact readings before simulated ones; where only a mean is exact, with the spread of the games played."""
    both = {**simulated, **exact}
    for key, reading in exact.items():
        played = simulated.get(key)
        if reading.spread is not None and played is not None:
            both[key] = replace(reading, sd=played.sd, p10=played.p10, p50=played.p50, p90=played.p90)
    return both


def exact_length(time: WaitingTime, unit: float = 1.0) -> Reading:
    """A reading of a waiting time, each count lasting ``unit``."""

    def times(value: float | None) -> float | None:
        return None if value is None else value * unit

    low, middle, high = (times(time.quantile(share)) for share in (0.1, 0.5, 0.9))
    ended = times(time.mean_if_it_ends()) if time.never else None
    return Reading("exact", times(time.mean()), times(time.sd()), low, middle, high, never=time.never, ended=ended)


def exact_score(scores: Scores) -> Reading:
    """A reading of a distribution of scores."""
    values, chances = scores
    mean = float(values @ chances)
    sd = max(float(values**2 @ chances) - mean**2, 0.0) ** 0.5
    below = chances.cumsum()
    # A rounding error must not push the answer one further when the share is met exactly.
    low, middle, high = (float(values[below >= share - 1e-12][0]) for share in (0.1, 0.5, 0.9))
    return Reading("exact", mean, sd, low, middle, high)
