"""What an area puts on paper and asks afterwards, and what it has as a whole: starters, pages of the handbook."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from bolometric.core.areas.catalogue import area_of
from bolometric.core.conform.check import Check, EntryCheck
from bolometric.core.conform.saying import TOLD_WRONG
from bolometric.core.game.document import Game
from bolometric.core.game.entry import AnyEntry
from bolometric.core.game.schema import schema
from bolometric.core.measure.measuring import measure
from bolometric.core.sheets.gathering import contents_of
from bolometric.core.words.aloud import players_parts
from bolometric.core.words.help.handbook import page_of
from bolometric.core.words.talk import asked_of

SCHOOL = "Keep to your school's own rules."


def paper(game: Game) -> Iterator[str]:
    """There is something to lay down or write on, and the box is counted and cautioned."""
    contents = contents_of(game)
    if not (contents.boards or contents.tables or contents.tiles or game.area.made_pieces):
        yield "Nothing is printed to play on."
    if contents.kit.cautions[-1:] != (SCHOOL,) and list(contents.kit.cautions[-1:]) != [SCHOOL]:
        yield "What goes in the box does not defer to the school's own rules."
    for count, what in contents.kit.lines:
        if count < 1 or not what or TOLD_WRONG.search(f"{count} {what}"):
            yield f"The box has {count} {what}."
    yield from ("A thing that is needed has no words." for thing in players_parts(game).needs if not thing.strip())


def questions(game: Game) -> Iterator[str]:
    """Questions to ask afterwards are questions, and each has an answer."""
    asked = asked_of(measure(game, 300))
    if not asked:
        yield "There is nothing to ask afterwards."
    for one in asked:
        ends = one.ask.rstrip().endswith(("?", ".", "!", ":"))
        if not ends or not one.answer.strip() or TOLD_WRONG.search(f"{one.ask} {one.answer}"):
            yield f"No question with an answer: “{one.ask}” “{one.answer}”"


def shown_to_a_room(game: Game) -> Iterator[str]:
    """Where nothing is drawn there is something to look at together, another one each time, with its answer."""
    if game.area.uses_pieces:
        return
    rng = np.random.default_rng(1)
    found = [area_of(game).words.posed(game, rng) for _ in range(12)]
    if None in found or len(set(found)) < 2:
        yield "Nothing is drawn, and there is nothing to look at together."
    for one in filter(None, found):
        cards = [card for _, row in one.rows for card in row]
        if not cards or not all(cards) or not one.ask.endswith("?") or not one.answer.endswith("."):
            yield f"Nothing that can be asked of a room: “{one.ask}” “{one.answer}”"


def starters(entry: AnyEntry) -> Iterator[str]:
    """There is a game to begin from, of this kind, with a name of its own."""
    offered = entry.starters()
    if not offered:
        yield "There is no starter."
    if len({one.words for one in offered}) < len(offered):
        yield "Two starters are called the same."
    for one in offered:
        if type(one.game.area) is not entry.kind:
            yield f"The starter “{one.words}” is no game of this kind."
        if not one.words[:1].isupper() or not one.game.name.strip():
            yield f"The starter “{one.words}” is not called as one calls it."
        area_of(one.game)


def pages(entry: AnyEntry) -> Iterator[str]:
    """The handbook has a page for the kind, and one for each reading of its own."""
    key = entry.kind.__name__.lower()
    if page_of(key).key != key:
        yield f"The handbook has no page “{key}”."
    for reading in entry.readings:
        if page_of(reading.key).key != reading.key:
            yield f"The handbook has no page “{reading.key}”."


def described(entry: AnyEntry) -> Iterator[str]:
    """The schema says what every setting is."""
    if not (entry.kind.__doc__ or "").strip():
        yield "The kind says nothing of its rules."
    for name, field in entry.kind.model_fields.items():
        if name not in ("kind", "play") and not field.description and not _is_part(entry, name):
            yield f"The setting {name} has no description."
    kinds = [body for body in schema()["$defs"].values() if entry.kind.__name__ in str(body.get("title", ""))]
    if not kinds:
        yield "The schema does not know it."


def _is_part(entry: AnyEntry, name: str) -> bool:
    """Whether a setting is a group of settings, which are described one by one."""
    return hasattr(entry.kind.model_fields[name].annotation, "model_fields")


SHOWING = (
    Check("paper", "There is something to play on, and the box is counted and cautioned.", paper),
    Check("room", "Where nothing is drawn there is something to look at together.", shown_to_a_room),
    Check("questions", "Every question to ask afterwards has its answer.", questions),
)
WHOLE = (
    EntryCheck("starters", "There is a game to begin from, of this kind.", starters),
    EntryCheck("pages", "The handbook has a page for the kind and for each reading of its own.", pages),
    EntryCheck("described", "The schema says what every setting is.", described),
)
