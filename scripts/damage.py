"""Opens damaged game files: damage.py TIMES [SEED] [--window].

Demo games and starters are cut short, have bytes turned, put in or doubled, values replaced by ones that a stranger
might send, or are written in another encoding. Each must be refused in one sentence or be a game whose rules can be
read out; with --window it is opened in the window, shown in every view, and measured for a moment. It ends with 1 on
anything else, and on a file that takes longer than two seconds.
"""

import json
import os
import random
import sys
import tempfile
import time
from copy import deepcopy
from functools import partial
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from bolometric.assets import demo_files
from bolometric.front.more import LONGEST_MESSAGE, FileError, from_text, rules_text, starters, to_text

SLOW = 2.0
STRANGE = [
    None,
    True,
    False,
    -1,
    0,
    1,
    2,
    1.5,
    10**9,
    10**30,
    -(10**30),
    1e308,
    "",
    " ",
    "1/0",
    "1 1/2",
    "1 2",
    "9" * 5000,
    "−3",
    "(((",
    "a" * 10_000,
    "\x00",
    "\u202e",
    "\x1b[31m",
    "a\nb",
    "<b>x</b>",
    '<img src="/dev/zero">',
    "=1+1",
    [],
    {},
    [1] * 70,
    [[[[]]]],
    {"kind": "die"},
    "keep_out",
    "count",
    "formula",
    "digits",
    "spinner",
    "dare",
    "plan",
    "either",
    "shared",
    "tiles",
    "boxes",
    "purse",
    "duel",
    "rows",
    "sets",
    "counters",
    "multiples",
    "home",
]
SOUND = [to_text(starter.game) for starter in starters()] + [file.read_text() for file in demo_files()]


def places(data, holders):
    """Every place in a game that holds a value, as its holder and key."""
    inner = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for key, value in inner:
        holders.append((data, key))
        places(value, holders)
    return holders


def strange_values(text: str, chance: random.Random) -> bytes:
    """Some values replaced, taken away, or put under another's key."""
    data = json.loads(text)
    for _ in range(chance.randint(1, 4)):
        found = places(data, [])
        if not found:
            break
        holder, key = chance.choice(found)
        how = chance.random()
        if how < 0.7:
            holder[key] = deepcopy(chance.choice(STRANGE))
        elif how < 0.85:
            del holder[key]
        elif isinstance(holder, dict):
            holder[str(chance.choice(STRANGE))[:50]] = deepcopy(holder[key])
    return json.dumps(data).encode()


def damaged_bytes(text: str, chance: random.Random) -> bytes:
    """The bytes of the file, damaged as by a bad disk, a bad editor or a bad line."""
    data = bytearray(text.encode())
    for _ in range(chance.randint(1, 8)):
        at = chance.randrange(len(data) + 1)
        length = chance.choice((1, 1, 1, 2, 20, 200))
        how = chance.randrange(5)
        if how == 0:
            del data[at : at + length]
        elif how == 1:
            data[at:at] = chance.randbytes(length)
        elif how == 2:
            data[at:at] = data[at : at + length]
        elif how == 3 and at < len(data):
            data[at] ^= 1 << chance.randrange(8)
        else:
            data[at:at] = chance.choice((b"{", b"}", b"[", b"]", b",", b'"', b"-", b"9", b"e", b".", b"\\", b"\n"))
    return bytes(data)


def damaged(chance: random.Random) -> bytes:
    """A damaged file."""
    text, how = chance.choice(SOUND), chance.random()
    if how < 0.55:
        return strange_values(text, chance)
    if how < 0.95:
        return damaged_bytes(text, chance)
    encoded = text.encode(chance.choice(("utf-16", "utf-8-sig", "utf-32", "latin-1")), "replace")
    return encoded[: chance.randrange(len(encoded) + 1)] if chance.random() < 0.5 else encoded


def in_process(data: bytes) -> str:
    """What went wrong with a file, or nothing."""
    try:
        game = from_text(data, "theirs.bolo.json")
    except FileError as error:
        said = str(error)
        return "" if said and "\n" not in said and len(said) <= LONGEST_MESSAGE + 50 else f"not one sentence: {said!r}"
    return "" if rules_text(game) else "no rules"


class Opener:
    """Opens files in a window, one after the other."""

    def __init__(self, home: Path) -> None:
        from bolometric.desk.shell.app import application, make_window
        from bolometric.desk.shell.settings import Settings

        self.app, self.file, self.trouble = application(), home / "theirs.bolo.json", []
        self.window = make_window(None, True, Settings(home / "desk.ini"), home / "shelf", home / "kept")
        self.window.filing.questions = self
        self.window.measurer.failed.connect(self.trouble.append)
        sys.excepthook = lambda kind, error, _: self.trouble.append(f"{kind.__name__}: {error}")
        self.window.show()
        self.views = [partial(self.window.go, view) for view in ("shape", "odds", "runs", "table")]

    def lose_changes(self, name: str) -> str:
        return "discard"

    def tell(self, *words: str) -> None:
        """What could not be opened is said; nothing is to be answered."""

    def __call__(self, data: bytes) -> str:
        self.file.write_bytes(data)
        self.window.filing.open(self.file)
        until = time.monotonic() + 0.15
        show = iter(self.views)
        while time.monotonic() < until:
            next(show, lambda: None)()
            self.app.processEvents()
        return "; ".join(self.trouble[:1]) and self.trouble.pop()


def main(times: int, seed: int, window: bool) -> int:
    """Open so many, and tell what came of it."""
    chance, wrong, slowest, refused = random.Random(seed), [], 0.0, 0
    with tempfile.TemporaryDirectory() as home:
        look = Opener(Path(home)) if window else in_process
        for _ in range(times):
            data, began = damaged(chance), time.monotonic()
            try:
                trouble = look(data)
            except Exception as error:  # this is what is looked for
                trouble = f"{type(error).__name__}: {error}"
            took = time.monotonic() - began
            slowest = max(slowest, took)
            if trouble or took > SLOW:
                kept = Path(tempfile.gettempdir()) / f"damaged-{seed}-{len(wrong)}.bolo.json"
                kept.write_bytes(data)
                wrong.append(f"{trouble or f'{took:.1f} s'} ({kept.name})")
            refused += not window and _is_refused(data)
        said = "" if window else f", {refused} of them refused"
        print(f"{times} damaged files, seed {seed}{said}: {len(wrong)} failures; the slowest took {slowest:.2f} s")
        for one in wrong[:20]:
            print("went wrong:", one)
        sys.stdout.flush()
        if window:
            look.window.document.start(look.window.document.game)
            look.window.close()
    return bool(wrong)


def _is_refused(data: bytes) -> bool:
    try:
        from_text(data, "theirs")
    except FileError:
        return True
    return False


if __name__ == "__main__":
    numbers = [int(word) for word in sys.argv[1:] if not word.startswith("-")]
    sys.exit(main(numbers[0], numbers[1] if len(numbers) > 1 else 1, "--window" in sys.argv))
