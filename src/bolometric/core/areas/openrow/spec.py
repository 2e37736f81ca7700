"""What the maker of a game with an open row sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, StyleRule
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack, remembers
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_CARDS, MOST_OPEN, MOST_TAKEN = 120, 10, 5

ASKS = (
    Choice("given", "always the same", "Ask for the same number each time", "One number, all its bonds."),
    Choice("drawn", "what is drawn", "Draw the number", "Another number each turn: every sum may be needed."),
)
TAKES = (
    Choice("two", "two cards", "Take two cards", "Bonds: one partner is looked for."),
    Choice("any", "one or more cards", "Take as many cards as it takes", "Longer sums; there is nearly always a way."),
)
NOTHINGS = (
    Choice("add", "one more card comes from the pack", "Take one more card", "Cards grow more until something fits."),
    Choice("pass", "one passes", "Pass", "Nothing changes: the game ends once all pass."),
    Choice("away", "the cards are put away for new ones", "Take new cards", "A fresh start; the pack runs out sooner."),
)
ROWS = (
    Choice(
        "shared", "lie open for all", "Lay one row for all", "All look at the same cards; who takes one leaves less."
    ),
    Choice(
        "own",
        "are in the hand of each player, hidden from the others",
        "Give each player a hand",
        "Each looks at cards of their own, in their own time.",
    ),
)


class OpenRow(AreaPart):
    """A shuffled pack, of which ``open`` cards lie face up. In turn each takes cards that together make the number.

    The pack has every whole number from ``least`` to ``most``, ``copies`` times. The number is ``number`` (asks given),
    or the total of a draw in each turn (asks drawn). Taken are two cards, or one to five (take any); they are kept, and
    the row is filled up again. Who finds nothing ends the turn: one more card is laid open (at most ten lie there, then
    they are put away as well), the whole row is put away for a new one, or one passes. The game ends when no card is
    left, or when nobody has found anything for a whole round and the pack is used up, or passing is the rule. Most
    cards win; shared by equal ones.

    With ``row`` own each player holds ``open`` cards instead, hidden from the others, takes from these alone and fills
    them up from the pack; a player whose cards are used up is passed over, and "nobody" are those who hold any.

    Each way to make the number is seen with a chance of ``noticed`` in a hundred for each card after the first. Of the
    ways that are seen a guess takes any; a rule of thumb the one with most, or fewest, cards. Readings: idle_turns is
    the share of turns in which nothing is taken, score the cards of a seat, ways in how many ways the number can be
    made in a turn, noticed or not.
    """

    noun: ClassVar[str] = "An open row"
    idle_at_most: ClassVar[float] = 0.4
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "idle_turns",
        "ways",
        "lead_for_good",
        "choice",
    )
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule("most_cards", "take as many cards as they can", "the way with most cards, the first of equal ones"),
        StyleRule(
            "fewest_cards", "take as few cards as they can", "the way with fewest cards, the first of equal ones"
        ),
    )

    kind: Literal["open_row"]
    least: Annotated[
        StrictInt,
        Field(ge=0, le=30, description="The smallest number in the pack."),
        Knob("number", "smallest", hint="The smallest number in the pack.", practice="size", order="Begin at {}"),
    ] = 1
    most: Annotated[
        StrictInt,
        Field(ge=1, le=30, description="The largest number in the pack."),
        Knob("number", "largest", hint="The largest number in the pack.", practice="size", order="Go up to {}"),
    ] = 9
    copies: Annotated[
        StrictInt,
        Field(ge=1, le=8, description="How often each number is in the pack."),
        Knob(
            "number",
            "copies",
            hint="How often each number is there: more make a longer game.",
            order="Have each number {} times",
            one="Have each number once",
        ),
    ] = 3
    open: Annotated[
        StrictInt,
        Field(ge=3, le=8, description="How many cards lie open, or each player holds."),
        Knob(
            "number",
            "cards",
            hint="How many cards lie open, or are held: with more something fits more often.",
            order="Have {} cards to take from",
            one="Have one card to take from",
        ),
    ] = 6
    row: Annotated[
        Literal["shared", "own"],
        Field(description="Where the cards are: in one open row for all, or in the hand of each player, hidden."),
        Knob("choice", "where they are", choices=ROWS),
    ] = "shared"
    asks: Annotated[
        Literal["given", "drawn"],
        Field(description="Which number is made: always the same, or what is drawn in each turn."),
        Knob("choice", "the number that is made", practice="aim", choices=ASKS),
    ] = "given"
    number: Annotated[
        StrictInt,
        Field(ge=2, le=100, description="The number that is made, if asks is given."),
        Knob(
            "number",
            "the number",
            hint="What the cards have to make together.",
            practice="size",
            order="Make {}",
            when=(("asks", ("given",)),),
        ),
    ] = 10
    take: Annotated[
        Literal["two", "any"],
        Field(description="How many cards are taken: two; or any number, which is one to five."),
        Knob("choice", "how many cards", practice="operation", choices=TAKES),
    ] = "two"
    nothing: Annotated[
        Literal["add", "away", "pass"],
        Field(description="What happens when nothing is found: one more card, a new row, or nothing."),
        Knob("choice", "when nothing is found", choices=NOTHINGS),
    ] = "add"
    noticed: Annotated[
        StrictInt,
        Field(ge=10, le=100, description="With what chance, in a hundred, each further card of a way is noticed."),
        Knob(
            "number",
            "in a hundred noticed",
            hint="Of a hundred ways with two cards so many are seen; of longer ones fewer. With 100 all are.",
            step=10,
            order="Let {} in a hundred be noticed",
            suggested=(),
        ),
    ] = 100

    @property
    def uses_pieces(self) -> bool:
        """Only where the number is drawn."""
        return self.asks == "drawn"

    @property
    def uses_total(self) -> bool:
        """The total is the number to make."""
        return self.asks == "drawn"

    @property
    def less_is_better(self) -> bool:
        """The score is cards."""
        return False

    @property
    def cards(self) -> tuple[int, ...]:
        """Every card of the pack, in rising order."""
        return tuple(value for value in range(self.least, self.most + 1) for _ in range(self.copies))

    @property
    def held(self) -> bool:
        """Whether each player holds cards of their own."""
        return self.row == "own"

    def check_seats(self, count: int) -> None:
        """The pack must deal the hands."""
        cards = len(self.cards)
        if self.held and count * self.open > cards:
            raise setting_error(
                f"Hands of {self.open} for {count} players take {count * self.open} cards, and the pack has {cards}: "
                "deal fewer, or have more copies.",
                "area.open",
            )

    @property
    def sizes(self) -> tuple[int, int]:
        """How many cards are taken at the least and at the most."""
        return (2, 2) if self.take == "two" else (1, MOST_TAKEN)

    @property
    def made_pieces(self) -> tuple[AnyPiece, ...]:
        """The pack that is laid out."""
        numbers = range(self.least, self.most + 1)
        return (Pack(cards=tuple(Card(value=Fraction(value), count=self.copies) for value in numbers)),)

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Numbers that are drawn must not hang together."""
        if self.asks == "drawn" and remembers(tuple(pieces)):
            raise setting_error(
                "The number that is made is drawn from pieces that are put back: do not keep cards out, or ask for the "
                "same number each time.",
                "area.asks",
            )

    def check_draw(self, distribution: Distribution) -> None:
        """Some total must be within reach of the cards."""
        if self.asks == "drawn" and not any(self.in_reach(total) for total in distribution.totals):
            raise setting_error(
                "No total is made by cards of this pack: change the pieces, or let the pack go further.", "area.most"
            )

    def in_reach(self, total: object) -> bool:
        """Whether some cards of the whole pack make a number."""
        return isinstance(total, int) and total in _sums(self.least, self.most, self.copies, self.sizes)

    @model_validator(mode="after")
    def _a_pack(self) -> Self:
        if self.most < self.least:
            raise setting_error(f"The largest number, {self.most}, is below the smallest, {self.least}.", "area.most")
        count = len(self.cards)
        if not self.open < count <= MOST_CARDS:
            few = count <= self.open
            told = f"the row alone takes {self.open}" if few else f"{MOST_CARDS} are the most"
            cure = "have more copies, or more numbers" if few else "have fewer copies, or fewer numbers"
            raise setting_error(f"That makes {count} cards, and {told}: {cure}.", "area.copies")
        if self.asks == "given" and not self.in_reach(self.number):
            raise setting_error(
                f"No cards of this pack make {self.number}: ask for another number, or let the pack go further.",
                "area.number",
            )
        return self


def _sums(least: int, most: int, copies: int, sizes: tuple[int, int]) -> frozenset[int]:
    """Every number that cards of the whole pack make."""
    reached: list[set[int]] = [{0}, *(set[int]() for _ in range(sizes[1]))]
    for value in range(least, most + 1):
        for _ in range(min(copies, sizes[1])):
            for count in range(sizes[1], 0, -1):
                reached[count] |= {total + value for total in reached[count - 1]}
    return frozenset().union(*reached[sizes[0] :])
