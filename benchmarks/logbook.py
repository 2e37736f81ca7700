"""How quickly the logbook lists, and how soon a key shows on the screen for the room."""

from __future__ import annotations

import os
import tempfile
import time
from fractions import Fraction
from pathlib import Path
from statistics import median

import numpy as np

from bolometric.assets import demo_files
from bolometric.front.more import CallingBoard, Go, Logbook, game_from, read, session_of, story, worth

SESSIONS, GROUPS, KEYS = 10_000, 30, 40


def listing() -> None:
    """Ten thousand sessions of three games."""
    games = [session_of(read(path)) for path in demo_files()[:3]]
    with tempfile.TemporaryDirectory() as folder, Logbook(Path(folder) / "log.sqlite3") as book:
        made = (
            games[k % 3].model_copy(update={"key": f"key-{k:06d}", "group": f"group {k % GROUPS}", "note": f"note {k}"})
            for k in range(SESSIONS)
        )
        began = time.perf_counter()
        book.keep(*made)
        print(f"{SESSIONS:,} sessions written: {time.perf_counter() - began:.1f} s")
        for words, asked in (("all", {}), ("one group", {"group": "group 7"}), ("words", {"words": "note 77"})):
            began = time.perf_counter()
            count = len(book.sessions(**asked))
            print(f"listed, {words}: {count:,} in {1000 * (time.perf_counter() - began):.0f} ms")
        told, began = book.sessions(), time.perf_counter()
        lines = [story(one) for one in told]
        print(f"told in a line each: {len(lines):,} in {1000 * (time.perf_counter() - began):.0f} ms")


def keys() -> None:
    """From a key to the picture, with two thousand calls on the tally."""
    from PySide6.QtCore import Qt
    from PySide6.QtTest import QTest

    from bolometric.desk.shell.app import application
    from bolometric.desk.views.room.screen import RoomScreen
    from bolometric.desk.views.room.state import Room

    app, room = application(), Room()
    screen = RoomScreen(room)
    screen.resize(1280, 720)
    room.show_game(read(demo_files()[0]))
    room.totals, room.expects = [Fraction(2 + k % 11) for k in range(2_000)], True
    waits = []
    for _ in range(KEYS):
        began = time.perf_counter()
        QTest.keyClick(screen, Qt.Key.Key_7)
        QTest.keyClick(screen, Qt.Key.Key_Return)
        screen.grab()
        waits.append(1000 * (time.perf_counter() - began))
    print(f"a call with 2,000 before it, typed, counted and painted: {median(waits):.0f} ms at the median")
    app.processEvents()


COUNTERS = {"kind": "tiles", "play": "counters", "counters": 8}
BOARDS, CLASSES, CALLS = 40, 200, 60


def _class_game():
    return game_from({"name": "Line", "pieces": [{}, {}], "area": COUNTERS})


def lesson() -> None:
    """Thirty boards in ten lines, a go, the talk, five lines anew, a second go: all keys; each call until painted."""
    from PySide6.QtCore import Qt
    from PySide6.QtTest import QTest

    from bolometric.desk.shell.app import application
    from bolometric.desk.views.room.screen import RoomScreen
    from bolometric.desk.views.room.state import Room

    app, room, chance = application(), Room(), np.random.default_rng(3)
    screen = RoomScreen(room)
    screen.resize(1280, 720)
    room.show_game(_class_game())
    typed, waits = 0, []

    def call():
        """Milliseconds from the first key of what two dice show until it is painted."""
        total, began = str(int(chance.integers(1, 7, 2).sum())), time.perf_counter()
        for sign in total:
            QTest.keyClick(screen, sign)
        QTest.keyClick(screen, Qt.Key.Key_Return)
        screen.grab()
        return 1000 * (time.perf_counter() - began)

    for go, lines in enumerate((10, 5)):
        if go:
            room.second_go()
        each = 3 if not go else 6
        text = "\n".join(
            f"{each} x {' '.join(map(str, sorted(chance.integers(2, 13, 8).tolist())))}" for _ in range(lines)
        )
        typed += len(text) + 1
        room.set_boards(text)
        for _ in range(CALLS):
            waits.append(call())
            if "clear" in room.said:
                break
    print(f"boards of thirty, two goes: {typed} keys for all boards, and two or three for each of {len(waits)} calls")
    room.set_boards(f"{BOARDS // 8} x 5 6 6 7 7 8 8 9\n" + "\n".join(["5 x 2 3 4 5 6 7 8 9"] * 7))
    waits = []
    waits += [call() for _ in range(KEYS)]
    print(f"a call with {BOARDS} boards: {median(waits):.0f} ms at the median, {max(waits):.0f} at worst")
    app.processEvents()


def differences() -> None:
    """How often new places are said to have made a difference, by how many boards there are.

    Where they made none (mirrored, since two dice are even-handed), and where they did (by the odds, not guesses).
    """
    game, chance = _class_game(), np.random.default_rng(5)

    def boards(numbers):
        return tuple(CallingBoard(str(at), tuple(map(Fraction, row))) for at, row in enumerate(numbers.tolist()))

    for count in (1, 6, 30):
        false = true = 0
        for _ in range(CLASSES):
            guesses = chance.integers(2, 13, (count, 8))
            better = chance.integers(1, 7, (count, 8)) + chance.integers(1, 7, (count, 8))
            none = worth(game, Go(boards(guesses), ()), Go(boards(14 - guesses), ()))
            some = worth(game, Go(boards(guesses), ()), Go(boards(better), ()))
            false += none is not None and none.known
            true += some is not None and some.known
        print(
            f"{count} boards: a difference is told {100 * false / CLASSES:.1f}% of {CLASSES} classes that made none, "
            f"of {100 * true / CLASSES:.0f}% where guesses became places by the odds"
        )


if __name__ == "__main__":
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    listing()
    keys()
    lesson()
    differences()
