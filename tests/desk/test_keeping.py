"""What is kept on disk beside the game's own file: recovery copies and settings."""

import pytest

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import read, write
from bolometric.core.settings.errors import FileError
from bolometric.desk.document import Document
from bolometric.desk.recovery import Keeper
from bolometric.desk.settings import MOST_RECENT, Settings


def killed(keeper):
    """What the system does when a program is killed: its lock is free, its copy stays."""
    keeper._lock.unlock()


def test_copies_come_back_newest_first_with_their_file(qapp, tmp_path):
    import os

    for age, length in ((200, 11), (100, 22)):
        keeper = Keeper(tmp_path)
        keeper.keep(with_value(Game(), "area.length", length), tmp_path / f"{length}.bolo.json")
        copy = next(path for path in tmp_path.glob(f"{keeper._stem}*.json"))
        os.utime(copy, (copy.stat().st_atime - age, copy.stat().st_mtime - age))
        killed(keeper)
    left = Keeper(tmp_path).left_behind()
    assert [(found.game.area.length, found.path.name) for found in left] == [(22, "22.bolo.json"), (11, "11.bolo.json")]
    assert Keeper(tmp_path).left_behind() == []


def test_damaged_copies_are_left_alone(qapp, tmp_path):
    (tmp_path / "x.bolo.json").write_text("{half")
    keeper = Keeper(tmp_path)
    keeper.keep(Game(), None)
    (tmp_path / f"{keeper._stem}.origin").write_text("{half")
    killed(keeper)
    left = Keeper(tmp_path).left_behind()
    assert [(found.game, found.path) for found in left] == [(Game(), None)]
    assert (tmp_path / "x.bolo.json").read_text() == "{half"


def test_closing_in_good_order_leaves_nothing(qapp, tmp_path):
    keeper = Keeper(tmp_path)
    keeper.keep(Game(), None)
    keeper.close()
    assert [path.suffix for path in tmp_path.iterdir() if path.suffix != ".lock"] == []


def test_a_folder_that_cannot_be_made_is_said(qapp, tmp_path):
    (tmp_path / "file").write_text("")
    with pytest.raises(FileError, match="cannot be kept"):
        Keeper(tmp_path / "file" / "inside")


def test_a_document_keeps_and_drops_its_copy(qtbot, tmp_path):
    keeper = Keeper(tmp_path / "kept")
    document = Document(keeper)
    document.edit("area.length", 50)
    qtbot.waitUntil(lambda: len(list((tmp_path / "kept").glob("*.bolo.json"))) == 1)
    document.save(tmp_path / "mine.bolo.json")
    qtbot.waitUntil(lambda: not list((tmp_path / "kept").glob("*.bolo.json")))
    assert read(tmp_path / "mine.bolo.json").area.length == 50
    keeper.close()


def test_a_copy_that_cannot_be_written_is_said_once_and_the_game_goes_on(qtbot, tmp_path):
    keeper = Keeper(tmp_path / "kept")
    document = Document(keeper)
    keeper._folder = tmp_path / "gone"
    with qtbot.waitSignal(document.trouble) as said:
        document.edit("area.length", 50)
    assert "cannot be saved" in said.args[0]
    assert document.game.area.length == 50
    keeper._folder = tmp_path / "kept"
    keeper.close()


def test_saving_without_a_name_is_refused(qtbot):
    document = Document()
    with pytest.raises(FileError, match="choose a name"):
        document.save()


def test_recent_files_are_latest_first_few_and_there(qapp, tmp_path):
    settings = Settings(tmp_path / "s.ini")
    assert settings.recent == []
    paths = [tmp_path / f"{i}.bolo.json" for i in range(MOST_RECENT + 3)]
    for path in paths:
        write(Game(), path)
        settings.used(path)
    settings.used(paths[5])
    assert settings.recent[0] == paths[5]
    assert len(settings.recent) == MOST_RECENT
    paths[5].unlink()
    assert paths[5] not in settings.recent
    settings.flush()
    assert Settings(tmp_path / "s.ini").recent == settings.recent


def test_one_recent_file_is_remembered_too(qapp, tmp_path):
    """A list of one comes back from the settings file as a plain text."""
    path = tmp_path / "a.bolo.json"
    write(Game(), path)
    settings = Settings(tmp_path / "s.ini")
    settings.used(path)
    settings.theme = "dark"
    settings.flush()
    again = Settings(tmp_path / "s.ini")
    assert (again.recent, again.theme) == ([path], "dark")
    assert again.bytes("geometry").isEmpty()
