"""The command line. Kept stable: it is how the program is checked from outside.

Exit codes: 0 well, 1 faults found (``check`` only), 2 something given cannot be used or written, 130 stopped by Ctrl-C,
141 the reader of the output has gone. Errors go to standard error as one line.
"""

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


class _Group(click.Group):
    """Takes ``bolometric FILE`` as ``bolometric open FILE``."""

    def resolve_command(self, ctx: click.Context, args: list[str]) -> Any:
        if args and args[0] not in self.commands:
            args = [OPEN, *args]
        return super().resolve_command(ctx, args)

    def parse_args(self, ctx: click.Context, args: list[str]) -> list[str]:
        if not args or args[0] == "--demo":
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
    bolometric FILE                open one game (a .bolo.json file)
    bolometric measure FILE        print its readings: length, fairness, setbacks, ...
    bolometric rules FILE          print its rules, to read aloud or as the maker's sheet
    bolometric odds FILE           print every total with its ways and its chance
    bolometric talk FILE           print questions to ask afterwards, with their answers
    bolometric make 6 5 3 1        print every number that these can be put together to
    bolometric tune FILE           print games like it that suit its targets better
    bolometric sweep FILE --knob … print every reading over the values of a setting
    bolometric find --brief FILE   print games of every kind that suit a brief
    bolometric check FILE          print what is wrong with the game, and what cures it
    bolometric schema              print the JSON Schema of the game file

    Readings are worked out exactly where that can be done and simulated where not; each says which. A
    simulated reading carries its standard error.
    """


def _fail(error: Exception) -> NoReturn:
    click.echo(f"bolometric: {error}", err=True)
    sys.exit(2)


def _read(file: Path) -> Any:
    from bolometric.core.game.files import read
    from bolometric.core.settings.errors import FileError

    try:
        return read(file)
    except FileError as error:
        _fail(error)


_FILE = click.argument("file", type=click.Path(path_type=Path))
_STYLES: dict[str, Literal["guess", "thumb", "plan"]] = {"guess": "guess", "thumb": "thumb", "plan": "plan"}
_JSON = click.option("--json", "as_json", is_flag=True, help="Print JSON instead of a table.")


@main.command(OPEN, hidden=True)
@click.argument("file", type=click.Path(path_type=Path), required=False)
@click.option("--demo", is_flag=True, help="Open the window on the demo shelf.")
def open_window(file: Path | None, demo: bool) -> None:
    """Open the window, on a game if one is named."""
    if file is not None:
        _read(file)  # a wrong file is said here, on standard error, before any window opens
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "1")  # none is wanted, and looking for them takes 25 ms
    gc.disable()  # nothing made while starting is garbage, and looking for it takes a fifth of the start
    from bolometric.desk.app import run

    sys.exit(run(file, demo))


@main.command()
@_FILE
@click.option("--runs", type=click.IntRange(1, 10_000_000), help="Play exactly so many games. Default: until sure.")
@click.option("--seed", type=click.IntRange(0, 2**63 - 1), default=1, show_default=True, help="Same seed, same runs.")
@click.option(
    "--style", type=click.Choice(list(_STYLES)),
    help="How all players choose, instead of what the game says. Where nothing is chosen it changes nothing.",
)  # fmt: skip
@click.option(
    "--at-least", type=click.IntRange(1, 1_000_000), metavar="TURNS",
    help="Also print the chance that a game takes so many turns or more: how unusual is a game of 52 calls?",
)  # fmt: skip
@_JSON
def measure(file: Path, runs: int | None, seed: int, style: str | None, at_least: int | None, as_json: bool) -> None:
    """Print the readings of a game.

    "Until sure" means: until the widest standard error is under half a percentage point, or 400,000 runs.
    What may never end has no mean; its chance of never ending is given instead.
    """
    from bolometric.core.measure.measuring import in_style
    from bolometric.core.measure.measuring import measure as measure_game
    from bolometric.core.tuning.telling import how_it_suits

    game = _read(file)
    if style is not None:
        game = in_style(game, _STYLES[style])
    found = measure_game(game, runs, seed)
    suit = how_it_suits(found)
    if as_json:
        from bolometric.core.words.plain import measured_plain

        click.echo(json.dumps(measured_plain(found, at_least, suit), indent=2, allow_nan=False))
    else:
        from bolometric.core.words.report import readings_text
        from bolometric.core.words.telling import at_least_words

        click.echo(readings_text(found))
        if suit[1]:
            click.echo(f"\n{suit[1]}")
        if at_least is not None:
            click.echo(f"\n{at_least_words(game, at_least, found.exact, found.sample)}")


_WORKERS = click.option(
    "--workers", type=click.IntRange(1, 256), default=1, show_default=True, help="Processes that look at candidates."
)
_CLUSTER = click.option("--cluster", default="", metavar="ADDRESS", help="Or a cluster: the address of its scheduler.")
_SEED = click.option("--seed", type=click.IntRange(0, 2**63 - 1), default=1, show_default=True, help="Same seed, same.")


@main.command()
@_FILE
@click.option("--free", multiple=True, metavar="KNOB", help="A setting that may change, by its path; none for all.")
@click.option("--lock", multiple=True, metavar="KNOB", help="A setting that must stay, by its path.")
@click.option("--budget", type=click.FloatRange(0.1, 86_400), help="Seconds after which no more are tried.")
@click.option("--tries", type=click.IntRange(1, 100_000), help="Candidates that are looked at.")
@_SEED
@_WORKERS
@_CLUSTER
@_JSON
def tune(
    file: Path, free: tuple[str, ...], lock: tuple[str, ...], budget: float | None, tries: int | None, seed: int,
    workers: int, cluster: str, as_json: bool,
) -> None:  # fmt: skip
    """Look for games like this one that suit its targets better, the best first."""
    from bolometric.core.settings.errors import GameError
    from bolometric.core.tuning.search import TRIES
    from bolometric.core.tuning.search import tune as search
    from bolometric.core.tuning.telling import candidates_plain, candidates_text
    from bolometric.core.tuning.workers import sharing

    game = _read(file)
    try:
        with sharing(workers, cluster) as share:
            *_, last = search(game, free, lock, seed, tries or TRIES, budget, share)
    except GameError as error:
        _fail(error)
    click.echo(json.dumps(candidates_plain(last.best), indent=2) if as_json else candidates_text(game, last.best))


@main.command()
@_FILE
@click.option(
    "--knob", "knobs", multiple=True, required=True, metavar="KNOB[=A..B[:STEP]]",
    help="A setting with its values: area.length=20..60:5, area.end=pass,exact. Give one or two.",
)  # fmt: skip
@click.option("--runs", type=click.IntRange(20, 1_000_000), default=2_000, show_default=True, help="Games a point.")
@_SEED
@_WORKERS
@_CLUSTER
@click.option("--csv", "as_csv", is_flag=True, help="Print comma-separated values.")
@_JSON
def sweep(
    file: Path, knobs: tuple[str, ...], runs: int, seed: int, workers: int, cluster: str, as_csv: bool, as_json: bool
) -> None:
    """Go through the values of a setting, or of two together, and print every reading of each game."""
    from bolometric.core.settings.errors import GameError
    from bolometric.core.tuning.sweep import sweep as through
    from bolometric.core.tuning.sweep import swept
    from bolometric.core.tuning.telling import points_csv, points_plain, points_text
    from bolometric.core.tuning.workers import sharing

    game = _read(file)
    try:
        asked = [swept(game, text) for text in knobs]
        with sharing(workers, cluster) as share:
            points = list(through(game, asked, runs, seed, share=share))
    except GameError as error:
        _fail(error)
    if as_csv:
        click.echo(points_csv(asked, points), nl=False)
    else:
        click.echo(json.dumps(points_plain(asked, points), indent=2) if as_json else points_text(asked, points))


@main.command()
@click.option(
    "--brief", type=click.Path(path_type=Path), required=True, help="A game file; its brief, seats and pieces count."
)
@click.option("--tries", type=click.IntRange(1, 10_000), help="Candidates of each beginning.")
@_SEED
@_WORKERS
@_CLUSTER
@_JSON
def find(brief: Path, tries: int | None, seed: int, workers: int, cluster: str, as_json: bool) -> None:
    """Look for games of every kind that suit a brief, with the pieces at hand, the best first."""
    from bolometric.core.game.files import plain_of
    from bolometric.core.settings.errors import FileError, GameError
    from bolometric.core.tuning.find import TRIES
    from bolometric.core.tuning.find import find as search
    from bolometric.core.tuning.telling import candidates_plain, candidates_text
    from bolometric.core.tuning.workers import sharing

    try:
        with sharing(workers, cluster) as share:
            found = search(plain_of(brief), seed, tries or TRIES, share)
    except (FileError, GameError) as error:
        _fail(error)
    click.echo(json.dumps(candidates_plain(found), indent=2) if as_json else candidates_text(None, found))


@main.command()
@_FILE
@click.option("--answers", is_flag=True, help="Print the answers too.")
@_JSON
def talk(file: Path, answers: bool, as_json: bool) -> None:
    """Print questions to ask after a game, made from its own figures, from easy to hard."""
    from bolometric.core.measure.measuring import measure as measure_game
    from bolometric.core.words.talk import LEVELS, asked_of

    found = asked_of(measure_game(_read(file)))
    if as_json:
        plain = [{"level": LEVELS[one.level], "ask": one.ask, "answer": one.answer} for one in found]
        click.echo(json.dumps({"questions": plain}, indent=2))
        return
    for number, one in enumerate(found, 1):
        click.echo(f"{number}. {one.ask} [{LEVELS[one.level]}]" + (f"\n   {one.answer}" if answers else ""))


@main.command()
@_FILE
@click.option(
    "--make", is_flag=True, help="Print every number that a draw can be put together to, not the totals of the game."
)
@_JSON
def odds(file: Path, make: bool, as_json: bool) -> None:
    """Print every total that can come up, its ways and its chance (exact)."""
    from bolometric.core.settings.errors import GameError
    from bolometric.core.words.making import made_of, made_plain, made_text
    from bolometric.core.words.plain import odds_plain
    from bolometric.core.words.report import odds_text

    game = _read(file)
    if make:
        try:
            made = made_of(game)
        except GameError as error:
            _fail(error)
        click.echo(json.dumps(made_plain(made), indent=2) if as_json else made_text(game, made))
    else:
        click.echo(json.dumps(odds_plain(game), indent=2) if as_json else odds_text(game))


@main.command(context_settings={"ignore_unknown_options": True})
@click.argument("numbers", nargs=-1, required=True, metavar="NUMBER...")
@click.option("--operations", default="+-*/", show_default=True, help="Which signs may stand in a sum.")
@click.option(
    "--use", type=click.Choice(["all", "some"]), default="all", show_default=True,
    help="Each number exactly once, or at most once.",
)  # fmt: skip
@click.option(
    "--order", type=click.Choice(["brackets", "left"]), default="brackets", show_default=True,
    help="Any brackets, or strictly from left to right (the numbers in any order).",
)  # fmt: skip
@click.option(
    "--division", type=click.Choice(["exact", "fractions"]), default="exact", show_default=True,
    help="Every division must come out whole, or fractions are allowed.",
)  # fmt: skip
@_JSON
def make(
    numbers: tuple[str, ...], operations: str, use: Literal["all", "some"], order: Literal["brackets", "left"],
    division: Literal["exact", "fractions"], as_json: bool,
) -> None:  # fmt: skip
    """Print every number that some numbers can be put together to, in how many ways, and the shortest sum."""
    from bolometric.core.making.rules import MakingRules
    from bolometric.core.settings.errors import GameError
    from bolometric.core.words.making import asked, numbers_plain, numbers_text

    try:
        rules, drawn, found = asked(numbers, operations, MakingRules(use=use, order=order, division=division))
    except GameError as error:
        _fail(error)
    click.echo(json.dumps(numbers_plain(found), indent=2) if as_json else numbers_text(drawn, rules, found))


@main.command()
@_FILE
@click.option("--count", type=click.IntRange(1, 100), default=30, show_default=True, help="How many boards.")
@click.option("--seed", type=click.IntRange(1), default=1, show_default=True, help="Another seed, other boards.")
@_JSON
def boards(file: Path, count: int, seed: int, as_json: bool) -> None:
    """Print boards for a class: the numbers of a grid, each board in another order and all equally hard."""
    from bolometric.core.settings.errors import GameError
    from bolometric.core.words.boards import boards_for, boards_plain, boards_text

    try:
        found = boards_for(_read(file), count, seed)
    except GameError as error:
        _fail(error)
    click.echo(json.dumps(boards_plain(found), indent=2) if as_json else boards_text(found))


@main.command()
@_FILE
def check(file: Path) -> None:
    """Print faults and advice. Exit code 0: clean or only advice; 1: faults; 2: not a readable game."""
    from bolometric.core.judge.faults import find_faults, summary

    faults = find_faults(_read(file))
    click.echo(summary(faults) or "Nothing to say against this game.")
    sys.exit(int(any(fault.level == "fault" for fault in faults)))


@main.command()
@_FILE
@click.option(
    "--for", "reader", type=click.Choice(["players", "maker"]), default="players", show_default=True,
    help="Short sentences to read aloud, or the maker's sheet with aim, targets and every setting.",
)  # fmt: skip
@click.option("--markdown", is_flag=True, help="With headings and lists in Markdown.")
def rules(file: Path, reader: str, markdown: bool) -> None:
    """Print the rules of a game."""
    from bolometric.core.words.aloud import players_rules
    from bolometric.core.words.rule_sheet import makers_sheet

    game = _read(file)
    click.echo(players_rules(game, markdown) if reader == "players" else makers_sheet(game, markdown))


@main.command()
def schema() -> None:
    """Print the JSON Schema of the game file."""
    from bolometric.core.game.schema import schema as game_schema

    click.echo(json.dumps(game_schema(), indent=2))
