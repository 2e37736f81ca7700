"""A candidate as the values of the settings that may change: cheap to make, to compare and to send, until it is a game.

A search makes thousands of candidates and looks closely at few, so a candidate is a tuple with one value for each free
setting, and becomes a game only where it is looked at.
"""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np

from bolometric.core.game.document import Game, with_values
from bolometric.core.game.fault import carried_along
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at
from bolometric.core.settings.once import once
from bolometric.core.tuning.space import PIECES, kind_of, part_of, values_of

WIDEST = 1.6
"""A number goes up or down by a factor of two to this power at the most in one step."""
MOST_AT_ONCE = 3
"""Settings that change in one step."""
MOST_ATTEMPTS = 3
"""Changes that are made by chance for each new candidate wanted: near the best, most are known already."""
NEAR = (
    (1, 2, 3, 4),
    (1, 2, 3, 4, 5, 6),
    (0, 1, 2, 3, 4, 5),
    (1, 1, 2, 2, 3, 3),
    tuple(range(1, 9)),
    tuple(range(1, 11)),
    tuple(range(1, 13)),
    tuple(range(10)),
)
"""Faces of dice that can be had, or written on a blank one."""
Values = tuple[object, ...]
"""One for each free setting; pieces as their text in a file."""


@dataclass(frozen=True)
class Space:
    """A game with the settings that may change."""

    game: Game
    paths: tuple[str, ...]

    @once
    def knobs(self) -> tuple[KnobAt, ...]:
        """The knob of each free setting, as it is in the game itself."""
        return tuple(knob_at(self.game, path) for path in self.paths)

    @once
    def own(self) -> Values:
        """The values of the game itself."""
        return tuple(
            json.dumps([piece.model_dump(mode="json") for piece in self.game.pieces]) if path == PIECES else knob.value
            for path, knob in zip(self.paths, self.knobs, strict=True)
        )

    def made(self, values: Values) -> Game | None:
        """The game with these values; None if it can't be."""
        changes = {
            path: json.loads(str(value)) if path == PIECES else value
            for path, value, before in zip(self.paths, values, self.own, strict=True)
            if value != before
        }
        along = [more for path, value in changes.items() for more in carried_along(self.game, path, value)]
        try:
            return with_values(self.game, changes | dict(along)) if changes else self.game
        except GameError:
            return None

    def all(self) -> Iterator[Values]:
        """Every combination, the game's own first."""
        yield self.own
        yield from (values for values in product(*map(self.offered, range(len(self.paths)))) if values != self.own)

    def offered(self, at: int) -> list[object]:
        """Every value of a free setting; of the pieces only what they are."""
        return [self.own[at]] if self.paths[at] == PIECES else values_of(self.knobs[at])

    def varied(self, parent: Values, rng: np.random.Generator) -> Values:
        """The parent with one to three settings changed by chance."""
        values = list(parent)
        count = int(rng.integers(1, min(MOST_AT_ONCE, len(values)) + 1))
        for at in rng.permutation(len(values))[:count].tolist():
            if self.paths[at] == PIECES:
                values[at] = _other_pieces(str(values[at]), rng)
            else:
                values[at] = _other(self.knobs[at], values[at], rng)
        return tuple(values)

    def fresh(
        self, parents: Sequence[Values], known: set[Values], count: int, rng: np.random.Generator
    ) -> list[Values]:
        """So many that are not known, changed by chance from the parents, rather from the first ones."""
        found: dict[Values, None] = {}
        for _ in range(MOST_ATTEMPTS * count):
            if len(found) >= count:
                break
            made = self.varied(parents[int(len(parents) * rng.random() ** 2)], rng)
            if made not in known:
                found[made] = None
        return list(found)

    def neighbours(self, values: Values) -> list[Values]:
        """Those in which one number is a step more or less."""
        found = []
        for at, value in enumerate(values):
            knob = None if self.paths[at] == PIECES else self.knobs[at]
            if knob is None or knob.knob.kind != "number":
                continue
            for by in (-knob.knob.step, knob.knob.step):
                near = _within(knob, float(str(value)) + by)
                if near != value:
                    found.append((*values[:at], near, *values[at + 1 :]))
        return found


def _within(at: KnobAt, value: float) -> object:
    """A number within the limits of its knob, of the knob's own type."""
    value = min(max(value, at.low if at.low is not None else value), at.high if at.high is not None else value)
    return int(value) if isinstance(at.value, int) else float(value)


def _other(at: KnobAt, value: object, rng: np.random.Generator) -> object:
    if at.knob.kind == "choice":
        others = [choice.value for choice in at.knob.choices if choice.value != value]
        return others[int(rng.integers(len(others)))] if others else value
    number, by = float(str(value)), 2.0 ** rng.uniform(-WIDEST, WIDEST)
    other = round(number * by / at.knob.step) * at.knob.step
    if other == number:
        other += at.knob.step * (1 if by > 1 else -1)
    return _within(at, other)


def _other_pieces(told: str, rng: np.random.Generator) -> str:
    """One piece more, one less, or another of the kinds that are there."""
    pieces = json.loads(told)
    which = int(rng.integers(len(pieces)))
    match int(rng.integers(3)):
        case 0:
            pieces = [*pieces, pieces[which]]
        case 1 if len(pieces) > 1:
            pieces = [piece for k, piece in enumerate(pieces) if k != which]
        case _:
            pieces[which] = {"kind": "die", "faces": list(NEAR[int(rng.integers(len(NEAR)))])}
    return json.dumps(pieces)


def apart(space: Space, one: Values, other: Values) -> float:
    """How different two candidates are, from their values alone.

    As in tuning/space, but that settings which do nothing in one of them count too.
    """
    size = 0.0
    for path, knob, here, there in zip(space.paths, space.knobs, one, other, strict=True):
        if here == there:
            continue
        number = path != PIECES and knob.knob.kind == "number"
        size += part_of(float(str(here)), float(str(there)), knob.knob.step) if number else kind_of(path, knob)
    return size
