"""Draws of their own: each player's own pieces and own way of making a number, in every area that has them."""

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_value
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.sound import unsound
from bolometric.core.logbook.calibration import held
from bolometric.core.logbook.calling import expected, read_total, unusual
from bolometric.core.logbook.session import impossible_words, session_of
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.gathering import contents_of
from bolometric.core.text.figures import percent
from bolometric.core.words.aloud import players_rules
from bolometric.core.words.report import odds_text
from bolometric.core.words.rule_sheet import rules_text
from tests.areas.games import alike
from tests.areas.own_draws import with_own_draws
from tests.by_ear.games import played

DIE, SPOTS = {"faces": [1, 2, 3, 4, 5, 6]}, {"faces": [0, 1, 1, 2]}
KEPT = {"kind": "pack", "cards": [{"value": 1, "count": 2}, {"value": 2, "count": 2}], "after": "keep_out"}
own = with_own_draws(alike).filter(lambda game: len(game.by_side) > 1)
BIG = {
    "pieces": [DIE, DIE],
    "others": [{"pieces": [DIE, DIE, DIE], "draw": {"make": "largest"}}, {"pieces": [SPOTS, DIE]}],
}
GAMES = {
    "trail": {"area": {"kind": "trail", "length": 20, "back_to_start": [3]}},
    "exact end": {"area": {"kind": "trail", "length": 12, "end": "bounce", "finish": "finish_round"}},
    "dare": {"area": {"kind": "trail", "length": 15, "go_on": "dare", "lose_turn": [4]}},
    "squares": {
        "area": {
            "kind": "trail",
            "length": 20,
            "squares": [{"at": 5, "does": "miss"}, {"at": 7, "does": "again"}, {"at": 9, "does": "jump", "to": 3}],
        }
    },
    "tiles": {"area": {"kind": "tiles", "play": "sets", "tiles": 8, "fewer": "small_left"}},
    "boxes": {"area": {"kind": "tiles", "play": "boxes", "boxes": 3, "finish": "finish_round"}},
    "chart": {"area": {"kind": "tiles", "play": "multiples"}},
    "purse": {"area": {"kind": "purse", "draws": 4, "target": 90}},
    "duel": {"area": {"kind": "duel", "rounds": 3}},
    "grid": {"area": {"kind": "grid", "columns": 4, "last": 16, "in_line": 3}},
    "any sums": {"area": {"kind": "grid", "columns": 4, "last": 16, "how": "any", "operations": "+-"}},
    "facing rows": {"area": {"kind": "digits", "practice": "rows", "rows": 3, "points": 2}},
    "digits": {"pieces": [SPOTS], "others": [{"pieces": [DIE]}], "area": {"kind": "digits", "whole": 2, "points": 2}},
}


def of(name, **changes):
    return game_from({**BIG, "seats": {"count": 3}, **GAMES[name], **changes})


@pytest.mark.parametrize("name", GAMES)
def test_what_is_read_aloud_is_played_as_it_is_measured(name):
    game = of(name)
    turns, wins = played(game, 250)
    ended = [count for count in turns if count is not None]
    found = measure(game, 3000, seed=5).readings
    error = np.std(ended) / len(ended) ** 0.5 + found["turns"].stderr
    mean = found["turns"].mean if found["turns"].mean is not None else found["turns"].ended
    assert abs(np.mean(ended) - mean) < 4.5 * error + 1e-9
    won = np.array([one for one in wins if any(one)])
    error = won.std(axis=0) / len(won) ** 0.5 + found["seat_wins"].stderr + 1e-3
    values = np.array(found["seat_wins"].values)
    assert (np.abs(won.mean(axis=0) - values / values.sum()) < 4.5 * error).all()


@settings(max_examples=60)
@given(own)
def test_exact_readings_agree_with_games_played(game):
    exact = area_of(game).measured.solve(game)
    assume(exact is not None and exact.turns is not None and "seat_wins" in exact.readings)
    runs = 3000
    batch = area_of(game).measured.player(game)(runs, 4000, np.random.default_rng(7))
    ended = batch.ended
    assume(ended.all())
    won = np.stack([batch.home >> seat & 1 for seat in range(game.seats.count)], axis=1)
    shares = (won / np.maximum(won.sum(axis=1, keepdims=True), 1)).mean(axis=0)
    wanted = np.array(exact.readings["seat_wins"].values)
    assert (wanted >= 0).all()
    assert (wanted <= 1).all()
    assert (np.abs(shares - wanted) < 5 * np.sqrt(wanted * (1 - wanted) / runs) + 3e-3).all()
    mean = exact.readings["turns"].mean
    if mean is not None:
        assert abs(batch.turns.mean() - mean) < 5 * batch.turns.std() / runs**0.5 + 1e-9


@settings(max_examples=60)
@given(alike, st.integers(0, 3))
def test_a_draw_of_ones_own_that_is_the_same_changes_nothing(game, seed):
    assume(game.may_draw_own == "yes")
    game = with_value(game, "others", ())
    try:
        told = with_value(game, "others", [{"pieces": [piece.model_dump() for piece in game.pieces]}])
    except GameError:
        assume(False)
    before, after = measure_exactly(game), measure_exactly(told)
    assert before.readings.keys() == after.readings.keys()
    for key, reading in before.readings.items():
        assert after.readings[key].mean == pytest.approx(reading.mean, abs=1e-9), key
    assert players_rules(told) == players_rules(game)
    one, other = (area_of(each).measured.player(each)(50, 300, np.random.default_rng(seed)) for each in (game, told))
    if type(game.area).__name__ not in ("Purse", "Sets"):  # these are played seat by seat
        assert (one.turns == other.turns).all()
        assert (one.home == other.home).all()


@settings(max_examples=40)
@given(own)
def test_facts_that_are_expected_are_those_that_are_noted(game):
    """How often each seat works something out, exactly and in games played."""
    found = measure(game, 1500, seed=2)
    exact, noted = found.exact.readings.get("facts"), found.simulated.get("facts")
    assume(exact is not None and noted is not None and exact.by_seat and noted.by_seat)
    most = max(exact.by_seat)
    error = 6 * noted.stderr * len(exact.by_seat) + 0.01 * most
    assert noted.by_seat == pytest.approx(exact.by_seat, abs=error + 1e-6)


@pytest.mark.parametrize("name", GAMES)
def test_by_hand_each_draws_their_own(name):
    game = of(name)
    for seed in range(3):
        sitting = Sitting(game, seed)
        for _ in range(150):
            if sitting.now.over:
                break
            seat, before = sitting.now.seat, sitting.here.draws
            possible = sitting.totals
            sitting.play_on(game.seats.style(seat))
            if sitting.here.draws > before and sitting.here.shown is not None:
                drawn = [value for thrown in sitting.here.shown.thrown for value in thrown.values]
                pieces = area_of(game).by_hand.pieces(game.of_seat(seat), sitting.past[-2].standing)
                assert len(drawn) == len(pieces)
                assert all(value in piece.values for value, piece in zip(drawn, pieces, strict=True))
                assert sitting.here.shown.total in possible


def test_who_wins_less_is_told_with_pieces_that_even_it_out():
    larger = {"pieces": [{"faces": [2, 3, 4, 5, 6, 7]}]}
    area = {"kind": "trail", "length": 30}
    game = game_from({"pieces": [DIE], "others": [larger], "seats": {"count": 2}, "area": area})
    fault = next(fault for fault in find_faults(game) if fault.code == "uneven")
    wins = measure_exactly(game).readings["seat_wins"].values
    assert f"Player 1 wins {percent(wins[0])} of games" in fault.sentence
    assert fault.where == "pieces"
    assert fault.cures
    for cure in fault.cures:
        assert cure.game.others == game.others
        assert abs(measure_exactly(cure.game).readings["seat_wins"].values[0] - 0.5) <= 0.1


@pytest.mark.parametrize(
    ("others", "says"),
    [
        ([], "A total of 8 can never come up"),
        ([{"pieces": [DIE], "draw": {"make": "times", "factor": 2}}], ""),
        (
            [{"pieces": [DIE, {"faces": [0, 1]}], "draw": {"make": "formula", "formula": "a / b + 2"}}],
            "divides by nothing",
        ),
    ],
)
def test_a_rule_that_one_of_the_players_meets_speaks_not_against_the_game(others, says):
    area = {"kind": "trail", "length": 30, "back_to_start": [8]}
    game = game_from({"pieces": [DIE], "others": others, "seats": {"count": 2}, "area": area})
    found = measure(game, 300)
    said = unsound(found.exact, found.readings)
    assert says in said
    assert ("can never come up" in said) == (not others)
    told = {fault.code: fault for fault in find_faults(game, found.exact, cures=False)}
    assert ("impossible_total" in told) == (not others)
    assert ("no_number" in told) == (says == "divides by nothing")
    if "no_number" in told:
        assert told["no_number"].sentence.startswith("When player 2 draws, the formula divides by nothing in 50%")
        assert told["no_number"].where == "others"


def test_a_room_and_its_logbook_take_what_anybody_can_draw():
    twice = {"pieces": [DIE], "draw": {"make": "times", "factor": 2}}
    game = game_from({"pieces": [DIE], "others": [twice], "seats": {"count": 2}})
    can = sorted({*range(1, 7), *range(2, 13, 2)})
    assert list(game.can_show) == can
    for number in range(14):
        if number in can:
            assert read_total(game, str(number)) == number
        else:
            with pytest.raises(GameError, match="these pieces make 1 to 12"):
                read_total(game, str(number))
    session = session_of(game, totals=("12", "7", "1"))
    assert impossible_words(session).startswith("7 cannot come up: these pieces make 1 to 12.")
    assert expected(game, 30) == ()
    assert odds_text(game).startswith(f"{game.name}, what player 1 draws: ")
    assert dict(contents_of(game).tally)["12"] == pytest.approx(1 / 12)  # of the second player's draws one of six
    assert sum(chance for _, chance in contents_of(game).tally) == pytest.approx(1)
    assert "each in their own way" in unusual(game, [Fraction(1)] * 40)
    assert held([session_of(game, totals=("1",) * 40)]) == []
    many = game_from({"pieces": [{"faces": [*range(10)]}] * 7, "draw": {"make": "digits"}})
    assert many.can_show is None
    assert read_total(many, "1234567") == 1234567  # whether it can come up is not known
    assert "too many outcomes" in unusual(many, [Fraction(1234567)] * 40)


@pytest.mark.parametrize(
    ("changes", "told"),
    [
        ({"area": {"kind": "chain"}}, "all players draw from the same pieces"),
        ({"area": {"kind": "record"}}, "all players draw from the same pieces"),
        ({"area": {"kind": "trail", "track": "shared"}}, "move one's own counter"),
        ({"area": {"kind": "trail", "squares": [{"at": 3, "does": "swap"}]}}, "cannot change places"),
        ({"area": {"kind": "tiles", "play": "boxes", "draws": "shared"}}, "draw for themselves"),
        ({"area": {"kind": "grid", "draws": "shared"}}, "draw for themselves"),
        ({"area": {"kind": "digits", "draws": "shared"}, "pieces": [SPOTS], "others": [{"pieces": [DIE]}]}, "alike"),
        ({"others": [{"pieces": [DIE], "draw": {"make": "subtract"}}]}, "Another player's draw"),
        ({"others": [{"pieces": [KEPT]}]}, "put back"),
    ],
)
def test_what_cannot_be_is_refused_with_both_settings(changes, told):
    with pytest.raises(GameError) as error:
        game_from({**BIG, "seats": {"count": 3}, **changes})
    assert told in error.value.sentence
    assert error.value.where == "others"


def test_a_file_of_before_keeps_its_sides():
    old = {"kind": "duel", "sides": [[{"faces": [1, 2]}], [{"faces": [3, 4]}]]}
    game = game_from({"area": old, "seats": {"count": 4}})
    assert [one.pieces[0].values for one in game.by_seat] == [(1, 2, 3, 4, 5, 6), (1, 2), (3, 4), (3, 4)]
    assert game_from(game.model_dump(mode="json")) == game
    assert "player 2: one die, faces 1 and 2" in rules_text(game)
