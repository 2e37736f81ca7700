"""Every area gives what is demanded of it, and every demand notices an area that does not."""

import tomllib
from dataclasses import replace
from pathlib import Path

import pytest

from bolometric.core.areas import catalogue
from bolometric.core.areas.catalogue import AREAS, register, withdraw
from bolometric.core.conform.__main__ import main
from bolometric.core.conform.every import CHECKS, ENTRY_CHECKS, entries_of, games_of, wrong_with
from bolometric.core.game.aloud import Aloud
from bolometric.core.game.document import Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.fault import Fault
from bolometric.core.results.board import Heat
from bolometric.core.results.readings import exact_value
from bolometric.core.text.spans import Span, sentences
from tests import toy_area
from tests.areas.games import STRATEGIES
from tests.toy_area import LEDGER

ROOT = Path(__file__).parents[2]
BY_NAME = {check.name: check for check in (*CHECKS, *ENTRY_CHECKS)}


@pytest.mark.parametrize("entry", AREAS, ids=lambda entry: entry.kind.__name__.lower())
def test_an_area_conforms(entry):
    assert list(wrong_with(entry)) == []


@pytest.fixture
def toy():
    """The toy area, made anew with other hooks by whoever asks."""
    registered = []

    def made(**groups):
        whole = toy_area._load()
        parts = {name: replace(getattr(whole, name), **hooks) for name, hooks in groups.items()}
        entry = replace(LEDGER, load=lambda: replace(whole, **parts))
        register(entry)
        registered.append(entry)
        return entry

    yield made
    for entry in registered:
        withdraw(entry)


def test_the_toy_area_conforms_but_for_its_pages(toy):
    """It is no part of the program, so the handbook does not know it."""
    assert {check for check, _, _ in wrong_with(toy())} == {"pages"}


def half(game, heat, number):
    return "" if number is None else "no sentence"


def hyphens(game):
    return Aloud(("paper",), ("Draw the distribution of the outcomes -1 to 6",), (), ())


def twice(game, stop):
    found = toy_area.solve(game, stop)
    return replace(found, readings={**found.readings, "different": exact_value(found.readings["different"].mean * 2)})


def over_one(game, stop):
    found = toy_area.solve(game, stop)
    return replace(found, readings={**found.readings, "success": exact_value(1.5)})


def too_few(game):
    batch = toy_area.player(game)
    return lambda runs, most, rng, book=None: batch(runs - 1 if runs == 50 else runs, most, rng)


def of_its_own(game):
    return lambda runs, most, rng, book=None: toy_area.player(game)(
        runs, most, __import__("numpy").random.default_rng()
    )


BROKEN = {
    "sheet": {"words": {"last": lambda game: (sentences("it ends  after ", Span("12", "area.draws")),)}},
    "words": {"words": {"last": lambda game: (sentences("It ends."),)}},
    "aloud": {"words": {"aloud": hyphens}},
    "board": {"board": {"describe": half}},
    "faults": {"faults": {"by_rules": lambda game: [Fault("odd", "fault", "pieces", "no sentence")]}},
    "readings": {"measured": {"solve": over_one}},
    "agreement": {"measured": {"solve": twice}},
    "same seed": {"measured": {"player": of_its_own}},
    "styles": {"measured": {"player": too_few}},
    "by hand": {"by_hand": {"coach": lambda game, now: "no sentence"}},
}


@pytest.mark.parametrize("name", BROKEN)
def test_a_check_notices_an_area_that_does_not_give_what_it_demands(toy, name):
    entry = toy(**BROKEN[name])
    assert name in {check for check, _, _ in wrong_with(entry)}


def test_places_that_are_used_less_than_never_are_noticed(toy):
    entry = toy(board={"heat": lambda game: Heat((-0.5,) * 6, "Drawn, of 100 draws")})
    assert any("less than never" in sentence for _, _, sentence in wrong_with(entry))


def test_an_area_without_a_starter_or_with_one_of_another_kind_is_noticed(toy):
    entry = toy()
    other = replace(entry, starters=lambda: (Starter("a trail", Game()),))
    told = list(BY_NAME["starters"].wrong(other))
    assert any("no game of this kind" in one for one in told)
    assert any("not called" in one for one in told)
    assert list(BY_NAME["starters"].wrong(replace(entry, starters=tuple))) == ["There is no starter."]


def test_every_check_is_told_in_the_guide():
    guide = (ROOT / "docs/adding-an-area.md").read_text("utf-8")
    for check in (*CHECKS, *ENTRY_CHECKS):
        assert f"| {check.name} | {check.demands} |" in guide


def test_lists_of_areas_follow_from_the_catalogue():
    """The contract of imports, the tests' random games, and the checks themselves."""
    assert set(STRATEGIES) == {entry.kind.__name__ for entry in AREAS}
    contracts = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))["tool"]["importlinter"]["contracts"]
    (apart,) = [one for one in contracts if one["type"] == "independence"]
    folder = Path(catalogue.__file__).parent
    packages = {f"bolometric.core.areas.{path.parent.name}" for path in folder.glob("*/__init__.py")}
    assert set(apart["modules"]) == packages
    assert {entry.kind.__module__.rpartition(".")[0] for entry in AREAS} == packages
    assert all(games_of(entry) for entry in AREAS)


def test_one_area_is_held_by_a_command(capsys):
    assert main(["duel"]) == 0
    assert "duel: 0 wrong of" in capsys.readouterr().out
    assert [entry.kind.__name__ for entry in entries_of("filled")] == ["Boxes", "PlacedCounters"]
    assert main(["maze"]) == 2
    assert "There is no area 'maze': trail, sets" in capsys.readouterr().err
    with pytest.raises(ValueError, match="There is no area"):
        entries_of("maze")
