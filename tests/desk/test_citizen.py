"""The program among others on a desktop: one window, each screen its own place, sound, contrast."""

import os
import subprocess
import sys
import threading
import time
from pathlib import Path
from tempfile import TemporaryDirectory

import pytest
from PySide6.QtCore import QRect
from PySide6.QtNetwork import QLocalSocket
from PySide6.QtWidgets import QApplication

from bolometric.assets import demo_files
from bolometric.core.game.document import Game
from bolometric.core.game.files import read
from bolometric.core.settings.compiled import Marks, gate
from bolometric.desk.shell import single_window, style
from bolometric.desk.shell.screen_fit import place, remember, screen_key
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.single_window import Listener
from bolometric.desk.shell.sounds import sounds
from bolometric.desk.working.compiling import Compiling
from bolometric.paint.palette import DARK, STRONG_DARK, STRONG_LIGHT


def start_again(qtbot, name, file=None):
    """What a second start of the program does, in a process of its own: whether a window took it."""
    given = "None" if file is None else f"Path({str(file)!r})"
    code = (
        "from pathlib import Path; from bolometric.desk.shell import single_window as single;"
        "single.PATIENCE = 20_000;"  # a busy machine is no fault of the window
        "print(single.hand_over({}, {!r}))"
    )
    with subprocess.Popen([sys.executable, "-c", code.format(given, name)], stdout=subprocess.PIPE, text=True) as start:
        qtbot.waitUntil(lambda: start.poll() is not None)
        return start.stdout.read().strip() == "True"


def test_a_second_start_hands_its_file_to_the_window_that_is_there(qtbot, window, tmp_path):
    name, other = str(tmp_path / "here"), demo_files()[3]
    listener = Listener(name, window.commands.receive)
    assert start_again(qtbot, name, other)
    assert window.document.game == read(other)
    assert start_again(qtbot, name)  # no file: it only comes to the front
    assert window.document.game == read(other)
    assert start_again(qtbot, name, tmp_path / "not there.bolo.json")
    assert "not there.bolo.json" in window.notice.words.text()
    listener.close()
    assert not start_again(qtbot, name)


def test_what_a_killed_window_left_is_no_hindrance(qtbot, tmp_path):
    name, heard = str(tmp_path / "here"), []
    (tmp_path / "here").write_text("left behind")
    listener = Listener(name, heard.append)
    assert start_again(qtbot, name)
    assert heard == [None]
    listener.close()


@pytest.fixture
def short_path():
    """A folder whose path leaves room for the name of a socket."""
    with TemporaryDirectory(dir="/tmp") as folder:
        yield Path(folder)


def test_the_socket_lies_where_nobody_else_can_write(short_path, monkeypatch):
    """In a folder that others may write in somebody else could listen under its name."""
    tmp_path = short_path
    mine, open_to_all, long = tmp_path / "mine", tmp_path / "open", tmp_path / ("x" * 90)
    for folder, mode in ((mine, 0o700), (open_to_all, 0o777), (long, 0o700)):
        folder.mkdir()
        folder.chmod(mode)
    monkeypatch.setenv("XDG_CACHE_HOME", str(tmp_path / "c"))
    monkeypatch.setenv("XDG_RUNTIME_DIR", str(mine))
    assert Path(single_window.usual_name()).parent == mine
    for other in (open_to_all, long, tmp_path / "mine" / "log.txt" / "no"):
        monkeypatch.setenv("XDG_RUNTIME_DIR", str(other))
        name = Path(single_window.usual_name())
        assert name.parent != other or other.stat().st_mode & 0o022 == 0
        assert name.parent.stat().st_mode & 0o022 == 0
    monkeypatch.delenv("XDG_RUNTIME_DIR")
    assert Path(single_window.usual_name()).parent == tmp_path / "c" / "bolometric"


def test_who_listens_or_calls_as_another_user_is_passed_by(qtbot, tmp_path, monkeypatch):
    name, heard = str(tmp_path / "here"), []
    listener = Listener(name, heard.append)
    monkeypatch.setattr(single_window, "is_mine", lambda socket: False)  # as it looks to us
    assert not start_again(qtbot, name, demo_files()[0])
    assert heard == []
    monkeypatch.undo()
    monkeypatch.setattr(single_window.os, "getuid", lambda: os.geteuid() + 1)
    client = QLocalSocket()
    client.connectToServer(name)
    assert client.waitForConnected(2000)
    assert not single_window.is_mine(client)
    monkeypatch.undo()
    assert single_window.is_mine(client)
    client.abort()
    listener.close()


def test_each_screen_has_a_place_of_its_own_for_the_window(qtbot, window, tmp_path, monkeypatch):
    settings = Settings(tmp_path / "places.ini")
    window.setGeometry(QRect(10, 20, 1000, 640))
    remember(window, settings)
    assert not settings.bytes(f"geometry-{screen_key(window)}").isEmpty()
    monkeypatch.setattr("bolometric.desk.shell.screen_fit.screen_key", lambda window: "another")
    window.setGeometry(QRect(0, 0, 1100, 700))
    remember(window, settings)
    monkeypatch.undo()
    place(window, settings)
    assert window.height() == 640  # the width is as much as the screen of the tests has


def test_sound_is_off_until_it_is_switched_on(qtbot, window, monkeypatch):
    heard = []
    monkeypatch.setattr(QApplication, "beep", lambda: heard.append(1))
    window.go("table")
    table = window.late.table
    qtbot.waitUntil(lambda: table.draw.isEnabled())
    table.draw.click()
    assert heard == []
    window.commands.switch_sound()
    assert window.settings.sound
    table.draw.click()
    assert len(heard) == 2  # once to hear what it is like, once for the roll
    window.commands.switch_sound()
    assert not sounds.on


def test_who_asks_for_contrast_gets_it(qtbot, monkeypatch):
    class Asks:
        def contrastPreference(self):
            return style.Qt.ContrastPreference.HighContrast

    class Hints:
        def colorScheme(self):
            return style.Qt.ColorScheme.Dark

        def accessibility(self):
            return Asks()

    assert style.scheme("dark") is DARK
    monkeypatch.setattr(style.QApplication, "styleHints", Hints)
    assert style.scheme("system") is STRONG_DARK
    assert style.scheme("light") is STRONG_LIGHT


def test_what_must_be_compiled_waits_for_another_process_and_closing_does_not(qtbot, tmp_path):
    marks, told = Marks(tmp_path), []
    code = "import sys; print(sys.argv[1:]); [print(len(line), flush=True) for line in sys.stdin]"
    compiling = Compiling(["Trail", "Sets"], marks, [sys.executable, "-c", code])
    compiling.told.connect(told.append)
    compiling.begin(Game())
    assert told[-1] == "Getting ready, this once: 0 of 2 kinds of games …"
    there, passed = threading.Event(), threading.Event()

    def work():
        gate.pass_(there.is_set)
        passed.set()

    gate.pass_(there.is_set)  # the window's own thread never waits
    threading.Thread(target=work).start()
    assert not passed.wait(0.2)
    there.set()
    assert passed.wait(5)
    there.clear()
    passed.clear()
    threading.Thread(target=work).start()
    marks.set("Trail")
    compiling.ask(Game())  # an edit: told again
    qtbot.waitUntil(lambda: told[-1] == "Getting ready, this once: 1 of 2 kinds of games …")
    began = time.monotonic()
    compiling.close()
    assert passed.wait(5)  # nobody compiles any more, so it may
    assert time.monotonic() - began < 5
    assert (told[-1], gate.wait) == ("", None)


def test_a_compiler_that_gives_up_leaves_everything_to_the_threads(qtbot, tmp_path):
    compiling = Compiling(["Trail"], Marks(tmp_path), [sys.executable, "-c", "raise SystemExit(3)"])
    compiling.begin(Game())
    qtbot.waitUntil(lambda: gate.wait is None)
    for area in ("Trail",):
        Marks(tmp_path).set(area)
    ready = Compiling(["Trail"], Marks(tmp_path))
    ready.begin(Game())  # nothing is missing
    assert ready.process.state() == ready.process.ProcessState.NotRunning
