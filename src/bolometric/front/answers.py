"""What can be asked of a game: read it, measure it, find what is wrong with it, look for better ones, print it.

Everything raises GameError for a game that cannot be and FileError for a file that cannot be read or written, both with
one sentence that says what to do.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import TYPE_CHECKING, Any, Literal

if TYPE_CHECKING:
    from bolometric.core.game.document import Game
    from bolometric.core.game.fault import Fault
    from bolometric.core.logbook.store import Logbook as Logbook
    from bolometric.core.measure.measuring import Measurement
    from bolometric.core.outcomes.distribution import Distribution
    from bolometric.core.tuning.screening import Candidate
    from bolometric.core.tuning.sweep import Point
    from bolometric.core.words.talk import TalkQuestion


def read(path: str | Path) -> Game:
    """A game from its file, or one of the demo games by its name.

    >>> read("ridge-ascent").name
    'Ridge Ascent'
    """
    from bolometric.assets import SUFFIX, demo_folder
    from bolometric.core.game.files import read as from_file

    known = demo_folder() / f"{path}{SUFFIX}"
    return from_file(known if isinstance(path, str) and "/" not in path and known.is_file() else Path(path))


def write(game: Game, path: str | Path) -> None:
    """A game into its file, which is replaced only once the new one is whole.

    >>> import tempfile
    >>> with tempfile.TemporaryDirectory() as folder:
    ...     write(read("ridge-ascent"), f"{folder}/mine.bolo.json")
    ...     read(f"{folder}/mine.bolo.json") == read("ridge-ascent")
    True
    """
    from bolometric.core.game.files import write as into_file

    into_file(game, Path(path))


def change(game: Game, path: str, value: object) -> Game:
    """The game with one setting changed, by its path in the file; the game itself stays as it is.

    >>> change(read("ridge-ascent"), "area.length", 30).area.length
    30
    """
    from bolometric.core.game.document import with_value

    return with_value(game, path, value)


def measure(game: Game, runs: int | None = None, seed: int = 1) -> Measurement:
    """Every reading of a game: worked out exactly where that can be done, from games played where not.

    Args:
        game: the game.
        runs: exactly so many games, or None to play until the widest standard error is under half a point.
        seed: the same seed gives the same readings.

    >>> found = measure(read("ridge-ascent"), runs=200)
    >>> minutes = found.readings["minutes"]
    >>> minutes.method, minutes.stderr
    ('exact', 0.0)
    """
    from bolometric.core.measure.measuring import measure as measured

    return measured(game, runs, seed)


def check(game: Game) -> list[Fault]:
    """What is wrong with a game and what is worth a look, each with changes that were measured to cure it.

    >>> one = change(read("ridge-ascent"), "pieces", [{"kind": "die", "faces": [4, 4]}])
    >>> [fault.sentence for fault in check(one)][0]
    'Every draw makes 4, so nothing is left to chance.'
    """
    from bolometric.core.judge.faults import find_faults

    return find_faults(game)


def rules(game: Game, reader: Literal["players", "maker"] = "players", markdown: bool = False) -> str:
    """The rules: short sentences to read aloud, or the maker's sheet with aim, targets and every setting.

    >>> rules(read("ridge-ascent")).splitlines()[0]
    'Ridge Ascent'
    """
    from bolometric.core.words.aloud import players_rules
    from bolometric.core.words.rule_sheet import makers_sheet

    return players_rules(game, markdown) if reader == "players" else makers_sheet(game, markdown)


def talk(game: Game) -> list[TalkQuestion]:
    """Questions to ask after a game, made from its own figures, from easy to hard.

    >>> asked = talk(read("ridge-ascent"))
    >>> asked[0].ask.endswith("?"), asked[0].answer.endswith(".")
    (True, True)
    """
    from bolometric.core.words.talk import asked_of

    return asked_of(measure(game))


def odds(game: Game) -> Distribution:
    """Every total that can come up, its ways and its chance (exact).

    >>> odds(change(read("ridge-ascent"), "pieces", [{"kind": "die"}, {"kind": "die"}])).ways_of(7)
    6
    """
    return game.shown


def sweep(
    game: Game,
    *knobs: str,
    runs: int = 2_000,
    seed: int = 1,
    workers: int = 1,
    cluster: str = "",
    told: Callable[[int], None] | None = None,
) -> list[Point]:
    """Every game of the values of a setting, or of two together, with all its readings.

    A setting stands with its values: ``area.length=20..60:5``, ``area.end=pass,exact``. ``workers`` are processes that
    play at once; ``cluster`` is the address of a Dask scheduler instead. ``told`` hears how many games have been
    played so far.

    >>> points = sweep(read("ridge-ascent"), "area.length=20..40:10", runs=100)
    >>> [point.values for point in points]
    [(20,), (30,), (40,)]
    >>> points[0].readings["minutes"].mean < points[2].readings["minutes"].mean
    True
    """
    from bolometric.core.tuning.sweep import sweep as through
    from bolometric.core.tuning.sweep import swept
    from bolometric.core.tuning.workers import sharing

    asked = [swept(game, text) for text in knobs]
    with sharing(workers, cluster, told) as share:
        return list(through(game, asked, runs, seed, share=share))


def tune(
    game: Game,
    free: Sequence[str] = (),
    lock: Sequence[str] = (),
    seed: int = 1,
    tries: int | None = None,
    budget: float | None = None,
    workers: int = 1,
    cluster: str = "",
    told: Callable[[int], None] | None = None,
    kept: Path | None = None,
) -> tuple[Candidate, ...]:
    """Games like this one that suit its targets better, the best first.

    Args:
        game: the game; it must have a target.
        free: paths of settings that may change; none for all.
        lock: paths of settings that must stay.
        seed: the same seed gives the same games.
        tries: candidates that are looked at; None for the usual number.
        budget: seconds after which no more are tried.
        workers: processes that look at candidates.
        cluster: the address of a Dask scheduler instead.
        told: hears how many have been looked at so far.
        kept: of a search of 5,000 tries or more, a file from which it goes on after it was stopped.

    >>> best = tune(read("ridge-ascent"), free=["area.length"], tries=12)
    >>> best[0].suits >= best[-1].suits
    True
    """
    from bolometric.core.tuning.search import TRIES
    from bolometric.core.tuning.search import tune as search
    from bolometric.core.tuning.workers import sharing

    with sharing(workers, cluster, told) as share:
        *_, last = search(game, free, lock, seed, tries or TRIES, budget, share, kept=kept)
    return last.best


def find(
    brief: Mapping[str, Any] | Game,
    seed: int = 1,
    workers: int = 1,
    cluster: str = "",
) -> tuple[Candidate, ...]:
    """Games of every kind that suit a brief with the pieces at hand, the best first.

    ``brief`` is plain data as in a game file, or a game; its brief, seats and pieces count.

    >>> found = find({"brief": {"minutes": {"low": 5, "high": 10}}, "seats": {"count": 2}})
    >>> found[0].suits, found[0].why.startswith("Each works out")
    (1.0, True)
    """
    from bolometric.core.tuning.briefs.find import find as search
    from bolometric.core.tuning.workers import sharing

    plain = brief if isinstance(brief, Mapping) else brief.model_dump(mode="json")
    with sharing(workers, cluster) as share:
        return search(plain, seed, share)


def sheets(game: Game, out: str | Path, only: str = "") -> list[Path]:
    """Write what is cut out, laid down, read or handed in, true to size; gives the files that were written.

    ``out`` ends in .pdf for all pages in one, .svg or .png for a file a page, .md for the words. ``only`` names some of
    the sheets with commas: boards, pieces, cards, rules, …

    >>> import tempfile
    >>> with tempfile.TemporaryDirectory() as folder:
    ...     [path.name for path in sheets(read("ridge-ascent"), f"{folder}/words.md", only="rules")]
    ['words.md']
    """
    from bolometric.core.game.files import write_bytes
    from bolometric.front.sheets import pages

    written = []
    for path, data in pages(game, Path(out), only):
        write_bytes(data, path)
        written.append(path)
    return written


def schema() -> dict[str, Any]:
    """The JSON Schema of the game file.

    >>> schema()["title"]
    'Game'
    """
    from bolometric.core.game.schema import schema as of_games

    return of_games()


def __getattr__(name: str) -> object:
    """The classes behind the door, when they are first wanted."""
    if name == "Logbook":
        from bolometric.core.logbook.store import Logbook

        return Logbook
    if name == "Game":
        from bolometric.core.game.document import Game

        return Game
    raise AttributeError(f"module {__name__!r} has no attribute {name!r}")
