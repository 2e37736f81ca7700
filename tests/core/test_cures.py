"""Cures: they mend what they are offered for, keep the practice where they can, and say what else they move."""

import re
import time
from dataclasses import replace

import pytest
from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.fault import Change
from bolometric.core.game.files import read
from bolometric.core.judge import cures as searching
from bolometric.core.judge import faults as finding
from bolometric.core.judge.change_size import CHOICE, TOLD, Stray, how_large, stray
from bolometric.core.judge.faults import find_faults, summary
from bolometric.core.judge.verdict import off
from bolometric.core.measure.measuring import measure_exactly
from tests.areas.games import ALL
from tests.faults_alone import codes_of, faults_alone
from tests.random_games import games


def made(game, cure):
    """The game as the window makes it: one setting after the other."""
    for path, value in cure.steps:
        game = with_value(game, path, value)
    return game


@settings(max_examples=15, deadline=None, phases=[Phase.reuse, Phase.generate])  # a game smaller by a hair says no more
@given(games(longest=30))
def test_cures_keep_the_practice_or_say_that_they_do_not(game):
    for fault in find_faults(game):
        if not (fault.code.startswith("off_brief") or fault.code in ("far_too_long", "may_never_end")):
            continue
        strays = [stray(game, cure) for cure in fault.cures]
        assert max(strays, default=Stray.NOTHING) <= Stray.SIZE or min(strays) > Stray.SIZE, fault
        for cure, how in zip(fault.cures, strays, strict=True):
            assert made(game, cure) == cure.game
            assert how <= Stray.SIZE or TOLD[how] in cure.also
            key = fault.where.removeprefix("brief.")
            if fault.code.startswith("off_brief"):
                reading = measure_exactly(cure.game).readings.get(key)
                assert reading is None or not off(getattr(game.brief, key), reading.mean)


def test_two_small_changes_are_offered_where_no_single_one_helps():
    scree = next(read(path) for path in demo_files() if path.name.startswith("loose-scree"))
    (fault,) = [fault for fault in find_faults(scree) if fault.code == "off_brief_setbacks"]
    both = next(cure for cure in fault.cures if cure.then)
    assert " and " in both.words
    assert made(scree, both) == both.game
    assert f"({both.also})" in summary([fault])


def test_a_search_ends_with_its_budget_and_faults_are_told_all_the_same(monkeypatch):
    slow = game_from(
        {
            "bolometric": 1,
            "seats": {"count": 2, "styles": [{"choose": "plan", "goal": "win"}]},
            "area": {"go_on": "dare", "length": 60, "lose_turn": [2, 7]},
            "pieces": [{}, {}],
        }
    )
    codes = {fault.code for fault in find_faults(slow)}
    monkeypatch.setattr(searching, "BUDGET", 0.0)
    began = time.monotonic()
    found = find_faults(slow)
    assert {fault.code for fault in found} == codes
    assert not any(fault.cures for fault in found if fault.code.startswith("off_brief"))
    assert find_faults(slow, cures=False) == found
    assert time.monotonic() - began < 30  # what is left is the measuring of the game itself


@pytest.mark.parametrize("name", sorted(ALL)[::6])
def test_what_is_wrong_is_the_same_whether_cures_are_looked_for_or_not(name, monkeypatch):
    whole = find_faults(ALL[name])
    monkeypatch.setattr(finding, "deadline", lambda: pytest.fail("time was given to a search"))
    alone = find_faults(ALL[name], cures=False)
    assert [replace(one, cures=()) for one in whole] == [replace(one, cures=()) for one in alone]
    assert all(set(less.cures) <= set(more.cures) for more, less in zip(whole, alone, strict=True))


@pytest.mark.parametrize(
    ("area", "remedy"),
    [({"lose_turn": []}, "let some total cost"), ({"lose_turn": [2]}, "let one more total cost")],
)
def test_no_remedy_is_named_that_the_game_has(area, remedy):
    pieces = [{"faces": [1, 1, 1, 1, 1, 1, 1, 1, 1, 2]}] if area["lose_turn"] else [{}]
    game = game_from({"bolometric": 1, "pieces": pieces, "area": {"length": 60, "go_on": "dare", **area}})
    found = [fault.sentence for fault in faults_alone(game) if fault.code == "no_choice"]
    assert all(remedy in sentence for sentence in found if "Going on" in sentence)


def test_a_total_that_does_what_its_list_says_is_not_called_useless():
    game = game_from({"bolometric": 1, "pieces": [{"faces": ["1/2", 1, 2]}], "area": {"back_to_start": ["1/2"]}})
    assert "useless_total" not in codes_of(game)
    plain = game_from({"bolometric": 1, "pieces": [{"faces": ["1/2", 1, 2]}]})
    assert "useless_total" in codes_of(plain)


def test_a_difference_in_skill_is_no_advantage_of_going_first():
    skilled = {"seats": {"count": 2, "styles": [{"choose": "plan", "goal": "turns"}, {"choose": "guess"}]}}
    area = {"go_on": "dare", "length": 40, "lose_turn": [1], "finish": "finish_round"}
    game = game_from({"bolometric": 1, "area": area, **skilled})
    found = measure_exactly(game).readings
    assert found["first_seat_edge"].mean == pytest.approx(0, abs=1e-9)  # between players who play alike
    assert found["seat_wins"].values[0] - found["seat_wins"].values[1] > 0.1  # what unequal players do is another
    assert "off_brief_first_seat_edge" not in codes_of(game)
    at_once = game_from({"bolometric": 1, "area": {**area, "finish": "at_once", "length": 10}, **skilled})
    (fault,) = [fault for fault in find_faults(at_once) if fault.code == "off_brief_first_seat_edge"]
    assert "between equal players" in fault.sentence
    for cure in fault.cures:
        assert cure.game.seats == at_once.seats or cure.path.startswith("seats.")


def test_two_changes_count_as_both_of_them():
    game = game_from({"bolometric": 1, "pieces": [{}, {}]})
    small = Change("Make it 45 squares", "area.length", 45, with_value(game, "area.length", 45))
    both = Change(
        "both", "area.length", 45, with_value(small.game, "draw.make", "multiply"), (("draw.make", "multiply"),)
    )
    assert stray(game, small) == Stray.NOTHING
    assert stray(game, both) == Stray.OPERATION
    assert how_large(game, small) == 5 / 40
    assert how_large(game, both) == 5 / 40 + CHOICE


def test_a_game_that_may_outlast_all_play_is_told_without_an_infinite_mean():
    pack = {"kind": "pack", "cards": [1, 2, 3, 4, 5, 6], "after": "keep_out"}
    area = {"length": 300, "back_to_start": [1, 2, 3]}
    for fault in find_faults(game_from({"bolometric": 1, "pieces": [pack], "area": area})):
        assert not re.search(r"\b(inf|nan)\b", fault.sentence), fault.sentence


@settings(max_examples=8, deadline=None)
@given(st.integers(20, 80), st.sampled_from(["pass", "exact", "bounce"]))
def test_no_cure_makes_games_that_ended_in_time_end_too_late(length, end):
    brief = {"minutes": {"low": 1, "high": 12}, "first_seat_edge": {"low": -0.02, "high": 0.02}}
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"length": length, "end": end}, "brief": brief})
    before = measure_exactly(game).readings["in_time"].mean
    for fault in find_faults(game):
        for cure in fault.cures:
            assert before <= 0.5 or measure_exactly(cure.game).readings["in_time"].mean >= 0.5, cure.words
