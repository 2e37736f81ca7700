"""How the settings of a trail are said."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import ENDS, FINISHES, Trail
from bolometric.core.draw import Distribution
from bolometric.core.wording import Section, Sentences, Span, listing, sentences

LENGTH, END, FINISH = "area.length", "area.end", "area.finish"
BACK, LOSE = "area.back_to_start", "area.lose_turn"


def _words(path: str, value: str) -> Span:
    choices = {END: ENDS, FINISH: FINISHES}[path]
    return Span(next(choice.words for choice in choices if choice.value == value), path)


def board(trail: Trail) -> Section:
    """What to draw."""
    return Section("Board", (sentences("Draw a trail of ", Span(f"{trail.length} squares", LENGTH), "."),))


def _named(totals: tuple[int, ...]) -> str:
    return listing(totals, "or") if totals else "No total"


def turn(trail: Trail, distribution: Distribution) -> tuple[Sentences, ...]:
    """What happens after the total is known."""
    move = "Move that many squares."
    if distribution.totals[0] < 0:
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


def last(trail: Trail, seats: int) -> Section:
    """How it ends."""
    after = {
        "pass": " the last square.",
        "exact": " the last square: a total that is too much is wasted.",
        "bounce": ": what is too much is counted back from the last square.",
    }
    lines = [sentences("To get home you must ", _words(END, trail.end), after[trail.end])]
    if seats > 1:
        shared = " If several get home in the same round, they share the win." if trail.finish == "finish_round" else ""
        lines.append(sentences("The first one home ", _words(FINISH, trail.finish), f".{shared}"))
    return Section("Last", tuple(lines))
