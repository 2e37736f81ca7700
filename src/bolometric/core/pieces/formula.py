"""Formulas as a maker types them, parsed by Lark into an expression; never evaluated by Python.

The grammar is the arithmetic taught in school: × and ÷ before + and −, equal ones from left to right. Its
length and the numbers in it are bounded, and what can't be read is told by the letter it stands at.
"""

from __future__ import annotations

from fractions import Fraction
from functools import cache, lru_cache
from threading import Lock
from typing import TYPE_CHECKING, cast

from bolometric.core.pieces.expression import CALLS, LETTERS, Alone, Expression, Letter, Node, Number, Operation
from bolometric.core.settings.explain import setting_error

if TYPE_CHECKING:
    from lark import Lark, Token, Tree
    from lark.exceptions import UnexpectedInput

LONGEST = 120
LONGEST_NUMBER = 9
PLACE = "draw.formula"

_GRAMMAR = r"""
?start: sum
?sum: product
    | sum ("+") product -> add
    | sum ("-"|"−"|"–") product -> subtract
?product: atom
    | product ("*"|"×"|"·") atom -> multiply
    | product ("/"|"÷"|":") atom -> divide
    | product "div"i atom -> div
    | product "mod"i atom -> mod
?atom: NUMBER -> number
    | LETTER -> letter
    | ("-"|"−"|"–") atom -> minus
    | "(" sum ")"
    | "min"i "(" sum ("," sum)+ ")" -> min
    | "max"i "(" sum ("," sum)+ ")" -> max
    | "abs"i "(" sum ")" -> abs
NUMBER: /[0-9]+(\.[0-9]+)?/
LETTER: /[a-zA-Z](?![a-zA-Z])/
%ignore /[ \t]+/
"""


_ONE_AT_A_TIME = Lock()


def _parser() -> Lark:
    """Made by one thread, and used by all.

    Making it reads literals as Python writes them. Python 3.11 counts how deep it is in one for all threads together,
    so that two of them that make a parser at the same time end in an error.
    """
    with _ONE_AT_A_TIME:
        return _made()


@cache
def _made() -> Lark:
    import lark  # wanted only where a formula is

    return lark.Lark(_GRAMMAR, parser="lalr", maybe_placeholders=False)


@lru_cache(maxsize=256)
def parse(formula: str) -> Expression:
    """The expression a formula stands for. Raises a setting error that points at the letter it fails at."""
    from lark.exceptions import UnexpectedEOF, UnexpectedInput

    if len(formula) > LONGEST:
        raise setting_error(f"The formula is too long: the most is {LONGEST} letters.", PLACE)
    try:
        tree = _parser().parse(formula)
    except UnexpectedEOF:
        raise setting_error("The formula stops too soon: something is missing at its end.", PLACE) from None
    except UnexpectedInput as error:
        raise setting_error(_unread(formula, error), PLACE) from None
    return Expression(_node(tree))


def _unread(formula: str, error: UnexpectedInput) -> str:
    at = error.pos_in_stream if error.pos_in_stream is not None else len(formula)
    rest = formula[at:].strip()
    token = getattr(error, "token", None)
    if not rest or (token is not None and token.type == "$END"):
        return "The formula stops too soon: something is missing at its end."
    word = ""
    for character in rest:
        if not character.isalpha():
            break
        word += character
    if len(word) > 1 and word.lower() not in (*CALLS, "div", "mod"):
        return (
            f"At letter {at + 1} of the formula: “{word[:20]}” means nothing here; letters stand alone, with a sign "
            "between them."
        )
    return f"At letter {at + 1} of the formula: “{(word or rest[0])[:20]}” cannot stand here."


def _node(tree: Tree[Token] | Token) -> Node:
    """Turn Lark's tree into ours; it is no deeper than the formula is long."""
    assert not isinstance(tree, str), "a token is taken with the tree above it"
    match tree.data:
        case "number":
            return Number(_number(cast("Token", tree.children[0])))
        case "letter":
            return Letter(LETTERS.index(str(tree.children[0]).lower()))
        case "minus" | "abs":
            return Alone(tree.data, _node(tree.children[0]))
    node, *others = (_node(child) for child in tree.children)
    for other in others:
        node = Operation(str(tree.data), node, other)
    return node


def _number(token: Token) -> Fraction:
    digits = str(token).replace(".", "")
    if len(digits) > LONGEST_NUMBER:
        raise setting_error(
            f"At letter {(token.start_pos or 0) + 1} of the formula: this number is too long; the most is "
            f"{LONGEST_NUMBER} digits.",
            PLACE,
        )
    return Fraction(str(token))
