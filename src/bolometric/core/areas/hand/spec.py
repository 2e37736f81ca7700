"""What the maker of a game with cards in the hand sets."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.hand.rules import Rules, makes_exactly, rules_of
from bolometric.core.areas.hand.setting_words import CANNOTS, PLAYS
from bolometric.core.game.area_part import AreaPart, StyleRule
from bolometric.core.pieces.kinds import AnyPiece, Card, Pack
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.figures import minus

MOST_CARDS = 120
SPECIAL = ("wild", "miss a turn", "draw two", "swap hands")
"""What stands on special cards."""
FOLLOWS = ("near", "differ", "multiple")
"""Ways to play in which a card is laid on the open one."""


class Hand(AreaPart):
    """Cards are held in the hand and played one by one.

    A pack of the whole numbers from ``least`` to ``most``, ``copies`` times, is shuffled, and each player is dealt
    ``hold`` cards.

    Play near, differ, multiple: one card more is turned up. In turn each lays a card on the open one that differs from
    it by at most, or by exactly, ``apart``, or of which one is a multiple of the other. Who has none draws a card and
    hands on (cannot draw), or lays it if it goes (cannot lay); once the pack is used up they pass. Whoever has no card
    left wins; if the pack is used up and all pass for a round, whoever has fewest, shared by equal ones.

    In these three the pack may hold special cards too, which go on every card, and on which every card goes: ``wilds``
    do nothing else; after one of ``misses`` the next player misses a turn; after one of ``twos`` the next player draws
    two cards, as far as there are any, before the turn; after one of ``swaps`` the two swap hands, if any card is left.

    Play limit: in turn each lays a card, adds it to the count and draws another. The count goes no further than
    ``limit``. The pack may hold the same numbers with a minus sign too, ``minus`` times each: these are taken away from
    the count, which never falls below 0. Who makes the limit exactly takes all cards that were laid, and it begins at 0
    again. Who has none that goes passes; if all who hold cards pass, the cards are put away, and the count is 0 again.
    Who has no cards is passed over. When nobody has any, or all pass while the count is 0, most cards taken win.

    Play ask: two cards that make ``number`` are a pair. All lay down the pairs they hold. In turn each asks all others
    for the partner of one of their cards; the first in turn who has it gives it, and both draw a card, the
    one who asked first. If nobody has, the player draws a card, as does one who has nothing to ask for. A drawn card
    that makes a pair is laid down with it. Once the pack is used up the round is finished, without drawing;
    most pairs win.

    A guess plays any card that goes, or asks with any. No best play is known: hands are hidden. Readings: idle_turns is
    the share of turns in which no card is laid and no pair made, score what each has at the end (cards left; cards
    taken; pairs), playable how many different numbers can be laid, or asked with, in a turn.
    """

    noun: ClassVar[str] = "Cards in the hand"
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "idle_turns",
        "playable",
        "lead_for_good",
        "choice",
    )
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule("largest", "play their largest card that goes", "the largest card that can be played"),
        StyleRule("smallest", "play their smallest card that goes", "the smallest card that can be played"),
        StyleRule(
            "ahead",
            "look ahead",
            "laid on a card: the one with which fewest numbers of the pack go; counted: the one that makes the limit, "
            "else one that leaves more than any card makes up; asked with: the one of which most partners are not laid "
            "down yet; the largest of equal ones",
        ),
    )

    kind: Literal["hand"]
    play: Annotated[
        Literal["near", "differ", "multiple", "limit", "ask"],
        Field(description="What is done in a turn."),
        Knob("choice", "what is done", practice="operation", choices=PLAYS),
    ] = "near"
    apart: Annotated[
        StrictInt,
        Field(ge=1, le=20, description="By how much cards may, or must, differ, if play is near or differ."),
        Knob(
            "number",
            "the difference",
            hint="By how much a card may differ from the open one.",
            practice="size",
            order="Let cards differ by {}",
            when=(("play", ("near", "differ")),),
        ),
    ] = 2
    limit: Annotated[
        StrictInt,
        Field(ge=5, le=200, description="How far the count goes, if play is limit."),
        Knob(
            "number",
            "the limit",
            hint="Whoever makes it exactly takes the cards.",
            practice="size",
            order="Let the count go to {}",
            when=(("play", ("limit",)),),
        ),
    ] = 20
    number: Annotated[
        StrictInt,
        Field(ge=2, le=60, description="What two cards make, if play is ask."),
        Knob(
            "number",
            "the number",
            hint="What two cards make together.",
            practice="size",
            order="Make {}",
            when=(("play", ("ask",)),),
        ),
    ] = 10
    cannot: Annotated[
        Literal["draw", "lay"],
        Field(description="What happens in near, differ and multiple when no card goes."),
        Knob("choice", "when nothing goes", choices=CANNOTS, when=(("play", FOLLOWS),)),
    ] = "lay"
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
        Field(ge=1, le=12, description="How often each number is in the pack."),
        Knob(
            "number",
            "copies",
            hint="How often each number is there.",
            order="Have each number {} times",
            one="Have each number once",
        ),
    ] = 4
    minus: Annotated[
        StrictInt,
        Field(ge=0, le=12, description="How often each number is in the pack with a minus sign, if play is limit."),
        Knob(
            "number",
            "copies with a minus",
            hint="How often each number is there with a minus sign: it is taken away from the count.",
            practice="operation",
            order="Have each number {} times with a minus",
            one="Have each number once with a minus",
            when=(("play", ("limit",)),),
        ),
    ] = 0
    hold: Annotated[
        StrictInt,
        Field(ge=1, le=10, description="How many cards each player is dealt."),
        Knob(
            "number",
            "cards",
            hint="How many cards each player is dealt.",
            order="Deal {} cards",
            one="Deal one card",
        ),
    ] = 5

    wilds: Annotated[
        StrictInt,
        Field(ge=0, le=8, description="Cards that go on every card, in near, differ and multiple."),
        Knob(
            "number",
            "wild cards",
            hint="They go on every card, and every card goes on them: nobody waits long.",
            order="Have {} wild cards",
            suggested=(),
            one="Have one wild card",
            when=(("play", FOLLOWS),),
        ),
    ] = 0
    misses: Annotated[
        StrictInt,
        Field(ge=0, le=8, description="The same; the next player misses a turn."),
        Knob(
            "number",
            "“miss a turn” cards",
            hint="They go on every card, and the next player misses a turn.",
            order="Have {} cards to miss a turn",
            suggested=(),
            one="Have one card to miss a turn",
            when=(("play", FOLLOWS),),
        ),
    ] = 0
    twos: Annotated[
        StrictInt,
        Field(ge=0, le=8, description="The same; the next player draws two cards."),
        Knob(
            "number",
            "“draw two” cards",
            hint="They go on every card, and the next player draws two cards.",
            order="Have {} cards to draw two",
            suggested=(),
            one="Have one card to draw two",
            when=(("play", FOLLOWS),),
        ),
    ] = 0

    swaps: Annotated[
        StrictInt,
        Field(ge=0, le=8, description="The same; whoever lays it and the next player swap their hands."),
        Knob(
            "number",
            "“swap hands” cards",
            hint="They go on every card, and whoever lays one swaps hands with the next player.",
            order="Have {} cards to swap hands",
            suggested=(),
            one="Have one card to swap hands",
            when=(("play", FOLLOWS),),
        ),
    ] = 0

    @property
    def uses_pieces(self) -> bool:
        """Cards alone are used."""
        return False

    @property
    def uses_total(self) -> bool:
        """Nothing is drawn that makes a total."""
        return False

    @property
    def follows(self) -> bool:
        """Whether cards are laid on an open one."""
        return self.play in FOLLOWS

    @property
    def less_is_better(self) -> bool:
        """Cards that are left are bad, cards and pairs that are taken good."""
        return self.follows

    @property
    def plain(self) -> tuple[int, ...]:
        """The numbers of the pack that have no minus sign."""
        return tuple(range(self.least, self.most + 1))

    @property
    def taken_away(self) -> bool:
        """Whether the pack holds numbers that are taken away."""
        return self.play == "limit" and self.minus > 0

    @property
    def values(self) -> tuple[int, ...]:
        """The numbers of the pack, in rising order."""
        below = tuple(-value for value in reversed(self.plain) if value) if self.taken_away else ()
        return (*below, *self.plain)

    def times(self, value: int) -> int:
        """How often a number is in the pack."""
        return self.minus if value < 0 else self.copies

    @property
    def cards(self) -> tuple[int, ...]:
        """Every card of the pack, in rising order."""
        return tuple(value for value in self.values for _ in range(self.times(value)))

    @property
    def special(self) -> tuple[int, ...]:
        """How often each of the special cards is in the pack, in the order of their words; nothing where none is."""
        counts = (self.wilds, self.misses, self.twos, self.swaps)
        return counts if self.follows and any(counts) else ()

    @property
    def counts(self) -> tuple[int, ...]:
        """How often each different card is in the pack: the numbers, rising, then the special cards."""
        return (*map(self.times, self.values), *self.special)

    @property
    def kinds(self) -> tuple[int, ...]:
        """The different cards that are in the pack, by their places."""
        return tuple(card for card, many in enumerate(self.counts) if many)

    @property
    def size(self) -> int:
        """How many cards the pack has."""
        return sum(self.counts)

    def label(self, card: int) -> str:
        """What stands on a card, which is told by its place among the different cards of the pack."""
        return SPECIAL[card - len(self.values)] if card >= len(self.values) else minus(self.values[card])

    def told(self, card: int) -> str:
        """The same in a sentence."""
        return f"“{self.label(card)}”" if card >= len(self.values) else self.label(card)

    @property
    def compiled(self) -> Rules:
        """Which card goes when, as tables."""
        number = {"near": self.apart, "differ": self.apart, "limit": self.limit, "ask": self.number}.get(self.play, 0)
        return rules_of(self.play, number, self.values, len(self.special))

    @property
    def made_pieces(self) -> tuple[AnyPiece, ...]:
        """The pack that is dealt."""
        numbers = Pack(cards=tuple(Card(value=Fraction(value), count=self.times(value)) for value in self.values))
        special = tuple(
            Card(value=Fraction(0), word=word, count=count)
            for word, count in zip(SPECIAL, self.special, strict=bool(self.special))
            if count
        )
        return (numbers, Pack(cards=special, shown="words")) if special else (numbers,)

    def check_seats(self, count: int) -> None:
        """The pack must deal the hands and have a card more; asking takes two."""
        if self.play == "ask" and count == 1:
            raise setting_error("Who plays alone has nobody to ask: have two players, or lay cards.", "area.play")
        if count == 1 and any(self.special[1:]):
            path = "area.misses" if self.misses else "area.twos" if self.twos else "area.swaps"
            raise setting_error("Who plays alone has no next player: have two players, or only wild cards.", path)
        cards = self.size
        if count * self.hold >= cards:
            raise setting_error(
                f"Hands of {self.hold} for {count} players take {count * self.hold} cards, and the pack has {cards}: "
                "one more is needed at least. Deal fewer, or have more copies.",
                "area.hold",
            )

    @model_validator(mode="after")
    def _a_pack(self) -> Self:
        if self.most < self.least:
            raise setting_error(f"The largest number, {self.most}, is below the smallest, {self.least}.", "area.most")
        count = self.size
        if count > MOST_CARDS:
            raise setting_error(
                f"That makes {count} cards, and {MOST_CARDS} are the most: have fewer copies, or fewer numbers.",
                "area.copies",
            )
        if self.play == "multiple" and self.least == 0:
            raise setting_error("With multiples the pack begins at 1: nothing is divided by 0.", "area.least")
        if self.play == "limit":
            self._reaches_the_limit()
        elif not self.compiled.ever_goes(self.copies):
            told = f"make {self.number}" if self.play == "ask" else "go together"
            path = {"multiple": "area.most", "ask": "area.number"}.get(self.play, "area.apart")
            raise setting_error(
                f"No two cards of this pack {told}: change the number, or let the pack go further.", path
            )
        return self

    def _reaches_the_limit(self) -> None:
        if self.most > self.limit:
            raise setting_error(
                f"A card of {self.most} can never be laid where the count goes to {self.limit}: let it go further, or "
                "the pack less far.",
                "area.limit",
            )
        if not makes_exactly(self.plain, self.copies, self.limit):
            raise setting_error(
                f"No cards of this pack make exactly {self.limit}: change it, or have more cards.", "area.limit"
            )
