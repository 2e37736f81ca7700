"""Pieces: what can be rolled, spun, drawn or tossed. Each is a list of faces with how likely each is.

A die's faces are equally likely; a spinner's sectors by their angle; a pack's cards by how many of each
there are; two-sided counters are tossed together; a counter is dropped on a chart.
"""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from typing import Annotated, Literal, Self

from pydantic import (
    AfterValidator,
    BeforeValidator,
    Discriminator,
    Field,
    PlainSerializer,
    StrictInt,
    Tag,
    model_validator,
)

from bolometric.core.pieces.faces import Face, FaceField, ShownField, Word, as_group, bare, either_schema
from bolometric.core.settings.amounts import Amount, Value, amount_field, plain, tidy
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

FEWEST_FACES, MOST_FACES = 2, 30
MOST_SECTORS = 24
MOST_KINDS, MOST_OF_A_KIND, MOST_AT_ONCE = 60, 100, 6
MOST_COUNTERS = 30
MOST_PIECES = 10
MOST_CHART = 200
"""Numbers of a chart on which counters are dropped."""
CIRCLE = 360
NARROWEST = 2
"""Degrees: a sector that can still be cut out and told from its neighbours."""
ANGLE = {"type": ["number", "string"], "minimum": NARROWEST, "maximum": CIRCLE, "description": "degrees"}


def values_of(faces: tuple[Face, ...]) -> tuple[Value, ...]:
    """The bare numbers, whole ones as ints."""
    return tuple(face.number for face in faces)


class Die(Part):
    """A die with any faces, each as likely as the others. Repeats, zero, minus and fractions are fine."""

    kind: Literal["die"] = "die"
    faces: Annotated[
        tuple[FaceField, ...],
        Field(
            min_length=FEWEST_FACES,
            max_length=MOST_FACES,
            description=f"What each face shows: {FEWEST_FACES} to {MOST_FACES} numbers, or groups with value, word "
            "and special.",
        ),
    ] = tuple(Face(value=Fraction(n)) for n in range(1, 7))
    shown: ShownField = "numerals"

    @property
    def values(self) -> tuple[Value, ...]:
        """The numbers on the faces."""
        return values_of(self.faces)


def _wide_enough(angle: Fraction) -> Fraction:
    if angle < NARROWEST:
        raise setting_error(f"An angle of {plain(angle)} degrees is too narrow to cut out: the least is {NARROWEST}.")
    return angle


class Sector(Face):
    """A sector of a spinner. In a file without angles it is a bare number."""

    angle: Annotated[Fraction, *amount_field(CIRCLE, 1000), AfterValidator(_wide_enough)]


def _angles(given: object) -> object:
    """Sectors without angles are equal; so the whole list is looked at before its entries are."""
    if not isinstance(given, (list, tuple)):
        return given
    groups = [as_group(entry) for entry in given]
    loose = [g for g in groups if isinstance(g, dict) and g.get("angle") is None]
    if groups and len(loose) == len(groups):
        return [{**g, "angle": f"{CIRCLE}/{len(groups)}"} for g in loose]
    if loose:
        raise setting_error("Some sectors say their angle and some do not: say it for all, or for none.")
    return groups


def _sectors(sectors: tuple[Sector, ...]) -> list[object]:
    equal = len({sector.angle for sector in sectors}) == 1
    return [bare(sector, angle=None if equal else plain(sector.angle)) for sector in sectors]


class Spinner(Part):
    """A disc cut into sectors; each comes up as often as its angle says."""

    kind: Literal["spinner"] = "spinner"
    sectors: Annotated[
        tuple[Annotated[Sector, either_schema(angle=ANGLE)], ...],
        BeforeValidator(_angles),
        PlainSerializer(_sectors),
        Field(
            min_length=2,
            max_length=MOST_SECTORS,
            description=f"2 to {MOST_SECTORS} sectors in order round the disc: bare numbers if all are equal, else "
            "groups with value and angle (degrees; they add to 360), and perhaps word and special.",
        ),
    ] = tuple(Sector(value=Fraction(n), angle=Fraction(90)) for n in range(1, 5))
    shown: ShownField = "numerals"

    @model_validator(mode="after")
    def _fills_the_circle(self) -> Self:
        whole = sum(sector.angle for sector in self.sectors)
        if whole != CIRCLE:
            raise setting_error(
                f"The angles add to {plain(Fraction(whole))} degrees, not to {CIRCLE}: make them fill the circle."
            )
        return self

    @property
    def values(self) -> tuple[Value, ...]:
        """The numbers on the sectors."""
        return values_of(self.sectors)


class Card(Face):
    """Cards that are alike. In a file a bare number is one card."""

    count: Annotated[StrictInt, Field(ge=1, le=MOST_OF_A_KIND)] = 1


CardField = Annotated[
    Card,
    BeforeValidator(as_group),
    PlainSerializer(lambda card: bare(card, count=card.count if card.count > 1 else None)),
    either_schema(count={"type": "integer", "minimum": 1, "maximum": MOST_OF_A_KIND}),
]


def _not_empty(given: object) -> object:
    if isinstance(given, (list, tuple)) and not given:
        raise setting_error("The pack is empty: give it at least one card.")
    return given


class Pack(Part):
    """A pack of number cards, shuffled; one or several are drawn at once without putting any back between."""

    kind: Literal["pack"] = "pack"
    cards: Annotated[
        tuple[CardField, ...],
        BeforeValidator(_not_empty),
        Field(
            max_length=MOST_KINDS,
            description=f"1 to {MOST_KINDS} kinds of card: a bare number is one card; a group has value and count, "
            "and perhaps word and special.",
        ),
    ] = tuple(Card(value=Fraction(n)) for n in range(1, 11))
    drawn: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_AT_ONCE, description="How many cards are drawn at once, none put back between them."),
    ] = 1
    after: Annotated[
        Literal["put_back", "keep_out"],
        Field(
            description="put_back = after each draw the cards go back and the pack is shuffled; keep_out = they stay "
            "out, for all seats, until fewer are left than a draw takes; then all are shuffled again."
        ),
    ] = "put_back"
    shown: ShownField = "numerals"

    @model_validator(mode="after")
    def _enough(self) -> Self:
        if self.size < self.drawn:
            raise setting_error(
                f"A draw takes {self.drawn} cards, but the pack has only {self.size}: draw fewer, or add cards."
            )
        return self

    @property
    def size(self) -> int:
        """How many cards there are."""
        return sum(card.count for card in self.cards)

    @property
    def values(self) -> tuple[Value, ...]:
        """The numbers, one for each kind of card."""
        return values_of(self.cards)


class Counters(Part):
    """A handful of two-sided counters, tossed together: each lands either side up with the same chance.

    What it shows is ``front`` for each counter that lands front up plus ``back`` for each other one; with 1 and 0,
    as it begins, that is the number of fronts.
    """

    kind: Literal["counters"] = "counters"
    count: Annotated[StrictInt, Field(ge=1, le=MOST_COUNTERS, description="How many are tossed.")] = 5
    front: Annotated[Amount, Field(description="What a counter with its front up is worth.")] = Fraction(1)
    back: Annotated[Amount, Field(description="What a counter with its back up is worth.")] = Fraction(0)
    front_word: Word = "star"
    back_word: Word = "plain"

    @property
    def values(self) -> tuple[Value, ...]:
        """What they show together, for no front up to all of them."""
        return tuple(tidy(self.front * n + self.back * (self.count - n)) for n in range(self.count + 1))


class Drop(Part):
    """A counter dropped on a chart of numbers: it shows the number on which it comes to lie."""

    kind: Literal["drop"] = "drop"
    first: Annotated[StrictInt, Field(ge=-20, le=1000, description="The first number of the chart.")] = 1
    last: Annotated[StrictInt, Field(ge=-20, le=1000, description="The last number of the chart.")] = 20
    lands: Annotated[
        Literal["anywhere", "middle"],
        Field(
            description="anywhere = each number as likely as the others; middle = nearer the middle more often: in "
            "even steps from the ends, which are the least likely."
        ),
    ] = "anywhere"

    @model_validator(mode="after")
    def _a_chart(self) -> Self:
        if self.last <= self.first:
            raise setting_error(f"A chart from {self.first} to {self.last} has no numbers: let it end later.")
        if self.last - self.first >= MOST_CHART:
            raise setting_error(f"A chart from {self.first} to {self.last} is too long: the most is {MOST_CHART}.")
        return self

    @property
    def shown(self) -> Literal["numerals"]:
        """How its numbers are drawn."""
        return "numerals"

    @property
    def values(self) -> tuple[Value, ...]:
        """The numbers of the chart."""
        return tuple(range(self.first, self.last + 1))

    @property
    def ways(self) -> tuple[int, ...]:
        """How likely each number is, in whole parts."""
        count = self.last - self.first + 1
        if self.lands == "anywhere":
            return (1,) * count
        return tuple(min(at, count - 1 - at) + 1 for at in range(count))


def kind_of(given: object) -> str:
    """The kind of a piece as given; a die if it does not say."""
    kind = given.get("kind", "die") if isinstance(given, dict) else getattr(given, "kind", "die")
    return kind if isinstance(kind, str) else repr(kind)[:20]


Piece = Annotated[
    Annotated[Die, Tag("die")]
    | Annotated[Spinner, Tag("spinner")]
    | Annotated[Pack, Tag("pack")]
    | Annotated[Counters, Tag("counters")]
    | Annotated[Drop, Tag("drop")],
    Discriminator(kind_of),
]
AnyPiece = Die | Spinner | Pack | Counters | Drop

PLAIN_DIE = Die()


def die(*values: Value) -> Die:
    """A die with these numbers."""
    return Die(faces=values)


def faces_of(piece: AnyPiece) -> tuple[Face, ...]:
    """The faces a piece has, in order; counters have none that are listed."""
    match piece:
        case Die():
            return piece.faces
        case Spinner():
            return piece.sectors
        case Pack():
            return piece.cards
        case Counters():
            return ()
        case Drop():
            return _faces_of_chart(piece)


@lru_cache(maxsize=64)
def _faces_of_chart(chart: Drop) -> tuple[Face, ...]:
    return tuple(Face(value=Fraction(number)) for number in chart.values)


def letters_of(piece: AnyPiece) -> int:
    """How many numbers a draw gets from the piece."""
    return piece.drawn if isinstance(piece, Pack) else 1


def remembers(pieces: tuple[AnyPiece, ...]) -> bool:
    """Whether what one draw takes is missing from the next."""
    return any(isinstance(piece, Pack) and piece.after == "keep_out" for piece in pieces)


def specials(pieces: tuple[AnyPiece, ...]) -> bool:
    """Whether any face is marked."""
    return any(face.special for piece in pieces for face in faces_of(piece))
