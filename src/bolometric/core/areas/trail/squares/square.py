"""What a square may carry, as the maker sets it, and what that makes of a landing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Annotated, Literal, Self

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, StrictInt, model_validator

from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

MOST_SQUARES = 1000
MOST_CARDS_AT_ONCE = 5
Does = Literal["jump", "miss", "again", "start", "swap", "card", "blank"]
NOTHING, MISS, AGAIN, SWAP, CARD = 0, 1, 2, 3, 4
"""What coming to rest on a square does, in the tables that the exact chain, the runs and the table by hand read."""
ACTS = {"miss": MISS, "again": AGAIN, "swap": SWAP, "card": CARD}


class Square(Part):
    """One square and what it carries. It acts on a counter that comes to it, never on one that stays there."""

    at: Annotated[StrictInt, Field(ge=1, le=MOST_SQUARES, description="Which square.")]
    does: Annotated[
        Does,
        Field(
            description="jump = go on to the square named in to (what that carries acts too); miss = miss the next "
            "turn, which counts as a turn; again = draw again in the same turn; start = back to the start; swap = "
            "change places with the counter next ahead, on which the square then does not act; card = take cards "
            "from a pack of questions; blank = coloured, and nothing happens."
        ),
    ]
    to: Annotated[
        StrictInt | None, Field(ge=1, le=MOST_SQUARES, description="Where a jump leads, forward or back.")
    ] = None
    pack: Annotated[Line, Field(max_length=30, description="The pack that is asked; empty for any.")] = ""
    cards: Annotated[StrictInt, Field(ge=1, le=MOST_CARDS_AT_ONCE, description="How many cards are taken.")] = 1

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.does == "jump" and self.to is None:
            raise setting_error(f"Square {self.at} jumps, but nowhere: say to which square.", "area.squares")
        if self.does != "jump" and self.to is not None:
            raise setting_error(f"Only a jump leads somewhere: leave “to” out of square {self.at}.", "area.squares")
        if self.to == self.at:
            raise setting_error(f"Square {self.at} jumps to itself: say another square.", "area.squares")
        return self


def in_order(squares: tuple[Square, ...]) -> tuple[Square, ...]:
    """Sorted by their number. Raises a setting error where one is named twice."""
    ordered = tuple(sorted(squares, key=lambda square: square.at))
    for before, after in pairwise(ordered):
        if before.at == after.at:
            raise setting_error(f"Square {after.at} is named twice: let it carry one thing.", "area.squares")
    return ordered


@dataclass(frozen=True, slots=True)
class Marked:
    """Squares compiled, for a track of some length; position 0 is off the board, the last is home."""

    rest: NDArray[np.int64]
    """Shape (length + 1,): where a counter comes to rest that lands there: jumps are followed."""
    act: NDArray[np.uint8]
    """Shape (length + 1,): what coming to rest there does."""
    loops: tuple[tuple[int, ...], ...]
    """Jumps that lead round and round; a counter stays where it would come for the second time."""

    @property
    def jumps(self) -> bool:
        """Whether any square leads elsewhere."""
        return bool((self.rest != np.arange(len(self.rest))).any())


def works(square: Square, length: int) -> bool:
    """Whether a square is on the track before its end, and leads to a square that is there."""
    return square.at < length and (square.to is None or square.to <= length)


@lru_cache(maxsize=64)
def compile_squares(squares: tuple[Square, ...], length: int, packs: tuple[str, ...] = ()) -> Marked:
    """What landing on each square comes to, with packs of these names.

    Squares that are not on the track, or ask a pack that is not there, do nothing.
    """
    leads = {
        s.at: 0 if s.does == "start" else s.to or 0 for s in squares if s.does in ("jump", "start") and works(s, length)
    }
    act = np.zeros(length + 1, np.uint8)
    for square in squares:
        asked = square.does != "card" or square.pack in packs or (packs and not square.pack)
        if square.does in ACTS and works(square, length) and asked:
            act[square.at] = ACTS[square.does]
    rest, loops = np.arange(length + 1), set()
    for begin in leads:
        seen, here = [begin], leads[begin]
        while here in leads and here not in seen:
            seen.append(here)
            here = leads[here]
        rest[begin] = here
        if here in leads:
            loop = seen[seen.index(here) :]
            first = loop.index(min(loop))
            loops.add((*loop[first:], *loop[:first]))
    return Marked(rest, act, tuple(sorted(loops)))


def next_ahead(places: Sequence[int], marker: int, home: int) -> int:
    """The marker next ahead of one on the track, of several on one square the next in turn; -1 if there is none.

    Whoever is home is off the track. The compiled loop and the table by hand both ask this.
    """
    best = -1
    for step in range(1, len(places)):
        other = (marker + step) % len(places)
        if places[marker] < places[other] < home and (best < 0 or places[other] < places[best]):
            best = other
    return best
