"""What can be wrong with a trail."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from bolometric.core.amounts import tidy
from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.board import TrailHeat
from bolometric.core.areas.trail.daring import plan_of, policy_of, turn_matrix
from bolometric.core.areas.trail.exact import followed, way_of_turns
from bolometric.core.areas.trail.rules import GOES_ON, Chain, compile_chain
from bolometric.core.areas.trail.spec import PER_ONE, Trail
from bolometric.core.errors import GameError
from bolometric.core.game import Game, with_value
from bolometric.core.knobs import knob_at
from bolometric.core.lengths import WaitingTime
from bolometric.core.measure import Exact
from bolometric.core.nearby import Change
from bolometric.core.race import PERIOD
from bolometric.core.seats import Style
from bolometric.core.wording import listing, minus, percent

MOST_NAMED = 8
AS_GOOD = 1e-7
"""How much longer, relatively, a rule of thumb may take to be called as good as best play."""


CHOICE = "area.go_on"


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def lengthens(game: Game) -> str:
    """The setting that makes a trail longer."""
    return "area.length" if _trail(game).unit == "whole" else "area.amount"


def endless(exact: Exact) -> tuple[str, str]:
    """The end and a sentence if a player may never get home, else nothing twice."""
    never, where = exact.never, "area.end"
    if area.hopeless(exact.game):
        return where, "Nobody can ever get home: no run of totals leads to the end."
    if not never:
        return "", ""
    chain = compile_chain(_trail(exact.game), exact.game.distribution)
    stranded = np.flatnonzero(~chain.can_finish & chain.can_be_reached)
    places, turns = _squares(stranded, exact.game), exact.turns
    whole = "" if turns is None or exact.game.seats.count == 1 else f", and {percent(turns.never)} of games never end"
    return where, f"From {places} no run of totals leads home: {percent(never)} of players are stranded{whole}."


def plain_faults(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """What is wrong by the rules alone: code, path, sentence, cures."""
    idle = no_choice(game)
    if idle:
        yield "no_choice", CHOICE, idle, (Change("Draw once a turn", CHOICE, "no", with_value(game, CHOICE, "no")),)
    for path, words, cures in useless_totals(game):
        yield "useless_total", path, words, cures
    for path, words, change in impossible_totals(game):
        yield "impossible_total", path, words, (change,)


def useless(game: Game) -> int:
    """How many rules about totals, and totals, do nothing."""
    return len(list(useless_totals(game)))


def advice(exact: Exact) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """Squares that are never used."""
    untouched = never_landed(exact)
    if untouched:
        yield "never_landed", lengthens(exact.game), untouched, ()


def _squares(positions: NDArray[np.intp], game: Game) -> str:
    names = [tidy(Fraction(int(p), _trail(game).per_one)) for p in positions]
    one, many = ("square", "squares") if _trail(game).unit == "whole" else ("the amount", "amounts")
    if len(names) == 1:
        return f"{one} {minus(names[0])}"
    if len(names) > MOST_NAMED:
        return f"{len(names)} {many} ({minus(names[0])} to {minus(names[-1])})"
    return f"{many} {listing(names, 'and')}"


def useless_totals(game: Game) -> Iterator[tuple[str, str, tuple[Change, ...]]]:
    """Totals that are no whole number of steps and so move nothing."""
    odds = game.distribution
    odd = [total for total in odds.totals if not _trail(game).fits(total)]
    if not odd:
        return
    chance = float(sum(odds.chance(total) for total in odd))
    steps = "squares" if _trail(game).unit == "whole" else f"{_trail(game).unit}s"
    cures = []
    for choice in knob_at(game, "area.unit").knob.choices:
        if PER_ONE[choice.value] > _trail(game).per_one:
            try:
                finer = with_value(game, "area.unit", choice.value)
            except GameError:
                continue
            if all(_trail(finer).fits(total) for total in odd):
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
        given: tuple[Fraction, ...] = getattr(_trail(game), name)
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
    heat = exact.heat
    if not isinstance(heat, TrailHeat) or heat.squares is None or heat.stderr:
        return ""  # by chance never is not never
    never = np.flatnonzero(heat.squares.chance == 0) + 1
    if not len(never) or heat.squares.chance[-1] == 0:
        return ""
    return f"Nobody ever lands on {_squares(never, exact.game)}: leave a task or a picture off."


def no_choice(game: Game) -> str:
    """A sentence if players may choose but one option is best in every position, else nothing."""
    if not area.chooses(game) or area.hopeless(game) or not game.draws_are_known:
        return ""
    plan, chain = plan_of(_trail(game), game.distribution), compile_chain(_trail(game), game.distribution)
    ahead = _within_a_turn(chain) & (chain.can_be_reached & chain.can_finish)[:, None]
    if not ahead.any():
        return ""
    if plan.go[ahead].all():
        return "Going on is best in every position, so there is nothing to decide: let some total cost the turn's gain."
    if not plan.go[ahead].any():
        return "Stopping is best in every position, so there is nothing to decide: make going on less of a risk."
    return _thumb_as_good(game, float(plan.turns[0]))


def _thumb_as_good(game: Game, best: float) -> str:
    """A sentence if a simple rule of thumb takes no more turns than best play, alone."""
    chain, trail = compile_chain(_trail(game), game.distribution), _trail(game)
    own = [style for style in game.seats.styles if style.choose == "thumb"]
    for style in (*own, *(Style(choose="thumb", rule="stop_after", number=number) for number in (2, 3))):
        way = followed(way_of_turns(turn_matrix(chain, policy_of(trail, game.distribution, style))), lambda: False)
        turns = WaitingTime(way.alive, PERIOD if way.leak < 1 else 1, way.leak, way.never)
        mean = turns.mean() if way.settled else None
        if mean is not None and mean <= best * (1 + AS_GOOD):
            return f"To {style.words} is as good as best play, so there is little to decide."
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
