"""Pairs followed exactly where all remember everything or nothing, and every card has one partner.

Theory. (what is known, who is to move) is an absorbing chain; its length follows (:mod:`chains.absorbing`). Who has
more pairs in the end, for two seats: the distribution of the difference from each state on, worked out from the end
backwards. Every turn takes a pair away or shows a card that had not been seen, or changes nothing, which only happens
to those who guess: such a loop from a seat to the other and back is closed by dividing by its chance not to happen.

Best play for most pairs on average, two seats who remember everything. Let W(n, k) be the expected difference for the
seat to move, no whole pair being known. A card not seen is turned; if its partner is not known, either another one or
an old one is turned next, whichever is worth more, with -W for the other seat's move. W(n, k) needs W for fewer pairs
or more seen cards only. Turning two seen cards, to show nothing at all, is left out: both could do it for ever.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.pairs.knowledge import State, Turn, guessing, remembering
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.chains.absorbing import follow
from bolometric.core.chains.race import PERIOD, FirstPassage
from bolometric.core.chains.waiting import WaitingTime, fixed
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.exact import ExactResult, seat_readings
from bolometric.core.results.readings import exact_length, exact_value
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
ALL, NOTHING, BEST = "all", "nothing", "best"
"""How a seat remembers and turns."""


def way_of(style: Style) -> str | None:
    """How a seat with a style remembers, None where that is not followed."""
    if style.choose == "plan":
        return BEST
    if style.choose == "guess":
        return NOTHING
    return ALL if style.rule == "remember_all" else None


@lru_cache(maxsize=32)
def old_second(pairs: int, again: bool) -> frozenset[tuple[int, int]]:
    """Where best play turns an old card second: by how many pairs lie there and how many single cards are known."""
    return frozenset(key for key, (new, old) in worth(pairs, again).items() if old > new + 1e-12)


@lru_cache(maxsize=32)
def worth(pairs: int, again: bool) -> dict[tuple[int, int], tuple[float, float]]:
    """What a turn is worth by best play, in pairs more than the other: with a new card second, and with an old one."""
    found: dict[tuple[int, int], tuple[float, float]] = {}
    value: dict[tuple[int, int], float] = {(0, 0): 0.0}

    def of(state: State) -> float:
        """For the seat to move; a whole pair that is known is taken."""
        if state.whole == 0:
            return value[state.pairs, state.singles]
        after = value[state.pairs - 1, state.singles]
        return 1 + (after if again else -after)

    def total(turn: Turn) -> float:
        return sum(
            chance * ((1 + (of(there) if again else -of(there))) if match else -of(there))
            for (match, there), chance in turn.items()
        )

    for n in range(1, pairs + 1):
        for k in range(n, -1, -1):
            new = total(remembering(State(n, k, 0), old=False))
            old = total(remembering(State(n, k, 0), old=True)) if 0 < k < n else new
            found[n, k] = new, old
            value[n, k] = max(new, old)
    return found


def turn_of(way: str, state: State, old: frozenset[tuple[int, int]]) -> Turn:
    """What a turn comes to for a seat that plays in some way."""
    if way == NOTHING:
        return guessing(state)
    return remembering(state, old=way == BEST and (state.pairs, state.singles) in old)


def solve(game: Game) -> ExactResult | None:
    """The exact result; None where players remember otherwise, or cards have several partners."""
    area, seats = game.area_as(Pairs), game.seats.count
    ways = [way_of(game.seats.style(seat)) for seat in range(seats)]
    known = tuple(way for way in ways if way is not None)
    if len(known) < seats or not area.one_partner:
        return None
    return _solved(len(area.pairs), area.again == "yes", known)


@lru_cache(maxsize=64)
def _solved(pairs: int, again: bool, ways: tuple[str, ...]) -> ExactResult | None:
    old = old_second(pairs, again)
    length = _length(_followed(pairs, again, ways, old))
    if length is None:
        return None
    turns = exact_length(length)
    readings = {
        "turns": turns,
        "rolls": exact_length(fixed(0)),
        "idle_turns": exact_value(1 - pairs / (length.mean() or np.inf)),
        "stuck": exact_value(0.0),
    }
    if len(ways) == 1:
        readings["rounds"] = turns
    if len(ways) == 2:
        ends = _difference(pairs, again, ways, old)
        first, tied = float(ends[pairs + 1 :].sum()), float(ends[pairs])
        readings |= seat_readings([first + tied / 2, 1 - first - tied / 2], tied)
    return ExactResult(readings, length, alike=len(set(ways)) == 1)


def _length(way: FirstPassage) -> WaitingTime | None:
    if not way.settled:
        return None
    return WaitingTime(way.alive, PERIOD if way.tail_loss < 1 else 1, way.tail_loss)


def _followed(pairs: int, again: bool, ways: tuple[str, ...], old: frozenset[tuple[int, int]]) -> FirstPassage:
    """The chain over what is known and who is to move, from the start."""
    from scipy.sparse import coo_array  # heavy to import, and wanted here only

    begin = State(pairs, 0, 0), 0
    place, front = {begin: 0}, [begin]
    rows, columns, chances, ends = list[int](), list[int](), list[float](), dict[int, float]()
    while front:
        checkpoint()
        state, seat = here = front.pop()
        at = place[here]
        for (match, there), chance in turn_of(ways[seat], state, old).items():
            if there.pairs == 0:
                ends[at] = ends.get(at, 0.0) + chance
                continue
            following = there, seat if match and again else (seat + 1) % len(ways)
            if following not in place:
                place[following] = len(place)
                front.append(following)
            rows.append(at)
            columns.append(place[following])
            chances.append(chance)
    size = len(place)
    exits = np.zeros((size, 3))
    for at, chance in ends.items():
        exits[at, 0] = chance
    inner = coo_array((chances, (rows, columns)), shape=(size, size)).tocsr()
    return follow(inner, exits)


def _difference(pairs: int, again: bool, ways: tuple[str, ...], old: frozenset[tuple[int, int]]) -> Array:
    """The chances of every difference in the end, the first seat's pairs less the second's; from -pairs up."""
    even = np.zeros(2 * pairs + 1)
    even[pairs] = 1.0
    found: dict[tuple[State, int], Array] = {}

    def after(state: State, seat: int) -> Array:
        return even if state.pairs == 0 else found[state, seat]

    states = _states(pairs, ways)
    for state in states:
        checkpoint()
        parts, loops = [], []
        for seat in range(2):
            part, loop = np.zeros(2 * pairs + 1), 0.0
            for (match, there), chance in turn_of(ways[seat], state, old).items():
                if there == state:
                    loop += chance
                    continue
                ends = after(there, seat if match and again else 1 - seat)
                part += chance * (np.roll(ends, 1 if seat == 0 else -1) if match else ends)
            parts.append(part)
            loops.append(loop)
        whole = 1 - loops[0] * loops[1]
        found[state, 0] = (parts[0] + loops[0] * parts[1]) / whole
        found[state, 1] = (parts[1] + loops[1] * parts[0]) / whole
    return found[State(pairs, 0, 0), 0]


def _states(pairs: int, ways: tuple[str, ...]) -> list[State]:
    """Everything that may be known, such that a turn leads to what stands before, or changes nothing."""
    most_whole = pairs if NOTHING in ways else 1
    found = [
        State(n, k, p) for n in range(1, pairs + 1) for p in range(min(n, most_whole) + 1) for k in range(n - p + 1)
    ]
    return sorted(found, key=lambda state: (state.pairs, -(state.singles + 2 * state.whole)))
