"""What can be seen, as numbers side by side, and how often each comes up."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from bolometric.core.areas.record.by_hand import OnRecord
from bolometric.core.areas.record.seen import expected_after, kinds_of, lasting
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.board import Heat, Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import minus, percent, plural, significant


def places(game: Game) -> Tiles:
    """Everything that can be seen."""
    return Tiles(tuple(" ".join(minus(n) for n in names) for names in kinds_of(game).names))


def places_at(game: Game, now: OnRecord) -> Tiles:
    """What has been seen is closed."""
    return replace(places(game), shut=frozenset(at for at, count in enumerate(now.met, 1) if count))


def heat(game: Game) -> Heat:
    """How often each comes up."""
    return Heat(
        tuple(kinds_of(game).chances.tolist()),
        "Comes up, of 100 draws",
        question="What do you think comes up most often?",
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often one comes up, and how likely it is seen at all; without one, what to expect."""
    area = game.area_as(Record)
    if number is None:
        return _whole(game)
    name, chance = places(game).names[number - 1], heat.values[number - 1]
    told = f"{name}: {percent(chance)} of draws, once in {significant(1 / chance, 3)} on average"
    if area.complete == "all" or remembers(game.pieces):
        return f"{told} (exact)."
    return f"{told}; seen in {percent(1 - (1 - chance) ** area.draws)} of games (exact)."


def _whole(game: Game) -> str:
    area, kinds = game.area_as(Record), kinds_of(game)
    if remembers(game.pieces):
        return f"There are {len(kinds.names)} different ones to see; what has been drawn does not come again at once."
    if area.complete == "draws":
        seen = expected_after(kinds, area.draws)
        drawn = plural(area.draws, "draw")
        return f"In {drawn} {seen:.1f} of {len(kinds.names)} different ones are seen on average (exact)."
    found = lasting(game)
    if found is None or (mean := found.mean()) is None:
        return f"There are {len(kinds.names)} different ones to see."
    nine = found.quantile(0.9)
    return f"Everything has been seen after {mean:.1f} draws on average, in nine games of ten after {nine} (exact)."


MOST, NINE_OF_TEN = 60, 0.9


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each draw, a column for each heading, and one for the sum that was used."""
    area = game.area_as(Record)
    known = lasting(game)
    needed = None if known is None else known.quantile(NINE_OF_TEN)
    rows = tuple(f"{k + 1}." for k in range(min(needed or MOST, MOST)))
    return Printed(None, counters=0, tables=(WriteOn("Record", (*area.columns, "sum used"), rows, each=False),))


def suited(data: Plain) -> Iterator[Plain]:
    """A record of so many draws: to see everything may take all day."""
    yield {**data, "area": {**data["area"], "seen": "totals", "complete": "draws", "draws": 20}}


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed, suited=suited)
