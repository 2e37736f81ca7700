"""Compare: up to four sets of pieces on one axis, and what moving from the first to each other one does."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QMenu,
    QPushButton,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.document import Game, PieceSet, set_from
from bolometric.core.pieces.draw import MAKES
from bolometric.core.pieces.presets import SETS
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import minus
from bolometric.core.words.odds import comparison
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.plain import Label, entry, tip
from bolometric.desk.parts.roomy import take_the_rest
from bolometric.desk.views.odds.page import OddsPage, plain_label
from bolometric.paint.chart import mark_at
from bolometric.paint.palette import Palette

MOST = 4
LETTERS = "ABCD"
MARKS = ("o", "s", "t", "d")
"""Circle, square, triangle, diamond: told apart without colour."""
MARK_SIZE = 9.0
MOST_POINTS = 400


def inks(c: Palette) -> tuple[str, str, str, str]:
    """The colour of each set."""
    return c.ink, c.ember, c.night, c.moss


class Mark(QWidget):
    """The letter of a set with its mark, as in the chart."""

    def __init__(self, number: int) -> None:
        super().__init__()
        self.number, self.colour = number, "#000000"
        self.setFixedSize(46, 26)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw both."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QColor(self.colour))
        painter.drawText(QRectF(24, 0, 20, 26), Qt.AlignmentFlag.AlignVCenter, LETTERS[self.number])
        painter.setPen(QPen(QColor(self.colour), 2))
        painter.drawLine(QPointF(0, 13), QPointF(20, 13))
        painter.fillPath(mark_at(QPointF(10, 13), MARK_SIZE, MARKS[self.number]), QColor(self.colour))
        painter.end()


class SetRow(QWidget):
    """One set: its pieces, how the number is made, and a way to take it out."""

    changed = Signal(object)
    removed = Signal()
    edit_asked = Signal(object, object)
    """A KnobAt of its pieces, and what to do with new ones."""

    def __init__(self, number: int, pieces: PieceSet, fixed: bool) -> None:
        super().__init__()
        self.set, self.trouble = pieces, ""
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.mark = Mark(number)
        self.pieces = QPushButton(enabled=not fixed)
        self.pieces.setAccessibleName(f"pieces of set {LETTERS[number]}")
        self.pieces.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.pieces.clicked.connect(self._ask_edit)
        self.make = QComboBox(enabled=not fixed)
        self.make.setAccessibleName(f"how set {LETTERS[number]} makes its number")
        for choice in MAKES:
            self.make.addItem(choice.words, choice.value)
        self.make.activated.connect(lambda _: self._set_draw("make", self.make.currentData()))
        self.more = QLineEdit(enabled=not fixed)
        self.more.setMaximumWidth(150)
        self.more.textEdited.connect(self._take_more)
        self.out = QToolButton(text="Take out")
        self.out.setAccessibleName(f"take set {LETTERS[number]} out")
        self.out.clicked.connect(self.removed)
        for widget, stretch in ((self.mark, 0), (self.pieces, 1), (self.make, 0), (self.more, 0), (self.out, 0)):
            row.addWidget(widget, stretch)
        self.game = Label("this game", objectName="hint")
        row.addWidget(self.game)
        self.game.setVisible(fixed)
        self.out.setVisible(not fixed)
        self.show_set(pieces)

    @property
    def name(self) -> str:
        """The set in words."""
        return f"{LETTERS[self.mark.number]}"

    def show_set(self, pieces: PieceSet) -> None:
        """Show a set."""
        self.set = pieces
        self.pieces.setToolTip(tip(pieces_words(pieces.pieces)))
        self._elide()
        self.make.setCurrentIndex(self.make.findData(pieces.draw.make))
        self._show_more(pieces.draw.make)
        if not self.more.hasFocus():
            texts = {"times": minus(pieces.draw.factor), "formula": pieces.draw.formula}
            self.more.setText(texts.get(pieces.draw.make, ""))

    def _elide(self) -> None:
        """As much of the pieces' words as there is room for."""
        room = self.pieces.width() - 28
        words = self.pieces.fontMetrics().elidedText(self.pieces.toolTip(), Qt.TextElideMode.ElideRight, room)
        self.pieces.setText(entry(words))

    def resizeEvent(self, event: QResizeEvent) -> None:
        """The words have other room now."""
        super().resizeEvent(event)
        QTimer.singleShot(0, self, self._elide)

    def _show_more(self, make: str) -> None:
        self.more.setVisible(make in ("times", "formula"))
        self.more.setAccessibleName("the fixed number" if make == "times" else "the formula")

    def _ask_edit(self) -> None:
        at = replace(knob_at(Game(), "pieces"), value=self.set.pieces)
        self.edit_asked.emit(at, self._set_pieces)

    def _set_pieces(self, pieces: Any) -> None:
        self._try({**self.set.model_dump(), "pieces": pieces})

    def _set_draw(self, name: str, value: Any) -> None:
        self._try({**self.set.model_dump(), "draw": {**self.set.draw.model_dump(), name: value}})

    def _take_more(self, text: str) -> None:
        self._set_draw("factor" if self.make.currentData() == "times" else "formula", text)

    def _try(self, data: dict[str, Any]) -> None:
        try:
            pieces = set_from(data)
        except GameError as error:
            self.trouble = error.sentence
            self._show_more(data["draw"]["make"])
        else:
            self.trouble = ""
            self.show_set(pieces)
        self.changed.emit(self.set)


class ComparePage(OddsPage):
    """The game's own set first, then up to three others."""

    edit_asked = Signal(object, object, object)
    """A KnobAt, what to do with its new value, and the widget to open the editor at."""

    def __init__(self) -> None:
        super().__init__()
        self.rows: list[SetRow] = []
        self.list = QVBoxLayout()
        self.list.setSpacing(4)
        self.add = QToolButton(text="Add a set", popupMode=QToolButton.ToolButtonPopupMode.InstantPopup)
        self.add.setObjectName("add")
        menu = QMenu(self.add)
        for words, pieces, draw in SETS:
            other = PieceSet(pieces=pieces, draw=draw)
            menu.addAction(words).triggered.connect(lambda _=False, other=other: self.add_set(other))
        self.add.setMenu(menu)
        self.trouble = plain_label("trouble")
        self.chart = ChartView("total", "chance")
        take_the_rest(self.chart, 170)
        self.words = plain_label()
        self.column.addLayout(self.list)
        self.column.addWidget(self.add, 0, Qt.AlignmentFlag.AlignLeft)
        self.column.addWidget(self.trouble)
        self.column.addWidget(self.chart, 1)
        self.column.addWidget(self.words)

    def draw(self) -> None:
        """Put the game's set first; begin with one other to compare with."""
        if not self.rows:
            self._append(self.set, fixed=True)
            own = (self.set.pieces, self.set.draw)
            other = next(s for s in SETS if (s[1], s[2]) != own)
            self._append(PieceSet(pieces=other[1], draw=other[2]), fixed=False)
        self.rows[0].show_set(self.set)
        self._show()

    def picture(self) -> QWidget:
        """The bars of all sets."""
        return self.chart

    def add_set(self, pieces: PieceSet) -> None:
        """Add another set, if there is room."""
        if len(self.rows) < MOST:
            self._append(pieces, fixed=False)
            self._show()

    def _append(self, pieces: PieceSet, fixed: bool) -> None:
        row = SetRow(len(self.rows), pieces, fixed)
        row.changed.connect(lambda _: self._show())
        row.removed.connect(lambda: self._remove(row))
        row.edit_asked.connect(lambda at, take: self.edit_asked.emit(at, take, row.pieces))
        self.rows.append(row)
        self.list.addWidget(row)

    def _remove(self, gone: SetRow) -> None:
        kept = [row.set for row in self.rows[1:] if row is not gone]
        for row in self.rows[1:]:
            row.hide()
            self.list.removeWidget(row)
            row.deleteLater()
        del self.rows[1:]
        for pieces in kept:
            self._append(pieces, fixed=False)
        self._show()

    def _show(self) -> None:
        c, colours = self.colours, inks(self.colours)
        self.add.setEnabled(len(self.rows) < MOST)
        troubles = [f"{row.name}: {row.trouble}" for row in self.rows if row.trouble]
        self.trouble.setText(" ".join(troubles))
        self.trouble.setVisible(bool(troubles))
        self.chart.clear_to(c)
        shown = [row for row in self.rows if row.set.distribution.totals]
        top, low, high = 0.0, np.inf, -np.inf
        for row in shown:
            odds = row.set.distribution
            row.mark.colour = colours[row.mark.number]
            row.mark.update()
            at, chances = np.array([float(total) for total in odds.totals]), odds.chances
            few = len(at) <= MOST_POINTS
            self.chart.line(at, chances, colours[row.mark.number], few, MARKS[row.mark.number])
            top, low, high = max(top, float(chances.max())), min(low, at[0]), max(high, at[-1])
        if shown:
            edge = 0.03 * (high - low) or 1
            self.chart.frame(low - edge, high + edge, top)
            self.chart.percents_up(top)
            self.chart.count_across(low, high)
        first = shown[0] if shown else None
        self.words.setText(
            "\n".join(self._compared(first, row) for row in shown[1:] if first is not None)
            or "Add a set to compare with."
        )

    def _compared(self, one: SetRow, other: SetRow) -> str:
        return comparison((one.name, other.name), (one.set.distribution, other.set.distribution))
