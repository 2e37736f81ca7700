"""The facts of the shortest sum by which a draw makes a number."""

from __future__ import annotations

from fractions import Fraction

from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.made import Making
from bolometric.core.pieces.expression import Alone, Node, Number, Operation
from bolometric.core.pieces.formula import parse


def facts_of_sum(making: Making, numbers: Numbers, value: Fraction) -> tuple[Fact, ...]:
    """What making a number takes, inner sums first; none where it can't be made, or the number itself was drawn."""
    shortest = making.sum_for(numbers, value)
    return facts_of_text(shortest) if shortest else ()


def facts_of_text(text: str) -> tuple[Fact, ...]:
    """The facts of a written sum.

    >>> [one.words for one in facts_of_text("(5 + 3) × 6")]
    ['3 + 5', '6 × 8']
    """
    found: list[Fact] = []

    def worked(node: Node) -> Fraction:
        match node:
            case Number(value):
                return value
            case Alone(does, inner):
                value = worked(inner)
                return abs(value) if does == "abs" else -value
            case Operation(does, left, right):
                one, other = worked(left), worked(right)
                found.append(fact(does, one, other))
                match does:
                    case "add":
                        return one + other
                    case "subtract":
                        return one - other
                    case "multiply":
                        return one * other
                return one / other
        raise ValueError(text)

    worked(parse(text).root)
    return tuple(found)
