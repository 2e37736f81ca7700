"""A counter dropped on a chart: its chances by counting, its words, and a hand that drops as they say."""

from collections import Counter
from fractions import Fraction
from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import Drop
from bolometric.core.play.hand import Hand
from bolometric.core.settings.errors import GameError
from bolometric.core.words.aloud import players_rules


def weights(first, last, lands):
    """In words: every number as likely; or in even steps from the ends."""
    numbers = range(first, last + 1)
    return {n: 1 if lands == "anywhere" else min(n - first, last - n) + 1 for n in numbers}


@given(
    st.integers(-5, 5),
    st.integers(1, 12),
    st.sampled_from(["anywhere", "middle"]),
    st.sampled_from(["add", "difference"]),
)
def test_two_dropped_make_a_sum_or_a_difference_as_counted(first, more, lands, make):
    chart = Drop(first=first, last=first + more, lands=lands)
    found = distribution_of((chart, chart), Draw(make=make))
    known = weights(first, first + more, lands)
    counted = Counter()
    for a, b in product(known, known):
        counted[a + b if make == "add" else abs(a - b)] += known[a] * known[b]
    whole = sum(counted.values())
    assert {total: found.chance(total) for total in found.totals} == {
        total: Fraction(ways, whole) for total, ways in counted.items()
    }


def test_a_hand_drops_as_often_as_it_says():
    chart = Drop(first=0, last=4, lands="middle")
    hand = Hand((chart,), Draw(), 5)
    shown = Counter(hand.draw().total for _ in range(9000))
    assert [shown[n] / 9000 for n in range(5)] == pytest.approx(np.array([1, 2, 3, 2, 1]) / 9, abs=0.02)


def test_it_is_said_as_one_does_it():
    game = game_from({"bolometric": 1, "pieces": [{"kind": "drop"}] * 2, "draw": {"make": "difference"}})
    text = players_rules(game)
    assert "two counters to drop (on a chart 1 to 20)" in text
    assert "Drop two counters on the chart." in text


@pytest.mark.parametrize(
    ("piece", "says"), [({"first": 5, "last": 5}, "has no numbers"), ({"first": 1, "last": 400}, "too long")]
)
def test_what_is_no_chart_is_refused(piece, says):
    with pytest.raises(GameError, match=says):
        game_from({"bolometric": 1, "pieces": [{"kind": "drop", **piece}]})
