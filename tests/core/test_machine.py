"""What the machine lacks is named before anything is downloaded, and again before Qt is asked, which would abort."""

import ast
import os
import subprocess
import sys
from importlib import resources
from pathlib import Path

import pytest

import bolometric
from bolometric.machine import elf, libraries, screen, setup

COMMAND = [sys.executable, "-m", "bolometric"]
EVERY = sorted({name for platform in libraries.NEEDS.values() for name in platform})


@pytest.mark.parametrize("platform", libraries.PLATFORMS)
def test_what_is_looked_for_beforehand_is_what_the_installed_version_asks_for(platform):
    assert set(libraries.needs_of(platform)) == set(libraries.NEEDS[platform])


def test_needs_are_those_that_the_loader_sees():
    """Against ``ldd``, which asks the loader itself: the file's own needs are among what is loaded for it."""
    qt = libraries._qt() / "Qt/plugins/platforms"
    for name in libraries.PLATFORMS.values():
        found = subprocess.run(["ldd", str(qt / name)], capture_output=True, text=True).stdout
        loaded = {line.split()[0] for line in found.splitlines() if line.strip()}
        wanted = elf.needed(qt / name)
        assert len(wanted) > 3
        assert set(wanted) <= loaded
    assert elf.needed(Path(__file__)) == []


@pytest.mark.parametrize("by", ["apt-get", "dnf", "zypper", "pacman"])
def test_each_library_is_named_with_what_installs_it(by):
    for name in EVERY:
        command = libraries.install_command([name], by)
        assert command.startswith(libraries.asked("", by).strip())
        assert len(command.split()) > len(libraries.asked("x", by).split()) - 1
        assert command in libraries.missing_sentence([name], by)
    both = libraries.missing_sentence(["libX11.so.6", "libxcb-cursor.so.0"], by)
    assert both.count(libraries.MANAGERS[by]) == 1
    assert "libX11.so.6, libxcb-cursor.so.0" in both
    assert "\n" not in both


@pytest.fixture
def machine(monkeypatch):
    """A machine as it is described: what it lacks, and which displays answer."""

    def made(lacks=(), answers=("xcb", "wayland")):
        monkeypatch.setattr(libraries, "present", lambda name: name not in lacks)
        tried = {name: (value[0], lambda name=name: name in answers) for name, value in screen.SCREENS.items()}
        monkeypatch.setattr(screen, "SCREENS", tried)

    return made


BOTH = {"DISPLAY": ":0", "WAYLAND_DISPLAY": "wayland-0"}
ON_WAYLAND = BOTH | {"XDG_SESSION_TYPE": "wayland"}
CURSOR, WAYLAND = "libxcb-cursor.so.0", "libwayland-cursor.so.0"


@pytest.mark.parametrize(
    ("given", "lacks", "answers", "words", "platform"),
    [
        ({"DISPLAY": ":0"}, (), ("xcb",), "", "xcb"),
        ({"DISPLAY": ":0"}, (), (), "DISPLAY names, :0, does not answer", ""),
        ({"DISPLAY": ":0"}, (CURSOR,), ("xcb",), CURSOR, ""),
        (BOTH, (), ("xcb", "wayland"), "", "xcb"),
        (ON_WAYLAND, (), ("xcb", "wayland"), "", "wayland"),
        (BOTH, (CURSOR,), ("xcb", "wayland"), "", "wayland"),
        (ON_WAYLAND, (WAYLAND,), ("xcb", "wayland"), "", "xcb"),
        (ON_WAYLAND, (), ("xcb",), "", "xcb"),
        (BOTH, (CURSOR, WAYLAND), ("xcb", "wayland"), "missing", ""),
        ({"WAYLAND_DISPLAY": "wayland-0"}, (CURSOR,), ("wayland",), "", "wayland"),
        ({}, (), (), "There is no screen here", ""),
        ({}, ("libEGL.so.1",), (), "libEGL.so.1", ""),
        ({"QT_QPA_PLATFORM": "offscreen"}, (CURSOR,), (), "", ""),
        ({"QT_QPA_PLATFORM": "xcb"} | BOTH, (CURSOR,), ("wayland",), CURSOR, ""),
    ],
)
def test_the_screen_that_can_be_used_is_used_and_else_one_sentence_says_why(
    machine, given, lacks, answers, words, platform
):
    machine(lacks, answers)
    said, chosen = screen.trouble(given)
    assert chosen == platform
    assert (words in said) if words else not said
    assert "\n" not in said


def test_a_library_missing_from_any_platform_is_named_for_it(machine):
    for platform, names in libraries.NEEDS.items():
        for name in names:
            machine((name,))
            assert libraries.missing(platform) == [name]


def asked(*words, **given):
    plain = {
        key: value for key, value in os.environ.items() if key not in ("DISPLAY", "WAYLAND_DISPLAY", screen.CHOICE)
    }
    return subprocess.run([*COMMAND, *words], capture_output=True, text=True, env=plain | given, timeout=60)


@pytest.mark.parametrize(
    "given", [{}, {"DISPLAY": ":97"}, {"QT_QPA_PLATFORM": "nowhere"}], ids=["none", "no answer", "no such platform"]
)
def test_a_window_that_cannot_open_ends_in_one_sentence(given):
    done = asked("--demo", **given)
    assert done.returncode == 2
    assert done.stderr.startswith("bolometric: ")
    assert done.stderr.count("\n") == 1
    assert not done.stdout


def test_what_python_lacks_is_said():
    def all_there(_):
        return True

    assert setup.python_trouble((3, 11), "apt-get", all_there) == ""
    assert "3.10" in setup.python_trouble((3, 10), "apt-get", all_there)
    assert "3.14" in setup.python_trouble((3, 14), "", all_there)
    assert "python3.12-venv" in setup.python_trouble((3, 12), "apt-get", lambda name: name != "ensurepip")
    assert "venv module" in setup.python_trouble((3, 12), "dnf", lambda name: False)
    assert setup.machine_trouble() == ""


def test_the_check_runs_on_an_old_python_and_without_the_program_installed():
    folder = resources.files(bolometric) / "machine"
    for path in [*Path(str(folder)).glob("*.py"), Path(bolometric.__file__)]:
        ast.parse(path.read_text("utf-8"), feature_version=(3, 7))
    done = subprocess.run([sys.executable, "-S", "-I", str(folder / "setup.py")], capture_output=True, text=True)
    assert (done.returncode, done.stderr) == (0, "")
