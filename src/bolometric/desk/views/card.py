"""A card for each game: what it is, a small picture of its board, and how hard it is."""

from __future__ import annotations

from dataclasses import dataclass, replace
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

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.files import SUFFIX, read
from bolometric.core.results.show import headline
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.settings.heeding import Stop, heeding
from bolometric.core.text.figures import percent, plural
from bolometric.desk.parts.plain import tip
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette
from bolometric.paint.scale import paint_scale

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.results.scale import Scale

CARD = QSize(290, 296)
SCALE = 22.0
"""Pixels of height for two of the scales that say how hard a game is."""
SUITED = 600
"""Games that are played for how well one suits, where that is not worked out."""


@dataclass(frozen=True, slots=True)
class Entry:
    """One file on a shelf: a game that was measured, or a sentence that says why not."""

    path: Path
    exact: Analysis | None
    trouble: str = ""
    scales: tuple[Scale, ...] = ()
    """How hard it is."""
    words: str = ""
    """What stands below the name; if empty what it practises and who plays."""
    suits: float | None = None
    """How well it suits its targets, from 0 to 1; None where it has none, or that is not known yet."""


def look(path: Path, stop: Stop) -> Entry:
    """Read and measure a file for its card. Raises Cancelled once ``stop()`` is true."""
    from bolometric.core.measure.measuring import quick_measure  # once the cards have been painted

    try:
        with heeding(stop):
            exact = quick_measure(read(path), stop)
            _ = exact.heat  # worked out here, on the shelf's thread
        return Entry(path, exact)
    except (FileError, GameError) as error:
        return Entry(path, None, str(error))


def weigh(entry: Entry, stop: Stop) -> Entry:
    """The entry with how hard its game is. Raises Cancelled once ``stop()`` is true."""
    from bolometric.core.judge.difficulty import difficulty_of
    from bolometric.core.judge.suits import targets_of
    from bolometric.core.tuning.looking import look as look_at

    if entry.exact is None:
        return entry
    with heeding(stop):
        targets = targets_of(entry.exact.game)
        suited = look_at(entry.exact.game, targets, SUITED, 1, stop).suits if targets else None
        return replace(entry, scales=difficulty_of(entry.exact, stop), suits=suited)


DOES = (("open", "Open"), ("rename", "Rename …\tF2"), ("copy", "Copy"), ("away", "Throw away\tDel"))
"""What may be done with a card, as its menu says it."""
KEYS = {Qt.Key.Key_F2: "rename", Qt.Key.Key_Delete: "away"}


class Card(QAbstractButton):
    """One game. Activating it opens the game."""

    def __init__(self, path: Path, colours: Palette) -> None:
        super().__init__()
        self.path, self.colours = path, colours
        self.entry: Entry | None = None
        self.setFixedSize(CARD)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName(path.name.removesuffix(SUFFIX))

    asked = Signal(str)
    """Something that its menu or a key asks for."""

    @property
    def text_(self) -> str:
        """What is looked through for words."""
        game = self.entry.exact.game if self.entry is not None and self.entry.exact is not None else None
        about = f"{game.name} {game.brief.practising} {game.brief.group}" if game is not None else ""
        return f"{self.path.name} {about}".casefold()

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What may be done with it."""
        menu = QMenu(self)
        for what, words in DOES:
            menu.addAction(words).triggered.connect(lambda _=False, what=what: self.asked.emit(what))
        menu.exec(event.globalPos())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """F2 and Delete, as the menu says."""
        what = KEYS.get(Qt.Key(event.key()))
        if what is None:
            super().keyPressEvent(event)
        else:
            self.asked.emit(what)

    def fill(self, entry: Entry) -> None:
        """The file has been read."""
        self.entry = entry
        self.setToolTip(tip(str(entry.path)))
        if entry.exact is not None:
            hard = ", ".join(f"{scale.name.lower()}: {scale.headline}" for scale in entry.scales)
            self.setAccessibleName(f"{entry.exact.game.name}, {self._told(entry.exact)}, {hard}")
        self.update()

    def _told(self, exact: Analysis) -> str:
        players = plural(exact.game.seats.count, "player")
        minutes = exact.readings.get("minutes")
        played = ", simulated" if minutes is not None and minutes.method == "simulated" else ""
        told = f"{players} · {headline('minutes', minutes)}{played}" if minutes else players
        suited = self.entry.suits if self.entry is not None else None
        return told if suited is None else f"{told} · suits {percent(suited)}"

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
        if exact is None:
            trouble = self.entry.trouble if self.entry else "…"
            self._text(painter, words, self.path.name.removesuffix(SUFFIX), 18, c.ink, bold=True)
            painter.setFont(screen_font(13))
            painter.setPen(QColor(c.ember))
            below = words.adjusted(0, 26, 0, 0)
            painter.drawText(below, int(Qt.AlignmentFlag.AlignLeft) | int(Qt.TextFlag.TextWordWrap), trouble)
        else:
            game = exact.game
            places = area_of(game).board.places(game)
            plain = picture_of(places, exact.heat, figures=False)  # figures would not be readable here
            paint_board(painter, layout_of(places, board), plain, c)
            self._text(painter, words, game.name, 18, c.ink, bold=True)
            about = (self.entry.words if self.entry else "") or f"{game.brief.practising} · {game.brief.group}"
            self._text(painter, words.adjusted(0, 26, 0, 0), about, 13.5, c.faint)
            self._text(painter, words.adjusted(0, 48, 0, 0), self._told(exact), 14.5, c.ink)
            self._paint_scales(painter, words.adjusted(0, 74, 0, 0))
        painter.end()

    def _paint_scales(self, painter: QPainter, room: QRectF) -> None:
        """The four scales, two a row."""
        half = room.width() / 2
        for k, scale in enumerate(self.entry.scales if self.entry else ()):
            top = room.top() + SCALE * (k // 2)
            left = room.left() + half * (k % 2)
            self._text(painter, QRectF(left, top, 62, SCALE), scale.name.lower(), 12.5, self.colours.faint)
            paint_scale(painter, scale, QRectF(left + 64, top, half - 64 - 14, SCALE - 4), self.colours, small=True)

    def _text(self, painter: QPainter, area: QRectF, words: str, size: float, colour: str, bold: bool = False) -> None:
        painter.setFont(screen_font(size, bold))
        painter.setPen(QColor(colour))
        fitted = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, int(area.width()))
        painter.drawText(area, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop, fitted)
