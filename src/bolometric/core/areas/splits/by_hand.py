"""Splits found at the table, one by one."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.splits.found import may_stop
from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Option, Standing, noted, won
from bolometric.core.text.figures import plural

STOP = -1
"""In place of a way: they say that they have all."""


@dataclass(frozen=True, slots=True)
class OnSplits(Standing):
    """What stands on the sheet."""

    found: tuple[int, ...] = ()
    """Places of the ways found, in their order."""


def begin(game: Game) -> OnSplits:
    """An empty sheet."""
    return OnSplits(waiting="choice")


def way_words(area: Splits, at: int) -> str:
    """A way: '3 red and 7 blue'."""
    one, other = area.ways[at]
    return f"{one} {area.kinds[0]} and {other} {area.kinds[1]}"


def options(game: Game, now: OnSplits) -> tuple[Option[int], ...]:
    """Every way that is not on the sheet, and to stop."""
    area = game.area_as(Splits)
    left = [at for at in range(len(area.ways)) if at not in now.found]
    shown = left[:1] if area.working == "steps" else left
    stop = (Option(STOP, "Stop: we have all"),) if may_stop(area, len(now.found)) else ()
    return stop + tuple(Option(at, way_words(area, at).capitalize(), at + 1) for at in shown)


def choose(game: Game, now: OnSplits, key: int) -> OnSplits:
    """Write a way down, or stop."""
    area = game.area_as(Splits)
    if key == STOP:
        return _over(area, noted(now, "says that these are all."))
    now = noted(replace(now, found=(*now.found, key)), f"{way_words(area, key)}.")
    if len(now.found) == len(area.ways):
        return _over(area, now)
    return replace(now, turn=now.turn + 1, seat=(now.seat + 1) % game.seats.count)


def _over(area: Splits, now: OnSplits) -> OnSplits:
    return won(now, (), f"The sheet is done: {len(now.found)} of {plural(len(area.ways), 'way')} found.")


def pick(game: Game, now: OnSplits, style: Style, rng: np.random.Generator) -> int:
    """Stop as often as the maker says, else any that is missing."""
    area = game.area_as(Splits)
    if may_stop(area, len(now.found)) and rng.random() < area.stopping:
        return STOP
    left = [option.key for option in options(game, now) if option.key != STOP]
    return int(left[int(rng.integers(len(left)))])


def asks(game: Game, now: OnSplits) -> str | None:
    """What the seat to move has to do."""
    return "find a way that is not on the sheet." if now.waiting == "choice" else None


def tally(game: Game, now: OnSplits) -> str:
    """What has been found so far."""
    area = game.area_as(Splits)
    known = f" of {len(area.ways)}" if area.told == "yes" or area.working == "steps" else ""
    return f"{plural(len(now.found), 'way')}{known} found."


def hints(game: Game, now: OnSplits) -> tuple[str, ...]:
    """How many are missing, then whether one is below the half, then one of them."""
    area = game.area_as(Splits)
    left = [at for at in range(len(area.ways)) if at not in now.found]
    if not left:
        return ()
    one = area.ways[left[0]]
    more = "more" if one[0] > one[1] else "as many" if one[0] == one[1] else "fewer"
    tail = "as" if more == "as many" else "than"
    return (
        f"{'One is' if len(left) == 1 else f'{len(left)} are'} missing.",
        f"One that is missing has {more} {area.kinds[0]} {tail} {area.kinds[1]}.",
        f"{way_words(area, left[0]).capitalize()}.",
    )


def coach(game: Game, now: OnSplits) -> str:
    """What is still missing."""
    area = game.area_as(Splits)
    left = len(area.ways) - len(now.found)
    order = "Going in order, one more each time, shows it." if area.working == "any" else "Go on in order."
    return f"{plural(left, 'way')} of {len(area.ways)} {'is' if left == 1 else 'are'} missing (exact). {order}"


BY_HAND = ByHand(
    begin=begin,
    landed=lambda game, now, drawn: now,  # nothing is ever drawn
    options=options,
    choose=choose,
    pick=pick,
    asks=asks,
    tally=tally,
    hints=hints,
    coach=coach,
)
