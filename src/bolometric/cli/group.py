"""The group of commands, and what they share: a file to read, an error to say, output that may be cut off."""

from __future__ import annotations

import gc
import os
import sys
from contextlib import suppress
from pathlib import Path
from typing import Any, Literal, NoReturn

import click

from bolometric import __version__

OPEN = "open"


class _Group(click.Group):
    """Takes ``bolometric FILE`` as ``bolometric open FILE``."""

    def resolve_command(self, ctx: click.Context, args: list[str]) -> Any:
        if args and args[0] not in self.commands:
            args = [OPEN, *args]
        return super().resolve_command(ctx, args)

    def parse_args(self, ctx: click.Context, args: list[str]) -> list[str]:
        if not args or args[0] in ("--demo", "--apart"):
            args = [OPEN, *args]
        return super().parse_args(ctx, args)

    def invoke(self, ctx: click.Context) -> Any:
        """Run a command; what stops it from outside is told in a line, or, for a reader that has gone, not at all."""
        try:
            try:
                return super().invoke(ctx)
            finally:
                sys.stdout.flush()  # or a full disk is only met once nobody can say so any more
        except KeyboardInterrupt:
            click.echo("bolometric: stopped.", err=True)
            _leave(130)
        except BrokenPipeError:
            _leave(141)
        except OSError as error:
            click.echo(f"bolometric: the output cannot be written: {(error.strerror or 'refused').lower()}.", err=True)
            _leave(2)


def _leave(code: int) -> NoReturn:
    """End without another try to write what could not be written."""
    with suppress(OSError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
    sys.exit(code)


@click.group(cls=_Group, context_settings={"help_option_names": ["-h", "--help"]})
@click.version_option(__version__, prog_name="bolometric")
def main() -> None:
    r"""Measure a home-made number game before you cut out thirty boards.

    \b
    bolometric                     open the window on your own shelf of games
    bolometric --demo              open it on the demo shelf
    bolometric FILE                open one game (a .bolo.json file); --apart: in a window of its own
    bolometric measure FILE        print its readings: length, fairness, setbacks, ...
    bolometric rules FILE          print its rules, to read aloud or as the maker's sheet
    bolometric odds FILE           print every total with its ways and its chance
    bolometric talk FILE           print questions to ask afterwards, with their answers
    bolometric make 6 5 3 1        print every number that these can be put together to
    bolometric tune FILE           print games like it that suit its targets better
    bolometric sweep FILE --knob … print every reading over the values of a setting
    bolometric find --brief FILE   print games of every kind that suit a brief
    bolometric sheets FILE -o PDF  print board, pieces, cards, rules and what else is cut out or read
    bolometric check FILE          print what is wrong with the game, and what cures it
    bolometric schema              print the JSON Schema of the game file

    Readings are worked out exactly where that can be done and simulated where not; each says which. A
    simulated reading carries its standard error.
    """


def fail(error: Exception) -> NoReturn:
    """Say what is wrong in one line, and end."""
    click.echo(f"bolometric: {error}", err=True)
    sys.exit(2)


def painting() -> None:
    """What is painted needs libraries of the system even without a window; a missing one ends the command."""
    from bolometric.machine.screen import without_window

    wrong = without_window()
    if wrong:
        click.echo(f"bolometric: {wrong}", err=True)
        sys.exit(2)


def game_of(file: Path) -> Any:
    """The game in a file; a wrong file ends the command."""
    from bolometric.core.game.files import read
    from bolometric.core.settings.errors import FileError

    try:
        return read(file)
    except FileError as error:
        fail(error)


FILE = click.argument("file", type=click.Path(path_type=Path))
STYLES: dict[str, Literal["guess", "thumb", "plan"]] = {"guess": "guess", "thumb": "thumb", "plan": "plan"}
JSON = click.option("--json", "as_json", is_flag=True, help="Print JSON instead of a table.")


@main.command(OPEN, hidden=True)
@click.argument("file", type=click.Path(path_type=Path), required=False)
@click.option("--demo", is_flag=True, help="Open the window on the demo shelf.")
@click.option("--apart", is_flag=True, help="Open a window of its own, whatever else is open.")
def open_window(file: Path | None, demo: bool, apart: bool) -> None:
    """Open the window, on a game if one is named."""
    from bolometric.machine.screen import CHOICE, trouble

    wrong, platform = trouble()
    if wrong:
        click.echo(f"bolometric: {wrong}", err=True)
        sys.exit(2)
    if platform:
        os.environ[CHOICE] = platform
    if file is not None:
        game_of(file)  # a wrong file is said here, on standard error, before any window opens
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "1")  # none is wanted, and looking for them takes 25 ms
    gc.disable()  # nothing made while starting is garbage, and looking for it takes a fifth of the start
    from bolometric.desk.app import run

    sys.exit(run(file, demo, apart))
