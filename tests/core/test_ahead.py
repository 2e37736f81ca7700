"""Runs on several processors at once: the same games in the same order, and nothing goes on once nobody waits."""

import os
import sys
import threading
import time

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.measure import ahead
from bolometric.core.measure.measuring import runs_of
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled
from tests.areas.games import ALL, any_game


def told(game, cores, runs, seed=3):
    """How many runs there were on the way, the readings at the end, and how often each length came up."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(ahead, "cores", lambda: cores)
        seen = [(one.runs, one) for one in runs_of(game, seed, runs)]
    last = seen[-1][1]
    return [runs for runs, _ in seen], last.readings(), last.sample.turns.values.tolist()


@pytest.mark.parametrize("name", sorted(ALL))
def test_however_many_work_the_same_games_are_played(name):
    assert told(ALL[name], 1, 1_000) == told(ALL[name], 3, 1_000)


@settings(max_examples=15, deadline=None)
@given(any_game, st.sampled_from([401, 1_000, 2_500]), st.integers(2, 6))
def test_random_games_too_and_any_number_of_runs(game, runs, cores):
    assert told(game, 1, runs) == told(game, cores, runs)


def test_given_up_or_sure_nothing_goes_on(monkeypatch):
    monkeypatch.setattr(ahead, "cores", lambda: 4)
    before = threading.active_count()
    wanted = [True]

    def play():
        with heeding(lambda: not wanted[0]):
            for tally in runs_of(ALL["star-field"], 1, 400_000):
                wanted[0] = tally.runs < 5_000

    with pytest.raises(Cancelled):
        play()
    some = runs_of(ALL["open-sky"], 1, 400_000)
    assert [next(some).runs for _ in range(3)][-1] > 200
    some.close()
    until = time.monotonic() + 5
    while threading.active_count() > before and time.monotonic() < until:
        time.sleep(0.01)
    assert threading.active_count() == before


def test_whoever_shares_a_machine_with_others_like_it_works_alone(monkeypatch):
    assert ahead.cores() >= 1
    monkeypatch.setattr(ahead, "parent_process", lambda: "another")
    assert ahead.cores() == 1


@pytest.mark.skipif(sys.platform != "linux", reason="no order among the threads of a program")
def test_players_beside_a_window_let_it_go_first(monkeypatch):
    """Where the main thread waits for the games, they are played as fast as anything; where it does not, behind it."""
    monkeypatch.setattr(ahead, "cores", lambda: 2)

    def order(found):
        def player(games, most_turns, random):
            found.append(os.getpriority(os.PRIO_PROCESS, threading.get_native_id()))
            return games

        with ahead.Ahead(player, 1, np.random.SeedSequence(1)) as some:
            some.begin(10, 20)
            assert (some.take(10), some.take(10)) == (10, 10)

    here, beside = [], []
    order(here)
    other = threading.Thread(target=order, args=(beside,))
    other.start()
    other.join()
    usual = os.getpriority(os.PRIO_PROCESS, 0)
    assert here == [usual, usual]
    assert beside == [min(usual + ahead.GENTLE, 19)] * 2
