"""Nothing is cut off or written over at any size of the window or of text; text at 200 % is a window half as large."""

import os

import pytest
from PySide6.QtCore import QSize
from PySide6.QtWidgets import QAbstractButton, QCheckBox, QLabel, QPushButton, QSizePolicy, QToolButton, QWidget

from bolometric.assets import demo_files
from bolometric.desk.parts.roomy import Roomy
from bolometric.desk.shell.app import follow_desktop, scale_text
from bolometric.desk.shell.settings import TEXT_SIZES, Settings
from bolometric.desk.shell.window import VIEWS

SIZES = [QSize(1280, 800), QSize(900, 560), QSize(640, 400), QSize(450, 280)]
"""The last two are what 200 % leaves of the first two."""
WORDED = (QPushButton, QToolButton, QCheckBox)
SLACK = 2


def cut(root):
    """Words for which there is too little room; a label that wraps needs its height."""
    found = []
    for one in root.findChildren(QWidget):
        if not one.isVisible() or not one.isEnabled() or one.window() is not root:
            continue
        shrinks = one.sizePolicy().horizontalPolicy() == QSizePolicy.Policy.Ignored
        if isinstance(one, WORDED) and one.text() and not one.objectName().startswith("qt_"):
            if one.width() + SLACK < one.minimumSizeHint().width():
                found.append(f"{type(one).__name__} “{one.text()}” {one.width()} < {one.minimumSizeHint().width()}")
        elif isinstance(one, QLabel) and one.text() and not shrinks:
            needed = one.heightForWidth(one.width()) if one.wordWrap() else one.sizeHint().height()
            wide = one.wordWrap() or one.width() + SLACK >= one.sizeHint().width()
            if not wide or one.height() + SLACK < needed:
                found.append(f"label “{one.text()[:40]}” {one.size()} of {one.sizeHint()}")
    return found


def over_each_other(root):
    """Words and buttons beside each other that share some of their room."""
    found = []
    for parent in [root, *root.findChildren(QWidget)]:
        if not parent.isVisible() or parent.window() is not root:
            continue
        parts = [one for one in parent.children() if isinstance(one, (QLabel, QAbstractButton)) and one.isVisible()]
        for k, one in enumerate(parts):
            for other in parts[k + 1 :]:
                shared = one.geometry().intersected(other.geometry())
                if shared.width() > SLACK and shared.height() > SLACK:
                    found.append(f"{one.geometry()} {other.geometry()} in {type(parent).__name__}")
    return found


def wrong(qtbot, root):
    """What is cut off or written over once the window has come to rest; answers that come in are laid out first."""
    found = []
    for _ in range(30):
        found = cut(root) + over_each_other(root)
        if not found:
            break
        qtbot.wait(100)
    return found


def scrolled(root):
    """Views that are scrolled as a whole, and how far."""
    bars = {
        type(one.widget()).__name__: (one.horizontalScrollBar().maximum(), one.verticalScrollBar().maximum())
        for one in root.findChildren(Roomy)
        if one.isVisible()
    }
    return {name: far for name, far in bars.items() if any(far)}


@pytest.mark.parametrize("view", [*VIEWS, "begin", "first_steps"])
def test_nothing_is_cut_off_or_written_over(qtbot, window, view):
    window._does(f"show_{view}")()
    for size in SIZES:
        window.resize(size)
        qtbot.wait(120)
        assert window.size() == size
        assert wrong(qtbot, window) == [], size


@pytest.mark.parametrize("name", ["aurora-gauge", "star-field"])
def test_every_page_of_every_view_has_room(qtbot, window, name):
    window.filing.open(next(path for path in demo_files() if path.name.startswith(name)))
    for view in ("odds", "practice", "tune", "logbook"):
        window.go(view)
        for button in window.late.view(view).bar.buttons:
            button.click()
            for size in (SIZES[0], SIZES[2]):
                window.resize(size)
                qtbot.wait(60)
                assert wrong(qtbot, window) == [], (view, button.text())
                assert size != SIZES[0] or scrolled(window) == {}, (view, button.text())


def test_a_size_of_text_is_kept_and_taken_at_the_next_start(qtbot, window, monkeypatch):
    for size in (200, 90, 100):
        window.commands.take_text_size(size)
        assert window.settings.text == size
        assert f"{size} %" in window.notice.words.text()
        monkeypatch.delenv("QT_SCALE_FACTOR", raising=False)
        scale_text(window.settings)
        assert os.environ.get("QT_SCALE_FACTOR") == (None if size == 100 else str(size / 100))
    monkeypatch.delenv("QT_SCALE_FACTOR", raising=False)
    assert TEXT_SIZES[0] == 90
    assert TEXT_SIZES[-1] == 200


def test_the_desktops_larger_text_is_taken_over_unless_somebody_chose(tmp_path):
    kept = Settings(tmp_path / "desk.ini")
    follow_desktop(96, kept)
    assert kept.number("text") == 0
    follow_desktop(144, kept)
    assert kept.text == 150
    follow_desktop(192, kept)
    assert kept.text == 150
