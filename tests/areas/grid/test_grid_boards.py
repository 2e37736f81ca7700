"""Boards of a grid: numbers shared out, arranged, typed, and as many alike as a class needs."""

from collections import Counter
from itertools import permutations

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.grid.balancing import alike, balanced, figures, possible, rearranged, rounding_words
from bolometric.core.game.document import game_from, with_value
from bolometric.core.judge.faults import find_faults
from bolometric.core.layouts.apportion import apportioned
from bolometric.core.layouts.text import read_layout, typed_layout
from bolometric.core.settings.errors import GameError
from bolometric.core.words.boards import boards_for, boards_plain, boards_text
from tests.faults_alone import codes_of

CELL = st.one_of(st.integers(1, 9), st.sampled_from(["hole", "free"]))


@settings(max_examples=40, deadline=None)
@given(
    st.dictionaries(st.integers(1, 20), st.floats(0.001, 1), min_size=1, max_size=12),
    st.integers(0, 60),
    st.sampled_from(["balanced", "easy", "rare"]),
)
def test_cells_are_shared_out_in_full_and_by_chance(chances, cells, favour):
    for method in ("largest_remainder", "highest_averages"):
        found = apportioned(chances, cells, favour, method)
        assert sum(found.values()) == cells
        for one, other in permutations(chances, 2):
            assert found[one] <= found[other] or chances[one] >= chances[other]
    weights = {n: c ** {"balanced": 1, "easy": 1.5, "rare": 0.5}[favour] for n, c in chances.items()}
    fair = {n: cells * w / sum(weights.values()) for n, w in weights.items()}
    found = apportioned(chances, cells, favour)
    assert all(abs(found[n] - fair[n]) < 1 + 1e-6 for n in fair)


FIELD = game_from(
    {
        "bolometric": 1,
        "pieces": [{}, {}],
        "area": {"kind": "grid", "numbers": "own", "columns": 6, "cells": [*range(1, 13)] * 3, "in_line": 4},
    }
)


@settings(max_examples=8, deadline=None)
@given(st.integers(1, 10**6), st.sets(st.integers(0, 35), max_size=8))
def test_annealing_never_worsens_keeps_the_numbers_and_what_is_locked(seed, locked):
    before = list(FIELD.area.cells)
    after = rearranged(FIELD, before, seed, frozenset(locked))
    assert Counter(after) == Counter(before)
    assert all(after[at] == before[at] for at in locked)
    one, other = figures(FIELD, before), figures(FIELD, after)
    assert other.twins + other.spread <= one.twins + one.spread + 1e-9
    assert after == rearranged(FIELD, before, seed, frozenset(locked))


def test_a_balanced_board_has_no_impossible_number_and_fewer_faults():
    cells = balanced(FIELD)
    assert set(cells) <= set(possible(FIELD))
    assert Counter(cells)[7] == 6
    changed = with_value(FIELD, "area.cells", cells)
    codes = codes_of(changed)
    assert not codes & {"impossible_cell", "impossible_line", "equal_neighbours", "uneven_numbers"}
    assert {"impossible_cell", "uneven_numbers"} <= codes_of(FIELD)
    (cure,) = next(fault for fault in find_faults(FIELD) if fault.code == "impossible_cell").cures
    assert "impossible_cell" not in codes_of(cure.game)


def test_where_two_ways_of_rounding_differ_is_told():
    told = rounding_words(FIELD, "balanced")
    ours, other = (
        apportioned(possible(FIELD), 36, "balanced", method) for method in ("largest_remainder", "highest_averages")
    )
    for number in ours:
        assert (f"{number} on {other[number]}, not {ours[number]}" in told) == (ours[number] != other[number])


def test_thirty_boards_are_different_and_alike():
    boards = alike(FIELD, 30)
    assert len({tuple(board) for board in boards}) == 30
    counts = {tuple(sorted(Counter(board).items())) for board in boards}
    assert len(counts) == 1
    spreads = [figures(FIELD, board).spread for board in boards]
    assert max(spreads) - min(spreads) < 0.05
    assert alike(FIELD, 3) == boards[:3]


@settings(max_examples=60, deadline=None)
@given(st.lists(CELL, min_size=1, max_size=30), st.integers(1, 6))
def test_a_layout_reads_back_as_it_is_written(cells, columns):
    assume(len(cells) % columns == 0)
    locked = frozenset(at for at, cell in enumerate(cells) if isinstance(cell, int) and at % 3 == 0)
    assert read_layout(typed_layout(tuple(cells), columns, locked)) == (cells, columns, locked)


@pytest.mark.parametrize(("text", "says"), [("", "first row"), ("1 x", "no cell"), ("1 2\n3\n4 5", "Row 2 has 1")])
def test_what_is_no_layout_is_named(text, says):
    with pytest.raises(GameError, match=says):
        read_layout(text)


def test_boards_for_a_class_have_the_same_numbers_and_none_twice():
    area = {"kind": "grid", "numbers": "own", "columns": 4, "how": "total", "in_line": 3}
    cells = [2, 3, 4, 5, 6, 7, 7, 8, 6, 9, "free", 8, 5, 10, 11, "hole"]
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {**area, "cells": cells}, "seats": {"count": 2}})
    boards = boards_for(game, 12)
    assert len({tuple(map(str, cells)) for cells in boards.cells}) == 12
    assert len({tuple(sorted(map(str, cells))) for cells in boards.cells}) == 1
    assert boards_for(game, 3).cells == boards.cells[:3]  # each follows from its place
    assert [len(one["cells"]) for one in boards_plain(boards)["boards"]] == [len(boards.cells[0])] * 12
    assert boards_text(boards).startswith("Board 1 (")
    with pytest.raises(GameError, match="Only a grid"):
        boards_for(game_from({"bolometric": 1}), 3)
