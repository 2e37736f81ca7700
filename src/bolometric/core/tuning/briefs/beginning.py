"""The starters that can be played with what one has, each with its own pieces or with some of those at hand."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game
from bolometric.core.game.starters import Starter
from bolometric.core.tuning.briefs.aimed_draws import subsets
from bolometric.core.tuning.briefs.wanted import Wanted, as_wanted, playable


@dataclass(frozen=True, slots=True)
class Beginning:
    """A starter as it would be played."""

    starter: Starter
    game: Game


def possible(wanted: Wanted) -> list[Beginning]:
    """The starters that can be played so; none is made to suit."""
    found = []
    for starter in starters():
        games = [game for data in _ways(starter, wanted) if (game := playable(data)) is not None]
        if games:
            found.append(Beginning(starter, _nearest(games, starter)))
    return found


def _ways(starter: Starter, wanted: Wanted) -> Iterator[dict[str, object]]:
    """The starter as it is wanted, as plain data, once for each way of using the pieces at hand."""
    data = as_wanted(starter, wanted)
    if not wanted.pieces or not starter.game.area.uses_pieces:
        yield data
        return
    for chosen in subsets(wanted.pieces):
        yield {**data, "pieces": [piece.model_dump() for piece in chosen]}


def _nearest(games: list[Game], starter: Starter) -> Game:
    """Of several, the one whose draw has as many pieces as the starter's, and numbers most like its own."""
    own = starter.game

    def apart(game: Game) -> tuple[int, float]:
        return abs(len(game.pieces) - len(own.pieces)), abs(_largest(game) - _largest(own))

    return min(games, key=apart)


def _largest(game: Game) -> float:
    return max((abs(float(total)) for total in game.shown.totals), default=0.0)
