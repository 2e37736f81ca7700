"""What makes a page a board to play on: the game's name on top, a frame, and squares in pale colours."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.board import Picture
from bolometric.paint.cell_board import CellPicture
from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette
from bolometric.paint.printed.page import fitted, mm
from bolometric.paint.tile_board import TilePicture
from bolometric.paint.trail_board import TrailPicture

HEAD, EDGE = 13.0, 4.0
"""Millimetres for the name on top, and between the frame and the board."""
LINE = 0.9
"""Millimetres of the frame's own width."""
TINTS = ("#fbe6d3", "#fdf3cf", "#e4f0df", "#dfeaf6")
"""Grounds of squares one after the other, all pale enough for dark letters; only where colours are wanted."""


def within(room: tuple[float, float]) -> tuple[float, float]:
    """Width and height that a frame leaves of a page, in millimetres."""
    return room[0] - 2 * EDGE, room[1] - HEAD - 2 * EDGE


def inside(room: QRectF) -> QRectF:
    """Where the board lies within the frame, in units."""
    return room.adjusted(mm(EDGE), mm(HEAD + EDGE), -mm(EDGE), -mm(EDGE))


def paint_frame(painter: QPainter, room: QRectF, name: str, palette: Palette) -> None:
    """The frame round the whole room, with the name in a band on top."""
    colour = QColor(palette.night)
    half = mm(LINE) / 2
    painter.save()
    painter.setPen(QPen(colour, mm(LINE)))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRoundedRect(room.adjusted(half, half, -half, -half), mm(5), mm(5))
    painter.restore()
    band = QRectF(room.left() + mm(EDGE), room.top() + mm(2.2), room.width() - 2 * mm(EDGE), mm(HEAD - 2.6))
    fitted(painter, band, name, Qt.AlignmentFlag.AlignHCenter, 0.72 * band.height(), colour, piece_font)


def tinted(picture: Picture, palette: Palette) -> Picture:
    """The board with a pale ground for each square, where it shows no heat; not in grey or in lines, to save ink."""
    if palette.tone in ("grey", "lines"):
        return picture
    match picture:
        case TrailPicture(length=count, warmth=None):
            return replace(picture, tints=_in_turn(range(count)))
        case TilePicture(names=names, warmth=None):
            return replace(picture, tints=_in_turn(range(len(names))))
        case CellPicture(cells=cells, warmth=None):
            wide = len(cells.columns)
            return replace(picture, tints=_in_turn(at // wide + at % wide for at in range(len(cells.texts))))
    return picture


def _in_turn(places: Iterable[int]) -> list[str]:
    return [TINTS[place % len(TINTS)] for place in places]
