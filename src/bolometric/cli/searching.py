"""Games like one that suit better, over the values of a setting, and for a brief."""

from __future__ import annotations

from pathlib import Path

import click

from bolometric.cli.group import FILE, INPUT, JSON, fail, game_of, is_dash, main, say, say_json, typed_in
from bolometric.cli.keeping import BOOK, opened
from bolometric.cli.waiting import looking

_WORKERS = click.option(
    "--workers", type=click.IntRange(1, 256), default=1, show_default=True, help="Processes that look at candidates."
)
_CLUSTER = click.option("--cluster", default="", metavar="ADDRESS", help="Or a cluster: the address of its scheduler.")
_SEED = click.option("--seed", type=click.IntRange(0, 2**63 - 1), default=1, show_default=True, help="Same seed, same.")


@main.command()
@FILE
@click.option("--free", multiple=True, metavar="KNOB", help="A setting that may change, by its path; none for all.")
@click.option("--lock", multiple=True, metavar="KNOB", help="A setting that must stay, by its path.")
@click.option("--budget", type=click.FloatRange(0.1, 86_400), help="Seconds after which no more are tried.")
@click.option("--tries", type=click.IntRange(1, 1_000_000), help="Candidates that are looked at.")
@click.option(
    "--keep",
    "kept",
    type=click.Path(path_type=Path, dir_okay=False),
    help="A file from which a search of 5,000 tries or more goes on after it was stopped.",
)
@_SEED
@_WORKERS
@_CLUSTER
@JSON
def tune(
    file: Path,
    free: tuple[str, ...],
    lock: tuple[str, ...],
    budget: float | None,
    tries: int | None,
    kept: Path | None,
    seed: int,
    workers: int,
    cluster: str,
    as_json: bool,
) -> None:
    """Look for games like this one that suit its targets better, the best first."""
    from bolometric.front.answers import tune as better
    from bolometric.front.more import GameError, candidates_plain, candidates_text

    game = game_of(file)
    try:
        with looking() as told:
            found = better(game, free, lock, seed, tries, budget, workers, cluster, told, kept)
    except GameError as error:
        fail(error)
    say_json(candidates_plain(found)) if as_json else say(candidates_text(game, found))


@main.command()
@FILE
@click.option(
    "--knob",
    "knobs",
    multiple=True,
    required=True,
    metavar="KNOB[=A..B[:STEP]]",
    help="A setting with its values: area.length=20..60:5, area.end=pass,exact. Give one or two.",
)
@click.option("--runs", type=click.IntRange(20, 1_000_000), default=2_000, show_default=True, help="Games a point.")
@_SEED
@_WORKERS
@_CLUSTER
@click.option("--csv", "as_csv", is_flag=True, help="Print comma-separated values.")
@JSON
def sweep(
    file: Path, knobs: tuple[str, ...], runs: int, seed: int, workers: int, cluster: str, as_csv: bool, as_json: bool
) -> None:
    """Go through the values of a setting, or of two together, and print every reading of each game."""
    from bolometric.front.answers import sweep as through
    from bolometric.front.more import GameError, points_csv, points_plain, points_text, swept

    game = game_of(file)
    try:
        asked = [swept(game, text) for text in knobs]
        with looking() as told:
            points = through(game, *knobs, runs=runs, seed=seed, workers=workers, cluster=cluster, told=told)
    except GameError as error:
        fail(error)
    if as_csv:
        click.echo(points_csv(asked, points), nl=False)
    else:
        say_json(points_plain(asked, points)) if as_json else say(points_text(asked, points))


@main.command()
@click.option(
    "--brief",
    type=click.Path(path_type=Path, allow_dash=True),
    required=True,
    help="A game file; its brief, seats and pieces count.",
)
@click.option("--sums", type=click.Choice(["known", "usual", "stretch"]), help="How hard the sums are to be.")
@click.option("--deciding", type=click.Choice(["little", "some", "much"]), help="How much there is to decide.")
@click.option("--luck", type=click.Choice(["luck", "both", "thinking"]), help="Whether luck or thinking wins.")
@click.option("--missing", metavar="GROUP", help="Practise what this group of the logbook has not met yet.")
@BOOK
@_SEED
@_WORKERS
@_CLUSTER
@JSON
def find(
    brief: Path,
    sums: str | None,
    deciding: str | None,
    luck: str | None,
    missing: str | None,
    book: Path | None,
    seed: int,
    workers: int,
    cluster: str,
    as_json: bool,
) -> None:
    """Look for games of every kind that suit a brief, with the pieces at hand, the best first.

    How hard, how much deciding and how much luck are further targets, each with the band that is
    told; --missing puts the facts that a group has not met in place of the brief's aim. What is
    found is sound, fair and on the aim; of every other kind one line says why it is left out.
    """
    from bolometric.front.more import (
        FileError,
        GameError,
        aimed_at,
        candidates_plain,
        candidates_text,
        left_out_text,
        look_for,
        not_met,
        plain_from,
        plain_of,
        sharing,
    )

    try:
        asked = plain_from(typed_in(), INPUT) if is_dash(brief) else plain_of(brief)
        if missing is not None:
            with opened(book, must_be_there=True) as found_in:
                asked = aimed_at(asked, not_met(found_in.sessions(), missing), missing)
        with looking() as told, sharing(workers, cluster, told) as share:
            wishes = {"sums": sums, "deciding": deciding, "luck": luck}
            found = look_for(asked, seed, share, wishes)
    except (FileError, GameError) as error:
        fail(error)
    if as_json:
        left = [{"kind": kind, "why": why} for kind, why in found.left_out]
        say_json({**candidates_plain(found.best), "left_out": left})
        return
    say(candidates_text(None, found.best) or "No game of any kind can be stood for with this brief.")
    if found.left_out:
        say(f"\n{left_out_text(found.left_out)}")
