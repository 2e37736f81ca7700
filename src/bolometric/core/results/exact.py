"""What is known of a game without playing it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.matches import Flows, best_of
from bolometric.core.chains.race import FirstPassage, race
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.results.readings import Reading, exact_length, exact_value

ROUNDING = 1e-9


@dataclass(frozen=True, slots=True)
class ExactResult:
    """What an area works out: readings, and the distributions behind them."""

    readings: dict[str, Reading]
    turns: WaitingTime | None
    """Turns in a game, all seats together; None if the game is too long for its tail to be known."""
    paced: WaitingTime | None = None
    """What the minutes are counted in; None for the turns."""
    never: float = 0.0
    """The largest chance of a seat that it never reaches the aim."""
    way: FirstPassage | None = None
    """The first seat's own turns, where seats do not meet."""
    scores: tuple[NDArray[np.float64], NDArray[np.float64]] | None = None
    """Final scores of a seat and their chances, where seats have a score."""
    alike: bool = True
    """Whether all seats have the same way."""
    followed: bool = True
    """Whether the game was followed; if not, the readings are what is plain without it, since players are alike."""


def seat_readings(wins: Sequence[float], ties: float) -> dict[str, Reading]:
    """Who wins, from each seat's share and the share of games that are tied."""
    shares = tuple(map(_share, wins))
    return {
        "seat_wins": Reading("exact", values=shares),
        "first_seat_edge": exact_value(shares[0] - sum(shares) / len(shares)),
        "ties": exact_value(_share(ties)),
    }


def _share(found: float) -> float:
    """A share without what rounding puts past its ends; more than that is a mistake, and stays to be seen."""
    return min(max(found, 0.0), 1.0) if -ROUNDING < found < 1 + ROUNDING else found


def together(way: FirstPassage, turns: int | None, seats: int, one_draw: bool) -> ExactResult:
    """The exact result where all move one marker along a way, and have a number of turns for it; None for no limit."""
    if turns is None:
        alone = from_passages([way], False, one_draw)
        if alone.turns is None:
            return alone
        kept = {key: one for key, one in alone.readings.items() if key not in ("seat_wins", "first_seat_edge", "ties")}
        return replace(alone, readings={**kept, "rounds": exact_length(alone.turns.in_rounds(seats))})
    reached = way.home_within(turns)
    head = np.array([1 - way.home_within(count) for count in range(turns)] + [0.0])
    length = WaitingTime(head)
    readings = {
        "turns": exact_length(length),
        "rounds": exact_length(length.in_rounds(seats)),
        "success": exact_value(reached),
        "stuck": exact_value(0.0),
        "setbacks": exact_value(way.setbacks_within(turns) / (length.mean() or 1.0)),
    }
    if one_draw:
        readings["rolls"] = readings["turns"]
    return ExactResult(readings, length, way=way)


def from_passages(
    ways: Sequence[FirstPassage], finish_round: bool, one_draw: bool, setbacks: bool = True, loses: bool = False
) -> ExactResult:
    """The exact result where seats take turns at first passages of their own; the first at the aim wins, or loses."""
    found = race(ways, finish_round, loses)
    never, alike = max(way.never for way in ways), len(set(map(id, ways))) == 1
    if found is None:
        return ExactResult({}, None, None, never, ways[0], alike=alike)
    readings = {
        "turns": exact_length(found.turns),
        "rounds": exact_length(found.rounds),
        **seat_readings([float(share) for share in found.seat_wins], found.ties),
        "success": exact_value(1 - found.never),
        "stuck": exact_value(found.never),
    }
    if setbacks:
        readings["setbacks"] = Reading("exact", found.setbacks, never=found.never or None)
    if one_draw:
        readings["rolls"] = readings["turns"]
    return ExactResult(readings, found.turns, None, never, ways[0], alike=alike)


def of_games(one: ExactResult, flows: Flows, seats: int, at_most: int) -> ExactResult | None:
    """The exact result for the best of several games, from one game and the ways it may end; None if not known."""
    found = best_of(flows, seats, at_most) if flows else None
    if found is None:
        return None
    readings = {key: reading for key, reading in one.readings.items() if key in ("success", "stuck", "setbacks")}
    readings |= {
        "turns": exact_length(found.turns),
        "rounds": exact_length(found.rounds),
        **seat_readings([float(share) for share in found.wins], found.ties),
    }
    if "rolls" in one.readings:
        readings["rolls"] = readings["turns"]
    return ExactResult(readings, found.turns)
