"""Help in the window: in place, as a book, on the first page and on a walk."""

import pytest
from PySide6.QtCore import QPoint, QUrl
from PySide6.QtGui import QHelpEvent
from PySide6.QtWidgets import QApplication, QToolTip

from bolometric.assets import demo_files
from bolometric.core.judge.faults import find_faults
from bolometric.core.words.help.handbook import pages
from bolometric.desk.help.walk import STEPS
from bolometric.desk.parts.sheet.links import SCHEME
from bolometric.desk.shell.app import make_window
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.start import take_up
from bolometric.desk.shell.window import VIEWS, Window


def test_a_word_and_a_gauge_say_what_they_are_where_they_stand(qtbot, window):
    window.sheet.setFocus()
    window.sheet.focus_word("area.end")
    window.help.what_is_this()
    told = window.editing.popover.content
    assert told.accessibleName().startswith("How the end is reached: “reach or pass”:")
    told.more.emit("trail")
    assert window.help.handbook.isVisible()
    assert window.help.handbook.page.key == "trail"
    assert window.editing.popover is None
    gauge = window.gauges.gauges["minutes"]
    gauge.setFocus()
    window.help.what_is_this()
    assert "exact" in window.editing.popover.content.accessibleName()
    window.editing.close_popover()
    window.go("odds")
    window.bar.buttons["odds"].setFocus()
    window.help.what_is_this()  # nothing to explain there: the page of the view
    assert window.help.handbook.page.key == "odds"
    window.help.handbook.close()


def test_a_pause_of_the_pointer_says_what_a_word_is(qtbot, window):
    rect = window.sheet.word_rect("area.length")
    at = rect.center() - window.sheet.viewport().pos()
    assert window.sheet.anchorAt(at) == f"{SCHEME}area.length"
    QApplication.sendEvent(window.sheet.viewport(), QHelpEvent(QHelpEvent.Type.ToolTip, at, QPoint(5, 5)))
    assert QToolTip.text().startswith("Squares.\nHow long the way is")
    assert window.sheet.told_of("other-text") == ""


def test_every_page_of_the_book_can_be_read_found_and_left(qtbot, window):
    window.help.show_handbook()
    book = window.help.handbook
    assert book.page.key == "shape"
    for page in pages():
        book.open(page.key)
        assert book.view.toPlainText().startswith(page.title)
        assert book.list.currentItem().text() == page.title
    for address in ("board:trail", "board:grid", "piece:die", "view:tune"):
        assert not book.view.loadResource(2, QUrl(address)).isNull()
    assert book.view.loadResource(2, QUrl("file:///etc/hostname")) is None
    book.go_back()
    assert book.page.key == pages()[-2].key
    book.words.setText("closed tiles")
    book.words.returnPressed.emit()
    assert "tiles" in book.page.title.lower()
    book.words.setText("zeppelin")
    assert book.list.count() == 1
    before = book.page
    book.words.returnPressed.emit()
    assert book.page is before
    book.view.page_asked.emit("minutes")
    assert book.page.key == "minutes"
    book.close()


def test_the_walk_goes_over_the_real_window_and_is_taken_up_again(qtbot, window):
    window.help.show_walk()
    for at, step in enumerate(STEPS):
        assert window.view == step.view
        assert window.help.walk.outline.isVisible()
        assert f"Step {at + 1} of {len(STEPS)}" in window.help.walk.words.text()
        if at == 2:
            window.editing.edit("area.length", 30)  # nothing is held up
            assert window.document.game.area.length == 30
            window.help.walk.leave.click()
            assert not window.help.walk.isVisible()
            window.go("runs")
            window.help.show_walk()
            assert window.view == step.view
            window.go("odds")
            assert not window.help.walk.outline.isVisible()
            window.go("shape")
            assert window.help.walk.outline.isVisible()
        window.help.walk.on.click()
    assert not window.help.walk.isVisible()
    assert not window.help.walk.outline.isVisible()
    window.help.show_walk()
    assert "Step 1" in window.help.walk.words.text()
    window.help.walk.stop()


@pytest.mark.parametrize("way", ["begin", "trouble", "open", "walk", "handbook"])
def test_the_first_page_leads_somewhere(qtbot, window, way, tmp_path):
    window.filing.questions.file = None
    window.help.show_first_steps()
    page = window.shelves.first
    assert page.isVisible()
    page.buttons[way].click()
    if way == "begin":
        assert window.shelves.bar.stack.currentIndex() == 1
    if way == "trouble":
        assert window.view == "shape"
        assert any(fault.cures for fault in find_faults(window.document.game))
    if way == "open":
        assert window.filing.questions.asked == ["open"]
    if way == "walk":
        assert window.help.walk.isVisible()
        window.help.walk.stop()
    if way == "handbook":
        assert window.help.handbook.page.key == "start"
        window.help.handbook.close()


def test_the_first_page_makes_way_for_a_game(qtbot, tmp_path):
    """Seen first the first time; where a game is there after all, the shelf shows games."""
    window = Window(Settings(tmp_path / "fresh.ini"), tmp_path / "shelf", False)
    window.show_front()
    window.show()
    assert window.shelves.first.isVisible()
    take_up(window, demo_files()[0], False, tmp_path / "kept")
    assert window.view == "shape"
    window.go("shelf")
    assert not window.shelves.first.isVisible()
    window.close()
    window.keeper.close()
    window.deleteLater()


def test_the_first_page_comes_the_first_time_only(qtbot, tmp_path):
    settings = Settings(tmp_path / "fresh.ini")
    views = []
    for _ in range(2):
        window = make_window(None, False, settings, tmp_path / "shelf", tmp_path / "kept")
        window.show()
        views.append((window.view, window.shelves.first.isVisible()))
        window.close()
        window.keeper.close()
        window.deleteLater()
    assert views == [("shelf", True), ("shelf", False)]
    assert "shelf" in VIEWS
