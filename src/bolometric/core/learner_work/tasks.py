"""Tasks: what a draw or a move asks of the one who makes it, as facts with their chances and what hands do.

What a draw takes follows from its outcome, and a game is played by totals. So a task keeps for each total the *ways* in
which it may have come about, each with its chance: the outcomes that make it, told apart by their facts.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.outcomes.evaluate import Numbers
from bolometric.core.outcomes.facts import listed_for_facts
from bolometric.core.outcomes.listing import Listing
from bolometric.core.outcomes.totals import Sorted, sort, totals_of
from bolometric.core.pieces.draw import DIGITS, Draw
from bolometric.core.pieces.faces import COUNTED
from bolometric.core.pieces.kinds import AnyPiece, Counters, letters_of
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint, watched

Ways = tuple[tuple[float, tuple[Fact, ...]], ...]
"""Chances, and the facts of each; they add to 1."""
SURE: Ways = ((1.0, ()),)
"""Nothing to work out."""
MOST_ROWS, MOST_SAMPLED = 60_000, 10_000
"""Outcomes that are gone through; of more a sample of so many stands for all."""
THROW, MOVE, PASS, WRITE = "throw", "move", "pass", "write"
"""What hands do: make a draw; move or take off a piece; hand over; write something down."""


@dataclass(frozen=True, slots=True)
class Task:
    """One thing that is done at the table."""

    ways: Ways = SURE
    """How it may have come about: shared by all tasks that begin with the same draw."""
    hands: tuple[str, ...] = ()
    chosen: bool = False
    """Whether something is decided."""
    looks: bool = False
    """Whether something is looked for and not there, which takes as long as deciding."""
    words: str = ""
    """What is done, for a strip of a game: 'rolls 7'."""
    then: tuple[Fact, ...] = ()
    """What is worked out beside that in any case."""

    @property
    def weighed(self) -> bool:
        """Whether it takes the time of a decision."""
        return self.chosen or self.looks

    def also(self, *more: Fact) -> Task:
        """The same with further facts, which are worked out in any case."""
        return replace(self, then=(*self.then, *more))


Done = tuple[float, Task]
"""How often something is done in a game, on average, and what."""
Tasks = Callable[[int, int, int], Task]
"""From what is noted of a game (kind, and two numbers) to what was done."""


@dataclass(frozen=True, slots=True, eq=False)
class DrawWork:
    """What one draw takes, by its total (None for no number) and whether it shows a special face."""

    weights: dict[tuple[Value | None, bool], list[tuple[float, tuple[Fact, ...]]]]
    """Chances of one draw, with its facts."""
    sampled: bool
    """Whether the ways are a sample of very many."""
    _found: dict[tuple[tuple[Value | None, bool], ...], Ways] = field(default_factory=dict)

    def of(self, *totals: Value | None, special: bool | None = None) -> Ways:
        """The ways of a draw that makes one of these totals; with ``special`` None with or without a special face."""
        faces = (False, True) if special is None else (special,)
        return self.where((total, face) for total in totals for face in faces)

    def where(self, keys: Iterable[tuple[Value | None, bool]]) -> Ways:
        """The ways of a draw that comes out as one of these; the same object whenever it is asked for."""
        asked = tuple(keys)
        if asked not in self._found:
            self._found[asked] = mixed((1.0, self.weights.get(key, ())) for key in asked)
        return self._found[asked]

    @property
    def any(self) -> Ways:
        """The ways of a draw, whatever it makes."""
        return self.where(self.weights)


def mixed(parts: Iterable[tuple[float, Iterable[tuple[float, tuple[Fact, ...]]]]]) -> Ways:
    """Several groups of ways, each with its weight, as one; nothing to work out where there are none."""
    found: dict[tuple[Fact, ...], float] = {}
    for weight, ways in parts:
        for chance, facts in watched(ways):
            found[facts] = found.get(facts, 0.0) + weight * chance
    whole = sum(found.values())
    return tuple((chance / whole, facts) for facts, chance in found.items() if chance > 0) if whole else SURE


@lru_cache(maxsize=16)
def draw_work(pieces: tuple[AnyPiece, ...], draw: Draw) -> DrawWork:
    """What a draw takes, over all its outcomes; at most ``MOST_ROWS`` of them, else over a sample. Raises Cancelled."""
    listing = listed_for_facts(pieces, draw, MOST_ROWS, MOST_SAMPLED)
    steps = _Steps(listing)
    for does, one in _seen(pieces, listing):
        steps.add(does, one, np.zeros(1, np.int64), (0,))
    totals = totals_of(listing, draw, steps.watch)
    if draw.make in DIGITS:
        _placed(listing, draw, steps)
    checkpoint()
    special = np.broadcast_to(np.logical_or.reduce(np.broadcast_arrays(*listing.special)), listing.shape).ravel()
    return DrawWork(steps.by_key(totals, special, listing.all_ways()), listing.sampled)


class _Steps:
    """The facts of every outcome, one step after the other; outcomes with the same facts so far share a number."""

    def __init__(self, listing: Listing) -> None:
        self._shape = listing.shape
        self._same = np.zeros(listing.rows, np.int64)
        self._facts: list[tuple[Fact, ...]] = [()]
        self._compared: list[tuple[bytes, bytes]] = []

    def watch(self, does: str, one: Numbers, other: Numbers) -> None:
        """Take in a sum that the evaluator comes to."""
        left, right = (sort(_flat(numbers, self._shape)) for numbers in (one, other))
        if does in ("min", "max"):
            pair = left.place.tobytes(), right.place.tobytes()
            if pair in self._compared:
                return  # the larger and the smaller of two are seen at one look
            self._compared.append(pair)
        does = {"min": known.COMPARE, "max": known.COMPARE, "div": known.DIVIDE, "mod": known.DIVIDE}.get(does, does)
        self._take(does, left.place, left.values, right.place, right.values)

    def add(
        self,
        does: str,
        one: NDArray[np.int64],
        other: NDArray[np.int64],
        others: tuple[Value, ...],
        ones: tuple[Value, ...] | None = None,
    ) -> None:
        """Take in a step by places: of whole numbers where ``ones`` is None."""
        flat = np.broadcast_to(one, self._shape).ravel()
        values, place = np.unique(flat, return_inverse=True)
        names = tuple(values.tolist()) if ones is None else tuple(ones[at] for at in values.tolist())
        self._take(does, place, names, np.broadcast_to(other, self._shape).ravel(), others)

    def _take(
        self,
        does: str,
        left: NDArray[np.int64],
        lefts: tuple[Value, ...],
        right: NDArray[np.int64],
        rights: tuple[Value, ...],
    ) -> None:
        code = (self._same * (len(lefts) + 1) + left) * (len(rights) + 1) + right
        codes, self._same = np.unique(code, return_inverse=True)
        found, made = [], dict[int, Fact]()
        width = (len(lefts) + 1) * (len(rights) + 1)
        for at in watched(codes.tolist()):
            before, pair = divmod(at, width)
            one, other = divmod(pair, len(rights) + 1)
            facts = self._facts[before]
            if one < len(lefts) and other < len(rights):  # else there is no number
                if pair not in made:
                    made[pair] = fact(does, lefts[one], rights[other])
                facts = (*facts, made[pair])
            found.append(facts)
        self._facts = found

    def by_key(
        self, totals: Sorted, special: NDArray[np.bool_], ways: NDArray[np.int64]
    ) -> dict[tuple[Value | None, bool], list[tuple[float, tuple[Fact, ...]]]]:
        """Chances and facts by total and special face."""
        many = len(totals.values) + 1
        code = (self._same * many + totals.place) * 2 + special
        codes, place = np.unique(code, return_inverse=True)
        weight = np.bincount(place, ways.astype(float))
        chance = weight / weight.sum()
        found: dict[tuple[Value | None, bool], dict[tuple[Fact, ...], float]] = {}
        for at, part in watched(zip(codes.tolist(), chance.tolist(), strict=True)):
            rest, shown = divmod(at, 2)
            same, total = divmod(rest, many)
            into = found.setdefault((totals.values[total] if total < many - 1 else None, bool(shown)), {})
            facts = _tidied(self._facts[same])
            into[facts] = into.get(facts, 0.0) + part
        return {key: [(part, facts) for facts, part in into.items()] for key, into in found.items()}


def _tidied(facts: tuple[Fact, ...]) -> tuple[Fact, ...]:
    """What is seen in one order, whichever piece shows it, before what is worked out."""
    seen = sorted((one for one in facts if not one.counted), key=lambda one: (one.does, one.one))
    return (*seen, *(one for one in facts if one.counted))


def _flat(numbers: Numbers, shape: tuple[int, ...]) -> Numbers:
    under = numbers.under if isinstance(numbers.under, int) else np.broadcast_to(numbers.under, shape).ravel()
    return Numbers(np.broadcast_to(numbers.over, shape).ravel(), under)


def _seen(pieces: tuple[AnyPiece, ...], listing: Listing) -> Iterable[tuple[str, NDArray[np.int64]]]:
    """What each number shown takes to see: dots are counted, or seen at once where they are few; numerals are read."""
    letter = 0
    for piece in pieces:
        for _ in range(letters_of(piece)):
            if isinstance(piece, Counters):
                yield known.SEE, listing.marks[letter]
            else:
                shows = known.SEE if piece.shown in COUNTED else known.READ
                yield shows, np.abs(listing.columns[letter]) // listing.unit
            letter += 1


def _placed(listing: Listing, draw: Draw, steps: _Steps) -> None:
    """The places of digits that are read or arranged."""
    digits = [np.broadcast_to(column // listing.unit, listing.shape).ravel() for column in listing.columns]
    if draw.make != "digits":
        rising = list(np.sort(np.stack(digits), axis=0))
        digits = rising[::-1] if draw.make == "largest_number" else rising
    for k, column in enumerate(digits):
        place = 10 ** (len(digits) - 1 - k)
        steps.add(known.PLACE, column.reshape(listing.shape), np.zeros(1, np.int64), (place,))
