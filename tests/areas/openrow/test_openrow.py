"""An open row: which cards make a number counted anew, and games that are played against those played by hand."""

from itertools import combinations
from math import comb

import numpy as np
import pytest
from hypothesis import assume, example, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.openrow import ways as counting
from bolometric.core.areas.openrow.board import never_used
from bolometric.core.areas.openrow.ways import fresh, ways_in
from bolometric.core.areas.openrow.work import cards_in
from bolometric.core.game.document import game_from
from bolometric.core.learner_work.trace import decoded
from bolometric.core.measure.measuring import measure
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.gathering import contents_of
from tests.by_ear.games import played
from tests.random_games import dice

STYLES = [{}, {"choose": "thumb", "rule": "most_cards"}, {"choose": "thumb", "rule": "fewest_cards"}]


@st.composite
def row_games(draw):
    """Random games with an open row."""
    least = draw(st.integers(0, 3))
    area = {
        "kind": "open_row",
        "least": least,
        "most": least + draw(st.integers(2, 6)),
        "copies": draw(st.integers(1, 3)),
        "open": draw(st.integers(3, 6)),
        "row": draw(st.sampled_from(["shared", "own"])),
        "asks": draw(st.sampled_from(["given", "drawn"])),
        "number": draw(st.integers(3, 12)),
        "take": draw(st.sampled_from(["two", "any"])),
        "nothing": draw(st.sampled_from(["add", "away", "pass"])),
        "noticed": draw(st.sampled_from([60, 100, 100])),
    }
    seats = {
        "count": draw(st.integers(1, 3)),
        "styles": draw(st.lists(st.sampled_from(STYLES), min_size=1, max_size=3)),
    }
    try:
        return game_from({"pieces": draw(dice(1, st.integers(1, 6))), "area": area, "seats": seats})
    except GameError:
        assume(False)


@settings(max_examples=15, deadline=None)
@given(row_games())
def test_by_hand_a_game_is_one_of_those_that_are_played(game):
    batch = area_of(game).measured.player(game)(5000, 100_000, np.random.default_rng(2))
    assert batch.ended.all()
    turns, kept, idle = [], [], 0
    for seed in range(80):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            before = sitting.now
            sitting.play_on(game.seats.style(before.seat))
            idle += sitting.now.in_vain > before.in_vain
        turns.append(sitting.now.turn)
        kept.append(sum(sitting.now.kept))
    for mine, runs in ((turns, batch.turns), (kept, batch.score.sum(axis=1))):
        assert abs(np.mean(mine) - runs.mean()) < 4.5 * runs.std() / len(mine) ** 0.5 + 1e-9
    share = batch.idle.sum() / batch.turns.sum()
    assert idle / sum(turns) == pytest.approx(share, abs=4.5 * 0.5 / sum(turns) ** 0.5 + 0.05)


@settings(max_examples=30, deadline=None)
@given(row_games())
def test_how_often_nothing_fits_a_fresh_row_is_counted_out(game):
    """Every choice of cards for the row, and every choice of cards of it."""
    area = game.area
    assume(comb(len(area.cards), area.open) <= 6_000)
    asked = [(area.number, 1.0)]
    if area.asks == "drawn":
        asked = [(total, float(game.distribution.chance(total))) for total in game.distribution.totals]
    sizes = (2,) if area.take == "two" else (1, 2, 3, 4, 5)
    none = ways = 0.0
    rows = list(combinations(area.cards, area.open))
    for row in rows:
        sums = [sum(some) for size in sizes for some in combinations(row, size)]
        none += sum(chance for number, chance in asked if number not in sums)
        ways += sum(chance * sums.count(number) for number, chance in asked)
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(counting, "AT_ONCE", 50)  # a few rows at a time
        counting._fresh.cache_clear()
        found = fresh(game)
    assert found.stderr == 0
    assert found.nothing == pytest.approx(none / len(rows))
    assert found.ways == pytest.approx(ways / len(rows))
    for value in set(area.cards):
        held = [row for row in rows if value in row]
        uses = sum(
            chance
            for row in held
            for number, chance in asked
            if any(sum(some) == number and value in some for size in sizes for some in combinations(row, size))
        )
        assert found.used[value] == pytest.approx(uses / len(held))


@settings(max_examples=30, deadline=None)
@given(row_games())
@example(game_from({"area": {"kind": "open_row", "most": 9, "copies": 1, "open": 4}}))
def test_a_card_that_is_never_used_is_in_no_way_at_all(game):
    area = game.area
    assume(len(area.cards) <= 14)
    asked = [area.number] if area.asks == "given" else list(game.distribution.totals)
    sizes = (2,) if area.take == "two" else (1, 2, 3, 4, 5)
    used = {card for size in sizes for some in combinations(area.cards, size) if sum(some) in asked for card in some}
    assert set(never_used(game)) == set(area.cards) - used
    faults = [fault for fault in area_of(game).faults.by_rules(game) if fault.code == "useless_card"]
    assert bool(faults) == bool(set(area.cards) - used)
    for cure in (cure for fault in faults for cure in fault.cures):
        assert len(never_used(cure.game)) < len(never_used(game))


def test_where_there_are_too_many_rows_a_sample_says_how_sure_it_is():
    """Either something fits a row or nothing does: the share of a sample is off as that of coins is."""
    game = game_from({"area": {"kind": "open_row", "least": 0, "most": 12, "open": 8, "number": 23, "take": "two"}})
    found = fresh(game)
    assert 0.01 < found.nothing < 0.99
    assert found.stderr == pytest.approx((found.nothing * (1 - found.nothing) / counting.SAMPLE) ** 0.5)
    chance = np.random.default_rng(9)
    rows = [chance.permutation(game.area.cards)[:8].tolist() for _ in range(20_000)]
    nothing = np.mean([23 not in map(sum, combinations(row, 2)) for row in rows])
    assert abs(found.nothing - nothing) < 5 * found.stderr


def test_what_is_taken_is_noted_with_its_sum():
    from bolometric.core.learner_work.trace import Book

    game = game_from({"area": {"kind": "open_row", "least": 0, "take": "any", "copies": 2}})
    book = Book(20)
    area_of(game).measured.player(game)(20, 1000, np.random.default_rng(1), book)
    _, _, codes = book.notes()
    taken = [cards_in(one) for kind, one, _ in (decoded(int(code)) for code in codes) if kind == 3]
    assert taken
    assert {sum(cards) for cards in taken} == {10}
    assert any(0 in cards for cards in taken)
    task = area_of(game).work.tasks(game)
    ways = [(kind, one, other) for kind, one, other in (decoded(int(code)) for code in codes) if kind == 3]
    assert all(task(*note).chosen == (note[2] > 1) for note in ways)
    assert {note[2] > 1 for note in ways} == {True, False}
    assert measure(game, 500).simulated["ways"].mean > 1


def test_ways_in_a_row():
    area = game_from({"area": {"kind": "open_row", "take": "any"}}).area
    assert ways_in(area, (1, 9, 5, 5, 4), 10) == [(0, 1), (2, 3), (0, 2, 4), (0, 3, 4)]
    assert ways_in(area.model_copy(update={"take": "two"}), (1, 9, 5, 5, 4), 10) == [(0, 1), (2, 3)]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"number": 40}}, "No cards of this pack make 40"),
        ({"area": {"number": 18, "copies": 1}}, "No cards of this pack make 18"),
        ({"area": {"least": 5, "most": 4}}, "below the smallest"),
        ({"area": {"most": 30, "copies": 8}}, "120 are the most"),
        ({"area": {"most": 2, "copies": 1}}, "the row alone takes 6"),
        ({"area": {"asks": "drawn"}, "pieces": [{"faces": [50, 60]}]}, "No total is made"),
        ({"area": {"asks": "drawn"}, "pieces": [{"kind": "pack", "after": "keep_out"}]}, "put back"),
    ],
)
def test_what_cannot_be_played_is_refused(data, says):
    with pytest.raises(GameError, match=says):
        game_from({**data, "area": {"kind": "open_row", **data["area"]}})


def test_the_pack_is_printed_beside_the_dice():
    game = game_from({"pieces": [{}, {}], "area": {"kind": "open_row", "asks": "drawn"}})
    assert [(piece.kind, count) for piece, count in contents_of(game).pieces] == [("die", 2), ("pack", 1)]


@pytest.mark.parametrize("nothing", ["add", "away", "pass"])
def test_hands_that_make_a_number_are_played_as_is_read_aloud(nothing):
    """Few cards, so that players are passed over; from the rules alone, at the table, and in the runs."""
    area = {"kind": "open_row", "row": "own", "number": 3, "most": 3, "take": "any", "open": 3, "copies": 4}
    game = game_from({"area": {**area, "nothing": nothing}, "seats": {"count": 3}})
    batch = area_of(game).measured.player(game)(20_000, 10_000, np.random.default_rng(1))
    turns, wins = played(game, 2000)
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * batch.turns.std() * (1 / 2000 + 1 / 20_000) ** 0.5
    won = np.stack([batch.home >> seat & 1 for seat in range(3)], axis=1)
    shares = (won / won.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.mean(wins, axis=0) == pytest.approx(shares, abs=4.5 * 0.5 / 2000**0.5)
    by_hand = []
    for seed in range(400):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            assert sitting.now.row  # whoever has no cards is passed over
            sitting.play_on(game.seats.style(sitting.now.seat))
        by_hand.append(sitting.now.turn)
    assert abs(np.mean(by_hand) - batch.turns.mean()) < 4.5 * batch.turns.std() / 400**0.5
