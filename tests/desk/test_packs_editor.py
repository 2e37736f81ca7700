"""The editors of question packs: made, typed, read from a table, renamed; and who draws from which."""

import pytest

from bolometric.core.game.document import game_from, with_value
from bolometric.core.settings.knobs import knob_at
from bolometric.desk.editors.packs import PacksEditor
from bolometric.desk.editors.seat_packs import SeatPacksEditor

ASKING = {
    "bolometric": 1,
    "seats": {"count": 2},
    "area": {
        "length": 20,
        "packs": [{"name": "Adding"}, {"name": "Tables", "family": "times"}],
        "squares": [{"at": 5, "does": "card", "pack": "Adding"}, {"at": 9, "does": "card", "pack": "Tables"}],
    },
}


@pytest.fixture
def opened(qtbot):
    game = game_from(ASKING)
    editor = PacksEditor(knob_at(game, "area.packs"), game)
    qtbot.addWidget(editor)
    editor.show()
    sent = []
    editor.edited.connect(lambda value: sent.append(with_value(game, "area.packs", value).area.packs))
    return editor, sent


def test_a_pack_is_made_for_a_family(opened, qtbot):
    editor, sent = opened
    assert "20 cards, the first ones" in editor.told.text()
    editor.family.setCurrentIndex(editor.family.findData("bonds"))
    editor.family.activated.emit(0)
    editor.upto.setValue(12)
    assert (sent[-1][0].family, sent[-1][0].upto) == ("bonds", 12)
    assert not editor.tables.isVisible()
    editor.which.setCurrentIndex(1)
    assert editor.tables.isVisible()
    editor.tables.selectAll()
    qtbot.keyClicks(editor.tables, "7 8")
    assert sent[-1][1].tables == (7, 8)
    qtbot.keyClicks(editor.tables, " x")
    assert "not a number" in editor._trouble.text()
    editor.right.selectAll()
    qtbot.keyClicks(editor.right, "90 55%")
    editor.tables.setText("7")
    editor.right.textEdited.emit("")
    assert sent[-1][1].right == (0.9, 0.55)


def test_a_number_of_another_family_gives_way_and_one_that_is_typed_is_answered(opened):
    editor, sent = opened
    editor.family.setCurrentIndex(editor.family.findData("place_value"))
    editor.upto.setValue(5)  # nothing to ask below ten
    editor.family.activated.emit(0)
    assert editor.upto.value() == sent[-1][0].upto == 999
    told = len(sent)
    editor.upto.setValue(5)
    assert "the least for it is 10" in editor._trouble.text()
    assert len(sent) == told
    editor.upto.setValue(4000)
    editor.family.setCurrentIndex(editor.family.findData("add"))
    editor.family.activated.emit(0)
    assert editor.upto.value() == sent[-1][0].upto == 20


def test_typed_cards_keep_the_rows_that_can_be_read(opened, tmp_path):
    editor, sent = opened
    editor.family.setCurrentIndex(editor.family.findData("own"))
    editor.family.activated.emit(0)
    assert "Type a question" in editor._trouble.text()
    editor.cards.setPlainText("7 + 5; 12\nbroken\n3 + 3; 6")
    assert [card.answer for card in sent[-1][0].cards] == ["12", "6"]
    assert "Row 2 can't be read" in editor._trouble.text()
    table = tmp_path / "cards.csv"
    table.write_text('question,answer\n"8 + 1",9\n"Who, then?",me\n')
    editor.read_file(table)
    assert [card.question for card in sent[-1][0].cards] == ["8 + 1", "Who, then?"]
    table.write_bytes(b"\xff\xfe\x00")
    editor.read_file(table)
    assert "can't be read as text" in editor._trouble.text()


def test_packs_are_added_and_removed(opened):
    editor, sent = opened
    editor.add.click()
    assert [pack.name for pack in sent[-1]] == ["Adding", "Tables", "Pack 2"]
    assert editor.which.currentText() == "Pack 2"
    for _ in range(3):
        editor.remove.click()
    assert sent[-1] == ()
    assert not editor.name.isEnabled()


def test_a_renamed_pack_keeps_its_squares_and_escape_takes_all_back(window, qtbot):
    window.filing.start(game_from(ASKING))
    window.go("shape")
    before = window.document.game
    window.editing.open_word("area.packs", window.colours)
    editor = window.editing.popover.content
    editor.name.selectAll()
    qtbot.keyClicks(editor.name, "Sums")
    assert window.document.game.area.packs[0].name == "Sums"
    assert window.document.game.area.squares[0].pack == "Sums"
    assert window.document.game.area.asks == "yes"
    window.editing.popover.dismiss(given_up=True)
    assert window.document.game == before


def test_swapping_packs_is_one_click(qtbot):
    game = game_from(ASKING)
    editor = SeatPacksEditor(knob_at(game, "area.draws_from"), game)
    qtbot.addWidget(editor)
    sent = []
    editor.edited.connect(sent.append)
    editor.swaps[1].click()
    swapped = with_value(game, "area.draws_from", sent[-1])
    assert [swapped.area.source(1, place) for place in (0, 1)] == [1, 0]
    assert [swapped.area.source(0, place) for place in (0, 1)] == [0, 1]
    editor.swaps[1].click()
    assert sent[-1] == []
