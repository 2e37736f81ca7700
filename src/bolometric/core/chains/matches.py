"""Best of several games: how long a match lasts and who wins it, from how one game may end.

Theory. Games are independent and alike. Let F_w(t) be the chance that a game ends after t turns with the set w of
seats sharing it. With z-transforms F_w(z) the points of all seats are a Markov chain whose steps carry lengths: each
game multiplies by F_w(z), so the length of the match is the inverse transform of what is absorbed. The transform is
taken at roots of unity, which is a Fourier transform, on more points than the longest match has turns.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
Flows = Sequence[tuple[tuple[int, ...], Array]]
"""For each set of seats that may share a game the chance that it does at turn 0, 1, 2, …"""
GONE, ENDS = 1e-16, 1e-10
"""What is left of a game that is as good as over, and what may be unknown of it."""
MOST_STEPS, MOST_WORK = 20_000, 3e7
"""Transforms that are multiplied, and points of them in all, at most."""


@dataclass(frozen=True, slots=True)
class BestOf:
    """What a match comes to."""

    turns: WaitingTime
    rounds: WaitingTime
    wins: Array
    """Share of matches each seat wins, a tie shared out."""
    ties: float


def best_of(flows: Flows, seats: int, at_most: int) -> BestOf | None:
    """Until one seat has more than half of ``at_most`` games, or all are played; then the most games win.

    A game that is shared counts for each who shares it. None if it is too much to work out.
    """
    beyond = 1 - np.sum([flow for _, flow in flows], axis=0).cumsum()
    if abs(beyond[-1]) > ENDS:
        return None
    last = int(np.flatnonzero(beyond < max(GONE, 2 * abs(float(beyond[-1]))))[0])
    by_turn = [(winners, flow[: last + 1]) for winners, flow in flows]
    by_round = [(winners, _in_rounds(flow, seats)) for winners, flow in by_turn]
    steps = (at_most // 2 + 1) ** seats * len(flows) * at_most
    if steps > MOST_STEPS or steps * last > MOST_WORK:
        return None
    turns, wins, ties = _followed(by_turn, seats, at_most)
    rounds, _, _ = _followed(by_round, seats, at_most)
    return BestOf(turns, rounds, wins, ties)


def _in_rounds(flow: Array, seats: int) -> Array:
    """A flow over turns as one over rounds: turn t is one of round t / seats, rounded up."""
    turns = np.arange(len(flow))
    return np.asarray(np.bincount(-(-turns // seats), flow), float)


def _followed(flows: Flows, seats: int, at_most: int) -> tuple[WaitingTime, Array, float]:
    longest = at_most * (len(flows[0][1]) - 1) + 1
    size = 1 << int(longest - 1).bit_length()
    spectra = [(winners, np.fft.rfft(flow, size)) for winners, flow in flows]
    ended, wins, ties = np.zeros(size // 2 + 1, complex), np.zeros(seats), 0.0
    state: dict[tuple[int, ...], Any] = {(0,) * seats: np.ones(size // 2 + 1, complex)}
    for game in range(1, at_most + 1):
        after: defaultdict[tuple[int, ...], Any] = defaultdict(float)
        for have, reached in state.items():
            checkpoint()
            for winners, spectrum in spectra:
                now = tuple(count + (seat in winners) for seat, count in enumerate(have))
                if max(now) <= at_most // 2 and game < at_most:
                    after[now] += reached * spectrum
                    continue
                best = [seat for seat, count in enumerate(now) if count == max(now)]
                here = reached * spectrum
                ended += here
                wins[best] += here[0].real / len(best)  # at frequency 0 stands the sum over all lengths
                ties += here[0].real * (len(best) > 1)
        state = after
    lengths = np.fft.irfft(ended, size)[:longest]
    beyond = np.clip(1 - np.cumsum(lengths), 0.0, 1.0)
    beyond[beyond < 1e-14] = 0.0  # what is left is rounding
    return WaitingTime(np.append(np.minimum.accumulate(beyond), 0.0)), wins, float(ties)
