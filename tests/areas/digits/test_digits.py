"""Digits: best play against plain recursions, exact against simulated, and the game by hand."""

from functools import cache
from itertools import permutations, product

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.digits.board import describe, heat, rule_words
from bolometric.core.areas.digits.rounds import known_of
from bolometric.core.areas.digits.rules import columns_of
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.faults_alone import codes_of

TEN = {"faces": list(range(10))}
styles = st.sampled_from(
    [
        {},
        {"choose": "plan"},
        {"choose": "thumb", "rule": "halves"},
        {"choose": "thumb", "rule": "left_first"},
    ]
)


@st.composite
def digit_games(draw, practices=("one_by_one", "together"), seats=3):
    practice = draw(st.sampled_from(practices))
    faces = draw(st.lists(st.integers(0, 9), min_size=2, max_size=4))
    rowed = st.sampled_from([{}, {"choose": "plan"}, {"choose": "thumb", "rule": "beat_largest"}])
    data = {
        "pieces": [{"faces": faces}],
        "area": {
            "kind": "digits",
            "practice": practice,
            "whole": draw(st.integers(1, 3)),
            "decimals": draw(st.integers(0, 1)),
            "rows": draw(st.integers(1, 3)),
            "aim": draw(st.sampled_from(["largest", "smallest", "nearest"])),
            "target": draw(st.sampled_from([5, 40, 321])),
            "draws": draw(st.sampled_from(["own", "shared"])),
            "spare": draw(st.sampled_from(["none", "one"])),
            "points": draw(st.integers(1, 2)),
        },
        "seats": {
            "count": draw(st.integers(1, seats)),
            "styles": draw(st.lists(rowed if practice == "rows" else styles, min_size=1, max_size=3)),
        },
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def number(area, digits):
    """What digits make, from the lowest column up."""
    return sum(digit * 10.0 ** (i - area.decimals) for i, digit in enumerate(digits))


def score(area, value):
    return {"largest": -value, "smallest": value, "nearest": abs(value - float(area.target))}[area.aim]


def best_by_hand(game):
    """The least score on average when each digit is placed before the next is seen."""
    area, odds = game.area, game.distribution
    draws = list(zip([int(t) for t in odds.totals], odds.chances.tolist(), strict=True))

    @cache
    def value(filled, spare):
        if None not in filled:
            return score(area, number(area, filled))
        whole = 0.0
        for digit, chance in draws:
            options = [
                value((*filled[:i], digit, *filled[i + 1 :]), spare) for i, held in enumerate(filled) if held is None
            ]
            if spare:
                options.append(value(filled, False))
            whole += chance * min(options)
        return whole

    return value((None,) * area.columns, area.spare == "one")


@settings(max_examples=40, deadline=None)
@given(digit_games(("one_by_one",)))
def test_placing_for_good_is_that_of_a_plain_recursion(game):
    columns = columns_of(game)
    found, chances, _ = known_of(columns, Style(choose="plan"), False)
    assert chances.sum() == pytest.approx(1)
    assert columns.score(found) @ chances == pytest.approx(best_by_hand(game), rel=1e-9, abs=1e-9)


@settings(max_examples=25, deadline=None)
@given(digit_games(("together",)))
def test_arranging_is_the_best_of_all_arrangements(game):
    area, odds = game.area, game.distribution
    draws = list(zip([int(t) for t in odds.totals], odds.chances.tolist(), strict=True))
    assume(len(draws) ** area.digits < 3000)
    mean = 0.0
    for hand in product(draws, repeat=area.digits):
        chance = np.prod([p for _, p in hand])
        orders = permutations([digit for digit, _ in hand], area.columns)
        mean += chance * min(score(area, number(area, order)) for order in orders)
    columns = columns_of(game)
    found, chances, _ = known_of(columns, Style(choose="plan"), True)
    assert columns.score(found) @ chances == pytest.approx(mean, rel=1e-9, abs=1e-9)


@settings(max_examples=50, deadline=None)
@given(digit_games())
def test_exact_and_simulated_agree(game):
    found = measure(game, 6000)
    for key, exact in found.exact.readings.items():
        played = found.simulated.get(key)
        if played is not None and exact.mean is not None and key != "choice":
            assert abs(exact.mean - played.mean) <= 4 * played.stderr + 1e-6 * abs(exact.mean) + 1e-9, key
    wins = found.exact.readings.get("seat_wins")
    for exact, played in zip(wins.values if wins else (), found.simulated["seat_wins"].values, strict=False):
        assert abs(exact - played) <= 4 * found.simulated["seat_wins"].stderr + 1e-9


@settings(max_examples=14, deadline=None)
@given(digit_games(("one_by_one", "together", "rows", "rows")))
def test_by_hand_is_like_the_runs(game):
    batch = area_of(game).measured.player(game)(10_000, 100_000, np.random.default_rng(2))
    turns, wins = [], np.zeros(game.seats.count)
    for seed in range(100):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            before = sitting.now
            sitting.play_on(game.seats.style(before.seat))
            now = sitting.now
            kept = [
                old >= 0 and old != new
                for a, b in zip(before.filled, now.filled, strict=True)
                for old, new in zip(a, b, strict=True)
            ]
            assert not any(kept) or now.round > before.round  # what is written stays
        turns.append(sitting.now.turn)
        wins[list(sitting.now.winners)] += 1 / len(sitting.now.winners)
    bits = (batch.home[:, None] >> np.arange(game.seats.count)) & 1
    share = (bits / bits.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.all(np.abs(wins / 100 - share) < 4.5 * np.sqrt(0.25 / 100))
    draws_a_turn = game.area.digits if game.area.practice == "together" else 1
    assert np.mean(turns) / draws_a_turn == pytest.approx(batch.turns.mean() / draws_a_turn, rel=0.35)


def test_the_rule_for_three_columns_is_one_that_a_child_can_follow():
    game = game_from({"pieces": [TEN], "area": {"kind": "digits"}, "seats": {"styles": [{"choose": "plan"}]}})
    assert rule_words(columns_of(game), 0b111) == "6 or more: hundreds; 4 to 5: tens; 0 to 3: ones"
    assert (
        describe(game, heat(game), 1)
        == "Free hundreds, tens and ones: 6 or more: hundreds; 4 to 5: tens; 0 to 3: ones (exact)."
    )
    found = measure_exactly(game).readings
    assert found["score"].mean == pytest.approx(-best_by_hand(game))
    assert "Best play comes to 692.6 on average, guessing to 499.5" in describe(game, heat(game), None)


@pytest.mark.parametrize(
    ("data", "code", "says"),
    [
        ({"pieces": [{"faces": [1, 12]}]}, "no_digit", "12 is written with two digits"),
        ({"pieces": [TEN], "area": {"aim": "nearest", "target": 5000}}, "target_out_of_reach", "from 0 to 999"),
        ({"pieces": [TEN], "area": {"whole": 2}}, "no_choice", "as good as best play"),
    ],
)
def test_faults_name_the_setting_and_their_cure_works(data, code, says):
    game = game_from({**data, "area": {"kind": "digits", **data.get("area", {})}})
    fault = next(fault for fault in find_faults(game) if fault.code == code)
    assert says in fault.sentence
    for change in fault.cures:
        assert code not in codes_of(change.game)
    assert fault.cures


@pytest.mark.parametrize("digit", range(1, 10))
def test_the_least_and_the_largest_number_are_within_reach(digit):
    """With tenths, too, which a float does not hold exactly: 3.3 is three ones and three tenths."""
    for least in (True, False):
        faces = [digit, 9] if least else [1, digit]
        area = {"kind": "digits", "whole": 1, "decimals": 1, "aim": "nearest", "target": f"{digit}.{digit}"}
        assert "target_out_of_reach" not in codes_of(game_from({"pieces": [{"faces": faces}], "area": area}))


@pytest.mark.parametrize(
    ("area", "pieces", "says"),
    [
        ({"whole": 6, "decimals": 3, "aim": "nearest"}, [TEN], "too many to work out"),
        ({}, [{"faces": [-1, 2]}], "Only whole numbers from 0 up"),
        ({"practice": "rows"}, [{"kind": "pack", "after": "keep_out"}], "do not keep them out"),
        (
            {"practice": "rows"},
            [*({"faces": [10**k * n for n in range(10)]} for k in range(4)), *[{"faces": [0, 10_000]}] * 5],
            "60000 different numbers, and the most here is 50000",
        ),
    ],
)
def test_what_cannot_be_written_is_refused(area, pieces, says):
    with pytest.raises(GameError, match=says):
        game_from({"pieces": pieces, "area": {"kind": "digits", **area}})


@pytest.mark.parametrize("practice", ["one_by_one", "rows"])
def test_every_draw_must_make_a_number(practice):
    halves = {"pieces": [{"faces": [0, 1]}, {"faces": [0, 1]}], "draw": {"make": "formula", "formula": "A / B"}}
    with pytest.raises(GameError, match="can be written down"):
        game_from({**halves, "area": {"kind": "digits", "practice": practice}})


def test_the_coach_of_the_smallest_number_wants_a_nine_where_it_counts_least():
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": list(range(10))}],
            "seats": {"count": 1},
            "area": {"kind": "digits", "whole": 2, "aim": "smallest"},
        }
    )
    sitting = Sitting(game)
    sitting.draw(9)
    told = sitting.coach()
    assert told.startswith("Best: Ones. Worse: ")
    # Tens: 90 and a digit of 4.5 on average; ones: 9 and ten times that.
    assert "Tens by 40.5" in told


@pytest.mark.parametrize("aim", ["largest", "nearest"])
@pytest.mark.parametrize("styles", [[{"choose": "thumb", "rule": "left_first"}, {}, {}], [{}, {}, {}]])
def test_who_is_best_of_the_same_digits_is_that_of_every_sequence_and_every_guess(aim, styles):
    area = {"kind": "digits", "whole": 3, "aim": aim, "target": 210, "draws": "shared"}
    game = game_from({"pieces": [{"faces": [1, 2, 2]}], "area": area, "seats": {"count": 3, "styles": styles}})
    odds, orders = game.distribution, list(permutations(range(3)))
    wins = np.zeros(3)
    for drawn in product(range(2), repeat=3):
        chance = np.prod([odds.chances[k] for k in drawn])
        digits = [int(odds.totals[k]) for k in drawn]
        ways = [[orders[0]] if style else orders for style in styles]  # from the left, or in any order
        for made in product(*ways):
            scores = [score(game.area, number(game.area, [digits[k] for k in order][::-1])) for order in made]
            best = [seat for seat in range(3) if scores[seat] == min(scores)]
            for seat in best:
                wins[seat] += chance / np.prod([len(way) for way in ways]) / len(best)
    solved = measure_exactly(game).readings["seat_wins"]
    assert solved.method == "exact"
    assert solved.values == pytest.approx(wins.tolist(), abs=1e-12)
