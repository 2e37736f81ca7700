"""The trail on screen: tinted by how often each square is landed on, with the figure on it."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.amounts import tidy
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.race import Squares
from bolometric.core.wording import minus, percent
from bolometric.paint.board import Layout, cell_values, layout_of, paint_board, picture_of
from bolometric.paint.fill_board import FillLayout
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette, ink_on, usual

LEGEND = 34
MARGIN = 14


class BoardWidget(QWidget):
    """Draws the trail; arrows or the mouse pick a square."""

    square_picked = Signal(int)
    """The number of the square pointed at, 0 for none."""

    def __init__(self) -> None:
        super().__init__()
        self.area = Trail()
        self.squares: Squares | None = None
        self.colours: Palette = LIGHT
        self.picked = 0
        self._picture = picture_of(self.area, None)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(320, 240)
        self.setAccessibleName("Board: the arrow keys go from square to square")

    def sizeHint(self) -> QSize:
        """As large as there is room."""
        return QSize(820, 520)

    def show_board(self, area: Trail, squares: Squares | None, colours: Palette) -> None:
        """Take on a board and how often its squares are landed on."""
        self.area, self.squares, self.colours = area, squares, colours
        self._picture = picture_of(area, squares)
        self._pick(min(self.picked, self.count))
        self.update()

    @property
    def count(self) -> int:
        """How many squares or cells there are to pick."""
        layout = self.layout_now()
        return layout.cells if isinstance(layout, FillLayout) else layout.length

    def layout_now(self) -> Layout:
        """Where the squares lie at the present size."""
        room = QRectF(self.rect()).adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN - LEGEND)
        return layout_of(self.area, room)

    def describe(self, number: int) -> str:
        """One sentence about a square."""
        if not number or self.squares is None or number > self.count:
            return ""
        squares, layout = self.squares, self.layout_now()
        known = f"simulated ± {100 * squares.stderr:.2g} points" if squares.stderr else "exact"
        if isinstance(layout, FillLayout):
            return self._describe_cell(layout, number, known)
        chance, times = squares.chance[number - 1], squares.times[number - 1]
        if number == layout.length:
            return f"Square {number}, the last: {percent(chance)} of players get home ({known})."
        often = "for ever, once caught" if times == float("inf") else f"{times:.2f} times on average"
        does = "land here" if self.area.go_on == "no" else "end a turn here"
        return f"Square {number}: {percent(chance)} of players {does} on their way, {often} ({known})."

    def _describe_cell(self, layout: FillLayout, number: int, known: str) -> str:
        assert self.squares is not None
        value, full = cell_values(self.area, self.squares)[number - 1], minus(tidy(layout.amount(number)))
        if number == layout.cells:
            return f"{full}, the full box: {percent(float(self.squares.chance[-1]))} of players get there ({known})."
        if layout.per_cell == 1:
            return f"{full}: {percent(value)} of players have just this much at some time ({known})."
        return f"Up to {full}: players stop here {value:.2f} times on average ({known})."

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw trail, legend and the ring around the picked square."""
        painter = QPainter(self)
        layout = self.layout_now()
        paint_board(painter, layout, self._picture, self.colours)
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
        values = cell_values(self.area, self.squares)[:-1] or [0.0]
        row = QRectF(MARGIN, self.height() - LEGEND - 2, self.width() - 2 * MARGIN, LEGEND - 8)
        painter.setFont(screen_font(13))
        painter.setPen(QColor(self.colours.faint))
        landed = "Landed on" if self.area.go_on == "no" else "A turn ends here"
        words = f"{landed}, of 100 players:" if self.area.steps == self.count else "Stops here, of 100 players:"
        painter.drawText(row, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, words)
        left = row.left() + painter.fontMetrics().horizontalAdvance(words) + 10
        marks = ((0.0, 0.0, "rare"), (0.5, usual(values), "usual"), (1.0, max(values), "most"))
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
            self._pick(min(max(self.picked + along, 1), self.count))
        else:
            super().keyPressEvent(event)

    def _pick(self, number: int) -> None:
        if number != self.picked:
            self.picked = number
            self.update()
            self.square_picked.emit(number)
