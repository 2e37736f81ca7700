"""Was that luck, or is the rule wrong? What came up, how long it took and who won, held against what was predicted.

Counts are tested by the exact multinomial test where all the ways to share them out can be listed, by chance samples
of them where not (the p-value then has a standard error); what is no likelier than what happened counts as straying as
far. Where cards stay out the counts are held against series that were dealt. Strength of evidence is told by the bound
−e p ln p of T. Sellke, M. J. Bayarri and J. O. Berger, "Calibration of p values for testing precise null hypotheses"
(The American Statistician 55, 2001): the odds can move that far against luck at the most, whatever else is true.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import comb, e, lgamma, log, sqrt

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.logbook.quantiles import beyond
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import known_to, minus, percent, plural

MOST_LISTED, SAMPLES = 200_000, 20_000
FEW_DRAWS, FEW_GAMES = 20, 5
"""Draws, and games, below which nothing is said against luck."""
LITTLE = 0.1
"""A chance below which something is a little unusual."""
HARD = 100
"""Odds against luck from which something is hard to put down to it."""
UNUSUAL = 0.01
"""A chance below which something is unusual."""
EQUAL = 1e-7
"""Log probabilities nearer than this are equal: the same ways in another order."""


@dataclass(frozen=True, slots=True)
class Held:
    """Something that happened, held against what was predicted."""

    what: str
    count: int
    """Draws, or games."""
    p: float
    """The chance that luck alone departs so far from what is expected, or further."""
    stderr: float
    """Of the p-value; 0 where it is exact."""
    odd: str = ""
    """What departs most, in words."""
    few: int = FEW_GAMES
    roughly: bool = False
    """Whether it comes from an approximation."""

    @property
    def most_odds(self) -> float:
        """How much the odds can move against luck at the most (Sellke, Bayarri and Berger); 1 for not at all."""
        return 1.0 if self.p >= 1 / e else 1 / (-e * max(self.p, 1e-300) * log(max(self.p, 1e-300)))

    @property
    def _often(self) -> str:
        """How often luck alone strays so far, and how sure that is."""
        told = f"{percent(self.p)} of such series stray as far"
        if self.roughly:
            return f"about {told}"
        return f"{told}, {known_to(self.stderr)}"

    @property
    def short(self) -> str:
        """How unusual it is, for what is unusual."""
        return "unusual" if self.most_odds < HARD else "hard to put down to luck"

    @property
    def words(self) -> str:
        """As it is told; never a verdict from a few."""
        said = f"{self.what}: "
        if self.count < self.few:
            return f"{said}too few to tell ({self.count} of the {self.few} that it takes)."
        if self.p > LITTLE:
            return f"{said}as luck has it ({self._often})."
        if self.p > UNUSUAL:
            strength = "a little unusual, and such things happen"
        elif self.most_odds < HARD:
            strength = "unusual: look whether the rule was played as it is written, or a piece is not even"
        else:
            strength = "hard to put down to luck: the rule or a piece is most likely not as the game says"
        odd = f" {self.odd}" if self.odd else ""
        return f"{said}{strength} ({self._often}).{odd}"


def held_counts(
    what: str,
    counts: Sequence[int],
    chances: Sequence[float],
    few: int,
    odd: str = "",
    dealt: NDArray[np.int64] | None = None,
) -> Held:
    """Counts against the chances of each kind: exact where they can be listed, else from chance samples.

    A kind that can't be and was counted makes p nought. ``dealt`` are samples of counts that hang together, one for
    each kind; shape (samples, kinds).
    """
    total = sum(counts)
    if any(count and not chance for count, chance in zip(counts, chances, strict=True)):
        return Held(what, total, 0.0, 0.0, odd, few)
    live = [(count, chance) for count, chance in zip(counts, chances, strict=True) if chance]
    if dealt is not None:
        dealt = dealt[:, np.array(chances) > 0]
    counts, chances = [count for count, _ in live], [chance for _, chance in live]
    if not total or len(counts) < 2:
        return Held(what, total, 1.0, 0.0, odd, few)
    mine = log_chance(counts, chances)
    if dealt is None and comb(total + len(counts) - 1, len(counts) - 1) <= MOST_LISTED:
        p = sum(
            float(np.exp(found))
            for one in _shared_out(total, len(counts))
            if (found := log_chance(one, chances)) <= mine + EQUAL
        )
        return Held(what, total, min(p, 1.0), 0.0, odd, few)
    by_itself = np.random.default_rng(1).multinomial
    drawn = by_itself(total, np.array(chances) / sum(chances), SAMPLES) if dealt is None else dealt
    logs, samples = _logs(total), len(drawn)
    with np.errstate(divide="ignore"):
        each = logs[total] - logs[drawn].sum(axis=1) + drawn @ np.log(np.array(chances))
    as_far = 1 + int((each <= mine + EQUAL).sum())
    near = as_far / (2 + samples)  # never 0 or 1: samples that are all alike make nothing sure
    return Held(what, total, as_far / (1 + samples), sqrt(near * (1 - near) / samples), odd, few)


def _logs(most: int) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    """Log n! for n from 0."""
    return np.concatenate([[0.0], np.cumsum(np.log(np.arange(1, most + 1)))])


def log_chance(counts: Sequence[int], chances: Sequence[float]) -> float:
    """The logarithm of the multinomial probability."""
    total = lgamma(sum(counts) + 1) - sum(lgamma(count + 1) for count in counts)
    return total + sum(count * log(chance) for count, chance in zip(counts, chances, strict=True) if count)


def _shared_out(total: int, kinds: int) -> Iterator[tuple[int, ...]]:
    """All ways to share a number out among kinds."""
    if kinds == 1:
        yield (total,)
        return
    for first in range(total + 1):
        for rest in _shared_out(total - first, kinds - 1):
            yield (first, *rest)


def held_totals(
    drawn: Counter[object],
    totals: Sequence[object],
    chances: Sequence[float],
    dealt: NDArray[np.int64] | None = None,
) -> Held:
    """What came up against the odds; what is most over what is expected is named.

    ``dealt`` is how often each comes up in series of draws that hang together.
    """
    counts = [drawn.get(total, 0) for total in totals]
    other = sum(drawn.values()) - sum(counts)
    number = sum(counts) + other
    far = [
        ((count - number * chance) / sqrt(max(number * chance * (1 - chance), 1e-12)), total, count, number * chance)
        for total, count, chance in zip(totals, counts, chances, strict=True)
    ]
    odd = ""
    if far:
        _, total, count, wanted = max(far, key=lambda one: abs(one[0]))
        odd = f"{minus(tidy(total))} came up {plural(count, 'time')}; {wanted:.1f} were expected."  # type: ignore[arg-type]
    if other:
        odd = f"{plural(other, 'draw')} showed what these pieces cannot show."
        return Held("What came up", number, 0.0, 0.0, odd, FEW_DRAWS)
    return held_counts("What came up", counts, chances, FEW_DRAWS, odd, dealt)


def held_wins(winners: Sequence[int], alone: Sequence[float], roughly: bool = False) -> Held:
    """Who won, by seat, against the predicted chances of each to win alone; 0 is a game that nobody won alone.

    ``roughly``: whether these chances are not known exactly.
    """
    seats = Counter(winners)
    counts = [seats.get(seat, 0) for seat in range(len(alone) + 1)]
    chances = [0.0 if chance < 1e-9 else chance for chance in (1 - sum(alone), *alone)]
    most = max(range(1, len(counts)), key=lambda seat: counts[seat] - len(winners) * chances[seat])
    odd = f"Player {most} won {plural(counts[most], 'game')}; {len(winners) * chances[most]:.1f} were expected."
    return replace(held_counts("Who won", counts, chances, FEW_GAMES, odd), roughly=roughly)


def held_lengths(turns: Sequence[int], known: WaitingTime) -> Held:
    """How long games took against the predicted lengths: by the mean of their mid-ranks, both ways.

    Under the prediction a mid-rank P(T < t) + P(T = t) / 2 has mean 1/2, and the variance follows from the lengths.
    """
    ranks = [1 - (known.survival(turn - 1) + known.survival(turn)) / 2 for turn in turns]
    spread = mid_rank_sd(known)
    mean = sum(ranks) / len(ranks) if ranks else 0.5
    off = (mean - 0.5) / (spread / sqrt(len(ranks))) if ranks and spread else 0.0
    middle = known.quantile(0.5)
    odd = f"On average they are longer than {percent(mean)} of games; half take {middle} or fewer."
    return Held("How long it took", len(turns), beyond(off), 0.0, odd, FEW_GAMES, True)


def mid_rank_sd(known: WaitingTime) -> float:
    """Standard deviation of the mid-rank of a game: 1/√12 for a continuous length, less where lengths tie."""
    before, second, at = 1.0, 0.0, 0
    while before > 1e-9 and at < 1_000_000:
        after = known.survival(at)
        second += (before - after) * (1 - (before + after) / 2) ** 2
        before, at = after, at + 1
    second += before * (1 - before / 2) ** 2
    return sqrt(max(second - 0.25, 0.0))
