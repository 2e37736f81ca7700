"""The shelf view: the games there are, and games to begin from what one has."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from bolometric.assets import demo_files
from bolometric.desk.help.first import FirstPage
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.shelf import ORDERS, ShelfView, games_in
from bolometric.paint.palette import LIGHT, Palette


class ShelvesView(QWidget):
    """Two pages; the second is made when it is first looked at."""

    begun = Signal(object)
    kept = Signal(object)
    compared = Signal(object)

    def __init__(self, shelf: ShelfView) -> None:
        super().__init__()
        self.shelf, self.colours = shelf, LIGHT
        self.begin: QWidget | None = None
        self.book: Callable[[], Path] | None = None
        """Where the logbook lies."""
        self._room = QWidget()
        QVBoxLayout(self._room).setContentsMargins(0, 0, 0, 0)
        self.first = FirstPage()
        self.words, self.order = QLineEdit(placeholderText="words to look for", clearButtonEnabled=True), QComboBox()
        self.words.setAccessibleName("words to look for in the games")
        self.order.setAccessibleName("in which order")
        for key, words in ORDERS.items():
            self.order.addItem(words, key)
        self.words.textChanged.connect(lambda _: self._narrow())
        self.order.activated.connect(lambda _: self._narrow())
        self.bar = PageBar(
            self, [("Games", self._games()), ("Start from what I have", self._room), ("First steps", self.first)]
        )
        self.bar.setContentsMargins(22, 8, 22, 0)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addLayout(self.bar)
        column.addWidget(self.bar.stack, 1)
        self.bar.buttons[1].clicked.connect(lambda: self.show_begin())

    def _games(self) -> QWidget:
        """The cards, with what narrows them down above."""
        page, row = QWidget(), QHBoxLayout()
        row.setContentsMargins(22, 6, 22, 0)
        row.addWidget(self.words, 1)
        row.addWidget(self.order)
        column = QVBoxLayout(page)
        column.setContentsMargins(0, 0, 0, 0)
        column.addLayout(row)
        column.addWidget(self.shelf, 1)
        return page

    def _narrow(self) -> None:
        self.shelf.words, self.shelf.order = self.words.text(), str(self.order.currentData())
        self.shelf.arrange()

    def show_begin(self) -> None:
        """Bring the second page to the front."""
        from bolometric.desk.views.begin.page import BeginPage

        if self.begin is None:
            self.begin = BeginPage(self.book)
            self.begin.chosen.connect(self.begun)
            self.begin.offers.kept.connect(self.kept)
            self.begin.offers.compared.connect(self.compared)
            layout = self._room.layout()
            assert layout is not None
            layout.addWidget(self.begin)
        self.bar.show_page(1)
        assert isinstance(self.begin, BeginPage)
        self.begin.show_cards(self.colours)

    def show_first(self) -> None:
        """Bring the page with the ways in to the front."""
        self.bar.show_page(2)

    def fill(self, folder: Path, demo: bool, colours: Palette) -> None:
        """Show the games of the shelf's folder and of the demo shelf, which comes first for whoever asked for it."""
        own = ("Your shelf", f"Games you save in {folder} stand here.", games_in(folder))
        shipped = ("Kestrel Ridge: the demo shelf", "", demo_files())
        self.shelf.show_shelves([shipped, own] if demo else [own, shipped], colours)
        self.colours = colours
        if self.begin is not None and self.bar.stack.currentIndex() == 1:
            self.show_begin()

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        self.shelf.close_lane()
        if self.begin is not None:
            self.begin.lane.close()  # type: ignore[attr-defined]
