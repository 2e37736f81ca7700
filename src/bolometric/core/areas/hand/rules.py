"""Which card can be played when, as tables that the loop, the table and the faults all read.

Cards stand for their places in the pack's numbers, in rising order. How a game of laying stands is one number: where
cards are laid on an open one the place of that, where they are added the count. In asking it is always 0.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

NOBODY = -1
"""In place of a partner, where a card has none."""


@dataclass(frozen=True, slots=True, eq=False)
class Rules:
    """One way to play, with the numbers of one pack."""

    goes: NDArray[np.bool_]
    """Shape (standings, numbers): whether a card can be played."""
    then: NDArray[np.int64]
    """The same shape: how it stands afterwards."""
    takes: NDArray[np.bool_]
    """The same shape: whether whoever plays it takes the cards that were laid."""
    ahead: NDArray[np.int64]
    """The same shape: how well a card is laid by one who looks ahead; more is better."""
    partner: NDArray[np.int64]
    """For each number the place of the one that makes a pair with it, NOBODY where there is none."""

    def ever_goes(self, copies: int) -> bool:
        """Whether any two cards of the pack go together, a card and its equal only where there are several."""
        if len(self.goes) == 1:
            return bool(((self.partner >= 0) & ((self.partner != np.arange(len(self.partner))) | (copies > 1))).any())
        apart = ~np.eye(len(self.goes), dtype=bool)
        return bool(self.goes[apart].any()) or (copies > 1 and bool(self.goes.diagonal().any()))


@lru_cache(maxsize=64)
def rules_of(play: str, number: int, values: tuple[int, ...], special: int = 0) -> Rules:
    """The tables of one way to play; behind the numbers stand so many special cards, which go with every card."""
    cards = np.array(values, np.int64)
    partner = np.full(len(cards), NOBODY, np.int64)
    places = np.arange(len(cards))
    match play:
        case "limit":
            sums = np.arange(number)[:, None] + cards[None, :]  # below 0 where more is taken away than there is
            takes, safe = sums == number, number - sums > values[-1]  # no card can make the limit next
            goes = (sums >= 0) & (sums <= number)
            return Rules(goes, np.where(goes & ~takes, sums, 0), takes, 2 * takes + safe, partner)
        case "ask":
            wanted = number - cards
            found = (wanted >= values[0]) & (wanted <= values[-1])
            partner[found] = (wanted - values[0])[found]
            goes, none = found[None, :], np.zeros((1, len(cards)), np.int64)
            return Rules(goes, none, none > 0, none, partner)
        case "multiple":
            high, low = np.maximum.outer(cards, cards), np.minimum.outer(cards, cards)
            goes = high % np.maximum(low, 1) == 0
        case _:
            apart = np.abs(np.subtract.outer(cards, cards))
            goes = apart <= number if play == "near" else apart == number
    goes = np.pad(goes, (0, special), constant_values=True)
    places = np.arange(len(goes))
    then, seldom = (np.broadcast_to(row, goes.shape).copy() for row in (places, -goes.sum(axis=0)))
    return Rules(goes, then, np.zeros_like(goes), seldom, partner)


def makes_exactly(values: Sequence[int], copies: int, number: int) -> bool:
    """Whether some cards of the pack come to a number."""
    return fewest_and_most(values, copies, number) is not None


@lru_cache(maxsize=64)
def fewest_and_most(values: Sequence[int], copies: int, number: int) -> tuple[int, int] | None:
    """How many cards of the pack make a number, at the fewest and at the most; None if none do."""
    fewest: dict[int, int] = {0: 0}
    most: dict[int, int] = {0: 0}
    for value in values:
        for _ in range(copies):
            for sums, better in ((fewest, min), (most, max)):
                for total, count in list(sums.items()):
                    if total + value <= number:
                        sums[total + value] = better(sums.get(total + value, count + 1), count + 1)
    return (fewest[number], most[number]) if number in fewest else None
