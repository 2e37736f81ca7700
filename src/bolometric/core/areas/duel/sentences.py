"""How the settings of a duel are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.aloud import Aloud, act, cards_after, makes, rounds, said, share, starts, verb
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.pieces.words import pieces_words, things
from bolometric.core.text.figures import listing_words, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """Nothing to draw; who has which pieces."""
    area = game.area_as(Duel)
    if not area.sides:
        own = Span("the same", "area.sides")
        return (sentences("No board. All players have ", own, " pieces."),)
    told = "; ".join(
        f"player {seat + 1}: {pieces_words(area.pieces_of(seat, game.pieces))}" for seat in range(1, game.seats.count)
    )
    return (sentences("No board. The others have pieces of their own, ", Span(told, "area.sides"), "."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper to count on",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Nothing to set up; who draws from which pack."""
    who = "Players " if game.area_as(Duel).keeps_out(game.pieces) else "If cards are kept out, players "
    return (
        sentences("Take your pieces. Players ", choice(game, "area.going"), ". ", who, choice(game, "area.cards"), "."),
    )


def how_drawn(game: Game) -> str:
    """All draw, one after another or at the same time."""
    return "all at once" if game.area.together else "each in turn"


def turn(game: Game) -> tuple[Sentences, ...]:
    """Who takes the round."""
    return (
        sentences("When all have drawn, ", choice(game, "area.takes"), " takes a point."),
        sentences("If several are equal, ", choice(game, "area.ties"), "."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """How it ends."""
    area = game.area_as(Duel)
    count = (
        Span(plural(area.rounds, "round"), "area.rounds")
        if area.length == "rounds"
        else Span(f"{number(area.points)} point{'s' if area.points > 1 else ''}", "area.points")
    )
    word = choice(game, "area.length")
    lasts = sentences(Span(word.text.capitalize(), word.path), " ", count, ".")
    return lasts, sentences("The most points win; equal ones share the win.")


def _makes(game: Game) -> tuple[str, ...]:
    """What each makes of their own pieces: once, where that is the same for all."""
    area, seats = game.area_as(Duel), range(game.seats.count)
    told = [makes(game.model_copy(update={"pieces": area.pieces_of(seat, game.pieces)})) for seat in seats]
    if len(set(told)) == 1:
        return (told[0],)
    alone = "take the number as it is."
    return tuple(
        f"Player {seat}: {one[:1].lower()}{one[1:]}" if one else f"Player {seat}: {alone}"
        for seat, one in enumerate(told, 1)
    )


def aloud(game: Game) -> Aloud:
    """Everybody draws, and the best takes the point."""
    area = game.area_as(Duel)
    when = "at the same time" if area.together else "one after the other"
    if area.sides:
        draw = (f"Everybody uses their own pieces once, {when}.", *_makes(game))
        own = [
            f"Player {seat + 1} takes {listing_words(things(area.pieces_of(seat, game.pieces)), 'and')}."
            for seat in range(game.seats.count)
        ]
    else:
        draw, own = (f"Everybody must {act(game)}, {when}.", makes(game)), ["Everybody takes their pieces."]
    ties = {
        "shared": share(game, "the same", "get a point"),
        "again": f"If the best are the same, everybody must {verb(game)} again.",
        "carried": "If the best are the same, nobody gets the point yet. The next round is worth one more.",
    }[area.ties]
    keeps = area.keeps_out(game.pieces)
    if keeps and area.cards == "own":
        own.append("Everybody has a pack of their own.")
    elif keeps and not area.sides:
        own = ["There is one pack for everybody."]
    if not area.together:
        own.append(starts(game))
    turn = (
        *draw,
        *cards_after(game, keeps),
        f"The {'largest' if area.takes == 'higher' else 'smallest'} number gets a point.",
        ties,
    )
    if area.length == "rounds":
        lasts = rounds(area.rounds)
    else:
        lasts = f"Play until somebody has {number(area.points)} point{'s' if area.points > 1 else ''}."
    last = (lasts, "The player with the most points wins.", share(game, "the same"))
    pieces = ("each player's own pieces",) if area.sides else ()
    return Aloud(("paper to count your points",), said(*own), said(*turn), last, pieces)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
