"""Questions for afterwards, and how hard a game is: made from the game's own figures."""

import json

import pytest
from click.testing import CliRunner
from hypothesis import Phase, given, settings

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import from_text, read, to_text
from bolometric.core.judge.difficulty import difficulty, difficulty_of
from bolometric.core.measure.measuring import measure, quick_measure
from bolometric.core.text.figures import minus
from bolometric.core.words.talk import FEWEST, MOST, asked_of
from bolometric.core.words.talk.draws import as_first_draws, uses_of
from tests.areas.games import any_game
from tests.core.test_every_area import every


@every
def test_every_game_has_something_to_talk_about(game):
    found = measure(game, 500)
    asked = asked_of(found)
    assert FEWEST <= len(asked) <= MOST
    assert [one.level for one in asked] == sorted(one.level for one in asked)
    assert len({one.key for one in asked}) == len(asked) == len({one.ask for one in asked})
    for one in asked:
        assert one.ask.endswith(("?", "why?")), one.ask
        assert one.answer.endswith("."), one.answer
        assert "{" not in one.ask + one.answer
        assert "nan" not in one.answer
        assert one.ask[:1].isupper() or one.ask[:1].isdigit()
        assert one.key != "together" or 0 < found.readings["success"].mean < 1  # what always happens is no question


@settings(max_examples=20, deadline=None, phases=[Phase.reuse, Phase.generate])
@given(any_game)
def test_questions_of_any_game_agree_with_what_its_draws_come_to(game):
    for one in asked_of(measure(game, 120)):
        uses = uses_of(as_first_draws(game))
        if one.key == "never":
            assert one.answer.startswith("No")
        if one.key == "likeliest" and max(uses.ways) != min(uses.ways):
            assert f"{max(uses.ways):,} of {uses.of:,}" in one.answer
        if one.key == "wait":  # the nearest to two more than the likeliest, the lower of two
            less = [number for number, ways in zip(uses.numbers, uses.ways, strict=True) if ways < max(uses.ways)]
            assert one.claim.other == min(less, key=lambda number: (abs(number - one.claim.number - 2), number))
        if one.key == "rarest":  # of those that come as seldom the largest
            rare = min(uses.ways)
            last = max(number for number, ways in zip(uses.numbers, uses.ways, strict=True) if ways == rare)
            assert one.answer.endswith(f"it comes in {rare:,} of {uses.of:,} ways.")
            assert f" {minus(last)} " in one.ask
        if one.key == "thinking":
            assert ("nothing to decide" in one.answer) == (not area_of(game).measured.chooses(game))


def test_what_the_maker_changes_is_kept_with_the_game():
    game = game_from({"pieces": [{}, {}]})
    keys = [one.key for one in asked_of(measure(game, 200))]
    talk = {
        "own": [
            {"key": keys[0], "ask": "Changed?", "answer": "Yes.", "level": 3},
            {"key": "own-1", "ask": "What did you like?", "level": 1},
        ],
        "dropped": [keys[1]],
    }
    changed = from_text(to_text(with_value(game, "talk", talk)), "x")
    asked = asked_of(measure(changed, 200))
    assert keys[1] not in [one.key for one in asked]
    assert next(one for one in asked if one.key == keys[0]).ask == "Changed?"
    assert asked[-1].level == 3
    assert "own-1" in [one.key for one in asked]
    assert measure(changed, 200).simulated["turns"] == measure(game, 200).simulated["turns"]


def test_questions_from_the_command_line():
    path = str(demo_files()[0])
    plain = CliRunner().invoke(main, ["talk", path]).output
    told = CliRunner().invoke(main, ["talk", path, "--answers"]).output
    found = json.loads(CliRunner().invoke(main, ["talk", path, "--json"]).output)["questions"]
    assert "7: 6 of 36 ways." in told
    assert "7: 6 of 36 ways." not in plain
    assert {one["level"] for one in found} == {"easy", "middling", "hard"}


@every
def test_four_scales_for_every_game(game):
    scales = difficulty_of(quick_measure(game))
    assert [scale.name for scale in scales] == ["Sums", "Deciding", "Luck", "Time"]
    for scale in scales:
        assert scale.value is None or 0 <= scale.value <= 1
        assert scale.headline
        assert scale.made_of.endswith(".")
    decides = area_of(game).measured.chooses(game)
    assert (scales[1].value == 0) == (not decides)
    assert scales[2].value == game.area.uses_pieces if not decides else scales[2].value != 1


def test_harder_sums_are_further_along_the_scale():
    games = [
        game_from({"pieces": [{"faces": faces}] * 2, "draw": {"make": make}, "area": {"length": length}})
        for faces, make, length in (([1, 2], "add", 20), ([5, 6], "add", 60), ([7, 8], "multiply", 500))
    ]
    values = []
    for game in games:
        found = measure(game, 300)
        values.append(difficulty(game, found.notes.practice(), found.readings)[0].value)
    assert values == sorted(values)


@pytest.mark.parametrize(
    "name", ["dome-shutters", "ridge-dare", "signal-digits", "battery-ration", "orbit-chain", "beacon-watch"]
)
def test_where_thinking_pays_is_dear_and_exact(name):
    game = read(next(path for path in demo_files() if path.name.startswith(name)))
    found = area_of(game).work.pays(game)
    assert found
    assert [one.matters for one in found] == sorted((one.matters for one in found), reverse=True)
    assert all(one.cost > 0 for one in found)


def test_what_a_guess_costs_at_a_purse_by_hand():
    """Two draws of a die, times 1 or 10, towards 40: what a second draw can still mend is taken into account."""
    purse = {"kind": "purse", "draws": 2, "multipliers": [1, 10], "target": 40, "over": "distance"}
    game = game_from({"pieces": [{"faces": [2, 3]}], "seats": {"count": 1}, "area": purse})

    def after(held):
        return sum(min(abs(40 - held - face * by) for by in (1, 10)) for face in (2, 3)) / 2

    wanted = {}
    for face in (2, 3):
        worth = [after(face * by) for by in (1, 10)]
        wanted[str(face)] = sum(worth) / 2 - min(worth)
    found = {one.words[0]: one.cost for one in area_of(game).work.pays(game)}
    assert found == pytest.approx({face: cost for face, cost in wanted.items() if cost})
