"""Random draws of their own for the other players of a random game."""

from hypothesis import strategies as st

from bolometric.core.game.document import with_values
from bolometric.core.settings.errors import GameError

MAKES = ("add", "largest", "smallest", "difference", "multiply", None)


@st.composite
def sides(draw):
    """What one other player draws, as plain data."""
    dice = draw(st.lists(st.lists(st.integers(0, 9), min_size=2, max_size=6), min_size=1, max_size=2))
    pieces = [{"faces": faces} for faces in dice]
    make = draw(st.sampled_from(MAKES if len(pieces) == 2 else ("add", None)))
    return {"pieces": pieces, "draw": None if make is None else {"make": make}}


@st.composite
def with_own_draws(draw, games):
    """A game whose other players draw in ways of their own; as it was where it cannot be so."""
    game = draw(games)
    others = draw(st.lists(sides(), min_size=1, max_size=2))
    if game.may_draw_own == "no":
        return game
    try:
        return with_values(game, {"others": others, "seats.slips": "caught"})
    except GameError:
        return game
