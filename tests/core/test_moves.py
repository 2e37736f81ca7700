"""What moves a reading, with common random numbers; ladders; games side by side; beginning from what one has."""

import numpy as np
import pytest

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import read
from bolometric.core.judge.suits import AS_SET, off_by, targets_of
from bolometric.core.learner_work.aims import Aim
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.briefs.aimed_draws import subsets
from bolometric.core.tuning.briefs.beginning import possible
from bolometric.core.tuning.briefs.composing import compose
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.core.tuning.comparing import different, rows_of, sentences_of, side_of
from bolometric.core.tuning.ladder import HARDER, ladder, levels_of, offered, present
from bolometric.core.tuning.moves import Paired, in_order, moves
from bolometric.core.tuning.space import changes_between
from bolometric.core.words.rule_sheet import rules_text

PATHS = {path.name.removesuffix(".bolo.json"): path for path in demo_files()}
TWO_DICE = game_from({"pieces": [{}, {}]})


def test_an_exact_effect_is_the_difference_of_what_is_measured():
    game = read(PATHS["ridge-ascent"])
    before = measure_exactly(game).readings["minutes"].mean
    for move in moves(game, "minutes"):
        for step in move.steps:
            after = measure_exactly(step.game).readings["minutes"].mean
            assert (step.effect, step.error, step.after) == (pytest.approx(after - before), 0.0, pytest.approx(after))
            assert with_value(game, step.path, step.value) == step.game
            assert rules_text(step.game) != rules_text(game)


def test_effects_have_the_sign_that_theory_gives_and_the_largest_comes_first():
    found = in_order(list(moves(TWO_DICE, "turns")))
    by_path = {move.path: move.steps for move in found}
    down, up = by_path["area.length"]
    assert down.effect < 0 < up.effect
    assert down.value == TWO_DICE.area.length - 5
    fewer, more = by_path["pieces"]
    assert more.effect < 0 < fewer.effect
    assert [move.size for move in found] == sorted((move.size for move in found), reverse=True)


@pytest.mark.parametrize(
    ("name", "path", "value", "times"),
    [("ridge-ascent", "area.length", 45, 2.0), ("beacon-watch", "seats.count", 2, 1.3)],
)
def test_common_random_numbers_cut_the_error_of_a_difference(name, path, value, times):
    """By the factor that is written in docs/architecture.md: half the error is a quarter of the games."""
    game = read(PATHS[name])
    other = with_value(game, path, value)

    def turns(one, seed):
        return area_of(one).measured.player(one)(4_000, 3_000, np.random.default_rng(seed)).turns.astype(float)

    alike, apart = turns(other, 1) - turns(game, 1), turns(other, 2) - turns(game, 1)
    assert apart.std() > times * alike.std()
    assert alike.mean() == pytest.approx(apart.mean(), abs=5 * apart.std() / len(apart) ** 0.5)


def test_a_simulated_effect_agrees_with_the_exact_one_within_its_error():
    game, away = read(PATHS["ridge-ascent"]), []
    for path, value in (("area.length", 45), ("area.length", 35), ("area.end", "bounce"), ("area.games", "three")):
        other = with_value(game, path, value)
        paired = Paired(game, "turns", AS_SET, 3)
        exact = paired.against(other)[0]
        paired.exact = None
        paired._play_first()
        paired._exactly = lambda game: None
        effect, error, _ = paired.against(other)
        assert error > 0
        away.append((effect - exact) / error)
    assert max(map(abs, away)) < 4.5


def test_what_is_not_known_of_a_game_moves_nothing():
    assert list(moves(read(PATHS["sky-ledger"]), "first_seat_edge")) == []
    assert list(moves(TWO_DICE, "choice")) == []


def test_the_size_of_the_numbers_is_exact():
    assert measure_exactly(TWO_DICE).readings["draw_size"].mean == 7
    signed = game_from({"pieces": [{"faces": [{"value": value} for value in (-3, -1, 0, 2)]}]})
    assert measure_exactly(signed).readings["draw_size"].mean == 1.5


@pytest.mark.parametrize(("key", "easy", "hard"), [("minutes", 3.0, 9.0), ("draw_size", 5.0, 9.0)])
def test_a_ladder_rises_and_says_what_changes_between_neighbours(key, easy, hard):
    game = with_value(read(PATHS["ridge-ascent"]), "brief.aim", ())  # an aim would keep the numbers small
    values = levels_of(key, easy, hard, 3)
    rungs = list(ladder(game, key, values))
    assert [rung.level for rung in rungs] == ["easy", "middle", "hard"]
    means = [measure(rung.game, runs=100).readings[key].mean for rung in rungs]
    assert means == sorted(means)
    before = game
    for place, rung in enumerate(rungs, 1):
        assert rung.met
        assert rung.changes == changes_between(before, rung.game)
        assert rung.game.family.model_dump() == {"of": game.name, "level": rung.level, "place": place}
        assert any(
            target.reading == key and off_by(target, measure_exactly(rung.game).readings[key]) == 0
            for target in targets_of(rung.game)
        )
        before = rung.game


def test_a_ladder_that_cannot_be_is_said():
    with pytest.raises(GameError, match="swap them"):
        levels_of("success", 0.2, 0.8, 3)
    with pytest.raises(GameError, match="three to five"):
        levels_of("minutes", 2, 8, 2)
    with pytest.raises(GameError, match="no scale for a ladder"):
        list(ladder(TWO_DICE, "success", (0.9, 0.5, 0.1)))
    for path in demo_files():
        game = read(path)
        assert set(offered(game)) <= set(HARDER)
        assert present(game, "minutes") is None or present(game, "minutes") > 0


def test_games_side_by_side_differ_in_the_sentences_that_differ():
    game = read(PATHS["ridge-ascent"])
    longer, other = with_value(game, "area.length", 60), with_value(game, "area.length", 60)
    one, two = different([game, longer])
    assert len(one) == len(two) == 1
    assert knob_at(longer, "area.length").knob.label in two[0]
    assert different([longer, other]) == [(), ()]
    assert set(one) <= set(sentences_of(game))


@pytest.mark.parametrize("name", ["ridge-ascent", "comet-chart", "observatory-round", "dome-shutters"])
def test_how_long_games_last_is_a_distribution_with_the_mean_of_the_reading(name):
    side = side_of(read(PATHS[name]), runs=3_000)
    assert (np.diff(side.over) >= -1e-12).all()
    assert 0 <= side.over[0] <= side.over[-1] <= 1 + 1e-9
    whole = np.append(side.over, 1.0)
    lasts = np.append(side.minutes, side.minutes[-1])
    mean = float((np.diff(whole, prepend=0.0) * lasts).sum())
    assert mean == pytest.approx(side.readings["minutes"].mean, rel=0.06)
    assert [label for label, _ in rows_of([side, side])] == [label for label, _ in rows_of([side])]


def test_beginnings_use_what_is_at_hand():
    die, pack = starters()[0].game.pieces[0], game_from({"pieces": [{"kind": "pack"}]}).pieces[0]
    answers = Wanted((Aim(kind="adding", upto=12),), 3, (), (6.0, 10.0), (die, die, pack))
    assert len(subsets((die, die, pack))) == 5  # a die, a pack, two dice, a die and a pack, all three
    found = possible(answers)
    assert len({type(one.game.area) for one in found}) >= 6
    for one in found:
        assert one.game.seats.count == 3
        if one.game.area.uses_pieces:
            assert one.game.pieces in subsets((die, die, pack))
    assert len(possible(Wanted())) == len(starters())
    assert all(one.game.pieces == one.starter.game.pieces for one in possible(Wanted()))


def test_beginnings_are_made_to_suit_or_say_why_not():
    short = Wanted(minutes=(1.0, 1.5))
    found = list(compose(short))
    trail = next(one for one in found if one.starter.game.name == "A trail of sums")
    assert trail.suits > 0.9
    assert trail.why.startswith("Each works out")
    assert 1.0 <= measure_exactly(trail.game).readings["minutes"].mean <= 1.6
    assert all(one.against.endswith(".") for one in found if one.against)
    assert any(one.against for one in found)
