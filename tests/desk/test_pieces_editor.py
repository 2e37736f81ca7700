"""The editor of pieces: net, disc, pack and counters; own pieces kept and offered again."""

import json

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtWidgets import QLineEdit, QToolButton

from bolometric.core.game.document import Game, with_value
from bolometric.core.pieces.kinds import MOST_PIECES, Die, Pack, Spinner
from bolometric.core.pieces.presets import PRESETS
from bolometric.core.settings.knobs import knob_at
from bolometric.desk.editors.choose import editor_for
from bolometric.desk.editors.piece_forms.forms import NET, DieForm, PackForm
from bolometric.desk.editors.piece_forms.spinner import SpinnerForm
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.paint.palette import LIGHT
from bolometric.paint.pieces import on_circle


@pytest.fixture
def opened(qtbot, tmp_path):
    """The editor on pieces, and the games it makes."""

    def make(*pieces):
        game = with_value(Game(), "pieces", list(pieces))
        editor = editor_for(knob_at(game, "pieces"), game, LIGHT, OwnPieces(tmp_path / "pieces.json"))
        qtbot.addWidget(editor)
        editor.show()
        made = []
        editor.edited.connect(lambda value: made.append(with_value(Game(), "pieces", value).pieces))
        return editor, made

    return make


def retype(qtbot, line, text):
    line.setFocus()
    line.selectAll()
    qtbot.keyClicks(line, text)


def test_pieces_are_added_doubled_and_taken_out(opened):
    editor, made = opened({})
    for kind in ("spinner", "pack", "counters"):
        editor._add(kind)
    assert [piece.kind for piece in made[-1]] == ["die", "spinner", "pack", "counters"]
    editor._choose(1)
    editor.double.click()
    assert [piece.kind for piece in made[-1]] == ["die", "spinner", "spinner", "pack", "counters"]
    editor.remove.click()
    editor.remove.click()
    assert [piece.kind for piece in made[-1]] == ["die", "spinner", "counters"]
    while editor.double.isEnabled():
        editor.double.click()
    assert len(made[-1]) == MOST_PIECES
    while editor.remove.isEnabled():
        editor.remove.click()
    assert len(made[-1]) == 1


def test_a_net_takes_numbers_words_and_marks(opened, qtbot):
    editor, made = opened({})
    assert len(editor.form.lines) == 6
    retype(qtbot, editor.form.lines[2], "1/10 comet*")
    face = made[-1][0].faces[2]
    assert (float(face.value), face.word, face.special) == (0.1, "comet", True)
    retype(qtbot, editor.form.lines[0], "?")
    assert "“?” on face 1 is not a number" in editor._trouble.text()
    editor.form.count.setValue(20)
    assert len(made[-1][0].faces) == len(editor.form.lines) == 20
    editor.shown.setCurrentIndex(editor.shown.findData("words"))
    editor.shown.activated.emit(editor.shown.currentIndex())
    assert made[-1][0].shown == "words"


def test_presets_are_taken_and_recognised(opened):
    editor, made = opened({})
    editor._add("spinner")
    for words, piece in PRESETS["spinner"]:
        editor.presets.setCurrentIndex(editor.presets.findText(words))
        editor.presets.activated.emit(editor.presets.currentIndex())
        assert made[-1][1] == piece
        assert editor.presets.currentText() == words


def test_sectors_are_typed_dragged_and_moved_by_key_and_always_fill_the_circle(opened, qtbot):
    editor, made = opened({"kind": "spinner", "sectors": [1, 2, 3]})
    form = editor.form

    def angles():
        assert sum(sector.angle for sector in made[-1][0].sectors) == 360
        return [float(sector.angle) for sector in made[-1][0].sectors]

    held = form.disc
    far = on_circle(held.rect().center().toPointF(), 90, 60).toPoint()  # between two edges
    qtbot.mousePress(held, Qt.MouseButton.LeftButton, pos=far)
    assert not held.held
    qtbot.mouseRelease(held, Qt.MouseButton.LeftButton, pos=far)
    form.angles[0].setValue(60)
    assert angles() == [60, 180, 120]
    form.angles[2].setValue(200)
    assert angles() == [60, 100, 200]
    form.angles[0].setValue(358)  # only what it and the next one have
    assert angles() == [158, 2, 200]
    disc, middle = form.disc, form.disc.rect().center()
    grip = on_circle(middle.toPointF(), 90, 160).toPoint()
    there = on_circle(middle.toPointF(), 90, 270).toPoint()
    qtbot.mousePress(disc, Qt.MouseButton.LeftButton, pos=grip)
    qtbot.mouseMove(disc, QPoint(there))
    qtbot.mouseRelease(disc, Qt.MouseButton.LeftButton, pos=there)
    assert [round(angle) for angle in angles()] == [158, 112, 90]
    disc.chosen = 1
    disc.setFocus()
    qtbot.keyClick(disc, Qt.Key.Key_Left)
    assert [round(angle) for angle in angles()] == [157, 113, 90]
    form.count.setValue(7)
    assert len(set(angles())) == 1
    retype(qtbot, form.lines[6], "9*")
    assert made[-1][0].sectors[6].special


def test_a_pack_takes_cards_counts_and_how_they_are_dealt(opened, qtbot):
    editor, made = opened({"kind": "pack", "cards": [1, 2]})
    assert [count.accessibleName() for count in editor.form.counts] == ["how many of card 1", "how many of card 2"]
    assert [line.accessibleName() for line in editor.form.lines] == ["card 1", "card 2"]
    assert editor.form.findChild(QToolButton, "add").isEnabled()
    editor.form.counts[1].setValue(3)
    retype(qtbot, editor.form.lines[0], "-4")
    editor.form.drawn.setValue(2)
    editor.form.after.setCurrentIndex(1)
    editor.form.after.activated.emit(1)
    pack = made[-1][0]
    assert [(card.value, card.count) for card in pack.cards] == [(-4, 1), (2, 3)]
    assert (pack.drawn, pack.after) == (2, "keep_out")
    editor.form._add()
    assert made[-1][0].values == (-4, 2, 3)
    editor.form._remove(1)
    assert made[-1][0].values == (-4, 3)
    editor.form.drawn.setValue(6)
    assert "the pack has only 2" in editor._trouble.text()
    assert made[-1][0].drawn == 2


def test_counters_take_words_and_worths(opened, qtbot):
    editor, made = opened({"kind": "counters"})
    editor.form.count.setValue(8)
    lines = {line.accessibleName(): line for line in editor.form.findChildren(QLineEdit)}
    retype(qtbot, lines["what the back is worth"], "-1/2")
    retype(qtbot, lines["what the front is called"], "comet")
    counters = made[-1][0]
    assert (counters.count, float(counters.back), counters.front_word) == (8, -0.5, "comet")


def test_own_pieces_are_kept_and_offered(opened, tmp_path, qtbot):
    editor, _ = opened({"faces": [1, 1, 2]})
    editor.keep_as("  lucky  one ")
    assert "mine: lucky one" in [editor.presets.itemText(i) for i in range(editor.presets.count())]
    again, made = opened({})
    again.presets.setCurrentIndex(again.presets.findText("mine: lucky one"))
    again.presets.activated.emit(again.presets.currentIndex())
    assert made[-1][0].values == (1, 1, 2)
    store = OwnPieces(tmp_path / "pieces.json")
    store.keep("lucky one", made[-1][0].model_copy(update={"shown": "dots"}))
    assert [named.piece.shown for named in OwnPieces(store.file).of_kind("die")] == ["dots"]


@pytest.mark.parametrize("text", ["", "[{", json.dumps([{"name": "x"}]), "[]" * 600_000])
def test_a_damaged_store_is_left_alone_and_said(opened, tmp_path, text):
    (tmp_path / "pieces.json").write_text(text)
    editor, _ = opened({})
    editor.keep_as("mine")
    assert "is damaged" in editor._trouble.text()
    assert (tmp_path / "pieces.json").read_text() == text


def test_a_face_that_cannot_be_never_gets_into_a_form(opened, qtbot):
    """It is said, and the form can be gone on with: its rows are made anew from faces that are good."""
    for kind, at in (("die", 0), ("spinner", 1), ("pack", 1)):
        editor, made = opened({}, {"kind": kind})
        editor._choose(1)
        retype(qtbot, editor.form.lines[at], "500000")
        assert "'500000' is too large" in editor._trouble.text()
        more = editor.form._add if kind == "pack" else lambda form=editor.form: form.count.setValue(9)
        more()
        assert max(made[-1][1].values) == 5000  # the last good number on the way to what was typed
    editor, made = opened({"kind": "pack", "cards": [10_000]})
    editor.form._add()
    assert made[-1][0].values == (10_000, 10_000)  # no card is above the largest there may be


def test_opposite_faces_of_a_plain_die_add_to_seven():
    """Folded up, faces two steps apart along a row or column of the cross are opposite each other."""
    at = {place: face for face, place in enumerate(NET, 1)}
    assert at[0, 1] + at[2, 1] == at[1, 0] + at[1, 2] == at[1, 1] + at[1, 3] == 7


def test_a_chart_to_drop_on_takes_its_ends_and_where_it_lands(opened):
    editor, made = opened({"kind": "drop"})
    editor.form.last.setValue(12)
    editor.form.first.setValue(0)
    editor.form.lands.setCurrentIndex(1)
    editor.form.lands.activated.emit(1)
    (piece,) = made[-1]
    assert (piece.first, piece.last, piece.lands) == (0, 12, "middle")
    editor.form.first.setValue(12)
    assert "has no numbers" in editor._trouble.text()
    assert not editor.buttons[0].grab().isNull()


def test_a_whole_piece_is_typed_as_a_line(qtbot):
    for form, text, key, said in (
        (DieForm(Die()), "0 to 4, 9", "faces", ["0", "1", "2", "3", "4", "9"]),
        (PackForm(Pack()), "1 to 3, 7 ×2", "cards", ["1", "2", "3", "7"]),
        (SpinnerForm(Spinner(), LIGHT), "5, 6, 7 half", "sectors", ["5", "6", "7"]),
    ):
        qtbot.addWidget(form)
        sent, trouble = [], []
        form.changed.connect(sent.append)
        form.trouble.connect(trouble.append)
        line = next(one for one in form.findChildren(QLineEdit) if one.accessibleName().endswith("as a line"))
        line.setText(text)
        line.textEdited.emit(text)
        assert [line.text() for line in form.lines] == said
        assert len(sent[-1][key]) == len(said)
        line.textEdited.emit("1 to")
        assert "“to” stands between" in trouble[-1]
        line.textEdited.emit("5")
        assert len(sent) == 1 or form.data["kind"] == "pack"  # one face is too few for a die and a spinner


def test_a_piece_that_was_changed_is_not_called_by_its_old_name(opened):
    editor, _ = opened({"kind": "die"})
    assert editor.presets.currentText() == "1 to 6"
    editor.form._take_all([{"value": k} for k in range(6)])
    assert editor.presets.currentText() == "0 to 5"
    editor.form._take_all([{"value": 7}] * 6)
    assert editor.presets.currentIndex() == 0
