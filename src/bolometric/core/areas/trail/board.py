"""What is told of each place of a trail: a square, or a cell of a box that is filled."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.daring import stopping
from bolometric.core.areas.trail.rules import GOES_ON, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import board as square_board
from bolometric.core.areas.trail.standing import OnTrail
from bolometric.core.chains.race import Visits
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import aims_in
from bolometric.core.results.board import Box, Heat, Places, Track
from bolometric.core.results.printed import Beside, Printed, WriteOn
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus, percent, plural

ASKED = "Which {} do you think turns end on most often?"


@dataclass(frozen=True, slots=True)
class TrailHeat(Heat):
    """Heat with what it is made of."""

    visits: Visits | None = None
    marker: str = ""
    """The marker, or box, that is followed in whole games, where it is not each player's on its way home: since seats
    heed each other, or since all share one."""


def places(game: Game) -> Track | Box:
    """Squares in a row, or a box that is filled."""
    trail = game.area_as(Trail)
    if trail.unit != "whole":
        return Box(trail.steps, trail.per_one)
    plain = trail.written == "ones" and trail.runs == "up"
    written = (
        None
        if plain
        else tuple("" if trail.written == "none" else trail.called(at) for at in range(1, trail.length + 1))
    )
    bend = tuple((float(x), float(y)) for x, y in trail.bend)
    return Track(
        trail.length,
        carried=square_board.carried(trail),
        laid=trail.laid,
        row=trail.row,
        written=written,
        lines=trail.fills,
        bend=bend,
    )


def places_at(game: Game, now: OnTrail) -> Track | Box:
    """The squares with the markers on them, or how far each box is full."""
    empty, per_cell = places(game), per_cell_of(game.area_as(Trail))
    trail = game.area_as(Trail)
    if trail.unit == "whole":
        return replace(empty, markers=tuple(trail.square_of(place) for place in now.places))
    return replace(empty, markers=tuple(-(-place // per_cell) for place in now.places))


def per_cell_of(trail: Trail) -> int:
    """Steps to each place of the board."""
    return 1 if trail.unit == "whole" else Box(trail.steps, trail.per_one).per_cell


def heat(game: Game) -> Heat | None:
    """How often each place is landed on at the end of a turn: a chance, or, for a cell of many steps, how often."""
    visits, trail = area.visits(game), game.area_as(Trail)
    if visits is None:
        return None
    per_cell = per_cell_of(trail)
    thing = "counter" if trail.unit == "whole" else trail.vessel
    meets = area.meets(game) or not area.each_alone(game)
    marker = thing if trail.track == "shared" else f"first {thing}" if meets else ""
    if trail.unit == "whole" and trail.runs == "back":
        return _both_ways(trail, visits, marker)
    if per_cell == 1:
        values = tuple(visits.chance.tolist())
        does = ("Landed on", "lands here") if trail.go_on == "no" else ("A turn ends here", "ends a turn here")
        does = does if trail.unit == "whole" else (does[0], "holds this")
    else:
        times = visits.times.tolist()
        values = tuple(sum(times[at : at + per_cell]) for at in range(0, len(times), per_cell))
        does = "Stops here", "stops here"
    legend = f"{marker.capitalize()} {does[1]}, in 100 games" if marker else f"{does[0]}, of 100 players"
    often = tuple(visits.times.tolist()) if per_cell == 1 else None
    asked = ASKED if trail.unit == "whole" else ""
    return TrailHeat(values, legend, visits.stderr, True, question=asked, times=often, visits=visits, marker=marker)


def _both_ways(trail: Trail, visits: Visits, marker: str) -> TrailHeat:
    """How often each square is come to on a way that leads back again: both ways together."""
    times = [0.0] * trail.length
    for position, often in enumerate(visits.times.tolist(), 1):
        times[trail.square_of(position) - 1] += often
    legend = f"{marker.capitalize() or 'A counter'} comes here, in 100 games"
    return TrailHeat(
        tuple(times), legend, visits.stderr, question=ASKED, times=tuple(times), visits=visits, marker=marker
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """Sentences about a place, with what is best in a turn begun there."""
    trail = game.area_as(Trail)
    if not isinstance(heat, TrailHeat) or heat.visits is None:
        return ""
    told = ""
    if number is not None:
        told = _square(trail, heat, number) if trail.unit == "whole" else _cell(trail, heat, number)
    if per_cell_of(trail) > 1:
        return told
    best = advice(game, number or 0)
    if number is None:
        best = best.replace("begun here", "begun at the start")
    return " ".join(part for part in (told, best) if part)


def marks(game: Game, number: int) -> dict[int, str]:
    """Where players dare: for a turn begun at a square, on which of those ahead to stop and on which to go on."""
    trail = game.area_as(Trail)
    if trail.go_on != "dare" or per_cell_of(trail) > 1 or not game.draws_are_known or not 0 <= number < trail.steps:
        return {}
    plan, chain = stopping.plan_of(trail, game.distribution), compile_chain(trail, game.distribution)
    reached, front = {number}, [number]
    while front:
        here = front.pop()
        ahead = {int(there) for there in chain.landing[here, chain.turn == GOES_ON]}
        fresh = {there for there in ahead - reached if there < trail.steps}
        reached |= fresh
        front += [there for there in fresh if plan.go[number, there]]
    return {place: "go on" if plan.go[number, place] else "stop" for place in sorted(reached - {number})}


def _square(trail: Trail, heat: TrailHeat, number: int) -> str:
    assert heat.visits is not None
    if trail.runs == "back":
        where = f"Square {trail.called(number)}{square_board.square_note(trail, number)}"
        return f"{where}: come to {heat.values[number - 1]:.2f} times in a game, on both ways together ({heat.known})."
    chance, times = heat.visits.chance[number - 1], heat.visits.times[number - 1]
    carries = square_board.square_note(trail, number)
    often = "for ever, once caught" if times == float("inf") else f"{times:.2f} times on average"
    if heat.marker:
        does = "gets home" if number == trail.steps else "lands here" if trail.go_on == "no" else "ends a turn here"
        often = "" if number == trail.steps else f", {often}"
        whose = f"the {heat.marker} {does} in {percent(chance)} of games"
        return f"Square {trail.called(number)}{carries}: {whose}{often} ({heat.known})."
    if number == trail.steps:
        return f"Square {trail.called(number)}, the last: {percent(chance)} of players get home ({heat.known})."
    does = "land here" if trail.go_on == "no" else "end a turn here"
    lands = f"{percent(chance)} of players {does} on their way"
    return f"Square {trail.called(number)}{carries}: {lands}, {often} ({heat.known})."


def _cell(trail: Trail, heat: TrailHeat, number: int) -> str:
    assert heat.visits is not None
    per_cell, value = per_cell_of(trail), heat.values[number - 1]
    full = minus(tidy(trail.amount_at(min(number * per_cell, trail.steps))))
    chance = percent(float(heat.visits.chance[-1]))
    if heat.marker and number == len(heat.values):
        return f"{full}: the {heat.marker} is full in {chance} of games ({heat.known})."
    if heat.marker and per_cell == 1:
        return (
            f"{full}: the {heat.marker} holds just this much at some time in {percent(value)} of games ({heat.known})."
        )
    if heat.marker:
        return f"Up to {full}: the {heat.marker} stops here {value:.2f} times a game ({heat.known})."
    if number == len(heat.values):
        return f"{full}, the full {trail.vessel}: {chance} of players get there ({heat.known})."
    if per_cell == 1:
        return f"{full}: {percent(value)} of players have just this much at some time ({heat.known})."
    return f"Up to {full}: players stop here {value:.2f} times on average ({heat.known})."


def advice(game: Game, position: int) -> str:
    """What a player does best in a turn begun at a position; nothing where there is no daring.

    To win it may take something else, which depends on the other's marker: the coach at the table tells it.
    """
    trail = game.area_as(Trail)
    if trail.go_on != "dare" or not game.draws_are_known or position >= trail.steps:
        return ""
    return stopping.advice(trail, stopping.plan_of(trail, game.distribution), position, area.meets(game))


def bent(game: Game, which: int, x: float, y: float) -> tuple[str, object] | None:
    """The curve with one of its points elsewhere."""
    trail = game.area_as(Trail)
    if trail.laid != "curve" or not 0 <= which < len(trail.bend):
        return None
    return "area.bend", [[x, y] if k == which else list(point) for k, point in enumerate(trail.bend)]


ROWS, MOST_ROWS = 16, 60
"""Rows of a sheet where it is not known how many turns a player takes, and at most."""


def printed(game: Game, board: Places | None) -> Printed:
    """The board; who fills an amount also writes down how far it is, as a fraction and as a decimal.

    There are as many rows as a player needs in nine of ten games; where all have so many turns, they are crossed off.
    """
    trail = game.area_as(Trail)
    left = () if trail.track == "own" or trail.most_turns is None else (turns_left(trail.turns),)
    if trail.unit == "whole" and trail.fills:
        return _lines(trail, game.seats.count, board, left)
    if not isinstance(board, Box):
        return Printed(board, tables=left)
    heads: tuple[str, ...] = ("drawn", "as a fraction", "as a decimal", "filled so far")
    if trail.unit == "pot":
        heads = ("drawn", "together", "tens", "ones") if trail.tens == "yes" else ("drawn", "together")
    known = area.solve(game)
    needed = None if known is None else known.readings["rounds"].p90
    rows = ROWS if needed is None else min(int(needed), MOST_ROWS)
    mat = trail.per_one if trail.amount == 1 else 0
    title = "What is in my pot" if trail.unit == "pot" else "What I filled"
    own, many = trail.track == "own", plural(int(trail.amount), "counter")
    filled = WriteOn(title, heads, ("",) * rows, mat=mat, each=own)
    heaps = Beside(f"heap of {many} for the pot", f"heaps of {many}, one for each pot", own, counters=True)
    beside = (heaps,) if trail.unit == "pot" else ()
    return Printed(board, each=own, counters=0, beside=beside, tables=(filled, *left))


def _lines(trail: Trail, seats: int, board: Places | None, left: tuple[WriteOn, ...]) -> Printed:
    """A line for each player, or one for all, with what its squares are marked with."""
    own, with_what = trail.track == "own", "crayon" if trail.mark == "colour" else "pencil"
    if trail.mark == "cover":
        return Printed(board, each=own, counters=trail.length if own else -(-trail.length // seats), tables=left)
    return Printed(board, each=own, counters=0, beside=(Beside(with_what, f"{with_what}s"),), tables=left)


def turns_left(turns: int) -> WriteOn:
    """A tracker of the turns that all have together, to cross off."""
    rows = tuple(f"{first} to {min(first + 9, turns)}" for first in range(1, turns + 1, 10))
    return WriteOn(
        "Turns to cross off", tuple(map(str, range(1, 11))), rows, "Cross one off after each turn.", each=False
    )


def suited(data: Plain) -> Iterator[Plain]:
    """As it is, and with moves by adding, which makes every move a sum with the number of the square.

    Where the aim is taking away the numbers run down.
    """
    area = data["area"]
    if area.get("unit", "whole") == "whole" and area.get("runs", "up") in ("up", "down") and not area.get("squares"):
        away = any(aim.kind in ("counting_back", "taking_away") for aim in aims_in(data["brief"]))
        yield {**data, "area": {**area, "moved": "adding", **({"runs": "down"} if away else {})}}
    yield data


BOARD = Board(
    for_all=True,
    places=places,
    printed=printed,
    suited=suited,
    places_at=places_at,
    heat=heat,
    describe=describe,
    marks=marks,
    brushes=square_board.brushes,
    painted=square_board.painted,
    bent=bent,
)
