"""Small things to cut out: counters with a letter and a pattern for each player, and tiles that fold."""

from __future__ import annotations

from collections.abc import Iterator
from math import cos, radians, sin

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPen

from bolometric.core.sheets.cards import CardGrid
from bolometric.core.sheets.contents import Contents
from bolometric.paint.fonts import piece_font
from bolometric.paint.markers import FILLS
from bolometric.paint.palette import Palette
from bolometric.paint.printed.page import FOOT, Page, Paper, fitted, mm

ROUND = 20.0
"""Millimetres across a counter, where no square sets it."""
TILE = 32.0
FLAP = 14.0
"""Millimetres of a tile's side, and of the flap on which it stands."""
LETTERS = "ABCDEFGH"


def disc(painter: QPainter, middle: QPointF, radius: float, seat: int, palette: Palette, hollow: bool = False) -> None:
    """A player's counter: a colour, a letter and a pattern, so that none of them is needed alone."""
    plain = hollow or palette.tone == "lines"
    fill = QColor(palette.sheet if plain else getattr(palette, FILLS[seat % len(FILLS)]))
    ink = QColor(palette.ink if plain else palette.sheet)
    painter.setPen(QPen(QColor(palette.ink), 1.0, Qt.PenStyle.DashLine if hollow else Qt.PenStyle.SolidLine))
    painter.setBrush(fill)
    painter.drawEllipse(middle, radius, radius)
    if not hollow:
        _pattern(painter, middle, radius, seat, ink)
    painter.setBrush(fill)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.drawEllipse(middle, 0.5 * radius, 0.5 * radius)
    box = QRectF(middle.x() - 0.7 * radius, middle.y() - 0.7 * radius, 1.4 * radius, 1.4 * radius)
    fitted(painter, box, LETTERS[seat % len(LETTERS)], Qt.AlignmentFlag.AlignHCenter, radius, ink, piece_font)


def _pattern(painter: QPainter, middle: QPointF, radius: float, seat: int, ink: QColor) -> None:
    """Rays, rings, bars, a cross, dots or nothing, by the player."""
    path = QPainterPath()
    path.addEllipse(middle, radius, radius)
    painter.save()
    painter.setClipPath(path)
    painter.setPen(QPen(ink, max(0.8, 0.07 * radius)))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    match seat % 6:
        case 1:
            painter.drawEllipse(middle, 0.75 * radius, 0.75 * radius)
        case 2:
            for turn in range(0, 360, 30):
                way = QPointF(cos(radians(turn)), sin(radians(turn)))
                painter.drawLine(middle + way * 0.55 * radius, middle + way * radius)
        case 3:
            for at in range(-4, 5):
                x = middle.x() + at * 0.24 * radius
                painter.drawLine(QPointF(x, middle.y() - radius), QPointF(x, middle.y() + radius))
        case 4:
            for turn in range(0, 360, 45):
                way = QPointF(cos(radians(turn)), sin(radians(turn)))
                painter.drawEllipse(middle + way * 0.77 * radius, 0.08 * radius, 0.08 * radius)
        case 5:
            for at in range(-4, 5):
                y = middle.y() + at * 0.24 * radius
                painter.drawLine(QPointF(middle.x() - radius, y), QPointF(middle.x() + radius, y))
    painter.restore()


def counter_pages(contents: Contents, paper: Paper, times: int, wide: float) -> Iterator[Page]:
    """Counters in rows: all of the first player, then of the next; ``wide`` is how far across, in millimetres."""
    cell = wide + 3.0
    grid = CardGrid(paper.size(), paper.printing.margin, (cell, cell), FOOT)
    seats = [seat for seat in range(contents.game.seats.count) for _ in range(contents.counters * times)]
    pages = -(-len(seats) // grid.a_page)
    for page in range(pages):

        def draw(painter: QPainter, page: int = page) -> None:
            for at in range(page * grid.a_page, min((page + 1) * grid.a_page, len(seats))):
                place = grid.front(at)
                middle = QPointF(mm(place.left + cell / 2), mm(place.top + cell / 2))
                disc(painter, middle, mm(wide / 2), seats[at], paper.palette)

        yield Page("counters", "counters" if pages == 1 else f"counters {page + 1}", paper.size(), draw)


def tile_pages(contents: Contents, paper: Paper, times: int) -> Iterator[Page]:
    """Tiles to fold along the middle, with a flap to stand on: the number in front, a closed back."""
    high = 2 * TILE + FLAP
    grid = CardGrid(paper.size(), paper.printing.margin, (TILE + 3, high + 3), FOOT)
    names = list(contents.tiles) * times
    pages = -(-len(names) // grid.a_page)
    for page in range(pages):

        def draw(painter: QPainter, page: int = page) -> None:
            for at in range(page * grid.a_page, min((page + 1) * grid.a_page, len(names))):
                place = grid.front(at)
                _tile(painter, QPointF(mm(place.left + 1.5), mm(place.top + 1.5)), names[at], paper.palette)

        yield Page("tiles", "tiles to fold" if pages == 1 else f"tiles to fold {page + 1}", paper.size(), draw)


def _tile(painter: QPainter, corner: QPointF, name: str, palette: Palette) -> None:
    side, flap, ink = mm(TILE), mm(FLAP), QColor(palette.ink)
    back = QRectF(corner.x(), corner.y(), side, side)
    front, foot = back.translated(0, side), QRectF(corner.x(), corner.y() + 2 * side, side, flap)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(ink, 1))
    painter.drawRect(QRectF(corner.x(), corner.y(), side, 2 * side + flap))
    painter.setPen(QPen(QColor(palette.faint), 0.8, Qt.PenStyle.DashLine))
    for y in (front.top(), front.bottom()):
        painter.drawLine(QPointF(back.left(), y), QPointF(back.right(), y))
    fitted(painter, front.adjusted(4, 4, -4, -4), name, Qt.AlignmentFlag.AlignHCenter, 0.62 * side, ink, piece_font)
    painter.drawEllipse(back.center(), 0.3 * side, 0.3 * side)
    painter.drawLine(
        back.center() - QPointF(0.21 * side, 0.21 * side), back.center() + QPointF(0.21 * side, 0.21 * side)
    )
    words = "fold on dashes, glue the flap" if foot.width() > 80 else "glue"
    fitted(painter, foot.adjusted(3, 2, -3, -2), words, Qt.AlignmentFlag.AlignHCenter, 9, QColor(palette.faint))
