"""What may be changed: the free settings of a game, their values, and how different two games are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from bolometric.core.game.document import Game, with_value
from bolometric.core.judge.closeness import CHOICE, LIST, PIECES
from bolometric.core.judge.nearby import order_of
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at, knobs
from bolometric.core.words.rule_sheet import rules_text

WIDEST = 1.6
"""A number goes up or down by a factor of two to this power at the most in one step."""
MOST_AT_ONCE = 3
"""Settings that change in one step."""
KEPT = ("brief.", "house.", "talk.", "seats.")
"""Settings that are not the game's rules: free only if they are named."""


def free_knobs(game: Game, free: Sequence[str] = (), lock: Sequence[str] = ()) -> tuple[str, ...]:
    """The paths that may change: those that are named, or else all rules that keep the practice; without the locked.

    Raises GameError for a path that is no setting, and where nothing is left.
    """
    for path in (*free, *lock):
        knob_at(game, path)
    if free:
        found = [path for path in dict.fromkeys(free) if path not in lock]
    else:
        found = [
            at.path for at in knobs(game)
            if at.knob.kind in ("number", "choice") and at.knob.suggested != () and not at.path.startswith(KEPT)
            and at.knob.practice in ("same", "size") and at.path not in lock
        ]  # fmt: skip
    if not found:
        raise GameError("Every setting is locked, so nothing can be tuned: free one at least.")
    odd = next((path for path in found if not _may_vary(game, path)), None)
    if odd is not None:
        raise GameError(f"{odd} cannot be varied by itself: free a number, a choice, or the pieces.", odd)
    return tuple(found)


def _may_vary(game: Game, path: str) -> bool:
    return path == "pieces" or knob_at(game, path).knob.kind in ("number", "choice")


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
        if path == "pieces":
            return most + 1
        size *= len(values_of(knob_at(game, path)))
        if size > most:
            return most + 1
    return size


def changed(game: Game, paths: Sequence[str], rng: np.random.Generator) -> Game | None:
    """The game with one to three free settings changed by chance; None if that can't be."""
    made = game
    count = int(rng.integers(1, min(MOST_AT_ONCE, len(paths)) + 1))
    for path in rng.permutation(list(paths))[:count].tolist():
        try:
            value = _other_pieces(made, rng) if path == "pieces" else _other(knob_at(made, path), rng)
            tried = with_value(made, path, value)
        except GameError:
            continue  # with what changed before, this one does nothing, or can't be so
        if _matters(made, tried, path):
            made = tried
    return None if made == game else made


def _matters(one: Game, other: Game, path: str) -> bool:
    """Whether two games that differ in a setting are played by other rules; a number that is a word on the sheet is."""
    choice = path != "pieces" and knob_at(one, path).knob.kind == "choice"
    return not choice or rules_text(one) != rules_text(other)


def _other(at: KnobAt, rng: np.random.Generator) -> object:
    if at.knob.kind == "choice":
        others = [choice.value for choice in at.knob.choices if choice.value != at.value]
        return others[int(rng.integers(len(others)))] if others else at.value
    by = 2.0 ** rng.uniform(-WIDEST, WIDEST)
    value = round(at.value * by / at.knob.step) * at.knob.step
    if value == at.value:
        value += at.knob.step * (1 if by > 1 else -1)
    value = min(max(value, at.low if at.low is not None else value), at.high if at.high is not None else value)
    return int(value) if isinstance(at.value, int) else float(value)


def neighbours(game: Game, paths: Sequence[str]) -> list[Game]:
    """The games in which one number is a step more or less."""
    found = []
    for path in paths:
        if path == "pieces":
            continue
        try:
            at = knob_at(game, path)
            values = [at.value + by * at.knob.step for by in (-1, 1)] if at.knob.kind == "number" else []
        except GameError:
            continue  # it means nothing here
        for value in values:
            try:
                made = with_value(game, path, int(value) if isinstance(at.value, int) else float(value))
            except GameError:
                continue
            found.append(made)
    return found


def _other_pieces(game: Game, rng: np.random.Generator) -> object:
    """One piece more, one less, or another of the kinds that are there."""
    pieces = [piece.model_dump() for piece in game.pieces]
    which = int(rng.integers(len(pieces)))
    match int(rng.integers(3)):
        case 0:
            return [*pieces, pieces[which]]
        case 1 if len(pieces) > 1:
            return [piece for k, piece in enumerate(pieces) if k != which]
    sides = int(rng.choice([4, 6, 8, 10, 12]))
    pieces[which] = {"kind": "die", "faces": list(range(1, sides + 1))}
    return pieces


@dataclass(frozen=True, slots=True)
class Difference:
    """One setting in which two games differ."""

    path: str
    words: str
    size: float


def differences(one: Game, other: Game, paths: Sequence[str]) -> tuple[Difference, ...]:
    """In which of the settings two games differ, as something to do to the first to get the second.

    A number counts by its part, as cures do (judge/closeness): half as large again is 0.5, and a choice is 0.3.
    """
    found = []
    for path in paths:
        if path == "pieces":
            if one.pieces != other.pieces:
                found.append(Difference(path, f"Use {pieces_words(other.pieces)}", PIECES))
            continue
        try:
            here, there = knob_at(one, path), knob_at(other, path)
        except GameError:
            continue  # it means nothing in one of them
        if here.value != there.value:
            found.append(Difference(path, order_of(there), _size(here, there)))
    return tuple(found)


def _size(one: KnobAt, other: KnobAt) -> float:
    if one.knob.kind == "number":
        larger = max(abs(one.value), abs(other.value), one.knob.step)
        return float(abs(one.value - other.value) / larger)
    return CHOICE if one.knob.kind == "choice" else LIST


def apart(one: Game, other: Game, paths: Sequence[str]) -> float:
    """How different two games are: the sizes of their differences together."""
    return sum(part.size for part in differences(one, other, paths))
