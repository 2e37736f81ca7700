"""The editor of a grid's cells: what is typed is read row by row, and numbers can be put in that suit the pieces."""

import pytest

from bolometric.core.areas.grid.balancing import figures, possible
from bolometric.core.game.document import game_from, with_value
from bolometric.core.settings.knobs import knob_at
from bolometric.desk.editors.cells import CellsEditor

GAME = game_from(
    {
        "bolometric": 1,
        "pieces": [{}, {}],
        "area": {"kind": "grid", "numbers": "own", "columns": 4, "cells": [*range(1, 17)], "in_line": 3},
    }
)


@pytest.fixture
def editor(qtbot):
    editor = CellsEditor(knob_at(GAME, "area.cells"), GAME)
    editor.sent = []
    editor.edited.connect(editor.sent.append)
    qtbot.addWidget(editor)
    editor.show()
    return editor


def test_rows_are_read_and_what_is_no_cell_is_named(editor):
    editor.text.setPlainText("2 3 4 5\n6 . * 7\n8 9 10 11\n2 2 2 2")
    assert editor.sent[-1] == [2, 3, 4, 5, 6, "hole", "free", 7, 8, 9, 10, 11, 2, 2, 2, 2]
    sent = len(editor.sent)
    for text, says in (
        ("1 2 3", "4 columns"),
        ("1 2 x 4", "“x” in row 1"),
        ("1 2 3 4\n5", None),
        ("99 99 99 99", "claimed"),
    ):
        editor.text.setPlainText(text)
        if says is None:
            sent = len(editor.sent)
            continue
        assert says in editor._trouble.text()
        assert len(editor.sent) == sent


def test_numbers_are_put_in_that_suit_and_locked_ones_stay(editor, qtbot):
    editor.text.setPlainText("1! 2 3 4\n5 6 7! 8\n9 10 11 12\n13 14 15 16")
    editor.put.click()
    assert editor.cancel.isVisible()
    qtbot.waitUntil(lambda: "equal neighbours" in editor.told.text())
    cells = editor.sent[-1]
    assert cells[0] == 1
    assert cells[6] == 7
    assert set(cells[1:]) <= set(possible(GAME))
    assert figures(GAME, cells).twins == 0
    assert "!" in editor.text.toPlainText()
    assert not editor.cancel.isVisible()
    again = list(cells)
    editor.seed.setValue(2)
    editor.apart.click()
    qtbot.waitUntil(lambda: not editor.lane.busy)
    assert sorted(map(str, editor.sent[-1])) == sorted(map(str, again))


def test_nothing_is_sent_while_it_works_and_it_can_be_given_up(editor):
    sent = len(editor.sent)
    editor.put.click()
    editor.cancel.click()
    assert not editor.bar.isVisible()
    assert len(editor.sent) == sent


def test_numbers_of_ones_own_begin_as_the_chart():
    chart = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"kind": "grid", "last": 12, "columns": 4}})
    assert with_value(chart, "area.numbers", "own").area.cells == tuple(range(1, 13))
