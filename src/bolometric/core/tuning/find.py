"""Games from every area for a brief: each starter is given the brief and the pieces at hand, and tuned to it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, game_from
from bolometric.core.judge.suits import targets_of
from bolometric.core.settings.errors import Cancelled, GameError
from bolometric.core.tuning.search import Candidate, tune
from bolometric.core.tuning.workers import Share, alone

TRIES, EACH, TOLD, LAST = 32, 2, 12, 4_000
"""Candidates of each beginning; those of each that are kept; those that are told in all; games of their last look."""


def beginnings(brief: Mapping[str, Any]) -> list[Game]:
    """The starters with what a brief says: its targets, who plays, how many, and the pieces at hand.

    ``brief`` is plain data as in a game file: ``brief``, ``seats`` and ``pieces`` are taken from it. Starters that
    can't be played so are left out. Raises GameError where the brief itself can't be.
    """
    given = {key: brief[key] for key in ("brief", "seats", "pieces", "draw") if key in brief}
    game_from({key: value for key, value in given.items() if key in ("brief", "seats")})  # or say what is wrong
    found = []
    for starter in starters():
        data = starter.game.model_dump()
        for key, value in given.items():
            data[key] = {**data[key], **value} if isinstance(value, Mapping) else value
        if "pieces" in given and "draw" not in given:
            data["draw"] = starter.game.draw.model_dump()
        try:
            found.append(game_from(data))
        except GameError:
            continue
    if not found:
        raise GameError("No kind of game can be played with these pieces and players: name others.", "pieces")
    return found


def find(brief: Mapping[str, Any], seed: int = 1, tries: int = TRIES, share: Share = alone) -> tuple[Candidate, ...]:
    """Games of every kind that suit a brief, the best first. Raises GameError, Cancelled."""
    found: list[Candidate] = []
    for game in beginnings(brief):
        if not targets_of(game):
            raise GameError("The brief has no target: name one, such as the minutes it should last.", "brief")
        try:
            *_, last = tune(game, seed=seed, tries=tries, share=share, most=EACH, long=LAST)
        except Cancelled:
            raise
        except GameError:
            continue  # nothing of it may change
        found += last.best[:EACH]
    return tuple(sorted(found, key=lambda one: -one.suits)[:TOLD])
