"""Shelf: the games there are, each a card with a small picture of its board."""

from __future__ import annotations

from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass, replace
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import (
    QDragEnterEvent,
    QDragMoveEvent,
    QDropEvent,
    QResizeEvent,
)
from PySide6.QtWidgets import QGridLayout, QScrollArea, QVBoxLayout, QWidget

from bolometric.assets import SUFFIX
from bolometric.desk.parts.plain import Label, tip
from bolometric.desk.views.card import CARD, GameCard
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.desk.views.card_entry import ShelfEntry
    from bolometric.desk.working.lane import Lane

BETWEEN, BESIDE = 14, 22
"""Pixels between two cards, and beside them."""
AFTER_PAINT = 30
"""Milliseconds until files are read and measured: the cards are painted first."""
MOST_CARDS = 200
Stamp = tuple[int, int, int] | None
"""When a file was changed, its length and which one it is."""
ORDERS = {
    "name": "by name",
    "newest": "the newest first",
    "suits": "by how well they suit their targets",
}
"""The orders that cards may stand in."""
REORDER = 250
"""Milliseconds until cards are put in order anew, while more of them are measured."""


def games_in(folder: Path) -> list[Path]:
    """The game files of a folder by name; an unreadable folder counts as empty."""
    try:
        return sorted(folder.glob(f"*{SUFFIX}"))[:MOST_CARDS]
    except OSError:
        return []


@dataclass(frozen=True, slots=True)
class ShelfSection:
    """A shelf on screen."""

    grid: QGridLayout
    paths: list[Path]
    nothing: Label
    """Said where no card of it is shown."""
    empty: str


class ShelfView(QScrollArea):
    """Sections of cards. Files are read and measured on a thread of its own."""

    chosen = Signal(object)
    """The path of a game to open."""
    asked = Signal(str, object)
    """Something to be done with the file of a card: rename, copy or away."""
    dropped = Signal(object)
    """Paths of files that were let fall here."""

    def __init__(self) -> None:
        super().__init__(widgetResizable=True)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setAccessibleName("Shelf of games")
        self.cards: dict[Path, GameCard] = {}
        self._lane: Lane | None = None
        """Not before files are read: it brings the core along."""
        self.reads = False
        """Whether files are read as soon as they are shown: not before the core is there."""
        self._shown: tuple[list[tuple[str, str, list[Path]]], Palette] = ([], LIGHT)
        self._sections: list[ShelfSection] = []
        self._columns = 0
        self.words, self.order = "", "name"
        self._looked: dict[Path, Stamp] = {}
        """The files that are being looked at, or have been, as they were."""
        self._looking: set[Path] = set()
        self._reorder = QTimer(self, singleShot=True, interval=REORDER)
        self._reorder.timeout.connect(self.arrange)
        self.setAcceptDrops(True)

    def show_shelves(self, shelves: Iterable[tuple[str, str, list[Path]]], colours: Palette) -> None:
        """Show (title, words if empty, files) for each shelf; cards that are there as they should be stay."""
        shown = list(shelves), colours
        if shown != self._shown:
            self._shown = shown
            self._lay_out()
        elif self.order == "newest":
            self.arrange()
        if self.reads:
            self.read_files()

    def _lay_out(self) -> None:
        """A card for each file, with what was known of it."""
        shelves, colours = self._shown
        known = {path: card.entry for path, card in self.cards.items() if card.entry is not None}
        self.cards, self._sections = {}, []
        inner = QWidget(objectName="plain")
        column = QVBoxLayout(inner)
        column.setContentsMargins(BESIDE, 14, BESIDE, 14)
        column.setSpacing(10)
        for title, empty, paths in shelves:
            column.addWidget(Label(title, objectName="title"))
            nothing = Label(empty, objectName="hint", wordWrap=True)
            column.addWidget(nothing)
            grid = QGridLayout()
            grid.setSpacing(BETWEEN)
            for path in paths:
                card = GameCard(path, colours)
                card.clicked.connect(lambda _=False, path=path: self.chosen.emit(path))
                card.asked.connect(lambda what, path=path: self._asked(what, path))
                self.cards[path] = card
                if path in known:
                    card.fill(known[path])
            column.addLayout(grid)
            self._sections.append(ShelfSection(grid, paths, nothing, empty))
        column.addStretch()
        self.arrange()
        self.setWidget(inner)

    def read_files(self) -> None:
        """Read the files, once their cards have been painted."""
        QTimer.singleShot(AFTER_PAINT, self, self._start_looking)

    @property
    def columns(self) -> int:
        """As many cards a row as there is room for."""
        bar = self.verticalScrollBar().sizeHint().width()
        return max(1, (self.width() - bar - 2 * BESIDE + BETWEEN) // (CARD.width() + BETWEEN))

    def resizeEvent(self, event: QResizeEvent) -> None:
        """More cards a row, or fewer."""
        super().resizeEvent(event)
        if self.columns != self._columns:
            self.arrange()

    def arrange(self) -> None:
        """Put the cards in order; those without the words that were typed are hidden."""
        wanted, before = self.words.casefold().split(), self._columns
        columns = self._columns = self.columns
        for section in self._sections:
            while section.grid.takeAt(0) is not None:
                pass
            shown = [path for path in section.paths if all(word in self.cards[path].text_ for word in wanted)]
            for path in set(section.paths) - set(shown):
                self.cards[path].hide()
            for at, path in enumerate(sorted(shown, key=self._place)):
                section.grid.addWidget(self.cards[path], at // columns, at % columns)
                self.cards[path].show()  # not before it has its place: it would be a window of its own
            section.grid.setColumnStretch(before, 0)
            section.grid.setColumnStretch(columns, 1)
            section.nothing.setText("No game here has these words." if section.paths else section.empty)
            section.nothing.setVisible(not shown and bool(section.nothing.text()))

    def _place(self, path: Path) -> tuple[float, str]:
        """Where a card stands among others, by the order that is chosen."""
        entry, place = self.cards[path].entry, 0.0
        if self.order == "suits":
            place = -(entry.suits if entry is not None and entry.suits is not None else -1.0)
        elif self.order == "newest":
            with suppress(OSError):
                place = -path.stat().st_mtime
        return place, path.name

    def _asked(self, what: str, path: Path) -> None:
        if what == "open":
            self.chosen.emit(path)
        else:
            self.asked.emit(what, path)

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        """Files may be let fall here."""
        if event.mimeData().hasUrls():
            event.acceptProposedAction()

    def dragMoveEvent(self, event: QDragMoveEvent) -> None:
        """Anywhere on the shelf."""
        event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        """Take files in."""
        paths = [Path(url.toLocalFile()) for url in event.mimeData().urls() if url.isLocalFile()]
        if paths:
            event.acceptProposedAction()
            self.dropped.emit(paths)

    def _start_looking(self) -> None:
        for path in self.cards:
            self._look(path)

    def _look(self, path: Path) -> None:
        """Have a file looked at, unless it is the same as when that was last done."""
        from bolometric.desk.working.lane import Lane

        lane, stamp = self._lane or Lane("shelf", self), _stamp(path)
        self._lane = lane
        there = path in self._looking or self.cards[path].entry is not None
        if stamp is not None and there and self._looked.get(path) == stamp:
            return
        self._looked[path] = stamp
        self._looking.add(path)

        def looked(entry: ShelfEntry) -> None:
            self._fill(entry)
            lane.add(partial(_weigh, entry), then=weighed)  # behind the cards that have not been looked at yet

        def weighed(entry: ShelfEntry) -> None:
            self._looking.discard(path)
            self._fill(entry)

        lane.add(partial(_look, path), then=looked)

    def _fill(self, entry: ShelfEntry) -> None:
        if entry.path not in self.cards:
            return
        before = self.cards[entry.path].entry
        known = before.exact if before is not None else None
        fresh = entry.exact.game if entry.exact is not None and not entry.scales else None
        if before is not None and known is not None and known.game == fresh:
            entry = replace(entry, scales=before.scales, suits=before.suits)  # they are being worked out again
        self.cards[entry.path].fill(entry)
        if self.order == "suits" or self.words:
            self._reorder.start()
        if entry.exact is not None and entry.exact.game.family is not None:
            self._tell_family(entry.path.parent, entry.exact.game.family.of)

    def _tell_family(self, folder: Path, of: str) -> None:
        """On each version of a game what changes from the one before it, as far as they have been read."""
        from bolometric.core.tuning.space import changes_between

        games = {
            path: card.entry.exact.game
            for path, card in self.cards.items()
            if path.parent == folder and card.entry is not None and card.entry.exact is not None
        }
        places = {
            game.family.place: (path, game)
            for path, game in games.items()
            if game.family is not None and game.family.of == of
        }
        for place, (path, game) in places.items():
            before, card = places.get(place - 1), self.cards[path]
            assert game.family is not None
            told = "; ".join(changes_between(before[1], game)) if before is not None else ""
            words = f"{game.family.level}; from the one before: {told}" if told else f"{game.family.level}, of {of}"
            if card.entry is not None and card.entry.words != words:
                card.fill(replace(card.entry, words=words))
                card.setToolTip(tip(f"{words}. {path}"))

    def close_lane(self) -> None:
        """End the thread."""
        if self._lane is not None:
            self._lane.close()


def _stamp(path: Path) -> Stamp:
    """What tells a file from what it was before; None where there is none."""
    try:
        told = path.stat()
    except OSError:
        return None
    # Not when it was written, which can be set, and does not tell that it may be read by now.
    return told.st_ctime_ns, told.st_size, told.st_ino


def _look(path: Path) -> ShelfEntry:
    """On the shelf's thread, which brings what measures along."""
    from bolometric.desk.views.card_entry import look

    return look(path)


def _weigh(entry: ShelfEntry) -> ShelfEntry:
    from bolometric.desk.views.card_entry import weigh

    return weigh(entry)
