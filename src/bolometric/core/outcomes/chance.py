"""Random numbers in the compiled loops: one step, and one way of picking from a table, for all of them.

SplitMix64 (Steele, Lea and Flood, *OOPSLA* 2014): the state is one word that fits a register, where a call of a
generator for each turn would cost more than the turn. A loop takes a step by adding :data:`STEP` to its state and then
asks for bits by one of the functions here, which change nothing. They return one number each, since a compiled function
that returns two costs several times as much.

Only the upper half of the last, unshifted product is used. Picking one of ``count`` by multiplying 32 random bits errs
by less than count / 2^32.
"""

from __future__ import annotations

import numpy as np

from bolometric.core.settings.loops import loop

STEP = np.uint64(0x9E3779B97F4A7C15)
"""What is added to the state for every number."""
_FIRST, _SECOND = np.uint64(0xBF58476D1CE4E5B9), np.uint64(0x94D049BB133111EB)
_THIRTY, _TWENTY_SEVEN, _LOW = np.uint64(30), np.uint64(27), np.uint64(0xFFFFFFFF)
_THIRTY_ONE, _APART = np.uint64(31), np.uint64(0xD1B54A32D192ED03)
HALF = np.uint64(32)
"""By how much the product of bits and a count is shifted to make one of the count."""


@loop
def bits(state):  # type: ignore[no-untyped-def]
    """32 random bits, as an unsigned number."""
    mixed = (state ^ (state >> _THIRTY)) * _FIRST
    return ((mixed ^ (mixed >> _TWENTY_SEVEN)) * _SECOND) >> HALF


@loop
def stream(origin, run):  # type: ignore[no-untyped-def]
    """Where the numbers of one game of a batch begin.

    Each game has numbers of its own, so that the same game of two rule sets is played with the same ones as long as the
    rules take as many: what two rule sets differ by is then known from far fewer games (common random numbers).
    """
    mixed = origin + np.uint64(run) * _APART
    mixed = (mixed ^ (mixed >> _THIRTY)) * _FIRST
    mixed = (mixed ^ (mixed >> _TWENTY_SEVEN)) * _SECOND
    return mixed ^ (mixed >> _THIRTY_ONE)


@loop
def below(state, count):  # type: ignore[no-untyped-def]
    """A whole number from 0 to count - 1, all alike."""
    return (bits(state) * np.uint64(count)) >> HALF


@loop
def part(state):  # type: ignore[no-untyped-def]
    """A number from 0 up to 1."""
    return np.float64(bits(state)) * 2.0**-32


@loop
def kept(wide, column, keep, alias):  # type: ignore[no-untyped-def]
    """The column of a sampler by the alias method: the one picked, or its alias.

    ``wide`` is ``bits(state)`` times the number of columns, whose upper half picked ``column``; ``keep`` and ``alias``
    are what the sampler has there. It takes the entries and not the arrays: handing arrays over at each draw costs more
    than the draw.
    """
    return column if (wide & _LOW) < keep else np.uint64(alias)
