"""What an answer claims, as values: each says it in words, and a test works each out a second way."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from bolometric.core.learner_work.facts import Fact
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import NO_DIFFERENCE, certainty, show
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing, minus, percent, plural, significant, some_of

MOST_TOLD = 6
"""Of a list that is told; of more it is said how many there are beside."""


def told(named: tuple[str, ...]) -> str:
    """A list, whole or with how many more there are.

    >>> told(("a", "b"))
    'a and b'
    """
    return some_of(named, MOST_TOLD)


@dataclass(frozen=True, slots=True)
class Ends:
    """The least and the most number that a draw comes to."""

    low: Value
    high: Value

    @property
    def words(self) -> str:
        """The answer."""
        return f"{minus(self.low)} and {minus(self.high)}."


@dataclass(frozen=True, slots=True)
class AllAlike:
    """Every number a draw comes to is as likely as the others."""

    numbers: tuple[Value, ...]

    @property
    def words(self) -> str:
        """The answer."""
        return f"No: all {len(self.numbers)} are equally likely."


@dataclass(frozen=True, slots=True)
class Commonest:
    """The numbers that come in more ways than any other: all of them."""

    numbers: tuple[Value, ...]
    ways: int
    of: int

    @property
    def words(self) -> str:
        """The answer."""
        each = " each" if len(self.numbers) > 1 else ""
        return f"{told(tuple(map(minus, self.numbers)))}: {self.ways:,} of {self.of:,} ways{each}."


@dataclass(frozen=True, slots=True)
class Rather:
    """One number is likelier than another."""

    number: Value
    ways: int
    other: Value
    other_ways: int
    of: int
    comes: str = "comes"
    """What is said of a number: that it comes, or that it can be made."""

    @property
    def words(self) -> str:
        """The answer."""
        less = f"{minus(self.other)} in {self.other_ways:,}"
        return f"{minus(self.number)}: it {self.comes} in {self.ways:,} of {self.of:,} ways, and {less}."


@dataclass(frozen=True, slots=True)
class Wait:
    """How many draws it takes on average until a number comes, where each draw is as the one before."""

    number: Value
    ways: int
    of: int
    comes: str = "comes"
    """As in ``Rather``."""

    @property
    def words(self) -> str:
        """The answer."""
        mean = significant(float(Fraction(self.of, self.ways)), 3)
        return f"{mean}: it {self.comes} in {self.ways:,} of {self.of:,} ways."


@dataclass(frozen=True, slots=True)
class WaysTo:
    """Everything that makes a number: what is shown, in rising order unless the order counts."""

    number: Value
    shown: tuple[tuple[Value, ...], ...]
    """The likeliest first; no more than are told."""
    count: int
    """How many there are in all."""

    @property
    def words(self) -> str:
        """The answer."""
        ways = "; ".join(listing(numbers, "and") for numbers in self.shown)
        more = f" and {plural(self.count - len(self.shown), 'more way')}" if self.count > len(self.shown) else ""
        return f"With {ways}{more}."


@dataclass(frozen=True, slots=True)
class MadeBy:
    """A sum that makes a number, and how many of all ways of falling can be put together to it."""

    number: Value
    sum: str
    ways: int
    of: int

    @property
    def words(self) -> str:
        """The answer."""
        return f"{self.sum} = {minus(self.number)}, for one; {self.ways:,} of {self.of:,} ways can make it."


@dataclass(frozen=True, slots=True)
class Needs:
    """What the other of two numbers must be, once one is known: all that it may be."""

    number: Value
    shown: Value
    others: tuple[Value, ...]

    @property
    def words(self) -> str:
        """The answer."""
        return f"{' or '.join(map(minus, self.others))}."


@dataclass(frozen=True, slots=True)
class NoFace:
    """No piece shows a number, so a sum with it cannot be shown."""

    face: Value
    number: Value
    example: tuple[Value, ...]
    """What makes the number instead."""

    @property
    def words(self) -> str:
        """The answer."""
        made = listing(self.example, "and")
        return f"No: nothing shows {minus(self.face)}. {minus(self.number)} comes by {made}, for one."


@dataclass(frozen=True, slots=True)
class Never:
    """No draw comes to a number: it is above the most, or between two that follow each other."""

    number: Value
    below: Value
    """The largest number that is less."""
    above: Value | None = None
    """The least number that is more; None where there is none."""

    @property
    def words(self) -> str:
        """The answer."""
        if self.above is None:
            return f"No: {minus(self.below)} is the most."
        return f"No: after {minus(self.below)} the next number is {minus(self.above)}."


@dataclass(frozen=True, slots=True)
class Worked:
    """A fact with a way to work it out: equations one after the other, the last one its own result."""

    fact: Fact
    result: Value
    steps: tuple[str, ...] = ()
    """Each as '8 + 2 = 10'."""
    times: float | None = None
    """How often all players together meet it in a game, exactly; None where that is not told."""

    @property
    def words(self) -> str:
        """The answer."""
        way = f": {', then '.join(self.steps)}" if self.steps else ""
        if self.times is None:
            return f"{minus(self.result)}{way}."
        often = significant(self.times, 2)
        met = "once" if often == "1" else f"{often} times"
        return f"{minus(self.result)}{way}. Players meet it {met} in a game together (exact)."


@dataclass(frozen=True, slots=True)
class SameResult:
    """Other sums of the game that make the same: all of them."""

    fact: Fact
    others: tuple[Fact, ...]

    @property
    def words(self) -> str:
        """The answer."""
        return f"{told(tuple(one.words for one in self.others))}."


@dataclass(frozen=True, slots=True)
class HowMuch:
    """A reading, with its spread where games differ."""

    key: str
    reading: Reading

    @property
    def words(self) -> str:
        """The answer."""
        known, reading = f"({certainty(self.key, self.reading)})", self.reading
        if READINGS[self.key].unit == "share":
            return f"In {show(self.key, reading.mean)} of games {known}."
        low, high = show(self.key, reading.p10), show(self.key, reading.p90)
        spread = "" if reading.p10 is None or low == high else f" 8 of 10 games take {low} to {high}."
        return f"About {show(self.key, reading.mean)} {known}.{spread}"


@dataclass(frozen=True, slots=True)
class FirstGains:
    """Whether who goes first wins more than an even share: 1, −1, or 0 where no difference shows."""

    side: int
    reading: Reading

    @property
    def words(self) -> str:
        """The answer."""
        edge, known = show("first_seat_edge", self.reading.mean), certainty("first_seat_edge", self.reading)
        if self.side:
            return f"{'Yes' if self.side > 0 else 'No, it is worse'}: {edge} from an even share ({known})."
        if self.reading.method != "exact":
            return f"It makes no difference that shows ({known})."
        if abs(self.reading.mean or 0.0) < NO_DIFFERENCE:
            return f"It makes no difference ({known})."
        return f"Hardly: {'less than 0.1 points' if edge[0] == '0' else edge} from an even share ({known})."


@dataclass(frozen=True, slots=True)
class NothingChosen:
    """Players do what the draw says."""

    drawn: bool

    @property
    def words(self) -> str:
        """The answer."""
        luck = ", so it is all luck" if self.drawn else ""
        return f"Neither: there is nothing to decide{luck}."


@dataclass(frozen=True, slots=True)
class ThinkingPays:
    """What thinking is worth."""

    reading: Reading

    @property
    def words(self) -> str:
        """The answer."""
        share = self.reading.mean or 0.0
        return f"Best play wins {percent((1 + share) / 2)} against guessing ({certainty('choice', self.reading)})."


@dataclass(frozen=True, slots=True)
class MostUsed:
    """The places of the board with the largest figure: all of them."""

    places: tuple[int, ...]
    """From 1, as the board is drawn."""
    named: tuple[str, ...]
    value: float
    legend: str
    known: str

    @property
    def words(self) -> str:
        """The answer."""
        each = " each" if len(self.places) > 1 else ""
        named = told(self.named)
        return f"{named[:1].upper()}{named[1:]} ({self.legend.lower()}: {percent(self.value)}{each}, {self.known})."


@dataclass(frozen=True, slots=True)
class NeverUsed:
    """The places of the board that nothing ever comes to: all of them."""

    places: tuple[int, ...]
    named: tuple[str, ...]

    @property
    def words(self) -> str:
        """The answer."""
        return f"Yes: {told(self.named)}."


@dataclass(frozen=True, slots=True)
class Said:
    """What an area, or the maker, says in words of its own."""

    answer: str

    @property
    def words(self) -> str:
        """The answer."""
        return self.answer


Claim = (
    Ends
    | AllAlike
    | Commonest
    | Rather
    | Wait
    | WaysTo
    | MadeBy
    | Needs
    | NoFace
    | Never
    | Worked
    | SameResult
    | HowMuch
    | FirstGains
    | NothingChosen
    | ThinkingPays
    | MostUsed
    | NeverUsed
    | Said
)
