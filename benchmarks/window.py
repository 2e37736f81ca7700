"""What a person waits for: start-up against a bare Qt window, edit to picture, runs, and memory.

Everything is measured offscreen, each start in a process of its own. An edit is timed from the call that
makes it to the moment the gauges and the board have been painted with its exact readings.
"""

import compileall
import os
import resource
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from PySide6.QtCore import QEventLoop

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
STARTS, EDITS = 11, 20
SOON = 50

SOURCE = Path(__file__).parent.parent / "src"

BARE = """
from PySide6.QtWidgets import QApplication, QLabel
app = QApplication([]); label = QLabel("Bolometric"); label.show()
while not label.windowHandle().isExposed(): app.processEvents()
label.grab()
"""
OURS = """
import gc, os, sys
gc.disable()  # both as the command does
os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "1")
from pathlib import Path
from bolometric.desk.shell.app import application
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.window import Window
app = application(); home = Path(sys.argv[1])
window = Window(Settings(home / "s.ini"), home / "shelf", True)
window.show_front()
window.show()
while not window.windowHandle().isExposed(): app.processEvents()
window.grab()
if len(sys.argv) > 2:
    from bolometric.desk.shell.start import take_up
    take_up(window, None, True, home / "kept")
    app.processEvents()
    window.grab()
os._exit(0)
"""
"""Until the shelf is painted; with a second word until the window answers, too."""


def started(code, *words):
    """Seconds from starting the process until its window has been painted."""
    start = time.perf_counter()
    subprocess.run([sys.executable, "-c", code, *words], check=True, stderr=subprocess.DEVNULL)
    return time.perf_counter() - start


def start_up(home):
    compileall.compile_dir(str(SOURCE), quiet=1)  # some machines are told not to keep compiled code
    rounds = [(started(BARE), started(OURS, home), started(OURS, home, "ready")) for _ in range(STARTS)]
    bare, ours, ready = (statistics.median(times) for times in zip(*rounds, strict=True))
    # Ratios of neighbours in time: machines are not steady.
    painted, able = (statistics.median(one[k] / one[0] for one in rounds) for k in (1, 2))
    print(
        f"start-up until the shelf is painted: bare {bare * 1e3:.0f} ms, ours {ours * 1e3:.0f} ms, "
        f"ratio {painted:.2f} (goal 2.5); until it answers {ready * 1e3:.0f} ms, ratio {able:.2f}"
    )


def wait_until(app, reached, limit=60.0):
    """Sleep in the event loop, as a window does; a loop that spins would keep the threads from working."""
    end = time.perf_counter() + limit
    while not reached() and time.perf_counter() < end:
        app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)


def may_be(game, path, value):
    """Whether a setting can have a value."""
    from bolometric.front.more import GameError, with_value

    try:
        with_value(game, path, value)
    except GameError:
        return False
    return True


def edits(app, window):
    """For each demo game: milliseconds from an edit to its exact readings painted, and to sure runs."""
    from bolometric.assets import demo_files
    from bolometric.front.more import knobs, read

    shown, medians = {}, []
    window.measurer.exact_ready.connect(lambda exact: shown.update(exact=exact.game))
    window.measurer.runs_ready.connect(lambda played: shown.update(first=played.game, done=played.done and played.game))
    for path in demo_files():
        window.document.start(read(path))
        wait_until(app, lambda: shown.get("done") == window.document.game)
        numbers = [at for at in knobs(window.document.game) if at.path.startswith("area.") and at.knob.kind == "number"]
        knob = next((at for at in numbers if may_be(window.document.game, at.path, at.value + 1)), None)
        if knob is None:
            continue  # no number of this game can be made larger
        most = EDITS if knob.value > EDITS else 3  # small numbers such as columns are not changed by twenty
        game = window.document.game
        values = [v for v in range(knob.value, knob.value + most + 1) if may_be(game, knob.path, v)]
        paints, first, sure = [], [], []
        for i in range(EDITS):
            start = time.perf_counter()
            window.document.edit(knob.path, values[(1 + i) % len(values)])
            game = window.document.game
            wait_until(app, lambda game=game: shown.get("exact") == game)
            app.processEvents()  # which paints whatever has changed
            paints.append(time.perf_counter() - start)
            wait_until(app, lambda game=game: shown.get("first") == game)
            first.append(time.perf_counter() - start)
            wait_until(app, lambda game=game: shown.get("done") == game)
            sure.append(time.perf_counter() - start)
        medians.append(statistics.median(paints) * 1e3)
        told = [f"{statistics.median(t) * 1e3:.0f} ms (worst {max(t) * 1e3:.0f})" for t in (paints, first, sure)]
        print(f"{window.document.game.name}: edit to exact painted {told[0]}; first runs {told[1]}; sure {told[2]}")
    quick = sum(median <= SOON for median in medians)
    print(f"edit to exact painted within {SOON} ms at the median: {quick} of {len(medians)} games")


def main():
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        start_up(str(home))
        from bolometric.desk.shell.app import application, make_window
        from bolometric.desk.shell.settings import Settings

        app = application()
        window = make_window(None, True, Settings(home / "s.ini"), home / "shelf", home / "kept")
        window.show()
        window.go("runs")
        window.go("shape")
        edits(app, window)
        peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
        print(f"peak memory with every demo game measured: {peak:.0f} MB (goal 300)")
        window.document.start(window.document.game)
        window.close()


if __name__ == "__main__":
    main()
