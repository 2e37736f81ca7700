"""Sheets without a window."""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any

import click

from bolometric.cli.group import FILE, fail, game_of, is_dash, main, painting

KINDS = (".pdf", ".svg", ".png", ".md")


@main.command()
@FILE
@click.option(
    "-o", "--out", type=click.Path(path_type=Path, allow_dash=True), required=True,
    help="Where to write: a .pdf with all pages, a .svg or .png for each page (numbered), or the words as .md; - is a "
    "PDF on standard output.",
)  # fmt: skip
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
        written = _written(with_values(game, changes) if changes else game, out, only)
    except (FileError, GameError) as error:
        fail(error)
    for path in () if is_dash(out) else written:
        click.echo(f"Written to {path}.")


def _written(game: Any, out: Path, only: str) -> list[Path]:
    """Make the pages and write them; gives the files."""
    from bolometric.core.game.files import write_bytes
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
        write_bytes(markdown(contents).encode(), out)
        return [out]
    written.without_screen()
    pages, paper = pages_of(contents, wanted), paper_of(contents)
    if kind == ".pdf" and is_dash(out):
        sys.stdout.buffer.write(written.pdf(pages, paper))
        return [out]
    if kind == ".pdf":
        write_bytes(written.pdf(pages, paper), out)
        return [out]
    draw: Callable[..., bytes] = written.svg if kind == ".svg" else written.png
    files = []
    for number, page in enumerate(pages, 1):
        files.append(out.with_name(f"{out.stem}-{number:02d}{kind}"))
        write_bytes(draw(page, paper, number, len(pages)), files[-1])
    return files
