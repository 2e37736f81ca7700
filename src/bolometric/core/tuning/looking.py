"""A look at a candidate: the readings that its targets ask for, exact where they are, else from so many games."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.targets import Target
from bolometric.core.judge.suits import AS_SET, Suited, as_measured, suited, suits
from bolometric.core.measure.equal_seats import EDGE, EVEN, unequal
from bolometric.core.measure.measuring import even_played, measure_exactly, runs_of, thinking_played
from bolometric.core.measure.runs import NOTED_ALONE
from bolometric.core.results.readings import Reading, exact_value, joined
from bolometric.core.settings.errors import GameError

OF_CHOICE = ("choice", "decisions")
"""Readings that are nought where there is nothing to choose."""
LONGEST, MOST_TURNS = 3_000, 4_000_000
"""Turns of a game, and of all games of a look, at most: what is longer counts as too long."""


@dataclass(frozen=True, slots=True)
class Look:
    """What was seen of a game."""

    game: Game
    parts: tuple[Suited, ...]
    suits: float
    """From 0 to 1; 1 where there is no target."""


def readings_for(game: Game, whom: tuple[str, str], keys: frozenset[str], runs: int, seed: int) -> dict[str, Reading]:
    """Some readings of a game for a style and a fluency; those that are not known are left out. Raises Cancelled.

    The same seed plays games that look alike by like draws, so that two games differ by less than chance.
    """
    made = as_measured(game, whom)
    try:
        exact = measure_exactly(made, "choice" in keys, bool(keys & set(NOTED_ALONE))).readings
        missing = {key for key in keys if key not in exact or exact[key].spread is not None}
        played: dict[str, Reading] = {}
        if "choice" in missing:
            worth = thinking_played(made, seed, max(runs // 2, 100))
            played = {} if worth is None else {"choice": worth}
            missing.discard("choice")
        if EDGE in missing and unequal(made) is not None:
            played |= even_played(made, seed, runs)
            missing -= set(EVEN)
        if missing:
            played |= _played(made, runs, seed, bool(missing & set(NOTED_ALONE)))
    except GameError:
        return {}  # nobody can play it so
    both = joined(played, exact)
    return {key: both[key] for key in keys if key in both}


def readings_asked(game: Game, whom: tuple[str, str], keys: frozenset[str], runs: int, seed: int) -> dict[str, Reading]:
    """The same for targets: where there is nothing to choose, what is decided by choice is nought by the rules."""
    found = readings_for(game, whom, keys, runs, seed)
    if not area_of(game).measured.chooses(game):
        found = {**{key: exact_value(0.0) for key in keys & set(OF_CHOICE)}, **found}
    return found


def _played(game: Game, runs: int, seed: int, note: bool) -> dict[str, Reading]:
    for tally in runs_of(game, seed, runs, LONGEST, note):
        if tally.sample.turns_played > MOST_TURNS:
            break
    return tally.readings()


def look(game: Game, targets: tuple[Target, ...], runs: int, seed: int) -> Look:
    """How well a game suits its targets. Raises Cancelled."""
    measured = {}
    for whom in dict.fromkeys(target.measured_as for target in targets):
        keys = frozenset(target.reading for target in targets if target.measured_as == whom)
        measured[whom] = readings_asked(game, whom, keys, runs, seed)
    parts = suited(targets, measured)
    found = suits(parts)
    return Look(game, parts, 1.0 if found is None else found)


__all__ = ["AS_SET", "Look", "look", "readings_asked", "readings_for"]
