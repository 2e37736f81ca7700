"""The draw against listing every outcome."""

from collections import Counter
from fractions import Fraction
from itertools import product

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.draw import sampler, total_distribution
from bolometric.core.pieces import Die
from tests.random_games import dice


@given(dice())
def test_ways_are_those_of_listing_every_outcome(faces):
    pieces = tuple(Die(**die) for die in faces)
    listed = Counter(sum(outcome) for outcome in product(*(die.faces for die in pieces)))
    found = total_distribution(pieces)
    assert dict(zip(found.totals, found.ways, strict=True)) == listed
    assert sum(found.chance(total) for total in found.totals) == 1
    assert set(found.impossible).isdisjoint(listed)
    mean = Fraction(sum(t * w for t, w in listed.items()), found.all_ways)
    assert found.mean == float(mean)


@given(dice(4), st.sampled_from([1, 10_000]))
def test_the_sampler_gives_every_total_its_exact_share(faces, widest):
    found = total_distribution(tuple(Die(**die) for die in faces))
    built = sampler(found, widest)
    share = Counter()
    for column, keep in enumerate(built.keep.tolist()):
        share[int(built.outcome[column])] += Fraction(keep, 2**32 * len(built.keep))
        share[int(built.outcome[built.alias[column]])] += Fraction(2**32 - keep, 2**32 * len(built.keep))
    for k, ways in enumerate(found.ways):
        assert abs(share[k] - Fraction(ways, found.all_ways)) < Fraction(1, 2**31)


def test_six_dice_of_thirty_far_apart_faces_stay_exact():
    die = Die(faces=tuple(range(-1000, 1000, 67)))
    found = total_distribution((die,) * 6)
    assert found.all_ways == len(die.faces) ** 6
    assert found.ways == found.ways[::-1]  # equal steps make a symmetric distribution
    assert np.isclose(found.sd, np.std(die.faces) * 6**0.5)
