"""What a command costs: processor time of all its threads, from its start to its end, warm.

Beside it what loading the libraries takes that no such command does without, in the same run: the floor below which it
cannot come on this machine, whatever is ours.
"""

import json
import os
import resource
import subprocess
import sys
import tempfile
from pathlib import Path
from statistics import median

from bolometric.assets import demo_files

TIMES = 7
SHORT, SMALL, SHEETS = 0.15, 0.7, 2.0
"""Goals: seconds of what only tells about the program, of measuring a small game, of all sheets of a demo game."""
GAME = {"name": "Small", "pieces": [{"kind": "die"}], "area": {"kind": "trail", "length": 20}, "seats": {"count": 2}}
TO_MEASURE = "import gc; gc.disable(); import click, numba, numpy, pydantic"
TO_PRINT = f"{TO_MEASURE}, pypdf; from PySide6 import QtGui"


def cost(*words):
    """Seconds of processor time that Python takes for this."""
    before = resource.getrusage(resource.RUSAGE_CHILDREN)
    subprocess.run([sys.executable, *words], check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    after = resource.getrusage(resource.RUSAGE_CHILDREN)
    return after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime


def command(*words):
    return cost("-m", "bolometric", *words)


def told(name, took, goal, floor=None):
    reached = "reached" if took <= goal else "missed"
    beside = "" if floor is None else f"; the libraries alone {floor:.2f}"
    print(f"{name:36s}{took:6.2f} s (goal {goal:g}, {reached}{beside})")


def main():
    with tempfile.TemporaryDirectory() as folder:
        small, pages = Path(folder) / "small.bolo.json", str(Path(folder) / "pages.pdf")
        small.write_text(json.dumps({"bolometric": 1, **GAME}))
        command("measure", str(small))
        command("sheets", str(small), "-o", pages)
        routes = {
            "--version": lambda: command("--version"),
            "--help": lambda: command("--help"),
            "measure": lambda: command("measure", str(small)),
            "to measure": lambda: cost("-c", TO_MEASURE),
            "to print": lambda: cost("-c", TO_PRINT),
        }
        taken = {name: [] for name in routes}
        for _ in range(TIMES):
            for name, act in routes.items():
                taken[name].append(act())
        found = {name: median(some) for name, some in taken.items()}
        sheets = {path.name.split(".")[0]: command("sheets", str(path), "-o", pages) for path in demo_files()}
    for name in ("--version", "--help"):
        told(name, found[name], SHORT)
    told("measure, a small game", found["measure"], SMALL, found["to measure"])
    told("sheets, half of the demo games", median(sheets.values()), SHEETS, found["to print"])
    slowest = max(sheets, key=sheets.get)
    told(f"sheets, the slowest ({slowest})", sheets[slowest], SHEETS, found["to print"])
    print(f"sheets within {SHEETS:g} s: {sum(took <= SHEETS for took in sheets.values())} of {len(sheets)} demo games")


if __name__ == "__main__":
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    main()
