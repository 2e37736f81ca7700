"""A number shown in two ways: a sum and what it comes to, dots and how many they are, a fraction and its decimal.

Each number is there once, so that every card has one partner; which sum stands for it is the same each time.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from functools import lru_cache
from math import gcd
from typing import NamedTuple, TypeVar

import numpy as np

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.pieces.faces import MOST_DOTS, MOST_IN_FRAMES, MOST_PARTS, Shown
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import LONGEST_DECIMAL, listing_words, minus, over_line, plural

One = TypeVar("One")
MOST_TIMES, MOST_COINS = 12, 5
FRAMES = ("a ten frame", "two ten frames")
DOT, RING = "●", "○"
PAID_WITH = {"twos": (50, 20, 10, 5, 2, 1), "quarters": (25, 10, 5, 1)}
"""The coins there are, the largest first."""
SUMS, FRACTIONS = ("adding", "taking_away", "times", "dividing"), ("bars", "equal", "decimals")


class Form(NamedTuple):
    """One way to show a number."""

    text: str
    """What stands on the card."""
    number: Value
    """What stands on its partner."""
    facts: tuple[Fact, ...]
    """What is worked out, or seen."""
    told: str = ""
    """What stands on the card, in a sentence, where that is another text."""


def _adding(upto: int) -> Iterator[Form]:
    chance = np.random.default_rng(upto)
    for total in range(2, upto + 1):
        second = int(chance.integers(1, total))
        yield Form(f"{total - second} + {second}", total, (fact(known.ADD, total - second, second),))


def _taking_away(upto: int) -> Iterator[Form]:
    chance = np.random.default_rng(upto)
    for rest in range(1, upto):
        whole = int(chance.integers(rest + 1, upto + 1))
        yield Form(f"{whole} − {whole - rest}", rest, (fact(known.SUBTRACT, whole, whole - rest),))


def _times(table: int) -> Iterator[Form]:
    for times in range(1, MOST_TIMES + 1):
        yield Form(f"{times} × {table}", times * table, (fact(known.MULTIPLY, times, table),))


def _dividing(table: int) -> Iterator[Form]:
    for times in range(1, MOST_TIMES + 1):
        yield Form(f"{times * table} ÷ {table}", times, (fact(known.DIVIDE, times * table, table),))


def _dots(upto: int) -> Iterator[Form]:
    for number in range(1, min(upto, MOST_DOTS) + 1):
        yield Form(DOT * number, number, (fact(known.SEE, number),), plural(number, "dot"))


def _frames(upto: int) -> Iterator[Form]:
    for number in range(1, min(upto, MOST_IN_FRAMES) + 1):
        full = DOT * number + RING * (-number % 10)
        rows = " ".join(full[at : at + 10] for at in range(0, len(full), 10))
        yield Form(rows, number, (fact(known.SEE, number),), f"{plural(number, 'dot')} in {FRAMES[number > 10]}")


def _coins(upto: int, coins: tuple[int, ...]) -> Iterator[Form]:
    """Amounts for which two coins or more are needed, each with as few coins as the largest first comes to."""
    for amount in range(2, upto + 1):
        left, used = amount, list[int]()
        for coin in coins:
            used += [coin] * (left // coin)
            left %= coin
        if 2 <= len(used) <= MOST_COINS:
            told = f"coins of {listing_words([str(coin) for coin in used], 'and')}"
            yield Form(" + ".join(map(str, used)), amount, known.summed(used), told)


def lowest_terms(upto: int) -> Iterator[Fraction]:
    """Fractions below 1 with denominators up to a number."""
    for under in range(2, upto + 1):
        yield from (Fraction(over, under) for over in range(1, under) if gcd(over, under) == 1)


def _bars(upto: int) -> Iterator[Form]:
    for part in lowest_terms(min(upto, MOST_PARTS)):
        filled = "■" * part.numerator + "□" * (part.denominator - part.numerator)
        told = f"a bar with {part.numerator} of {part.denominator} parts filled"
        yield Form(filled, part, (fact(known.SEE, part.numerator), fact(known.SEE, part.denominator)), told)


def _equal(upto: int) -> Iterator[Form]:
    chance = np.random.default_rng(upto)
    for part in lowest_terms(upto // 2):
        by = int(chance.integers(2, upto // part.denominator + 1))
        over, under = part.numerator * by, part.denominator * by
        yield Form(f"{over}/{under}", part, (fact(known.DIVIDE, over, by), fact(known.DIVIDE, under, by)))


def _decimals(upto: int) -> Iterator[Form]:
    """Fractions whose decimals end, those of three places and more last; the decimal stands on the partner."""
    short = [part for part in lowest_terms(upto) if 10**LONGEST_DECIMAL % part.denominator == 0]
    for part in sorted(short, key=lambda one: 100 % one.denominator > 0):  # else in the order in which they come
        yield Form(over_line(part), part, (fact(known.DIVIDE, part.numerator, part.denominator),))


MAKE: dict[str, Callable[[int], Iterator[Form]]] = {
    "adding": _adding,
    "taking_away": _taking_away,
    "times": _times,
    "dividing": _dividing,
    "dots": _dots,
    "frames": _frames,
    "bars": _bars,
    "equal": _equal,
    "decimals": _decimals,
}
ON_CARDS: dict[str, Shown] = {"dots": "dots", "frames": "frames", "bars": "bars", "coins": "coins"}
"""How those cards are drawn of which a picture is seen; all others have words."""


@lru_cache(maxsize=64)
def forms_of(shows: str, number: int, many: int, coins: str = "twos") -> tuple[Form, ...]:
    """So many forms, or as many as there are: spread evenly, the smallest numbers left out first.

    ``number`` is how far they go, the table, or the largest denominator. Of fractions those with the smallest
    denominators are taken: halves come before twelfths.
    """
    made = list(_coins(number, PAID_WITH[coins]) if shows == "coins" else MAKE[shows](number))
    if shows in FRACTIONS:
        made = made[:many]
    return tuple(evenly(sorted(made, key=lambda one: one.number), many))


def evenly(found: list[One], many: int) -> list[One]:
    """So many of a list, or all of it: the last one, and others at equal steps before it."""
    if len(found) <= many:
        return found
    return [found[len(found) - 1 - k * len(found) // many] for k in range(many)][::-1]


def answer(front: str, number: Value) -> str:
    """What stands on the partner of a card: decimals where these are asked for, else fractions as they are written."""
    return minus(number) if front == "decimals" else over_line(number)
