"""The logbook view: three pages on one open file."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.files import read_text, write_bytes, write_text
from bolometric.core.logbook.outside import DamagedError, restore
from bolometric.core.logbook.session import Session
from bolometric.core.logbook.store import Logbook
from bolometric.core.logbook.transfer import from_csv, from_json, to_csv, to_json
from bolometric.core.settings.errors import FileError
from bolometric.core.text.figures import plural
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.logbook.listed import ListPage
from bolometric.desk.views.logbook.noted import Noted
from bolometric.desk.views.logbook.write import WritePage
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.core.logbook.shown import ReportPage
    from bolometric.desk.views.logbook.said import SaidPage

LISTED, SAID = 1, 2
SAID_AS = ("pdf", "md", "txt", "figures")
"""Ways of taking away what the sessions say."""


class LogbookView(QWidget):
    """Write one in, sessions, what they say."""

    said = Signal(str)
    away_asked = Signal(str)
    """What kind of file is wanted: csv, json or backup, or one of ``SAID_AS``."""
    import_asked = Signal()
    taken = Signal(object)
    """A game that takes the place of the open one."""

    def __init__(self, path: Callable[[], Path]) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self._path, self._book = path, None
        self._damaged: DamagedError | None = None
        self.reporting = Lane("report", self)
        self._report: str | ReportPage = ""
        self.writing, self.listing = WritePage(), ListPage()
        self.bar = PageBar(
            self,
            [
                ("Write a session", self.writing),
                ("Sessions", self.listing),
                ("What they say", lambda: self.telling),
            ],
        )
        self.trouble, self.mend = Label(wordWrap=True), QPushButton("Let the backup take its place")
        self.trouble.hide()
        self.mend.hide()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.addLayout(self.bar)
        column.addWidget(self.trouble)
        column.addWidget(self.mend)
        column.addWidget(self.bar.stack, 1)
        self.writing.kept.connect(self._keep)
        self.listing.wanted.connect(self._list)
        self.listing.removed.connect(self._remove)
        self.listing.away.connect(self._away)
        self.reporting.done.connect(self._reported)
        self.reporting.failed.connect(self.said)
        self.listing.taken_in.connect(self.import_asked)
        self.mend.clicked.connect(self._restore)
        self.bar.stack.currentChanged.connect(lambda _: self.refresh())

    _book: Logbook | None

    @cached_property
    def telling(self) -> SaidPage:
        """What the sessions say; it needs the most, and is made once it is wanted."""
        from bolometric.desk.views.logbook.said import SaidPage

        page = SaidPage()
        page.taken.connect(self.taken)
        self.bar.put(SAID, page)
        return page

    def book(self) -> Logbook | None:
        """The logbook, opened when it is first wanted; None where it can't be, which is said."""
        if self._book is None:
            try:
                self._book = Logbook(self._path())
                self._book.keep_backup()
            except DamagedError as error:
                self._damaged = error
                self._tell(str(error))
            except FileError as error:
                self._tell(str(error))
            else:
                self._tell(self._book.only_read)
        return self._book

    def _tell(self, words: str) -> None:
        self.trouble.setText(words)
        self.trouble.setVisible(bool(words))
        self.mend.setVisible(self._damaged is not None and self._damaged.backup is not None)
        self.writing.keep.setEnabled(self._book is not None and not self._book.only_read)

    def _restore(self) -> None:
        if self._damaged is None or self._damaged.backup is None:
            return
        if self._book is not None:
            self._book.close()
            self._book = None
        try:
            aside = restore(self._damaged.path, self._damaged.backup)
        except FileError as error:
            self._tell(str(error))
            return
        self._damaged = None
        self.said.emit(f"The last backup is open; the damaged logbook is kept as {aside.name}.")
        self.refresh()

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game is open."""
        self.game, self.colours = game, colours
        self.writing.show_game(game)
        if self.isVisible() and self.bar.stack.currentIndex() == SAID:
            self._say()

    def showEvent(self, event: object) -> None:
        """It is looked at."""
        super().showEvent(event)  # type: ignore[arg-type]
        self.refresh()

    def refresh(self) -> None:
        """Show what is in it by now."""
        book = self.book()
        if book is None:
            return
        self._read(lambda: self._offer(book.names(), book.groups()))
        if self.bar.stack.currentIndex() == LISTED:
            self._list()
        if self.bar.stack.currentIndex() == SAID:
            self._say()

    def _list(self) -> None:
        book = self.book()
        if book is not None:
            page = self.listing
            asked = page.game.currentData() or "", page.group.currentData() or ""
            self._read(lambda: page.show_sessions(book.sessions(*asked, words=page.words.text().strip())))

    def _read(self, work: Callable[[], object]) -> None:
        """Read from the logbook; what is wrong with it is said, and of a damaged one the last backup is offered."""
        try:
            work()
        except FileError as error:
            self._damaged = error if isinstance(error, DamagedError) else None
            self._tell(str(error))
            return
        book = self.book()
        if book is not None and book.unread_words:
            self._tell(book.unread_words)

    def _say(self) -> None:
        book = self.book()
        if book is not None:
            self._read(lambda: self._ask(book.sessions()))

    def _offer(self, names: list[str], groups: list[str]) -> None:
        self.listing.offer(names, groups)
        self.writing.offer_groups(groups)

    def _ask(self, everything: list[Session]) -> None:
        mine = [one for one in everything if one.played.name == self.game.name]
        self.telling.ask(mine, everything, self.game, self.colours)

    def _keep(self, session: Session) -> None:
        book = self.book()
        if book is None:
            return
        try:
            book.keep(session)
        except FileError as error:
            self.writing.told.setText(str(error))
            return
        self.writing.empty()
        self.writing.told.setText("Written in.")
        self.refresh()

    def _remove(self, key: str) -> None:
        book = self.book()
        if book is not None:
            try:
                book.remove(key)
            except FileError as error:
                self.said.emit(str(error))
            self._list()

    def _away(self, kind: str) -> None:
        """Ask for a file; what the sessions say is worked out before."""
        if kind not in SAID_AS:
            self.away_asked.emit(kind)
            return
        sessions = list(self.listing.sessions)
        self.listing.count.setText("Working out what they say …")

        def work() -> tuple[str, str | ReportPage]:
            from bolometric.core.logbook.page import report_page
            from bolometric.core.logbook.report import report

            return kind, report(sessions) if kind == "txt" else report_page(sessions)

        self.reporting.ask(work)

    def _reported(self, told: tuple[str, str | ReportPage]) -> None:
        kind, self._report = told
        self._list()
        self.away_asked.emit(kind)

    def write_in(self, noted: Noted) -> None:
        """Offer what was called or played for writing in."""
        self.bar.show_page(0)
        self.writing.fill(noted)

    def write(self, kind: str, path: Path) -> None:
        """Write the sessions that are listed, or the whole logbook. Raises FileError."""
        book = self.book()
        if book is None:
            return
        if kind == "backup":
            book.backup(path)
        elif kind in SAID_AS:
            write_bytes(_said_as(kind, self._report, self.game), path)
        else:
            write_text((to_json if kind == "json" else to_csv)(self.listing.sessions), path)

    def take_in(self, path: Path) -> None:
        """Take sessions in from a file: all of them or none."""
        book = self.book()
        if book is None:
            return
        try:
            text = read_text(path)
            games = {one.played.name: one.played for one in book.sessions()} | {self.game.name: self.game}
            known = from_json(text, path.name) if path.suffix == ".json" else from_csv(text, path.name, games.get)
            book.keep(*known)
        except FileError as error:
            self.said.emit(str(error))
            return
        self.said.emit(f"{plural(len(known), 'session')} taken in.")
        self.refresh()

    def close_lanes(self) -> None:
        """Give up what is being worked out, and close the file."""
        if "telling" in vars(self):
            self.telling.close_lanes()
        self.reporting.close()
        if self._book is not None:
            self._book.close()
            self._book = None


def _said_as(kind: str, told: str | ReportPage, game: Game) -> bytes:
    """What the sessions say, as a file of a kind; pages as the open game is printed."""
    if isinstance(told, str):
        return f"{told}\n".encode()
    if kind == "pdf":
        from bolometric.paint.printed.logged import report_pdf

        return report_pdf(told, game.printing)
    from bolometric.core.logbook.page import page_csv, page_markdown

    return (page_markdown if kind == "md" else page_csv)(told).encode()
