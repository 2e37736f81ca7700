"""Games that are offered, a card each: its board, what changes, and its readings as marks on the target bands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPixmap
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QStyle, QStyledItemDelegate, QStyleOptionViewItem

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.targets import Target
from bolometric.core.judge.suits import off_by
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import headline
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.fonts import screen_font, write
from bolometric.paint.palette import LIGHT, Palette

Index = QModelIndex | QPersistentModelIndex
HIGH = 118
BOARD = QSize(132, 92)
LINE = 24
"""Pixels of height for a mark; more targets than there is room for are told in words alone."""
MOST_MARKS = HIGH // LINE
MARKS = 0.36
"""The part of a card that its marks take, where it is wide enough for words beside them."""
MOST_BOARDS = 24
"""Small boards that are kept painted: of about three screens."""
OFFER = Qt.ItemDataRole.UserRole


@dataclass(frozen=True, slots=True)
class Offer:
    """One game, and what is said of it."""

    game: Game
    title: str
    lines: tuple[str, ...]
    marks: tuple[tuple[Target, Reading | None], ...] = ()

    @property
    def words(self) -> str:
        """All of it for whoever listens."""
        told = [
            f"{READINGS[target.reading].label} {'not known' if found is None else headline(target.reading, found)}"
            for target, found in self.marks
        ]
        return ". ".join((self.title, "; ".join(self.lines), *told))


class OfferList(QListWidget):
    """A list of cards; the one in front is chosen by pointer or by keys, and taken elsewhere."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.colours: Palette = LIGHT
        self.setAccessibleName(name)
        self.setItemDelegate(_OfferPainter(self))
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setVerticalScrollMode(QListWidget.ScrollMode.ScrollPerPixel)
        self.setSpacing(2)

    def show_offers(self, offers: Sequence[Offer], colours: Palette) -> None:
        """Show these; the row that was chosen stays, as far as there is one."""
        self.colours = colours
        row = max(self.currentRow(), 0)
        self.clear()
        for offer in offers:
            self.add_offer(offer)
        self.setCurrentRow(min(row, len(offers) - 1))

    def add_offer(self, offer: Offer) -> None:
        """One more."""
        item = QListWidgetItem()
        item.setData(OFFER, offer)
        item.setData(Qt.ItemDataRole.AccessibleTextRole, offer.words)
        item.setToolTip(offer.words)
        self.addItem(item)

    def offer(self, row: int) -> Offer:
        """The one in a row."""
        found = self.item(row).data(OFFER)
        assert isinstance(found, Offer)
        return found


class _OfferPainter(QStyledItemDelegate):
    """Paints the cards. Boards are painted once for each game."""

    def __init__(self, parent: OfferList) -> None:
        super().__init__(parent)
        self._list = parent
        self._boards: dict[tuple[Game, Palette], QPixmap] = {}

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        """All cards are as high as one another."""
        return QSize(200, HIGH)

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """One card."""
        offer, c = index.data(OFFER), self._list.colours
        room = QRectF(option.rect).adjusted(3, 2, -3, -2)
        chosen = bool(option.state & QStyle.StateFlag.State_Selected)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(c.ember if chosen else c.line), 2 if chosen else 1))
        painter.setBrush(QColor(c.sheet))
        painter.drawRoundedRect(room, 8, 8)
        inner = room.adjusted(10, 8, -10, -8)
        painter.drawPixmap(inner.topLeft(), self._board(offer.game, painter.device().devicePixelRatioF()))
        left = inner.left() + BOARD.width() + 14
        wide = max(MARKS * room.width(), 190.0) if offer.marks else 0.0
        words = QRectF(left, inner.top(), inner.right() - left - wide - 12, inner.height())
        write(painter, words, offer.title, 16, c.ink, bold=True)
        painter.setFont(screen_font(13.5))
        painter.setPen(QColor(c.ink))
        wrapped = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop) | int(Qt.TextFlag.TextWordWrap)
        painter.drawText(words.adjusted(0, 24, 0, 0), wrapped, "\n".join(offer.lines))
        for k, (target, reading) in enumerate(offer.marks[:MOST_MARKS]):
            _paint_mark(painter, QRectF(inner.right() - wide, inner.top() + LINE * k, wide, LINE), target, reading, c)
        painter.restore()

    def _board(self, game: Game, ratio: float) -> QPixmap:
        """The small board of a game; those of a few screens are kept."""
        key = game, self._list.colours
        if key not in self._boards:
            if len(self._boards) > MOST_BOARDS:
                self._boards.clear()
            made = QPixmap(BOARD * ratio)
            made.setDevicePixelRatio(ratio)
            made.fill(Qt.GlobalColor.transparent)
            painter = QPainter(made)
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            places = area_of(game).board.places(game)
            room = QRectF(0, 0, BOARD.width(), BOARD.height())
            paint_board(painter, layout_of(places, room), picture_of(places, None, figures=False), self._list.colours)
            painter.end()
            self._boards[key] = made
        return self._boards[key]


def _paint_mark(painter: QPainter, room: QRectF, target: Target, reading: Reading | None, c: Palette) -> None:
    """A reading's name, its scale with the band and where it lies, and its figure."""
    kind = READINGS[target.reading]
    mean = None if reading is None else reading.mean
    name, figure = room.width() * 0.42, room.width() * 0.28
    write(painter, QRectF(room.left(), room.top() + 2, name - 4, LINE), kind.brief_label, 12.5, c.faint)
    high = min(target.high, 1e4)
    low, top = kind.scale([] if mean is None else [mean], (target.low, high))
    bar = QRectF(room.left() + name, room.center().y() - 3, room.width() - name - figure - 8, 6)

    def x(value: float) -> float:
        return bar.left() + bar.width() * min(max((value - low) / (top - low), 0.0), 1.0)

    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(c.line))
    painter.drawRoundedRect(bar, 3, 3)
    painter.setBrush(QColor(c.moss_wash))
    painter.setPen(QPen(QColor(c.moss), 1))
    painter.drawRect(QRectF(x(target.low), bar.top() - 2, max(x(high) - x(target.low), 2.0), 10))
    met = off_by(target, reading) == 0
    if mean is not None:
        painter.setPen(QPen(QColor(c.sheet), 1.5))
        painter.setBrush(QColor(c.moss if met else c.ember))
        painter.drawEllipse(QPointF(x(mean), bar.center().y()), 5.5, 5.5)
    told = "not known" if reading is None else headline(target.reading, reading)
    right = QRectF(room.right() - figure, room.top() + 2, figure, LINE)
    write(painter, right, told, 12.5, c.moss if met else c.ember, Qt.AlignmentFlag.AlignRight, bold=True)
