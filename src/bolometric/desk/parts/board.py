"""The board on screen: tinted by how often each place is used, with the figure on it."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.areas.catalogue import area_of, describe
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat, Places, Track
from bolometric.paint.board import Layout, Picture, layout_of, paint_board, picture_of
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette, ink_on, usual
from bolometric.paint.trail_board import TrailLayout

LEGEND = 34
MARKED = 34
"""Pixels a place must be wide for a word about best play."""
MARGIN = 14
HANDLE = 12.0
"""Pixels across the handle of a curve."""


class BoardWidget(QWidget):
    """Draws the board; arrows or the mouse pick a place."""

    square_picked = Signal(int)
    """The place pointed at, from 1, 0 for none."""
    square_chosen = Signal(int)
    """A place was clicked, or Enter pressed on it."""
    bent = Signal(int, float, float)
    """A handle, from 0, was drawn to another place: from the left and from the top, in percent."""
    stroked = Signal(tuple)
    """Places that were gone over with the button held down, once it is let go."""

    def __init__(self) -> None:
        super().__init__()
        self.game = Game()
        self.heat: Heat | None = None
        self.colours: Palette = LIGHT
        self.picked = self.held = 0
        self.stroking = False
        """Whether places are gone over, not chosen one by one."""
        self._stroke: list[int] = []
        self._handle: int | None = None
        self.drawn = object()
        """Stands for what is drawn along from a press to its release."""
        self._only = "both"
        self.marks: dict[int, str] = {}
        self.places: Places = Track(1)  # until a game is shown
        self._picture = picture_of(self.places, None)
        self._laid: tuple[Places, QRectF, Layout] | None = None
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(320, 220)
        self.setAccessibleName("Board: the arrow keys go from place to place")

    def sizeHint(self) -> QSize:
        """As large as there is room."""
        return QSize(820, 520)

    def show_board(self, game: Game, heat: Heat | None, colours: Palette) -> None:
        """Take on a board and how often its places are used."""
        if game != self.game:
            self.held = 0
        self.game, self.heat, self.colours = game, heat, colours
        self.places = area_of(game).board.places(game)
        self._picture, self.marks = self._picture_now(), {}
        self._pick(min(self.picked, self.count))
        self.update()

    def _picture_now(self) -> Picture:
        """The board with what is to be seen of it."""
        places = self.places
        if self._only == "heat" and isinstance(places, Track):
            places = replace(places, carried=())
        return picture_of(places, None if self._only == "kinds" else self.heat)

    def show_only(self, shown: str) -> None:
        """Show how often places are used ('heat'), what they carry ('kinds'), or 'both'."""
        self._only = shown
        self._picture = self._picture_now()
        self.update()

    def hold(self, number: int) -> None:
        """Mark a place as taken up; 0 for none."""
        self.held = number
        self.update()

    @property
    def count(self) -> int:
        """How many places there are to pick."""
        return self.layout_now().cells

    def layout_now(self) -> Layout:
        """Where the places lie at the present size; remembered, since each look at the board asks several times."""
        if self._laid is None or self._laid[0] is not self.places or self._laid[1] != self.room():
            self._laid = self.places, self.room(), layout_of(self.places, self.room())
        return self._laid[2]

    def room(self) -> QRectF:
        """What there is for the board, above its legend."""
        return QRectF(self.rect()).adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN - LEGEND)

    def describe(self, number: int) -> str:
        """Sentences about a place; for 0 about the board as a whole."""
        if self.heat is None or number > self.count:
            return ""
        told: str = describe(self.game, self.heat, number or None)
        if not number and self.heat.stderr:
            told = f"{told} What the colours show is {self.heat.known}.".strip()
        return told

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw board, legend and the ring around the picked place."""
        painter = QPainter(self)
        layout = self.layout_now()
        paint_board(painter, layout, self._picture, self.colours)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        self._paint_marks(painter, layout)
        self._paint_handles(painter, layout)
        for ringed in {self.picked, self.held, *self._stroke} - {0}:
            ring = layout.square(ringed)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(self.colours.ember), 3))
            painter.drawRoundedRect(ring.adjusted(-1, -1, 1, 1), 6, 6)
        self._paint_legend(painter)
        painter.end()

    def _paint_marks(self, painter: QPainter, layout: Layout) -> None:
        """What is best on each place that a turn begun at the picked one can come to."""
        if self.heat is None:
            return
        for place, word in self.marks.items():
            square = layout.square(place)
            if square.width() < MARKED:
                continue
            box = QRectF(square.left() + 3, square.bottom() - 23, square.width() - 6, 20)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(self.colours.night if word == "go on" else self.colours.ember))
            painter.drawRoundedRect(box, 4, 4)
            painter.setPen(QColor(self.colours.sheet))
            painter.setFont(screen_font(11))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, word)

    def _paint_legend(self, painter: QPainter) -> None:
        if self.heat is None or self._only == "kinds":
            return
        values = list(self.heat.scaled) or [0.0]
        row = QRectF(MARGIN, self.height() - LEGEND - 2, self.width() - 2 * MARGIN, LEGEND - 8)
        painter.setFont(screen_font(13))
        painter.setPen(QColor(self.colours.faint))
        words = f"{self.heat.legend}:"
        painter.drawText(row, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, words)
        left = row.left() + painter.fontMetrics().horizontalAdvance(words) + 10
        wide = min(86.0, (row.right() - left) / 3 - 6)
        marks = ((0.0, 0.0, "rare"), (0.5, usual(values), "usual"), (1.0, max(values), "most"))
        for warmth, value, name in marks:
            box = QRectF(left, row.top() + 1, wide, row.height() - 2)
            tint = self.colours.heat(warmth)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(tint)
            painter.drawRoundedRect(box, 4, 4)
            painter.setPen(ink_on(tint))
            ends = self.heat.ends
            text = f"{name} {round(100 * value)}" if ends is None else ends[round(2 * warmth)]
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
            left += wide + 6

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Pick the place below the pointer, and go over it while a stroke is made; or draw a handle along."""
        if self._handle is not None:
            layout = self.layout_now()
            if isinstance(layout, TrailLayout):
                self.bent.emit(self._handle, *layout.part_of_room(event.position()))
            return
        self._pick(self.layout_now().number_at(QPointF(event.position())) or 0)
        if self._stroke and self.picked and self.picked not in self._stroke:
            self._stroke.append(self.picked)
            self.update()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Take hold of a handle, choose the place below the pointer, or begin a stroke there."""
        self._handle, self.drawn = self._handle_at(event.position()), object()
        if self._handle is not None:
            return
        number = self.layout_now().number_at(QPointF(event.position()))
        if number and self.stroking:
            self._stroke = [number]
            self.update()
        elif number:
            self.square_chosen.emit(number)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """A stroke is done, or a handle let go."""
        self._handle = None
        stroke, self._stroke = tuple(self._stroke), []
        if stroke:
            self.stroked.emit(stroke)
            self.update()

    def _handle_at(self, point: QPointF) -> int | None:
        """The handle of a curve at a point, if there is one."""
        layout = self.layout_now()
        handles = layout.handles if isinstance(layout, TrailLayout) and not self.stroking else []
        near = [(point - handle).manhattanLength() for handle in handles]
        return near.index(min(near)) if near and min(near) <= HANDLE * 1.6 else None

    def _paint_handles(self, painter: QPainter, layout: Layout) -> None:
        """Rings by which a curve can be bent."""
        painter.setBrush(QColor(self.colours.sheet))
        painter.setPen(QPen(QColor(self.colours.ember), 2.5))
        for handle in layout.handles if isinstance(layout, TrailLayout) else []:
            painter.drawEllipse(handle, HANDLE / 2, HANDLE / 2)

    def leaveEvent(self, event: QEvent) -> None:
        """Pick nothing once the pointer has gone."""
        self._pick(0)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Left and right go along, up and down a row, Enter chooses."""
        along, rows = {
            Qt.Key.Key_Right: (1, 0),
            Qt.Key.Key_Left: (-1, 0),
            Qt.Key.Key_Up: (0, 1),
            Qt.Key.Key_Down: (0, -1),
        }.get(Qt.Key(event.key()), (0, 0))
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self.picked:
            if self.stroking:
                self.stroked.emit((self.picked,))
            else:
                self.square_chosen.emit(self.picked)
        elif rows and self.picked:
            self._pick(self.layout_now().beside(self.picked, rows))
        elif along or rows:
            self._pick(min(max(self.picked + along, 1), self.count))
        else:
            super().keyPressEvent(event)

    def _pick(self, number: int) -> None:
        if number != self.picked:
            self.picked = number
            self.marks = area_of(self.game).board.marks(self.game, number) if self.heat is not None and number else {}
            self.update()
            self.square_picked.emit(number)
