"""All checks, and the games of an area that they look at."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from importlib import import_module

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import AREAS, register
from bolometric.core.conform.check import Check, EntryCheck
from bolometric.core.conform.playing import PLAYING
from bolometric.core.conform.saying import SAYING
from bolometric.core.conform.showing import SHOWING, WHOLE
from bolometric.core.game.document import Game
from bolometric.core.game.entry import AnyEntry, Entry
from bolometric.core.game.files import read

CHECKS: tuple[Check, ...] = (*SAYING, *PLAYING, *SHOWING)
ENTRY_CHECKS: tuple[EntryCheck, ...] = WHOLE


def package_of(entry: AnyEntry) -> str:
    """The package that an area is: the folder of its kind."""
    return entry.kind.__module__.rpartition(".")[0].rpartition(".")[2]


def entries_of(name: str) -> list[AnyEntry]:
    """The areas of a package, or the one whose kind has that name, or those that a module holds: they are entered.

    Raises ValueError with the packages there are, ImportError if there is no such module.
    """
    if "." in name:
        entries = [one for one in vars(import_module(name)).values() if isinstance(one, Entry)]
        for one in entries:
            register(one)
        return entries
    found = [entry for entry in AREAS if name.lower() in (package_of(entry), entry.kind.__name__.lower())]
    if not found:
        packages = dict.fromkeys(package_of(entry) for entry in AREAS)
        raise ValueError(f"There is no area {name!r}: {', '.join(packages)}.")
    return found


@cache
def _demo() -> tuple[Game, ...]:
    return tuple(read(path) for path in demo_files())


def games_of(entry: AnyEntry) -> list[Game]:
    """Its starters, then the demo games of its kind."""
    return [one.game for one in entry.starters()] + [game for game in _demo() if type(game.area) is entry.kind]


def wrong_with(entry: AnyEntry) -> Iterator[tuple[str, str, str]]:
    """Everything that is wrong: the check's name, the game's name, and a sentence. Nothing where all is well."""
    for whole in ENTRY_CHECKS:
        for sentence in whole.wrong(entry):
            yield whole.name, "", sentence
    for game in games_of(entry):
        for check in CHECKS:
            for sentence in check.wrong(game):
                yield check.name, game.name, sentence
