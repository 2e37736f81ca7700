"""Families of facts: every question of one, with the answer worked out and how hard it is.

How hard a question is says only which of a family comes oftener in packs that favour the harder: the smaller of its two
numbers, and five more where the sum crosses a ten. A family has 20,000 questions at most.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus

MOST_FACTOR = 10
"""Times tables go from 1 to this many times."""
CROSSES = 5


@dataclass(frozen=True, slots=True)
class Question:
    """A card: what it asks, the answer, and how hard it is within its family."""

    text: str
    answer: str
    hard: float = 1.0


@dataclass(frozen=True, slots=True)
class FactFamily:
    """A family of facts."""

    words: str
    """As the editor offers it."""
    make: Callable[[int, tuple[int, ...]], Iterator[Question]]
    """Its questions, from the number it goes up to and the tables chosen."""
    most: int
    """The largest number it may go up to."""
    usual: int = 20
    tables: bool = False
    """Whether it goes by tables, and not up to a number."""
    least: int = 2
    """The smallest number it may go up to: there are questions."""

    def goes_up_to(self, number: int) -> bool:
        """Whether it may go up to a number."""
        return self.tables or self.least <= number <= self.most


def _question(text: str, answer: Value, a: int, b: int, crosses: bool = False) -> Question:
    return Question(text, minus(answer), 1.0 + min(a, b) + CROSSES * crosses)


def _carries(a: int, b: int) -> bool:
    return a % 10 + b % 10 >= 10


def _add(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most):
        for b in range(1, most - a + 1):
            yield _question(f"{a} + {b} = ?", a + b, a, b, _carries(a, b))


def _bonds(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(most + 1):
        yield _question(f"{a} + ? = {most}", most - a, a, most - a)


def _doubles(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most // 2 + 1):
        yield _question(f"{a} + {a} = ?", 2 * a, a, a, _carries(a, a))
        if 2 * a + 1 <= most:
            yield _question(f"{a} + {a + 1} = ?", 2 * a + 1, a, a, _carries(a, a + 1))


def _take_away(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most + 1):
        for b in range(1, a + 1):
            yield _question(f"{a} − {b} = ?", a - b, b, a - b + 1, a % 10 < b % 10)


def _times(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for table in tables:
        for by in range(1, MOST_FACTOR + 1):
            yield _question(f"{by} × {table} = ?", by * table, by, table)


def _divide(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for table in tables:
        for by in range(1, MOST_FACTOR + 1):
            yield _question(f"{by * table} ÷ {table} = ?", by, by, table)


def _missing(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most):
        for b in range(1, most - a + 1):
            yield _question(f"? + {a} = {a + b}", b, a, b, _carries(a, b))
            yield _question(f"{a + b} − ? = {a}", b, a, b, _carries(a, b))


def _true_false(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most):
        for b in range(1, most - a + 1):
            hard = 1.0 + min(a, b) + CROSSES * _carries(a, b)
            off = 1 if (a + b) % 2 else -1 if a + b > 1 else 1
            yield Question(f"{a} + {b} = {a + b}: true or false?", "true", hard)
            yield Question(f"{a} + {b} = {a + b + off}: true or false?", "false", hard)


def _compare(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for a in range(1, most + 1):
        for b in range(1, most + 1):
            if a != b:
                turned = str(a)[::-1] == str(b)
                yield Question(f"Which is more, {a} or {b}?", str(max(a, b)), 1.0 + CROSSES * turned + 9 / abs(a - b))


def _parts(part: int) -> Callable[[int, tuple[int, ...]], Iterator[Question]]:
    def make(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
        for a in range(1, most * part):
            for b in range(1, most * part - a + 1):
                texts = [minus(tidy(Fraction(value, part))) for value in (a, b)]
                yield _question(f"{texts[0]} + {texts[1]} = ?", tidy(Fraction(a + b, part)), a, b, _carries(a, b))

    return make


def _place_value(most: int, tables: tuple[int, ...]) -> Iterator[Question]:
    for number in range(10, most + 1):
        digits = str(number)
        for place, digit in enumerate(digits):
            if digit != "0" and digits.count(digit) == 1:
                worth = int(digit) * 10 ** (len(digits) - 1 - place)
                yield Question(f"What is the {digit} worth in {number}?", str(worth), float(len(digits) + place))


FAMILIES: dict[str, FactFamily] = {
    "add": FactFamily("adding within", _add, 200),
    "bonds": FactFamily("bonds of", _bonds, 1000, usual=10),
    "doubles": FactFamily("doubles and near doubles within", _doubles, 1000),
    "take_away": FactFamily("taking away within", _take_away, 200),
    "times": FactFamily("times tables of", _times, 0, tables=True),
    "divide": FactFamily("exact division by", _divide, 0, tables=True),
    "missing": FactFamily("a missing number, within", _missing, 140),
    "true_false": FactFamily("true or false, adding within", _true_false, 140),
    "compare": FactFamily("which is more, within", _compare, 140, usual=100),
    "tenths": FactFamily("adding tenths within", _parts(10), 20, usual=2),
    "hundredths": FactFamily("adding hundredths within", _parts(100), 2, usual=1),
    "place_value": FactFamily("what a digit is worth, within", _place_value, 5000, usual=999, least=10),
}
"""What each family is called, followed by how far it goes."""


@lru_cache(maxsize=32)
def questions_of(family: str, most: int, tables: tuple[int, ...]) -> tuple[Question, ...]:
    """Every question of a family once.

    >>> [(one.text, one.answer) for one in questions_of("bonds", 2, ())]
    [('0 + ? = 2', '2'), ('1 + ? = 2', '1'), ('2 + ? = 2', '0')]
    """
    return tuple({one.text: one for one in FAMILIES[family].make(most, tables)}.values())
