"""What can be wrong with a chain."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.chain.play import hopeless
from bolometric.core.areas.chain.solved import first_that_win
from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.areas.chain.witness import longest
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Annoyance, Fault, change, cures
from bolometric.core.text.figures import plural

SHORT = 2
"""Sums of a chain that is over before it has begun."""


def lengthens(game: Game) -> str:
    """A longer line makes longer chains."""
    return "area.last"


def by_rules(game: Game) -> Iterator[Fault]:
    """An aim that is out of reach, and chains that end at once."""
    area = game.area_as(Chain)
    sums, proved = longest(area)
    if hopeless(game):
        least = len(area.open_line) - 2 * sums
        cure = change(game, f"Ask for at most {least} left", "area.wanted", least)
        left = "one number is" if least == 1 else f"{least} numbers are"
        sentence = f"At least {left} always left, so {area.wanted} is out of reach."
        yield Fault("out_of_reach", "fault", "area.wanted", sentence, cures(cure))
    if proved and sums <= SHORT:
        longer = change(game, f"Let the line go to {area.last + 4}", "area.last", area.last + 4)
        yield Fault(
            "ends_at_once", "fault", "area.last", f"The longest chain has {plural(sums, 'sum')} only.", cures(longer)
        )
    if area.practice == "against" and len(area.open_line) <= MOST_SOLVED:
        good, ways = first_that_win(area)
        if good == ways > 0:
            sentence = "Whatever the first player does, they can win, so going first decides."
            yield Fault("first_decides", "advice", "area.last", sentence, ())


def annoyances(game: Game) -> tuple[Annoyance, ...]:
    """What would annoy those who make a chain."""
    return (
        Annoyance(
            "ends_soon",
            "turns",
            2.5,
            False,
            "A chain has {} sums on average, so it is over before it has begun.",
            "with two sums nobody has met a number twice",
        ),
    )


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, annoyances=annoyances)
