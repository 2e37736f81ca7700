"""What the maker of a duel sets."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StrictInt

from bolometric.core.game.area_part import AreaPart, check_listed
from bolometric.core.outcomes.distribution import Distribution, distribution_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

TAKES = (
    Choice("higher", "the highest", "Let the highest take the round", "The usual way."),
    Choice("lower", "the lowest", "Let the lowest take the round", "Small numbers are wanted: compare the other way."),
)
TIES = (
    Choice(
        "shared",
        "each gets the point",
        "Give each of them the point",
        "Nothing is lost, and the match goes on quickly.",
    ),
    Choice("again", "draw again, all of you", "Draw again", "Every round has one winner, and takes a little longer."),
    Choice(
        "carried", "carry the point to the next round", "Carry the point over", "A tie makes the next round worth more."
    ),
)
PACKS = (
    Choice("one", "draw from one pack", "Draw from one pack", "What one has drawn, nobody else can draw."),
    Choice(
        "own", "draw from packs of their own", "Give each a pack", "Everybody goes through the same cards in the end."
    ),
)
WHEN = (
    Choice("in_turn", "draw one after the other", "Let players draw in turn", "All look on while one draws, and wait."),
    Choice(
        "at_once",
        "draw all at the same time",
        "Let all draw at the same time",
        "Nobody waits for a turn: as many rounds take a fraction of the time.",
    ),
)
LENGTHS = (
    Choice("rounds", "play", "Play so many rounds", "The length is known beforehand."),
    Choice("first_to", "play until somebody has", "Play to so many points", "Always open to the end."),
)


class Duel(AreaPart):
    """Every seat draws, from pieces of its own if there are others; the highest (or lowest) total takes a point.

    Each draw is a turn; where all draw at the same time, a go of all is. A draw that makes no number takes nothing.
    The most points win; equal ones share the win.

    Readings: rounds counts every go of all, those that are drawn again too.
    """

    noun: ClassVar[str] = "A duel"
    unused_at_most: ClassVar[float] = 1.0
    own_draws: ClassVar[bool] = True
    own_hands: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "first_seat_edge", "ties")

    kind: Literal["duel"]
    takes: Annotated[
        Literal["higher", "lower"],
        Field(description="Which total takes the round."),
        Knob("choice", "what takes the round", practice="aim", choices=TAKES),
    ] = "higher"
    ties: Annotated[
        Literal["shared", "again", "carried"],
        Field(
            description="What happens when several have the best total: shared = each gets a point; again = all draw "
            "again until one alone has it; carried = nobody gets it, and the next round is worth one more (what is "
            "carried past the last round is lost)."
        ),
        Knob("choice", "when several are equal", choices=TIES),
    ] = "shared"
    length: Annotated[
        Literal["rounds", "first_to"],
        Field(description="rounds = so many rounds are played; first_to = until somebody has so many points."),
        Knob("choice", "how long it lasts", choices=LENGTHS),
    ] = "rounds"
    rounds: Annotated[
        StrictInt,
        Field(ge=1, le=60, description="Rounds, if length is rounds."),
        Knob(
            "number",
            "rounds",
            hint="How often it is played before points are compared.",
            unit="rounds",
            when=(("length", ("rounds",)),),
        ),
    ] = 10
    points: Annotated[
        StrictInt,
        Field(ge=1, le=30, description="Points, if length is first_to."),
        Knob(
            "number",
            "points",
            hint="How many points, or rounds won, end the match.",
            unit="points",
            when=(("length", ("first_to",)),),
        ),
    ] = 5
    going: Annotated[
        Literal["in_turn", "at_once"],
        Field(
            description="When players draw: in_turn = one after the other, each draw a turn; at_once = all at the same "
            "time, which is one turn for all."
        ),
        Knob("choice", "when players draw", choices=WHEN, suggested=()),
    ] = "in_turn"
    cards: Annotated[
        Literal["one", "own"],
        Field(
            description="Where cards are kept out: one = players with the same pieces draw from one pack; own = each "
            "has a pack of their own."
        ),
        Knob("choice", "whose cards they are", choices=PACKS, suggested=()),
    ] = "one"

    @property
    def together(self) -> bool:
        """Whether a turn is a go of all."""
        return self.going == "at_once"

    @property
    def draws_by_turn(self) -> bool:
        """Everybody draws in a round."""
        return False

    @property
    def abreast(self) -> bool:
        """Then each draws, and compares, what is theirs."""
        return self.together

    @property
    def own_packs(self) -> bool:
        """Where the maker says so."""
        return self.cards == "own"

    def check_seats(self, count: int) -> None:
        """Nobody can duel alone."""
        if count < 2:
            raise setting_error("A duel takes two players at least: add one.", "seats.count")

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Outcomes must be few enough to list them all."""
        check_listed(distribution_of(tuple(pieces), draw), "a duel")

    def check_draw(self, distribution: Distribution) -> None:
        """Some draw must make a number."""
        if not distribution.totals:
            raise setting_error("No draw makes a number, so nobody could take a round: change the formula.", "draw")
