"""Duels for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, act, kept_out, makes, rounds, said, share, verb
from bolometric.core.pieces.words import things
from bolometric.core.text.figures import listing_words, number


def aloud(game: Game) -> Aloud:
    """Everybody draws, and the best takes the point."""
    area = game.area_as(Duel)
    if area.sides:
        draw = ("Everybody uses their own pieces once.", makes(game))
        own = [
            f"Player {seat + 1} takes {listing_words(things(area.pieces_of(seat, game.pieces)), 'and')}."
            for seat in range(game.seats.count)
        ]
    else:
        draw, own = (f"Everybody must {act(game)}.", makes(game)), ["Everybody takes their pieces."]
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
    turn = (
        *draw,
        *kept_out(game, keeps),
        f"The {'largest' if area.takes == 'higher' else 'smallest'} number gets a point.",
        ties,
    )
    if area.length == "rounds":
        lasts = rounds(area.rounds)
    else:
        lasts = f"Play until somebody has {number(area.points)} point{'s' if area.points > 1 else ''}."
    last = (lasts, "The player with the most points wins.", share(game, "the same"))
    pieces = ("each player's own pieces",) if area.sides else ()
    return Aloud(("paper to count your points",), tuple(own), said(*turn), last, pieces)
