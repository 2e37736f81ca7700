"""The inner loops of :mod:`stopping`, compiled: a sweep of value iteration, and a turn followed draw by draw."""

from __future__ import annotations

import numpy as np

from bolometric.core.settings.loops import loop


@loop
def sweep(landing, chances, turn, turns, after, going):  # type: ignore[no-untyped-def]
    """Renew every value once, in place; gives the largest relative change.

    ``turns`` is V, shape (steps + 1,); ``after`` is W and ``going`` Q, both shape (steps, steps).
    """
    steps, columns = landing.shape
    widest = 0.0
    for start in range(steps - 1, -1, -1):
        if np.isinf(turns[start]):
            continue
        for here in range(steps - 1, -1, -1):
            value = 0.0
            for column in range(columns):
                if turn[column] == 1:
                    value += chances[column] * turns[0]
                elif turn[column] == 2:
                    value += chances[column] * turns[start]
                else:
                    there = landing[here, column]
                    if there < steps:
                        value += chances[column] * after[start, there]
            going[start, here] = value
            after[start, here] = min(turns[here], value)
        fresh = 1.0 + going[start, start]
        widest = max(widest, abs(fresh - turns[start]) / (1.0 + fresh))
        turns[start] = fresh
    return widest


@loop
def follow_turns(landing, chances, turn, go, most, finished, ended):  # type: ignore[no-untyped-def]
    """Add to ``ended``, shape (steps, steps + 1), the chance that a turn begun at each place ends at each other.

    ``go`` has shape (steps, steps): the chance of drawing again in a turn begun at s, now at p.
    """
    steps, columns = landing.shape
    inside, landed = np.zeros(steps), np.zeros(steps)
    for start in range(steps):
        inside[:] = 0.0
        inside[start] = 1.0
        for drawn in range(1, most + 1):
            landed[:] = 0.0
            for here in range(steps):
                if inside[here] == 0.0:
                    continue
                for column in range(columns):
                    chance = inside[here] * chances[column]
                    if turn[column] == 1:
                        ended[start, 0] += chance
                    elif turn[column] == 2:
                        ended[start, start] += chance
                    elif landing[here, column] == steps:
                        ended[start, steps] += chance
                    else:
                        landed[landing[here, column]] += chance
            left = 0.0
            for here in range(steps):
                inside[here] = landed[here] * go[start, here] if drawn < most else 0.0
                ended[start, here] += landed[here] - inside[here]
                left += inside[here]
            if left < finished:
                break
        ended[start, :steps] += inside
