"""A purse played by hand, by the steps that the runs use."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction

import numpy as np

from bolometric.core.areas.drawing import NO_BEST_PLAY
from bolometric.core.areas.purse.area import multipliers_of, steps_of
from bolometric.core.areas.purse.exact import choice_of, plan_of
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.show import show
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing_words, minus, percent
from bolometric.core.text.ranking import weighed


@dataclass(frozen=True, slots=True)
class OnPurse(Standing):
    """How the purses stand."""

    sums: tuple[int, ...] = ()
    """The place of each seat's sum."""
    made: tuple[int, ...] = ()
    """Draws that each seat has made."""
    total: int = -1
    """The place of the total that is to be multiplied; -1 before a draw."""


def begin(game: Game) -> OnPurse:
    """Empty purses."""
    seats = game.seats.count
    return OnPurse(sums=(steps_of(game).start,) * seats, made=(0,) * seats)


def _shown(game: Game, place: int) -> str:
    steps = steps_of(game)
    return minus(tidy(Fraction(place + steps.least, steps.unit)))


def asks(game: Game, now: OnPurse) -> str | None:
    """What the seat to move has to do."""
    return "choose the multiplier." if now.waiting == "choice" else None


def tally(game: Game, now: OnPurse) -> str:
    """What is in each purse."""
    told = ", ".join(f"player {seat} has {_shown(game, place)}" for seat, place in enumerate(now.sums, 1))
    return f"Target {minus(tidy(game.area_as(Purse).target))}: {told}."


def options(game: Game, now: OnPurse) -> tuple[Option[int], ...]:
    """Each multiplier with the sum it leads to."""
    steps, area = steps_of(game), game.area_as(Purse)
    here = now.sums[now.seat]
    return tuple(
        Option(k, f"×{minus(tidy(by))} → {_shown(game, here + int(steps.adds[now.total, k]))}")
        for k, by in enumerate(area.multipliers)
    )


def choose(game: Game, now: OnPurse, key: int) -> OnPurse:
    """Put the total times a multiplier into the purse."""
    steps, area = steps_of(game), game.area_as(Purse)
    here = now.sums[now.seat] + int(steps.adds[now.total, key])
    sums = tuple(here if seat == now.seat else place for seat, place in enumerate(now.sums))
    made = tuple(count + (seat == now.seat) for seat, count in enumerate(now.made))
    now = noted(
        replace(now, sums=sums, made=made, total=-1),
        f"times {minus(tidy(area.multipliers[key]))}, now {_shown(game, here)}.",
    )
    if min(made) == area.draws:
        score = steps.distance[list(sums)]
        least = float(score.min())
        return won(now, [seat for seat in range(len(sums)) if score[seat] == least], f", {show('score', least)} away")
    return replace(now, seat=(now.seat + 1) % len(sums), turn=now.turn + 1, waiting="draw")


def pick(game: Game, now: OnPurse, style: Style, rng: np.random.Generator) -> int:
    """What a style chooses."""
    steps = steps_of(game)
    choice = choice_of(steps, style, multipliers_of(game))
    if choice is None:
        return int(rng.integers(steps.adds.shape[1]))
    return int(choice[steps.draws - 1 - now.made[now.seat], now.sums[now.seat], now.total])


def landed(game: Game, now: OnPurse, drawn: Drawn) -> OnPurse:
    """A total waits for its multiplier; a draw without a number puts nothing in."""
    totals = game.distribution.totals
    place = len(totals) if drawn.total is None else totals.index(drawn.total)
    now = replace(noted(now, f"{drawn.words}."), total=place)
    return choose(game, now, 0) if drawn.total is None else replace(now, waiting="choice")


def coach(game: Game, now: OnPurse) -> str:
    """What each multiplier is worth under best play."""
    if remembers(game.pieces):
        return NO_BEST_PLAY
    steps, area = steps_of(game), game.area_as(Purse)
    plan, left, here = plan_of(steps, "nearest"), steps.draws - now.made[now.seat], now.sums[now.seat]
    if now.waiting != "choice":
        far, hit = float(plan.distance[left, here]), float(plan.hits[left, here])
        return (
            f"From here best play ends {show('score', far)} away on average, on the target with {percent(hit)} (exact)."
        )
    ends = {
        f"×{minus(tidy(by))}": float(plan.distance[left - 1, here + int(steps.adds[now.total, k])])
        for k, by in enumerate(area.multipliers)
    }
    best, worse = weighed(ends)
    away = f"ending {show('score', min(ends.values()))} away on average"
    return f"Best: {listing_words(best, 'or')}, {away}{worse} (exact)."


BY_HAND = ByHand(
    begin=begin, landed=landed, choose=choose, options=options, pick=pick, coach=coach, tally=tally, asks=asks
)
