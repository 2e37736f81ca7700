"""Counters in a pot, ten ones changed for a ten, and a shared aim without a limit of turns."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_values
from bolometric.core.learner_work import facts as known
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.words.aloud import players_rules


@st.composite
def pots(draw):
    faces = draw(st.lists(st.integers(1, 9), min_size=2, max_size=4))
    area = {
        "unit": "pot",
        "amount": draw(st.integers(5, 35)),
        "tens": "yes",
        "track": draw(st.sampled_from(["own", "shared"])),
        "limited": "no",
    }
    return game_from({"pieces": [{"faces": faces}], "area": area, "seats": {"count": draw(st.integers(1, 3))}})


@given(pots())
def test_tens_are_changed_as_often_as_they_are_when_played(game):
    """Each player's tens, counted at random: when a game ends everybody has changed every ten in their pot."""
    rng, games = np.random.default_rng(2), 1500
    amount, faces, seats = game.area.amount, game.pieces[0].values, game.seats.count
    pots = 1 if game.area.track == "shared" else seats
    changed = np.zeros(seats)
    for _ in range(games):
        held, seat = [0] * pots, 0
        while max(held) < amount:
            pot = 0 if pots == 1 else seat
            after = min(held[pot] + faces[rng.integers(len(faces))], amount)
            changed[seat] += after // 10 - held[pot] // 10
            held[pot], seat = after, (seat + 1) % seats
    exact = measure_exactly(game).facts
    told = np.zeros(seats)
    for one, counts in exact.items():
        if one.does == known.PLACE:
            told += np.array(counts) * float(one.one)
    assert told == pytest.approx(changed / games, abs=5 * 3 / games**0.5)


@given(pots())
def test_without_a_limit_everybody_gets_there_as_soon_as_one_alone(game):
    shared = with_values(game, {"area.track": "shared", "area.limited": "no"})
    alone = with_values(game, {"area.track": "own", "seats.count": 1})
    one, other = measure_exactly(shared).readings, measure_exactly(alone).readings
    assert one["turns"].mean == pytest.approx(other["turns"].mean)
    assert one["success"].mean == 1
    assert "seat_wins" not in one
    played = measure(shared, 2000).simulated
    assert played["turns"].mean == pytest.approx(one["turns"].mean, abs=6 * played["turns"].stderr + 1e-9)
    sitting = Sitting(shared, 1)
    while not sitting.now.over:
        sitting.draw()
    assert sitting.now.winners == tuple(range(shared.seats.count))


def test_a_pot_is_said_printed_and_put_in_the_box():
    game = game_from({"area": {"unit": "pot", "tens": "yes"}, "seats": {"count": 2}})
    assert game.area.amount == 30  # a pot of one counter is none
    rules = players_rules(game)
    for said in ("30 counters for each player", "Put that many counters into your pot.", "change them for a ten"):
        assert said in rules
    printed = area_of(game).board.printed(game, area_of(game).board.places(game))
    assert printed.tables[0].heads == ("drawn", "together", "tens", "ones")
    assert len(printed.tables[0].rows) == measure_exactly(game).readings["rounds"].p90


@given(st.integers(1, 4), st.integers(5, 30), st.sampled_from(["own", "shared"]))
def test_there_are_counters_for_every_square_of_a_line(count, length, track):
    area = {"mark": "cover", "length": length, "track": track}
    each = area_of(game := game_from({"area": area, "seats": {"count": count}})).board.printed(game, None).counters
    assert each == length if track == "own" else length <= each * count < length + count
