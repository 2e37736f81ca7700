"""How the settings of a duel are said."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import number, plural
from bolometric.core.text.spans import Section, Sentences, Span, sentences


def _choice(game: Game, path: str) -> Span:
    at = knob_at(game, path)
    return Span(at.knob.words(at.value), path)


def board(game: Game) -> Section:
    """Nothing to draw; who has which pieces."""
    area = game.area_as(Duel)
    if not area.sides:
        own = Span("the same", "area.sides")
        return Section("Board", (sentences("No board. All players have ", own, " pieces."),))
    told = "; ".join(
        f"seat {seat + 1}: {pieces_words(area.pieces_of(seat, game.pieces))}" for seat in range(1, game.seats.count)
    )
    return Section(
        "Board", (sentences("No board. The others have pieces of their own, ", Span(told, "area.sides"), "."),)
    )


def needs(game: Game) -> str:
    """What is needed beside the pieces."""
    return " for each player, and paper to count on"


def first(game: Game) -> tuple[Sentences, ...]:
    """Nothing to set up."""
    return (sentences("Take your pieces."),)


def begins(game: Game) -> str:
    """All draw, one after another."""
    return "each in turn: "


def turn(game: Game) -> tuple[Sentences, ...]:
    """Who takes the round."""
    return (
        sentences("When all have drawn, ", _choice(game, "area.takes"), " takes a point."),
        sentences("If several are equal, ", _choice(game, "area.ties"), "."),
    )


def last(game: Game) -> Section:
    """How it ends."""
    area = game.area_as(Duel)
    count = Span(plural(area.rounds, "round"), "area.rounds") if area.length == "rounds" else Span(
        f"{number(area.points)} point{'s' if area.points > 1 else ''}", "area.points"
    )  # fmt: skip
    lasts = sentences("Play ", _choice(game, "area.length"), ": ", count, ".")
    return Section("Last", (lasts, sentences("The most points win; equal ones share the win.")))
