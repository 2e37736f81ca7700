"""Questions about what a draw comes to: its total, or all the numbers that it can be put together to."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from bolometric.core.game.document import Game
from bolometric.core.number_making.made import Making
from bolometric.core.outcomes.breakdown import IN_ORDER, can_be_listed, combinations, letter_names, pair_table
from bolometric.core.pieces.kinds import Die, Spinner, letters_of, remembers
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import minus
from bolometric.core.words.number_making import made_of
from bolometric.core.words.talk.claims import (
    MOST_TOLD,
    AllAlike,
    Claim,
    Commonest,
    Ends,
    MadeBy,
    Needs,
    Never,
    NoFace,
    Rather,
    Wait,
    WaysTo,
)

EASY, MIDDLING, HARD = 1, 2, 3
Asked = tuple[str, int, str, Claim]
"""A key, a level, a question, and what its answer claims."""


@dataclass(frozen=True, slots=True)
class Uses:
    """The numbers that a draw comes to in a game, rising, with the ways of falling in which it does."""

    numbers: tuple[Value, ...]
    ways: tuple[int, ...]
    of: int
    making: Making | None = None
    """Where one draw may come to several numbers: what each can be put together to."""

    def ways_of(self, number: Value) -> int:
        """The ways of one of the numbers."""
        return self.ways[self.numbers.index(number)]


def uses_of(game: Game) -> Uses | None:
    """What a draw comes to as the game uses it; None where it is more than can be said.

    A total where the game goes by it; where numbers are put together all that can be. Nothing where the numbers shown
    are used as they are, or where chances are not exact.
    """
    area = game.area
    if not area.uses_pieces:
        return None
    if getattr(area, "making", None) is not None:
        try:
            made = made_of(game)
        except GameError:
            return None
        rows = made.made
        return Uses(tuple(n.value for n in rows), tuple(n.ways for n in rows), made.draws.all_ways, made)
    odds = game.shown
    if not area.uses_total or odds.sampled or not odds.totals:
        return None
    return Uses(odds.totals, odds.ways, odds.all_ways)


def as_first_draws(game: Game) -> Game:
    """The game with what the first player draws from, where players have pieces of their own."""
    return game.of_seat(0)


def drawn_words(game: Game) -> str:
    """The pieces in a word."""
    alike = len(game.by_side) == 1
    kinds = {type(piece) for piece in game.pieces}
    count = len(game.pieces)
    the = "the" if alike else "player 1's"
    if kinds == {Die}:
        return f"{the} die" if count == 1 else f"{'two' if count == 2 and alike else the} dice"
    if kinds == {Spinner}:
        return f"{the} spinner" if count == 1 else f"{the} spinners"
    return f"{the} pieces"


def of_draws(game: Game) -> Iterator[Asked]:
    """Questions about the numbers that a draw comes to, the first player's where each draws from their own."""
    drawn, game = drawn_words(game), as_first_draws(game)
    uses = uses_of(game)
    if uses is None or len(uses.numbers) < 2:
        return
    make = f"{drawn} make{'s' if drawn.endswith(('die', 'spinner')) else ''}"
    can = f"{drawn} can {'be put together to' if uses.making else 'make'}"
    numbers, likely = uses.numbers, max(uses.ways)
    yield "range", EASY, f"What is the least that {can}, and what is the most?", Ends(numbers[0], numbers[-1])
    often = tuple(number for number, ways in zip(numbers, uses.ways, strict=True) if ways == likely)
    if likely == min(uses.ways):
        yield "likeliest", EASY, f"Does any number come up more often than the others with {drawn}?", AllAlike(numbers)
    else:
        more = can if uses.making else make
        ask = f"Which number do you think {more} most often?"
        yield "likeliest", EASY, ask, Commonest(often, likely, uses.of)
        yield from _of_chances(game, uses, often[0])
    yield from _of_ways(game, uses, often[0], drawn)
    yield "never", MIDDLING, *_never(uses, drawn)


def _of_chances(game: Game, uses: Uses, often: Value) -> Iterator[Asked]:
    """What is likelier, and how long one waits for what is rare."""
    likely, comes = uses.ways_of(often), "can be made" if uses.making else "comes"
    each = list(zip(uses.numbers, uses.ways, strict=True))
    # The nearest that is less likely, from there to either side: there may be thousands of numbers, in order.
    wanted = Fraction(often) + 2
    at = bisect_left(uses.numbers, wanted)
    sides = (next((number for number, ways in side if ways < likely), None) for side in (each[:at][::-1], each[at:]))
    near = min((one for one in sides if one is not None), key=lambda number: abs(Fraction(number) - wanted))
    ask = f"Which would you rather wait for, {minus(often)} or {minus(near)}, and why?"
    yield "wait", MIDDLING, ask, Rather(often, likely, near, uses.ways_of(near), uses.of, comes)
    if remembers(game.pieces):
        return  # a draw is not as the one before
    rare = min(uses.ways)
    seldom = next(number for number, ways in reversed(each) if ways == rare)
    ask = f"How many draws does it take on average until {minus(seldom)} {comes}?"
    yield "rarest", HARD, ask, Wait(seldom, rare, uses.of, comes)


def _of_ways(game: Game, uses: Uses, number: Value, drawn: str) -> Iterator[Asked]:
    """How a number comes about, and a claim that can't be."""
    if uses.making is not None:
        ask = f"How can {drawn} be put together to {minus(number)}?"
        yield "ways", MIDDLING, ask, MadeBy(number, uses.making.put_together(number), uses.ways_of(number), uses.of)
        return
    if not can_be_listed(game.pieces) or sum(map(letters_of, game.pieces)) < 2:
        return
    rows, count = combinations(game.pieces, game.draw, number, MOST_TOLD)
    shown = tuple(numbers for numbers, _ in rows)
    order = ", in order" if game.draw.make in IN_ORDER else ""
    ask = f"In which ways can {drawn} make {minus(number)}{order}?"
    yield "ways", MIDDLING, ask, WaysTo(number, shown, count)
    yield from _needed(game, uses)
    faces = {value for piece in game.pieces for value in piece.values}
    top = max(faces)
    rest = Fraction(number) - Fraction(top) - 1
    whole = all(Fraction(value).denominator == 1 for value in (*faces, number))
    if game.draw.make == "add" and sum(map(letters_of, game.pieces)) == 2 and whole and rest > 0:
        wrong = int(top) + 1
        ask = f"Somebody says that {wrong} and {minus(tidy(rest))} make {minus(number)}. Can {drawn} show that?"
        yield "claim", MIDDLING, ask, NoFace(wrong, number, shown[0])


def _needed(game: Game, uses: Uses) -> Iterator[Asked]:
    """Of two pieces the first shows something: what must the second show, to make a number?"""
    table = pair_table(game.pieces, game.draw) if len(game.pieces) == 2 else None
    if table is None:
        return
    first = len(table.down) // 2
    row = list(zip(table.across, table.totals[first], table.ways[first], strict=True))
    within = sorted({number for _, number, ways in row if ways and number is not None and number in uses.numbers})
    if not within:
        return
    wanted = within[len(within) // 2]
    others = tuple(sorted({shown for shown, number, ways in row if ways and number == wanted}))
    one, other = letter_names(game.pieces)
    one, other = (name if name[-1].isdigit() else f"the {name}" for name in (one, other))
    ask = (
        f"{one[:1].upper()}{one[1:]} shows {minus(table.down[first])}. What must {other} show to make {minus(wanted)}?"
    )
    yield "needs", MIDDLING, ask, Needs(wanted, table.down[first], others)


def _never(uses: Uses, drawn: str) -> tuple[str, Never]:
    """The first number that never comes, between two others or else above all."""
    step = _step(uses.numbers)
    claim = Never(tidy(Fraction(uses.numbers[-1]) + (step or 1)), uses.numbers[-1])
    for low, high in zip(uses.numbers, uses.numbers[1:], strict=False):
        if step and Fraction(low) + step < high:
            claim = Never(tidy(Fraction(low) + step), low, high)
            break
    to = "be put together to" if uses.making else "make"
    return f"Can {drawn} ever {to} {minus(claim.number)}?", claim


def _step(numbers: tuple[Value, ...]) -> Fraction:
    """The grid the numbers lie on: ones, tenths …; 0 if none fits."""
    for unit in (1, 10, 100, 1000):
        if all((Fraction(number) * unit).denominator == 1 for number in numbers):
            return Fraction(1, unit)
    return Fraction(0)
