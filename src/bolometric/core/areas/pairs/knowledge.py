"""What a turn comes to where all remember everything, or nothing, and every card has one partner.

Theory. All see every card that is turned, so what is known is common: of the 2n cards that lie there, k have been seen
whose partners have not, and p pairs have been seen whole. Cards not seen are alike, so (n, k, p) is all there is to
know, and a turn leads from it to others with chances that are counted here: u = 2n - k - 2p cards have not been seen, k
of them partners of seen ones.
"""

from __future__ import annotations

from collections import defaultdict
from typing import NamedTuple


class State(NamedTuple):
    """What lies there and is known."""

    pairs: int
    """n, pairs that lie there."""
    singles: int
    """k, cards seen without their partners."""
    whole: int
    """p, pairs seen whole."""


Turn = dict[tuple[bool, State], float]
"""Whether a pair is found, what is known then, and the chance of it."""


def remembering(state: State, old: bool) -> Turn:
    """A turn of somebody who remembers everything.

    A pair that is known is taken. Else a card that has not been seen is turned, and its partner if that is known; if
    not, another that has not been seen, or, with ``old``, one that has.
    """
    n, k, p = state
    if p:
        return {(True, State(n - 1, k, p - 1)): 1.0}
    unseen, found = 2 * n - k, defaultdict[tuple[bool, State], float](float)
    found[True, State(n - 1, k - 1, 0)] += k / unseen
    fresh = (unseen - k) / unseen
    if not fresh:
        return _possible(found)
    if old and k:
        found[False, State(n, k + 1, 0)] += fresh
        return _possible(found)
    rest = unseen - 1
    found[True, State(n - 1, k, 0)] += fresh / rest
    found[False, State(n, k, 1)] += fresh * k / rest
    found[False, State(n, k + 2, 0)] += fresh * (rest - 1 - k) / rest
    return _possible(found)


def guessing(state: State) -> Turn:
    """A turn of somebody who remembers nothing: any two of the cards that lie there."""
    n, k, p = state
    fresh = 2 * n - 2 * k - 2 * p
    # Seen ones whose partners are not; those partners; both of a pair; neither.
    kinds = {"seen": k, "asked": k, "whole": 2 * p, "fresh": fresh}
    ways, found = 2 * n * (2 * n - 1), defaultdict[tuple[bool, State], float](float)
    for first, count in kinds.items():
        if not count:
            continue
        partner = {"seen": "asked", "asked": "seen"}.get(first, first)
        for second, others in kinds.items():
            left = others - (second == first) - (second == partner)
            if left > 0:
                found[False, _shown(state, first, second)] += count * left / ways
        gone = {"seen": State(n - 1, k - 1, p), "asked": State(n - 1, k - 1, p), "whole": State(n - 1, k, p - 1)}
        found[True, gone.get(first, State(n - 1, k, p))] += count / ways
    return _possible(found)


def _shown(state: State, *kinds: str) -> State:
    """What is known once cards of these kinds have been seen that are no pair."""
    n, k, p = state
    asked, fresh = kinds.count("asked"), kinds.count("fresh")
    return State(n, k - asked + fresh, p + asked)


def _possible(found: Turn) -> Turn:
    return {key: chance for key, chance in found.items() if chance > 0}
