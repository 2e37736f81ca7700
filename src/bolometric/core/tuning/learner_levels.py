"""Easier and harder for those who learn: the same game with smaller or larger numbers, more or less to hold in mind.

What changes is the pieces, and the board as far as it must follow; how the game is played, its aim and about how long
it lasts stay. What is easier has help on the table besides. How hard a version is, is told as a teacher asks: how many
sums come out right at the first try, and how long one works out in a turn.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from math import inf, log

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.brief import Family
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.house import HouseRule
from bolometric.core.judge.kept import OF_PIECES, facts_met, loses
from bolometric.core.judge.suits import AS_SET
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.help import help_for
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.sizes import other_size
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, show
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.settings.lines import cut
from bolometric.core.tuning.briefs.composing import sized
from bolometric.core.tuning.briefs.wanted import playable
from bolometric.core.tuning.looking import readings_for
from bolometric.core.tuning.space import changes_between

STEPS: dict[int, tuple[tuple[str, float], ...]] = {
    3: (("easier", 0.65), ("as it is", 1.0), ("harder", 1.5)),
    5: (("much easier", 0.5), ("easier", 0.75), ("as it is", 1.0), ("harder", 1.35), ("much harder", 1.8)),
}
"""Versions by their number: how each is called, and how long is worked out in a turn of it, as a part of now."""
FELT = 0.05
"""A difference of working out below which nobody feels it."""
RUNS, NEAR = 400, 0.2
"""Games of a look; how far the minutes may move from those of the game."""
MOST_PIECES, MOST_NAME = 4, 57


@dataclass(frozen=True, slots=True)
class Level:
    """One version."""

    level: str
    game: Game
    seconds: Reading
    """Of working out a turn: thinking without deciding."""
    right: Reading
    """Sums that come out right at the first try."""
    changes: tuple[str, ...]
    """What changes from the game itself."""
    help: str = ""
    """What lies on the table to help, as a sentence of the rules."""


def levels(game: Game, count: int = 3, seed: int = 1) -> Iterator[Level]:
    """Versions of a game from easier to harder; a side on which none keeps what the game is for is left out.

    Raises GameError where nothing is drawn or worked out, or for another number than three or five, and Cancelled.
    """
    if count not in STEPS:
        raise GameError("There are three or five versions.")
    now = _looked(game, seed)
    if now is None or not game.area.uses_pieces:
        raise GameError("Nothing is worked out in this game that could be made easier or harder.")
    known = {larger: _known(game, larger, seed) for larger in (False, True)}
    last, used = 0.0, set[Game]()
    for place, (name, factor) in enumerate(STEPS[count], 1):
        best = now if factor == 1 else _nearest(known[factor > 1], now, factor, last, used)
        if best is None:
            continue
        last = best.seconds.mean or 0.0
        used.add(best.game)
        yield _named(best, game, name, factor, place)


def _nearest(known: list[Level], now: Level, factor: float, last: float, used: set[Game]) -> Level | None:
    """The version whose working out is nearest to what is wanted, on its side of the game and beyond the last."""
    own = now.seconds.mean or 0.0
    best, off = None, inf
    for one in known:
        seconds = one.seconds.mean or 0.0
        aside = seconds < own * (1 - FELT) if factor < 1 else seconds > own * (1 + FELT)
        if not aside or one.game in used or seconds <= last * (1 + FELT):
            continue
        away = abs(log(seconds / own / factor)) + 0.1 * len(one.changes)
        if away < off:
            best, off = one, away
    return best


def _looked(game: Game, seed: int) -> Level | None:
    """How hard it is for its learners, or for one who counts on; None where nothing is worked out."""
    found = readings_for(_at_once_decided(game), AS_SET, frozenset({"thinking_seconds", "first_try"}), RUNS, seed)
    seconds, right = found.get("thinking_seconds"), found.get("first_try")
    if seconds is None or not seconds.mean or right is None or right.mean is None:
        return None
    return Level("", game, seconds, right, ())


def _at_once_decided(game: Game) -> Game:
    """The game with learners who take no time to choose or to look for what fits: what is left is worked out."""
    fluency = tuple(one.model_copy(update={"choice": 0.0}) for one in game.seats.fluency or (USUAL,))
    return game.model_copy(update={"seats": game.seats.model_copy(update={"fluency": fluency})})


def _known(game: Game, larger: bool, seed: int) -> list[Level]:
    """Every version on one side, with how hard it is."""
    return [one for made in _others(game, larger, seed) if (one := _looked(made, seed)) is not None]


def _others(game: Game, larger: bool, seed: int) -> Iterator[Game]:
    """The game with smaller pieces or larger ones, as long as before, with what it is for still in it."""
    lasting = _lasting(game, seed)
    minutes = None if lasting is None else (lasting * (1 - NEAR), lasting * (1 + NEAR))
    # Boards that suit other pieces are the same ones to play, whichever pieces: where none is played as this one is,
    # no more are made, which takes a tenth of a second each.
    choices, suited_alike = _choices(game), set[bool]()
    for pieces in dict.fromkeys(_pieces(game, larger)):
        checkpoint()
        for own, board in _boards(game, pieces, suited_alike != {False}):
            made = playable(board)
            if made is None:
                continue
            alike = _choices(made) == choices
            if not own:
                suited_alike.add(alike)
            if not alike:
                continue  # how it is played stays
            whole = sized(made, minutes, seed)
            lost = loses(game, whole, fewer=True)
            if not lost and _as_long(whole, lasting, seed):
                yield whole
            if not lost or lost in OF_PIECES:
                break  # another board would not mend it


def _boards(game: Game, pieces: tuple[AnyPiece, ...], suited: bool) -> Iterator[tuple[bool, dict[str, object]]]:
    """The game with other pieces, first on its ``own`` board, then on boards whose numbers suit them; as plain data."""
    data = {**game.model_dump(), "pieces": [piece.model_dump() for piece in pieces]}
    yield True, data
    if suited:
        with suppress(GameError):  # there is none
            yield from ((False, board) for board in area_of(game).board.suited(data))


def _pieces(game: Game, larger: bool) -> Iterator[tuple[AnyPiece, ...]]:
    """Each piece larger, all of them so, or one more to hold in mind; or each smaller, all so, or one less."""
    own = game.pieces
    for times in (1, 2):
        changed = [other_size(piece, times if larger else -times) for piece in own]
        for k, piece in enumerate(changed):
            if piece is not None:
                yield (*own[:k], piece, *own[k + 1 :])
        if len(own) > 1 and all(piece is not None for piece in changed):
            yield tuple(piece for piece in changed if piece is not None)
    if larger and 1 < len(own) < MOST_PIECES:
        yield (*own, own[-1])
    if not larger and len(own) > 2:
        yield own[:-1]


def _lasting(game: Game, seed: int) -> float | None:
    exact = measure_exactly(game, worth_of_thinking=False).readings.get("minutes")
    if exact is None:
        *_, tally = runs_of(game, seed, RUNS)
        exact = tally.readings().get("minutes")
    return None if exact is None else exact.mean


def _choices(game: Game) -> dict[str, object]:
    return {at.path: at.value for at in knobs(game) if at.knob.kind == "choice"}


def _as_long(game: Game, lasting: float | None, seed: int) -> bool:
    """Whether it takes about as long, or is within the minutes of its brief."""
    mean, band = _lasting(game, seed), game.brief.minutes
    if lasting is None or mean is None:
        return lasting is mean
    return abs(mean - lasting) <= 2 * NEAR * lasting or (band is not None and band.low <= mean <= band.high)


def _named(found: Level, own: Game, name: str, factor: float, place: int) -> Level:
    """The version with its name, its place among the others, and help where it is easier."""
    made, said = found.game, ""
    if factor < 1:
        said = help_for(facts_met(made))
    if said and all(rule.text != said for rule in own.house.rules):
        made = with_value(made, "house.rules", (*own.house.rules, HouseRule(text=said, where="first")))
    title = f"{cut(own.name, MOST_NAME - len(name))} – {name}"
    family = Family(of=own.name, level=name, place=place)
    named = made.model_copy(update={"name": title, "family": family})
    return replace(found, level=name, game=named, changes=changes_between(own, made), help=said)


def level_words(one: Level) -> str:
    """How hard a version is: '85% right at the first try (exact), 8.3 s of working out a turn (simulated ± 0.1)'."""
    right = f"{show('first_try', one.right.mean)} right at the first try ({certainty('first_try', one.right)})"
    long = show("thinking_seconds", one.seconds.mean)
    return f"{right}, {long} of working out a turn ({certainty('thinking_seconds', one.seconds)})"


def missing_words(found: Sequence[Level]) -> str:
    """On which side there is no version, as a sentence; nothing where there is one on either."""
    names = {one.level for one in found}
    sides = [side for side in ("easier", "harder") if not any(side in name for name in names)]
    return f"No version that is {' or '.join(sides)} keeps what the game is for." if sides else ""
