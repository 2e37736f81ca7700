"""Who plays: seconds by the published shape of the models, minutes worked out again by hand, and bad input."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import from_text, read, to_text
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.facts import ADD, COMPARE, COUNT, MULTIPLY, READ, SEE, SUBTRACT, fact
from bolometric.core.learner_work.fluency import PROFILES, Fluency
from bolometric.core.learner_work.timing import items, timing
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.settings.errors import GameError
from bolometric.core.words.rule_sheet import players_words, rules_text

COUNTS_ALL = Fluency(name="all", adding="count_all", times="count_all", look=1, count=0.5, step=2, recall=2, carry=3)
COUNTS_ON = Fluency(name="on", adding="count_on", times="skip_count", look=1, count=0.5, step=2, recall=2, carry=3)
RECALLS = Fluency(name="recalls", adding="recall", times="recall", look=1, count=0.5, step=2, recall=2, carry=3)
small = st.integers(1, 9)


@given(small, small)
def test_the_shape_of_the_models(a, b):
    """Counting all by the sum, counting on by the smaller, recalling flat, products in steps by the smaller."""
    low, high = min(a, b), max(a, b)
    assert timing(fact(ADD, a, b), COUNTS_ALL).seconds == 0.5 * (a + b)
    assert timing(fact(ADD, a, b), COUNTS_ON).seconds == 1 + 0.5 * low
    assert timing(fact(ADD, a, b), RECALLS).seconds == 2
    assert timing(fact(SUBTRACT, a + b, a), COUNTS_ON).seconds == 1 + 0.5 * low
    assert timing(fact(SUBTRACT, a + b, b), RECALLS).seconds == 2
    assert timing(fact(MULTIPLY, a, b), RECALLS).seconds == 2
    if low > 1:
        assert timing(fact(MULTIPLY, a, b), COUNTS_ON).seconds == 1 + 2 * low
        assert timing(fact(MULTIPLY, a, b), COUNTS_ALL).seconds == 0.5 * a * b
    assert timing(fact(COUNT, a), COUNTS_ON).seconds == 0.5 * a
    if low < high < 9:
        near, far = fact(COMPARE, low, high), fact(COMPARE, low, high + 1)
        assert timing(near, COUNTS_ON).seconds > timing(far, COUNTS_ON).seconds  # the distance effect


def test_columns_and_carrying():
    assert timing(fact(ADD, 34, 25), RECALLS).seconds == 4  # 4 + 5 and 3 + 2
    assert timing(fact(ADD, 38, 25), RECALLS).seconds == 7  # and a ten is carried
    assert timing(fact(ADD, 40, 20), RECALLS).seconds == 2
    assert timing(fact(ADD, 10, 10), COUNTS_ALL).seconds == 0.5 * 20
    assert timing(fact(ADD, 10, 47), COUNTS_ON).seconds == 1 + 0.5 * 10
    assert timing(fact(ADD, 38, 25), COUNTS_ON).seconds == 1 + 0.5 * 5 + 1 + 0.5 * 2 + 3
    parts = timing(fact(ADD, "3/10", "4/10"), COUNTS_ON).seconds
    assert parts == timing(fact(ADD, 3, 4), COUNTS_ON).seconds


def test_what_is_known_or_painted_goes_before_the_way():
    who = Fluency(knows=[{"kind": "bonds", "upto": 10}], painted=[{"fact": "6 + 5", "seconds": 9}], recall=1.5)
    assert timing(fact(ADD, 7, 3), who) == (1.5, who.slips_known)
    assert timing(fact(ADD, 5, 6), who).seconds == 9
    assert timing(fact(ADD, 5, 4), who).seconds == who.look + 4 * who.count


def test_dots_beside_a_numeral_make_a_learner_count_on():
    """Makers mix them for that: with two numerals a learner who counts all counts both out."""
    total = lambda *facts: sum(part.seconds for part in items(facts, COUNTS_ALL))  # noqa: E731
    numerals = total(fact(READ, 6), fact(READ, 3), fact(ADD, 6, 3))
    mixed = total(fact(READ, 6), fact(SEE, 3), fact(ADD, 6, 3))
    dots = total(fact(SEE, 6), fact(SEE, 3), fact(ADD, 6, 3))
    assert numerals == 2 + 0.5 * 9
    assert mixed == 1 + 0.5 * 3
    assert dots == 0.5 * 9
    game = game_from({"pieces": [{"shown": "dots"}, {}], "seats": {"fluency": [COUNTS_ALL.model_dump()]}})
    plain = with_value(game, "pieces", [{}, {}])
    assert measure_exactly(game).readings["minutes"].mean < measure_exactly(plain).readings["minutes"].mean


def by_hand(name, fluency):
    path = next(path for path in demo_files() if path.name.startswith(name))
    return with_value(read(path), "seats.fluency", [fluency.model_dump()])


def test_minutes_of_a_race_by_hand():
    """Ridge Ascent: two dice are read and added, and the squares counted; a slip is done again."""
    game = by_hand("ridge-ascent", COUNTS_ON)
    hands = game.seats.hands
    seconds = 0.0
    for a in range(1, 7):
        for b in range(1, 7):
            worked = 1 + 0.5 * min(a, b) + 0.5 * (a + b)
            seconds += (2 * 1 + worked / (1 - COUNTS_ON.slips)) / 36
    turns = measure_exactly(game).readings["turns"].mean
    wanted = turns * (seconds + hands.throw + hands.move + hands.hand_on) / 60
    assert measure_exactly(game).readings["minutes"].mean == pytest.approx(wanted)


def test_minutes_of_a_duel_by_hand():
    """Twin Domes: each adds its dice, and looks which total is more, by the nearness of the two."""
    game = by_hand("twin-domes", RECALLS)
    exact = measure_exactly(game)
    goes = exact.readings["rounds"].mean
    draws = sum((len(one.pieces) - 1) * 2 / (1 - RECALLS.slips_known) + len(one.pieces) for one in game.by_seat)
    compared = sum(
        sum(times) * timing(one, RECALLS).seconds / (1 - RECALLS.slips_known)
        for one, times in exact.facts.items()
        if one.does == COMPARE
    )
    hands = 2 * (game.seats.hands.throw + game.seats.hands.hand_on)
    assert exact.readings["minutes"].mean == pytest.approx((goes * (draws + hands) + compared) / 60)


def test_minutes_of_a_record_by_hand():
    """Sky Ledger: every draw is read, worked out and written down."""
    game = by_hand("sky-ledger", RECALLS)
    exact, hands = measure_exactly(game), game.seats.hands
    sums = sum(sum(times) for times in exact.facts.values())
    draws = exact.readings["turns"].mean
    assert sums == pytest.approx(draws)  # two spinners: one sum a draw
    seconds = draws * (hands.throw + hands.write + hands.hand_on + 2 + 2 / (1 - RECALLS.slips_known))
    assert exact.readings["minutes"].mean == pytest.approx(seconds / 60)


def test_shipped_profiles_go_from_slow_to_quick():
    game = game_from({"pieces": [{}, {}]})
    taken = [
        measure_exactly(with_value(game, "seats.fluency", [one.model_dump()])).readings["minutes"].mean
        for one in PROFILES
    ]
    assert taken == sorted(taken, reverse=True)
    assert len({one.name for one in PROFILES}) == 5


def test_a_younger_player_beside_an_older_one():
    game = game_from(
        {
            "pieces": [{}, {}],
            "seats": {"fluency": [PROFILES[0].model_dump(), PROFILES[4].model_dump()]},
            "area": {"finish": "finish_round"},
        }
    )
    found = measure(game, 4_000)
    assert found.readings["facts"].by_seat[0] == pytest.approx(found.readings["facts"].by_seat[1])
    seconds = found.notes.by_seat["thinking"] / found.notes.games
    assert seconds[0] > 2 * seconds[1]
    assert "Player 1 counts everything; player 2 recalls" in rules_text(game)


def test_a_file_of_today_keeps_its_fixed_time():
    game = game_from({"bolometric": 1, "seats": {"seconds_per_turn": 20}})
    turns, minutes = (measure_exactly(game).readings[key].mean for key in ("turns", "minutes"))
    assert minutes == pytest.approx(turns * 20 / 60)
    assert "thinking_seconds" not in measure(game, 300).readings
    timed = with_value(game, "seats.fluency", [{}])
    assert from_text(to_text(timed), "x") == timed


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"slips": 1.0}, "never gets to the end"),
        ({"count": -1}, "too small"),
        ({"at_once": 9}, "too large"),
        ({"look": 0, "count": 0, "recall": 0}, "needs no time"),
        ({"adding": "guess"}, "not one of the choices"),
        ({"painted": [{"fact": "7 & 5", "seconds": 3}]}, "is no fact"),
        ({"painted": [{"fact": "7 + 5", "seconds": -3}]}, "too small"),
    ],
)
def test_a_profile_that_cannot_be_is_said(data, says):
    with pytest.raises(GameError) as caught:
        game_from({"seats": {"fluency": [data]}})
    assert says in str(caught.value)
    assert "seats.fluency" in str(caught.value)


def test_a_profile_that_hardly_gets_to_the_end_is_a_fault_with_a_cure():
    slow = {"adding": "count_all", "times": "count_all", "count": 60.0}
    game = game_from(
        {
            "pieces": [{}, {}],
            "draw": {"make": "multiply"},
            "seats": {"fluency": [slow]},
            "area": {"length": 100},
            "brief": {"minutes": None},
        }
    )
    (fault,) = [fault for fault in find_faults(game) if fault.code == "hardly_gets_to_the_end"]
    assert "a turn with these players" in fault.sentence
    assert fault.cures[0].game.seats.fluency[0].times == "skip_count"


def test_an_aim_that_never_comes_up_is_a_fault_with_cures():
    game = game_from({"pieces": [{}, {}], "brief": {"aim": [{"kind": "tables", "tables": [5]}]}})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "aim_never_met"]
    assert "the tables of 5" in fault.sentence
    assert any(cure.value == "multiply" for cure in fault.cures)
    shares = [measure_exactly(cure.game).readings["on_aim"].mean for cure in fault.cures]
    assert shares == sorted(shares, reverse=True)
    assert min(shares) >= 0.1


@pytest.mark.parametrize(
    ("profile", "called"),
    [
        ({}, "counts on"),
        ({"adding": "count_all"}, "counts everything"),
        ({"adding": "recall"}, "recalls sums"),
        ({"adding": "recall", "times": "recall"}, "recalls"),
        ({"adding": "recall", "name": "Vega"}, "Vega"),
    ],
)
def test_who_is_not_named_is_called_by_what_they_do(profile, called):
    game = game_from({"seats": {"count": 2, "fluency": [profile, {}]}})
    assert game.seats.fluency[0].name == called
    assert (f"layer 1 {called}" in players_words(game)) == (called != "counts on")
    assert game_from(game.model_dump(mode="json")) == game
