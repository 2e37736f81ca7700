"""Chains: the longest and the winner, held against a search written another way; made by hand and by the thousand."""

from functools import cache

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.chain.by_hand import dead
from bolometric.core.areas.chain.play import best_found
from bolometric.core.areas.chain.solved import first_sums, solved
from bolometric.core.areas.chain.witness import longest, witness
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import in_style, measure, runs_of
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.faults_alone import codes_of


@st.composite
def chains(draw, most=9):
    area = {
        "kind": "chain",
        "begins": draw(st.sampled_from(["zero", "one"])),
        "last": draw(st.integers(4, most)),
        "zero": draw(st.sampled_from(["struck", "used"])),
        "signs": draw(st.sampled_from(["alternate", "free"])),
        "practice": draw(st.sampled_from(["together", "against"])),
        "wanted": draw(st.integers(0, 3)),
    }
    return game_from({"bolometric": 1, "area": area})


def ways_on(numbers, begin, sign):
    """Every sum by its numbers: (first, second, sign, result)."""
    for a in numbers if begin is None else [begin]:
        for b in numbers - {a}:
            for does in "+-" if sign is None else sign:
                result = a + b if does == "+" else a - b
                if result in numbers - {a, b}:
                    yield a, b, does, result


def all_ways(numbers):
    """Every sum of two numbers that are left, whatever comes next."""
    return list(ways_on(numbers, None, None))


def following(area, does):
    return None if area.signs == "free" else "-" if does == "+" else "+"


def search(area):
    """The longest chain and whether the first to move can win, by plain recursion over sets of numbers."""

    @cache
    def best(numbers, begin, sign):
        found = [
            best(numbers - {a, b}, r, following(area, does)) + 1 for a, b, does, r in ways_on(numbers, begin, sign)
        ]
        return max(found, default=0)

    @cache
    def wins(numbers, begin, sign):
        return any(
            not wins(numbers - {a, b}, r, following(area, does)) for a, b, does, r in ways_on(numbers, begin, sign)
        )

    start = frozenset(area.open_line)
    return best(start, None, None), wins(start, None, None)


@settings(max_examples=20, deadline=None)
@given(chains())
def test_longest_chains_and_winners_are_those_of_a_plain_search(game):
    sums, first_wins = search(game.area)
    assert longest(game.area) == (sums, True)
    assert max((count for _, count in first_sums(game.area)), default=0) == sums
    planned = in_style(game, "plan")
    *_, tally = runs_of(planned, 1, 200)
    if game.area.practice == "together":
        left = len(game.area.open_line) - 2 * sums
        found = measure(planned, 100).readings
        assert (found["left"].mean, found["left"].method) == (left, "exact")
        assert tally.sample.own["left"].mean == left
        assert found["success"].mean == (left <= game.area.wanted)
    elif sums:
        assert tally.readings()["seat_wins"].values[0] == first_wins


@settings(max_examples=40, deadline=None)
@given(chains(12), st.integers(0, 9), st.sampled_from(["guess", "thumb", "plan"]))
def test_by_hand_every_sum_is_one_of_the_rules(game, seed, choose):
    game = in_style(game, choose)
    sitting, numbers, begin, sign = Sitting(game, seed), set(game.area.open_line), None, None
    while not sitting.now.over:
        told = {option.words for option in sitting.options}
        known = {f"{a} {'+' if does == '+' else '−'} {b} = {r}" for a, b, does, r in ways_on(numbers, begin, sign)}
        assert told <= known
        assert len(told) == len(known) if begin is not None else len(told) <= len(known)
        assert "exact" in sitting.coach()
        hinted = sitting.rules.hints(game, sitting.now)
        assert not hinted or hinted[-1].removesuffix(".") in told
        used = {number for a, b, _, _ in all_ways(numbers) for number in (a, b)}
        assert dead(game.area, sitting.now.held) == sorted(numbers - used)
        sitting.play_on(game.seats.style(sitting.now.seat))
        a, does, b, _, begin = sitting.now.record[-2 if sitting.now.over else -1].split(": ")[1].rstrip(".").split()
        begin, sign = int(begin), following(game.area, "+" if does == "+" else "-")
        numbers -= {int(a), int(b)}
    assert not list(ways_on(numbers, begin, sign))


def test_runs_are_like_chains_made_at_random():
    game = game_from({"bolometric": 1, "area": {"kind": "chain", "last": 10}})
    *_, tally = runs_of(game, 3, 20_000)
    rng, left = np.random.default_rng(5), []
    for _ in range(4000):
        numbers, begin, sign = set(game.area.open_line), None, None
        while ways := [
            way for way in ways_on(numbers, begin, sign) if begin is not None or way[2] == "-" or way[0] > way[1]
        ]:
            a, b, does, begin = ways[rng.integers(len(ways))]
            numbers -= {a, b}
            sign = following(game.area, does)
        left.append(len(numbers))
    found = tally.sample.own["left"]
    assert abs(found.mean - np.mean(left)) < 4.5 * np.std(left) / 4000**0.5 + 4.5 * found.stderr


@pytest.mark.parametrize("last", [21, 24, 33, 40])
@pytest.mark.parametrize("signs", ["alternate", "free"])
def test_the_longest_chain_on_a_long_line_is_shown_and_none_has_more(last, signs):
    area = game_from({"area": {"kind": "chain", "last": last, "signs": signs}}).area
    made = witness(area.open_line, signs == "free")
    assert longest(area) == (len(made), True) == ((last - 1) // 2, True)
    numbers, begin, sign = set(area.open_line), None, None
    for a, b, does in made:
        a, b, does = area.open_line[a], area.open_line[b], "+-"[does]
        result = a + b if does == "+" else a - b
        assert (a, b, does, result) in set(ways_on(numbers, begin, sign))
        numbers, begin, sign = numbers - {a, b}, result, following(area, does)


def test_a_line_of_twenty_is_followed_to_every_end():
    area = game_from({"bolometric": 1, "area": {"kind": "chain", "last": 20}}).area
    sums, proved = longest(area)
    assert (sums, proved) == (9, True)
    assert len(witness(area.open_line, False)) == sums
    assert solved(area.open_line, False).shape == (1 << 19, 20, 2)
    assert 7 <= best_found(area) <= sums


@pytest.mark.parametrize(
    ("area", "seats", "says"),
    [
        ({"last": 100}, 2, "the most is 40"),
        ({"practice": "against"}, 3, "for two players"),
        ({"last": 5, "wanted": 6}, 2, "only 5 numbers"),
    ],
)
def test_what_cannot_be_is_refused_in_a_sentence(area, seats, says):
    with pytest.raises(GameError, match=says):
        game_from({"bolometric": 1, "area": {"kind": "chain", **area}, "seats": {"count": seats}})


def test_an_aim_out_of_reach_and_a_chain_that_ends_at_once_are_found():
    game = game_from({"bolometric": 1, "area": {"kind": "chain", "last": 5, "wanted": 0}})
    found = {fault.code: fault for fault in find_faults(game)}
    assert {"out_of_reach", "ends_at_once"} <= set(found)
    for fault in found.values():
        for cure in fault.cures:
            assert fault.code not in codes_of(cure.game)


@pytest.mark.parametrize("seats", [1, 2, 3, 4])
def test_rounds_of_best_play_are_its_sums_shared_out(seats):
    game = game_from({"bolometric": 1, "area": {"kind": "chain", "last": 13}, "seats": {"count": seats}})
    sums, _ = longest(game.area)
    rounds = measure(in_style(game, "plan"), 20).readings["rounds"]
    assert rounds.mean == rounds.p10 == rounds.p50 == rounds.p90 == -(-sums // seats)
