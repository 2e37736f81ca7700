"""A grid compiled: which cells each draw can claim, which cells form lines, and how a style chooses among them.

The runs and the table both read these tables, and choose by the same compiled functions.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Game
from bolometric.core.number_making.draws import Numbers
from bolometric.core.outcomes.deck import Dealing, deck_of, shown_of
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.loops import ONE, inner

Integers = NDArray[np.int64]
NOBODY, HOLE, ALL = -1, -2, -3
"""In place of a seat: a cell that nobody has claimed, no cell, a cell that counts for everybody."""
WINS, BLOCKS = 1e6, 1e3
"""What completing a line, and blocking one, is worth against lengthening one."""
NEAR = 100
"""More than the cells of any line: a line is worth the more the fewer it lacks."""


@dataclass(frozen=True, slots=True, eq=False)
class Claims:
    """The rules of one grid with its draw."""

    columns: int
    numbers: Integers
    """Shape (cells,): the number of each cell; 0 where there is none."""
    owner: Integers
    """Shape (cells,): NOBODY, HOLE or ALL, before the first turn."""
    ways: tuple[int, ...]
    """The ways of each different draw; the last is for draws that can claim nothing."""
    shown: tuple[Numbers, ...]
    """What each of them shows, or the total alone."""
    start: Integers
    """Shape (draws + 1,): where the cells of a draw begin in ``cells``."""
    cells: Integers
    noticed: NDArray[np.float64]
    """Shape of ``cells``: the chance that a player notices each; of no length where all are seen."""
    chance: NDArray[np.float64]
    """Shape (cells,): the chance that a draw can claim each cell."""
    lines: Integers
    """Shape (lines, in a line): the cells of each line that counts; one line of no cell where none does."""
    need: Integers
    """Shape (lines,): cells of each that a seat must claim; those that count for everybody are there already."""
    first_line: Integers
    """Shape (cells + 1,): where the lines through a cell begin in ``through``."""
    through: Integers

    @property
    def edges(self) -> NDArray[np.float64]:
        """Chances of the draws, summed up."""
        ways = np.array([float(way) for way in self.ways])
        return np.asarray(ways.cumsum() / ways.sum())

    def draw_of(self, numbers: Numbers) -> int:
        """The place of a draw; the last one if it can claim nothing."""
        return self.shown.index(numbers) if numbers in self.shown else len(self.ways) - 1


def claims_of(game: Game) -> Claims:
    """The compiled rules of a game; where each seat draws in its own way its draws are those of the first.

    The chance that a cell can be claimed is the average of all seats then.
    """
    claims = compile_claims(game.area_as(Grid), game.pieces, game.distribution)
    if not game.others:
        return claims
    return replace(claims, chance=np.mean([claims_of(one).chance for one in game.by_seat], axis=0))


@dataclass(frozen=True, slots=True, eq=False)
class Draws:
    """What all seats draw, as the loops take it: those of one way of drawing after those of another."""

    edges: NDArray[np.float64]
    """Shape (draws,): chances of the draws, summed up, for each way of drawing anew."""
    start: Integers
    cells: Integers
    noticed: NDArray[np.float64]
    """These as in :class:`Claims`."""
    own: Integers
    """Shape (seats, 2): the first and the last draw of each seat."""
    chance: NDArray[np.float64]
    """Shape (seats, cells): the chance that a draw of each can claim each."""


def dealt_draws(game: Game) -> Dealing:
    """Draws that remember, and for each code the draw that it is; the last of the draws claims nothing."""
    claims = claims_of(game)
    deck, place, _ = deck_of(game.pieces, game.draw)
    none = len(claims.ways) - 1
    at = {numbers: number for number, numbers in enumerate(claims.shown)}
    if game.area_as(Grid).how == "total":
        of_total = [at.get((total,), none) for total in game.distribution.totals] + [none]
        found = np.array(of_total)[np.minimum(place, len(of_total) - 1)]
    else:
        names, which = shown_of(game.pieces)
        found = np.array([at.get(name, none) for name in names])[which]
    return deck.dealing(np.append(found, -1)[deck.index])


def draws_of(game: Game) -> Draws:
    """The draws of every seat."""
    sides = [claims_of(one) for one in game.by_side]
    firsts = np.cumsum([0, *(len(one.ways) for one in sides)])
    side_of = [game.by_side.index(one) for one in game.by_seat]
    begins = np.cumsum([0, *(len(one.cells) for one in sides)])
    return Draws(
        np.concatenate([one.edges for one in sides]),
        np.append(np.concatenate([one.start[:-1] + at for one, at in zip(sides, begins, strict=False)]), begins[-1]),
        np.concatenate([one.cells for one in sides]),
        np.concatenate([one.noticed for one in sides]),
        np.array([(firsts[side], firsts[side + 1] - 1) for side in side_of]),
        np.stack([sides[side].chance for side in side_of]),
    )


@lru_cache(maxsize=32)
def compile_claims(area: Grid, pieces: tuple[AnyPiece, ...], distribution: Distribution) -> Claims:
    """Compile grid and draws to tables. Raises a setting error if there is too much to put together."""
    layout = area.laid_out
    places: dict[Fraction, list[int]] = {}
    for place, cell in enumerate(layout):
        if isinstance(cell, int):
            places.setdefault(Fraction(cell), []).append(place)
    owner = np.array([NOBODY if isinstance(cell, int) else ALL if cell == "free" else HOLE for cell in layout])
    shown, ways, taken = _draws(area, pieces, distribution, places)
    start = np.append(0, np.cumsum([len(cells) for cells in taken]))
    cells = np.array([cell for some in taken for cell in some], np.int64)
    chance = np.zeros(len(layout))
    for way, some in zip(ways, taken, strict=True):
        chance[some] += way / sum(ways)
    wanted = area.in_line if area.wins == "line" else 0
    return Claims(
        area.columns,
        np.array([cell if isinstance(cell, int) else 0 for cell in layout]),
        owner,
        tuple(ways),
        shown,
        start,
        cells,
        _noticed(area, pieces, shown, taken),
        chance,
        *_crossing(area.columns, wanted, _directions(area), owner.tobytes()),
    )


def _noticed(
    area: Grid, pieces: tuple[AnyPiece, ...], shown: tuple[Numbers, ...], taken: list[list[int]]
) -> NDArray[np.float64]:
    """The chance to notice that a draw makes the number of a cell: so many in a hundred for each sign that it takes."""
    made = area.made_by(pieces) if area.hidden else None
    if made is None:
        return np.zeros(0)
    found, layout = [], area.laid_out
    for numbers, cells in zip(shown, taken, strict=False):
        signs = made.signs(numbers)
        found += [(area.noticed / 100) ** signs[Fraction(layout[cell])] for cell in cells]
    return np.array(found)


def _draws(
    area: Grid, pieces: tuple[AnyPiece, ...], distribution: Distribution, places: dict[Fraction, list[int]]
) -> tuple[tuple[Numbers, ...], list[int], list[list[int]]]:
    """The draws that can claim something, their ways and cells; last the ways of all others."""
    made = area.made_by(pieces)
    if made is None:
        all_ways = distribution.all_ways
        rows = zip(distribution.totals, distribution.ways, strict=True)
        found: list[tuple[Numbers, int, list[int]]] = [((t,), way, places.get(Fraction(t), [])) for t, way in rows]
    else:
        all_ways = made.draws.all_ways
        claimed: list[list[int]] = [[] for _ in made.draws.shown]
        for value, cells in places.items():
            for place in made.makers(value):
                claimed[place] += cells
        found = list(zip(made.draws.shown, made.draws.ways, claimed, strict=True))
    some = [(numbers, way, sorted(cells)) for numbers, way, cells in found if cells]
    rest = all_ways - sum(way for _, way, _ in some)
    return tuple(numbers for numbers, _, _ in some), [*(way for _, way, _ in some), rest], [*(c for *_, c in some), []]


def _directions(area: Grid) -> tuple[tuple[int, int], ...]:
    """The steps, down and along, in which a line may run."""
    slanting = area.slanting == "yes"
    steps = ((0, 1), area.across == "yes"), ((1, 0), area.down == "yes"), ((1, 1), slanting), ((1, -1), slanting)
    return tuple(step for step, counts in steps if counts)


@lru_cache(maxsize=32)
def _crossing(
    columns: int, wanted: int, directions: tuple[tuple[int, int], ...], owner: bytes
) -> tuple[Integers, Integers, Integers, Integers]:
    """Lines, what is needed of each, and the lines through each cell: as in Claims, and alike for all numbers."""
    owned = np.frombuffer(owner, np.int64)
    lines = _lines(columns, wanted, directions, owned)
    need = np.where(lines[:, 0] < 0, NEAR, (owned[lines] != ALL).sum(axis=1))
    through = [np.flatnonzero((lines == cell).any(axis=1)) for cell in range(len(owned))]
    return (
        lines,
        need,
        np.append(0, np.cumsum([len(some) for some in through])),
        np.concatenate(through).astype(np.int64),
    )


def _lines(columns: int, wanted: int, directions: tuple[tuple[int, int], ...], owner: Integers) -> Integers:
    """Cells of every line of so many that counts, has no hole and has a cell to claim."""
    found, rows = [], len(owner) // columns
    for down, along in directions if wanted else ():
        for row in range(rows):
            for column in range(columns):
                cells = [(row + k * down, column + k * along) for k in range(wanted)]
                if all(r < rows and 0 <= c < columns for r, c in cells):
                    line = [r * columns + c for r, c in cells]
                    if (owner[line] != HOLE).all() and (owner[line] == NOBODY).any():
                        found.append(line)
    return np.array(found, np.int64) if found else np.full((1, max(wanted, 1)), -1, np.int64)


def counted(claims: Claims, owner: Integers, seats: int) -> tuple[Integers, Integers]:
    """How many cells of each line each seat has claimed, and how many all have."""
    on_line = owner[claims.lines]
    own = np.stack([(on_line == seat).sum(axis=1) for seat in range(seats)], axis=1)
    return np.ascontiguousarray(own), own.sum(axis=1)


@inner
def liked(cell, seat, seats, owner, own, taken, first_line, through, need):  # type: ignore[no-untyped-def]
    """How much a seat that lengthens its lines likes to claim a cell."""
    longest, many, blocks = 0, 0, False
    theirs, me, here = owner[np.uint64(cell)], np.uint64(seat), np.uint64(cell)
    over = theirs >= 0 and theirs != seat
    for at in range(np.uint64(first_line[here]), np.uint64(first_line[here + ONE])):
        line = np.uint64(through[at])
        mine, all_there, wanted = own[line, me], taken[line], need[line]
        alone = all_there - mine == over
        if alone & (mine + 1 == wanted):
            return WINS
        # Without branches, since nobody can guess which lines are still a seat's own.
        near = NEAR + mine + 1 - wanted if alone else -1
        many = 1 if near > longest else many + (near == longest)
        longest = near if near > longest else longest
        if (all_there == wanted - 1) & (not alone):
            for other in range(np.uint64(seats)):
                if other != me and own[line, other] == all_there:
                    blocks = True
    return (BLOCKS if blocks else 0.0) + longest + many / 1000.0


@inner
def claim(cell, seat, owner, own, taken, first_line, through, need):  # type: ignore[no-untyped-def]
    """Claim a cell, from another seat if it has one there; whether that completes a line."""
    here, me, won = np.uint64(cell), np.uint64(seat), False
    before = owner[here]
    for at in range(np.uint64(first_line[here]), np.uint64(first_line[here + ONE])):
        line = np.uint64(through[at])
        mine = own[line, me] + 1
        own[line, me] = mine
        if before >= 0:
            own[line, np.uint64(before)] -= 1
        else:
            taken[line] += 1
        won |= mine == need[line]
    owner[here] = seat
    return won


def lines_of(claims: Claims) -> NDArray[np.int64]:
    """Lines that count; shape (lines, in a line)."""
    return claims.lines[claims.lines[:, 0] >= 0]


def can_be_completed(claims: Claims) -> NDArray[np.bool_]:
    """Of the lines that count those of which every cell can be claimed, or counts for everybody."""
    good = (claims.chance > 0) | (claims.owner == ALL)
    return np.asarray(good[lines_of(claims)].all(axis=1))


def draws_needed(claims: Claims) -> NDArray[np.float64]:
    """How hard each line is that can be completed: the draws for its cells one after another, on average."""
    with np.errstate(divide="ignore"):
        each = np.where(claims.owner == ALL, 0.0, 1 / claims.chance)
    return np.asarray(each[lines_of(claims)[can_be_completed(claims)]].sum(axis=1))


def unevenness(claims: Claims) -> float:
    """The spread of how hard lines are, as a part of their mean; nought where all are alike, or none is left."""
    needed = draws_needed(claims)
    return float(needed.std() / needed.mean()) if len(needed) and needed.mean() > 0 else 0.0
