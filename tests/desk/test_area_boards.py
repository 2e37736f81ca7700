"""Boards of tiles and boards that are tables: where places lie, and what is seen on them."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QImage, QPainter

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import with_value
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.board import Cells
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.views.table import TableView
from bolometric.paint.board import layout_of, paint_board, played_picture
from bolometric.paint.cell_board import CellLayout, CellPicture
from bolometric.paint.palette import DARK, LIGHT
from bolometric.paint.tile_board import TileLayout, TilePicture, paint_tiles
from tests.desk.test_paint import coloured

DEMO = {path.name.removesuffix(".bolo.json"): read(path) for path in demo_files()}


def drawn(act, width=800, height=500):
    image = QImage(width, height, QImage.Format.Format_RGB32)
    image.fill(Qt.GlobalColor.white)
    painter = QPainter(image)
    act(painter)
    painter.end()
    return image


sizes = st.tuples(st.integers(200, 1500), st.integers(120, 900))


def check_places(layout, room):
    squares = [layout.square(number) for number in range(1, layout.cells + 1)]
    grown = room.adjusted(-0.5, -0.5, 0.5, 0.5)
    for number, square in enumerate(squares, 1):
        assert grown.contains(square)
        assert layout.number_at(square.center()) == number
        assert layout.beside(number, 0) == number
        up = layout.beside(number, 1)
        assert up == number or squares[up - 1].center().y() < square.center().y()
    assert all(not one.intersects(other) for one, other in pairwise(squares))
    assert layout.number_at(QPointF(-5, -5)) is None


@settings(max_examples=60, deadline=None)
@given(st.integers(1, 200), st.booleans(), sizes)
def test_tiles_lie_apart_inside_and_can_be_pointed_at(count, piles, size):
    room = QRectF(10, 10, *size)
    check_places(TileLayout(count, room, piles), room)


@settings(max_examples=60, deadline=None)
@given(st.integers(1, 24), st.integers(1, 15), st.booleans(), sizes)
def test_places_of_a_table_lie_apart_inside_and_can_be_pointed_at(columns, rows, named, size):
    names = tuple(f"row {row}" if named else "" for row in range(rows))
    grid = Cells("across", "down", tuple(map(str, range(columns))), names, ("x",) * columns * rows)
    room = QRectF(10, 10, *size)
    check_places(CellLayout(grid, room), room)


def test_a_shut_tile_and_the_counters_on_a_tile_are_seen(qapp):
    layout, names = TileLayout(9, QRectF(0, 0, 800, 500)), tuple(map(str, range(1, 10)))
    plain = drawn(lambda painter: paint_tiles(painter, layout, TilePicture(names), LIGHT))
    shut = drawn(lambda painter: paint_tiles(painter, layout, TilePicture(names, shut=frozenset({3, 4})), LIGHT))
    assert plain != shut
    assert coloured(shut, LIGHT.faint) > coloured(plain, LIGHT.faint)
    stacks = tuple((0, 1) if place == 2 else () for place in range(9))
    piled = drawn(lambda painter: paint_tiles(painter, layout, TilePicture(names, stacks=stacks), LIGHT))
    assert coloured(piled, LIGHT.night) > coloured(plain, LIGHT.night)
    assert coloured(piled, LIGHT.ember) > coloured(plain, LIGHT.ember)


@pytest.mark.parametrize("seats", [1, 3, 6])
@pytest.mark.parametrize("each", [1, 4, 24])
def test_all_counters_of_a_tile_fit_on_it(qapp, seats, each):
    layout = TileLayout(13, QRectF(0, 0, 700, 400), piles=True)
    stacks = tuple(
        tuple(seat for seat in range(seats) for _ in range(each)) if place == 6 else () for place in range(13)
    )
    names = tuple(map(str, range(1, 14)))
    plain = drawn(lambda painter: paint_tiles(painter, layout, TilePicture(names), LIGHT))
    piled = drawn(lambda painter: paint_tiles(painter, layout, TilePicture(names, stacks=stacks), LIGHT))
    beside = np.ones((400, 700), bool)  # the tiles themselves but for the one with counters: their numbers make room
    for place in range(1, layout.cells + 1):
        rect = layout.square(place).adjusted(-2, -2, 2, 2).toAlignedRect()
        beside[max(rect.top(), 0) : rect.bottom() + 1, max(rect.left(), 0) : rect.right() + 1] = False
    assert beside.any()
    assert (pixels(plain) == pixels(piled))[:400, :700][beside].all()


def places_of(name):
    return area_of(DEMO[name]).board.places(DEMO[name])


def played(game, now, told=True):
    board = area_of(game).board
    return played_picture(board.places_at(game, now), board.heat(game), told)


def pixels(image):
    """Its colours, shape (height, width)."""
    image = image.convertToFormat(QImage.Format.Format_RGB32)
    return np.frombuffer(image.constBits(), np.uint32).reshape(image.height(), image.bytesPerLine() // 4)


@pytest.mark.parametrize("palette", [LIGHT, DARK], ids=["light", "dark"])
@pytest.mark.parametrize("name", ["battery-ration", "twin-domes"])
def test_the_place_where_the_game_stands_is_ringed(qapp, name, palette):
    game = DEMO[name]
    sitting = Sitting(game, 2)
    sitting.draw()
    shown = played(game, sitting.now)
    assert isinstance(shown, CellPicture)
    assert shown.cells.here > 0
    layout = layout_of(area_of(game).board.places(game), QRectF(0, 0, 800, 500))
    image = drawn(lambda painter: paint_board(painter, layout, shown, palette))
    assert coloured(image, palette.ember) > 20
    assert layout.square(shown.cells.here).isValid()


def test_best_play_is_only_shown_at_the_table_when_it_is_asked_for(qapp):
    game = DEMO["battery-ration"]
    now = Sitting(game).now
    blank, told = played(game, now, False), played(game, now, True)
    assert set(blank.cells.texts) == {""}
    assert blank.warmth is None
    assert told.cells.texts == area_of(game).board.places(game).texts


def test_the_columns_of_every_seat_are_shown_and_filled_by_a_click(qtbot):
    view = TableView()
    qtbot.addWidget(view)
    view.resize(800, 600)
    view.show_game(DEMO["signal-digits"], LIGHT)
    grid = view.board._picture.cells
    assert grid.columns == ("hundreds", "tens", "ones")
    assert grid.rows == ("player 1", "player 2", "player 3")
    view.draw.click()
    digit = view.sitting.here.shown.sum
    view.board.square_chosen.emit(5)  # a column of seat 2, which is not to move
    assert view.sitting.now.seat == 0
    view.board.square_chosen.emit(2)
    assert view.board._picture.cells.texts[1] == digit
    assert view.sitting.now.seat == 1


def test_the_table_for_digits_is_the_threshold_of_each_set_of_columns(qapp):
    grid = places_of("signal-digits")
    assert grid.rows == ("H T O", "H T", "H O", "T O")
    assert grid.columns == tuple(map(str, range(10)))
    assert "".join(grid.texts[:10]) == "OOOOTTHHHH"


def test_a_chart_and_a_line_grow_with_their_settings(qtbot):
    for name, path, value, count in (
        ("comet-chart", "area.chart", 80, 80),
        ("beacon-watch", "area.last", 15, 15),
        ("dome-shutters", "area.tiles", 12, 12),
    ):
        widget = BoardWidget()
        qtbot.addWidget(widget)
        widget.resize(900, 600)
        game = with_value(DEMO[name], path, value)
        widget.show_board(game, measure_exactly(game).heat, LIGHT)
        assert widget.count == count
        widget.show()
        qtbot.keyClick(widget, Qt.Key.Key_Right)
        assert widget.picked == 1
        assert widget.describe(1)
        chosen = []
        widget.square_chosen.connect(chosen.append)
        qtbot.keyClick(widget, Qt.Key.Key_Return)
        qtbot.mouseClick(widget, Qt.MouseButton.LeftButton, pos=widget.layout_now().square(count).center().toPoint())
        assert chosen == [1, count]


def test_a_board_is_laid_out_anew_where_it_has_another_size_or_other_places(window):
    """What lies where is remembered, for this room and these places alone."""
    board = window.shape.board
    for size in ((900, 600), (600, 420)):
        board.resize(*size)
        assert board.layout_now().area == board.room()
        assert board.layout_now() is board.layout_now()
    board.show_board(with_value(board.game, "area.length", 12), None, board.colours)
    assert board.layout_now().cells == board.count == 12


def test_a_board_from_games_played_says_so_before_anybody_points(qtbot):
    widget = BoardWidget()
    qtbot.addWidget(widget)
    for name, how in (("orbit-chain", "simulated ± "), ("ridge-ascent", "")):
        heat = measure_exactly(DEMO[name]).heat
        widget.show_board(DEMO[name], heat, LIGHT)
        assert bool(heat.stderr) == bool(how)
        assert ("simulated" in widget.describe(0)) == bool(how)
        assert how in widget.describe(0)
