"""The view that makes the sheets: ticks, settings, pages, and what is written or printed from it."""

from dataclasses import replace

import pypdf
import pytest
from PySide6.QtCore import Qt

from bolometric.core.game.files import read, write
from bolometric.core.game.printing import SHEETS
from bolometric.core.settings.errors import FileError
from bolometric.desk.views.sheets import sending
from bolometric.desk.views.sheets.view import LACKS_CARD, NO_PAGES, PAGES_FIRST


@pytest.fixture
def sheets(qtbot, window):
    window.go("sheets")
    view = window.late.sheets
    qtbot.waitUntil(lambda: view.ready)
    return view


def test_a_tick_leaves_a_sheet_out_and_is_undone(qtbot, window, sheets):
    before = len(sheets.pages)
    measured = window.known.exact
    item = next(
        sheets.ticks.item(row) for row in range(sheets.ticks.count()) if "rules" in sheets.ticks.item(row).text()
    )
    item.setCheckState(sheets.ticks.item(0).checkState().Unchecked)
    qtbot.waitUntil(lambda: len(sheets.pages) < before)
    assert "rules" in window.document.game.printing.left_out
    assert window.known.exact is measured
    assert window.known.readings  # a way to print is nothing to measure anew
    window.commands.undo()
    qtbot.waitUntil(lambda: len(sheets.pages) == before)
    window.editing.edit("printing.left_out", ["cards", "tally"])  # there are none here: that stays as it is
    qtbot.waitUntil(lambda: len(sheets.pages) > before)
    sheets.ticks.item(0).setCheckState(Qt.CheckState.Unchecked)
    assert window.document.game.printing.left_out == ("boards", "cards", "tally")


def test_settings_are_shown_and_kept_with_the_game(qtbot, window, sheets, tmp_path):
    sheets.form.fields["look"].setCurrentIndex(2)
    sheets.form.fields["look"].activated.emit(2)
    sheets.form.fields["square"].setValue(20)
    assert (window.document.game.printing.look, window.document.game.printing.square) == ("lines", 20)
    qtbot.waitUntil(lambda: "Squares of 20 mm" in sheets.told.text())
    write(window.document.game, tmp_path / "a.bolo.json")
    assert read(tmp_path / "a.bolo.json").printing == window.document.game.printing
    window.editing.edit("area.length", 900)
    sheets.form.fields["square"].setValue(90)
    qtbot.waitUntil(lambda: "are the most" in sheets.told.text())
    assert {page.sheet for page in sheets.pages} >= {"rules", "pieces"}
    sheets.form.fields["margin"].setValue(80)  # too much for A4: refused, said, and the form shows what holds
    assert sheets.form.fields["margin"].value() == window.document.game.printing.margin == 12
    assert "too little of A4 is left" in window.notice.words.text()
    sheets.fit.click()
    qtbot.waitUntil(lambda: "boards" in {page.sheet for page in sheets.pages})
    assert window.document.game.printing.square is None


def test_pages_are_turned_by_key_and_by_the_list(qtbot, sheets):
    for _ in range(3):
        qtbot.keyClick(sheets.preview, Qt.Key.Key_PageDown)
    assert sheets.where.text().startswith("4 of")
    sheets.turn(-99)
    assert not sheets.back.isEnabled()
    sheets.ticks.setCurrentRow(sheets.ticks.count() - 4)
    assert sheets.pages[sheets.at].sheet in SHEETS
    for zoom in (1.0, 2.0, None):
        sheets.preview.show_zoom(zoom)
        assert not sheets.preview.grab().isNull()


def test_a_pdf_is_written_from_the_window(qtbot, window, sheets, tmp_path):
    window.filing.questions.place = tmp_path / "out.pdf"
    sheets.export_asked.emit("pdf")
    assert len(pypdf.PdfReader(tmp_path / "out.pdf").pages) == len(sheets.pages)
    for kind in ("svg", "png", "md"):
        window.filing.questions.place = tmp_path / f"out.{kind}"
        sheets.export_asked.emit(kind)
        assert (tmp_path / f"out.{kind}").stat().st_size > 100
    assert "for the teacher" in (tmp_path / "out.md").read_text()
    window.filing.questions.place = tmp_path / "missing" / "out.pdf"
    sheets.export_asked.emit("pdf")
    assert "cannot be saved" in window.notice.words.text()


def test_no_printer_is_said(window, sheets):
    window.commands.print_sheets()
    assert window.notice.words.text() == sending.NO_PRINTER


def test_nothing_is_written_before_its_pages_are_there(qtbot, window, tmp_path):
    window.filing.questions.place = tmp_path / "out.pdf"
    window.commands.print_sheets()  # the view is made by this
    view = window.late.sheets
    assert window.notice.words.text() == PAGES_FIRST
    assert view.where.text() == "pages are being made …"
    assert not any(one.isEnabled() for one in (view.pdf, view.others, view.print))
    view.export_asked.emit("pdf")
    assert window.notice.words.text() == NO_PAGES
    assert not (tmp_path / "out.pdf").exists()
    qtbot.waitUntil(lambda: window.notice.words.text() == sending.NO_PRINTER)  # asked for once they are there
    qtbot.waitUntil(lambda: view.ready)
    assert view.pdf.isEnabled()
    window.editing.edit("area.length", 31)  # what is in front are pages of another game
    assert not any(one.isEnabled() for one in (view.pdf, view.others, view.print))
    qtbot.waitUntil(view.pdf.isEnabled)
    assert view.contents.game == window.document.game


def test_where_there_can_be_no_pages_printing_says_why(qtbot, window, sheets):
    window.editing.edit("printing.alike", 3)  # a trail has no different boards
    qtbot.waitUntil(lambda: not sheets.lane.busy)
    assert not sheets.pages
    assert sheets.where.text() == "no page"
    window.commands.print_sheets()
    assert window.notice.words.text() == sheets.told.text() != ""
    assert "different boards" in sheets.told.text()
    window.commands.undo()
    qtbot.waitUntil(sheets.pdf.isEnabled)
    qtbot.wait(50)
    assert window.notice.words.text() != sending.NO_PRINTER  # nobody waits for a printer any more


def test_what_is_left_is_made_for_nobody(qtbot, window, sheets):
    """A card takes seconds: they are not spent on a game that has gone, and it comes once that is in front again."""
    window.document.edit("area.length", 60)
    qtbot.waitUntil(lambda: sheets.cards.busy)
    window.go("shape")
    qtbot.wait(10)
    assert sheets.cards.busy  # whoever only looks elsewhere finds it when they come back
    window.commands.undo()
    assert not sheets.cards.busy
    window.go("sheets")
    qtbot.waitUntil(lambda: sheets.ready)
    assert sheets.contents.game == window.document.game


def test_a_card_that_is_missing_is_told(qtbot, window, sheets, tmp_path):
    window.filing.questions.place = tmp_path / "out.pdf"
    whole = sheets.contents
    sheets.contents = replace(whole, card=None)
    sheets.export_asked.emit("pdf")
    assert window.notice.words.text().endswith(LACKS_CARD)
    sheets.contents = whole
    sheets.export_asked.emit("pdf")
    assert window.notice.words.text() == f"Written to {tmp_path / 'out.pdf'}."


def test_a_card_that_comes_while_a_place_is_chosen_is_not_told_to_be_missing(window, sheets, tmp_path, monkeypatch):
    whole = sheets.contents
    sheets.contents = replace(whole, card=None)

    def where_export(proposed):
        sheets.contents = whole
        return tmp_path / "out.pdf"

    monkeypatch.setattr(window.filing.questions, "where_export", where_export)
    sheets.export_asked.emit("pdf")
    assert window.notice.words.text() == f"Written to {tmp_path / 'out.pdf'}."


def test_stopped_halfway_nothing_is_written(qtbot, window, sheets, tmp_path, monkeypatch):
    monkeypatch.setattr(sending.QProgressDialog, "wasCanceled", lambda self: True)
    with pytest.raises(FileError, match="Stopped"):
        sheets.write("pdf", tmp_path / "out.pdf")
    assert not (tmp_path / "out.pdf").exists()
