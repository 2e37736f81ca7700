"""The logbook in the window: found, read, written out, damaged and mended."""

import pytest

from bolometric.core.logbook.demo import demo_sessions
from bolometric.core.logbook.session import session_of
from bolometric.core.logbook.store import Logbook
from bolometric.core.settings.errors import FileError
from tests.desk.pdf_reading import pages_in


@pytest.fixture
def logbook(qtbot, window, tmp_path):
    said = {"totals": ("7",) * 24, "minutes": (5.0,)}
    with Logbook(tmp_path / "book.db") as book:
        for k, group in enumerate(("Rigel", "Vega", "Vega"), 1):
            book.keep(session_of(window.document.game, group=group, day=f"2026-01-0{k}", **said))
    window.go("logbook")
    return window.late.logbook


def test_sessions_are_found_and_what_they_say_is_shown(qtbot, window, logbook):
    logbook.bar.show_page(1)
    assert logbook.listing.model.rowCount() == 3
    logbook.listing.words.setText("rig")
    assert [one.group for one in logbook.listing.sessions] == ["Rigel"]
    logbook.listing.words.clear()
    logbook.listing.group.setCurrentIndex(logbook.listing.group.findData("Vega"))
    logbook.listing.group.activated.emit(0)
    assert len(logbook.listing.sessions) == 2
    logbook.listing.list.setCurrentIndex(logbook.listing.model.index(0))
    logbook.listing.remove.click()
    assert len(logbook.listing.sessions) == 1
    logbook.bar.show_page(2)
    qtbot.waitUntil(lambda: logbook.telling.told is not None)
    assert "hard to put down to luck" in logbook.telling.words.text()
    assert logbook.telling.told.totals[5][:2] == ("7", 48)
    assert [pace.group for pace in logbook.telling.told.paces] == ["Rigel", "Vega"]
    before = window.document.game
    logbook.telling.group.setCurrentIndex(1)
    logbook.telling.take.click()
    assert window.document.game.seats.seconds_per_turn > before.seats.seconds_per_turn
    window.commands.undo()
    assert window.document.game == before


def test_sessions_go_out_and_come_in_again(qtbot, window, logbook, tmp_path):
    logbook.bar.show_page(1)
    for kind in ("csv", "json", "backup"):
        window.filing.questions.place = tmp_path / f"out.{kind}"
        logbook.away_asked.emit(kind)
        assert (tmp_path / f"out.{kind}").stat().st_size > 100
    window.filing.questions.place = tmp_path / "out.txt"
    with qtbot.waitSignal(logbook.away_asked):
        logbook.listing.away.emit("txt")
    assert "Rigel takes" in (tmp_path / "out.txt").read_text()
    window.filing.questions.place = tmp_path / "out.pdf"
    with qtbot.waitSignal(logbook.away_asked):
        logbook.listing.away.emit("pdf")
    _, pages = pages_in((tmp_path / "out.pdf").read_bytes())
    assert "3 sessions, 2026-01-01 to 2026-01-03" in pages[0].text
    assert "Rigel takes" in " ".join(page.text for page in pages)
    keys = {one.key for one in logbook.listing.sessions}
    for one in list(keys):
        logbook.book().remove(one)
    window.filing.questions.file = tmp_path / "out.json"
    logbook.import_asked.emit()
    assert {one.key for one in logbook.book().sessions()} == keys
    (tmp_path / "wrong.csv").write_text("a,b\n1,2\n")
    logbook.take_in(tmp_path / "wrong.csv")
    assert "has no column “date”" in window.notice.words.text()


def test_a_logbook_that_goes_wrong_while_it_is_open_is_said(window, logbook, monkeypatch):
    def refused(*_, **__):
        raise FileError("The logbook is being written by another window: try again in a moment.")

    logbook.bar.show_page(1)
    monkeypatch.setattr(Logbook, "sessions", refused)
    logbook.listing.wanted.emit()
    assert "another window" in logbook.trouble.text()
    logbook.bar.show_page(2)
    assert logbook.trouble.isVisible()


def test_a_damaged_logbook_is_said_and_mended(qtbot, window, tmp_path):
    with Logbook(tmp_path / "book.db") as book:
        book.keep(session_of(window.document.game))
        book.keep_backup()
    (tmp_path / "book.db").write_bytes(b"SQLite format 3\0" + b"x" * 5000)
    window.go("logbook")
    view = window.late.logbook
    assert "is damaged. The last backup is" in view.trouble.text()
    assert not view.writing.keep.isEnabled()
    view.mend.click()
    assert len(view.book().sessions()) == 1
    assert view.writing.keep.isEnabled()


def test_the_made_up_term_has_something_for_every_chart():
    sessions = demo_sessions()
    assert len(sessions) > 15
    assert {one.group for one in sessions} == {"Rigel", "Vega", "Altair"}
    assert all(one.totals and one.minutes for one in sessions)
    assert demo_sessions() == sessions
    assert all(one.played.name for one in sessions)


def test_the_figures_unfold_below_what_to_do_next(qtbot, window, logbook):
    logbook.bar.show_page(2)
    said = logbook.telling
    qtbot.waitUntil(lambda: said.told is not None)
    assert said.words.text().splitlines()[:1] == [said.told.acts[0]]
    assert not said.figures.isVisible()
    said.unfold.click()
    assert said.figures.isVisible()
    assert "Predicted" in said.figures.text()
    said.unfold.click()
    assert not said.figures.isVisible()


def test_a_session_that_cannot_be_read_is_named_in_the_window(qtbot, window, logbook):
    book = logbook.book()
    book._open.execute("UPDATE sessions SET told = '5' WHERE day = '2026-01-02'")
    heard = []
    logbook._tell = heard.append
    logbook.bar.show_page(1)
    assert logbook.listing.model.rowCount() == 2
    assert any("One session cannot be read (2026-01-02)" in words for words in heard)
