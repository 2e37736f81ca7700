"""Checks a sum that somebody claims: '3 + 6 = 10'."""

from __future__ import annotations

import numpy as np
from pydantic_core import PydanticCustomError

from bolometric.core.outcomes.evaluate import Evaluation
from bolometric.core.outcomes.listing import Listing
from bolometric.core.outcomes.totals import sort
from bolometric.core.pieces.formula import parse
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus

NOTHING_SHOWN = Listing(1, (), (), (), (), (np.ones(1, np.int64),), (1,))
"""A draw without pieces: what is worked out on it stands on no letters."""


def worth(text: str) -> Value | None:
    """The number that a sum without letters makes; None if it divides by nothing. Raises a setting error."""
    expression = parse(text)
    if expression.letters:
        raise PydanticCustomError("letters", "Write numbers, without letters.")
    work = Evaluation(NOTHING_SHOWN)
    found = sort(work.result(expression), work.nothing())
    return found.values[0] if found.values else None


def check_claim(claim: str) -> str:
    """A kind sentence about a claimed sum."""
    left, equals, right = claim.partition("=")
    if not equals or not left.strip() or not right.strip() or "=" in right:
        return "Write a sum with one equals sign, such as 3 + 6 = 9."
    try:
        one, other = worth(left), worth(right)
    except PydanticCustomError as error:
        return str(error).replace(" of the formula", "")
    if one is None or other is None:
        return "Nothing can be divided by 0."
    if one == other:
        return f"Right: {left.strip()} = {minus(other)}."
    return f"Not quite: {left.strip()} makes {minus(one)}, not {minus(other)}. Count it once more together."
