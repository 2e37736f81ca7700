"""The board of a game with its heat, whichever kind it is: a trail of squares or a box that is filled."""

from __future__ import annotations

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.race import Squares
from bolometric.core.wording import short_percent
from bolometric.paint.fill_board import FillLayout, FillPicture, cells_of, paint_fill
from bolometric.paint.palette import Palette, warmths
from bolometric.paint.trail_board import TrailLayout, TrailPicture, paint_trail

Layout = TrailLayout | FillLayout
Picture = TrailPicture | FillPicture


def layout_of(area: Trail, room: QRectF) -> Layout:
    """Where the squares or cells lie."""
    if area.unit == "whole":
        return TrailLayout(area.length, room)
    return FillLayout(area.steps, area.per_one, room)


def cell_values(area: Trail, squares: Squares) -> list[float]:
    """The figure of each square or cell: the chance of landing there, or, for a cell of many steps, how often."""
    _, per_cell = cells_of(area.steps)
    if area.unit == "whole" or per_cell == 1:
        return [float(chance) for chance in squares.chance]
    times = squares.times.tolist()
    return [sum(times[at : at + per_cell]) for at in range(0, len(times), per_cell)]


def picture_of(area: Trail, squares: Squares | None, figures: bool = True) -> Picture:
    """The board with its heat; the last square, which ends every journey, does not set the scale."""
    values = None if squares is None or len(squares.chance) != area.steps else cell_values(area, squares)
    warm = None if values is None else [*warmths(values[:-1]), 1.0 if values[-1] > 0 else 0.0]
    told = None if values is None or not figures else [short_percent(value) for value in values]
    if area.unit == "whole":
        return TrailPicture(area.length, warm, told)
    return FillPicture(area.steps, area.per_one, warm, told)


def paint_board(painter: QPainter, layout: Layout, picture: Picture, palette: Palette) -> None:
    """Draw the board with any QPainter."""
    if isinstance(layout, TrailLayout) and isinstance(picture, TrailPicture):
        paint_trail(painter, layout, picture, palette)
    elif isinstance(layout, FillLayout) and isinstance(picture, FillPicture):
        paint_fill(painter, layout, picture, palette)
