"""The rule sheet: a whole game in sentences, each setting a word in one of them."""

from __future__ import annotations

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.aloud import AS_PRINTED, seats_words
from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game
from bolometric.core.game.house import Where
from bolometric.core.game.setting_words import choice
from bolometric.core.game.targets import target_words
from bolometric.core.outcomes.breakdown import letter_names
from bolometric.core.pieces.expression import LETTERS
from bolometric.core.pieces.kinds import Counters, Drop, Pack, Spinner, letters_of, remembers
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing_words, minus, plural
from bolometric.core.text.spans import Section, Sentences, Span, sentences

STYLES, OTHERS = "seats.styles", "others"
RULES, LATER, NOUNS, NOTE = "house.rules", "house.later", "house.nouns", "brief.note"
SMALL = "Small parts can be swallowed"
SPIN = "an adult pierces the spinner; mind pencil points and the ends of paper clips"
CUT = "mind the scissors"
PENCILS = "Mind pencil points"


def caution(game: Game) -> str:
    """What can hurt, for the pieces of this game; it defers to the school."""
    made = game.area.made_pieces
    if not game.area.uses_pieces:
        return f"{CUT.capitalize() if made else PENCILS}: keep to your school's own rules."
    told = [SMALL]
    used = [*made, *(piece for one in game.by_side for piece in one.pieces)]
    if any(isinstance(piece, Spinner) for piece in used):
        told.append(SPIN)
    if game.area.cut_out or any(isinstance(piece, (Spinner, Pack)) for piece in used):
        told.append(CUT)
    return f"{'; '.join(told)}: keep to your school's own rules."


def rule_sheet(game: Game) -> tuple[Section, ...]:
    """The sections in the order a maker tells them."""
    said = area_of(game).words
    return (
        _aim(game),
        _pieces(game),
        Section("Board", said.board(game)),
        _with_own(game, "first", _first(game)),
        _with_own(game, "next", _each_turn(game)),
        _with_own(game, "last", Section("Last", said.last(game))),
        _house(game),
    )


def _with_own(game: Game, where: Where, section: Section) -> Section:
    """A section with the maker's own sentences, marked as said and not measured."""
    own = [rule for rule in game.house.rules if rule.where == where and not rule.struck]
    told = tuple(
        sentences("Said, not measured", ", and told later" if rule.later else "", ": ", Span(rule.text, RULES))
        for rule in own
    )
    return Section(section.title, (*section.paragraphs, *told))


def _house(game: Game) -> Section:
    """Rules of one's own, and rules that are told later, as words to click."""
    house = game.house
    struck = sum(rule.struck for rule in house.rules)
    if house.rules:
        count = plural(len(house.rules), "rule of your own", "rules of your own")
        own: list[str | Span] = ["There " + ("is " if len(house.rules) == 1 else "are "), Span(count, RULES)]
        own += [f", {struck} of them struck."] if struck else ["."]
    else:
        own = ["You could add ", Span("rules of your own", RULES), ", which are said and not measured."]
    if house.later:
        later: list[str | Span] = [" Told later, and left out for the players: ", Span(" ".join(house.later), LATER)]
    else:
        later = [" Players hear all rules at once; you could tell ", Span("some of them later", LATER), "."]
    words = "; ".join(f"{noun.one} for {noun.word}" for noun in house.nouns)
    said: list[str | Span] = [" You could say ", Span("words of your own", NOUNS), " for counters and squares."]
    if words:
        said = [" Said to the players: ", Span(words, NOUNS), "."]
    if game.brief.note:
        note: list[str | Span] = [" Your note: ", Span(game.brief.note, NOTE)]
        note += [] if game.brief.note.endswith((".", "?", "!", "…")) else ["."]
    else:
        note = [" You could write ", Span("a note to yourself", NOTE), ", which stands on its card."]
    return Section("Of your own", (sentences(*own, *later, *said, *note),))


def rules_text(game: Game) -> str:
    r"""The sheet as plain text: a heading a section, a line a paragraph.

    >>> print(rules_text(Game()).split("\n\n")[-2])
    Last
    To get home you must reach or pass the last square.
    The first one home wins, and ends the game at once.
    Play one game.
    """
    return "\n\n".join(f"{section.title}\n{section.text}" for section in rule_sheet(game))


def makers_sheet(game: Game, markdown: bool = False) -> str:
    """The sheet with the game's name above it, in plain text or Markdown."""
    if not markdown:
        return f"{game.name}\n\n{rules_text(game)}"
    sections = [f"## {section.title}\n\n" + section.text.replace("\n", "\n\n") for section in rule_sheet(game)]
    return "\n\n".join([f"# {game.name}", *sections])


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
    minutes, setbacks = _band(game, "brief.minutes"), _band(game, "brief.setbacks")
    wanted: tuple[str | Span, ...] = (
        () if not game.area.shows("setbacks") else (" Turns that go backwards: ", setbacks, ".")
    )
    if game.seats.count > 1 and game.area.shows("first_seat_edge"):
        wanted = (" Advantage of going first: ", _band(game, "brief.first_seat_edge"), ".", *wanted)
    return Section(
        "Aim",
        (
            sentences(
                "For ", players, " from ", group, " practising ", practising, ".", *_facts(game), *_answering(game)
            ),
            sentences("To last ", minutes, *_timed(game), *wanted, *_targets(game)),
            *_styles(game),
        ),
    )


def _facts(game: Game) -> tuple[str | Span, ...]:
    """Which facts are the aim."""
    if not game.brief.aim:
        return " You could say ", Span("which facts are the aim", "brief.aim"), "."
    named = listing_words([aim.words for aim in game.brief.aim], "and")
    return " The facts that count: ", Span(named, "brief.aim"), "."


def _answering(game: Game) -> tuple[str | Span, ...]:
    """Who works out a turn, where players take turns."""
    if not game.takes_turns:
        return ()
    answers: tuple[str | Span, ...] = (" Each number is worked out by ", choice(game, "seats.answers"))
    if not game.area.draws_by_turn:
        return *answers, "."
    return *answers, "; players use the pieces ", choice(game, "seats.throws"), "."


def _targets(game: Game) -> tuple[str | Span, ...]:
    """Targets beyond the bands."""
    if not game.brief.targets:
        return " You could set ", Span("further targets", "brief.targets"), "."
    told = "; ".join(f"{target_words(one)}{', a must' if one.must else ''}" for one in game.brief.targets)
    return " Further targets: ", Span(told, "brief.targets"), "."


def _timed(game: Game) -> tuple[str | Span, ...]:
    """What takes the time: a turn so many seconds, or what is worked out in it."""
    if game.seats.fluency:
        who = Span(players_words(game), "seats.fluency")
        return ". ", who, "; slips ", choice(game, "seats.slips"), "."
    seconds = Span(f"{game.seats.seconds_per_turn:g} seconds", "seats.seconds_per_turn")
    worked = Span("how quickly players work", "seats.fluency")
    without = f", {game.area.beforehand} not counted" if game.area.beforehand else ""
    return ", at about ", seconds, f" a {game.area.paced_by[0]}{without}; or say ", worked, "."


def players_words(game: Game) -> str:
    """How quickly players work: 'Each player counts on', 'Player 1 counts on; player 2 recalls'."""
    names = [profile.name for profile in map(game.seats.profile, range(game.seats.count)) if profile is not None]
    if len(set(names)) == 1:
        return f"{'The' if len(names) == 1 else 'Each'} player {names[0]}"
    return "; ".join(f"{'P' if seat == 1 else 'p'}layer {seat} {name}" for seat, name in enumerate(names, 1))


def _styles(game: Game) -> list[Sentences]:
    """How the players of the measurement choose, where there is something to choose."""
    if not area_of(game).measured.chooses(game):
        return []
    styles = [game.seats.style(seat).words(game.area) for seat in range(game.seats.count)]
    if len(set(styles)) == 1:
        return [sentences("Measured with players who ", Span(styles[0], STYLES), ".")]
    told = "; ".join(f"player {seat}: {words}" for seat, words in enumerate(styles, 1))
    return [sentences("Measured with ", Span(told, STYLES), ".")]


def _pieces(game: Game) -> Section:
    pieces = Span(pieces_words(game.pieces), "pieces")
    each = " for each player" if len(game.hands) > 1 and not game.others else ""
    things = area_of(game).words.needs(game)
    if not game.area.uses_pieces:
        return Section("Pieces", (sentences(f"You need {listing_words(things, 'and')}. ", caution(game)),))
    *others, last = things
    more = f", {', '.join(others)}" if others else ","
    need = sentences("You need ", pieces, f"{each}{more} and {last}. ", caution(game))
    return Section("Pieces", (need, *_draws_of_their_own(game)))


def _draws_of_their_own(game: Game) -> list[Sentences]:
    """Who draws from what, and what each makes of it, where that may differ."""
    if game.may_draw_own == "no":
        return []
    if not game.others:
        return [sentences("All players draw ", Span("alike", OTHERS), ".")]
    drawn: dict[str, list[int]] = {}
    for seat, one in enumerate(game.by_seat[1:], 1):
        drawn.setdefault(set_words(one), []).append(seat)
    told = ". ".join(f"{seats_words(seats)}: {words}" for words, seats in drawn.items())
    return [sentences("That is for player 1. The others have draws of their own: ", Span(told, OTHERS), ".")]


def _first(game: Game) -> Section:
    told = area_of(game).words.first(game)
    if game.seats.count > 1 and not game.area.together:
        starts = Span(game.seats.starts or "Anyone", "seats.starts")
        told = (sentences(starts, " starts; then go round in turn. ", *told[0]), *told[1:])
    return Section("First", told)


def _acts(game: Game) -> list[str]:
    """What is done with the pieces: 'roll the die', 'spin the spinner'."""
    acts = []
    for kind in dict.fromkeys(piece.kind for piece in game.pieces):
        alike = [piece for piece in game.pieces if piece.kind == kind]
        one, first = len(alike) == 1, alike[0]
        match first:
            case Spinner():
                acts.append("spin the spinner" if one else "spin all the spinners")
            case Pack():
                cards = "a card" if first.drawn == 1 else f"{first.drawn} cards"
                acts.append(f"draw {cards}" if one else "draw from each pack")
            case Counters():
                acts.append("toss the counters")
            case Drop():
                acts.append("drop a counter on the chart" if one else f"drop {len(alike)} counters on the chart")
            case _:
                acts.append("roll the die" if one else "roll all the dice")
    return acts


def _made(game: Game) -> list[str | Span]:
    """How the number is made of what is shown."""
    make = game.draw.make
    at = knob_at(game, "draw.make")
    alone = sum(letters_of(piece) for piece in game.pieces) == 1
    match make:
        case "add" if alone:
            return [Span("take what it shows", at.path)]
        case "times":
            by = Span(minus(tidy(game.draw.factor)), "draw.factor")
            return [Span("multiply it" if alone else "add, then multiply", at.path), " by ", by]
        case "formula":
            names = [f"{LETTERS[i]} is {name}" for i, name in enumerate(letter_names(game.pieces))]
            formula = Span(game.draw.formula.translate(AS_PRINTED), "draw.formula")
            return [Span(at.knob.words(make), at.path), ": ", formula, f" ({', '.join(names)})"]
    return [Span(at.knob.words(make), at.path)]


def _cards_after(game: Game) -> str:
    if remembers(game.pieces):
        return " Cards stay out until too few are left; then shuffle them all again."
    return " Put the cards back and mix." if any(isinstance(piece, Pack) for piece in game.pieces) else ""


def set_words(game: Game) -> str:
    """The pieces and what is made of them, on one line."""
    made = "".join(part if isinstance(part, str) else part.text for part in _made(game))
    return f"{pieces_words(game.pieces)}; {made}"


def _each_turn(game: Game) -> Section:
    moved, *rest = area_of(game).words.turn(game)
    if not game.area.uses_pieces:
        return Section("Each turn", (moved, *rest))
    acts = _acts(game)
    how = area_of(game).words.how_drawn(game)
    whose = "player 1: " if game.others and game.may_draw_own == "yes" else ""
    how = f"{how}{';' if whose else ':'} " if how else ""
    said = f"{how}{whose}{listing_words(acts, 'and')}"
    made: list[str | Span] = [" and " if len(acts) == 1 else ", then ", *_made(game)] if game.area.uses_total else []
    rules: list[str | Span] = []
    for line in rest:
        rules += [" ", *line]
    return Section(
        "Each turn",
        (
            sentences(f"{said[:1].upper()}{said[1:]}", *made, ".", _cards_after(game), " ", *moved),
            sentences(*rules[1:]),
        ),
    )
