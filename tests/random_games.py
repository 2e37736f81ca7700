"""Hypothesis strategies for pieces and games."""

from typing import Any

from hypothesis import assume
from hypothesis import strategies as st

from bolometric.core.errors import GameError
from bolometric.core.game import Game, game_from


def dice(most: int = 3, faces: st.SearchStrategy[int] = st.integers(-3, 9)) -> st.SearchStrategy[list[dict[str, Any]]]:
    die = st.lists(faces, min_size=2, max_size=6).map(lambda shown: {"faces": shown})
    return st.lists(die, min_size=1, max_size=most)


totals = st.lists(st.integers(-4, 14), max_size=3, unique=True)


@st.composite
def games(
    draw: st.DrawFn, longest: int = 25, seats: int = 4, faces: st.SearchStrategy[int] = st.integers(-2, 7)
) -> Game:
    """Any small race: negative faces, every end, totals that send back or lose the turn."""
    named = draw(totals)
    split = draw(st.integers(0, len(named)))
    data = {
        "bolometric": 1,
        "pieces": draw(dice(2, faces)),
        "area": {
            "length": draw(st.integers(5, longest)),
            "end": draw(st.sampled_from(["pass", "exact", "bounce"])),
            "back_to_start": named[:split],
            "lose_turn": named[split:],
            "finish": draw(st.sampled_from(["at_once", "finish_round"])),
        },
        "seats": {"count": draw(st.integers(1, seats)), "seconds_per_turn": draw(st.sampled_from([1, 12.5, 30]))},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise
