"""The real window, offscreen, with fresh settings, shelf and recovery folder for every test."""

from functools import partial

import pytest
from PySide6.QtCore import QEvent
from PySide6.QtWidgets import QApplication

from bolometric.assets import demo_files
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.settings import Settings


@pytest.fixture(scope="session")
def qapp():
    return application()


class Answers:
    """Stands for the person in front of the dialogs."""

    def __init__(self):
        self.file = self.place = None
        self.losing, self.over, self.change = "discard", True, "stay"
        self.asked = []

    def which_sessions(self, folder):
        return self.file

    def which_boards(self, folder):
        return self.file

    def which_file(self, folder):
        self.asked.append("open")
        return self.file

    def where_to(self, proposed):
        self.asked.append(proposed)
        return self.place

    def where_export(self, proposed):
        self.asked.append(proposed)
        return self.place

    def overwrite(self, name, why):
        self.asked.append(f"{name} {why}")
        return self.over

    def changed_since(self, name):
        self.asked.append(f"{name} changed")
        return self.change

    def lose_changes(self, name):
        self.asked.append(name)
        return self.losing


@pytest.fixture
def qtbot(qtbot):
    """Waits longer than its usual five seconds: a busy machine is no fault of the program."""
    qtbot.waitSignal = partial(qtbot.waitSignal, timeout=120_000)
    qtbot.waitUntil = partial(qtbot.waitUntil, timeout=120_000)
    return qtbot


@pytest.fixture
def open_window(qtbot, tmp_path):
    """Makes windows; all of them are closed at the end, with their threads."""
    made = []

    def make(file=None, demo=True):
        settings = Settings(tmp_path / "desk.ini")
        settings.theme = "light"
        window = make_window(
            file, demo, settings, tmp_path / "shelf", tmp_path / "recovery", lambda: tmp_path / "book.db"
        )
        window.filing.questions = Answers()
        window.resize(1280, 800)
        window.show()
        qtbot.waitExposed(window)
        qtbot.waitUntil(lambda: window.sheet.toPlainText() != "")  # the game is shown once the window is painted
        made.append(window)
        return window

    yield make
    for window in made:
        window.filing.questions = Answers()
        window.close()
        window.keeper.close()
        assert not window.isVisible()
        window.deleteLater()  # or the next window's style sheet is worked out for this one too
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)


@pytest.fixture
def window(qtbot, open_window):
    """A window on Ridge Ascent, its exact readings in."""
    found = open_window()
    with qtbot.waitSignal(found.measurer.exact_ready):
        found.filing.open(demo_files()[0])
    found.go("shape")
    return found


@pytest.fixture
def room(window):
    """The class view of that window."""
    window.go("class")
    return window.late.classroom
