"""For two dice: every pair of faces with its total, tinted by how often the total comes up."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.draw import Distribution
from bolometric.core.pieces import Die
from bolometric.core.wording import minus
from bolometric.paint.die import paint_faces
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import LIGHT, Palette, ink_on, warmths

LARGEST_CELL, SMALLEST_CELL = 46, 15


class FaceTable(QWidget):
    """One row for each face of the first die, one column for each of the second."""

    total_picked = Signal(object)
    """The total of the pair pointed at, or None."""

    def __init__(self) -> None:
        super().__init__()
        self.dice: tuple[Die, ...] = ()
        self.colours: Palette = LIGHT
        self.picked: int | None = None
        self._tints: dict[int, QColor] = {}
        self.setMouseTracking(True)
        self.setAccessibleName("Table of the totals of two dice")

    def sizeHint(self) -> QSize:
        """Room for cells of a readable size."""
        if len(self.dice) != 2:
            return QSize(0, 0)
        columns, rows = len(self.dice[1].faces) + 1, len(self.dice[0].faces) + 1
        return QSize(min(columns * LARGEST_CELL, 620), min(rows * LARGEST_CELL + 24, 620))

    def show_dice(self, dice: tuple[Die, ...], distribution: Distribution, colours: Palette) -> None:
        """Take on two dice."""
        self.dice, self.colours = dice, colours
        warm = warmths([float(way) for way in distribution.ways])
        self._tints = {total: colours.heat(warmth) for total, warmth in zip(distribution.totals, warm, strict=True)}
        self.updateGeometry()
        self.update()

    def pick(self, total: int | None) -> None:
        """Ring every pair that makes a total."""
        if total != self.picked:
            self.picked = total
            self.update()

    def _cell(self) -> float:
        columns, rows = len(self.dice[1].faces) + 1, len(self.dice[0].faces) + 1
        room = min(self.width() / columns, (self.height() - 22) / rows)
        return max(SMALLEST_CELL, min(room, LARGEST_CELL))

    def _rect(self, row: int, column: int) -> QRectF:
        """Row and column count from 0; -1 is the edge where the faces stand."""
        cell = self._cell()
        return QRectF((column + 1) * cell, 22 + (row + 1) * cell, cell, cell).adjusted(1, 1, -1, -1)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw edge and pairs."""
        if len(self.dice) != 2:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(screen_font(13))
        painter.setPen(QColor(self.colours.faint))
        painter.drawText(QRectF(0, 0, self.width(), 20), Qt.AlignmentFlag.AlignLeft, "Die 1 down, die 2 across")
        first, second = self.dice[0].faces, self.dice[1].faces
        for column, face in enumerate(second):
            paint_faces(painter, self._rect(-1, column), [face], self.colours)
        for row, face in enumerate(first):
            paint_faces(painter, self._rect(row, -1), [face], self.colours)
            for column, other in enumerate(second):
                self._paint_pair(painter, self._rect(row, column), face + other)
        painter.end()

    def _paint_pair(self, painter: QPainter, square: QRectF, total: int) -> None:
        tint, ringed = self._tints[total], total == self.picked
        painter.setPen(QPen(QColor(self.colours.ink), 3) if ringed else Qt.PenStyle.NoPen)
        painter.setBrush(tint)
        painter.drawRoundedRect(square, 4, 4)
        painter.setPen(ink_on(tint))
        painter.setFont(piece_font(0.42 * square.height()))
        painter.drawText(square, Qt.AlignmentFlag.AlignCenter, minus(total))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Pick the total of the pair below the pointer."""
        at = event.position()
        pairs = (
            (row, column) for row in range(len(self.dice[0].faces)) for column in range(len(self.dice[1].faces))
        ) if len(self.dice) == 2 else ()  # fmt: skip
        for row, column in pairs:
            if self._rect(row, column).contains(at):
                self.total_picked.emit(self.dice[0].faces[row] + self.dice[1].faces[column])
                return
        self.total_picked.emit(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Keys belong to the list of totals beside the table."""
        event.ignore()
