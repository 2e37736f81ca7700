"""How the settings of sets of tiles are said."""

from __future__ import annotations

from bolometric.core.areas.sets.aloud import aloud
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
from bolometric.core.text.figures import number
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to make."""
    tiles = Span(f"{game.area_as(Sets).tiles} tiles", "area.tiles")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    what = " numbered from 1, which can be closed: cards to turn over, or flaps of folded card."
    return (sentences(f"{each} ", tiles, what),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("the tiles",) if game.seats.count == 1 else ("tiles for each player or one set to hand on",)


def first(game: Game) -> tuple[Sentences, ...]:
    """All open."""
    return (sentences("Open all the tiles."),)


def how_drawn(game: Game) -> str:
    """A turn is many draws."""
    return "again and again"


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is closed, and when the turn is over."""
    area = game.area_as(Sets)
    told = [
        sentences("Close any set of open tiles that adds to exactly that."),
        sentences(
            "When no set fits, or all are closed, your turn is over: ",
            choice(game, "area.score"),
            "; that is your score. Closing all scores nothing.",
        ),
    ]
    when = choice(game, "area.fewer")
    if area.fewer == "never":
        told.append(sentences("Draw with the first piece alone: ", when, "."))
        return tuple(told)
    extra: tuple[str | Span, ...] = ()
    if area.fewer == "small_left":
        extra = (" ", Span(str(area.fewer_limit), "area.fewer_limit"))
    elif area.fewer == "high_gone":
        extra = (" ", Span(str(area.fewer_from), "area.fewer_from"), " up")
    how = choice(game, "area.fewer_how")
    told.append(sentences("You ", how, " draw with the first piece alone ", when, *extra, "."))
    return tuple(told)


def last(game: Game) -> tuple[Sentences, ...]:
    """Who wins."""
    rounds = game.area_as(Sets).rounds
    words = Span(f"{number(rounds)} round{'s' if rounds > 1 else ''}", "area.rounds")
    if game.seats.count == 1:
        return (sentences("Play ", words, " and add your scores: the less, the better."),)
    wins = (
        ". The least score wins; equal ones share the win."
        if rounds == 1
        else (" and add each player's scores. The least wins; equal ones share the win.")
    )
    return (sentences("Play ", words, wins),)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
