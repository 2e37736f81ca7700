"""Best play against one other seat whose style is known: what wins most often against just that player.

Theory. With the other's choices settled, the seat that plans faces a Markov decision process. Let A(a, b) be the chance
that it wins when it is to move, its marker on a and the other's on b, and B(a, b) the same with the other to move. B
follows from A by the other's style, A from B by what is best, with the same recursion within a turn as
in :mod:`bolometric.core.areas.trail.pairs.best_play`. Solved by the same sweeps. Reference: Puterman, *Markov Decision
Processes*, section 7.2.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.choices import HEED
from bolometric.core.areas.trail.daring.stopping import policy_of, to_win, turn_matrix
from bolometric.core.areas.trail.pairs.best_play import MOST_SWEEPS, SETTLED, Against, against, sweep_turns
from bolometric.core.areas.trail.pairs.mover import gives_away, how
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import loop


def plan_of_seat(game: Game, seat: int, own: Style | None = None) -> Against:
    """How a seat plays to win, from 0: against best play, or against how the other seat plays if it heeds that.

    ``own`` is the style it plays by, if not that of the game. Where the other plays to win too there is nothing better
    to expect than best play.
    """
    trail = game.area_as(Trail)
    own, other = own or game.seats.style(seat), game.seats.style(1 - seat)
    if own.aim(trail) != HEED or to_win(trail, other):
        return against(trail, game.distribution)
    return respond(trail, game.distribution, other)


def stacked(tables: list[NDArray[np.uint8] | None]) -> NDArray[np.uint8]:
    """A table for each seat, empty ones where a seat has no plan."""
    sizes = [table.shape for table in tables if table is not None]
    out = np.zeros((len(tables), *(sizes[0] if sizes else (0, 0, 0))), np.uint8)
    for place, table in zip(out, tables, strict=True):
        if table is not None:
            place[:] = table
    return out


@lru_cache(maxsize=8)
def respond(trail: Trail, distribution: Distribution, other: Style) -> Against:
    """Solve for winning most often against a style."""
    chain = compile_chain(trail, distribution)
    steps, columns = chain.landing.shape
    landing, ends = chain.own_and_theirs, 1.0 if trail.first_home == "wins" else 0.0
    wins, theirs, done, change = np.full((steps, steps), 0.5), np.full((steps, steps), 0.5), 0, np.inf
    movers, turns = np.zeros((0, 0, 0), np.uint8), np.zeros((0, 0, 0), np.float32)
    if trail.chooses_mover:
        gives, mode = np.zeros((steps, steps, columns), np.uint8), how(other, trail.per_one)
        while done < MOST_SWEEPS and change >= SETTLED:
            checkpoint()
            change = _sweep_movers(landing, chain.chances, ends, trail.sign, mode, movers, wins, theirs, gives)
            done += 1
        return Against(wins, gives, movers, turns, change < SETTLED)
    ended = turn_matrix(chain, policy_of(trail, distribution, other))
    go, goes = np.zeros((steps, steps, steps), np.uint8), np.zeros((steps, steps, steps), np.float32)
    after = np.full((steps, steps, steps), 0.5)
    while done < MOST_SWEEPS and change >= SETTLED:
        checkpoint()
        # The other's turn ends where its style lets it, or at home.
        theirs[:] = wins @ ended[:, :steps].T + (1.0 - ends) * ended[:, steps]
        change = sweep_turns(landing[0], chain.chances, chain.turn, ends, wins, theirs, after, go, goes)
        done += 1
    return Against(wins, movers, go, goes, change < SETTLED)


@loop
def _sweep_movers(landing, chances, ends, sign, mode, none, wins, theirs, gives):  # type: ignore[no-untyped-def]
    _, steps, columns = landing.shape
    widest = 0.0
    for a in range(steps - 1, -1, -1):
        for b in range(steps - 1, -1, -1):
            value, after = 0.0, 0.0
            for column in range(columns):
                mine, other = landing[0, a, column], landing[1, b, column]
                own = ends if mine == steps else theirs[mine, b]
                away = 1.0 - ends if other == steps else theirs[a, other]
                gives[a, b, column] = away > own + 1e-9
                value += chances[column] * max(own, away)
                # The same with the other to move: what it gives away moves this seat's marker.
                given = gives_away(mode, sign, landing, b, a, column, none)
                ahead, pushed = landing[0, b, column], landing[1, a, column]
                kept = 1.0 - ends if ahead == steps else wins[a, ahead]
                moved = ends if pushed == steps else wins[pushed, b]
                after += chances[column] * (given * moved + (1.0 - given) * kept)
            widest = max(widest, abs(value - wins[a, b]), abs(after - theirs[a, b]))
            wins[a, b], theirs[a, b] = value, after
    return widest
