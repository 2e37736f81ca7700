"""What the maker of a game of pairs sets."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_CARDS, FEWEST_PAIRS = 52, 3

MATCHES = (
    Choice("total", "together make", "Match cards that make a number", "Bonds: every card asks what is missing."),
    Choice("same", "have the same number", "Match equal numbers", "Nothing is worked out: for learning the game."),
    Choice("double", "are a number and its double", "Match a number with its double", "Doubles and halves."),
    Choice("differ", "differ by", "Match cards that differ by a number", "Counting on and back by a fixed number."),
)
AGAIN = (
    Choice("yes", "go again", "Let a pair give another turn", "Whoever remembers well takes several in a row."),
    Choice("no", "hand on", "Hand on after a pair", "Turns go round evenly; going first means less."),
)


class Pairs(AreaPart):
    """Cards lie face down. In a turn two are turned, one after the other; two that match are kept, others turned back.

    The pack has both cards of every pair: for total the pairs of whole numbers from ``least`` up that make ``number``,
    for same each number from ``least`` to ``most`` twice, for double each of these with its double, for differ each of
    these with the one that is ``number`` more; all of that ``copies`` times. The game ends when no two cards are left
    that match; most pairs win, shared if several have as many.

    Turning two cards is a turn; with ``again`` yes a pair gives its player the next one too. Who remembers knows where
    cards lie: a guess turns any two; the rules of thumb take a pair that is known, else turn a card that is not, and
    its partner if that is known, else another that is not. The plan also weighs turning a known card second, so that
    less is shown: it is worked out for two seats where every card has one partner, for the most pairs on average.
    Readings: idle_turns is the share of turns without a pair, score the pairs of a seat.
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
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal(
            "pairs", "play best, remembering every card", "most pairs on average, two seats, each card with one partner"
        ),
    )

    kind: Literal["pairs"]
    match: Annotated[
        Literal["total", "same", "double", "differ"],
        Field(description="When two cards match."),
        Knob("choice", "cards that match", practice="operation", choices=MATCHES),
    ] = "total"
    number: Annotated[
        StrictInt,
        Field(ge=1, le=200, description="What two cards make, or by how much they differ."),
        Knob(
            "number",
            "the number",
            hint="What two cards make together, or by how much they differ.",
            practice="size",
            order="Match by {}",
            when=(("match", ("total", "differ")),),
        ),
    ] = 10
    least: Annotated[
        StrictInt,
        Field(ge=0, le=200, description="The smallest number on a card."),
        Knob("number", "smallest", hint="The smallest number in the pack.", practice="size", order="Begin at {}"),
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
            when=(("match", ("same", "double", "differ")),),
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
    again: Annotated[
        Literal["yes", "no"],
        Field(description="Whether a pair gives another turn."),
        Knob("choice", "after a pair", choices=AGAIN),
    ] = "yes"

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
    def pairs(self) -> tuple[tuple[int, int], ...]:
        """Every pair, the smaller number first, as often as it is in the pack."""
        numbers = range(self.least, self.most + 1)
        match self.match:
            case "total":
                found = [(a, self.number - a) for a in range(self.least, self.number // 2 + 1)]
            case "same":
                found = [(a, a) for a in numbers]
            case "double":
                found = [(a, 2 * a) for a in numbers if a]
            case "differ":
                found = [(a, a + self.number) for a in numbers]
        return tuple(sorted(pair for pair in found for _ in range(self.copies)))

    @property
    def cards(self) -> tuple[int, ...]:
        """The numbers of all cards, in rising order."""
        return tuple(sorted(value for pair in self.pairs for value in pair))

    def matches(self, one: int, other: int) -> bool:
        """Whether two cards match."""
        low, high = sorted((one, other))
        match self.match:
            case "total":
                return low + high == self.number
            case "same":
                return low == high
            case "double":
                return low > 0 and high == 2 * low
            case "differ":
                return high - low == self.number

    def partners(self, place: int) -> int:
        """How many cards match the one at a place of the pack, from 0."""
        cards = self.cards
        return sum(self.matches(cards[place], card) for k, card in enumerate(cards) if k != place)

    @property
    def one_partner(self) -> bool:
        """Whether every card has just one that matches it."""
        return all(self.partners(place) == 1 for place in range(len(self.cards)))

    @property
    def made_pieces(self) -> tuple[AnyPiece, ...]:
        """The pack that is laid out."""
        counted = Counter(self.cards)
        return (Pack(cards=tuple(Card(value=Fraction(value), count=count) for value, count in counted.items())),)

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
        count = len(self.cards)
        if len(self.pairs) < FEWEST_PAIRS:
            raise setting_error(
                f"That makes {len(self.pairs)} pairs, and {FEWEST_PAIRS} are the fewest: let numbers go further.",
                "area.number" if self.match == "total" else "area.most",
            )
        if count > MOST_CARDS:
            raise setting_error(
                f"That makes {count} cards, and {MOST_CARDS} are the most: take fewer numbers, or fewer copies.",
                "area.copies" if self.copies > 1 else "area.number" if self.match == "total" else "area.most",
            )
        return self
