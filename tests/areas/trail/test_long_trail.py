"""Trails of thousands of steps, and amounts that are filled with decimals, against the short way of working."""

from itertools import permutations

import numpy as np
import pytest
from hypothesis import given, settings

from bolometric.core.areas.trail import exact, long_trail
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.settings.errors import GameError
from bolometric.core.words.rule_sheet import rules_text
from tests.faults_alone import codes_of, faults_alone
from tests.random_games import games


@settings(max_examples=40)
@given(games(longest=40))
def test_the_long_way_and_the_short_way_agree(game):
    chain = compile_chain(game.area, game.distribution)
    short, far = exact.first_passage(chain), long_trail.first_passage(chain)
    turns = min(len(short.home), len(far.home), 300)
    assert np.allclose(short.home[:turns], far.home[:turns], atol=1e-12)
    assert short.never == pytest.approx(far.never, abs=1e-9)
    found = long_trail.visits(chain)
    if found is not None:
        known = exact.visits(chain)
        assert np.allclose(found.chance, known.chance, atol=1e-9)
        finite = np.isfinite(known.times)
        assert np.allclose(found.times[finite], known.times[finite], atol=1e-7)
    else:
        backward = (chain.landing < np.arange(chain.length)[:, None]) & (chain.landing > 0)
        assert backward.any() or not chain.can_finish[0]


FILL = {"bolometric": 1, "draw": {"make": "place"}, "pieces": [{}, {"faces": ["1/10", "1/100"]}]}


def test_filling_one_by_hundredths_is_a_trail_of_a_hundred():
    """3 × 0.01 moves three steps of a hundred: the same race as whole numbers a hundred times as large."""
    fill = game_from({**FILL, "area": {"unit": "hundredth", "amount": 1, "end": "exact"}})
    whole = game_from(
        {
            "bolometric": 1,
            "draw": {"make": "multiply"},
            "pieces": [{}, {"faces": [10, 1]}],
            "area": {"length": 100, "end": "exact"},
        }
    )
    one, other = measure_exactly(fill), measure_exactly(whole)
    work = ("facts", "on_aim", "draw_size")  # a tenth is added, a square is counted
    summed = ("first_try",)  # over other tasks, in another order
    assert {key: one.readings[key] for key in one.readings if key not in (*work, *summed)} == {
        key: other.readings[key] for key in other.readings if key not in (*work, *summed)
    }
    assert one.readings["first_try"].mean == pytest.approx(other.readings["first_try"].mean)
    assert (one.heat.visits.chance == other.heat.visits.chance).all()
    text = rules_text(fill)
    assert "Draw a large box that stands for 1, divided into hundredths: 100 of them." in text
    assert "multiply the number by its place" in text
    assert "Fill that much more of the box." in text


def test_a_hundred_by_hundredths_is_exact_and_agrees_with_play():
    game = game_from(
        {
            **FILL,
            "pieces": [{"faces": [5, 9]}, {"faces": ["0.1", "1", "0.01"]}],
            "area": {"unit": "hundredth", "amount": 100},
            "seats": {"count": 1},
        }
    )
    found = measure_exactly(game)
    (*_, tally) = runs_of(game, 1, 3000)
    turns = tally.readings()["turns"]
    assert abs(found.readings["turns"].mean - turns.mean) < 4 * turns.stderr
    assert found.heat.visits.stderr == 0
    assert found.heat.visits.chance[-1] == pytest.approx(1)


def test_a_game_in_which_no_total_fits_opens_and_says_so():
    """Pieces are changed before the unit is: that must not be refused on the way."""
    game = game_from({"bolometric": 1, "pieces": [{}, {"faces": ["1/10", "1/100"]}]})
    found = {fault.code: fault for fault in find_faults(game)}
    assert "Nobody can ever get home" in found["may_never_end"].sentence
    assert [cure.words for cure in found["useless_total"].cures] == ["Measure in hundredths"]
    assert measure_exactly(found["useless_total"].cures[0].game).never == 0


def test_totals_between_steps_are_a_fault_with_a_finer_unit_as_cure():
    game = game_from({**FILL, "area": {"unit": "tenth"}})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "useless_total"]
    assert "0.01, 0.02, 0.03, 0.04, 0.05 or 0.06 is no whole number of tenths" in fault.sentence
    assert [cure.words for cure in fault.cures] == ["Measure in hundredths"]
    assert not [f for f in faults_alone(fault.cures[0].game) if f.code == "useless_total"]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"unit": "thousandth", "amount": 100}}, "100,000 steps, and the most is 10,000"),
        (
            {
                "pieces": [{"faces": [{"value": 1, "special": True}, {"value": 2, "special": True}]}],
                "area": {"special": "lose_turn"},
            },
            "area.special: Every total",
        ),
        ({"pieces": [{}], "draw": {"make": "formula", "formula": "a / 0"}}, "No draw makes a number"),
    ],
)
def test_what_cannot_be_played_is_said(data, says):
    with pytest.raises(GameError) as caught:
        game_from({"bolometric": 1, **data})
    assert says in str(caught.value)


def test_a_pack_kept_out_is_measured_by_play_and_its_faults_found():
    pack = {"kind": "pack", "cards": [1, 2, 3, 4, 5, 6], "after": "keep_out"}
    game = game_from({"bolometric": 1, "pieces": [pack], "area": {"length": 200}, "seats": {"count": 2}})
    found = measure_exactly(game)
    assert set(found.readings) == {"draw_size"}
    assert found.heat.visits.stderr > 0
    assert codes_of(game) >= {"far_too_long"}
    # Alone: six cards add to 21, so nine passes of 54 draws make 189, and 11 more are drawn from the tenth.
    alone = game.model_copy(update={"seats": game.seats.model_copy(update={"count": 1})})
    (*_, tally) = runs_of(alone, 1, 4000)
    last = [next(n for n in range(7) if sum(hand[:n]) >= 11) for hand in permutations(range(1, 7))]
    turns = tally.readings()["turns"]
    assert abs(turns.mean - (54 + np.mean(last))) < 4 * turns.stderr
    assert set(tally.sample.turns.values.tolist()) == {54 + n for n in last}


def test_of_draws_that_are_only_sampled_nothing_is_told_as_if_it_were_known():
    """Seven unlike dice in a formula have more outcomes than are listed: what came up in no draw may come up yet."""
    dice = [{"faces": [*range(1, 12), 12 + k]} for k in range(7)]
    formula = {"make": "formula", "formula": "(a*b+c*d+e*f-g)/2"}
    area = {"length": 100, "end": "exact", "back_to_start": [0, 5000]}
    game = game_from({"bolometric": 1, "pieces": dice, "draw": formula, "area": area})
    odds = game.distribution
    assert odds.sampled
    told = {fault.code: fault.sentence for fault in faults_alone(game)}
    assert f"A total of 5000 came up in none of {odds.all_ways:,} draws (simulated;" in told["impossible_total"]
    halves = [total for total in odds.totals if total.denominator == 2]
    share = sum(odds.chance(total) for total in halves)
    assert f"or {len(halves) - 8:,} more is no whole number of squares" in told["useless_total"]
    assert told["useless_total"].endswith(f"the counter stays: {100 * float(share):.0f}% of draws (simulated).")
    formula["formula"] = "a*b*c*d*e*f*g"
    product = game_from({"bolometric": 1, "pieces": dice, "draw": formula, "area": {**area, "length": 5}})
    assert product.distribution.sampled
    assert min(product.distribution.totals) > 5  # seven ones come up once in 36 million draws, and lead home
    assert "may_never_end" not in {fault.code for fault in faults_alone(product)}
