"""Every sum that letters can be put together to, and which of them are one and the same.

A *form* is a letter, a sum or a product. A sum has parts that are added or taken away, none of them a sum itself; a
product parts that are multiplied with or divided by, none of them a product. So a + (b + c) and (c + a) + b are one
form, and brackets that change nothing are never there. Parts are forms that come earlier in the list, so whatever is
worked out for all forms is worked out once each.

Two forms are the same sum if they are equal whatever the letters stand for: a + (c − b) × d and a − (b − c) × d. With
all letters different there are 1, 6, 68, 1,170, 27,142 … of them (On-Line Encyclopedia of Integer Sequences, A140606).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache, lru_cache
from itertools import product
from typing import Literal

from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import SettingError
from bolometric.core.settings.explain import setting_error

MOST_FORMS = 250_000
"""Forms that are looked at: all of five numbers with four operations are some 33,000."""
Kind = Literal["letter", "sum", "product"]
Parts = tuple[tuple[int, int], ...]
"""For each part 1 (added, multiplied with) or −1 (taken away, divided by), and its place in the list."""
PAIR = {"sum": ("+", "-"), "product": ("*", "/")}


@dataclass(frozen=True, slots=True)
class SumForm:
    """A letter, or parts put together."""

    kind: Kind
    letters: int
    """The letters it uses, as bits."""
    parts: Parts = ()
    cost: int = 0
    """The shorter and easier to write the less: by letters, then brackets, then signs."""


BRACKETS, HARDER = 1000, {1: {"sum": 1, "product": 3}, -1: {"sum": 2, "product": 5}}
"""What brackets cost, and each sign; a letter costs more than all of them."""
LETTER = 100_000


@lru_cache(maxsize=16)
def forms(count: int, operations: frozenset[str], order: str) -> tuple[SumForm, ...]:
    """Every form on so many letters or fewer, in an order in which parts come first.

    Raises a setting error if there are too many to look at.
    """
    found = [SumForm("letter", 1 << letter, (), LETTER) for letter in range(count)]
    by_letters: dict[int, dict[Kind, list[int]]] = {
        1 << letter: {"letter": [letter], "sum": [], "product": []} for letter in range(count)
    }
    for letters in sorted(range(1, 1 << count), key=int.bit_count):
        if letters.bit_count() == 1:
            continue
        fresh: dict[Kind, list[int]] = {"letter": [], "sum": [], "product": []}
        for kind in ("sum", "product"):
            other: Kind = "product" if kind == "sum" else "sum"
            for blocks in partitions(letters):
                checkpoint()
                choices = [by_letters[block]["letter"] + by_letters[block][other] for block in blocks]
                for chosen in product(*choices):
                    whole = [not found[part].parts for part in chosen]
                    for signs in _signs(kind, whole, operations, order):
                        fresh[kind].append(len(found))
                        found.append(_put(kind, letters, tuple(zip(signs, chosen, strict=True)), found))
                if len(found) > MOST_FORMS:
                    raise too_many(count)
        by_letters[letters] = fresh
    return tuple(found)


def too_many(count: int) -> SettingError:
    """What is said where so many numbers can be put together in too many ways."""
    return setting_error(
        f"{count} numbers can be put together in more than {MOST_FORMS:,} ways with these operations: use fewer "
        "numbers, fewer operations, or work from left to right."
    )


def _put(kind: Kind, letters: int, parts: Parts, found: list[SumForm]) -> SumForm:
    cost = sum(found[part].cost + HARDER[sign][kind] for sign, part in parts)
    if kind == "product":
        cost += BRACKETS * sum(found[part].kind == "sum" for _, part in parts)
    return SumForm(kind, letters, parts, cost)


def partitions(letters: int) -> Iterator[list[int]]:
    """Every way of parting letters into two blocks or more, each once: the block of the lowest letter first."""

    def parted(rest: int) -> Iterator[list[int]]:
        if not rest:
            yield []
            return
        lowest = rest & -rest
        others = rest ^ lowest
        some = others
        while True:
            block = lowest | some
            for more in parted(rest ^ block):
                yield [block, *more]
            if not some:
                return
            some = (some - 1) & others

    for blocks in parted(letters):
        if len(blocks) > 1:
            yield blocks


@cache
def _patterns(size: int) -> tuple[tuple[int, ...], ...]:
    return tuple(product((1, -1), repeat=size))


def _signs(kind: str, letters: list[bool], operations: frozenset[str], order: str) -> Iterator[tuple[int, ...]]:
    """The signs that parts may have; ``letters`` says which of them are single letters.

    With both signs one part at least stands positive. With taking away alone brackets still bring others back:
    a − (b − c). From left to right what has been worked out so far comes first, and the rest are letters.
    """
    joins, parts = PAIR[kind]
    for signs in _patterns(len(letters)):
        up = signs.count(1)
        if up == 0 or (joins not in operations and up == len(signs)) or (parts not in operations and up < len(signs)):
            continue
        if order == "left":
            inner = [sign for sign, letter in zip(signs, letters, strict=True) if not letter]
            if len(inner) > 1 or -1 in inner or (joins not in operations and up > 1):
                continue
        yield signs


@lru_cache(maxsize=64)
def alike(found: tuple[SumForm, ...], letters: tuple[int, ...]) -> tuple[tuple[int, int], ...]:
    """What each form is, where letters with the same number in ``letters`` are equal: forms with the same pair are one.

    The second of a pair is −1 for the negative of the form with 1, and 0 for what is its own negative, as a − a.
    """
    sums: dict[tuple[int, ...], int] = {}
    products: dict[tuple[int, ...], int] = {}
    told: list[tuple[int, int]] = []
    fresh = max(letters) + 1
    for form in found:
        if form.kind == "letter":
            told.append((letters[form.letters.bit_length() - 1], 1))
            continue
        # A part is one whole number, of what it is and which way it stands. So sorting is quick.
        sign, parts = 1, []
        if form.kind == "product":
            for power, part in form.parts:
                number, turned = told[part]
                parts.append(2 * number + (power > 0))
                sign *= turned
            parts.sort()
            key, known = tuple(parts), products
        else:
            for way, part in form.parts:
                number, turned = told[part]
                parts.append(3 * number + 1 + way * turned)
            other = sorted(part - 2 * (part % 3 - 1) for part in parts)
            parts.sort()
            key, known = tuple(min(parts, other)), sums
            sign = 0 if parts == other else 1 if parts < other else -1
        if key not in known:
            known[key], fresh = fresh, fresh + 1
        told.append((known[key], sign))
    return tuple(told)
