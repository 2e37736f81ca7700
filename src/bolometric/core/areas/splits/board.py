"""Every way as a tile, and the sheet on which they are written."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from bolometric.core.areas.splits.by_hand import OnSplits, way_words
from bolometric.core.areas.splits.found import chance_of_all, chance_of_each, lasting
from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import aims_in
from bolometric.core.results.board import Heat, Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import percent, plural

SPARE = 3
"""Rows too many on a sheet that must not tell how many there are."""


def places(game: Game) -> Tiles:
    """Every way, one number above the other."""
    return Tiles(tuple(f"{one}+{other}" for one, other in game.area_as(Splits).ways))


def places_at(game: Game, now: OnSplits) -> Tiles:
    """What is on the sheet is closed."""
    return replace(places(game), shut=frozenset(at + 1 for at in now.found))


def heat(game: Game) -> Heat:
    """How often each way is found."""
    return Heat(
        chance_of_each(game.area_as(Splits)), "Found, in 100 games", question="Which way do you think is found last?"
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a way is found; without one, how many there are and how many are found."""
    area = game.area_as(Splits)
    if number is not None:
        return (
            f"{way_words(area, number - 1).capitalize()}: found in {percent(heat.values[number - 1])} of games (exact)."
        )
    mean, ways = lasting(area).mean(), len(area.ways)
    all_of_them = percent(chance_of_all(area))
    return (
        f"There {'is' if ways == 1 else 'are'} {plural(ways, 'way')} to make {area.whole}; {mean:.1f} "
        f"are found on average, and all of them in {all_of_them} of games (exact)."
    )


def printed(game: Game, board: Places | None) -> Printed:
    """A sheet for all, with a row for each way, or some too many where nobody is told how many there are."""
    area = game.area_as(Splits)
    known = area.told == "yes" or area.working == "steps"
    rows = tuple(f"{at}." for at in range(1, len(area.ways) + (0 if known else SPARE) + 1))
    table = WriteOn(f"Ways to make {area.whole}", (*area.kinds, "together"), rows, each=False)
    return Printed(None, counters=0, beside=(), tables=(table,))


def suited(data: Plain) -> Iterator[Plain]:
    """The number of which all ways are the aim; else as it is."""
    found = [{"whole": aim.upto} for aim in aims_in(data["brief"]) if aim.kind == "bonds"]
    yield from ({**data, "area": {**data["area"], **more}} for more in found or [{}])


BOARD = Board(suited=suited, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
