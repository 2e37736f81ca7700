"""What stops the command line from outside: Ctrl-C, a reader that goes, a full disk. One line at most, no traceback."""

import os
import pty
import re
import signal
import subprocess
import sys
import time
from contextlib import suppress

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
    more = {"stderr": subprocess.PIPE, **more}
    return subprocess.Popen([sys.executable, "-c", LONG, *words], text=True, **more)


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


@pytest.mark.parametrize("seen", [True, False])
def test_what_takes_long_is_told_to_whoever_looks_on(seen):
    """At a terminal a line that is written over; where standard error is a file or a pipe nothing."""
    screen, end = pty.openpty()
    words = "sweep", GAME, "--knob", "area.length=20..80:2", "--runs", "40000"
    process = begun(*words, stdout=subprocess.DEVNULL, **({"stderr": end} if seen else {}))
    os.close(end)
    if not seen:
        assert process.communicate(timeout=60)[1] == ""
        os.close(screen)
        return
    told = b""
    with suppress(OSError):  # which is how a terminal that is closed is read
        while more := os.read(screen, 4096):
            told += more
    process.wait()
    os.close(screen)
    lines = [line.strip() for line in told.decode().split("\r") if line.strip()]
    counts = [int(re.fullmatch(r"bolometric: (\d+) games looked at\. Stop with Ctrl-C\.", line)[1]) for line in lines]
    assert counts
    assert counts == sorted(counts)
    assert counts[-1] <= 31
