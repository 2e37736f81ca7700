"""A trail for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.trail.cards import sentences as card_sentences
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import sentences as square_sentences
from bolometric.core.game.aloud import Aloud, drawn, said, starts, verb
from bolometric.core.game.document import Game
from bolometric.core.text.figures import listing, listing_words, number, plural

DOES = {"cover": "Cover", "colour": "Colour", "cross": "Cross off"}
"""What is done with the squares of a line, by how they are marked."""
WINS = {
    "one": "",
    "three": "Play until somebody has won two games.",
    "five": "Play until somebody has won three games.",
}


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def aloud(game: Game) -> Aloud:
    """A race along squares, or the filling of a box."""
    squares = not _trail(game).fills
    first = said(*_first(game), *card_sentences.first(game), starts(game))
    return Aloud(_needs(game), first, said(*_turn(game)), said(*_end(game), *_winner(game, squares)))


def _needs(game: Game) -> tuple[str, ...]:
    trail = _trail(game)
    each = "" if game.seats.count == 1 or trail.track == "shared" else " for each player"
    if trail.unit == "whole" and trail.fills:
        counters = {"cover": plural(trail.length, "counter"), "colour": "a crayon", "cross": "a pencil"}[trail.mark]
        return f"a line of {plural(trail.length, 'square')}{each}", f"{counters}{each}"
    if trail.unit == "whole":
        return f"a counter{each}", f"a trail of {plural(trail.length, 'square')}", *card_sentences.needs(game)
    if trail.unit == "pot":
        tens = (f"tens to change for{each}",) if trail.tens == "yes" else ()
        return f"a pot{each}", f"{plural(trail.amount, 'counter')}{each}", *tens
    return (f"a box that stands for {trail.amount}, cut into {trail.unit}s{each}",)


def _first(game: Game) -> tuple[str, ...]:
    trail = _trail(game)
    if trail.fills:
        return (f"Begin with an empty {trail.vessel}.",)
    begins = (f"There its number is {trail.called(0)}.",) if trail.counted_ones is None else ()
    if trail.track == "shared":
        return f"Put one counter in front of square {trail.called(1)}. You move it together.", *begins
    return f"Put your counter in front of square {trail.called(1)}.", *begins


def _turn(game: Game) -> list[str]:
    trail, sides = _trail(game), [one.distribution for one in game.by_side]
    squares = not trail.fills
    off, on = ("off", "on") if trail.unit == "whole" else ("out of", "in")
    either = trail.chooses_mover and game.seats.count > 1
    told = [*drawn(game)]
    if either:
        told += _whom(trail)
    else:
        told += _moves(trail)
    if any(odds.totals and odds.totals[0] < 0 for odds in sides):
        told.append(
            "Below zero, move back, but only as far as the start."
            if squares
            else f"Below zero, take that much {off} your {trail.vessel}, but no more than is {on} it."
        )
    if any(odds.nothing for odds in sides):
        told.append(f"If no number comes out, {_nothing(trail)}.")
    listed = {*trail.back_to_start, *trail.lose_turn}
    if any(not trail.fits(total) and total not in listed for odds in sides for total in odds.totals):
        whole = "squares" if trail.unit == "whole" else f"{trail.unit}s"
        told.append(f"If it is no whole number of {whole}, {_nothing(trail)}.")
    return [
        *told,
        *_listed(game, either),
        *_special(game),
        *_going_on(game),
        *square_sentences.aloud(game),
        *card_sentences.aloud(game),
    ]


def _whom(trail: Trail) -> tuple[str, ...]:
    """What a player chooses between, where a total may move another's counter."""
    kind = trail.vessel if trail.fills else "trail"
    squares = f"{DOES.get(trail.mark, '')} that many squares of your line"
    if not trail.takes_back:
        return {
            "trail": ("Move your own counter, or the next player's. You choose.",),
            "line": (f"{squares}, or of the next player's, one after the other. You choose.",),
            "pot": ("Put that many counters into your pot, or into the next player's. You choose.",),
            "box": ("Fill that much of your box, or of the next player's. You choose.",),
        }[kind]
    told = {
        "line": (
            *_on_or_off(trail, squares),
            "Take all there are, if there are fewer.",
        ),
        "trail": (
            *_on_or_back(trail),
            "A counter goes back as far as the start.",
        ),
        "pot": (
            "Put that many counters into your pot, or take as many out of the next player's.",
            "You choose.",
            "Take all there are, if there are fewer.",
        ),
        "box": (
            "Fill that much of your box, or empty as much of the next player's.",
            "You choose.",
            "Empty what is full, if it is less.",
        ),
    }[kind]
    tens = ("When you have ten ones, change them for a ten.",) if kind == "pot" and trail.tens == "yes" else ()
    return *told, *tens


def _on_or_off(trail: Trail, squares: str) -> tuple[str, ...]:
    """On the own line, or off the next player's."""
    if trail.counted_ones is not None:
        return f"{squares}, or take as many counters off the next player's.", "You choose."
    return (
        "Choose your line or the next player's.",
        "On yours, add it to the last covered number. Cover up to the answer.",
        "On theirs, take it away from the last covered number. Uncover down to the answer.",
    )


def _on_or_back(trail: Trail) -> tuple[str, ...]:
    """The own counter on, or the next player's back."""
    if trail.counted_ones is not None:
        return "Move that many squares, or move the next player's counter back by as many.", "You choose."
    on, back = _worked_out(trail)
    return (
        "Choose your counter or the next player's.",
        f"{on} the number of your square, and move to the answer.",
        f"Or {back[0].lower()}{back[1:]} the number of their square, and move them back to the answer.",
    )


def _worked_out(trail: Trail) -> tuple[str, str]:
    """What is done with the number of a square to go on, and to go back: where the trail runs down it is taken away."""
    on = "Add it to", "Take it away from"
    return on[::-1] if trail.takes_away else on


def _moves(trail: Trail) -> tuple[str, ...]:
    if trail.unit == "pot":
        tens = ("When you have ten ones, change them for a ten.",) if trail.tens == "yes" else ()
        return "Put that many counters into your pot.", *tens
    if trail.unit != "whole":
        return ("Fill that much of your box.",)
    if trail.fills and trail.counted_ones is None:
        return "Add it to the last covered number of your line.", "Cover up to the answer."
    if trail.fills:
        return (f"{DOES[trail.mark]} that many squares of your line, one after the other.",)
    if trail.counted_ones is not None:
        return ("Move that many squares.",)
    return f"{_worked_out(trail)[0]} the number of your square.", "Move to the square with the answer."


def _going_on(game: Game) -> tuple[str, ...]:
    trail, again = _trail(game), verb(game)
    if trail.go_on == "fixed":
        return (f"Do this {number(trail.draws)} times in each turn.",)
    if trail.go_on == "dare":
        squares = not trail.fills
        takes = [f"{listing(trail.back_to_start, 'or')}"] if trail.back_to_start else []
        if trail.special == "back_to_start" and any(one.distribution.special for one in game.by_side):
            takes.append("a special face")
        if not takes:
            kept = "your place" if squares else f"what is {'on' if trail.unit == 'whole' else 'in'} your {trail.vessel}"
            return (f"Now choose: {again} again, or stop and keep {kept}.",)
        does = "sends you back to the start" if squares else f"empties your {trail.vessel}"
        later = f"Getting {listing_words(takes, 'or')} in a later turn still {does}."
        return f"Now choose: {again} again, or stop there.", later
    return ()


def _listed(game: Game, either: bool) -> tuple[str, ...]:
    trail, told = _trail(game), []
    if trail.back_to_start:
        sent = _sent_back(trail, either)
        told.append(f"If you get {listing(trail.back_to_start, 'or')}, {sent}. Your turn is over.")
    if trail.lose_turn:
        told.append(f"If you get {listing(trail.lose_turn, 'or')}, {_lost(game)}. Your turn is over.")
    return tuple(told)


def _nothing(trail: Trail) -> str:
    if not trail.fills:
        return "stay where you are"
    if trail.unit == "whole":
        return f"{DOES[trail.mark].lower()} nothing"
    return "put nothing in" if trail.unit == "pot" else "fill nothing"


def _sent_back(trail: Trail, either: bool = False) -> str:
    if trail.fills:
        several = {"pot": "pots", "line": "lines"}.get(trail.vessel, "boxes")
        return f"empty one of the two {several}. You choose which" if either else f"empty your {trail.vessel}"
    return "send one counter back to the start. You choose which" if either else "go back to the start"


def _lost(game: Game) -> str:
    trail = _trail(game)
    if trail.go_on == "no":
        return _nothing(trail)
    if not trail.fills:
        return "go back to where this turn began"
    kept = {"pot": "take out what this turn put in", "line": "take off what this turn put on"}
    return kept.get(trail.vessel, "empty what this turn filled")


def _special(game: Game) -> tuple[str, ...]:
    trail = _trail(game)
    if not any(one.distribution.special for one in game.by_side) or trail.special == "nothing":
        return ()
    what = _sent_back(trail) if trail.special == "back_to_start" else _lost(game)
    wins = "A special face counts before any number." if trail.back_to_start or trail.lose_turn else ""
    return said(f"If a special face comes up, {what}. Your turn is over.", wins)


def _end(game: Game) -> tuple[str, ...]:
    trail = _trail(game)
    if trail.fills:
        vessel, too_much = trail.vessel, f"If it is too much, {_nothing(trail)} this time."
        fill = f"You must fill your {vessel} exactly."
        if trail.unit == "pot":
            fill = f"You must have exactly {trail.amount} counters in your pot."
        done = f"You are done when your {vessel} is full."
        if trail.unit == "pot":
            done = f"You are done when {trail.amount} counters or more are in your pot."
        if trail.unit == "whole":
            fill = "You must end exactly on the last square of your line."
        return {
            "pass": (done,),
            "exact": (fill, too_much),
            "again": (fill, f"If it is too much, {verb(game)} again."),
            "bounce": (fill, f"If it is too much, empty the {vessel} by what is over."),
        }[trail.end]
    back = trail.runs == "back"
    home = f"square {trail.called(1)}" if back else "the last square"
    turns = ("Go to the last square, turn there and go back.",) if back else ()
    return (
        turns
        + {
            "pass": (f"You are home when you reach {home}, or pass it.",),
            "exact": (f"You must land exactly on {home}.", "If it is too much, stay where you are."),
            "again": (f"You must land exactly on {home}.", f"If it is too much, {verb(game)} again."),
            "bounce": (f"You must land exactly on {home}.", "If it is too much, count the rest backwards."),
        }[trail.end]
    )


def _winner(game: Game, squares: bool) -> tuple[str, ...]:
    trail, home = _trail(game), "home" if squares else "done"
    if (by_cards := card_sentences.last(game)) is not None:
        return by_cards
    if trail.track == "shared":
        if trail.most_turns is None:
            return ("Count your turns together. Next time, try to need fewer.",)
        return (f"You all win if you are {home} within {plural(trail.turns, 'turn')}.",)
    if game.seats.count == 1:
        return ("Count your turns. Next time, try to need fewer.",)
    does = "wins" if trail.first_home == "wins" else "loses"
    full = "who is done" if trail.unit == "pot" else f"with a full {trail.vessel}"
    told = [f"The first player {'home' if squares else full} {does}."]
    if trail.finish == "finish_round":
        both = f"If two are {home} in the same round, they both {does.removesuffix('s')}."
        several = f"If several are {home} in the same round, they all {does.removesuffix('s')}."
        told += ["Finish the round, so that all have had a turn.", both if game.seats.count == 2 else several]
    return (*told, WINS[trail.games])
