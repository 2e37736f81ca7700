"""The odds as a view of the window: pages that follow each other, editors in place, tables and charts taken away."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication, QImage, QPainter
from PySide6.QtSvg import QSvgRenderer


def test_odds_light_up_the_ways_on_every_page(qtbot, window):
    window.go("odds")
    odds = window.late.odds
    chances, ways = odds.chances, odds.ways
    chances.total.setCurrentIndex(chances.total.findText("9"))
    assert "9: 4 of 36 ways, 1/9" in chances.answer.text()
    odds.show_page(1)
    assert ways.total.currentText() == "9"
    assert ways.table.picked == 9
    qtbot.keyClick(ways.table, Qt.Key.Key_Right)  # to the first pair, 1 and 1
    assert ways.table.picked == 2
    assert chances.total.currentText() == "2"


def test_pieces_are_compared_through_the_same_editor(qtbot, window):
    window.go("odds")
    window.late.odds.show_page(3)
    page = window.late.odds.compare
    qtbot.waitUntil(lambda: [row.game.isVisible() for row in page.rows] == [True, False])
    page.rows[1].pieces.click()
    editor = window.editing.popover.content
    before = window.document.game
    editor.double.click()
    assert len(page.rows[1].set.pieces) == len(editor._pieces) == 2
    assert window.document.game == before
    window.editing.close_popover()


def test_tables_and_charts_are_taken_away(qtbot, window, tmp_path, monkeypatch):
    monkeypatch.setattr("tempfile.tempdir", str(tmp_path / "no such folder"))
    monkeypatch.setenv("TMPDIR", str(tmp_path / "no such folder"))
    window.go("odds")
    starts = {"csv": b"total,ways,chance,of\r\n2,1,", "svg": b"<?xml", "png": b"\x89PNG"}
    for page in range(len(window.late.odds.pages)):
        window.late.odds.show_page(page)
        if window.late.odds.pages[page] is window.late.odds.making:
            qtbot.waitUntil(lambda: window.late.odds.making.made is not None)
        for kind, start in starts.items():
            window.filing.questions.place = tmp_path / f"out{page}"
            window.commands.export_odds(kind)
            data = (tmp_path / f"out{page}.{kind}").read_bytes()
            assert data.startswith(start)
        picture = QImage.fromData(data)
        colours = {picture.pixel(x, y) for x in range(0, picture.width(), 7) for y in range(0, picture.height(), 7)}
        assert len(colours) > 5, page  # something is drawn
        svg = (tmp_path / f"out{page}.svg").read_text()
        assert svg.count("<path") + svg.count("<rect") + svg.count("<text") > 5, page
    # The two pictures of the bars are the same: nothing is scaled apart in one of them.
    drawn = QImage.fromData((tmp_path / "out0.png").read_bytes())
    vector = QImage(drawn.size(), QImage.Format.Format_RGB32)
    painter = QPainter(vector)
    QSvgRenderer(str(tmp_path / "out0.svg")).render(painter)
    painter.end()
    spots = [(x, y) for x in range(3, drawn.width(), 11) for y in range(3, drawn.height(), 11)]
    apart = sum(drawn.pixelColor(*at) != vector.pixelColor(*at) for at in spots)
    assert apart < 0.03 * len(spots)
    window.filing.questions.place = tmp_path / "nowhere" / "out.csv"
    window.commands.export_odds("csv")
    assert "cannot be saved" in window.notice.words.text()
    window.late.odds.copy_table()
    assert QGuiApplication.clipboard().text().splitlines()[1].split("\t")[:2] == ["2", "1"]
