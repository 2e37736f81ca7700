"""What squares do, as the maker's sheet and the players' rules say it."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.square import Does, Square, works
from bolometric.core.game.aloud import verb
from bolometric.core.game.document import Game
from bolometric.core.text.figures import listing, listing_words, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences

SQUARES = "area.squares"
MOST_NAMED = 4
"""Squares that are named by their numbers; where more do the same, by what is written on them."""
MARKS: dict[Does, str] = {
    "miss": "rest",
    "again": "again",
    "start": "start",
    "swap": "swap",
    "card": "card",
    "blank": "",
}
"""What is written on a square that does something, where it does not say where it leads."""


def mark_of(trail: Trail, square: Square) -> str:
    """The word on a square: short, as it is written on the board."""
    return f"to {trail.called(square.to)}" if square.to is not None else MARKS[square.does]


def grouped(trail: Trail) -> dict[tuple[Does, str, int], list[Square]]:
    """Squares on the track by what they do; for cards by pack and number."""
    found: dict[tuple[Does, str, int], list[Square]] = {}
    for square in trail.squares:
        if works(square, trail.length):
            found.setdefault((square.does, square.pack, square.cards), []).append(square)
    return found


def _named(trail: Trail, squares: list[Square], mark: str) -> str:
    """Squares as they are spoken of after 'on': by numbers, or by their mark."""
    numbers = [trail.called(square.at) for square in squares]
    if len(numbers) > MOST_NAMED and mark:
        return f"a square marked “{mark}”"
    return f"square {listing_words(numbers, 'or')}"


def sheet(game: Game) -> tuple[Sentences, ...]:
    """What squares do, as words to click; where none does anything, an offer."""
    trail = game.area_as(Trail)
    if trail.carries == "no":
        return ()
    if not trail.squares:
        offer: list[str | Span] = ["You could let ", Span("squares do something", SQUARES)]
        offer += [] if trail.packs else [", or ask ", Span("packs of question cards", "area.packs")]
        return (sentences(*offer, "."),)
    told = [_told(trail, does, squares) for (does, _, _), squares in grouped(trail).items()]
    lost = [square.at for square in trail.squares if not works(square, trail.length)]
    if lost:
        told.append(f"{listing(lost, 'and')} not on the track")
    return (sentences("Squares that do something: ", Span("; ".join(told), SQUARES), "."),)


def _told(trail: Trail, does: Does, squares: list[Square]) -> str:
    if does == "jump":
        return ", ".join(f"{trail.called(square.at)} to {trail.called(square.to or 0)}" for square in squares)
    numbers = listing_words([trail.called(square.at) for square in squares], "and")
    cards, pack = squares[0].cards, squares[0].pack
    asks = f"{plural(cards, 'card') if cards > 1 else 'a card'} of {pack or 'any pack'}"
    one = len(squares) == 1
    words = {
        "miss": ("misses a turn", "miss a turn"),
        "again": ("goes again", "go again"),
        "start": ("leads to the start", "lead to the start"),
        "swap": ("swaps with the one ahead",) * 2,
        "card": (f"asks {asks}", f"ask {asks}"),
        "blank": ("is coloured", "are coloured"),
    }[does]
    return f"{numbers} {words[0 if one else 1]}"


def aloud(game: Game) -> list[str]:
    """What squares do, for the players: a sentence for each kind."""
    trail, told = game.area_as(Trail), []
    groups, named = grouped(trail), _by_name(trail)
    if named:
        (cards,) = {groups[one][0].cards for one in named}
        what = f"{number(cards)} cards" if cards > 1 else "a card"
        told.append(f"On a square with the name of a pack, take {what} from that pack.")
    for (does, pack, cards), squares in groups.items():
        if (does, pack, cards) in named:
            continue
        if does == "jump":
            told += _jumps(trail, squares)
        elif does != "blank":
            where = _named(trail, squares, pack if does == "card" else MARKS[does])
            told.append(f"On {where}, {_order(game, does, pack, cards)}.")
    return told


def _by_name(trail: Trail) -> list[tuple[Does, str, int]]:
    """Groups of squares that bear the name of a pack and all ask as many cards of it: none if there are not several."""
    found = [
        one for one, squares in grouped(trail).items() if one[0] == "card" and one[1] and len(squares) > MOST_NAMED
    ]
    return found if len(found) > 1 and len({cards for _, _, cards in found}) == 1 else []


def _jumps(trail: Trail, squares: list[Square]) -> list[str]:
    if len(squares) > MOST_NAMED:
        return ["Some squares name another square. Go there at once."]
    return [f"On square {trail.called(square.at)}, go to square {trail.called(square.to or 0)}." for square in squares]


def _order(game: Game, does: Does, pack: str, cards: int) -> str:
    if does == "card":
        what = f"{number(cards)} cards" if cards > 1 else "a card"
        return f"take {what} from {f'the pack {pack}' if pack else 'any pack'}"
    orders: dict[Does, str] = {
        "miss": "miss your next turn",
        "again": f"{verb(game)} again",
        "start": "go back to the start",
        "swap": "change places with the next counter ahead",
    }
    return orders[does]
