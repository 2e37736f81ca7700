"""Two goes of one class: what changed, what it was worth, and what was luck, worked out a second way."""

import re
from collections import Counter
from fractions import Fraction

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.logbook.calling import NAMES, CallingBoard, read_boards
from bolometric.core.logbook.goes import Go, _shares, calls_taken, compared, moved, worth
from bolometric.core.logbook.session import MOST_BOARDS
from bolometric.core.settings.errors import GameError

GAME = game_from(
    {"pieces": [{}, {}], "area": {"kind": "tiles", "play": "counters", "first": 1, "last": 12, "counters": 3}}
)
numbers = st.integers(2, 12).map(Fraction)


@st.composite
def goes(draw):
    boards = draw(st.lists(st.lists(numbers, min_size=3, max_size=3), min_size=1, max_size=4))
    made = tuple(CallingBoard(NAMES[at], tuple(board)) for at, board in enumerate(boards))
    return Go(made, tuple(draw(st.lists(numbers, max_size=60))))


def first_clear(go):
    """Calls until a board is clear, crossed off one after the other."""
    sheets = [list(board.numbers) for board in go.boards]
    for calls, total in enumerate(go.totals, 1):
        for sheet in sheets:
            if total in sheet:
                sheet.remove(total)
        if not all(sheets):
            return calls
    return None


@given(goes(), goes())
def test_what_changed_and_what_happened_are_counted(first, second):
    assert calls_taken(first) == first_clear(first)
    changes = moved(first, second)
    lies = [Counter(number for board in go.boards for number in board.numbers) for go in (first, second)]
    assert {number: lies[1][number] - lies[0][number] for number in changes} == changes
    assert all(lies[0][number] == lies[1][number] for number in range(2, 13) if number not in changes)
    told = compared(GAME, first, second)
    if len(first.boards) == len(second.boards):
        said = {
            int(number): int(change.replace("−", "-")) for number, change in re.findall(r"(\d+) \(([+−]\d+)\)", told[0])
        }
        assert said == changes
    took = first_clear(first), first_clear(second)
    if None not in took:
        assert f"It took {took[0]} calls, then {took[1]}" in told[-1]
        places = re.search(r"new places (saved|cost) about (\d+) call", told[-1])
        luck = re.search(r"luck (saved|cost) about (\d+)", told[-1])
        signed = [int(one[2]) * (1 if one[1] == "saved" else -1) if one else 0 for one in (places, luck)]
        assert ("difference was luck" in told[-1]) <= (took[0] != took[1])
        if "new places" in told[-1]:
            assert bool(places) != ("less than a call" in told[-1])
            assert sum(signed) == took[0] - took[1]


@given(st.integers(2, 12), st.integers(2, 12))
def test_a_counter_on_one_number_takes_as_long_as_that_number_is_rare(one, other):
    """Exactly 1/p calls are to be expected; what is tried by chance comes near, and is said to be sure only then."""
    assume(one != other)
    chances = {total: 6 - abs(7 - total) for total in range(2, 13)}
    game = game_from(
        {"pieces": [{}, {}], "area": {"kind": "tiles", "play": "counters", "first": 1, "last": 12, "counters": 1}}
    )
    first, second = (Go((CallingBoard("red", (Fraction(number),)),), ()) for number in (one, other))
    found = worth(game, first, second)
    wanted = 36 / chances[one], 36 / chances[other]
    assert found.before == pytest.approx(wanted[0], rel=0.2)
    assert found.after == pytest.approx(wanted[1], rel=0.2)
    assert abs(found.saved - (wanted[0] - wanted[1])) < 5 * found.error + 0.02 * max(wanted)
    if found.known and abs(wanted[0] - wanted[1]) > 6 * found.error:
        assert (found.saved > 0) == (wanted[0] > wanted[1])


def test_a_board_that_can_never_be_cleared_is_told_of():
    never = Go((CallingBoard("red", (Fraction(1),) * 3),), ())
    well = Go((CallingBoard("red", (Fraction(7),) * 3),), (Fraction(7),) * 3)
    assert worth(GAME, never, well) is None
    assert compared(GAME, never, well)[-1] == "In one of the goes no board could ever be cleared."
    assert compared(GAME, well, well)[0] == "All counters lie where they lay in the first go."
    assert compared(GAME, well, well)[-1] == "It took 3 calls, then 3: the places were worth about the same."
    slow = Go(well.boards, (Fraction(6), *well.totals))
    assert compared(GAME, well, slow)[-1].endswith(
        "4: the places were worth about the same, so the difference was luck."
    )


def test_what_is_less_than_a_call_is_not_told_as_none():
    assert _shares(3, 0.3) == "the new places saved less than a call, and luck saved about 3."
    assert _shares(-2, -2.2) == "the new places cost about 2 calls, and luck did nothing."


def test_forty_boards_are_typed_in_a_few_lines():
    boards = read_boards(GAME, "20 x 6 7 8\n 12: 5,7,9\n8 × 2;3;4\n")
    assert len(boards) == 40 == MOST_BOARDS == len(set(NAMES))
    assert len({board.name for board in boards}) == 40
    assert Counter(board.numbers for board in boards) == {(6, 7, 8): 20, (5, 7, 9): 12, (2, 3, 4): 8}
    with pytest.raises(GameError, match="room for 40 boards"):
        read_boards(GAME, "41 x 6 7 8")
    with pytest.raises(GameError, match="Board 1 has 2 numbers; this game takes 3"):
        read_boards(GAME, "4 x 6 7")
    with pytest.raises(GameError, match="Board 2: write numbers with spaces between"):
        read_boards(GAME, "6 7 8\nsix 7 8")
