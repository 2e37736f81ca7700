"""A class plays two goes, puts its hands up, and both are kept."""

from fractions import Fraction

import pytest

from bolometric.core.game.document import game_from
from bolometric.core.logbook.goes import goes_of
from bolometric.desk.views.room.screen import RoomScreen
from tests.desk.called import BOXES, typed
from tests.desk.settling import settle

COUNTERS = {"bolometric": 1, "pieces": [{}, {}], "area": {"kind": "tiles", "play": "counters", "counters": 3}}


def test_a_second_go_is_played_after_the_first_and_both_are_held_against_each_other(qtbot, window, room):
    settle(qtbot, window, lambda: window.filing.start(game_from({**BOXES, "pieces": [{}, {}]})))
    window.go("class")
    state, button = room.room, room.buttons["Second go"]
    assert not button.isVisibleTo(room.rest)
    room.boards.setPlainText("2 x 2 12\n3 4")
    room.take.click()
    typed(qtbot, room, 7, 3, 4)
    room.more.click()
    assert button.isVisibleTo(room.rest)
    button.click()
    assert (state.totals, len(state.boards), state.before.totals) == ([], 3, (7, 3, 4))
    assert "second go" in state.status
    room.boards.setPlainText("3 x 6 7")
    room.take.click()
    assert state.before is not None
    typed(qtbot, room, 6, 7)
    assert button.text() == "Compare both goes"
    heard = []
    for _ in range(4):
        qtbot.keyClick(room.screen_, "c")
        heard.append(state.said)
    assert heard[0] == "More on 6 (+3) and 7 (+3); fewer on 2 (−2), 3 (−1), 4 (−1) and 12 (−2)."
    assert heard[1].startswith("To be expected were ")
    assert heard[2].startswith("It took 3 calls, then 2: the new places saved about ")
    assert heard[3] == heard[0]
    state.begin()
    assert state.before is None


def test_of_many_boards_those_that_stand_alike_share_a_line(qtbot, window, room):
    settle(qtbot, window, lambda: window.filing.start(game_from({**BOXES, "pieces": [{}, {}]})))
    window.go("class")
    state = room.room
    state.set_boards("6 x 6 7\n8 3\n2 12\n4 x 7 8")
    typed(qtbot, room, 7, 8)
    told = {int(line.split(": ")[1].split()[0]): line.split(":")[0] for line in state.board_lines}
    counts = {count: 1 + int(name.split()[1]) if "more" in name else 1 for count, name in told.items()}
    assert counts == {0: 4, 1: 7, 2: 1}
    state.set_boards("6 7\n8 9")
    assert state.board_lines == ["red: 2 to go", "blue: 2 to go"]


def test_hands_are_asked_for_counted_and_kept_with_both_goes(qtbot, window, room):
    settle(qtbot, window, lambda: window.filing.start(game_from(COUNTERS)))
    window.go("class")
    state, learners = room.room, window.document.game.printing.learners
    qtbot.keyClick(room.screen_, "h")
    assert "who had one on 1 in the beginning?" in room.screen_._sentence()[0]
    assert "By guessing" not in room.screen_._sentence()[0]
    qtbot.keyClick(room.screen_, "e")
    assert f"of {learners} (" in room.screen_._sentence()[0]
    typed(qtbot, room, learners + 1)
    assert "how many hands are up" in state.refused
    typed(qtbot, room, 9)
    assert state.totals == []  # hands are no call
    assert state.said.startswith(f"9 hands up, of {learners}. By guessing, about ")
    typed(qtbot, room, 7)
    assert state.totals == [Fraction(7)]  # and the next number is one
    for asked in ("left?", "one on 1", "none on 7", ""):
        qtbot.keyClick(room.screen_, "h")
        assert (asked in state.hands_words) if asked else not state.hands_words
    state.set_boards("2 x 6 7 8\n1 1 7")
    typed(qtbot, room, 7, 6, 8)
    state.second_go()
    state.set_boards("3 x 6 7 8")
    qtbot.keyClick(room.screen_, "h")
    assert "By the boards it is 0 of 3." in state.hands_words
    typed(qtbot, room, 0, 8)
    room._log()
    writing = window.late.logbook.writing
    assert writing.along.text() == "Written in with it: 3 boards in two goes and 2 shows of hands."
    writing.keep.click()
    kept = window.late.logbook.book().sessions()[0]
    assert [(one.up, one.of, one.go) for one in kept.hands] == [(9, learners, 1), (0, learners, 2)]
    first, second = goes_of(kept)
    assert first.totals == (7, 6, 8)
    assert [board.numbers for board in first.boards] == [(6, 7, 8), (6, 7, 8), (1, 1, 7)]
    assert second.totals == (8,)
    assert not writing.along.isVisible()
    writing.keep.click()
    assert window.late.logbook.book().sessions()[0].boards == ()  # what was written in is not written in again


def test_boards_are_read_from_a_table(qtbot, window, room, tmp_path):
    settle(qtbot, window, lambda: window.filing.start(game_from(COUNTERS)))
    window.go("class")
    window.filing.questions.file = tmp_path / "boards.csv"
    (tmp_path / "boards.csv").write_text("6;7;8\r\n2;2;12\r\n")
    room.buttons["Boards from a table …"].click()
    assert [board.numbers for board in room.room.boards] == [(6, 7, 8), (2, 2, 12)]
    (tmp_path / "boards.csv").write_text("6;7;8\n2;x;12\n")
    room.buttons["Boards from a table …"].click()
    assert "2" in room.told.text()
    assert len(room.room.boards) == 2  # those that were there stay
    window.filing.questions.file = tmp_path / "none.csv"
    room.buttons["Boards from a table …"].click()
    assert "none.csv" in room.told.text()


@pytest.mark.parametrize("size", [(1280, 720), (1920, 1080), (1024, 768)])
def test_what_is_said_is_read_from_the_last_row(qtbot, window, room, size):
    """A capital under 20 minutes of arc from eight metres, where the picture is two metres wide: whatever is said."""
    settle(qtbot, window, lambda: window.filing.start(game_from(COUNTERS)))
    window.go("class")
    state, screen = room.room, RoomScreen(room.room, projector=True)
    qtbot.addWidget(screen)
    screen.resize(*size)
    state.set_boards("12 x 6 7 8\n13 x 2 3 12")
    state.expect()
    wide = min(size[0], size[1] * 16 / 9)
    capital = 2 * 8 * 0.0029089  # metres: twice the tangent of ten minutes, eight metres away
    for act in (state.ask_hands, state.ask_hands, lambda: typed(qtbot, room, 9, 7), state.unusual, state.tell_boards):
        act()
        screen.grab()
        assert 0.7 * screen.smallest / wide * 2 >= 0.999 * capital, screen._sentence()
    typed(qtbot, room, 13)
    screen.grab()
    assert state.refused
    assert 0.7 * screen.smallest / wide * 2 >= 0.999 * capital
