"""Boxes and placed counters as the rest of the core sees them."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.filled.cleared import clear_within
from bolometric.core.areas.filled.fill import Fill, area_of_marks, fills_of, line_of, marks_of
from bolometric.core.areas.filled.first import shares
from bolometric.core.areas.filled.spec import PlacedCounters
from bolometric.core.chains.race import NOWHERE, FirstPassage
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.contract import BestPlay, Measured
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import Player
from bolometric.core.results.exact import ExactResult, from_passages, seat_readings
from bolometric.core.results.readings import Reading, exact_length, exact_value
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]


def solve(game: Game) -> ExactResult | None:
    """What the clearing times give; None if draws hang together, or several seats left to chance share a caller.

    Raises Cancelled once the work is given up.
    """
    if remembers(game.pieces):
        return None
    fills, area = fills_of(game), area_of_marks(game)
    if area.together and game.seats.count > 1:
        known = [fill.counts for fill in fills if fill.counts is not None]
        if len(known) == len(fills):
            return _called(game, known)
        return _alike(game, fills[0]) if len(set(fills)) == 1 else None
    each = list(zip(game.by_seat, fills, strict=True))
    found = {seat: passage_of(*seat) for seat in dict.fromkeys(each)}
    ways = [way for seat in each if (way := found[seat]) is not None]
    if len(ways) < len(fills):
        return None
    solved = from_passages(ways, area.finish == "finish_round", one_draw=True, setbacks=False)
    mean = solved.readings["turns"].mean if "turns" in solved.readings else None
    if game.seats.count == 1 and mean is not None:
        # Alone every draw but those that take one off is idle.
        solved.readings["idle_turns"] = exact_value(1 - marks_of(game) / mean)
    return solved


def _clear(game: Game, fill: Fill) -> Array | None:
    checkpoint()
    return clear_within(tuple(line_of(game).chances.tolist()), fill, marks_of(game))


def passage_of(game: Game, fill: Fill) -> FirstPassage | None:
    """One seat's own draws until it is clear."""
    within = _clear(game, fill)
    if within is None:
        return None
    sure = float(within[-1])
    if not sure:
        return NOWHERE
    size = len(within)
    return FirstPassage(np.diff(within, prepend=0.0), sure - within, np.full(size, 1 - sure), np.zeros(size), 1.0, True)


def _called(game: Game, seats: list[tuple[int, ...]]) -> ExactResult | None:
    """One caller for placements that are known."""
    chances = line_of(game).chances
    can = [counts for counts in dict.fromkeys(seats) if not np.any((np.array(counts) > 0) & (chances == 0))]
    stuck = sum(counts not in can for counts in seats)
    if not can:
        nobody = WaitingTime(np.ones(1), never=1.0)
        return ExactResult(
            _lengths(nobody) | {"success": exact_value(0.0), "stuck": exact_value(1.0)}, nobody, never=1.0
        )
    within = _any_clear(game, can)
    if within is None:
        return None
    turns = WaitingTime(1 - within)
    wins, ties = shares(chances, [counts for counts in seats if counts in can])
    won = iter(wins.tolist())
    by_seat = [next(won) if counts in can else 0.0 for counts in seats]
    readings = _lengths(turns) | seat_readings(by_seat, ties) | {"success": exact_value(1.0), "stuck": exact_value(0.0)}
    return ExactResult(readings, turns, never=float(stuck == len(seats)))


def _alike(game: Game, fill: Fill) -> ExactResult:
    """What is known of boards that are all filled by chance in one way: nobody is favoured, since they are alike."""
    seats, possible = game.seats.count, line_of(game).chances > 0
    can = (sum(weight for weight, comes in zip(fill.weights, possible, strict=True) if comes)) ** marks_of(game)
    nobody = (1 - can) ** seats if not possible.all() else 0.0
    return ExactResult(
        {
            "seat_wins": Reading("exact", values=((1 - nobody) / seats,) * seats),
            "first_seat_edge": exact_value(0.0),
            "success": exact_value(1 - nobody),
            "stuck": exact_value(nobody),
        },
        None,
        followed=False,
    )


def _any_clear(game: Game, different: Sequence[tuple[int, ...]]) -> Array | None:
    """P(any placement is clear after n draws), by inclusion and exclusion over those that are clear together."""
    parts: list[tuple[int, Array]] = []
    for size in range(1, len(different) + 1):
        for group in combinations(different, size):
            most = tuple(np.array(group).max(axis=0).tolist())
            within = _clear(game, Fill(most))
            if within is None:
                return None
            parts.append(((-1) ** (size + 1), within))
    length = max(len(within) for _, within in parts)
    joined = sum(sign * np.pad(within, (0, length - len(within)), constant_values=1.0) for sign, within in parts)
    return np.asarray(np.clip(joined, 0.0, 1.0))


def _lengths(turns: WaitingTime) -> dict[str, Reading]:
    length = exact_length(turns)
    return {"turns": length, "rounds": length, "rolls": length}


def chooses(game: Game) -> bool:
    """Boxes are filled by draws; counters are placed."""
    return isinstance(game.area, PlacedCounters)


def before(game: Game) -> float:
    """Draws that fill the boxes, all players one after the other; counters are placed without drawing."""
    if isinstance(game.area, PlacedCounters):
        return 0.0
    shares = []
    for line in map(line_of, game.by_seat):
        # The last ways are those of draws that make nothing.
        shares.append(float(np.sum(line.chances)) if line.ways[-1] else 1.0)
    return sum(marks_of(game) / share for share in shares) if all(shares) else 0.0


def hopeless(game: Game) -> bool:
    """Whether no seat can ever be clear."""
    return all(
        fill.counts is not None and bool(np.any((np.array(fill.counts) > 0) & (line_of(one).chances == 0)))
        for one, fill in zip(game.by_seat, fills_of(game), strict=True)
    )


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.filled import play

    return play.player(game)


def best_play(game: Game) -> BestPlay | None:
    """How many counters to place on each number so as to be clear soonest."""
    if not isinstance(game.area, PlacedCounters) or remembers(game.pieces) or game.others:
        return None
    from bolometric.core.areas.filled.placing import best_for_clearing  # SciPy comes with it

    line = line_of(game)
    best = best_for_clearing(line.chances, game.area.counters)
    counters = {str(number): count for number, count in zip(line.numbers, best.counts, strict=True)}
    return {
        "goal": "cleared soonest on average",
        "counters": counters,
        "draws": best.worth,
        "compared_all": best.compared_all,
    }


MEASURED = Measured(solve=solve, player=player, chooses=chooses, before=before, hopeless=hopeless, best_play=best_play)
