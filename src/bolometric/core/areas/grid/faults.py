"""What can be wrong with a grid."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from functools import partial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.grid.area import cells_for_one
from bolometric.core.areas.grid.rules import NOBODY, Claims, can_be_completed, claims_of, lines_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Annoyance, Change, Fault, change, cures, in_words_of
from bolometric.core.text.figures import minus, plural, some_of

MOST_NAMED = 8
FEW, MANY = 0.5, 2.0
"""A number has too few or too many cells when its share is beyond these parts of the share of draws that make it."""


def lengthens(game: Game) -> str | None:
    """What makes a game longer."""
    wins = game.area_as(Grid).wins
    return {"line": "area.in_line", "first_to": "area.wanted"}.get(wins)


def _dead(claims: Claims) -> NDArray[np.bool_]:
    """Which cells hold a number that no draw can make."""
    return np.asarray((claims.owner == NOBODY) & (claims.chance == 0))


def _impossible(claims: Claims) -> list[int]:
    """Numbers of cells that no draw can make."""
    return sorted({int(number) for number in claims.numbers[_dead(claims)]})


def useless(game: Game) -> int:
    """How many numbers can never be claimed."""
    return len(_impossible(claims_of(game)))


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    claims, area = claims_of(game), game.area_as(Grid)
    never = _impossible(claims)
    if never:
        cells = "that cell is" if _dead(claims).sum() == 1 else "those cells are"
        sentence = f"No draw can make {some_of([*map(minus, never)], MOST_NAMED)}, so {cells} never claimed."
        yield Fault("impossible_cell", "fault", _numbers(area), sentence, seek=partial(_possible, game))
    if area.wins == "line":
        lines, can = len(lines_of(claims)), int(can_be_completed(claims).sum())
        if lines and can < lines:
            sentence = f"{plural(lines - can, 'line')} of {lines} can never be completed."
            yield Fault("impossible_line", "fault" if not can else "advice", _numbers(area), sentence, ())
    elif area.wins == "first_to" and (most := cells_for_one(claims)) < area.wanted:
        few = (change(game, f"Win with {plural(most, 'cell')}", "area.wanted", most),) if most else ()
        sentence = f"Only {plural(most, 'cell')} can be claimed and {area.wanted} are wanted, so nobody can ever win."
        yield Fault("never_won", "fault", "area.wanted", sentence, cures(*few), seek=partial(_possible, game))


def _numbers(area: Grid) -> str:
    return "area.last" if area.numbers == "chart" else "area.cells"


def _possible(game: Game) -> tuple[Change, ...]:
    """The grid with numbers that can be made, as often as they come up."""
    from bolometric.core.areas.grid.balancing import balanced

    cells = None if game.others else balanced(game)
    if cells is None:
        return ()
    words, path = "Put in numbers that suit the pieces", "area.cells"
    if game.area_as(Grid).numbers == "own":
        return cures(change(game, words, path, cells))
    own = change(game, words, "area.numbers", "own")
    both = None if own is None else change(own.game, words, path, cells)
    return (
        ()
        if both is None
        else (Change(in_words_of(game, words), "area.numbers", "own", both.game, then=((path, cells),)),)
    )


def advice(exact: Analysis) -> Iterator[Fault]:
    """Numbers with too many or too few cells, and equal neighbours."""
    claims, area = claims_of(exact.game), exact.game.area_as(Grid)
    if area.numbers == "chart":
        return
    yield from _uneven(exact.game, claims)
    twins = _equal_neighbours(claims)
    if twins:
        named = some_of([*map(minus, twins)], MOST_NAMED)
        sentence = f"{named} {'stands' if len(twins) == 1 else 'stand'} next to an equal number."
        yield Fault("equal_neighbours", "advice", "area.cells", sentence, ())


def _uneven(game: Game, claims: Claims) -> Iterator[Fault]:
    cells = Counter(int(n) for n in claims.numbers[claims.owner == NOBODY])
    chance = {int(n): float(c) for n, c in zip(claims.numbers, claims.chance, strict=True) if c > 0}
    whole, size = sum(chance[n] for n in chance), sum(cells[n] for n in chance)
    wrong = [
        n for n in sorted(chance) if not FEW - 1 / size <= cells[n] / size / (chance[n] / whole) <= MANY + 1 / size
    ]
    wrong = [n for n in wrong if abs(cells[n] - size * chance[n] / whole) >= 1]
    if wrong:
        worst = max(wrong, key=lambda n: abs(cells[n] - size * chance[n] / whole))
        fair = size * chance[worst] / whole
        sentence = (
            f"{minus(worst)} stands on {plural(cells[worst], 'cell')}; as often as it comes up it would be "
            f"{fair:.1f} of {size}."
        )
        yield Fault("uneven_numbers", "advice", "area.cells", sentence, seek=partial(_possible, game))


def _equal_neighbours(claims: Claims) -> list[int]:
    """Numbers that stand beside or below themselves."""
    rows = len(claims.owner) // claims.columns
    numbers = np.where(claims.owner == NOBODY, claims.numbers, np.arange(len(claims.owner)) + 10**9)
    table = numbers.reshape(rows, claims.columns)
    beside, below = table[:, :-1][table[:, :-1] == table[:, 1:]], table[:-1][table[:-1] == table[1:]]
    return sorted({int(n) for n in (*beside, *below)})


def annoyances(game: Game) -> tuple[Annoyance, ...]:
    """What would annoy those on a grid."""
    if game.area_as(Grid).wins != "line" or game.seats.count == 1:
        return ()
    return (
        Annoyance(
            "hardly_won",
            "success",
            0.3,
            False,
            "Somebody wins in {} of games only.",
            "when two games in three end with nobody, players stop looking for lines",
        ),
    )


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless, advice=advice, annoyances=annoyances)
