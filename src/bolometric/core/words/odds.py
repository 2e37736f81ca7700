"""Odds in sentences: of every total, of one, and answers to questions about a draw."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.outcomes.events import Asked, Figure, Questions, wanted
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import (
    known_to,
    listing,
    listing_words,
    minus,
    percent,
    plural,
    significant,
    so_many,
    times_words,
)

MOST_NAMED, FEW_NAMED = 12, 6
SAME = 1e-12
"""What may be left by rounding of a difference that is none."""


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
    nothing = f" No number: {percent(odds.nothing / odds.all_ways)}." if odds.nothing else ""
    if len(odds.totals) == 1:
        seen = " that came up" if odds.sampled else ""
        return f"The only number{seen} is {minus(odds.totals[0])} ({sure(odds)}).{nothing}"
    most = max(odds.ways)
    likely = odds.with_ways(most)
    even = len(likely) == len(odds.totals)
    peak = (
        "All are equally likely"
        if even
        else f"Hot: {_shortly(likely)}; cold: {_shortly(odds.with_ways(min(odds.ways)))}"
    )
    ways = f"{odds.all_ways:,} equally likely ways in all" if not odds.sampled else "too many ways to list"
    return (
        f"{minus(odds.totals[0])} to {minus(odds.totals[-1])}, {ways} ({sure(odds)}). "
        f"{peak}. Mean {minus(round(odds.mean, 2))}, spread (standard deviation) {odds.sd:.2f}. "
        f"{never_words(odds)}{nothing}"
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
    return f"{fraction}{percent(float(chance))}, about 1 in {significant(float(1 / chance), 3)}"


def total_words(odds: Distribution, total: Value) -> str:
    """One total in a few sentences; ``total`` must be one that can come up."""
    chance = odds.chance(total)
    more = float(odds.chance_where(lambda other: other >= total))
    known = known_to(odds.stderr(float(chance)))
    often = times_words(10 * float(chance))
    return (
        f"{minus(total)}: {of_all(odds, odds.ways_of(total))}, {fraction_words(chance)} ({known}). At least "
        f"{minus(total)}: {percent(more)}. In ten draws it comes up {often} on average."
    )


def of_all(odds: Distribution, ways: int) -> str:
    """A part of all: '6 of 36 ways', or '10,923 of 65,536 draws' that were looked at."""
    return f"{ways:,} of {plural(odds.all_ways, 'draw' if odds.sampled else 'way')}"


def asked_words(asked: Asked, totals: tuple[Value, ...]) -> str:
    """What is asked for: '7 or 11', 'at least 9'."""
    match asked:
        case "these":
            return listing(totals, "or")
        case "at_least":
            return f"at least {minus(totals[0])}"
        case "at_most":
            return f"at most {minus(totals[0])}"


def _known(figure: Figure) -> str:
    return known_to(figure.stderr)


def chance_answer(questions: Questions, asked: Asked, totals: tuple[Value, ...]) -> str:
    """How likely one draw is to make it."""
    odds = questions.odds
    chance = questions.chance(wanted(asked, totals))
    what = asked_words(asked, totals)
    if chance == 0:
        never = f"came up in none of {odds.all_ways:,} draws" if odds.sampled else "never comes up"
        return f"A total of {what} {never} ({'simulated' if odds.sampled else 'exact'})."
    ways = of_all(odds, int(chance * odds.all_ways))
    return f"A total of {what}: {ways}, {fraction_words(chance)} ({sure(odds)})."


def within_answer(questions: Questions, asked: Asked, totals: tuple[Value, ...], draws: int) -> str:
    """How likely it is to come at least once."""
    found = questions.within(wanted(asked, totals), draws)
    return f"At least once in {plural(draws, 'draw')}: {percent(found.value)} ({_known(found)})."


def wait_answer(questions: Questions, asked: Asked, totals: tuple[Value, ...]) -> str:
    """How long until it comes."""
    found = questions.wait(wanted(asked, totals))
    by = f"nine times in ten it has come by draw {found.nine_in_ten:,}" if found.nine_in_ten else ""
    if found.away is not None:
        away = f"it stayed away for {found.looked:,} draws in {percent(found.away.value)} of cases"
        return f"Until it comes: {f'{by}, but ' if by else ''}{away} ({_known(found.away)})."
    if found.mean is None:
        seen = "came in no draw looked at, so nothing is known of how long one waits"
        return f"It {seen if questions.odds.sampled else 'never comes, so there is nothing to wait for'}."
    error = f"simulated ± {significant(found.mean.stderr, 2)}" if found.mean.stderr else "exact"
    return f"Until it comes: {so_many(found.mean.value, 'draw', 3)} on average ({error}); {by}."


def after_first_answer(questions: Questions, shown: Value, asked: Asked, totals: tuple[Value, ...]) -> str:
    """Once the first has landed: what the second must show to make it."""
    found = questions.after_first(shown, wanted(asked, totals))
    what = asked_words(asked, totals)
    if found is None:
        return "This is for two numbers shown one after the other."
    seconds, chance = found
    if not seconds:
        return f"After {minus(shown)} on the first, nothing on the second makes {what} (exact)."
    if chance == 1:
        return f"After {minus(shown)} on the first, whatever the second shows makes {what} (exact)."
    return (
        f"After {minus(shown)} on the first, {listing(seconds, 'or')} on the second makes {what}: "
        f"{fraction_words(chance)} (exact)."
    )


def first_answer(questions: Questions, one: Value, other: Value) -> str:
    """Which of two totals comes first."""
    if one == other:
        return "Choose two different totals."
    found = questions.which_first(one, other)
    if found is None:
        return f"Neither of them {'came up in the draws looked at' if questions.odds.sampled else 'ever comes up'}."
    if found.value == 0.5 and not found.stderr:
        return f"{minus(one)} and {minus(other)} are as likely to come first (exact)."
    sooner, later, share = (one, other, found.value) if found.value >= 0.5 else (other, one, 1 - found.value)
    return f"{minus(sooner)} comes before {minus(later)} in {percent(share)} of cases ({_known(found)})."


def comparison(names: tuple[str, str], sets: tuple[Distribution, Distribution]) -> str:
    """What moving from one set of pieces to another does."""
    before, after = sets
    told = []
    for what, one, other in (("mean", before.mean, after.mean), ("spread (standard deviation)", before.sd, after.sd)):
        shown, then = (minus(round(value, 2)) for value in (one, other))
        if shown == then:
            told.append(f"{what} {'stays' if abs(one - other) < SAME else 'stays about'} {shown}")
        else:
            told.append(f"{what} goes from {shown} to {then}")
    low, high = (f"{minus(odds.totals[0])} to {minus(odds.totals[-1])}" for odds in sets)
    told.append(f"reach stays {low}" if low == high else f"reach {low} becomes {high}")
    told.append(f"never-numbers in between: {before.gaps:,} before, {after.gaps:,} after")
    known = "exact" if not (before.sampled or after.sampled) else "partly simulated"
    larger = percent(_second_is_larger(before, after))
    return f"{names[0]} to {names[1]}: {'; '.join(told)}; {names[1]} is the larger {larger} of the time ({known})."


def _second_is_larger(one: Distribution, other: Distribution) -> float:
    """How often the second gives the larger number when both are drawn once: what is felt as stronger."""
    ways = list(zip(other.totals, other.ways, strict=True))
    at, above, larger = 0, sum(other.ways), 0
    for total, count in zip(one.totals, one.ways, strict=True):
        while at < len(ways) and ways[at][0] <= total:
            above -= ways[at][1]
            at += 1
        larger += count * above
    return float(Fraction(larger, sum(one.ways) * sum(other.ways)))
