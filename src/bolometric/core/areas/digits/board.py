"""Digits as a table a child can follow: for each set of free columns, where each digit goes."""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache

from bolometric.core.areas.digits.by_hand import OnDigits, shown_order
from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.rounds import known_of, sets_of
from bolometric.core.areas.digits.rules import Columns, columns_of, digits_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.facts import place_name
from bolometric.core.results.board import DRAWN_MOST, Cells, Heat, Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.results.show import show
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing_words, minus, percent

MOST_ROWS, MOST_DIGITS = 15, 20
SHORT = {5: "HT", 4: "TT", 3: "Th", 2: "H", 1: "T", 0: "O", -1: "t", -2: "h", -3: "th"}
"""A letter or two for each place, as written on the table."""


@lru_cache(maxsize=32)
def _free_sets(columns: Columns) -> tuple[int, ...]:
    """Sets of at least two free columns, the largest first, as many as there is room for."""
    sets = [free for free in range(1, 1 << columns.columns) if free.bit_count() > 1]
    return tuple(sorted(sets, key=lambda free: (-free.bit_count(), -free))[:MOST_ROWS])


def _tabled(game: Game) -> bool:
    """Whether best play is a table of free columns."""
    area = game.area_as(Digits)
    return area.practice == "one_by_one" and area.aim != "nearest" and area.columns > 1


def _names(columns: Columns, free: int) -> str:
    places = [column for column in range(columns.columns - 1, -1, -1) if free >> column & 1]
    return " ".join(SHORT[column - columns.decimals] for column in places)


def places(game: Game) -> Cells:
    """Digits along, free columns down; on each place where the digit goes."""
    columns = columns_of(game)
    digits = tuple(minus(value) for value in columns.values[:MOST_DIGITS].tolist())
    if not _tabled(game):
        return Cells("digit", "", digits, ("",), digits)
    choice = plan_of(columns).placing.choice[int(columns.spare)]
    sets = _free_sets(columns)
    texts = [_place(columns, int(choice[free, i])) for free in sets for i in range(len(digits))]
    return Cells("digit", "free columns", digits, tuple(_names(columns, free) for free in sets), tuple(texts))


def _place(columns: Columns, column: int) -> str:
    return "away" if column == columns.columns else SHORT[column - columns.decimals]


def places_at(game: Game, now: OnDigits) -> Cells:
    """The columns of every seat as they stand."""
    columns = columns_of(game)
    totals, order = digits_of(game), shown_order(game)
    heads = [columns.name(i) for i in order]
    texts = [
        "" if now.filled[seat][i] < 0 else minus(totals[now.filled[seat][i]])
        for seat in range(game.seats.count)
        for i in order
    ]
    seats = tuple(game.seat_name(seat) for seat in range(game.seats.count))
    return Cells("", "", tuple(heads), seats, tuple(texts), tinted=False)


def heat(game: Game) -> Heat | None:
    """How far to the left a digit goes; or how often it is drawn."""
    columns, digits = columns_of(game), len(places(game).columns)
    _whole(game)  # worked out here and remembered: a window asks for it while it paints
    if not _tabled(game):
        return Heat(
            tuple(columns.chances[:digits].tolist()),
            "Drawn, of 100 draws",
            question=DRAWN_MOST,
        )
    choice = plan_of(columns).placing.choice[int(columns.spare)]
    most = columns.columns - 1
    chosen = [int(choice[free, i]) for free in _free_sets(columns) for i in range(digits)]
    values = tuple(0.0 if column > most else column / most for column in chosen)
    ends = (columns.name(0), "between", columns.name(most))
    return Heat(values, "Where a digit goes", ends=ends)


def rule_words(columns: Columns, free: int) -> str:
    """Where digits go when these columns are free: '7 or more: hundreds'."""
    choice = plan_of(columns).placing.choice[int(columns.spare), free].tolist()
    told = []
    for column in dict.fromkeys(reversed(choice)):
        named = [columns.values[i] for i, chosen in enumerate(choice) if chosen == column]
        where = "throw away" if column == columns.columns else columns.name(int(column))
        if named[-1] == columns.values[-1] and len(named) > 1:
            told.append(f"{minus(named[0])} or more: {where}")
        elif len(named) > 1:
            told.append(f"{minus(named[0])} to {minus(named[-1])}: {where}")
        else:
            told.append(f"{minus(named[0])}: {where}")
    return "; ".join(told)


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """The rule for a set of free columns; without one, what best play and carelessness come to."""
    columns = columns_of(game)
    if number and _tabled(game):
        row = (number - 1) // len(places(game).columns)
        free = _free_sets(columns)[row]
        names = [columns.name(column) for column in range(columns.columns - 1, -1, -1) if free >> column & 1]
        return f"Free {listing_words(names, 'and')}: {rule_words(columns, free)} (exact)."
    if number:
        return f"{places(game).columns[number - 1]}: drawn in {percent(heat.values[number - 1])} of draws (exact)."
    return _whole(game)


def _whole(game: Game) -> str:
    """What best play and carelessness come to."""
    columns, area = columns_of(game), game.area_as(Digits)
    best, guess = (known_of(columns, style, area.practice == "together") for style in (Style(choose="plan"), Style()))
    if best is None or guess is None:
        return ""
    shown = [float((columns.score(k[0]) if area.aim == "nearest" else k[0]) @ k[1]) for k in (best, guess)]
    what = "away from the target" if area.aim == "nearest" else "on average"
    words = f"Best play comes to {show('score', shown[0])} {what}, guessing to {show('score', shown[1])} (exact)."
    return words if area.practice == "together" or area.columns == 1 else f"{words}{_against(columns)}"


HALVES_SHORT = {
    "largest": "large digits left, small ones right",
    "smallest": "small digits left, large ones right",
    "nearest": "each digit where the target's is nearest",
}


@lru_cache(maxsize=16)
def _against(columns: Columns) -> str:
    """How often best play wins a round against the rules of thumb, both with the same digits."""
    told = []
    for rule, words in (("halves", HALVES_SHORT[columns.aim]), ("left_first", "filling from the left")):
        pair = [Style(choose="plan"), Style(choose="thumb", rule=rule)]
        sets = sets_of([columns, columns], pair, together=False, shared=True)
        if sets is not None:
            won, even = sets.get((0,), 0.0), sets.get((0, 1), 0.0)
            told.append(f"{percent(won)} of rounds against {words} ({percent(even)} equal)")
    return f" With the same digits it wins {' and '.join(told)}." if told else ""


ROWS = 8


def printed(game: Game, board: Places | None) -> Printed:
    """A column for each place and a row for each round; whoever may throw a digit away has a place for it."""
    area = game.area_as(Digits)
    places = [place_name(tidy(Fraction(10) ** k)) for k in range(area.whole - 1, -area.decimals - 1, -1)]
    away = ("thrown away",) if area.spare == "one" else ()
    note = "Write the decimal point on the line after the ones." if area.decimals else ""
    rounds = min(game.seats.count * (area.points - 1) + 1, ROWS)  # by then somebody has won so many
    return Printed(None, counters=0, tables=(WriteOn("My numbers", (*places, *away), ("",) * rounds, note),))


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
