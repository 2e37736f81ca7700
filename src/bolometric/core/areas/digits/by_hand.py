"""Digits played by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.digits.arranging import places_rated
from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.rules import Columns, columns_by_seat, digits_of, free_sets, numbers_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.digits.styles import placing_of
from bolometric.core.areas.making_numbers import points_words, round_words
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing, listing_words, minus
from bolometric.core.text.ranking import weighed


@dataclass(frozen=True, slots=True)
class OnDigits(Standing):
    """How the columns stand."""

    filled: tuple[tuple[int, ...], ...] = ()
    """For each seat the place of the digit in each column, from the lowest; -1 if free."""
    thrown: tuple[bool, ...] = ()
    """Whether each seat has thrown a digit away."""
    hand: tuple[int, ...] = ()
    """Digits drawn and not yet placed by the seat to move."""
    made: int = 0
    """Draws of the present seat, or of all, in this round."""
    shared: tuple[int, ...] = ()
    """Digits drawn for all."""
    waiting_seats: tuple[int, ...] = ()
    """Seats that still have to place the digits drawn for all."""
    points: tuple[int, ...] = ()
    round: int = 1

    @property
    def digit(self) -> int:
        """The digit to place next; -1 if there is none."""
        return self.hand[0] if self.hand else -1

    def free(self, columns: Columns, seat: int) -> int:
        """The set of free columns of a seat."""
        return sum(1 << column for column, digit in enumerate(self.filled[seat]) if digit < 0)


def _columns(game: Game, now: OnDigits) -> Columns:
    """The columns with the digits of the seat to move."""
    return columns_by_seat(game)[now.seat]


def shown_order(game: Game) -> list[int]:
    """Columns from the highest to the lowest, as they are laid out."""
    return list(range(game.area_as(Digits).columns - 1, -1, -1))


def begin(game: Game) -> OnDigits:
    """Empty columns."""
    return _cleared(game, OnDigits(points=(0,) * game.seats.count))


def _cleared(game: Game, now: OnDigits) -> OnDigits:
    area, seats = game.area_as(Digits), game.seats.count
    width, nothing = area.columns, area.spare == "none"
    return replace(
        now,
        filled=((-1,) * width,) * seats,
        thrown=(nothing,) * seats,
        hand=(),
        made=0,
        waiting_seats=(),
        seat=0,
        waiting="draw",
    )


def asks(game: Game, now: OnDigits) -> str | None:
    """What the seat to move has to do."""
    area = game.area_as(Digits)
    if now.waiting != "choice":
        return "draw for all." if area.together and game.seats.count > 1 else None
    if len(now.hand) == 1:
        return f"write {minus(digits_of(game)[now.digit])} into a column."
    shown = listing([digits_of(game)[digit] for digit in now.hand], "and")
    return f"{shown} in hand; choose the column for {minus(digits_of(game)[now.digit])}."


def tally(game: Game, now: OnDigits) -> str | None:
    """Points so far; the board shows the columns."""
    return points_words(now.round, now.points, game.area_as(Digits).points)


def options(game: Game, now: OnDigits) -> tuple[Option[int], ...]:
    """Every free column, and throwing away."""
    area, columns = game.area_as(Digits), _columns(game, now)
    order = shown_order(game)
    free = [i for i in order if now.filled[now.seat][i] < 0]
    cells = {i: now.seat * len(order) + place + 1 for place, i in enumerate(order)}
    found = [Option(column, columns.name(column).capitalize(), cells[column]) for column in free]
    if not now.thrown[now.seat]:
        found.append(Option(area.columns, "Throw away"))
    return tuple(found)


def choose(game: Game, now: OnDigits, key: int) -> OnDigits:
    """Write the digit in hand, or throw it away."""
    digit = now.digit
    value = minus(digits_of(game)[digit])
    if key == len(now.filled[now.seat]):
        thrown = tuple(done or seat == now.seat for seat, done in enumerate(now.thrown))
        now = noted(replace(now, thrown=thrown, hand=now.hand[1:]), f"throws {value} away.")
    else:
        own = tuple(digit if i == key else other for i, other in enumerate(now.filled[now.seat]))
        filled = tuple(own if seat == now.seat else other for seat, other in enumerate(now.filled))
        now = replace(now, filled=filled, hand=now.hand[1:])
        now = noted(now, f"{value} to {_columns(game, now).name(key)}.")
    return _after(game, now)


def _full(now: OnDigits, seat: int) -> bool:
    return all(digit >= 0 for digit in now.filled[seat])


def _after(game: Game, now: OnDigits) -> OnDigits:
    """Who is next: the rest of a hand, the other seats of a shared draw, or the next turn."""
    if now.hand and not _full(now, now.seat):
        return replace(now, waiting="choice")
    if now.waiting_seats:
        seat, *rest = now.waiting_seats
        return _to_place(game, replace(now, seat=seat, waiting_seats=tuple(rest)), now.shared)
    return _turn_over(game, replace(now, hand=()))


def _to_place(game: Game, now: OnDigits, hand: tuple[int, ...]) -> OnDigits:
    """A seat takes a hand up; a seat whose columns are full lets it go."""
    if _full(now, now.seat):
        return _after(game, replace(now, hand=()))
    return replace(now, hand=hand, waiting="choice")


def _turn_over(game: Game, now: OnDigits) -> OnDigits:
    area, seats = game.area_as(Digits), game.seats.count
    if all(_full(now, seat) for seat in range(seats)) and now.made >= _draws(game):
        return _round_over(game, now)
    if area.together:
        return replace(now, seat=0, turn=now.turn + 1, waiting="draw")
    last = now.seat == seats - 1
    return replace(now, seat=0 if last else now.seat + 1, turn=now.turn + 1, waiting="draw")


def _draws(game: Game) -> int:
    """Draws of a round, all seats together."""
    area = game.area_as(Digits)
    return area.digits * (1 if area.together else game.seats.count)


def _round_over(game: Game, now: OnDigits) -> OnDigits:
    area, columns = game.area_as(Digits), _columns(game, now)
    told = numbers_of(columns, (np.array(now.filled) + 1) @ columns.powers)
    least = np.round(columns.score(told), 9)
    best = np.flatnonzero(least == least.min()).tolist()
    points = tuple(count + (seat in best) for seat, count in enumerate(now.points))
    words = round_words(now.round, told.tolist(), best)
    now = replace(now, points=points, record=(*now.record, words))
    if max(points) >= area.points:
        return won(now, [seat for seat, count in enumerate(points) if count == max(points)])
    return _cleared(game, replace(now, round=now.round + 1, turn=now.turn + 1))


def landed(game: Game, now: OnDigits, drawn: Drawn) -> OnDigits:
    """A digit for the seat to move, or for all."""
    area, seats = game.area_as(Digits), game.seats.count
    assert drawn.total is not None
    digit = digits_of(game).index(drawn.total)
    if area.together:
        now = replace(now, record=(*now.record, f"Call {now.turn}: {drawn.words}."), seat=0)
    else:
        now = noted(now, f"{drawn.words}.")
    now = replace(now, made=now.made + 1, hand=(*now.hand, digit))
    if area.practice == "together" and len(now.hand) < area.digits:
        return replace(now, waiting="draw")
    others = tuple(range(1, seats)) if area.together else ()
    return _to_place(game, replace(now, shared=now.hand, waiting_seats=others), now.hand)


def pick(game: Game, now: OnDigits, style: Style, rng: np.random.Generator) -> int:
    """What a style chooses."""
    area, found = game.area_as(Digits), [option.key for option in options(game, now)]
    if area.practice == "together":
        return _arranging(game, now, style, rng, found)
    columns = _columns(game, now)
    placing = placing_of(columns, style)
    code = (np.array(now.filled[now.seat]) + 1) @ columns.powers
    row = int(code) if placing.by_code else int(free_sets(columns, np.array([code]))[0])
    chosen = int(placing.choice[int(not now.thrown[now.seat]), row, now.digit])
    return chosen if chosen >= 0 else int(found[int(rng.integers(len(found)))])


def _comes_to(columns: Columns, now: OnDigits) -> dict[int, float]:
    """What each place for the first digit of a hand can come to."""
    return places_rated(columns, now.filled[now.seat], now.hand, not now.thrown[now.seat])


def _arranging(game: Game, now: OnDigits, style: Style, rng: np.random.Generator, found: list[int]) -> int:
    """With all digits in hand: best play knows where each goes; others take any place."""
    columns = _columns(game, now)
    if style.choose != "plan":
        return int(found[int(rng.integers(len(found)))])
    rated = _comes_to(columns, now)
    return min(rated, key=lambda key: (rated[key], key))


def coach(game: Game, now: OnDigits) -> str:
    """What each column is worth for the digit in hand."""
    area, columns = game.area_as(Digits), _columns(game, now)
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    if area.practice != "one_by_one":
        comes_to = _comes_to(columns, now)
        best, worse = weighed({option.words: comes_to[option.key] for option in options(game, now)}, 9)
        return f"Best: {listing_words(best, 'or')}{worse} (exact)."
    plan, spare = plan_of(columns), int(not now.thrown[now.seat])
    code = int((np.array(now.filled[now.seat]) + 1) @ columns.powers)
    free, rated = now.free(columns, now.seat), dict[str, float]()
    for option in options(game, now):
        away = option.key == columns.columns
        if columns.aim == "nearest":
            after = code if away else code + (now.digit + 1) * int(columns.powers[option.key])
            value = float(plan.worth[0 if away else spare, after])
        else:
            gain = 0.0 if away else float(columns.values[now.digit] * columns.worth[option.key])
            still = float(plan.worth[0 if away else spare, free if away else free - (1 << option.key)])
            value = -(gain + still) if columns.aim == "largest" else gain + still
        rated[option.words] = value
    best, worse = weighed(rated, 3)
    return f"Best: {listing_words(best, 'or')}{worse} (on average, exact)."


BY_HAND = ByHand(
    compares=True,
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    coach=coach,
    tally=tally,
    asks=asks,
)
