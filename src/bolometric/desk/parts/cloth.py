"""The cloth that pieces fall on: the last draw, large enough to show a class."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QTimer
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from bolometric.core.pieces.kinds import Counters, faces_of
from bolometric.core.play.hand import Shown, Thrown
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.pieces import paint_face

GAP = 16
FRAMES, BETWEEN, TILT = 6, 45, 14.0
"""Pictures of a roll, the milliseconds between them, and the degrees that a piece turns from one to the next."""


class Cloth(QWidget):
    """Where the pieces lie."""

    def __init__(self) -> None:
        super().__init__()
        self.shown: Shown | None = None
        self.colours: Palette = LIGHT
        self.rolls = False
        """Whether a new draw rolls before it lies still."""
        self.frame = 0
        """How many pictures it still takes until the pieces lie still."""
        self._timer = QTimer(self, interval=BETWEEN)
        self._timer.timeout.connect(self._roll_on)
        self.setMinimumHeight(150)
        self.setAccessibleName("The pieces as they fell")

    def show_draw(self, shown: Shown | None, colours: Palette) -> None:
        """Lay out a draw; a new one comes to rest after a moment, where pieces roll."""
        if self.rolls and shown is not None and shown is not self.shown and self.isVisible():
            self.frame = FRAMES
            self._timer.start()
        elif shown is not self.shown:
            self.frame = 0
        self.shown, self.colours = shown, colours
        self.setAccessibleDescription(shown.sum if shown else "")
        self.update()

    def _roll_on(self) -> None:
        self.frame = max(0, self.frame - 1)
        if not self.frame:
            self._timer.stop()
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
            self._paint_rolling(painter, area, thrown, face, self.frame if i % 2 == 0 else -self.frame)
        painter.end()

    def _paint_rolling(self, painter: QPainter, area: QRectF, thrown: Thrown, face: int, turn: int) -> None:
        """A piece as it is ``turn`` pictures away from where it comes to rest: askew, showing another face."""
        if turn == 0:
            paint_face(painter, area, thrown.piece, face, thrown.needle, self.colours)
            return
        painter.save()
        painter.translate(area.center())
        painter.rotate(TILT * turn)
        painter.translate(-area.center())
        shrunk = area.adjusted(0.12 * area.width(), 0.12 * area.height(), -0.12 * area.width(), -0.12 * area.height())
        most = thrown.piece.count + 1 if isinstance(thrown.piece, Counters) else len(faces_of(thrown.piece))
        face = (face + 2 * turn + 1) % most
        paint_face(painter, shrunk, thrown.piece, face, thrown.needle + 70 * turn, self.colours)
        painter.restore()
