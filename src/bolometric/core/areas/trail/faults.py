"""What can be wrong with a trail."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from bolometric.core.amounts import tidy
from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.daring import plan_of
from bolometric.core.areas.trail.rules import GOES_ON, Chain, compile_chain
from bolometric.core.areas.trail.spec import PER_ONE
from bolometric.core.errors import GameError
from bolometric.core.game import Game, with_value
from bolometric.core.knobs import knob_at
from bolometric.core.measure import Exact
from bolometric.core.nearby import Change
from bolometric.core.wording import listing, minus, percent

MOST_NAMED = 8


def lengthens(game: Game) -> str:
    """The setting that makes a trail longer."""
    return "area.length" if game.area.unit == "whole" else "area.amount"


def endless(exact: Exact) -> str:
    """A sentence if a player may never get home, else nothing."""
    never = exact.never
    if area.hopeless(exact.game):
        return "Nobody can ever get home: no run of totals leads to the end."
    if not never:
        return ""
    chain = compile_chain(exact.game.area, exact.game.distribution)
    stranded = np.flatnonzero(~chain.can_finish & chain.can_be_reached)
    places = _squares(stranded, exact.game)
    whole = "" if exact.race is None or exact.game.seats.count == 1 else (
        f", and {percent(exact.race.never)} of games never end"
    )  # fmt: skip
    return f"From {places} no run of totals leads home: {percent(never)} of players are stranded{whole}."


def _squares(positions: NDArray[np.intp], game: Game) -> str:
    names = [tidy(Fraction(int(p), game.area.per_one)) for p in positions]
    one, many = ("square", "squares") if game.area.unit == "whole" else ("the amount", "amounts")
    if len(names) == 1:
        return f"{one} {minus(names[0])}"
    if len(names) > MOST_NAMED:
        return f"{len(names)} {many} ({minus(names[0])} to {minus(names[-1])})"
    return f"{many} {listing(names, 'and')}"


def useless_totals(game: Game) -> Iterator[tuple[str, str, tuple[Change, ...]]]:
    """Totals that are no whole number of steps and so move nothing."""
    odds = game.distribution
    odd = [total for total in odds.totals if not game.area.fits(total)]
    if not odd:
        return
    chance = float(sum(odds.chance(total) for total in odd))
    steps = "squares" if game.area.unit == "whole" else f"{game.area.unit}s"
    cures = []
    for choice in knob_at(game, "area.unit").knob.choices:
        if PER_ONE[choice.value] > game.area.per_one:
            try:
                finer = with_value(game, "area.unit", choice.value)
            except GameError:
                continue
            if all(finer.area.fits(total) for total in odd):
                cures.append(Change(choice.order, "area.unit", choice.value, finer))
    named = listing(odd[:MOST_NAMED], "or") + (" and others" if len(odd) > MOST_NAMED else "")
    yield (
        "area.unit",
        f"A total of {named} is no whole number of {steps}, so the marker stays: {percent(chance)} of turns.",
        tuple(cures[:1]),
    )


def impossible_totals(game: Game) -> Iterator[tuple[str, str, Change]]:
    """For each rule about a total that can never come up: its path, a sentence, and the rule without it."""
    possible = set(game.distribution.totals)
    for name in ("back_to_start", "lose_turn"):
        given: tuple[Fraction, ...] = getattr(game.area, name)
        missing = [total for total in given if total not in possible]
        if missing:
            path, kept = f"area.{name}", tuple(total for total in given if total in possible)
            low, high = game.distribution.totals[0], game.distribution.totals[-1]
            sentence = (
                f"A total of {listing(missing, 'or')} can never come up with these pieces "
                f"(they make {minus(low)} to {minus(high)}), so that rule does nothing."
            )
            words = f"Take {listing(missing, 'and')} out"
            yield path, sentence, Change(words, path, kept, with_value(game, path, kept))


def never_landed(exact: Exact) -> str:
    """A sentence naming the squares that nobody can land on, else nothing."""
    if exact.squares is None or exact.squares.stderr:
        return ""  # by chance never is not never
    never = np.flatnonzero(exact.squares.chance == 0) + 1
    if not len(never) or exact.squares.chance[-1] == 0:
        return ""
    return f"Nobody ever lands on {_squares(never, exact.game)}: leave a task or a picture off."


def no_choice(game: Game) -> str:
    """A sentence if players may choose but one option is best in every position, else nothing."""
    if not area.chooses(game) or area.hopeless(game) or not game.draws_are_known:
        return ""
    plan, chain = plan_of(game.area, game.distribution), compile_chain(game.area, game.distribution)
    ahead = _within_a_turn(chain) & (chain.can_be_reached & chain.can_finish)[:, None]
    if not ahead.any():
        return ""
    if plan.go[ahead].all():
        return "Going on is best in every position, so there is nothing to decide: let some total cost the turn's gain."
    if not plan.go[ahead].any():
        return "Stopping is best in every position, so there is nothing to decide: make going on less of a risk."
    return ""


def _within_a_turn(chain: Chain) -> NDArray[np.bool_]:
    """Which positions a turn begun at each can come to without ending; shape (steps, steps)."""
    steps = chain.length
    moves = np.zeros((steps, steps + 1), np.float32)
    for column in np.flatnonzero(chain.turn == GOES_ON):
        moves[np.arange(steps), chain.table[:, column]] = 1
    reach = moves[:, :steps]
    while True:  # each round doubles how many draws are looked at
        further = np.minimum(reach + reach @ reach, 1)
        if (further == reach).all():
            return reach > 0
        reach = further
