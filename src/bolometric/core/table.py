"""A game played by hand, one draw or one choice at a time, by the compiled rules of the runs.

Every position of the table is an immutable value, so taking a step back is taking the one before. Draws come from a
seeded sequence that is kept: after a step back the same draw comes again, and the same seed starts the same game.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from bolometric.core.amounts import Value, tidy
from bolometric.core.areas.trail import daring
from bolometric.core.areas.trail.rules import LOST, MOST_DRAWS, SENT_BACK, Chain, compile_chain
from bolometric.core.game import Game
from bolometric.core.hand import Hand, Shown
from bolometric.core.seats import Style
from bolometric.core.wording import listing, minus

Waiting = Literal["draw", "choice", "nothing"]


@dataclass(frozen=True, slots=True)
class Position:
    """How the table stands."""

    places: tuple[int, ...]
    """Steps of each seat from the start."""
    seat: int = 0
    turn: int = 1
    began: int = 0
    """Where the present turn began."""
    drawn: int = 0
    """Draws of the present turn."""
    draws: int = 0
    """Draws of the whole game, so which of the sequence comes next."""
    waiting: Waiting = "draw"
    winners: tuple[int, ...] = ()
    record: tuple[str, ...] = ()
    shown: Shown | None = None


class Sitting:
    """One game at the table. ``past`` holds every position so far, the present one last."""

    def __init__(self, game: Game, seed: int = 1) -> None:
        self.game = game
        self.past: list[Position] = []
        self.restart(seed)

    def restart(self, seed: int) -> None:
        """Begin again; the same seed gives the same draws."""
        self.seed = seed
        self._hand = Hand(self.game.pieces, self.game.draw, seed)
        self._rng = np.random.default_rng(seed + 1)
        self._sequence: list[Shown] = []
        self.past = [Position((0,) * self.game.seats.count)]

    @property
    def now(self) -> Position:
        """How the table stands now."""
        return self.past[-1]

    @property
    def can_undo(self) -> bool:
        """Whether there is a step to take back."""
        return len(self.past) > 1

    def undo(self) -> None:
        """Take one step back."""
        if self.can_undo:
            self.past.pop()

    def draw(self, wanted: Value | None = None) -> None:
        """Draw, or take ``wanted`` as the total that came up (to try a case)."""
        if self.now.waiting == "nothing":
            return
        shown = self._next()
        total, words, special = shown.total, shown.sum, any_special(shown)
        if wanted is not None:
            total, words, special = wanted, f"{minus(wanted)} (set)", False
        self.past.append(
            self._landed(replace(self.now, shown=shown if wanted is None else None), total, words, special)
        )

    def stop(self) -> None:
        """Keep what the turn has gained."""
        if self.now.waiting == "choice":
            self.past.append(self._turn_over(self.now, "stops"))

    def play_on(self, style: Style) -> None:
        """One step for a seat that chooses by a style."""
        now = self.now
        if now.waiting == "choice" and not self._goes_on(style):
            self.stop()
        else:
            self.draw()

    def _goes_on(self, style: Style) -> bool:
        now = self.now
        policy = daring.policy_of(self.game.area, self.game.distribution, style)
        if now.drawn >= policy.most:
            return False
        return bool(self._rng.random() < policy.go[now.began, now.places[now.seat]])

    def _next(self) -> Shown:
        while len(self._sequence) <= self.now.draws:
            self._sequence.append(self._hand.draw())
        return self._sequence[self.now.draws]

    def _chain(self) -> Chain:
        return compile_chain(self.game.area, self.game.distribution)

    def _landed(self, now: Position, total: Value | None, words: str, special: bool) -> Position:
        """Where a draw takes the seat whose turn it is, read from the compiled rules."""
        chain, totals = self._chain(), self.game.distribution.totals
        column = int(chain.column[len(totals) if total is None else totals.index(total), int(special)])
        here = now.places[now.seat]
        does = chain.turn[column]
        there = now.began if does == LOST else int(chain.table[here, column])
        places = tuple(there if k == now.seat else place for k, place in enumerate(now.places))
        moved = {SENT_BACK: "back to the start", LOST: f"the turn is lost, back to {self._named(now.began)}"}.get(
            int(does), f"to {self._named(there)}" if there != here else "stays"
        )
        now = replace(now, places=places, drawn=now.drawn + 1, draws=now.draws + 1)
        now = replace(now, record=(*now.record, f"Turn {now.turn}, seat {now.seat + 1}: {words}, {moved}."))
        trail = self.game.area
        once = trail.go_on == "no" or (trail.go_on == "fixed" and now.drawn >= trail.draws)
        if once or does in (SENT_BACK, LOST) or there == trail.steps or now.drawn >= MOST_DRAWS:
            return self._turn_over(now)
        return replace(now, waiting="choice" if trail.go_on == "dare" else "draw")

    def _turn_over(self, now: Position, word: str = "") -> Position:
        if word:
            where = self._named(now.places[now.seat])
            now = replace(now, record=(*now.record, f"Turn {now.turn}, seat {now.seat + 1}: {word} on {where}."))
        seats, home = self.game.seats.count, self.game.area.steps
        arrived = tuple(k for k, place in enumerate(now.places) if place == home)
        last = now.seat == seats - 1
        if arrived and (self.game.area.finish == "at_once" or last):
            won = f"Seat {arrived[0] + 1} wins." if len(arrived) == 1 else (
                f"Seats {listing([k + 1 for k in arrived], 'and')} share the win."
            )  # fmt: skip
            return replace(now, waiting="nothing", winners=arrived, record=(*now.record, won))
        seat = 0 if last else now.seat + 1
        return replace(now, seat=seat, turn=now.turn + 1, began=now.places[seat], drawn=0, waiting="draw")

    def _named(self, position: int) -> str:
        return minus(tidy(self.game.area.amount_at(position)))

    def coach(self) -> str:
        """Each option with its value under best play, and what choosing it costs."""
        now, game = self.now, self.game
        if now.waiting == "nothing":
            return "The game is over."
        if game.area.go_on != "dare":
            return "There is nothing to choose in this game: draw, and see."
        if not game.draws_are_known:
            return "Best play is not known where draws hang together or are too many to list."
        if now.waiting == "draw":
            return "A turn begins with a draw; then there is something to choose."
        plan, here = daring.plan_of(game.area, game.distribution), now.places[now.seat]
        price, keeps = float(plan.price[now.began, here]), float(plan.turns[here])
        goes_on = bool(plan.go[now.began, here])
        on = keeps - price if goes_on else keeps + price
        better, cost = ("Going on", "stopping") if goes_on else ("Stopping", "going on")
        return (
            f"Stop: {keeps:.2f} more turns after this one on average. Go on: {on:.2f}. {better} is better; {cost} "
            f"costs {price:.2g} turns (exact, for fewest turns)."
        )


def any_special(shown: Shown) -> bool:
    """Whether a special face is shown."""
    return any(thrown.special for thrown in shown.thrown)
