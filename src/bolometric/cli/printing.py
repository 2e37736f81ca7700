"""Sheets without a window."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import click

from bolometric.cli.group import FILE, fail, game_of, hand_out, is_dash, main, painting

KINDS = (".pdf", ".svg", ".png", ".md")


@main.command()
@FILE
@click.option(
    "-o",
    "--out",
    type=click.Path(path_type=Path, allow_dash=True),
    required=True,
    help="Where to write: a .pdf with all pages, a .svg or .png for each page (numbered), or the words as .md; - is a "
    "PDF on standard output.",
)
@click.option("--only", default="", metavar="SHEETS", help="Only these, with commas: boards, pieces, cards, rules, …")
@click.option("--paper", type=click.Choice(["A4", "A3", "Letter"]), help="Another paper than the game says.")
@click.option("--look", type=click.Choice(["colour", "grey", "lines"]), help="Other ink than the game says.")
@click.option("--alike", type=click.IntRange(1, 40), help="So many different boards, equally fair (a grid only).")
@click.option("--class", "learners", type=click.IntRange(1, 200), help="As often as so many learners need it all.")
def sheets(
    file: Path, out: Path, only: str, paper: str | None, look: str | None, alike: int | None, learners: int | None
) -> None:
    """Write what is cut out, laid down, read or handed in, true to size."""
    from bolometric.core.game.document import with_values
    from bolometric.core.settings.errors import FileError, GameError

    painting()
    game = game_of(file)
    asked = {"paper": paper, "look": look, "alike": alike, "learners": learners}
    changes: dict[str, object] = {f"printing.{key}": value for key, value in asked.items() if value is not None}
    if learners is not None:
        changes["printing.copies"] = "class"
    try:
        for path, data in _pages(with_values(game, changes) if changes else game, out, only):
            hand_out(data, path)
    except (FileError, GameError) as error:
        fail(error)


def _pages(game: Any, out: Path, only: str) -> Iterator[tuple[Path, bytes]]:
    """Make the pages; gives each file with what goes into it."""
    from bolometric.core.settings.errors import FileError
    from bolometric.core.sheets.gathering import contents_of, with_card
    from bolometric.core.sheets.teacher import markdown
    from bolometric.paint.printed import out as written
    from bolometric.paint.printed.book import chosen, pages_of, paper_of

    kind = ".pdf" if is_dash(out) else out.suffix.lower()
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
    pages, paper = pages_of(contents, wanted), paper_of(contents)
    if kind == ".pdf":
        yield out, written.pdf(pages, paper)
        return
    draw: Callable[..., bytes] = written.svg if kind == ".svg" else written.png
    for number, page in enumerate(pages, 1):
        yield out.with_name(f"{out.stem}-{number:02d}{kind}"), draw(page, paper, number, len(pages))
