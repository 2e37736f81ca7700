"""What the logbook learns: paces by kind of fact, and slips, found again in simulated logs."""

from math import exp

import numpy as np

from bolometric.assets import demo_files
from bolometric.core.game.files import read, to_text
from bolometric.core.logbook import calibration as held
from bolometric.core.logbook import slips
from bolometric.core.logbook.learning import ALL_SPREAD, GROUP_SPREAD, KIND_SPREAD, KINDS, NOISE, TimedGroup, learned
from bolometric.core.logbook.pace import at_pace
from bolometric.core.logbook.report import next_time, report
from bolometric.core.logbook.session import session_of


def simulated(rng):
    """Six groups with paces of their own, each with some games noted."""
    everyone, kinds = rng.normal(0, ALL_SPREAD), rng.normal(0, KIND_SPREAD, len(KINDS))
    paces, games = {}, []
    for name in "abcdef":
        paces[name] = everyone + rng.normal(0, GROUP_SPREAD)
        for _ in range(int(rng.integers(2, 9))):
            thinking, hands = rng.uniform(2, 8), rng.uniform(1, 5)
            parts = rng.dirichlet(np.ones(len(KINDS) + 1))
            slower = float(parts[:-1] @ np.exp(kinds) + parts[-1])
            minutes = thinking * slower * exp(paces[name][0]) + hands * exp(paces[name][1])
            noise = exp(rng.normal(0, NOISE))
            games.append(TimedGroup(name, minutes * noise, thinking, hands, kinds=tuple(parts[:-1].tolist())))
    return paces, kinds, games


def test_paces_are_found_again_within_their_intervals():
    rng, inside, of_kinds = np.random.default_rng(8), [], []
    for _ in range(200):
        paces, kinds, games = simulated(rng)
        for name, found in learned(games).items():
            for true, (middle, low, high) in zip(paces[name], (found.thinking, found.hands), strict=True):
                assert low < middle < high
                inside.append(low <= exp(true) <= high)
            for apart, (_, (_, low, high), known) in zip(kinds, found.kinds, strict=True):
                of_kinds.append(low <= exp(paces[name][0] + apart) <= high)
                assert 0 <= known <= 1
    assert 0.85 <= np.mean(inside) <= 0.95
    assert 0.85 <= np.mean(of_kinds) <= 0.95


def test_slips_are_found_again_within_their_intervals():
    rng, inside = np.random.default_rng(5), []
    for _ in range(200):
        everyone = rng.normal(0, slips.ALL_SPREAD)
        true = {name: everyone + rng.normal(0, slips.GROUP_SPREAD) for name in "abcd"}
        games = [
            slips.Counted(name, int(rng.poisson(expected * exp(true[name]))), expected)
            for name in true
            for expected in rng.uniform(0.5, 6, int(rng.integers(1, 6)))
        ]
        for name, found in slips.cared(games).items():
            assert found.times[1] < found.times[0] < found.times[2]
            inside.append(found.times[1] <= exp(true[name]) <= found.times[2])
    assert 0.85 <= np.mean(inside) <= 0.95


def test_slips_that_were_counted_change_what_is_predicted_for_the_group():
    game = read(next(path for path in demo_files() if path.name.startswith("observatory")))
    assert game.seats.fluency
    careless = [session_of(game, group="Vega", tables=3, slips=(9, 12, 11), minutes=(8.0, 8.0, 8.0))] * 3
    care = slips.cared(held.counted(careless))["Vega"]
    assert care.times[1] > 1
    assert "Vega makes" in report(careless)
    changed = at_pace(game, learned(held.timed(careless))["Vega"], care)
    assert changed.seats.fluency[0].slips > game.seats.fluency[0].slips


def test_a_slow_group_is_told_and_its_games_are_predicted_anew():
    game = read(next(path for path in demo_files() if path.name.startswith("observatory")))
    predicted = held.measured(to_text(game)).readings["minutes"].mean
    sessions = [
        session_of(game, day=f"2026-03-{day:02d}", group="Vega", tables=2, minutes=(1.8 * predicted, 1.7 * predicted))
        for day in range(1, 9)
    ]
    pace = learned(held.timed(sessions))["Vega"]
    assert 1.3 < pace.thinking[0] < 2.3
    assert pace.learned > 0.3
    slower = held.measured(to_text(at_pace(game, pace))).readings["minutes"].mean
    assert 1.4 * predicted < slower < 2 * predicted
    told = next_time(sessions)
    assert "outside what the brief wants. Try:" in told[0]
    assert "Vega takes" in report(sessions)
    assert "none" not in report(sessions).lower()
    assert report([]).startswith("No sessions yet")


def test_much_slower_is_told_as_a_factor():
    pace = learned([TimedGroup("Vega", 90.0, 10.0, 0.1)])["Vega"]
    assert f"takes {pace.thinking[0]:.1f} times the time to work something out" in pace.words
    assert "100%" not in pace.words
