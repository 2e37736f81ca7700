"""The logbook among other files: other programs' databases, broken rows, numbers without an end, who may read it."""

import sqlite3
from contextlib import closing

import pytest
from click.testing import CliRunner

from bolometric.cli import main
from bolometric.core.game.document import Game, game_from
from bolometric.core.logbook.calling import read_total
from bolometric.core.logbook.outside import OURS, OtherError
from bolometric.core.logbook.session import session_of
from bolometric.core.logbook.store import Logbook
from bolometric.core.logbook.transfer import from_csv, from_json
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.tuning.sweep import swept

GAME = game_from({"bolometric": 1, "name": "Ours", "pieces": [{}], "area": {"length": 20}})


@pytest.fixture
def book(tmp_path):
    return tmp_path / "log.sqlite3"


def session(**said):
    return session_of(GAME, tables=2, turns=(12, 14), **said)


def database(path, *statements):
    with closing(sqlite3.connect(path)) as made:
        for statement in statements:
            made.execute(statement)
        made.commit()
    return path.read_bytes()


FOREIGN = ("CREATE TABLE songs (name TEXT)", "INSERT INTO songs VALUES ('one')", "PRAGMA user_version = 7")


def test_another_programs_database_is_never_touched(tmp_path, book):
    theirs = tmp_path / "music.sqlite3"
    before = database(theirs, *FOREIGN)
    with pytest.raises(OtherError, match="belongs to another program"):
        Logbook(theirs)
    with pytest.raises(OtherError), Logbook(book) as mine:
        mine.backup(theirs)
    notes = tmp_path / "notes.txt"
    notes.write_text("not a database at all, but somebody's notes")
    with pytest.raises(OtherError), Logbook(book) as mine:
        mine.backup(notes)
    assert theirs.read_bytes() == before
    assert notes.read_text().startswith("not a database")
    assert sorted(one.name for one in tmp_path.iterdir() if "music" in one.name) == ["music.sqlite3"]
    for words in (["list"], ["backup"]):
        done = CliRunner().invoke(
            main, ["log", *words, *([str(theirs)] if words == ["backup"] else []), "--book", str(theirs)]
        )
        assert done.exit_code == 2
        assert "belongs to another program" in done.stderr
    assert theirs.read_bytes() == before


def test_a_logbook_is_marked_as_ours_and_one_of_before_is_known(tmp_path, book):
    with Logbook(book) as mine:
        mine.keep(session())
        mine.backup(tmp_path / "kept.sqlite3")
        mine.backup(tmp_path / "kept.sqlite3")  # a backup may take the place of one
    with closing(sqlite3.connect(book)) as plain:
        assert plain.execute("PRAGMA application_id").fetchone()[0] == OURS
        plain.execute("PRAGMA application_id = 0")  # as it was written before there was a mark
    with Logbook(book) as again:
        assert len(again.sessions()) == 1
    database(tmp_path / "alike.sqlite3", "CREATE TABLE games (id)", "CREATE TABLE sessions (started TEXT)")
    with pytest.raises(OtherError):
        Logbook(tmp_path / "alike.sqlite3")


def test_a_new_logbook_and_its_backups_are_their_owners_alone(tmp_path):
    path = tmp_path / "new" / "logbook.sqlite3"
    with Logbook(path) as mine:
        mine.keep(session())
        mine.keep_backup()
        mine.backup(tmp_path / "elsewhere.sqlite3")
    made = [path, *path.parent.glob("*.backup"), tmp_path / "elsewhere.sqlite3"]
    assert len(made) == 3
    assert [one.stat().st_mode & 0o077 for one in made] == [0, 0, 0]
    assert path.parent.stat().st_mode & 0o077 == 0


@pytest.mark.parametrize("broken", ["{", "5", "{}", '{"tables": "many"}', "null"])
def test_one_session_that_cannot_be_read_hides_no_other(tmp_path, book, broken):
    with Logbook(book) as mine:
        mine.keep(*(session(day=f"2026-03-0{day}") for day in range(1, 5)))
        mine._open.execute("UPDATE sessions SET told = ? WHERE day = '2026-03-02'", (broken,))
        read = mine.sessions()
        left = 0 if broken == "{}" else 1  # of an empty one what is left out has its default
        assert len(read) == 4 - left
        assert mine.unread == ("2026-03-02",) * left
        assert ("2026-03-02" in mine.unread_words) == bool(left)
    done = CliRunner().invoke(main, ["log", "list", "--book", str(book)])
    assert done.exit_code == 0
    assert ("cannot be read (2026-03-02)" in done.stderr) == bool(left)
    with Logbook(book) as mine:
        mine._open.execute("UPDATE games SET text = 'nothing'")
        assert mine.sessions() == []
        assert mine.unread_words.startswith("4 sessions cannot be read")


@pytest.mark.parametrize("number", ["1e9999999", "1e400", "9" * 5000, "1/" + "9" * 400, "inf", "nan", "0x10", "1_000"])
def test_a_number_without_an_end_is_refused_at_once(number):
    with pytest.raises(GameError, match="is no number"):
        session(totals=(number,))
    with pytest.raises(GameError, match="is no number"):
        read_total(Game(), number)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("date,game\n2026-03-01," + "x" * 200_000, "a line of more than 100,000 letters"),
        ('date,game\n2026-03-01,"' + ("x" * 90_000 + "\n") * 3, "is no line of a table"),
        ("date;game\r2026-13-01;Ours\r", "line 2: day: “2026-13-01” is no date"),
        ("date,game\n2026-03-01,Ours\n", ""),
        ("date,game\r2026-03-01,Ours\r", ""),
    ],
)
def test_a_table_is_read_however_its_lines_end_or_refused_in_a_sentence(text, says):
    if says:
        with pytest.raises(FileError, match=says):
            from_csv(text, "term.csv", lambda name: GAME)
    else:
        assert [one.day for one in from_csv(text, "term.csv", lambda name: GAME)] == ["2026-03-01"]


def test_a_number_of_thousands_of_digits_in_a_file_is_said():
    with pytest.raises(FileError, match="is no JSON"):
        from_json('{"sessions": [{"day": ' + "9" * 5000 + "}]}", "term.json")


@pytest.mark.parametrize(
    "told", ["1....2", "1.2.3..4.5.6", "1..", "..5", "1..2:", "1..2:3..4", f"1..{'9' * 400}", "a..b"]
)
def test_what_is_no_range_is_said(told):
    with pytest.raises(GameError, match="is no range: write it as"):
        swept(Game(), f"area.length={told}")


@pytest.mark.parametrize("words", [["list"], ["export"], ["report"], ["backup", "copy.sqlite3"]])
def test_a_book_that_is_named_to_be_read_is_not_made(tmp_path, monkeypatch, words):
    monkeypatch.chdir(tmp_path)
    done = CliRunner().invoke(main, ["log", *words, "--book", "typo.db"])
    assert done.exit_code == 2
    assert "There is no logbook typo.db" in done.stderr
    assert list(tmp_path.iterdir()) == []


@pytest.mark.parametrize(
    ("words", "back", "said"),
    [
        ("2026-03-05", "2026-03-05", ""),
        ("2026-03", "2026-03-01", "since 2026-03-01"),
        ("0 days", None, "since "),
        ("last week", None, "is no day"),
        ("2026-13", None, "is no day"),
        ("99999 days", None, "since "),
    ],
)
def test_since_takes_days_and_says_what_it_took(book, words, back, said):
    with Logbook(book) as log:
        log.keep(session(day="2026-03-02"), session(day="2026-03-06"))
    done = CliRunner().invoke(main, ["log", "export", "--book", str(book), "--since", words])
    assert said in done.stderr
    assert (done.exit_code == 2) == (said == "is no day")
    days = [line[:10] for line in done.stdout.splitlines()[1:] if line]
    if back is not None:
        assert days == [day for day in ("2026-03-06", "2026-03-02") if day >= back]
