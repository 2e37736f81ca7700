"""The rule sheet, the knobs, suggestions and faults hang together."""

import re

import pytest
from hypothesis import given, settings

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game, game_from, with_value, with_values
from bolometric.core.game.files import read
from bolometric.core.game.house import WORDS
from bolometric.core.judge.change_size import stray
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.nearby import changes, effects
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled, GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.tuning.space import changes_between
from bolometric.core.words.rule_sheet import rule_sheet, rules_text
from tests.areas.games import ALL, any_game
from tests.faults_alone import faults_alone
from tests.random_games import games


@given(any_game)
def test_every_setting_is_a_word_on_the_sheet(game):
    paths = [span.path for section in rule_sheet(game) for line in section.paragraphs for span in line if span.path]
    wanted = {at.path for at in knobs(game)} - {"name"} - (set() if game.area.uses_total else {"draw.make"})
    wanted -= set() if game.area.uses_pieces else {"pieces"}
    if game.seats.count == 1:  # alone, nobody starts, wins or has an edge
        alone = {"starts", "finish", "first_seat_edge", "moves", "track", "first_home", "games"}
        wanted = {path for path in wanted if path.split(".")[-1] not in alone}
    if game.area.together:
        wanted -= {"seats.starts"}
    if not game.takes_turns:
        wanted -= {"seats.answers"}
    if not (game.takes_turns and game.area.draws_by_turn):
        wanted -= {"seats.throws"}
    wanted -= {f"brief.{key}" for key in ("first_seat_edge", "setbacks") if not game.area.shows(key)}
    if not game.distribution.special:
        wanted -= {"area.special"}
    if not area_of(game).measured.chooses(game):
        wanted -= {"seats.styles"}
    assert sorted(paths) == sorted(wanted)
    words = [s.text for section in rule_sheet(game) for line in section.paragraphs for s in line if s.path]
    assert all(word.strip() for word in words)


@settings(max_examples=40, deadline=None)
@given(any_game)
def test_every_change_nearby_is_a_game_with_other_words(game):
    for change in changes(game):
        assert change.game != game
        assert with_value(game, change.path, change.value) == change.game
        if change.path not in ("area.finish", "area.moves", "area.games") or game.seats.count > 1:
            assert rules_text(change.game) != rules_text(game)


@settings(max_examples=15)
@given(games())
def test_cures_cure(game):
    for fault in find_faults(game):
        for cure in fault.cures:
            again = {found.code for found in faults_alone(cure.game) if found.where == fault.where}
            assert fault.code not in again


@pytest.mark.parametrize(
    ("name", "code"),
    [
        ("ridge-ascent", "off_brief_first_seat_edge"),
        ("long-traverse", "far_too_long"),
        ("loose-scree", "off_brief_setbacks"),
    ],
)
def test_each_demo_game_has_its_trouble(name, code):
    (path,) = [path for path in demo_files() if path.name.startswith(name)]
    found = {fault.code: fault for fault in find_faults(read(path))}
    assert code in found
    assert found[code].cures


def test_effects_are_measured_and_largest_first():
    game = game_from({"bolometric": 1, "pieces": [{}, {}]})
    found = effects(game, "minutes")
    sizes = [(stray(game, one.change), -abs(one.after.mean - one.before.mean)) for one in found]
    assert sizes == sorted(sizes)
    for effect in found[:3]:
        assert measure_exactly(effect.change.game).readings["minutes"] == effect.after
    with pytest.raises(Cancelled), heeding(lambda: True):
        effects(game, "minutes")


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("area.length", 0, "the least is 5"),
        ("area.length", 2000, "the most is 1000"),
        ("pieces", (), "too few"),
        ("pieces", ({"faces": (1, "x")},), "not a number here"),
        ("area.back_to_start", (1, 2, 3, 4, 5, 6), "leave at least one total that moves"),
        ("name", "  \n ", "empty"),
    ],
)
def test_an_impossible_setting_is_said_and_leaves_the_game(path, value, says):
    game = Game()
    with pytest.raises(GameError, match=says):
        with_value(game, path, value)
    assert game == Game()


NOUNS = [{"word": word, "one": f"zz{word}"} for word in WORDS]


@pytest.mark.parametrize("name", ["ridge-ascent", "loose-scree", "star-field", "observatory-round", "beacon-watch"])
def test_the_makers_nouns_hold_in_check_and_in_what_may_be_changed(name):
    """No word that a maker has named otherwise is left in a fault, a cure, a change or a difference."""
    game = with_values(ALL[name], {"house.nouns": NOUNS})
    longer = with_values(game, {"brief.minutes": {"low": 50, "high": 60}})
    told = [words for fault in find_faults(longer) for words in (fault.sentence, *(c.words for c in fault.cures))]
    told += [one.change.words for one in effects(game, "minutes")]
    other = next(one for one in ALL.values() if type(one.area) is type(game.area) and one.name != game.name)
    told += changes_between(game, other)
    assert len(told) > 3
    plain = re.compile(rf"\b({'|'.join(WORDS)})s?\b", re.IGNORECASE)
    assert [words for words in told if plain.search(words)] == []
    assert any("zz" in words for words in told) or name == "star-field"  # where no word of them is needed
