"""The handbook's pictures: boards and pieces painted when they are looked at, views as they were taken."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QUrl
from PySide6.QtGui import QImage, QPainter

from bolometric.assets import HERE
from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.pieces.kinds import AnyPiece, Spinner, die
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.palette import Palette
from bolometric.paint.pieces import paint_piece

BOARD, PIECE, SHOT = (520, 220), (96, 96), 530
"""Width and height of a picture; width of one that was taken of a view."""
SHARP = 2
"""Dots for each unit, so that letters are sharp on any screen."""
PIECES: dict[str, AnyPiece] = {"die": die(0, 1, 2, 3, 4, 5), "spinner": Spinner()}


def picture(address: QUrl, colours: Palette) -> QImage | None:
    """The picture of an address such as ``board:trail``; None where there is none."""
    what, name = address.scheme(), address.path()
    if what == "view":
        return _taken(name)
    if what == "piece" and name in PIECES:
        return _painted(PIECE, colours, lambda painter, room: paint_piece(painter, room, PIECES[name], colours))
    game = next((one.game for one in starters() if type(one.game.area).__name__.lower() == name), None)
    if what != "board" or game is None:
        return None
    places = area_of(game).board.places(game)
    return _painted(
        BOARD,
        colours,
        lambda painter, room: paint_board(painter, layout_of(places, room), picture_of(places, None), colours),
    )


def _taken(view: str) -> QImage | None:
    """The picture that was taken of a view with a demo game."""
    image = QImage(str(HERE / "handbook" / "pictures" / f"{view}.webp"))
    if image.isNull():
        return None
    image.setDevicePixelRatio(image.width() / SHOT)
    return image


def _painted(size: tuple[int, int], colours: Palette, paint: object) -> QImage:
    assert callable(paint)
    wide, high = size
    image = QImage(wide * SHARP, high * SHARP, QImage.Format.Format_RGB32)
    image.setDevicePixelRatio(SHARP)
    image.fill(colours.sheet)
    painter = QPainter(image)
    paint(painter, QRectF(4, 4, wide - 8, high - 8))
    painter.end()
    return image
