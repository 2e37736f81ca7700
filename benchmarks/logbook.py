"""How quickly the logbook lists, and how soon a key shows on the screen for the room."""

from __future__ import annotations

import os
import tempfile
import time
from fractions import Fraction
from pathlib import Path
from statistics import median

from bolometric.assets import demo_files
from bolometric.front.more import Logbook, read, session_of, story

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


if __name__ == "__main__":
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    listing()
    keys()
