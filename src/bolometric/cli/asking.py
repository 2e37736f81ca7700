"""What is asked of a game: its readings, odds, rules, faults and questions."""

from __future__ import annotations

import sys
from pathlib import Path
from typing import Literal

import click

from bolometric.cli.group import FILE, JSON, STYLES, fail, game_of, main, say, say_json


@main.command()
@FILE
@click.option("--runs", type=click.IntRange(1, 10_000_000), help="Play exactly so many games. Default: until sure.")
@click.option("--seed", type=click.IntRange(0, 2**63 - 1), default=1, show_default=True, help="Same seed, same runs.")
@click.option(
    "--style",
    type=click.Choice(list(STYLES)),
    help="How all players choose, instead of what the game says. Where nothing is chosen it changes nothing.",
)
@click.option(
    "--at-least",
    type=click.IntRange(1, 1_000_000),
    metavar="TURNS",
    help="Also print the chance that a game takes so many turns or more: how unusual is a game of 52 calls?",
)
@JSON
def measure(file: Path, runs: int | None, seed: int, style: str | None, at_least: int | None, as_json: bool) -> None:
    """Print the readings of a game.

    "Until sure" means: until the widest standard error is under half a percentage point, or 400,000 runs.
    What may never end has no mean; its chance of never ending is given instead.
    """
    from bolometric.front.answers import measure as measured
    from bolometric.front.more import how_it_suits, in_style

    game = game_of(file)
    if style is not None:
        game = in_style(game, STYLES[style])
    found = measured(game, runs, seed)
    suit = how_it_suits(found)
    if as_json:
        from bolometric.front.more import measured_plain

        say_json(measured_plain(found, at_least, suit))
    else:
        from bolometric.front.more import at_least_words, readings_text

        say(readings_text(found))
        if suit[1]:
            say(f"\n{suit[1]}")
        if at_least is not None:
            say(f"\n{at_least_words(game, at_least, found.exact, found.sample)}")


@main.command()
@FILE
@click.option("--answers", is_flag=True, help="Print the answers too.")
@JSON
def talk(file: Path, answers: bool, as_json: bool) -> None:
    """Print questions to ask after a game, made from its own figures, from easy to hard."""
    from bolometric.front.answers import talk as questions
    from bolometric.front.more import LEVELS

    found = questions(game_of(file))
    if as_json:
        plain = [{"level": LEVELS[one.level], "ask": one.ask, "answer": one.answer} for one in found]
        say_json({"questions": plain})
        return
    for number, one in enumerate(found, 1):
        say(f"{number}. {one.ask} [{LEVELS[one.level]}]" + (f"\n   {one.answer}" if answers else ""))


@main.command()
@FILE
@click.option(
    "--make", is_flag=True, help="Print every number that a draw can be put together to, not the totals of the game."
)
@JSON
def odds(file: Path, make: bool, as_json: bool) -> None:
    """Print every total that can come up, its ways and its chance (exact)."""
    from bolometric.front.more import GameError, made_of, made_plain, made_text, odds_plain, odds_text

    game = game_of(file)
    if make:
        try:
            made = made_of(game)
        except GameError as error:
            fail(error)
        say_json(made_plain(made)) if as_json else say(made_text(game, made))
    else:
        say_json(odds_plain(game)) if as_json else say(odds_text(game))


@main.command(context_settings={"ignore_unknown_options": True})
@click.argument("numbers", nargs=-1, required=True, metavar="NUMBER...")
@click.option("--operations", default="+-*/", show_default=True, help="Which signs may stand in a sum.")
@click.option(
    "--use",
    type=click.Choice(["all", "some"]),
    default="all",
    show_default=True,
    help="Each number exactly once, or at most once.",
)
@click.option(
    "--order",
    type=click.Choice(["brackets", "left"]),
    default="brackets",
    show_default=True,
    help="Any brackets, or strictly from left to right (the numbers in any order).",
)
@click.option(
    "--division",
    type=click.Choice(["exact", "fractions"]),
    default="exact",
    show_default=True,
    help="Every division must come out whole, or fractions are allowed.",
)
@JSON
def make(
    numbers: tuple[str, ...],
    operations: str,
    use: Literal["all", "some"],
    order: Literal["brackets", "left"],
    division: Literal["exact", "fractions"],
    as_json: bool,
) -> None:
    """Print every number that some numbers can be put together to, in how many ways, and the shortest sum."""
    from bolometric.front.more import GameError, MakingRules, asked, numbers_plain, numbers_text

    try:
        rules, drawn, found = asked(numbers, operations, MakingRules(use=use, order=order, division=division))
    except GameError as error:
        fail(error)
    say_json(numbers_plain(found)) if as_json else say(numbers_text(drawn, rules, found))


@main.command()
@FILE
@click.option("--count", type=click.IntRange(1, 100), default=30, show_default=True, help="How many boards.")
@click.option("--seed", type=click.IntRange(1), default=1, show_default=True, help="Another seed, other boards.")
@JSON
def boards(file: Path, count: int, seed: int, as_json: bool) -> None:
    """Print boards for a class: the numbers of a grid, each board in another order and all equally hard."""
    from bolometric.front.more import GameError, boards_for, boards_plain, boards_text

    try:
        found = boards_for(game_of(file), count, seed)
    except GameError as error:
        fail(error)
    say_json(boards_plain(found)) if as_json else say(boards_text(found))


@main.command()
@FILE
@JSON
def check(file: Path, as_json: bool) -> None:
    """Print faults and advice, and what was measured to cure them.

    Exit code 0: clean, or only advice and what is meant; 1: faults; 2: not a readable game.
    """
    from bolometric.front.answers import check as checked
    from bolometric.front.more import faults_plain, summary

    game = game_of(file)
    faults = checked(game)
    say_json(faults_plain(game, faults)) if as_json else say(summary(faults) or "Nothing to say against this game.")
    sys.exit(int(any(fault.level == "fault" for fault in faults)))


@main.command()
@FILE
@click.option(
    "--for",
    "reader",
    type=click.Choice(["players", "maker"]),
    default="players",
    show_default=True,
    help="Short sentences to read aloud, or the maker's sheet with aim, targets and every setting.",
)
@click.option("--markdown", is_flag=True, help="With headings and lists in Markdown; lines are not wrapped.")
@JSON
def rules(file: Path, reader: Literal["players", "maker"], markdown: bool, as_json: bool) -> None:
    """Print the rules of a game."""
    from bolometric.front.answers import rules as written
    from bolometric.front.more import rules_plain

    game = game_of(file)
    if as_json:
        say_json(rules_plain(game, reader))
        return
    text = written(game, reader, markdown)
    click.echo(text) if markdown else say(text)


@main.command()
def schema() -> None:
    """Print the JSON Schema of the game file."""
    from bolometric.front.answers import schema as of_games

    say_json(of_games())
