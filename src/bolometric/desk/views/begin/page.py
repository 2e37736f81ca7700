"""Start from what I have: the answers above, and below them a card for each kind; then the games that suit."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import QEvent, QObject, Signal
from PySide6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QProgressBar,
    QPushButton,
    QScrollArea,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.areas.shelf import starters
from bolometric.core.judge.difficulty import difficulty_of
from bolometric.core.logbook.practised import NOT_MET, not_met
from bolometric.core.logbook.store import Logbook
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import FileError
from bolometric.core.text.figures import plural
from bolometric.core.tuning.briefs.beginning import Beginning, possible
from bolometric.core.tuning.briefs.composing import compose
from bolometric.core.tuning.briefs.offering import Composed
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.begin.asked import WantedForm
from bolometric.desk.views.begin.offered import OfferedGames
from bolometric.desk.views.card import CARD, GameCard
from bolometric.desk.views.card_entry import ShelfEntry
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

GAP = 14
SUIT = "Suit them to this"
IDLE = "Every kind of game is here; say what you have, and those that do not fit go. A card begins a game of its kind."


class BeginPage(QWidget):
    """Cards that begin a game: one of each kind as it is, or those that were made for what is wanted."""

    chosen = Signal(object)
    """A game to begin with."""

    def __init__(self, book: Callable[[], Path] | None = None) -> None:
        """``book`` tells where the logbook lies, which knows what groups have met."""
        super().__init__()
        self.colours: Palette = LIGHT
        self.book = book
        self.beginnings: dict[str, Beginning] = {}
        self.cards: dict[str, GameCard] = {}
        self._asked: object = None
        self._columns = self._done = 0
        self.lane = Lane("begin", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._ended)
        self.asked, self.suit = WantedForm(), QPushButton(SUIT)
        self.suit.setMinimumWidth(self.suit.sizeHint().width())
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress")
        self.bar.hide()
        self.told = Label(IDLE, objectName="hint", wordWrap=True)
        self.room, self.offers, self.stack = QScrollArea(widgetResizable=True), OfferedGames(), QStackedWidget()
        self.room.setFrameShape(QScrollArea.Shape.NoFrame)
        self.room.setAccessibleName("Games to begin with")
        self.room.viewport().installEventFilter(self)
        self.offers.chosen.connect(self.chosen)
        self._lay_out()
        self.asked.changed.connect(self.look)
        self.suit.clicked.connect(self._press)

    def _lay_out(self) -> None:
        row = QHBoxLayout()
        for part, stretch in ((self.suit, 0), (self.bar, 0), (self.told, 1)):
            row.addWidget(part, stretch)
        column = QVBoxLayout(self)
        column.setContentsMargins(22, 8, 22, 8)
        column.addWidget(self.asked)
        column.addLayout(row)
        for page in (self.room, self.offers):
            self.stack.addWidget(page)
        column.addWidget(self.stack, 1)

    def show_cards(self, colours: Palette) -> None:
        """It is looked at, or its colours are others."""
        fresh, self.colours = colours is not self.colours, colours
        if self.book is not None:
            self.lane.add(partial(_groups, self.book()), then=self.asked.offer_groups)
        if not self.cards and not self.lane.busy:
            self.look()
        elif fresh:
            self._lay(list(self.beginnings.values()), {key: card.entry for key, card in self.cards.items()})
            self.offers.show_found(colours)

    def look(self) -> None:
        """Show the kinds that fit the answers, as they are."""
        wanted = self._begun("Looking for games …", fit=False)
        if wanted is None:
            return
        asked, unmet = self._asked, self._unmet()

        def work() -> None:
            known = possible(unmet(wanted))
            self.lane.tell(self._list, asked, known)
            for beginning in known:
                checkpoint()
                exact = quick_measure(beginning.game)
                _ = exact.heat
                entry = ShelfEntry(_path(beginning), exact, scales=difficulty_of(exact), words=beginning.starter.words)
                self.lane.tell(self._take_in, asked, entry)

        self.lane.ask(work)

    def _press(self) -> None:
        if self.lane.busy and self.suit.text() == "Cancel":
            self.lane.give_up()
            self._ended("Cancelled; what was suited so far stays.")
            return
        wanted = self._begun("Suiting one after the other …", fit=True)
        if wanted is None:
            return
        asked, unmet = self._asked, self._unmet()

        def work() -> None:
            for found in compose(unmet(wanted)):
                checkpoint()
                self.lane.tell(self._take_in, asked, found)

        self.lane.ask(work)

    def _begun(self, words: str, fit: bool) -> Wanted | None:
        """Get ready for other work; what is wanted, or None where that can't be."""
        wanted = self.asked.answers
        if wanted is None:
            return None
        self._asked, self._done = object(), 0
        if fit:
            self.offers.clear()
        self.stack.setCurrentWidget(self.offers if fit else self.room)
        self.suit.setText("Cancel" if fit else SUIT)
        self.bar.setVisible(fit)
        self.bar.setValue(0)
        self.told.setText(words)
        return wanted

    def _unmet(self) -> Callable[[Wanted], Wanted]:
        """What puts the facts that a group has not met into what is wanted, on the thread that works."""
        group = self.asked.unmet
        if not group or self.book is None:
            return lambda wanted: wanted
        return partial(_with_unmet, group, self.book())

    def _list(self, asked: object, known: list[Beginning]) -> None:
        if asked is not self._asked:
            return
        before = {key: card.entry for key, card in self.cards.items()}
        self._lay(known, before)

    def _lay(self, known: list[Beginning], entries: dict[str, ShelfEntry | None]) -> None:
        self.beginnings = {beginning.starter.words: beginning for beginning in known}
        self.cards = {}
        for words, beginning in self.beginnings.items():
            card = self.cards[words] = GameCard(_path(beginning), self.colours)
            entry = entries.get(words)
            if entry is not None and entry.exact is not None:
                card.fill(entry)
            card.clicked.connect(lambda _=False, words=words: self.chosen.emit(self.beginnings[words].game))
        self._place()

    def _place(self) -> None:
        """Into rows, as many columns as there is room for."""
        inner = QWidget(objectName="plain")
        grid = QGridLayout(inner)
        grid.setContentsMargins(0, 4, 0, 4)
        grid.setSpacing(GAP)
        self._columns = columns = self._fit
        for k, card in enumerate(self.cards.values()):
            grid.addWidget(card, k // columns, k % columns)
        grid.setColumnStretch(columns, 1)
        grid.setRowStretch(len(self.cards) // columns + 1, 1)
        self.room.setWidget(inner)

    @property
    def _fit(self) -> int:
        return max((self.room.viewport().width() + GAP) // (CARD.width() + GAP), 1)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Another width may have room for more, or fewer, beside each other."""
        if event.type() == QEvent.Type.Resize and self.cards and self._fit != self._columns:
            self._place()
        return False

    def _take_in(self, asked: object, found: Composed | ShelfEntry) -> None:
        if asked is not self._asked:
            return
        self._done += 1
        if isinstance(found, ShelfEntry):
            if found.words in self.cards:
                self.cards[found.words].fill(found)
            return
        self.bar.setValue(1000 * self._done // len(starters()))
        self.offers.add(found, self.colours)

    def _ended(self, words: str = "") -> None:
        fitted = self.stack.currentWidget() is self.offers
        self.suit.setText(SUIT)
        self.bar.hide()
        if fitted:
            self.told.setText(words or self.offers.told)
            return
        none = "" if self.cards else "No kind of game can be played so: take other pieces or fewer learners."
        count = plural(len(self.cards), "game fits", "games fit")
        self.told.setText(words or none or f"{count}. {IDLE}")


def _groups(path: Path) -> list[str]:
    """The groups in a logbook, if there is one that can be read; *Logbook* says what is wrong with it."""
    if not path.exists():
        return []
    try:
        with Logbook(path) as book:
            return book.groups()
    except FileError:
        return []


def _with_unmet(group: str, path: Path, wanted: Wanted) -> Wanted:
    with Logbook(path) as book:
        sessions = book.sessions()
    named = {**wanted.brief, "practising": NOT_MET.format(group)}
    return replace(wanted, aim=(not_met(sessions, group),), brief=named)


def _path(beginning: Beginning) -> Path:
    return Path(beginning.starter.words.replace("/", " "))
