"""How the settings of a record are said."""

from __future__ import annotations

from bolometric.core.areas.record.aloud import aloud
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
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
    return (sentences(*told, ". Nobody wins."),)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
