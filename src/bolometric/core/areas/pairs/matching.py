"""Which cards lie there, and which of them match: one rule for the pack, the loop, the table and the sentences."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache
from itertools import combinations
from typing import TYPE_CHECKING

from bolometric.core.areas.pairs.forms import FRACTIONS, ON_CARDS, evenly
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack
from bolometric.core.settings.amounts import Value

if TYPE_CHECKING:
    from bolometric.core.areas.pairs.spec import Pairs

JOKER, BLANK = 1_000_000, 1_000_001
"""In place of a number: beyond all that a card may show."""
THIRD = 64
"""In a note of threes the third card stands in parts of it; there are fewer cards."""
SPECIAL: dict[Value, str] = {JOKER: "joker", BLANK: "blank card"}

Cards = tuple[Value, ...]


def each_set(area: Pairs) -> tuple[Cards, ...]:
    """Every pair or three, its smaller numbers first, as often as it is in the pack."""
    return tuple(sorted(one for one in _sets(area) for _ in range(area.copies)))


def _sets(area: Pairs) -> list[Cards]:
    numbers = range(area.least, area.most + 1)
    match area.match:
        case "total" if area.size == 3:
            return evenly(list(_threes(area.number, area.least)), area.sets)
        case "total":
            return [(a, area.number - a) for a in range(area.least, area.number // 2 + 1)]
        case "same":
            return [(a,) * area.size for a in numbers]
        case "double":
            return [(a, 2 * a) for a in numbers if a]
        case "differ":
            return [(a, a + area.number) for a in numbers]
        case "forms":
            return [(-1 - at, form.number) for at, form in enumerate(area.forms)]


def _threes(number: int, least: int) -> Iterator[Cards]:
    for a in range(least, number // 3 + 1):
        yield from ((a, b, number - a - b) for b in range(a, (number - a) // 2 + 1))


def matching(area: Pairs, cards: Sequence[Value]) -> bool:
    """Whether two cards, or three, match."""
    if BLANK in cards or JOKER in cards:
        return BLANK not in cards
    low, high = min(cards), max(cards)
    match area.match:
        case "total":
            return sum(cards) == area.number
        case "same":
            return low == high
        case "double":
            return low > 0 and high == 2 * low
        case "differ":
            return high - low == area.number
        case "forms":
            return low < 0 <= high and area.form(low).number == high


@lru_cache(maxsize=16)
def all_others(area: Pairs) -> tuple[Counter[Cards], ...]:
    """For each card of the pack what matches it: others in rising order, with how often they lie there."""
    cards, found = area.cards, dict[Value, Counter[Cards]]()
    for place, card in enumerate(cards):
        if card not in found:  # equal cards have equal partners
            others = combinations(cards[:place] + cards[place + 1 :], area.size - 1)
            found[card] = Counter(beside for beside in others if matching(area, (card, *beside)))
    return tuple(found[card] for card in cards)


def pack_of(area: Pairs) -> tuple[AnyPiece, ...]:
    """The packs that are laid out together: what is shown, plain numbers, and what is neither."""
    plain = Counter(card for card in area.cards if card not in SPECIAL and (card >= 0 or area.match != "forms"))
    fractions = area.match == "forms" and area.front in FRACTIONS and area.front != "decimals"
    numbers = tuple(Card(value=Fraction(value), count=count) for value, count in plain.items())
    packs = [Pack(cards=numbers, shown="fractions" if fractions else "numerals")]
    if area.match == "forms":
        shown = ON_CARDS.get(area.front, "words")
        words = shown in ("words", "coins")
        forms = tuple(
            Card(value=Fraction(form.number), word=form.text if words else "", count=area.copies) for form in area.forms
        )
        packs.insert(0, Pack(cards=forms, shown=shown))
    special = tuple(
        Card(value=Fraction(0), word=SPECIAL[card].removesuffix(" card"), count=count)
        for card, count in ((JOKER, area.jokers), (BLANK, area.blanks))
        if count
    )
    return (*packs, *([Pack(cards=special, shown="words")] if special else []))
