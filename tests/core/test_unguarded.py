"""Lines that a mutation run could break unseen: boundaries, brackets, and what is told only now and then."""

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise, permutations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.areas.filled.faults import _more_counters
from bolometric.core.areas.multiples.play import _move
from bolometric.core.areas.purse.area import steps_of
from bolometric.core.areas.purse.exact import last_sum
from bolometric.core.areas.shelf import starters
from bolometric.core.areas.trail.daring.faults import _choosing
from bolometric.core.areas.trail.daring.stopping import _ranges
from bolometric.core.game.area_part import StyleRule
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.seats import Style
from bolometric.core.judge import nearby
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.pieces.draw import EXACTLY
from bolometric.core.pieces.piece_line import read_line
from bolometric.core.play.hand import _bracketed
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.board import Heat
from bolometric.core.results.estimate import RunParameters, Sample
from bolometric.core.results.folded import Values
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.settings.lines import cut
from tests.faults_alone import codes_of

TWO, ONE = {"count": 2}, {"count": 1}


def game_of(**data):
    return game_from({"bolometric": 1, **data})


@settings(max_examples=60, deadline=None)
@given(st.lists(st.integers(0, 40), unique=True, min_size=1, max_size=20))
def test_squares_told_as_runs_are_named_once_each(places):
    said = _ranges(sorted(places), str).replace(" and ", ", ").split(", ")
    spans = [[int(end) for end in one.split(" to ")] for one in said]
    assert [at for span in spans for at in range(span[0], span[-1] + 1)] == sorted(places)
    assert all(before[-1] + 1 < after[0] for before, after in pairwise(spans))


@pytest.mark.parametrize(("number", "says"), [(1, "after one draw"), (2, "after 2 draws"), (11, "after 11 draws")])
def test_a_numbered_rule_counts_its_draws(number, says):
    assert StyleRule("stop", "stop after {} draws", "stops", numbered=True).told(number) == f"stop {says}"


@pytest.mark.parametrize(
    ("value", "bound", "brackets"),
    [(3, 2, False), (-3, 2, True), (-3, 1, False), (Fraction(1, 3), 2, True), (Fraction(1, 3), 1, False)],
)
def test_numbers_stand_in_brackets_beside_an_operation_only(value, bound, brackets):
    assert _bracketed(value, bound).startswith("(") == brackets


@pytest.mark.parametrize("make", EXACTLY)
@pytest.mark.parametrize("count", [1, 2, 3])
def test_ways_that_need_just_so_many_numbers_take_no_other(make, count):
    data = {"pieces": [{}] * count, "draw": {"make": make}}
    if count == (1 if make == "square" else 2):
        assert game_of(**data).draw.make == make
    else:
        with pytest.raises(GameError, match=r"takes (one number|two numbers)"):
            game_of(**data)


def test_a_marker_stands_where_it_has_come_to():
    game = game_of(area={"length": 10})
    sitting = Sitting(game, 3)
    for _ in range(4):
        sitting.draw()
        assert area_of(game).board.places_at(game, sitting.now).markers == tuple(sitting.now.places)


def test_one_who_dares_against_another_is_told_what_stopping_is_worth():
    game = game_of(area={"length": 12, "go_on": "dare", "lose_turn": [1], "end": "pass"}, seats=TWO)
    sitting = Sitting(game, 1)
    while sitting.rules.asks(game, sitting.now) is None:
        sitting.draw()
    said = sitting.rules.coach(game, sitting.now)
    assert "To win: stop" in said
    assert "%, go on" in said


def test_another_choice_is_offered_in_its_own_words():
    game = game_of(area={"go_on": "dare", "lose_turn": [1]})
    (at,) = (at for at in knobs(game) if at.path == "area.go_on")
    for choice in at.knob.choices:
        if choice.value != "dare":
            assert [cure.words for cure in _choosing(game, at.path, choice.value)] == [choice.order]


def test_players_are_told_from_the_first_on():
    game = game_of(area={"kind": "duel"}, seats={"count": 3})
    said = area_of(game).by_hand.coach(game, Sitting(game, 1).now)
    assert [f"player {seat} " in said for seat in range(5)] == [False, True, True, True, False]


def test_all_pieces_are_drawn_with_where_one_may_not_choose():
    game = game_of(pieces=[{}, {}], area={"kind": "tiles", "play": "sets", "tiles": 9})
    sitting = Sitting(game, 1)
    assert len(sitting.rules.pieces(game, sitting.now)) == 2


def test_where_draws_hang_together_a_shared_marker_has_no_map():
    shared = {"track": "shared", "turns": 5, "length": 9}
    kept_out = game_of(pieces=[{"kind": "pack", "cards": [1, 2, 3, 4], "after": "keep_out"}], area=shared)
    assert area_of(kept_out).board.heat(kept_out) is None
    put_back = game_of(pieces=[{"kind": "pack", "cards": [1, 2, 3, 4]}], area=shared)
    assert area_of(put_back).board.heat(put_back) is not None


@pytest.mark.parametrize("choose", ["guess", "plan"])
def test_totals_that_never_come_leave_a_purse_as_it_is(choose):
    game = game_of(pieces=[{"faces": [1, 1, 4]}], area={"kind": "purse"}, seats=ONE)
    steps, style = steps_of(game), Style(choose=choose)
    never_first = replace(
        steps, chances=np.array([0.0, *steps.chances]), adds=np.concatenate([steps.adds[:1], steps.adds])
    )
    multipliers = tuple(float(by) for by in game.area.multipliers)
    last = last_sum(steps, style, multipliers)
    assert last.sum() == pytest.approx(1)
    assert last_sum(never_first, style, multipliers) == pytest.approx(last)


def test_given_placements_say_how_many_counters_there_are():
    line = {"kind": "tiles", "play": "counters", "counters": 3, "placements": [[2, 3, 4], [5, 6, 7]]}
    assert _more_counters(game_of(pieces=[{}, {}], area=line, seats=TWO)) == ()


@pytest.mark.parametrize(
    ("owners", "moved"), [({2: 0}, (2, 1)), ({1: 0}, None), ({3: 0, 1: 1}, (3, 2)), ({1: 0, 2: 0, 3: 1}, None)]
)
def test_a_counter_moves_to_the_best_free_number_only(owners, moved):
    """Seat 0 likes 1 most, then 2, then 3."""
    owner = np.full(4, -1)
    for number, seat in owners.items():
        owner[number] = seat
    before = owner.copy()
    done = _move.py_func(np.uint64(1), owner, np.array([[1, 2, 3], [3, 2, 1]]), 0, 0)
    assert bool(done) == (moved is not None)
    gone, come = np.flatnonzero((before == 0) & (owner != 0)), np.flatnonzero((before != 0) & (owner == 0))
    assert (gone.tolist(), come.tolist()) == (([moved[0]], [moved[1]]) if moved else ([], []))


def test_one_refused_change_does_not_hide_those_after_it():
    refused = 0
    for starter in starters()[::4]:
        game = starter.game
        offered = {(change.path, repr(change.value)) for change in nearby.changes(game)}
        for at in knobs(game):
            for _, value in () if at.path.startswith("brief.") else nearby.values_near(game, at):
                try:
                    other = with_value(game, at.path, value)
                except GameError:
                    refused += 1
                    continue
                same = nearby.rules_text(other) == nearby.rules_text(game)
                assert same or (at.path, repr(value)) in offered
    assert refused


@pytest.mark.parametrize("seed", range(4))
def test_best_play_arranges_its_digits_as_well_as_can_be(seed):
    """By trying every order of the digits that were drawn."""
    game = game_of(
        pieces=[{"faces": list(range(10))}],
        seats={"count": 1, "styles": [{"choose": "plan"}]},
        area={"kind": "digits", "practice": "together", "whole": 3, "points": 1},
    )
    sitting = Sitting(game, seed)
    for _ in range(3):
        sitting.draw()
    drawn = sorted(sitting.now.hand)
    while -1 in sitting.now.filled[0]:
        sitting.play_on(game.seats.style(0))
    assert sitting.now.filled[0][::-1] == max(permutations(drawn))  # ones come first


def test_together_nobody_is_ever_stuck():
    game = game_of(area={"track": "shared", "turns": 4, "length": 9}, seats=TWO)
    assert measure_exactly(game).readings["stuck"].mean == 0


def test_rules_of_thumb_with_a_number_in_their_words_take_one():
    rules = [rule for entry in AREAS for rule in entry.kind.rules]
    assert rules
    assert all(rule.numbered == ("{}" in rule.words) for rule in rules)


@pytest.mark.parametrize(("dice", "known"), [(2, True), (6, False)])
def test_best_play_against_another_is_refused_where_it_is_too_much(dice, known):
    """Two hundred squares: positions of both and of the turn's start, times 11 totals or 31."""
    data = {
        "pieces": [{}] * dice,
        "area": {"length": 200, "go_on": "dare", "lose_turn": [7]},
        "seats": {"count": 2, "styles": [{"choose": "plan", "goal": "win"}]},
    }
    if known:
        assert game_of(**data).seats.style(0).choose == "plan"
    else:
        with pytest.raises(GameError, match="Best play against another"):
            game_of(**data)


def test_what_is_left_out_has_its_plain_meaning():
    assert Heat((0.5, 2.0), "how often").scaled == (0.5, 2.0)  # the last place counts too
    table = RunParameters(2, 1.0, None)
    assert Sample(table, turns=Values().plus(np.array([3])), rolls=Values().plus(np.array([5]))).paced.mean == 3


def test_text_that_has_room_is_left_and_longer_text_is_cut_to_its_room():
    assert cut("dome", 5) == cut("dome", 4) == "dome"
    assert cut("domes of stars", 6) == "domes…"
    assert all(len(cut("domes of stars", most)) <= most for most in range(1, 20))


@pytest.mark.parametrize(("track", "told"), [("shared", True), ("own", False)])
def test_only_one_marker_for_all_can_be_too_far_from_home_for_its_turns(track, told):
    game = game_of(area={"track": track, "turns": 2, "length": 60}, seats=TWO)
    assert ("out_of_reach" in codes_of(game)) == told


@given(st.integers(-390, 390), st.integers(-390, 390))
def test_a_range_of_faces_goes_up_or_down_by_ones(first, last):
    """The most is counted from the first number, whichever side of nought the two lie on."""
    if abs(last - first) >= 400:
        with pytest.raises(GameError, match=r"too many|more than 400"):
            read_line(f"{first} to {last}")
        return
    step = 1 if last >= first else -1
    assert [one.value for one in read_line(f"{first} to {last}")] == list(range(first, last + step, step))
    with pytest.raises(GameError, match="no whole number of steps"):
        read_line(f"{first} to {last}.5")


def test_every_cell_that_can_be_claimed_is_named_by_its_row_and_column():
    game = game_of(pieces=[{}, {}], area={"kind": "grid", "numbers": "own", "columns": 3, "cells": [7] * 9})
    sitting = Sitting(game, seed=1)
    sitting.draw(7)
    told = [option.words.partition(" in ")[2] for option in sitting.options]
    assert told == [f"row {row}, column {column}" for row in (1, 2, 3) for column in (1, 2, 3)]


@pytest.mark.parametrize(("count", "who"), [(1, "You win if"), (2, "You all win if")])
def test_who_wins_a_chain_together_depends_on_how_many_play(count, who):
    game = game_of(area={"kind": "chain", "practice": "together"}, seats={"count": count})
    assert who in " ".join(area_of(game).words.aloud(game).last)
