"""What is read aloud is enough to play by: each game is played from it alone, and comes out as it is measured."""

import re

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from, with_values
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.settings.errors import GameError
from tests.areas.duel.test_duel import duels
from tests.areas.games import ALL
from tests.areas.pairs.test_pairs import pair_games
from tests.areas.sets.test_sets import set_games
from tests.by_ear.ear import Ear, NotSaid
from tests.by_ear.games import played
from tests.random_games import dice

HEARD = sorted(ALL)


def as_guessed(game):
    """Players who take any option alike, at the pace of the table."""
    # How soon a group is too sure, and what is overlooked, is nothing to be told.
    sure = {"splits": {"area.stops": 0}, "open_row": {"area.noticed": 100}}.get(game.area.kind, {})
    return with_values(game, {"seats.styles": [{"choose": "guess"}], "seats.fluency": (), "brief.aim": (), **sure})


@pytest.mark.parametrize("name", HEARD)
def test_a_game_played_by_ear_is_the_game_that_is_measured(name):
    game = as_guessed(ALL[name])
    turns, wins = played(game, 200)
    found = measure(game, 2000, seed=3).readings
    ended = [count for count in turns if count is not None]
    reading = found["turns"]
    assert 1 - len(ended) / len(turns) == pytest.approx(reading.never or 0.0, abs=0.08)
    error = np.std(ended) / len(ended) ** 0.5 + (reading.stderr or 0.02 * np.std(ended))
    assert abs(np.mean(ended) - (reading.mean if reading.mean is not None else reading.ended)) < 4.5 * error + 1e-9
    won = np.array([one for one in wins if any(one) or reading.never])
    if len(won) and "seat_wins" in found and found["seat_wins"].values:
        error = won.std(axis=0) / len(won) ** 0.5 + (found["seat_wins"].stderr or 0)
        assert (np.abs(won.mean(axis=0) - found["seat_wins"].values) < 4.5 * error + 1e-9).all()


def agrees(game, games=1500):
    """Whether a game played by ear has the lengths and the winners that are measured exactly."""
    turns, wins = played(game, games)
    exact = measure_exactly(game).readings
    if "turns" in exact and exact["turns"].mean is not None:
        error = np.std(turns) / len(turns) ** 0.5
        assert abs(np.mean(turns) - exact["turns"].mean) < 5 * error + 1e-9
    if "seat_wins" in exact:
        error = np.std(wins, axis=0) / len(wins) ** 0.5 + 0.5 / len(wins)
        assert (np.abs(np.mean(wins, axis=0) - exact["seat_wins"].values) < 5 * error).all()


@settings(max_examples=15)
@given(duels())
def test_random_duels_are_played_by_ear_as_they_are_measured(game):
    agrees(as_guessed(game))


@settings(max_examples=8)
@given(set_games().filter(lambda game: game.seats.count > 1))
def test_random_tiles_are_played_by_ear_as_they_are_measured(game):
    agrees(as_guessed(game), 250)


@settings(max_examples=10)
@given(pair_games().filter(lambda game: game.seats.count > 1 and len(game.area.cards) < 20))
def test_random_pairs_and_threes_are_played_by_ear_as_they_are_measured(game):
    game = as_guessed(game)
    turns, wins = played(game, 80)
    found = measure(game, 2000, seed=3).readings
    error = np.std(turns) / len(turns) ** 0.5 + (found["turns"].stderr or 0.0)
    assert abs(np.mean(turns) - found["turns"].mean) < 5 * error + 1e-9
    error = np.std(wins, axis=0) / len(wins) ** 0.5 + (found["seat_wins"].stderr or 0.0) + 0.5 / len(wins)
    assert (np.abs(np.mean(wins, axis=0) - found["seat_wins"].values) < 5 * error).all()


LINES = st.fixed_dictionaries(
    {
        "length": st.integers(5, 12),
        "unit": st.sampled_from(["whole", "whole", "pot"]),
        "amount": st.integers(5, 12),
        "mark": st.sampled_from(["counter", "cover", "cross"]),
        "moved": st.sampled_from(["counting", "adding"]),
        "moves": st.sampled_from(["own", "back"]),
        "end": st.sampled_from(["pass", "exact"]),
    }
)


@settings(max_examples=25)
@given(dice(1, st.integers(1, 4)), LINES)
def test_lines_of_ones_own_and_taking_back_are_played_by_ear_as_they_are_measured(pieces, area):
    try:
        game = game_from({"pieces": pieces, "area": area})
    except GameError as error:
        assert "can't be taken back" in str(error)
        return
    reading = measure_exactly(as_guessed(game)).readings.get("turns")
    if reading is not None and reading.mean is not None and reading.mean < 80:
        agrees(as_guessed(game), 250)


KINDLY = (
    r"That is the target\.",
    r"You (?:cannot|may) .*",
    r"That is your score\.",
    r"If you close them all, you score 0\.",
    r"Add up your scores\.",
    r"One tile may do\.",
    r"The same number may come again\.",
    r"Take your (?:counters|crayon)\.",
    r"Now look row by row\.",
    r"Everybody takes their pieces\.",
    r"Your turn is over\.",
    r"That may happen in somebody else's turn\.",
    r"If you have (?:that number|a number) more than once, .*",
    r"Below zero, .*",
    r"Talk about .*",
    r"When you have ten ones, change them for a ten\.",
    r"Take the empty sheet\.",
    r"There (?:is|are) \w+ ways?\.",
    r"Start at the larger part .*",
)
"""What is said for kindness: it follows from the rest, or from what lies on the table."""
OTHERWISE = (
    r"On square .*",
    r"If you get .*",
    r"If it is too much, count the rest backwards\.",
    r"If a special face comes up, .*",
    r"Now choose: .*",
    r"Finish the round, .*",
    r"When .*, you may .*",
    r"Keep the cards out .*",
    r"You must .*",
    r"Go to the last square, .*",
    r"The same parts the other way round .*",
    r"If you go over .*",
    r"If no cell fits, roll once more\.",
    r"It goes to .*",
    r"Work from left to right\.",
    r"Strike zero: .*",
    r"The last to draw places first\.",
    r"Then go round backwards\.",
    r"Player \d.*",
    r"You are done when your box is full\.",
    r"Play \d+ rounds\.",
    r"If it goes, lay it\.",
)
"""Rules without which it is another game that can be played too."""


def missed(game, sentence):
    """Whether somebody asks for a rule when this sentence is passed over."""
    try:
        played(game, 20, unheard=sentence)
    except (NotSaid, AssertionError):
        return True
    return False


@pytest.mark.parametrize("name", HEARD)
def test_without_a_rule_somebody_asks_for_it(name):
    """Of every sentence: one that is passed over is missed by whoever plays, is kindness, or makes another game."""
    for sentence in dict.fromkeys(Ear(ALL[name]).sentences):
        if not any(re.fullmatch(words, sentence) for words in (*KINDLY, *OTHERWISE)):
            assert missed(as_guessed(ALL[name]), sentence), sentence
