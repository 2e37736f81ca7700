"""Expressions: how a number is worked out, as a tree over the letters of the numbers shown.

Every way of making a number but the readings of digits is such a tree, built by ``draw.expression_of`` or
parsed from a formula. Its inner nodes are the sums that a learner does, in order.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
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


@dataclass(frozen=True, slots=True)
class Sum:
    """One sum of an expression, with the numbers that came up."""

    does: str
    left: Fraction
    right: Fraction


def worked(node: Node, numbers: Sequence[Fraction], sums: list[Sum]) -> Fraction | None:
    """What an expression comes to; None where it divides by nothing.

    Of ``numbers`` the first is what a stands for; ``sums`` is filled with every sum of two, in the order in which they
    are done.
    """
    match node:
        case Number():
            return node.value
        case Letter():
            return numbers[node.index]
        case Alone():
            inner = worked(node.inner, numbers, sums)
            return None if inner is None else abs(inner) if node.does == "abs" else -inner
    left, right = worked(node.left, numbers, sums), worked(node.right, numbers, sums)
    if left is None or right is None or (node.does in ("divide", "div", "mod") and not right):
        return None
    sums.append(Sum(node.does, left, right))
    return DOES[node.does](left, right)


DOES: dict[str, Callable[[Fraction, Fraction], Fraction]] = {
    "add": lambda a, b: a + b,
    "subtract": lambda a, b: a - b,
    "multiply": lambda a, b: a * b,
    "divide": lambda a, b: a / b,
    "div": lambda a, b: Fraction(a // b),
    "mod": lambda a, b: a % b,
    "min": min,
    "max": max,
}
