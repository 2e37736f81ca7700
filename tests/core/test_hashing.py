"""What is looked up by its parts is hashed once, and nothing takes the number over that it does not hold for."""

import os
import pickle
import subprocess
import sys
from fractions import Fraction

import numpy as np
import pytest

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Seats
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.fluency import USUAL

HELD = {
    "game": Game(name="Tracks in the Snow"),
    "seats": Seats(count=3, fluency=(USUAL,)),
    "fact": fact("add", Fraction(7, 2), Fraction(1, 4)),
}
UNPICKLED = """
import pickle, sys
told = pickle.loads(sys.stdin.buffer.read())
assert {name: one for one, name in {one: name for name, one in told.items()}.items()} == told
for one in told.values():
    again = type(one)(*one) if isinstance(one, tuple) else type(one).model_validate(one.model_dump())
    assert again == one and again in {one}, one
"""


@pytest.mark.parametrize("name", HELD)
def test_equal_ones_hash_alike_and_are_found(name):
    one = HELD[name]
    again = Fact(*one) if isinstance(one, Fact) else type(one).model_validate(one.model_dump())
    assert hash(one) == hash(one) == hash(again)
    assert again in {one}


def test_a_fact_holds_plain_numbers_whoever_asked_for_it_first():
    for number in (np.int64(7041), Fraction(np.int64(7043), 1), Fraction(np.int64(7045), 2)):
        for value in (number, Fraction(int(number.numerator), int(number.denominator))):
            found = fact("subtract", value, 1)
            assert found.one == value
            assert {type(found.one.numerator), type(found.one.denominator), type(found.other)} == {int}


def test_a_copy_that_differs_is_hashed_anew():
    for one, change in ((HELD["game"], {"name": "Lamps"}), (HELD["seats"], {"count": 4}), (USUAL, {"choice": 9.0})):
        hash(one)
        other = one.model_copy(update=change)
        assert hash(other) == hash(type(one).model_validate(other.model_dump())) != hash(one)


def test_another_process_in_which_texts_hash_otherwise_finds_them_too():
    for one in HELD.values():
        hash(one)
    for seed in ("1", "2"):
        subprocess.run(
            [sys.executable, "-c", UNPICKLED],
            input=pickle.dumps(HELD),
            env={**os.environ, "PYTHONHASHSEED": seed},
            check=True,
            timeout=60,
        )
