"""What is worked out: facts of a draw against every outcome, and of whole games exactly against games noted."""

from collections import Counter
from fractions import Fraction
from itertools import product
from math import sqrt

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_value, with_values
from bolometric.core.game.kinds import kinds
from bolometric.core.learner_work import trace
from bolometric.core.learner_work.aims import AIMS, Aim, asked, fact_from, on_aim
from bolometric.core.learner_work.facts import ADD, COMPARE, COUNT, SUBTRACT, Fact, fact
from bolometric.core.learner_work.tasks import draw_work
from bolometric.core.learner_work.trace import FIRST, FURTHER, Book, coded, decoded
from bolometric.core.measure.measuring import measure, measure_exactly, runs_of
from bolometric.core.measure.runs import NOTED_ALONE
from bolometric.core.question_cards.families import FAMILIES, questions_of
from bolometric.core.question_cards.keyed import fact_of
from bolometric.core.settings.errors import GameError
from bolometric.core.words.aloud import players_rules
from tests.areas.games import any_game
from tests.core.test_every_area import every

MANY = {"name": "counts", "adding": "count_on", "slips": 0.2}
FEW = {"name": "recalls", "adding": "recall", "times": "recall", "look": 0.5}
AIM = [{"kind": "adding", "upto": 9}, {"kind": "place_value", "upto": 2}, {"kind": "numbers", "upto": 5}]


def test_the_facts_of_two_dice_by_every_outcome():
    game = game_from({"pieces": [{}, {"faces": [1, 2, 2]}]})
    counted: Counter[tuple[int, Fact]] = Counter()
    for a, b in product(range(1, 7), (1, 2, 2)):
        counted[a + b, fact(ADD, a, b)] += 1
    work = draw_work(game.pieces, game.draw)
    for total in game.distribution.totals:
        ways = {one: chance for chance, facts in work.of(total) for one in facts if one.counted}
        whole = sum(count for (made, _), count in counted.items() if made == total)
        wanted = {one: count / whole for (made, one), count in counted.items() if made == total}
        assert ways == pytest.approx(wanted)


@pytest.mark.parametrize(
    ("draw", "facts"),
    [
        ({"make": "difference"}, {"compare", "subtract"}),
        ({"make": "largest"}, {"compare"}),
        ({"make": "digits"}, {"place"}),
        ({"make": "times", "factor": 3}, {"add", "multiply"}),
        ({"make": "formula", "formula": "a * b - 1"}, {"multiply", "subtract"}),
    ],
)
def test_what_a_way_of_making_the_number_takes(draw, facts):
    game = game_from({"pieces": [{"faces": [0, 3, 5]}, {"faces": [2, 4]}], "draw": draw})
    ways = draw_work(game.pieces, game.draw).any
    assert {one.does for _, some in ways for one in some if one.counted} == facts
    if draw["make"] == "difference":
        assert all(len([one for one in some if one.counted]) == 2 for _, some in ways)  # compared once


@settings(max_examples=30, deadline=None)
@given(any_game, st.sampled_from([(), (MANY,), (MANY, FEW)]), st.sampled_from(["counting", "adding"]))
def test_what_is_expected_exactly_is_what_games_come_to(game, fluency, moved):
    game = with_value(with_value(game, "seats.fluency", fluency), "brief.aim", AIM)
    if hasattr(game.area, "moved"):
        game = with_value(game, "area.moved", moved)
    exact = measure_exactly(game, worth_of_thinking=False)
    if exact.facts is None or (exact.readings.get("turns") and (exact.readings["turns"].mean or 1e9) > 300):
        return
    short = (exact.readings["turns"].mean or 0.0) < 12 if "turns" in exact.readings else False
    # One turn in a hundred is noted: of short games it takes many until enough are.
    *_, tally = runs_of(game, 5, 300_000 if short else 30_000, most_turns=2_000, note=True)
    noted = tally.notes.readings()
    if tally.notes.stuck or tally.notes.cut_off:
        return  # what may never end is noted up to a number of turns
    for key in ("minutes", *NOTED_ALONE):
        if key in exact.readings and key in noted and noted[key].mean is not None:
            one, other = exact.readings[key], noted[key]
            assert abs(one.mean - other.mean) < 5 * other.stderr + 0.01 * abs(one.mean) + 1e-9, key
    assert set(tally.notes.times_each) <= set(exact.facts)
    for one, each in exact.facts.items():
        if sum(each) * tally.notes.games > 50:
            assert one in tally.notes.times_each, one.words
    assert ("facts" in noted) == ("facts" in exact.readings)


@pytest.mark.parametrize("finish", ["at_once", "finish_round"])
@pytest.mark.parametrize("moved", ["counting", "adding"])
def test_who_goes_first_works_more_by_hand(finish, moved):
    """Two players with a die of 1 and 2 on five squares: turns of each from the chances of being under way."""
    game = game_from({"pieces": [{"faces": [1, 2]}], "area": {"length": 5, "finish": finish, "moved": moved}})
    here, under_way = {0: 1.0}, [1.0]
    while under_way[-1] > 1e-15:
        there: dict[int, float] = {}
        for at, chance in here.items():
            for steps in (1, 2):
                if at + steps < 5:
                    there[at + steps] = there.get(at + steps, 0.0) + chance / 2
        here = there
        under_way.append(sum(here.values()))
    before, after = np.array(under_way[:-1]), np.array(under_way[1:])
    first, second = (before * before).sum(), (before * (before if finish == "finish_round" else after)).sum()
    facts = measure_exactly(game).readings["facts"]
    assert facts.by_seat == pytest.approx((first, second))  # one fact a turn: the move


@every
def test_every_game_notes_what_is_worked_out_and_says_it(game):
    found = measure(game, 400)
    keys = set(found.readings)
    assert {"facts", "fact_variety"} <= keys
    facts, variety = found.readings["facts"].mean, found.readings["fact_variety"].mean
    assert 0 < variety <= found.simulated["facts"].mean + 1e-9
    assert abs(facts - found.simulated["facts"].mean) < 6 * found.simulated["facts"].stderr + 0.02 * facts + 1e-9
    assert "on_aim" not in keys or game.brief.aim
    practice = found.notes.practice()
    assert practice.strip
    assert all(deed.words for deed in practice.strip)
    seats = {deed.seat for deed in practice.strip}
    assert seats <= {None, *range(game.seats.count)}
    turns = sum(1 for deed in practice.strip if deed.seat in (None, 0))
    assert turns >= 1


@every
def test_noting_changes_nothing_of_the_runs(game):
    *_, plain = runs_of(game, 3, 300)
    *_, noted = runs_of(game, 3, 300, note=True)
    assert plain.sample.winners == noted.sample.winners
    assert np.array_equal(plain.sample.turns.values, noted.sample.turns.values)
    assert np.array_equal(plain.sample.turns.counts, noted.sample.turns.counts)


@every
def test_turns_that_are_noted_are_those_that_are_played(game):
    """Each turn but one that is missed begins with a draw; where sets are closed a turn is one draw and more."""
    if not game.area.uses_pieces or (game.area.kind, getattr(game.area, "practice", "")) == ("digits", "together"):
        return
    book = Book(40)
    batch = area_of(game).measured.player(game)(40, 3_000, np.random.default_rng(2), book)
    of, seat, codes = book.notes()
    drawn = [decoded(code)[0] for code in codes.tolist()]
    begun = np.bincount(of[np.array(drawn) == FIRST], minlength=40)
    assert (begun <= batch.turns).all() if getattr(game.area, "squares", ()) else (begun == batch.turns).all()
    rolls = np.bincount(of[np.isin(drawn, (FIRST, FURTHER))], minlength=40)
    if game.area.kind != "grid" and getattr(game.area, "draws", "") != "shared":
        assert (rolls >= begun).all()
        assert (rolls == batch.rolls).all()
    assert ((seat < game.seats.count) | (seat == trace.EVERYONE)).all()


def test_a_book_that_is_too_small_is_played_again_with_more_room(monkeypatch):
    game = game_from({"pieces": [{}, {}]})
    player = area_of(game).measured.player(game)

    def notes(room):
        monkeypatch.setattr(trace, "ROOM", room)
        book = Book(30)
        player(30, 500, np.random.default_rng(1), book)
        return book

    large, small = notes(1 << 16), notes(16)
    assert not small.full
    for one, other in zip(large.notes(), small.notes(), strict=True):
        assert np.array_equal(one, other)
    monkeypatch.setattr(trace, "MOST_ROOM", 64)
    assert notes(16).full


NUMBERS = st.integers(0, 2**trace.NUMBER_BITS - 1)


@given(st.integers(0, 15), NUMBERS, NUMBERS, st.integers(0, 2**trace.SEAT_BITS - 1))
def test_a_note_keeps_what_was_written(kind, one, other, seat):
    code = int(coded(kind, one, other, seat))
    assert decoded(code >> trace.SEAT_BITS) == (kind, one, other)
    assert code & (2**trace.SEAT_BITS - 1) == seat


def test_a_best_of_three_notes_the_games_that_are_played():
    one = game_from({"pieces": [{}], "area": {"length": 8}})
    three = with_value(one, "area.games", "three")
    single, found = measure(one, 4_000), measure(three, 4_000)
    ratio = found.readings["turns"].mean / single.readings["turns"].mean
    facts = found.readings["facts"].mean / single.readings["facts"].mean
    assert facts == pytest.approx(ratio, rel=0.08)


def test_slips_that_stand_move_the_counter_one_too_far_or_too_short():
    base = {"pieces": [{"faces": [3, 3]}], "area": {"length": 20}}
    slow = {"name": "slips", "slips": 0.5, "slips_known": 0.5}
    game = game_from({**base, "seats": {"slips": "stand", "fluency": [slow]}})
    assert game.shown.totals == (3,)
    assert game.distribution.totals == (2, 3, 4)
    assert game.distribution.chances.tolist() == pytest.approx([0.25, 0.5, 0.25])
    exact, played = measure_exactly(game).readings, measure(game, 20_000).simulated
    for key in ("turns", "facts", "minutes"):
        assert abs(exact[key].mean - played[key].mean) < 5 * played[key].stderr, key
    work = game.draw_work
    assert sum(chance for chance, _ in work.of(2)) == pytest.approx(1)


@pytest.mark.parametrize("area", [kind for kind in kinds() if not kind.slips_may_stand])
def test_where_slips_cannot_stand_it_is_said(area):
    data = {"kind": area.model_fields["kind"].default or area.model_fields["kind"].annotation.__args__[0]}
    with pytest.raises(GameError):
        game_from({"area": data, "seats": {"slips": "stand", "fluency": [{}, {"name": "another"}]}})


@pytest.mark.parametrize("family", [name for name in FAMILIES if name not in ("true_false",)])
def test_every_card_of_a_family_asks_the_fact_it_says(family):
    for one in questions_of(family, FAMILIES[family].usual, (2, 5))[:60]:
        found = fact_of(one.text)
        if family == "place_value":
            continue
        a, b = Fraction(found.one), Fraction(found.other)
        made = {ADD: a + b, SUBTRACT: a - b, "multiply": a * b, "divide": a / b if b else 0, COMPARE: max(a, b)}
        assert made[found.does] == Fraction(one.answer.replace("−", "-")), one.text


numbers = st.integers(0, 130)
any_fact = st.builds(
    fact, st.sampled_from([ADD, SUBTRACT, "multiply", "divide", COMPARE, COUNT]), numbers, numbers.map(lambda n: n + 1)
)


@given(any_fact)
def test_a_fact_is_read_as_it_is_written(one):
    assert fact_from(one.words) == (one if one.does != COUNT else fact(COUNT, one.one))


@pytest.mark.parametrize("kind", [kind for kind in AIMS if kind not in ("tenths", "hundredths", "thousandths")])
def test_what_an_aim_asks_for_is_of_it(kind):
    aim = Aim(kind=kind, upto=5 if kind == "place_value" else 12, facts=("7 + 5", "12 or 21") if kind == "list" else ())
    listed = asked((aim,))
    assert all(aim.has(one) for one in listed)
    assert len(set(listed)) == len(listed)
    assert listed or kind == "multiples"
    assert aim.words
    assert "{" not in aim.words


@given(any_fact, st.integers(1, 100))
def test_aims_say_what_they_say(one, upto):
    a, b, does = one.one, one.other, one.does
    assert on_aim((Aim(kind="adding", upto=upto),), one) == (does == ADD and a + b <= upto)
    assert on_aim((Aim(kind="bonds", upto=upto),), one) == (
        (does == ADD and a + b == upto) or (does == SUBTRACT and a == upto and b <= upto)
    )
    assert on_aim((Aim(kind="taking_away", upto=upto),), one) == (does == SUBTRACT and b <= a <= upto)
    for by in (1, 3, 6):
        on, back = (Aim(kind=kind, upto=upto, by=by) for kind in ("counting_on", "counting_back"))
        assert on_aim((on,), one) == (does == ADD and 1 <= min(a, b) <= by and a != b and a + b <= upto)
        assert on_aim((back,), one) == (does == SUBTRACT and 1 <= b <= min(a, by) and a <= upto)
    assert on_aim((Aim(kind="tables", tables=(7,)),), one) == (
        (does == "multiply" and 7 in (a, b) and min(a, b) * 1 <= 12 and (max(a, b) <= 12 or (a == 7 and b <= 12)))
        or (does == "divide" and b == 7 and a % 7 == 0 and a // 7 <= 12)
    )


def test_the_grid_counts_the_sum_that_makes_the_number():
    cells = [5, 6, 7, 8]
    game = game_from(
        {
            "pieces": [{"faces": [2, 2]}, {"faces": [3, 3]}, {"faces": [1, 1]}],
            "seats": {"count": 1},
            "area": {
                "kind": "grid",
                "numbers": "own",
                "cells": cells,
                "columns": 2,
                "how": "any",
                "use": "all",
                "wins": "most",
            },
        }
    )
    *_, tally = runs_of(game, 1, 200, note=True)
    assert fact("multiply", 2, 3) in tally.notes.times_each  # for 7 and for 5
    assert {one.does for one in tally.notes.times_each} <= {"add", "subtract", "multiply", "divide"}
    assert sqrt(tally.notes.games) > 1


@pytest.mark.parametrize("end", ["pass", "exact", "bounce"])
def test_nothing_is_taken_from_less_than_it_is(end):
    """Down from twelve with a die: where it shows more than there is, how far that goes is counted."""
    area = {"length": 12, "runs": "down", "moved": "adding", "end": end}
    met = measure_exactly(game_from({"pieces": [{}], "area": area, "seats": {"count": 1}})).facts
    taken = {(one.one, one.other) for one in met if one.does == SUBTRACT}
    assert taken == {(stands, shown) for stands in range(1, 13) for shown in range(1, 7) if shown <= stands}
    assert {one.one for one in met if one.does == COUNT} == {2, 3, 4, 5, 6}


def test_what_is_new_right_and_decided_by_hand():
    """One turn a game: a sum of four that are equally likely, and a move of as many squares."""
    worker = {"name": "counts", "adding": "count_on", "slips": 0.2, "slips_known": 0.1}
    game = game_from(
        {
            "brief": {"aim": [{"kind": "adding", "upto": 20}]},
            "pieces": [{"faces": [5, 6]}, {"faces": [8, 10]}],
            "area": {"length": 5},
            "seats": {"count": 1, "fluency": [worker]},
        }
    )
    exact = measure_exactly(game).readings
    *_, tally = runs_of(game, 1, 40_000, note=True)
    noted = tally.notes.readings()
    # Every game has one sum of the four and one move, which is a fact as well and always the same.
    moves = {one for one in tally.notes.times_each if one.does == COUNT}
    assert len(moves) == 1
    assert abs(noted["fresh_facts"].mean - (3 / 4) / 2) < 5 * noted["fresh_facts"].stderr
    assert noted["aim_variety"].mean == 1
    assert exact["on_aim"].mean == 0.5
    assert exact["aim_rate"].mean == pytest.approx(1 / exact["minutes"].mean)
    # A sum and the counting of the move are one task: both must be right.
    assert exact["first_try"].mean == pytest.approx(0.8 * 0.8)
    assert exact["decisions"].mean == noted["decisions"].mean == 0


@pytest.mark.parametrize("fluency", [(), ({"adding": "count_all"},), ({"adding": "count_all"}, {"adding": "recall"})])
@pytest.mark.parametrize("shown", ["dots", "numerals"])
def test_what_is_seen_counts_as_a_fact_where_an_aim_asks_for_it(fluency, shown):
    """Die and square: half of what is done is seeing, if there are dots; and minutes do not heed what is asked for."""
    data = {"pieces": [{"shown": shown}], "area": {"length": 20}, "seats": {"fluency": list(fluency)}}
    plain = measure(game_from(data), 2000)
    found = measure(game_from({**data, "brief": {"aim": [{"kind": "seeing", "upto": 4}]}}), 2000)
    # Of six dice and six moves, the four faces that are asked for are seen and the six moves counted.
    assert found.exact.readings["on_aim"].mean == pytest.approx(4 / 10 if shown == "dots" else 0.0)
    assert found.simulated["on_aim"].mean == pytest.approx(found.exact.readings["on_aim"].mean, abs=0.02)
    assert found.readings["minutes"].mean == pytest.approx(plain.readings["minutes"].mean)
    assert found.readings["first_try"].mean == pytest.approx(plain.readings["first_try"].mean)


@settings(max_examples=15, deadline=None)
@given(any_game)
def test_where_everybody_answers_each_meets_the_facts_of_all_turns(game):
    """What each works out is what all do together otherwise; turns, decisions and hands stay those of one."""
    assume(game.takes_turns)
    clock = {"seats.fluency": [{"name": "recalls"}], "seats.slips": "caught"}
    own, all_ = (with_values(game, {**clock, "seats.answers": who}) for who in ("own", "all"))
    exact_own, exact_all = (measure_exactly(one).readings for one in (own, all_))
    if "facts" in exact_own:
        together = sum(exact_own["facts"].by_seat)
        assert exact_all["facts"].by_seat == pytest.approx((together,) * game.seats.count)
        for key in ("decisions", "turns"):
            if key in exact_own and exact_own[key].mean is not None:
                assert exact_all[key].mean == pytest.approx(exact_own[key].mean)
    played_own, played_all = (measure(one, 300, 3).simulated for one in (own, all_))
    assume("facts" in played_own)
    assert played_all["facts"].by_seat == pytest.approx((sum(played_own["facts"].by_seat),) * game.seats.count)
    assert played_all["decisions"].mean == pytest.approx(played_own["decisions"].mean)
    if "facts" in exact_all:
        found, exact = played_all["facts"], exact_all["facts"]
        assert abs(found.mean - exact.mean) <= 5 * found.stderr + 1e-9
    shares = ("thinking_share", "handling_share", "waiting_share")
    if all(played_all[key].mean is not None for key in shares):
        assert sum(played_all[key].mean for key in shares) == pytest.approx(1, abs=1e-6)
        assert played_all["waiting_share"].mean <= played_own["waiting_share"].mean + 1e-9
    assert "Everybody works each number out" in players_rules(all_)
    assert "Everybody works each number out" not in players_rules(own)
