"""Expressions: how a number is worked out, as a tree over the letters of the numbers shown.

Every way of making a number but the readings of digits is such a tree, built by ``draw.expression_of`` or
parsed from a formula. Its inner nodes are the sums that a learner does, in order.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

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
