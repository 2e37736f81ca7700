"""Traps that are meant: still told of, no faults, on the teacher's card, and questions for the room."""

import json

from click.testing import CliRunner
from hypothesis import given, settings

from bolometric.cli import main
from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.game.files import from_text, to_text, write
from bolometric.core.judge.faults import find_faults, summary
from bolometric.core.sheets.teacher import teachers_card
from bolometric.core.words.talk import traps
from tests.areas.games import any_game
from tests.faults_alone import codes_of

TRAP = game_from({"pieces": [{}, {}], "area": {"kind": "tiles", "play": "counters", "first": 1, "last": 12}})


def meaning(game, note=""):
    """The game with everything that is wrong with it meant."""
    codes = codes_of(game)
    for code in sorted(codes):
        game = with_value(game, "talk.meant", game.talk.with_meant(code, note))
    return game


@settings(max_examples=6, deadline=None)
@given(any_game)
def test_what_is_meant_is_the_same_that_was_wrong_and_no_fault(game):
    before, meant = find_faults(game), meaning(game, "before the second go")
    after = find_faults(meant)
    assert {fault.level for fault in after} <= {"meant"}
    assert sorted((one.code, one.sentence) for one in after) == sorted((one.code, one.sentence) for one in before)
    assert all(one.note == "before the second go" for one in after)
    assert from_text(to_text(meant), "x") == meant
    assert len(traps(after)) == len(after)
    assert [one.answer for one in traps(after)] == [one.sentence for one in after]
    assert all(one.ask.endswith("?") for one in traps(after))


def test_check_lists_a_trap_and_ends_well(tmp_path):
    file = tmp_path / "trap.bolo.json"
    write(TRAP, file)
    assert CliRunner().invoke(main, ["check", str(file)]).exit_code == 1
    (fault,) = [one for one in find_faults(TRAP) if one.level == "fault"][:1]
    meant = with_value(TRAP, "talk.meant", TRAP.talk.with_meant(fault.code, "Ask after ten calls."))
    write(meant, file)
    found = CliRunner().invoke(main, ["check", str(file)])
    assert found.exit_code == 0
    assert "meant: " in found.output
    assert "(Ask after ten calls.)" in " ".join(found.output.split())
    plain = json.loads(CliRunner().invoke(main, ["check", str(file), "--json"]).output)["faults"]
    assert [(one["level"], one["note"]) for one in plain if one["code"] == fault.code] == [
        ("meant", "Ask after ten calls.")
    ]
    assert summary(find_faults(meant)).count("meant: ") == sum(one.code == fault.code for one in find_faults(TRAP))
    lines = [line for part in teachers_card(meant).parts for line in part.lines]
    assert f"A trap that is meant: {fault.sentence} Your note: Ask after ten calls." in lines
    assert with_value(meant, "talk.meant", meant.talk.with_meant(fault.code, None)) == TRAP


def test_a_trap_that_is_not_there_is_nothing():
    game = with_value(Game(), "talk.meant", Game().talk.with_meant("useless_card", ""))
    assert find_faults(game) == find_faults(Game()) or all(one.level != "meant" for one in find_faults(game))
    assert traps(find_faults(game)) == []
