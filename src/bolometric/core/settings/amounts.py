"""Amounts: exact numbers as a maker writes them, whole, decimal or fraction.

In a file an amount is a whole number (6), a decimal (0.25) or a text ("1/3", "0.25"). Inside it is a
``Fraction``, so that one tenth is one tenth; ways and chances worked out from it are exact.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction
from math import isfinite
from typing import Annotated

from pydantic import BeforeValidator, PlainSerializer, WithJsonSchema

from bolometric.core.settings.explain import setting_error

Value = int | Fraction
"""A whole number is told as an ``int`` where it is shown; the two are equal and hash alike."""

LONGEST = 24
"""Characters of an amount written as text."""
_MIXED = re.compile(r"([+-]?)(\d{1,12}) +(\d{1,12})/(\d{1,12})", re.ASCII)
_PATTERN = re.compile(r"[+-]?\d+(\.\d+)?(/\d+)?", re.ASCII)


def parsed(given: object, largest: int, finest: int) -> Fraction:
    """An amount as given in a file or typed. Raises a setting error whose sentence says what is wrong."""
    value = _read(given)
    if abs(value) > largest:
        raise setting_error(
            f"{_shown(given)} is too {'large' if value > 0 else 'small'}: the {'most' if value > 0 else 'least'} is "
            f"{largest if value > 0 else -largest:,}."
        )
    if value.denominator > finest:
        raise setting_error(f"{_shown(given)} is too fine: the smallest part is 1/{finest}.")
    return value


def _read(given: object) -> Fraction:
    if isinstance(given, int) and not isinstance(given, bool):
        return Fraction(given)
    if isinstance(given, Fraction):
        return given
    if isinstance(given, float) and isfinite(given):
        return Fraction(repr(given))  # the decimal that was written, not the binary number nearest to it
    if isinstance(given, str):
        text = _joined(given.replace("−", "-").strip())
        if len(text) <= LONGEST and _PATTERN.fullmatch(text) and not ("." in text and "/" in text):
            try:
                return Fraction(text)
            except ZeroDivisionError:
                raise setting_error(
                    f"{_shown(given)} divides by nothing: put a number above 0 below the line."
                ) from None
    raise setting_error(f"{_shown(given)} is not a number here: give one such as 6, 0.25 or 1/4.")


def _joined(text: str) -> str:
    """Blanks around a stroke or after a sign left out, and '1 1/2' as one fraction; other blanks are refused."""
    text = re.sub(r" *([/]) *", r"\1", re.sub(r"^([+-]) +", r"\1", text))
    mixed = _MIXED.fullmatch(text)
    if mixed is None or int(mixed[4]) == 0:
        return text
    sign, whole, over, under = mixed[1], *map(int, mixed.groups()[1:])
    return f"{sign}{whole * under + over}/{under}"


def _shown(given: object) -> str:
    if isinstance(given, int) and not isinstance(given, bool) and given.bit_length() > 100:
        return "This number"  # too long to write out
    text = str(given) if isinstance(given, Fraction) else repr(given)
    return text if len(text) <= 40 else text[:37] + "..."


def plain(value: Fraction) -> int | float | str:
    """As it stands in a file: the shortest form that reads back as the same amount."""
    if value.denominator == 1:
        return value.numerator
    decimal = float(value)
    return (
        decimal
        if Fraction(repr(decimal)) == value and abs(decimal) >= 1e-4
        else f"{value.numerator}/{value.denominator}"
    )


def tidy(value: Fraction) -> Value:
    """A whole amount as an ``int``."""
    return value.numerator if value.denominator == 1 else value


class HashedOnce(Fraction):
    """A fraction whose hash is worked out once: it takes a power, and facts are looked up all the time."""

    __slots__ = ("_hash",)

    @classmethod
    def of(cls, value: Value) -> Value:
        """The same amount; a whole one is an ``int``, whose hash is there at once."""
        return value if isinstance(value, int) else cls(int(value.numerator), int(value.denominator))

    def __hash__(self) -> int:  # type: ignore[override]  # a number of any kind need not have one
        try:
            return self._hash
        except AttributeError:
            self._hash: int = super().__hash__()
            return self._hash


def amount_field(largest: int, finest: int, bound: dict[str, int] | None = None) -> tuple[object, ...]:
    """What to put in ``Annotated[Fraction, *amount_field(...)]``: bounds, file form and schema.

    ``bound`` is the lower bound in the schema where a check of the setting's own asks for more.
    """
    check: Callable[[object], Fraction] = lambda given: parsed(given, largest, finest)  # noqa: E731
    schema = {
        "anyOf": [
            {"type": "number", **(bound or {"minimum": -largest}), "maximum": largest},
            {"type": "string", "pattern": r"^[+-]?\d+(\.\d+|/\d+)?$", "maxLength": LONGEST},
        ]
    }
    return BeforeValidator(check), PlainSerializer(plain), WithJsonSchema(schema)


FACE_LIMIT, FINEST_FACE = 10_000, 1000
Amount = Annotated[Fraction, *amount_field(FACE_LIMIT, FINEST_FACE)]
"""What a face or a factor may be."""

TOTAL_LIMIT, FINEST_TOTAL = 10**12, 10**9
Total = Annotated[Fraction, *amount_field(TOTAL_LIMIT, FINEST_TOTAL)]
"""What a draw may come to, and what a rule may name."""
