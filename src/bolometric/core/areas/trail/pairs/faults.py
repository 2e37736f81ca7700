"""What can be wrong where a total may move another's counter: that nobody ever lets the other home."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import NEVER_ENDS, Change, Fault, change, cures
from bolometric.core.game.seats import Style
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at

MOVES = "area.moves"


def _goes_on(game: Game) -> bool:
    """Whether two players who choose as they do can hold each other up for ever."""
    if not game.area_as(Trail).chooses_mover:
        return False
    from bolometric.core.areas.trail.pairs.exact import for_ever  # brings Numba with it: half a second

    return for_ever(game).size > 0


def _own_only(game: Game) -> tuple[Change, ...]:
    order = next(choice.order for choice in knob_at(game, MOVES).knob.choices if choice.value == "own")
    return cures(change(game, order, MOVES, "own"))


def held_up(game: Game) -> Fault | None:
    """If the players of this game may never let each other home."""
    if not _goes_on(game):
        return None
    sentence = "Two who choose like this may hold each other up for ever: nobody gets home, and the game does not end."
    return Fault(NEVER_ENDS, "fault", MOVES, sentence, _own_only(game))


def held_up_by_best_play(game: Game) -> Iterator[Fault]:
    """If it ends as this game is played, and would not if both played best."""
    if not game.area_as(Trail).chooses_mover or _goes_on(game):
        return
    try:
        best = with_value(game, "seats.styles", (Style(choose="plan"),))
    except GameError:
        return
    if _goes_on(best):
        sentence = (
            "If both play best, each keeps holding the other up, and the game does not end: it waits for a mistake."
        )
        yield Fault("held_up", "advice", MOVES, sentence, _own_only(game))
