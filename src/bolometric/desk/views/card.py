"""A card for each game on the shelf, which is there before its game has been read."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QContextMenuEvent,
    QKeyEvent,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QAbstractButton, QMenu

from bolometric.assets import SUFFIX, demo_folder
from bolometric.desk.parts.plain import tip
from bolometric.paint.fonts import screen_font, write
from bolometric.paint.palette import Palette

if TYPE_CHECKING:
    from bolometric.desk.views.card_entry import ShelfEntry

CARD = QSize(290, 314)
DOES = (("open", "Open"), ("rename", "Rename …\tF2"), ("copy", "Copy"), ("away", "Throw away\tDel"))
"""What may be done with a card, as its menu says it."""
SHIPPED = ("open", "copy")
"""What of it may be done with a demo game, which stays as it is."""
KEYS = {Qt.Key.Key_F2: "rename", Qt.Key.Key_Delete: "away"}


class GameCard(QAbstractButton):
    """One game. Activating it opens the game."""

    def __init__(self, path: Path, colours: Palette) -> None:
        super().__init__()
        self.path, self.colours = path, colours
        self.entry: ShelfEntry | None = None
        self._searched = ""
        self.setFixedSize(CARD)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName(path.name.removesuffix(SUFFIX))

    asked = Signal(str)
    """Something that its menu or a key asks for."""

    @property
    def text_(self) -> str:
        """What is looked through for words."""
        return f"{self.path.name} {self._searched}".casefold()

    @property
    def offered(self) -> list[tuple[str, str]]:
        """What its menu offers."""
        return [one for one in DOES if one[0] in SHIPPED or self.path.parent != demo_folder()]

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What may be done with it."""
        menu = QMenu(self)
        for what, words in self.offered:
            menu.addAction(words).triggered.connect(lambda _=False, what=what: self.asked.emit(what))
        menu.exec(event.globalPos())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """F2 and Delete, as the menu says."""
        what = KEYS.get(Qt.Key(event.key()))
        if what is None:
            super().keyPressEvent(event)
        else:
            self.asked.emit(what)

    def fill(self, entry: ShelfEntry) -> None:
        """The file has been read."""
        from bolometric.desk.views.card_entry import aloud, searched

        self.entry, self._searched = entry, searched(entry)
        self.setToolTip(tip(str(entry.path)))
        self.setAccessibleName(aloud(entry) or self.accessibleName())
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw the card."""
        c = self.colours
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.hasFocus() or self.underMouse()
        painter.setPen(QPen(QColor(c.ember if self.hasFocus() else c.night if lit else c.line), 2 if lit else 1))
        painter.setBrush(QColor(c.sheet))
        card = QRectF(self.rect()).adjusted(1.5, 1.5, -1.5, -1.5)
        painter.drawRoundedRect(card, 10, 10)
        inner = card.adjusted(14, 10, -14, -10)
        exact = self.entry.exact if self.entry else None
        board = QRectF(inner.left(), inner.top(), inner.width(), 148)
        words = QRectF(inner.left(), inner.top() + 158, inner.width(), inner.height() - 158)
        if self.entry is None or exact is None:
            trouble = self.entry.trouble if self.entry else "…"
            write(painter, words, self.path.name.removesuffix(SUFFIX), 18, c.ink, bold=True)
            painter.setFont(screen_font(13))
            painter.setPen(QColor(c.ember))
            below = words.adjusted(0, 26, 0, 0)
            painter.drawText(below, int(Qt.AlignmentFlag.AlignLeft) | int(Qt.TextFlag.TextWordWrap), trouble)
        else:
            from bolometric.desk.views.card_entry import paint_entry

            paint_entry(painter, self.entry, exact, board, words, c)
        painter.end()
