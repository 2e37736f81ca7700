"""A whole area in one file: every total that is drawn is written down, and nobody wins.

It shows what an area is made of (``docs/adding-an-area.md`` walks through it) and is entered by one call,
``register(LEDGER)``. Nothing else in the program knows of it.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Annotated, ClassVar, Literal

import numpy as np
from pydantic import Field, StrictInt

from bolometric.core.chains.waiting import fixed
from bolometric.core.game.aloud import Aloud, drawn
from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.contract import Area, Board, ByHand, Faults, Measured, Words
from bolometric.core.game.document import Game
from bolometric.core.game.entry import Entry
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.game.starters import starters_of
from bolometric.core.learner_work.trace import Book
from bolometric.core.results.batch import NO_WINNER, Batch, Player
from bolometric.core.results.board import Cells, Heat
from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.kinds import ReadingKind
from bolometric.core.results.readings import Reading, exact_length, exact_value
from bolometric.core.results.standing import Drawn, Standing, noted
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.figures import minus, percent, plural
from bolometric.core.text.spans import Sentences, Span, sentences


class Ledger(AreaPart):
    """Seats draw in turn, ``draws`` times in all, and every total is written down. Nobody wins."""

    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "different")
    nobody_wins: ClassVar[bool] = True
    kind: Literal["ledger"]
    draws: Annotated[
        StrictInt,
        Field(ge=1, le=200, description="Draws, all players together."),
        Knob("number", "draws", unit="draws"),
    ] = 12


@dataclass(frozen=True, slots=True)
class OnLedger(Standing):
    """How often each total has been written down."""

    counts: tuple[int, ...] = ()


def solve(game: Game) -> ExactResult:
    """How long it lasts, and how many different totals are seen on average: Σ 1 - (1 - p)^n."""
    draws = game.area_as(Ledger).draws
    length, rounds = exact_length(fixed(draws)), exact_length(fixed(-(-draws // game.seats.count)))
    seen = exact_value(float((1 - (1 - game.distribution.chances) ** draws).sum()))
    readings = {"turns": length, "rolls": length, "rounds": rounds, "different": seen, "success": exact_value(1.0)}
    return ExactResult(readings, fixed(draws))


def player(game: Game) -> Player:
    """All games of a batch in step."""
    draws, chances = game.area_as(Ledger).draws, game.distribution.chances

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        counts = rng.multinomial(draws, chances / chances.sum(), runs)
        turns, nobody = np.full(runs, draws), np.full(runs, NO_WINNER, np.int8)
        seen = (counts > 0).sum(axis=1).astype(float)
        return Batch(turns, turns, nobody, np.zeros(runs, np.uint8), success=np.ones(runs), own={"different": seen})

    return batch


def different(sample: Sample) -> Reading | None:
    """The reading of its own, from what its batches count."""
    return spread(sample.own["different"]) if "different" in sample.own else None


def places(game: Game) -> Cells:
    """A row of the totals there can be."""
    totals = tuple(minus(total) for total in game.distribution.totals)
    return Cells("total", "", totals, ("",), totals)


def places_at(game: Game, now: OnLedger) -> Cells:
    """The same with how often each has been written down."""
    return replace(places(game), texts=tuple(map(str, now.counts)), tinted=False)


def heat(game: Game) -> Heat:
    """How often each comes up."""
    return Heat(tuple(game.distribution.chances.tolist()), "Drawn, of 100 draws")


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """What is told of a total."""
    if number is None:
        return "Every total that is drawn is written down."
    return f"{places(game).texts[number - 1]}: drawn in {percent(heat.values[number - 1])} of draws (exact)."


def begin(game: Game) -> OnLedger:
    """An empty page."""
    return OnLedger(counts=(0,) * len(game.distribution.totals))


def landed(game: Game, now: OnLedger, drawn: Drawn) -> OnLedger:
    """One more line, and the next seat; or the end, without a winner."""
    at = [total == drawn.total for total in game.distribution.totals]
    now = replace(noted(now, f"{drawn.words}."), counts=tuple(c + here for c, here in zip(now.counts, at, strict=True)))
    over = now.turn == game.area_as(Ledger).draws
    seat, turn = (now.seat + 1) % game.seats.count, now.turn + 1
    return replace(now, seat=seat, turn=turn, waiting="nothing" if over else "draw")


def last(game: Game) -> tuple[Sentences, ...]:
    """How it ends."""
    draws = Span(plural(game.area_as(Ledger).draws, "draw"), "area.draws")
    return (sentences("It ends after ", draws, ". Nobody wins: look at what came up."),)


def by_rules(game: Game) -> Iterator[Fault]:
    """A page on which every line is the same."""
    if len(game.distribution.totals) == 1:
        more = change(game, "Use two dice", "pieces", [{"kind": "die"}, {"kind": "die"}])
        yield Fault("one_total", "fault", "pieces", "Only one total ever comes up.", cures(more))


def aloud(game: Game) -> Aloud:
    """The same for reading aloud."""
    page = ("Draw a column for each number that may come.",)
    turn = (*drawn(game), "Make a mark in the column of that number.")
    return Aloud(("paper",), page, turn, ("Stop when the page is full.",))


def _load() -> Area[OnLedger, int]:
    return Area(
        Measured(player=player, solve=solve),
        Board(places=places, places_at=places_at, heat=heat, describe=describe),
        ByHand(begin=begin, landed=landed),
        Words(
            board=lambda game: (sentences("Draw a page with a column for each total."),),
            first=lambda game: (sentences("Begin with an empty page."),),
            turn=lambda game: (sentences("Make a mark in the column of that total."),),
            last=last,
            needs=lambda game: ("paper",),
            aloud=aloud,
        ),
        Faults(by_rules=by_rules, lengthens=lambda game: "area.draws"),
    )


DIFFERENT = ReadingKind("different", "Different totals", "count", "how many different totals come up", different)
LEDGER = Entry(Ledger, _load, starters_of(Ledger), readings=(DIFFERENT,))
