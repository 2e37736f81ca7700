"""Easier and harder: from one game several versions, each at a step of one reading, for tables in one room."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.brief import Band, Family
from bolometric.core.game.document import Game
from bolometric.core.game.targets import STYLES, Target
from bolometric.core.judge.kept import loses
from bolometric.core.judge.suits import off_by
from bolometric.core.judge.verdict import applies
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import show
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.lines import cut
from bolometric.core.tuning.looking import readings_for
from bolometric.core.tuning.screening import Keeping
from bolometric.core.tuning.search import tune
from bolometric.core.tuning.space import PIECES, apart, differences, free_knobs
from bolometric.core.tuning.workers import Share, alone

HARDER = {"first_try": -1, "success": -1, "minutes": 1, "thinking_seconds": 1, "draw_size": 1, "choice": 1}
"""The readings that a ladder may go by, and whether more of it is harder."""
LEVELS: dict[int, tuple[str, ...]] = {
    3: ("easy", "middle", "hard"),
    4: ("easy", "fairly easy", "fairly hard", "hard"),
    5: ("easy", "fairly easy", "middle", "fairly hard", "hard"),
}
TRIES, LONG = 120, 4_000
NARROW = 0.5
"""Width of a level's band as a part of the distance between two levels."""
ALIKE = 0.08
"""Of games that suit a level by so little less than the best, the one that is least different is taken."""
MOST_NAME = 60


@dataclass(frozen=True, slots=True)
class Rung:
    """One version."""

    level: str
    game: Game
    wanted: float
    reading: Reading
    met: bool
    """Whether it came within its band."""
    changes: tuple[str, ...]
    """What changes from the version before; from the game itself for the first."""


def offered(game: Game) -> tuple[str, ...]:
    """The readings that a ladder of this game may go by."""
    drawn = game.area.uses_pieces and len(game.shown.totals) > 1
    known = {"first_try": True, "minutes": True, "thinking_seconds": True, "draw_size": drawn}
    return tuple(key for key in HARDER if known.get(key) or applies(game, key))


def measured_as(game: Game, key: str, style: str) -> tuple[str, str]:
    """For whom a ladder is measured: where nobody says who plays, thinking takes the usual profile's time."""
    return style, USUAL.name if key == "thinking_seconds" and not game.seats.fluency else ""


def levels_of(key: str, easy: float, hard: float, count: int) -> tuple[float, ...]:
    """The values of the levels, evenly from the easy to the hard end.

    Raises GameError where the ends are the wrong way round.

    >>> levels_of("success", 0.9, 0.3, 3)
    (0.9, 0.6, 0.3)
    """
    if count not in LEVELS:
        raise GameError("A ladder has three to five versions.")
    if (hard - easy) * HARDER[key] <= 0:
        more = "more" if HARDER[key] > 0 else "less"
        label = READINGS[key].label
        raise GameError(
            f"{label}: {more} of it is harder, so the hard end ({show(key, hard)}) must be {more} than the easy one "
            f"({show(key, easy)}): swap them."
        )
    return tuple(round(easy + (hard - easy) * k / (count - 1), 6) for k in range(count))


def ladder(
    game: Game,
    key: str,
    values: Sequence[float],
    free: Sequence[str] = (),
    style: str = "as_set",
    seed: int = 1,
    share: Share = alone,
) -> Iterator[Rung]:
    """Versions of a game at values of one reading, easy first; the game's other targets count as before.

    Each level is searched from the version before it, so neighbours differ by little. Raises GameError where nothing
    may change or the reading means nothing here, and Cancelled.
    """
    if key not in offered(game):
        raise GameError(f"{READINGS[key].label if key in READINGS else key} is no scale for a ladder of this game.")
    if style not in STYLES:
        raise GameError(f"{style!r} is none of the styles: {', '.join(STYLES)}.")
    paths = tuple(free) or _paths(game, key)
    wide = abs(values[1] - values[0]) * NARROW
    before = game

    def keeping(_: Game, made: Game) -> str:  # what the game itself is for, not the version before
        return loses(game, made, fewer=True)

    for place, (level, value) in enumerate(zip(LEVELS[len(values)], values, strict=True), 1):
        target = Target.model_validate(
            {
                "reading": key,
                "low": value - wide / 2,
                "high": value + wide / 2,
                "must": True,
                "style": style,
                "fluency": measured_as(game, key, style)[1],
            }
        )
        rung = _rung(_wanting(before, target), target, level, value, paths, seed, share, keeping)
        yield _named(rung, game, before, paths, place, target)
        before = _as_before(rung.game, game)


def _paths(game: Game, key: str) -> tuple[str, ...]:
    """What may change: for the size of the numbers the pieces, and how long it is, so that it lasts as before."""
    if key == "draw_size":
        return tuple(filter(None, (area_of(game).faults.lengthens(game), PIECES)))
    return tuple(dict.fromkeys((*free_knobs(game), *((PIECES,) if game.area.uses_pieces else ()))))


def _wanting(game: Game, target: Target) -> Game:
    """The game with the target of a level, in place of others for the same reading."""
    others = [one for one in game.brief.targets if one.reading != target.reading]
    update: dict[str, object] = {"targets": (target, *others)}
    if target.reading in ("minutes", "in_time"):
        update["minutes"] = None
    return game.model_copy(update={"brief": game.brief.model_copy(update=update)})


def _as_before(game: Game, own: Game) -> Game:
    """The game with the brief that it began with."""
    return game.model_copy(update={"brief": own.brief})


def _rung(
    game: Game,
    target: Target,
    level: str,
    value: float,
    paths: tuple[str, ...],
    seed: int,
    share: Share,
    keeping: Keeping,
) -> Rung:
    *_, last = tune(game, paths, seed=seed, tries=TRIES, share=share, most=8, long=LONG, keeping=keeping)
    enough = last.best[0].suits * (1 - ALIKE)
    near = [one for one in last.best if one.suits >= enough]
    best = min(near, key=lambda one: apart(game, one.game, paths))
    found = next(part for part in best.parts if part.target == target)
    reading = found.reading or Reading("simulated")
    return Rung(level, best.game, value, reading, off_by(target, found.reading) == 0, ())


def _named(rung: Rung, own: Game, before: Game, paths: tuple[str, ...], place: int, target: Target) -> Rung:
    """The version with the name and the target of its level, and what changes from the one before."""
    tail = f" – {rung.level}"
    name = cut(own.name, MOST_NAME - len(tail)) + tail
    family = Family(of=own.name, level=rung.level, place=place)
    brief = _wanting(own, target).brief
    if target.reading == "minutes":
        band = Band(low=max(target.low, 0.0), high=target.high)
        brief = own.brief.model_copy(update={"minutes": band})
    made = rung.game.model_copy(update={"name": name, "family": family, "brief": brief})
    words = tuple(part.words for part in differences(before, made, paths))
    return Rung(rung.level, made, rung.wanted, rung.reading, rung.met, words)


def present(game: Game, key: str, style: str = "as_set", seed: int = 1) -> float | None:
    """What the reading is now, for the ends of a ladder to begin with."""
    found = readings_for(game, measured_as(game, key, style), frozenset({key}), LONG, seed).get(key)
    return None if found is None else found.mean
