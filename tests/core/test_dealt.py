"""Draws of a room from a pack whose cards stay out, against every order in which the cards can come."""

from collections import Counter
from fractions import Fraction
from itertools import permutations

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.logbook.calibration import held, held_draws
from bolometric.core.logbook.calling import CallingBoard, expected, still, still_told, unusual
from bolometric.core.logbook.dealt import can_be_told, counts_of, to_come
from bolometric.core.logbook.goes import Go, worth
from bolometric.core.logbook.hands import HandsQuestion, expected_hands
from bolometric.core.logbook.session import session_of
from bolometric.core.play.hand import Hand
from bolometric.core.settings.errors import GameError

AREA = {"kind": "tiles", "play": "boxes", "boxes": 2, "draws": "shared"}


def calling(cards, more=(), **pack):
    pieces = [{"kind": "pack", "cards": list(cards), "after": "keep_out", **pack}, *more]
    try:
        return game_from({"pieces": pieces, "area": AREA, "seats": {"count": 2}})
    except GameError:
        assume(False)  # such as a pack of one card alone
        raise


def clear_after(board, order):
    """How many of some cards in this order it takes until a board is clear; None where they do not do it."""
    left = Counter(board)
    for calls, card in enumerate(order, 1):
        left[card] -= left[card] > 0
        if not +left:
            return calls
    return None


cards = st.lists(st.integers(1, 5), min_size=3, max_size=6)


@settings(max_examples=30, deadline=None)
@given(cards, st.data())
def test_how_long_it_still_takes_is_that_of_every_order_of_what_is_left(pack, data):
    """Boards of two cards of what is left, or of two of a fresh pack: either is done within one pass."""
    shuffled = data.draw(st.permutations(pack))
    gone = data.draw(st.integers(0, len(pack) - 2))
    called, rest = shuffled[:gone], shuffled[gone:]
    board = data.draw(st.permutations(rest))[:2]
    game = calling(pack)
    waits = [clear_after(board, order) for order in permutations(rest)]
    whole = CallingBoard("red", tuple(map(Fraction, called + board)))  # what was called is crossed off it
    mean, error = still(game, [whole], tuple(map(Fraction, called)))
    assert abs(mean - sum(waits) / len(waits)) <= 5 * error + 1e-9


def test_once_a_pack_is_through_it_is_shuffled_again():
    """One card is left, and what the board waits for is out: it comes in the next pass, two and a half of four in."""
    board = CallingBoard("red", (Fraction(1), Fraction(1)))
    mean, error = still(calling(range(1, 5)), [board], tuple(map(Fraction, (1, 2, 3))))
    assert abs(mean - 3.5) < 5 * error


@given(cards, st.integers(0, 14))
def test_a_whole_pass_brings_every_card_and_what_is_over_some_of_them(pack, calls):
    """After whole passes each has come as often as it is there; of the rest at most as often more."""
    game = calling(pack)
    passes, more = divmod(calls, len(pack))
    for one in expected(game, calls):
        there = pack.count(int(one.total))
        assert one.mean == pytest.approx(calls * there / len(pack))
        assert passes * there <= one.low <= one.mean + 1e-9 <= one.high + 1 <= passes * there + min(there, more) + 1
    dealt = counts_of(game, (calls,))
    assert (dealt.sum(axis=1) == calls).all()


def test_a_card_that_comes_twice_in_one_pass_is_no_luck():
    game = calling(range(1, 11))
    hand = Hand(game.pieces, game.draw, 3)
    fair = [Fraction(hand.draw().total) for _ in range(45)]
    assert "as luck has it" in unusual(game, fair)
    assert "simulated ±" in unusual(game, fair)
    twice = [Fraction(1 + k % 5) for k in range(40)]  # five of the ten alone
    assert "hard to put down to luck" in unusual(game, twice)
    two = [session_of(game, totals=tuple(map(str, some))) for some in (fair, twice)]
    assert [held([one])[0].p < 0.001 for one in two] == [False, True]


@pytest.mark.parametrize(
    ("area", "tables", "can"),
    [(AREA, 1, True), (AREA, 3, True), ({"kind": "trail"}, 1, True), ({"kind": "trail"}, 2, False)],
)
def test_of_several_packs_nobody_noted_which_it_was(area, tables, can):
    pack = {"kind": "pack", "cards": [1, 2, 3, 4], "after": "keep_out"}
    game = game_from({"pieces": [pack], "area": area, "seats": {"count": 2}})
    assert (held_draws([session_of(game, tables=tables, totals=("1", "2"))]) is not None) == can


def test_how_unusual_fair_series_are_is_spread_evenly():
    """The p-value of series from the pack itself is below each share about as often; before it was always near one."""
    game = calling([1, 1, 2, 3, 4, 5, 6])
    ps = []
    for seed in range(200):
        hand = Hand(game.pieces, game.draw, seed)
        drawn = tuple(str(hand.draw().total) for _ in range(24))
        ps.append(held([session_of(game, totals=drawn)])[0].p)
    for share in (0.2, 0.5, 0.8):
        assert np.mean(np.array(ps) <= share) <= share + 0.11
    assert min(ps) < 0.3


def test_hands_of_boxes_that_were_filled_from_one_pack():
    """Two boxes from a pack of 1 to 4 hold two different numbers, each pair alike."""
    game = calling(range(1, 5))
    pairs = [set(pair) for pair in permutations(range(1, 5), 2)]
    for asked, number, called, holds in (
        ("on", 3, (), lambda pair: 3 in pair),
        ("none", 3, (), lambda pair: 3 not in pair),
        ("left", 0, (1, 2, 3), lambda pair: 4 not in pair),
        ("left", 1, (1,), lambda pair: 1 in pair),
    ):
        told = expected_hands(game, HandsQuestion(asked, number, "boxes"), (), tuple(map(Fraction, called)), 30)
        assert abs(told.mean / 30 - sum(map(holds, pairs)) / len(pairs)) < 0.04
        assert "roughly" in told.words


def test_two_goes_begin_with_a_fresh_pack():
    game = calling(range(1, 11))
    one, two = (Go((CallingBoard("red", tuple(map(Fraction, board))),), ()) for board in ([7, 3], [7, 7]))
    found = worth(game, one, two)
    assert abs(found.before - 22 / 3) < 0.5  # the later of two of ten places
    assert abs(found.after - 15.5) < 0.6  # the second 7 comes in the second pass


def test_of_several_pieces_the_number_does_not_tell_which_cards_are_out():
    game = calling(range(1, 5), more=[{"faces": [1, 2]}])
    boards = [CallingBoard("red", (Fraction(3), Fraction(4)))]
    assert can_be_told(game, ())
    assert "until the first board is clear" in still_told(game, boards, ())
    assert not can_be_told(game, (Fraction(3),))
    assert "not known" in still_told(game, boards, (Fraction(3),))
    assert "red is clear" in still_told(game, boards, (Fraction(3), Fraction(4)))
    rows = to_come(calling([1, 2, 3]), (), 50, 3, np.random.default_rng(1))
    assert (np.sort(rows, axis=1) == [0, 1, 2]).all()
