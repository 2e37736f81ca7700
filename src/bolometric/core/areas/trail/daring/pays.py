"""Where thinking pays when one may stop or go on: squares on which a guess costs most in a game."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.trail import area as trails
from bolometric.core.areas.trail import exact
from bolometric.core.areas.trail.daring.stopping import plan_of
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.decision import Decision, dearest


def pays(game: Game) -> tuple[Decision, ...]:
    """For each square the turn in which guessing whether to stop costs most, times how often it comes up.

    Half of all guesses are wrong. How often: turns that a guessing player ends on a square, and so begins there, times
    the chance that the first draw leads from it.
    """
    trail = game.area_as(Trail)
    if trail.go_on != "dare" or not game.draws_are_known or trail.squares:
        return ()
    plan, chain = plan_of(trail, game.distribution), compile_chain(trail, game.distribution)
    ends = exact.landed(trails.way_in(game, Style())).times
    begun = np.append(1.0, np.where(np.isfinite(ends[:-1]), ends[:-1], 0.0))
    often = begun[:, None] * exact.transition_matrix(chain)[:, : chain.length]
    price = np.triu(np.where(np.isfinite(plan.price), plan.price, 0.0), 1) / 2
    worst, found = price * often, []
    for at in range(1, trail.steps):
        start = int(worst[:, at].argmax())
        where = f"you stand on {trail.called(at)}, in a turn begun {_on(trail, start)}"
        best = "go on" if plan.go[start, at] else "stop"
        weight = float(often[start, at])
        found.append(Decision(where, best, float(price[start, at]), "turns", weight, place=at))
    return dearest(found)


def _on(trail: Trail, at: int) -> str:
    return f"on {trail.called(at)}" if at else "at the start"
