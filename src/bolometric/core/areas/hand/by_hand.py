"""Cards in the hand at the table: each holds some, the pack lies beside."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.hand.deals import fitting
from bolometric.core.areas.hand.play import AHEAD, ANY, LARGEST, likes
from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.aloud import capital
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing_words, plural

MISS, TWO, SWAP = 1, 2, 3
"""Special cards, by their place among them."""
NOTHING = -1
"""In place of a card: none can be played."""
FEWEST_ACROSS, MOST_ACROSS = 4, 10
"""Cards beside each other at the table."""


@dataclass(frozen=True, slots=True)
class OnHand(Standing):
    """How the cards are held. A card is its place in the numbers of the pack."""

    hands: tuple[tuple[int, ...], ...] = ()
    """The cards of each seat, in rising order."""
    pack: tuple[int, ...] = ()
    """Those of the pack, the next one first."""
    stands: int = 0
    """The open card, or the count; see the rules."""
    pile: int = 0
    """Cards that were laid and nobody has taken."""
    score: tuple[int, ...] = ()
    """Cards, or pairs, that each seat has taken."""
    laid: tuple[int, ...] = ()
    """Cards that were laid down in pairs."""
    vain: int = 0
    """Turns one after the other in which somebody passed."""
    passed_over: bool = False
    """Whether the next player misses a turn."""


def begin(game: Game) -> OnHand:
    """The cards as they come."""
    return shuffled(game, np.random.default_rng(0))


def shuffled(game: Game, rng: np.random.Generator) -> OnHand:
    """The pack shuffled and dealt."""
    area, seats = game.area_as(Hand), game.seats.count
    order = rng.permutation(np.repeat(np.arange(len(area.counts)), area.counts))
    pack = tuple(int(card) for card in order)
    hands = tuple(tuple(sorted(pack[seat * area.hold : (seat + 1) * area.hold])) for seat in range(seats))
    now = OnHand(hands=hands, pack=pack[seats * area.hold :], score=(0,) * seats, waiting="choice")
    if area.follows:
        return replace(now, stands=now.pack[0], pack=now.pack[1:])
    for seat in range(seats) if area.play == "ask" else ():
        for card in hands[seat]:
            now = _paired(game, now, seat, card)
    return now


def landed(game: Game, now: OnHand, drawn: Drawn) -> OnHand:
    """Nothing is drawn that makes a number."""
    return now


def playable(game: Game, now: OnHand) -> tuple[int, ...]:
    """The cards of the seat to move that can be played, each number once."""
    goes = game.area_as(Hand).compiled.goes[now.stands]
    return tuple(sorted({card for card in now.hands[now.seat] if goes[card]}))


def options(game: Game, now: OnHand) -> tuple[Option[int], ...]:
    """Every card that can be played, or that none can."""
    area, hand = game.area_as(Hand), now.hands[now.seat]
    cards = playable(game, now)
    if not cards:
        return (Option(NOTHING, "Draw a card" if _draws(area, now) else "Pass"),)
    verb = "Ask with" if area.play == "ask" else "Lay"
    first = 1 + width(now) * (area.play != "ask")
    return tuple(Option(card, f"{verb} {area.told(card)}", first + hand.index(card)) for card in cards)


def width(now: OnHand) -> int:
    """Places beside each other: the hand of the seat to move, below what lies on the table."""
    return min(max(len(now.hands[now.seat]), FEWEST_ACROSS), MOST_ACROSS)


def _draws(area: Hand, now: OnHand) -> bool:
    return bool(now.pack) and area.play != "limit"


def choose(game: Game, now: OnHand, key: int) -> OnHand:
    """Lay a card, or ask with it; or draw, where nothing goes."""
    area = game.area_as(Hand)
    if area.play == "ask":
        now = _drawn_pair(game, now) if key == NOTHING else _ask(game, now, key)
    elif key == NOTHING:
        now = _stuck(game, now)
    else:
        now = _lay(game, _without(now, now.seat, key), key)
    return now if now.over else _next(game, now)


def _held(now: OnHand, seat: int, hand: tuple[int, ...]) -> OnHand:
    return replace(now, hands=tuple(tuple(sorted(hand)) if k == seat else had for k, had in enumerate(now.hands)))


def _without(now: OnHand, seat: int, card: int) -> OnHand:
    hand = list(now.hands[seat])
    hand.remove(card)
    return _held(now, seat, tuple(hand))


def _draw(now: OnHand, seat: int) -> OnHand:
    return replace(_held(now, seat, (*now.hands[seat], now.pack[0])), pack=now.pack[1:])


def _scored(now: OnHand, seat: int, more: int) -> OnHand:
    return replace(now, score=tuple(had + more * (k == seat) for k, had in enumerate(now.score)))


def _lay(game: Game, now: OnHand, card: int, how: str = "lays") -> OnHand:
    """A card that goes is on the table; it is no longer held."""
    area, rules = game.area_as(Hand), game.area_as(Hand).compiled
    taken, pile = bool(rules.takes[now.stands, card]), now.pile + 1
    after = int(rules.then[now.stands, card])
    words = f"{how} {area.told(card)}"
    if area.play == "limit":
        words += f", which makes {now.stands + area.values[card]}"
    if taken:
        words, now, pile = f"{words}, and takes {plural(pile, 'card')}", _scored(now, now.seat, pile), 0
    now = noted(replace(now, stands=after, pile=pile, vain=0), f"{words}.")
    if area.play == "limit" and now.pack:
        now = _draw(now, now.seat)
    if area.follows and not now.hands[now.seat]:
        return won(now, [now.seat], " and has no card left")
    return _special(game, now, card - len(area.values))


def _special(game: Game, now: OnHand, which: int) -> OnHand:
    """What a special card does to the next player: a turn is missed, hands are swapped, or two cards are drawn."""
    after = (now.seat + 1) % game.seats.count
    if which == MISS:
        words = f"{capital(game.seat_name(after))} misses a turn."
        return replace(now, record=(*now.record, words), passed_over=True)
    if which == SWAP:
        hands = list(now.hands)
        hands[now.seat], hands[after] = hands[after], hands[now.seat]
        words = f"{capital(game.seat_name(now.seat))} and {game.seat_name(after)} swap hands."
        return replace(now, hands=tuple(hands), record=(*now.record, words))
    if which == TWO and now.pack:
        drawn = min(2, len(now.pack))
        words = f"{capital(game.seat_name(after))} draws {plural(drawn, 'card')}."
        for _ in range(drawn):
            now = _draw(now, after)
        return replace(now, record=(*now.record, words))
    return now


def _stuck(game: Game, now: OnHand) -> OnHand:
    """Nothing goes: a card is drawn where that is the rule, else the seat passes."""
    area = game.area_as(Hand)
    if _draws(area, now):
        card = now.pack[0]
        if area.cannot == "lay" and area.compiled.goes[now.stands, card]:
            return _lay(game, replace(now, pack=now.pack[1:]), card, "draws and lays")
        return noted(replace(_draw(now, now.seat), vain=0), "draws a card.")
    now = replace(noted(now, "passes."), vain=now.vain + 1)
    holders = sum(map(bool, now.hands))
    if not area.follows and now.vain >= holders:
        if now.stands == 0:  # all that is held would be taken away from nothing
            return _most(now, now.score, "card")
        now = replace(now, stands=0, pile=0, vain=0, record=(*now.record, "The cards are put away; the count is 0."))
    return now


def _ask(game: Game, now: OnHand, card: int) -> OnHand:
    """All others are asked for the partner of a card."""
    area, seats = game.area_as(Hand), game.seats.count
    partner = int(area.compiled.partner[card])
    others = [(now.seat + more) % seats for more in range(1, seats)]
    giver = next((seat for seat in others if partner in now.hands[seat]), None)
    if giver is None:
        return _drawn_pair(game, now, f"asks for {area.values[partner]} in vain, and")
    now = _without(now, giver, partner)
    now = _held(now, now.seat, (*now.hands[now.seat], partner))
    now = noted(now, f"asks for {area.values[partner]}, and gets it from {game.seat_name(giver)}.")
    now = _paired(game, now, now.seat, card)
    for seat in (now.seat, giver):
        if now.pack:
            card = now.pack[0]
            now = _paired(game, _draw(now, seat), seat, card)
    return now


def _drawn_pair(game: Game, now: OnHand, how: str = "") -> OnHand:
    """A card is drawn; if it makes a pair that is laid down."""
    if not now.pack:
        return noted(now, f"{how} has no card to draw.".strip())
    card = now.pack[0]
    now = noted(_draw(now, now.seat), f"{how} draws a card.".strip())
    return _paired(game, now, now.seat, card)


def _paired(game: Game, now: OnHand, seat: int, card: int) -> OnHand:
    """Lay down a card with its partner, if a seat holds both."""
    partner = int(game.area_as(Hand).compiled.partner[card])
    rest = Counter(now.hands[seat])
    rest.subtract([card, partner])
    if partner < 0 or min(rest.values()) < 0:
        return now
    now = replace(_held(now, seat, tuple(rest.elements())), laid=(*now.laid, card, partner))
    return _scored(now, seat, 1)


def _next(game: Game, now: OnHand) -> OnHand:
    """Whose turn it is, or how it ends."""
    area, seats = game.area_as(Hand), game.seats.count
    if area.play == "ask" and not now.pack and now.seat == seats - 1:
        return _most(now, now.score, "pair")
    if area.follows and not now.pack and now.vain >= seats:
        return _most(now, tuple(-len(hand) for hand in now.hands), "card")
    if not area.follows and area.play != "ask" and not any(now.hands):
        return _most(now, now.score, "card")
    after = (now.seat + 1 + now.passed_over) % seats
    while area.play == "limit" and not now.hands[after]:
        after = (after + 1) % seats
    return replace(now, seat=after, turn=now.turn + 1, passed_over=False)


def _most(now: OnHand, counted: tuple[int, ...], what: str) -> OnHand:
    best = max(counted)
    return won(now, [k for k, had in enumerate(counted) if had == best], f" with {plural(abs(best), what)}")


def pick(game: Game, now: OnHand, style: Style, rng: np.random.Generator) -> int:
    """Any card that can be played, or the one by a rule of thumb."""
    cards = playable(game, now)
    if not cards:
        return NOTHING
    liking = likes(style)
    if liking == ANY:
        held = [card for card in now.hands[now.seat] if card in cards]
        return held[int(rng.integers(len(held)))]
    if liking == AHEAD:
        return max(cards, key=lambda card: (_ahead(game, now, card), card))
    return cards[-1] if liking == LARGEST else cards[0]


def _ahead(game: Game, now: OnHand, card: int) -> int:
    """How well a card is played by one who looks ahead: partners that are still out, or by the table."""
    area, rules = game.area_as(Hand), game.area_as(Hand).compiled
    if area.play == "ask":
        partner = int(rules.partner[card])
        return area.copies - now.laid.count(partner) - (partner == card)
    return int(rules.ahead[now.stands, card])


def asks(game: Game, now: OnHand) -> str | None:
    """What the seat to move has to do."""
    area = game.area_as(Hand)
    if not playable(game, now):
        return f"nothing {'to ask with' if area.play == 'ask' else 'goes'}: {'draw' if _draws(area, now) else 'pass'}."
    match area.play:
        case "ask":
            return f"ask for what makes {area.number} with one of your cards."
        case "limit":
            return f"the count is {now.stands}; lay a card, up to {area.limit}."
        case _:
            return f"{capital(area.told(now.stands))} lies open: lay a card that goes."


def tally(game: Game, now: OnHand) -> str:
    """Who has how many, and how many cards are left."""
    area = game.area_as(Hand)
    what = "Cards in the hand" if area.follows else "Pairs" if area.play == "ask" else "Cards taken"
    had = [len(hand) for hand in now.hands] if area.follows else now.score
    told = listing_words([f"{game.seat_name(seat)} has {count}" for seat, count in enumerate(had)], "and")
    return f"{what}: {told}; {len(now.pack)} in the pack."


def hints(game: Game, now: OnHand) -> tuple[str, ...]:
    """How many numbers go, then which."""
    area, cards = game.area_as(Hand), playable(game, now)
    if not cards:
        return ("None of these cards goes.",)
    listed = listing_words(list(map(area.told, cards)), "or")
    if area.play == "ask":
        wanted = listing_words([str(area.number - area.values[card]) for card in cards], "or")
        return f"What makes {area.number} with {listed}?", f"It is {wanted}."
    different = "different card" if area.special else "number"
    return f"{plural(len(cards), different)} of yours can be laid.", f"Lay {listed}."


def coach(game: Game, now: OnHand) -> str:
    """No best play is known, since hands are hidden; what each card leaves is told."""
    area, cards = game.area_as(Hand), playable(game, now)
    if not cards:
        return "There is nothing to choose: none of these cards goes."
    told = "; ".join(f"{area.told(card)} {_leaves(game, now, card)}" for card in cards)
    return f"{told}. No best play is known, since the others' cards are hidden."


def _leaves(game: Game, now: OnHand, card: int) -> str:
    """What speaks for a card, or against it."""
    area, rules = game.area_as(Hand), game.area_as(Hand).compiled
    if area.play == "ask":
        return f"has {plural(_ahead(game, now, card), 'partner')} still out"
    if area.follows:
        return f"goes with {plural(len(fitting(area, card)), 'different card')} of the pack"
    if rules.takes[now.stands, card]:
        return f"takes {plural(now.pile + 1, 'card')}"
    missing = area.limit - now.stands - area.values[card]
    return f"leaves {missing}, which {'a card' if area.least <= missing <= area.most else 'no card'} makes up"


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
