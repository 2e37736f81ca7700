"""Saying a game in plain sentences, in the order a maker tells it.

The sentences are data: spans of text, some of which are *words* that stand for a setting. The rule sheet
shows words as things to click; a printed sheet or the command line joins the text.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from bolometric.core.pieces import PRESETS, Die

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


def minus(value: float) -> str:
    """A number with a true minus sign."""
    return f"{value:g}".replace("-", "−")


def listing(values: Iterable[int], last: str) -> str:
    """Numbers as a list in words: '2, 7 or 10' when ``last`` is 'or'."""
    words = [minus(value) for value in values]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} {last} {words[-1]}"


def plural(count: int, one: str, many: str = "") -> str:
    """'1 square', '2 squares'."""
    return f"{count:,} {one if count == 1 else many or one + 's'}"


def percent(share: float) -> str:
    """A share in percent, with a digit more where it is small; never '0%' for what can happen."""
    value = 100 * share
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


def faces(die: Die) -> str:
    """What a die shows: a preset's words, a run, or the list."""
    for words, preset in PRESETS:
        if die.faces == preset:
            return words
    low, high = die.faces[0], die.faces[-1]
    if die.faces == tuple(range(low, high + 1)):
        return f"{minus(low)} to {minus(high)}"
    return listing(die.faces, "and")


def dice(pieces: Sequence[Die]) -> str:
    """All the dice: 'two dice, faces 1 to 6', or a group for each kind of die."""
    groups = Counter(pieces)
    if len(groups) == 1:
        count = len(pieces)
        return f"{number(count)} {'die' if count == 1 else 'dice'}, faces {faces(pieces[0])}"
    told = [f"{number(count)} with faces {faces(die)}" for die, count in groups.items()]
    return f"{number(len(pieces))} dice: {', '.join(told[:-1])} and {told[-1]}"
