"""Turns of several draws: what they come to, and when it is best to stop.

Theory. Within a turn that began at s the state is the present position p. A *policy* gives for each (s, p) the
chance of going on, and perhaps a number of draws after which the turn ends. Following the distribution of p from
draw to draw gives the chance of ending the turn at each position: one row of a chain over whole turns, which is
then followed like any other.

Best play for fewest turns, alone. Let V(p) be the turns still needed from p when a turn begins there, V(home) = 0,
and W(s, p) the turns still needed *after* the present one from p in a turn begun at s. Then

    Q(s, p) = Σ w(move) W(s, p')  +  w(back) V(0)  +  w(lose) V(s)      (home counts 0)
    W(s, p) = min(V(p), Q(s, p))        V(s) = 1 + Q(s, s)

since the first draw of a turn is not a choice. Solved by sweeps of value iteration that use each new value at
once (Gauss and Seidel); from the end of the trail down, so that forward moves are known when they are needed.
Cost of a sweep: steps² × columns. Reference: Puterman, *Markov Decision Processes*, sections 6.3 and 7.2.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.choices import AGAINST
from bolometric.core.areas.trail.rules import MOST_DRAWS, TrailChain, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.seats import Style
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import listing_words, minus, significant

Array = NDArray[np.float64]
FINISHED = 1e-14
"""Chance of still being in a turn below which it is over."""
SETTLED, MOST_SWEEPS = 1e-11, 5000


@dataclass(frozen=True, slots=True)
class StoppingPolicy:
    """When to go on."""

    go: NDArray[np.float32]
    """Shape (steps, steps): the chance of drawing again in a turn begun at s, now at p."""
    most: int
    """Draws after which a turn ends."""


@dataclass(frozen=True, slots=True)
class StoppingPlan:
    """Best play for fewest turns."""

    go: NDArray[np.bool_]
    """Shape (steps, steps): whether drawing again is better, in a turn begun at s, now at p."""
    turns: Array
    """Shape (steps + 1,): turns still needed from each position, infinite where home can't be reached."""
    price: Array
    """Shape (steps, steps): how many turns the worse of the two costs on average."""
    sweeps: int
    settled: bool


@lru_cache(maxsize=64)
def policy_of(trail: Trail, distribution: Distribution, style: Style) -> StoppingPolicy:
    """The policy of a style on a trail on which turns have several draws."""
    steps = trail.steps
    always = np.ones((steps, steps), np.float32)
    if trail.go_on == "fixed":
        return StoppingPolicy(always, trail.draws)
    match style.choose:
        case "guess":
            return StoppingPolicy(np.full((steps, steps), 0.5, np.float32), MOST_DRAWS)
        case "plan":
            return StoppingPolicy(plan_of(trail, distribution).go.astype(np.float32), MOST_DRAWS)
        case "thumb":
            if style.rule == "stop_after":
                return StoppingPolicy(always, style.number)
            gain = np.arange(steps)[None, :] - np.arange(steps)[:, None]
            return StoppingPolicy((gain < style.number * trail.per_one).astype(np.float32), MOST_DRAWS)


def to_win(trail: Trail, style: Style) -> bool:
    """Whether a style heeds the other's marker when it dares."""
    return style.choose == "plan" and style.aim(trail) in AGAINST


def turn_matrix(chain: TrailChain, policy: StoppingPolicy) -> Array:
    """Chances of ending a turn at each position; shape (steps, steps + 1), rows adding to 1."""
    from bolometric.core.areas.trail.daring.value_iteration import follow_turns  # brings Numba with it

    ended = np.zeros((chain.length, chain.length + 1))
    landing = np.ascontiguousarray(chain.landing)
    follow_turns(landing, chain.chances, chain.turn, policy.go, policy.most, FINISHED, ended)
    return ended


@lru_cache(maxsize=16)
def plan_of(trail: Trail, distribution: Distribution) -> StoppingPlan:
    """Solve for fewest turns. ``settled`` says whether the values came to rest."""
    from bolometric.core.areas.trail.daring.value_iteration import sweep  # brings Numba with it

    chain = compile_chain(trail, distribution)
    steps = chain.length
    turns = np.where(np.append(chain.can_finish, True), 0.0, np.inf)
    after = np.where(np.isfinite(turns[:steps])[None, :], 0.0, np.inf) + np.zeros((steps, steps))
    going = np.zeros((steps, steps))
    landing, chances = np.ascontiguousarray(chain.landing), chain.chances
    done, change = 0, np.inf
    while done < MOST_SWEEPS and change >= SETTLED:
        checkpoint()
        change, done = sweep(landing, chances, chain.turn, turns, after, going), done + 1
    stop = np.broadcast_to(turns[:steps], (steps, steps))
    with np.errstate(invalid="ignore"):
        price = np.abs(np.nan_to_num(going - stop, posinf=np.inf))
    # A tie is a stop: there is nothing to gain by a risk.
    return StoppingPlan(going < stop - 1e-9, turns, price, done, change < SETTLED)


def turns(count: float) -> str:
    """So many turns, on average."""
    told = significant(count, 2)
    return f"{told} turn{'s' if told != '1' else ''}"


def advice(trail: Trail, plan: StoppingPlan, start: int, heeding: bool = False) -> str:
    """Best play for a turn begun at a position, as a rule to follow, with what missing it by one step costs.

    With ``heeding`` it is said that this is for fewest turns, since somebody plays to win.
    """
    whose = "For the fewest turns, in" if heeding else "Best play for"
    steps = trail.steps
    stops = [p for p in range(start + 1, steps) if not plan.go[start, p]]
    if not np.isfinite(plan.turns[start]):
        return "From here nobody gets home."

    def named(position: int) -> str:
        return minus(tidy(Fraction(position, trail.per_one)))

    if not stops:
        return f"{whose} a turn begun here: go on until you are home."
    first, last = stops[0], stops[-1]
    if len(stops) != last - first + 1:
        told = f"stop on {_ranges(stops, named)}, go on elsewhere"
    elif last == steps - 1:
        told = f"go on until you are on {named(first)} or beyond, then stop"
    else:
        told = f"stop on {named(first)} to {named(last)}; below that go on, beyond it go for home"
    costs = []
    if first - 1 > start:
        costs.append(f"stopping one step sooner costs {turns(plan.price[start, first - 1])}")
    costs.append(f"going on at {named(first)} costs {significant(plan.price[start, first], 2)}")
    return f"{whose} a turn begun here: {told} ({', '.join(costs)}; exact)."


def _ranges(positions: list[int], named: Callable[[int], str]) -> str:
    """Positions as a list of runs."""
    runs: list[list[int]] = []
    for position in positions:
        if runs and position == runs[-1][1] + 1:
            runs[-1][1] = position
        else:
            runs.append([position, position])
    return listing_words([named(a) if a == b else f"{named(a)} to {named(b)}" for a, b in runs], "and")
