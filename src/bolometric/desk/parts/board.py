"""The trail on screen: tinted by how often each square is landed on, with the figure on it."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.race import Squares
from bolometric.core.wording import percent, short_percent
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette, ink_on, usual, warmths
from bolometric.paint.trail_board import TrailLayout, TrailPicture, paint_trail

LEGEND = 34
MARGIN = 14


def picture_of(length: int, squares: Squares | None) -> TrailPicture:
    """The trail with its heat; the last square, which ends every journey, does not set the scale."""
    if squares is None or len(squares.chance) != length:
        return TrailPicture(length)
    chances = squares.chance.tolist()
    warm = warmths(chances[:-1])
    return TrailPicture(length, [*warm, 1.0 if chances[-1] > 0 else 0.0], [short_percent(chance) for chance in chances])


class BoardWidget(QWidget):
    """Draws the trail; arrows or the mouse pick a square."""

    square_picked = Signal(int)
    """The number of the square pointed at, 0 for none."""

    def __init__(self) -> None:
        super().__init__()
        self.length = 40
        self.squares: Squares | None = None
        self.colours: Palette = LIGHT
        self.picked = 0
        self._picture = TrailPicture(40)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(320, 240)
        self.setAccessibleName("Board: the arrow keys go from square to square")

    def sizeHint(self) -> QSize:
        """As large as there is room."""
        return QSize(820, 520)

    def show_board(self, length: int, squares: Squares | None, colours: Palette) -> None:
        """Take on a trail and how often its squares are landed on."""
        self.length, self.squares, self.colours = length, squares, colours
        self._picture = picture_of(length, squares)
        self._pick(min(self.picked, length))
        self.update()

    def layout_now(self) -> TrailLayout:
        """Where the squares lie at the present size."""
        room = QRectF(self.rect()).adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN - LEGEND)
        return TrailLayout(self.length, room)

    def describe(self, number: int) -> str:
        """One sentence about a square."""
        if not number or self.squares is None or number > len(self.squares.chance):
            return ""
        chance, times = self.squares.chance[number - 1], self.squares.times[number - 1]
        if number == self.length:
            return f"Square {number}, the last: {percent(chance)} of players get home (exact)."
        often = "for ever, once caught" if times == float("inf") else f"{times:.2f} times on average"
        return f"Square {number}: {percent(chance)} of players land here on their way, {often} (exact)."

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw trail, legend and the ring around the picked square."""
        painter = QPainter(self)
        layout = self.layout_now()
        paint_trail(painter, layout, self._picture, self.colours)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.picked:
            ring = layout.square(self.picked)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(self.colours.ember), 3))
            painter.drawRoundedRect(ring.adjusted(-1, -1, 1, 1), 6, 6)
        self._paint_legend(painter)
        painter.end()

    def _paint_legend(self, painter: QPainter) -> None:
        if self.squares is None:
            return
        chances = self.squares.chance[:-1]
        row = QRectF(MARGIN, self.height() - LEGEND - 2, self.width() - 2 * MARGIN, LEGEND - 8)
        painter.setFont(screen_font(13))
        painter.setPen(QColor(self.colours.faint))
        words = "Landed on, of 100 players:"
        painter.drawText(row, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, words)
        left = row.left() + painter.fontMetrics().horizontalAdvance(words) + 10
        marks = ((0.0, 0.0, "rare"), (0.5, usual(chances.tolist()), "usual"), (1.0, float(chances.max()), "most"))
        for warmth, value, name in marks:
            box = QRectF(left, row.top() + 1, 86, row.height() - 2)
            tint = self.colours.heat(warmth)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(tint)
            painter.drawRoundedRect(box, 4, 4)
            painter.setPen(ink_on(tint))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, f"{name} {round(100 * value)}")
            left += 92

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Pick the square below the pointer."""
        self._pick(self.layout_now().number_at(QPointF(event.position())) or 0)

    def leaveEvent(self, event: QEvent) -> None:
        """Pick nothing once the pointer has gone."""
        self._pick(0)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Left and right go along the trail, up and down a row."""
        along, rows = {
            Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1),
        }.get(Qt.Key(event.key()), (0, 0))  # fmt: skip
        if rows and self.picked:
            self._pick(self.layout_now().beside(self.picked, rows))
        elif along or rows:
            self._pick(min(max(self.picked + along, 1), self.length))
        else:
            super().keyPressEvent(event)

    def _pick(self, number: int) -> None:
        if number != self.picked:
            self.picked = number
            self.update()
            self.square_picked.emit(number)
