"""The page of numbers that can be made: what it says is what the core works out; work in the way is given up."""

import pytest

from bolometric.core.game.document import PieceSet
from bolometric.core.number_making.made import making_of
from bolometric.core.number_making.rules import MakingRules
from bolometric.core.pieces.kinds import die
from bolometric.desk.views.odds.making import MakingPage
from bolometric.paint.palette import LIGHT

THREE = PieceSet(pieces=(die(*range(1, 7)),) * 3)


@pytest.fixture
def page(qtbot):
    page = MakingPage()
    qtbot.addWidget(page)
    page.resize(900, 600)
    page.show()
    page.show_set(THREE, LIGHT)
    yield page
    page.close_lanes()


def test_the_chart_is_tinted_by_chance_and_tells_each_number(page, qtbot):
    qtbot.waitUntil(lambda: page.made is not None)
    known = making_of(THREE.pieces, MakingRules()).chances
    cells = [cell for row in page.table.cells for cell in row][:100]
    for number, cell in enumerate(cells, 1):
        assert (cell.warmth is None) == (number not in known)
    assert "43 numbers can never be made" in page.words.text()
    assert "18: " in cells[17].told


def test_a_draw_that_is_typed_is_answered_and_a_word_that_is_no_number_is_named(page, qtbot):
    qtbot.waitUntil(lambda: page.made is not None)
    qtbot.waitUntil(lambda: "6 × 3 + 5 + 1 = 24" in page.answer.text())
    page.wanted.setValue(25)
    assert "do not make 25" in page.answer.text()
    page.numbers.setText("6 five")
    page.numbers.textEdited.emit("6 five")
    assert page.answer.text() == "“five” is no number."
    page.numbers.setText("7")
    page.numbers.textEdited.emit("7")
    qtbot.waitUntil(lambda: "2 at least" in page.answer.text())


def test_other_signs_make_other_numbers_and_none_is_refused(page, qtbot):
    qtbot.waitUntil(lambda: page.made is not None)
    for sign in "-*/":
        page.signs[sign].setChecked(False)
    qtbot.waitUntil(lambda: page.made is not None and page.made.rules.operations == {"+"})
    assert set(page.made.chances) == set(range(3, 19))
    page.signs["+"].setChecked(False)
    assert page.words.text() == "Leave at least one sign."
    assert not page.table.cells


def test_long_work_can_be_cancelled_and_taken_up_again(page, qtbot):
    page.show_set(PieceSet(pieces=(die(*range(1, 7)),) * 5), LIGHT)
    assert page.cancel.isVisible()
    page.cancel.click()
    assert page.words.text() == "Cancelled."
    assert not page.lane.busy
    page.show_set(THREE, LIGHT)
    qtbot.waitUntil(lambda: page.made is not None)
    assert not page.bar.isVisible()


def test_too_much_is_said_with_its_limit(page, qtbot):
    page.show_set(PieceSet(pieces=(die(*range(1, 7)),) * 7), LIGHT)
    qtbot.waitUntil(lambda: "2 to 6 can be put together" in page.words.text())
