"""What an area says: the maker's sheet, the rules to read aloud, its board, its faults and its suggestions."""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import chain

from bolometric.core.areas.catalogue import area_of, describe
from bolometric.core.conform.check import Check
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import from_text, to_text
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.nearby import changes
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.words.aloud import players_rules
from bolometric.core.words.rule_sheet import rule_sheet, rules_text

ORDER = ("Aim", "Pieces", "Board", "First", "Each turn", "Last", "Of your own")
MOST_WORDS = 16
"""Words of a sentence that is read aloud; a list of numbers or names counts as one."""
JARGON = re.compile(
    r"\b(seats?|markers?|total|totals|distribution|policy|outcomes?|simulated|exact figure|setbacks?|brief|"
    r"reading|readings|null|none|nothing happens|no total)\b",
    re.IGNORECASE,
)
TOLD_WRONG = re.compile(
    r"(?<![\d.,/])(?<!layer )(?<!quare )(?<!umber )(?<!± )\b1 (different |more |other |open |equally likely )?"
    r"(boards|boxes|calls|cards|cells|columns|counters|dice|digits|draws|facts|games|learners|lines|minutes|numbers|pairs|pieces|"
    r"places|players|points|rounds|rows|seconds|sets|sheets|squares|steps|sums|tables|tiles|times|turns|ways|wholes)\b"
    r"|\de[+−-]\d"
)
"""One of something told as several, or a number told by a power of ten."""
ONE_OF_MANY = re.compile(r"\b(1|one) (?!less)\w+[^s]s\b|\ba \w+s\b(?<!less)(?<!minus)|boxe\b")
MOST_PLACES = 60
"""Places of a board that are looked at."""


def _begins_well(sentence: str) -> bool:
    return sentence[:1].isupper() or sentence[:1].isdigit() or sentence[:1] in "−“"


def sheet(game: Game) -> Iterator[str]:
    """The maker's sheet, section by section."""
    sections = rule_sheet(game)
    if tuple(section.title for section in sections) != ORDER:
        yield f"The sheet has the sections {', '.join(section.title for section in sections)}."
    for line in chain.from_iterable(section.text.splitlines() for section in sections):
        own = game.brief.note and line.endswith(game.brief.note)  # the maker's words end as they like
        if not _begins_well(line) or not (line.rstrip().endswith((".", ":")) or own):
            yield f"No whole sentence on the sheet: “{line}”"
        if "  " in line.strip() or "{" in line or ".." in line or TOLD_WRONG.search(line):
            yield f"A sentence of the sheet is put together wrong: “{line}”"
    if "keep to your school's own rules" not in rules_text(game):
        yield "The sheet does not defer to the school's own rules."


def words(game: Game) -> Iterator[str]:
    """Every setting is a word to click, once."""
    paths = [span.path for part in rule_sheet(game) for line in part.paragraphs for span in line if span.path]
    yield from (f"{path} is a word on the sheet twice." for path in sorted(set(paths)) if paths.count(path) > 1)
    known = {at.path for at in knobs(game)}
    yield from (f"The word {path} of the sheet is no setting." for path in sorted(set(paths) - known))
    own = {path for path in known if path.startswith("area.")}
    alone = {"finish", "moves", "track", "first_home", "games"} if game.seats.count == 1 else set()
    if not game.distribution.special:
        alone |= {"special"}
    for path in sorted(own - set(paths)):
        if path.removeprefix("area.") not in alone:
            yield f"The setting {path} is no word on the sheet."


def kept(game: Game) -> Iterator[str]:
    """A file gives the game back."""
    if from_text(to_text(game), "its file") != game:
        yield "Written to a file and read again it is another game."


def _counted(sentence: str) -> int:
    """Words, where a list such as '9, 10 or 11' or a formula is one."""
    return len(re.sub(r"[−\d./]+(?:, [−\d./]+)*(?:,? (?:or|and) [−\d./]+)?", "7", sentence).split())


def aloud(game: Game) -> Iterator[str]:
    """The rules as a child hears them."""
    told = area_of(game).words.aloud(game)
    for step in chain(told.first, told.turn, told.last):
        for sentence in re.split(r"(?<=[.!?]) ", step):
            plain = "Work out" not in sentence and " takes " not in sentence and game.seats.starts not in sentence
            if not sentence.endswith(".") or not _begins_well(sentence):
                yield f"No whole sentence to read aloud: “{sentence}”"
            if plain and (_counted(sentence) > MOST_WORDS or JARGON.search(sentence)):
                yield f"Too long, or no word for a child: “{sentence}”"
            if "  " in sentence or ".." in sentence or TOLD_WRONG.search(sentence):
                yield f"A sentence to read aloud is put together wrong: “{sentence}”"
            if "-" in re.sub(r"\w-\w", "", sentence):
                yield f"A minus sign is no true one: “{sentence}”"
    text = players_rules(game)
    numbers = [int(number) for number in re.findall(r"^(\d+)\. ", text, re.MULTILINE)]
    if numbers != list(range(1, len(numbers) + 1)):
        yield "The rules to read aloud are not numbered through."


def board(game: Game) -> Iterator[str]:
    """Every place of the board has its figure, and a sentence."""
    heat = measure_exactly(game).heat
    if heat is None:
        return
    if any(value < 0 for value in heat.values):
        yield "A place of the board is used less than never."
    for number in (None, *range(1, min(len(heat.values), MOST_PLACES) + 1)):
        told = describe(game, heat, number)
        if told and (not (told.endswith(".") and _begins_well(told)) or TOLD_WRONG.search(told)):
            yield f"No whole sentence on {'the board' if number is None else f'place {number}'}: “{told}”"
        if not told and number is not None:
            yield f"Nothing is said of place {number}."


def faults(game: Game) -> Iterator[str]:
    """What is wrong with a game is said, and cures are games."""
    for fault in find_faults(game):
        said = fault.sentence
        if not said.endswith(".") or not _begins_well(said) or TOLD_WRONG.search(said):
            yield f"No whole sentence on a fault: “{said}”"
        for cure in fault.cures:
            if cure.game == game:
                yield f"The cure “{cure.words}” changes nothing."
            if not _begins_well(cure.words) or "{" in cure.words or TOLD_WRONG.search(cure.words):
                yield f"No order: “{cure.words}”"


def suggestions(game: Game) -> Iterator[str]:
    """Changes nearby are games, said as one says them."""
    for change in changes(game):
        if change.game == game:
            yield f"The change “{change.words}” changes nothing."
        if ONE_OF_MANY.search(change.words) or "{" in change.words or not _begins_well(change.words):
            yield f"Not as one says it: “{change.words}”"


def limits(game: Game) -> Iterator[str]:
    """Numbers beyond their limits are refused with a sentence and their place; within them they make a game."""
    for at in knobs(game):
        if at.knob.kind != "number" or at.low is None or at.high is None:
            continue
        for value in (at.low, at.high, at.low - 1, at.high + 1):
            given = int(value) if isinstance(at.value, int) else value
            try:
                rules_text(with_value(game, at.path, given))
            except GameError as error:
                if not error.where or not error.sentence.endswith("."):
                    yield f"{at.path} = {given} is refused without a place or a sentence: “{error}”"
            else:
                if not at.low <= given <= at.high:
                    yield f"{at.path} = {given} is taken, though it goes from {at.low} to {at.high}."


SAYING = (
    Check("sheet", "The maker's sheet has its seven sections in whole sentences.", sheet),
    Check("words", "Every setting is a word on the sheet, once.", words),
    Check("kept", "A game comes back from its file as it was.", kept),
    Check("aloud", "Rules to read aloud are short whole sentences without jargon.", aloud),
    Check("board", "Every place of the board has a figure and a sentence.", board),
    Check("faults", "Faults are whole sentences, and their cures other games.", faults),
    Check("suggestions", "Changes nearby are other games, said as one says them.", suggestions),
    Check("limits", "A number beyond its limits is refused with its place.", limits),
)
