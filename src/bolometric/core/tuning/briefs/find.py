"""Games of every kind for a brief, as :mod:`composing` makes them: those that can be stood for, the best first."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Any

from bolometric.core.game.document import game_from
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.briefs.composing import compose
from bolometric.core.tuning.briefs.offering import Composed, ordered
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.core.tuning.briefs.wishes import USUAL_SUMS, wished
from bolometric.core.tuning.screening import Candidate
from bolometric.core.tuning.workers import Share, alone

Wishes = Mapping[str, str | None]
"""What is wished for the sums, the deciding and the luck, by its key (tuning/wishes)."""
TOLD = 12
"""Games that are told."""


@dataclass(frozen=True, slots=True)
class Found:
    """What every kind made of a brief."""

    best: tuple[Candidate, ...]
    left_out: tuple[tuple[str, str], ...]
    """Kinds that are not offered, each with why."""


def wanted_of(brief: Mapping[str, Any], wishes: Wishes = MappingProxyType({})) -> Wanted:
    """What a brief asks for, from plain data as in a game file: ``brief``, ``seats``, ``pieces`` and ``draw`` of it.

    ``wishes`` adds targets by their keys (tuning/wishes). Where the brief says what is the aim and how surely the
    players work, sums that are mostly right are wanted unless another share is named.

    Raises GameError where the brief itself can't be, or asks for nothing.
    """
    checked = game_from({key: value for key, value in brief.items() if key in ("brief", "seats")})
    given, seats = dict(brief.get("brief", {})), dict(brief.get("seats", {}))
    said = checked.brief
    asked = {key: given[key] for key in ("first_seat_edge", "setbacks", "targets", "group") if given.get(key)}
    if any(aim.kind == "list" for aim in said.aim) and given.get("practising"):
        asked["practising"] = said.practising  # a list has no words of its own
    minutes = None if "minutes" not in given or said.minutes is None else (said.minutes.low, said.minutes.high)
    targets = [*said.targets, *(wished(about, key) for about, key in wishes.items() if key)]
    if minutes is None and not given.get("aim") and not asked and not targets:
        raise GameError("The brief has no target: name one, such as the minutes it should last.", "brief")
    pieces: tuple[AnyPiece, ...] = ()
    draw = None
    if "pieces" in brief:
        whole = game_from({"pieces": brief["pieces"], **({"draw": brief["draw"]} if "draw" in brief else {})})
        pieces, draw = whole.pieces, whole.draw if "draw" in brief else None
    fluency = checked.seats.fluency if seats.get("fluency") else ()
    if fluency and given.get("aim") and not any(one.reading == "first_try" for one in targets):
        targets.append(wished("sums", USUAL_SUMS))
    if targets:
        asked["targets"] = [one.model_dump() for one in targets]
    return Wanted(
        said.aim if given.get("aim") else (),
        checked.seats.count if "count" in seats else None,
        fluency,
        minutes,
        pieces,
        draw,
        asked,
    )


def look_for(
    brief: Mapping[str, Any], seed: int = 1, share: Share = alone, wishes: Wishes = MappingProxyType({})
) -> Found:
    """What every kind makes of a brief. Raises GameError, Cancelled."""
    wanted = wanted_of(brief, wishes)
    made = list(compose(wanted, seed, share))
    if not made:
        raise GameError("No kind of game can be played with these pieces and players: name others.", "pieces")
    best = tuple(_candidate(one) for one in ordered(made)[:TOLD])
    offered = {type(one.game.area) for one in made if not one.against}
    left = {type(one.game.area): one for one in made if type(one.game.area) not in offered}
    return Found(best, tuple((one.game.area.noun, one.against) for one in left.values()))


def find(brief: Mapping[str, Any], seed: int = 1, share: Share = alone) -> tuple[Candidate, ...]:
    """Games of every kind that suit a brief, the best first. Raises GameError, Cancelled."""
    return look_for(brief, seed, share).best


def _candidate(one: Composed) -> Candidate:
    words = " ".join(filter(None, (one.why, one.needs)))
    return Candidate(one.game, one.suits, one.parts, (), why=words)
