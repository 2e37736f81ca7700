"""How the settings of a trail are said."""

from __future__ import annotations

from bolometric.core.areas.trail.aloud import DOES, aloud
from bolometric.core.areas.trail.cards import sentences as card_sentences
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import sentences as square_sentences
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.text.figures import listing
from bolometric.core.text.spans import Sentences, Span, sentences

LENGTH, UNIT, END, FINISH = "area.length", "area.unit", "area.end", "area.finish"
GO_ON, MOVES = "area.go_on", "area.moves"
FILLS = {
    "area.moves": {
        "own": "fills your own box",
        "either": "fills your box or the next player's, as you choose",
        "back": "fills your box or empties the next player's by as much, as you choose",
    },
    "area.track": {"own": "fills a box of their own", "shared": "fills the same box, for all together"},
}
"""Whom a total moves, and whose marker moves, where what is filled is a box."""
BACK, LOSE = "area.back_to_start", "area.lose_turn"


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    trail = _trail(game)
    if trail.unit == "whole":
        squares = Span(f"{trail.length} squares", LENGTH)
        what = "Draw a trail of " if not trail.fills else "Draw a line of "
        trails = sentences(what, squares, ", each worth ", Span("one", UNIT), ".", *_page(game))
        return (trails, *square_sentences.sheet(game), *card_sentences.packs(game), *_track(game))
    one = Span(f"{trail.amount}", "area.amount")
    if trail.unit == "pot":
        pot = "Players collect ", choice(game, UNIT), ", ", Span(f"{trail.amount} of them", "area.amount"), "."
        return (sentences(*pot), *_track(game))
    whole = sentences(
        "Draw a large box that stands for ", one, ", divided into ", choice(game, UNIT), f": {trail.steps:,} of them."
    )
    return (whole, *_track(game))


def _page(game: Game) -> list[str | Span]:
    """How the squares lie on the page, and what is written on them."""
    trail = _trail(game)
    told: list[str | Span] = [" Lay it ", choice(game, "area.laid")]
    if trail.laid in ("to_and_fro", "from_below", "from_above"):
        told += [", ", Span(f"{trail.row} in a row" if trail.row else "as many in a row as fit", "area.row")]
    if trail.laid == "curve":
        told += [" by ", Span(f"{len(trail.bend)} points", "area.bend")]
    told += ["; write ", choice(game, "area.written"), " on it, ", choice(game, "area.runs"), "."]
    told += [" Players get on ", choice(game, "area.mark")]
    return [*told, ", ", choice(game, "area.moved"), "."] if trail.may_add else [*told, "."]


def _track(game: Game) -> list[Sentences]:
    """Whose marker moves, where there are several players."""
    trail = _trail(game)
    if game.seats.count == 1 and trail.track == "own":
        return []
    told: list[str | Span] = ["Each player ", _whose(game, "area.track", trail.track)]
    if trail.track == "shared":
        told += [", ", choice(game, "area.limited")]
        told += [" of ", Span(f"{trail.turns} turns", "area.turns")] if trail.most_turns is not None else []
    return [sentences(*told, ".")]


def _whose(game: Game, path: str, value: str) -> Span:
    """A choice about markers, which are boxes where an amount is filled."""
    trail = _trail(game)
    return choice(game, path) if not trail.fills else Span(FILLS[path][value].replace("box", trail.vessel), path)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    one = game.seats.count == 1 or _trail(game).track == "shared"
    each = "" if one else " for each player"
    packs = card_sentences.needs_in_short(game)
    if _trail(game).unit == "pot":
        return f"a pot{each}", f"{_trail(game).amount} counters{each}"
    if _trail(game).fills and _trail(game).unit == "whole":
        each = each or " for all"
        many = {"cover": f"{_trail(game).length} counters", "colour": "a crayon", "cross": "a pencil"}
        return f"a line{each}", f"{many[_trail(game).mark]}{each}"
    return (f"a counter{each}", "the trail", *packs) if _trail(game).unit == "whole" else (f"a box to fill{each}",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Where a marker begins."""
    begin = "You begin" if game.seats.count == 1 else "Everyone begins"
    if _trail(game).track == "shared":
        begin = "All begin together"
    where = (
        f"with an empty {_trail(game).vessel}"
        if _trail(game).fills
        else f"off the board, before square {_trail(game).called(1)}"
    )
    return (sentences(f"{begin} {where}."),)


def _listed(trail: Trail, whom: str) -> list[Sentences]:
    """What totals do beside moving; what none does is offered."""
    told: list[Sentences] = []
    offers: list[str | Span] = []
    if trail.back_to_start:
        named = Span(listing(trail.back_to_start, "or"), BACK)
        told.append(sentences("A total of ", named, f" sends {whom} back to the start and ends your turn."))
    else:
        offers.append(Span("a total that sends back to the start", BACK))
    if trail.lose_turn:
        what = "stay where you are" if trail.go_on == "no" else "go back to where it began"
        named = Span(listing(trail.lose_turn, "or"), LOSE)
        told.append(sentences("On a total of ", named, f" your turn is lost: {what}."))
    else:
        offers += [" or ", Span("one that loses the turn" if offers else "a total that loses the turn", LOSE)]
    if offers:
        told.append(sentences("You could add ", *(offers[1:] if offers[0] == " or " else offers), "."))
    return told


def turn(game: Game) -> tuple[Sentences, ...]:
    """What happens once the total is known."""
    trail, sides = _trail(game), [one.distribution for one in game.by_side]
    move = "Put that many counters in." if trail.unit == "pot" else "Fill that much more of the box."
    if trail.unit == "whole":
        does = "Take that away from" if trail.takes_away else "Add that to"
        number = f"the number of your square, which is {trail.called(0)} in front of the first"
        adding = f"{does} {number}, and move to the square with the answer."
        move = adding if trail.counted_ones is None else "Move that many squares."
        if trail.fills:
            adding = "Add that to the last number covered, and cover up to the answer."
            move = adding if trail.counted_ones is None else f"{DOES[trail.mark]} that many squares."
    if any(odds.totals and odds.totals[0] < 0 for odds in sides):
        move += " Below zero, move back, but never past the start."
    if any(odds.nothing or not all(trail.fits(total) for total in odds.totals) for odds in sides):
        move += f" What is no whole number of {'squares' if trail.unit == 'whole' else trail.unit + 's'} moves nothing."
    told = [sentences(move)]
    if trail.unit == "pot":
        told.append(sentences("Ten ones ", choice(game, "area.tens"), "."))
    if game.seats.count > 1 and trail.track == "own":
        told.append(sentences("A total ", _whose(game, MOVES, trail.moves), "."))
    told += _listed(trail, "the counter that you choose" if trail.chooses_mover and game.seats.count > 1 else "you")
    if trail.go_on == "no":
        told.insert(1, sentences("In a turn you ", choice(game, GO_ON), "."))
    elif trail.go_on == "fixed":
        times = Span(f"{trail.draws} times", "area.draws")
        told.insert(1, sentences("In a turn you ", Span("draw", GO_ON), " ", times, "."))
    else:
        told.insert(1, sentences("After each draw you ", choice(game, GO_ON), ", or stop and keep what you have."))
    told += card_sentences.answers(game)
    if any(odds.special for odds in sides):
        told.append(sentences("A face marked special ", choice(game, "area.special"), "."))
    return tuple(told)


def last(game: Game) -> tuple[Sentences, ...]:
    """How it ends."""
    trail = _trail(game)
    end = f"a full {trail.vessel}" if trail.fills else "the last square"
    if trail.unit == "whole" and trail.runs == "back":
        end = f"square {trail.called(1)} again, by way of the last square"
    after = {
        "pass": f" {end}.",
        "exact": f" {end}: a total that is too much is wasted.",
        "again": f" {end}: a total that is too much is drawn again.",
        "bounce": f": what is too much is counted back from {end}.",
    }
    home = ("done", "be done", "are done") if trail.fills else ("home", "get home", "get home")
    one, to_get, several = home
    lines = [sentences(f"To {to_get} you must ", choice(game, END), after[trail.end])]
    if trail.track == "shared":
        lost = "If that takes more turns than there are, you have all lost."
        lines.append(sentences("Count your turns together." if trail.most_turns is None else lost))
    elif game.seats.count > 1:
        lines += _ending(game, one, several)
    return (*lines, *card_sentences.winner(game))


def _ending(game: Game, one: str, several: str) -> list[Sentences]:
    """What the first one home comes to, and how many games are played."""
    trail = _trail(game)
    if trail.ends_at_home == "no":
        return [sentences("Whoever is home begins again at the start.")]
    finish = choice(game, "area.finish")
    if trail.races == "no":
        return [sentences(f"The first one {one} ", finish, ".")]
    shared = f" If several {several} in the same round, they share it." if trail.finish == "finish_round" else ""
    first = choice(game, "area.first_home")
    return [
        sentences(f"The first one {one} ", first, ", and ", finish, f".{shared}"),
        sentences("Play ", choice(game, "area.games"), "."),
    ]


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
