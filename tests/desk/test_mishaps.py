"""What nobody has caught: it is said in the window, which goes on and can be painted again."""

import os
import re
import subprocess
import sys
from pathlib import Path

import pytest
from PySide6.QtGui import QImage, QPainter

from bolometric.core.settings.errors import FileError
from bolometric.core.text.figures import plural
from bolometric.desk.shell import mishaps
from bolometric.desk.working.lane import Lane

PAINTS_WRONGLY = """
import sys
from PySide6.QtCore import QTimer
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QPushButton
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.start import Running
from bolometric.desk.shell.window import Window
from pathlib import Path

class Torn(QPushButton):
    left = 3

    def paintEvent(self, event):
        painter = QPainter(self)
        if self.left:
            self.left -= 1
            self.update()
            raise ValueError("torn")
        super().paintEvent(event)

app = application()
window = Window(Settings(Path(sys.argv[1]) / "desk.ini"), Path(sys.argv[1]) / "shelf", True)
running = Running(window, None, True, True)
torn = Torn(window)
torn.clicked.connect(lambda: 1 / 0)
window.show()
torn.show()

def once_painted():
    if torn.left:
        QTimer.singleShot(20, once_painted)
        return
    torn.click()
    QTimer.singleShot(400, window.close)
    QTimer.singleShot(401, app.quit)

once_painted()
app.exec()
print(torn.left, window.notice.words.text())
running.close()
"""


@pytest.fixture
def said(monkeypatch):
    """What is said, with the hook of whoever runs the tests put back in the end."""
    told = []
    monkeypatch.setattr(sys, "excepthook", sys.excepthook)
    mishaps.heed_mishaps(told.append)
    return told


def met(error):
    """Something goes wrong while a picture is being painted, and comes to the hook."""
    picture = QImage(8, 8, QImage.Format.Format_RGB32)
    painter = QPainter(picture)
    try:
        raise error
    except BaseException:
        sys.excepthook(*sys.exc_info())
    return painter


def test_it_is_said_and_its_painter_ends(qapp, said, capsys):
    assert not met(ValueError("torn")).isActive()
    assert said[-1].startswith("Something went wrong here (ValueError: torn).")
    assert capsys.readouterr().err == "bolometric: ValueError: torn\n"
    met(FileError("The disk is full."))
    assert said[-1] == "The disk is full."
    assert capsys.readouterr().err == ""


def test_where_it_happened_is_told_by_the_programs_own_line(qapp, said, capsys):
    try:
        plural(None, None)
    except TypeError:
        sys.excepthook(*sys.exc_info())
    assert "core/text/figures.py, line" in said[-1]
    assert "Traceback" not in capsys.readouterr().err


def test_an_interrupt_is_left_to_python(qapp, said, capsys):
    met(KeyboardInterrupt())
    assert said == []
    assert "KeyboardInterrupt" in capsys.readouterr().err


def test_a_window_with_a_part_that_cannot_be_painted_goes_on(tmp_path):
    root = Path(__file__).parents[2]
    homes = {f"XDG_{what}_HOME": str(tmp_path) for what in ("CONFIG", "DATA", "STATE", "CACHE")}
    done = subprocess.run(
        [sys.executable, "-c", PAINTS_WRONGLY, str(tmp_path)],
        capture_output=True,
        text=True,
        cwd=root,
        env=os.environ | homes,
        check=True,
    )
    (line,) = done.stdout.strip().splitlines()
    assert line.startswith("0 Something went wrong here (ZeroDivisionError")
    assert "active painter" not in done.stderr
    assert done.stderr.count("bolometric: ValueError: torn") == 3


def test_a_thread_too_tells_where(qtbot):
    lane, told = Lane("astray"), []
    lane.failed.connect(told.append)
    lane.ask(lambda: plural(None, None))
    qtbot.waitUntil(lambda: bool(told))
    assert re.fullmatch(r"This could not be worked out \(TypeError: .*, core/text/figures\.py, line \d+\)\.", told[0])
    lane.close()
