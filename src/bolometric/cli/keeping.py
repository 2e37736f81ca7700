"""The logbook without a window."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import date, timedelta
from pathlib import Path
from typing import TYPE_CHECKING, Any

import click

from bolometric.cli.group import (
    FILE,
    INPUT,
    JSON,
    Nearest,
    fail,
    game_of,
    hand_out,
    is_dash,
    main,
    painting,
    say,
    say_json,
    typed_in,
)

if TYPE_CHECKING:
    from bolometric.front.more import Logbook

BOOK = click.option("--book", type=click.Path(path_type=Path), help="Another logbook than the one in your data folder.")
_GROUP = click.option("--group", default="", help="Only sessions of this group.")
_NAME = click.option("--game", "name", default="", help="Only sessions of the game with this name.")


def _since(context: click.Context, option: click.Parameter, given: str) -> str:
    """A day as the logbook has it; where it was not written so, what was taken is said."""
    words = given.strip().lower()
    if not words:
        return ""
    day: date | None
    back = {"today": 0, "yesterday": 1}.get(words)
    if (days := re.fullmatch(r"(\d{1,5}) days?", words)) is not None:
        back = int(days[1])
    try:
        if back is not None:
            day = date.today() - timedelta(days=back)
        else:
            parts = re.fullmatch(r"(\d{4})(?:-(\d{1,2})(?:-(\d{1,2}))?)?", words)
            day = date(*(int(part or 1) for part in parts.groups())) if parts else None
    except (ValueError, OverflowError):
        day = None
    if day is None:
        fail(f"“{given[:40]}” is no day: write it as 2026-11-05, as 2026-11 for its first day, or as 14 days.")
    if day.isoformat() != words:
        click.echo(f"bolometric: since {day.isoformat()}.", err=True)
    return day.isoformat()


_SINCE = click.option(
    "--since", default="", metavar="DATE", callback=_since, help="Only from this day on: 2026-11-05, 2026-11, 14 days."
)


@main.group(cls=Nearest)
def log() -> None:
    """Keep what happened when a game was played, and learn from it."""


@contextmanager
def opened(book: Path | None, must_be_there: bool = False) -> Iterator[Logbook]:
    """A logbook; one that is named only to be read has to be there, and is not made."""
    from bolometric.front.more import FileError, Logbook, usual_place

    if must_be_there and book is not None and not book.exists():
        fail(f"There is no logbook {book.name} in {book.absolute().parent}: name one that is there, or none for yours.")
    try:
        with Logbook(book or usual_place()) as found:
            yield found
            if found.unread_words:
                click.echo(f"bolometric: {found.unread_words}", err=True)
    except FileError as error:
        fail(error)


@log.command()
@FILE
@click.option("--date", "day", help="When, as 2026-11-26; today without it.")
@click.option("--group", default="", help="Who played: a class or a group, never a child.")
@click.option("--tables", type=int, help="How many tables played; as many as games are noted without it.")
@click.option("--turns", type=int, multiple=True, help="Turns that a game took; once for each game.")
@click.option("--minutes", type=float, multiple=True, help="Minutes that a game took; once for each game.")
@click.option("--winner", "winners", type=int, multiple=True, help="The player who won, from 1; 0 for nobody alone.")
@click.option("--slips", type=int, multiple=True, help="Slips noticed in a game, if counted; once for each game.")
@click.option("--totals", default="", metavar="7,8,3", help="What came up, one after the other.")
@click.option("--mood", default="", help="flat, calm, lively or wild.")
@click.option("--note", default="", help="A line of notes.")
@click.option("--change", default="", help="What to change next time.")
@click.option("--anyway", is_flag=True, help="Keep totals that the game's pieces cannot make.")
@BOOK
def add(
    file: Path, day: str | None, totals: str, anyway: bool, tables: int | None, book: Path | None, **said: Any
) -> None:
    """Write one session in."""
    from bolometric.front.more import FileError, GameError, impossible_words, session_of, story

    game = game_of(file)
    said["totals"] = tuple(part.strip() for part in totals.split(",") if part.strip())
    said["tables"] = tables or max(
        1, len(said["turns"]), len(said["minutes"]), len(said["winners"]), len(said["slips"])
    )
    try:
        session = session_of(game, **said, **({"day": day} if day else {}))
    except GameError as error:
        fail(error)
    trouble = "" if anyway else impossible_words(session)
    if trouble:
        fail(FileError(f"{trouble} Add --anyway to keep them."))
    with opened(book) as found:
        found.keep(session)
    click.echo(f"Logged: {story(session)}")


@log.command("list")
@_GROUP
@_NAME
@_SINCE
@click.option("--find", "words", default="", help="Only sessions with these words in them.")
@BOOK
@JSON
def list_(group: str, name: str, since: str, words: str, book: Path | None, as_json: bool) -> None:
    """List sessions, the newest first."""
    from bolometric.front.more import story, to_json

    with opened(book, must_be_there=True) as found:
        listed = found.sessions(name, group, since, words)
    if as_json:
        click.echo(to_json(listed), nl=False)
        return
    for one in listed:
        say(story(one))
    if not listed:
        click.echo("No sessions.")


@log.command()
@click.option(
    "-o",
    "--out",
    type=click.Path(path_type=Path, allow_dash=True),
    help="A .csv or .json; without it, or for -, CSV is printed.",
)
@_GROUP
@_NAME
@_SINCE
@BOOK
def export(out: Path | None, group: str, name: str, since: str, book: Path | None) -> None:
    """Take sessions out: as CSV for a spreadsheet, or as JSON with their games."""
    from bolometric.front.more import to_csv, to_json

    with opened(book, must_be_there=True) as found:
        listed = found.sessions(name, group, since)
    if out is None:
        click.echo(to_csv(listed), nl=False)
        return
    hand_out((to_json(listed) if out.suffix.lower() == ".json" else to_csv(listed)).encode(), out)


@log.command("import")
@FILE
@click.option("--of", "games", type=click.Path(path_type=Path), multiple=True, help="A game that a CSV names.")
@BOOK
def import_(file: Path, games: tuple[Path, ...], book: Path | None) -> None:
    """Take sessions in, from a CSV or JSON file: all of them or none."""
    from bolometric.front.more import from_csv, from_json, read_text, text_from

    known = {game.name: game for game in map(game_of, games)}
    with opened(book) as found:
        text, told = (text_from(typed_in(100_000_000), INPUT), INPUT) if is_dash(file) else (read_text(file), file.name)
        if file.suffix.lower() == ".json" or (is_dash(file) and text.lstrip()[:1] == "{"):
            sessions = from_json(text, told)
        else:
            for one in found.sessions():
                known.setdefault(one.played.name, one.played)
            sessions = from_csv(text, told, known.get)
        found.keep(*sessions)
    click.echo(f"{len(sessions)} taken over.")


@log.command()
@click.option(
    "-o",
    "--out",
    type=click.Path(path_type=Path, allow_dash=True),
    help="A .pdf to print, a .md, or a .csv of what its pictures show; - for a PDF on standard output; without it text "
    "is printed.",
)
@_GROUP
@_NAME
@_SINCE
@BOOK
@JSON
def report(out: Path | None, group: str, name: str, since: str, book: Path | None, as_json: bool) -> None:
    """Tell what the sessions say: luck or rule, how groups work, what to try next time."""
    from bolometric.front.more import page_csv, page_markdown, report_page, report_parts
    from bolometric.front.more import report as told

    with opened(book, must_be_there=True) as found:
        sessions = found.sessions(name, group, since)
    if as_json:
        say_json({"sections": [{"title": title, "lines": lines} for title, lines in report_parts(sessions)]})
        return
    if out is None:
        say(told(sessions))
        return
    page, ending = report_page(sessions), out.suffix.lower()
    if ending in (".md", ".csv"):
        hand_out((page_markdown if ending == ".md" else page_csv)(page).encode(), out)
        return
    painting()
    from bolometric.front.more import Printing
    from bolometric.paint.printed.logged import report_pdf
    from bolometric.paint.printed.out import without_screen

    without_screen()
    hand_out(report_pdf(page, Printing()), out)


@log.command()
@click.argument("to", type=click.Path(path_type=Path, allow_dash=True))
@BOOK
def backup(to: Path, book: Path | None) -> None:
    """Write the whole logbook into one file."""
    from tempfile import TemporaryDirectory

    with opened(book, must_be_there=True) as found:
        if not is_dash(to):
            found.backup(to)
            click.echo(f"Written to {to}.")
            return
        with TemporaryDirectory() as folder:
            copy = Path(folder) / "backup"
            found.backup(copy)
            hand_out(copy.read_bytes(), to)
