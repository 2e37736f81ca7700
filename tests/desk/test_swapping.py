"""On the board of a grid two clicks, or Enter twice, swap two cells; undo takes it back."""

import pytest
from PySide6.QtCore import Qt

from bolometric.assets import demo_files


@pytest.fixture
def field(window, qtbot):
    window.filing.open(next(path for path in demo_files() if path.name.startswith("star-field")))
    window.go("shape")
    qtbot.waitUntil(lambda: window.shape.board.game == window.document.game and window.shape.board.heat is not None)
    return window


def test_two_cells_are_swapped_by_clicks_and_swapped_back_by_undo(field):
    board, before = field.shape.board, field.document.game.area.cells
    board.square_chosen.emit(2)
    assert "swap it with" in field.shape.line.text()
    board.square_chosen.emit(9)
    after = field.document.game.area.cells
    assert (after[1], after[8]) == (before[8], before[1])
    assert sorted(after) == sorted(before)
    assert board.held == 0
    field.document.undo()
    assert field.document.game.area.cells == before


def test_by_keys_and_left_alone_when_the_same_is_chosen_again(field, qtbot):
    board, before = field.shape.board, field.document.game.area.cells
    board._pick(4)
    qtbot.keyClick(board, Qt.Key.Key_Return)
    assert board.held == 4
    assert not board.grab().isNull()
    qtbot.keyClick(board, Qt.Key.Key_Return)
    assert board.held == 0
    qtbot.keyClick(board, Qt.Key.Key_Return)
    qtbot.keyClick(board, Qt.Key.Key_Right)
    qtbot.keyClick(board, Qt.Key.Key_Return)
    after = field.document.game.area.cells
    assert (after[3], after[4]) == (before[4], before[3])


def test_a_board_that_is_no_grid_holds_nothing(window):
    window.go("shape")
    window.shape.board.square_chosen.emit(3)
    assert window.shape.board.held == 0
