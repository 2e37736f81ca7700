"""Opens damaged logbooks, and damaged sessions to be taken in: damage_book.py books|csv|json TIMES [SEED].

Files are damaged as damage.py does it. Each must be refused in one sentence, or give sessions that can be listed and
written out again; a logbook that was refused must still be there, byte for byte, if its own program did not own it. It
ends with 1 on anything else, and on a file that takes longer than two seconds.
"""

import random
import sys
import tempfile
import time
from functools import partial
from pathlib import Path

from damage import SLOW, STRANGE, damaged_bytes, strange_values

from bolometric.front.more import (
    LONGEST_MESSAGE,
    FileError,
    Logbook,
    demo_sessions,
    from_csv,
    from_json,
    to_csv,
    to_json,
)

SESSIONS = demo_sessions()[:12]


def one_sentence(error: FileError) -> str:
    """What is wrong with what was said, or nothing."""
    said = str(error)
    return "" if said and "\n" not in said and len(said) <= LONGEST_MESSAGE + 150 else f"not one sentence: {said!r}"


def taken_in(read, sound: str, chance: random.Random) -> str:
    """One damaged file of sessions. What went wrong, or nothing."""
    if sound.startswith("{") and chance.random() < 0.5:
        data = strange_values(sound, chance)
    else:
        data = damaged_bytes(_cells(sound, chance) if chance.random() < 0.5 else sound, chance)
    try:
        found = read(data.decode("utf-8", "replace"), "theirs")
    except FileError as error:
        return one_sentence(error)
    to_csv(found)
    to_json(found)
    return ""


def _cells(text: str, chance: random.Random) -> str:
    """A table with some cells replaced."""
    rows = [line.split(",") for line in text.splitlines()]
    for _ in range(chance.randint(1, 5)):
        row = chance.choice(rows)
        row[chance.randrange(len(row))] = str(chance.choice(STRANGE))
    return "\n".join(map(",".join, rows))


def opened(sound: bytes, home: Path, chance: random.Random) -> str:
    """One damaged logbook."""
    path = home / f"{chance.random()}.sqlite3"
    data = bytearray(sound)
    for _ in range(chance.randint(1, 6)):
        at, length = chance.randrange(len(data)), chance.choice((1, 1, 4, 100, 4096))
        data[at : at + length] = chance.randbytes(min(length, len(data) - at))
    path.write_bytes(data[: chance.randrange(len(data))] if chance.random() < 0.2 else data)
    try:
        with Logbook(path) as book:
            found = book.sessions()
            book.names()
            book.keep(*SESSIONS[:1])
        to_json(found)
    except FileError as error:
        return one_sentence(error) or ("" if path.exists() else "it is gone")
    finally:
        for left in home.glob(f"{path.stem}*"):
            left.unlink()
    return ""


def main(what: str, times: int, seed: int) -> int:
    """Open so many, and tell what came of it."""
    chance, wrong, slowest = random.Random(seed), [], 0.0
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        with Logbook(home / "sound.sqlite3") as book:
            book.keep(*SESSIONS)
            book.backup(home / "sound.copy")
        games = {session.played.name: session.played for session in SESSIONS}
        look = {
            "books": partial(opened, (home / "sound.copy").read_bytes(), home / "theirs"),
            "csv": partial(taken_in, lambda text, name: from_csv(text, name, games.get), to_csv(SESSIONS)),
            "json": partial(taken_in, from_json, to_json(SESSIONS)),
        }[what]
        (home / "theirs").mkdir()
        for _ in range(times):
            state, began = chance.getstate(), time.monotonic()
            try:
                trouble = look(chance)
            except Exception as error:  # this is what is looked for
                trouble = f"{type(error).__name__}: {error}"
            took = time.monotonic() - began
            slowest = max(slowest, took)
            if trouble or took > SLOW:
                wrong.append(f"{trouble or f'{took:.1f} s'} (after {hash(state)})")
    print(f"{times} damaged {what}, seed {seed}: {len(wrong)} failures; the slowest took {slowest:.2f} s")
    for one in wrong[:20]:
        print("went wrong:", one)
    return bool(wrong)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], int(sys.argv[2]), int(sys.argv[3]) if len(sys.argv) > 3 else 1))
