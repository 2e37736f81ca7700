"""Saying a game in plain sentences, in the order a maker tells it.

The sentences are data: spans of text, some of which are *words* that stand for a setting. The rule sheet
shows words as things to click; a printed sheet or the command line joins the text.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from bolometric.core.amounts import Value, tidy
from bolometric.core.pieces import AnyPiece, Counters, Die, Pack, Spinner, faces_of, specials
from bolometric.core.presets import called

MOST_SAID = 12
"""Numbers of a list that are named."""

LONGEST_DECIMAL = 4
"""Digits after the point that a number is written out to."""
NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


@dataclass(frozen=True, slots=True)
class Span:
    """A stretch of text; with a ``path`` it is a word that stands for the setting there."""

    text: str
    path: str = ""


Sentences = tuple[Span, ...]


@dataclass(frozen=True, slots=True)
class Section:
    """A heading and the paragraphs below it."""

    title: str
    paragraphs: tuple[Sentences, ...]

    @property
    def text(self) -> str:
        """The paragraphs as plain text, a line each."""
        return "\n".join("".join(span.text for span in paragraph) for paragraph in self.paragraphs)


def sentences(*parts: str | Span) -> Sentences:
    """A paragraph from plain strings and words."""
    return tuple(Span(part) if isinstance(part, str) else part for part in parts)


def number(count: int) -> str:
    """Small numbers as words."""
    return NUMBERS[count] if 0 <= count < len(NUMBERS) else str(count)


def minus(value: Value | float) -> str:
    """A number with a true minus sign; an exact one as a decimal if that is short, else as a fraction."""
    if isinstance(value, Fraction) and value.denominator > 1:
        short = 10**LONGEST_DECIMAL % value.denominator == 0
        text = f"{float(value):.{LONGEST_DECIMAL}f}".rstrip("0") if short else f"{value.numerator}/{value.denominator}"
    elif isinstance(value, float):
        text = f"{value:g}"
    else:
        text = str(int(value))
    return text.replace("-", "−")


def significant(value: float, digits: int) -> str:
    """So many digits that count, the rest noughts; written out, with commas in thousands."""
    near = float(f"{value:.{digits}g}")
    text = f"{near:,.0f}" if abs(near) >= 1000 else f"{near:.12f}".rstrip("0").rstrip(".")
    return text.replace("-", "−")


def listing_words(words: Sequence[str], last: str) -> str:
    """Words as a list: '2, 7 or 10' when ``last`` is 'or'."""
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} {last} {words[-1]}"


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


def _run(values: Sequence[Value]) -> str:
    """Values as 'low to high' where they are a run, else as a list, cut where it is long."""
    low, high = values[0], values[-1]
    if len(values) > 2 and all(b - a == 1 for a, b in pairwise(values)):
        return f"{minus(low)} to {minus(high)}"
    if len(values) > MOST_SAID:
        return f"{listing(values[: MOST_SAID - 1], 'and')} and {len(values) - MOST_SAID + 1} more"
    return listing(values, "and")


def shows(piece: AnyPiece) -> str:
    """What a piece shows: a preset's words, a run, or the list."""
    preset = called(piece)
    match piece:
        case Die() | Spinner():
            marked = listing([f.number for f in faces_of(piece) if f.special], "and") if specials((piece,)) else ""
            said = preset or _run(piece.values)
            if isinstance(piece, Spinner) and len({sector.angle for sector in piece.sectors}) > 1:
                said = listing_words([f"{minus(s.number)} ({minus(tidy(s.angle))}°)" for s in piece.sectors], "and")
            return f"{said}, {marked} special" if marked else said
        case Pack():
            even = len({card.count for card in piece.cards}) == 1
            each = piece.cards[0].count
            said = _run(piece.values) if even else listing_words(
                [f"{minus(card.number)} × {card.count}" for card in piece.cards], "and"
            )  # fmt: skip
            if even and each > 1:
                said += f", {number(each)} of each"
            said += f", {number(piece.drawn)} drawn at once" if piece.drawn > 1 else ""
            return said + (", kept out" if piece.after == "keep_out" else "")
        case Counters():
            if piece.front == 1 and piece.back == 0:
                return f"{piece.front_word} up counts"
            front, back = minus(tidy(piece.front)), minus(tidy(piece.back))
            return f"{front} for {piece.front_word} up, {back} for {piece.back_word} up"


def _of_kind(piece: AnyPiece, count: int) -> str:
    match piece:
        case Die():
            return f"{number(count)} {'die' if count == 1 else 'dice'}"
        case Spinner():
            return f"{number(count)} spinner{'s' if count > 1 else ''}"
        case Pack():
            return f"{number(count)} pack{'s' if count > 1 else ''} of {piece.size} cards"
        case Counters():
            each = f"{number(piece.count)} two-sided counter{'s' if piece.count > 1 else ''}"
            return each if count == 1 else f"{number(count)} handfuls of {each}"


def pieces_words(pieces: Sequence[AnyPiece]) -> str:
    """All the pieces: 'two dice, faces 1 to 6', or a group for each kind of piece."""
    groups = Counter(pieces)
    told = [
        (_of_kind(piece, count), ("faces " if isinstance(piece, Die) else "") + shows(piece))
        for piece, count in groups.items()
    ]
    if len(told) == 1:
        return ", ".join(told[0])
    return listing_words([f"{what} ({which})" for what, which in told], "and")
