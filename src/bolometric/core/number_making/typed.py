"""A sum that somebody typed, held against a draw: is it right, is it allowed? And hints that do not give it away."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction

from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.rules import SIGNS, MakingRules
from bolometric.core.pieces.expression import Alone, Node, Number, Operation, walk
from bolometric.core.pieces.formula import parse
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, minus

DOES = {"add": "+", "subtract": "-", "multiply": "*", "divide": "/"}


def typed(text: str, numbers: Numbers, rules: MakingRules) -> Fraction:
    """What a typed sum comes to.

    Raises GameError, with one sentence, if it can't be read or breaks the rules.
    """
    try:
        root = parse(text).root
    except GameError as error:
        raise GameError(error.sentence.replace("the formula", "the sum").replace("The formula", "The sum")) from None
    for node in walk(root):
        if not isinstance(node, Number | Operation) or (isinstance(node, Operation) and node.does not in DOES):
            raise GameError("Only numbers, brackets and the signs +, −, × and ÷ can stand in a sum here.")
        if isinstance(node, Operation) and DOES[node.does] not in rules.operations:
            allowed = " and ".join(SIGNS[sign] for sign in SIGNS if sign in rules.operations)
            raise GameError(f"{SIGNS[DOES[node.does]]} is not allowed here: use {allowed}.")
    _check_numbers(root, numbers, rules)
    if rules.order == "left" and not _to_the_left(root):
        raise GameError("Work from left to right: what has been worked out so far, then the next number.")
    return value_of(root, rules)


def _check_numbers(root: Node, numbers: Numbers, rules: MakingRules) -> None:
    drawn = Counter(Fraction(number) for number in numbers)
    used = Counter(node.value for node in walk(root) if isinstance(node, Number))
    for value, count in used.items():
        if value not in drawn:
            raise GameError(
                f"{minus(tidy(value))} was not drawn: there are {listing(sorted(numbers, reverse=True), 'and')}."
            )
        if count > drawn[value]:
            times = {1: "once", 2: "twice"}
            raise GameError(
                f"{minus(tidy(value))} is used {times.get(count, f'{count} times')}, but was drawn "
                f"{times.get(drawn[value], f'{drawn[value]} times')}."
            )
    left = list((drawn - used).elements())
    if rules.use == "all" and left:
        named = listing([tidy(value) for value in sorted(left)], "and")
        raise GameError(f"Every number must be used: {named} {'is' if len(left) == 1 else 'are'} left.")


def _to_the_left(node: Node) -> bool:
    """Whether each sign stands between what came before and a single number; ends that only join may be swapped."""
    while isinstance(node, Operation):
        if isinstance(node.right, Operation) and node.does in ("add", "multiply") and isinstance(node.left, Number):
            node = node.right
        elif isinstance(node.right, Number):
            node = node.left
        else:
            return False
    return isinstance(node, Number)


def value_of(node: Node, rules: MakingRules) -> Fraction:
    """What a sum comes to. Raises GameError, with one sentence, where a division can't be."""
    match node:
        case Number(value=value):
            return value
        case Operation(does=does, left=left, right=right):
            a, b = value_of(left, rules), value_of(right, rules)
            match does:
                case "add":
                    return a + b
                case "subtract":
                    return a - b
                case "multiply":
                    return a * b
            if b == 0:
                raise GameError(f"{minus(tidy(a))} ÷ 0: nothing can be divided by nothing.")
            if rules.division == "exact" and (a / b).denominator > 1:
                raise GameError(f"{minus(tidy(a))} ÷ {minus(tidy(b))} does not come out whole.")
            return a / b
        case Alone(inner=inner):
            return -value_of(inner, rules)
    raise GameError("Only numbers, brackets and the signs +, −, × and ÷ can stand in a sum here.")


HARDEST_FIRST = "÷×−+"


def hints(best: str) -> tuple[str, ...]:
    """Three hints towards a sum, each telling more: a sign, where to begin, and the sum."""
    signs = [sign for sign in HARDEST_FIRST if f" {sign} " in best]
    if not signs:
        return (f"Take {best} as it is.",)
    words = {"÷": "Divide once.", "×": "Multiply once.", "−": "Take something away.", "+": "Add."}
    several = {"÷": "Divide more than once.", "×": "Multiply more than once."}
    first = several.get(signs[0], words[signs[0]]) if best.count(f" {signs[0]} ") > 1 else words[signs[0]]
    begin = best.lstrip("(").split(" ")[0]
    return first, f"Begin with {begin}.", f"{best}."
