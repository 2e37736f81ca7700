"""Pairs at the table: the cards lie shuffled, and are turned one by one."""

from __future__ import annotations

from dataclasses import dataclass, replace
from hashlib import blake2b

import numpy as np

from bolometric.core.areas.pairs.exact import old_second, worth
from bolometric.core.areas.pairs.play import chance_of, remembered
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Option, Standing, noted, won
from bolometric.core.text.figures import listing_words, plural

UP = -1
"""In place of a card: none is turned."""


@dataclass(frozen=True, slots=True)
class OnPairs(Standing):
    """How the cards lie."""

    cards: tuple[int, ...] = ()
    """The number of the card in each place."""
    gone: frozenset[int] = frozenset()
    """Places from which cards were taken."""
    turned: int = UP
    """The place of the card that was turned first in this turn."""
    shown: tuple[int, ...] = ()
    """Places of all cards turned so far, the last one last."""
    up: tuple[int, ...] = ()
    """Places of cards that lie face up until the next is turned."""
    kept: tuple[int, ...] = ()
    """Pairs of each seat."""
    luck: int = 0
    """Which cards are remembered by those who remember some follows from it."""


def begin(game: Game) -> OnPairs:
    """The cards as they come."""
    return shuffled(game, np.random.default_rng(0))


def shuffled(game: Game, rng: np.random.Generator) -> OnPairs:
    """The cards laid out face down."""
    cards = tuple(int(card) for card in rng.permutation(game.area_as(Pairs).cards))
    luck = int(rng.integers(2**32))
    return OnPairs(cards=cards, kept=(0,) * game.seats.count, waiting="choice", luck=luck)


def lying(now: OnPairs) -> list[int]:
    """Places at which a card lies."""
    return [place for place in range(len(now.cards)) if place not in now.gone]


def options(game: Game, now: OnPairs) -> tuple[Option[int], ...]:
    """Every card that lies face down."""
    return tuple(Option(place, f"Card {place + 1}", place + 1) for place in lying(now) if place != now.turned)


def choose(game: Game, now: OnPairs, key: int) -> OnPairs:
    """Turn a card; after two they are kept or turned back."""
    area = game.area_as(Pairs)
    if now.turned == UP:
        now = noted(now, f"turns card {key + 1}: {area.told(now.cards[key])}.")
        return replace(now, turned=key, shown=(*now.shown, key), up=(key,))
    first, second = now.turned, key
    one, other = now.cards[first], now.cards[second]
    now = replace(now, turned=UP, shown=(*now.shown, key), up=(first, second))
    if not area.matches(one, other):
        now = noted(now, f"turns card {key + 1}: {area.told(other)}. They are turned back.")
        return replace(now, seat=(now.seat + 1) % game.seats.count, turn=now.turn + 1)
    kept = tuple(had + (seat == now.seat) for seat, had in enumerate(now.kept))
    now = noted(
        replace(now, gone=now.gone | {first, second}, up=(), kept=kept),
        f"keeps {area.told(one)} and {area.told(other)}.",
    )
    left = lying(now)
    if not any(area.matches(now.cards[a], now.cards[b]) for a in left for b in left if a < b):
        best = [seat for seat, had in enumerate(kept) if had == max(kept)]
        return won(now, best, f" with {plural(max(kept), 'pair')}")
    seat = now.seat if area.again == "yes" else (now.seat + 1) % game.seats.count
    return replace(now, seat=seat, turn=now.turn + 1)


def _luck(now: OnPairs, at: int) -> float:
    """A number from 0 up to 1 for what the seat to move makes of a card that was turned: asked again it is the same."""
    digest = blake2b(f"{now.luck} {at} {now.seat}".encode(), digest_size=4).digest()
    return int.from_bytes(digest, "big") / 2**32


def known_to(now: OnPairs, style: Style) -> list[int]:
    """Places of cards that lie there and are known to a style."""
    last, chance = remembered(style), chance_of(style)
    if chance:
        known = {place for at, place in enumerate(now.shown) if _luck(now, at) < chance}
    else:
        known = set(now.shown[-last:] if last else ())
    return [place for place in lying(now) if place in known]


def pick(game: Game, now: OnPairs, style: Style, rng: np.random.Generator) -> int:
    """A pair or a partner that is known, else any card that is not; best play may turn a known one second."""
    area, known = game.area_as(Pairs), known_to(now, style)
    numbers = now.cards
    if now.turned == UP:
        for a in known:
            if any(area.matches(numbers[a], numbers[b]) for b in known if b != a):
                return a
    else:
        known = [place for place in known if place != now.turned]
        partner = [place for place in known if area.matches(numbers[now.turned], numbers[place])]
        if partner:
            return partner[0]
        if style.choose == "plan" and known and _old_second(area, now):
            return known[0]
    others = [place for place in lying(now) if place != now.turned]
    fresh = [place for place in others if place not in known]
    some = fresh or others
    return int(some[int(rng.integers(len(some)))])


def _singles(area: Pairs, now: OnPairs) -> int:
    """Cards seen without their partners, before the card that lies face up was turned."""
    before = now.shown[:-1] if now.turned != UP else now.shown
    seen = [place for place in lying(now) if place in set(before)]
    return sum(not any(area.matches(now.cards[a], now.cards[b]) for b in seen if b != a) for a in seen)


def _old_second(area: Pairs, now: OnPairs) -> bool:
    return (len(lying(now)) // 2, _singles(area, now)) in old_second(len(area.pairs), area.again == "yes")


def asks(game: Game, now: OnPairs) -> str | None:
    """What the seat to move has to do."""
    if now.waiting != "choice":
        return None
    return "turn a card." if now.turned == UP else "turn a second card."


def tally(game: Game, now: OnPairs) -> str:
    """Who has how many pairs."""
    told = listing_words([f"{game.seat_name(seat)} has {had}" for seat, had in enumerate(now.kept)], "and")
    return f"Pairs: {told}."


def hints(game: Game, now: OnPairs) -> tuple[str, ...]:
    """What would match the card that lies face up, or whether a pair has been seen."""
    area = game.area_as(Pairs)
    if now.turned != UP:
        wanted = area.all_told(card for card in area.cards if area.matches(now.cards[now.turned], card))
        return (f"It matches {listing_words(wanted, 'or')}.",) if wanted else ()
    seen = set(now.shown)
    whole = [
        a
        for a in lying(now)
        for b in lying(now)
        if a < b and {a, b} <= seen and area.matches(now.cards[a], now.cards[b])
    ]
    return ("Both cards of a pair have been seen." if whole else "No pair has been seen whole.",)


def coach(game: Game, now: OnPairs) -> str:
    """What is known, and what best play does with the second card."""
    area = game.area_as(Pairs)
    if now.waiting != "choice":
        return "There is nothing to choose now."
    if hints(game, now)[:1] == ("Both cards of a pair have been seen.",):
        return "Both cards of a pair have been seen: take it."
    if not area.one_partner or game.seats.count != 2:
        return "Best play is known for two players where every card has one partner: remember, and take what you know."
    n, k = len(lying(now)) // 2, _singles(area, now)
    lone = f"{plural(k, 'card')} {'has' if k == 1 else 'have'} been seen without {'its' if k == 1 else 'their'} partner"
    if not 0 < k < n:
        return f"{lone}: turn cards that have not been seen."
    new, old = worth(n, area.again == "yes")[n, k]
    better = "a card that has been seen" if old > new else "another new card"
    words = f"{lone}. If the first card's partner is not known, turn {better} second"
    return f"{words}: it is worth {abs(new - old):.2g} pairs (exact, against best play)."


BY_HAND = ByHand(
    begin=begin,
    shuffled=shuffled,
    landed=lambda game, now, drawn: now,  # nothing is ever drawn
    options=options,
    choose=choose,
    pick=pick,
    asks=asks,
    tally=tally,
    hints=hints,
    coach=coach,
)
