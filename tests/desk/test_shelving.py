"""Files on the shelf: narrowed down, put in order, taken in, renamed, copied, thrown away."""

import os

import pytest
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import QApplication

from bolometric.assets import demo_files
from bolometric.core.game.document import Game
from bolometric.core.game.files import read, write
from bolometric.desk.views import shelf as views
from bolometric.desk.views.card_entry import ShelfEntry


@pytest.fixture
def own(window, tmp_path, monkeypatch):
    """Two games of one's own on the shelf, which is shown."""
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "data"))
    (tmp_path / "data").mkdir()
    folder = tmp_path / "shelf"
    folder.mkdir()
    paths = [folder / f"{name}.bolo.json" for name in ("alpha", "beta")]
    for age, path in enumerate(paths):
        write(Game(name=path.name[:5].title(), brief={"practising": "zebra crossings"} if age else {}), path)
        os.utime(path, (1e9 + age, 1e9 + age))
    window.go("shelf")
    return paths


def shown(window):
    return [path.name for path, card in window.shelf.cards.items() if card.isVisible()]


def order(window, section):
    grid = window.shelf._sections[section].grid
    return [grid.itemAt(k).widget().path.name.split(".")[0] for k in range(grid.count())]


def test_cards_are_narrowed_down_and_put_in_order(qtbot, window, own):
    qtbot.waitUntil(lambda: all(card.entry is not None for card in window.shelf.cards.values()))
    window.shelves.words.setText("ZEBRA")
    assert shown(window) == ["beta.bolo.json"]
    window.shelves.words.setText("zeppelin")
    assert shown(window) == []
    assert window.shelf._sections[0].nothing.isVisible()
    window.shelves.words.clear()
    assert len(shown(window)) == 2 + len(demo_files())
    assert order(window, 1) == ["alpha", "beta"]
    window.shelves.order.setCurrentIndex(1)
    window.shelves.order.activated.emit(1)
    assert order(window, 1) == ["beta", "alpha"]
    window.shelves.order.setCurrentIndex(2)
    window.shelves.order.activated.emit(2)
    qtbot.waitUntil(lambda: all(card.entry.scales for card in window.shelf.cards.values() if card.entry.exact))
    qtbot.waitUntil(lambda: not window.shelf._reorder.isActive())
    cards = {path.name.split(".")[0]: card.entry.suits for path, card in window.shelf.cards.items()}
    suits = [cards[name] if cards[name] is not None else -1 for name in order(window, 0)]
    assert suits == sorted(suits, reverse=True)
    assert len(set(suits)) > 3


def test_cards_that_are_there_stay_when_the_shelf_is_shown_again(window, own):
    cards, (alpha, _) = dict(window.shelf.cards), own
    window.go("shape")
    window.go("shelf")
    assert window.shelf.cards == cards
    window.shelves.order.setCurrentIndex(1)
    window.shelves.order.activated.emit(1)
    assert order(window, 1) == ["beta", "alpha"]
    os.utime(alpha, (2e9, 2e9))
    window.go("shape")
    window.go("shelf")
    assert order(window, 1) == ["alpha", "beta"]
    assert window.shelf.cards == cards
    window.dressing.use_dark()
    assert all(card.colours is window.colours for card in window.shelf.cards.values())
    assert window.shelf.cards.keys() == cards.keys()
    window.dressing.use_light()


def test_a_file_is_looked_at_again_only_when_it_is_another(qtbot, window, own, monkeypatch):
    """However often the shelf is shown, and whether or not it has all been measured by then."""
    alpha, beta = own
    looks, shelf = [], window.shelf
    qtbot.waitUntil(lambda: all(card.entry is not None for card in shelf.cards.values()) and not shelf._looking)
    monkeypatch.setattr(views, "_look", lambda path: looks.append(path) or ShelfEntry(path, None, path.read_text()))

    def show(*paths):
        shelf.show_shelves([("own", "", list(paths))], window.colours)
        qtbot.wait(3 * views.AFTER_PAINT)

    def told(path):
        qtbot.waitUntil(lambda: shelf.cards[path].entry is not None and not shelf._looking)
        return shelf.cards[path].entry.trouble

    shelf._lane.pause(True)  # the looks wait, and are asked for again meanwhile
    alpha.write_text("one")
    beta.write_text("two")
    for _ in range(3):
        show(alpha, beta)
    shelf._lane.pause(False)
    assert (told(alpha), told(beta), sorted(looks)) == ("one", "two", [alpha, beta])
    show(alpha, beta)
    assert len(looks) == 2
    beta.write_text("three")
    show(alpha, beta)
    qtbot.waitUntil(lambda: len(looks) == 3)
    assert (told(alpha), told(beta), looks[-1]) == ("one", "three", beta)
    written = beta.stat()
    beta.write_text("seven")
    os.utime(beta, ns=(written.st_atime_ns, written.st_mtime_ns))  # as long, and said to be as old
    show(alpha, beta)
    qtbot.waitUntil(lambda: len(looks) == 4)
    assert told(beta) == "seven"
    show(alpha)  # the other one is away, and comes again
    show(alpha, beta)
    assert told(beta) == "seven"
    assert len(looks) == 5


def drop(window, *paths):
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
    how = Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    viewport = window.shelf.viewport()
    QApplication.sendEvent(viewport, QDragEnterEvent(QPoint(40, 40), *how))
    QApplication.sendEvent(viewport, QDropEvent(QPointF(40, 40), *how))


def test_a_file_that_falls_on_the_shelf_is_copied_there(qtbot, window, own, tmp_path):
    away = tmp_path / "elsewhere" / "alpha.bolo.json"
    away.parent.mkdir()
    write(Game(name="From a colleague"), away)
    before = own[0].read_bytes()
    drop(window, away)
    assert own[0].read_bytes() == before  # a name that is taken is left alone
    assert read(tmp_path / "shelf" / "alpha-2.bolo.json").name == "From a colleague"
    assert away.exists()
    assert "1 game taken onto the shelf" in window.notice.words.text()
    assert "alpha-2.bolo.json" in shown(window)
    wrong = tmp_path / "elsewhere" / "wrong.bolo.json"
    wrong.write_text("{")
    drop(window, wrong)
    assert "wrong.bolo.json" in window.notice.words.text()
    assert not (tmp_path / "shelf" / "wrong.bolo.json").exists()


def test_a_game_is_renamed_copied_and_thrown_away(qtbot, window, own, tmp_path):
    alpha, beta = own
    window.filing.questions.new_name = lambda before: "Gamma rays" if before == "Alpha" else None
    card = window.shelf.cards[alpha]
    qtbot.keyClick(card, Qt.Key.Key_F2)
    gamma = alpha.with_name("gamma-rays.bolo.json")
    assert not alpha.exists()
    assert read(gamma).name == "Gamma rays"
    window.shelf.asked.emit("copy", gamma)
    assert read(gamma.with_name("gamma-rays-2.bolo.json")).name == "Gamma rays 2"
    window.shelf.asked.emit("copy", gamma.with_name("gamma-rays-2.bolo.json"))
    assert read(gamma.with_name("gamma-rays-2-2.bolo.json")).name == "Gamma rays 3"
    qtbot.keyClick(window.shelf.cards[beta], Qt.Key.Key_Delete)
    assert not beta.exists()
    assert (tmp_path / "data" / "Trash" / "files" / beta.name).exists()
    assert "beta.bolo.json" not in shown(window)
    offered = {path: [what for what, _ in card.offered] for path, card in window.shelf.cards.items()}
    assert offered[gamma] == ["open", "rename", "copy", "away"]
    assert offered[demo_files()[0]] == ["open", "copy"]


def test_what_must_stay_stays(qtbot, window, own):
    demo = demo_files()[0]
    for what in ("rename", "away"):
        window.filing.questions.new_name = lambda before: "Mine now"
        window.shelf.asked.emit(what, demo)
        assert demo.exists()
        assert "The demo shelf stays as it is" in window.notice.words.text()
    window.filing.open(own[0])
    window.editing.edit("area.length", 33)
    window.shelf.asked.emit("away", own[0])
    assert own[0].exists()
    assert "has changes: save them first" in window.notice.words.text()
    window.commands.save()
    window.filing.questions.new_name = lambda before: "Delta"
    window.shelf.asked.emit("rename", own[0])
    assert window.document.path.name == "delta.bolo.json"
    assert window.document.game.area.length == 33
    window.filing.questions.new_name = lambda before: "x" * 80
    window.shelf.asked.emit("rename", own[1])
    assert own[1].exists()
    assert "name" in window.notice.words.text()
