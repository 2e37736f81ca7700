"""What may be changed: the free settings of a game, their values, and how different two games are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import GOES_ON, carried_along, in_words_of
from bolometric.core.judge import change_size
from bolometric.core.judge.nearby import order_of
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at, knobs
from bolometric.core.words.rule_sheet import rules_text

PIECES = "pieces"
KEPT = ("brief.", "house.", "talk.", "seats.")
"""Settings that are not the game's rules: free only if they are named."""


def free_knobs(game: Game, free: Sequence[str] = (), lock: Sequence[str] = ()) -> tuple[str, ...]:
    """The paths that may change: those that are named, or else all rules that keep the practice, and the pieces.

    Without those that are locked.

    Raises GameError for a path that is no setting, and where nothing is left.
    """
    for path in (*free, *lock):
        knob_at(game, path)
    if free:
        found = [path for path in dict.fromkeys(free) if path not in lock]
    else:
        found = [
            at.path
            for at in knobs(game)
            if at.knob.kind in ("number", "choice")
            and at.knob.suggested != ()
            and not at.path.startswith(KEPT)
            and at.knob.practice in ("same", "size")
            and at.path not in lock
        ]
        if game.area.uses_pieces and PIECES not in lock and not game.draws_differ:
            found.append(PIECES)
    if not found:
        raise GameError("Every setting is locked, so nothing can be tuned: free one at least.")
    odd = next((path for path in found if not _may_vary(game, path)), None)
    if odd is not None:
        raise GameError(f"{odd} cannot be varied by itself: free a number, a choice, or the pieces.", odd)
    return tuple(found)


def _may_vary(game: Game, path: str) -> bool:
    return path == PIECES or knob_at(game, path).knob.kind in ("number", "choice")


def values_of(at: KnobAt) -> list[object]:
    """Every value of a number or a choice."""
    if at.knob.kind == "choice":
        return [choice.value for choice in at.knob.choices]
    if at.low is None or at.high is None:
        return [at.value]
    step = at.knob.step
    first = -(-at.low // step) * step
    numbers = np.arange(first, at.high + step / 2, step).tolist()
    return [int(number) if isinstance(at.value, int) else float(number) for number in numbers]


def size_of(game: Game, paths: Sequence[str], most: int) -> int:
    """How many games there are, or more than ``most``."""
    size = 1
    for path in paths:
        if path == PIECES:
            return most + 1
        size *= len(values_of(knob_at(game, path)))
        if size > most:
            return most + 1
    return size


@dataclass(frozen=True, slots=True)
class Difference:
    """One setting in which two games differ."""

    path: str
    words: str
    size: float


def differences(one: Game, other: Game, paths: Sequence[str]) -> tuple[Difference, ...]:
    """In which of the settings two games differ, as something to do to the first to get the second.

    A number counts by its part, as cures do (judge/change_size): half as large again is 0.5, and a choice is 0.3.
    """
    found = []
    for path in paths:
        if path == PIECES:
            if one.pieces != other.pieces:
                words = in_words_of(one, f"Use {pieces_words(other.pieces)}")
                found.append(Difference(path, words, kind_of(path, knob_at(one, path))))
            continue
        try:
            here, there = knob_at(one, path), knob_at(other, path)
        except GameError:
            continue  # it means nothing in one of them
        if here.value != there.value:
            along = GOES_ON if _takes_along(one, other, path, there.value) else ""
            found.append(Difference(path, in_words_of(one, order_of(there) + along), _size(here, there)))
    return tuple(found)


def _takes_along(one: Game, other: Game, path: str, value: object) -> bool:
    """Whether the other game has what a change of this setting takes along."""
    along = carried_along(one, path, value)
    return bool(along) and all(
        getattr(other.area, more.removeprefix("area."), None) == wanted for more, wanted in along
    )


def changes_between(one: Game, other: Game) -> tuple[str, ...]:
    """What to change in a game to get another of its kind: every number, choice and piece; none of another kind."""
    if type(one.area) is not type(other.area):
        return ()
    paths = [at.path for at in knobs(other) if at.knob.kind in ("number", "choice")]
    return tuple(part.words for part in differences(one, other, (*paths, PIECES)))


def _size(one: KnobAt, other: KnobAt) -> float:
    if one.knob.kind == "number":
        return part_of(one.value, other.value, one.knob.step)
    return kind_of(one.path, one)


def part_of(one: float, other: float, step: float) -> float:
    """How different two numbers are: their difference as a part of the larger."""
    return float(abs(one - other) / max(abs(one), abs(other), step))


def kind_of(path: str, knob: KnobAt) -> float:
    """How different two games are by another choice, other pieces or another list."""
    if path == PIECES:
        return change_size.PIECES
    return change_size.CHOICE if knob.knob.kind == "choice" else change_size.LIST


def apart(one: Game, other: Game, paths: Sequence[str]) -> float:
    """How different two games are: the sizes of their differences together."""
    return sum(part.size for part in differences(one, other, paths))


def without_idle(game: Game, other: Game, paths: Sequence[str]) -> Game:
    """The other game without the choices that do nothing as it stands: those that change no word of its rules."""
    made, rules = other, rules_text(other)
    for path in paths:
        try:
            here, there = knob_at(game, path), knob_at(made, path)
            if path == PIECES or here.knob.kind != "choice" or here.value == there.value:
                continue
            back = with_value(made, path, here.value)
        except GameError:
            continue  # it means nothing in one of them, or can't be as before
        if rules_text(back) == rules:
            made = back
    return made
