"""The hand of whoever is to move, and what is told of each number of the pack."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from bolometric.core.areas.hand.by_hand import OnHand, width
from bolometric.core.areas.hand.deals import fitting, nothing_goes, partner_dealt, partners
from bolometric.core.areas.hand.rules import fewest_and_most
from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.aloud import capital
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import Aim, aims_in
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Printed
from bolometric.core.text.figures import listing_words, percent, plural

ACROSS, LARGEST = 10, 20
"""Cards beside each other; the largest number of a pack that is made for an aim."""


def _cells(texts: tuple[str, ...], across: int, tinted: bool, here: int | None = None) -> Cells:
    rows = -(-len(texts) // across)
    filled = texts + ("",) * (rows * across - len(texts))
    unused = frozenset(place for place, text in enumerate(filled, 1) if not text)
    return Cells("", "", ("",) * across, ("",) * rows, filled, unused=unused, here=here, tinted=tinted)


def places(game: Game) -> Cells:
    """Every different card of the pack once."""
    area = game.area_as(Hand)
    texts = tuple(map(area.label, area.kinds))
    rows = -(-len(texts) // ACROSS)
    return _cells(texts, -(-len(texts) // rows), tinted=True)


def places_at(game: Game, now: OnHand) -> Cells:
    """What lies on the table, and below it the hand of the seat to move; the others' are hidden."""
    area, across = game.area_as(Hand), width(now)
    hand = tuple(map(area.label, now.hands[now.seat]))
    if area.play == "ask":
        return _cells(hand or ("",), across, tinted=False)
    counted = area.play == "limit"
    lies = str(now.stands) if counted else area.label(now.stands)
    cells = _cells((lies, *("",) * (across - 1), *hand), across, tinted=False, here=1)
    return replace(cells, rows=("count" if counted else "open", "hand", *("",) * (len(cells.rows) - 2)))


def heat(game: Game) -> Heat:
    """How easily each number is played."""
    area, board = game.area_as(Hand), places(game)
    if area.play == "limit":
        fewest_and_most(area.plain, area.copies, area.limit)  # told of the whole board, which works nothing out
        shares = tuple(float(share) for share in area.compiled.goes.mean(axis=0))
        words, question = "Can be laid at so many of 100 counts", "Which {} do you think can be laid most often?"
    else:
        shares = tuple(partners(area, card) / (area.size - 1) for card in area.kinds)
        words = "Partners of it" if area.play == "ask" else "Cards that go on it"
        words, question = f"{words}, of 100 others", "Which {} do you think is easiest to play?"
    padded = shares + (0.0,) * (len(board.texts) - len(shares))
    return Heat(padded, words, unused=board.unused, question=question)


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """What goes with a card; without one, what the deal comes to."""
    area = game.area_as(Hand)
    if number is None:
        return _of_the_pack(game)
    if number > len(area.kinds):
        return "Nothing lies here."
    card = area.kinds[number - 1]
    told = capital(area.told(card))
    if area.play == "limit":
        value = area.values[card]
        when = f"{-value} or more" if value < 0 else f"{area.limit - value} or less"
        return f"{area.label(card)}: can be laid while the count is {when} (exact)."
    goes = fitting(area, card)
    if not goes:
        return f"{told}: no other card goes with it (exact)."
    if card >= len(area.values):
        return f"{told}: goes with every card (exact)."
    verb = "makes a pair with" if area.play == "ask" else "goes with"
    count = plural(partners(area, card), "card")
    return f"{told}: {verb} {listing_words(list(map(area.told, goes)), 'and')}, {count} of the pack (exact)."


def _of_the_pack(game: Game) -> str:
    area = game.area_as(Hand)
    cards = plural(area.size, "card")
    if area.play == "ask":
        others, often = "the other player" if game.seats.count == 2 else "others", percent(partner_dealt(game))
        return f"{cards}; a partner of the first card you are dealt is dealt to {others} in {often} of games (exact)."
    if area.play == "limit":
        found = fewest_and_most(area.plain, area.copies, area.limit)
        assert found is not None
        fewest, most = found
        told = f"{fewest} or more" if area.taken_away else f"{fewest}" if fewest == most else f"{fewest} to {most}"
        return f"{cards}; it takes {told} of them to make {area.limit} from 0 (exact)."
    return f"{cards}; whoever begins can lay nothing in {percent(nothing_goes(game))} of games (exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """The pack alone: it is dealt."""
    return Printed(None, counters=0)


def suited(data: Plain) -> Iterator[Plain]:
    """What is played, and how far the numbers go, as the aim asks; as it is where cards do nothing for it."""
    found = [more for aim in aims_in(data["brief"]) if (more := _for(aim)) is not None]
    yield from ({**data, "area": {**data["area"], **more}} for more in found or [{}])


def _for(aim: Aim) -> dict[str, object] | None:
    most = min(aim.upto, LARGEST)
    match aim.kind:
        case "bonds":
            return {"play": "ask", "number": aim.upto, "least": 1, "most": min(aim.upto - 1, 30), "copies": 6}
        case "adding":
            return {"play": "limit", "limit": aim.upto, "least": 1, "most": max(most // 2, 2)}
        case "counting_on":
            return {"play": "differ", "apart": aim.by, "least": 1, "most": most}
        case "taking_away":
            return {"play": "near", "apart": 3, "least": 1, "most": most, "copies": 3, "hold": 7}
        case "tables":
            return {"play": "multiple", "least": 1, "most": 12}
    return None


BOARD = Board(suited=suited, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
