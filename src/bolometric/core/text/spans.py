"""Sentences as data, in the order a maker tells a game.

A paragraph is spans of text, some of which are *words* that stand for a setting. The rule sheet shows words as things
to click; a printed sheet or the command line joins the text.
"""

from __future__ import annotations

from dataclasses import dataclass


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
