"""Digits as the rest of the core sees them."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.rounds import known_of, sets_of
from bolometric.core.areas.digits.rules import columns_by_seat, columns_of, turns_a_round
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.chains.points import match
from bolometric.core.chains.scores import mixed, scores_of
from bolometric.core.chains.waiting import WaitingTime, fixed
from bolometric.core.game.contract import BestPlay, Measured
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player
from bolometric.core.results.exact import ExactResult, seat_readings
from bolometric.core.results.readings import Reading, exact_length, exact_score, exact_value
from bolometric.core.settings.cancel import checkpoint


def solve(game: Game) -> ExactResult | None:
    """What the numbers of a round give; None if that is not known. Raises Cancelled."""
    area = game.area_as(Digits)
    columns, arranging = columns_by_seat(game), area.practice == "together"
    styles = [game.seats.style(seat) for seat in range(game.seats.count)]
    readings: dict[str, Reading] = {"stuck": exact_value(0.0)}
    parts = []
    for mine, style in zip(columns, styles, strict=True):
        checkpoint()
        parts.append(known_of(mine, style, arranging))
    known = [part for part in parts if part is not None]
    scores = None
    if len(known) == len(parts):
        shown = [columns[0].score(part[0]) if area.aim == "nearest" else part[0] for part in known]
        each = []
        for values, part in zip(shown, known, strict=True):
            checkpoint()
            each.append(scores_of(values, part[1]))
        checkpoint()
        scores = mixed(each)
        checkpoint()
        readings["score"] = exact_score(scores)
        readings["success"] = exact_value(float(np.mean([part[1] @ part[2] for part in known])))
    alone: dict[tuple[int, ...], float] = {(0,): 1.0}
    sets = alone if len(styles) == 1 else sets_of(columns, styles, arranging, area.together)
    turns, own, draws = turns_a_round(game)
    found = None if sets is None else match(sets, len(styles), None, area.points)
    if found is None:
        # Who wins is not known; how long one round takes is.
        once = area.points == 1
        lengths = {"turns": fixed(turns), "rounds": fixed(own), "rolls": fixed(draws)} if once else {}
        readings |= {key: exact_length(length) for key, length in lengths.items()}
        return ExactResult(readings, lengths["turns"], scores=scores) if once else None
    readings |= {
        "turns": exact_length(_times(found.rounds, turns)),
        "rounds": exact_length(_times(found.rounds, own)),
        "rolls": exact_length(_times(found.rounds, draws)),
        **seat_readings([float(share) for share in found.wins], found.ties),
    }
    return ExactResult(readings, _times(found.rounds, turns), scores=scores)


def _times(rounds: WaitingTime, each: int) -> WaitingTime:
    """So many turns for every round."""
    return WaitingTime(np.append(np.repeat(rounds.head[:-1], each), 0.0))


def chooses(game: Game) -> bool:
    """Whether there is more than one column."""
    return game.area_as(Digits).columns > 1


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.digits import play

    return play.player(game)


def best_play(game: Game) -> BestPlay | None:
    """Where each digit goes, for every set of free columns; None where what is written already matters too."""
    columns, area = columns_of(game), game.area_as(Digits)
    if game.others or area.practice != "one_by_one" or area.aim == "nearest":
        return None
    plan, table = plan_of(columns), []
    names = [*(columns.name(column) for column in range(columns.columns)), "thrown away"]
    for spare in range(int(columns.spare), -1, -1):
        for free in range((1 << columns.columns) - 1, 0, -1):
            places = plan.placing.choice[spare, free].tolist()
            digits = [str(total) for total in game.distribution.totals]
            table.append(
                {
                    "free": [names[column] for column in range(columns.columns - 1, -1, -1) if free >> column & 1],
                    "may_throw_away": bool(spare),
                    "place": {digit: names[place] for digit, place in zip(digits, places, strict=True)},
                    "brings": float(plan.worth[spare, free]),
                }
            )
    return {"goal": f"{area.aim} on average", "table": table}


MEASURED = Measured(solve=solve, player=player, chooses=chooses, best_play=best_play)
