"""Slips that stand: the total that is used is then one more or one less than what was drawn.

With p(t) the chance that somebody slips in working t out, a draw that makes t is used as t with 1 − p(t), and as one
step more or less with p(t) / 2 each; nought only becomes more. Ways stay whole: p is taken to a thousandth.
"""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from math import prod

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.fluency import Fluency
from bolometric.core.learner_work.tasks import DrawWork
from bolometric.core.learner_work.timing import timing
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Value, tidy

THOUSAND = 1000


def _goes_wrong(facts: tuple[Fact, ...], who: Fluency) -> float:
    return 1 - prod(1 - timing(one, who).slips for one in facts)


@lru_cache(maxsize=64)
def _rates(odds: Distribution, work: DrawWork, who: Fluency, counted: Fraction | None) -> dict[Value, int]:
    """For each total in how many of a thousand draws it is got wrong; ``counted`` are the squares of a one, if any."""
    rates = {}
    for total in odds.totals:
        spaces = () if counted is None else (fact(known.COUNT, abs(Fraction(total)) * counted),)
        wrong = sum(chance * _goes_wrong((*facts, *spaces), who) for chance, facts in work.of(total))
        rates[total] = round(THOUSAND * min(wrong, 1.0))
    return rates


def _parts(odds: Distribution, total: Value, rate: int) -> list[tuple[Value, int]]:
    """What a total is used as, in parts of two thousand."""
    step = odds.step or Fraction(1)
    if total == 0:
        return [(total, 2 * (THOUSAND - rate)), (tidy(total + step), 2 * rate)]
    return [(total, 2 * (THOUSAND - rate)), (tidy(total + step), rate), (tidy(total - step), rate)]


@lru_cache(maxsize=64)
def slipped(odds: Distribution, work: DrawWork, who: Fluency, counted: Fraction | None) -> Distribution:
    """The totals as they are used."""
    rates = _rates(odds, work, who, counted)
    ways: dict[Value, int] = {}
    special: dict[Value, int] = {}
    marked = odds.special or (0,) * len(odds.totals)
    for total, way, face in zip(odds.totals, odds.ways, marked, strict=True):
        for used, parts in _parts(odds, total, rates[total]):
            if parts:
                ways[used] = ways.get(used, 0) + way * parts
                special[used] = special.get(used, 0) + face * parts
    totals, full = tuple(sorted(ways)), 2 * THOUSAND
    return Distribution(
        totals,
        tuple(ways[total] for total in totals),
        tuple(special[t] for t in totals) if odds.special else (),
        odds.nothing * full,
        odds.nothing_special * full,
    )


@lru_cache(maxsize=64)
def slipped_work(odds: Distribution, work: DrawWork, who: Fluency, counted: Fraction | None) -> DrawWork:
    """What a draw takes, by the total that is used."""
    rates, full = _rates(odds, work, who, counted), 2 * THOUSAND
    weights: dict[tuple[Value | None, bool], list[tuple[float, tuple[Fact, ...]]]] = {}
    for (total, face), ways in work.weights.items():
        parts = [(total, full)] if total is None else _parts(odds, total, rates.get(total, 0))
        for used, part in parts:
            if part:
                weights.setdefault((used, face), []).extend((chance * part / full, facts) for chance, facts in ways)
    return DrawWork(weights, work.sampled)
