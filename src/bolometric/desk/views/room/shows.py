"""Shows of hands in a room: what is asked, what was counted, and what was to be expected."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from bolometric.core.game.document import Game
from bolometric.core.logbook.calling import CallingBoard
from bolometric.core.logbook.hands import HandsQuestion, counted_words, expected_hands, questions
from bolometric.core.logbook.session import MOST_SHOWS, HandsUp


class Shows:
    """What hands are to be put up for, and those that were counted."""

    def __init__(self) -> None:
        self.asking: HandsQuestion | None = None
        self.counted: list[HandsUp] = []

    def ask(self, game: Game, boards: Sequence[CallingBoard], totals: Sequence[Fraction]) -> None:
        """The next question; after the last one none."""
        found = questions(game, totals, boards)
        kinds = [one.asked for one in found]
        at = kinds.index(self.asking.asked) + 1 if self.asking is not None and self.asking.asked in kinds else 0
        self.asking = found[at] if at < len(found) else None

    def count(self, up: int, of: int, go: int) -> str:
        """So many hands are up; as it is told."""
        if self.asking is not None and len(self.counted) < MOST_SHOWS:
            self.counted.append(HandsUp(asked=self.asking.words, up=up, of=of, go=go))
        self.asking = None
        return counted_words(up, of)

    def words(
        self, game: Game, boards: Sequence[CallingBoard], totals: Sequence[Fraction], of: int, expects: bool
    ) -> str:
        """What is asked, with how many hands were to be expected where that is wanted; nothing while nothing is."""
        if self.asking is None:
            return ""
        told = expected_hands(game, self.asking, boards, totals, of).words if expects else ""
        return f"{self.asking.words} {told}".strip()
