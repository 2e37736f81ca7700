"""A board on any painter, with its heat or as it stands at the table; it matches on what the board is."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from bolometric.core.results.board import Box, Cells, Heat, Places, Tiles, Track
from bolometric.core.text.figures import short_percent
from bolometric.paint.cell_board import CellLayout, CellPicture, paint_cells
from bolometric.paint.fill_board import FillLayout, FillPicture, paint_fill
from bolometric.paint.markers import paint_lines, paint_markers
from bolometric.paint.palette import Palette, warmths
from bolometric.paint.tile_board import TileLayout, TilePicture, paint_tiles
from bolometric.paint.trail_board import TrailLayout, TrailPicture, paint_trail

Layout = TrailLayout | FillLayout | TileLayout | CellLayout
Picture = TrailPicture | FillPicture | TilePicture | CellPicture


def layout_of(places: Places, room: QRectF) -> Layout:
    """Where the places of the board lie."""
    match places:
        case Track():
            return TrailLayout(places, room)
        case Box():
            return FillLayout(places, room)
        case Tiles(names=names, stacked=stacked):
            return TileLayout(len(names), room, stacked)
        case Cells():
            return CellLayout(places, room)


def picture_of(places: Places, heat: Heat | None, figures: bool = True) -> Picture:
    """The board with its heat; the last square of a trail, which every game comes to, does not set the scale."""
    warm = None if heat is None else _warm(heat)
    told = None if heat is None or not figures else [short_percent(value) for value in heat.values]
    match places:
        case Track():
            return TrailPicture(places.squares, warm, told, places.carried, places.written)
        case Box():
            return FillPicture(warm, told)
        case Tiles():
            return TilePicture(places.names, warm, told, places.shut, places.unused, places.stacks)
        case Cells():
            return CellPicture(places, warm if places.tinted else None)


def _warm(heat: Heat) -> list[float]:
    """The warmth of every place, on the scale that those which count set."""
    if heat.ends is not None:
        return list(heat.values)  # they say themselves how far between the ends they are
    scaled = warmths(list(heat.scaled))
    if heat.unused:
        rest = iter(scaled)
        return [0.5 if place in heat.unused else next(rest) for place in range(1, len(heat.values) + 1)]
    return [*scaled, 1.0 if heat.values[-1] > 0 else 0.0] if heat.last_apart else scaled


def played_picture(places: Places, heat: Heat | None, told: bool = True) -> Picture:
    """The board as it stands at the table, without the markers that stand on squares.

    A table that gives best play away is blank unless ``told``; other boards show no heat, which is for the maker.
    """
    if not isinstance(places, Cells):
        return picture_of(places, None)
    if places.tells_best and not told:
        return picture_of(replace(places, texts=("",) * len(places.texts)), None)
    return picture_of(places, heat)


def paint_on_squares(painter: QPainter, places: Places, layout: Layout, moving: int, palette: Palette) -> None:
    """The markers of a trail or a box; ``moving`` is the seat to move, -1 for none."""
    if isinstance(places, (Track, Box)):
        if isinstance(places, Track) and places.lines:
            filled = [[layout.square(at) for at in range(1, place + 1)] for place in places.markers]
            paint_lines(painter, filled, moving, palette)
            return
        squares = [layout.square(place) if place else None for place in places.markers]
        paint_markers(painter, squares, moving, palette)


def paint_board(painter: QPainter, layout: Layout, picture: Picture, palette: Palette) -> None:
    """Draw the board with any QPainter."""
    match layout, picture:
        case TrailLayout(), TrailPicture():
            paint_trail(painter, layout, picture, palette)
        case FillLayout(), FillPicture():
            paint_fill(painter, layout, picture, palette)
        case TileLayout(), TilePicture():
            paint_tiles(painter, layout, picture, palette)
        case CellLayout(), CellPicture():
            paint_cells(painter, layout, picture, palette)
