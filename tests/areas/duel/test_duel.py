"""The duel: rounds and matches by enumeration, exact against simulated, by hand, and the handicap question."""

from collections import defaultdict
from itertools import chain, permutations, product

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.duel.exact import round_in, sides_of
from bolometric.core.areas.handicaps import handicaps
from bolometric.core.game.document import game_from, with_value
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.timing import timing
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.faults_alone import faults_alone
from tests.random_games import dice


@st.composite
def duels(draw, seats=3):
    data = {
        "pieces": draw(dice(2, st.integers(0, 5))),
        "area": {
            "kind": "duel",
            "takes": draw(st.sampled_from(["higher", "lower"])),
            "ties": draw(st.sampled_from(["shared", "again", "carried"])),
            "length": draw(st.sampled_from(["rounds", "first_to"])),
            "rounds": draw(st.integers(1, 5)),
            "points": draw(st.integers(1, 3)),
            "going": draw(st.sampled_from(["in_turn", "at_once"])),
        },
        "seats": {"count": draw(st.integers(2, seats))},
        "others": [{"pieces": pieces} for pieces in draw(st.lists(dice(2, st.integers(0, 6)), max_size=2))],
    }
    try:
        game = game_from(data)
    except GameError:
        assume(False)
        raise
    assume(round_in(game).tied < 0.9)
    return game


def match_by_hand(game):
    """Every round's totals are listed, and points followed round by round."""
    area, sides = game.area, sides_of(game)
    rounds = []
    for totals in product(*(zip(odds.totals, odds.chances.tolist(), strict=True) for odds in sides)):
        shown, chance = [total for total, _ in totals], np.prod([p for _, p in totals])
        best = max(shown) if area.takes == "higher" else min(shown)
        rounds.append((tuple(k for k, total in enumerate(shown) if total == best), chance))
    sets = defaultdict(float)
    for who, chance in rounds:
        sets[who] += chance
    wins, ties = np.zeros(len(sides)), 0.0
    state = {((0,) * len(sides), 1, 0): 1.0}
    for _ in range(200):
        after = defaultdict(float)
        for (points, pot, played), chance in state.items():
            for who, p in sets.items():
                if len(who) > 1 and area.ties == "again":
                    after[points, pot, played] += chance * p
                    continue
                gets = who if len(who) == 1 or area.ties == "shared" else ()
                now = tuple(count + pot * (k in gets) for k, count in enumerate(points))
                held = pot + 1 if not gets else 1
                if (played + 1 == area.rounds) if area.length == "rounds" else (max(now) >= area.points):
                    top = [k for k, count in enumerate(now) if count == max(now)]
                    wins[top] += chance * p / len(top)
                    ties += chance * p * (len(top) > 1)
                else:
                    after[now, held, played + 1] += chance * p
        state = after
    return wins, ties, sum(state.values())


@settings(max_examples=40, deadline=None)
@given(duels())
def test_matches_are_those_of_all_totals_listed(game):
    wins, ties, left = match_by_hand(game)
    found = measure_exactly(game).readings
    assert np.allclose(found["seat_wins"].values, wins, atol=left + 1e-9)
    assert found["ties"].mean == pytest.approx(ties, abs=left + 1e-9)


@settings(max_examples=30, deadline=None)
@given(duels(4))
def test_exact_and_simulated_agree(game):
    found = measure(game, 10_000)
    for key in ("turns", "rounds", "minutes", "ties", "first_seat_edge"):
        exact, played = found.exact.readings[key], found.simulated[key]
        assert abs(exact.mean - played.mean) <= 4 * played.stderr + 1e-9, key
        assert exact.sd is None or played.sd == pytest.approx(exact.sd, rel=0.15, abs=0.1)


def test_games_that_all_went_the_same_way_are_no_proof():
    """One seat wins once in forty thousand games: that it never did so in a thousand is not said to be sure."""
    found = measure(
        game_from(
            {
                "pieces": [{"faces": [0, 0, 3]}],
                "seats": {"count": 2},
                "area": {
                    "kind": "duel",
                    "length": "rounds",
                    "rounds": 4,
                    "sides": [[{"faces": [1, 2]}, {"faces": [2, 3]}]],
                },
            }
        ),
        1000,
    )
    exact, played = found.exact.readings, found.simulated
    assert played["first_seat_edge"].mean == -0.5 < exact["first_seat_edge"].mean
    assert exact["first_seat_edge"].mean + 0.5 <= 4 * played["first_seat_edge"].stderr
    assert 0 < exact["seat_wins"].values[0] <= 4 * played["seat_wins"].stderr < 0.005


@settings(max_examples=8, deadline=None)
@given(duels())
def test_by_hand_each_seat_draws_from_its_own_and_lengths_agree(game):
    batch = area_of(game).measured.player(game)(20_000, 100_000, np.random.default_rng(1))
    turns, wins, sides = [], np.zeros(game.seats.count), sides_of(game)
    for seed in range(120):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            seat = sitting.now.seat
            sitting.draw()
            assert sitting.here.shown.total in sides[seat].totals
        turns.append(sitting.now.turn)
        wins[list(sitting.now.winners)] += 1 / len(sitting.now.winners)
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * np.std(turns) / 120**0.5 + 1e-9
    bits = (batch.home[:, None] >> np.arange(game.seats.count)) & 1
    share = (bits / bits.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.all(np.abs(wins / 120 - share) < 4.5 * np.sqrt(0.25 / 120))


def test_a_seat_that_always_loses_is_given_pieces_that_make_it_even():
    data = {"pieces": [{}, {}], "area": {"kind": "duel", "sides": [[{"faces": [1, 1]}]], "length": "first_to"}}
    game = game_from(data)
    fault = next(fault for fault in find_faults(game) if fault.code == "always_loses")
    assert fault.where == "others"
    assert "two dice, faces 1 to 6: wins 50%" in fault.cures[0].words
    assert measure_exactly(fault.cures[0].game).readings["seat_wins"].values[1] == pytest.approx(0.5)
    best = handicaps(game, 1, lambda one: measure_exactly(one).readings["seat_wins"].values)
    assert [abs(one.share - 0.5) for one in best] == sorted(abs(one.share - 0.5) for one in best)


def test_what_no_duel_can_be_is_refused_or_said():
    with pytest.raises(GameError, match="two players at least"):
        game_from({"area": {"kind": "duel"}, "seats": {"count": 1}})
    same = game_from({"pieces": [{"faces": [3, 3]}], "area": {"kind": "duel", "ties": "again"}})
    assert "no round is ever decided" in next(f.sentence for f in faults_alone(same) if f.code == "may_never_end")


def test_where_nothing_makes_a_hopeless_seat_even_all_are_given_the_same_pieces():
    data = {"area": {"kind": "duel", "sides": [[{"faces": [70, 80, 90]}]]}, "seats": {"count": 2}}
    fault = next(fault for fault in find_faults(game_from(data)) if fault.code == "always_loses")
    (cure,) = fault.cures
    assert cure.words == "Let all draw alike"
    assert measure_exactly(cure.game).readings["seat_wins"].values[0] == pytest.approx(0.5)


def orders(cards, draws):
    """Every way a pack may be drawn from, equally likely; shuffled whole when it is empty."""
    whole = [list(order) for order in permutations(cards)]
    packs = product(whole, repeat=-(-draws // len(cards)))
    return [list(chain.from_iterable(parts))[:draws] for parts in packs]


@settings(max_examples=12, deadline=None)
@given(st.lists(st.integers(1, 3), min_size=2, max_size=3), st.integers(2, 3), st.booleans(), st.integers(0, 9))
def test_cards_that_stay_out_are_those_of_all_orders_of_the_packs(cards, rounds, own, seed):
    pack = {"kind": "pack", "cards": cards, "after": "keep_out"}
    area = {"kind": "duel", "rounds": rounds, "cards": "own" if own else "one"}
    game = game_from({"pieces": [pack], "area": area, "seats": {"count": 2}})
    if own:
        pairs = [list(zip(a, b, strict=True)) for a, b in product(orders(cards, rounds), repeat=2)]
    else:
        pairs = [list(zip(a[::2], a[1::2], strict=True)) for a in orders(cards, 2 * rounds)]
    ahead = [sum((a > b) - (a < b) for a, b in match) for match in pairs]
    played = measure(game, 6_000).simulated
    for seat, wins in enumerate((np.mean([x > 0 for x in ahead]), np.mean([x < 0 for x in ahead]))):
        share = wins + np.mean([x == 0 for x in ahead]) / 2
        assert abs(played["seat_wins"].values[seat] - share) <= 4 * played["seat_wins"].stderr
    assert abs(played["ties"].mean - np.mean([x == 0 for x in ahead])) <= 4 * played["ties"].stderr + 1e-9

    sitting, order = Sitting(game, seed), [[], []]  # by hand each goes through the cards before any comes again
    while not sitting.now.over:
        order[sitting.now.seat if own else 0].append((sitting.draw(), sitting.here.shown.total)[1])
    for drawn in order:
        for k in range(0, len(drawn) - len(cards) + 1, len(cards)):
            assert sorted(drawn[k : k + len(cards)]) == sorted(cards)


def with_going(game, going):
    return with_value(game, "area.going", going)


@settings(max_examples=15)
@given(duels())
def test_drawing_at_once_changes_turns_and_waiting_and_nothing_else(game):
    one, other = (measure(with_going(game, going), 4000, seed=3).readings for going in ("in_turn", "at_once"))
    assert one["turns"].mean == pytest.approx(other["turns"].mean * game.seats.count)
    assert one["minutes"].mean == pytest.approx(other["minutes"].mean * game.seats.count)
    for key in one.keys() & other.keys() - {"turns", "minutes", "in_time", "thinking_seconds", "aim_rate"}:
        assert one[key].mean == pytest.approx(other[key].mean), key
        assert one[key].values == pytest.approx(other[key].values), key


def seconds_by_hand(game, rng, games=3000):
    """Rounds played in plain Python: what each player's draw and look take, in turn or side by side."""
    who = [game.seats.profile(seat) for seat in range(game.seats.count)]
    found = []
    for _ in range(games):
        whole = 0.0
        for _ in range(game.area.rounds):
            sums, takes = [], []
            for mine in who:
                one, other = int(rng.integers(1, 7)), int(rng.integers(1, 7))
                seen = timing(fact("read", one), mine).mean + timing(fact("read", other), mine).mean
                takes.append(seen + timing(fact("add", one, other), mine).mean)
                sums.append(one + other)
            hands = game.seats.hands.throw + (0 if game.area.together else game.seats.hands.hand_on)
            takes = [spent + hands for spent in takes]
            look = [
                timing(fact("compare", sums[k], max(sums[:k] + sums[k + 1 :])), mine).mean for k, mine in enumerate(who)
            ]
            both = (max(takes), max(look)) if game.area.together else (sum(takes), sum(look))
            whole += sum(both)
        found.append(whole / 60)
    return np.array(found)


@pytest.mark.parametrize("going", ["in_turn", "at_once"])
def test_minutes_of_players_who_draw_at_once_are_those_of_the_slower(going):
    data = {
        "pieces": [{"kind": "die"}, {"kind": "die"}],
        "area": {"kind": "duel", "rounds": 3, "going": going},
        "seats": {"count": 2, "fluency": [{"adding": "recall"}, {"adding": "count_on"}]},
    }
    game = game_from(data)
    found = measure(game, 6000, seed=1).readings
    by_hand = seconds_by_hand(game, np.random.default_rng(2))
    error = by_hand.std() / len(by_hand) ** 0.5 + (found["minutes"].stderr or 0.0)
    assert abs(found["minutes"].mean - by_hand.mean()) < 4 * error
    assert (found["waiting_share"].mean < 0.35) == (going == "at_once")


def test_the_strip_of_a_game_shows_what_is_done_at_the_same_time():
    data = {"area": {"kind": "duel", "rounds": 2, "going": "at_once"}, "seats": {"count": 2, "fluency": [{}]}}
    known = measure(game_from(data), 2000, seed=1)
    deeds = known.notes.practice().strip
    draws, looks = deeds[0:2], deeds[2:4]
    assert [deed.seat for deed in deeds[:4]] == [0, 1, 0, 1]
    assert draws[0].begins == draws[1].begins == 0
    assert looks[0].begins == looks[1].begins == max(deed.thinking + deed.hands for deed in draws)
    lasts = max(deed.begins + deed.thinking + deed.hands for deed in deeds) / 60
    assert np.abs(known.notes.first.minutes - lasts).min() < 1e-9
