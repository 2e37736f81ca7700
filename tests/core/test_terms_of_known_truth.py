"""Reports of terms whose truth is known: how seldom luck is taken for a fault, and how soon a fault is found."""

import random
import re
from math import exp
from statistics import median

import numpy as np
import pytest

from bolometric.core.game.document import game_from
from bolometric.core.logbook.calibration import held, timed
from bolometric.core.logbook.learning import NOISE, TimedGroup, learned
from bolometric.core.logbook.luck import LITTLE
from bolometric.core.logbook.report import report, report_parts
from bolometric.core.logbook.session import session_of

TRACK = game_from(
    {
        "name": "Fair track",
        "pieces": [{"kind": "die"}, {"kind": "die"}],
        "area": {"length": 30, "finish": "finish_round"},
        "seats": {"count": 2, "seconds_per_turn": 15},
    }
)
FAIR = (1, 1, 1, 1, 1, 1)
TERMS, SESSIONS, TABLES = 60, 6, 4


def game_at_the_table(dice, weights):
    """One game of the track: its draws, how many turns it took, and who won it alone, or 0."""
    places, draws = [0, 0], []
    while max(places) < 30:
        for seat in (0, 1):
            draws.append(sum(dice.choices(range(1, 7), weights, k=2)))
            places[seat] += draws[-1]
    home = [seat for seat in (0, 1) if places[seat] >= 30]
    return draws, len(draws), home[0] + 1 if len(home) == 1 else 0


def term(seed, weights=FAIR, slower=1.0, sessions=SESSIONS):
    """Some sessions of a term, at a group that takes so many times the seconds that the game says."""
    dice, found = random.Random(seed), []
    for day in range(1, sessions + 1):
        games = [game_at_the_table(dice, weights) for _ in range(TABLES)]
        minutes = [round(turns / 4 * slower * exp(dice.gauss(0, NOISE)), 1) for _, turns, _ in games]
        found.append(
            session_of(
                TRACK,
                day=f"2026-03-{day:02d}",
                group="Vega",
                tables=TABLES,
                totals=tuple(map(str, games[0][0])),
                turns=tuple(turns for _, turns, _ in games),
                winners=tuple(winner for _, _, winner in games),
                minutes=tuple(minutes),
            )
        )
    return found


def shares_below(values, level):
    return sum(value <= level for value in values) / len(values)


def at_most(level, number):
    """A share that a true level hardly ever passes in so many trials."""
    return level + 3 * (level * (1 - level) / number) ** 0.5


def test_luck_is_seldom_taken_for_a_fault():
    checks = [one for seed in range(TERMS) for one in held(term(seed)) if one.count >= one.few]
    assert len(checks) == 3 * TERMS
    found = [one.p for one in checks]
    assert shares_below(found, LITTLE) <= at_most(LITTLE, len(found))
    assert shares_below(found, 0.01) <= at_most(0.01, len(found))
    assert shares_below(found, 0.5) > 0.3  # and it is no test that never says anything
    hard = [one for one in checks if "hard to put down to luck" in one.words]
    assert len(hard) <= 1


@pytest.mark.parametrize(("six", "sessions"), [(2, 20), (4, 4)])
def test_a_die_that_is_not_even_is_found_in_time(six, sessions):
    """By the totals that were noted of one table a session: the more uneven, the sooner."""
    found = [held(term(seed, (1, 1, 1, 1, 1, six), sessions=sessions))[0].p <= 0.01 for seed in range(20)]
    assert np.mean(found) >= 0.5
    assert max(one.p for one in [held(term(seed, (1, 1, 1, 1, 1, 9), sessions=3))[0] for seed in range(5)]) < 0.01


def test_a_group_as_quick_as_the_profile_is_not_called_slow_and_a_slow_one_soon_is():
    quick = [learned(timed(term(seed)))["Vega"] for seed in range(TERMS)]
    outside = sum(not pace.thinking[1] <= 1 <= pace.thinking[2] for pace in quick) / TERMS
    assert outside <= at_most(0.1, TERMS)
    for times in (1.4, 4.0):
        slow = [learned(timed(term(seed, slower=times, sessions=3)))["Vega"] for seed in range(20)]
        assert all(pace.thinking[1] > 1 for pace in slow)
        assert median(pace.thinking[0] for pace in slow) == pytest.approx(times, rel=0.06)


def test_many_sessions_that_agree_are_believed_however_far_off_they_are():
    """And one alone moves what is expected less, where it does not say how many turns there were."""
    for thinking, hands in ((3.0, 0.0), (2.0, 1.0)):
        one, ten = (
            learned([TimedGroup("Vega", 12.0, thinking, hands, spread=0.4)] * count)["Vega"] for count in (1, 10)
        )
        expected = [thinking * pace.thinking[0] + hands * pace.hands[0] for pace in (one, ten)]
        assert expected[1] > 11
        assert 4 < expected[0] < 9


def test_a_report_of_a_fair_term_accuses_nobody():
    told = [report(term(seed)) for seed in range(20)]
    assert sum("hard to put down to luck" in one for one in told) == 0
    assert sum("unusual: look" in one for one in told) <= 3
    assert all("Vega takes about the time" in one or "Vega takes" in one for one in told)
    assert np.mean(["about the time to work something out" in one for one in told]) > 0.5


@pytest.mark.parametrize(
    ("slower", "says"),
    [(1.0, "about as long"), (2.0, "is slower at Fair track"), (0.5, "is quicker at Fair track")],
)
def test_a_report_begins_with_what_a_teacher_does_next(slower, says):
    sessions = term(5, slower=slower)
    first, *rest = report_parts(sessions)
    (plan,) = first[1]
    assert says in plan
    minutes = [float(one) for one in re.findall(r"\d+\.?\d*", plan)]
    noted = np.mean([float(minute) for one in sessions for minute in one.minutes])
    assert minutes[0] == pytest.approx(noted, abs=0.5)
    assert all("×" not in line and "%" not in line for line in first[1])
    assert [title.split(":")[0] for title, _ in rest] == ["What was played", "The figures", "The figures"]


def test_what_is_no_accident_is_to_be_looked_at_before_the_next_game():
    sessions = term(4, (1, 1, 1, 1, 1, 4))
    told = " ".join(report_parts(sessions)[0][1])
    assert "look at its pieces and its rules: what came up is hard to put down to luck" in told
    assert "look at its pieces" not in " ".join(report_parts(term(4))[0][1])


def test_a_sentence_of_a_group_begins_with_a_capital():
    sessions = [one.model_copy(update={"group": "the Vega group"}) for one in term(5)]
    assert report_parts(sessions)[0][1][0].startswith("The Vega group needs about as long")
