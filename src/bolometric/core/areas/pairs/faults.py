"""What can be wrong with a game of pairs."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.pairs.checks import NUMBERED
from bolometric.core.areas.pairs.matching import SPECIAL
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.text.figures import listing_words

EASIER = 2
"""Times as many partners with which a card is far easier to match than another."""


def lengthens(game: Game) -> str:
    """What makes more pairs: where the number is the aim, each of them more often."""
    area = game.area_as(Pairs)
    if area.threes == "some":
        return "area.sets"
    if area.match != "total":
        return NUMBERED.get(area.match, "area.most")
    sums = {aim.upto for aim in game.brief.aim if aim.kind in ("bonds", "adding")}
    return "area.copies" if area.number in sums else "area.number"


def by_rules(game: Game) -> Iterator[Fault]:
    """Cards that are far easier to match than others, and leave some without a partner.

    Of threes every number has its own count of ways; jokers, blank cards and a harder half are meant to differ.
    """
    area = game.area_as(Pairs)
    if area.size == 3 or (area.match == "forms" and area.weight == "harder"):
        return
    cards = area.cards
    count = {cards[place]: area.partners(place) for place in range(len(cards)) if cards[place] not in SPECIAL}
    few, many = min(count.values()), max(count.values())
    if many < EASIER * few:
        return
    easy, hard = (area.all_told(card for card, n in count.items() if n == least) for least in (many, few))
    has = "has" if len(easy) == 1 else "have"
    named = f"{listing_words(easy, 'and')} {has} {many} partners, {listing_words(hard, 'and')} only {few}"
    sentence = f"{named}: the first {'is' if len(easy) == 1 else 'are'} far easier to match."
    alone = change(game, "Have each pair once", "area.copies", 1) if area.copies > 1 else None
    same = change(game, "Match equal numbers", "area.match", "same")
    total = change(game, "Match cards that make a number", "area.match", "total")
    yield Fault("uneven_partners", "advice", "area.match", sentence, cures(alone, total, same))


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules)
