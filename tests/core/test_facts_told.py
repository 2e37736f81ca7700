"""What is told of the facts that players meet, against the whole list or table of them, ordered and counted by hand."""

import re
from fractions import Fraction
from operator import add, mul, sub

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from
from bolometric.core.judge.kept import facts_met
from bolometric.core.learner_work.aims import on_aim
from bolometric.core.learner_work.facts import ADD, COMPARE, DIVIDE, MULTIPLY, SUBTRACT, fact
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.text.ranking import most_often
from bolometric.core.words.practice import ALL_SEATS, FactCell, fact_words, fits_table, met_most, table_of, top_count
from bolometric.core.words.talk.sums import QUICK, RARE, of_sums, result_of, strategy
from tests.random_games import tenths

number = st.one_of(st.integers(0, 9), tenths)
met = st.dictionaries(
    st.builds(fact, st.sampled_from((ADD, SUBTRACT, MULTIPLY)), number, number),
    st.lists(st.sampled_from((0.0, 0.25, 0.5, 1.0, 3.0)), min_size=2, max_size=2).map(tuple),
    max_size=30,
)
aims = st.sampled_from(([], [{"kind": "adding", "upto": 5}], [{"kind": "tables", "tables": [3]}]))


@given(met, aims, st.sampled_from((ADD, SUBTRACT, MULTIPLY)), st.sampled_from((ALL_SEATS, 0, 1)), st.integers(0, 12))
def test_what_is_found_without_the_table_is_what_the_table_holds(times, aim, does, seat, most):
    game = game_from({"bolometric": 1, "area": {"kind": "duel"}, "pieces": [{"kind": "die"}], "brief": {"aim": aim}})
    table = table_of(game, times, does, seat)
    assert fits_table(game, times, does, most) == (max(len(table.down), len(table.across)) <= most)
    assert list(table.down) == sorted({a for a, _ in table.cells})
    counts = {cell.fact: cell.times for cell in table.cells.values() if cell.times}
    named = met_most(times, does, seat, most)
    first = sorted(counts, key=lambda one: (-counts[one], one))[:most]
    assert [part.rpartition(" (")[0] for part in named.split("; ")[: len(first)]] == [one.words for one in first]
    more = sum(often == counts[first[-1]] for one, often in counts.items() if one not in first) if first else 0
    assert named.endswith(f"and {more} more as often as the last of these") == bool(more)
    assert top_count(times, does) == max((one.times for one in table_of(game, times, does).cells.values()), default=0)


@pytest.mark.parametrize("starter", starters(), ids=lambda one: one.words)
def test_what_a_game_to_begin_from_says_it_practises_is_worked_out_in_it(starter):
    """Each set of facts that is its aim comes up, and together they are much of all (questions are asked now and then).

    What it says in words is the teacher's to read; once three of them said *taking away* where squares were counted.
    """
    game = starter.game
    met = {one: sum(often) for one, often in facts_met(game).items()}
    whole = sum(met.values())
    assert game.brief.aim
    for aim in game.brief.aim:
        assert sum(often for one, often in met.items() if aim.has(one)) >= 0.1 * whole, aim.words
    assert sum(often for one, often in met.items() if on_aim(game.brief.aim, one)) >= 0.25 * whole


def test_what_rounding_tells_apart_comes_as_often():
    assert most_often({1: 0.1 + 0.2, 2: 0.3, 3: 0.29}, 1) == ([1], 1)


RESULTS = {ADD: add, SUBTRACT: sub, MULTIPLY: mul, DIVIDE: lambda a, b: Fraction(a) / b, COMPARE: max}
worked_out = st.dictionaries(
    st.builds(fact, st.sampled_from(list(RESULTS)), *[st.one_of(st.integers(0, 3), tenths)] * 2),
    st.sampled_from((0.05, 0.5)).map(lambda often: (often, often)),
    min_size=1,
    max_size=30,
)


@given(worked_out)
def test_questions_are_of_the_facts_that_are_met_most_and_take_longest(times):
    asked = {key: claim for key, _, _, claim in of_sums(times, True)}
    none = {one for one in times if (one.does, one.one) == (COMPARE, one.other) or (one.does, one.other) == (DIVIDE, 0)}
    real = {one: RESULTS[one.does](one.one, one.other) for one in times if one not in none}
    assert {one: result_of(one) for one in times} == {**real, **dict.fromkeys(none)}
    if not real:
        assert not asked
        return
    told_at_sight = {one for one in real if 0 in one or (one.does == MULTIPLY and 1 in one) or one[::2] == (DIVIDE, 1)}
    worth_asking = [one for one in real if sum(times[one]) >= RARE and one not in told_at_sight] or real
    usual = max(worth_asking, key=lambda one: (sum(times[one]), -timing(one, USUAL).seconds, str(one)))
    others = [one for one in real if one != usual and one.does != COMPARE]
    assert ("usual" in asked) == (sum(times[usual]) >= RARE)
    if "usual" in asked:
        assert (asked["usual"].fact, asked["usual"].result) == (usual, real[usual])
    hard = max(others, key=lambda one: (bool(strategy(one)), timing(one, USUAL).seconds, str(one)), default=None)
    assert ("hardest" in asked) == (hard is not None and (bool(strategy(hard)) or timing(hard, USUAL).seconds > QUICK))
    if "hardest" in asked:
        assert (asked["hardest"].fact, asked["hardest"].result) == (hard, real[hard])
    same = {one for one in others if usual.does == one.does == ADD and real[one] == real[usual]}
    assert set(asked["same"].others if "same" in asked else ()) == (same if sum(times[usual]) >= RARE else set())


@given(st.floats(0.001, 60), st.booleans())
def test_how_often_a_fact_is_met_is_said_to_two_digits(times, wanted):
    said = fact_words(FactCell(fact("add", 3, 4), times, wanted), "a player", True)
    often = r"once in ([\d.,]+) games|([\d.]+) times a game|once a game"
    told = re.fullmatch(rf"3 \+ 4: a player meets it (?:{often})(; it is of the aim)?\.", said)
    seldom, many, aimed = told.groups()
    assert float(many or 1) / float((seldom or "1").replace(",", "")) == pytest.approx(times, rel=0.055)
    assert bool(aimed) == wanted
    assert "1" not in (seldom, many)
