"""What the command line's JSON tells beside the readings: best play and places, held against playing by them."""

import json
from collections import Counter

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.game.schema import schema
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.words.plain import measured_plain
from bolometric.core.words.telling import lasting_at_least
from tests.random_games import games

COIN = {"faces": [1, 2]}


def told(runs=1, **game):
    """The JSON of a game, read back."""
    return json.loads(json.dumps(measured_plain(measure(game_from({"bolometric": 1, **game}), runs)), allow_nan=False))


def test_stopping_squares_lead_home_in_the_turns_they_promise():
    area = {"kind": "trail", "length": 12, "end": "pass", "go_on": "dare", "lose_turn": [1]}
    plan = told(pieces=[{"faces": [1, 2, 3, 4]}], area=area, seats={"count": 1})["plan"]
    stops = {begun["from"]: set(begun["stop_on"]) for begun in plan["begun"]}
    rng, lengths = np.random.default_rng(3), []
    for _ in range(4000):
        at = turns = 0
        while at < 12:
            turns, here = turns + 1, at
            while True:
                shown = rng.integers(1, 5)
                if shown == 1:
                    here = at
                    break
                here = min(here + shown, 12)
                if here == 12 or here in stops[at]:
                    break
            at = here
        lengths.append(turns)
    error = np.std(lengths) / len(lengths) ** 0.5
    assert np.mean(lengths) == pytest.approx(plan["begun"][0]["turns_needed"], abs=4 * error)


def test_a_closing_table_worked_out_by_hand():
    """Tiles 1, 2 and 3, a draw of 1 to 3: 3 takes the 3 alone, or 1 and 2; what is left is worth its sum."""
    area = {"kind": "tiles", "play": "sets", "tiles": 3}
    plan = told(pieces=[{"faces": [1, 2, 3]}], area=area, seats={"count": 1})["plan"]
    table = {tuple(entry["open"]): entry for entry in plan["table"]}
    assert table[(1,)]["score"] == pytest.approx(2 / 3)
    assert table[(3,)]["score"] == pytest.approx(2)
    # With 1 and 2 open a draw of 3 closes both; after a 1 the 2 is left and the other way round.
    assert table[(1, 2)]["score"] == pytest.approx((4 / 3 + 2 / 3 + 0) / 3)
    assert table[1, 2, 3]["close"]["3"] == [3]
    assert set(table) >= {(1, 2, 3), (1, 2)}


def test_digits_go_where_a_comparison_by_hand_puts_them():
    area = {"kind": "digits", "practice": "one_by_one", "whole": 2, "aim": "largest"}
    plan = told(pieces=[{"faces": list(range(10))}], area=area, seats={"count": 1})["plan"]
    both = next(entry for entry in plan["table"] if len(entry["free"]) == 2)
    for digit, place in both["place"].items():
        assert place == ("tens" if 10 * int(digit) + 4.5 >= 45 + int(digit) else "ones")


def test_a_purse_is_filled_as_by_trying_every_multiplier():
    area = {"kind": "purse", "draws": 2, "multipliers": [1, 10], "target": 13, "over": "distance"}
    plan = told(pieces=[COIN], area=area, seats={"count": 1})["plan"]
    last = {entry["sum"]: entry for entry in plan["table"] if entry["draws_left"] == 1}
    for held, entry in last.items():
        for total in (1, 2):
            best = min((abs(13 - held - total * by), by) for by in (1, 10))
            assert abs(13 - held - total * entry["multiply_by"][str(total)]) == best[0]


def test_places_are_landed_on_as_often_as_by_walking():
    shown = told(pieces=[COIN], area={"kind": "trail", "length": 6, "end": "pass"}, seats={"count": 1})["places"]
    rng, walks, met = np.random.default_rng(1), 20_000, Counter()
    for _ in range(walks):
        at = 0
        while at < 6:
            at = min(6, at + int(rng.integers(1, 3)))
            met[at] += 1
    assert shown["method"] == "exact"
    for place in shown["each"]:
        assert place["value"] == pytest.approx(met[place["place"]] / walks, abs=0.02)
        assert place["times"] == pytest.approx(place["value"])


def test_what_may_go_on_for_ever_is_null():
    area = {"kind": "trail", "length": 5, "end": "exact"}
    shown = told(pieces=[{"faces": [2, -2]}], area=area, seats={"count": 1})["places"]
    assert {place["place"]: place["times"] for place in shown["each"]}[2] is None


def test_the_schema_bounds_what_is_refused():
    shapes = schema()["$defs"]
    assert shapes["Purse"]["properties"]["target"]["anyOf"][0]["exclusiveMinimum"] == 0
    angle = json.dumps(shapes["Spinner"])
    assert '"minimum": 2' in angle
    assert '"maximum": 360' in angle


@settings(max_examples=40, deadline=None)
@given(games(longest=15, seats=2), st.integers(1, 40))
def test_how_unusual_a_length_is_and_what_those_take_that_end(game, count):
    found = measure(game, 4000)
    exact = lasting_at_least(count, found.exact, found.sample)
    played = lasting_at_least(count, None, found.sample)
    assert abs(exact.mean - played.mean) <= 5 * played.stderr + 1e-9
    told, turns = found.simulated["turns"], found.readings["turns"]
    if turns.ended is not None and told.ended is not None and turns.never < 0.9:
        ends = 4000 * (1 - turns.never)
        assert told.ended == pytest.approx(turns.ended, abs=6 * found.sample.turns.sd / ends**0.5 + 1e-9)
    for quantile in ("p10", "p50", "p90"):
        one, other = getattr(turns, quantile), getattr(told, quantile)
        share = int(quantile[1:]) / 100
        if one is None or other is None:  # as many games end as that, to the error of the runs
            assert abs(1 - turns.never - share) < 0.04 or one is other


@pytest.mark.parametrize("faces", [6, 30])
def test_a_list_of_facts_that_is_cut_says_so(faces):
    numbers = list(range(1, faces + 1))
    game = game_from({"pieces": [{"faces": numbers}, {"faces": numbers}], "draw": {"make": "multiply"}})
    practice = measured_plain(measure(game, 60))["practice"]
    exact = measure_exactly(game).facts
    assert practice["different"] == len(exact)
    assert practice["left_out"] == len(exact) - len(practice["facts"])
    assert (practice["left_out"] > 0) == (faces == 30)
    least = min(sum(one["times"]) for one in practice["facts"])
    named = {one["fact"] for one in practice["facts"]}
    assert all(sum(met) <= least + 1e-12 for one, met in exact.items() if one.words not in named)
