"""What the maker of a game of pairs sets."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from math import comb
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.pairs.checks import FEWEST_PAIRS, MOST_CARDS, check_pack
from bolometric.core.areas.pairs.forms import Form, answer, forms_of
from bolometric.core.areas.pairs.matching import JOKER, SPECIAL, Rule, all_others, cards_of, each_set, matching, pack_of
from bolometric.core.areas.pairs.setting_words import AFTER, MATCHES, PAID, SHOWS, TURNS, WEIGHTS
from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.pieces.faces import Line
from bolometric.core.pieces.formula import LONGEST
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.figures import listing_words


class Pairs(AreaPart):
    """Cards lie face down. In a turn two are turned, one after the other; two that match are kept, others turned back.

    The pack has both cards of every pair: for forms ``many`` numbers, each as a sum (or as dots, see ``front``) and as
    itself, so that a sum matches its answer; for total the pairs of whole numbers from ``least`` up that make
    ``number``, for same each number from ``least`` to ``most`` twice, for double each of these with its double, for
    differ each of these with the one that is ``number`` more, for formula every two of these for which ``formula``
    comes to ``number``; all of that ``copies`` times. For family three cards are turned, of which the largest is the
    sum of the two others: ``sets`` such threes of numbers from ``least`` (1 at the least) to ``most``. In total and
    same three cards may be turned and kept instead (turn three): ``sets`` threes that make the number, or each number
    three times. Where ``sets`` are taken they stand at even steps among all there are.

    Beside these lie ``jokers``, which match whatever they are turned with, and ``blanks``, which match nothing, not
    even a joker. The game ends when no cards are left that match; most pairs win, shared if several have as many.

    Turning two cards, or three, is a turn; with ``again`` yes a pair gives its player the next one too. Who remembers
    knows where cards lie: a guess turns any cards; the rules of thumb take cards that are known and match, else turn a
    card that is not known, and, after each, those known that complete the pair, else another that is not. The plan also
    weighs turning a known card second, so that less is shown: it is worked out for two seats where every card has one
    partner, for the most pairs on average. Readings: idle_turns is the share of turns without a pair, score the pairs
    of a seat.
    """

    noun: ClassVar[str] = "Pairs to remember"
    idle_at_most: ClassVar[float] = 0.9
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "idle_turns",
        "lead_for_good",
        "choice",
    )
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule("remember_all", "remember every card", "every card that has been turned is known"),
        StyleRule(
            "remember_last",
            "remember the last {} cards",
            "the cards turned last are known, number of them, those turned in the same turn included",
            numbered=True,
        ),
        StyleRule(
            "remember_some",
            "remember {} of ten cards",
            "each card that is turned is known from then on with a chance of number in ten",
            numbered=True,
        ),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal(
            "pairs", "play best, remembering every card", "most pairs on average, two seats, each card with one partner"
        ),
    )

    kind: Literal["pairs"]
    match: Annotated[
        Literal["total", "same", "double", "family", "formula", "differ", "forms"],
        Field(description="When two cards match."),
        Knob("choice", "cards that match", practice="operation", choices=MATCHES),
    ] = "total"
    turn: Annotated[
        Literal["two", "three"],
        Field(description="How many cards are turned, and match, if match is total or same."),
        Knob("choice", "cards turned", practice="operation", choices=TURNS, when=(("match", ("total", "same")),)),
    ] = "two"
    front: Annotated[
        Literal["adding", "taking_away", "times", "dividing", "dots", "frames", "coins", "bars", "equal", "decimals"],
        Field(description="What the one card of a pair shows, if match is forms; the other has the number."),
        Knob("choice", "what is shown", practice="operation", choices=SHOWS, when=(("match", ("forms",)),)),
    ] = "adding"
    number: Annotated[
        StrictInt,
        Field(
            ge=1,
            le=200,
            description="What the cards make, or by how much they differ; of forms how far they go, the table, or the "
            "largest denominator.",
        ),
        Knob(
            "number",
            "the number",
            hint="What cards make together, by how much they differ, how far sums or denominators go, or the table.",
            practice="size",
            order="Match by {}",
            when=(("match", ("total", "formula", "differ", "forms")),),
        ),
    ] = 10
    formula: Annotated[
        Line,
        Field(
            min_length=1,
            max_length=LONGEST,
            description="What the two numbers come to, if match is formula: a is the smaller, b the larger; see draw "
            "for how a formula is written. They match if that is number.",
        ),
        Knob(
            "formula",
            "the formula",
            hint="a is the smaller number, b the larger one. + − × ÷ and brackets; min(a, b), max(a, b), abs(a); a div "
            "b divides and rounds down, a mod b is what is left over.",
            practice="operation",
            when=(("match", ("formula",)),),
        ),
    ] = "a + b"
    many: Annotated[
        StrictInt,
        Field(ge=FEWEST_PAIRS, le=MOST_CARDS // 2, description="How many pairs there are, if match is forms."),
        Knob(
            "number",
            "pairs",
            hint="How many pairs there are: each with another answer.",
            order="Have {} pairs",
            one="Have one pair",
            when=(("match", ("forms",)),),
        ),
    ] = 9
    coins: Annotated[
        Literal["twos", "quarters"],
        Field(description="Which coins there are, if front is coins: 1, 2, 5, 10, 20, 50, or 1, 5, 10, 25."),
        Knob("choice", "coins of", choices=PAID, when=(("match", ("forms",)), ("front", ("coins",)))),
    ] = "twos"
    sets: Annotated[
        StrictInt,
        Field(
            ge=FEWEST_PAIRS,
            le=MOST_CARDS // 3,
            description="How many threes there are, if three make the number or a sum.",
        ),
        Knob(
            "number",
            "threes",
            hint="How many threes are in the pack, at even steps among all there are.",
            order="Have {} threes",
            one="Have one three",
            when=(("threes", ("some",)),),
        ),
    ] = 8
    least: Annotated[
        StrictInt,
        Field(ge=0, le=200, description="The smallest number on a card."),
        Knob(
            "number",
            "smallest",
            hint="The smallest number in the pack.",
            practice="size",
            order="Begin at {}",
            when=(("match", ("total", "same", "double", "family", "formula", "differ")),),
        ),
    ] = 0
    most: Annotated[
        StrictInt,
        Field(ge=0, le=200, description="The largest number of which a pair is made, if match is not total."),
        Knob(
            "number",
            "largest",
            hint="Up to which number pairs are made.",
            practice="size",
            order="Make pairs up to {}",
            when=(("match", ("same", "double", "family", "formula", "differ")),),
        ),
    ] = 9
    copies: Annotated[
        StrictInt,
        Field(ge=1, le=4, description="How often each pair is in the pack."),
        Knob(
            "number",
            "copies",
            hint="How often each pair is there: with more, cards have several partners.",
            order="Have each pair {} times",
            one="Have each pair once",
        ),
    ] = 1
    weight: Annotated[
        Literal["alike", "harder"],
        Field(
            description="If match is forms: alike, or the half of them that takes a usual learner longest once more, "
            "so that cards of it have two partners and more."
        ),
        Knob("choice", "which pairs are there more often", choices=WEIGHTS, when=(("match", ("forms",)),)),
    ] = "alike"
    again: Annotated[
        Literal["yes", "no"],
        Field(description="Whether a pair gives another turn."),
        Knob("choice", "after a pair", choices=AFTER),
    ] = "yes"
    jokers: Annotated[
        StrictInt,
        Field(ge=0, le=6, description="Cards that match whatever they are turned with."),
        Knob(
            "number",
            "jokers",
            hint="Cards that match whatever they are turned with: luck has more of a say.",
            order="Have {} jokers",
            suggested=(),
            one="Have one joker",
        ),
    ] = 0
    blanks: Annotated[
        StrictInt,
        Field(ge=0, le=12, description="Cards that match nothing, not even a joker."),
        Knob(
            "number",
            "blank cards",
            hint="Cards that match nothing: there is more to remember.",
            order="Have {} blank cards",
            suggested=(),
            one="Have one blank card",
        ),
    ] = 0

    @property
    def uses_pieces(self) -> bool:
        """Its cards follow from its settings."""
        return False

    @property
    def uses_total(self) -> bool:
        """Nothing is drawn."""
        return False

    @property
    def less_is_better(self) -> bool:
        """The score is pairs."""
        return False

    @property
    def forms(self) -> tuple[Form, ...]:
        """What is shown in two ways; the card that is no plain number is told by its place here, as −1 less that."""
        return forms_of(self.front, self.number, self.many, self.coins)

    @property
    def pack_rule(self) -> Rule:
        """What says which cards lie there, and match."""
        return Rule(
            self.match,
            self.size,
            self.number,
            self.least,
            self.most,
            self.sets,
            self.copies,
            self.weight,
            self.jokers,
            self.blanks,
            self.formula,
            self.front,
            self.forms if self.match == "forms" else (),
        )

    @property
    def size(self) -> int:
        """How many cards are turned, and match."""
        three = self.match == "family" or (self.turn == "three" and self.match in ("total", "same"))
        return 3 if three else 2

    @property
    def threes(self) -> Literal["some", "all"]:
        """Whether so many threes are taken of those there are, or all."""
        return "some" if self.size == 3 and self.match != "same" else "all"

    @property
    def noun_kept(self) -> str:
        """What cards that match are called together."""
        return self.pack_rule.noun

    def label(self, card: Value) -> str:
        """What stands on a card."""
        if card in SPECIAL:
            return SPECIAL[card]
        if self.match != "forms":
            return str(card)
        return self.form(card).text if card < 0 else answer(self.front, card)

    def told(self, card: Value) -> str:
        """What stands on a card, in a sentence."""
        if card in SPECIAL:
            return f"a {SPECIAL[card]}"
        pictured = self.form(card).told if self.match == "forms" and card < 0 else ""
        return pictured or self.label(card)

    def form(self, card: Value) -> Form:
        """The form on a card that is no plain number."""
        return self.pack_rule.form(card)

    def all_told(self, cards: Iterable[Value]) -> list[str]:
        """The same of several, each different one once, in rising order."""
        return [self.told(card) for card in sorted(set(cards))]

    @property
    def pairs(self) -> tuple[tuple[Value, ...], ...]:
        """Every pair or three, the smaller numbers first, as often as it is in the pack."""
        return each_set(self.pack_rule)

    @property
    def cards(self) -> tuple[Value, ...]:
        """The numbers of all cards, in rising order; jokers and blank cards last."""
        return cards_of(self.pack_rule)

    @property
    def most_pairs(self) -> int:
        """How many pairs can be kept at most: those of the pack, and some of jokers alone."""
        return len(self.pairs) + self.jokers // self.size

    def matches(self, *cards: Value) -> bool:
        """Whether two cards, or three, match."""
        return matching(self.pack_rule, cards)

    def others_of(self, place: int) -> Counter[tuple[Value, ...]]:
        """What matches the card at a place of the pack, from 0: other cards in rising order, and how often."""
        return all_others(self.pack_rule)[place]

    def partners(self, place: int) -> int:
        """How many cards, or twos of cards, match the one at a place of the pack, from 0."""
        return self.others_of(place).total()

    def completing(self, turned: Sequence[Value]) -> list[str]:
        """What matches cards of the pack that are turned, in a sentence, each different way once."""
        beside, rest = self.others_of(self.cards.index(turned[0])), Counter(turned[1:])
        ways = {tuple((Counter(others) - rest).elements()) for others in beside if rest <= Counter(others)}
        by_luck = {way for way in ways if len(way) > 1 and JOKER in way}
        told = [listing_words(list(map(self.told, way)), "and") for way in sorted(ways - by_luck)]
        return [*told, *(["a joker and any card but a blank one"] if by_luck else [])]

    def chance(self, place: int) -> float:
        """The chance that what is turned blindly with the card at a place matches it."""
        return self.partners(place) / comb(len(self.cards) - 1, self.size - 1)

    @property
    def one_partner(self) -> bool:
        """Whether every card has just one that matches it."""
        return self.size == 2 and all(self.partners(place) == 1 for place in range(len(self.cards)))

    @property
    def made_pieces(self) -> tuple[AnyPiece, ...]:
        """The pack that is laid out."""
        return pack_of(self.pack_rule)

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Best play is known for two, where each card has one partner."""
        if seats != 2 or not self.one_partner:
            raise setting_error(
                "Best play is worked out for two players where every card has one partner: change that, or let players "
                "remember every card.",
                "seats.styles",
            )

    @model_validator(mode="after")
    def _a_pack(self) -> Self:
        check_pack(self.pack_rule, self.many)
        return self
