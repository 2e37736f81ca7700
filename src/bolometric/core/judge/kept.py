"""What must stay when a game is changed: its point. A change that loses it is not offered, whatever its figures.

The point of a game is what it practises (the share and the coverage of its aim; where it names none, the facts that it
has), that there is something to choose, the squares that do something on its way, and that it is as sound as it was.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.judge.sound import unsound, unused
from bolometric.core.learner_work.aims import on_aim
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.settings.errors import GameError

SHARE, COVERAGE, DENSITY = 0.9, 0.6, 0.8
"""Parts of what there was that must be left: of the share of the aim, of its different facts, and of the
squares that do something for each square of the way."""
KNOWN, MUCH = 0.5, 0.2
"""In a game that names no aim: the part of what is worked out that must have come up before (larger numbers and longer
ways bring some facts that are new, other bonds nothing else), and the part that is so much of it that it must stay."""


LESS_AIM, OTHER_THINGS = "less of what is worked out is the aim", "other things are done with the numbers"
OTHER_FACTS = "most of what is worked out is something else"
OF_PIECES = (LESS_AIM, OTHER_THINGS)
"""What is lost by the pieces, whatever the board."""


def loses(game: Game, other: Game, fewer: bool = False) -> str:
    """What of its point a game loses by a change, in words; nothing where it keeps it. Raises Cancelled.

    With ``fewer`` it may have fewer different facts, as an easier one does; what is done with the numbers must stay.
    """
    if other == game:
        return ""
    before, after = _point(game), _point(other)
    if before.pieces > 1 == after.pieces:
        return "there are no two numbers left to put together"
    if before.chosen and not after.chosen:
        return "nothing is left to choose"
    if after.density < DENSITY * before.density:
        return "squares that do something become rare"
    if after.share < SHARE * before.share:
        return LESS_AIM
    if not fewer and after.facts < COVERAGE * before.facts:
        return "fewer facts of the aim come up"
    stays = before.does == after.does if fewer else _mostly_done(before.met) <= after.does
    if not stays:
        return OTHER_THINGS
    if not fewer and _known(before.met, after.met) < KNOWN:
        return OTHER_FACTS
    if fewer and after.unused > max(before.unused, other.area.unused_at_most):
        return "less of the board is used"
    return "it is not sound: " + after.against if after.against and not before.against else ""


@dataclass(frozen=True, slots=True)
class _Point:
    """What a game is worth playing for, worked out without playing it where that can be."""

    chosen: bool = False
    pieces: int = 0
    density: float = 0.0
    """Squares that do something for each square of the way."""
    share: float = 0.0
    facts: int = 0
    """Different facts of the aim that come up."""
    met: Mapping[Fact, tuple[float, ...]] = field(default_factory=dict)
    """How often each player meets each fact, in a game that names no aim."""
    does: frozenset[str] = frozenset()
    """What is done with the numbers."""
    unused: float = 0.0
    """The part of the board that is never used."""
    against: str = ""


NOTED, LONGEST = 200, 2_000
"""Games in which facts are looked for where they are not known exactly, and turns of one of them."""


def facts_met(game: Game) -> Mapping[Fact, tuple[float, ...]]:
    """How often each player meets each fact: exactly where that is known, else in games played."""
    exact = measure_exactly(game, worth_of_thinking=False).facts
    if exact is not None:
        return exact
    *_, tally = runs_of(game, 1, NOTED, LONGEST, note=True)
    return {} if tally.notes is None else tally.notes.times_each


@lru_cache(maxsize=64)
def _point(game: Game) -> _Point:
    try:
        return _point_of(game)
    except GameError as error:
        return _Point(against=error.sentence)


def _point_of(game: Game) -> _Point:
    area = game.area
    length = getattr(area, "length", 1)  # of a duel it is a word
    squares = len(getattr(area, "squares", ())) + len(getattr(area, "placed", ()))
    found = measure_exactly(game, worth_of_thinking=False)
    idle, places = unused(found)
    met = facts_met(game) if found.facts is None else found.facts
    share, facts = aimed(game, met)
    return _Point(
        area_of(game).measured.chooses(game),
        len(game.pieces) if area.uses_pieces else 0,
        squares / length if isinstance(length, int) else 0.0,
        share,
        facts,
        {} if game.brief.aim else met,
        frozenset(one.does for one in met),
        idle / max(places, 1),
        unsound(found, found.readings) if found.result is not None else "",
    )


def _mostly_done(met: Mapping[Fact, tuple[float, ...]]) -> frozenset[str]:
    """What is done with the numbers in much of what is worked out."""
    does: dict[str, float] = defaultdict(float)
    for one, counts in met.items():
        does[one.does] += sum(counts)
    return frozenset(key for key, often in does.items() if often >= MUCH * sum(does.values()))


def _known(before: Mapping[Fact, tuple[float, ...]], after: Mapping[Fact, tuple[float, ...]]) -> float:
    """The part of what is worked out afterwards that was worked out before; all of it where that was nothing."""
    if not before:
        return 1.0
    whole = sum(map(sum, after.values()))
    return sum(sum(counts) for one, counts in after.items() if one in before) / whole if whole else 0.0


def aimed(game: Game, met: Mapping[Fact, tuple[float, ...]]) -> tuple[float, int]:
    """How much of what is worked out is the aim, and how many different facts of it there are."""
    if not game.brief.aim:
        return 0.0, 0
    times = {one: sum(counts) for one, counts in met.items()}
    good = {one: often for one, often in times.items() if on_aim(game.brief.aim, one)}
    return sum(good.values()) / max(sum(times.values()), 1e-12), len(good)
