"""Knobs, their limits, the schema and the command line's texts."""

import json

import pytest
from click.testing import CliRunner
from hypothesis import given
from hypothesis import strategies as st

from bolometric import __version__
from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.game.files import FORMAT, read, with_suffix, write
from bolometric.core.game.schema import schema
from bolometric.core.judge.faults import find_faults, summary
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at, knobs
from bolometric.core.words.rule_sheet import rule_sheet
from tests.faults_alone import faults_alone

PATHS = [at.path for at in knobs(Game())]


GAMES = [
    Game(),
    Game(pieces=({"faces": (1, 2)}, {"faces": (1, 2)})),
    Game(pieces=({"faces": (1, {"value": 2, "special": True})},)),
    Game(draw={"make": "formula"}),
]
"""Games that between them allow every choice."""


def allows(game, path, value):
    try:
        return with_value(game, path, value)
    except GameError:
        return None


def described(schema_node, path):
    """The description of a field in the schema, found by its path."""
    defs, node = schema()["$defs"], schema_node

    def followed(node):
        if "$ref" not in node:
            return node
        return {**defs[node["$ref"].split("/")[-1]], **{k: v for k, v in node.items() if k != "$ref"}}

    for step in path.split("."):
        if "oneOf" in node:
            node = next(one for one in map(followed, node["oneOf"]) if step in one["properties"])
        node = followed(node["properties"][step])
    return node.get("description", "")


@pytest.mark.parametrize("path", PATHS)
def test_every_knob_is_labelled_and_described_in_the_schema(path):
    at = knob_at(Game(), path)
    assert at.knob.label
    assert len(described(schema(), path)) > 10
    if at.knob.kind == "choice":
        for choice in at.knob.choices:
            assert choice.words
            assert choice.order
            assert choice.effect.endswith(".")
            assert any(allows(game, path, choice.value) for game in GAMES)
            assert at.knob.words(choice.value) == choice.words
        with pytest.raises(GameError, match="not one of the choices"):
            with_value(Game(), path, "sideways")


@pytest.mark.parametrize("path", [at.path for at in knobs(Game()) if at.knob.kind == "number"])
def test_numbers_stop_at_their_limits_and_no_sooner(path):
    at = knob_at(Game(), path)
    called = Game(area={"kind": "tiles", "play": "boxes", "draws": "shared"})  # only there a whole class sits
    game = called if path == "seats.count" else Game()
    for good in (at.low, at.high):
        assert knob_at(with_value(game, path, good), path).value == good
    for bad, says in ((at.low - 1, "too small"), (at.high + 1, "too large"), ("x", "not a")):
        with pytest.raises(GameError, match=says) as caught:
            with_value(Game(), path, bad)
        assert caught.value.where == path


@given(st.lists(st.integers(-30, 30), max_size=12))
def test_totals_are_kept_in_order_and_once(totals):
    game = with_value(Game(area={"length": 90}, pieces=({"faces": (1, 50)},)), "area.back_to_start", totals)
    assert list(game.area.back_to_start) == sorted(set(totals))


@given(st.text(max_size=60))
def test_texts_lose_control_characters_and_nothing_else(text):
    kept = with_value(Game(), "brief.group", text).brief.group
    assert kept.isprintable()
    assert kept.split() == "".join(c if c.isprintable() else " " for c in text).split()


def test_an_unknown_setting_is_said():
    with pytest.raises(GameError, match="no such setting"):
        knob_at(Game(), "area.colour")


def test_starters_are_games_without_faults():
    for words, game in ((one.words, one.game) for one in starters()):
        assert words
        assert not [fault for fault in faults_alone(game) if fault.level == "fault"]
        assert quick_measure(game).readings["in_time"].mean > 0.5


@pytest.mark.parametrize(
    ("data", "code", "says"),
    [
        ({"pieces": [{"faces": [-1, -2]}]}, "may_never_end", "Nobody can ever get home"),
        ({"pieces": [{"faces": [2, 2]}], "area": {"length": 9, "end": "exact"}}, "may_never_end", "Nobody can ever"),
        ({"pieces": [{}, {}], "area": {"end": "exact"}}, "may_never_end", "From square 39 no run"),
        ({"area": {"lose_turn": [9, 12]}}, "impossible_total", "A total of 9 or 12 can never come up"),
        ({"area": {"length": 900}, "brief": {"minutes": {"low": 1, "high": 5}}}, "far_too_long", "Hardly any game"),
        ({"pieces": [{"faces": [3, 5]}]}, "never_landed", "Nobody ever lands on"),
    ],
)
def test_faults_are_found_and_said(data, code, says):
    found = {fault.code: fault for fault in find_faults(game_from({"bolometric": 1, **data}))}
    assert says in found[code].sentence
    assert summary(found.values()).count("\n") >= len(found) - 1
    levels = [fault.level for fault in find_faults(game_from({"bolometric": 1, **data}))]
    assert levels == sorted(levels, reverse=True)  # faults before advice


def test_a_game_within_its_brief_has_nothing_against_it():
    game = game_from({"bolometric": 1, "brief": {"minutes": None, "first_seat_edge": None, "setbacks": None}})
    assert find_faults(game) == []


@pytest.fixture
def run(tmp_path):
    def call(*words):
        return CliRunner().invoke(main, [str(word) for word in words])

    return call


def test_the_help_names_every_command(run):
    text = run("--help").output
    for name in ("measure", "odds", "check", "schema", "--demo", "FILE"):
        assert name in text
        if name.isalpha() and name.islower():
            assert run(name, "--help").exit_code == 0
    assert __version__ in run("--version").output


def test_measure_prints_a_table(run):
    text = run("measure", demo_files()[0], "--runs", 500, "--style", "plan").output
    assert "Ridge Ascent: 500 runs, seed 1" in text
    for label in ("Length", "Advantage of going first", "Wins by player", "Turns that go backwards"):
        assert label in text
    assert "exact" in text
    assert "± is the standard error of what was simulated" in text


def test_measure_says_what_may_never_end(run, tmp_path):
    path = tmp_path / "a.bolo.json"
    write(game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"end": "exact"}}), path)
    assert "may never end" in run("measure", path, "--runs", 200).output
    turns = json.loads(run("measure", path, "--runs", 200, "--json").output)["readings"]["turns"]
    assert turns["mean"] is None
    assert 0 < turns["never"] < 1


@pytest.mark.parametrize("words", [("measure",), ("odds",), ("check",), ()])
def test_a_file_that_is_not_there_is_one_line(run, words):
    done = run(*words, "nowhere.bolo.json")
    assert done.exit_code == 2
    assert done.stderr == "bolometric: nowhere.bolo.json is not there: check the name.\n"


def test_numbers_out_of_range_are_refused(run):
    assert run("measure", demo_files()[0], "--runs", 0).exit_code == 2
    assert run("measure", demo_files()[0], "--seed", -1).exit_code == 2
    assert run("measure", demo_files()[0], "--style", "hope").exit_code == 2


def test_the_schema_is_printed_and_names_the_format(run):
    found = json.loads(run("schema").output)
    assert found["properties"]["bolometric"]["const"] == FORMAT
    assert found["required"] == ["bolometric"]


def test_a_name_gets_the_ending_of_game_files(tmp_path):
    for name in ("a", "a.json", "a.bolo.json"):
        assert with_suffix(tmp_path / name).name == "a.bolo.json"


def test_check_of_a_clean_game(run, tmp_path):
    path = tmp_path / "clean.bolo.json"
    write(game_from({"bolometric": 1, "brief": {"minutes": None, "first_seat_edge": None, "setbacks": None}}), path)
    assert run("check", path).output == "Nothing to say against this game.\n"
    assert read(path).name == "A new game"


ON_SQUARES = {
    f"area.{name}" for name in ("length", "laid", "row", "written", "runs", "moved", "mark", "squares", "packs")
}


@pytest.mark.parametrize(
    ("path", "value", "gone", "come"),
    [
        ("area.unit", "tenth", ON_SQUARES, "area.amount"),
        ("area.go_on", "fixed", {"area.squares", "area.packs"}, "area.draws"),
        ("draw.make", "times", set(), "draw.factor"),
        ("draw.make", "formula", set(), "draw.formula"),
    ],
)
def test_settings_that_do_nothing_are_not_offered(path, value, gone, come):
    before, changed = ({at.path for at in knobs(game)} for game in (Game(), with_value(Game(), path, value)))
    assert changed - before == {come}
    assert before - changed == gone
    paths = {s.path for part in rule_sheet(with_value(Game(), path, value)) for line in part.paragraphs for s in line}
    assert come in paths
    assert not gone & paths
