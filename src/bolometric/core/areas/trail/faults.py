"""What can be wrong with a trail."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.board import TrailHeat
from bolometric.core.areas.trail.choice_faults import no_choice
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import PER_ONE, Trail
from bolometric.core.game.document import Game, with_value
from bolometric.core.judge.nearby import Change
from bolometric.core.measure.measuring import Analysis
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing, minus, percent

MOST_NAMED = 8


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def lengthens(game: Game) -> str:
    """The setting that makes a trail longer."""
    return "area.length" if _trail(game).unit == "whole" else "area.amount"


def endless(exact: Analysis) -> tuple[str, str]:
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
    for path, words, cures in no_choice(game):
        yield "no_choice", path, words, cures
    for path, words, cures in useless_totals(game):
        yield "useless_total", path, words, cures
    for path, words, change in impossible_totals(game):
        yield "impossible_total", path, words, (change,)


def useless(game: Game) -> int:
    """How many rules about totals, and totals, do nothing."""
    return len(list(useless_totals(game)))


def advice(exact: Analysis) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
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


def never_landed(exact: Analysis) -> str:
    """A sentence naming the squares that nobody can land on, else nothing."""
    heat = exact.heat
    if not isinstance(heat, TrailHeat) or heat.visits is None or heat.stderr:
        return ""  # by chance never is not never
    never = np.flatnonzero(heat.visits.chance == 0) + 1
    if not len(never) or heat.visits.chance[-1] == 0:
        return ""
    return f"Nobody ever lands on {_squares(never, exact.game)}: leave a task or a picture off."
