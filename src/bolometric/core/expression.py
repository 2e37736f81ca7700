"""Expressions: how a number is worked out, as a tree over the letters of the numbers shown.

Every way of making a number but the readings of digits is such a tree, built by :func:`expression_of` or
parsed from a formula. Its inner nodes are the sums that a learner does, in order.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import reduce
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from bolometric.core.draw import Draw

LETTERS = "abcdefghijklmnopqrstuvwxyz"

SIGNS = {"add": "+", "subtract": "−", "multiply": "×", "divide": "÷", "div": "div", "mod": "mod"}
"""Operations of two numbers, as they are written."""
CALLS = ("min", "max", "abs")


@dataclass(frozen=True, slots=True)
class Number:
    """A fixed number."""

    value: Fraction


@dataclass(frozen=True, slots=True)
class Letter:
    """The number that a letter shows; counted from 0."""

    index: int


@dataclass(frozen=True, slots=True)
class Operation:
    """One sum: two numbers and what is done with them."""

    does: str
    """A key of ``SIGNS``, or min or max."""
    left: Node
    right: Node


@dataclass(frozen=True, slots=True)
class Alone:
    """What is done with one number: ``abs`` or ``minus``."""

    does: str
    inner: Node


Node = Number | Letter | Operation | Alone


@dataclass(frozen=True, slots=True)
class Expression:
    """A whole tree."""

    root: Node

    @property
    def letters(self) -> tuple[str, ...]:
        """The letters it uses, in order of the alphabet."""
        return tuple(sorted({LETTERS[node.index] for node in walk(self.root) if isinstance(node, Letter)}))


def walk(node: Node) -> Iterator[Node]:
    """Every node, inner ones after what they stand on."""
    match node:
        case Operation():
            yield from walk(node.left)
            yield from walk(node.right)
        case Alone():
            yield from walk(node.inner)
    yield node


def _joined(does: str, parts: list[Node]) -> Node:
    return reduce(lambda left, right: Operation(does, left, right), parts)


def expression_of(draw: Draw, count: int) -> Expression | None:
    """The tree of a way of making a number of ``count`` letters; None for digits and counts, which are read."""
    letters: list[Node] = [Letter(i) for i in range(count)]
    match draw.make:
        case "add":
            return Expression(_joined("add", letters))
        case "subtract":
            return Expression(_joined("subtract", letters))
        case "difference":
            high, low = _joined("max", letters), _joined("min", letters)
            return Expression(Operation("subtract", high, low))
        case "multiply" | "place":
            return Expression(_joined("multiply", letters))
        case "square":
            return Expression(Operation("multiply", letters[0], letters[0]))
        case "times":
            return Expression(Operation("multiply", _joined("add", letters), Number(draw.factor)))
        case "largest":
            return Expression(_joined("max", letters))
        case "smallest":
            return Expression(_joined("min", letters))
        case "formula":
            from bolometric.core.formula import parse

            return parse(draw.formula)
        case _:
            return None
