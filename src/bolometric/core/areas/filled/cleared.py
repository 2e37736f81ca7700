"""How many draws it takes to take numbers off: the whole distribution.

Theory. Let number t come up with chance p(t), and a seat have a(t) of it to take off. After n draws the counts N(t) of
the numbers are multinomial, and the seat is clear if N(t) ≥ a(t) for all t. If the number of draws is itself Poisson
with some rate r, the counts are independent Poisson variables with rates r p(t), so

    P(n draws, and clear) = coefficient of xⁿ in  Π Σ_{m ≥ a(t)} Pois(m; r p(t)) xᵐ

and dividing by P(n draws) gives the chance of being clear after exactly n draws. Every term is positive, so nothing
cancels; each rate serves the n within a few standard deviations of it. Where the numbers to take off are left to
chance, k of them with chances w(t), each factor gets a second letter that counts them,

    Σ_m Σ_{a ≤ m} w(t)ᵃ/a! yᵃ Pois(m; r p(t)) xᵐ      and the answer is k! times the coefficient of yᵏ.

Reference: Holst, *On birthday, collectors', occupancy and other classical urn problems* (Int. Stat. Rev. 54, 1986).
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from math import factorial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.filled import poisson
from bolometric.core.areas.filled.fill import Fill
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import loop

Array = NDArray[np.float64]
REACH = 8.0
"""Standard deviations from a rate that it serves."""
KEPT, SPARE = 12.0, 24
"""Standard deviations, and counts more, that are kept of each Poisson variable: what is cut is below 1e-30."""
GONE = 1e-15
NEVER = 1e-26
MOST_DRAWS = 20_000
MOST_BY_CHANCE = 12_000
"""Numbers times the square of what is left to chance on them: past that it is simulated."""


@lru_cache(maxsize=256)
def clear_within(chances: tuple[float, ...], fill: Fill, marks: int) -> Array | None:
    """P(clear after n draws) for n = 0, 1, …, until nothing more happens; None if that takes too many draws.

    ``chances`` of each number; with what is left to chance the last value is the chance of ever being clear.
    """
    p = np.array(chances)
    if fill.counts is not None and any(
        count and not chance for count, chance in zip(fill.counts, chances, strict=True)
    ):
        return np.zeros(2)
    if fill.counts is None and marks**2 * len(chances) > MOST_BY_CHANCE:
        return None
    weights = None if fill.counts is not None else np.where(p > 0, fill.weights, 0.0)
    # Whether all come off for sure is a question of which numbers can come up, not of what their chances add to.
    traps = weights is not None and bool(np.any((p <= 0) & (np.array(fill.weights) > 0)))
    sure = float(weights.sum()) ** marks if traps and weights is not None else 1.0
    found: list[Array] = []
    for rate, low, high in _windows():
        checkpoint()
        part = _fixed(p, fill.counts or (), rate) if weights is None else _by_chance(p, weights, marks, rate)
        offset, clear = part
        within = np.zeros(high - low)
        begin, end = max(low, offset), min(high, offset + len(clear))
        if begin < end:
            within[begin - low : end - low] = clear[begin - offset : end - offset] / poisson.chances(begin, end, rate)
        found.append(np.minimum(within, sure))
        if sure - within[-1] < GONE * 100:
            break
    else:
        return None
    return _settled(np.concatenate(found), sure)


def _settled(within: Array, sure: float) -> Array:
    """Rising, and ending at its limit as soon as no more than rounding is missing."""
    rising: Array = np.maximum.accumulate(within)
    near = np.flatnonzero(sure - rising < GONE * 100)
    last = int(near[0]) if len(near) else len(rising) - 1
    return np.asarray(np.append(rising[:last], sure))


def _windows() -> Iterator[tuple[float, int, int]]:
    """Rates, each with the numbers of draws that it serves."""
    low, root = 0, REACH
    while low < MOST_DRAWS:
        rate = root * root
        high = int(rate + REACH * root)
        yield rate, low, high
        low, root = high, (REACH + np.sqrt(REACH**2 + 4 * high)) / 2


def _range(mean: float) -> tuple[int, int]:
    far = KEPT * np.sqrt(mean)
    return max(0, int(mean - far) - SPARE), int(mean + far) + SPARE


def _enough(count: int, rate: float, chance: float) -> bool:
    """Whether fewer than ``count`` is out of the question, at any number of draws that the rate serves."""
    least = chance * (rate - REACH * np.sqrt(rate))  # the mean of this number where draws are as few as that
    return count == 0 or (least > 0 and poisson.fewer(count, least) < NEVER)


def _fixed(p: Array, counts: tuple[int, ...], rate: float) -> tuple[int, Array]:
    """Where it begins, and P(n draws, and clear) from there on, for fixed counts."""
    saturated, parts = 1.0 - float(p.sum()), []
    for chance, count in zip(p.tolist(), counts, strict=True):
        if _enough(count, rate, chance):
            saturated += chance
        else:
            low, high = _range(rate * chance)
            parts.append((max(low, count), high, rate * chance))
    begin, end = _range(rate * max(saturated, 0.0))
    clear = poisson.chances(begin, end + 1, rate * max(saturated, 0.0))
    for low, high, mean in parts:
        checkpoint()
        clear, begin = np.convolve(clear, poisson.chances(low, high + 1, mean)), begin + low
    return begin, clear


def _by_chance(p: Array, weights: Array, marks: int, rate: float) -> tuple[int, Array]:
    """P(cleared after n draws) where the counts are left to chance."""
    saturated, weight, parts = 1.0 - float(p.sum()), 0.0, []
    for chance, own in zip(p.tolist(), weights.tolist(), strict=True):
        checkpoint()
        if not own or _enough(marks, rate, chance):
            saturated, weight = saturated + chance, weight + own
        else:
            parts.append((chance, own))
    mean, degrees = rate * max(saturated, 0.0), np.arange(marks + 1)
    begin, end = _range(mean)
    factorials = np.array([float(factorial(a)) for a in degrees])
    rest = (weight**degrees / factorials)[:, None] * poisson.chances(begin, end + 1, mean)[None, :]
    clear = np.zeros((marks + 1, 1))
    clear[0, 0] = 1.0
    for chance, own in parts:  # the short ones first; the long one last, and only as far as it is wanted
        low, high = _range(rate * chance)
        enough = np.arange(low, high + 1)[None, :] >= degrees[:, None]
        factor = (own**degrees / factorials)[:, None] * poisson.chances(low, high + 1, rate * chance)[None, :] * enough
        clear, begin = _product(clear, factor), begin + low
    checkpoint()
    last = sum(np.convolve(clear[a], rest[marks - a]) for a in range(marks + 1))
    return begin, np.asarray(last) * factorial(marks)


@loop
def _product(one, other):  # type: ignore[no-untyped-def]
    """The product of two polynomials in two letters, the first only up to its present degree."""
    degrees, length = one.shape[0], one.shape[1] + other.shape[1] - 1
    out = np.zeros((degrees, length))
    for a in range(degrees):
        for b in range(degrees - a):
            for i in range(one.shape[1]):
                factor = one[a, i]
                if factor != 0.0:
                    for j in range(other.shape[1]):
                        out[a + b, i + j] += factor * other[b, j]
    return out
