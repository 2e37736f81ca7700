"""What the maker of a game of sets of tiles sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StrictInt

from bolometric.core.game.area_part import AreaPart, Goal, StyleRule, check_listed
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_TILES = 12

SCORES = (
    Choice("sum", "add the numbers left open", "Score the sum of what is left", "Large tiles left open cost most."),
    Choice("count", "count the tiles left open", "Score how many are left", "Every tile left open costs the same."),
    Choice(
        "digits",
        "read the tiles left open as one number",
        "Read what is left as a number",
        "1, 4 and 9 left open read 149: place value is practised, and few tiles left matter most.",
    ),
)
FEWER = (
    Choice(
        "never", "never", "Always draw with all the pieces", "The last small tiles are hard or impossible to close."
    ),
    Choice(
        "last_tile", "once only one tile is open", "Draw with one piece for the last tile", "Only the end gets easier."
    ),
    Choice(
        "small_left",
        "once the tiles left open add to at most",
        "Draw with one piece when little is left",
        "Small totals come within reach as soon as little is left.",
    ),
    Choice(
        "high_gone",
        "once these tiles are closed: all from",
        "Draw with one piece when the high tiles are gone",
        "Closing the high tiles first is rewarded.",
    ),
)
MARKS = (
    Choice("tile", "by turning it over", "Turn tiles", "Folded card or cards to turn: made once, used for years."),
    Choice("cover", "by covering its number", "Cover numbers", "A strip of numbers and a counter for each of them."),
    Choice(
        "cross",
        "by crossing its number off",
        "Cross numbers off",
        "A pencil is enough, and each round takes a row of numbers of its own.",
    ),
)
HOW_FEWER = (
    Choice("choice", "may", "Leave the number of pieces to the player", "One more decision to talk about."),
    Choice(
        "forced", "must", "Make drawing with one piece a must", "Nothing to decide; larger totals are out of reach."
    ),
)


class Sets(AreaPart):
    """Tiles 1 to ``tiles``, all open, for each seat.

    In a turn a seat draws again and again. Each total must be used up whole by closing one set of open tiles that adds
    to it. As soon as no set fits, or when all are closed, the turn is over and what is left is scored. Each seat has
    one turn a round; the least sum of scores over the rounds wins, equal ones share the win.

    Readings: score is a seat's final sum; success the share of turns that close all; idle_turns the share of turns
    whose first draw already fits nothing; a turn is all the draws until it is over, and minutes count the draws.
    """

    noun: ClassVar[str] = "Tiles to close"
    told_by: ClassVar[str] = "play"
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "largest", "close the largest tile they can", "the set with the largest tile (then the next largest)"
        ),
        StyleRule(
            "fewest",
            "close as few tiles as they can",
            "the set with fewest tiles, of those the one with the largest tile",
        ),
        StyleRule(
            "most", "close as many tiles as they can", "the set with most tiles, of those the one with the largest tile"
        ),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal("expected", "play best for the least left on average", "least score on average"),
        Goal("complete", "play best to close all", "closing all most often"),
    )
    pace: ClassVar[Literal["turns", "rolls"]] = "rolls"
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "idle_turns", "choice")

    own_draws: ClassVar[bool] = True
    kind: Literal["tiles"] = "tiles"
    play: Literal["sets"] = "sets"
    tiles: Annotated[
        StrictInt,
        Field(ge=3, le=MOST_TILES, description="How many tiles, numbered from 1."),
        Knob(
            "number",
            "tiles",
            hint="How many tiles there are, from 1 up: more are harder to close.",
            practice="size",
            unit="tiles",
        ),
    ] = 9
    mark: Annotated[
        Literal["tile", "cover", "cross"],
        Field(description="How a tile is closed: turned over, its number covered with a counter, or crossed off."),
        Knob("choice", "how a tile is closed", choices=MARKS, suggested=()),
    ] = "tile"
    score: Annotated[
        Literal["sum", "count", "digits"],
        Field(
            description="What is left counts as: sum = the numbers added; count = how many; digits = the numbers read "
            "in rising order as one number (1, 4, 9 is 149; 1, 10 is 110). Closing all scores 0."
        ),
        Knob("choice", "what is scored", practice="aim", choices=SCORES),
    ] = "sum"
    rounds: Annotated[
        StrictInt,
        Field(ge=1, le=10, description="Turns of each seat; their scores are added."),
        Knob("number", "rounds", hint="How often it is played before points are compared.", unit="rounds"),
    ] = 1
    fewer: Annotated[
        Literal["never", "last_tile", "small_left", "high_gone"],
        Field(
            description="When a seat draws with the first piece alone: never; last_tile = one tile is open; small_left "
            "= the open tiles add to at most fewer_limit; high_gone = all tiles from fewer_from up are closed."
        ),
        Knob("choice", "when you draw with one piece", choices=FEWER),
    ] = "never"
    fewer_limit: Annotated[
        StrictInt,
        Field(ge=1, le=78, description="What the open tiles add to at most, if fewer is small_left."),
        Knob(
            "number",
            "at most",
            hint="What the open tiles add to when fewer pieces are used.",
            order="Draw with one piece when {} or less is left",
            when=(("fewer", ("small_left",)),),
        ),
    ] = 6
    fewer_from: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_TILES, description="The lowest of the high tiles, if fewer is high_gone."),
        Knob(
            "number",
            "lowest high tile",
            hint="From which tile on all must be closed before fewer pieces are used.",
            order="Count the tiles from {} up as high",
            when=(("fewer", ("high_gone",)),),
        ),
    ] = 7
    fewer_how: Annotated[
        Literal["choice", "forced"],
        Field(
            description="Whether drawing with one piece is up to the player (choice) or a must (forced). A guess takes "
            "either evenly; a rule of thumb takes one piece whenever it may; a plan whichever is better."
        ),
        Knob("choice", "may or must", choices=HOW_FEWER, when=(("fewer", ("last_tile", "small_left", "high_gone")),)),
    ] = "choice"

    @property
    def cut_out(self) -> bool:
        """Tiles that are turned are."""
        return self.mark == "tile"

    @property
    def success_words(self) -> str:
        """Success is closing all."""
        return "All are closed in {} of turns"

    def check_draw(self, distribution: Distribution) -> None:
        """Some total must be a sum of tiles."""
        check_listed(distribution, "tiles")
        most = self.tiles * (self.tiles + 1) // 2
        if not any(Fraction(total).denominator == 1 and 1 <= total <= most for total in distribution.totals):
            raise setting_error(
                "No total is a sum of tiles, so nobody could ever close one: change the pieces.", "pieces"
            )

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """With fewer pieces there must still be a number."""
        if self.fewer != "never":
            if len(pieces) < 2:
                raise setting_error(
                    "With a single piece there is none to leave out: use two, or never draw with fewer.", "area.fewer"
                )
            draw.check_pieces(tuple(pieces[:1]))
            if remembers(tuple(pieces)):
                raise setting_error(
                    "A pack that is kept out cannot be left out of some draws: put its cards back, or never draw with "
                    "fewer.",
                    "area.fewer",
                )
