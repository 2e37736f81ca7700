"""A person's own pieces: kept under a name, offered wherever a piece is chosen."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Annotated

from pydantic import Field, TypeAdapter

from bolometric.core.game.files import LARGEST, write_text
from bolometric.core.pieces.faces import Line
from bolometric.core.pieces.kinds import AnyPiece, Piece
from bolometric.core.settings.base import Part
from bolometric.core.settings.errors import FileError

MOST = 100


class Named(Part):
    """One piece and what it is called."""

    name: Annotated[Line, Field(min_length=1, max_length=40)]
    piece: Piece


@cache
def _list() -> TypeAdapter[tuple[Named, ...]]:
    """Checks the file's contents; made when there is a file, since making it takes a few milliseconds of the start."""
    return TypeAdapter(Annotated[tuple[Named, ...], Field(max_length=MOST)])


class OwnPieces:
    """The pieces in one file. A file that can't be read counts as empty, and is then never written over."""

    def __init__(self, file: Path) -> None:
        self.file = file
        self._sound = True
        self.pieces = self._read()

    def _read(self) -> tuple[Named, ...]:
        try:
            if self.file.stat().st_size > LARGEST:
                raise ValueError
            return _list().validate_json(self.file.read_bytes())
        except FileNotFoundError:
            return ()
        except (OSError, ValueError):
            self._sound = False
            return ()

    def of_kind(self, kind: str) -> list[Named]:
        """Those of one kind, by name."""
        return sorted((named for named in self.pieces if named.piece.kind == kind), key=lambda named: named.name)

    def keep(self, name: str, piece: AnyPiece) -> None:
        """Keep a piece, in place of one of the same name and kind. Raises FileError; nothing is lost then."""
        if not self._sound:
            raise FileError(f"{self.file.name} in {self.file.parent} is damaged: move it away to keep pieces again.")
        others = [n for n in self.pieces if (n.name, n.piece.kind) != (name, piece.kind)]
        if len(others) >= MOST:
            raise FileError(f"There are {MOST} own pieces already: remove {self.file.name} or use one of them.")
        kept = (*others, Named(name=name, piece=piece))
        self.file.parent.mkdir(parents=True, exist_ok=True)
        write_text(_list().dump_json(kept, indent=1).decode() + "\n", self.file)
        self.pieces = kept
