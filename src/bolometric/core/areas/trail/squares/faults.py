"""What can be wrong with squares that do something."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.patterns import PlainSquare
from bolometric.core.areas.trail.squares.square import Square, compile_squares, works
from bolometric.core.areas.trail.squares.turns import endless_turns
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, change, cures
from bolometric.core.text.figures import listing_words, plural

SQUARES = "area.squares"
MOST_NAMED = 6


def by_rules(game: Game) -> Iterator[Fault]:
    """Loops of jumps, squares that are not there, turns without an end, squares that nobody comes to."""
    trail = game.area_as(Trail)
    if trail.squares:
        yield from _loops(game)
        yield from _off_the_track(game)
        yield from _endless(game)
        yield from _never_met(game)


def _without(game: Game, gone: set[int], words: str) -> tuple[Change, ...]:
    """The game with some squares left plain."""
    kept: list[PlainSquare] = [
        square.model_dump(exclude_defaults=True) for square in game.area_as(Trail).squares if square.at not in gone
    ]
    return cures(change(game, words, SQUARES, kept))


def _numbers(trail: Trail, squares: list[int]) -> str:
    numbers = [trail.called(square) for square in squares]
    if len(numbers) > MOST_NAMED:
        return f"{len(numbers)} squares ({numbers[0]} to {numbers[-1]})"
    return f"square {numbers[0]}" if len(numbers) == 1 else f"squares {listing_words(numbers, 'and')}"


def _loops(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    for loop in compile_squares(trail.squares, trail.length).loops:
        way = ", ".join(trail.called(square) for square in (*loop, loop[0]))
        sentence = f"Jumps lead round and round: {way}. Whoever comes there has no place to stay."
        gone = max(loop)
        words = f"Take the jump off square {trail.called(gone)}"
        yield Fault("jump_loop", "fault", SQUARES, sentence, _without(game, {gone}, words))


def _off_the_track(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    lost: list[Square] = [square for square in trail.squares if not works(square, trail.length)]
    if lost:
        numbers = [square.at for square in lost]
        one = len(lost) == 1
        sentence = (
            f"What {_numbers(trail, numbers)} {'carries' if one else 'carry'} does nothing: the track has "
            f"{plural(trail.length, 'square')}, and the last is home."
        )
        words = f"Leave {_numbers(trail, numbers)} plain"
        yield Fault("useless_square", "fault", SQUARES, sentence, _without(game, set(numbers), words))


def _endless(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    places = endless_turns(compile_chain(trail, game.distribution))
    if len(places):
        squares = sorted({trail.square_of(int(place)) for place in places})
        begun = f"on {_numbers(trail, squares)}" if squares[0] else "at the start"
        sentence = f"A turn begun {begun} never ends: every draw leads to a square that lets you draw again."
        gone = max(square.at for square in trail.squares if square.does == "again")
        words = f"Leave {_numbers(trail, [gone])} plain"
        yield Fault("endless_turn", "fault", SQUARES, sentence, _without(game, {gone}, words))


def come_to(game: Game) -> np.ndarray[tuple[int], np.dtype[np.bool_]]:
    """Which positions some draws lead a marker to, if only to be led on; home is the last."""
    trail = game.area_as(Trail)
    chain = compile_chain(trail, game.distribution)
    seen = np.zeros(trail.steps + 1, bool)
    several = trail.takes_back and game.seats.count > 1
    reached = np.flatnonzero(chain.whoever_moves[1] if several else chain.can_be_reached)
    for table in (chain.landing, chain.direct):
        if table is not None:
            seen[np.unique(table[reached])] = True
    seen[reached] = True
    carried = {square.at: square for square in trail.placed if works(square, trail.steps)}
    for at in np.flatnonzero(seen[:-1]).tolist():
        for _ in range(len(carried)):  # squares between jumps
            if at not in carried or carried[at].does not in ("jump", "start"):
                break
            at = carried[at].to or 0
            seen[at] = True
    return seen


def never_come_to(game: Game) -> np.ndarray[tuple[int], np.dtype[np.intp]]:
    """Places off the end that no draws lead a marker to: squares, or amounts of a box."""
    trail, seen = game.area_as(Trail), come_to(game)
    if trail.unit != "whole":
        return np.flatnonzero(~seen[:-1])
    met = {trail.square_of(int(position)) for position in np.flatnonzero(seen)}
    return np.array([square for square in range(1, trail.length) if square not in met], np.intp)


def _never_met(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    if not game.draws_are_known:
        return
    missed = set(never_come_to(game).tolist())
    never = [square.at for square in trail.squares if works(square, trail.length) and square.at in missed]
    if never and come_to(game)[-1]:
        what = "what it carries" if len(never) == 1 else "what they carry"
        sentence = f"Nobody ever comes to {_numbers(trail, never)}, so {what} is for nothing."
        cure = _without(game, set(never), f"Leave {_numbers(trail, never)} plain")
        yield Fault("never_met", "fault", SQUARES, sentence, cure)
