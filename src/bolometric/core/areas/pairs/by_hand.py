"""Pairs at the table: the cards lie shuffled, and are turned one by one; three that match are told as a pair is."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from hashlib import blake2b
from itertools import combinations

import numpy as np

from bolometric.core.areas.pairs.exact import old_second, worth
from bolometric.core.areas.pairs.play import chance_of, remembered
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Option, Standing, noted, won
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing_words, plural, so_many
from bolometric.core.text.ranking import ROUNDED

SEEN_WHOLE = {2: "Both cards of a pair have been seen.", 3: "All cards of a three have been seen."}


@dataclass(frozen=True, slots=True)
class OnPairs(Standing):
    """How the cards lie."""

    cards: tuple[Value, ...] = ()
    """The number of the card in each place."""
    gone: frozenset[int] = frozenset()
    """Places from which cards were taken."""
    turned: tuple[int, ...] = ()
    """Places of the cards that were turned in this turn, before the last one."""
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
    pack = game.area_as(Pairs).cards
    cards = tuple(pack[place] for place in rng.permutation(len(pack)))
    luck = int(rng.integers(2**32))
    return OnPairs(cards=cards, kept=(0,) * game.seats.count, waiting="choice", luck=luck)


def lying(now: OnPairs) -> list[int]:
    """Places at which a card lies."""
    return [place for place in range(len(now.cards)) if place not in now.gone]


def options(game: Game, now: OnPairs) -> tuple[Option[int], ...]:
    """Every card that lies face down."""
    return tuple(Option(place, f"Card {place + 1}", place + 1) for place in lying(now) if place not in now.turned)


def choose(game: Game, now: OnPairs, key: int) -> OnPairs:
    """Turn a card; after two, or three, they are kept or turned back."""
    area = game.area_as(Pairs)
    up = (*now.turned, key)
    told = f"turns card {key + 1}: {area.told(now.cards[key])}."
    now = replace(now, turned=up, shown=(*now.shown, key), up=up)
    if len(up) < area.size:
        return noted(now, told)
    now, cards = replace(now, turned=()), [now.cards[place] for place in up]
    if not area.matches(*cards):
        now = noted(now, f"{told} They are turned back.")
        return replace(now, seat=(now.seat + 1) % game.seats.count, turn=now.turn + 1)
    kept = tuple(had + (seat == now.seat) for seat, had in enumerate(now.kept))
    now = replace(now, gone=now.gone | set(up), up=(), kept=kept)
    now = noted(now, f"keeps {listing_words([area.told(card) for card in cards], 'and')}.")
    if not any(_matches(area, now, places) for places in combinations(lying(now), area.size)):
        best = [seat for seat, had in enumerate(kept) if had == max(kept)]
        return won(now, best, f" with {plural(max(kept), area.noun_kept)}")
    seat = now.seat if area.again == "yes" else (now.seat + 1) % game.seats.count
    return replace(now, seat=seat, turn=now.turn + 1)


def _matches(area: Pairs, now: OnPairs, places: Iterable[int]) -> bool:
    return area.matches(*(now.cards[place] for place in places))


def _luck(now: OnPairs, at: int) -> float:
    """A number from 0 up to 1 for what the seat to move makes of a card that was turned: asked again it is the same."""
    digest = blake2b(f"{now.luck} {at} {now.seat}".encode(), digest_size=4).digest()
    return int.from_bytes(digest, "big") / 2**32


def known_to(now: OnPairs, style: Style, ago: int = 0) -> list[int]:
    """Places of cards that lie there and are known to a style, or were before so many cards were turned."""
    last, chance = remembered(style), chance_of(style)
    shown = now.shown[: len(now.shown) - ago]
    if chance:
        known = {place for at, place in enumerate(shown) if _luck(now, at) < chance}
    else:
        known = set(shown[-last:] if last else ())
    return [place for place in lying(now) if place in known]


def pick(game: Game, now: OnPairs, style: Style, rng: np.random.Generator) -> int:
    """A card of a match that is known, else any card that is not; best play may turn a known one second.

    Cards that were turned for a match that was known then are followed by the others of it, whatever is forgotten.
    """
    area, count = game.area_as(Pairs), len(now.turned)
    for ago in range(count, -1, -1):
        known = known_to(now, style, ago)
        if set(now.turned[count - ago :]) <= set(known):
            free = [place for place in known if place not in now.turned]
            for rest in combinations(free, area.size - count):
                if _matches(area, now, (*now.turned, *rest)):
                    return rest[0]
    known = [place for place in known_to(now, style) if place not in now.turned]
    if now.turned and style.choose == "plan" and known and _old_second(area, now):
        return known[0]
    others = [place for place in lying(now) if place not in now.turned]
    fresh = [place for place in others if place not in known]
    some = fresh or others
    return int(some[int(rng.integers(len(some)))])


def _singles(area: Pairs, now: OnPairs) -> int:
    """Cards seen without their partners, before the card that lies face up was turned."""
    before = now.shown[: len(now.shown) - len(now.turned)]
    seen = [place for place in lying(now) if place in set(before)]
    return sum(not any(area.matches(now.cards[a], now.cards[b]) for b in seen if b != a) for a in seen)


def _old_second(area: Pairs, now: OnPairs) -> bool:
    return (len(lying(now)) // 2, _singles(area, now)) in old_second(len(area.pairs), area.again == "yes")


def asks(game: Game, now: OnPairs) -> str | None:
    """What the seat to move has to do."""
    if now.waiting != "choice":
        return None
    return f"turn a {('', 'second ', 'third ')[len(now.turned)]}card."


def tally(game: Game, now: OnPairs) -> str:
    """Who has how many pairs."""
    told = listing_words([f"{game.seat_name(seat)} has {had}" for seat, had in enumerate(now.kept)], "and")
    return f"{game.area_as(Pairs).noun_kept.capitalize()}s: {told}."


def hints(game: Game, now: OnPairs) -> tuple[str, ...]:
    """What would match the cards that lie face up, or whether a match has been seen."""
    area = game.area_as(Pairs)
    if now.turned:
        wanted = area.completing([now.cards[place] for place in now.turned])
        match = "It matches" if len(now.turned) == 1 else "They match"
        return (f"{match} {listing_words(wanted, 'or')}.",) if wanted else ()
    return (SEEN_WHOLE[area.size] if _seen_whole(area, now) else f"No {area.noun_kept} has been seen whole.",)


def _seen_whole(area: Pairs, now: OnPairs) -> bool:
    seen = [place for place in lying(now) if place in set(now.shown)]
    return any(_matches(area, now, places) for places in combinations(seen, area.size))


def coach(game: Game, now: OnPairs) -> str:
    """What is known, and what best play does with the second card."""
    area = game.area_as(Pairs)
    if now.waiting != "choice":
        return "There is nothing to choose now."
    if _seen_whole(area, now):
        return f"{SEEN_WHOLE[area.size].removesuffix('.')}: take it."
    if not area.one_partner or game.seats.count != 2:
        return "Best play is known for two players where every card has one partner: remember, and take what you know."
    n, k = len(lying(now)) // 2, _singles(area, now)
    cards, one = (plural(k, "card") if k else "No card"), k < 2
    lone = f"{cards} {'has' if one else 'have'} been seen without {'its' if one else 'their'} partner"
    if not 0 < k < n:
        return f"{lone}: turn cards that have not been seen."
    new, old = worth(n, area.again == "yes")[n, k]
    if abs(new - old) <= ROUNDED:
        return f"{lone}. Whether the second card is new or not makes no difference to best play (exact)."
    better = "a card that has been seen" if old > new else "another new card"
    words = f"{lone}. If the first card's partner is not known, turn {better} second"
    return f"{words}: it is worth {so_many(abs(new - old), 'pair')} (exact, against best play)."


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
