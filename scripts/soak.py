"""Uses the window at random for a while: soak.py SECONDS [SEED].

Games of the demo shelf and starters are opened, changed, undone, shown in every view and played at the table. At the
end it tells the steps, the longest the window was held, the memory after a minute of warming and at the end, and
whatever went wrong; it ends with 1 if an exception came up. A crash ends it with a traceback of every thread.
"""

import faulthandler
import os
import random
import sys
import tempfile
import time
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtWidgets import QAbstractButton, QPushButton, QToolButton

from bolometric.core.areas.shelf import demo_files, starters
from bolometric.core.judge.nearby import changes
from bolometric.desk.app import application, make_window
from bolometric.desk.settings import Settings

WARM = 60
VIEWS = ("shape", "odds", "runs", "table", "shelf")


def memory() -> float:
    """Resident megabytes."""
    return int(Path("/proc/self/statm").read_text().split()[1]) * os.sysconf("SC_PAGE_SIZE") / 1e6


class Soak:
    def __init__(self, home: Path, seed: int) -> None:
        self.app, self.random = application(), random.Random(seed)
        settings = Settings(home / "desk.ini")
        settings.theme = "light"
        self.window = make_window(None, True, settings, home / "shelf", home / "kept")
        self.window.filing.questions = self  # answers in place of the person
        self.window.resize(1280, 800)
        self.window.show()
        self.trouble: list[str] = []
        self.window.measurer.crashed.connect(self.trouble.append)
        sys.excepthook = lambda kind, error, _: self.trouble.append(f"{kind.__name__}: {error}")
        self.held, self._asked = 0.0, 0.0

    def lose_changes(self, name: str) -> str:
        return "discard"

    def wait(self, seconds: float) -> None:
        """Let the window work, and note how long it leaves a clock of 10 ms waiting."""
        loop, clock, last = QEventLoop(), QTimer(), time.monotonic()

        def tick() -> None:
            nonlocal last
            now = time.monotonic()
            self.held, last = max(self.held, now - last - 0.01), now

        clock.timeout.connect(tick)
        clock.start(10)
        QTimer.singleShot(int(seconds * 1000), loop.quit)
        loop.exec()

    def step(self) -> None:
        does = self.random.choices(
            (self.open, self.change, self.undo, self.show, self.press, self.word), (2, 8, 3, 4, 6, 2)
        )[0]
        does()
        self.wait(self.random.expovariate(8))

    def open(self) -> None:
        if self.random.random() < 0.5:
            self.window.filing.open(self.random.choice(demo_files()))
        else:
            self.window.filing.start(self.random.choice(starters()).game)

    def change(self) -> None:
        document = self.window.document
        possible = list(changes(document.game))
        if possible:
            one = self.random.choice(possible)
            document.edit(one.path, one.value)

    def undo(self) -> None:
        self.random.choice((self.window.undo, self.window.redo))()

    def show(self) -> None:
        getattr(self.window, f"show_{self.random.choice(VIEWS)}")()

    def press(self) -> None:
        """A button of the odds or the table; those that ask for a file are left alone."""
        view = self.window.view
        if view in ("odds", "table"):
            page = getattr(self.window.late, view)
            buttons = [
                one for one in page.findChildren(QAbstractButton)
                if one.isVisible() and one.isEnabled() and "…" not in one.text() and not self.opens_menu(one)
            ]  # fmt: skip
            if buttons:
                self.random.choice(buttons).click()

    @staticmethod
    def opens_menu(button: QAbstractButton) -> bool:
        """Whether a click would wait for somebody to choose from a menu."""
        return isinstance(button, QPushButton | QToolButton) and button.menu() is not None

    def word(self) -> None:
        self.window.show_shape()
        self.window.focus_rules()
        self.window.editing.open_word(self.random.choice(("name", "pieces", "seats.count")), self.window.colours)
        self.wait(0.1)
        self.window.editing.close_popover()


def main(seconds: float, seed: int) -> int:
    """Use the window, and tell what came of it."""
    faulthandler.enable()
    with tempfile.TemporaryDirectory() as home:
        soak = Soak(Path(home), seed)
        began, steps, warm, held_at_first = time.monotonic(), 0, 0.0, 0.0
        while (gone := time.monotonic() - began) < seconds:
            soak.step()
            steps += 1
            if not warm and gone > min(WARM, seconds / 2):
                warm, held_at_first, soak.held = memory(), soak.held, 0.0
        closing = time.monotonic()
        soak.window.document.start(soak.window.document.game)
        soak.window.close()
        if soak.window.keeper is not None:
            soak.window.keeper.close()
        print(
            f"seed {seed}: {steps} steps in {seconds:.0f} s; held at most {held_at_first:.2f} s while warming, then "
            f"{soak.held:.2f} s; closed in {time.monotonic() - closing:.2f} s; memory {warm:.0f} MB, "
            f"then {memory():.0f} MB"
        )
    for one in soak.trouble:
        print("went wrong:", one)
    return bool(soak.trouble)


if __name__ == "__main__":
    sys.exit(main(float(sys.argv[1]), int(sys.argv[2]) if len(sys.argv) > 2 else 1))
