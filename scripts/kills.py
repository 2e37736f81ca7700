"""Kills the program at random moments, and looks at what is left: kills.py saving|editing|noting TIMES [SEED].

*saving*: a process saves one version of a game after another to the same file and is killed in the midst; the file must
hold a whole version, and nothing older than the last save that had come back. *editing*: a window is edited a few times
a second, now steadily, now in bursts, and is killed; the next start must offer a game, and the edits that are missing
from it must all be younger than a second. *noting*: sessions are written into a logbook, one after the other and now
and then several at once, with backups; none that was confirmed may be missing, and of several all or none are there. It
ends with 1 if anything else was found.
"""

import os
import random
import signal
import sys
import tempfile
import time
from collections import Counter
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from bolometric.desk.keeping.recovery import Keeper
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.settings import Settings
from bolometric.front.more import Game, Logbook, read, session_of, write

MOST_LOST = 1.0
"""Seconds of edits that a kill may cost."""


def forked(work, told: int) -> int:
    """A child that works until it is killed; what it tells goes to the pipe ``told``."""
    child = os.fork()
    if child == 0:
        try:
            work(told)
        finally:
            os._exit(3)  # only reached if it was not killed
    return child


def kill_after(seconds: float, child: int) -> float:
    """Wait and kill. The moment of the kill."""
    time.sleep(seconds)
    moment = time.monotonic()
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    return moment


def lines_of(told: int) -> list[list[str]]:
    """What a killed child told, line by line; the last one may be cut."""
    with os.fdopen(told, "rb") as pipe:
        return [line.decode().split() for line in pipe.read().split(b"\n")[:-1]]


def saving(home: Path, chance: random.Random) -> str:
    """One kill while saving. What went wrong, or nothing."""
    file, (out, told) = home / "ours.bolo.json", os.pipe()
    write(Game(name="0"), file)

    def work(told: int) -> None:
        number = 0
        while True:
            number += 1
            write(Game(name=str(number), seats={"count": 1 + number % 8}), file)
            os.write(told, f"{number}\n".encode())

    child = forked(work, told)
    os.close(told)
    kill_after(chance.uniform(0.001, 0.03), child)
    last = int(([["0"], *lines_of(out)])[-1][0])
    found = read(file)  # raises FileError if it is not whole
    return "" if int(found.name) in (last, last + 1) else f"saved {last}, found {found.name}"


def noting(home: Path, chance: random.Random) -> str:
    """One kill while sessions are written down. What went wrong, or nothing."""
    path, (out, told) = home / f"book-{chance.random()}.sqlite3", os.pipe()

    def work(told: int) -> None:
        with Logbook(path) as book:
            for number in range(1, 100_000):
                several = 1 + 4 * (number % 5 == 0)
                book.keep(*(session_of(Game(), note=f"{number}") for _ in range(several)))
                os.write(told, f"{number} {several}\n".encode())
                if number % 7 == 0:
                    book.keep_backup()

    child = forked(work, told)
    os.close(told)
    kill_after(chance.uniform(0.01, 0.4), child)
    confirmed = {number: int(several) for number, several in lines_of(out)}
    with Logbook(path) as book:
        found = Counter(one.note for one in book.sessions())
        if book.unread:
            return f"{len(book.unread)} sessions cannot be read"
    missing = [number for number, several in confirmed.items() if found[number] != several]
    halves = [number for number, count in found.items() if count != 1 + 4 * (int(number) % 5 == 0)]
    return f"confirmed and missing: {missing}; in part: {halves}" if missing or halves else ""


def editing(home: Path, chance: random.Random) -> tuple[float, str]:
    """One kill while editing. Seconds of edits that were lost, and what went wrong."""
    out, told = os.pipe()
    pace, seed = chance.choice((0.05, 0.3, 0.7)), chance.random()

    def work(told: int) -> None:
        app, own = application(), random.Random(seed)
        window = make_window(None, True, Settings(home / "desk.ini"), home / "shelf", home / "kept")
        window.show()
        for number in range(1, 100_000):
            until = time.monotonic() + own.expovariate(1 / pace)
            while time.monotonic() < until:
                app.processEvents()
                time.sleep(0.002)
            window.document.edit("name", f"edit {number}")
            os.write(told, f"{number} {time.monotonic()}\n".encode())

    child = forked(work, told)
    os.close(told)
    moment = kill_after(chance.uniform(1.5, 5), child)
    made = {int(number): float(when) for number, when in lines_of(out)}
    keeper = Keeper(home / "kept")
    left = keeper.left_behind()
    kept = max((int(one.game.name.split()[1]) for one in left), default=0)
    for one in left:
        keeper.discard(one)
    keeper.close()
    missing = [when for number, when in made.items() if number > kept]
    lost = moment - min(missing) if missing else 0.0
    return lost, f"{lost:.2f} s of edits lost" if lost > MOST_LOST else ""


IN_FILES = {"saving": saving, "noting": noting}


def main(what: str, times: int, seed: int) -> int:
    """Kill so often, and tell what came of it."""
    chance, wrong, most = random.Random(seed), [], 0.0
    with tempfile.TemporaryDirectory() as home:
        for _ in range(times):
            if what in IN_FILES:
                trouble = IN_FILES[what](Path(home), chance)
            else:
                lost, trouble = editing(Path(home), chance)
                most = max(most, lost)
            wrong += [trouble] if trouble else []
        parts = len(list(Path(home).rglob("*.part")))
    lost = f", {most:.2f} s of edits lost at most" if what == "editing" else f", {parts} unfinished files beside it"
    print(f"{times} kills while {what}, seed {seed}: {len(wrong)} failures{lost}")
    for one in wrong:
        print("went wrong:", one)
    return bool(wrong)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], int(sys.argv[2]), int(sys.argv[3]) if len(sys.argv) > 3 else 1))
