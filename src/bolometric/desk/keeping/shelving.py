"""Files on the shelf: taken in, renamed, copied, thrown into the desktop's wastebasket. Nothing is written over."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import chain, count
from pathlib import Path

from PySide6.QtCore import QFile

from bolometric.assets import SUFFIX, demo_folder
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import read, write
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.text.figures import plural
from bolometric.desk.keeping.document import Document

LONGEST = 60
"""Letters of a game's name."""


class Shelving:
    """Works on a folder; ``say`` gets a sentence after everything that was done, or that could not be."""

    def __init__(self, folder: Path, document: Document, say: Callable[[str], None]) -> None:
        self.folder, self._document, self._say = folder, document, say

    def take_in(self, paths: Sequence[Path]) -> list[Path]:
        """Copies of game files, under names that are free; what is no game is said and left where it is."""
        taken: list[Path] = []
        for path in paths:
            try:
                game = read(path)
                taken.append(self._write(game, path.name.removesuffix(SUFFIX).removesuffix(".json")))
            except FileError as error:
                self._say(str(error))
                return taken
        if taken:
            self._say(f"{plural(len(taken), 'game')} taken onto the shelf, in {self.folder}.")
        return taken

    def copy(self, path: Path) -> Path | None:
        """A copy beside it, or on the shelf for a game of the demo shelf, with a name of its own."""
        try:
            game = read(path)
            stem = path.name.removesuffix(SUFFIX)
            made = self._write(game.model_copy(update={"name": self._numbered(game.name)}), stem)
        except FileError as error:
            self._say(str(error))
            return None
        self._say(f"Copied as {made.name}.")
        return made

    def name_of(self, path: Path) -> str | None:
        """What the game in a file is called; a file that is none is said."""
        try:
            return read(path).name
        except FileError as error:
            self._say(str(error))
            return None

    def rename(self, path: Path, name: str) -> Path | None:
        """Give a game another name, in its file and as its file; the open game follows."""
        is_open = self._document.path == path
        if self._refused(path, is_open, "renamed"):
            return None
        try:
            game = read(path)
            if name == game.name:
                return path
            made = self._write(with_value(game, "name", name), plain_name(name))
            path.unlink()
        except (FileError, GameError) as error:
            self._say(str(error))
            return None
        except OSError as error:
            self._say(f"{path.name} stays beside its new copy: {(error.strerror or 'refused').lower()}.")
            return None
        if is_open:
            self._document.load(made)
        return made

    def throw_away(self, path: Path) -> bool:
        """Into the desktop's wastebasket, from which it can be taken out again."""
        is_open = self._document.path == path
        if self._refused(path, is_open, "thrown away"):
            return False
        if not QFile(str(path)).moveToTrash():
            self._say(f"{path.name} could not be put into the wastebasket, so it stays here.")
            return False
        self._say(f"{path.name} lies in the wastebasket.")
        return True

    def _refused(self, path: Path, is_open: bool, done: str) -> bool:
        """Games of the demo shelf stay, and so does an open one with changes."""
        if path.resolve().parent == demo_folder().resolve():
            self._say(f"The demo shelf stays as it is: nothing of it is {done}.")
            return True
        if is_open and self._document.dirty:
            self._say("This game is open and has changes: save them first.")
            return True
        return False

    def _write(self, game: Game, stem: str) -> Path:
        try:
            self.folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise FileError(
                f"The shelf {self.folder} can't be made: {(error.strerror or 'refused').lower()}."
            ) from None
        names = chain([stem], (f"{stem}-{k}" for k in count(2)))
        path = next(path for path in (self.folder / f"{name}{SUFFIX}" for name in names) if not path.exists())
        write(game, path)
        return path

    def _numbered(self, name: str) -> str:
        """A name with the next number after it."""
        words, _, last = name.rpartition(" ")
        base, first = (words, int(last) + 1) if words and last.isdigit() else (name, 2)
        return f"{base[: LONGEST - len(str(first)) - 1]} {first}"


def plain_name(name: str) -> str:
    """A game's name as a file may be called."""
    words = "".join(c if c.isalnum() else " " for c in name).split()
    return "-".join(words).lower()[:60] or "game"
