"""The educator's job in the real window: read, change, see, undo, save, open again."""

import sys

import pytest
from PySide6.QtCore import QObject, QPoint, Qt, Signal
from PySide6.QtGui import QAction, QGuiApplication
from PySide6.QtWidgets import QLineEdit, QRadioButton, QSpinBox, QToolButton

from bolometric.assets import SUFFIX, demo_files
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.words.aloud import players_rules
from bolometric.desk.shell import actions
from bolometric.desk.shell.window import VIEWS
from tests.desk.settling import settle


def choose(qtbot, window, path):
    """Click the word of a setting, and give its editor."""
    rect = window.sheet.word_rect(path)
    window.sheet.focus_word(path)
    rect = window.sheet.word_rect(path)
    at = rect.translated(-window.sheet.viewport().pos()).topLeft() + QPoint(6, 8)
    qtbot.mouseClick(window.sheet.viewport(), Qt.MouseButton.LeftButton, pos=at)
    assert window.editing.popover is not None
    return window.editing.popover.content


def test_the_whole_job(qtbot, window, tmp_path):
    editor = choose(qtbot, window, "pieces")
    settle(qtbot, window, editor.remove.click)
    editor = choose(qtbot, window, "area.length")
    settle(qtbot, window, lambda: editor.findChild(QSpinBox).setValue(30))
    editor = choose(qtbot, window, "area.back_to_start")
    line = editor.findChild(QLineEdit)
    settle(qtbot, window, lambda: qtbot.keyClicks(line, "10"))
    editor = choose(qtbot, window, "area.end")
    exact_end = next(button for button in editor.findChildren(QRadioButton) if button.text() == "reach exactly")
    settle(qtbot, window, exact_end.click)
    window.editing.close_popover()

    game = window.document.game
    assert (len(game.pieces), game.area.length, game.area.back_to_start, game.area.end) == (1, 30, (10,), "exact")
    known = measure_exactly(game)
    assert window.known.exact.game == game
    for name in ("minutes", "first_seat_edge", "setbacks", "in_time"):
        assert window.gauges.gauges[name].reading == known.readings[name]
    assert window.shape.board.heat.values == known.heat.values
    qtbot.waitUntil(lambda: "A total of 10 can never come up" in window.fault_list.toPlainText())

    for _ in range(3):
        settle(qtbot, window, window.commands.undo)
    assert window.document.game.area == read(demo_files()[0]).area
    assert len(window.document.game.pieces) == 1
    settle(qtbot, window, window.commands.redo)
    assert window.document.game.area.length == 30

    window.filing.questions.place = tmp_path / "mine"
    window.commands.save()
    assert not window.document.dirty
    kept = window.document.game
    settle(qtbot, window, lambda: window.filing.open(demo_files()[1]))
    window.filing.questions.file = tmp_path / f"mine{SUFFIX}"
    settle(qtbot, window, window.commands.open_dialog)
    assert window.document.game == kept


def test_by_keyboard_alone(qtbot, window):
    window.activateWindow()
    window.commands.focus_rules()
    first = window.sheet.focused_word()
    qtbot.keyClick(window.sheet, Qt.Key.Key_Tab)
    assert window.sheet.focused_word() == window.sheet.words()[window.sheet.words().index(first) + 1]
    window.sheet.focus_word("area.length")
    before = window.document.game
    qtbot.keyClick(window.sheet, Qt.Key.Key_Return)
    box = window.editing.popover.content.findChild(QSpinBox)
    settle(qtbot, window, lambda: qtbot.keyClick(box, Qt.Key.Key_Up))
    assert window.document.game.area.length == 45
    settle(qtbot, window, lambda: qtbot.keyClick(box, Qt.Key.Key_Up))
    popover = window.editing.popover
    settle(qtbot, window, lambda: qtbot.keyClick(popover, Qt.Key.Key_Escape))
    assert window.document.game == before
    assert window.editing.popover is None
    assert not window.document.can_undo
    assert window.sheet.focused_word() == "area.length"


def test_tab_stays_in_the_editor_and_reaches_every_field(qtbot, window):
    editor = choose(qtbot, window, "pieces")
    reached = []
    for _ in range(18):
        focused = window.focusWidget()
        assert window.editing.popover.isAncestorOf(focused)
        reached.append(focused.accessibleName())
        qtbot.keyClick(focused, Qt.Key.Key_Tab)
    assert reached[0].startswith("piece 1: die")
    assert {"face 1", "face 6", "faces", "ready-made pieces", "add a piece"} <= set(reached)
    assert reached.count(reached[0]) == 2  # all the way round
    editor._choose(1)
    line = next(w for w in editor.form.findChildren(QLineEdit) if w.accessibleName() == "face 3")
    line.setFocus()
    line.selectAll()
    settle(qtbot, window, lambda: qtbot.keyClicks(line, "12"))
    assert window.document.game.pieces[1].values == (1, 2, 12, 4, 5, 6)
    assert window.document.game.pieces[0].values == (1, 2, 3, 4, 5, 6)


def test_one_visit_to_an_editor_is_one_step_of_undo(qtbot, window):
    before = window.document.game
    editor = choose(qtbot, window, "brief.group")
    qtbot.keyClicks(editor.findChild(QLineEdit), "the Sirius group")
    qtbot.keyClick(window.editing.popover, Qt.Key.Key_Return)
    assert window.document.game.brief.group == "the Sirius group"
    window.commands.undo()
    assert window.document.game == before


@pytest.mark.parametrize(
    ("path", "text", "says"),
    [
        ("pieces", "", "Face 1 is empty"),
        ("pieces", "six", "“six” on face 1 is not a number"),
        ("pieces", "500000", "'500000' is too large"),
        ("area.back_to_start", "2 3 4 5 6 7 8 9 10 11 12", "leave at least one total that moves"),
        ("area.back_to_start", "7 x", "“x” is not a number"),
        ("name", "", "This text is empty"),
    ],
)
def test_what_cannot_be_is_said_in_place_and_changes_nothing(qtbot, window, path, text, says):
    before = window.document.game
    editor = choose(qtbot, window, path)
    line = next(
        line
        for line in editor.findChildren(QLineEdit)
        if not (isinstance(line.parent(), QSpinBox) or line.accessibleName().endswith("as a line"))
    )
    line.setText(text)
    line.textEdited.emit(text)
    assert says in editor._trouble.text()
    assert editor._trouble.isVisible()
    assert window.document.game == before


def test_all_totals_sent_back_by_keys_is_refused(qtbot, window):
    editor = choose(qtbot, window, "area.back_to_start")
    for total in editor.findChildren(QToolButton):
        total.click()
    assert "leave at least one total that moves" in editor._trouble.text()
    assert len(window.document.game.area.back_to_start) == 10


@pytest.mark.parametrize("theme", ["light", "dark"])
def test_every_view_draws_the_smallest_and_the_largest(qtbot, window, theme):
    window._does(f"use_{theme}")()
    extremes = [
        {"area": {"length": 5}, "seats": {"count": 1}, "brief": {"minutes": None}},
        {
            "area": {"length": 1000},
            "pieces": [{"faces": list(range(1, 31))}] * 6,
            "seats": {"count": 6},
            "name": "<b>&amp;" + "W" * 50,
        },
        {"area": {"length": 6, "end": "exact"}, "pieces": [{"faces": [4, 4]}, {"faces": [-1, 1]}]},
    ]
    for data in extremes:
        settle(qtbot, window, lambda data=data: window.document.start(game_from({"bolometric": 1, **data})))
        assert window.sheet.toPlainText().startswith(window.document.game.name)
        for view in VIEWS:
            window.go(view)
            picture = window.grab().toImage()
            colours = {picture.pixel(x, y) for x in range(0, 1280, 10) for y in range(60, 660, 5)}
            assert len(colours) > 2


def test_the_board_reads_out_its_squares(qtbot, window):
    board = window.shape.board
    board.setFocus()
    qtbot.keyClick(board, Qt.Key.Key_Right)
    assert "Square 1: 0% of players land here" in window.shape.line.text()
    qtbot.keyClick(board, Qt.Key.Key_Up)
    assert board.picked == 2 * board.layout_now().columns
    qtbot.keyClick(board, Qt.Key.Key_Down)
    assert board.picked == 1
    middle = board.layout_now().square(7).center().toPoint()
    qtbot.mouseMove(board, middle)
    qtbot.waitUntil(lambda: board.picked == 7)


def test_every_command_has_a_method_and_a_key_of_its_own(window):
    keys = [command.keys for command in actions.COMMANDS if command.keys]
    assert len(keys) == len(set(keys))
    for command in actions.COMMANDS:
        assert callable(window._does(command.does))
        assert isinstance(window.actions_by_id[command.id], QAction)


def test_the_rules_are_copied_as_text(qapp, window):
    window.commands.copy_rules()
    text = qapp.clipboard().text()
    assert text.startswith("Ridge Ascent\n\nAim\nFor 2 players")
    assert "\nPlay one game.\n\nOf your own\n" in text


def test_the_qt_binding_counts_its_references(qtbot):
    """PySide6 6.12.0 on Python 3.11 lost a reference to True with every signal, until the program ended."""

    class Bell(QObject):
        rung = Signal(object)

    bell = Bell()
    bell.rung.connect(lambda _: None)
    before = sys.getrefcount(True)
    for _ in range(500):
        bell.rung.emit(None)
    assert sys.getrefcount(True) > before - 250


def test_what_was_said_of_another_game_is_taken_off(qtbot, window):
    qtbot.waitUntil(lambda: "Advantage of going first" in window.fault_list.toPlainText())
    window.measurer.faults_ready.disconnect()  # the answer does not come
    window.document.edit("area.length", 55)
    qtbot.waitUntil(lambda: "Looking at what could be wrong" in window.fault_list.toPlainText())
    assert window.fault_list.faults == []


def test_the_board_tells_best_play_where_players_dare(qtbot, window):
    path = next(path for path in demo_files() if path.name.startswith("ridge-dare"))
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.filing.open(path)
    window.go("shape")
    line = window.shape.line
    assert "a turn begun at the start: go on until you are on 19 or beyond" in line.text()
    window.shape.board._pick(25)
    assert "Square 25: 11% of players end a turn here" in line.text()
    assert "stop on 42 to 53" in line.text()
    assert window.gauges.gauges["choice"].reading.method == "exact"
    assert not window.gauges.gauges["lead_for_good"].isVisible()
    settle(qtbot, window, lambda: window.document.edit("area.go_on", "no"))
    assert "Best play" not in line.text()
    assert window.gauges.gauges["lead_for_good"].isVisible()


def test_pointing_at_a_square_marks_where_to_stop(qtbot, window):
    window.document.start(read(next(path for path in demo_files() if path.name.startswith("ridge-dare"))))
    qtbot.waitUntil(lambda: window.shape.board.heat is not None and window.known.exact.game == window.document.game)
    window.go("shape")
    board = window.shape.board
    plain = board.grab().toImage()
    board._pick(25)
    assert {board.marks[place] for place in range(27, 42)} == {"go on"}
    assert {board.marks[place] for place in range(42, 48)} == {"stop"}
    assert board.grab().toImage() != plain
    board._pick(60)
    assert not board.marks


def test_the_sheet_turns_into_rules_to_read_aloud_and_back(window):
    window.go("shape")
    assert "Roll both dice." not in window.sheet.toPlainText()
    window.sheet.choose("other-text")
    assert "Roll both dice." in window.sheet.toPlainText()
    window.commands.copy_rules()
    assert QGuiApplication.clipboard().text() == f"{players_rules(window.document.game)}\n"
    window.commands.focus_rules()
    assert window.sheet.focused_word() == "other-text"
    window.document.edit("area.length", 45)
    assert "45 squares" in window.sheet.toPlainText()  # it stays so for another game
    window.sheet.choose("other-text")
    window.commands.focus_rules()
    assert window.sheet.focused_word() in window.sheet.words()
    window.commands.copy_rules()
    assert QGuiApplication.clipboard().text().startswith(f"{window.document.game.name}\n\nAim\n")


def test_a_trap_is_meant_noted_taken_back_and_asked_of_a_class(qtbot, window):
    """By keyboard, from the list below the board; the note is asked for, and the fault goes on to be told of."""
    settle(qtbot, window, lambda: window.document.edit("area.end", "exact"))

    def seen(level):
        return [one for one in window.fault_list.faults if (one.code, one.level) == ("may_never_end", level)]

    qtbot.waitUntil(lambda: bool(seen("fault")))
    at = window.fault_list.faults.index(seen("fault")[0])
    window.fault_list.focus_word(f"meant-{at}-yes")
    settle(qtbot, window, lambda: qtbot.keyClick(window.fault_list, Qt.Key.Key_Return))
    qtbot.waitUntil(lambda: bool(seen("meant")))
    assert window.document.game.talk.note_of("may_never_end") == ""
    window.filing.questions = type("Asked", (), {"new_note": lambda self, note: f"{note}After the first go."})()
    at = window.fault_list.faults.index(seen("meant")[0])
    window.fault_list.focus_word(f"meant-{at}-note")
    settle(qtbot, window, lambda: qtbot.keyClick(window.fault_list, Qt.Key.Key_Return))
    qtbot.waitUntil(lambda: [one.note for one in seen("meant")] == ["After the first go."])
    assert "After the first go." in window.fault_list.toPlainText()
    window.go("class")
    room = window.late.classroom.room
    asked = room.make_questions()
    assert asked[-1].ask == "There is a trap in this game. What is it?"
    assert asked[-1].answer == seen("meant")[0].sentence
    window.go("shape")
    at = window.fault_list.faults.index(seen("meant")[0])
    window.fault_list.focus_word(f"meant-{at}-no")
    settle(qtbot, window, lambda: qtbot.keyClick(window.fault_list, Qt.Key.Key_Return))
    qtbot.waitUntil(lambda: bool(seen("fault")))
    assert window.document.game.talk.meant == ()
    for _ in range(3):
        window.commands.undo()
    assert window.document.game.talk.meant == ()
    assert window.document.game.area.end == "exact"
