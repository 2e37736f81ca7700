"""Other lengths of a game: one change each that has it over sooner or later and leaves it the game that it is."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change
from bolometric.core.judge.change_size import Stray, stray
from bolometric.core.judge.kept import loses
from bolometric.core.judge.nearby import Effect, effects
from bolometric.core.results.show import certainty, show
from bolometric.core.settings.knobs import knob_at

LOOKED = 2_000
"""Games of a look: of a length that spreads by a quarter of itself they tell the mean to half a percent."""


def other_lengths(game: Game) -> list[Effect]:
    """What changes its minutes and does the same for the same end, as ``effects`` puts them. Raises Cancelled.

    Whether what it is for is left is not asked yet: that takes games played, and few of these may be told.
    """
    found = effects(game, "minutes", lambda change: _same(game, change), LOOKED)
    return [one for one in found if one.after.mean is not None]


def offered(game: Game, found: Iterable[Effect]) -> Iterator[Effect]:
    """Those of these that leave what the game is for, one for each setting that is changed. Raises Cancelled."""
    used: set[str] = set()
    for one in found:
        if one.change.path not in used and not loses(game, one.change.game):
            used.add(one.change.path)
            yield one


def in_words(one: Effect) -> str:
    """What to do, how long it takes then, and how sure that is: 'Use one die (5.2 min, exact)'."""
    return f"{one.change.words} ({show('minutes', one.after.mean)}, {certainty('minutes', one.after)})"


def _same(game: Game, change: Change) -> bool:
    """Whether the same is done for the same end: with more or fewer of something, or what touches no practice."""
    if change.path.startswith(("brief", "seats")):
        return False
    return knob_at(game, change.path).knob.kind == "number" or stray(game, change) <= Stray.SIZE
