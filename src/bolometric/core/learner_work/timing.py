"""How long a fact takes, and how often it goes wrong: the shape of the classic chronometric models.

* Counting on from the larger takes a constant and a time for each one of the smaller number: G. J. Groen and
  J. M. Parkman, "A chronometric analysis of simple addition" (Psychological Review 79, 1972). Counting all takes a
  time for each one of the sum (the same paper, its model for counting both numbers out).
* Recalling takes the same time for every small fact, more for a ten that is carried: M. H. Ashcraft, "The development
  of mental arithmetic: a chronometric approach" (Developmental Review 2, 1982); M. H. Ashcraft and E. H. Stazyk,
  "Mental addition: a test of three verification models" (Memory & Cognition 9, 1981).
* Taking away by counting goes the shorter way, down by what is taken or up to it: S. S. Woods, L. B. Resnick and
  G. J. Groen, "An experimental test of five process models for subtraction" (Journal of Educational Psychology 67,
  1975).
* Products by steps take a time for each step of the smaller factor: J. M. Parkman, "Temporal aspects of simple
  multiplication and comparison" (Journal of Experimental Psychology 95, 1972).
* Few dots are seen at one look and more are counted: M. T. H. Chi and D. Klahr, "Span and rate of apprehension in
  children and adults" (Journal of Experimental Child Psychology 19, 1975).
* Which of two is more takes the longer the nearer they are, log(larger / (larger − smaller)): R. S. Moyer and
  T. K. Landauer, "Time required for judgements of numerical inequality" (Nature 215, 1967).

Larger numbers are worked column by column, which takes no less than counting on, or back, by the most that is counted;
who counts everything counts them out too. Nothing takes no time. Where a slip is caught the fact is done again, so on
average it takes its time divided by one less the share of slips.
"""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from functools import lru_cache
from math import lcm, log2
from typing import NamedTuple

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.aims import fact_from, on_aim
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.fluency import Fluency
from bolometric.core.settings.amounts import Value

FINGERS = 10
"""The most that is counted on, or back; more is worked column by column."""
TEENS = 20
"""Sums up to which a fact is one step, and not worked column by column."""


class Timing(NamedTuple):
    """How long something takes once, in seconds, and the chance that it goes wrong."""

    seconds: float
    slips: float

    @property
    def mean(self) -> float:
        """Seconds until it is right, a slip being caught at once."""
        return self.seconds / (1 - self.slips)


@lru_cache(maxsize=60_000)
def timing(one: Fact, who: Fluency) -> Timing:
    """How long a fact takes somebody, and how often it goes wrong.

    >>> timing(fact("add", 3, 8), Fluency(adding="count_on", look=1, count=0.5)).seconds
    2.5
    """
    painted = _painted(who).get(one)
    recalled = _recalls(one, who)
    slips = 0.0 if not one.counted else float(who.slips_known if recalled else who.slips)
    return Timing(float(_seconds(one, who, recalled)) if painted is None else painted, slips)


@lru_cache(maxsize=64)
def _painted(who: Fluency) -> dict[Fact, float]:
    return {fact_from(timed.fact): float(timed.seconds) for timed in who.painted}


def _recalls(one: Fact, who: Fluency) -> bool:
    way = who.times if one.does in (known.MULTIPLY, known.DIVIDE) else who.adding
    return way == "recall" or one.does in (known.PLACE, known.COMPARE) or on_aim(who.knows, one)


def _seconds(one: Fact, who: Fluency, recalled: bool) -> float:
    match one.does:
        case known.READ:
            return who.look
        case known.SEE:
            return who.look if one.one <= who.at_once else float(one.one) * who.count
        case known.COUNT:
            return float(one.one) * who.count
        case known.ANSWER:
            return who.choice
        case known.PLACE:
            return who.recall
        case known.COMPARE:
            return who.look * (1 + _nearness(one.one, one.other))
        case known.ADD:
            a, b = _whole(one.one, one.other)
            return _adding(a, b, who, recalled)
        case known.SUBTRACT:
            a, b = _whole(one.one, one.other)
            return _taking(a, b, who, recalled)
        case known.MULTIPLY:
            a, b = (abs(Fraction(value).numerator) for value in (one.one, one.other))
            return _times(a, b, who, recalled)
    a, b = _whole(one.one, one.other)
    return _times(b, round(a / b) if b else 0, who, recalled) + (who.recall if b and a % b else 0)


def _whole(*values: Value) -> tuple[int, int]:
    """Two numbers in the smallest parts of either, without their signs: 0.3 and 0.25 are 30 and 25."""
    parts = [abs(Fraction(value)) for value in values]
    unit = lcm(*(10 if part.denominator in (2, 5) else part.denominator for part in parts))
    return int(parts[0] * unit), int(parts[1] * unit)


def _nearness(one: Value, other: Value) -> float:
    low, high = sorted((abs(float(one)), abs(float(other))))
    return log2(high / (high - low)) if high > low else 0.0


def _digits(number: int) -> list[int]:
    return [int(digit) for digit in reversed(str(number))]


def _columns(a: int, b: int) -> list[tuple[int, int, bool]]:
    """Digits that stand below each other, from the ones up, and whether they carry."""
    left, right, carried, found = _digits(a), _digits(b), 0, []
    for k in range(max(len(left), len(right))):
        x, y = left[k] if k < len(left) else 0, right[k] if k < len(right) else 0
        found.append((x, y, x + y + carried >= 10))
        carried = int(x + y + carried >= 10)
    return found


def _adding(a: int, b: int, who: Fluency, recalled: bool) -> float:
    small = min(a, b)
    if recalled and (a + b <= TEENS or not small):
        return who.recall
    if not recalled and small <= FINGERS:
        # The number that is counted on from is looked at; counting all begins at one.
        return (a + b) * who.count if who.adding == "count_all" else who.look + small * who.count
    if not recalled and who.adding == "count_all":
        return (a + b) * who.count
    total = 0.0
    for x, y, carries in _columns(a, b):
        if x and y:
            total += who.recall if recalled else who.look + min(x, y) * who.count
        total += who.carry * carries
    return max(total, who.recall if recalled else who.look + FINGERS * who.count)


def _taking(a: int, b: int, who: Fluency, recalled: bool) -> float:
    high, low = max(a, b), min(a, b)
    way = min(low, high - low)
    if recalled and (high <= TEENS or not way):
        return who.recall
    if not recalled and way <= FINGERS:
        return high * who.count if who.adding == "count_all" else who.look + way * who.count
    if not recalled and who.adding == "count_all":
        return high * who.count
    return _adding(high - low, low, who, recalled)  # undone column by column


def _times(a: int, b: int, who: Fluency, recalled: bool) -> float:
    parts = [(x, y) for x in _digits(a) for y in _digits(b) if x and y]
    if not parts or 1 in (a, b):
        return who.recall
    if recalled or len(parts) > 1:
        each = [who.recall if recalled else _times(x, y, who, False) for x, y in parts]
        return sum(each) + (len(parts) - 1) * (who.recall + who.carry)
    x, y = parts[0]
    return x * y * who.count if who.times == "count_all" else who.look + min(x, y) * who.step


class Item(NamedTuple):
    """A part of a task."""

    fact: Fact
    seconds: float
    slips: float


def items(facts: tuple[Fact, ...], who: Fluency) -> tuple[Item, ...]:
    """The parts of one way of a task, in order, for somebody.

    Who counts needs not see dots first: those that are added are counted as they lie, on from the numeral beside them
    or from the larger group. So a piece with dots beside one with a numeral makes a learner count on.
    """
    if len(facts) == 1 and facts[0].counted:
        return (Item(facts[0], *timing(facts[0], who)),)
    dots = Counter(one.one for one in facts if one.does == known.SEE)
    if not dots:
        return tuple(Item(one, *timing(one, who)) for one in facts)
    found: list[Item] = []
    for one in facts:
        if one.does == known.SEE:
            continue
        time = timing(one, who)
        if one.does == known.ADD and not _recalls(one, who) and one not in _painted(who):
            counted = _dots_counted(one, dots, who)
            if counted is not None:
                time = Timing(counted, time.slips)
        found.append(Item(one, *time))
    seen = [fact(known.SEE, value) for value in dots.elements()]
    return (*(Item(one, *timing(one, who)) for one in seen), *found)


def _dots_counted(one: Fact, dots: Counter[Value], who: Fluency) -> float | None:
    """Seconds for a sum of numbers of which one or both are seen as dots, which are then used up; else None."""
    small, large = one.one, one.other
    both = dots[small] > 0 and dots[large] > (small == large)
    if both:
        dots.subtract((small, large) if who.adding == "count_all" else (small,))
        return float(small + large) * who.count if who.adding == "count_all" else float(small) * who.count
    for value in (small, large):
        if dots[value] > 0:
            dots.subtract((value,))
            return float(value) * who.count
    return None
