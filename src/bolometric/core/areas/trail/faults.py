"""What can be wrong with a trail."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game import Game, with_value
from bolometric.core.measure import Exact
from bolometric.core.nearby import Change
from bolometric.core.wording import listing, minus, percent

LENGTHENS = "area.length"
MOST_NAMED = 8


def endless(exact: Exact) -> str:
    """A sentence if a player may never get home, else nothing."""
    never = exact.journey.never
    if not never:
        return ""
    chain = compile_chain(exact.game.area, exact.game.distribution)
    if not chain.can_finish[0]:
        return f"Nobody can ever get home: no run of totals leads to square {chain.length}."
    stranded = np.flatnonzero(~chain.can_finish & chain.can_be_reached)
    places = _squares(stranded)
    whole = "" if exact.race is None or exact.game.seats.count == 1 else (
        f", and {percent(exact.race.never)} of games never end"
    )  # fmt: skip
    return f"From {places} no run of totals leads home: {percent(never)} of players are stranded{whole}."


def _squares(positions: NDArray[np.intp]) -> str:
    names = [int(p) for p in positions]
    if len(names) == 1:
        return f"square {names[0]}"
    if len(names) > MOST_NAMED:
        return f"{len(names)} squares ({names[0]} to {names[-1]})"
    return f"squares {listing(names, 'and')}"


def impossible_totals(game: Game) -> Iterator[tuple[str, str, Change]]:
    """For each rule about a total that can never come up: its path, a sentence, and the rule without it."""
    possible = set(game.distribution.totals)
    for name in ("back_to_start", "lose_turn"):
        given: tuple[int, ...] = getattr(game.area, name)
        missing = [total for total in given if total not in possible]
        if missing:
            path, kept = f"area.{name}", tuple(total for total in given if total in possible)
            low, high = game.distribution.totals[0], game.distribution.totals[-1]
            sentence = (
                f"A total of {listing(missing, 'or')} can never come up with these dice "
                f"(they make {minus(low)} to {minus(high)}), so that rule does nothing."
            )
            words = f"Take {listing(missing, 'and')} out"
            yield path, sentence, Change(words, path, kept, with_value(game, path, kept))


def never_landed(exact: Exact) -> str:
    """A sentence naming the squares that nobody can land on, else nothing."""
    never = np.flatnonzero(exact.squares.chance == 0) + 1
    if not len(never) or exact.squares.chance[-1] == 0:
        return ""
    return f"Nobody ever lands on {_squares(never)}: leave a task or a picture off."
