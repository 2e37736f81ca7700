"""Something to look at together, where nothing is drawn that could be called: cards, a question, and its answer."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Posed:
    """What is shown to a room."""

    rows: tuple[tuple[str, tuple[str, ...]], ...]
    """Rows of cards, each with what it is ('open', 'hand'; may be empty) and what stands on them."""
    ask: str
    answer: str
