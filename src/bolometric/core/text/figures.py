"""How numbers and lists are written, everywhere: true minus signs, plain decimals, percent, plurals, lists in words."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from fractions import Fraction

from bolometric.core.settings.amounts import Value

LONGEST_DECIMAL = 4
"""Digits after the point that a number is written out to."""
NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def number(count: int) -> str:
    """Small numbers as words."""
    return NUMBERS[count] if 0 <= count < len(NUMBERS) else str(count)


def minus(value: Value | float) -> str:
    """A number with a true minus sign; an exact one as a decimal if that is short, else as a fraction."""
    if isinstance(value, Fraction) and value.denominator > 1:
        short = 10**LONGEST_DECIMAL % value.denominator == 0
        text = f"{float(value):.{LONGEST_DECIMAL}f}".rstrip("0") if short else f"{value.numerator}/{value.denominator}"
    elif isinstance(value, float):
        text = f"{value or 0.0:g}"  # nought has no sign
        if "e" in text:  # a power of ten is no way to tell a number to a class
            text = f"{round(value, 12) or 0.0:.12f}".rstrip("0").rstrip(".")
    else:
        text = str(int(value))
    return text.replace("-", "−")


def over_line(value: Value) -> str:
    """A fraction over a line, however short its decimal; a whole number as it is."""
    return f"{minus(value.numerator)}/{value.denominator}" if value.denominator > 1 else minus(value)


def significant(value: float, digits: int) -> str:
    """So many digits that count, the rest noughts; written out, with commas in thousands."""
    near = float(f"{value:.{digits}g}")
    text = f"{near:,.0f}" if abs(near) >= 1000 else f"{near:.12f}".rstrip("0").rstrip(".")
    return text.replace("-", "−")


def so_many(value: float, one: str, digits: int = 2) -> str:
    """A number that was measured, with what it counts: '1 draw', '1.3 draws'."""
    shown = significant(value, digits)
    return f"{shown} {one if shown == '1' else f'{one}s'}"


def known_to(stderr: float) -> str:
    """How sure a share is: 'exact', or 'simulated ± 0.4 points'."""
    return f"simulated ± {significant(100 * stderr, 2)} points" if stderr else "exact"


def times_words(count: float) -> str:
    """How many times, to two digits that count: 'once', '1.1 times'."""
    often = significant(count, 2)
    return "once" if often == "1" else f"{often} times"


def listing_words(words: Sequence[str], last: str) -> str:
    """Words as a list: '2, 7 or 10' when ``last`` is 'or'."""
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} {last} {words[-1]}"


def some_of(words: Sequence[str], most: int, last: str = "and") -> str:
    """Words as a list; of a long one the first ``most``, and how many more there are, which is never one alone.

    >>> some_of("abcd", 3), some_of("abcde", 3)
    ('a, b, c and d', 'a, b, c and 2 more')
    """
    if len(words) <= most + 1:
        return listing_words(words, last)
    return f"{', '.join(words[:most])} {last} {len(words) - most:,} more"


def listing(values: Iterable[Value], last: str) -> str:
    """Numbers as a list in words."""
    return listing_words([minus(value) for value in values], last)


def plural(count: int, one: str, many: str = "") -> str:
    """'1 square', '2 squares'."""
    return f"{count:,} {one if count == 1 else many or one + 's'}"


ROUNDING = 1e-14
"""How far a share may be from 1 by rounding alone."""


def percent(share: float) -> str:
    """A share in percent, with a digit more where it is small; never '0%' for what can happen."""
    value = 100.0 if share > 1 - ROUNDING else 100 * share
    if value == 0:
        return "0%"
    if value < 0.1:
        return "under 0.1%"
    if 99.9 < value < 100:
        return "over 99.9%"
    return f"{value:.1f}%" if value < 9.95 or 99 < value < 100 else f"{value:.0f}%"


def short_percent(share: float) -> str:
    """A share in percent for where there is little room."""
    return "<1%" if 0 < share <= 0.005 else ">99%" if 0.995 <= share < 1 else f"{100 * share:.0f}%"
