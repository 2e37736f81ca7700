"""What holds for every kind of game: its sheet, its board, its coach, its runs, the command line and the schema."""

import json
import math

import numpy as np
import pytest
from click.testing import CliRunner
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.cli import main
from bolometric.core.conform.saying import ONE_OF_MANY
from bolometric.core.game.document import Game, game_from
from bolometric.core.game.files import write
from bolometric.core.game.schema import schema
from bolometric.core.judge.nearby import _order, changes
from bolometric.core.measure.measuring import measure, measure_exactly, runs_of
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.kinds import READINGS
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.words.plain import measured_plain
from tests.areas.games import ALL, any_game

every = pytest.mark.parametrize("game", ALL.values(), ids=ALL)


@settings(max_examples=80, deadline=None)
@given(any_game, st.integers(0, 9))
def test_what_a_style_picks_is_always_an_option_and_every_step_can_be_taken_back(game, seed):
    sitting = Sitting(game, seed)
    for _ in range(40):
        if sitting.now.over:
            break
        options = sitting.options
        if options:
            key = sitting.rules.pick(game, sitting.now, game.seats.style(sitting.now.seat), np.random.default_rng(seed))
            assert key is None or key in {option.key for option in options}
        sitting.play_on(game.seats.style(sitting.now.seat))
    reached = list(sitting.past)
    while sitting.can_undo:
        sitting.undo()
    assert sitting.here == reached[0]
    again = Sitting(game, seed)
    for _ in range(len(reached) - 1):
        again.play_on(game.seats.style(again.now.seat))
    assert again.past == reached  # the same seed gives the same game


@settings(max_examples=50, deadline=None)
@given(any_game)
def test_readings_are_shares_lengths_and_sums_that_make_sense(game):
    found = measure(game, 200)
    readings = found.readings
    assert set(readings) <= set(READINGS)
    for key, reading in readings.items():
        if READINGS[key].unit == "share" and reading.mean is not None:
            assert -1e-9 <= reading.mean <= 1 + 1e-9, key
        if reading.p10 is not None and reading.p90 is not None:
            assert reading.p10 <= reading.p50 <= reading.p90
        assert reading.stderr == 0 if reading.method == "exact" else reading.stderr >= 0
    never = readings["stuck"].mean or 0.0
    if readings["turns"].mean is not None:
        assert readings["rounds"].mean <= readings["turns"].mean + 1e-9
        assert readings["minutes"].mean > 0 or readings["turns"].mean == 0  # nothing can be done: over before it begins
    assert ("seat_wins" in readings) == (game.area.ending == "winner")
    if "seat_wins" in readings:
        wins = sum(readings["seat_wins"].values)
        assert wins <= 1 + 1e-6
        if never == 0 and game.area.kind not in ("trail", "grid"):  # where a game may end without a winner
            assert wins == pytest.approx(1, abs=1e-6)
    json.dumps(measured_plain(found), allow_nan=False)


@settings(max_examples=60, deadline=None)
@given(any_game)
def test_exact_readings_are_numbers_and_nothing_that_arithmetic_left(game):
    """No inf, nan or −0, and nothing between nought and the error of the sums: "never" is nought and nothing else."""
    found = measure_exactly(game)
    for key, reading in found.readings.items():
        for value in (reading.mean, reading.sd, reading.p10, reading.p50, reading.p90, reading.never):
            assert value is None or (math.isfinite(value) and str(value) != "-0.0"), key
        for value in (reading.mean, reading.never):
            assert not value or abs(value) > 1e-13, key
    assert found.never == 0 or found.never > 1e-13


@settings(max_examples=25, deadline=None)
@given(any_game, st.integers(0, 3))
def test_the_same_seed_plays_the_same_runs_in_parts_that_add_up(game, seed):
    (*_, one), (*_, other) = (runs_of(game, seed, 700) for _ in range(2))
    assert one.runs == other.runs == 700
    assert one.readings() == other.readings()
    assert (one.sample.shared.counts == other.sample.shared.counts).all()
    for seat in range(game.seats.count):  # won alone as told by the bits and by the code
        assert one.sample.shared.of(1 << seat) == one.sample.won(seat)


@pytest.mark.parametrize("game", [*ALL.values()][::3], ids=[*ALL][::3])
def test_the_command_line_measures_checks_and_lists_odds(game, tmp_path):
    path = tmp_path / "game.bolo.json"
    write(game, path)
    said = {}
    for words, codes in ((["measure", "--runs", "60", "--json"], {0}), (["odds", "--json"], {0}), (["check"], {0, 1})):
        done = CliRunner().invoke(main, [words[0], str(path), *words[1:]])
        assert done.exit_code in codes, done.output
        assert "Traceback" not in done.output
        said[words[0]] = done.output
    told = json.loads(said["measure"])
    assert told["game"] == game.name
    winning = game.area.ending == "winner"
    assert {"turns", "success", *(["seat_wins"] if winning else [])} <= set(told["readings"])
    told = CliRunner().invoke(main, ["measure", str(path), "--runs", "20"])
    assert ("Wins by player" in told.output) == winning


def fields_described(node, defs, seen):
    """Every field of the schema that has no description, by its path."""
    if "$ref" in node:
        name = node["$ref"].split("/")[-1]
        return fields_described(defs[name], defs, seen | {name}) if name not in seen else []
    missing = []
    for branch in ("oneOf", "anyOf"):
        for one in node.get(branch, []):
            missing += fields_described(one, defs, seen)
    for name, field in node.get("properties", {}).items():
        plain = "description" in field or "const" in field or "$ref" in field or "oneOf" in field
        missing += [] if plain or name in ("kind", "play") else [name]
        missing += fields_described(field, defs, seen)
    return missing


def test_the_schema_describes_every_setting_of_every_area():
    found = schema()
    assert fields_described(found["properties"]["area"], found["$defs"], frozenset()) == []
    names = {kind: body for kind, body in found["$defs"].items() if "kind" in body.get("properties", {})}
    assert {"Trail", "Sets", "Boxes", "Counters", "Multiples", "Digits", "Purse", "Duel"} <= {
        name.split("__")[-1] for name in names
    } | {"Counters"}


@every
def test_suggestions_are_said_as_one_says_them(game):
    told = [change.words for change in changes(game)]
    for at in knobs(game):  # the least and the most of each number too, which no step may come to
        if at.knob.kind == "number" and at.low is not None:
            told += [_order(at.knob, type(at.value)(value)) for value in (at.low, at.high, 1, 2)]
    for words in told:
        assert not ONE_OF_MANY.search(words), words
        assert words[:1].isupper()
        assert "{" not in words


def test_an_area_that_is_not_there_is_named():
    for area, says in (
        ({"kind": "maze"}, "'maze' is not one of the choices"),
        ({"kind": "tiles", "play": "x"}, "tiles: x"),
    ):
        with pytest.raises(GameError, match=says):
            game_from({"area": area})
    assert Game().area.kind == "trail"
