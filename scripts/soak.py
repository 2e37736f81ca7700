"""Uses the window at random for a while: soak.py SECONDS [SEED ...].

Of several seeds each has an equal part of the time, one after the other in the same window.

Games of the demo shelf and starters are opened, changed, undone, shown in every view and its pages, played at the
table, typed into, dragged over and used by key; now and then the window is left at rest until its exact readings are
in. Each minute is told of on standard error. At the end it tells the steps, how long the window was held and in which
step, the memory minute by minute, what there was at the fifteenth minute and at the end that could have grown, as it
was and with the same small game in front, and whatever went wrong; it ends with 1 if an exception came up or readings
stayed away. A crash ends it with a traceback of every thread.

A hold is told twice: by the clock on the wall, and by what of it the program itself was working. That is the lesser of
the processor time of all its threads and of the clock without what the host of a virtual machine took for others: a
thread that waits for a processor that is taken does not move to the other. The rest is what other programs, or that
host, kept from it.
"""

import faulthandler
import gc
import os
import random
import sqlite3
import sys
import tempfile
import time
from collections.abc import Callable
from contextlib import closing, suppress
from functools import partial
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QPoint, Qt, QTimer
from PySide6.QtGui import QPixmapCache
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QDialog, QLineEdit, QMenu, QProgressDialog, QPushButton, QToolButton
from standing import Hold, Holds, Now, Standing, at_work, loops_loaded, on_heaps

from bolometric.assets import demo_files
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.collecting import search_here
from bolometric.desk.shell.settings import Settings
from bolometric.desk.working.forgetting import let_go, remembered
from bolometric.front.more import changes, starters

Act = Callable[[], object]
MINUTE, WARM = 60, 15
"""Seconds between two looks at the memory, and the look from which on it is to stay as it is."""
SETTLED = 90
"""Seconds within which a small game has been played and looked through, and what else was under way has ended."""
AT_REST = 30
"""Seconds within which a window that is left alone must have its exact readings."""
LONG = 0.1
"""Seconds that the window may be held by a step."""
VIEWS = ("shape", "odds", "runs", "practice", "tune", "table", "sheets", "class", "logbook", "shelf")
KEYS = "0123456789,.+- abcxyz"
STEERING = (Qt.Key.Key_Tab, Qt.Key.Key_Down, Qt.Key.Key_Up, Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Space)


class Soak:
    def __init__(self, home: Path, seed: int) -> None:
        self.app, self.random, self.doing = application(), random.Random(seed), "start"
        settings = Settings(home / "desk.ini")
        settings.theme = "light"
        self.window = make_window(None, True, settings, home / "shelf", home / "kept")
        self.window.filing.questions = self  # answers in place of the person
        self.window.late.book_path = lambda: home / "book.sqlite3"
        self.window.resize(1280, 800)
        self.window.show()
        search_here()  # as the program does
        self.trouble: list[str] = []
        self.window.measurer.failed.connect(self.trouble.append)
        sys.excepthook = lambda kind, error, _: self.trouble.append(f"{kind.__name__}: {error}")
        self.stopped: object = None
        """The game of which somebody stopped the exact work."""
        self.window.measurer.exact_stopped.connect(self.note_stop)
        self.held = Holds(LONG)
        self.stood: list[Standing] = []
        self.bases: list[Standing] = []
        self.home = home
        self.answering = QTimer()
        self.answering.timeout.connect(self.answer)
        self.answering.start(20)

    def standing(self) -> Standing:
        memory = int(Path("/proc/self/statm").read_text().split()[1]) * os.sysconf("SC_PAGE_SIZE") / 1e6
        sessions = 0  # there is no book before the first one
        with (
            suppress(sqlite3.Error),
            closing(sqlite3.connect(f"file:{self.home}/book.sqlite3?mode=ro", uri=True)) as book,
        ):
            (sessions,) = book.execute("SELECT count(*) FROM sessions").fetchone()
        widgets = len(self.app.allWidgets())
        return Standing(memory, on_heaps(), sys.getallocatedblocks(), widgets, remembered(), sessions, loops_loaded())

    def at_base(self) -> Standing:
        """What has stayed of all use: what there is with a small game in front, once it is measured."""
        self.doing = "base"
        self.window.filing.open(demo_files()[0])
        self.window.go("shape")
        self._rest()
        began = time.monotonic()
        while at_work() and time.monotonic() - began < SETTLED:
            self.wait(1)
        gc.collect()
        let_go()
        QPixmapCache.clear()  # of Qt's own: ten megabytes at the most, which fill by and by
        return self.standing()

    def answer(self) -> None:
        """What keys opened and waits for somebody: a menu is closed, a dialog filled in and ended either way."""
        menu, dialog = self.app.activePopupWidget(), self.app.activeModalWidget()
        if isinstance(menu, QMenu):
            menu.close()
        elif isinstance(dialog, QDialog) and not isinstance(dialog, QProgressDialog):
            for field in dialog.findChildren(QLineEdit):
                field.setText("".join(self.random.choices(KEYS, k=self.random.randint(0, 12))))
            self.random.choice((dialog.accept, dialog.reject))()

    def where(self, name: str) -> Path | None:
        """A place of that name, or none: Escape was pressed."""
        return self.random.choice((self.home / name, None))

    def where_to(self, proposed: Path) -> Path | None:
        return self.where(proposed.name)

    where_export = where_to

    def which_file(self, folder: Path) -> Path | None:
        return self.random.choice((*demo_files(), None))

    def which_sessions(self, folder: Path) -> Path | None:
        return None

    which_boards = which_sessions

    def lose_changes(self, name: str) -> str:
        return "discard"

    def overwrite(self, name: str, why: str) -> bool:
        return self.random.random() < 0.5

    def changed_since(self, name: str) -> str:
        return self.random.choice(("both", "theirs", "over", "stay"))

    def new_name(self, name: str) -> str:
        return f"{name} {self.random.randint(1, 99)}"

    def new_note(self, note: str) -> None:
        """Escape was pressed: nothing is noted."""

    def wait(self, seconds: float) -> None:
        """Let the window work, and note how long it leaves a clock of 10 ms waiting."""
        loop, clock, last = QEventLoop(), QTimer(), Now.read()

        def tick() -> None:
            nonlocal last
            now = Now.read()
            self.note(last, now, 0.01)
            last = now

        clock.timeout.connect(tick)
        clock.start(10)
        QTimer.singleShot(int(seconds * 1000), loop.quit)
        loop.exec()

    def note(self, start: Now, end: Now, free: float = 0.0) -> None:
        """Keep what was held, if it was long."""
        doing = f"{self.doing}, minute {len(self.stood) + 1}"
        self.held.note(Hold.between(start, end, doing, free))

    def step(self) -> None:
        steps = (self.open, self.change, self.undo, self.show, self.press, self.word, self.type, self.drag, self.rest)
        (does,) = self.random.choices(steps, (40, 160, 60, 120, 160, 40, 60, 30, 1))
        act = does()  # chosen first: what choosing takes is not the window's
        before = self.window.view
        began, self.doing = Now.read(), f"{does.__name__} in {before}"
        act()
        ended = Now.read()
        if self.window.view != before:
            self.doing += f", which led to {self.window.view}"
        if does not in (self.word, self.rest):
            self.note(began, ended)
        self.wait(self.random.expovariate(8))

    def rest(self) -> Act:
        """Leave the window alone until its exact readings are there."""
        return self._rest

    def _rest(self) -> None:
        began = time.monotonic()
        while self._awaited() and time.monotonic() - began < AT_REST:
            self.wait(0.2)
        if self._awaited():
            self.trouble.append(f"no exact readings after {AT_REST} s at rest: {self.window.document.game}")

    def _awaited(self) -> bool:
        """Whether exact readings have to come: they are not there, and nobody pressed *Cancel*."""
        return self.window.known.exact is None and self.stopped is not self.window.document.game

    def note_stop(self) -> None:
        self.stopped = self.window.document.game

    def open(self) -> Act:
        if self.random.random() < 0.5:
            return partial(self.window.filing.open, self.random.choice(demo_files()))
        return partial(self.window.filing.start, self.random.choice(starters()).game)

    def change(self) -> Act:
        document = self.window.document
        possible = list(changes(document.game))
        if not possible:
            return self.pause
        one = self.random.choice(possible)
        return partial(document.edit, one.path, one.value)

    def undo(self) -> Act:
        return self.random.choice((self.window.commands.undo, self.window.commands.redo))

    def show(self) -> Act:
        return partial(self.window.go, self.random.choice(VIEWS))

    def pause(self) -> None:
        """Nothing."""

    def press(self) -> Act:
        """A button of the view that is shown; those that ask for a file or a printer are left alone."""
        buttons = [
            one
            for one in self.window.centralWidget().findChildren(QAbstractButton)
            if one.isVisible() and one.isEnabled() and "…" not in one.text() and not self.opens_menu(one)
        ]
        return self.random.choice(buttons).click if buttons else self.pause

    def type(self) -> Act:
        """Letters and digits into a field of the view, or keys that steer, wherever the focus is."""
        fields = [
            one
            for one in self.window.centralWidget().findChildren(QLineEdit)
            if one.isVisible() and one.isEnabled() and not one.isReadOnly()
        ]
        if fields and self.random.random() < 0.5:
            text = "".join(self.random.choices(KEYS, k=self.random.randint(1, 12)))
            return partial(QTest.keyClicks, self.random.choice(fields), text)
        return partial(self._steer, self.random.choices(STEERING, k=self.random.randint(1, 6)))

    def _steer(self, keys: list[Qt.Key]) -> None:
        for key in keys:
            QTest.keyClick(self.app.focusWidget() or self.window, key)

    def drag(self) -> Act:
        """Across the board, as a bend is dragged, or tiles are pointed at."""
        return self._drag

    def _drag(self) -> None:
        board = self.window.shape.board
        if not board.isVisible():
            return
        points = [
            QPoint(self.random.randrange(max(board.width(), 1)), self.random.randrange(max(board.height(), 1)))
            for _ in range(4)
        ]
        QTest.mousePress(board, Qt.MouseButton.LeftButton, pos=points[0])
        for point in points[1:]:
            QTest.mouseMove(board, point)
        QTest.mouseRelease(board, Qt.MouseButton.LeftButton, pos=points[-1])

    @staticmethod
    def opens_menu(button: QAbstractButton) -> bool:
        """Whether a click would wait for somebody to choose from a menu."""
        return isinstance(button, QPushButton | QToolButton) and button.menu() is not None

    def word(self) -> Act:
        return self._word

    def _word(self) -> None:
        self.window.go("shape")
        self.window.commands.focus_rules()
        self.window.editing.open_word(self.random.choice(("name", "pieces", "seats.count")), self.window.colours)
        self.wait(0.1)
        self.window.editing.close_popover()

    def close(self) -> None:
        self.window.document.start(self.window.document.game)
        self.window.close()
        if self.window.keeper is not None:
            self.window.keeper.close()


def main(seconds: float, seeds: list[int]) -> int:
    """Use the window, and tell what came of it."""
    faulthandler.enable()
    with tempfile.TemporaryDirectory() as home:
        soak = Soak(Path(home), seeds[0])
        began, steps = time.monotonic(), 0
        for place, seed in enumerate(seeds, 1):
            soak.random = random.Random(seed)
            while (gone := time.monotonic() - began) < seconds * place / len(seeds):
                soak.step()
                steps += 1
                if gone > MINUTE * (len(soak.stood) + 1):
                    soak.stood.append(soak.standing())
                    if len(soak.stood) == WARM:
                        soak.bases.append(soak.at_base())
                    longest = soak.held.longest[0] if soak.held.longest else "nothing"
                    print(f"minute {len(soak.stood)}: {soak.stood[-1]}; the longest held: {longest}", file=sys.stderr)
        soak.stood.append(soak.standing())
        soak.bases.append(soak.at_base())
        asked = time.monotonic()
        soak.close()
        print(
            f"seeds {seeds}: {steps} steps in {seconds:.0f} s; {soak.held}; closed in "
            f"{time.monotonic() - asked:.2f} s; memory {' '.join(f'{one.memory:.0f}' for one in soak.stood)} MB"
        )
        for one in (*soak.stood[WARM - 1 : WARM], soak.stood[-1]):
            print("there were", one)
        for one in soak.bases:
            print("with a small game in front", one)
    for one in soak.trouble:
        print("went wrong:", one)
    return bool(soak.trouble)


if __name__ == "__main__":
    sys.exit(main(float(sys.argv[1]), [int(seed) for seed in sys.argv[2:]] or [1]))
