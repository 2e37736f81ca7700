"""How the settings of sets of tiles are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.aloud import Aloud, capital, drawn, each_alike, one_piece, rounds, said, share, starts, verb
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.text.figures import number
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to make."""
    tiles = Span(f"{game.area_as(Sets).tiles} tiles", "area.tiles")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    made = {
        "tile": "cards to turn over, or flaps of folded card",
        "cover": "a strip with their numbers, and a counter for each",
        "cross": "a row of their numbers for each round",
    }[game.area_as(Sets).mark]
    how = sentences("A tile is closed ", choice(game, "area.mark"), ".")
    return (sentences(f"{each} ", tiles, f" numbered from 1, which can be closed: {made}."), how)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    if game.area_as(Sets).mark != "tile":
        each = "" if game.seats.count == 1 else " for each player"
        with_what = f"{game.area_as(Sets).tiles} counters" if game.area_as(Sets).mark == "cover" else "a pencil"
        return f"a row of numbers{each}", f"{with_what}{each}"
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


SCORES = {
    "sum": "Add the numbers that are still open. That is your score.",
    "count": "Count the tiles that are still open. That is your score.",
    "digits": "Read the open tiles in order, as one number. That is your score.",
}


CLOSES = {
    "cover": "Open all the tiles. A counter on a tile closes it.",
    "cross": "Open all the tiles. Crossing a tile off closes it.",
}


def aloud(game: Game) -> Aloud:
    """Close what adds to the number."""
    area = game.area_as(Sets)
    each = "" if game.seats.count == 1 else ", for each player or to hand on"
    turn = [
        *drawn(game),
        "Close open tiles that add up to that number. One tile may do.",
        f"{capital(verb(game))} again and close more.",
        *_fewer(game),
        "When nothing fits, or all are closed, your turn is over.",
        SCORES[area.score],
        "If you close them all, you score 0.",
    ]
    needs: tuple[str, ...] = (f"tiles with the numbers 1 to {area.tiles}{each}",)
    begin = "Open all the tiles."
    if area.mark != "tile":
        each = "" if game.seats.count == 1 else " for each player"
        row = f"a row of tiles with the numbers 1 to {area.tiles}{each}"
        needs = row, f"{area.tiles} counters{each}" if area.mark == "cover" else f"a pencil{each}"
        begin = CLOSES[area.mark]
    return Aloud(
        needs,
        said(begin, starts(game)),
        said(*turn),
        said(*_last(game)),
    )


def _fewer(game: Game) -> tuple[str, ...]:
    """When one piece is enough."""
    area = game.area_as(Sets)
    when = {
        "never": "",
        "last_tile": "only one tile is open",
        "small_left": f"the open tiles add up to {area.fewer_limit} or less",
        "high_gone": f"all tiles from {area.fewer_from} up are closed",
    }[area.fewer]
    if area.fewer == "small_left" and area.fewer_limit == 1:
        when = "only the 1 is open"
    may = "you may " if area.fewer_how == "choice" else ""

    def told(one: Game) -> str:
        fewer = when and len(one.pieces) > 1  # one piece is drawn in any case
        return f"When {when}, {may}{one_piece(one)}." if fewer else ""

    return each_alike(game, told)


def _last(game: Game) -> tuple[str, ...]:
    count = game.area_as(Sets).rounds
    added = "Add up your scores." if count > 1 else ""
    if game.seats.count == 1:
        return rounds(count), added, "The lower your score, the better."
    return rounds(count), added, "The lowest score wins.", share(game, "the same")


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
