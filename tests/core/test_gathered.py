"""Equal pieces together: the same outcomes with all their ways, and facts in which the largest come first."""

from collections import Counter
from fractions import Fraction
from itertools import product
from math import prod

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import draw_work
from bolometric.core.outcomes import facts as outcomes_facts
from bolometric.core.outcomes.facts import HEEDS_NO_ORDER, facts_of
from bolometric.core.outcomes.listing import gathered, gathered_rows, groups_of, listed
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import Card, Die, Face, Pack, die
from tests.core.test_draw import by_hand as physical

faces = st.lists(st.integers(0, 4), min_size=2, max_size=4).map(lambda shown: die(*shown))
packs = st.lists(st.integers(0, 3), min_size=2, max_size=3).map(
    lambda shown: Pack(cards=tuple(Card(value=Fraction(one), count=2) for one in shown), drawn=2)
)
pieces = st.lists(st.one_of(faces, faces, packs), min_size=1, max_size=3).flatmap(
    lambda some: st.lists(st.sampled_from(some), min_size=1, max_size=4)
)


some_dice = st.lists(faces, min_size=1, max_size=2).flatmap(
    lambda some: st.lists(st.sampled_from(some), min_size=2, max_size=4)
)


def ways_by_what_is_shown(listing, groups):
    """Ways of what each class of equal pieces shows, whatever the order; a pack that deals several keeps its own."""
    rows = [tuple(int(column) for column in row) for row in zip(*(c.ravel() for c in broadcast(listing)), strict=True)]
    letters = [at for at, group in enumerate(groups) for _ in range(group.drawn)]
    found = Counter()
    for row, ways in zip(rows, listing.all_ways().tolist(), strict=True):
        shown = Counter(
            (groups[at] if groups[at].drawn == 1 else (at, k), number)
            for k, (at, number) in enumerate(zip(letters, row, strict=True))
        )
        found[frozenset(shown.items())] += ways
    return found


def broadcast(listing):
    import numpy as np

    return [np.broadcast_to(place, listing.shape) for place in listing.places]


@given(pieces)
def test_gathered_outcomes_are_those_in_order_with_all_their_ways(some):
    groups = groups_of(tuple(some))
    together = gathered(groups)
    assert together.rows <= gathered_rows(groups) <= prod(group.rows for group in groups)
    assert ways_by_what_is_shown(together, groups) == ways_by_what_is_shown(listed(groups), groups)
    for first in range(len(groups)):
        for second in range(first + 1, len(groups)):
            if groups[first] == groups[second] and groups[first].drawn == 1:
                columns = [broadcast(together)[sum(g.drawn for g in groups[:at])] for at in (first, second)]
                assert (columns[0] >= columns[1]).all()


def worked_out(make, numbers):
    """The facts of a draw whose numbers are taken in this order, and what it comes to."""
    does = {"add": "add", "multiply": "multiply", "largest": "compare", "smallest": "compare"}[make]
    two = {"add": lambda a, b: a + b, "multiply": lambda a, b: a * b, "largest": max, "smallest": min}[make]
    found, so_far = [], numbers[0]
    for number in numbers[1:]:
        found.append(fact(does, so_far, number))
        so_far = two(so_far, number)
    return tuple(found), so_far


@pytest.mark.parametrize("make", ["add", "multiply", "largest", "smallest"])
@given(
    st.lists(faces, min_size=2, max_size=4).flatmap(
        lambda some: st.lists(st.sampled_from(some), min_size=2, max_size=4)
    )
)
def test_facts_of_many_equal_pieces_take_the_largest_first(make, some):
    """Every physical outcome listed by hand, equal dice put in order."""
    assert make in HEEDS_NO_ORDER
    wanted = Counter()
    for shown in product(*(physical(one) for one in some)):
        chance = prod((way[3] for way in shown), start=Fraction(1))
        numbers = [int(way[0][0]) for way in shown]
        for one in set(some):
            places = [at for at, other in enumerate(some) if other == one]
            for at, number in zip(places, sorted((numbers[at] for at in places), reverse=True), strict=True):
                numbers[at] = number
        facts, total = worked_out(make, numbers)
        wanted[total, tuple(one for one in facts if one.does != "compare")] += chance
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(outcomes_facts, "ORDERED", 0)
        draw_work.cache_clear()
        work = draw_work(tuple(some), Draw(make=make))
        draw_work.cache_clear()
        facts_of.cache_clear()
        odds = facts_of(tuple(some), Draw(make=make))
        facts_of.cache_clear()
    found = Counter()
    for (total, _), ways in work.weights.items():
        for chance, facts in ways:
            found[total, tuple(one for one in facts if one.counted and one.does != "compare")] += chance
    assert found.keys() == wanted.keys()
    whole = sum(wanted.values())
    wanted = {key: ways / whole for key, ways in wanted.items()}
    assert all(found[key] == pytest.approx(float(chance)) for key, chance in wanted.items())
    times = Counter()
    for (_, facts), chance in wanted.items():
        for one in facts:
            times[one] += chance
    listed_odds = Counter()
    for one in odds:
        for (a, b), often in one.times.items():
            listed_odds[fact(one.does, a, b)] += often
    assert {key: often for key, often in listed_odds.items() if key.does in ("add", "multiply")} == dict(times)


def test_many_dice_are_few_ways_and_exact():
    work = draw_work((die(1, 2, 3, 4, 5, 6),) * 6, Draw(make="add"))
    assert not work.sampled
    assert sum(len(ways) for ways in work.weights.values()) <= 462
    assert sum(chance for ways in work.weights.values() for chance, _ in ways) == pytest.approx(1)
    largest_first = {facts[-5] for ways in work.weights.values() for _, facts in ways}
    assert Fact("add", 5, 6) in largest_first
    assert Fact("add", 1, 6) in largest_first
    special = Die(faces=(Face(value=Fraction(1), special=True), Face(value=Fraction(2))))
    shown = draw_work((special,) * 12, Draw(make="count"))
    assert shown.weights[0, False][0][0] == pytest.approx(0.5**12)
