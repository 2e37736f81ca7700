"""What is said to a child of any game: what to do with the pieces, what to make of them, who shares a win.

Short sentences in the present, each with one idea. They say what happens; a rule that is off is not mentioned.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from bolometric.core.game.document import Game
from bolometric.core.outcomes.breakdown import letter_names
from bolometric.core.pieces.expression import LETTERS
from bolometric.core.pieces.kinds import AnyPiece, Counters, Drop, Pack, Spinner, letters_of, remembers
from bolometric.core.pieces.words import things
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing_words, minus, number

AS_PRINTED = str.maketrans({"*": "×", "/": "÷", "-": "−"})
"""Signs that are typed, as they are printed."""
VERBS = {"die": "roll", "spinner": "spin", "pack": "draw", "counters": "toss", "drop": "drop"}
THIRD = {"roll": "rolls", "spin": "spins", "draw": "draws", "toss": "tosses", "drop": "drops", "go": "goes"}


@dataclass(frozen=True, slots=True)
class Aloud:
    """A game for reading aloud: things to get, then sentences in the order in which they are needed."""

    needs: tuple[str, ...]
    """Beside the pieces."""
    first: tuple[str, ...]
    """Before the first turn."""
    turn: tuple[str, ...]
    last: tuple[str, ...]


def said(*sentences: str) -> tuple[str, ...]:
    """Sentences without those that are empty."""
    return tuple(sentence for sentence in sentences if sentence)


def _of(pieces: list[AnyPiece]) -> str:
    """Pieces of one kind, as what is rolled, spun, drawn from or tossed."""
    first, count = pieces[0], len(pieces)
    match first:
        case Spinner():
            return "the spinner" if count == 1 else "both spinners" if count == 2 else f"all {number(count)} spinners"
        case Pack():
            cards = "a card" if first.drawn == 1 else f"{number(first.drawn)} cards"
            return cards if count == 1 else f"{cards} from each pack"
        case Drop():
            counters = "a counter" if count == 1 else "two counters" if count == 2 else f"{number(count)} counters"
            return f"{counters} on the chart"
        case Counters():
            coins = sum(piece.count for piece in pieces if isinstance(piece, Counters))
            return "the counter" if coins == 1 else f"the {number(coins)} counters"
        case _:
            return "the die" if count == 1 else "both dice" if count == 2 else f"all {number(count)} dice"


def _acts(pieces: tuple[AnyPiece, ...]) -> list[tuple[str, str]]:
    kinds = dict.fromkeys(piece.kind for piece in pieces)
    return [(VERBS[kind], _of([piece for piece in pieces if piece.kind == kind])) for kind in kinds]


def capital(words: str) -> str:
    """With a capital letter."""
    return words[:1].upper() + words[1:]


def act(game: Game) -> str:
    """What is done with all the pieces: 'roll both dice', 'spin the spinner and roll the die'."""
    return listing_words([f"{verb} {what}" for verb, what in _acts(game.pieces)], "and")


def times_each(copies: int) -> str:
    """How often each of several is there: 'three times each'."""
    return "once each" if copies == 1 else f"{number(copies)} times each"


def shared_aloud(game: Game, how: str = "many") -> str:
    """Who wins where several have as many, or as few."""
    return f"If two have as {how}, you both win." if game.seats.count == 2 else f"If some have as {how}, they all win."


def verb(game: Game) -> str:
    """One word for it: 'roll', or 'go' where the pieces are of several kinds."""
    verbs = {word for one in game.by_side for word, _ in _acts(one.pieces)}
    return verbs.pop() if len(verbs) == 1 else "go"


def rolls(game: Game) -> str:
    """The same of somebody else: 'rolls'."""
    return THIRD[verb(game)]


def one_piece(game: Game) -> str:
    """What is done with the first piece alone: 'roll just one die'."""
    alike = all(piece == game.pieces[0] for piece in game.pieces)
    (word, what) = _acts(game.pieces[:1])[0]
    return f"{word} just {what.replace('the ', 'one ', 1) if alike else what}"


def makes(game: Game) -> str:
    """What is made of the numbers shown; nothing where a single number is taken as it is."""
    told = (_worth(game.pieces), _made(game))
    return " ".join(sentence for sentence in told if sentence)


def _worth(pieces: tuple[AnyPiece, ...]) -> str:
    """What tossed counters count."""
    found = []
    for piece in pieces:
        if isinstance(piece, Counters):
            front, back = minus(tidy(piece.front)), minus(tidy(piece.back))
            up = f"Count those with “{piece.front_word}” up."
            each = f"“{piece.front_word}” up counts {front}, “{piece.back_word}” up {back}. Add them."
            found.append(up if piece.front == 1 and piece.back == 0 else each)
    return " ".join(dict.fromkeys(found))


def _made(game: Game) -> str:
    pieces, make = game.pieces, game.draw.make
    shown = sum(letters_of(piece) for piece in pieces)
    two = shown == 2
    match make:
        case "add":
            return "" if shown == 1 else "Add the two numbers." if two else "Add all the numbers."
        case "times":
            by = minus(tidy(game.draw.factor))
            return f"Multiply it by {by}." if shown == 1 else f"Add the numbers, then multiply by {by}."
        case "multiply":
            return "Multiply the two numbers." if two else "Multiply all the numbers."
        case "largest":
            return f"Take the {'larger' if two else 'largest'} number."
        case "smallest":
            return f"Take the {'smaller' if two else 'smallest'} number."
        case "formula":
            names = [f"{LETTERS[i]} is {name}" for i, name in enumerate(letter_names(pieces))]
            return f"Work out {game.draw.formula.translate(AS_PRINTED)}: {listing_words(names, 'and')}."
    return MAKES[make]


MAKES = {
    "subtract": "Take the second number from the first.",
    "difference": "Take the smaller number from the larger one.",
    "square": "Multiply the number by itself.",
    "place": "Multiply the number by its place.",
    "digits": "Read the digits in order, as one number.",
    "largest_number": "Make the largest number you can with the digits.",
    "smallest_number": "Make the smallest number you can with the digits.",
    "count": "Count the ones that are special.",
}


def drawn(game: Game) -> tuple[str, ...]:
    """A draw, and what is made of it; seat by seat what is not the same for all."""
    return (*acts(game), *each_makes(game), *cards_after(game))


def acts(game: Game) -> tuple[str, ...]:
    """What is done with the pieces, as a sentence; seat by seat where that is not the same for all."""
    if game.thrown_by_next:
        return each_alike(game, lambda one: f"{_other(game)} {_third(one)} for you.")
    return own_acts(game)


def done_for(game: Game, what: str) -> str:
    """'Roll three digits', or who does it for whoever's turn it is."""
    return f"{_other(game)} {rolls(game)} {what} for you" if game.thrown_by_next else f"{capital(verb(game))} {what}"


def _other(game: Game) -> str:
    return "The other player" if game.seats.count == 2 else "The next player"


def own_acts(game: Game) -> tuple[str, ...]:
    """The same, of those who use the pieces for themselves."""
    return each_alike(game, lambda one: f"{capital(act(one))}.")


def _third(game: Game) -> str:
    """The same of somebody else: 'rolls both dice'."""
    return listing_words([f"{THIRD[verb]} {what}" for verb, what in _acts(game.pieces)], "and")


def each_makes(game: Game) -> tuple[str, ...]:
    """What is made of the numbers shown: once where all do alike, else seat by seat."""
    return each_alike(game, makes, "take the number as it is.")


def each_alike(game: Game, told: Callable[[Game], str], nothing: str = "") -> tuple[str, ...]:
    """What is told of each seat's draw: once where that is the same, else seat by seat.

    ``nothing`` is what is told of a seat of which there is nothing to tell, where others have something.
    """
    found: dict[str, list[int]] = {}
    for seat, one in enumerate(game.by_seat):
        found.setdefault(told(one), []).append(seat)
    if len(found) == 1:
        return said(*found)
    heard = {one or nothing: seats for one, seats in found.items() if one or nothing}
    return tuple(f"{capital(seats_words(seats))}: {one[:1].lower()}{one[1:]}" for one, seats in heard.items())


def own_things(game: Game) -> tuple[str, ...]:
    """The pieces of each seat, where they are not the same for all: 'a die, 1 to 6, for player 1'; else nothing."""
    if len({one.pieces for one in game.by_side}) == 1:
        return ()
    return tuple(
        f"{thing} for {seats_words([k for k in range(game.seats.count) if game.of_seat(k).pieces == one.pieces])}"
        for one in {one.pieces: one for one in game.by_side}.values()
        for thing in things(one.pieces)
    )


def seats_words(seats: Sequence[int]) -> str:
    """Seats, from 0, in words: 'player 1', 'players 2 and 3'."""
    return f"player{'s' if len(seats) > 1 else ''} {listing_words([str(seat + 1) for seat in seats], 'and')}"


def cards_after(game: Game, anybody: bool = False) -> tuple[str, ...]:
    """What becomes of the cards that were drawn; ``anybody`` if some player has cards that are not put back."""
    if anybody or remembers(game.pieces):
        return ("Keep the cards out until too few are left. Then shuffle them all.",)
    drawn_cards = [piece.drawn for one in game.by_side for piece in one.pieces if isinstance(piece, Pack)]
    if not drawn_cards or not game.area.uses_pieces:
        return ()
    return ("Put the card back and mix." if sum(drawn_cards) == 1 else "Put the cards back and mix.",)


def called(game: Game) -> tuple[str, ...]:
    """A draw that one player makes for all."""
    return said(f"The caller {rolls(game)} for everybody.", makes(game), *cards_after(game))


def starts(game: Game) -> str:
    """Who goes first, where players take turns."""
    if game.seats.count == 1:
        return ""
    return (
        f"{capital(game.seats.starts or 'anyone')} {'starts' if game.seats.starts else 'may start'}. Then take turns."
    )


def share(game: Game, alike: str, what: str = "win") -> str:
    """What equal players get, as in "if two are the same, you both win"."""
    return (
        f"If two are {alike}, you both {what}." if game.seats.count == 2 else f"If some are {alike}, they all {what}."
    )


def rounds(count: int) -> str:
    """How often it is played."""
    return "Play one round." if count == 1 else f"Play {number(count)} rounds."
