"""Records: how soon everything has been seen, held against inclusion and exclusion and against drawing."""

from collections import Counter
from itertools import combinations, product
from math import comb

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.record.seen import kinds_of, seen_all
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.facts import fact
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.faults_alone import codes_of


@st.composite
def records(draw):
    faces = st.lists(st.integers(1, 3), min_size=2, max_size=3)
    pieces = [{"faces": draw(faces)} for _ in range(draw(st.integers(1, 2)))]
    area = {
        "kind": "record",
        "seen": draw(st.sampled_from(["parts", "totals"])),
        "complete": draw(st.sampled_from(["draws", "all"])),
        "draws": draw(st.integers(1, 15)),
    }
    return game_from({"bolometric": 1, "pieces": pieces, "area": area, "seats": {"count": draw(st.integers(1, 3))}})


def kinds_by_hand(game):
    """The chance of each thing that is told apart, by listing every outcome."""
    shown = list(product(*([int(face.number) for face in piece.faces] for piece in game.pieces)))
    tell = (lambda one: sum(one)) if game.area.seen == "totals" else (lambda one: tuple(sorted(one)))
    return [count / len(shown) for count in Counter(map(tell, shown)).values()]


def all_within(chances, draws):
    """P(everything seen after so many draws), by inclusion and exclusion."""
    return sum(
        (-1) ** size * (1 - sum(missing)) ** draws
        for size in range(len(chances) + 1)
        for missing in combinations(chances, size)
    )


@settings(max_examples=60, deadline=None)
@given(records())
def test_how_soon_everything_is_seen_is_that_of_inclusion_and_exclusion(game):
    chances = kinds_by_hand(game)
    assume(len(chances) > 1)
    found = measure(game, 3000)
    readings, kinds = found.readings, kinds_of(game)
    assert sorted(kinds.chances) == pytest.approx(sorted(chances))
    within = seen_all(kinds.ways, kinds.nothing)
    for draws in (1, 3, 7, 20):
        assert 1 - within.survival(draws) == pytest.approx(all_within(chances, draws), abs=1e-9)
    if game.area.complete == "draws":
        seen = sum(1 - (1 - chance) ** game.area.draws for chance in chances)
        assert readings["seen"].mean == pytest.approx(seen)
        assert readings["success"].mean == pytest.approx(max(all_within(chances, game.area.draws), 0), abs=1e-9)
        assert readings["turns"].mean == game.area.draws
    for key in ("turns", "seen", "success"):
        played = found.simulated[key]
        assert abs(played.mean - readings[key].mean) < 5 * played.stderr + 1e-9
    assert not {"seat_wins", "ties"} & set(readings)


@settings(max_examples=30, deadline=None)
@given(records(), st.integers(0, 5))
def test_by_hand_a_record_is_complete_when_its_rule_says(game, seed):
    sitting = Sitting(game, seed)
    for _ in range(400):
        if sitting.now.over:
            break
        sitting.draw()
    met = sitting.now.met
    assert sum(met) == sitting.now.turn
    if sitting.now.over:
        assert all(met) if game.area.complete == "all" else sitting.now.turn == game.area.draws


def test_a_record_for_all_day_is_a_fault_with_a_way_out():
    data = {"bolometric": 1, "pieces": [{}] * 3, "area": {"kind": "record", "complete": "all"}}
    fault = next(fault for fault in find_faults(game_from(data)) if fault.code == "takes_all_day")
    assert "56 different ones" in fault.sentence
    assert fault.cures
    for cure in fault.cures:
        assert "takes_all_day" not in codes_of(cure.game)
    six = kinds_of(game_from({"bolometric": 1, "area": {"kind": "record", "complete": "all"}, "pieces": [{}]}))
    harmonic = 6 * sum(1 / k for k in range(1, 7))
    assert seen_all(six.ways, six.nothing).mean() == pytest.approx(harmonic)
    assert np.isclose(harmonic, 14.7)


@pytest.mark.parametrize(
    ("area", "pieces", "says"),
    [
        ({"columns": ["a", "A"]}, [{}], "same heading"),
        ({"columns": []}, [{}], "too few"),
        ({}, [{"faces": [*range(10)]}] * 4, "more than 400 different draws"),
    ],
)
def test_what_cannot_be_is_refused_in_a_sentence(area, pieces, says):
    with pytest.raises(GameError, match=says):
        game_from({"bolometric": 1, "pieces": pieces, "area": {"kind": "record", **area}})


@pytest.mark.parametrize(
    ("draw", "front", "back", "tells"),
    [
        ({}, 1, 0, True),
        ({"make": "largest"}, 3, 1, True),
        ({"make": "count"}, 3, 1, True),
        ({"make": "times", "factor": 3}, 1, -1, True),
        ({"make": "square"}, 2, 1, True),
        ({"make": "square"}, 1, -1, False),
        ({"make": "formula", "formula": "a * 2"}, 1, 0, False),
        ({}, 1, 1, False),
    ],
)
def test_how_counters_lie_is_told_where_the_number_says_it(draw, front, back, tells):
    """Four counters fall into two parts that make four, however a number is made of them."""
    pieces = [{"kind": "counters", "count": 4, "front": front, "back": back}]
    area = {"kind": "record", "draws": 16, "seen": "totals"}
    exact = measure_exactly(game_from({"bolometric": 1, "pieces": pieces, "draw": draw, "area": area}))
    found = {one: sum(times) for one, times in exact.facts.items()}
    once_in_16 = {fact("add", up, 4 - up): comb(4, up) * (1 if up == 2 else 2) for up in range(3)}
    assert {one: found.get(one) for one in once_in_16} == pytest.approx(
        once_in_16 if tells else dict.fromkeys(once_in_16)
    )
