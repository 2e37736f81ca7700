"""Squares that do something: exact, played by the thousand, by hand and longhand all agree."""

import random

import numpy as np
import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.squares.faults import by_rules
from bolometric.core.areas.trail.squares.patterns import every, painted, read_squares, spread, typed_squares
from bolometric.core.areas.trail.squares.square import compile_squares
from bolometric.core.game.document import game_from, with_value
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.words.aloud import players_rules
from tests.random_tracks import PLAIN, tracks


def longhand(game, rng, most=120):
    """One game told as the rules say it: turns, draws, who is home, turns that ended further back."""
    area, faces, seats = game.area, [int(face) for face in game.pieces[0].values], game.seats.count
    carries = {square.at: square for square in area.squares}
    places, missing = [0] * seats, [False] * seats
    turn = draws = back = 0
    while turn < most:
        seat = turn % seats
        turn += 1
        if missing[seat]:
            missing[seat] = False
        else:
            began = places[seat]
            for _ in range(1000):
                here = places[seat]
                fits = [face for face in faces if here + face <= area.length] or faces
                shown = rng.choice(fits if area.end == "again" else faces)
                draws += 1
                there = max(here + shown, 0)
                if there > area.length:
                    over = there - area.length
                    there = {"pass": area.length, "bounce": max(area.length - over, 0)}.get(area.end, here)
                stayed, seen = there == here, []
                while (
                    not stayed and there in carries and carries[there].does in ("jump", "start") and there not in seen
                ):
                    seen.append(there)
                    there = carries[there].to or 0
                places[seat] = there
                does = carries[there].does if there in carries and not stayed else ""
                if does == "miss":
                    missing[seat] = True
                if does == "swap":
                    ahead = [k for k in range(seats) if there < places[k] < area.length]
                    ahead.sort(key=lambda k: (places[k], (k - seat) % seats))
                    if ahead:
                        places[seat], places[ahead[0]] = places[ahead[0]], places[seat]
                if does != "again":
                    break
            back += places[seat] < began
        home = [k for k in range(seats) if places[k] == area.length]
        if home and (area.finish == "at_once" or seat == seats - 1):
            return turn, draws, home, back
    return turn, draws, [], back


def agree(value, found, error, what):
    assert abs(value - found) <= 4.5 * error + 1e-9, (what, value, found, error)


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(tracks(), st.integers(0, 2**32))
def test_exact_and_played_agree(game, seed):
    exact = measure_exactly(game)
    assume(exact.result is not None)
    batch = area_of(game).measured.player(game)(4000, 3000, np.random.default_rng(seed))
    if exact.readings["stuck"].mean == 0 and exact.result.turns.never == 0 and batch.ended.all():
        agree(exact.readings["turns"].mean, batch.turns.mean(), batch.turns.std() / 4000**0.5, "turns")
        won = np.where(batch.home & 1, 1 / np.maximum(sum((batch.home >> k) & 1 for k in range(8)), 1), 0)
        if game.seats.count > 1:
            agree(exact.readings["seat_wins"].values[0], won.mean(), won.std() / 4000**0.5 + 1e-3, "wins")
    assert (exact.result.turns.never > 1e-9) <= (exact.readings["stuck"].mean > 0 or not batch.ended.all())


@settings(max_examples=10, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(tracks((*PLAIN, "swap"), st.integers(2, 4)), st.integers(0, 2**32))
def test_played_and_longhand_agree(game, seed):
    rng, games = random.Random(seed), 500
    told = [longhand(game, rng) for _ in range(games)]
    batch = area_of(game).measured.player(game)(games, 120, np.random.default_rng(seed))
    lengths = [np.array([one[0] for one in told]), batch.turns]
    stuck = batch.winner == -1  # the runs stop where nobody can finish any more; longhand goes on to the end
    lengths[1] = np.where(stuck, 120, lengths[1])
    agree(lengths[0].mean(), lengths[1].mean(), (lengths[0].var() / games + lengths[1].var() / games) ** 0.5, "turns")
    for seat in range(game.seats.count):
        ours, theirs = ((batch.home >> seat) & 1).mean(), np.mean([seat in one[2] for one in told])
        agree(ours, theirs, (2 * (ours * (1 - ours) + 0.25 / games) / games) ** 0.5, "home")
    done = ~stuck
    if done.all():
        agree(np.mean([one[1] for one in told]), batch.rolls.mean(), 2 * batch.rolls.std() / games**0.5, "draws")
        agree(np.mean([one[3] for one in told]), batch.setbacks.mean(), 2 * batch.setbacks.std() / games**0.5, "back")


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(tracks((*PLAIN, "swap"), st.integers(1, 3)), st.integers(0, 2**31))
def test_by_hand_squares_do_what_they_say(game, seed):
    """Each step at the table against the rules told longhand, on the same draws."""
    sitting = Sitting(game, seed)
    carries = {square.at: square.does for square in game.area.squares}
    for _ in range(60):
        if sitting.now.over:
            break
        before = sitting.now
        sitting.draw()
        after = sitting.now
        if after.over or after.turn == before.turn:
            assert after.over or carries.get(after.places[before.seat]) == "again" or game.area.end == "again"
            continue
        moved = after.places[before.seat] != before.places[before.seat]
        resting = carries.get(after.places[before.seat])
        if resting == "miss" and moved and "swap" not in carries.values() and game.seats.count > 1:
            assert before.seat in after.missing or any("misses this turn" in line for line in after.record[-3:])
    assert "None" not in "".join(sitting.now.record)


def test_jumps_are_followed_and_loops_found():
    game = game_from(
        {
            "bolometric": 1,
            "area": {
                "length": 20,
                "squares": [
                    {"at": 3, "does": "jump", "to": 8},
                    {"at": 8, "does": "jump", "to": 14},
                    {"at": 14, "does": "miss"},
                    {"at": 5, "does": "jump", "to": 6},
                    {"at": 6, "does": "jump", "to": 5},
                ],
            },
        }
    )
    found = compile_squares(game.area.squares, 20)
    assert (found.rest[3], found.rest[8], found.rest[14]) == (14, 14, 14)
    assert found.loops == ((5, 6),)
    assert (found.rest[5], found.rest[6]) == (5, 6)


def test_how_often_a_square_is_met_by_hand():
    """A coin of 1 and 2 on seven squares; 2 jumps to 5. By hand: 2 is met from 0 by a 2 or by 1 and 1."""
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": [1, 2]}],
            "seats": {"count": 1},
            "area": {"length": 7, "squares": [{"at": 2, "does": "jump", "to": 5}]},
        }
    )
    heat = area_of(game).board.heat(game)
    assert heat.values[0] == pytest.approx(1 / 2)  # square 1
    assert heat.values[1] == pytest.approx(1 / 2 + 1 / 4)
    assert heat.values[2] == pytest.approx(1 / 4)  # 1 and then 2
    assert heat.values[4] == pytest.approx(3 / 4 + 1 / 4 * (1 / 2 + 1 / 4))  # by the jump, or 3 and then 2, or 1 and 1


def test_faults_of_squares_name_them_as_they_are_written():
    area = {
        "length": 9,
        "written": "tens",
        "squares": [
            {"at": 2, "does": "jump", "to": 3},
            {"at": 3, "does": "jump", "to": 2},
            {"at": 30, "does": "miss"},
        ],
    }
    told = [fault.sentence for fault in by_rules(game_from({"bolometric": 1, "area": area}))]
    assert "Jumps lead round and round: 20, 30, 20. Whoever comes there has no place to stay." in told
    round_about = {
        "length": 9,
        "squares": [
            {"at": 1, "does": "again"},
            {"at": 2, "does": "again"},
            {"at": 3, "does": "jump", "to": 1},
            {"at": 4, "does": "jump", "to": 1},
        ],
    }
    game = game_from({"bolometric": 1, "pieces": [{"faces": [1, 2]}], "area": round_about})
    (told,) = (fault.sentence for fault in by_rules(game) if fault.code == "endless_turn")
    assert told.startswith("A turn begun at the start never ends")


@pytest.mark.parametrize(
    ("text", "says"),
    [("7", "Line 1"), ("3 miss\nhello", "Line 2"), ("4 to", "Line 1"), ("x miss", "Line 1")],
)
def test_a_line_that_cannot_be_read_is_named(text, says):
    with pytest.raises(GameError, match=says):
        read_squares(text)


@settings(max_examples=50, deadline=None)
@given(tracks((*PLAIN, "swap")))
def test_typed_squares_are_read_back(game):
    again = read_squares(typed_squares(game.area.squares))
    same = game_from({"bolometric": 1, "pieces": [{}], "area": {"length": game.area.length, "squares": again}})
    assert same.area.squares == game.area.squares


@given(st.integers(0, 12), st.integers(5, 60), st.integers(1, 9))
def test_patterns_keep_to_the_track(count, length, step):
    even = spread(count, length, taken=every(step, length))
    assert len(set(even)) == len(even) <= count
    assert all(0 < at < length and at % step for at in even)
    assert painted((), even, {"does": "miss"}) == [{"at": at, "does": "miss"} for at in even]


@pytest.mark.parametrize(
    ("area", "says"),
    [
        ({"squares": [{"at": 3, "does": "jump"}]}, "jumps, but nowhere"),
        ({"squares": [{"at": 3, "does": "jump", "to": 3}]}, "jumps to itself"),
        ({"squares": [{"at": 3, "does": "miss", "to": 4}]}, "Only a jump leads somewhere"),
        ({"squares": [{"at": 3, "does": "miss"}, {"at": 3, "does": "swap"}]}, "named twice"),
        ({"squares": [{"at": 3, "does": "miss"}], "go_on": "dare"}, "one draw"),
        ({"squares": [{"at": 3, "does": "miss"}], "unit": "tenth"}, "measure in ones"),
        ({"squares": [{"at": 3, "does": "fly"}]}, "squares"),
    ],
)
def test_what_cannot_be_is_refused_in_one_sentence(area, says):
    with pytest.raises(GameError) as trouble:
        game_from({"bolometric": 1, "area": area})
    assert says in str(trouble.value)
    assert str(trouble.value).count("\n") == 0


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(tracks(), st.integers(0, 99))
def test_a_way_that_leads_back_is_one_twice_as_long(game, seed):
    """Square by square: on the way back each carries what it does, a jump leads along the way back."""
    length = game.area.length
    there, plain = 2 * length, [square.model_dump(exclude_defaults=True) for square in game.area.squares]
    mirrored = [
        {**square, "at": there - square["at"], **({"to": there - square["to"]} if "to" in square else {})}
        for square in plain
        if square["at"] > 1
    ]
    back = with_value(game, "area.runs", "back")
    longer = with_value(with_value(game, "area.length", there - 1), "area.squares", [*plain, *mirrored])
    one, other = (measure_exactly(known).readings for known in (back, longer))
    for key in ("turns", "setbacks", "stuck"):
        assert one[key].mean == other[key].mean or one[key].mean == pytest.approx(other[key].mean)
    heat, wide = (area_of(known).board.heat(known) for known in (back, longer))
    if all(np.isfinite(wide.times)):
        for square in range(1, length):
            assert heat.values[square - 1] == pytest.approx(wide.times[square - 1] + wide.times[there - square - 1])
    assert len(heat.values) == length
    sitting = Sitting(back, seed)
    for _ in range(12):
        sitting.draw()
        shown = area_of(back).board.places_at(back, sitting.now).markers
        assert all(0 <= marker <= length for marker in shown)
    assert "Go to the last square, turn there and go back." in players_rules(back)
    area_of(back).board.describe(back, heat, 1)


def test_a_square_is_told_by_what_is_written_on_it_where_players_meet_too():
    for squares in ([{"at": 2, "does": "swap"}], [{"at": 2, "does": "miss"}]):
        area = {"length": 9, "written": "tens", "squares": squares}
        game = game_from({"bolometric": 1, "seats": {"count": 2}, "area": area})
        board = area_of(game).board
        assert board.describe(game, board.heat(game), 2).startswith("Square 20 (")
