"""The rule sheet: a whole game in sentences, each setting a word in one of them."""

from __future__ import annotations

from bolometric.core.areas.registry import saying_of
from bolometric.core.game import Band, Game
from bolometric.core.knobs import knob_at
from bolometric.core.wording import Section, Span, dice, minus, plural, sentences

CAUTION = "Small parts can be swallowed: keep to your school's own rules."


def rule_sheet(game: Game) -> tuple[Section, ...]:
    """The sections in the order a maker tells them."""
    return (
        _aim(game),
        _pieces(game),
        saying_of(game).board(game),
        _first(game),
        _each_turn(game),
        saying_of(game).last(game),
    )


def rules_text(game: Game) -> str:
    """The sheet as plain text."""
    return "\n\n".join(f"{section.title}\n{section.text}" for section in rule_sheet(game))


def band_words(game: Game, path: str) -> str:
    """A target band in words: '8 to 12 minutes', or 'no target'."""
    at = knob_at(game, path)
    if at.value is None:
        return "no target"
    band: Band = at.value
    low, high = band.low * at.knob.scale, band.high * at.knob.scale
    unit = "%" if at.knob.unit == "%" else f" {at.knob.unit}"
    return f"{minus(round(low, 6))} to {minus(round(high, 6))}{unit}"


def _band(game: Game, path: str) -> Span:
    return Span(band_words(game, path), path)


def _aim(game: Game) -> Section:
    players = Span(plural(game.seats.count, "player"), "seats.count")
    group = Span(game.brief.group or "any group", "brief.group")
    practising = Span(game.brief.practising or "numbers", "brief.practising")
    seconds = Span(f"{game.seats.seconds_per_turn:g} seconds", "seats.seconds_per_turn")
    minutes, setbacks = _band(game, "brief.minutes"), _band(game, "brief.setbacks")
    wanted: tuple[str | Span, ...] = ("Turns that lose ground: ", setbacks, ".")
    if game.seats.count > 1:
        wanted = ("Edge of going first: ", _band(game, "brief.first_seat_edge"), ". ", *wanted)
    return Section(
        "Aim",
        (
            sentences("For ", players, " from ", group, " practising ", practising, "."),
            sentences("To last ", minutes, ", at about ", seconds, " a turn. ", *wanted),
        ),
    )


def _pieces(game: Game) -> Section:
    counters = "a counter" if game.seats.count == 1 else "a counter for each player"
    return Section(
        "Pieces",
        (sentences("You need ", Span(dice(game.pieces), "pieces"), f", {counters} and the trail. {CAUTION}"),),
    )


def _first(game: Game) -> Section:
    begin = "You begin" if game.seats.count == 1 else "Everyone begins"
    line = [f"{begin} off the board, before square 1."]
    if game.seats.count > 1:
        starts = Span(game.seats.starts or "Anyone", "seats.starts")
        return Section("First", (sentences(starts, " starts; then go round in turn. ", *line),))
    return Section("First", (sentences(*line),))


def _each_turn(game: Game) -> Section:
    roll = "Roll the die." if len(game.pieces) == 1 else "Roll all the dice and add what they show."
    moved, *rest = saying_of(game).turn(game)
    rules: list[str | Span] = []
    for line in rest:
        rules += [" ", *line]
    return Section("Each turn", (sentences(f"{roll} ", *moved), sentences(*rules[1:])))
