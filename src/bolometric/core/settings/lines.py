"""Text from outside on one line: without what a terminal or a window would obey instead of showing."""

from __future__ import annotations

JOINERS = "\u200c\u200d"
"""Join letters in Persian and Indic words, and pictures to one emoji: they stay between what they join."""
LONGEST_MESSAGE, LONGEST_KEY = 320, 40


def one_line(text: str) -> str:
    """Text on one line: control and direction marks and runs of blanks become single blanks, joiners stay."""
    kept = "".join(c if c.isprintable() or c in JOINERS else " " for c in text)
    return " ".join(word for word in (word.strip(JOINERS) for word in kept.split()) if word)


def cut(text: str, most: int) -> str:
    """Text of so many characters at most, with a sign where something is left out."""
    return text if len(text) <= most else f"{text[: most - 1].rstrip()}…"


def message(text: str) -> str:
    """A sentence as it may reach a terminal or a window."""
    return cut(one_line(text), LONGEST_MESSAGE)
