"""Two seats that heed each other, followed exactly: totals that move either marker, and daring to win.

Theory. Where both markers stand and who is to move is a Markov chain, as each seat chooses by a table. The game ends as
soon as a marker is home; :mod:`bolometric.core.chains.absorbing` follows the chain turn by turn. Flows into the
two ends are kept apart, so that each seat's share of wins is a sum of its flow, closed beyond the last turn as every
flow shrinks alike there.

A turn of several draws is worked out for each place where it may begin and each place of the other marker, since
whoever plays to win heeds both.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.daring.stopping import StoppingPolicy, policy_of, to_win, turn_matrix
from bolometric.core.areas.trail.pairs.best_response import plan_of_seat, stacked
from bolometric.core.areas.trail.pairs.mover import gives_away, how
from bolometric.core.areas.trail.pairs.round_for_ever import without_end
from bolometric.core.areas.trail.rules import MOST_DRAWS, TrailChain, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.chains.absorbing import Matrix, follow
from bolometric.core.chains.race import PERIOD, FirstPassage, in_all, written_whole
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game
from bolometric.core.results.exact import ExactResult, of_games, seat_readings
from bolometric.core.results.readings import Reading, exact_length, exact_value
from bolometric.core.settings.loops import loop

Array = NDArray[np.float64]
MOST_ENTRIES = 4_000_000
"""Moves between positions of both markers, at most."""
MOST_PAIRED_STEPS = 150
"""Turns of several draws are worked out for every two places of the markers on trails of so many steps."""


def solve(game: Game) -> ExactResult | None:
    """The exact result where the first of two seats home ends the game; None elsewhere, or if the chain is too large.

    Raises Cancelled once the work is given up.
    """
    trail = game.area_as(Trail)
    if game.seats.count != 2 or trail.finish != "at_once":
        return None
    chain = compile_chain(trail, game.distribution)
    entries = 2 * chain.length**2 * len(chain.chances)
    if entries > MOST_ENTRIES or (trail.go_on != "no" and chain.length > MOST_PAIRED_STEPS):
        return None
    if trail.go_on != "no" and not chain.can_finish[chain.can_be_reached].all():
        return None  # a marker may be caught, and the game then go on for ever
    turns = _movers(game, chain) if trail.go_on == "no" else _stoppers(game, chain)
    if trail.go_on == "no" and without_end(turns[0], turns[1][:, :2]).any():
        return None  # they may hold each other up, or both be caught
    way = follow(*turns)
    if not way.settled:
        return None
    alone = _told(way, trail)
    if trail.at_most == 1:
        return alone
    whole = way if way.tail_loss == 1 else written_whole(way)
    flows = [((seat,), flow) for seat, flow in enumerate(_wins(whole, trail))] if whole else []
    return of_games(alone, flows, 2, trail.at_most)


@lru_cache(maxsize=8)
def for_ever(game: Game) -> NDArray[np.bool_]:
    """Where two seats that move each other's markers go on for ever; shape (2, steps, steps), by who is to move.

    Empty where that is not looked for: elsewhere, or where there are too many positions.
    """
    trail, nowhere = game.area_as(Trail), np.zeros((0, 0, 0), bool)
    if not trail.chooses_mover or game.seats.count != 2 or trail.finish != "at_once" or not game.draws_are_known:
        return nowhere
    chain = compile_chain(trail, game.distribution)
    steps = chain.length
    if 2 * steps**2 * len(chain.chances) > MOST_ENTRIES:
        return nowhere
    inner, exits = _movers(game, chain)
    found = without_end(inner, exits[:, :2]).reshape(2, steps, steps)
    return found if found.any() else nowhere


def _told(way: FirstPassage, trail: Trail) -> ExactResult:
    length = WaitingTime(way.alive, PERIOD if way.tail_loss < 1 else 1, way.tail_loss)
    rounds = WaitingTime(way.alive[::2], PERIOD // 2 if way.tail_loss < 1 else 1, way.tail_loss)
    readings = {
        "turns": exact_length(length),
        "rounds": exact_length(rounds),
        **seat_readings([in_all(flow, way.tail_loss) for flow in _wins(way, trail)], 0.0),
        "success": exact_value(1.0),
        "stuck": exact_value(0.0),
        "setbacks": Reading("exact", in_all(way.setback, way.tail_loss) / (length.mean() or 1.0)),
    }
    if trail.go_on == "no":
        readings["rolls"] = readings["turns"]
    return ExactResult(readings, length)


def _wins(way: FirstPassage, trail: Trail) -> list[Array]:
    """The chance that each seat wins at each turn: its marker is home, or the other's, where that loses."""
    home = [way.home, np.diff(way.hopeless, prepend=0.0)]
    return home[:: trail.sign]


def _movers(game: Game, chain: TrailChain) -> tuple[Matrix, Array]:
    """One draw a turn, each total moving either marker: the chain and its exits, as :func:`follow` takes them."""
    trail, styles = game.area_as(Trail), [game.seats.style(seat) for seat in range(2)]
    planned = (plan_of_seat(game, seat).gives if style.choose == "plan" else None for seat, style in enumerate(styles))
    gives = stacked(list(planned))
    steps, columns = chain.landing.shape
    entries = 4 * steps**2 * columns
    rows, places, chances = np.zeros(entries, np.int32), np.zeros(entries, np.int32), np.zeros(entries)
    exits = np.zeros((2 * steps**2, 3))
    used = _list_movers(
        chain.own_and_theirs,
        chain.chances,
        trail.sign,
        np.array([how(style, trail.per_one) for style in styles]),
        gives,
        rows,
        places,
        chances,
        exits,
    )
    return _sparse(rows[:used], places[:used], chances[:used], len(exits)), exits


@loop
def _list_movers(landing, odds, sign, modes, gives, rows, places, chances, exits):  # type: ignore[no-untyped-def]
    """List every move between states (who is to move, first marker, second marker)."""
    _, steps, columns = landing.shape
    used = 0
    for seat in range(2):
        for first in range(steps):
            for second in range(steps):
                state = (seat * steps + first) * steps + second
                own, other = (first, second) if seat == 0 else (second, first)
                for column in range(columns):
                    given = gives_away(modes[seat], sign, landing, own, other, column, gives[seat])
                    for who in range(2):
                        chance = odds[column] * (given if who != seat else 1.0 - given)
                        if chance == 0.0:
                            continue
                        old = first if who == 0 else second
                        new = landing[0 if who == seat else 1, old, column]
                        exits[state, 2] += chance * (new < old)
                        if new == steps:
                            exits[state, who] += chance
                            continue
                        a, b = (new, second) if who == 0 else (first, new)
                        rows[used], chances[used] = state, chance
                        places[used] = ((1 - seat) * steps + a) * steps + b
                        used += 1
    return used


def _stoppers(game: Game, chain: TrailChain) -> tuple[Matrix, Array]:
    """Turns of several draws, the same."""
    steps = chain.length
    exits, parts = np.zeros((2, steps, steps, 3)), []
    for seat in range(2):
        for other, ended in enumerate(_turns(game, chain, seat)):
            # ended[s, e]: a turn begun at s ends at e, while the other marker is on ``other``
            here = exits[seat, :, other] if seat == 0 else exits[seat, other]
            here[:, seat] = ended[:, steps]
            here[:, 2] = np.tril(ended[:, :steps], -1).sum(axis=1)
            begun, there = np.nonzero(ended[:, :steps])
            pairs = [(at * steps + other, other * steps + at)[seat] for at in (begun, there)]
            parts.append((seat * steps**2 + pairs[0], (1 - seat) * steps**2 + pairs[1], ended[begun, there]))
    rows, places, chances = (np.concatenate(column) for column in zip(*parts, strict=True))
    return _sparse(rows, places, chances, 2 * steps**2), exits.reshape(-1, 3)


def _turns(game: Game, chain: TrailChain, seat: int) -> list[Array]:
    """For each place of the other marker the chances of ending a turn begun at each place at each other."""
    trail, style = game.area_as(Trail), game.seats.style(seat)
    if not to_win(trail, style):
        return [turn_matrix(chain, policy_of(trail, game.distribution, style))] * chain.length
    go = plan_of_seat(game, seat).go
    return [
        turn_matrix(chain, StoppingPolicy(go[other].astype(np.float32), MOST_DRAWS)) for other in range(chain.length)
    ]


def _sparse(rows: NDArray[np.signedinteger], places: NDArray[np.signedinteger], chances: Array, size: int) -> Matrix:
    from scipy.sparse import csr_array  # heavy to import, and wanted here only

    return csr_array((chances, (rows, places)), shape=(size, size))
