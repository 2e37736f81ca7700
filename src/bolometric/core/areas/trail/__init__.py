"""Trail: a marker for each seat, or one for all, moves along a line of squares by the totals drawn.

spec           what the maker sets; choices in words
rules          where a total takes a marker, and how a turn ends: the only place that says so
exact          the absorbing chain that the rules make; long_trail for thousands of steps; pair for two that meet
stopping       turns of several draws, and when it is best to stop; against for playing to win
squares        what a square may carry, and what a landing there comes to; on_squares, patterns: set and laid out
turns_on_squares  turns that squares lengthen or take away, as a chain; squares_play where squares do more
on_cards, card_rules, cards_play  packs of question cards: set, what they come to, and in the compiled loop
play           whole games played by the thousand; meeting where seats heed each other; outcomes of matches; visiting
               how often each step is landed on, in games played
work           what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.trail.card_rules import READINGS
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.entry import Entry, Starter

if TYPE_CHECKING:
    from collections.abc import Iterator

    from bolometric.core.areas.trail.on_trail import Key, OnTrail
    from bolometric.core.game.contract import Area
    from bolometric.core.game.document import Game


def _load() -> Area[OnTrail, Key]:
    from bolometric.core.areas.trail import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _starters() -> tuple[Starter, ...]:
    from bolometric.core.areas.trail.starters import STARTERS

    return STARTERS


def _warm() -> Iterator[Game]:
    from bolometric.core.areas.trail.starters import warm

    return warm()


TRAIL = Entry(Trail, _load, _starters, _warm, READINGS)
