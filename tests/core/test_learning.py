"""What the logbook learns: paces by kind of fact, and slips, found again in simulated logs."""

import re
from math import exp

import numpy as np
import pytest

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import read, to_text
from bolometric.core.judge.change_size import Stray, stray
from bolometric.core.judge.kept import loses
from bolometric.core.judge.nearby import effects
from bolometric.core.logbook import calibration as held
from bolometric.core.logbook import slips
from bolometric.core.logbook.learning import (
    ALL_SPREAD,
    GROUP_SPREAD,
    KIND_SPREAD,
    KINDS,
    NOISE,
    TimedGroup,
    compared,
    learned,
)
from bolometric.core.logbook.pace import at_pace
from bolometric.core.logbook.report import by_luck_alone, game_lines, met, next_time, report, versions
from bolometric.core.logbook.session import session_of
from bolometric.core.results.show import show
from bolometric.core.settings.knobs import knob_at
from tests.areas.games import ALL


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
    assert "outside what the brief wants. Try" in told[0]
    assert "Vega takes" in report(sessions)
    assert "none" not in report(sessions).lower()
    assert report([]).startswith("No sessions yet")


def test_much_slower_is_told_as_a_factor():
    pace = learned([TimedGroup("Vega", 90.0, 10.0, 0.1)])["Vega"]
    assert f"takes {pace.thinking[0]:.1f} times the time to work something out" in pace.words
    assert "100%" not in pace.words


def logged(day, group, minutes, length=40, **more):
    game = with_value(
        read(next(path for path in demo_files() if path.name.startswith("ridge-a"))), "area.length", length
    )
    return session_of(game, day=f"2026-03-{day:02d}", group=group, tables=6, minutes=minutes, **more)


def test_versions_of_a_game_are_held_apart_and_groups_are_named():
    """Each line is worked out anew from the sessions it is about."""
    sessions = [
        logged(1, "Vega", (4.0, 5.0)),
        logged(2, "Altair", (3.0,)),
        logged(8, "Vega", (9.0, 10.0, 11.0), length=120),
    ]
    short, long = (held.measured(to_text(one.played)).readings["minutes"].mean for one in (sessions[0], sessions[2]))
    first, second = (f"Predicted {minutes:.1f} min (exact); noted" for minutes in (short, long))
    told = game_lines(sessions, {})
    assert told[0] == f"As it was first: {first} Vega: 4.5 min, Altair: 3.0 min on average."
    assert told[1] == f"From 2026-03-08 (Make it 120 squares): {second} 10.0 min on average."
    assert [len(some) for some in versions(sessions)] == [2, 1]
    alone = game_lines(sessions[2:], {})
    assert alone[0] == f"{second} 10.0 min on average."  # nothing to tell apart
    assert "At the pace of Vega" in game_lines(sessions, learned(held.timed(sessions)))[-1]


@pytest.mark.parametrize("times", [0.5, 1.6])
@pytest.mark.parametrize("name", ["A trail of sums", "Make ten and keep", "Higher sum", "loose-scree"])
def test_what_is_worth_trying_is_the_same_game_nearer_to_the_lesson(name, times):
    """Of every change there is: another setting each, none that loses the point, the nearest first."""
    game = ALL[name]
    now = held.measured(to_text(game)).readings["minutes"].mean
    lesson = now * times
    wanted = with_value(game, "brief.minutes", {"low": lesson * 0.95, "high": lesson * 1.05})
    told = next_time([session_of(wanted, day="2026-03-01", tables=1, minutes=(now,))], {})[0]
    assert re.fullmatch(rf"It takes {show('minutes', now)} \(\w.*\), outside what the brief wants\.( Try.*)?", told)
    far = {one.change.words: abs(one.after.mean - lesson) for one in effects(wanted, "minutes")}
    there_is = {one.change.words: one.change for one in effects(wanted, "minutes")}
    kept = [
        words
        for words, change in there_is.items()
        if far[words] <= 0.75 * abs(now - lesson) and not change.path.startswith("seats")
        if knob_at(wanted, change.path).knob.kind == "number" or stray(wanted, change) <= Stray.SIZE
        if not loses(wanted, change.game)
    ]
    nearest = {there_is[words].path: words for words in sorted(kept, key=far.__getitem__, reverse=True)}
    tried = [one.rpartition(" (")[0] for one in re.findall(r"(?:: |; )(.*?\))(?=[;.])", told)]
    assert tried == sorted(nearest.values(), key=far.__getitem__)[:3]


def test_where_a_game_may_never_end_it_is_said_what_is_known():
    game = game_from({"pieces": [{"faces": [2, 4]}], "area": {"length": 7, "end": "exact"}, "seats": {"count": 1}})
    stuck = session_of(game, day="2026-03-01", tables=1, minutes=(3.0,))
    assert "never end" in met([stuck])[0]
    assert "Predicted may" not in met([stuck])[0]
    assert met([session_of(game, day="2026-03-01")]) == []


@pytest.mark.parametrize("checks", [1, 2, 5, 12])
def test_how_often_one_of_several_checks_is_unusual_by_luck(checks):
    """By playing dice: each check is at least a little unusual in one case of ten."""
    rng = np.random.default_rng(4)
    often = float((rng.random((40_000, checks)) < 0.1).any(axis=1).mean())
    told = int(re.search(r"(\d+)% of cases", by_luck_alone(checks)).group(1))
    assert abs(told - 100 * often) < 1.5


def test_what_nobody_would_act_on_is_about_as_expected():
    assert compared(1.004, "time") == "about the time that the profile says"
    assert compared(0.97, "slips") == "about the slips that the profile says"
    assert compared(1.06, "time").startswith("6.0% more")
    assert compared(0.8, "slips") == "20% fewer slips than the profile says"


def test_an_approximation_is_not_called_exact():
    game = read(next(path for path in demo_files() if path.name.startswith("ridge-a")))
    sessions = [session_of(game, day="2026-03-01", tables=5, turns=(10, 12, 11, 9, 13), winners=(1, 2, 1, 2, 1))]
    by_what = {one.what: one.words for one in held.held(sessions)}
    assert "about" in by_what["How long it took"]
    assert "exact" not in by_what["How long it took"]
    assert "exact" in by_what["Who won"]


def test_winners_go_by_the_names_that_the_maker_gave_them():
    game = game_from({"seats": {"count": 2}, "house": {"nouns": [{"word": "player 2", "one": "the scout"}]}})
    assert "The scout won 12 games" in held.held([session_of(game, tables=12, winners=(2,) * 12)])[0].words
