"""A game whose every text is markup is shown letter by letter: nothing of it is obeyed, in any view, tip or menu."""

import json

from PySide6.QtCore import Qt
from PySide6.QtGui import QTextDocument
from PySide6.QtWidgets import QApplication, QLabel, QMenu, QTextEdit

from bolometric.desk.parts.plain import entry
from tests.desk.settling import settle

NAME = "<img src=trap.png><b>x</b> & [*]"


def obeyed() -> list[str]:
    """All that is on screen somewhere and would be, or has been, taken for markup."""
    found = []
    for widget in QApplication.allWidgets():
        if "<" in widget.toolTip() and "<b>" in widget.toolTip() + "<img" * ("<img" in widget.toolTip()):
            found.append(f"{type(widget).__name__}: the tip {widget.toolTip()}")
        if isinstance(widget, QLabel) and widget.textFormat() != Qt.TextFormat.PlainText and "<" in widget.text():
            found.append(f"the label {widget.text()}")
        if isinstance(widget, QTextEdit) and "trap.png" in _resources(widget.document()):
            found.append(f"{type(widget).__name__}: a picture")
    return found


def _resources(document: QTextDocument) -> str:
    """The names of all pictures that a text shows."""
    block, names = document.begin(), []
    while block.isValid():
        names += [piece.format.toImageFormat().name() for piece in block.textFormats() if piece.format.isImageFormat()]
        block = block.next()
    return " ".join(names)


def test_nothing_a_game_says_is_obeyed(qtbot, open_window, tmp_path):
    window = open_window(demo=False)
    faces = [{"value": 1, "word": "<b>a</b>"}, {"value": 2, "word": "&b"}]
    pieces = [{"kind": "die", "faces": faces, "shown": "words"}, {"kind": "die"}]
    seen = tmp_path / "<b>&lesson.bolo.json"
    seen.write_text(
        json.dumps(
            {"bolometric": 1, "name": NAME, "brief": {"group": "<b>us</b>"}, "pieces": pieces, "area": {"length": 12}}
        )
    )
    settle(qtbot, window, lambda: window.opened(window.filing.open(seen)))
    assert NAME in window.sheet.toPlainText()
    assert window.windowTitle().startswith(NAME.replace("[*]", "[*][*]"))
    for view in ("shape", "odds", "runs", "table", "shelf"):
        window.go(view)
        qtbot.wait(60)
        assert not obeyed()
    for page in range(len(window.late.odds.pages)):
        window.go("odds")
        window.late.odds.show_page(page)
        assert not obeyed()
    window.go("shape")
    for path in ("name", "pieces", "seats.count"):
        window.sheet.focus_word(path)
        qtbot.keyClick(window.sheet, Qt.Key.Key_Return)
        assert window.editing.popover is not None
        assert not obeyed()
        window.editing.close_popover()
    recent = next(menu for menu in window.findChildren(QMenu) if menu.title() == "Open &recent")
    recent.aboutToShow.emit()
    listed = recent.actions()[0]
    assert listed.text() == entry(seen.name)
    assert "<b>" not in listed.toolTip()
