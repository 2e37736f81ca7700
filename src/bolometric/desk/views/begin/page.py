"""Start from what I have: the answers above, and below them a card for a game of every kind that fits."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

from PySide6.QtCore import QEvent, QObject, Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QProgressBar, QPushButton, QScrollArea, QVBoxLayout, QWidget

from bolometric.core.judge.difficulty import difficulty_of
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import plural
from bolometric.core.tuning.beginning import Beginning, possible, tuned
from bolometric.core.words.rule_sheet import rules_text
from bolometric.desk.parts.plain import Label, tip
from bolometric.desk.views.begin.asked import WantedForm
from bolometric.desk.views.card import CARD, GameCard
from bolometric.desk.views.card_entry import ShelfEntry
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

GAP = 14
IDLE = "Every kind of game is here; say what you have, and those that do not fit go. A card begins a game of its kind."


class BeginPage(QWidget):
    """Cards that begin a game."""

    chosen = Signal(object)
    """A game to begin with."""
    _came = Signal(object, object)
    _listed = Signal(object, object)

    def __init__(self) -> None:
        super().__init__()
        self.colours: Palette = LIGHT
        self.beginnings: dict[str, Beginning] = {}
        self.cards: dict[str, GameCard] = {}
        self._asked: object = None
        self._columns = self._done = 0
        self._left_out: dict[str, str] = {}
        """Kinds that cannot be stood for with these answers, each with why."""
        self.lane = Lane("begin", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._ended)
        self._came.connect(self._take_in)
        self._listed.connect(self._list)
        self.asked, self.suit = WantedForm(), QPushButton("Suit them to this")
        self.suit.setMinimumWidth(self.suit.sizeHint().width())
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress")
        self.bar.hide()
        self.told = Label(IDLE, objectName="hint", wordWrap=True)
        self.room = QScrollArea(widgetResizable=True)
        self.room.setFrameShape(QScrollArea.Shape.NoFrame)
        self.room.setAccessibleName("Games to begin with")
        self.room.viewport().installEventFilter(self)
        row = QHBoxLayout()
        row.addWidget(self.suit)
        row.addWidget(self.bar)
        row.addWidget(self.told, 1)
        column = QVBoxLayout(self)
        column.setContentsMargins(22, 8, 22, 8)
        column.addWidget(self.asked)
        column.addLayout(row)
        column.addWidget(self.room, 1)
        self.asked.changed.connect(self.look)
        self.suit.clicked.connect(self._press)

    def show_cards(self, colours: Palette) -> None:
        """It is looked at, or its colours are others."""
        fresh, self.colours = colours is not self.colours, colours
        if not self.cards and not self.lane.busy:
            self.look()
        elif fresh:
            self._lay(list(self.beginnings.values()), {key: card.entry for key, card in self.cards.items()})

    def look(self) -> None:
        """Show the games that fit the answers, as they are."""
        self._work(fit=False)

    def _press(self) -> None:
        if self.lane.busy and self.suit.text() == "Cancel":
            self.lane.give_up()
            self._ended("Cancelled; what was suited so far stays.")
            return
        self._work(fit=True)

    def _work(self, fit: bool) -> None:
        answers = self.asked.answers
        if answers is None:
            return
        self._asked = asked = object()
        self._done, self._left_out = 0, {}
        self.suit.setText("Cancel" if fit else "Suit them to this")
        self.bar.setVisible(fit)
        self.bar.setValue(0)
        self.told.setText("Suiting one after the other …" if fit else "Looking for games …")

        def work() -> None:
            known = possible(answers)
            self._listed.emit(asked, known)
            for beginning in tuned(answers) if fit else known:
                checkpoint()
                if beginning.against:
                    self._came.emit(asked, (beginning, None))
                    continue
                exact = quick_measure(beginning.game)
                _ = exact.heat
                same = rules_text(beginning.game) == rules_text(beginning.starter.game)
                words = beginning.starter.words if same else f"from “{beginning.starter.words}”"
                words = beginning.short or words
                entry = ShelfEntry(_path(beginning), exact, words=words, suits=beginning.suits)
                self._came.emit(asked, (beginning, replace(entry, scales=difficulty_of(exact))))

        self.lane.ask(work)

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
        self._place(list(self.cards.values()))

    def _place(self, cards: list[GameCard]) -> None:
        """Into rows, as many columns as there is room for."""
        inner = QWidget(objectName="plain")
        grid = QGridLayout(inner)
        grid.setContentsMargins(0, 4, 0, 4)
        grid.setSpacing(GAP)
        self._columns = columns = self._fit
        for k, card in enumerate(cards):
            grid.addWidget(card, k // columns, k % columns)
        grid.setColumnStretch(columns, 1)
        grid.setRowStretch(len(cards) // columns + 1, 1)
        self.room.setWidget(inner)

    @property
    def _fit(self) -> int:
        return max((self.room.viewport().width() + GAP) // (CARD.width() + GAP), 1)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Another width may have room for more, or fewer, beside each other."""
        if event.type() == QEvent.Type.Resize and self.cards and self._fit != self._columns:
            self._place(self._ordered())
        return False

    def _ordered(self) -> list[GameCard]:
        """Those that suit best first, once that is known."""
        cards = list(self.cards.values())
        return sorted(cards, key=lambda card: -(card.entry.suits or 0.0) if card.entry is not None else 0.0)

    def _take_in(self, asked: object, found: tuple[Beginning, ShelfEntry | None]) -> None:
        beginning, entry = found
        words = beginning.starter.words
        if asked is not self._asked or words not in self.cards:
            return
        self.beginnings[words] = beginning
        self._done += 1
        self.bar.setValue(1000 * self._done // max(len(self.cards), 1))
        if entry is None:
            self._left_out[words] = beginning.against
            self.cards[words].setToolTip(tip(f"{words}. Not offered: {beginning.against}"))
            return
        self.cards[words].fill(entry)
        self.cards[words].setToolTip(tip(f"{words}. {beginning.why or 'As it comes.'}"))

    def _ended(self, words: str = "") -> None:
        suited = {
            key: card for key, card in self.cards.items() if card.entry is not None and card.entry.suits is not None
        }
        fitted, whole = bool(suited) or bool(self._left_out), len(self.cards)
        if fitted and not words:
            self.cards = suited  # what cannot be stood for goes
        self.suit.setText("Suit them to this")
        self.bar.hide()
        if not self.cards:
            words = words or "No kind of game can be stood for so: take fewer learners, other pieces or more minutes."
        count = plural(len(self.cards), "game fits", "games fit")
        told = f"{count}, the best suited first.{self._why_not(whole)}" if fitted else f"{count}. {IDLE}"
        self.told.setText(words or told)
        if fitted:
            self._place(self._ordered())

    def _why_not(self, whole: int) -> str:
        """How many were left out, and why the first of them."""
        if len(self.cards) == whole or not self._left_out:
            return ""
        first, why = next(iter(self._left_out.items()))
        return f" {whole - len(self.cards)} are left out; “{first}”: {why}"


def _path(beginning: Beginning) -> Path:
    return Path(beginning.starter.words.replace("/", " "))
