"""An open row at the table, or the hand of each: the pack lies shuffled beside it, and cards are taken together."""

from __future__ import annotations

from dataclasses import dataclass, replace
from zlib import crc32

import numpy as np

from bolometric.core.areas.openrow.play import likes
from bolometric.core.areas.openrow.spec import MOST_OPEN, OpenRow
from bolometric.core.areas.openrow.ways import ways_in
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing, listing_words, minus, plural

TAKE, BACK, NONE = -1, -2, -3
"""In place of a card: take those that are held, put them back, nothing is found."""


@dataclass(frozen=True, slots=True)
class OnRow(Standing):
    """How the cards lie."""

    rows: tuple[tuple[int, ...], ...] = ((),)
    """The numbers of the open cards; or of those that each seat holds."""
    pack: tuple[int, ...] = ()
    """Those of the pack, the next one first."""
    asked: Value | None = None
    """The number to make in this turn."""
    kept: tuple[int, ...] = ()
    """Cards of each seat."""
    held: tuple[int, ...] = ()
    """Places of cards that are about to be taken."""
    luck: int = 0
    """What a style sees, and takes, follows from it and from how the cards lie: asked again it is the same."""
    in_vain: int = 0
    """Turns one after the other in which nothing was found."""

    @property
    def mine(self) -> int:
        """Which row is that of the seat to move."""
        return self.seat if len(self.rows) > 1 else 0

    @property
    def row(self) -> tuple[int, ...]:
        """The cards from which the seat to move takes."""
        return self.rows[self.mine]

    def with_row(self, row: tuple[int, ...], used: int = 0) -> OnRow:
        """With other cards for the seat to move, so many taken from the pack."""
        rows = (*self.rows[: self.mine], row, *self.rows[self.mine + 1 :])
        return replace(self, rows=rows, pack=self.pack[used:])


def begin(game: Game) -> OnRow:
    """The cards as they come."""
    return shuffled(game, np.random.default_rng(0))


def shuffled(game: Game, rng: np.random.Generator) -> OnRow:
    """The pack shuffled, the first cards laid open."""
    area, seats = game.area_as(OpenRow), game.seats.count
    pack = tuple(int(card) for card in rng.permutation(area.cards))
    luck, many = int(rng.integers(2**32)), seats if area.held else 1
    rows = tuple(pack[k * area.open : (k + 1) * area.open] for k in range(many))
    return _next(game, OnRow(rows=rows, pack=pack[many * area.open :], luck=luck, kept=(0,) * seats))


def _filled(game: Game, now: OnRow) -> OnRow:
    more = max(0, game.area_as(OpenRow).open - len(now.row))
    return now.with_row(now.row + now.pack[:more], more)


def _next(game: Game, now: OnRow) -> OnRow:
    """Whoever is to move draws a number, or knows it."""
    area = game.area_as(OpenRow)
    if area.asks == "drawn":
        return replace(now, waiting="draw", asked=None)
    return replace(now, waiting="choice", asked=area.number)


def landed(game: Game, now: OnRow, drawn: Drawn) -> OnRow:
    """The number to make."""
    return replace(noted(now, f"{drawn.words}."), asked=drawn.total, waiting="choice")


def _ways(game: Game, now: OnRow) -> list[tuple[int, ...]]:
    return [] if now.asked is None else ways_in(game.area_as(OpenRow), now.row, now.asked)


def options(game: Game, now: OnRow) -> tuple[Option[int], ...]:
    """Every card that is not held, to take those that are, or to find nothing."""
    cards = tuple(
        Option(place, f"The {card}", place + 1) for place, card in enumerate(now.row) if place not in now.held
    )
    if not now.held:
        return (*cards, Option(NONE, "Nothing is found"))
    held = listing([now.row[place] for place in now.held], "and")
    take = (Option(TAKE, f"Take {held}"),) if tuple(sorted(now.held)) in _ways(game, now) else ()
    return (*take, Option(BACK, f"Put {held} back"), *cards)


def choose(game: Game, now: OnRow, key: int) -> OnRow:
    """Hold a card, put them back, take them, or say that there are none to take."""
    if key >= 0:
        return replace(now, held=(*now.held, key))
    if key == BACK:
        return replace(now, held=())
    return _turn_over(game, _taken(now) if key == TAKE else _nothing(game, now))


def _taken(now: OnRow) -> OnRow:
    cards = [now.row[place] for place in now.held]
    kept = tuple(had + len(cards) * (seat == now.seat) for seat, had in enumerate(now.kept))
    row = tuple(card for place, card in enumerate(now.row) if place not in now.held)
    return noted(replace(now.with_row(row), kept=kept, held=(), in_vain=0), f"takes {listing(cards, 'and')}.")


def _nothing(game: Game, now: OnRow) -> OnRow:
    now = replace(now, in_vain=now.in_vain + 1)
    if game.area_as(OpenRow).nothing == "pass":
        return noted(now, "finds nothing, and passes.")
    if now.pack and (game.area_as(OpenRow).nothing == "away" or len(now.row) == MOST_OPEN):
        return noted(now.with_row(()), "finds nothing; the cards are put away.")
    if now.pack:
        return noted(now.with_row((*now.row, now.pack[0]), 1), "finds nothing; one card more.")
    return noted(now, "finds nothing.")


def _turn_over(game: Game, now: OnRow) -> OnRow:
    seats, area = game.seats.count, game.area_as(OpenRow)
    now = _filled(game, now)
    holders = sum(map(bool, now.rows)) if area.held else seats * bool(now.row)
    if not holders or ((not now.pack or area.nothing == "pass") and now.in_vain >= holders):
        best = [seat for seat, had in enumerate(now.kept) if had == max(now.kept)]
        return won(now, best, f" with {plural(max(now.kept), 'card')}")
    after = replace(now, seat=(now.seat + 1) % seats, turn=now.turn + 1)
    while not after.row:  # whoever has no cards is passed over
        after = replace(after, seat=(after.seat + 1) % seats)
    return _next(game, after)


def _wanted(game: Game, now: OnRow, style: Style) -> tuple[int, ...]:
    """The way that a style takes in this turn, the same however often it is asked; empty if it sees none."""
    rng = np.random.default_rng(crc32(repr((now.luck, now.turn, now.row)).encode()))
    chance = game.area_as(OpenRow).noticed / 100
    in_order = sorted(_ways(game, now), key=lambda way: sum(1 << place for place in way))
    seen = [way for way in in_order if chance >= 1 or rng.random() < chance ** (len(way) - 1)]
    if not seen:
        return ()
    liking = likes(style)
    return max(seen, key=lambda way: liking * len(way)) if liking else seen[int(rng.integers(len(seen)))]


def pick(game: Game, now: OnRow, style: Style, rng: np.random.Generator) -> int:
    """Card after card of the way that a style takes: any that is seen, or the one with most or fewest cards."""
    way = _wanted(game, now, style)
    if not set(now.held) <= set(way):
        return BACK
    missing = [place for place in way if place not in now.held]
    return missing[0] if missing else TAKE if way else NONE


def asks(game: Game, now: OnRow) -> str | None:
    """What the seat to move has to do."""
    if now.waiting != "choice":
        return None
    return "no number comes out." if now.asked is None else f"take cards that make {minus(now.asked)}."


def tally(game: Game, now: OnRow) -> str:
    """Who has how many cards, and how many are left."""
    told = listing_words([f"{game.seat_name(seat)} has {had}" for seat, had in enumerate(now.kept)], "and")
    return f"Cards: {told}; {len(now.pack)} in the pack."


def hints(game: Game, now: OnRow) -> tuple[str, ...]:
    """How many ways there are, then one card of one, then all of it."""
    ways = _ways(game, now)
    if now.waiting != "choice":
        return ()
    if not ways:
        return ("Nothing fits.",)
    one = [now.row[place] for place in ways[0]]
    there = "There is one way." if len(ways) == 1 else f"There are {len(ways)} ways."
    return there, f"Look at the {one[0]}.", f"{listing(one, 'and')}."


def coach(game: Game, now: OnRow) -> str:
    """No best play is known; the ways are told."""
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    ways = _ways(game, now)
    told = "Nothing fits." if not ways else f"{plural(len(ways), 'way')} to make {minus(now.asked or 0)}."
    return f"{told} Every card counts one, and no best play is known: more cards in a turn are more points."


BY_HAND = ByHand(
    begin=begin,
    shuffled=shuffled,
    landed=landed,
    options=options,
    choose=choose,
    pick=pick,
    asks=asks,
    tally=tally,
    hints=hints,
    coach=coach,
)
