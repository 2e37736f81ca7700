"""A game played by hand, one draw or one choice at a time, by the compiled rules of the runs.

Every position of the table is an immutable value, so taking a step back is taking the one before. Draws come from a
seeded sequence that is kept: after a step back the same draw comes again, and the same seed starts the same game.
"""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.play.hand import Hand, Shown
from bolometric.core.results.standing import Drawn, Option, Standing
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus

Held = tuple[int, tuple[AnyPiece, ...], Draw]
"""The first seat of those that share pieces, these, and what is made of them."""


@dataclass(frozen=True, slots=True)
class Position:
    """How the table stands, and what lies on it."""

    standing: Standing
    """Of the area's own kind."""
    draws: int = 0
    """Draws of the whole game, so which of the sequence comes next."""
    shown: Shown | None = None
    hand: Held | None = None
    """What was drawn from to get here; None where nothing was."""


class Sitting:
    """One game at the table. ``past`` holds every position so far, the present one last."""

    def __init__(self, game: Game, seed: int = 1) -> None:
        self.game = game
        self.rules = area_of(game).by_hand
        self.past: list[Position] = []
        self.restart(seed)

    def restart(self, seed: int) -> None:
        """Begin again; the same seed gives the same draws."""
        self.seed = seed
        self.chance = np.random.default_rng(seed + 1)
        self._hands: dict[Held, Hand] = {}
        self._sequences: dict[Held, list[Shown]] = {}
        laid = self.rules.shuffled
        self.past = [Position(self.rules.begin(self.game) if laid is None else laid(self.game, self.chance))]

    @property
    def here(self) -> Position:
        """The present position."""
        return self.past[-1]

    @property
    def now(self) -> Standing:
        """How the table stands now, as the area's own kind of standing."""
        return self.here.standing

    @property
    def can_undo(self) -> bool:
        """Whether there is a step to take back."""
        return len(self.past) > 1

    @property
    def may_draw(self) -> bool:
        """Whether a draw is to come, or may."""
        return self.now.waiting in ("draw", "either")

    @property
    def mine(self) -> Game:
        """The game in which all draw as the seat to move does."""
        return self.game.of_seat(self.now.seat)

    @property
    def seen(self) -> Game:
        """The game as the area's hooks are given it."""
        return self.game if self.rules.compares else self.mine

    @property
    def options(self) -> tuple[Option[Hashable], ...]:
        """What the seat to move may choose."""
        return self.rules.options(self.seen, self.now) if self.now.waiting in ("choice", "either") else ()

    @property
    def drawn(self) -> tuple[Value, ...]:
        """What has come up so far, one draw after the other; totals that were set are not among them."""
        shown = {one.draws: one.shown.total for one in self.past if one.draws and one.shown is not None}
        return tuple(total for total in shown.values() if total is not None)

    @property
    def totals(self) -> tuple[Value, ...]:
        """What the next draw can make."""
        return distribution_of(self.rules.pieces(self.mine, self.now), self.mine.draw).totals

    def undo(self) -> None:
        """Take one step back."""
        if self.can_undo:
            self.past.pop()

    def draw(self, wanted: Value | None = None) -> None:
        """Draw, or take ``wanted`` as the total that came up (to try a case)."""
        if not self.may_draw:
            return
        held, shown = self._next()
        drawn = Drawn(shown.total, shown.sum, any_special(shown), numbers_of(shown))
        if wanted is not None:
            drawn = Drawn(wanted, f"{minus(wanted)} (set)")
        landed = self.rules.landed(self.seen, self.now, drawn)
        after = Position(landed, self.here.draws + 1)
        self.past.append(after if wanted is not None else replace(after, shown=shown, hand=held))

    def choose(self, key: Hashable) -> None:
        """Take an option."""
        if any(option.key == key for option in self.options):
            assert self.rules.choose is not None, "an area with options takes one"
            chosen = self.rules.choose(self.seen, self.now, key)
            self.past.append(Position(chosen, self.here.draws, self.here.shown))

    def play_on(self, style: Style) -> None:
        """One step for a seat that chooses by a style."""
        key = self.rules.pick(self.seen, self.now, style, self.chance) if self.options else None
        if key is None:
            self.draw()
        else:
            self.choose(key)

    def coach(self) -> str:
        """Each option with its value under best play, and what choosing it costs."""
        return "The game is over." if self.now.over else self.rules.coach(self.seen, self.now)

    def _next(self) -> tuple[Held, Shown]:
        """The next of the sequence; where only some of the game's pieces are used, those of the same draw."""
        mine = self.mine
        used = self.rules.pieces(mine, self.now)
        whole = mine.pieces if used == mine.pieces[: len(used)] else used
        held = (self.game.holder(self.now.seat), whole, mine.draw)
        hand = self._hands.setdefault(held, Hand(whole, mine.draw, self.seed + len(self._hands)))
        sequence = self._sequences.setdefault(held, [])
        # A pack whose cards stay out goes on from its own last draw, whatever others drew from theirs.
        at = sum(one.hand == held for one in self.past) if remembers(whole) else self.here.draws
        while len(sequence) <= at:
            sequence.append(hand.draw())
        return held, hand.part(sequence[at], len(used))


def numbers_of(shown: Shown) -> tuple[Value, ...]:
    """What each piece shows as a number, in order; for a handful of counters what they show together."""
    return tuple(value for thrown in shown.thrown for value in thrown.values)


def any_special(shown: Shown) -> bool:
    """Whether a special face is shown."""
    return any(thrown.special for thrown in shown.thrown)
