"""What is worth playing, what is wished for in a teacher's words, and changes that take the point of a game along."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_value, with_values
from bolometric.core.game.fault import GOES_ON, carried_along
from bolometric.core.game.files import read
from bolometric.core.judge import cures as searching
from bolometric.core.judge.change_size import how_large, stray
from bolometric.core.judge.cures import Cures
from bolometric.core.judge.difficulty import difficulty_of
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.kept import loses
from bolometric.core.judge.nearby import changes
from bolometric.core.judge.worth import ENDS, worth, worth_words
from bolometric.core.learner_work.aims import Aim
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.briefs.composing import compose
from bolometric.core.tuning.briefs.find import wanted_of
from bolometric.core.tuning.briefs.offering import rank
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.core.tuning.briefs.wishes import WISHES, wished
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.space import differences
from bolometric.core.tuning.sweep import sweep, swept
from bolometric.core.tuning.telling import points_plain, points_text

PATHS = {path.name.removesuffix(".bolo.json"): path for path in demo_files()}
part = st.floats(0, 1)


@given(st.dictionaries(st.sampled_from(sorted(ENDS)), st.floats(0, 5), min_size=1), st.sampled_from(sorted(ENDS)), part)
def test_worth_lies_between_nought_and_one_and_more_is_not_worse(means, key, more):
    readings = {name: exact_value(mean) for name, mean in means.items()}
    before = worth(readings)
    assert 0 <= before <= 1
    if key in means:
        assert worth({**readings, key: exact_value(means[key] + more)}) >= before - 1e-12
    assert worth({**readings, "minutes": exact_value(more)}) == before  # it says nothing of that
    assert worth({}) == 0.5


@pytest.mark.parametrize("name", ["ridge-ascent", "observatory-round", "comet-chart", "dome-shutters", "star-field"])
def test_what_is_said_of_a_game_follows_from_games_played_anew(name):
    """Lead and wins from behind are counted from the batch itself, game by game."""
    game = read(PATHS[name])
    found = measure(game, 4_000).readings
    batch = area_of(game).measured.player(game)(4_000, 5_000, np.random.default_rng(77))
    said = worth_words(found)
    if batch.last_lead is None:
        assert "last third" not in said
        assert "behind" not in said
        return
    alone = batch.winner >= 0
    late = np.median(batch.last_lead[alone] / batch.turns[alone])
    behind = ((batch.half_lead >= 0) & (batch.half_lead != batch.winner))[alone].mean()
    assert found["comeback"].mean == pytest.approx(behind, abs=0.04)
    assert found["lead_changes"].mean == pytest.approx(batch.lead_changes[alone].mean(), abs=0.15)
    if "last third" in said:
        assert late >= 2 / 3 - 0.05
    elif "behind" in said:
        assert behind >= 0.11
        assert late < 2 / 3 + 0.05


def test_the_best_that_can_be_said_is_said_and_nothing_of_what_is_usual():
    lead = Reading("simulated", 0.6, p50=0.7)
    assert "last third" in worth_words({"lead_for_good": lead, "comeback": exact_value(0.4)})
    usual = Reading("simulated", 0.6, p50=0.5)
    assert worth_words({"lead_for_good": usual, "comeback": exact_value(0.4)}).startswith("40% are won from behind")
    assert "decide" in worth_words({"decisions": exact_value(0.8)})
    assert worth_words({"lead_for_good": usual, "comeback": exact_value(0.01), "decisions": exact_value(0.1)}) == ""


@pytest.mark.parametrize("about", sorted(WISHES))
def test_wishes_cover_the_scale_and_say_their_figures(about):
    bands = [(wish.target.low, wish.target.high) for wish in WISHES[about]]
    for (low, high), (other_low, other_high) in zip(sorted(bands), sorted(bands)[1:], strict=False):
        assert low < other_low <= high < other_high  # no gap between what may be wished for
    for wish in WISHES[about]:
        assert wished(about, wish.key) == wish.target
        assert not wish.target.must  # a wish orders, it leaves nothing out
        assert wish.words in wish.told
        assert any(sign in wish.told for sign in "%0123456789")
    assert len({wish.key for wish in WISHES[about]}) == len(bands)


def test_wishes_become_targets_and_who_plays_asks_for_sums_that_are_mostly_right():
    brief = {"brief": {"aim": [{"kind": "adding", "upto": 12}], "targets": [{"reading": "ties", "low": 0, "high": 1}]}}
    made = wanted_of(brief, {"sums": "known", "luck": None, "deciding": "much"}).brief["targets"]
    assert [one["reading"] for one in made] == ["ties", "first_try", "decisions"]
    learners = {"seats": {"fluency": [{"name": "x"}]}}
    usual = wanted_of({**brief, **learners}).brief["targets"]
    assert {"reading": "first_try", "low": 0.8, "high": 0.92}.items() <= usual[-1].items()
    named = wanted_of({**brief, **learners}, {"sums": "known"}).brief["targets"]
    assert [one["low"] for one in named if one["reading"] == "first_try"] == [0.9]  # not the usual one beside it
    assert "targets" not in wanted_of({"brief": {"aim": brief["brief"]["aim"]}}).brief


def test_where_nothing_is_chosen_a_wish_for_luck_is_met_by_the_rules():
    race = game_from({"pieces": [{}, {}]})
    seen = look(race, (wished("luck", "luck"), wished("deciding", "little")), 100, 1)
    assert seen.suits == 1.0
    assert all(one.reading == exact_value(0.0) for one in seen.parts)
    chosen = look(read(PATHS["star-field"]), (wished("luck", "luck"), wished("deciding", "little")), 100, 1)
    assert all(one.reading.method == "simulated" for one in chosen.parts)


def test_nothing_is_luck_where_nothing_is_drawn():
    scales = {scale.name: scale for scale in difficulty_of(measure_exactly(read(PATHS["orbit-chain"])))}
    assert scales["Luck"].value == 0.0
    assert "Nothing is drawn" in scales["Luck"].made_of
    race = {scale.name: scale for scale in difficulty_of(measure_exactly(game_from({})))}
    assert race["Luck"].value == 1.0
    assert "right at the first try" in race["Sums"].made_of


@st.composite
def trails(draw):
    """A trail with squares that do something, some of them past its end, and another length."""
    length = draw(st.integers(8, 60))
    at = draw(st.lists(st.integers(1, length + 5), min_size=1, max_size=8, unique=True))
    squares = []
    for number in at:
        to = draw(st.integers(1, length))
        jumps = draw(st.booleans()) and to != number
        squares.append({"at": number, "does": "jump", "to": to} if jumps else {"at": number, "does": "miss"})
    game = game_from({"pieces": [{}, {}], "area": {"length": length, "squares": squares}})
    return game, draw(st.integers(5, 300))


@given(trails())
def test_a_longer_trail_goes_on_with_its_squares_again_and_again(made):
    game, length = made
    own = game.area
    along = dict(carried_along(game, "area.length", length))
    if length <= own.length:
        assert along == {}
        return
    longer = with_values(game, {"area.length": length, **along}).area
    works = {s.at: s for s in own.squares if s.at < own.length and (s.to or 0) <= own.length}
    found = {s.at: s for s in longer.squares}
    for number in range(1, length):
        before = works.get((number - 1) % own.length + 1)
        by = (number - 1) // own.length * own.length
        if before is None or (before.to or 0) + by > length:
            assert number not in found
        else:
            assert found[number].does == before.does
            assert (found[number].to or 0) - (before.to or 0) == (by if before.to else 0)
    assert carried_along(game, "area.end", "exact") == carried_along(game, "seats.count", 3) == ()


SQUARES = [{"at": 3, "does": "again"}, {"at": 7, "does": "jump", "to": 12}, {"at": 15, "does": "miss"}]


def test_what_is_offered_takes_the_squares_along_and_says_so():
    game = game_from({"pieces": [{}, {}], "area": {"length": 20, "squares": SQUARES}})
    longer = [one for one in changes(game) if one.path == "area.length" and one.value > 20]
    assert longer
    for one in longer:
        assert one.words.endswith(GOES_ON)
        assert with_values(game, dict(one.steps)) == one.game
        assert loses(game, one.game) == ""
        plain = with_value(game, "area.length", one.value)
        alone = type(one)(one.words, one.path, one.value, plain)
        assert (stray(game, one), how_large(game, one)) == (stray(game, alone), how_large(game, alone))
    space = Space(game, ("area.length",))
    made = space.made((60,))
    assert len(made.area.squares) == 9
    (said,) = differences(game, made, space.paths)
    assert said.words == "Make it 60 squares" + GOES_ON
    bare = with_value(game, "area.length", 60)
    assert differences(game, bare, space.paths)[0].words == "Make it 60 squares"
    assert loses(game, bare) != ""


def test_a_cure_that_loses_something_comes_last_and_says_what(monkeypatch):
    """Of every fault: what keeps the point of the game is told before what does not, where there is time to look."""
    monkeypatch.setattr(searching, "BUDGET", 600.0)
    game, some = read(PATHS["loose-scree"]), []
    for fault in find_faults(game):
        lost = [loses(game, one.game) for one in fault.cures]
        assert [bool(words) for words in lost] == sorted(bool(words) for words in lost)
        some += [(words, one.also) for words, one in zip(lost, fault.cures, strict=True)]
    assert any(words for words, _ in some)
    assert not all(words for words, _ in some)
    for words, also in some:
        assert words in also


def test_whatever_loses_something_is_told_after_what_does_not(monkeypatch):
    game = game_from({"pieces": [{}, {}], "area": {"length": 20, "squares": SQUARES}})
    now = measure_exactly(game).readings["minutes"].mean

    def found():
        longer = Cures(measure_exactly(game), 1e9, "minutes")
        return longer.find(
            lambda one: (one.readings["minutes"].mean or 0.0) > 1.1 * now,
            lambda one: -(one.readings["minutes"].mean or 0.0),
        )

    first, *others = (one.path for one in found())
    monkeypatch.setattr(Cures, "_lost", lambda self, change: "its point" if change.path == first else "")
    told = found()
    assert [one.path for one in told][: len(others)] == others
    assert [("its point" in one.also) for one in told] == [one.path == first for one in told]


def test_of_games_that_suit_equally_the_one_worth_playing_comes_first():
    found = next(one for one in compose(Wanted((Aim(kind="bonds", upto=10),), 2, (), (4, 8))) if not one.against)
    better, worse = (
        replace(found, readings={**found.readings, **{key: exact_value(ends[which]) for key, ends in ENDS.items()}})
        for which in (1, 0)
    )
    assert rank(better) >= rank(found) >= rank(worse)
    assert rank(better) > rank(worse)
    assert rank(replace(worse, suits=1.0)) > rank(replace(better, suits=0.5))  # what was asked comes before
    assert rank(worse) > rank(replace(better, against="Something."))


def test_a_wish_alone_is_a_brief():
    assert [one["reading"] for one in wanted_of({}, {"luck": "luck"}).brief["targets"]] == ["choice"]
    with pytest.raises(GameError, match="no target"):
        wanted_of({}, {"luck": None})


def test_how_many_facts_of_the_aim_are_met_is_counted_in_games():
    """The card's figure, against games noted anew."""
    wanted = Wanted((Aim(kind="adding", upto=12),), 2, (), (6, 10))
    for found in [one for one in compose(wanted) if not one.against][:4]:
        noted = measure(found.game, 3_000, seed=11).readings["aim_variety"].mean
        assert abs(found.covered[0] - noted) <= 0.08 * noted + 1.5
        assert found.covered[0] <= found.covered[1]


def test_a_sweep_says_where_what_the_game_is_for_is_lost():
    game = game_from({"pieces": [{}, {}], "area": {"length": 20, "squares": SQUARES}})
    asked = [swept(game, "area.length=20..60:10")]
    points = list(sweep(game, asked, runs=60))
    assert [point.lost for point in points] == [loses(game, point.game) for point in points]
    assert [bool(point.lost) for point in points] == [False, True, True, True, True]
    told = points_text(asked, points)
    assert f"lost at 30; 40; 50; 60: {points[1].lost}." in told
    assert [("lost" in one) for one in points_plain(asked, points)["points"]] == [bool(point.lost) for point in points]
