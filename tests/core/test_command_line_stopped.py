"""What stops the command line from outside: Ctrl-C, a reader that goes, a full disk. One line at most, no traceback."""

import os
import signal
import subprocess
import sys
import time

import pytest

from bolometric.assets import demo_files

# Run in the background of a script, Ctrl-C is passed over; here it is what is tried.
LONG = """
import signal, sys
signal.signal(signal.SIGINT, signal.default_int_handler)
sys.argv = ["bolometric", *sys.argv[1:]]
from bolometric.cli import main
main()
"""
GAME = str(demo_files()[0])
LASTING = next(str(path) for path in demo_files() if path.name.startswith("star-field"))


def begun(*words, **more):
    return subprocess.Popen([sys.executable, "-c", LONG, *words], stderr=subprocess.PIPE, text=True, **more)


def test_ctrl_c_ends_with_one_line():
    process = begun("measure", LASTING, "--runs", "10000000", stdout=subprocess.PIPE)
    time.sleep(4)
    process.send_signal(signal.SIGINT)
    _, errors = process.communicate(timeout=20)
    assert process.returncode == 130
    assert errors == "bolometric: stopped.\n"


@pytest.mark.parametrize("words", [("odds", GAME), ("measure", GAME, "--runs", "50"), ("check", GAME), ("schema",)])
def test_a_full_disk_is_said(words):
    with open("/dev/full", "w") as full:
        process = begun(*words, stdout=full)
        _, errors = process.communicate(timeout=60)
    assert process.returncode == 2
    assert errors == "bolometric: the output cannot be written: no space left on device.\n"


@pytest.mark.parametrize("words", [("odds", GAME), ("schema",)])
def test_a_reader_that_has_gone_is_no_trouble(words):
    out, into = os.pipe()
    os.close(out)
    process = begun(*words, stdout=into)
    os.close(into)
    _, errors = process.communicate(timeout=60)
    assert process.returncode == 141
    assert errors == ""
