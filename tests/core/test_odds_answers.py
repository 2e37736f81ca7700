"""What is said of a draw: ways, questions, facts, comparisons and hands, against counting by hand or play."""

import re
from collections import Counter
from fractions import Fraction
from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.game.document import set_from
from bolometric.core.outcomes.breakdown import combinations, letter_names, no_number_words, pair_table
from bolometric.core.outcomes.deck import deck_of, sequences
from bolometric.core.outcomes.events import Questions, wanted
from bolometric.core.outcomes.facts import facts_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.face_text import read_face, read_numbers, typed
from bolometric.core.pieces.faces import Face
from bolometric.core.pieces.kinds import Counters, Pack, Spinner, die
from bolometric.core.pieces.presets import PRESETS, SETS, called
from bolometric.core.pieces.words import pieces_words
from bolometric.core.play.hand import Hand
from bolometric.core.text.figures import minus
from bolometric.core.words import odds as told
from bolometric.core.words.odds import fraction_words, odds_words
from tests.random_games import packs, pieces

D6 = die(1, 2, 3, 4, 5, 6)


@given(st.lists(pieces(), min_size=1, max_size=3), st.sampled_from(["add", "largest", "formula"]))
def test_combinations_and_facts_add_up_to_the_ways(given_pieces, make):
    found = set_from({"pieces": given_pieces, "draw": {"make": make, "formula": "a * 2 + 1"}})
    odds = found.distribution
    for total, ways in zip(odds.totals, odds.ways, strict=True):
        parts, count = combinations(found.pieces, found.draw, total, 10_000)
        assert sum(w for _, w in parts) == ways
        assert len(parts) == count
        assert all(len(values) == len(letter_names(found.pieces)) for values, _ in parts)
    letters = len(letter_names(found.pieces))
    sums = {"add": {"add": letters - 1}, "largest": {}, "formula": {"multiply": 1, "add": 1}}[make]
    assert {f.does: sum(f.times.values()) for f in facts_of(found.pieces, found.draw)} == {
        does: times for does, times in sums.items() if times
    }


def test_the_facts_of_three_dice_are_those_of_adding_from_the_left():
    (facts,) = facts_of((D6, D6, die(0, 10)), Draw())
    by_hand = Counter()
    for a, b, c in product(range(1, 7), range(1, 7), (0, 10)):
        by_hand[a, b] += Fraction(1, 72)
        by_hand[a + b, c] += Fraction(1, 72)
    assert facts.times == by_hand


def test_the_table_of_two_cards_leaves_out_what_cannot_be_dealt():
    table = pair_table((Pack(cards=(1, 2, 3), drawn=2),), Draw())
    assert [table.ways[k][k] for k in range(3)] == [0, 0, 0]
    assert table.totals[0][2] == table.totals[2][0] == 4
    assert pair_table((D6,), Draw()) is None


def test_dividing_by_nothing_is_shown_with_its_outcomes():
    words = no_number_words((D6, die(0, 1)), Draw(make="formula", formula="a / b"))
    assert "50% of draws (exact), for example where a = 1, b = 0; or a = 2, b = 0" in words
    assert no_number_words((D6,), Draw()) == ""


def test_questions_about_two_dice():
    asked = Questions((D6, D6), Draw())
    seven = wanted("these", (7,))
    assert told.chance_answer(asked, "these", (7, 11)).startswith(
        "A total of 7 or 11: 8 of 36 ways, 2/9, 22%, about 1 in 4.5 (exact)"
    )
    assert asked.within(seven, 4).value == pytest.approx(1 - (5 / 6) ** 4)
    wait = asked.wait(seven)
    assert wait.mean.value == pytest.approx(6)
    assert wait.nine_in_ten == 13  # (5/6)^12 = 0.11, (5/6)^13 = 0.09
    assert asked.which_first(7, 2).value == pytest.approx(6 / 7)
    assert asked.after_first(4, wanted("at_least", (9,))) == ((5, 6), Fraction(1, 3))
    assert "nothing on the second" in told.after_first_answer(asked, 1, "these", (12,))
    assert "whatever the second shows" in told.after_first_answer(asked, 1, "at_most", (7,))
    assert "7 comes before 2 in 86% of cases (exact)" in told.first_answer(asked, 2, 7)
    assert "never comes up" in told.chance_answer(asked, "these", (13,))
    assert told.wait_answer(asked, "these", (13,)) == "It never comes, so there is nothing to wait for."
    always = Questions((D6,), Draw())
    assert "Until it comes: 1 draw on average (exact)" in told.wait_answer(always, "at_least", (1,))
    assert told.within_answer(asked, "at_most", (12,), 1) == "At least once in 1 draw: 100% (exact)."


def test_of_what_is_only_sampled_nothing_is_said_never_to_come():
    asked = Questions((die(*range(10)),) * 7, Draw(make="digits"))
    assert asked.odds.sampled
    told_so = told.chance_answer(asked, "these", (10**7,))
    assert told_so == f"A total of 10000000 came up in none of {asked.odds.all_ways:,} draws (simulated)."
    assert told.first_answer(asked, 10**7, 10**7 + 1) == "Neither of them came up in the draws looked at."
    assert told.wait_answer(asked, "these", (10**7,)).startswith("It came in no draw looked at")


def test_what_is_rare_in_a_pack_is_not_said_never_to_come():
    """Thirty cards are dealt in ten draws of three; one set of three of 4,060 is among them once in 406 times."""
    pack, rare = Pack(cards=tuple(range(30)), drawn=3, after="keep_out"), 29 * 28 * 27
    asked = Questions((pack,), Draw(make="multiply"))
    wait = asked.wait(wanted("these", (rare,)))
    assert wait.mean is wait.nine_in_ten is None
    assert abs(wait.away.value - (1 - 1 / 406) ** 100) < 4 * wait.away.stderr
    said = told.wait_answer(asked, "these", (rare,))
    assert re.fullmatch(r"Until it comes: it stayed away for 1,000 draws in \d\d% of cases \(simulated ± .*\)\.", said)
    nothing = asked.wait(wanted("these", (0,)))  # the card 0 is in each of the ten draws alike
    assert abs(nothing.mean.value - 5.5) < 4 * nothing.mean.stderr
    assert nothing.nine_in_ten in (9, 10)


def test_draws_that_hang_together_are_answered_by_dealing():
    """From a pack of 1 to 4 kept out, the 4 comes at the latest at the fourth draw, each place alike."""
    asked = Questions((Pack(cards=(1, 2, 3, 4), after="keep_out"),), Draw())
    four = wanted("these", (4,))
    assert asked.within(four, 4).value == 1
    wait = asked.wait(four)
    assert abs(wait.mean.value - 2.5) < 4 * wait.mean.stderr
    assert wait.nine_in_ten == 4
    first = asked.which_first(4, 1)
    assert abs(first.value - 0.5) < 4 * first.stderr
    assert "simulated ±" in told.wait_answer(asked, "these", (4,))


@given(packs(after="keep_out"), st.lists(pieces(), max_size=1))
def test_every_pass_through_a_pack_deals_each_card_once(pack, others):
    found = set_from({"pieces": [pack, *others]})
    deck, place, _ = deck_of(found.pieces, found.draw)
    odds = found.distribution
    rows = sequences(deck, 300, 6, np.random.default_rng(5))
    assert (rows >= 0).all()
    assert place[rows].max() < len(odds.totals)
    # Each draw on its own comes as the odds say.
    share = np.bincount(place[rows[:, -1]], minlength=len(odds.totals)) / 300
    error = np.sqrt(odds.chances * (1 - odds.chances) / 300)
    assert (np.abs(share - odds.chances) <= 5 * error + 0.01).all()


def test_a_hand_shows_what_the_odds_allow_and_a_seed_repeats_it():
    for words, one, draw in SETS:
        totals = set_from({"pieces": [p.model_dump() for p in one], "draw": draw.model_dump()}).distribution.totals
        first, again = Hand(one, draw, 7), Hand(one, draw, 7)
        for _ in range(30):
            shown = first.draw()
            assert shown == again.draw()
            assert shown.total in totals, words
            assert shown.sum.endswith(minus(shown.total))


def test_a_hand_keeps_cards_out_until_too_few_are_left():
    hand = Hand(
        (Pack(cards=(1, 2, 3, 4, 5), drawn=2, after="keep_out"),),
        Draw(make="multiply"),
        3,
    )
    for _ in range(5):
        taken = [face for shown in (hand.draw(), hand.draw()) for thrown in shown.thrown for face in thrown.faces]
        assert len(set(taken)) == 4  # of five cards, two draws of two leave one; then all are shuffled


@given(st.integers(1, 3), st.lists(st.booleans(), max_size=30), st.integers(0, 99))
def test_draws_that_are_taken_back_leave_the_pack_as_it_was(drawn, backs, seed):
    """Each pass through seven cards deals no card twice, and as many as there are, whatever was taken back between."""
    hand = Hand((Pack(cards=tuple(range(1, 8)), drawn=drawn, after="keep_out"),), Draw(), seed)
    kept, whole = [], 7 // drawn
    for back in backs:
        if back and kept:
            hand.take_back(kept.pop())
        else:
            kept.append(hand.draw())
    kept += [hand.draw() for _ in range(whole)]
    for start in range(0, len(kept) - whole + 1, whole):
        taken = [face for shown in kept[start : start + whole] for face in shown.thrown[0].faces]
        assert len(set(taken)) == whole * drawn


def test_spinner_needles_lie_in_their_sectors():
    spinner = Spinner(sectors=({"value": 1, "angle": 300}, {"value": 2, "angle": 60}))
    hand = Hand((spinner,), Draw(), 1)
    for _ in range(200):
        (thrown,) = hand.draw().thrown
        assert (thrown.needle < 300) == (thrown.faces == (0,))


def test_sets_are_compared_in_a_sentence():
    two, doubled = (
        set_from({"pieces": p, "draw": d}).distribution
        for p, d in (([{}, {}], {}), ([{}], {"make": "times", "factor": 2}))
    )
    words = told.comparison(("A", "B"), (two, doubled))
    assert "mean stays 7" in words
    assert "spread (standard deviation) goes from 2.42 to 3.42" in words
    assert "0 before, 5 after" in words
    larger = sum(1 for a, b, c in product(range(1, 7), repeat=3) if 2 * c > a + b) / 216
    assert f"B is the larger {100 * larger:.0f}% of the time" in words
    near, nearly = (set_from({"pieces": [{"faces": faces}]}).distribution for faces in ([1, 2], [1, "2.001"]))
    assert "mean stays about 1.5; spread (standard deviation) stays about 0.5;" in told.comparison("AB", (near, nearly))


faces = st.builds(
    lambda n, d, word, special: Face(value=Fraction(n, d), word=word, special=special),
    st.integers(-999, 999),
    st.sampled_from([1, 2, 3, 7, 10, 100]),
    st.text("abc xyz", max_size=9),
    st.booleans(),
)


@given(faces)
def test_a_face_reads_back_as_it_is_typed(face):
    assert Face.model_validate(read_face(typed(face))) == face


@pytest.mark.parametrize("text", ["", "red", "1/0", "1.2.3", "5 **", "٣", "1e9"])
def test_what_is_no_face_is_not_read(text):
    assert read_face(text) is None


def test_numbers_are_read_or_the_wrong_word_is_named():
    assert read_numbers(" 1 0.5,−3; 1/4 ") == ("1", "0.5", "-3", "1/4")
    assert read_numbers("1 x2") == "x2"
    assert read_numbers("1/0") == "1/0"


def test_every_preset_is_a_piece_with_words():
    for kind, presets in PRESETS.items():
        for words, piece in presets:
            assert piece.kind == kind
            assert called(piece) in (words, "")
            assert pieces_words((piece, piece)).startswith("two")
    assert pieces_words((D6, Spinner())) == "one die (faces 1 to 6) and one spinner (1 to 4)"
    assert pieces_words((Counters(count=6, back=-1),)) == "six two-sided counters, 1 for star up, −1 for plain up"
    assert pieces_words((Pack(cards=(1, 1, 4), drawn=2, after="keep_out"),)) == (
        "one pack of 3 cards, 1, 1 and 4, two drawn at once, kept out"
    )


def test_odds_are_told():
    assert "Never in between (2): 3 and 4" in odds_words(set_from({"pieces": [{"faces": [2, 5]}]}).distribution)
    assert "multiple of 0.1" in odds_words(set_from({"pieces": [{"faces": [0.1, 0.2]}]}).distribution)
    nothing = set_from({"pieces": [{}], "draw": {"make": "formula", "formula": "1/(a-a)"}}).distribution
    assert odds_words(nothing) == "No draw makes a number."
    assert fraction_words(Fraction(0)) == "never"
    assert fraction_words(Fraction(1)) == "always"
