"""Sheets without a window."""

from __future__ import annotations

from pathlib import Path

import click

from bolometric.cli.group import FILE, fail, game_of, hand_out, main, painting


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
    from bolometric.front.more import FileError, GameError, with_values
    from bolometric.front.sheets import pages

    painting()
    game = game_of(file)
    asked = {"paper": paper, "look": look, "alike": alike, "learners": learners}
    changes: dict[str, object] = {f"printing.{key}": value for key, value in asked.items() if value is not None}
    if learners is not None:
        changes["printing.copies"] = "class"
    try:
        for path, data in pages(with_values(game, changes) if changes else game, out, only):
            hand_out(data, path)
    except (FileError, GameError) as error:
        fail(error)
