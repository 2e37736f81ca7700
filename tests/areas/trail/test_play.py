"""The compiled runs, against the same game played by plain Python with the same random numbers."""

import itertools
import time

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.area import NEAR_MEMORY
from bolometric.core.areas.trail.play import walk
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.visiting import MOST_DRAWS, visits_by_chance
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure, measure_exactly, runs_of
from bolometric.core.measure.notes import Notes, Noting
from bolometric.core.measure.runs import MOST_RUNS, MOST_TURNS, SURE, Tally
from bolometric.core.measure.task_table import Register
from bolometric.core.outcomes.listing import groups_of
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch
from bolometric.core.results.estimate import RunParameters
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled, GameError
from tests.random_games import dice, games, moved, outcomes, packs

WORD = 2**64


def random_words(seed, run):
    """SplitMix64 as its authors give it, without the last shift, on Python's whole numbers; each game from its own."""
    state = int(np.random.default_rng(seed).integers(0, WORD, dtype=np.uint64)) + run * 0xD1B54A32D192ED03
    for shift, times in ((30, 0xBF58476D1CE4E5B9), (27, 0x94D049BB133111EB), (31, 1)):
        state %= WORD
        state = (state ^ state >> shift) * times % WORD
    while True:
        state = (state + 0x9E3779B97F4A7C15) % WORD
        bits = (state ^ state >> 30) * 0xBF58476D1CE4E5B9 % WORD
        yield (bits ^ bits >> 27) * 0x94D049BB133111EB % WORD


def by_column(game):
    """For each column of the compiled rules a (total, special) that does what it does."""
    chain = compile_chain(game.area, game.distribution)
    totals = [*game.distribution.totals, None]
    return {
        int(chain.column[totals.index(total), int(special)]): (total, special) for total, special, _ in outcomes(game)
    }


def drawn(game):
    """What is drawn, from words: (total, special)."""
    chain = compile_chain(game.area, game.distribution)
    sample, does = sampler(chain.ways, NEAR_MEMORY // chain.length), by_column(game)
    columns = len(sample.keep)

    def of(words):
        for word in words:
            wide = (word >> 32) * columns
            column = wide >> 32
            if wide % 2**32 >= int(sample.keep[column]):
                column = int(sample.alias[column])
            yield does[int(sample.outcome[column])]

    return of


def dealt(game, words):
    """What is drawn where cards stay out, from words: a game that begins with its pack whole."""
    counts = [dict(zip(g.values, g.weights, strict=True)) for g in groups_of(game.pieces)]
    left = [dict(c) for c in counts]
    while True:
        shown = []
        for i, piece in enumerate(game.pieces):
            take = getattr(piece, "drawn", 1)
            if getattr(piece, "after", "") != "keep_out" or sum(left[i].values()) < take:
                left[i] = dict(counts[i])
            for _ in range(take):
                rest = (next(words) >> 32) * sum(left[i].values()) >> 32
                for value in left[i]:
                    if rest < left[i][value]:
                        break
                    rest -= left[i][value]
                left[i][value] -= 1
                shown.append(value)
        yield sum(shown), False


def hopeless(game):
    """Positions from which home cannot be reached, by search."""
    home = game.area.steps
    good, before = {home}, set()
    while good != before:
        before = set(good)
        good |= {p for p in range(home) if any(moved(game, p, t, s) in good for t, s, _ in outcomes(game))}
    return set(range(home)) - good


def leader_of(places):
    best = max(places)
    return places.index(best) if places.count(best) == 1 else -1


def played_plainly(game, totals, lost, most_turns):
    """One game by the rules as said: everything the batch records."""
    seats, home = game.seats.count, game.area.steps
    places, turn, setbacks, leads = [0] * seats, 0, 0, []
    if 0 in lost:
        return 0, STUCK, 0, 0, 0, 0, -1
    while turn < most_turns:
        for seat in range(seats):
            before = places[seat]
            places[seat] = moved(game, before, *next(totals))
            turn += 1
            setbacks += places[seat] < before
            leads.append(leader_of(places))
            over = home in places and (game.area.finish == "at_once" or seat == seats - 1)
            if over or turn == most_turns or all(place in lost for place in places):
                break
        else:
            continue
        break
    arrived = [k for k in range(seats) if places[k] == home]
    last_lead = max((i + 1 for i in range(len(leads)) if i == 0 or leads[i] != leads[i - 1]), default=0)
    last_lead = 0 if set(leads) == {-1} else last_lead
    holders = [lead for lead in leads if lead >= 0]
    changes = sum(a != b for a, b in itertools.pairwise(holders))
    if not arrived:
        winner = STUCK if all(place in lost for place in places) else UNFINISHED
    else:
        winner = arrived[0] if len(arrived) == 1 else TIED
    half_time = leads[turn // 2 - 1] if turn > 1 else -1
    return turn, winner, sum(1 << k for k in arrived), setbacks, last_lead, changes, half_time


@settings(max_examples=60)
@given(games(longest=20), st.integers(0, 1000))
def test_the_compiled_loop_plays_the_very_same_games(game, seed):
    runs, most_turns = 25, 400
    batch = area_of(game).measured.player(game)(runs, most_turns, np.random.default_rng(seed))
    totals, lost = drawn(game), hopeless(game)
    for run in range(runs):
        known = played_plainly(game, totals(random_words(seed, run)), lost, most_turns)
        lead = batch.last_lead, batch.lead_changes, batch.half_lead
        recorded = (batch.turns, batch.winner, batch.home, batch.setbacks, *lead)
        found = tuple(int(column[run]) for column in recorded)
        # One seat has no lead; games given up or shared have no winner whose lead could be asked about.
        width = 7 if known[1] >= 0 and game.seats.count > 1 else 4
        assert found[:width] == known[:width]


plain_packs = packs().map(
    lambda pack: {**pack, "after": "keep_out", "cards": [{**card, "special": False} for card in pack["cards"]]}
)


@settings(max_examples=40)
@given(plain_packs, dice(1), st.integers(5, 15), st.integers(1, 3), st.integers(0, 1000))
def test_packs_that_stay_out_are_dealt_as_by_hand(pack, others, length, seats, seed):
    data = {"bolometric": 1, "pieces": [pack, *others], "area": {"length": length}, "seats": {"count": seats}}
    try:
        game = game_from(data)
    except GameError:
        return
    batch = area_of(game).measured.player(game)(20, 200, np.random.default_rng(seed))
    lost = hopeless(game)
    for run in range(20):
        known = played_plainly(game, dealt(game, random_words(seed, run)), lost, 200)
        found = (batch.turns[run], batch.winner[run], batch.home[run], batch.setbacks[run])
        assert tuple(map(int, found)) == known[:4]


def test_outcomes_too_many_to_list_are_taken_anew_for_each_batch():
    """Seven dice read as the largest number, each digit as one of ten: a trail that one draw finishes in 1 - 0.9^7."""
    digits = {"pieces": [{"faces": list(range(10))}] * 7, "draw": {"make": "formula", "formula": "max(a,b,c,d,e,f,g)"}}
    game = game_from({"bolometric": 1, **digits, "area": {"length": 9}, "seats": {"count": 1}})
    assert measure_exactly(game, worth_of_thinking=False).readings == {}
    (*_, tally) = runs_of(game, 3, 3000)
    first = tally.sample.turns.at_most(1) / tally.runs
    assert abs(first - (1 - 0.9**7)) < 4 * (0.25 / 3000) ** 0.5


def test_landings_by_chance_are_those_worked_out():
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"length": 20, "end": "bounce"}})
    by_chance = walk(area.course(game), 20_000, np.random.default_rng(2))
    exact = area.visits(game)
    assert (np.abs(by_chance.chance - exact.chance) < 5 * by_chance.stderr).all()
    assert (np.abs(by_chance.times - exact.times) < 0.05).all()


def batch_of(turns, winner, home, setbacks, last_lead, changes=0, half_lead=-1):
    arrays = [np.array(turns), np.array(turns), np.array(winner, np.int8), np.array(home, np.uint8), np.array(setbacks)]
    more = (np.broadcast_to(np.array(some), len(turns)) for some in (last_lead, changes, half_lead))
    return Batch(*arrays, *more)


def test_readings_of_a_few_runs_by_hand():
    """Four games of two seats: seat 1 in 3 turns, seat 2 in 4, shared in 4, seat 1 in 5."""
    tally = Tally(RunParameters(2, 0.5, 2.0))
    tally.add(batch_of([3, 4], [0, 1], [1, 2], [0, 1], [3, 2], [2, 1], [1, -1]))
    tally.add(batch_of([4, 5], [TIED, 0], [3, 1], [2, 0], [0, 1], [7, 0], [0, 0]))
    found = tally.readings()
    assert tally.runs == 4
    assert found["turns"].mean == 4
    assert found["minutes"].mean == 2
    assert found["rounds"].mean == (2 + 2 + 2 + 3) / 4
    assert (found["turns"].p10, found["turns"].p50, found["turns"].p90) == (3, 4, 5)
    assert found["seat_wins"].values == (0.625, 0.375)
    assert found["first_seat_edge"].mean == 0.125
    assert found["ties"].mean == 0.25
    assert found["setbacks"].mean == 3 / 16
    assert found["in_time"].mean == 0.75
    assert found["success"].mean == 1
    assert found["lead_for_good"].mean == pytest.approx((3 / 3 + 2 / 4 + 1 / 5) / 3)
    assert found["lead_changes"].mean == (2 + 1 + 0) / 3
    assert found["comeback"].mean == pytest.approx(1 / 3)  # the game in which nobody was ahead does not count for it


def test_runs_that_did_not_end_leave_no_mean():
    tally = Tally(RunParameters(1, 1.0, None))
    tally.add(batch_of([9, 2], [UNFINISHED, 0], [0, 1], [0, 0], [1, 1]))
    found = tally.readings()
    assert found["turns"].mean is None
    assert found["setbacks"].mean is None
    assert found["lead_for_good"].mean is None
    assert "in_time" not in found
    assert found["success"].mean == 0.5


def test_a_share_never_seen_is_not_called_sure():
    tally = Tally(RunParameters(1, 1.0, None))
    tally.add(batch_of([2] * 100, [0] * 100, [1] * 100, [0] * 100, [1] * 100))
    assert tally.readings()["stuck"].mean == 0
    assert 0.005 < tally.readings()["stuck"].stderr < 0.02


def test_the_stated_error_is_the_error_that_repeats_show():
    """The standard error of each reading, against the spread of that reading over many seeds."""
    game = game_from({"bolometric": 1, "area": {"length": 20, "back_to_start": [3]}, "seats": {"count": 3}})
    tallies = [list(runs_of(game, seed, 500))[-1].readings() for seed in range(120)]
    for key in ("turns", "first_seat_edge", "setbacks", "lead_for_good"):
        spread = np.std([readings[key].mean for readings in tallies], ddof=1)
        stated = np.mean([readings[key].stderr for readings in tallies])
        assert stated == pytest.approx(spread, rel=0.25), key


def test_the_same_seed_gives_the_same_answer_and_another_another():
    game = game_from({"bolometric": 1, "seats": {"count": 2}})
    assert measure(game, 2000, 7).plain() == measure(game, 2000, 7).plain()
    assert measure(game, 2000, 7).simulated["turns"] != measure(game, 2000, 8).simulated["turns"]


def test_until_sure_means_sure():
    (*_, tally) = runs_of(game_from({"bolometric": 1, "seats": {"count": 6}}), 3)
    assert tally.widest_error() < SURE


def test_what_hardly_ever_happens_does_not_keep_the_runs_going():
    (path,) = [path for path in demo_files() if path.name.startswith("observatory-round")]
    (*_, tally) = runs_of(read(path), 1)
    rare = tally.readings()["card_repeats"]
    assert 0 < rare.mean < 0.01
    assert rare.stderr > SURE * rare.mean
    assert tally.widest_error() < SURE
    assert tally.runs < MOST_RUNS


def test_a_first_look_does_not_wait_for_what_is_noted_and_changes_nothing():
    game = game_from({"bolometric": 1})
    looks = [(tally.runs, tally.notes is None) for tally in runs_of(game, 1, note=True, soon=True)]
    assert looks[0] == (looks[1][0], True)
    assert not any(without for _, without in looks[1:])
    assert looks[1:] == [(tally.runs, tally.notes is None) for tally in runs_of(game, 1, note=True)]


HARDLY_ENDS = {
    "bolometric": 1,
    "pieces": [{"faces": [-2, -1, 0, 1, 2, 3]}, {"faces": [1, 2, 3, 4]}],
    "draw": {"make": "subtract"},
    "area": {"length": 10, "go_on": "dare"},
    "seats": {"count": 2, "styles": [{"choose": "plan", "goal": "win"}, {"choose": "guess"}]},
}
"""Best play goes on until it is home, which takes thousands of draws."""


def test_what_takes_thousands_of_draws_a_turn_is_given_up_soon():
    game = game_from(HARDLY_ENDS)
    rng, took = np.random.default_rng(1), []
    visits = area.visits(game)
    assert 0.01 < visits.stderr < 0.2  # some tens of games, and not thousands
    play = area.player(game)
    asked = time.perf_counter()
    for _, tally in zip(range(4), runs_of(game, 1), strict=False):
        took.append(time.perf_counter() - asked)
        asked = time.perf_counter()
        assert 0 < tally.runs < 400
    assert sorted(took)[2] < 1  # the first may compile
    assert play(2, 50, rng).turns.max() <= 50


def test_games_of_which_none_may_be_noted_are_too_long_to_be_noted():
    game = game_from({"bolometric": 1})
    noting = Noting(area.player(game), Notes(game, Register(game, area_of(game).work.tasks(game))), 1, 1000)
    assert not noting.more(1000, 1, 20).too_long
    assert noting.more(1000, 0, 20).too_long
    assert noting.notes.games == 1


def test_landings_are_counted_in_parts_until_there_are_enough_draws_or_it_is_given_up():
    sizes = []

    def part(games, rng, landed):
        sizes.append(games)
        landed[:, 1:] += games
        return games * 100_000

    found = visits_by_chance(part, 3, 5_000, np.random.default_rng(1))
    assert sum(sizes) * 100_000 >= MOST_DRAWS > sum(sizes[:-1]) * 100_000
    assert sizes[:3] == [4, 4, 8]
    assert max(sizes) <= 30
    assert found.chance.tolist() == found.times.tolist() == [1.0, 1.0, 1.0]
    sizes.clear()
    visits_by_chance(lambda *given: part(*given) // 1000, 3, 5_000, np.random.default_rng(1))
    assert sizes == [4, 4, 8, 16, 32, 64, 128, 256, 512, 1024, 2048, 904]
    with pytest.raises(Cancelled), heeding(lambda: len(sizes) > 13):
        visits_by_chance(part, 3, 5_000, np.random.default_rng(1))
    assert len(sizes) == 14


def test_runs_stop_when_asked():
    with pytest.raises(Cancelled), heeding(lambda: True):
        list(runs_of(game_from({"bolometric": 1}), 1, 10**6))


def test_a_run_is_given_up_at_the_limit_and_counted_so():
    game = game_from(
        {"bolometric": 1, "area": {"length": 400, "back_to_start": [1, 2, 3, 4, 5]}, "seats": {"count": 1}}
    )
    (*_, tally) = runs_of(game, 1, 3)
    assert tally.sample.won(UNFINISHED) == tally.runs
    assert tally.sample.longest == MOST_TURNS
    assert tally.sample.turns_played == MOST_TURNS * tally.runs
    assert tally.readings()["turns"].mean is None
