"""Files from the window: opening, saving, closing, the shelf, and what survives a kill."""

import os

import pytest

from bolometric.assets import SUFFIX, demo_files
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import read, write
from bolometric.desk.parts.rescue import rescue_line
from tests.desk.settling import settle
from tests.desk.test_keeping import crashed, killed


def test_a_wrong_file_leaves_the_game_open(qtbot, window, tmp_path):
    before = window.document.game
    broken = tmp_path / "cut.bolo.json"
    broken.write_bytes(demo_files()[1].read_bytes()[:150])
    assert not window.filing.open(broken)
    assert "cut.bolo.json is not sound JSON" in window.notice.words.text()
    assert window.document.game == before
    window.filing.questions.place = tmp_path / "none" / "x.bolo.json"
    window.commands.save_as()
    assert "cannot be saved" in window.notice.words.text()
    assert window.document.game == before


def test_the_demo_shelf_cannot_be_overwritten(qtbot, window):
    window.filing.questions.place = demo_files()[0]
    assert not window.filing.save_as()
    assert "demo shelf stays" in window.notice.words.text()


def test_closing_asks_before_losing_changes(qtbot, window, tmp_path):
    window.document.edit("area.length", 33)
    answers = window.filing.questions
    answers.losing = "stay"
    assert not window.close()
    assert window.isVisible()
    answers.losing, answers.place = "save", tmp_path / "kept"
    assert window.close()
    assert read(tmp_path / f"kept{SUFFIX}").area.length == 33


def test_what_was_typed_survives_a_kill(qtbot, open_window, tmp_path):
    first = open_window()
    first.document.load(demo_files()[0])
    first.document.edit("area.length", 77)
    first.document.keep()
    killed(first.keeper)
    second = open_window()
    assert second.document.game.area.length == 77
    assert second.document.dirty
    assert "was not saved when the program ended" in second.notice.words.text()


def test_every_game_that_was_left_is_offered_with_what_changed(qtbot, open_window, tmp_path):
    """Two killed windows: one game is opened, the other offered; a start with a file offers both."""
    file = tmp_path / "lesson.bolo.json"
    write(Game(name="Lesson"), file)
    crashed(tmp_path / "recovery", with_value(read(file), "area.length", 55), file, age=100)
    crashed(tmp_path / "recovery", Game(name="Newer"), age=10)
    with_file = open_window(file)
    assert [left.game.name for left in with_file.rescue.left] == ["Newer", "Lesson"]
    assert with_file.document.game == read(file)
    killed(with_file.keeper)
    window = open_window()
    assert window.document.game.name == "Newer"
    (left,) = window.rescue.left
    words = rescue_line(left)
    assert "lesson.bolo.json: 1 setting changed: squares" in words
    assert "has been changed since then" in words
    window.document.save(tmp_path / "newer.bolo.json")
    window.rescue.buttons[0][0].click()
    assert window.document.game.area.length == 55
    assert not window.rescue.isVisible()
    qtbot.waitUntil(lambda: not left.copy.exists())


def test_a_game_that_was_left_can_be_discarded(open_window, tmp_path):
    copy = crashed(tmp_path / "recovery", Game(name="Old"), age=100)
    crashed(tmp_path / "recovery", Game(name="New"))
    window = open_window()
    assert copy.exists()
    window.rescue.buttons[0][1].click()
    assert not copy.exists()
    assert not window.rescue.isVisible()


def test_a_running_program_keeps_its_own_copy(qtbot, open_window):
    first = open_window()
    first.document.edit("area.length", 77)
    first.document.keep()
    assert open_window().document.game.area.length != 77


def test_the_menus_of_starters_and_recent_files(qtbot, window, tmp_path):
    game_menu = window.menuBar().actions()[0].menu()
    new, recent = (action.menu() for action in game_menu.actions() if action.menu() is not None)
    new.aboutToShow.emit()
    new.aboutToShow.emit()
    assert len(new.actions()) == len(starters())
    settle(qtbot, window, new.actions()[1].trigger)
    assert window.document.game.name == "A trail of sums"
    recent.aboutToShow.emit()
    assert [action.isEnabled() for action in recent.actions()] == [False]
    window.filing.questions.place = tmp_path / "sums"
    window.commands.save()
    recent.aboutToShow.emit()
    assert [action.text() for action in recent.actions()] == ["sums.bolo.json"]
    window.document.edit("area.length", 50)
    settle(qtbot, window, recent.actions()[0].trigger)
    assert window.document.game.area.length == 40


def test_new_from_a_starter_asks_first(qtbot, window):
    window.document.edit("area.length", 33)
    window.filing.questions.losing = "stay"
    assert not window.filing.start(Game())
    assert window.document.game.area.length == 33


def test_the_shelf_shows_and_opens_games(qtbot, window, tmp_path):
    write(Game(name="Mine"), tmp_path / "shelf" / "mine.bolo.json") if (tmp_path / "shelf").mkdir() is None else None
    (tmp_path / "shelf" / "bad.bolo.json").write_text("{")
    window.go("shelf")
    qtbot.waitUntil(lambda: all(card.entry is not None for card in window.shelf.cards.values()))
    cards = {card.path.name: card for card in window.shelf.cards.values()}
    assert len(cards) == len(demo_files()) + 2
    assert "not sound JSON" in cards["bad.bolo.json"].entry.trouble
    settle(qtbot, window, cards["mine.bolo.json"].click)
    assert window.document.game.name == "Mine"
    assert window.view == "shape"


def test_the_name_that_is_written_to_is_asked_about(window, tmp_path):
    """The ending is added after the dialog has asked about the name without it."""
    other = Game(name="Not mine")
    write(other, tmp_path / "lesson.bolo.json")
    answers = window.filing.questions
    answers.place, answers.over = tmp_path / "lesson", False
    assert not window.filing.save_as()
    assert answers.asked[-1] == "lesson.bolo.json is there already"
    assert read(tmp_path / "lesson.bolo.json") == other
    answers.over = True
    assert window.filing.save_as()
    assert read(tmp_path / "lesson.bolo.json") == window.document.game
    (tmp_path / "odds.csv").write_text("theirs")
    answers.place, answers.over = tmp_path / "odds", False
    assert not window.filing.export("odds", "csv", lambda path: path.write_text("ours"))
    assert (tmp_path / "odds.csv").read_text() == "theirs"


@pytest.mark.parametrize("change", ["stay", "theirs", "over", "both"])
def test_what_another_program_wrote_is_not_lost(qtbot, window, tmp_path, change):
    mine = tmp_path / "mine.bolo.json"
    window.document.save(mine)
    window.document.edit("area.length", 55)
    theirs = Game(name="Theirs")
    with qtbot.waitSignal(window.document.trouble) as said:
        write(theirs, mine)
    assert "was changed by another window or program" in said.args[0]
    answers = window.filing.questions
    answers.change, answers.place = change, tmp_path / "other.bolo.json"
    window.commands.save()
    assert answers.asked[-1] == (str(mine) if change == "both" else "mine.bolo.json changed") or change == "both"
    kept = {"stay": theirs, "theirs": theirs, "over": window.document.game, "both": theirs}[change]
    assert read(mine) == kept
    assert (window.document.game == theirs) == (change == "theirs")
    if change == "both":
        assert read(tmp_path / "other.bolo.json").area.length == 55


def test_a_file_open_in_another_window_is_said_there(open_window, tmp_path):
    mine = tmp_path / "mine.bolo.json"
    write(Game(), mine)
    first, second = open_window(), open_window()
    assert first.filing.open(mine)
    assert "another window" not in first.bar.status.file.text()
    os.symlink(mine, tmp_path / "link.bolo.json")
    assert second.filing.open(tmp_path / "link.bolo.json")
    assert second.bar.status.file.text() == "link.bolo.json · open in another window too"
    first.filing.start(Game())
    second.document.edit("area.length", 55)
    assert second.bar.status.file.text() == "link.bolo.json · changed"


def test_touching_a_file_is_no_change_and_a_file_that_goes_away_is_said(qtbot, window, tmp_path):
    mine = tmp_path / "mine.bolo.json"
    window.document.save(mine)
    os.utime(mine, (1, 1))
    assert not window.document.changed_elsewhere
    with qtbot.waitSignal(window.document.trouble) as said:
        mine.unlink()
    assert said.args[0] == "mine.bolo.json is not there any more: save to keep this game."
    assert window.filing.save()
    assert read(mine) == window.document.game


def test_a_protected_file_is_asked_about(window, tmp_path):
    mine = tmp_path / "mine.bolo.json"
    window.document.save(mine)
    window.document.edit("area.length", 55)
    mine.chmod(0o444)
    answers = window.filing.questions
    answers.over = False
    assert not window.filing.save()
    assert answers.asked[-1] == "mine.bolo.json is protected from being written"
    answers.over = True
    assert window.filing.save()
    assert mine.stat().st_mode & 0o777 == 0o444
