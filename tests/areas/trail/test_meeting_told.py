"""Seats that meet on a trail: what is refused, told and advised where they choose, and games that never end."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.pairs.exact import for_ever
from bolometric.core.areas.trail.rules import TAKEN, compile_chain
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.trace import FIRST
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.standing import Drawn
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import percent
from bolometric.core.words.rule_sheet import rules_text
from tests.areas.trail.test_meeting import HOLD, WIN, game
from tests.faults_alone import codes_of, faults_alone


def test_the_coach_says_what_each_mover_is_worth():
    sitting = Sitting(game({"length": 12, "moves": "either", "first_home": "loses"}, [{"choose": "plan"}, {}]))
    assert "Best play wins" in sitting.coach()
    sitting.draw(6)
    assert [option.words for option in sitting.options] == ["Move player 1 to 6", "Move player 2 to 6"]
    assert "Move your own: wins" in sitting.coach()
    assert sitting.rules.pick(sitting.game, sitting.now, Style(choose="plan"), np.random.default_rng(1)) == 1
    sitting.choose(1)
    assert sitting.now.places == (0, 6)
    assert sitting.now.seat == 1


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"moves": "either", "go_on": "dare"}}, "where a turn is one draw"),
        ({"area": {"moves": "back"}, "pieces": [{"faces": [-1, 2]}]}, "let totals be 0 or more"),
        ({"area": {"moves": "back", "mark": "cross"}}, "cover squares with counters"),
        ({"area": {"mark": "colour", "end": "bounce"}}, "cover squares with counters"),
        ({"area": {"mark": "colour", "go_on": "dare", "lose_turn": [1]}}, "cover squares with counters"),
        ({"area": {"mark": "colour"}, "pieces": [{"faces": [-1, 2]}]}, "let totals be 0 or more"),
        ({"area": {"mark": "cover", "runs": "back"}}, "Only a counter can turn"),
        ({"area": {"mark": "cover", "squares": [{"at": 3, "does": "miss"}]}}, "move a counter, or clear"),
        ({"area": {"moves": "either"}, "seats": {"styles": [HOLD]}}, "choose ahead"),
        ({"area": {"moves": "either"}, "seats": {"count": 3, "styles": [{"choose": "plan"}]}}, "for two seats"),
        ({"area": {"go_on": "dare", "finish": "finish_round"}, "seats": {"styles": [WIN]}}, "ends the game at once"),
        ({"area": {"go_on": "dare", "length": 300}, "seats": {"styles": [WIN]}}, "at most 200 steps"),
        ({"area": {"moves": "either"}, "pieces": [{"kind": "pack", "after": "keep_out"}]}, "put the cards back"),
    ],
)
def test_where_best_play_is_not_known_it_is_refused(data, says):
    with pytest.raises(GameError, match=says):
        game_from(data)


def test_a_rule_of_thumb_as_good_as_best_play_is_a_fault():
    coin = {"faces": [0, 4]}
    daring = game({"length": 8, "go_on": "dare", "lose_turn": [0]}, [{"choose": "thumb", "number": 1}], pieces=[coin])
    faults = [fault for fault in find_faults(daring) if fault.code == "no_choice"]
    assert faults
    assert faults[0].cures[0].words == "Draw once a turn"


@pytest.mark.parametrize(
    ("area", "says", "cures"),
    [
        ({}, "Moving one's own counter is best", ["Let totals move one's own counter"]),
        ({"end": "exact"}, "Moving one's own counter is best", ["Let a total of 1 send", "Let totals move one's own"]),
        ({"back_to_start": [3]}, "better placed is as good as best play", ["Let totals move one's own counter"]),
        ({"end": "exact", "back_to_start": [1]}, "", []),
    ],
)
def test_a_choice_of_marker_that_is_none_is_a_fault_with_its_cures(area, says, cures):
    faults = [f for f in find_faults(game({"length": 24, "moves": "either", **area})) if f.code == "no_choice"]
    assert len(faults) == bool(says)
    for fault in faults:
        assert says in fault.sentence
        assert len(fault.cures) == len(cures)
        for cure, words in zip(fault.cures, cures, strict=True):
            assert cure.words.startswith(words)
            assert "no_choice" not in codes_of(cure.game)


def test_styles_are_said_as_what_they_do_where_totals_move_either_marker():
    styles = [{"choose": "thumb"}, {"choose": "plan", "goal": "win"}]
    told = rules_text(game({"length": 24, "moves": "either"}, styles))
    assert "player 1: move whichever counter leaves them better placed; player 2: play best to win" in told
    with pytest.raises(GameError, match="choose stop_after or stop_at"):
        game({"length": 24, "go_on": "dare"}, [{"choose": "thumb", "rule": "ahead"}])


def test_a_box_is_told_by_what_happens_in_a_game():
    """One that all fill, each place a step; and one of two that either may fill, each place ten steps."""
    tenths = [{"faces": ["0.1", "0.2", "0.3"]}]
    shared = game({"unit": "tenth", "amount": 2, "track": "shared", "turns": 12}, pieces=tenths)
    found, board = measure_exactly(shared), area_of(shared).board
    assert found.heat.legend.startswith("Box holds this")
    full = percent(found.readings["success"].mean)
    assert board.describe(shared, found.heat, 20) == f"2: the box is full in {full} of games (exact)."
    some = f"just this much at some time in {percent(found.heat.values[4])} of games (exact)"
    assert some in board.describe(shared, found.heat, 5)
    either = game({"unit": "hundredth", "amount": 12, "moves": "either"}, pieces=tenths)
    heat = measure_exactly(either).heat
    assert heat.legend.startswith("First box stops here")
    told = area_of(either).board.describe(either, heat, 5)
    assert told.startswith(f"Up to 0.5: the first box stops here {heat.values[4]:.2f} times a game (simulated")


@settings(max_examples=30, deadline=None)
@given(
    st.lists(st.integers(1, 4), min_size=2, max_size=3),
    st.integers(5, 8),
    st.sampled_from(["pass", "exact"]),
    st.tuples(*[st.sampled_from([WIN, {}, HOLD, {"choose": "thumb", "rule": "ahead"}])] * 2),
)
def test_whether_two_can_hold_each_other_up_for_ever_is_found_by_following_all_they_do(faces, length, end, styles):
    """Against a search of its own, by hand: every move that either may make, from the table at which it is played."""
    played = game({"length": length, "moves": "back", "end": end}, styles, pieces=[{"faces": faces}])
    rules, known, front, ends = area_of(played).by_hand, {}, [], {}
    first = rules.begin(played)
    front.append((0, first.places))
    while front:
        seat, places = front.pop()
        if (seat, places) in known:
            continue
        known[seat, places], ends[seat, places] = set(), False
        for face in set(faces):
            begun = replace(first, seat=seat, places=places, began=places[seat])
            now = rules.landed(played, begun, Drawn(face, str(face)))
            style = played.seats.style(seat)
            either = {option.key for option in rules.options(played, now)}
            picks = either if style.choose == "guess" else {rules.pick(played, now, style, np.random.default_rng(1))}
            for pick in picks:
                after = rules.choose(played, now, pick)
                if after.over:
                    ends[seat, places] = True
                else:
                    known[seat, places].add((after.seat, after.places))
                    front.append((after.seat, after.places))
    while True:
        more = [state for state, on in known.items() if not ends[state] and any(ends[there] for there in on)]
        if not more:
            break
        ends |= dict.fromkeys(more, True)
    found = for_ever(played)
    caught = {state for state, does in ends.items() if not does}
    assert {(int(s), (int(a), int(b))) for s, a, b in zip(*np.nonzero(found), strict=True)} == caught
    told = area_of(played).faults.endless(measure_exactly(played))
    assert bool(told) == bool(caught)
    if caught:
        nobody = not compile_chain(played.area, played.distribution).whoever_moves[0][0]
        assert ("Nobody can ever get home" if nobody else "hold each other up") in told.sentence
        assert told.cures or not compile_chain(played.area, played.distribution).can_finish.all()
    else:
        assert "turns" in measure_exactly(played).readings


def test_a_game_that_best_play_never_ends_is_told_of():
    area = {"length": 8, "moves": "back", "end": "exact", "back_to_start": [2]}
    codes = {
        name: [fault.code for fault in faults_alone(game(area, styles, pieces=[{"faces": [1, 2, 3]}]))]
        for name, styles in (("guess", [{}]), ("best", [WIN]))
    }
    assert "held_up" in codes["guess"]
    assert "may_never_end" in codes["best"]
    assert "held_up" not in codes["best"]


@pytest.mark.parametrize("number", [2, 4])
def test_the_other_is_held_up_from_so_many_before_home_on_unless_one_gets_home(number):
    length, style = 9, Style(choose="thumb", rule="hold_up", number=number)
    played = game({"length": length, "moves": "back"}, [HOLD], pieces=[{"faces": [1, 2, 3]}])
    rules, rng = area_of(played).by_hand, np.random.default_rng(1)
    first = rules.begin(played)
    for mine in range(length):
        for theirs in range(length):
            for face in (1, 2, 3):
                begun = replace(first, places=(mine, theirs), began=mine)
                now = rules.landed(played, begun, Drawn(face, str(face)))
                holds = mine + face < length and theirs > 0 and length - theirs <= number
                assert rules.pick(played, now, style, rng) == int(holds), (mine, theirs, face)


def test_what_the_next_player_is_taken_back_by_is_taken_away():
    """From where they stood; a move of one's own is added."""
    tenths = game({"unit": "tenth", "amount": 2, "moves": "back"}, pieces=[{"faces": ["1/10", "3/10"]}])
    task = area_of(tenths).work.tasks(tenths)
    chain = compile_chain(tenths.area, tenths.distribution)
    facts = {
        task(FIRST, column, at | other).then[0].words
        for column in range(len(chain.ways))
        for at in (5, 12)
        for other in (0, TAKEN)
    }
    assert facts >= {"0.1 + 0.5", "0.5 − 0.1", "0.3 + 1.2", "1.2 − 0.3"}
