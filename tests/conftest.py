"""Shared by all tests: deterministic hypothesis, so that a run is the same everywhere and a failure stays.

A process that dies takes its output along: where it was is written to a file, and told at the end of the run.
"""

import faulthandler
import gc
import os
import shutil
import tempfile
from pathlib import Path

import pytest
from hypothesis import settings

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")  # no test needs a screen
settings.register_profile("bolometric", derandomize=True, deadline=None, max_examples=40)
settings.load_profile("bolometric")

FALLEN = "BOLOMETRIC_FALLEN"
"""The folder of those files, handed to all processes of a run."""
FULLY, tests_since = 25, 0
"""Tests from one full search for unused objects to the next, and how many there have been."""
RUNNERS = ("pytest", "pluggy", "xdist", "execnet", "<string>")
"""What runs the tests: no part of where a process was."""


@pytest.hookimpl(trylast=True)  # after pytest's own, which writes to where nobody looks
def pytest_configure(config):
    """Have this process write where it was, should it die."""
    if not hasattr(config, "workerinput"):
        os.environ[FALLEN] = tempfile.mkdtemp(prefix="bolometric-fallen-")
        return
    config.fallen = (Path(os.environ[FALLEN]) / config.workerinput["workerid"]).open("w")
    faulthandler.enable(config.fallen)


def pytest_collection_finish():
    """What all tests share is there by now, and need not be gone through again for unused objects."""
    gc.freeze()


def pytest_runtest_teardown():
    """Where a window has been, no thread looks for unused objects by itself any more: here one does."""
    global tests_since
    if not gc.isenabled():
        tests_since += 1
        gc.collect(1 if tests_since % FULLY else 2)


def pytest_terminal_summary(terminalreporter):
    """Tell where processes died, if any did."""
    for path in sorted(Path(os.environ[FALLEN]).iterdir()):
        lines = [line for line in path.read_text().splitlines() if not line.startswith("Extension modules")]
        if lines:
            terminalreporter.section(f"{path.name} died")
            terminalreporter.write_line("\n".join(line for line in lines if not any(one in line for one in RUNNERS)))


def pytest_unconfigure(config):
    """Clear the files away."""
    if not hasattr(config, "workerinput"):
        shutil.rmtree(os.environ[FALLEN], ignore_errors=True)
