"""The board of a game with its heat, or as it stands at the table: a trail, a box that is filled, or tiles."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.areas.registry import board_of
from bolometric.core.areas.tiles.spec import Boxes, Counters
from bolometric.core.areas.trail.board import per_cell_of
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat
from bolometric.core.results.standing import Standing
from bolometric.core.text.figures import short_percent
from bolometric.paint.fill_board import FillLayout, FillPicture, paint_fill
from bolometric.paint.grid_board import GridLayout, GridPicture, paint_grid
from bolometric.paint.markers import paint_markers
from bolometric.paint.palette import Palette, warmths
from bolometric.paint.tile_board import TileLayout, TilePicture, paint_tiles
from bolometric.paint.trail_board import TrailLayout, TrailPicture, paint_trail

Layout = TrailLayout | FillLayout | TileLayout | GridLayout
Picture = TrailPicture | FillPicture | TilePicture | GridPicture
TABLES = (Purse, Duel, Digits)
"""Areas whose board is a table."""


def layout_of(game: Game, room: QRectF) -> Layout:
    """Where the places of the board lie."""
    area = game.area
    if isinstance(area, TABLES):
        return GridLayout(board_of(game).grid(game), room)
    if not isinstance(area, Trail):
        return TileLayout(len(board_of(game).names(game)), room, isinstance(area, (Boxes, Counters)))
    if area.unit == "whole":
        return TrailLayout(area.length, room)
    return FillLayout(area.steps, area.per_one, room)


def picture_of(game: Game, heat: Heat | None, figures: bool = True) -> Picture:
    """The board with its heat; the last square of a trail, which ends every first passage, does not set the scale."""
    area = game.area
    values = None if heat is None else heat.values
    warm = None if heat is None else _warm(heat)
    if isinstance(area, TABLES):
        return GridPicture(board_of(game).grid(game), warm, board_of(game).unused(game))
    told = None if values is None or not figures else [short_percent(value) for value in values]
    if not isinstance(area, Trail):
        return TilePicture(board_of(game).names(game), warm, told, unused=board_of(game).unused(game))
    if area.unit == "whole":
        return TrailPicture(area.length, warm, told)
    return FillPicture(area.steps, area.per_one, warm, told)


def _warm(heat: Heat) -> list[float]:
    """The warmth of every place, on the scale that those which count set."""
    if heat.ends is not None:
        return list(heat.values)  # they say themselves how far between the ends they are
    scaled = warmths(list(heat.scaled))
    if heat.unused:
        rest = iter(scaled)
        return [0.5 if place in heat.unused else next(rest) for place in range(1, len(heat.values) + 1)]
    return [*scaled, 1.0 if heat.values[-1] > 0 else 0.0] if heat.last_apart else scaled


def standing_picture(game: Game, standing: Standing, told: bool = True) -> Picture:
    """The board as it stands at the table, without the markers that stand on squares.

    A table that gives best play away is blank unless ``told``.
    """
    if isinstance(game.area, TABLES):
        found = picture_of(game, board_of(game).heat(game))
        assert isinstance(found, GridPicture)
        if isinstance(game.area, Digits):
            return GridPicture(board_of(game).played_grid(game, standing))
        found = replace(found, here=board_of(game).place_of(game, standing))
        if told or isinstance(game.area, Duel):
            return found
        return replace(found, warmth=None, grid=replace(found.grid, texts=("",) * len(found.grid.texts)))
    plain = picture_of(game, None)
    if not isinstance(plain, TilePicture):
        return plain
    shut, stacks = board_of(game).standing(game, standing)
    return replace(plain, shut=shut, stacks=stacks)


def paint_on_squares(painter: QPainter, game: Game, layout: Layout, standing: Standing, palette: Palette) -> None:
    """The markers of a trail."""
    area = game.area
    if isinstance(area, Trail):
        places: tuple[int, ...] = getattr(standing, "places", ())
        per_cell = per_cell_of(area)
        squares = [layout.square(-(-place // per_cell)) if place else None for place in places]
        paint_markers(painter, squares, -1 if standing.over else standing.seat, palette)


def paint_board(painter: QPainter, layout: Layout, picture: Picture, palette: Palette) -> None:
    """Draw the board with any QPainter."""
    if isinstance(layout, TrailLayout) and isinstance(picture, TrailPicture):
        paint_trail(painter, layout, picture, palette)
    elif isinstance(layout, FillLayout) and isinstance(picture, FillPicture):
        paint_fill(painter, layout, picture, palette)
    elif isinstance(layout, TileLayout) and isinstance(picture, TilePicture):
        paint_tiles(painter, layout, picture, palette)
    elif isinstance(layout, GridLayout) and isinstance(picture, GridPicture):
        paint_grid(painter, layout, picture, palette)
