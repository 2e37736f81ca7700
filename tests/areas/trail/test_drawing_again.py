"""A total that is too much is drawn again: held against a chain worked out state by state."""

from fractions import Fraction

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.measure.measuring import measure
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError


@st.composite
def tracks(draw):
    faces = draw(st.lists(st.integers(1, 6), min_size=2, max_size=5))
    data = {
        "bolometric": 1,
        "pieces": [{"faces": faces}],
        "seats": {"count": 1},
        "area": {"length": draw(st.integers(5, 14)), "end": "again", "lose_turn": draw(st.sampled_from([[], [2]]))},
    }
    assume(set(faces) - {2})
    return game_from(data)


def turns_by_hand(game):
    """Mean turns, exactly: from each square the faces that are not too much are all there are, unless all are."""
    length, faces = game.area.length, [int(face.number) for face in game.pieces[0].faces]
    lost = {int(total) for total in game.area.lose_turn}
    needed = {length: Fraction(0)}
    for here in range(length - 1, -1, -1):
        counting = [face for face in faces if face in lost or here + face <= length] or faces
        moves = [here if face in lost or here + face > length else here + face for face in counting]
        stays = moves.count(here)
        if stays == len(moves):
            return None  # nobody gets home from here
        if all(needed.get(there) is not None for there in moves if there != here):
            onward = sum((needed[there] for there in moves if there != here), Fraction(0))
            needed[here] = (len(moves) + onward) / (len(moves) - stays)
        else:
            needed[here] = None
    return needed[0]


@settings(max_examples=30, deadline=None)
@given(tracks())
def test_turns_are_those_of_a_chain_by_hand_and_of_games_played(game):
    found = measure(game, 3000)
    turns = turns_by_hand(game)
    if found.readings["turns"].never or turns is None:
        assume(False)
    assert found.readings["turns"].mean == pytest.approx(float(turns))
    played = found.simulated["turns"]
    assert abs(played.mean - float(turns)) < 5 * played.stderr + 1e-9
    assert found.readings["rolls"].mean >= played.mean - 1e-9


def test_at_the_table_the_same_player_draws_again():
    game = game_from({"bolometric": 1, "pieces": [{"faces": [6, 6, 6, 1]}], "area": {"length": 7, "end": "again"}})
    sitting = Sitting(game, 3)
    for wanted, seat in ((6, 0), (1, 1), (6, 0), (6, 0), (1, 0)):
        assert sitting.now.seat == seat
        sitting.draw(wanted)
    assert [words.endswith("too much: draw again.") for words in sitting.now.record[:5]] == [False] * 2 + [True] * 2 + [
        False
    ]
    assert sitting.now.turn == 3
    assert sitting.now.over


@pytest.mark.parametrize("area", [{"go_on": "dare"}, {"moves": "either"}])
def test_it_is_refused_where_a_turn_is_more_than_a_draw(area):
    with pytest.raises(GameError, match="one draw a turn"):
        game_from({"bolometric": 1, "area": {"end": "again", **area}})
