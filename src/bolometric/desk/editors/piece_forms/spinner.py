"""A spinner as the disc it is cut out as: sector edges are dragged, angles and faces typed."""

from __future__ import annotations

from contextlib import suppress
from fractions import Fraction
from functools import partial
from math import atan2, degrees
from typing import Any

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QDoubleSpinBox, QGridLayout, QHBoxLayout, QPushButton, QWidget

from bolometric.core.pieces.kinds import CIRCLE, MOST_SECTORS, NARROWEST, Spinner
from bolometric.core.pieces.piece_line import sectors_of_line
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.desk.editors.piece_forms.face_line import FaceLine, with_face
from bolometric.desk.editors.piece_forms.forms import PieceForm
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import Palette
from bolometric.paint.pieces import edges_of, on_circle, paint_spinner

DISC = 210
GRIP = 6
"""Degrees within which an edge is taken hold of."""


class Disc(QWidget):
    """The spinner, its inner edges to drag, or to move with the arrow keys."""

    edge_moved = Signal(int, float)
    """The edge that begins sector ``i`` (from 1), and the degrees it is to lie at."""

    def __init__(self, spinner: Spinner, palette: Palette) -> None:
        super().__init__()
        self.spinner, self._palette = spinner, palette
        self.held = 0
        self.chosen = 1
        self.setFixedSize(QSize(DISC, DISC))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Spinner: up and down choose an edge, left and right move it")

    def show_spinner(self, spinner: Spinner) -> None:
        """Draw another one."""
        self.spinner = spinner
        self.chosen = min(self.chosen, len(spinner.sectors) - 1)
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw disc and grips."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        paint_spinner(painter, QRectF(self.rect()).adjusted(6, 6, -6, -6), self.spinner, self._palette)
        painter.setPen(Qt.PenStyle.NoPen)
        for i, edge in enumerate(edges_of(self.spinner.sectors)[1:-1], 1):
            lit = i == self.held or (self.hasFocus() and i == self.chosen)
            painter.setBrush(QColor(self._palette.ember if lit else self._palette.night))
            painter.drawEllipse(on_circle(QPointF(self.rect().center()), DISC / 2 - 8, edge), 5.5, 5.5)
        painter.end()

    def _degrees(self, at: QPointF) -> float:
        middle = QPointF(self.rect().center())
        return degrees(atan2(at.x() - middle.x(), middle.y() - at.y())) % CIRCLE

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Take hold of the nearest edge."""
        at = self._degrees(event.position())
        edges = edges_of(self.spinner.sectors)[1:-1]
        near = min(range(len(edges)), key=lambda i: abs(edges[i] - at)) if edges else -1
        if edges and abs(edges[near] - at) <= GRIP * 2:
            self.held = self.chosen = near + 1
            self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Move the edge that is held, in whole degrees."""
        if self.held:
            self.edge_moved.emit(self.held, float(round(self._degrees(event.position()))))

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """Let go."""
        self.held = 0
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Choose an edge, or move it by one degree (five with Shift)."""
        inner = len(self.spinner.sectors) - 1
        step = 5 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
        by = {Qt.Key.Key_Left: -step, Qt.Key.Key_Right: step}.get(Qt.Key(event.key()), 0)
        choose = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()), 0)
        if by:
            self.edge_moved.emit(self.chosen, edges_of(self.spinner.sectors)[self.chosen] + by)
        elif choose:
            self.chosen = (self.chosen - 1 + choose) % inner + 1
            self.update()
        else:
            super().keyPressEvent(event)


class SpinnerForm(PieceForm):
    """Disc and rows of face and angle. Angles always fill the circle: what one gains the next one loses."""

    def __init__(self, piece: Spinner, palette: Palette) -> None:
        super().__init__()
        self.data = piece.model_dump()
        self._take(piece)
        self.count = self.counted("sectors", len(piece.sectors), 2, MOST_SECTORS)
        self.count.valueChanged.connect(self._set_count)
        equal = QPushButton("Make all equal")
        equal.clicked.connect(lambda: self._set_count(len(self._sectors)))
        self.typed_line("all sectors as a line", sectors_of_line, self._take_all)
        self.disc = Disc(piece, palette)
        self.disc.edge_moved.connect(self._move_edge)
        self.area = self.row_area()
        row = QHBoxLayout()
        row.addWidget(self.disc)
        row.addWidget(self.area, 1)
        self.column.addLayout(row)
        self.column.addWidget(equal, 0, Qt.AlignmentFlag.AlignLeft)
        self._fill()

    def _take(self, piece: Spinner) -> None:
        self._sectors: list[dict[str, Any]] = [
            {"value": plain(s.value), "word": s.word, "special": s.special, "angle": s.angle} for s in piece.sectors
        ]

    def _fill(self) -> None:
        inner = QWidget(objectName="plain")
        grid = QGridLayout(inner)
        grid.setContentsMargins(0, 0, 6, 0)
        grid.setVerticalSpacing(3)
        self.lines: list[FaceLine] = []
        self.angles: list[QDoubleSpinBox] = []
        for i, sector in enumerate(self._sectors):
            line = self.face_line(sector, f"sector {i + 1}", partial(self._set_face, i))
            line.setMaximumWidth(110)
            angle = QDoubleSpinBox(decimals=1, minimum=NARROWEST, maximum=CIRCLE - NARROWEST, suffix="°")
            angle.setAccessibleName(f"angle of sector {i + 1}")
            angle.setValue(float(sector["angle"]))
            angle.valueChanged.connect(lambda value, i=i: self._set_angle(i, value))
            grid.addWidget(line, i, 0)
            grid.addWidget(angle, i, 1)
            self.lines.append(line)
            self.angles.append(angle)
        grid.addWidget(Label(""), len(self._sectors), 0)
        grid.setRowStretch(len(self._sectors), 1)
        self.show_rows(self.area, inner)

    def _take_all(self, sectors: list[dict[str, Any]]) -> None:
        if not 2 <= len(sectors) <= MOST_SECTORS:
            self.trouble.emit(f"A spinner has from 2 to {MOST_SECTORS} sectors, and these are {len(sectors)}.")
            return
        self._take(Spinner.model_validate({"sectors": sectors}))
        self.count.blockSignals(True)
        self.count.setValue(len(sectors))
        self.count.blockSignals(False)
        self._fill()
        self._send()

    def _set_count(self, count: int) -> None:
        last = self._sectors[-1]
        kept = [*self._sectors[:count], *[last] * (count - len(self._sectors))]
        self._sectors = [{**sector, "angle": Fraction(CIRCLE, count)} for sector in kept]
        self._fill()
        self._send()

    def _set_face(self, i: int, face: dict[str, Any]) -> None:
        self._sectors[i] = with_face(self._sectors[i], face)
        self._send()

    def _set_angle(self, i: int, value: float) -> None:
        """Take the difference from the next sector, or, for the last one, from the one before."""
        other = i + 1 if i + 1 < len(self._sectors) else i - 1
        self._share(i, other, Fraction(str(round(value, 1))))

    def _move_edge(self, edge: int, at: float) -> None:
        start = sum((sector["angle"] for sector in self._sectors[: edge - 1]), Fraction(0))
        self._share(edge - 1, edge, Fraction(str(at)) - start)

    def _share(self, one: int, other: int, wanted: Fraction) -> None:
        """Give ``one`` the angle it wants, as far as it and ``other`` together have it."""
        both = self._sectors[one]["angle"] + self._sectors[other]["angle"]
        angle = min(max(wanted, Fraction(NARROWEST)), both - NARROWEST)
        if angle != self._sectors[one]["angle"]:
            self._sectors[one] = {**self._sectors[one], "angle": angle}
            self._sectors[other] = {**self._sectors[other], "angle": both - angle}
            self._send()
        for i in (one, other):
            self.angles[i].blockSignals(True)
            self.angles[i].setValue(float(self._sectors[i]["angle"]))
            self.angles[i].blockSignals(False)

    def _send(self) -> None:
        sectors = [{**sector, "angle": plain(sector["angle"])} for sector in self._sectors]
        self.data["sectors"] = sectors
        with suppress(GameError), checked():  # whoever takes the piece says what is wrong; the disc stays as it was
            self.disc.show_spinner(Spinner.model_validate({"sectors": sectors, "shown": self.data["shown"]}))
        self.send()
