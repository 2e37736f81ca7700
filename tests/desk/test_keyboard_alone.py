"""The whole job by keyboard alone: every key goes to whatever has the focus, and nothing else is touched."""

import json

import pytest
from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QDialog, QMainWindow, QSpinBox, QWidget

from bolometric.assets import demo_files
from bolometric.core.game.files import read
from bolometric.core.logbook.store import Logbook
from bolometric.desk.parts.charts.gauge import Gauge
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.shell.late_views import VIEWS as LATE
from bolometric.desk.shell.window import VIEWS
from bolometric.desk.views.card import GameCard

CTRL, SHIFT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier
MOST_TABS = 250
WINDOW = Qt.WindowType.Window


class Strays(QObject):
    """Notes every part that was shown before it had its place, and so as a window of its own for a moment."""

    def __init__(self):
        super().__init__()
        self.seen = []

    def eventFilter(self, watched, event):
        shown = event.type() == QEvent.Type.Show and isinstance(watched, QWidget) and watched.isWindow()
        if shown and watched.windowType() == WINDOW and not isinstance(watched, (QMainWindow, QDialog)):
            self.seen.append(type(watched).__name__)
        return False


class Hands:
    """Only knows keys."""

    def __init__(self, qtbot, window):
        self.qtbot, self.window = qtbot, window
        window.activateWindow()
        qtbot.waitUntil(window.isActiveWindow)

    @property
    def focused(self):
        return QApplication.focusWidget() or self.window

    def press(self, key, modifiers=Qt.KeyboardModifier.NoModifier):
        QTest.keyClick(self.focused, key, modifiers)
        QApplication.processEvents()

    def type(self, text):
        QTest.keyClicks(self.focused, text)
        QApplication.processEvents()

    def tab_to(self, reached):
        for _ in range(MOST_TABS):
            if reached(self.focused):
                return self.focused
            self.press(Qt.Key.Key_Tab)
        raise AssertionError(f"not reached by Tab; the focus is on {self.focused}")

    def tab_to_named(self, name):
        return self.tab_to(lambda one: getattr(one, "text", lambda: "")() == name or one.accessibleName() == name)

    def word(self, path):
        self.press(Qt.Key.Key_F6)
        self.tab_to(lambda one: one is self.window.sheet and self.window.sheet.focused_word() == path)
        self.press(Qt.Key.Key_Return)


@pytest.fixture
def hands(qtbot, window):
    return Hands(qtbot, window)


def test_from_the_shelf_to_print_class_and_logbook(qtbot, window, hands, tmp_path):
    # A game from the shelf.
    hands.press(Qt.Key.Key_1, CTRL)
    qtbot.waitUntil(lambda: all(card.entry is not None for card in window.shelf.cards.values()))
    card = hands.tab_to(lambda one: isinstance(one, GameCard) and one.path.name.startswith("ridge-ascent"))
    with qtbot.waitSignal(window.measurer.exact_ready):
        hands.press(Qt.Key.Key_Space)
    assert window.view == "shape"
    assert window.document.game == read(card.path)

    # A setting, undone and done again.
    hands.word("area.length")
    box = window.editing.popover.content.findChild(QSpinBox)
    assert box.hasFocus()
    box.selectAll()
    hands.type("36")
    hands.press(Qt.Key.Key_Return)
    assert window.document.game.area.length == 36
    assert window.editing.popover is None
    hands.press(Qt.Key.Key_Z, CTRL)
    assert window.document.game == read(card.path)
    hands.press(Qt.Key.Key_Y, CTRL)
    assert window.document.game.area.length == 36

    # What a gauge says, and a cure of what is worth a look.
    qtbot.waitUntil(lambda: "minutes" in window.known.readings)
    hands.press(Qt.Key.Key_F7)
    hands.tab_to(lambda one: isinstance(one, Gauge) and one.key == "first_seat_edge")
    hands.press(Qt.Key.Key_Space)
    assert window.editing.popover is not None
    hands.press(Qt.Key.Key_Escape)
    assert window.editing.popover is None
    hands.press(Qt.Key.Key_F1, SHIFT)
    assert "Advantage of going first" in window.editing.popover.content.accessibleName()
    hands.press(Qt.Key.Key_Escape)
    qtbot.waitUntil(lambda: any(fault.cures for fault in window.fault_list.faults))
    before = window.document.game
    hands.tab_to(lambda one: one is window.fault_list and window.fault_list.focused_word())
    hands.press(Qt.Key.Key_Return)
    assert window.document.game != before

    # Played by hand, printed, called for a class, written in.
    hands.press(Qt.Key.Key_7, CTRL)
    table = window.late.table
    qtbot.waitUntil(table.draw.isEnabled)
    hands.tab_to(lambda one: one is table.draw)
    hands.press(Qt.Key.Key_Space)
    assert table.sitting.here.draws == 1
    window.filing.questions.place = tmp_path / "pages.pdf"
    hands.press(Qt.Key.Key_8, CTRL)
    sheets = window.late.sheets
    qtbot.waitUntil(sheets.pdf.isEnabled)
    hands.tab_to(lambda one: one is sheets.pdf)
    hands.press(Qt.Key.Key_Space)
    qtbot.waitUntil(lambda: (tmp_path / "pages.pdf").exists())
    window.activateWindow()  # where writing was slow, its progress was in front; a desktop gives the front back
    qtbot.waitUntil(window.isActiveWindow)
    hands.press(Qt.Key.Key_9, CTRL)
    hands.type("7")
    hands.press(Qt.Key.Key_Return)
    assert window.late.classroom.room.totals == [7]
    hands.press(Qt.Key.Key_0, CTRL)
    page = window.late.logbook.writing
    hands.tab_to(lambda one: one is page.lists["minutes"])
    hands.type("6.5")
    hands.tab_to(lambda one: one is page.keep)
    hands.press(Qt.Key.Key_Space)
    with Logbook(tmp_path / "book.db") as book:
        assert [one.minutes for one in book.sessions()] == [(6.5,)]

    # Saved, and the handbook looked into.
    window.filing.questions.place = tmp_path / "mine.bolo.json"
    hands.press(Qt.Key.Key_S, CTRL)
    assert json.loads((tmp_path / "mine.bolo.json").read_text())["area"] is not None
    assert read(tmp_path / "mine.bolo.json") == window.document.game
    hands.press(Qt.Key.Key_F1)
    assert window.help.handbook.page.key == "logbook"
    window.help.handbook.close()


def test_no_part_of_the_window_is_ever_a_window_of_its_own(qtbot, window):
    strays = Strays()
    QApplication.instance().installEventFilter(strays)
    for view in VIEWS:
        window.go(view)
        bar = getattr(window.late.view(view), "bar", None) if view in LATE else None
        for button in bar.buttons if isinstance(bar, PageBar) else ():
            button.click()
    window.go("shape")
    for word in window.sheet.words()[2:]:
        window.editing.open_word(word, window.colours)
        qtbot.wait(5)
    window.editing.close_popover()
    window.help.show_first_steps()
    window.help.show_walk()
    window.help.walk.stop()
    QApplication.instance().removeEventFilter(strays)
    assert strays.seen == []


def test_every_word_of_every_sheet_is_reached_and_opened(qtbot, window, hands):
    """What every game is asked is opened in the first of them; of the others what their kind alone has."""
    opened = set()
    for path in demo_files():
        window.filing.open(path)
        window.go("shape")
        hands.press(Qt.Key.Key_F6)
        kind = type(window.document.game.area).__name__
        keys = {word: (kind if word.startswith("area.") else "", word) for word in window.sheet.words()[2:]}
        mine = [word for word, key in keys.items() if key not in opened]
        opened |= set(keys.values())
        every_word_is_opened(window, hands, mine)
    assert len({kind for kind, _ in opened}) > 10


def every_word_is_opened(window, hands, words):
    """Go to each word by Tab, open it, and come back from it."""
    for word in words:
        hands.tab_to(lambda one, word=word: one is window.sheet and window.sheet.focused_word() == word)
        hands.press(Qt.Key.Key_Return)
        assert window.editing.popover is not None, word
        assert window.editing.popover.content.isAncestorOf(hands.focused), word
        hands.press(Qt.Key.Key_Escape)
        assert window.editing.popover is None
        assert hands.focused is window.sheet
