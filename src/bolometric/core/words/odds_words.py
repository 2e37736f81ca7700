"""Odds told in sentences."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import listing_words, minus, percent

MOST_NAMED, FEW_NAMED = 12, 6


def _named(values: Sequence[Value], more: bool) -> str:
    words = [minus(value) for value in values]
    return f"{', '.join(words)} …" if more else listing_words(words, "and")


def sure(odds: Distribution) -> str:
    """How a distribution is known."""
    return "exact" if not odds.sampled else f"simulated, {odds.all_ways:,} draws"


def odds_words(odds: Distribution) -> str:
    """A distribution in a few sentences."""
    if not odds.totals:
        return "No draw makes a number."
    most = max(odds.ways)
    likely = odds.with_ways(most)
    even = len(likely) == len(odds.totals) > 1
    peak = (
        "All are equally likely"
        if even
        else f"Hot: {_shortly(likely)}; cold: {_shortly(odds.with_ways(min(odds.ways)))}"
    )
    ways = f"{odds.all_ways:,} equally likely ways in all" if not odds.sampled else "too many ways to list"
    nothing = f" No number: {percent(odds.nothing / odds.all_ways)}." if odds.nothing else ""
    return (
        f"{minus(odds.totals[0])} to {minus(odds.totals[-1])}, {ways} ({sure(odds)}). "
        f"{peak}. Mean {minus(round(odds.mean, 2))}, spread (sd) {odds.sd:.2f}. {never_words(odds)}{nothing}"
    )


def _shortly(totals: Sequence[Value]) -> str:
    return _named(totals[:FEW_NAMED], len(totals) > FEW_NAMED)


def never_words(odds: Distribution) -> str:
    """Which numbers between the least and the greatest can never come up."""
    gaps = odds.gaps
    if odds.sampled:
        return ""  # what did not come up by chance may still come up
    if not odds.step:
        return "They lie on no common step."
    step = "whole number" if odds.step == 1 else f"multiple of {minus(tidy(odds.step))}"
    if not gaps:
        return f"Every {step} in between can come up."
    shown = odds.impossible(MOST_NAMED)
    return f"Never in between ({gaps:,}): {_named(shown, gaps > MOST_NAMED)}."


def fraction_words(chance: Fraction) -> str:
    """A chance in every way it is told: as a fraction, in percent, as one in so many."""
    if chance == 0:
        return "never"
    if chance == 1:
        return "always"
    short = chance.denominator < 10**6
    fraction = f"{chance.numerator}/{chance.denominator}, " if short else ""
    return f"{fraction}{percent(float(chance))}, about 1 in {float(1 / chance):.3g}"


def total_words(odds: Distribution, total: Value) -> str:
    """One total in a few sentences; ``total`` must be one that can come up."""
    chance = odds.chance(total)
    more = float(odds.chance_where(lambda other: other >= total))
    error = odds.stderr(float(chance))
    unsure = f" ± {100 * error:.2g} points" if error else ""
    return (
        f"{minus(total)}: {odds.ways_of(total):,} of {odds.all_ways:,} ways, {fraction_words(chance)}{unsure}. "
        f"At least {minus(total)}: {percent(more)}. In ten draws it comes up {10 * float(chance):.2g} times on average."
    )
