"""A trail played by hand, by the chain that the runs use."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from bolometric.core.amounts import tidy
from bolometric.core.areas.trail import daring
from bolometric.core.areas.trail.rules import LOST, MOST_DRAWS, SENT_BACK, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game import Game
from bolometric.core.seats import Style
from bolometric.core.standing import Drawn, Option, Standing, noted, won
from bolometric.core.wording import minus

Stop = Literal["stop"]
STOP: Stop = "stop"


@dataclass(frozen=True, slots=True)
class OnTrail(Standing):
    """How a trail stands."""

    places: tuple[int, ...] = ()
    """Steps of each seat from the start."""
    began: int = 0
    """Where the present turn began."""
    drawn: int = 0
    """Draws of the present turn."""


def begin(game: Game) -> OnTrail:
    """Everyone off the board."""
    return OnTrail(places=(0,) * game.seats.count)


def pieces(game: Game, now: OnTrail) -> int:
    """Always all."""
    return len(game.pieces)


def asks(game: Game, now: OnTrail) -> str:
    """What the seat to move has to do."""
    return "stop, or draw again." if now.waiting == "either" else ""


def tally(game: Game, now: OnTrail) -> str:
    """The board shows it."""
    return ""


def options(game: Game, now: OnTrail) -> tuple[Option, ...]:
    """After a draw that did not end the turn one may stop; or draw again."""
    return (Option(STOP, f"Stop on {_named(game, now.places[now.seat])}"),)


def choose(game: Game, now: OnTrail, key: Stop) -> OnTrail:
    """Keep what the turn has gained."""
    return _turn_over(game, noted(now, f"stops on {_named(game, now.places[now.seat])}."))


def pick(game: Game, now: OnTrail, style: Style, rng: np.random.Generator) -> Stop | None:
    """Stop, or None to go on."""
    policy = daring.policy_of(game.area_as(Trail), game.distribution, style)
    if now.drawn >= policy.most:
        return STOP
    return None if rng.random() < policy.go[now.began, now.places[now.seat]] else STOP


def landed(game: Game, now: OnTrail, drawn: Drawn) -> OnTrail:
    """Where a draw takes the seat whose turn it is, read from the compiled rules."""
    trail, totals = game.area_as(Trail), game.distribution.totals
    chain = compile_chain(trail, game.distribution)
    place = len(totals) if drawn.total is None else totals.index(drawn.total)
    column = int(chain.column[place, int(drawn.special)])
    here = now.places[now.seat]
    does = chain.turn[column]
    there = now.began if does == LOST else int(chain.table[here, column])
    places = tuple(there if k == now.seat else place for k, place in enumerate(now.places))
    moved = {SENT_BACK: "back to the start", LOST: f"the turn is lost, back to {_named(game, now.began)}"}.get(
        int(does), f"to {_named(game, there)}" if there != here else "stays"
    )
    now = noted(replace(now, places=places, drawn=now.drawn + 1), f"{drawn.words}, {moved}.")
    once = trail.go_on == "no" or (trail.go_on == "fixed" and now.drawn >= trail.draws)
    if once or does in (SENT_BACK, LOST) or there == trail.steps or now.drawn >= MOST_DRAWS:
        return _turn_over(game, now)
    return replace(now, waiting="either" if trail.go_on == "dare" else "draw")


def _turn_over(game: Game, now: OnTrail) -> OnTrail:
    trail, seats = game.area_as(Trail), game.seats.count
    arrived = tuple(k for k, place in enumerate(now.places) if place == trail.steps)
    last = now.seat == seats - 1
    if arrived and (trail.finish == "at_once" or last):
        return won(now, arrived)
    seat = 0 if last else now.seat + 1
    return replace(now, seat=seat, turn=now.turn + 1, began=now.places[seat], drawn=0, waiting="draw")


def _named(game: Game, position: int) -> str:
    return minus(tidy(game.area_as(Trail).amount_at(position)))


def coach(game: Game, now: OnTrail) -> str:
    """What stopping and going on are worth under best play."""
    trail = game.area_as(Trail)
    if trail.go_on != "dare":
        return "There is nothing to choose in this game: draw, and see."
    if not game.draws_are_known:
        return "Best play is not known where draws hang together or are too many to list."
    if now.waiting == "draw":
        return "A turn begins with a draw; then there is something to choose."
    plan, here = daring.plan_of(trail, game.distribution), now.places[now.seat]
    price, keeps = float(plan.price[now.began, here]), float(plan.turns[here])
    goes_on = bool(plan.go[now.began, here])
    on = keeps - price if goes_on else keeps + price
    better, cost = ("Going on", "stopping") if goes_on else ("Stopping", "going on")
    return (
        f"Stop: {keeps:.2f} more turns after this one on average. Go on: {on:.2f}. {better} is better; {cost} "
        f"costs {price:.2g} turns (exact, for fewest turns)."
    )
