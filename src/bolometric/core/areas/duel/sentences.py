"""How the settings of a duel are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.aloud import Aloud, act, cards_after, each_makes, rounds, said, share, starts, verb
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.pieces.words import things
from bolometric.core.text.figures import listing_words, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """Nothing to draw."""
    return (sentences("No board."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper to count on",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Nothing to set up; who draws from which pack."""
    who = "Players " if game.keeps_out else "If cards are kept out, players "
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


def aloud(game: Game) -> Aloud:
    """Everybody draws, and the best takes the point."""
    area = game.area_as(Duel)
    when = "at the same time" if area.together else "one after the other"
    if len({one.pieces for one in game.by_side}) > 1:
        draw = (f"Everybody uses their own pieces once, {when}.", *each_makes(game))
        own = [
            f"Player {seat} takes {listing_words(things(one.pieces), 'and')}."
            for seat, one in enumerate(game.by_seat, 1)
        ]
    else:
        draw, own = (f"Everybody must {act(game)}, {when}.", *each_makes(game)), ["Everybody takes their pieces."]
    ties = {
        "shared": share(game, "the same", "get a point"),
        "again": f"If the best are the same, everybody must {verb(game)} again.",
        "carried": "If the best are the same, nobody gets the point yet. The next round is worth one more.",
    }[area.ties]
    keeps = game.keeps_out
    if keeps and area.cards == "own":
        own.append("Everybody has a pack of their own.")
    elif keeps and not game.others:
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
    return Aloud(("paper to count your points",), said(*own), said(*turn), last)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
