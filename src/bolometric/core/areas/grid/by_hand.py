"""A grid played by hand, by the tables and the choices that the runs use."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction

import numpy as np

from bolometric.core.areas.grid.choosing import GUESS, PLAN, best_of, look_ahead, noticed_by, open_cells, weigh
from bolometric.core.areas.grid.play import style_of
from bolometric.core.areas.grid.rules import ALL, NOBODY, Claims, claims_of, counted, draws_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.number_making.draws import Numbers, in_order
from bolometric.core.number_making.made import sum_from
from bolometric.core.number_making.typed import hints, typed
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, listing_words, minus, percent, plural, some_of
from bolometric.core.text.ranking import ROUNDED

MOST_NAMED = 4
"""Cells that a sentence names."""


@dataclass(frozen=True, slots=True)
class OnGrid(Standing):
    """How a grid stands."""

    owner: tuple[int, ...] = ()
    """Who has claimed each cell."""
    draw: int = -1
    """The draw that is used, by its place in the tables; -1 before one."""
    shown: Numbers = ()
    """The numbers it showed."""
    tries: int = 0
    """Draws of this turn so far."""


def begin(game: Game) -> OnGrid:
    """Nothing claimed."""
    return OnGrid(owner=tuple(claims_of(game).owner.tolist()))


NONE = -1
"""In place of a cell: none is noticed."""


def asks(game: Game, now: OnGrid) -> str | None:
    """What the seat to move has to do."""
    return "claim a cell whose number you can make." if now.waiting == "choice" else None


def tally(game: Game, now: OnGrid) -> str | None:
    """Cells of each player, where they count."""
    if game.area_as(Grid).wins == "line":
        return None
    counts = [now.owner.count(seat) + now.owner.count(ALL) for seat in range(game.seats.count)]
    return f"Cells: {', '.join(f'player {seat} has {count}' for seat, count in enumerate(counts, 1))}."


def _open(game: Game, now: OnGrid) -> list[int]:
    """The cells that the seat to move can claim."""
    claims, out = claims_of(game), np.zeros(len(now.owner), np.int64)
    takes_over = game.area_as(Grid).takes_over
    found = open_cells(now.draw, now.seat, claims.start, claims.cells, np.array(now.owner), takes_over, out)
    return [int(cell) for cell in out[:found]]


def options(game: Game, now: OnGrid) -> tuple[Option[int], ...]:
    """Every cell that can be claimed, with a sum that makes its number where there is something to make."""
    claims = claims_of(game)
    none = (Option(NONE, "Pass: none noticed"),) if game.area_as(Grid).hidden else ()
    return none + tuple(
        Option(cell, f"Claim {minus(int(claims.numbers[cell]))} in {_where(claims, cell)}", cell + 1)
        for cell in _open(game, now)
    )


def _where(claims: Claims, cell: int) -> str:
    row, column = divmod(cell, claims.columns)
    return f"row {row + 1}, column {column + 1}"


def landed(game: Game, now: OnGrid, drawn: Drawn) -> OnGrid:
    """A draw: something is claimed, or the turn is over."""
    area, claims = game.area_as(Grid), claims_of(game)
    shown = (
        in_order(drawn.numbers)
        if area.how == "any" and drawn.numbers
        else ()
        if drawn.total is None
        else (drawn.total,)
    )
    words = listing(shown, "and") if area.how == "any" and shown else drawn.words
    now = noted(replace(now, draw=claims.draw_of(shown), shown=shown, tries=now.tries + 1), f"{words}.")
    return _asked(game, now)


def _asked(game: Game, now: OnGrid) -> OnGrid:
    """With a draw: a choice, or nothing to claim."""
    if _open(game, now):
        return replace(now, waiting="choice")
    return _none_found(game, now)


def _none_found(game: Game, now: OnGrid) -> OnGrid:
    """Nothing is claimed: another draw, or the turn is over."""
    if game.area_as(Grid).draws_again and now.tries < 2:
        return replace(noted(now, "nothing fits: draw once more."), waiting="draw")
    return _turn_over(game, noted(now, "nothing to claim."))


def choose(game: Game, now: OnGrid, key: int) -> OnGrid:
    """Claim a cell, or none where none is noticed."""
    area, claims = game.area_as(Grid), claims_of(game)
    if key == NONE:
        return _none_found(game, noted(now, "notices none."))
    owner = (*now.owner[:key], now.seat, *now.owner[key + 1 :])
    number = int(claims.numbers[key])
    now = noted(replace(now, owner=owner), f"claims {_sum(area, now.shown, number)}.")
    own, _ = counted(claims, np.array(owner), game.seats.count)
    cells = owner.count(now.seat) + owner.count(ALL)
    if area.wins == "line" and (own[:, now.seat] == claims.need).any():
        return won(now, [now.seat], " with a whole line")
    if area.wins == "first_to" and cells >= area.wanted:
        return won(now, [now.seat], f" with {plural(cells, 'cell')}")
    return _turn_over(game, now)


def _sum(area: Grid, shown: Numbers, number: int) -> str:
    """A number with the sum that makes it, where it is made of several."""
    if area.making is None or len(shown) < 2:
        return minus(number)
    best = sum_from(shown, area.making, number)
    return f"{minus(number)} = {best}" if best else minus(number)


def _turn_over(game: Game, now: OnGrid) -> OnGrid:
    area, claims, seats = game.area_as(Grid), claims_of(game), game.seats.count
    left = [cell for cell, owner in enumerate(now.owner) if owner == NOBODY and claims.chance[cell] > 0]
    if not left and not area.takes_over:
        counts = [now.owner.count(seat) for seat in range(seats)]
        if area.wins == "most":
            return won(now, [seat for seat in range(seats) if counts[seat] == max(counts)], " with the most cells")
        return won(now, (), "Nothing can be claimed any more, and nobody has won.")
    seat = (now.seat + 1) % seats
    following = replace(now, seat=seat, turn=now.turn + 1, tries=0, waiting="draw")
    if area.draws == "shared" and seat > 0:
        return _asked(game, replace(following, tries=2))
    return replace(following, draw=-1, shown=())


def pick(game: Game, now: OnGrid, style: Style, rng: np.random.Generator) -> int:
    """The cell that a style claims, of those that it notices."""
    return _picked(game, now, style, rng, seeing=False)


def _picked(game: Game, now: OnGrid, style: Style, rng: np.random.Generator, seeing: bool) -> int:
    area, claims, seats = game.area_as(Grid), claims_of(game), game.seats.count
    owner = np.array(now.owner)
    own, taken = counted(claims, owner, seats)
    found = _open(game, now)
    out, worth = np.zeros(len(owner), np.int64), np.zeros(len(owner))
    out[: len(found)] = found
    known, state = style_of(area, style), rng.integers(0, 2**64, dtype=np.uint64)
    if area.hidden and not seeing:
        kept = noticed_by(now.draw, len(found), claims.start, claims.cells, claims.noticed, out, state)
        found, state = [int(cell) for cell in out[:kept]], rng.integers(0, 2**64, dtype=np.uint64)
        if not found:
            return NONE
    if known == GUESS:
        return int(rng.choice(found))
    standing, crossing = (owner, own, taken), (claims.first_line, claims.through, claims.need)
    weigh(known, now.seat, seats, len(found), out, worth, *standing, *crossing, draws_of(game).chance)
    if known != PLAN:
        return int(best_of(len(found), out, worth, state))
    tables = draws_of(game)
    draws = tables.edges, tables.start, tables.cells, tables.own
    return int(look_ahead(now.seat, seats, len(found), out, worth, state, draws, standing, crossing, area.takes_over))


def coach(game: Game, now: OnGrid) -> str:
    """What a player who thinks would claim; hints towards its number, where it has to be made."""
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    claims, chance = claims_of(game), draws_of(game).chance[now.seat]
    if game.area_as(Grid).wins == "line":
        best, why = [_advised(game, now)], "best a few games ahead, simulated"
    else:
        free = _open(game, now)
        best, why = [cell for cell in free if chance[cell] < min(chance[free]) + ROUNDED], "the hardest to make"
    named = [f"{minus(int(claims.numbers[cell]))} ({_where(claims, cell)})" for cell in best]
    often = f"{percent(float(chance[best[0]]))} of draws can (exact)"
    return f"Claim {some_of(named, MOST_NAMED, 'or')}: {why}; {often}."


def check(game: Game, now: OnGrid, text: str) -> str | None:
    """Whether a typed sum uses what was drawn as the rules say, and whether its number can be claimed."""
    area, claims = game.area_as(Grid), claims_of(game)
    if area.making is None or now.waiting != "choice" or len(now.shown) < 2:
        return None
    sum_alone, _, claimed = text.partition("=")
    try:
        value = typed(sum_alone, now.shown, area.making)
    except GameError as error:
        return error.sentence
    told = f"{sum_alone.strip()} = {minus(tidy(value))}"
    if claimed.strip() and claimed.strip().replace("−", "-") != str(tidy(value)):
        return f"Not quite: {told}. Count it once more together."
    cells = [cell for cell in _open(game, now) if Fraction(int(claims.numbers[cell])) == value]
    where = listing_words([_where(claims, cell) for cell in cells], "or") if cells else ""
    return f"Right: {told}. Claim it in {where}." if cells else f"Right: {told}, but no free cell holds it."


def find_hints(game: Game, now: OnGrid) -> tuple[str, ...]:
    """Towards the number of the cell that the coach would claim: a sign, where to begin, the sum."""
    area, claims = game.area_as(Grid), claims_of(game)
    if area.making is None or now.waiting != "choice" or len(now.shown) < 2:
        return ()
    number = int(claims.numbers[_advised(game, now)])
    return (f"Make {minus(number)}.", *hints(sum_from(now.shown, area.making, number)))


def _advised(game: Game, now: OnGrid) -> int:
    """The cell that the coach would claim."""
    style = Style(choose="plan" if game.area_as(Grid).wins == "line" else "thumb", rule="rarest")
    return _picked(game, now, style, np.random.default_rng(1), seeing=True)


BY_HAND = ByHand(
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    coach=coach,
    tally=tally,
    asks=asks,
    check=check,
    hints=find_hints,
)
