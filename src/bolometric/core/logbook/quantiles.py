"""Between which values what was counted lies, by chance alone.

Written on the special functions that they are made of: the whole of a statistics library takes half a second to import,
and the window would stand still for it.
"""

from __future__ import annotations

from math import erfc, sqrt
from statistics import NormalDist

import numpy as np


def count_at(part: float, trials: int, chance: float) -> int:
    """The smallest count that at least this part of the binomial distribution does not go beyond.

    >>> count_at(0.5, 10, 0.3)
    3
    """
    from scipy.special import bdtr  # heavy to import, and wanted in a room only

    return int(np.searchsorted(bdtr(np.arange(trials + 1.0), trials, chance), part))


def share_at(part: float, did: float, did_not: float) -> float:
    """Below which share this part of a beta distribution lies, of what was seen so often and not seen so often."""
    from scipy.special import betaincinv

    return float(betaincinv(did, did_not, part))


def spreads(wide: float) -> float:
    """How many standard deviations to both sides of the middle hold this much of a normal distribution.

    >>> round(spreads(0.95), 2)
    1.96
    """
    return NormalDist().inv_cdf((1 + wide) / 2)


def beyond(spreads: float) -> float:
    """How much of a normal distribution lies further from its middle than so many standard deviations."""
    return erfc(abs(spreads) / sqrt(2))
