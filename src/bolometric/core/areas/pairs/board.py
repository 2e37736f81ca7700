"""The cards as they lie, and how many partners each has."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from bolometric.core.areas.pairs.by_hand import OnPairs
from bolometric.core.areas.pairs.checks import FEWEST_PAIRS
from bolometric.core.areas.pairs.matching import JOKER
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.aloud import capital
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.aims import Aim, aims_in, fact_from
from bolometric.core.pieces.faces import MOST_DOTS
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Printed
from bolometric.core.text.figures import listing_words, percent, plural
from bolometric.core.text.figures import number as in_words

NARROWEST, WIDEST = 3, 12
"""Cards beside each other."""
FINEST = 20
"""The largest denominator of fractions that are made for an aim."""
AS_WIDE, GAP = 1.3, 3
"""How much wider than high the cards lie, as a part; and how much a place that stays empty counts against that."""


def _across(count: int) -> int:
    """Cards in a row: few places stay empty, and it is a little wider than high."""

    def cost(across: int) -> float:
        return float(GAP * (-count % across) + abs(across - AS_WIDE * count**0.5))

    return min(range(NARROWEST, WIDEST + 1), key=cost)


def _cells(texts: tuple[str, ...], tinted: bool, gone: frozenset[int] = frozenset()) -> Cells:
    across = _across(len(texts))
    rows = ceil(len(texts) / across)
    filled = texts + ("",) * (rows * across - len(texts))
    unused = frozenset({place + 1 for place in gone} | set(range(len(texts) + 1, len(filled) + 1)))
    return Cells("", "", ("",) * across, ("",) * rows, filled, unused=unused, tinted=tinted)


def places(game: Game) -> Cells:
    """Every card, face up, in rising order."""
    area = game.area_as(Pairs)
    return _cells(tuple(map(area.label, area.cards)), tinted=True)


def places_at(game: Game, now: OnPairs) -> Cells:
    """Face down, but for those that lie face up; nothing where a card was taken."""
    area = game.area_as(Pairs)

    def shown(place: int) -> str:
        return "" if place in now.gone else area.label(now.cards[place]) if place in now.up else "?"

    return _cells(tuple(shown(place) for place in range(len(now.cards))), tinted=False, gone=now.gone)


def heat(game: Game) -> Heat:
    """The chance that what is turned blindly with each card matches it."""
    area = game.area_as(Pairs)
    chances = tuple(map(area.chance, range(len(area.cards))))
    padded = chances + (0.0,) * (len(places(game).texts) - len(chances))
    blindly = "a card" if area.size == 2 else "two cards"
    return Heat(
        padded, f"Matched by {blindly} turned blindly, of 100", question="Which {} do you think is easiest to match?"
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """What matches a card; without one, how large the pack is and what blind luck comes to."""
    area = game.area_as(Pairs)
    cards = area.cards
    if number is None:
        chance = sum(heat.values) / len(cards)
        return (
            f"{plural(len(area.pairs), area.noun_kept)}, {len(cards)} cards; {in_words(area.size)} turned blindly at "
            f"the start match in {percent(chance)} of cases (exact)."
        )
    if number > len(cards):
        return "Nothing lies here."
    place = number - 1
    told = capital(area.told(cards[place]))
    wanted = area.completing([cards[place]])
    if cards[place] == JOKER:
        return f"{told}: matches every card but a blank one (exact)."
    if not wanted:
        return f"{told}: matches nothing (exact)."
    ways = plural(area.partners(place), "card" if area.size == 2 else "way")
    return f"{told}: matches {listing_words(wanted, 'or')}, {ways} of the pack (exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """The pack alone: it is laid out on the table."""
    return Printed(None, counters=0)


def suited(data: Plain) -> Iterator[Plain]:
    """Pairs that are what the aim asks for, as far as two cards can be that; else as they are."""
    found = [more for aim in aims_in(data["brief"]) if (more := _for(aim)) is not None]
    yield from ({**data, "area": {**data["area"], **more}} for more in found or [{}])


def _for(aim: Aim) -> dict[str, object] | None:
    match aim.kind:
        case "adding":
            return {"match": "forms", "front": "adding", "number": aim.upto, "many": min(aim.upto - 1, 12)}
        case "bonds":
            return {"match": "total", "number": aim.upto, "least": 0}
        case "tables" if aim.tables:
            return {"match": "forms", "front": "times", "number": aim.tables[-1], "many": 12}
        case "taking_away":
            return {"match": "forms", "front": "taking_away", "number": aim.upto, "many": min(aim.upto - 1, 12)}
        case "seeing":
            seen = "dots" if aim.upto <= MOST_DOTS else "frames"
            return {"match": "forms", "front": seen, "number": aim.upto, "many": min(aim.upto, 12)}
        case "doubles":
            return {"match": "double", "least": 1, "most": aim.upto // 2}
        case "list":
            facts = [fact_from(text) for text in aim.facts]
            if all(one.does == known.DIVIDE and one.one < one.other <= FINEST for one in facts):
                finest = int(max(one.other for one in facts))
                return {"match": "forms", "front": "decimals", "number": finest, "many": max(FEWEST_PAIRS, len(facts))}
        case "counting_on":
            return {"match": "differ", "number": aim.by, "least": 1, "most": aim.upto - aim.by}
    return None


BOARD = Board(suited=suited, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
