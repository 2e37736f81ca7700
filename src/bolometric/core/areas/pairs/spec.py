"""What the maker of a game of pairs sets."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.pairs.forms import Form, forms_of
from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob
from bolometric.core.text.figures import plural

MOST_CARDS, FEWEST_PAIRS = 52, 3
NUMBERED = {"total": "area.number", "forms": "area.many"}
"""What makes more pairs, where that is not the largest number."""

MATCHES = (
    Choice("total", "together make", "Match cards that make a number", "Bonds: every card asks what is missing."),
    Choice("same", "have the same number", "Match equal numbers", "Nothing is worked out: for learning the game."),
    Choice("double", "are a number and its double", "Match a number with its double", "Doubles and halves."),
    Choice("differ", "differ by", "Match cards that differ by a number", "Counting on and back by a fixed number."),
    Choice(
        "forms",
        "show the same number in two ways:",
        "Match a number that is shown in two ways",
        "A sum and its answer, or dots and their number: what is worked out is on the cards.",
    ),
)
SHOWS = (
    Choice("adding", "sums within", "Show sums", "Each card asks for a sum, and its partner has the answer."),
    Choice("taking_away", "numbers taken away within", "Show taking away", "The same by taking away."),
    Choice("times", "the table of", "Show a table", "One table, up to twelve times."),
    Choice("dividing", "numbers divided by", "Show dividing", "One table, the other way."),
    Choice("dots", "dots up to", "Show dots", "How many is seen or counted: for the youngest."),
)
AGAIN = (
    Choice("yes", "go again", "Let a pair give another turn", "Whoever remembers well takes several in a row."),
    Choice("no", "hand on", "Hand on after a pair", "Turns go round evenly; going first means less."),
)


class Pairs(AreaPart):
    """Cards lie face down. In a turn two are turned, one after the other; two that match are kept, others turned back.

    The pack has both cards of every pair: for forms ``many`` numbers, each as a sum (or as dots, see ``front``) and as
    itself, so that a sum matches its answer; for total the pairs of whole numbers from ``least`` up that make
    ``number``, for same each number from ``least`` to ``most`` twice, for double each of these with its double, for
    differ each of these with the one that is ``number`` more; all of that ``copies`` times. The game ends when no two
    cards are left that match; most pairs win, shared if several have as many.

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
        Literal["total", "same", "double", "differ", "forms"],
        Field(description="When two cards match."),
        Knob("choice", "cards that match", practice="operation", choices=MATCHES),
    ] = "total"
    front: Annotated[
        Literal["adding", "taking_away", "times", "dividing", "dots"],
        Field(description="What the one card of a pair shows, if match is forms; the other has the number."),
        Knob("choice", "what is shown", practice="operation", choices=SHOWS, when=(("match", ("forms",)),)),
    ] = "adding"
    number: Annotated[
        StrictInt,
        Field(
            ge=1,
            le=200,
            description="What two cards make, or by how much they differ; of forms how far they go, or the table.",
        ),
        Knob(
            "number",
            "the number",
            hint="What two cards make together, by how much they differ, how far sums go, or the table.",
            practice="size",
            order="Match by {}",
            when=(("match", ("total", "differ", "forms")),),
        ),
    ] = 10
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
    least: Annotated[
        StrictInt,
        Field(ge=0, le=200, description="The smallest number on a card."),
        Knob(
            "number",
            "smallest",
            hint="The smallest number in the pack.",
            practice="size",
            order="Begin at {}",
            when=(("match", ("total", "same", "double", "differ")),),
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
    def forms(self) -> tuple[Form, ...]:
        """What is shown in two ways; the card that is no plain number is told by its place here, as −1 less that."""
        return forms_of(self.front, self.number, self.many)

    def label(self, card: int) -> str:
        """What stands on a card."""
        return self.forms[-1 - card].text if self.match == "forms" and card < 0 else str(card)

    def told(self, card: int) -> str:
        """What stands on a card, in a sentence."""
        return plural(self.forms[-1 - card].number, "dot") if self.front == "dots" and card < 0 else self.label(card)

    def all_told(self, cards: Iterable[int]) -> list[str]:
        """The same of several, each different one once, in rising order."""
        return [self.told(card) for card in sorted(set(cards))]

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
            case "forms":
                found = [(-1 - at, form.number) for at, form in enumerate(self.forms)]
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
            case "forms":
                return low < 0 <= high and self.forms[-1 - low].number == high

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
        plain = Counter(card for card in self.cards if card >= 0 or self.match != "forms")
        numbers = Pack(cards=tuple(Card(value=Fraction(value), count=count) for value, count in plain.items()))
        if self.match != "forms":
            return (numbers,)
        shown = tuple(
            Card(value=Fraction(form.number), word="" if self.front == "dots" else form.text, count=self.copies)
            for form in self.forms
        )
        return Pack(cards=shown, shown="dots" if self.front == "dots" else "words"), numbers

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
        if self.match == "forms" and len(self.forms) < self.many:
            told = {"times": "of the table", "dividing": "of the table"}.get(self.front, f"with {self.number}")
            raise setting_error(
                f"There are {len(self.forms)} different numbers {told}, and {self.many} pairs are asked for: have "
                "fewer, or let numbers go further.",
                "area.many",
            )
        if len(self.pairs) < FEWEST_PAIRS:
            raise setting_error(
                f"That makes {len(self.pairs)} pairs, and {FEWEST_PAIRS} are the fewest: let numbers go further.",
                "area.number" if self.match in ("total", "forms") else "area.most",
            )
        if count > MOST_CARDS:
            raise setting_error(
                f"That makes {count} cards, and {MOST_CARDS} are the most: take fewer numbers, or fewer copies.",
                "area.copies" if self.copies > 1 else NUMBERED.get(self.match, "area.most"),
            )
        return self
