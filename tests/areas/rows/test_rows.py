"""Rows of numbers that face each other: every game listed by hand, held against games that are played."""

from fractions import Fraction
from itertools import product

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.rows.rules import _gain, chances_of
from bolometric.core.game.document import game_from
from bolometric.core.measure.measuring import measure
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing_words
from tests.areas.digits.test_digits import digit_games

row_games = digit_games(("rows",))
"""Random games of facing rows."""


def beating(rows, seat, number):
    """Where the rule of thumb writes a number, from its words: beat the largest it can, else hide, else the first."""
    free = [k for k, own in enumerate(rows[seat]) if own is None]
    facing = {
        k: max((row[k] for who, row in enumerate(rows) if who != seat and row[k] is not None), default=None)
        for k in free
    }
    beaten = [k for k in free if facing[k] is not None and facing[k] < number]
    opposite = [k for k in free if facing[k] is not None]
    for some in (beaten, opposite):
        if some:
            most = max(facing[k] for k in some)
            return next(k for k in some if facing[k] == most)
    return free[0]


def ticks(rows):
    """How many rows of each seat are as large as any that face them."""
    return [sum(row[k] >= max(other[k] for other in rows) for k in range(len(row))) for row in rows]


def listed(faces, seats, count, sign):
    """The ticks of every game there is, one for each way in which the draws may fall."""
    for drawn in product(faces, repeat=seats * count):
        rows = [[None] * count for _ in range(seats)]
        for turn, number in enumerate(drawn):
            rows[turn % seats][beating(rows, turn % seats, sign * number)] = sign * number
        yield ticks(rows)


@settings(max_examples=15, deadline=None)
@given(
    st.lists(st.integers(0, 9), min_size=2, max_size=3, unique=True),
    st.sampled_from([(1, 1), (1, 3), (2, 1), (2, 2), (3, 1), (2, 3)]),
    st.sampled_from(["largest", "smallest"]),
)
def test_games_played_are_those_that_can_be_listed(faces, size, aim):
    seats, count = size
    game = game_from(
        {
            "pieces": [{"faces": faces}],
            "area": {"kind": "digits", "practice": "rows", "rows": count, "aim": aim},
            "seats": {"count": seats, "styles": [{"choose": "thumb", "rule": "beat_largest"}]},
        }
    )
    found = np.array(list(listed(faces, seats, count, 1 if aim == "largest" else -1)))
    wins = found == found.max(axis=1, keepdims=True)
    share = (wins / wins.sum(axis=1, keepdims=True)).mean(axis=0)
    runs = 6_000
    batch = area_of(game).measured.player(game)(runs, 10_000, np.random.default_rng(5))
    assert np.all(batch.turns == seats * count)
    bits = (batch.home[:, None] >> np.arange(seats)) & 1
    played = (bits / bits.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.all(np.abs(played - share) < 5 * np.sqrt(0.25 / runs))
    scores = batch.score.mean(axis=0)
    assert np.all(np.abs(scores - found.mean(axis=0)) < 5 * found.std(axis=0) / runs**0.5 + 1e-9)


@settings(max_examples=25, deadline=None)
@given(row_games, st.integers(0, 2))
def test_ticks_are_shared_by_the_rows_there_are(game, seed):
    """Each row gives one tick at least, to more seats only where numbers are equal; alone every row is one's own."""
    assume(game.area.points == 1)
    batch = area_of(game).measured.player(game)(500, 10_000, np.random.default_rng(seed))
    whole = batch.score.sum(axis=1)
    assert np.all(whole >= game.area.rows)
    assert np.all(whole <= game.area.rows * game.seats.count)
    if game.seats.count == 1:
        assert np.all(batch.score == game.area.rows)
        assert measure(game, 60).readings["success"].mean == 1


def test_what_has_one_row_has_no_choice():
    one = {"pieces": [{}], "area": {"kind": "digits", "practice": "rows", "rows": 1}}
    assert "choice" not in measure(game_from(one), 200).readings
    two = game_from({**one, "area": {**one["area"], "rows": 2}})
    assert measure(two, 200).readings["choice"].mean is not None
    with pytest.raises(GameError, match="do not keep them out"):
        game_from({**one, "pieces": [{"kind": "pack", "cards": [1, 2, 3], "after": "keep_out"}]})


@settings(max_examples=60, deadline=None)
@given(st.data())
def test_what_a_plan_gains_by_a_row_is_its_chance_of_a_tick_counted_out(data):
    """Each of two others may draw in a way of their own: every draw of everybody is gone through."""
    goods = data.draw(st.integers(2, 4))
    weights = st.lists(st.integers(1, 5), min_size=goods, max_size=goods)
    own, *theirs = (np.array(row) / sum(row) for row in data.draw(st.lists(weights, min_size=3, max_size=3)))
    if data.draw(st.booleans()):
        theirs = [own, own]
    facing = data.draw(st.lists(st.integers(-1, goods - 1), min_size=2, max_size=2))
    good = data.draw(st.integers(0, goods - 1))

    def tick(mine):
        """The chance that this number is at least as good as all that come to face it."""
        found = 0.0
        for drawn in product(range(goods), repeat=2):
            stand = [one if one >= 0 else new for one, new in zip(facing, drawn, strict=True)]
            found += (mine >= max(stand)) * theirs[0][drawn[0]] * theirs[1][drawn[1]]
        return found

    usual = sum(own[mine] * tick(mine) for mine in range(goods))
    gain = _gain(np.array(facing)[None, :, None], np.array([good]), own, np.array(theirs))
    assert gain[0, 0] == pytest.approx(tick(good) - usual)


def test_chances_go_from_the_worst_number_to_the_best():
    data = {"pieces": [{"faces": [1, 1, 3]}]}
    area = {"kind": "digits", "practice": "rows"}
    largest = game_from({**data, "area": {**area, "aim": "largest"}})
    smallest = game_from({**data, "area": {**area, "aim": "smallest"}})
    assert chances_of(largest)[0] == pytest.approx([2 / 3, 1 / 3])
    assert chances_of(smallest)[0] == pytest.approx([1 / 3, 2 / 3])


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.integers(0, 9), min_size=2, max_size=4),
    st.sampled_from(["largest", "smallest"]),
    st.integers(0, 1_000),
    st.data(),
)
def test_the_coach_names_every_row_that_is_as_good_as_the_best(faces, aim, seed, data):
    """One step ahead against one other: how much a row's chance of a tick is raised, over a number that comes yet."""
    assume(len(set(faces)) > 1)
    area = {"kind": "digits", "practice": "rows", "rows": 3, "aim": aim}
    sitting = Sitting(game_from({"pieces": [{"faces": faces}], "area": area, "seats": {"count": 2}}), seed)
    sign, scale = (1 if aim == "largest" else -1), sorted(set(faces))
    while True:
        sitting.draw()
        now = sitting.now
        other, mine = now.filled[1 - now.seat], sign * scale[now.drawn]

        def ticked(number, row, other=other):
            faced = [sign * scale[other[row]]] if other[row] >= 0 else [sign * face for face in faces]
            return Fraction(sum(number >= one for one in faced), len(faced))

        gains = {
            row: ticked(mine, row) - sum(ticked(sign * face, row) for face in faces) / Fraction(len(faces))
            for row in (option.key for option in sitting.options)
        }
        best = [f"Row {row + 1}" for row, gain in gains.items() if gain == max(gains.values())]
        which = "any free row" if 1 < len(best) == len(gains) else listing_words(best, "or")
        assert sitting.coach() == f"Best: {which} (one step ahead, the rest by chance)."
        if len(gains) == 1 and now.seat == 1:
            return
        sitting.choose(data.draw(st.sampled_from(sorted(gains))))
