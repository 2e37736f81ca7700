"""What the cards that are dealt come to: chances that follow from the pack alone."""

from __future__ import annotations

from math import comb

import numpy as np

from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.document import Game


def partners(area: Hand, card: int) -> int:
    """How many other cards of the pack go with one: on it, or as its partner. The card is its place in the numbers."""
    if area.play == "ask":
        partner = int(area.compiled.partner[card])
        return 0 if partner < 0 else area.copies - (partner == card)
    goes = area.compiled.goes[card]
    return int(goes @ np.array(area.counts)) - bool(goes[card])


def fitting(area: Hand, card: int) -> tuple[int, ...]:
    """The other cards that go with one, by their places; its equals only where there are several of it."""
    if area.play == "ask":
        return (int(area.compiled.partner[card]),) if partners(area, card) else ()
    goes, counts = area.compiled.goes[card], area.counts
    return tuple(other for other, many in enumerate(counts) if goes[other] and many > (other == card))


def nothing_goes(game: Game) -> float:
    """The chance that whoever begins can lay nothing; 0 where the count is at 0 and every card goes."""
    area = game.area_as(Hand)
    return 0.0 if not area.follows else _none_dealt(area, area.hold)


def partner_dealt(game: Game) -> float:
    """In asking: the chance that others are dealt a partner of the first card a player is dealt."""
    area = game.area_as(Hand)
    return 1 - _none_dealt(area, area.hold * (game.seats.count - 1))


def _none_dealt(area: Hand, count: int) -> float:
    """The chance that none of so many cards goes with one that is turned up first, each card of the pack alike."""
    others = area.size - 1
    missing = sum(many * comb(others - partners(area, card), count) for card, many in enumerate(area.counts))
    return missing / (area.size * comb(others, count))


def groups(area: Hand) -> tuple[tuple[int, ...], ...]:
    """Numbers of the pack in groups: from a card of one group laying on never leads to another group.

    Found by following which cards go on which, whatever the hands.
    """
    goes, left, found = area.compiled.goes, set(range(len(area.values))), []
    if area.special:
        return (area.values,)
    while left:
        group, todo = set[int](), [min(left)]
        while todo:
            card = todo.pop()
            group.add(card)
            todo += [other for other in range(len(area.values)) if goes[card, other] and other not in group]
        left -= group
        found.append(tuple(area.values[card] for card in sorted(group)))
    return tuple(found)
