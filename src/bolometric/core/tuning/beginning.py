"""Starting from what one has: the aim, who learns, how long, and the pieces at hand; games of every kind for it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Band, Game, game_from
from bolometric.core.game.entry import Starter
from bolometric.core.game.targets import Target
from bolometric.core.judge.suits import targets_of
from bolometric.core.learner_work.aims import Aim
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.search import Candidate, tune
from bolometric.core.tuning.workers import Share, alone

TRIES, FIRST_LOOK, LAST = 32, 200, 2_000
"""Candidates of each beginning; games of the look that chooses among the pieces; games of the last look."""
MOST_AT_HAND = 4
"""Pieces that are put together at most."""
WELL = 0.99
"""What suits so well is not changed."""
ON_AIM = 0.25
"""Share of the facts that should be the aim at least."""


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
    """How well it suits the answers; None where they ask for nothing that can be measured, or it is not tuned yet."""
    changes: tuple[str, ...] = ()


def possible(answers: Answers) -> list[Beginning]:
    """The starters that can be played with the answers, each with its own pieces or with some of those at hand."""
    found = []
    for starter in starters():
        games = [game for data in _ways(starter, answers) if (game := _made(data)) is not None]
        if games:
            found.append(Beginning(starter, _nearest(games, starter)))
    return found


def tuned(answers: Answers, seed: int = 1, tries: int = TRIES, share: Share = alone) -> Iterator[Beginning]:
    """Every possible beginning, tuned to the answers, as each is ready. Raises Cancelled."""
    for beginning in possible(answers):
        checkpoint()
        game = _best_pieces(beginning, answers, seed)
        targets = targets_of(game)
        if not targets:
            yield beginning
            continue
        as_it_is = look(game, targets, LAST, seed).suits
        best = _tuned(game, seed, tries, share) if as_it_is < WELL else None
        if best is None:
            yield Beginning(beginning.starter, game, as_it_is)
        else:
            yield Beginning(beginning.starter, best.game, best.suits, best.changes)


def _tuned(game: Game, seed: int, tries: int, share: Share) -> Candidate | None:
    try:
        *_, last = tune(game, seed=seed, tries=tries, share=share, most=1, long=LAST)
    except GameError:
        return None  # nothing of it may change
    return last.best[0] if last.best else None


def _ways(starter: Starter, answers: Answers) -> Iterator[dict[str, object]]:
    """The starter with the answers, as plain data, once for each way of using the pieces at hand."""
    data = starter.game.model_dump()
    brief: dict[str, object] = {**data["brief"], "minutes": None, "first_seat_edge": None, "setbacks": None}
    if answers.aim:
        brief["aim"] = [aim.model_dump() for aim in answers.aim]
        brief["practising"] = ", ".join(aim.words for aim in answers.aim)[:60]
        brief["targets"] = [Target(reading="on_aim", low=ON_AIM, high=1.0).model_dump()]
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


def subsets(pieces: tuple[AnyPiece, ...]) -> list[tuple[AnyPiece, ...]]:
    """Every different choice of some of the pieces, fewest first."""
    most = min(len(pieces), MOST_AT_HAND)
    return list(dict.fromkeys(chosen for count in range(1, most + 1) for chosen in combinations(pieces, count)))


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


def _best_pieces(beginning: Beginning, answers: Answers, seed: int) -> Game:
    """The beginning with those of the pieces at hand that suit best at a first look; the nearest of equals."""
    targets = targets_of(beginning.game)
    if not answers.pieces or not targets:
        return beginning.game
    games = [game for data in _ways(beginning.starter, answers) if (game := _made(data)) is not None]
    ordered = sorted(games, key=lambda game: game != beginning.game)
    return max(ordered, key=lambda game: round(look(game, targets, FIRST_LOOK, seed).suits, 2))
