"""Draws numbered tiles: in a row, on a line, or as a chart, open or shut, with the counters that lie on them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import Palette, ink_on

GAP = 0.06
LEGIBLE, READABLE = 9, 34
"""Pixels a tile must measure before its number, and before its figure, is written."""
TALL = {1: 1.7, 2: 1.35}
"""How much taller than wide tiles in so few rows may be."""
PILES = 4.0
"""How tall a tile is for its width where counters pile up on it."""
CHART = 10
"""Tiles in a row of a chart, as learners know it."""
CHART_FROM = 30
"""Numbers from which tiles make a chart; fewer lie in one or two rows."""


@dataclass(frozen=True, slots=True)
class TilePicture:
    """What is drawn; lists are in the order of the tiles."""

    names: Sequence[str]
    warmth: Sequence[float] | None = None
    figures: Sequence[str] | None = None
    shut: frozenset[int] = frozenset()
    """Tiles, from 1, that are closed."""
    unused: frozenset[int] = frozenset()
    """Tiles, from 1, that are only there for show."""
    stacks: Sequence[Sequence[int]] | None = None
    """For each tile the seats, from 0, of the counters on it."""
    tints: Sequence[str] | None = None
    """Grounds of the tiles where there is no warmth; None for that of a sheet."""


def shape(count: int) -> tuple[int, int]:
    """Columns and rows of so many tiles."""
    columns = CHART if count >= CHART_FROM else count if count <= 14 else ceil(count / 2)
    if count > 12 * CHART:
        columns = 2 * CHART
    return columns, ceil(count / columns)


def tall(rows: int, piles: bool) -> float:
    """How much taller than wide a tile is."""
    return PILES if piles else TALL.get(rows, 0.8)


class TileLayout:
    """Where each tile lies within a rectangle."""

    def __init__(self, count: int, area: QRectF, piles: bool = False) -> None:
        self.cells, self.area = count, area
        self.columns, self.rows = shape(count)
        self.width = min(area.width() / self.columns, area.height() / 2)
        self.height = min(area.height() / self.rows, self.width * tall(self.rows, piles))

    def square(self, number: int) -> QRectF:
        """The tile of a place from 1."""
        row, column = divmod(number - 1, self.columns)
        left = self.area.left() + (self.area.width() - self.columns * self.width) / 2 + column * self.width
        top = self.area.top() + (self.area.height() - self.rows * self.height) / 2 + row * self.height
        gap = GAP * min(self.width, self.height)
        return QRectF(left, top, self.width, self.height).adjusted(gap, gap, -gap, -gap)

    def beside(self, number: int, rows: int) -> int:
        """The place ``rows`` above (or below, if negative); unchanged beyond the board."""
        found = number - rows * self.columns
        return found if 1 <= found <= self.cells else number

    def number_at(self, point: QPointF) -> int | None:
        """The place of the tile at a point, if there is one."""
        return next((n for n in range(1, self.cells + 1) if self.square(n).contains(point)), None)


def paint_tiles(painter: QPainter, layout: TileLayout, picture: TilePicture, palette: Palette) -> None:
    """Draw the tiles with any QPainter."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    size = min(layout.width, layout.height)
    widest = 1.5 * layout.width / max(2, max(len(name) for name in picture.names))
    number, figure = piece_font(min(0.46 * size, widest)), screen_font(min(0.22 * size, 15))
    for i, name in enumerate(picture.names):
        tile, shut, off = layout.square(i + 1), i + 1 in picture.shut, i + 1 in picture.unused
        plain = palette.sheet if picture.tints is None else picture.tints[i]
        ground = QColor(plain) if picture.warmth is None else palette.heat(picture.warmth[i])
        ink = QColor(palette.ink) if picture.warmth is None else ink_on(ground)
        _paint_ground(painter, tile, QColor(palette.paper) if shut or off else ground, shut, off, palette)
        if size < LEGIBLE:
            continue
        told = picture.figures is not None and size >= READABLE and not off
        head = _head(tile, picture)
        painter.setFont(number)
        painter.setPen(QColor(palette.faint) if shut or off else ink)
        upper = head.adjusted(0, 0, 0, -0.32 * head.height()) if told else head
        painter.drawText(upper, Qt.AlignmentFlag.AlignCenter, name)
        if told and picture.figures is not None:
            painter.setFont(figure)
            lower = head.adjusted(0, 0.6 * head.height(), 0, -0.05 * head.height())
            painter.drawText(lower, Qt.AlignmentFlag.AlignCenter, picture.figures[i])
        if picture.stacks is not None:
            foot = QRectF(tile.left(), head.bottom(), tile.width(), tile.bottom() - head.bottom())
            _paint_stack(painter, foot, picture.stacks[i], palette)
    painter.restore()


def _head(tile: QRectF, picture: TilePicture) -> QRectF:
    """The part of a tile that its number stands in; the rest is for counters."""
    tall = tile.height() > 2 * tile.width()
    height = tile.width() if tall else tile.height() if picture.stacks is None else 0.5 * tile.height()
    return QRectF(tile.left(), tile.top(), tile.width(), height)


def _paint_ground(painter: QPainter, tile: QRectF, ground: QColor, shut: bool, off: bool, palette: Palette) -> None:
    """The tile; a closed one is hollow and struck through."""
    round_by = 0.1 * min(tile.width(), tile.height())
    pen = QPen(QColor(palette.line), 1.2)
    if shut or off:
        pen.setStyle(Qt.PenStyle.DashLine)
    painter.setPen(pen)
    painter.setBrush(ground)
    painter.drawRoundedRect(tile, round_by, round_by)
    if shut:
        painter.setPen(QPen(QColor(palette.faint), 2))
        painter.drawLine(
            tile.bottomLeft() + QPointF(round_by, -round_by), tile.topRight() + QPointF(-round_by, round_by)
        )


def _paint_stack(painter: QPainter, foot: QRectF, seats: Sequence[int], palette: Palette) -> None:
    """The counters on a tile: discs with the number of their seat, in rows."""
    if not seats:
        return
    edge = 0.05 * foot.width()
    room = foot.adjusted(edge, 0, -edge, -edge)
    columns = next(
        (n for n in range(1, len(seats) + 1) if room.width() / n <= room.height() / ceil(len(seats) / n)), len(seats)
    )
    side = min(room.width() / columns, room.height() / ceil(len(seats) / columns), 0.55 * room.width() + 4)
    painter.setFont(piece_font(max(0.55 * side, 6)))
    for k, seat in enumerate(seats):
        row, column = divmod(k, columns)
        here = min(columns, len(seats) - row * columns)
        left = room.center().x() - here * side / 2 + column * side
        disc = QRectF(left, room.top() + row * side, side, side).adjusted(1, 1, -1, -1)
        painter.setPen(QPen(QColor(palette.sheet), 1))
        painter.setBrush(QColor(palette.night if seat % 2 == 0 else palette.ember))
        painter.drawEllipse(disc)
        painter.setPen(QColor(palette.sheet))
        painter.drawText(disc, Qt.AlignmentFlag.AlignCenter, str(seat + 1))
