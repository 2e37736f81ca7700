"""What is asked for: the aim, who learns, how long, the pieces at hand, and what else a brief says."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game, game_from
from bolometric.core.game.starters import Starter
from bolometric.core.learner_work.aims import Aim
from bolometric.core.learner_work.fluency import Fluency
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.lines import cut

MOST_SAID = 60
"""Letters in which a brief says what is practised."""


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is asked for; what is left out does not count."""

    aim: tuple[Aim, ...] = ()
    learners: int | None = None
    fluency: tuple[Fluency, ...] = ()
    minutes: tuple[float, float] | None = None
    pieces: tuple[AnyPiece, ...] = ()
    """At hand; a game may leave some of them in the box. None for whatever a game needs."""
    draw: Draw | None = None
    """What is made of the pieces, where that is asked for."""
    brief: Mapping[str, object] = field(default_factory=dict)
    """What else the brief says: bands and targets, and what a list of facts is called, as plain data."""

    @property
    def purpose(self) -> str:
        """What is to be practised, in a few words; nothing where that is not said."""
        return cut(str(self.brief.get("practising", "")), MOST_SAID) or _said(self.aim)


def _said(aims: tuple[Aim, ...]) -> str:
    """Aims in so many letters: as many as there is room for, each of them whole, and whether there are more."""
    for count in range(len(aims), 0, -1):
        told = ", ".join(aim.words for aim in aims[:count]) + (" and more" if count < len(aims) else "")
        if len(told) <= MOST_SAID:
            return told
    return cut(aims[0].words, MOST_SAID) if aims else ""


def as_wanted(starter: Starter, wanted: Wanted) -> dict[str, object]:
    """A starter with the brief and the players that are asked for, as plain data."""
    data: dict[str, object] = starter.game.model_dump()
    own = starter.game.brief
    data["brief"] = {
        **own.model_dump(),
        "minutes": None if wanted.minutes is None else Band(low=wanted.minutes[0], high=wanted.minutes[1]).model_dump(),
        "first_seat_edge": None,
        "setbacks": None,
        "targets": (),
        **wanted.brief,
        "aim": [aim.model_dump() for aim in wanted.aim or own.aim],
        "practising": wanted.purpose or own.practising,
    }
    seats = starter.game.seats.model_dump()
    if wanted.learners is not None:
        seats["count"] = wanted.learners
    if wanted.fluency:
        seats["fluency"] = [one.model_dump() for one in wanted.fluency]
    data["seats"] = seats
    return data


def playable(data: Mapping[str, object]) -> Game | None:
    """The game, if it can be one."""
    try:
        return game_from(data)
    except GameError:
        return None
