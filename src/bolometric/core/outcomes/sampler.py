"""Taking outcomes by chance, quickly: Walker's alias method, or one column a way where there are few ways."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Annotated

import numpy as np
from numpy.typing import NDArray

Columns = Annotated[NDArray[np.int64], "one entry a column"]


@dataclass(frozen=True, slots=True)
class Sampler:
    """Columns to pick from evenly, each keeping its own outcome or passing to an alias.

    Walker's alias method as built by Vose (IEEE Trans. Softw. Eng. 17(9), 1991): pick column ``i``
    evenly, then keep it with chance ``keep[i] / 2**32``, else take ``alias[i]``.
    ``outcome[i]`` is the index of the column's outcome in the ways that were given.
    """

    outcome: Columns
    keep: NDArray[np.uint64]
    alias: Columns


@dataclass(frozen=True, slots=True)
class Samplers:
    """Several samplers as one table, for seats that draw each in its own way."""

    outcome: Columns
    """Counted for each way of drawing anew."""
    keep: NDArray[np.uint64]
    alias: Columns
    own: NDArray[np.int64]
    """Shape (seats, 2): where each seat's columns begin, and how many it has."""


def side_by_side(samples: Sequence[Sampler], sides: Sequence[int]) -> Samplers:
    """Samplers as one table; ``sides`` says which of them each seat draws by."""
    widths = [len(one.keep) for one in samples]
    begins = np.cumsum([0, *widths])[:-1].tolist()
    return Samplers(
        np.concatenate([one.outcome for one in samples]),
        np.concatenate([one.keep for one in samples]),
        np.concatenate([one.alias + begin for one, begin in zip(samples, begins, strict=True)]),
        np.array([(begins[side], widths[side]) for side in sides]),
    )


@lru_cache(maxsize=64)
def sampler(ways: tuple[int, ...], widest: int) -> Sampler:
    """Build the sampler. If there are at most ``widest`` ways, each is a column of its own and always kept."""
    count = len(ways)
    if sum(ways) <= widest:
        outcome = np.repeat(np.arange(count), ways)
        keep = np.full(len(outcome), 2**32, np.uint64)
        return Sampler(outcome, keep, np.arange(len(outcome)))
    share, alias = _vose(ways)
    return Sampler(np.arange(count), share, alias)


def _vose(ways: Sequence[int]) -> tuple[NDArray[np.uint64], Columns]:
    """Alias columns in whole-number arithmetic: a column is full at ``sum(ways)``."""
    count, full = len(ways), sum(ways)
    left = [way * count for way in ways]
    alias = np.arange(count)
    small = [i for i in range(count) if left[i] < full]
    large = [i for i in range(count) if left[i] > full]
    while small:
        low, high = small.pop(), large[-1]
        alias[low] = high
        left[high] -= full - left[low]
        if left[high] <= full:
            large.pop()
            if left[high] < full:
                small.append(high)
    # Only columns that were filled by an alias hold less than a full one.
    keep = [2**32 if alias[i] == i else left[i] * 2**32 // full for i in range(count)]
    return np.array(keep, np.uint64), alias
