"""The cloth that pieces fall on: the last draw, large enough to show a class."""

from __future__ import annotations

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from bolometric.core.hand import Shown, Thrown
from bolometric.core.pieces import Counters, Pack, Spinner, faces_of
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.pieces import paint_card, paint_counters, paint_spinner, paint_tile

GAP = 16


class Cloth(QWidget):
    """Where the pieces lie."""

    def __init__(self) -> None:
        super().__init__()
        self.shown: Shown | None = None
        self.colours: Palette = LIGHT
        self.setMinimumHeight(150)
        self.setAccessibleName("The pieces as they fell")

    def show_draw(self, shown: Shown | None, colours: Palette) -> None:
        """Lay out a draw."""
        self.shown, self.colours = shown, colours
        self.setAccessibleDescription(shown.sum if shown else "")
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw every piece that was used."""
        if self.shown is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        things = [(thrown, face) for thrown in self.shown.thrown for face in thrown.faces]
        side = min(self.height() - 8.0, (self.width() - GAP) / len(things) - GAP, 220.0)
        left = (self.width() - len(things) * (side + GAP) + GAP) / 2
        for i, (thrown, face) in enumerate(things):
            area = QRectF(left + i * (side + GAP), (self.height() - side) / 2, side, side)
            self._paint(painter, area, thrown, face)
        painter.end()

    def _paint(self, painter: QPainter, area: QRectF, thrown: Thrown, face: int) -> None:
        piece, c = thrown.piece, self.colours
        if isinstance(piece, Counters):
            paint_counters(painter, area, piece, face, c)
        elif isinstance(piece, Spinner):
            paint_spinner(painter, area, piece, c, thrown.needle)
        elif isinstance(piece, Pack):
            paint_card(painter, area, faces_of(piece)[face], piece.shown, c)
        else:
            paint_tile(painter, area, faces_of(piece)[face], piece.shown, c)
