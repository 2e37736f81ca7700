"""Squares of a track are painted on the board by clicks, strokes and keys, and typed or laid out in their editor."""

import pytest
from PySide6.QtCore import QPoint, Qt

from bolometric.core.game.document import game_from
from bolometric.core.settings.knobs import knob_at
from bolometric.desk.editors.points import PointsEditor
from bolometric.desk.editors.squares import SquaresEditor


@pytest.fixture
def track(window, qtbot):
    window.filing.start(game_from({"bolometric": 1, "area": {"length": 30}, "seats": {"count": 2}}))
    window.go("shape")
    qtbot.waitUntil(lambda: window.shape.board.game == window.document.game and window.shape.board.heat is not None)
    return window


def take(window, words):
    brush = window.shape.brush
    brush.setCurrentIndex(next(i for i in range(brush.count()) if words in brush.itemText(i)))


def carried(window):
    return {square.at: (square.does, square.to) for square in window.document.game.area.squares}


def test_a_stroke_paints_several_squares_in_one_step(track, qtbot):
    board = track.shape.board
    take(track, "miss")
    layout = board.layout_now()
    middles = [layout.square(number).center().toPoint() for number in (3, 4, 5)]
    qtbot.mousePress(board, Qt.MouseButton.LeftButton, pos=middles[0])
    for middle in middles[1:]:
        qtbot.mouseMove(board, middle)
    qtbot.mouseRelease(board, Qt.MouseButton.LeftButton, pos=middles[2])
    assert carried(track) == {3: ("miss", None), 4: ("miss", None), 5: ("miss", None)}
    take(track, "plain")
    board._pick(4)
    qtbot.keyClick(board, Qt.Key.Key_Return)
    assert sorted(carried(track)) == [3, 5]
    track.document.undo()
    track.document.undo()
    assert carried(track) == {}


def test_a_jump_takes_two_squares_and_can_be_left(track, qtbot):
    board = track.shape.board
    take(track, "jump")
    board._pick(7)
    qtbot.keyClick(board, Qt.Key.Key_Return)
    assert "leads to" in track.shape.line.text()
    board._pick(19)
    qtbot.keyClick(board, Qt.Key.Key_Return)
    assert carried(track) == {7: ("jump", 19)}
    assert not board.grab().isNull()
    board.square_chosen.emit(8)
    board.square_chosen.emit(8)
    assert (board.held, len(carried(track))) == (0, 1)


def test_the_board_shows_heat_or_kinds_or_both(track, qtbot):
    track.document.edit("area.squares", [{"at": 7, "does": "again"}])
    qtbot.waitUntil(lambda: track.shape.board.heat is not None and track.shape.board.game == track.document.game)
    pictures = set()
    for index in range(3):
        track.shape.shown.setCurrentIndex(index)
        image = track.shape.board.grab().toImage()  # it must outlive its bits
        pictures.add(bytes(image.constBits()))
    assert len(pictures) == 3


def test_an_area_without_brushes_offers_none(window, qtbot):
    window.filing.start(game_from({"bolometric": 1, "area": {"kind": "purse"}}))
    window.go("shape")
    assert not window.shape.tools.isVisible()


def test_squares_are_typed_and_laid_out(qtbot):
    game = game_from({"bolometric": 1, "area": {"length": 30}})
    editor = SquaresEditor(knob_at(game, "area.squares"), game)
    qtbot.addWidget(editor)
    sent = []
    editor.edited.connect(sent.append)
    editor.text.setPlainText("7 to 15\n4, 19 miss")
    assert [square["at"] for square in sent[-1]] == [4, 7, 19]
    editor.count.setValue(8)
    editor.put.click()
    assert {square["at"] for square in sent[-1]} == {4, 7, 8, 16, 19, 24}
    editor.text.setPlainText("7 nowhere")
    assert "Line 1 can't be read" in editor._trouble.text()
    editor.text.setPlainText("7 to 7")
    assert "jumps to itself" in editor._trouble.text()
    editor.how.setCurrentIndex(1)
    editor.text.setPlainText("")
    editor.count.setValue(3)
    editor.put.click()
    assert [square["at"] for square in sent[-1]] == [7, 15, 22]


def test_a_curve_is_bent_by_its_handles_in_one_step(window, qtbot):
    window.filing.start(game_from({"bolometric": 1, "area": {"length": 20, "laid": "curve"}}))
    window.go("shape")
    board = window.shape.board
    qtbot.waitUntil(lambda: board.game == window.document.game and board.heat is not None)
    before = window.document.game.area.bend
    handle = board.layout_now().handles[1].toPoint()
    qtbot.mousePress(board, Qt.MouseButton.LeftButton, pos=handle)
    for step in (20, 60, 90):
        qtbot.mouseMove(board, handle + QPoint(step, step))
    qtbot.mouseRelease(board, Qt.MouseButton.LeftButton, pos=handle + QPoint(90, 90))
    after = window.document.game.area.bend
    assert after[1][0] > before[1][0] + 5
    assert [point for k, point in enumerate(after) if k != 1] == [point for k, point in enumerate(before) if k != 1]
    window.document.undo()
    assert window.document.game.area.bend == before
    assert not window.document.can_undo


def test_the_points_of_a_curve_are_typed(qtbot):
    game = game_from({"bolometric": 1, "area": {"length": 20, "laid": "curve"}})
    editor = PointsEditor(knob_at(game, "area.bend"))
    qtbot.addWidget(editor)
    sent = []
    editor.edited.connect(sent.append)
    editor.line.textEdited.emit("0 0, 50 100, 100 0")
    assert sent == [[[0, 0], [50, 100], [100, 0]]]
    editor.line.textEdited.emit("0 0, 5")
    assert "two points" in editor._trouble.text()
    editor.line.textEdited.emit("0 x")
    assert "not a number" in editor._trouble.text()
