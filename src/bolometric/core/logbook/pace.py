"""A game at the pace of a group: its seconds, and its slips, in place of the profile's."""

from __future__ import annotations

from bolometric.core.game.document import Game, with_values
from bolometric.core.learner_work.facts import ADD, MULTIPLY
from bolometric.core.logbook.learning import Pace
from bolometric.core.logbook.slips import Care

MOST_SLIPS = 0.5
"""A share of slips is not taken beyond this, whatever was counted."""
SECONDS = {"count": ADD, "step": MULTIPLY, "carry": ADD, "look": "", "recall": "", "choice": ""}
"""Which kind of fact each of the seconds of a profile is of."""


def at_pace(game: Game, pace: Pace, care: Care | None = None) -> Game:
    """The game with the seconds of a group in place of the profile's: what is predicted for it is then the group's."""
    thinking, hands = pace.thinking[0], pace.hands[0]
    if not game.seats.fluency:
        seconds = min(max(game.seats.seconds_per_turn * thinking, 1.0), 600.0)
        return with_values(game, {"seats.seconds_per_turn": round(seconds, 1)})
    fluency = []
    for one in game.seats.fluency:
        plain = one.model_dump(mode="json")
        for name, kind in SECONDS.items():
            plain[name] = round(plain[name] * pace.of(kind), 3)
        for painted in plain["painted"]:
            painted["seconds"] = round(painted["seconds"] * thinking, 3)
        for name in ("slips", "slips_known") if care is not None else ():
            assert care is not None
            plain[name] = min(round(plain[name] * care.times[0], 4), MOST_SLIPS)
        fluency.append(plain)
    slower = {name: round(seconds * hands, 3) for name, seconds in game.seats.hands.model_dump(mode="json").items()}
    return with_values(game, {"seats.fluency": fluency, "seats.hands": slower})
