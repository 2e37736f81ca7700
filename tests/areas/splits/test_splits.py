"""Ways to make a number, found one by one: against counting them, and against groups that are followed one by one."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.words.aloud import players_rules


@st.composite
def splits(draw):
    area = {
        "kind": "splits",
        "whole": draw(st.integers(2, 12)),
        "where": draw(st.sampled_from(["kinds", "places"])),
        "order": draw(st.sampled_from(["two", "one"])),
        "nothing": draw(st.sampled_from(["yes", "no"])),
        "working": draw(st.sampled_from(["any", "steps"])),
        "told": draw(st.sampled_from(["yes", "no"])),
        "stops": draw(st.sampled_from([0, 10, 40, 90])),
    }
    return game_from({"area": area, "seats": {"count": draw(st.integers(1, 3))}})


def counted(area):
    """The ways as a child lays them out: every number of the first kind with every number of the second."""
    least = 0 if area.nothing == "yes" else 1
    made = [pair for pair in product(range(least, area.whole + 1), repeat=2) if sum(pair) == area.whole]
    return made if area.order == "two" else {tuple(sorted(pair)) for pair in made}


@given(splits())
def test_ways_and_chances_are_those_of_groups_followed_one_by_one(game):
    area, rng = game.area, np.random.default_rng(3)
    ways = sorted(counted(area))
    assert sorted(area.ways) == ways
    asks = area.working == "any" and area.told == "no"
    found = []
    for _ in range(1500):
        missing, has = list(ways), 0
        while missing:
            missing.pop(rng.integers(len(missing)))
            has += 1
            if missing and asks and has >= len(ways) / 2 and rng.random() < area.stops / 100:
                break
        found.append(has)
    exact = measure_exactly(game).readings
    error = 5 * np.std(found) / len(found) ** 0.5 + 1e-9
    assert abs(np.mean(found) - exact["found"].mean) < error
    assert exact["turns"].mean == pytest.approx(exact["found"].mean)
    share = np.mean([has == len(ways) for has in found])
    assert abs(share - exact["success"].mean) < 5 * (0.25 / len(found)) ** 0.5
    batch = area_of(game).measured.player(game)(4000, 100, np.random.default_rng(1))
    assert abs(batch.own["found"].mean() - exact["found"].mean) < 5 * batch.own["found"].std() / 4000**0.5 + 1e-9


@given(splits(), st.integers(0, 5))
def test_at_the_table_every_way_is_found_once_and_hints_lead_to_one(game, seed):
    sitting, seen = Sitting(game, seed), []
    while not sitting.now.over:
        offered = {option.key for option in sitting.options}
        assert not offered & set(seen)
        hints = sitting.rules.hints(game, sitting.now)
        assert hints[-1].removesuffix(".") in {option.words for option in sitting.options}
        sitting.play_on(game.seats.style(sitting.now.seat))
        seen = list(sitting.now.found)
    assert len(set(seen)) == len(seen) <= len(game.area.ways)
    if game.area.working == "steps":
        assert seen == sorted(seen)
        assert len(seen) == len(game.area.ways)


@given(splits())
def test_facts_are_bonds_of_the_whole_and_as_many_as_ways_are_found(game):
    found = measure(game, 800)
    exact, noted = found.exact.readings, found.simulated
    assert exact["facts"].mean * game.seats.count == pytest.approx(exact["found"].mean)
    assert noted["facts"].mean == pytest.approx(exact["facts"].mean, abs=6 * noted["facts"].stderr + 1e-9)
    assert all(one.one + one.other == game.area.whole for one in found.exact.facts)


def test_groups_that_stop_too_soon_are_told_what_would_help():
    game = game_from({"area": {"kind": "splits", "whole": 12, "stops": 20}})
    fault = next(fault for fault in find_faults(game) if fault.code == "stops_too_soon")
    assert "Only 26% of groups" in fault.sentence  # of thirteen ways: 0.8 for each from the seventh to the twelfth
    assert {cure.words for cure in fault.cures} == {"Tell how many there are", "Find them in order"}
    assert all(measure_exactly(cure.game).readings["success"].mean == 1 for cure in fault.cures)


def test_how_many_there_are_is_said_and_printed_only_where_it_may_be_known():
    data = {"area": {"kind": "splits", "whole": 6}}
    kept, told = game_from(data), game_from({"area": {**data["area"], "told": "yes"}})
    assert "seven" not in players_rules(kept)
    assert "There are seven ways." in players_rules(told)
    rows = [len(area_of(game).board.printed(game, None).tables[0].rows) for game in (kept, told)]
    assert rows == [10, 7]


@given(splits())
def test_what_is_asked_afterwards_is_counted_right(game):
    area = game.area
    asked = {key: answer for key, _, _, answer in area_of(game).words.talk(game)}
    ways = counted(area)
    assert asked["ways"] == f"{len(ways)}."
    assert asked["more"] == f"{sum(one > other for one, other in ways) or 'None'}."
    one_more = game_from({"area": {**area.model_dump(), "whole": area.whole + 1}}).area if area.whole < 12 else None
    assert one_more is None or asked["larger"] == f"{len(counted(one_more))}."
