"""What may be done with the numbers of a draw."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from bolometric.core.settings.explain import setting_error

Use = Literal["all", "some"]
Order = Literal["brackets", "left"]
Division = Literal["exact", "fractions"]

SIGNS = {"+": "+", "-": "−", "*": "×", "/": "÷"}
"""Operations as they are typed, and as they are written."""
ALSO = {"−": "-", "–": "-", "×": "*", "x": "*", "X": "*", "·": "*", "÷": "/", ":": "/"}
"""Other ways of typing them."""
FEWEST, MOST = 2, 6
"""Numbers that may be put together."""


@dataclass(frozen=True, slots=True)
class MakingRules:
    """What may be done with the numbers of a draw."""

    operations: frozenset[str] = frozenset("+-*/")
    use: Use = "all"
    """Whether each number is used exactly once, or at most once."""
    order: Order = "brackets"
    """Whether any brackets may be set, or one works strictly from left to right, the numbers in any order."""
    division: Division = "exact"
    """Whether a division must come out whole, or fractions are allowed on the way and in the end."""


def operations_of(typed: str) -> frozenset[str]:
    """Operations from what is typed, such as '+-' or '× ÷'. Raises a setting error that names what is unknown.

    >>> sorted(operations_of("+ × −"))
    ['*', '+', '-']
    """
    found = {ALSO.get(sign, sign) for sign in typed if sign not in " ,"}
    unknown = sorted(found - set(SIGNS))
    if unknown:
        raise setting_error(f"“{unknown[0]}” is no operation here: use +, −, × and ÷.")
    if not found:
        raise setting_error("Name at least one operation: +, −, × or ÷.")
    return frozenset(found)
