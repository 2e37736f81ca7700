"""A number shown in two ways: a sum and what it comes to, or dots and how many they are.

Each number is there once, so that every card has one partner; which sum stands for it is the same each time.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact

MOST_TIMES, MOST_DOTS = 12, 12
DOT = "●"


class Form(NamedTuple):
    """One way to show a number."""

    text: str
    """What stands on the card."""
    number: int
    """What stands on its partner."""
    fact: Fact
    """What is worked out, or seen."""


def _adding(upto: int) -> Iterator[Form]:
    chance = np.random.default_rng(upto)
    for total in range(2, upto + 1):
        second = int(chance.integers(1, total))
        yield Form(f"{total - second} + {second}", total, fact(known.ADD, total - second, second))


def _taking_away(upto: int) -> Iterator[Form]:
    chance = np.random.default_rng(upto)
    for rest in range(1, upto):
        whole = int(chance.integers(rest + 1, upto + 1))
        yield Form(f"{whole} − {whole - rest}", rest, fact(known.SUBTRACT, whole, whole - rest))


def _times(table: int) -> Iterator[Form]:
    for times in range(1, MOST_TIMES + 1):
        yield Form(f"{times} × {table}", times * table, fact(known.MULTIPLY, times, table))


def _dividing(table: int) -> Iterator[Form]:
    for times in range(1, MOST_TIMES + 1):
        yield Form(f"{times * table} ÷ {table}", times, fact(known.DIVIDE, times * table, table))


def _dots(upto: int) -> Iterator[Form]:
    for number in range(1, min(upto, MOST_DOTS) + 1):
        yield Form(DOT * number, number, fact(known.SEE, number))


MAKE = {"adding": _adding, "taking_away": _taking_away, "times": _times, "dividing": _dividing, "dots": _dots}


@lru_cache(maxsize=64)
def forms_of(shows: str, number: int, many: int) -> tuple[Form, ...]:
    """So many forms, or as many as there are: spread evenly, the smallest numbers left out first.

    ``number`` is how far they go, or the table.
    """
    found = sorted(MAKE[shows](number), key=lambda one: one.number)
    if len(found) <= many:
        return tuple(found)
    return tuple(found[len(found) - 1 - k * len(found) // many] for k in range(many))[::-1]
