"""Every claim behind a question holds, worked out a second way, and what cannot be claimed is not asked."""

import re

import pytest
from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import game_from, with_values
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.measure.measuring import measure
from bolometric.core.results.board import Heat
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.kit import kit
from bolometric.core.sheets.teacher import teachers_card
from bolometric.core.words.talk import MOST, asked_of
from bolometric.core.words.talk import claims as c
from bolometric.core.words.talk.playing import of_board, of_play
from bolometric.core.words.talk.sums import of_sums, result_of, strategy
from tests.areas.games import ALL, STRATEGIES
from tests.claims_by_hand import Outcomes, check, evaluated


@pytest.mark.parametrize("kind", [entry.kind.__name__ for entry in AREAS])
@settings(max_examples=12, deadline=None, phases=[Phase.reuse, Phase.generate])
@given(data=st.data())
def test_every_claim_of_random_games_of_every_area_holds(kind, data):
    check(data.draw(STRATEGIES[kind]))


@pytest.mark.parametrize("name", ALL)
def test_every_claim_of_demo_games_and_starters_holds(name):
    asked = check(ALL[name], 300)
    assert len(asked) <= MOST
    assert len({one.ask for one in asked}) == len(asked)


MAKING = {"kind": "grid", "how": "any", "numbers": "own", "columns": 4, "cells": list(range(1, 17))}


@pytest.mark.parametrize(
    ("pieces", "operations"), [([{}, {}], "+-*/"), ([{"faces": [1, 2, 3]}] * 3, "+-*"), ([{}, {"faces": [2, 5]}], "+-")]
)
def test_where_numbers_are_made_questions_are_about_all_that_can_be_made(pieces, operations):
    """Not about totals: two dice make 15 as 3 × 5, and −5 is the least."""
    game = game_from({"pieces": pieces, "area": {**MAKING, "operations": operations}})
    asked = {one.key: one for one in check(game)}
    outcomes = Outcomes(game)
    assert asked["range"].claim == c.Ends(min(outcomes.ways), max(outcomes.ways))
    assert asked["never"].claim.number not in outcomes.ways
    assert "put together" in asked["range"].ask
    assert "can be made" in asked["rarest"].ask


def test_ties_and_long_lists_are_told_as_such():
    digits = game_from({"pieces": [{"faces": list(range(10))}] * 3, "draw": {"make": "largest_number"}})
    claim = next(one.claim for one in asked_of(measure(digits, 100)) if one.key == "likeliest")
    assert len(claim.numbers) == 120  # three different digits, whichever
    assert "114 more: 6 of 1,000 ways each" in claim.words
    assert c.told(tuple("abcdef")) == "a, b, c, d, e and f"
    assert c.told(tuple("abcdefgh")) == "a, b, c, d, e, f and 2 more"


def test_the_wait_is_not_asked_where_draws_hang_together():
    pack = {"kind": "pack", "cards": [1, 1, 2], "after": "keep_out"}
    for after, asks in (("keep_out", False), ("put_back", True)):
        game = game_from({"pieces": [{**pack, "after": after}]})
        assert ("rarest" in [one.key for one in asked_of(measure(game, 100))]) == asks


def test_where_each_draws_from_their_own_it_is_the_first_players_that_is_asked_about():
    duel = next(game for game in ALL.values() if game.area.kind == "duel")
    own = with_values(duel, {"pieces": [{"faces": [1, 2, 3]}], "area.sides": [[{"faces": [5, 5, 6]}]]})
    (first, *_) = check(own)
    assert "player 1's die" in first.ask
    assert first.claim == c.Ends(1, 3)


@given(st.integers(0, 60), st.integers(0, 60), st.sampled_from([known.ADD, known.SUBTRACT, known.MULTIPLY]))
def test_every_way_to_work_a_sum_out_is_right_and_from_easier_sums(a, b, does):
    one = fact(does, max(a, b), min(a, b)) if does == known.SUBTRACT else fact(does, a, b)
    steps = strategy(one)
    for step in steps:
        left, right = step.split(" = ")
        assert evaluated(left) == evaluated(right)
        assert left != one.words
    if steps:
        assert evaluated(steps[-1].split(" = ")[1]) == result_of(one)


def test_a_sum_that_hardly_comes_is_not_what_players_know():
    rare, often = fact(known.ADD, 3, 4), fact(known.ADD, 8, 9)
    assert [key for key, *_ in of_sums({rare: (0.1,)}, True)] == []
    (first, *_) = of_sums({rare: (0.1,), often: (2.0, 1.0)}, True)
    assert first[2] == "What is 8 + 9?"
    assert "3 times" in first[3].words
    noted = next(of_sums({often: (2.0,)}, False))
    assert "times" not in noted[3].words  # the largest of many counted ones is larger than it is


@pytest.mark.parametrize(
    ("reading", "says"),
    [
        (exact_value(0.2), "Yes: +20 points"),
        (exact_value(-0.2), "No, it is worse"),
        (exact_value(0.001), "Hardly: +0.1 points from an even share (exact)."),
        (exact_value(-0.0002), "Hardly: less than 0.1 points from an even share (exact)."),
        (exact_value(-1e-16), "It makes no difference (exact)."),
        (Reading("simulated", 0.03, stderr=0.02), "It makes no difference that shows"),
        (Reading("simulated", 0.05, stderr=0.02), "Yes"),
    ],
)
def test_going_first_is_better_only_where_that_shows(reading, says):
    game = game_from({"pieces": [{}, {}]})
    asked = {key: claim for key, _, _, claim in of_play(game, {"first_seat_edge": reading})}
    assert asked["first"].words.startswith(says)


def test_of_places_that_come_equally_often_none_is_picked():
    boxes = next(game for game in ALL.values() if game.area.kind == "tiles")
    names = area_of(boxes).board.places(boxes).names
    values = [0.1] * len(names)
    values[0] = values[1] = 0.3
    for error, asks in ((0.0, True), (0.2, False)):
        heat = Heat(tuple(values), "Comes up, of 100 draws", error, question="Which {}?")
        asked = {key: claim for key, _, _, claim in of_board(boxes, heat)}
        assert ("board" in asked) == asks
        if asks:
            assert asked["board"].places == (1, 2)
            assert "30% each" in asked["board"].words
    assert list(of_board(boxes, Heat(tuple(values), "Comes up, of 100 draws"))) == []


def test_the_makers_nouns_hold_in_talk_on_the_card_and_in_the_box():
    own = [{"word": "counter", "one": "owl", "many": ""}, {"word": "square", "one": "branch", "many": "branches"}]
    game = with_values(ALL["observatory-round"], {"house.nouns": own})
    found = measure(game, 200)
    card = teachers_card(game, found)
    lines = [line for part in card.parts for line in part.lines if part.title not in ("Mind",)]
    told = [*(f"{one.ask} {one.answer}" for one in asked_of(found)), *lines, kit(game).words]
    for words in told:
        assert not re.search(r"\b(counters?|squares?)\b", words, re.IGNORECASE), words
    assert any("branch" in words for words in told)
    assert "owls" in kit(game).words


OTHERS = {
    "a pack": [{"kind": "pack", "cards": [1, 2, 2, 5, 7]}],
    "two cards": [{"kind": "pack", "cards": [0, 3, 4, 6], "drawn": 2}],
    "cards that stay out": [{"kind": "pack", "cards": [1, 1, 2, 6], "after": "keep_out"}, {"faces": [1, 3]}],
    "a spinner": [{"kind": "spinner", "sectors": [{"value": 2, "angle": 90}, {"value": 5, "angle": 270}]}, {}],
    "counters": [{"kind": "counters", "count": 4}, {"faces": [1, 2, 3]}],
    "tenths": [{"faces": ["0.1", "0.2", "0.5"]}, {"faces": ["0.3", "0.4", "0.8"]}],
    "below nought": [{"faces": [-2, -1, 3]}, {"faces": [0, 4]}],
}


@pytest.mark.parametrize("make", ["add", "multiply"])
@pytest.mark.parametrize("pieces", OTHERS)
def test_every_claim_holds_with_other_pieces_and_other_ways_to_make_a_number(pieces, make):
    kinds = {}
    for game in ALL.values():
        kinds.setdefault(type(game.area), game)
    tried = 0
    for game in kinds.values():
        try:
            changed = with_values(game, {"pieces": OTHERS[pieces], "draw.make": make})
        except GameError:
            continue  # they are not for this kind
        if game.area.uses_pieces:
            tried += 1
            check(changed, 40)
    assert tried
