"""How the settings of a trail are said."""

from __future__ import annotations

from bolometric.core.game import Game
from bolometric.core.knobs import knob_at
from bolometric.core.wording import Section, Sentences, Span, listing, sentences

LENGTH, END, FINISH = "area.length", "area.end", "area.finish"
BACK, LOSE = "area.back_to_start", "area.lose_turn"


def _choice(game: Game, path: str) -> Span:
    """The words of what is chosen at a path."""
    at = knob_at(game, path)
    return Span(at.knob.words(at.value), path)


def board(game: Game) -> Section:
    """What to draw."""
    return Section("Board", (sentences("Draw a trail of ", Span(f"{game.area.length} squares", LENGTH), "."),))


def _named(totals: tuple[int, ...]) -> str:
    return listing(totals, "or") if totals else "No total"


def turn(game: Game) -> tuple[Sentences, ...]:
    """What happens once the total is known."""
    trail = game.area
    move = "Move that many squares."
    if game.distribution.totals[0] < 0:
        move += " Below zero, move back, but never past the start."
    told = [sentences(move)]
    back, lose = Span(_named(trail.back_to_start), BACK), Span(_named(trail.lose_turn), LOSE)
    if trail.back_to_start:
        told.append(sentences("A total of ", back, " sends you back to the start and ends your turn."))
    else:
        told.append(sentences(back, " sends you back to the start."))
    if trail.lose_turn:
        told.append(sentences("On a total of ", lose, " your turn is lost: stay where you are."))
    else:
        told.append(sentences(lose, " loses you the turn."))
    return tuple(told)


def last(game: Game) -> Section:
    """How it ends."""
    trail = game.area
    after = {
        "pass": " the last square.",
        "exact": " the last square: a total that is too much is wasted.",
        "bounce": ": what is too much is counted back from the last square.",
    }
    lines = [sentences("To get home you must ", _choice(game, END), after[trail.end])]
    if game.seats.count > 1:
        shared = " If several get home in the same round, they share the win." if trail.finish == "finish_round" else ""
        lines.append(sentences("The first one home ", _choice(game, FINISH), f".{shared}"))
    return Section("Last", tuple(lines))
