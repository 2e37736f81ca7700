"""Starting from what one has: the aim, who learns, how long, and the pieces at hand; games of every kind for it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Band, Game, game_from
from bolometric.core.game.entry import Starter
from bolometric.core.learner_work.aims import Aim
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.aimed_draws import subsets
from bolometric.core.tuning.composing import Wanted, compose
from bolometric.core.tuning.workers import Share, alone


@dataclass(frozen=True, slots=True)
class Answers:
    """What the maker says; what is left out does not count."""

    aim: tuple[Aim, ...] = ()
    learners: int | None = None
    """Players at one table."""
    fluency: str = ""
    """A profile by its name; empty where nothing is said."""
    minutes: tuple[float, float] | None = None
    pieces: tuple[AnyPiece, ...] = ()
    """At hand; a game may leave some of them in the box. None for whatever a game needs."""


@dataclass(frozen=True, slots=True)
class Beginning:
    """A game to begin with."""

    starter: Starter
    game: Game
    suits: float | None = None
    """How well it suits the answers; None where it is not made to suit them yet."""
    why: str = ""
    """Why one would choose it, in a sentence."""
    short: str = ""
    """The same in a few words."""
    against: str = ""
    """Why it is not offered; nothing where it is."""


def possible(answers: Answers) -> list[Beginning]:
    """The starters that can be played with the answers, each with its own pieces or with some of those at hand."""
    found = []
    for starter in starters():
        games = [game for data in _ways(starter, answers) if (game := _made(data)) is not None]
        if games:
            found.append(Beginning(starter, _nearest(games, starter)))
    return found


def tuned(answers: Answers, seed: int = 1, share: Share = alone) -> Iterator[Beginning]:
    """What every kind makes of the answers, as each is ready; those that cannot be stood for say why.

    Raises Cancelled.
    """
    profiles = tuple(one for one in PROFILES if one.name == answers.fluency)
    wanted = Wanted(answers.aim, answers.learners, profiles, answers.minutes, answers.pieces)
    for one in compose(wanted, seed, share):
        words = " ".join(filter(None, (one.why if not one.against else "", one.needs)))
        short = one.short if answers.aim and not one.against else ""
        yield Beginning(one.starter, one.game, one.suits, words, short, one.against)


def _ways(starter: Starter, answers: Answers) -> Iterator[dict[str, object]]:
    """The starter with the answers, as plain data, once for each way of using the pieces at hand."""
    data = starter.game.model_dump()
    brief: dict[str, object] = {**data["brief"], "minutes": None, "first_seat_edge": None, "setbacks": None}
    if answers.aim:
        brief["aim"] = [aim.model_dump() for aim in answers.aim]
        brief["practising"] = ", ".join(aim.words for aim in answers.aim)[:60]
        brief["targets"] = []
    if answers.minutes is not None:
        brief["minutes"] = Band(low=answers.minutes[0], high=answers.minutes[1]).model_dump()
    data["brief"] = brief
    if answers.learners is not None:
        data["seats"] = {**data["seats"], "count": answers.learners}
    if answers.fluency:
        data["seats"] = {
            **data["seats"],
            "fluency": [one.model_dump() for one in PROFILES if one.name == answers.fluency],
        }
    if not answers.pieces or not starter.game.area.uses_pieces:
        yield data
        return
    for chosen in subsets(answers.pieces):
        yield {**data, "pieces": [piece.model_dump() for piece in chosen]}


def _made(data: dict[str, object]) -> Game | None:
    try:
        return game_from(data)
    except GameError:
        return None


def _nearest(games: list[Game], starter: Starter) -> Game:
    """Of several, the one whose draw has as many pieces as the starter's, and numbers most like its own."""
    own = starter.game

    def apart(game: Game) -> tuple[int, float]:
        return abs(len(game.pieces) - len(own.pieces)), abs(_largest(game) - _largest(own))

    return min(games, key=apart)


def _largest(game: Game) -> float:
    return max((abs(float(total)) for total in game.shown.totals), default=0.0)
