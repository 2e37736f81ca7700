"""Every editor alone: what it shows, what it sends, and where it stops."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDoubleSpinBox,
    QLabel,
    QLineEdit,
    QRadioButton,
    QSpinBox,
    QToolButton,
)

from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.settings.knobs import knob_at, knobs
from bolometric.desk.editors.choose import editor_for
from bolometric.paint.palette import LIGHT


@pytest.fixture
def opened(qtbot):
    """An editor for a setting of a game, and the list of all it sends."""

    def make(path, game=None):
        game = game or Game()
        editor = editor_for(knob_at(game, path), game, LIGHT)
        qtbot.addWidget(editor)
        editor.show()
        sent = []
        editor.edited.connect(sent.append)
        return editor, sent

    return make


@pytest.mark.parametrize("path", [at.path for at in knobs(Game())])
def test_every_setting_has_an_editor_that_is_named_and_takes_the_focus(opened, path):
    editor, sent = opened(path)
    assert editor.accessibleName() == knob_at(Game(), path).knob.label
    assert editor.focusProxy() is not None
    assert editor.isAncestorOf(editor.focusProxy())
    assert sent == []  # opening changes nothing
    compound = (QSpinBox, QDoubleSpinBox, QComboBox)
    fields = [field for kind in (QLineEdit, QToolButton, *compound) for field in editor.findChildren(kind)]
    assert all(field.accessibleName() or isinstance(field.parent(), compound) for field in fields)


@pytest.mark.parametrize("path", ["area.length", "seats.count", "seats.seconds_per_turn"])
def test_numbers_step_and_stop_at_their_limits(opened, path):
    editor, sent = opened(path)
    at = knob_at(Game(), path)
    editor.box.setValue(at.low - 5)
    editor.box.setValue(at.high + 5)
    assert sent == [at.low, at.high]
    editor.box.stepDown()
    assert sent[-1] == at.high - at.knob.step
    assert type(sent[-1]) is type(at.value) or isinstance(at.value, float)


def test_choices_show_their_effect_and_send_once(opened):
    editor, sent = opened("area.end")
    buttons = editor.findChildren(QRadioButton)
    assert [button.isChecked() for button in buttons] == [True, False, False, False]
    assert all(button.accessibleDescription().endswith(".") for button in buttons)
    buttons[3].click()
    assert sent == ["bounce"]


def test_a_band_can_be_moved_turned_round_and_dropped(opened):
    editor, sent = opened("brief.setbacks")
    low, high = editor.findChildren(QDoubleSpinBox)
    high.setValue(25)
    assert sent[-1] == {"low": 0, "high": 0.25}
    low.setValue(30)
    assert len(sent) == 1
    assert "smaller" in editor._trouble.text()
    low.setValue(20)
    assert sent[-1] == {"low": 0.2, "high": 0.25}
    assert not editor._trouble.isVisible()
    none = editor.findChild(QCheckBox)
    none.click()
    assert sent[-1] is None
    assert not low.isEnabled()
    none.click()
    assert sent[-1] == {"low": 0.2, "high": 0.25}


def test_a_band_that_was_none_begins_with_a_sensible_one(opened):
    editor, sent = opened("brief.minutes", with_value(Game(), "brief.minutes", None))
    none = editor.findChild(QCheckBox)
    assert none.isChecked()
    none.click()
    assert with_value(Game(), "brief.minutes", sent[-1]).brief == Game().brief


def test_below_zero_is_for_the_edge_alone(opened):
    for path, least in (("brief.first_seat_edge", -100), ("brief.setbacks", 0), ("brief.minutes", 0)):
        editor, _ = opened(path)
        assert editor.findChildren(QDoubleSpinBox)[0].minimum() == least


def test_totals_by_key_and_by_line_are_the_same_choice(opened, qtbot):
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"back_to_start": [7, 50]}})
    editor, sent = opened("area.back_to_start", game)
    keys = {int(key.text().split()[0]): key for key in editor.findChildren(QToolButton)}
    assert sorted(keys) == list(range(2, 13))
    assert [total for total, key in keys.items() if key.isChecked()] == [7]
    keys[10].click()
    assert sent[-1] == (7, 10, 50)
    line = editor.findChild(QLineEdit)
    assert line.text() == "7 10 50"
    line.selectAll()
    qtbot.keyClicks(line, "3, 4")
    assert sent[-1] == (3, 4)
    assert [total for total, key in keys.items() if key.isChecked()] == [3, 4]
    line.selectAll()
    qtbot.keyClick(line, Qt.Key.Key_Delete)
    assert sent[-1] == ()


def test_many_totals_are_typed(opened):
    game = game_from({"bolometric": 1, "pieces": [{"faces": list(range(1, 31))}] * 2})
    editor, _ = opened("area.lose_turn", game)
    assert editor.findChildren(QToolButton) == []
    assert editor.findChild(QLineEdit) is not None


def test_an_amount_is_typed_as_a_decimal_or_a_fraction(opened, qtbot):
    editor, sent = opened("draw.factor", game_from({"bolometric": 1, "draw": {"make": "times"}}))
    editor.line.selectAll()
    qtbot.keyClicks(editor.line, "1/4")
    assert sent[-1] == "1/4"
    editor.line.selectAll()
    qtbot.keyClicks(editor.line, "x")
    assert "is not one number" in editor._trouble.text()


def test_a_formula_names_its_letters(opened, qtbot):
    game = game_from({"bolometric": 1, "pieces": [{}, {"kind": "pack", "drawn": 2}], "draw": {"make": "formula"}})
    editor, sent = opened("draw.formula", game)
    assert any("a is die, b is card 1, c is card 2" in label.text() for label in editor.findChildren(QLabel))
    editor.line.selectAll()
    qtbot.keyClicks(editor.line, "a*b")
    assert sent[-1] == "a*b"


def test_styles_are_chosen_for_all_or_seat_by_seat(opened, qtbot):
    area, seats = {"go_on": "dare", "lose_turn": [1]}, {"count": 3}
    game = game_from({"bolometric": 1, "area": area, "seats": seats})
    editor, sent = opened("seats.styles", game)

    def choose(seat, key):
        editor.choices[seat].setCurrentIndex(editor.choices[seat].findData(key))
        editor.choices[seat].activated.emit(0)
        return with_value(game, "seats.styles", sent[-1]).seats

    assert [choice.isVisible() for choice in editor.choices] == [True, False, False]
    assert {choose(0, "plan").style(seat).choose for seat in range(3)} == {"plan"}
    editor.alike.setChecked(False)
    assert [choice.isVisible() for choice in editor.choices] == [True, True, True]
    choose(1, "stop_at")
    editor.numbers[1].setValue(17)
    styles = with_value(game, "seats.styles", sent[-1]).seats.styles
    assert [style.words(game.area) for style in styles] == [
        "play best",
        "stop once a turn has gained 17",
        "guess",
    ]
    editor.alike.setChecked(True)
    assert len(sent[-1]) == 1
