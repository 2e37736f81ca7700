"""How a seat may choose on a trail: its rules of thumb, and what best play may aim at."""

from __future__ import annotations

from bolometric.core.game.area_part import Goal, StyleRule

HEED = "heed"
AGAINST = ("win", HEED)
"""Goals for which the other's marker counts: a plan expects best play of the other seat, or heeds its style."""
RULES = (
    StyleRule("stop_after", "stop after {} draws", "stop after number draws", numbered=True),
    StyleRule(
        "stop_at", "stop once a turn has gained {}", "stop once the turn has gained number, in ones", numbered=True
    ),
    StyleRule(
        "ahead",
        "move whichever counter leaves them better placed",
        "where totals move either counter (any rule does the same there)",
    ),
)
GOALS = (
    Goal("turns", "play best for the fewest turns", "fewest turns, alone"),
    Goal("win", "play best to win, expecting best play", "winning, two seats, whatever the other does"),
    Goal(HEED, "play best to win, knowing how the other plays", "winning against the other seat's own style"),
)
