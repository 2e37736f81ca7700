"""Pages as files, without a window."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from bolometric.core.game.document import Game

KINDS = (".pdf", ".svg", ".png", ".md")
STANDARD = "-"
"""A PDF on standard output, whoever writes it there."""


def pages(game: Game, out: Path, only: str = "") -> Iterator[tuple[Path, bytes]]:
    """Make the pages; gives each file with what goes into it.

    Raises FileError where ``out`` does not say what is to be written, GameError for boards that cannot be.
    """
    from bolometric.core.settings.errors import FileError
    from bolometric.core.sheets.gathering import contents_of, with_card
    from bolometric.core.sheets.teacher import markdown
    from bolometric.paint.printed import out as written
    from bolometric.paint.printed.book import chosen, pages_of, paper_of

    kind = ".pdf" if str(out) == STANDARD else out.suffix.lower()
    if kind not in KINDS:
        raise FileError(f"{out.name} does not say what to write: let it end in {', '.join(KINDS[:-1])} or {KINDS[-1]}.")
    contents = contents_of(game)
    wanted = chosen(contents, only)
    if "teacher" in wanted or kind == ".md":
        contents = with_card(contents)
    if kind == ".md":
        yield out, markdown(contents).encode()
        return
    written.without_screen()
    found, paper = pages_of(contents, wanted), paper_of(contents)
    if kind == ".pdf":
        yield out, written.pdf(found, paper)
        return
    draw: Callable[..., bytes] = written.svg if kind == ".svg" else written.png
    for number, page in enumerate(found, 1):
        yield out.with_name(f"{out.stem}-{number:02d}{kind}"), draw(page, paper, number, len(found))
