"""A new area is one package and one call: the toy area goes through everything that an area goes through."""

import json
from itertools import product

import numpy as np
import pytest
from click.testing import CliRunner

from bolometric.cli import main
from bolometric.core.areas.catalogue import area_of, register, withdraw
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.game.files import from_text, to_text
from bolometric.core.game.schema import schema
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.nearby import effects
from bolometric.core.judge.verdict import applies, scale, verdict
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.words.rule_sheet import rules_text
from bolometric.core.words.telling import length_words, win_words
from tests.areas.ledger.area import LEDGER
from tests.faults_alone import faults_alone


@pytest.fixture
def ledger():
    register(LEDGER)
    yield
    withdraw(LEDGER)


GAME = {"bolometric": 1, "name": "Sky page", "pieces": [{"faces": [1, 1, 2]}], "area": {"kind": "ledger", "draws": 4}}


def test_it_is_read_measured_and_written(ledger):
    game = game_from(GAME)
    assert from_text(to_text(game), "x") == game
    found = measure(game, 4000).readings
    seen = [len(set(drawn)) for drawn in product((1, 1, 2), repeat=4)]
    assert found["different"].mean == pytest.approx(np.mean(seen), abs=1e-12)
    assert found["different"].method == "exact"
    assert found["turns"].mean == 4
    assert found["rounds"].mean == 2
    assert found["in_time"].mean == 1
    assert measure_exactly(game).turns.mean() == 4
    assert "seat_wins" not in found


def test_its_own_reading_is_estimated_shown_and_moved_by_its_knob(ledger):
    game = game_from({**GAME, "area": {"kind": "ledger", "draws": 2}})
    played = measure(with_value(game, "pieces", [{"kind": "pack", "cards": [1, 2], "after": "keep_out"}]), 3000)
    assert played.simulated["different"].mean == pytest.approx(1.5, abs=0.06)
    assert applies(game, "different")
    assert not applies(game, "first_seat_edge")  # nobody wins
    reading = measure_exactly(game).readings["different"]
    assert verdict("different", reading, None).words == "no target"
    assert scale("different", reading, None)[0] == 0
    moved = [effect for effect in effects(game, "different") if effect.change.path == "area.draws"]
    assert moved
    assert all((one.after.mean > one.before.mean) == (one.change.value > 2) for one in moved)


def test_it_is_said_and_told(ledger):
    text = rules_text(game_from(GAME))
    assert "You need one die, faces 1, 1 and 2, and paper." in text
    assert "It ends after 4 draws. Nobody wins" in text
    game = game_from(GAME)
    assert "Nobody wins" in win_words(game, measure_exactly(game))
    assert "4 turns" in length_words(game, measure_exactly(game))


def test_it_is_played_by_hand_to_its_end(ledger):
    sitting = Sitting(game_from(GAME), 3)
    while not sitting.now.over:
        sitting.draw()
    assert sitting.now.turn == 5
    assert sum(area_of(sitting.game).board.places_at(sitting.game, sitting.now).texts.count(t) for t in "0123") == 2
    assert sitting.coach() == "The game is over."
    sitting.undo()
    assert sitting.coach().startswith("There is nothing to choose")


def test_it_is_checked_and_its_cures_are_measured(ledger):
    same = game_from({**GAME, "pieces": [{"faces": [3, 3]}]})
    (fault,) = [fault for fault in find_faults(same) if fault.level == "fault" and fault.code == "one_total"]
    assert fault.cures[0].words == "Use two dice"
    assert not [found for found in faults_alone(fault.cures[0].game) if found.code == "one_total"]


def test_it_is_offered_and_stands_in_the_schema(ledger):
    assert any(starter.game.name == "Sky page" for starter in starters())
    assert "Ledger" in schema()["$defs"]
    with pytest.raises(GameError, match="'ledger'"):
        game_from({"bolometric": 1, "area": {"kind": "maze"}})


def test_the_command_line_reads_measures_and_checks_it(ledger, tmp_path):
    path = tmp_path / "page.bolo.json"
    path.write_text(json.dumps({**GAME, "pieces": [{"faces": [3, 3]}]}))
    told = CliRunner().invoke(main, ["measure", str(path), "--runs", "50", "--json"])
    assert json.loads(told.output)["readings"]["different"]["mean"] == 1
    checked = CliRunner().invoke(main, ["check", str(path)])
    assert checked.exit_code == 1
    assert "cure: Use two dice" in checked.output


def test_without_it_nothing_is_left_of_it():
    with pytest.raises(GameError, match="'ledger' is not one of the choices"):
        game_from(GAME)
    assert Game().area.kind == "trail"


def test_two_areas_of_one_name_are_refused(ledger):
    with pytest.raises(ValueError, match="another area called 'ledger'"):
        register(type(LEDGER)(type("Ledger", (LEDGER.kind,), {"__doc__": "Another."}), LEDGER.load))
