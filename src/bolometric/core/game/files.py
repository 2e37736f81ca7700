"""Reading and writing game files (``.bolo.json``): bounded, validated, atomic.

A file is never read as code, is refused above ``LARGEST`` bytes, and comes back as a :class:`Game` or as
one sentence. Writing goes to a file beside the target, which replaces it only when it is whole on disk.
"""

from __future__ import annotations

import json
import os
import time
from contextlib import suppress
from errno import EINVAL
from hashlib import sha256
from pathlib import Path
from stat import S_ISREG
from typing import Any, BinaryIO
from uuid import uuid4

from pydantic_core import from_json

from bolometric.assets import SUFFIX
from bolometric.core.game.document import FORMAT, Game, game_from
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.settings.lines import LONGEST_KEY, cut

PART = ".part"
LEFT_FOR_GOOD = 60
"""Seconds after which an unfinished file belongs to a program that was killed."""
LARGEST = 1_000_000
"""Bytes; a game file takes about one thousand."""


def to_text(game: Game) -> str:
    """The game as the text of its file."""
    return json.dumps(game.model_dump(mode="json"), indent=2, ensure_ascii=False) + "\n"


def from_text(text: bytes | str, name: str) -> Game:
    """The game in the text of a file.

    Args:
        text: the text, or its bytes.
        name: where it came from, for errors.

    Returns:
        The game, checked as a whole.

    Raises:
        FileError: one sentence that says what is wrong, where, and what to do.

    >>> from_text('{"bolometric": 1, "name": "Ours"}', "ours.bolo.json").name
    'Ours'
    """
    data = _plain(text, name)
    try:
        return game_from(data)
    except GameError as error:
        raise FileError(f"{name}, at {error.place or 'the top'}: {error.sentence}") from None


def _plain(text: bytes | str, name: str) -> dict[str, Any]:
    """The settings in the text of a file, read to the letter. Raises FileError."""
    text = _decoded(text, name)
    try:
        data = from_json(text, allow_inf_nan=False)
    except ValueError as error:
        raise FileError(
            f"{name} is not sound JSON ({_first_line(error)}): it may be cut short or damaged; open an older copy."
        ) from None
    if not isinstance(data, dict):
        holds = "nothing but null" if data is None else f"a {_KINDS.get(type(data), 'value')} by itself"
        raise FileError(
            f"{name} is not a game file: it holds {holds}, and should hold one group of settings in curly brackets."
        )
    _check_keys(text, name)
    _check_version(data, name)
    return data


_KINDS = {list: "list", str: "text", bool: "true or false", int: "number", float: "number"}


def _decoded(text: bytes | str, name: str, what: str = "game file") -> str:
    """The text of a file, which is UTF-8; a mark of the order of bytes at its start is passed over."""
    if isinstance(text, bytes):
        if text[:2] in (b"\xff\xfe", b"\xfe\xff"):
            raise FileError(f"{name} is written in UTF-16: save it as UTF-8 and open it again.")
        try:
            text = text.decode("utf-8-sig")
        except UnicodeDecodeError as error:
            raise FileError(
                f"{name} holds letters that are not UTF-8 (at byte {error.start + 1}): save it as UTF-8 and open it "
                "again."
            ) from None
    if not text.strip():
        raise FileError(f"{name} is empty, so it is not a {what}.")
    return text


def _check_keys(text: str, name: str) -> None:
    """Raise FileError if a group says the same key twice, since only one of the two could count."""

    class Group(dict[str, object]):
        twice = ""

    def group(pairs: list[tuple[str, object]]) -> Group:
        found = Group(pairs)
        if len(found) < len(pairs):
            keys = [key for key, _ in pairs]
            found.twice = next(key for key in keys if keys.count(key) > 1)
        return found

    def look(at: object, where: str) -> None:
        if isinstance(at, Group):
            if at.twice:
                place = f"{where}.{at.twice}".lstrip(".")
                raise FileError(f"{name}, at {cut(place, LONGEST_KEY)}: this is said twice: take one of them out.")
            for key, value in at.items():
                look(value, f"{where}.{key}".lstrip("."))
        elif isinstance(at, list):
            for i, value in enumerate(at, 1):
                look(value, f"{where}[{i}]")

    look(json.loads(text, object_pairs_hook=group), "")


def _first_line(error: ValueError) -> str:
    return str(error).splitlines()[0]


def _check_version(data: dict[str, Any], name: str) -> None:
    version = data.get("bolometric")
    if type(version) is not int:
        raise FileError(f'{name} is not a game file: it should say "bolometric": {FORMAT} to name its format.')
    if version > FORMAT:
        raise FileError(
            f"{name} was made by a newer Bolometric (format {version}); this one reads up to format {FORMAT}. "
            "Update Bolometric to open it."
        )
    if version < 1:
        raise FileError(f"{name}, at bolometric: there is no format {version}; the first is 1.")


def plain_from(text: bytes | str, name: str) -> dict[str, Any]:
    """The text of a game file as plain data, without checking that it makes a whole game. Raises FileError."""
    return _plain(text, name)


def plain_of(path: Path) -> dict[str, Any]:
    """A game file as plain data, without checking that it makes a whole game. Raises FileError."""
    return _plain(_bytes_of(path), path.name)


def read(path: Path) -> Game:
    """The game in a file. Raises FileError with one sentence that names the file."""
    return from_text(_bytes_of(path), path.name)


def read_text(path: Path, largest: int = 100_000_000) -> str:
    """The text of a file that is no game, such as a table. Raises FileError."""
    return _decoded(_bytes_of(path, largest, "file"), path.name, "file")


def text_from(data: bytes, name: str) -> str:
    """The text of what is no game file, from wherever it came. Raises FileError."""
    return _decoded(data, name, "file")


def _plain_file(path: Path) -> BinaryIO:
    """A file to read from. Raises OSError at once for a pipe or a device, which might never answer."""
    found = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
    if not S_ISREG(os.fstat(found).st_mode):
        os.close(found)
        raise OSError(EINVAL, "it is no plain file")
    return os.fdopen(found, "rb")


def _bytes_of(path: Path, largest: int = LARGEST, what: str = "game file") -> bytes:
    try:
        if not path.is_file():
            raise FileError(f"{path.name or path} {_what_else(path, what)}.")
        with _plain_file(path) as file:
            text = file.read(largest + 1)
    except OSError as error:
        raise FileError(f"{path.name} cannot be read: {_reason(error)}.") from None
    if len(text) > largest:
        raise FileError(f"{path.name} is larger than {largest:,} bytes, so it is not a {what}.")
    return text


def _what_else(path: Path, what: str) -> str:
    """What is there in place of an ordinary file."""
    if path.is_dir():
        return f"is a folder, not a {what}"
    if path.exists():
        return f"is a device or a pipe, not a {what}"
    return "is not there: check the name"


def write(game: Game, path: Path) -> None:
    """Save the game, whole or not at all. Raises FileError; the file that was there is then untouched."""
    write_text(to_text(game), path)


def write_text(text: str, path: Path) -> None:
    """Write a text, whole or not at all. Raises FileError; the file that was there is then untouched."""
    write_bytes(text.encode(), path)


def write_bytes(data: bytes, path: Path, private: bool = False) -> None:
    """Write a file, whole or not at all; a ``private`` one for the user alone.

    What a link points to is written, and the link stays. A file that is there keeps its mode; a new one has that of
    every new file. Raises FileError; the file that was there is then untouched.
    """
    target = Path(os.path.realpath(path))
    if target.exists() and not target.is_file():
        raise FileError(f"{path.name} is no ordinary file, so nothing is written there: choose another name.")
    temporary = target.parent / f"{_beginning(target)}{uuid4().hex[:12]}{PART}"
    try:
        mode = 0o600 if private else 0o666
        with os.fdopen(os.open(temporary, os.O_WRONLY | os.O_CREAT | os.O_EXCL, mode), "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
        if target.exists() and not private:
            temporary.chmod(target.stat().st_mode & 0o7777)
        temporary.replace(target)
    except OSError as error:
        with suppress(OSError):
            temporary.unlink(missing_ok=True)
        raise FileError(
            f"{path.name} cannot be saved in {path.parent}: {_reason(error)}. Choose another folder."
        ) from None
    with suppress(OSError):  # it is saved; a folder that may not be listed is no trouble
        _clear_left(target)


def _beginning(target: Path) -> str:
    """How the names of the files begin in which a file is being written."""
    return f".{target.name[:40]}."


def _clear_left(target: Path) -> None:
    """Remove what killed writes of the same file have left beside it; what is younger may still be written."""
    for name in os.listdir(target.parent):
        if name.startswith(_beginning(target)) and name.endswith(PART):
            left = target.parent / name
            with suppress(OSError):  # somebody else may have been quicker
                if time.time() - left.stat().st_mtime > LEFT_FOR_GOOD:
                    left.unlink()


def fingerprint(path: Path) -> bytes | None:
    """What tells the contents of a file from others; None if it cannot be read, or is no game file by its size."""
    try:
        with _plain_file(path) as file:
            text = file.read(LARGEST + 1)
    except OSError:
        return None
    return sha256(text).digest()


def is_protected(path: Path) -> bool:
    """Whether a file is there that its owner has protected from being written."""
    try:
        return not path.stat().st_mode & 0o222
    except OSError:
        return False


def _reason(error: OSError) -> str:
    return (error.strerror or "the system refused").lower()


def with_suffix(path: Path) -> Path:
    """The path with the ending of game files, whatever was typed."""
    if path.name.endswith(SUFFIX):
        return path
    return path.with_name(path.name.removesuffix(".json") + SUFFIX)
