"""Which cards lie there, and which of them match: one rule for the pack, the loop, the table and the sentences."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache
from itertools import combinations, combinations_with_replacement
from typing import NamedTuple

from bolometric.core.areas.pairs.forms import FRACTIONS, ON_CARDS, Form, evenly
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.pieces.expression import Sum, worked
from bolometric.core.pieces.formula import parse
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack
from bolometric.core.settings.amounts import Value

JOKER, BLANK = 1_000_000, 1_000_001
"""In place of a number: beyond all that a card may show."""
THIRD = 64
"""In a note of threes the third card stands in parts of it; there are fewer cards."""
SPECIAL: dict[Value, str] = {JOKER: "joker", BLANK: "blank card"}

Cards = tuple[Value, ...]


class Rule(NamedTuple):
    """The settings that say which cards lie there and match; see the spec for what each means."""

    match: str
    size: int
    number: int
    least: int
    most: int
    sets: int
    copies: int
    weight: str
    jokers: int
    blanks: int
    formula: str
    front: str
    forms: tuple[Form, ...]

    @property
    def noun(self) -> str:
        """What cards that match are called together."""
        return "pair" if self.size == 2 else "three"

    def form(self, card: Value) -> Form:
        """The form on a card that is no plain number: it is told by its place among them, as −1 less that."""
        return self.forms[-1 - int(card)]


def by_formula(formula: str, cards: Sequence[Value]) -> tuple[Fraction | None, list[Sum]]:
    """What a formula comes to, a the smaller number and b the larger, and its sums. Raises a setting error."""
    sums: list[Sum] = []
    return worked(parse(formula).root, [Fraction(card) for card in sorted(cards)], sums), sums


@lru_cache(maxsize=64)
def each_set(rule: Rule) -> tuple[Cards, ...]:
    """Every pair or three, its smaller numbers first, as often as it is in the pack."""
    found = _sets(rule)
    if rule.match == "forms" and rule.weight == "harder":
        found += [found[at] for at in harder(rule.forms)]
    return tuple(sorted(one for one in found for _ in range(rule.copies)))


def harder(forms: Sequence[Form]) -> list[int]:
    """Places of the half, rounded down, that takes a usual learner longest; of equal ones those of larger numbers."""

    def seconds(at: int) -> tuple[float, Value]:
        return sum(timing(one, USUAL).seconds for one in forms[at].facts), forms[at].number

    return sorted(range(len(forms)), key=seconds, reverse=True)[: len(forms) // 2]


@lru_cache(maxsize=64)
def cards_of(rule: Rule) -> Cards:
    """The numbers of all cards, in rising order; jokers and blank cards last."""
    plain = sorted(value for one in each_set(rule) for value in one)
    return (*plain, *(JOKER,) * rule.jokers, *(BLANK,) * rule.blanks)


def _sets(rule: Rule) -> list[Cards]:
    numbers = range(rule.least, rule.most + 1)
    match rule.match:
        case "total" if rule.size == 3:
            return evenly(list(_threes(rule.number, rule.least)), rule.sets)
        case "total":
            return [(a, rule.number - a) for a in range(rule.least, rule.number // 2 + 1)]
        case "same":
            return [(a,) * rule.size for a in numbers]
        case "family":
            sums: list[Cards] = [(a, b, a + b) for a in numbers if a for b in range(a, rule.most - a + 1)]
            return evenly(sums, rule.sets)
        case "double":
            return [(a, 2 * a) for a in numbers if a]
        case "differ":
            return [(a, a + rule.number) for a in numbers]
        case "formula":
            both = combinations_with_replacement(numbers, 2)
            return [pair for pair in both if by_formula(rule.formula, pair)[0] == rule.number]
        case _:
            return [(-1 - at, form.number) for at, form in enumerate(rule.forms)]


def _threes(number: int, least: int) -> Iterator[Cards]:
    for a in range(least, number // 3 + 1):
        yield from ((a, b, number - a - b) for b in range(a, (number - a) // 2 + 1))


def matching(rule: Rule, cards: Sequence[Value]) -> bool:
    """Whether two cards, or three, match."""
    if BLANK in cards or JOKER in cards:
        return BLANK not in cards
    low, high = min(cards), max(cards)
    match rule.match:
        case "total":
            return sum(cards) == rule.number
        case "same":
            return low == high
        case "family":
            return 2 * high == sum(cards)
        case "double":
            return low > 0 and high == 2 * low
        case "differ":
            return high - low == rule.number
        case "formula":
            return by_formula(rule.formula, (low, high))[0] == rule.number
        case _:
            return low < 0 <= high and rule.form(low).number == high


@lru_cache(maxsize=16)
def all_others(rule: Rule) -> tuple[Counter[Cards], ...]:
    """For each card of the pack what matches it: others in rising order, with how often they lie there."""
    cards, found = cards_of(rule), dict[Value, Counter[Cards]]()
    for place, card in enumerate(cards):
        if card not in found:  # equal cards have equal partners
            others = combinations(cards[:place] + cards[place + 1 :], rule.size - 1)
            found[card] = Counter(beside for beside in others if matching(rule, (card, *beside)))
    return tuple(found[card] for card in cards)


def pack_of(rule: Rule) -> tuple[AnyPiece, ...]:
    """The packs that are laid out together: what is shown, plain numbers, and what is neither."""
    times = Counter(cards_of(rule))
    plain = Counter(card for card in cards_of(rule) if card not in SPECIAL and (card >= 0 or rule.match != "forms"))
    fractions = rule.match == "forms" and rule.front in FRACTIONS and rule.front != "decimals"
    numbers = tuple(Card(value=Fraction(value), count=count) for value, count in plain.items())
    packs = [Pack(cards=numbers, shown="fractions" if fractions else "numerals")]
    if rule.match == "forms":
        shown = ON_CARDS.get(rule.front, "words")
        words = shown in ("words", "coins")
        forms = tuple(
            Card(value=Fraction(form.number), word=form.text if words else "", count=times[-1 - at])
            for at, form in enumerate(rule.forms)
        )
        packs.insert(0, Pack(cards=forms, shown=shown))
    special = tuple(
        Card(value=Fraction(0), word=SPECIAL[card].removesuffix(" card"), count=count)
        for card, count in ((JOKER, rule.jokers), (BLANK, rule.blanks))
        if count
    )
    return (*packs, *([Pack(cards=special, shown="words")] if special else []))
