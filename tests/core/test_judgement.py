"""What is said of a game agrees with its readings, with its structure and with itself; what would annoy is found."""

import re

import numpy as np
import pytest
from hypothesis import Phase, given, settings

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from
from bolometric.core.game.fault import NEVER_ENDS
from bolometric.core.judge.annoyances import ANY_GAME
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.equal_seats import between_equals
from bolometric.core.measure.measuring import in_style, measure, measure_exactly, quick_measure
from bolometric.core.results.show import headline
from bolometric.core.words.rule_sheet import rules_text
from tests.areas.games import any_game
from tests.faults_alone import faults_alone

CAN_NOT = ("never_closed", "out_of_reach", "target_out_of_reach")
"""Faults that say of the aim that it can't be reached."""
MUTUALLY = ({"hardly_reached", "always_reached", "out_of_reach"}, {"always_the_same", "shows_the_same"})


@settings(max_examples=25, deadline=None, phases=[Phase.reuse, Phase.generate])
@given(any_game)
def test_no_sentence_contradicts_a_reading_the_structure_or_another(game):
    exact = measure_exactly(game)
    found = find_faults(game)
    codes = [fault.code for fault in found]
    assert len({fault.sentence for fault in found}) == len(found)
    for group in MUTUALLY:
        assert len(group & set(codes)) <= 1
    limits = {one.code: one for one in (*ANY_GAME, *area_of(game).faults.annoyances(game))}
    for fault in found:
        assert re.match(r"[A-Z0-9−]", fault.sentence), fault.sentence
        assert fault.sentence.endswith("."), fault.sentence
        assert not re.search(r"\b(inf|nan)\b|[{}]|\b−0\b", fault.sentence), fault.sentence
        key = fault.code.removeprefix("off_brief_")
        if fault.code in CAN_NOT:
            assert exact.readings["success"].mean == 0 if "success" in exact.readings else True
        if key != fault.code and exact.result is not None and key in exact.readings and "equal" not in fault.sentence:
            assert headline(key, exact.readings[key]) in fault.sentence
        if fault.code in limits:
            one = limits[fault.code]
            reading = quick_measure(game, wanted=one.reading).readings[one.reading]
            assert (reading.mean > one.limit) == one.above
            assert headline(one.reading, reading) in fault.sentence
        for cure in fault.cures:
            assert cure.game != game
            on_the_board = cure.path == "area.cells"  # which numbers stand there is seen, not said
            assert on_the_board or rules_text(cure.game) != rules_text(game), cure.words
    turns = exact.readings.get("turns")
    if turns is not None and turns.never:
        assert NEVER_ENDS in codes
    elif turns is not None and turns.mean is not None and not exact.never:
        assert NEVER_ENDS not in codes


@settings(max_examples=12, deadline=None, phases=[Phase.reuse, Phase.generate])
@given(any_game)
def test_what_cures_a_fault_leaves_it_behind(game):
    for fault in find_faults(game):
        if fault.level == "fault":
            for cure in fault.cures[:1]:
                assert fault.code not in [after.code for after in faults_alone(cure.game)], (fault.sentence, cure.words)


@settings(max_examples=40, deadline=None)
@given(any_game)
def test_places_at_the_table_are_those_of_equals(game):
    readings = measure_exactly(game).readings
    if "largest_share" in readings:
        fair = between_equals(game)
        wins = np.array(measure_exactly(fair).readings["seat_wins"].values)
        shares = wins / wins.sum()
        assert readings["largest_share"].mean == pytest.approx(shares.max())
        assert readings["smallest_share"].mean == pytest.approx(shares.min(), abs=1e-12)
        assert readings["smallest_share"].mean - 1e-12 <= 1 / game.seats.count <= readings["largest_share"].mean + 1e-12


def codes_of(**data):
    return {fault.code: fault for fault in find_faults(game_from({"bolometric": 1, **data}))}


CALLER = {"kind": "tiles", "play": "counters", "counters": 4, "first": 2, "last": 12}


@pytest.mark.parametrize(
    ("data", "code", "says"),
    [
        ({"area": {"length": 60, "track": "shared", "turns": 4}, "pieces": [{}, {}]}, "out_of_reach", "5 at least"),
        ({"area": {"length": 12, "track": "shared", "turns": 30}, "pieces": [{}, {}]}, "always_reached", "100%"),
        ({"pieces": [{"faces": [3, 3]}, {}]}, "shows_the_same", "Piece 1 always shows 3"),
        ({"pieces": [{"faces": [3, 3]}]}, "always_the_same", "Every draw makes 3"),
        ({"area": {"kind": "tiles", "play": "multiples"}, "pieces": [{"faces": [1, 1, 1, 2]}]}, "trivial_chart", "75%"),
        ({"area": {"kind": "tiles", "play": "sets", "tiles": 12}, "pieces": [{}, {}]}, "hardly_closed", "turns"),
        (
            {"area": {"kind": "tiles", "play": "boxes", "boxes": 3}, "pieces": [{"faces": [*range(1, 13)]}] * 2},
            "mostly_idle",
            "nothing happens",
        ),
        (
            {"area": {"length": 9}, "pieces": [{"faces": [-1, -1, -1, 2]}], "brief": {"setbacks": None}},
            "mostly_back",
            "back",
        ),
        ({"area": {"kind": "purse", "draws": 8, "multipliers": [5, 10], "target": 50}}, "mostly_over", "over"),
        ({"area": {"kind": "duel", "rounds": 1}, "pieces": [{"faces": [1, 1, 1, 2]}]}, "mostly_shared", "together"),
    ],
)
def test_what_spoils_a_game_is_found_with_a_sentence_and_its_cures_help(data, code, says):
    found = codes_of(**data)
    assert code in found, found.keys()
    assert says in found[code].sentence
    for cure in found[code].cures:
        assert code not in {after.code for after in faults_alone(cure.game)}


def test_a_shared_aim_out_of_reach_is_given_the_turns_it_needs():
    fault = codes_of(area={"length": 60, "track": "shared", "turns": 4}, pieces=[{}, {}])["out_of_reach"]
    (cure,) = fault.cures
    assert measure_exactly(cure.game).readings["success"].mean >= 0.5


def test_a_second_place_that_is_favoured_is_named():
    """Whoever first gets home loses: the later a turn, the better the place."""
    data = {"area": {"length": 8, "first_home": "loses"}, "pieces": [{}], "seats": {"count": 3}}
    found = codes_of(**data, brief={"first_seat_edge": None})
    shares = measure_exactly(game_from({"bolometric": 1, **data})).readings["seat_wins"].values
    place = ("first", "second", "third")[int(np.argmax(shares))]
    assert f"the {place} is favoured" in found["place_favoured"].sentence


def test_all_together_nobody_is_said_to_win():
    together = game_from({"bolometric": 1, "area": {"length": 20, "track": "shared", "turns": 10}})
    assert not {"seat_wins", "ties", "first_seat_edge", "largest_share"} & set(measure(together, 300).readings)


def test_a_cure_never_makes_players_quicker_or_leaves_one_alone():
    for data in ({"pieces": [{"faces": [3, 3]}]}, {"area": {"length": 12}}, {"area": {"length": 300}}):
        for fault in codes_of(**data).values():
            for path, value in (step for cure in fault.cures for step in cure.steps):
                assert path != "seats.seconds_per_turn"
                assert (path, value) != ("seats.count", 1)


def test_simulated_places_are_near_the_exact_ones():
    game = in_style(game_from({"bolometric": 1, "area": {"length": 20}, "seats": {"count": 3}}), "guess")
    found = measure(game, 20_000)
    for key in ("largest_share", "smallest_share"):
        played = found.simulated[key]
        assert abs(played.mean - found.exact.readings[key].mean) < 4 * played.stderr
