"""The questions of a game, from easy to hard, as its maker wants them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.game.house import spoken
from bolometric.core.game.talk import Talk
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.measuring import Measurement
from bolometric.core.results.board import Heat
from bolometric.core.results.readings import Reading
from bolometric.core.text.figures import number
from bolometric.core.words.talk.claims import Claim, Said
from bolometric.core.words.talk.draws import EASY, HARD, MIDDLING, Asked, of_draws
from bolometric.core.words.talk.playing import of_board, of_play
from bolometric.core.words.talk.sums import of_sums

FEWEST, MOST = 6, 12
LEVELS = {EASY: "easy", MIDDLING: "middling", HARD: "hard"}


@dataclass(frozen=True, slots=True)
class TalkQuestion:
    """A question with its answer."""

    key: str
    level: int
    ask: str
    answer: str
    claim: Claim | None = None
    """What the answer is made from; None for the maker's own words."""


def questions(
    game: Game,
    readings: Mapping[str, Reading],
    times: Mapping[Fact, tuple[float, ...]],
    exactly: bool,
    heat: Heat | None,
) -> list[TalkQuestion]:
    """The questions of a game as its maker wants them: the program's, those that were changed, and own ones.

    ``times`` are how often each seat meets each fact in a game, known ``exactly`` or from games noted.
    """
    nouns = game.house.nouns
    found = [
        TalkQuestion(key, level, spoken(ask, nouns), spoken(claim.words, nouns), claim)
        for key, level, ask, claim in _made(game, readings, times, exactly, heat)
    ]
    found.sort(key=lambda one: one.level)
    return edited(_fewer(found), game.talk)


def asked_of(found: Measurement) -> list[TalkQuestion]:
    """The questions of a game that has been measured."""
    exact, notes = found.exact.facts, found.notes
    times = exact if exact is not None else {} if notes is None else notes.times_each
    return questions(found.exact.game, found.readings, times, exact is not None, found.exact.heat)


def edited(found: list[TalkQuestion], talk: Talk) -> list[TalkQuestion]:
    """What the maker left out is left out, what was changed is changed, and what was added stands among its like."""
    own = {one.key: TalkQuestion(one.key, one.level, one.ask, one.answer) for one in talk.own}
    kept = [own.pop(one.key, one) for one in found if one.key not in talk.dropped]
    return sorted([*kept, *own.values()], key=lambda one: one.level)


def _fewer(found: list[TalkQuestion]) -> list[TalkQuestion]:
    """So many as are asked at most, the same part of each level."""
    while len(found) > MOST:
        levels = [one.level for one in found]
        most = max(LEVELS, key=levels.count)
        found.pop(len(levels) - 1 - levels[::-1].index(most))
    return found


def _made(
    game: Game,
    readings: Mapping[str, Reading],
    times: Mapping[Fact, tuple[float, ...]],
    exactly: bool,
    heat: Heat | None,
) -> Iterator[Asked]:
    yield from of_draws(game)
    yield from of_sums(times, exactly)
    yield from of_play(game, readings)
    yield from of_board(game, heat)
    for key, level, ask, answer in area_of(game).words.talk(game):
        yield key, level, ask, Said(answer)
    work = area_of(game).work
    for k, one in enumerate((work.pays(game) if work is not None else ())[:2]):
        yield f"pays-{k + 1}", HARD, one.question, Said(one.answer)


def traps(faults: Iterable[Fault]) -> list[TalkQuestion]:
    """What is wrong with a game and meant, as questions that a class can find out."""
    meant = [fault for fault in faults if fault.level == "meant"]
    many = "a trap" if len(meant) == 1 else f"{number(len(meant))} traps"
    first = (
        f"There is {many} in this game. What is it?"
        if len(meant) == 1
        else f"There are {many} in this game. What is one of them?"
    )
    return [
        TalkQuestion(f"trap-{at}", 2, first if at == 1 else "And what is another trap?", fault.sentence)
        for at, fault in enumerate(meant, 1)
    ]
