"""The group of commands, and what they share: a file to read, an error to say, output that may be cut off."""

from __future__ import annotations

import gc
import json
import os
import sys
from contextlib import suppress
from pathlib import Path
from typing import Any, Literal, NoReturn

import click

from bolometric import __version__

OPEN = "open"
COLUMNS, WHOLE = 80, 400
"""Letters of a line of help, and of a sentence that is told whole."""


class Nearest(click.Group):
    """Answers a wrong command with the nearest right one."""

    def resolve_command(self, ctx: click.Context, args: list[str]) -> Any:
        if args and args[0] not in self.commands:
            self.refuse(ctx, args[0])
        return super().resolve_command(ctx, args)

    def format_commands(self, ctx: click.Context, formatter: click.HelpFormatter) -> None:
        """Each command with all of its sentence."""
        shown = [(name, one) for name, one in sorted(self.commands.items()) if not one.hidden]
        with formatter.section("Commands"):
            formatter.write_dl([(name, one.get_short_help_str(WHOLE)) for name, one in shown])

    def refuse(self, ctx: click.Context, word: str) -> NoReturn:
        """Say that there is no such command, and which may have been meant."""
        from difflib import get_close_matches

        listed = [name for name, command in self.commands.items() if not command.hidden]
        near = get_close_matches(word, listed, 1, 0.5)
        meant = f" Did you mean: {ctx.command_path} {near[0]}?" if near else ""
        told = f"bolometric: there is no command {word!r}.{meant} All are listed by: {ctx.command_path} --help"
        click.echo(told, err=True)
        ctx.exit(2)


class _Group(Nearest):
    """Takes ``bolometric FILE`` as ``bolometric open FILE``."""

    def resolve_command(self, ctx: click.Context, args: list[str]) -> Any:
        if args and args[0] not in self.commands and _may_be_file(args[0]):
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


def _may_be_file(word: str) -> bool:
    """Whether a word names a file, there or not, and no command; options are told by the command that opens."""
    return word.startswith("-") or "." in word or "/" in word or Path(word).exists()


def _leave(code: int) -> NoReturn:
    """End without another try to write what could not be written."""
    with suppress(OSError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
    sys.exit(code)


HELP = """Measure a home-made number game before you cut out thirty boards.

Without a command the window opens: on your own shelf of games, on a FILE (which ends in .bolo.json), or with --demo on
the demo shelf. With --apart it is a window of its own.

\b
Examples:
  bolometric --demo
  bolometric measure game.bolo.json
  bolometric check game.bolo.json
  bolometric sheets game.bolo.json -o pages.pdf
  bolometric make 6 5 3 1

Readings are worked out exactly where that can be done and simulated where not; each says which, and a simulated one
carries its standard error.

A FILE of - is standard input, and an output of - is standard output. With --json a command prints JSON.

\b
Exit codes:
"""
EXITS = {
    0: "well",
    1: "faults were found (check only)",
    2: "something given cannot be used or written",
    130: "stopped by Ctrl-C",
    141: "the reader of the output has gone",
}
CODES = "".join(f"  {code:<5}{means}\n" for code, means in EXITS.items())


@click.group(
    cls=_Group,
    help=HELP + CODES,
    subcommand_metavar="COMMAND …  or  FILE",
    context_settings={"help_option_names": ["-h", "--help"], "max_content_width": COLUMNS},
)
@click.version_option(__version__, prog_name="bolometric")
def main() -> None:
    """The command; see ``HELP``."""


def fail(error: Exception | str) -> NoReturn:
    """Say what is wrong in one line, and end."""
    click.echo(f"bolometric: {error}", err=True)
    sys.exit(2)


def painting() -> None:
    """What is painted needs libraries of the system even without a window; a missing one ends the command."""
    from bolometric.machine.screen import without_window

    wrong = without_window()
    if wrong:
        fail(wrong)


def game_of(file: Path) -> Any:
    """The game in a file; a wrong file ends the command."""
    from bolometric.front.more import FileError, from_text, read

    try:
        return from_text(typed_in(), INPUT) if is_dash(file) else read(file)
    except FileError as error:
        fail(error)


def is_dash(file: Path | None) -> bool:
    """Whether standard input or output is meant."""
    return file is not None and str(file) == "-"


def typed_in(largest: int = 1_000_000) -> bytes:
    """All of standard input, which may not be larger than a file may."""
    data = sys.stdin.buffer.read(largest + 1)
    if len(data) > largest:
        fail(f"{INPUT}: it is larger than {largest:,} bytes, so it is no file of this program.")
    return data


def hand_out(data: bytes, out: Path) -> None:
    """Write a file and say so, or write to standard output and say nothing. Ends the command where it cannot be."""
    from bolometric.front.more import FileError, write_bytes

    if is_dash(out):
        sys.stdout.buffer.write(data)
        return
    try:
        write_bytes(data, out)
    except FileError as error:
        fail(error)
    click.echo(f"Written to {out}.")


def say(text: str) -> None:
    """Print text that is wrapped to the usual terminal."""
    from bolometric.front.more import wrapped

    click.echo(wrapped(text))


def say_json(plain: object) -> None:
    """Print one value as JSON."""
    click.echo(json.dumps(plain, indent=2, ensure_ascii=False, allow_nan=False))


INPUT = "standard input"
FILE = click.argument("file", type=click.Path(path_type=Path, allow_dash=True))
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
        fail(wrong)
    if platform:
        os.environ[CHOICE] = platform
    if is_dash(file):
        fail("the window opens a file by its name; - is for the other commands.")
    if file is not None:
        game_of(file)  # a wrong file is said here, on standard error, before any window opens
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "1")  # none is wanted, and looking for them takes 25 ms
    gc.disable()  # nothing made while starting is garbage, and looking for it takes a fifth of the start
    from bolometric.desk.shell.app import run

    sys.exit(run(file, demo, apart))
