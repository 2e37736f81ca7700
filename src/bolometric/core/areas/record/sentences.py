"""How the settings of a record are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.record.spec import Record
from bolometric.core.game.aloud import Aloud, acts, cards_after, drawn, said, starts, verb
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.pieces.kinds import letters_of
from bolometric.core.text.figures import listing_words, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """The record sheet."""
    columns = Span(listing_words(game.area_as(Record).columns, "and"), "area.columns")
    return (sentences("Draw a record sheet with the columns ", columns, "."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("a record sheet",)


def first(game: Game) -> tuple[Sentences, ...]:
    """An empty sheet."""
    return (sentences("Begin with an empty sheet."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is written down."""
    return (
        sentences("Write down ", choice(game, "area.seen"), "."),
        sentences("The whole is found by ", choice(game, "area.working"), "."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """When it is complete."""
    area = game.area_as(Record)
    told: list[str | Span] = ["The record is complete ", choice(game, "area.complete")]
    if area.complete == "draws":
        told += [": ", Span(plural(area.draws, "draw"), "area.draws")]
    alike = " The same parts in another order count as one." if _has_parts(game) else ""
    return (sentences(*told, f". Nobody wins.{alike}"),)


def _has_parts(game: Game) -> bool:
    """Whether several numbers are written down, whose order does not count."""
    return sum(letters_of(piece) for piece in game.pieces) > 1 and game.area_as(Record).seen == "parts"


FOUND = {
    "counting_all": "Count all of them to find the whole.",
    "counting_on": "Start at the larger part and count on.",
    "known": "Say the whole before you write it.",
}


def aloud(game: Game) -> Aloud:
    """Draw, find the whole, write it down."""
    area = game.area_as(Record)
    parts = _has_parts(game)
    sheet = f"a record sheet with the columns {listing_words([f'“{name}”' for name in area.columns], 'and')}"
    turn = [*drawn(game)] if area.seen == "totals" else [*acts(game), *cards_after(game)]
    if parts:
        turn += [FOUND[area.working], "Write down the parts and the whole."]
    else:
        turn.append("Write a number in each column." if len(area.columns) > 1 else "Write it down.")
    last = (
        f"Stop when you have {_done(verb(game))} {'once' if area.draws == 1 else f'{area.draws} times'}."
        if area.complete == "draws"
        else "Go on until you have seen everything there is."
    )
    alike = "The same parts the other way round are nothing new." if parts else ""
    return Aloud(
        (sheet,),
        said(starts(game)) or ("Take the empty sheet.",),
        said(*turn),
        said(alike, last, "Talk about what came most often."),
    )


def _done(word: str) -> str:
    return {"roll": "rolled", "spin": "spun", "draw": "drawn", "toss": "tossed"}.get(word, "gone")


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
