"""Every way of making a number of every kind of piece, against listing all outcomes by hand."""

from collections import Counter
from fractions import Fraction
from itertools import permutations, product
from math import prod

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import set_from
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.outcomes.listing import MOST_LISTED, groups_of, rows_of
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.pieces.draw import MAKES, Draw
from bolometric.core.pieces.kinds import Counters, Die, Drop, Pack, Spinner, die
from bolometric.core.settings.errors import GameError
from tests.random_games import dice, pieces, tenths


def by_hand(piece):
    """What a piece can show: (numbers, marks, special, weight), every physical outcome on its own."""
    match piece:
        case Die(faces=faces):
            return [((f.value,), (int(f.special),), f.special, Fraction(1)) for f in faces]
        case Spinner(sectors=sectors):
            return [((s.value,), (int(s.special),), s.special, s.angle) for s in sectors]
        case Drop():
            numbers = range(piece.first, piece.last + 1)
            step = [min(k, len(numbers) - 1 - k) + 1 for k in range(len(numbers))]
            return [((n,), (0,), False, 1 if piece.lands == "anywhere" else step[k]) for k, n in enumerate(numbers)]
        case Counters():
            sides = list(product((True, False), repeat=piece.count))
            return [
                ((sum((piece.front if up else piece.back for up in side), Fraction(0)),), (sum(side),), False, 1)
                for side in sides
            ]
        case Pack(cards=cards):
            physical = [card for card in cards for _ in range(card.count)]
            dealt = permutations(range(len(physical)), piece.drawn)
            return [
                (
                    tuple(physical[k].value for k in hand),
                    tuple(int(physical[k].special) for k in hand),
                    any(physical[k].special for k in hand),
                    1,
                )
                for hand in dealt
            ]


def made(make, values, marks, factor):
    """The number that is made, by the words of the rule."""
    digits = [int(v) for v in values]
    match make:
        case "add":
            return sum(values)
        case "subtract":
            return values[0] - values[1]
        case "difference":
            return abs(values[0] - values[1])
        case "multiply" | "place":
            return prod(values)
        case "square":
            return values[0] ** 2
        case "times":
            return sum(values) * factor
        case "largest":
            return max(values)
        case "smallest":
            return min(values)
        case "digits":
            return int("".join(map(str, digits)))
        case "largest_number":
            return int("".join(map(str, sorted(digits, reverse=True))))
        case "smallest_number":
            return int("".join(map(str, sorted(digits))))
        case "count":
            return sum(marks)


digit = st.integers(0, 9)


@settings(max_examples=60)
@given(
    st.sampled_from([choice.value for choice in MAKES if choice.value != "formula"]).flatmap(
        lambda make: st.tuples(
            st.just(make),
            st.lists(
                pieces(digit if "number" in make or make == "digits" else st.one_of(st.integers(-3, 9), tenths)),
                min_size=1,
                max_size=3,
            ),
        )
    ),
    st.sampled_from(["2", "-1/4", "0", "1.5"]),
)
def test_every_way_is_that_of_listing_every_outcome(drawn, factor):
    make, given_pieces = drawn
    try:
        found_set = set_from({"pieces": given_pieces, "draw": {"make": make, "factor": factor}})
    except GameError as error:
        assert error.where == "draw.make"
        assume(False)
    listed, special, whole = Counter(), Counter(), Fraction(0)
    for outcome in product(*map(by_hand, found_set.pieces)):
        values = tuple(v for shown, *_ in outcome for v in shown)
        marks = tuple(m for _, shown, *_ in outcome for m in shown)
        weight = prod(w for *_, w in outcome)
        total = made(make, values, marks, Fraction(factor))
        listed[total] += weight
        special[total] += weight * any(s for _, _, s, _ in outcome)
        whole += weight
    odds = found_set.distribution
    assert list(odds.totals) == sorted(listed)
    assert [odds.chance(total) for total in odds.totals] == [listed[t] / whole for t in odds.totals]
    assert sum(odds.chance(total) for total in odds.totals) == 1
    marked = odds.special or (0,) * len(odds.totals)
    assert [Fraction(m, odds.all_ways) for m in marked] == [special[t] / whole for t in odds.totals]
    assert odds.mean == pytest.approx(float(sum(t * w for t, w in listed.items()) / whole))
    variance = sum(t * t * w for t, w in listed.items()) / whole - (sum(t * w for t, w in listed.items()) / whole) ** 2
    assert odds.sd == pytest.approx(float(variance) ** 0.5, abs=1e-9)
    assert set(odds.impossible(10_000)).isdisjoint(listed)


@given(dice(4), st.sampled_from([1, 10_000]))
def test_the_sampler_gives_every_total_its_exact_share(shown, widest):
    found = distribution_of(tuple(die(*one["faces"]) for one in shown), Draw())
    built = sampler(found.ways, widest)
    share = Counter()
    for column, keep in enumerate(built.keep.tolist()):
        share[int(built.outcome[column])] += Fraction(keep, 2**32 * len(built.keep))
        share[int(built.outcome[built.alias[column]])] += Fraction(2**32 - keep, 2**32 * len(built.keep))
    for k, ways in enumerate(found.ways):
        assert abs(share[k] - Fraction(ways, found.all_ways)) < Fraction(1, 2**31)


def test_ten_dice_stay_exact_without_listing_outcomes():
    ten = (die(*range(1, 21)),) * 10
    odds = distribution_of(ten, Draw())
    assert odds.all_ways == 20**10
    assert odds.ways == odds.ways[::-1]  # equal steps make a symmetric distribution
    assert np.isclose(odds.sd, np.std(range(1, 21)) * 10**0.5)
    far = distribution_of((die(*range(-9990, 9990, 667)),) * 4, Draw())  # too far apart for the packed product
    assert far.ways == far.ways[::-1]
    assert far.all_ways == len(range(-9990, 9990, 667)) ** 4


def test_past_what_can_be_listed_chances_are_simulated_and_say_so():
    d10 = die(*range(10))
    assert rows_of(groups_of((d10,) * 7)) > MOST_LISTED
    odds = distribution_of((d10,) * 7, Draw(make="largest_number"))
    assert odds.sampled
    # The digits 9999999 come by one way in ten million; any number has 9 as its first digit with 1 - 0.9^7.
    share = float(odds.chance_where(lambda total: total >= 9_000_000))
    assert abs(share - (1 - 0.9**7)) < 4 * odds.stderr(share)
    assert odds.stderr(share) > 0


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"pieces": [{"kind": "pack", "cards": []}]}, "pieces[1].cards (counted from 1): The pack is empty"),
        ({"pieces": [{"kind": "pack", "cards": [1, 2], "drawn": 3}]}, "has only 2"),
        (
            {"pieces": [{"kind": "spinner", "sectors": [{"value": 1, "angle": -90}, {"value": 2, "angle": 270}]}]},
            "pieces[1].sectors[1].angle (counted from 1): An angle of -90 degrees is too narrow",
        ),
        (
            {"pieces": [{"kind": "spinner", "sectors": [{"value": 1, "angle": 90}, {"value": 2, "angle": 90}]}]},
            "The angles add to 180 degrees, not to 360",
        ),
        ({"pieces": [{"kind": "spinner", "sectors": [{"value": 1, "angle": 90}, 2]}]}, "say it for all, or for none"),
        ({"pieces": [{"kind": "coin"}]}, "not one of the choices"),
        ({"pieces": [{"faces": [1, "1/0"]}]}, "divides by nothing"),
        ({"pieces": [{"faces": [1, 99999999]}]}, "the most is 10,000"),
        ({"pieces": [{"faces": [1, "1/7777"]}]}, "too fine"),
        ({"pieces": [{"faces": [1, True]}]}, "pieces[1].faces[2] (counted from 1): True is not a number"),
        ({"pieces": [{}] * 11}, "the most is 10"),
        ({"draw": {"make": "digits"}, "pieces": [{"faces": [1, 12]}]}, "can show 12, which is not a digit"),
        ({"draw": {"make": "difference"}}, "takes two numbers, but the pieces show 1"),
        ({"draw": {"make": "count"}}, "There is nothing to count"),
        ({"draw": {"make": "formula", "formula": "a + b"}}, "At letter 5 of the formula: no piece is called b"),
        ({"draw": {"make": "multiply"}, "pieces": [{"faces": [9999, 9998]}] * 4}, "more than 1,000,000,000,000"),
        ({"pieces": [{"faces": [3**k for k in range(9)] + [7**k / 1000 for k in range(8)]}] * 10}, "closer together"),
    ],
)
def test_what_cannot_be_drawn_is_said_with_its_place(data, says):
    with pytest.raises(GameError) as caught:
        set_from(data)
    assert says in str(caught.value)
