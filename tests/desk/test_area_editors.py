"""Editors of the settings that tiles, digits, purses and duels bring."""

import pytest
from PySide6.QtWidgets import QComboBox, QLineEdit

from bolometric.assets import demo_files
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import with_value
from bolometric.core.game.files import read
from bolometric.core.game.seats import Style
from bolometric.core.settings.knobs import knob_at, knobs
from bolometric.desk.editors.choose import editor_for
from bolometric.desk.editors.styles import key_of, offered_styles
from bolometric.paint.palette import LIGHT

ALL = {
    **{path.name: read(path) for path in demo_files()},
    **{game.name: game for game in (starter.game for starter in starters())},
}


@pytest.fixture
def opened(qtbot):
    def make(game, path):
        editor = editor_for(knob_at(game, path), game, LIGHT)
        qtbot.addWidget(editor)
        editor.show()
        sent = []
        editor.edited.connect(sent.append)
        return editor, sent

    return make


def named(name):
    return next(game for key, game in ALL.items() if key.startswith(name))


OPENED = set()
"""Settings whose editor was looked at: what all games are asked is the same in all of them."""


@pytest.mark.parametrize("game", ALL.values(), ids=ALL)
def test_every_setting_of_every_game_opens_named_focused_and_unchanged(opened, game):
    for at in knobs(game):
        kind = type(game.area).__name__ if at.path.startswith("area.") else type(at.value).__name__
        if (kind, at.path) in OPENED:
            continue
        OPENED.add((kind, at.path))
        editor, sent = opened(game, at.path)
        assert editor.accessibleName() == at.knob.label
        assert editor.focusProxy() is not None
        assert sent == []
        fields = [*editor.findChildren(QLineEdit), *editor.findChildren(QComboBox)]
        assert all(field.accessibleName() or field.parent() is not editor for field in fields)
        editor.close()


def test_placements_are_sent_once_they_are_whole_and_the_best_is_a_click(opened, qtbot):
    game = with_value(with_value(named("Where will"), "area.placements", []), "area.counters", 4)
    editor, sent = opened(game, "area.placements")
    qtbot.keyClicks(editor.lines[0], "6 7 8")
    assert sent == []
    assert "Player 1 has 3 of 4" in editor._trouble.text()
    qtbot.keyClicks(editor.lines[0], " 7")
    assert sent[-1] == [[6, 7, 8, 7]]
    qtbot.keyClicks(editor.lines[1], "x")
    assert "is not a number" in editor._trouble.text()
    editor.lines[1].clear()
    editor.best.click()
    assert sent[-1][1] == [5, 6, 7, 8]
    editor.lines[1].clear()
    editor.way.setCurrentIndex(1)
    editor.best.click()
    assert sent[-1][1] == [5, 6, 7, 8]  # 4.5, 5.6, 6.7, 5.6 and 4.5 in 36 of each four: the largest remainders
    changed = with_value(game, "area.placements", sent[-1])
    assert [len(placement) for placement in changed.area.placements] == [4, 4]


def test_multipliers_are_a_line_of_numbers(opened, qtbot):
    game = named("battery")
    editor, sent = opened(game, "area.multipliers")
    editor.line.selectAll()
    qtbot.keyClicks(editor.line, "1 25 1/2")
    assert with_value(game, "area.multipliers", sent[-1]).area.multipliers[-1] == 25
    editor.line.clear()
    editor.line.textEdited.emit("")
    assert "at least one" in editor._trouble.text()


def test_another_seat_is_given_its_own_pieces_and_the_same_again(opened):
    game = named("Higher sum")
    editor, sent = opened(game, "others")
    box = editor.choices[0]
    box.setCurrentIndex(box.findText("one die, faces 1 to 12"))
    box.activated.emit(box.currentIndex())
    changed = with_value(game, "others", sent[-1])
    assert changed.of_seat(1).pieces[0].values[-1] == 12
    editor, sent = opened(changed, "others")
    assert editor.choices[0].currentText() == "one die, faces 1 to 12"
    editor.choices[0].setCurrentIndex(0)
    editor.choices[0].activated.emit(0)
    assert with_value(changed, "others", sent[-1]).others == ()


@pytest.mark.parametrize("game", ALL.values(), ids=ALL)
def test_every_style_on_offer_is_one_that_the_game_takes_or_refuses_in_a_sentence(game):
    offered = offered_styles(game.area)
    assert next(iter(offered)) == "guess"
    for key, (words, style) in offered.items():
        assert words
        assert key_of(style, game.area) == key
        assert Style.model_validate(style.model_dump()) == style
    for style in game.seats.styles:
        assert key_of(style, game.area) in offered
