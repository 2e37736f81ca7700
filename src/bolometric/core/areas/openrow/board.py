"""The row as it lies, and what is told of each number of the pack."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.openrow.by_hand import OnRow
from bolometric.core.areas.openrow.spec import MOST_OPEN, OpenRow
from bolometric.core.areas.openrow.ways import a_fresh, fresh, numbers_asked
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import aims_in
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Printed
from bolometric.core.text.figures import percent

ACROSS = 10
LARGEST, MOST_AT_ONCE = {"bonds": 30, "adding": 12}, 8
"""Of a row that is made for an aim: the largest card, and how many lie open."""


def _cells(texts: tuple[str, ...]) -> Cells:
    rows = -(-len(texts) // ACROSS)
    across = -(-len(texts) // rows)
    filled = texts + ("",) * (rows * across - len(texts))
    unused = frozenset(range(len(texts) + 1, len(filled) + 1))
    return Cells("", "", ("",) * across, ("",) * rows, filled, unused=unused, tinted=True)


def _numbers(game: Game) -> tuple[int, ...]:
    return tuple(sorted(set(game.area_as(OpenRow).cards)))


def places(game: Game) -> Cells:
    """Every number of the pack once."""
    return _cells(tuple(map(str, _numbers(game))))


def places_at(game: Game, now: OnRow) -> Cells:
    """The open cards, or the hand of the seat to move; the others' are hidden."""
    texts = tuple(map(str, now.row)) + ("",) * (game.area_as(OpenRow).open - len(now.row))
    owners = tuple(now.seat if place in now.held else -1 for place in range(len(texts)))
    return Cells("", "", ("",) * len(texts), ("",), texts, tinted=False, owners=owners)


def heat(game: Game) -> Heat:
    """How often each card can be used in a fresh row that holds it."""
    found = fresh(game)
    fresh(game, _more(game))  # told of the whole board, which works nothing out
    values = tuple(found.used[value] for value in _numbers(game))
    board = places(game)
    padded = values + (0.0,) * (len(board.texts) - len(values))
    words = f"Can be used in {a_fresh(game.area_as(OpenRow))} with it, of 100"
    return Heat(
        padded, words, found.stderr, unused=board.unused, question="Which {} do you think can be used most often?"
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a fresh row has nothing, and when that stops; of a card how often it has a partner."""
    area = game.area_as(OpenRow)
    if number is not None:
        numbers = _numbers(game)
        if number > len(numbers):
            return "Nothing lies here."
        often = percent(heat.values[number - 1])
        rows = f"{a_fresh(area).split(' ', 1)[1]}s"
        return f"{numbers[number - 1]}: can be used in {often} of {rows} with it ({heat.known})."
    found = fresh(game)
    told = (
        f"Nothing fits {a_fresh(area)} of {area.open} in {percent(found.nothing)} of cases, and there are "
        f"{found.ways:.1f} ways on average ({found.known})."
    )
    if found.nothing > 0:
        more = fresh(game, _more(game))
        told += f" With {_more(game)} cards nothing fits in {percent(more.nothing)} ({more.known})."
    return told


def _more(game: Game) -> int:
    """As many open cards as are told beside those of the game."""
    area = game.area_as(OpenRow)
    return min(area.open + 2, MOST_OPEN, len(area.cards))


def never_used(game: Game) -> tuple[int, ...]:
    """Numbers on cards that can't be part of any way, whatever else lies there: by structure."""
    area = game.area_as(OpenRow)
    asked = numbers_asked(game)
    return tuple(value for value in _numbers(game) if not any(_can_be_used(area, value, number) for number in asked))


def _can_be_used(area: OpenRow, value: int, number: int) -> bool:
    """Whether cards of the pack make a number, one of them with this value."""
    least, most = area.sizes
    others = list(area.cards)
    others.remove(value)
    reached: list[set[int]] = [{value}, *(set[int]() for _ in range(most - 1))]
    for card in others:
        for count in range(most - 1, 0, -1):
            reached[count] |= {total + card for total in reached[count - 1] if total + card <= number}
    return any(number in sums for sums in reached[least - 1 :])


def printed(game: Game, board: Places | None) -> Printed:
    """The pack alone: it is laid out on the table."""
    return Printed(None, counters=0)


def suited(data: Plain) -> Iterator[Plain]:
    """A number that is the aim's, with cards that make it; where it is drawn, and without such an aim, as it is."""
    found: list[dict[str, object]] = []
    for aim in aims_in(data["brief"]) if data["area"]["asks"] == "given" else ():
        if aim.kind in ("bonds", "adding"):
            more = {"number": aim.upto, "least": 1, "most": min(aim.upto - 1, LARGEST[aim.kind]), "open": MOST_AT_ONCE}
            found.append({**more, "take": "two" if aim.kind == "bonds" else "any"})
    yield from ({**data, "area": {**data["area"], **more}} for more in found or [{}])


BOARD = Board(suited=suited, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
