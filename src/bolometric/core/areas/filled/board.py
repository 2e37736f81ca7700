"""What is told of each number of a line or of the boxes."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from statistics import fmean

import numpy as np

from bolometric.core.areas.filled.by_hand import OnLine
from bolometric.core.areas.filled.fill import line_of, marks_of, numbers_of, soonest
from bolometric.core.areas.filled.first import clock, mean_draws
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game, set_from
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.board import COMES_MOST, Heat, Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing_words, minus, percent, plural, significant


def places(game: Game) -> Tiles:
    """The numbers, with room for a pile on each."""
    return Tiles(tuple(map(minus, numbers_of(game))), stacked=True)


def places_at(game: Game, now: OnLine) -> Tiles:
    """The counters, or boxes to cross off, of every seat on each number."""
    piles: dict[Value, list[int]] = {number: [] for number in numbers_of(game)}
    for seat, (one, left) in enumerate(zip(game.by_seat, now.left, strict=True)):
        for number, count in zip(line_of(one).numbers, left, strict=True):
            piles[number] += [seat] * count
    return replace(places(game), stacks=tuple(map(tuple, piles.values())))


def heat(game: Game) -> Heat | None:
    """How often each number comes up, on average over all seats."""
    chances = [dict(zip(line.numbers, line.chances.tolist(), strict=True)) for line in map(line_of, game.by_seat)]
    return Heat(
        tuple(fmean(one.get(number, 0.0) for one in chances) for number in numbers_of(game)),
        "Comes up, of 100 draws",
        question=COMES_MOST,
    )


def best_words(game: Game) -> str:
    """The best placement for clearing soonest, in words."""
    line, marks = line_of(game), marks_of(game)
    counts = soonest(line.ways, marks)
    told = [f"{count} on {minus(number)}" for number, count in zip(line.numbers, counts, strict=True) if count]
    mean = mean_draws(clock(line.chances, marks), counts)
    return f"{listing_words(told, 'and')}: {mean:.1f} draws on average"


def trapped(game: Game) -> float:
    """How often a player who guesses places a counter on a number that never comes up."""
    line = line_of(game)
    return 1 - float(np.mean(line.chances > 0)) ** marks_of(game)


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a number comes up, and what stands on it; without one, the best placement."""
    if game.draws_differ:
        return "" if number is None else _by_seat(game, numbers_of(game)[number - 1])
    line, placed = line_of(game), isinstance(game.area, PlacedCounters)
    if remembers(game.pieces):
        return ""
    if number is None:
        if not placed:
            return ""
        trap = trapped(game)
        stuck = f" Of players who guess, {percent(trap)} place one where it can never come off (exact)." if trap else ""
        return f"Cleared soonest with {best_words(game)}.{stuck}"
    name, chance = minus(line.numbers[number - 1]), heat.values[number - 1]
    if not chance:
        return f"{name} never comes up: whatever stands on it can never come off (exact)."
    told = f"{name}: comes up in {percent(chance)} of draws, once in {significant(1 / chance, 3)} on average"
    if not placed:
        expected = marks_of(game) * line.ways[number - 1] / sum(line.ways[:-1])
        boxes = plural(marks_of(game), "box", "boxes")
        return f"{told}; {significant(expected, 2)} of a player's {boxes} hold it on average (exact)."
    best = soonest(line.ways, marks_of(game))[number - 1]
    return f"{told}; the placement cleared soonest has {plural(best, 'counter')} here (exact)."


def _by_seat(game: Game, number: Value) -> str:
    """How often a number comes up for each player, where they draw each in their own way."""
    chances = [float(one.distribution.chance(number)) for one in game.by_seat]
    told = ", ".join(f"player {seat} {percent(chance)}" for seat, chance in enumerate(chances, 1))
    return f"{minus(number)} comes up in so many of a player's draws: {told} (exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """Empty boxes, or the line of numbers with a player's counters."""
    area = game.area
    if isinstance(area, Boxes):
        heads = tuple(str(k + 1) for k in range(area.boxes))
        note = "Draw once for each box and write the total into it; then cross off one box with each total that comes."
        return Printed(None, counters=0, tables=(WriteOn("My boxes", heads, ("",), note),))
    assert isinstance(area, PlacedCounters)
    tiles = Tiles(tuple(minus(number) for number in line_of(game).numbers), stacked=True)
    return Printed(tiles, each=True, counters=area.counters)


def suited(data: Plain) -> Iterator[Plain]:
    """Numbers that one player calls for all; a line from the least number that comes up to the largest."""
    area = {**data["area"], "draws": "shared"}
    if area["play"] == "counters":
        totals = set_from({"pieces": data["pieces"], "draw": data["draw"]}).distribution.totals
        area |= {"first": int(totals[0]), "last": int(totals[-1]), "placements": ()}
    yield {**data, "area": area}


BOARD = Board(
    for_all=True, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed, suited=suited
)
