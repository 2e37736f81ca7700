"""The teacher's card: what the game is for, what to expect, best play, questions, and other versions."""

from __future__ import annotations

from dataclasses import replace
from itertools import islice

from bolometric.core.areas.catalogue import area_of, describe
from bolometric.core.game.aloud import capital
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.game.house import spoken
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.lengths import in_words, offered, other_lengths
from bolometric.core.judge.nearby import Effect
from bolometric.core.judge.verdict import applies
from bolometric.core.measure.measuring import Measurement, measure
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.contents import Contents, SheetPart, TeachersCard
from bolometric.core.sheets.kit import kit
from bolometric.core.tuning.learner_levels import level_words, levels
from bolometric.core.words.aloud import players_rules
from bolometric.core.words.talk import asked_of

RUNS, MOST_QUESTIONS, MOST_CHANGES = 2_000, 6, 3
EXPECTED = ("minutes", "in_time", "success", "first_seat_edge", "setbacks", "choice", "facts", "on_aim", "stuck")
SHORT_OF = 0.08
"""What changes the length by less than this part is no version of another length."""
MOST_TIMES = 2.5
"""What takes more than so many times as long, or as short, is another game."""


def teachers_card(game: Game, found: Measurement | None = None) -> TeachersCard:
    """Make the card; measures the game unless that was done. Raises Cancelled once the work is given up."""
    known = found if found is not None else measure(game, RUNS)
    parts = [
        SheetPart("What it is for", _aim(game)),
        SheetPart("What you need", (kit(game).words,)),
        SheetPart("What to expect", _expected(game, known)),
        SheetPart("What may go wrong", _wrong(known)),
        SheetPart("How to play it well", _best(game, known)),
        SheetPart("Other versions", (*_for_learners(game), *_versions(game))),
        SheetPart("Mind", kit(game).cautions),
    ]
    asked = tuple((one.ask, one.answer) for one in asked_of(known)[:MOST_QUESTIONS])
    told = (replace(part, lines=tuple(spoken(line, game.house.nouns) for line in part.lines)) for part in parts)
    return TeachersCard(game.name, tuple(part for part in told if part.lines), asked)


def _aim(game: Game) -> tuple[str, ...]:
    told = [f"For {game.brief.group}, practising {game.brief.practising}."]
    if game.brief.aim:
        told.append(f"The facts that count: {'; '.join(aim.words for aim in game.brief.aim)}.")
    return tuple(told)


def _expected(game: Game, known: Measurement) -> tuple[str, ...]:
    told = []
    for key in EXPECTED:
        reading = known.readings.get(key)
        if reading is None or (key not in ("minutes", "facts", "on_aim") and not applies(game, key)):
            continue
        low, high = show(key, reading.p10), show(key, reading.p90)
        spread = "" if reading.p10 is None or low == high else f", in 8 of 10 games {low} to {high}"
        told.append(f"{READINGS[key].label}: {headline(key, reading)}{spread} ({certainty(key, reading)}).")
    return tuple(told)


def _wrong(known: Measurement) -> tuple[str, ...]:
    return tuple(_of_fault(fault) for fault in find_faults(known.exact.game, known.exact, cures=False))


def _of_fault(fault: Fault) -> str:
    """A fault, or a trap that is meant with what is noted of it."""
    if fault.level != "meant":
        return fault.sentence
    return f"A trap that is meant: {fault.sentence}{f' Your note: {fault.note}' if fault.note else ''}"


def _best(game: Game, known: Measurement) -> tuple[str, ...]:
    """Best play as the board tells it, and what a rule of thumb says."""
    area, told = game.area, []
    board = area_of(game).board
    if known.exact.heat is not None and board.places(game) is not None and area.goals:
        told.append(describe(game, known.exact.heat, None))
    if applies(game, "choice"):
        told += [f"A rule of thumb: {rule.words}." for rule in area.offered_rules if not rule.numbered][:1]
    return tuple(line for line in told if line)


def _for_learners(game: Game) -> tuple[str, ...]:
    """What makes its sums easier and harder, and how hard they are then."""
    try:
        found = list(levels(game))
    except GameError:
        return ()  # nothing is worked out, or nothing drawn
    return tuple(
        f"{capital(one.level)}: {'; '.join(one.changes)} ({level_words(one)})." for one in found if one.changes
    )


def _versions(game: Game) -> tuple[str, ...]:
    """What makes it shorter and longer, and how long it takes then; nothing that loses what it is for."""
    shorter: list[Effect] = []
    longer: list[Effect] = []
    for one in other_lengths(game):
        before, after = one.before.mean, one.after.mean
        if before and after and _worth_telling(game, before, after):  # without a mean it may never end
            (shorter if after < before else longer).append(one)
    kept = {by: offered(game, some) for by, some in (("Shorter", shorter), ("Longer", longer))}
    told = {by: [in_words(one) for one in islice(some, MOST_CHANGES)] for by, some in kept.items()}
    return tuple(f"{by}: {'; '.join(some)}." for by, some in told.items() if some)


def _worth_telling(game: Game, before: float, after: float) -> bool:
    """Whether another length is one to play: not as now, nor several times that, nor yet longer than too long."""
    band = game.brief.minutes
    beyond = band is not None and (after > before > band.high or after < before < band.low)
    return abs(after / before - 1) >= SHORT_OF and 1 / MOST_TIMES <= after / before <= MOST_TIMES and not beyond


def markdown(contents: Contents) -> str:
    """The players' rules and, once it is known, the teacher's card, with the signs of Markdown."""
    parts = [players_rules(contents.game, True)]
    if contents.card is not None:
        parts.append(card_text(contents.card, True))
    return "\n\n".join(parts) + "\n"


def card_text(card: TeachersCard, markdown: bool = False) -> str:
    """As text, or with the signs of Markdown."""
    head = "# " if markdown else ""
    lines = [f"{head}{card.name}: for the teacher"]
    for part in card.parts:
        lines += ["", f"## {part.title}" if markdown else part.title, *([""] if markdown else [])]
        lines += [f"- {line}" if markdown else line for line in part.lines]
    if card.questions:
        lines += ["", "## Talk about it" if markdown else "Talk about it"]
        for k, (ask, answer) in enumerate(card.questions, 1):
            lines += ["", f"{k}. {ask}", f"   {answer}"]
    return "\n".join(lines)
