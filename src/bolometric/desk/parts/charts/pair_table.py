"""A table of two numbers shown: what each pair makes, or how often it is worked with, tinted and with figures."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFont, QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import LIGHT, Palette, ink_on

LARGEST, SMALLEST = 50, 17
HEAD = 24
READABLE = 22


@dataclass(frozen=True, slots=True)
class Cell:
    """One pair: what is written, how warm it is (None for a pair that can't come up), and what is said of it."""

    words: str
    warmth: float | None
    total: Value | None = None
    told: str = ""
    wanted: bool = False
    """Whether it is ringed: it is asked for."""
    at: tuple[Value, Value] | None = None
    """The pair, for whoever is told of it."""
    number: int = 0
    """Which of a list it stands for."""


class PairTableView(QWidget):
    """Rows for the first number, columns for the second. Arrow keys or the mouse go from pair to pair."""

    pointed = Signal(object)
    """The cell pointed at, or None."""
    chosen = Signal(object)
    """A cell that was clicked, or on which Enter was pressed."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setAccessibleName(f"{name}: the arrow keys go from pair to pair")
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.head = ""
        self.down: Sequence[Value | str] = ()
        self.across: Sequence[Value | str] = ()
        self.cells: Sequence[Sequence[Cell]] = ()
        self.colours: Palette = LIGHT
        self.picked: Value | None = None
        self.at: tuple[int, int] | None = None
        self._fonts: dict[int, tuple[QFont, QFontMetricsF]] = {}
        """By their size in pixels. A table has hundreds of cells, and beside busy threads each call of Qt waits."""

    def show_cells(
        self,
        head: str,
        down: Sequence[Value | str],
        across: Sequence[Value | str],
        cells: Sequence[Sequence[Cell]],
        colours: Palette,
    ) -> None:
        """Take on a table."""
        self.head, self.down, self.across, self.cells, self.colours = head, down, across, cells, colours
        self.at = None
        self.setMinimumSize((len(across) + 1) * SMALLEST, (len(down) + 1) * SMALLEST + HEAD)
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Room for cells of a readable size."""
        side = LARGEST
        return QSize((len(self.across) + 1) * side, (len(self.down) + 1) * side + HEAD)

    def pick(self, total: Value | None) -> None:
        """Ring every pair that makes a total."""
        if total != self.picked:
            self.picked = total
            self.update()

    def _side(self) -> float:
        room = min(self.width() / (len(self.across) + 1), (self.height() - HEAD) / (len(self.down) + 1))
        return max(SMALLEST, min(room, LARGEST))

    @staticmethod
    def _rect(side: float, row: int, column: int) -> QRectF:
        """Row and column count from 0; -1 is the edge where the numbers stand."""
        return QRectF((column + 1) * side + 1, HEAD + (row + 1) * side + 1, side - 2, side - 2)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw edge and pairs."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(screen_font(13))
        painter.setPen(QColor(self.colours.faint))
        painter.drawText(QRectF(0, 0, self.width(), HEAD - 2), Qt.AlignmentFlag.AlignLeft, self.head)
        side = self._side()
        for column, value in enumerate(self.across):
            self._paint_edge(painter, self._rect(side, -1, column), value)
        for row, value in enumerate(self.down):
            self._paint_edge(painter, self._rect(side, row, -1), value)
            for column, cell in enumerate(self.cells[row]):
                self._paint_cell(painter, self._rect(side, row, column), cell, (row, column) == self.at)
        painter.end()

    def _paint_edge(self, painter: QPainter, square: QRectF, value: Value | str) -> None:
        painter.setPen(QPen(QColor(self.colours.line), 1))
        painter.setBrush(QColor(self.colours.sheet))
        painter.drawRoundedRect(square, 4, 4)
        self._write(painter, square, value if isinstance(value, str) else minus(value), QColor(self.colours.ink), 0.46)

    def _paint_cell(self, painter: QPainter, square: QRectF, cell: Cell, pointed: bool) -> None:
        if cell.warmth is None:
            asked = QPen(QColor(self.colours.night), 2)
            painter.setPen(asked if cell.wanted else QPen(QColor(self.colours.line), 1, Qt.PenStyle.DotLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRoundedRect(square, 4, 4)
            self._write(painter, square, cell.words, QColor(self.colours.faint), 0.36)
            return
        tint = self.colours.heat(cell.warmth)
        ringed = cell.total is not None and cell.total == self.picked
        colour = self.colours.ember if pointed and self.hasFocus() else self.colours.ink
        ring = QPen(QColor(self.colours.night), 2) if cell.wanted else Qt.PenStyle.NoPen
        painter.setPen(QPen(QColor(colour), 3) if ringed or pointed else ring)
        painter.setBrush(tint)
        painter.drawRoundedRect(square, 4, 4)
        if square.width() >= READABLE:
            self._write(painter, square, cell.words, ink_on(tint), 0.42)

    def _write(self, painter: QPainter, square: QRectF, words: str, ink: QColor, part: float) -> None:
        size, room = part * square.height(), 0.9 * square.width()
        font, measured = self._font(size)
        wide = measured.horizontalAdvance(words)
        if wide > room:
            font, _ = self._font(size * room / wide)
        painter.setFont(font)
        painter.setPen(ink)
        painter.drawText(square, Qt.AlignmentFlag.AlignCenter, words)

    def _font(self, pixels: float) -> tuple[QFont, QFontMetricsF]:
        size = max(1, round(pixels))
        if size not in self._fonts:
            font = piece_font(size)
            self._fonts[size] = font, QFontMetricsF(font)
        return self._fonts[size]

    def cell_at(self, at: QPointF) -> tuple[int, int] | None:
        """The row and column below a point."""
        side = self._side()
        column, row = int(at.x() // side) - 1, int((at.y() - HEAD) // side) - 1
        return (row, column) if 0 <= row < len(self.down) and 0 <= column < len(self.across) else None

    def _point(self, at: tuple[int, int] | None) -> None:
        if at != self.at:
            self.at = at
            self.update()
            self.pointed.emit(None if at is None else self.cells[at[0]][at[1]])

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Point at the pair below the pointer."""
        self._point(self.cell_at(event.position()))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Choose the pair below the pointer."""
        at = self.cell_at(event.position())
        if at is not None:
            self.chosen.emit(self.cells[at[0]][at[1]])

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Go from pair to pair, or choose the one pointed at."""
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self.at is not None:
            self.chosen.emit(self.cells[self.at[0]][self.at[1]])
            return
        by = {
            Qt.Key.Key_Left: (0, -1),
            Qt.Key.Key_Right: (0, 1),
            Qt.Key.Key_Up: (-1, 0),
            Qt.Key.Key_Down: (1, 0),
        }.get(Qt.Key(event.key()))
        if by is None or not self.down or not self.across:
            super().keyPressEvent(event)
            return
        row, column = self.at or (0, -1 if by == (0, 1) else 0)
        self._point((min(max(row + by[0], 0), len(self.down) - 1), min(max(column + by[1], 0), len(self.across) - 1)))
