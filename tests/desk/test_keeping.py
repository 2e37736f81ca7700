"""What is kept on disk beside the game's own file: recovery copies and settings."""

import json
import os
import shutil
import time

import pytest

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import read, write
from bolometric.core.settings.errors import FileError
from bolometric.desk.keeping.document import Document
from bolometric.desk.keeping.recovery import Keeper
from bolometric.desk.shell.settings import MOST_RECENT, Settings


def killed(keeper):
    """What the system does when a program is killed: its locks are free, its copies stay."""
    keeper.flush()
    for lock in keeper._held.values():
        lock.unlock()


def crashed(folder, game, path=None, age=0):
    """A program that kept a game and was killed."""
    keeper = Keeper(folder)
    keeper.keep(game, path)
    killed(keeper)
    os.utime(keeper._copy, (time.time() - age,) * 2)
    return keeper._copy


def lengths(left):
    return [found.game.area.length for found in left]


def test_without_room_for_locks_no_other_window_is_made_up(qapp, tmp_path):
    first, second = (Keeper(tmp_path / "kept") for _ in range(2))
    assert first.has_alone(tmp_path / "a.bolo.json")
    assert not second.has_alone(tmp_path / "a.bolo.json")
    shutil.rmtree(tmp_path / "kept")
    assert second.has_alone(tmp_path / "b.bolo.json")


def test_copies_come_back_newest_first_with_their_file_and_stay(qapp, tmp_path):
    for age, length in ((200, 11), (100, 22)):
        crashed(tmp_path, with_value(Game(), "area.length", length), tmp_path / f"{length}.bolo.json", age)
    keeper = Keeper(tmp_path)
    left = keeper.left_behind()
    assert [(found.game.area.length, found.path.name) for found in left] == [(22, "22.bolo.json"), (11, "11.bolo.json")]
    assert Keeper(tmp_path).left_behind() == []  # held by the first
    killed(keeper)  # killed again before anything was done with them
    again = Keeper(tmp_path)
    assert lengths(again.left_behind()) == [22, 11]
    again.discard(again.left_behind()[0])
    killed(again)
    assert lengths(Keeper(tmp_path).left_behind()) == [11]


def test_a_copy_is_only_replaced_by_one_that_was_written(qapp, tmp_path):
    crashed(tmp_path / "kept", with_value(Game(), "area.length", 22))
    keeper = Keeper(tmp_path / "kept")
    (left,) = keeper.left_behind()
    keeper.instead_of(left)
    keeper.flush()
    assert left.copy.exists()
    keeper.keep(left.game, None)
    keeper.instead_of(left)
    keeper.flush()
    assert not left.copy.exists()
    killed(keeper)
    assert lengths(Keeper(tmp_path / "kept").left_behind()) == [22]


def test_what_0_4_0_kept_is_offered_too(qapp, tmp_path):
    write(with_value(Game(), "area.length", 33), tmp_path / "abc.bolo.json")
    (tmp_path / "abc.origin").write_text(json.dumps("/there/mine.bolo.json"))
    keeper = Keeper(tmp_path)
    (left,) = keeper.left_behind()
    assert (left.game.area.length, left.path.name) == (33, "mine.bolo.json")
    keeper.discard(left)
    assert not list(tmp_path.glob("abc.[bo]*"))


def test_damaged_copies_are_left_alone(qapp, tmp_path):
    for name in ("x.bolo.json", "y.kept", "z.kept"):
        (tmp_path / name).write_text("{half" if name != "z.kept" else "[1]")
    crashed(tmp_path, Game())
    assert lengths(Keeper(tmp_path).left_behind()) == [40]
    assert (tmp_path / "x.bolo.json").read_text() == (tmp_path / "y.kept").read_text() == "{half"


def test_copies_are_private_and_leftovers_of_killed_writes_are_cleared(qapp, tmp_path):
    copy = crashed(tmp_path, Game())
    assert copy.stat().st_mode & 0o777 == 0o600
    (tmp_path / f".{copy.stem}.kept.0123.part").write_text("{ha")
    keeper = Keeper(tmp_path)
    assert len(keeper.left_behind()) == 1
    assert not list(tmp_path.glob(".*.part"))


def test_closing_in_good_order_leaves_nothing_of_its_own(qapp, tmp_path):
    crashed(tmp_path, Game())
    keeper = Keeper(tmp_path)
    assert len(keeper.left_behind()) == 1
    keeper.keep(Game(), None)
    keeper.close()
    assert len(Keeper(tmp_path).left_behind()) == 1  # what nobody decided on is offered again


def test_a_folder_that_cannot_be_made_is_said(qapp, tmp_path):
    (tmp_path / "file").write_text("")
    (tmp_path / "link").symlink_to(tmp_path / "nowhere" / "at all")
    for folder in (tmp_path / "file" / "inside", tmp_path / "file"):
        with pytest.raises(FileError, match=r"cannot be kept in .*: .*\. Save often"):
            Keeper(folder)


def test_a_document_keeps_and_drops_its_copy(qtbot, tmp_path):
    keeper = Keeper(tmp_path / "kept")
    document = Document(keeper)
    document.edit("area.length", 50)
    qtbot.waitUntil(lambda: len(list((tmp_path / "kept").glob("*.kept"))) == 1)
    document.save(tmp_path / "mine.bolo.json")
    qtbot.waitUntil(lambda: not list((tmp_path / "kept").glob("*.kept")))
    assert read(tmp_path / "mine.bolo.json").area.length == 50
    keeper.close()


def test_steady_editing_is_kept_within_a_second(qtbot, tmp_path, monkeypatch):
    """Edits every 50 ms for two seconds: what is on disk is never more than a second behind.

    Where the machine itself is late, in coming back here or in writing, it is as much longer.
    """
    keeper, late, write = Keeper(tmp_path), [0.0], Keeper.keep

    def timed(self, game, path, trouble):
        asked = time.monotonic()
        write(self, game, path, trouble)
        self._lane.add(lambda: late.append(time.monotonic() - asked), urgent=True)

    monkeypatch.setattr(Keeper, "keep", timed)
    document, typed, behind = Document(keeper), {}, []
    document.edit("area.length", 50)
    keeper.flush()  # the first write of a process may have to load what it needs
    began = time.monotonic()
    for length in range(51, 91):  # never the length it began with: that is no change, and no copy is kept of it
        document.edit("area.length", length)
        typed[length] = time.monotonic()
        qtbot.wait(50)
        late.append(time.monotonic() - typed[length] - 0.05)
        if time.monotonic() - began > 1:
            kept = json.loads(keeper._copy.read_text())["game"]["area"]["length"]
            behind.append(time.monotonic() - typed[kept])
    keeper.flush()
    assert len(behind) > 5
    assert len(late) > 41  # copies were written
    assert max(behind) < 1 + 2 * max(late)
    keeper.close()


def test_a_copy_that_cannot_be_written_is_said_once_and_the_game_goes_on(qtbot, tmp_path):
    keeper, said = Keeper(tmp_path / "kept"), []
    document = Document(keeper)
    document.trouble.connect(said.append)
    keeper._folder = tmp_path / "gone"
    for length in (50, 60, 70):
        document.edit("area.length", length)
        document.keep()
        keeper.flush()
        qtbot.wait(20)
    assert len(said) == 1
    assert "Unsaved changes cannot be kept" in said[0]
    document.undo()
    assert document.game.area.length == 60
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
