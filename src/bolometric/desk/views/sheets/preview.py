"""One page as it will come out, at any size on screen."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QScrollArea, QWidget

from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.printed.page import Page, Paper, mm, paint_page

EDGE = 10
"""Pixels round the page."""
ZOOMS: tuple[tuple[str, float | None], ...] = (
    ("whole page", None),
    ("half size", 0.5),
    ("true size", 1.0),
    ("twice as large", 2.0),
)


class _Paper(QWidget):
    """The page itself."""

    def __init__(self) -> None:
        super().__init__()
        self.page: Page | None = None
        self.paper: Paper | None = None
        self.number, self.count, self.scale = 1, 1, 1.0
        self.colours: Palette = LIGHT

    def paintEvent(self, event: QPaintEvent) -> None:
        """Paint white paper, and the page on it."""
        if self.page is None or self.paper is None:
            return
        painter = QPainter(self)
        wide, high = (mm(length) * self.scale for length in self.page.size)
        left, top = max((self.width() - wide) / 2, EDGE), max((self.height() - high) / 2, EDGE)
        painter.setPen(QPen(QColor(self.colours.faint), 1))
        painter.setBrush(QColor("#ffffff"))
        painter.drawRect(QRectF(left - 1, top - 1, wide + 1, high + 1))
        painter.translate(left, top)
        painter.scale(self.scale, self.scale)
        painter.setClipRect(QRectF(0, 0, mm(self.page.size[0]), mm(self.page.size[1])))
        paint_page(painter, self.page, self.paper, self.number, self.count)
        painter.end()


class Preview(QScrollArea):
    """Shows a page, whole or in true size; Page Up and Page Down turn the pages."""

    turned = Signal(int)
    """How many pages on."""

    def __init__(self) -> None:
        super().__init__()
        self.sheet = _Paper()
        self.setWidget(self.sheet)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("No page")
        self.zoom: float | None = None

    def show_page(self, page: Page | None, paper: Paper | None, number: int, count: int, colours: Palette) -> None:
        """Another page, or none."""
        sheet = self.sheet
        sheet.page, sheet.paper, sheet.number, sheet.count, sheet.colours = page, paper, number, count, colours
        self.setAccessibleName("No page" if page is None else f"Page {number} of {count}: {page.title}")
        self._fit()

    def show_zoom(self, zoom: float | None) -> None:
        """As large as there is room (None), or so many times true size."""
        self.zoom = zoom
        self._fit()

    def _fit(self) -> None:
        page, room = self.sheet.page, self.viewport().size()
        if page is None:
            self.sheet.resize(room)
        else:
            wide, high = (mm(length) for length in page.size)
            whole = min((room.width() - 2 * EDGE) / wide, (room.height() - 2 * EDGE) / high)
            true = self.logicalDpiX() / 96
            self.sheet.scale = max(whole, 0.05) if self.zoom is None else self.zoom * true
            needed = QSize(int(wide * self.sheet.scale) + 2 * EDGE, int(high * self.sheet.scale) + 2 * EDGE)
            self.sheet.resize(needed.expandedTo(room) if self.zoom is not None else room)
        self.sheet.update()

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Fill the room anew."""
        super().resizeEvent(event)
        self._fit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Turn pages; the rest scrolls."""
        by = {Qt.Key.Key_PageDown: 1, Qt.Key.Key_PageUp: -1}.get(Qt.Key(event.key()))
        if by is None:
            super().keyPressEvent(event)
        else:
            self.turned.emit(by)
