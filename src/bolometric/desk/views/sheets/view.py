"""The sheets view: which sheets, how they are printed, and each page as it will come out."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QMenu, QPushButton, QScrollArea, QSizePolicy, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import Cancelled, FileError, GameError
from bolometric.core.sheets.contents import Contents
from bolometric.core.sheets.gathering import contents_of, with_card
from bolometric.core.text.figures import plural
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.sheets.form import PrintingForm
from bolometric.desk.views.sheets.preview import ZOOMS, Preview
from bolometric.desk.views.sheets.sending import print_pages, write_pages
from bolometric.desk.views.sheets.ticks import Ticks
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.printed.boards import told_size
from bolometric.paint.printed.book import offered, paper_of, sheet_pages
from bolometric.paint.printed.page import Page

SIDE = 300
"""Pixels of the list and the settings."""
PAGES_FIRST = "The pages are being made: the printer is asked for once they are there."
NO_PAGES = "The pages are still being made: nothing was written."
LACKS_CARD = "The teacher's card is not among the pages: it is still being measured."


class SheetsView(QWidget):
    """Ticks and settings on the left, the page in front on the right."""

    change_asked = Signal(str, object)
    """A path in the file, and what is to stand there."""
    export_asked = Signal(str)
    """What kind of file is wanted: pdf, svg, png or md."""
    said = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.contents: Contents | None = None
        self.pages: list[Page] = []
        self.at = 0
        self._wanted: object = None
        self._printer_wanted = False
        self._troubles: list[str] = []
        self.lane, self.cards = Lane("sheets", self), Lane("card", self)
        self.lane.done.connect(self._take)
        self.lane.failed.connect(self._fail)
        self.cards.done.connect(self._take_card)
        self.ticks, self.form, self.preview = Ticks(), PrintingForm(), Preview()
        self.told, self.where = Label(wordWrap=True), Label()
        self.zoom = QComboBox()
        self.zoom.setAccessibleName("size on screen")
        for words, factor in ZOOMS:
            self.zoom.addItem(words, factor)
        self.back, self.on = QPushButton("◀ Page"), QPushButton("Page ▶")
        self.back.setAccessibleName("the page before")
        self.on.setAccessibleName("the next page")
        self.pdf, self.others = QPushButton("Write a PDF …"), QPushButton("Other files")
        self.print, self.fit = QPushButton("Print …"), QPushButton("Let squares fit a page")
        self.fit.hide()
        self._lay_out()
        self._connect()
        self._show_page()

    def _lay_out(self) -> None:
        left = QVBoxLayout()
        left.addWidget(self.ticks, 2)
        scroll = QScrollArea(widgetResizable=True)
        scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        scroll.setWidget(self.form)
        left.addWidget(scroll, 3)
        side = QWidget()
        side.setLayout(left)
        left.setContentsMargins(0, 0, 0, 0)
        side.setFixedWidth(SIDE)
        top, foot = QHBoxLayout(), QHBoxLayout()
        for part in (self.back, self.on, self.where):
            top.addWidget(part, int(part is self.where))
        top.addWidget(self.zoom)
        self.where.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        for button in (self.back, self.on, self.pdf, self.others, self.print):
            button.setMinimumWidth(button.sizeHint().width())
        for part in (self.pdf, self.others, self.print, self.fit):
            foot.addWidget(part)
        foot.addStretch()
        right = QVBoxLayout()
        right.addLayout(top)
        right.addWidget(self.preview, 1)
        right.addWidget(self.told)
        right.addLayout(foot)
        row = QHBoxLayout(self)
        row.setContentsMargins(14, 8, 14, 8)
        row.setSpacing(12)
        row.addWidget(side)
        row.addLayout(right, 1)

    def _connect(self) -> None:
        self.ticks.left_out.connect(lambda keys: self.change_asked.emit("printing.left_out", keys))
        self.ticks.chosen.connect(self._go_to_sheet)
        self.form.changed.connect(self._change)
        self.preview.turned.connect(self.turn)
        self.back.clicked.connect(lambda: self.turn(-1))
        self.on.clicked.connect(lambda: self.turn(1))
        self.zoom.activated.connect(lambda _: self.preview.show_zoom(self.zoom.currentData()))
        self.pdf.clicked.connect(lambda: self.export_asked.emit("pdf"))
        self.print.clicked.connect(self.ask_printer)
        self.fit.clicked.connect(lambda: self.change_asked.emit("printing.square", None))
        menu = QMenu(self.others)
        for kind, words in (
            ("svg", "This page as SVG …"),
            ("png", "This page as PNG …"),
            ("md", "Rules and teacher's card as Markdown …"),
        ):
            menu.addAction(words).triggered.connect(partial(self.export_asked.emit, kind))
        self.others.setMenu(menu)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game, or another way to print it: the pages are made once the view is looked at."""
        self.game, self.colours = game, colours
        self.form.show_printing(game.printing)
        if self.isVisible():
            self._ask()
        elif self._wanted != game:  # nobody waits for the pages of the last one, and its card takes seconds
            self._wanted = None
            self.lane.give_up()
            self.cards.give_up()

    def showEvent(self, event: object) -> None:
        """It is looked at: its pages are wanted."""
        super().showEvent(event)  # type: ignore[arg-type]
        if self._wanted != self.game:
            self._ask()

    def hideEvent(self, event: object) -> None:
        """Whoever goes elsewhere does not wait for the printer any more."""
        super().hideEvent(event)  # type: ignore[arg-type]
        self._printer_wanted = False

    def _change(self, key: str, value: object) -> None:
        """Ask for a change; where it was refused the form shows again what the game has."""
        self.change_asked.emit(f"printing.{key}", value)
        self.form.show_printing(self.game.printing)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        self.lane.close()
        self.cards.close()

    def _ask(self) -> None:
        game = self._wanted = self.game
        self.cards.give_up()
        self.lane.ask(lambda: contents_of(game))
        if self.pages:
            self._offer()
        else:
            self._show_page()

    def _take(self, contents: Contents) -> None:
        kept = self.contents.card if self._same_game(contents) and self.contents is not None else None
        self.contents = contents
        self.form.show_what_counts(contents)
        if kept is None:
            self.cards.ask(partial(_card_later, contents))
        else:
            self.contents = replace(contents, card=kept)
        self._make_pages()
        if self._printer_wanted:
            self._printer_wanted = False
            QTimer.singleShot(0, self, self.ask_printer)

    def _same_game(self, contents: Contents) -> bool:
        """Whether only the printing differs from what is shown, so that the teacher's card holds."""
        if self.contents is None:
            return False
        before, now = self.contents.game, contents.game
        same_class = before.printing.learners == now.printing.learners
        return same_class and before.model_copy(update={"printing": now.printing}) == now

    def _take_card(self, contents: Contents) -> None:
        if self.contents is not None and self.contents.game == contents.game:
            self.contents = contents
            self._make_pages()

    def _fail(self, words: str) -> None:
        self.pages, self.contents, self._printer_wanted = [], None, False
        self.told.setText(words)
        self._show_page()

    def _make_pages(self) -> None:
        """Make all pages anew; where a sheet can't be made, say why and make the others."""
        contents = self.contents
        if contents is None:
            return
        here = self.pages[self.at].sheet if self.at < len(self.pages) else ""
        left_out = contents.game.printing.left_out
        self.pages, self._troubles = [], []
        counts: dict[str, int | None] = {}
        for key in offered(contents):
            made = self._made(contents, key, "backs" not in left_out)
            if key == "cards":
                counts["backs"] = sum(page.sheet == "backs" for page in made)
            if key != "backs":
                counts[key] = sum(page.sheet == key for page in made)
            if key not in left_out:
                self.pages += made
        if contents.card is None:
            counts["teacher"] = None
        self.ticks.show_sheets(offered(contents), left_out, counts)
        same = [at for at, page in enumerate(self.pages) if page.sheet == here]
        if not (self.at < len(self.pages) and self.pages[self.at].sheet == here):
            self.at = same[0] if same else 0
        self._show_page()

    def _made(self, contents: Contents, key: str, backs: bool) -> list[Page]:
        try:
            return sheet_pages(contents, key, backs)
        except GameError as error:
            self._troubles.append(error.sentence)
            return []

    def _go_to_sheet(self, key: str) -> None:
        found = [at for at, page in enumerate(self.pages) if page.sheet == key]
        if found:
            self.at = found[0]
            self._show_page()

    def turn(self, by: int) -> None:
        """Turn so many pages."""
        self.at = min(max(self.at + by, 0), max(len(self.pages) - 1, 0))
        self._show_page()

    def _show_page(self) -> None:
        count = len(self.pages)
        page = self.pages[self.at] if self.at < count else None
        paper = None if self.contents is None else paper_of(self.contents)
        self.preview.show_page(page, paper, self.at + 1, count, self.colours)
        none = "pages are being made …" if self.lane.busy else "no page"
        self.where.setText(none if page is None else f"{self.at + 1} of {count}: {page.title}")
        self.back.setEnabled(self.at > 0)
        self.on.setEnabled(self.at < count - 1)
        self._offer()
        if self.contents is not None:
            self.told.setText(" ".join(dict.fromkeys(self._troubles)) or self._told())
            self.fit.setVisible(bool(self._troubles) and self.game.printing.square is not None)

    def _offer(self) -> None:
        """Pages can be written once they are there, and are those of the game as it is."""
        there = bool(self.pages) and self._current is not None
        for button in (self.pdf, self.others, self.print):
            button.setEnabled(there)

    @property
    def _current(self) -> Contents | None:
        """What is shown, if it is of the game as it is."""
        return self.contents if self.contents is not None and self.contents.game == self.game else None

    def _told(self) -> str:
        assert self.contents is not None
        try:
            return told_size(self.contents, paper_of(self.contents)) or self.contents.kit.words
        except GameError as error:
            return error.sentence

    @property
    def ready(self) -> bool:
        """Whether all pages are there, the teacher's card too."""
        return self._current is not None and self._current.card is not None

    def write(self, kind: str, path: Path) -> str:
        """Write the pages to a file, and tell what they lack, if anything. Raises FileError."""
        contents = self._current
        if contents is None:
            raise FileError(NO_PAGES if self.lane.busy else self.told.text())
        try:
            write_pages(self, kind, self.pages, self.at, paper_of(contents), contents, path)
        except Cancelled:
            raise FileError("Stopped: nothing was written.") from None
        return _lacking(contents)

    def ask_printer(self) -> None:
        """Print, once the pages are there and a printer was chosen; where there is none, say so."""
        contents = self._current
        if contents is None:
            self._printer_wanted = self.lane.busy
            self.said.emit(PAGES_FIRST if self.lane.busy else self.told.text())
            return
        if not self.pages:
            return
        try:
            pages = self.pages
            if print_pages(self, pages, paper_of(contents)):
                told = f"{plural(len(pages), 'page')} sent to the printer. {_lacking(contents)}"
                self.said.emit(told.rstrip())
        except FileError as error:
            self.said.emit(str(error))
        except Cancelled:
            self.said.emit("Printing was stopped.")


def _lacking(contents: Contents) -> str:
    """What its pages lack that is still being measured, in a sentence; nothing where it was left out."""
    return LACKS_CARD if contents.card is None and "teacher" not in contents.game.printing.left_out else ""


def _card_later(contents: Contents) -> Contents:
    checkpoint()
    return with_card(contents)
