"""Games of every kind for a brief, as :mod:`composing` makes them: those that can be stood for, the best first."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from bolometric.core.game.document import Game, game_from
from bolometric.core.game.targets import Target
from bolometric.core.judge.suits import AS_SET, suited, targets_of
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.composing import Composed, Wanted, compose, ordered
from bolometric.core.tuning.looking import readings_for
from bolometric.core.tuning.search import Candidate
from bolometric.core.tuning.workers import Share, alone

TOLD = 12
"""Games that are told."""
CLOSER = 2_000
"""Games played for a target that is measured for other players than the game's own."""


@dataclass(frozen=True, slots=True)
class Found:
    """What every kind made of a brief."""

    best: tuple[Candidate, ...]
    left_out: tuple[tuple[str, str], ...]
    """Kinds that are not offered, each with why."""


def wanted_of(brief: Mapping[str, Any]) -> Wanted:
    """What a brief asks for, from plain data as in a game file: ``brief``, ``seats``, ``pieces`` and ``draw`` of it.

    Raises GameError where the brief itself can't be, or asks for nothing.
    """
    checked = game_from({key: value for key, value in brief.items() if key in ("brief", "seats")})
    given, seats = dict(brief.get("brief", {})), dict(brief.get("seats", {}))
    said = checked.brief
    asked = {key: given[key] for key in ("first_seat_edge", "setbacks", "targets", "group") if given.get(key)}
    minutes = None if "minutes" not in given or said.minutes is None else (said.minutes.low, said.minutes.high)
    if minutes is None and not given.get("aim") and not asked:
        raise GameError("The brief has no target: name one, such as the minutes it should last.", "brief")
    pieces: tuple[AnyPiece, ...] = ()
    draw = None
    if "pieces" in brief:
        whole = game_from({"pieces": brief["pieces"], **({"draw": brief["draw"]} if "draw" in brief else {})})
        pieces, draw = whole.pieces, whole.draw if "draw" in brief else None
    return Wanted(
        said.aim if given.get("aim") else (),
        checked.seats.count if "count" in seats else None,
        checked.seats.fluency if seats.get("fluency") else (),
        minutes,
        pieces,
        draw,
        asked,
    )


def look_for(brief: Mapping[str, Any], seed: int = 1, share: Share = alone) -> Found:
    """What every kind makes of a brief. Raises GameError, Cancelled."""
    wanted = wanted_of(brief)
    made = list(compose(wanted, seed, share))
    if not made:
        raise GameError("No kind of game can be played with these pieces and players: name others.", "pieces")
    best = tuple(_candidate(one, seed) for one in ordered(made)[:TOLD])
    offered = {type(one.game.area) for one in made if not one.against}
    left = {type(one.game.area): one for one in made if type(one.game.area) not in offered}
    return Found(best, tuple((one.game.area.noun, one.against) for one in left.values()))


def find(brief: Mapping[str, Any], seed: int = 1, share: Share = alone) -> tuple[Candidate, ...]:
    """Games of every kind that suit a brief, the best first. Raises GameError, Cancelled."""
    return look_for(brief, seed, share).best


def _candidate(one: Composed, seed: int) -> Candidate:
    targets = _targets(one.game)
    measured = {AS_SET: one.readings}
    for whom in {target.measured_as for target in targets} - {AS_SET}:
        keys = frozenset(target.reading for target in targets if target.measured_as == whom)
        measured[whom] = readings_for(one.game, whom, keys, CLOSER, seed)
    words = " ".join(filter(None, (one.why, one.needs)))
    return Candidate(one.game, one.suits, suited(targets, measured), (), why=words)


def _targets(game: Game) -> tuple[Target, ...]:
    """What was asked, with the share of the aim, which nobody has to ask for."""
    found = targets_of(game)
    if game.brief.aim and not any(target.reading == "on_aim" for target in found):
        return (*found, ON_AIM)
    return found


ON_AIM = Target(reading="on_aim", low=0.6, high=1.0, must=True)
"""What a brief with an aim asks for by itself."""
