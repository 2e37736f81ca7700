"""Questions about what is worked out in a game, and ways to work a sum out."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from fractions import Fraction

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus
from bolometric.core.words.talk.claims import SameResult, Worked
from bolometric.core.words.talk.draws import EASY, HARD, MIDDLING, Asked

RARE = 0.2
"""Times a game below which a sum is none that players know."""
QUICK = 10.0
"""Seconds up to which a sum is easy, for who counts on."""
TEN, TEENS = 10, 20


def of_sums(times: Mapping[Fact, tuple[float, ...]], exactly: bool) -> Iterator[Asked]:
    """Questions about the facts that players meet, by how often they do."""
    sums = {one: sum(met) for one, met in times.items() if one.does in (*known.SIGNS, known.COMPARE)}
    sums = {one: often for one, often in sums.items() if _comes_to_something(one)}
    if not sums:
        return
    known_well = [one for one, often in sums.items() if often >= RARE and not _at_sight(one)]
    usual = _most(known_well or sums, lambda one: (round(sums[one], 9), -timing(one, USUAL).seconds))
    if sums[usual] >= RARE:
        ask = f"Which is more, {usual.words}?" if usual.does == known.COMPARE else f"What is {usual.words}?"
        level = EASY if timing(usual, USUAL).seconds <= QUICK else MIDDLING
        yield "usual", level, ask, Worked(usual, _result(usual), times=sums[usual] if exactly else None)
    ways = {one: strategy(one) for one in sums if one != usual and one.does != known.COMPARE}
    hard = _most(ways, lambda one: (float(bool(ways[one])), timing(one, USUAL).seconds)) if ways else None
    if hard is not None and (ways[hard] or timing(hard, USUAL).seconds > QUICK):
        yield "hardest", HARD, f"How would you work out {hard.words}?", Worked(hard, _result(hard), ways[hard])
    if usual.does == known.ADD and sums[usual] >= RARE:
        made = _result(usual)
        same = [one for one in sums if one.does == known.ADD and one.one + one.other == made and one != usual]
        if same:
            others = tuple(sorted(same, key=lambda one: (one.one, one.other)))
            yield "same", MIDDLING, f"Which other sums make the same as {usual.words}?", SameResult(usual, others)


def _most(sums: Iterable[Fact], by: Callable[[Fact], tuple[float, float]]) -> Fact:
    """The first by a measure; of those that are alike the last by its words, which only these are asked for."""
    each = [(by(one), one) for one in sums]
    most = max(measure for measure, _ in each)
    return max((one for measure, one in each if measure == most), key=str)


def _comes_to_something(one: Fact) -> bool:
    """Whether there is a result, without working it out: there may be tens of thousands of facts."""
    return one.one != one.other if one.does == known.COMPARE else one.does != known.DIVIDE or one.other != 0


def _at_sight(one: Fact) -> bool:
    """Whether there is nothing to work out: with nought, times one or by one. Asked where there is nothing else."""
    ones = {known.MULTIPLY: (one.one, one.other), known.DIVIDE: (one.other,)}
    return 1 in ones.get(one.does, ()) or 0 in (one.one, one.other)


def result_of(one: Fact) -> Value | None:
    """What a fact comes to; of two to compare the larger; None where there is no number."""
    a, b = Fraction(one.one), Fraction(one.other)
    match one.does:
        case known.ADD:
            return tidy(a + b)
        case known.SUBTRACT:
            return tidy(a - b)
        case known.MULTIPLY:
            return tidy(a * b)
        case known.DIVIDE:
            return tidy(a / b) if b else None
        case known.COMPARE:
            return tidy(max(a, b)) if a != b else None
    return None


def _result(one: Fact) -> Value:
    found = result_of(one)
    assert found is not None
    return found


def strategy(one: Fact) -> tuple[str, ...]:
    """Equations by which a sum of small whole numbers is worked out from easier ones; none where no rule helps.

    Doubles and near doubles, through ten, twice twice, ten times less one, five as half of ten, and one more time.
    """
    if one.one.denominator != 1 or one.other.denominator != 1 or one.one < 0 or one.other < 0:
        return ()
    a, b = int(one.one), int(one.other)
    match one.does:
        case known.ADD:
            return _adding(*sorted((a, b)))
        case known.SUBTRACT if TEN < a <= TEENS and a - TEN < b < TEN:
            first = a - TEN
            return f"{a} − {first} = {TEN}", f"{TEN} − {b - first} = {a - b}"
        case known.MULTIPLY if min(a, b) > 2 and max(a, b) <= 12:
            return _times(*sorted((a, b)))
    return ()


def _adding(small: int, large: int) -> tuple[str, ...]:
    if small == large:
        return ()  # a double is known, or it is what others are worked out from
    if large == small + 1 and 1 < small < TEN:
        return f"{small} + {small} = {2 * small}", f"{2 * small} + 1 = {small + large}"
    if large < TEN < small + large and small > 1:
        up = TEN - large
        return f"{large} + {up} = {TEN}", f"{TEN} + {small - up} = {small + large}"
    if TEN < large < 100 and small > TEN and small % TEN:
        tens = small - small % TEN
        return f"{large} + {tens} = {large + tens}", f"{large + tens} + {small % TEN} = {small + large}"
    return ()


def _times(small: int, large: int) -> tuple[str, ...]:
    if 9 in (small, large):
        other = small if large == 9 else large
        return f"{TEN} × {other} = {TEN * other}", f"{TEN * other} − {other} = {9 * other}"
    if small == 4:
        return f"2 × {large} = {2 * large}", f"2 × {2 * large} = {4 * large}"
    if small == 5 and large % 2 == 0:
        return (f"{TEN} × {large // 2} = {5 * large}",)
    if small in (3, 6):
        less = small - 1
        return f"{less} × {large} = {less * large}", f"{less * large} + {large} = {small * large}"
    if small > 5:
        rest = small - 5
        five, more = 5 * large, rest * large
        return f"5 × {large} = {five}", f"{rest} × {large} = {more}", f"{five} + {more} = {minus(five + more)}"
    return ()
