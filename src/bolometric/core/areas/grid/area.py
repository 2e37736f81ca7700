"""The grid as the rest of the core sees it: known from games played, but for what a draw can claim."""

from __future__ import annotations

from bolometric.core.areas.grid.rules import ALL, Claims, can_be_completed, claims_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player

PLANNED_AT_ONCE = 5_000
"""Turns of a batch in which somebody looks ahead: each takes a thousand times as long as another."""
MANY_AT_ONCE = 12_000
"""Turns of a batch where a draw makes many numbers: each is looked for on the grid."""
USUAL_AT_ONCE = 50_000


def chooses(game: Game) -> bool:
    """Whether a draw ever leaves several cells to choose from."""
    area = game.area_as(Grid)
    if game.others:
        return any(chooses(one) for one in game.by_side)
    if area.how == "any":
        return True  # known without working out what can be made: the sheet asks with every edit
    claims = claims_of(game)
    return bool((claims.start[1:] - claims.start[:-1] > 1).any())


def cells_for_one(claims: Claims) -> int:
    """How many cells one player can come to own at most: those that can be claimed, and those that are everybody's."""
    return int(((claims.chance > 0) | (claims.owner == ALL)).sum())


def hopeless(game: Game) -> bool:
    """Whether nobody can ever win: no line of cells that can be claimed, or too few of them."""
    if game.others:
        return all(hopeless(one) for one in game.by_side)
    claims, area = claims_of(game), game.area_as(Grid)
    if area.wins == "line":
        return not can_be_completed(claims).any()
    return area.wins == "first_to" and cells_for_one(claims) < area.wanted


def turns_at_once(game: Game) -> int:
    """Turns of a batch."""
    if any(game.seats.style(seat).choose == "plan" for seat in range(game.seats.count)):
        return PLANNED_AT_ONCE
    return MANY_AT_ONCE if game.area_as(Grid).how == "any" else USUAL_AT_ONCE


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.grid import play

    return play.player(game)


MEASURED = Measured(player=player, chooses=chooses, hopeless=hopeless, turns_at_once=turns_at_once)
