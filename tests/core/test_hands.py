"""A show of hands: its chances against all placements one by one; both goes and hands through a logbook and back."""

from collections import Counter
from fractions import Fraction
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.logbook.calibration import story
from bolometric.core.logbook.calling import CallingBoard, boards_of, read_boards, typed
from bolometric.core.logbook.goes import Go, compared, goes_of
from bolometric.core.logbook.hands import HandsQuestion, expected_hands, questions, share
from bolometric.core.logbook.report import report
from bolometric.core.logbook.session import HandsUp, session_of
from bolometric.core.logbook.store import Logbook
from bolometric.core.logbook.transfer import from_json, to_json

DIE = [{"kind": "die", "faces": [1, 2, 2, 3]}]
COUNTERS = {"kind": "tiles", "play": "counters", "first": 1, "last": 5, "counters": 3}
BOXES = {"kind": "tiles", "play": "boxes", "boxes": 3, "draws": "shared"}
calls = st.lists(st.sampled_from([1, 2, 3]).map(Fraction), max_size=6)


def every_board(game):
    """All boards there can be by guess, in order, each with its chance."""
    if game.area.play == "counters":
        one_each = {Fraction(number): Fraction(1, 5) for number in range(1, 6)}
    else:
        one_each = {Fraction(face): Fraction(count, 4) for face, count in Counter([1, 2, 2, 3]).items()}
    for numbers in product(one_each, repeat=3):
        chance = Fraction(1)
        for number in numbers:
            chance *= one_each[number]
        yield CallingBoard("", numbers), float(chance)


@settings(max_examples=60)
@given(st.sampled_from([COUNTERS, BOXES]), calls, st.sampled_from(["left", "on", "none"]), st.integers(0, 5))
def test_a_guess_is_met_as_often_as_all_boards_say(area, totals, asked, number):
    game = game_from({"pieces": DIE, "area": area})
    question = HandsQuestion(asked, number, game.area.marks_named)
    exact = sum(chance for board, chance in every_board(game) if question.holds(board, totals))
    assert share(game, question, totals) == pytest.approx(exact, abs=1e-12)
    told = expected_hands(game, question, (), totals, 30)
    assert told.mean == pytest.approx(30 * exact)
    assert told.low <= told.mean + 1
    assert told.high >= told.mean - 1


@given(st.lists(st.lists(st.integers(1, 5), min_size=3, max_size=3), min_size=1, max_size=8), calls)
def test_hands_of_known_boards_are_counted(boards, totals):
    game = game_from({"pieces": DIE, "area": COUNTERS})
    known = read_boards(game, "\n".join(" ".join(map(str, board)) for board in boards))
    for question in questions(game, totals):
        hands = 0
        for board in boards:
            sheet = list(board)
            if question.asked == "left":
                for total in totals:
                    if total in sheet:
                        sheet.remove(total)
                hands += len(sheet) <= question.number
            else:
                hands += (question.number in sheet) == (question.asked == "on")
        told = expected_hands(game, question, known, totals, 30)
        assert (told.mean, told.of) == (hands, len(boards))
        assert f"{hands} of {len(boards)}" in told.words
    assert boards_of([typed(board) for board in known]) == known


def test_what_is_asked_is_worth_asking():
    game = game_from({"pieces": DIE, "area": COUNTERS})
    on, none = questions(game, ())
    assert "who had one on 4" in on.words  # 4 and 5 never come up, 4 first
    assert "who had none on 2" in none.words
    left, *_ = questions(game, (Fraction(2),))
    shares = [share(game, HandsQuestion("left", few, "counters"), (Fraction(2),)) for few in (1, 2)]
    assert left.number == (1 if abs(shares[0] - 0.5) <= abs(shares[1] - 0.5) else 2)
    assert "counters left" in left.words
    boards = read_boards(game, "1 1 1\n1 1 3\n2 2 2\n2 2 2")  # by the calls 3 3 0 0 are left: 0 or fewer is no question
    asked, *_ = questions(game, tuple(map(Fraction, (2, 2, 2))), boards)
    assert asked.number == 1
    assert expected_hands(game, asked, boards, tuple(map(Fraction, (2, 2, 2))), 28).mean == 2
    assert questions(game_from({"area": {"kind": "trail"}}), ()) == ()


def test_both_goes_and_hands_are_kept_and_told(tmp_path):
    game = game_from({"pieces": DIE, "area": COUNTERS})
    before, after = (read_boards(game, text) for text in ("1 4 5\n2 2 1", "2 2 3\n1 2 2"))
    first, totals = Go(before, tuple(map(Fraction, (2, 2, 1)))), ("2", "2", "3")
    hands = (
        HandsUp(asked="Hands up: who had one on 5 in the beginning?", up=7, of=28),
        HandsUp(asked="?", up=1, of=2, go=2),
    )
    session = session_of(
        game, group="Vega", totals=totals, boards=tuple(map(typed, after)), first=first.written, hands=hands
    )
    plain = session_of(game, group="Vega", totals=totals)
    with Logbook(tmp_path / "book.sqlite3") as book:
        book.keep(session, plain)
    with Logbook(tmp_path / "book.sqlite3") as book:
        kept = {one.key: one for one in book.sessions()}
    assert kept == {session.key: session, plain.key: plain}
    assert book.unread == ()
    assert from_json(to_json([session, plain]), "kept.json") == [session, plain]
    assert goes_of(kept[session.key]) == (first, Go(after, tuple(map(Fraction, (2, 2, 3)))))
    assert goes_of(plain) is None
    assert "2 boards, two goes · 2 shows of hands" in story(session)
    told = " ".join(report([session]).split())
    counted = "Hands up: who had one on 5 in the beginning? 7 hands up, of 28."
    for line in (*compared(game, *goes_of(session)), f"First go: {counted}", "Second go: ? 1 hand up, of 2."):
        assert line in told
    alone = " ".join(report([plain.model_copy(update={"hands": hands[:1]})]).split())
    assert counted in alone
    assert "First go" not in alone
