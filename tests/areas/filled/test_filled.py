"""Boxes and placed counters: clearing times, who is first under one caller, placements."""

from itertools import combinations_with_replacement
from math import factorial

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.filled.cleared import clear_within
from bolometric.core.areas.filled.fill import Fill, line_of, soonest
from bolometric.core.areas.filled.first import clock, mean_draws, shares
from bolometric.core.areas.filled.placing import best_against, best_for_clearing
from bolometric.core.areas.filled.spec import Boxes
from bolometric.core.areas.filled.thumbs import by_odds, evenly
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import in_style, measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.random_games import dice

TWO_DICE = np.array([1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1]) / 36


def joint_calls(chances, seats, most):
    """One caller, call by call, on what all seats have left: ends by call, shares of wins, chance of a tie."""
    state, ends = {tuple(seats): 1.0}, np.zeros(most + 1)
    wins, ties = np.zeros(len(seats)), 0.0
    rest = 1 - sum(chances)
    for call in range(1, most + 1):
        after = {}
        for lefts, chance in state.items():
            for number, p in [*enumerate(chances), (None, rest)]:
                if p <= 0:
                    continue
                moved = tuple(
                    left
                    if number is None or not left[number]
                    else (*left[:number], left[number] - 1, *left[number + 1 :])
                    for left in lefts
                )
                clear = [k for k, left in enumerate(moved) if not sum(left)]
                if clear:
                    ends[call] += chance * p
                    wins[clear] += chance * p / len(clear)
                    ties += chance * p * (len(clear) > 1)
                else:
                    after[moved] = after.get(moved, 0.0) + chance * p
        state = after
    return ends, wins, ties, sum(state.values())


weights = st.lists(st.integers(1, 6), min_size=2, max_size=4)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.integers(1, 4), min_size=2, max_size=3), st.integers(0, 3), st.data())
def test_calls_are_those_of_the_chain_over_what_is_left(ways, missed, data):
    p = np.array(ways) / (sum(ways) + missed)
    count = st.lists(st.integers(0, 2), min_size=len(ways), max_size=len(ways)).map(tuple)
    seats = data.draw(st.lists(count.filter(any), min_size=1, max_size=3))
    _, wins, ties, left = joint_calls(p.tolist(), seats, 250)
    assume(left < 1e-9)
    for k, counts in enumerate(seats):
        alone, *_ = joint_calls(p.tolist(), [counts], 250)
        within = clear_within(tuple(p.tolist()), Fill(counts), sum(counts))
        known = np.pad(within, (0, max(0, 251 - len(within))), constant_values=1.0)[:251]
        assert np.allclose(known, alone.cumsum(), atol=1e-9), k
        assert mean_draws(clock(p, max(counts)), counts) == pytest.approx((1 - within).sum(), rel=1e-8)
    found, tied = shares(p, seats)
    assert np.allclose(found, wins, atol=1e-7)
    assert tied == pytest.approx(ties, abs=1e-7)
    assert found.sum() == pytest.approx(1, abs=1e-7)


@settings(max_examples=25, deadline=None)
@given(weights, st.integers(1, 4))
def test_what_is_left_to_chance_is_the_mean_over_all_fillings(ways, marks):
    p = np.array(ways) / sum(ways)
    found = clear_within(tuple(p.tolist()), Fill(None, tuple(p.tolist())), marks)
    by_hand = np.zeros(len(found))
    for places in combinations_with_replacement(range(len(ways)), marks):
        counts = tuple(np.bincount(places, minlength=len(ways)).tolist())
        orders = factorial(marks) / np.prod([factorial(count) for count in counts])
        chance = orders * np.prod(p ** np.array(counts))
        within = clear_within(tuple(p.tolist()), Fill(counts), marks)
        by_hand += chance * np.pad(within, (0, len(found)), constant_values=1.0)[: len(found)]
    assert np.allclose(found, by_hand, atol=1e-9)


@pytest.mark.parametrize("counters", [1, 3, 5, 8])
def test_the_best_placement_is_the_best_of_all(counters):
    time = clock(TWO_DICE, counters)
    found = best_for_clearing(TWO_DICE, counters)
    if counters <= 5:
        every = combinations_with_replacement(range(11), counters)
        means = [mean_draws(time, tuple(np.bincount(places, minlength=11).tolist())) for places in every]
        assert found.worth == pytest.approx(min(means), rel=1e-9)
    rivals = [evenly((1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1), counters), by_odds((1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1), counters)]
    assert all(mean_draws(time, rival) >= found.worth - 1e-9 for rival in rivals)
    against = best_against(TWO_DICE, found.counts)
    assert against.worth >= 0.5 - 1e-9
    assert shares(TWO_DICE, (against.counts, found.counts))[0][0] == pytest.approx(against.worth)


def test_climbing_finds_what_comparing_all_finds(monkeypatch):
    from bolometric.core.areas.filled import placing

    for counters in (3, 4):
        compared = best_for_clearing(TWO_DICE, counters)
        monkeypatch.setattr(placing, "FEW", 0)
        climbed = best_for_clearing(TWO_DICE, counters)
        monkeypatch.undo()
        assert compared.compared_all
        assert not climbed.compared_all
        assert climbed.worth == pytest.approx(compared.worth, rel=1e-9)


placings = st.sampled_from(
    [
        {},
        {"choose": "plan"},
        {"choose": "plan", "goal": "beat"},
        {"choose": "thumb", "rule": "evenly"},
        {"choose": "thumb", "rule": "by_odds"},
        {"choose": "thumb", "rule": "given"},
    ]
)


@st.composite
def filled_games(draw):
    boxes, marks = draw(st.booleans()), draw(st.integers(1, 4))
    area = {"kind": "tiles", "play": "boxes", "boxes": marks}
    if not boxes:
        first = draw(st.integers(0, 3))
        last = draw(st.integers(first + 2, 9))
        given_ = draw(st.lists(st.integers(first, last), min_size=marks, max_size=marks))
        area = {
            "kind": "tiles",
            "play": "counters",
            "counters": marks,
            "first": first,
            "last": last,
            "placements": [given_],
        }
    area |= {
        "draws": draw(st.sampled_from(["own", "shared"])),
        "finish": draw(st.sampled_from(["at_once", "finish_round"])),
    }
    most = 12 if area["draws"] == "shared" else 6
    styles = [{}] if boxes else draw(st.lists(placings, min_size=1, max_size=3))
    data = {
        "pieces": draw(dice(2, st.integers(0, 5))),
        "area": area,
        "seats": {"count": draw(st.sampled_from([1, 2, 3, most])), "styles": styles},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


@settings(max_examples=30, deadline=None)
@given(filled_games())
def test_exact_and_simulated_agree(game):
    found = measure(game, 8_000)
    for key, exact in found.exact.readings.items():
        played = found.simulated.get(key)
        assert exact.method == "exact"
        if played is None or key in ("choice", "seat_wins"):
            continue
        if exact.mean is None or played.mean is None:
            assert exact.mean is played.mean or min(exact.never or 0, played.never or 0) < 0.01
            continue
        assert abs(exact.mean - played.mean) <= 4 * played.stderr + 1e-9, key
    wins = found.exact.readings.get("seat_wins")
    if wins is not None:
        for exact, played in zip(wins.values, found.simulated["seat_wins"].values, strict=True):
            assert abs(exact - played) <= 4 * found.simulated["seat_wins"].stderr + 1e-9


@settings(max_examples=40, deadline=None)
@given(filled_games(), st.integers(0, 99))
def test_by_hand_one_comes_off_where_the_total_stands(game, seed):
    sitting, numbers = Sitting(game, seed), line_of(game).numbers
    marks = game.area.marks
    for _ in range(200):
        before = sitting.now
        if before.waiting == "nothing":
            break
        sitting.play_on(game.seats.style(before.seat))
        now = sitting.now
        if before.filling:
            assert all(sum(left) <= marks for left in now.left)
            continue
        total = sitting.here.shown.total
        who = range(game.seats.count) if game.area.together else (before.seat,)
        for seat, (old, new) in enumerate(zip(before.left, now.left, strict=True)):
            hit = seat in who and total in numbers and old[numbers.index(total)] > 0
            assert sum(old) - sum(new) == hit
    if sitting.now.winners:
        assert all(not sum(sitting.now.left[seat]) for seat in sitting.now.winners)


@pytest.mark.parametrize(
    ("first", "last", "says", "moved"),
    [
        (2, 14, "13 and 14 can never come up", "area.last"),
        (0, 12, "0 and 1 can never come up", "area.first"),
        (1, 40, "1, 13, 14, 15, 16, 17, 18, 19 and 21 more can never come up", "area.first"),
    ],
)
@pytest.mark.parametrize("style", ["guess", "thumb"])
def test_the_end_of_a_line_that_never_comes_up_is_named_and_moved(style, first, last, says, moved):
    area = {"kind": "tiles", "play": "counters", "first": first, "last": last, "counters": 4}
    game = in_style(game_from({"pieces": [{}, {}], "area": area}), style)
    found = [fault for fault in find_faults(game) if fault.sentence.startswith(f"{says}:")]
    assert [fault.where for fault in found] == [moved]


def test_boxes_with_a_pack_whose_cards_stay_out_leave_nothing_to_choose():
    pack = {"kind": "pack", "cards": [1, 2, 3], "after": "keep_out"}
    game = game_from({"pieces": [pack], "area": {"kind": "tiles", "play": "boxes", "boxes": 2}})
    sitting = Sitting(game, 1)
    while not sitting.now.over:
        assert sitting.coach() == "There is nothing to choose in this game: draw, and see."
        sitting.draw()


def test_a_line_with_numbers_that_never_come_up():
    data = {"pieces": [{}, {}], "area": {"kind": "tiles", "play": "counters", "first": 1, "last": 13, "counters": 4}}
    game = game_from(data)
    fault = next(fault for fault in find_faults(game) if fault.code == "may_never_end")
    chance = 1 - (11 / 13) ** 4
    assert f"1 and 13 can never come up: {100 * chance:.0f}% of players who guess" in fault.sentence
    alone = measure(game_from({**data, "seats": {"count": 1}}), 20_000)
    assert alone.exact.readings["stuck"].mean == pytest.approx(chance)
    assert abs(alone.simulated["stuck"].mean - chance) < 4 * alone.simulated["stuck"].stderr
    sure = in_style(game, "thumb")
    assert measure_exactly(sure).readings["stuck"].mean == 0
    assert any(f.code == "never_comes_up" and f.level == "advice" for f in find_faults(sure))
    bad = {
        **data,
        "area": {**data["area"], "placements": [[1, 7, 7, 8]]},
        "seats": {"styles": [{"choose": "thumb", "rule": "given"}]},
    }
    fault = next(fault for fault in find_faults(game_from(bad)) if fault.code == "impossible_number")
    best = soonest(line_of(game).ways, 4)
    placed = [n for n, count in zip(line_of(game).numbers, best, strict=True) for _ in range(count)]
    assert [int(n) for n in fault.cures[0].game.area.placements[0]] == placed


@pytest.mark.parametrize(
    ("area", "says"),
    [
        ({"play": "counters", "counters": 0}, "area.counters: 0 is too small"),
        ({"play": "boxes", "boxes": 90}, "the most is 24"),
        ({"play": "sets", "tiles": 40}, "the most is 12"),
        ({"play": "multiples", "chart": 20, "counters": 9}, "use at most 5 each"),
        ({"play": "multiples", "limit": 60}, "use a larger chart|lower the limit|use at most"),
        ({"play": "counters", "first": 9, "last": 3}, "swap them"),
        ({"play": "counters", "first": 20, "last": 30}, "No total lies on the line"),
        ({"play": "counters", "placements": [[5, 6]]}, "This places 2 counters, and there are 8"),
        ({"play": "heaps"}, "area.play: 'tiles: heaps' is not one of the choices"),
    ],
)
def test_bad_input_gets_one_clear_sentence(area, says):
    with pytest.raises(GameError, match=says):
        game_from({"pieces": [{}, {}], "area": {"kind": "tiles", **area}})


@pytest.mark.parametrize(("area", "count"), [({"play": "boxes"}, 7), ({"play": "boxes", "draws": "shared"}, 41)])
def test_a_class_sits_at_one_caller_only(area, count):
    game = {"pieces": [{}, {}], "area": {"kind": "tiles", **area}}
    with pytest.raises(GameError, match=r"seats\.count: .*(too many here|the most is 40)"):
        game_from({**game, "seats": {"count": count}})
    assert game_from({**game, "seats": {"count": count - 1}}).seats.count == count - 1


def test_boards_alike_favour_nobody_and_all_may_be_stuck():
    area = {"kind": "tiles", "play": "counters", "counters": 2, "first": 1, "last": 4, "draws": "shared"}
    game = game_from({"pieces": [{"faces": [1, 2, 3]}], "area": area, "seats": {"count": 9}})
    found = measure(game, 20_000)
    exact, stuck = found.exact.readings, (1 - (3 / 4) ** 2) ** 9  # nobody has both on what comes up
    assert exact["stuck"].mean == pytest.approx(stuck)
    assert exact["success"].mean == pytest.approx(1 - stuck)
    assert exact["seat_wins"].values == pytest.approx([(1 - stuck) / 9] * 9)
    assert abs(found.simulated["stuck"].mean - stuck) <= 4 * found.simulated["stuck"].stderr
    assert found.exact.result is None  # how long it takes is played


@settings(max_examples=20)
@given(filled_games().filter(lambda game: isinstance(game.area, Boxes)))
def test_filling_the_boxes_takes_time_as_turns_do_and_is_no_turn(game):
    found = measure(game, 2_000)
    a_draw, draws = game.seats.seconds_per_turn / 60, game.seats.count * game.area.boxes
    for readings in (found.exact.readings, found.simulated):
        if "minutes" in readings and readings["minutes"].mean is not None:
            assert readings["minutes"].mean == pytest.approx(a_draw * (readings["turns"].mean + draws))
            assert readings["minutes"].p10 == pytest.approx(a_draw * (readings["turns"].p10 + draws))


def test_where_some_draws_fill_nothing_the_time_of_filling_is_not_called_exact():
    data = {
        "pieces": [{"faces": [0, 1, 2, 4]}],
        "draw": {"make": "formula", "formula": "4/a"},
        "area": {"kind": "tiles", "play": "boxes", "boxes": 2},
        "seats": {"count": 1},
    }
    found = measure(game_from(data), 3_000)
    assert found.exact.readings["turns"].method == "exact"
    assert "minutes" not in found.exact.readings
    turns, minutes = found.simulated["turns"].mean, found.simulated["minutes"].mean
    assert minutes == pytest.approx((turns + 2 / 0.75) * game_from(data).seats.seconds_per_turn / 60)
