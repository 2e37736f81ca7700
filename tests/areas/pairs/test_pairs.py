"""Pairs of cards: exact results against games listed by hand, and against games that are played."""

from fractions import Fraction
from itertools import permutations

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.gathering import contents_of

SOME = {"choose": "thumb", "rule": "remember_some", "number": 6}


ALL, LAST, PLAN = {"choose": "thumb", "rule": "remember_all"}, {"choose": "thumb", "rule": "remember_last"}, "plan"


FRONTS = ["adding", "taking_away", "times", "dividing", "dots", "frames", "coins", "bars", "equal", "decimals"]


@st.composite
def pair_games(draw, special=True):
    """Random games of pairs, of threes too; and with jokers and blank cards, if these are wanted."""
    match = draw(st.sampled_from(["total", "same", "double", "differ", "family", "formula", "forms"]))
    least = draw(st.integers(0, 3))
    area = {
        "kind": "pairs",
        "match": match,
        "number": draw(st.integers(2 * least + 5, 14)) if match in ("total", "forms") else draw(st.integers(1, 4)),
        "formula": draw(st.sampled_from(["b - a", "2 * a + b", "(a + b) * 2", "b * 2 - a", "b / a"])),
        "front": draw(st.sampled_from(FRONTS)),
        "coins": draw(st.sampled_from(["twos", "quarters"])),
        "turn": draw(st.sampled_from(["two", "two", "three"])),
        "sets": draw(st.integers(3, 5)),
        "jokers": draw(st.sampled_from([0, 0, 1, 3])) if special else 0,
        "blanks": draw(st.sampled_from([0, 0, 1, 2])) if special else 0,
        "many": draw(st.integers(3, 7)),
        "weight": draw(st.sampled_from(["alike", "alike", "harder"])) if special else "alike",
        "least": least,
        "most": least + draw(st.integers(3, 6)),
        "copies": draw(st.sampled_from([1, 1, 2])),
        "again": draw(st.sampled_from(["yes", "no"])),
    }
    style = st.sampled_from([{}, ALL, {**LAST, "number": 4}, SOME])
    seats = {"count": draw(st.integers(1, 3)), "styles": draw(st.lists(style, min_size=1, max_size=3))}
    try:
        return game_from({"area": area, "seats": seats})
    except GameError:
        assume(False)


@settings(max_examples=40, deadline=None)
@given(pair_games(special=False).filter(lambda game: game.area.one_partner))
def test_exact_readings_agree_with_games_played(game):
    exact = area_of(game).measured.solve(game)
    if exact is None:
        assert any(style.rule in ("remember_last", "remember_some") for style in game.seats.styles)
        return
    runs = 4000
    batch = area_of(game).measured.player(game)(runs, 100_000, np.random.default_rng(3))
    assert batch.ended.all()
    assert (batch.score.sum(axis=1) == len(game.area.pairs)).all()
    error = batch.turns.std() / runs**0.5
    assert abs(batch.turns.mean() - exact.readings["turns"].mean) < 4.5 * error + 1e-9
    assert batch.idle.sum() / batch.turns.sum() == pytest.approx(exact.readings["idle_turns"].mean, abs=0.02)
    if "seat_wins" in exact.readings:
        won = np.stack([batch.home >> seat & 1 for seat in range(2)], axis=1)
        shares = (won / won.sum(axis=1, keepdims=True)).mean(axis=0)
        assert shares == pytest.approx(exact.readings["seat_wins"].values, abs=4.5 * (0.25 / runs) ** 0.5)
        assert (won.sum(axis=1) == 2).mean() == pytest.approx(exact.readings["ties"].mean, abs=0.04)


@pytest.mark.parametrize("pairs", [3, 4, 7])
def test_without_memory_a_game_of_n_pairs_takes_n_times_n_turns(pairs):
    """One pair of 2n cards comes up once in 2n - 1 turns, and 1 + 3 + … + (2n - 1) is n times n."""
    game = game_from({"area": {"kind": "pairs", "match": "same", "least": 1, "most": pairs}, "seats": {"count": 3}})
    assert measure_exactly(game).readings["turns"].mean == pytest.approx(pairs**2)


@pytest.mark.parametrize("again", ["yes", "no"])
def test_a_pack_of_six_is_played_out_in_every_order(again):
    """Three pairs, two who remember everything: all 720 ways in which cards may lie, turned from the left."""
    game = game_from({"area": {"kind": "pairs", "number": 5, "again": again}, "seats": {"styles": [ALL]}})
    turns, wins = Fraction(0), np.zeros(2)
    orders = list(permutations((0, 1, 2, 3, 4, 5)))
    for order in orders:
        fresh, seen, kept, seat, count = list(order), set(), [0, 0], 0, 0
        while sum(kept) < 3:
            count += 1
            whole = next((card for card in seen if 5 - card in seen), None)
            if whole is None:
                first = fresh.pop(0)
                second = 5 - first if 5 - first in seen else fresh.pop(0)
            else:
                first, second = whole, 5 - whole
            if first + second == 5:
                seen -= {first, second}
                kept[seat] += 1
            else:
                seen |= {first, second}
            seat = seat if first + second == 5 and again == "yes" else 1 - seat
        turns += count
        wins[[k for k in range(2) if kept[k] == max(kept)]] += 1 / kept.count(max(kept))
    readings = measure_exactly(game).readings
    assert readings["turns"].mean == pytest.approx(float(turns / len(orders)))
    assert readings["seat_wins"].values == pytest.approx(tuple(wins / len(orders)))


@settings(max_examples=15, deadline=None)
@given(pair_games())
def test_by_hand_a_game_is_one_of_those_that_are_played(game):
    batch = area_of(game).measured.player(game)(6000, 100_000, np.random.default_rng(5))
    turns = []
    for seed in range(50):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            sitting.play_on(game.seats.style(sitting.now.seat))
        turns.append(sitting.now.turn)
        assert sum(sitting.now.kept) == len(game.area.pairs) or not game.area.one_partner
    error = batch.turns.std() / len(turns) ** 0.5
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * error + 1e-9


def test_some_cards_have_more_partners_than_others():
    game = game_from({"area": {"kind": "pairs", "match": "double", "least": 1, "most": 8}})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "uneven_partners"]
    cards = game.area.cards
    partners = {card: sum(game.area.matches(card, other) for other in cards) for card in cards}
    assert str(max(partners.values())) in fault.sentence
    assert all(find.game.area.match != "double" for find in fault.cures)
    ends = area_of(game).measured.player(game)(200, 10_000, np.random.default_rng(1))
    assert ends.ended.all()  # though some cards may be left over


@pytest.mark.parametrize(
    ("area", "styles", "says"),
    [
        ({"number": 3}, [{}], "3 are the fewest"),
        ({"number": 60}, [{}], "52 are the most"),
        ({"copies": 2}, [{"choose": PLAN}], "every card has one partner"),
        ({"turn": "three"}, [{"choose": PLAN}], "every card has one partner"),
        ({"match": "formula", "formula": "a +"}, [{}], "stops too soon"),
        ({"match": "formula", "formula": "a + c"}, [{}], "a is the smaller, and b the larger"),
        ({"jokers": 1}, [{"choose": PLAN}], "every card has one partner"),
        ({"turn": "three", "number": 9, "sets": 13}, [{}], "12 threes can make 9, and 13 are asked for"),
        ({"match": "family", "most": 5}, [{}], "6 threes can be a sum with numbers up to 5, and 8 are asked for"),
        ({"turn": "three", "number": 30, "sets": 16, "jokers": 5}, [{}], "53 cards, and 52 are the most"),
    ],
)
def test_what_cannot_be_played_is_refused(area, styles, says):
    with pytest.raises(GameError, match=says):
        game_from({"area": {"kind": "pairs", **area}, "seats": {"styles": styles}})


def test_the_pack_is_printed_and_what_is_seen_stays_to_be_remembered():
    game = game_from({"area": {"kind": "pairs", "number": 10}})
    ((pack, count),) = contents_of(game).pieces
    assert (pack.size, count) == (12, 1)
    sitting = Sitting(game, 4)
    assert sitting.now.cards != Sitting(game, 5).now.cards
    sitting.choose(0)
    board = area_of(game).board.places_at(game, sitting.now)
    assert board.texts[0] == str(sitting.now.cards[0])
    assert board.texts[1:12] == ("?",) * 11
    assert measure(game, 500).simulated["decisions"].mean == pytest.approx(1.0)


@given(pair_games(), st.integers(0, 20))
def test_cards_that_are_turned_back_lie_face_down(game, seed):
    sitting = Sitting(game, seed)
    for _ in range(8):
        if sitting.now.over:
            break
        sitting.play_on(game.seats.style(sitting.now.seat))
        now, texts = sitting.now, area_of(game).board.places_at(game, sitting.now).texts
        for place, card in enumerate(now.cards):
            assert texts[place] == ("" if place in now.gone else game.area.label(card) if place in now.up else "?")
        assert set(now.up) <= set(now.shown[-game.area.size :])
