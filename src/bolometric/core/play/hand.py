"""A hand: the pieces used by chance, one draw after another, for those without the real ones.

The faces shown are the physical ones (which sector, which card), so that they can be drawn; the total is worked
out by the same route as the odds. Cards kept out stay out. A seed gives the same sequence again. A sum that somebody
claims ('3 + 6 = 10') is checked by that route too.
"""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass
from fractions import Fraction

import numpy as np

from bolometric.core.outcomes.evaluate import Evaluation
from bolometric.core.outcomes.listing import Listing, groups_of, unit_of
from bolometric.core.outcomes.totals import sort, totals_of
from bolometric.core.pieces.draw import Draw, expression_of
from bolometric.core.pieces.expression import SIGNS, Alone, Expression, Letter, Node, Number, Operation
from bolometric.core.pieces.formula import parse
from bolometric.core.pieces.kinds import AnyPiece, Counters, Die, Drop, Pack, Spinner, faces_of, remembers
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import setting_error
from bolometric.core.text.figures import minus

MOST_BACK = 1_000
"""Draws that can be taken back."""
BINDING = {"add": 1, "subtract": 1, "multiply": 2, "divide": 2, "div": 2, "mod": 2}
"""How tightly an operation binds: a looser one inside a tighter one stands in brackets."""


@dataclass(frozen=True, slots=True)
class Thrown:
    """What one piece shows after a draw: which faces (or how many fronts), and for a spinner where its needle is."""

    piece: AnyPiece
    faces: tuple[int, ...]
    """Index of each face, sector or card shown; for counters the number of fronts."""
    needle: float = 0.0
    """Degrees with the clock from twelve."""

    @property
    def special(self) -> bool:
        """Whether any face shown is marked."""
        return not isinstance(self.piece, Counters) and any(_marks(self))

    @property
    def values(self) -> tuple[Value, ...]:
        """The numbers shown."""
        return tuple(self.piece.values[face] for face in self.faces)


@dataclass(frozen=True, slots=True)
class Shown:
    """One draw."""

    thrown: tuple[Thrown, ...]
    total: Value | None
    sum: str
    """How the total came about: '3 + 5 = 8'."""


class Hand:
    """Draws one after another."""

    def __init__(self, pieces: tuple[AnyPiece, ...], draw: Draw, seed: int) -> None:
        self.pieces, self.draw_rule = pieces, draw
        self._rng = np.random.default_rng(seed)
        self._left: dict[int, list[int]] = {}
        self._before: deque[tuple[Shown, dict[int, list[int]]]] = deque(maxlen=MOST_BACK if remembers(pieces) else 0)
        """The latest draws, each with what was left of each pack before it."""

    def draw(self) -> Shown:
        """Use all pieces once."""
        before = dict(self._left)
        thrown = tuple(self._throw(i, piece) for i, piece in enumerate(self.pieces))
        total = total_of(thrown, self.draw_rule)
        shown = Shown(thrown, total, sum_words(thrown, self.draw_rule, total))
        self._before.append((shown, before))
        return shown

    def take_back(self, shown: Shown) -> None:
        """As if this draw had not been, nor any after it: cards that stayed out are shuffled back into their packs."""
        if not any(one is shown for one, _ in self._before):
            return  # all was put back at once, or it is too long ago
        one, left = self._before.pop()
        while one is not shown:
            one, left = self._before.pop()
        self._left = {i: list(cards) for i, cards in left.items()}
        for cards in self._left.values():
            self._rng.shuffle(cards)

    def part(self, shown: Shown, pieces: int) -> Shown:
        """The same draw with only the first so many pieces."""
        if pieces >= len(shown.thrown):
            return shown
        thrown = shown.thrown[:pieces]
        total = total_of(thrown, self.draw_rule)
        return Shown(thrown, total, sum_words(thrown, self.draw_rule, total))

    def _throw(self, i: int, piece: AnyPiece) -> Thrown:
        match piece:
            case Die(faces=faces):
                return Thrown(piece, (int(self._rng.integers(len(faces))),))
            case Counters(count=count):
                return Thrown(piece, (int(self._rng.integers(0, 2, count).sum()),))
            case Drop(ways=ways):
                share = np.array(ways) / sum(ways)
                return Thrown(piece, (int(self._rng.choice(len(ways), p=share)),))
            case Spinner(sectors=sectors):
                needle = float(self._rng.random() * 360)
                edges = np.cumsum([float(sector.angle) for sector in sectors])
                return Thrown(piece, (min(int(np.searchsorted(edges, needle, "right")), len(sectors) - 1),), needle)
            case Pack(cards=cards):
                left = self._left.get(i, [])
                if piece.after == "put_back" or len(left) < piece.drawn:
                    left = [k for k, card in enumerate(cards) for _ in range(card.count)]
                    self._rng.shuffle(left)
                taken, self._left[i] = left[: piece.drawn], left[piece.drawn :]
                return Thrown(piece, tuple(taken))


def total_of(thrown: tuple[Thrown, ...], draw: Draw) -> Value | None:
    """The total of what is shown; None if it is no number."""
    groups = groups_of(tuple(one.piece for one in thrown))
    unit = unit_of(groups)
    values = [value for one in thrown for value in one.values]
    marks = [mark for one in thrown for mark in _marks(one)]
    columns = tuple(np.array([int(value * unit)]) for value in values)
    one_way, plain = (np.ones(1, np.int64),), tuple(np.zeros(1, bool) for _ in values)
    counted = tuple(np.array([mark]) for mark in marks)
    found = totals_of(Listing(unit, columns, columns, counted, plain, one_way, (1,)), draw)
    return found.values[0] if found.values else None


def _marks(one: Thrown) -> list[int]:
    if isinstance(one.piece, Counters):
        return list(one.faces)
    faces = faces_of(one.piece)
    return [int(faces[face].special) for face in one.faces]


def sum_words(thrown: tuple[Thrown, ...], draw: Draw, total: Value | None) -> str:
    """How the total came about, in figures."""
    values = [value for one in thrown for value in one.values]
    result = "no number" if total is None else minus(total)
    expression = expression_of(draw, len(values))
    if draw.make in ("largest", "smallest", "count", "difference") or expression is None:
        shown = ", ".join(minus(value) for value in values)
        words = {"largest": "the largest", "smallest": "the smallest", "count": "counted", "difference": "difference"}
        return f"{shown}: {words.get(draw.make, 'read')} {result}"
    if isinstance(expression.root, Letter):
        return result
    return f"{written(expression, values)} = {result}"


def written(expression: Expression, values: list[Value]) -> str:
    """An expression with numbers in place of its letters."""
    return _written(expression.root, values, 0)


def _written(node: Node, values: list[Value], bound: int) -> str:
    match node:
        case Number(value):
            return _bracketed(tidy(value), bound)
        case Letter(index):
            return _bracketed(values[index], bound)
        case Alone(does, inner):
            text = _written(inner, values, 3)
            return f"|{text}|" if does == "abs" else f"(−{text})"
        case Operation(does, left, right) if does in SIGNS:
            binding = BINDING[does]
            text = f"{_written(left, values, binding)} {SIGNS[does]} {_written(right, values, binding + 1)}"
            return f"({text})" if binding < bound else text
        case Operation(does, left, right):
            return f"{does}({_written(left, values, 0)}, {_written(right, values, 0)})"


def _bracketed(value: Value, bound: int) -> str:
    """A number; below zero, or a fraction, in brackets where an operation is beside it."""
    text = minus(value)
    return f"({text})" if bound > 1 and (value < 0 or (isinstance(value, Fraction) and "/" in text)) else text


NOTHING_SHOWN = Listing(1, (), (), (), (), (np.ones(1, np.int64),), (1,))
"""A draw without pieces: what is worked out on it stands on no letters."""


def worth(text: str) -> Value | None:
    """The number that a sum without letters makes; None if it divides by nothing. Raises a setting error."""
    expression = parse(text)
    if expression.letters:
        raise setting_error("Write numbers, without letters.")
    work = Evaluation(NOTHING_SHOWN)
    found = sort(work.result(expression), work.nothing())
    return found.values[0] if found.values else None


def check_claim(claim: str) -> str:
    """A kind sentence about a claimed sum."""
    left, equals, right = claim.partition("=")
    if not equals or not left.strip() or not right.strip() or "=" in right:
        return "Write a sum with one equals sign, such as 3 + 6 = 9."
    try:
        one, other = worth(left), worth(right)
    except GameError as error:
        return error.sentence.replace(" of the formula", "")
    if one is None or other is None:
        return "Nothing can be divided by 0."
    if one == other:
        return f"Right: {left.strip()} = {minus(other)}."
    return f"Not quite: {left.strip()} makes {minus(one)}, not {minus(other)}. Count it once more together."
