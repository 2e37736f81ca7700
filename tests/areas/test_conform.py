"""Every area gives what is demanded of it, and every demand notices an area that does not."""

import tomllib
from dataclasses import replace
from pathlib import Path
from typing import Annotated, Self

import pytest
from pydantic import Field, StrictInt, field_serializer, model_validator

from bolometric.core.areas import catalogue
from bolometric.core.areas.catalogue import AREAS, register, withdraw
from bolometric.core.conform.__main__ import main
from bolometric.core.conform.every import CHECKS, ENTRY_CHECKS, entries_of, games_of, wrong_with
from bolometric.core.game.aloud import Aloud
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.game.starters import Starter
from bolometric.core.game.talk import OwnQuestion, Talk
from bolometric.core.measure.measuring import measure
from bolometric.core.results.board import Heat
from bolometric.core.results.readings import exact_value
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.spans import Span, sentences
from bolometric.core.words.talk import asked_of
from tests.areas.games import STRATEGIES
from tests.areas.ledger import area as toy_area
from tests.areas.ledger.area import LEDGER, Ledger

ROOT = Path(__file__).parents[2]
BY_NAME = {check.name: check for check in (*CHECKS, *ENTRY_CHECKS)}


@pytest.mark.parametrize("entry", AREAS, ids=lambda entry: entry.kind.__name__.lower())
def test_an_area_conforms(entry):
    assert list(wrong_with(entry)) == []


@pytest.fixture
def toy():
    """The toy area, made anew with other hooks by whoever asks."""
    registered = []

    def made(kind=Ledger, **groups):
        whole = toy_area._load()
        parts = {name: replace(getattr(whole, name), **hooks) for name, hooks in groups.items()}
        first = (Starter("Write down every total", Game(name="Sky page", area=kind(kind="ledger"))),)
        starters = LEDGER.starters if kind is Ledger else lambda: first
        entry = replace(LEDGER, kind=kind, starters=starters, load=lambda: replace(whole, **parts))
        register(entry)
        registered.append(entry)
        return entry

    yield made
    for entry in registered:
        withdraw(entry)


def test_the_toy_area_conforms(toy):
    assert list(wrong_with(toy())) == []


def half(game, heat, number):
    return "" if number is None else "no sentence"


def hyphens(game):
    return Aloud(("paper",), ("Draw the distribution of the outcomes -1 to 6",), (), ())


def twice(game):
    found = toy_area.solve(game)
    return replace(found, readings={**found.readings, "different": exact_value(found.readings["different"].mean * 2)})


def over_one(game):
    found = toy_area.solve(game)
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


class Forgetful(Ledger):
    """A page whose file says another number of draws."""

    @field_serializer("draws")
    def _other(self, draws: int) -> int:
        return draws + 1


class Mumbled(Ledger):
    """A page that suggests no order."""

    draws: Annotated[StrictInt, Field(ge=1, le=200, description="Draws."), Knob("number", "draws", order="of {}s")] = 12


class Grumpy(Ledger):
    """A page that refuses its largest number without a sentence."""

    @model_validator(mode="after")
    def _no(self) -> Self:
        if self.draws == 200:
            raise setting_error("no")
        return self


class Secret(Ledger):
    """A page with a setting that nothing says anything of."""

    draws: Annotated[StrictInt, Field(ge=1, le=200), Knob("number", "draws", unit="draws")] = 12


KINDS = {"kept": Forgetful, "suggestions": Mumbled, "limits": Grumpy, "described": Secret}


@pytest.mark.parametrize("name", KINDS)
def test_a_check_notices_a_kind_whose_settings_are_not_as_it_demands(toy, name):
    assert name in {check for check, _, _ in wrong_with(toy(KINDS[name]))}


def test_a_need_without_words_and_a_question_without_an_answer_are_noticed(toy):
    entry = toy(words={"aloud": lambda game: replace(toy_area.aloud(game), needs=(" ",))})
    (starter,) = entry.starters()
    assert any("has no words" in sentence for sentence in BY_NAME["paper"].wrong(starter.game))
    asks = starter.game.model_copy(update={"talk": Talk(own=(OwnQuestion(key="own-1", ask="Why?"),))})
    assert list(BY_NAME["questions"].wrong(asks)) == ["No question with an answer: “Why?” “”"]
    told = [one.key for one in asked_of(measure(starter.game, 300))]
    silent = starter.game.model_copy(update={"talk": Talk(dropped=tuple(told))})
    assert list(BY_NAME["questions"].wrong(silent)) == ["There is nothing to ask afterwards."]


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
    assert all(entry.page.is_file() for entry in AREAS)
    assert all(list((ROOT / "tests/areas" / name.rpartition(".")[2]).glob("test_*.py")) for name in packages)


def test_one_area_is_held_by_a_command(capsys):
    assert main(["duel"]) == 0
    assert "duel: 0 wrong of" in capsys.readouterr().out
    assert [entry.kind.__name__ for entry in entries_of("filled")] == ["Boxes", "PlacedCounters"]
    assert main(["maze"]) == 2
    assert "There is no area 'maze': trail, sets" in capsys.readouterr().err
    with pytest.raises(ValueError, match="There is no area"):
        entries_of("maze")
