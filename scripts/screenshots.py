"""Takes the pictures in docs/screenshots from the demo games: screenshots.py FOLDER.

Each picture is the real window, offscreen, once its readings are in and its runs are sure.
"""

import os
import sys
import tempfile
from fractions import Fraction
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, Qt, QTimer
from PySide6.QtGui import QImage

from bolometric.assets import demo_files
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.settings import Settings
from bolometric.front.more import PRESETS, starters

SIZE = (1280, 800)


class Camera:
    def __init__(self, folder: Path, home: Path) -> None:
        self.folder, self.app = folder, application()
        self.settings = Settings(home / "desk.ini")
        self.settings.theme = "light"
        self.window = make_window(None, True, self.settings, home / "Bolometric", home / "kept")
        self.window.filing.shelf = home / "Bolometric"
        self.window.show()
        self.window.resize(*SIZE)
        self.seen = {}
        self.window.measurer.runs_ready.connect(lambda played: self.seen.update(sure=played.done and played.game))
        self.window.measurer.faults_ready.connect(lambda _: self.seen.update(faults=self.window.document.game))
        self.window.measurer.effects_ready.connect(lambda *_: self.seen.update(effects=True))

    def wait(self, reached) -> None:
        while not reached():
            self.app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)

    def rest(self, milliseconds: int = 400) -> None:
        loop = QEventLoop()
        QTimer.singleShot(milliseconds, loop.quit)
        loop.exec()

    def open(self, name: str, view: str) -> None:
        path = next(path for path in demo_files() if path.name.startswith(name))
        self.seen.clear()
        self.window.filing.open(path)
        self.window.go(view)
        self.wait(lambda: self.seen.get("sure") == self.window.document.game == self.seen.get("faults"))

    def start(self, name: str) -> None:
        """Begin from a starter."""
        self.seen.clear()
        self.window.filing.start(next(game for game in (starter.game for starter in starters()) if game.name == name))
        self.wait(lambda: self.seen.get("sure") == self.window.document.game == self.seen.get("faults"))

    def take(self, name: str) -> None:
        gauges = self.window.gauges.gauges.values()
        self.wait(lambda: all(gauge.reading is not None for gauge in gauges if gauge.isVisible()))
        self.rest()
        self.window.grab().save(str(self.folder / f"{name}.png"))


def practice(camera: Camera) -> None:
    """The pages of the practice view."""
    camera.open("dome", "practice")
    view = camera.window.late.practice
    page = view.facts
    camera.rest()
    page.others[0].setCurrentIndex(page.others[0].findText("star field"))
    page._ask(0)
    camera.wait(lambda: 0 in page._beside)
    camera.take("practice")
    camera.open("ridge-ascent", "tune")
    tuned = camera.window.late.tune.finder
    camera.window.late.tune.bar.show_page(1)
    tuned.begin.click()
    camera.wait(lambda: not tuned.lane.busy)
    camera.take("tune")
    ladder = camera.window.late.tune.ladder
    camera.window.late.tune.bar.show_page(3)
    camera.wait(lambda: bool(ladder.rungs) and not ladder.lane.busy)
    camera.take("easier-harder")


def sheets(camera: Camera) -> None:
    """The sheets of a game, with pictures on its board."""
    camera.open("observatory", "sheets")
    view = camera.window.late.sheets
    for key, value in (("start", "dome"), ("end", "star"), ("behind", "mountain")):
        camera.window.editing.edit(f"printing.{key}", value)
    camera.wait(lambda: view.ready)
    camera.take("sheets")
    for _ in range(3):
        camera.window.commands.undo()  # or the window asks at its end whether to save


def room(camera: Camera) -> None:
    """Numbers called for a room, and what the made-up term says."""
    from bolometric.front.more import Logbook, demo_sessions

    book = camera.folder.parent / ".pictured.sqlite3"
    with Logbook(book) as made:
        made.keep(*demo_sessions())
    camera.window.late.book_path = lambda: book
    camera.open("ridge-ascent", "class")
    state = camera.window.late.classroom.room
    state.totals = [Fraction(total) for total in (7, 9, 4, 7, 8, 5, 7, 10, 9, 6, 3, 7, 9, 11, 5, 9, 2, 7, 9, 8)]
    state.expect()
    state.unusual()
    camera.take("class")
    camera.window.go("logbook")
    camera.window.late.logbook.bar.show_page(2)
    camera.wait(lambda: camera.window.late.logbook.telling.told is not None)
    camera.take("logbook")
    camera.window.late.logbook.close_lanes()


def helping(camera: Camera) -> None:
    """A step of the walk, and what a word is."""
    camera.open("ridge-ascent", "shape")
    camera.window.help.show_walk()
    camera.window.sheet.setFocus()
    camera.window.sheet.focus_word("area.end")
    camera.window.help.what_is_this()
    camera.take("help")
    camera.window.editing.close_popover()
    camera.window.help.walk.stop()


def beginning(camera: Camera) -> None:
    """Start from what I have, with two dice, a pack and ten minutes, each game suited to it."""
    camera.window.help.show_begin()
    page = camera.window.shelves.begin
    page.asked.aim.setCurrentIndex(page.asked.aim.findData("adding"))
    page.asked.aim.activated.emit(page.asked.aim.currentIndex())
    page.asked.learners.setValue(3)
    page.asked.low.setValue(6)
    page.asked.high.setValue(10)
    die, pack = PRESETS["die"][0][1], PRESETS["pack"][0][1]
    page.asked._hold([die, die, pack])
    camera.rest()
    camera.wait(lambda: not page.lane.busy)
    page.suit.click()
    camera.wait(lambda: not page.lane.busy)
    camera.take("begin")


VIEWS = {"odds": "odds-dice"}
"""Pictures that the handbook shows too, where a view has no picture of its own name."""
BOOK = Path(__file__).parent.parent / "src/bolometric/assets/handbook/pictures"


def for_the_book(folder: Path) -> None:
    """The handbook's pictures of the views: the same ones, smaller."""
    BOOK.mkdir(exist_ok=True)
    for view in ("shelf", "shape", "odds", "runs", "practice", "tune", "table", "sheets", "class", "logbook"):
        taken = QImage(str(folder / f"{VIEWS.get(view, view)}.png"))
        small = taken.scaledToWidth(840, Qt.TransformationMode.SmoothTransformation)
        small.save(str(BOOK / f"{view}.webp"), quality=80)


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home:
        camera = Camera(folder, Path(home))
        window = camera.window
        window.go("shelf")
        camera.wait(lambda: all(card.entry for card in window.shelf.cards.values()))
        camera.open("ridge-ascent", "shape")
        camera.take("shape")
        window.go("odds")
        camera.take("odds-dice")
        practice(camera)
        camera.open("long", "runs")
        camera.take("runs")
        camera.open("ridge-dare", "shape")
        window.go("table")
        window.late.table.seats[1].setCurrentIndex(3)
        window.late.table.coach.setChecked(True)
        camera.wait(window.late.table.draw.isEnabled)
        for _ in range(3):
            window.late.table.draw.click()
        camera.take("table")
        camera.open("scout", "shape")
        window.editing.open_word("others", window.colours)
        camera.take("own-draws")
        window.editing.close_popover()
        camera.open("star-field", "shape")
        window.shape.board._pick(15)
        camera.take("grid")
        window.shape.board._pick(0)
        camera.open("observatory", "shape")
        window.editing.open_word("area.squares", window.colours)
        camera.take("squares")
        window.editing.close_popover()
        camera.open("dome", "shape")
        window.sheet.show_aloud(True)
        camera.take("rules-aloud")
        window.sheet.show_aloud(False)
        camera.open("loose", "shape")
        window.go("odds")
        window.late.odds.show_page(6)
        camera.wait(lambda: window.late.odds.making.made is not None and window.late.odds.making.answer.text())
        camera.take("odds-making")
        window.dressing.use_dark()
        camera.open("sky", "shape")
        window.editing.open_word("area.seen", window.colours)
        camera.take("record-dark")
        window.editing.close_popover()
        window.dressing.use_light()
        window.go("shelf")
        camera.wait(lambda: all(card.entry for card in window.shelf.cards.values()))
        camera.take("shelf")
        sheets(camera)
        beginning(camera)
        room(camera)
        helping(camera)
        window.close()
        window.keeper.close()
        for left in folder.parent.glob(".pictured*"):  # the made-up book, what was written beside it, and its backup
            left.unlink()
        for_the_book(folder)


if __name__ == "__main__":
    main(Path(sys.argv[1]))
