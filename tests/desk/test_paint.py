"""Colours that can be read, and a board whose squares lie where they should."""

from fractions import Fraction
from itertools import pairwise
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PySide6.QtCore import QRectF
from PySide6.QtGui import QColor, QImage, QPainter

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.pieces.faces import Face, pictured
from bolometric.core.pieces.kinds import Counters, Die, Pack, Spinner
from bolometric.core.results.board import Track
from bolometric.desk.editors.piece_forms.editor import PieceButton
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.views.card import GameCard
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.cell_board import CellPicture
from bolometric.paint.faces import paint_value
from bolometric.paint.palette import DARK, LIGHT, ink_on, usual, warmths
from bolometric.paint.pieces import edges_of, paint_counters, paint_piece, paint_spinner, paint_tile
from bolometric.paint.trail_board import TrailLayout, TrailPicture, paint_trail

SCHEMES = [LIGHT, DARK]


def luminance(colour):
    parts = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in QColor(colour).getRgbF()[:3]]
    return 0.2126 * parts[0] + 0.7152 * parts[1] + 0.0722 * parts[2]


def contrast(one, other):
    """Contrast ratio of WCAG 2.2, from 1 to 21."""
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


@pytest.mark.parametrize("scheme", SCHEMES)
def test_all_text_stands_out_from_its_ground(scheme):
    for ground in (scheme.paper, scheme.sheet):
        for ink in (scheme.ink, scheme.faint, scheme.ember, scheme.moss, scheme.night):
            assert contrast(ink, ground) >= 4.5, (ink, ground)
    assert contrast(scheme.night, scheme.night_wash) >= 4.5
    assert contrast(scheme.ink, scheme.night_wash) >= 4.5


@pytest.mark.parametrize("scheme", SCHEMES)
@given(warmth=st.floats(-0.5, 1.5))
def test_figures_stand_out_from_every_tint(scheme, warmth):
    tint = scheme.heat(warmth)
    assert contrast(ink_on(tint), tint) >= 4.5


@pytest.mark.parametrize("scheme", SCHEMES)
def test_the_scale_runs_from_blue_to_ember_in_steps_that_can_be_told(scheme):
    tints = [scheme.heat(step / 20) for step in range(21)]
    warm = [tint.redF() - tint.blueF() for tint in tints]
    assert all(a < b + 1e-6 for a, b in pairwise(warm))
    assert warm[0] < 0 < warm[-1]


@given(st.lists(st.floats(0, 1), min_size=1, max_size=40))
def test_warmth_keeps_the_order_and_its_ends(values):
    warm = warmths(values)
    assert all(0 <= w <= 1 for w in warm)
    for (a, x), (b, y) in pairwise(sorted(zip(values, warm, strict=True))):
        assert x <= y + 1e-9, (a, b)
    if max(values) > usual(values) * 1.001:
        assert max(warm) == pytest.approx(1)
    assert all(w == 0 for v, w in zip(values, warm, strict=True) if v == 0)


@given(st.integers(5, 1000), st.floats(120, 1500), st.floats(90, 1000))
def test_squares_lie_apart_inside_and_in_a_row(length, width, height):
    area = QRectF(10, 20, width, height)
    layout = TrailLayout(Track(length), area)
    assert layout.columns * layout.rows >= length > layout.columns * (layout.rows - 1)
    grown = area.adjusted(-0.01, -0.01, 0.01, 0.01)
    squares = [layout.square(number) for number in range(1, length + 1)]
    assert all(grown.contains(square) for square in squares)
    for one, other in pairwise(squares):
        assert not one.intersects(other)
        across, up = abs(one.center().x() - other.center().x()), abs(one.center().y() - other.center().y())
        assert (across == pytest.approx(layout.width) and up < 0.01) or (
            up == pytest.approx(layout.height) and across < 0.01
        )
    assert squares[0].left() < area.center().x()  # the trail begins at the lower left
    assert squares[0].top() == max(square.top() for square in squares)


@given(st.integers(5, 300), st.data())
def test_a_square_is_found_where_it_was_drawn(length, data):
    layout = TrailLayout(Track(length), QRectF(0, 0, 800, 500))
    number = data.draw(st.integers(1, length))
    assert layout.number_at(layout.square(number).center()) == number
    above = layout.beside(number, 1)
    if above != number:
        assert layout.square(above).center().x() == pytest.approx(layout.square(number).center().x())
        assert layout.beside(above, -1) == number
    assert layout.number_at(layout.area.topLeft() * 2 - layout.area.bottomRight()) is None


def drawn(act, width=300, height=200):
    image = QImage(width, height, QImage.Format.Format_RGB32)
    image.fill(QColor("#808080"))
    painter = QPainter(image)
    act(painter)
    painter.end()
    return image


@pytest.mark.parametrize("length", [5, 40, 1000])
def test_every_square_is_drawn_in_its_tint(qapp, length):
    layout = TrailLayout(Track(length), QRectF(0, 0, 300, 200))
    warm = [i / (length - 1) for i in range(length)]
    image = drawn(lambda painter: paint_trail(painter, layout, TrailPicture(length, warm), LIGHT))
    if length == 1000:
        return  # squares of a few pixels are mostly edge
    for number in (1, length // 2, length):
        corner = layout.square(number).bottomLeft()
        inside = image.pixelColor(int(corner.x() + 5), int(corner.y() - 5))
        assert contrast(inside, LIGHT.heat(warm[number - 1])) < 1.15


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_the_board_of_a_game_has_its_figures(qapp, path):
    exact = measure_exactly(read(path))
    room = QRectF(0, 0, 300, 200)
    places = area_of(exact.game).board.places(exact.game)
    picture, layout = picture_of(places, exact.heat), layout_of(places, room)
    assert len(picture.warmth) == layout.cells
    if isinstance(picture, CellPicture):
        assert len(picture.cells.texts) == layout.cells
    else:
        assert len(picture.figures) == layout.cells
        assert (picture.figures[0] == "0%") == (exact.heat.values[0] == 0)
        assert picture_of(places, None).figures is None
    image = drawn(lambda painter: paint_board(painter, layout, picture, LIGHT))
    last = layout.square(layout.cells)
    at = last.topLeft() + (last.bottomRight() - last.topLeft()) * 0.14
    assert room.contains(last)
    assert layout.number_at(last.center()) == layout.cells
    assert contrast(image.pixelColor(at.toPoint()), LIGHT.heat(picture.warmth[-1])) < 1.02


def test_an_amount_of_many_steps_is_drawn_in_cells_of_several(qapp):
    game = read(next(path for path in demo_files() if path.name.startswith("aurora")))
    game = with_value(game, "area.amount", 30)
    exact = measure_exactly(game)
    places = area_of(game).board.places(game)
    picture, layout = picture_of(places, exact.heat), layout_of(places, QRectF(0, 0, 800, 500))
    assert (layout.cells, places.per_cell) == (300, 10)
    assert layout.amount(1) == Fraction(1, 10)
    assert layout.amount(300) == 30
    assert len(picture.warmth) == 300
    assert layout.beside(1, 1) - 1 == layout.columns


def coloured(image, colour):
    """How many pixels are nearly of a colour."""
    wanted = QColor(colour).getRgb()[:3]
    return sum(
        all(abs(a - b) < 12 for a, b in zip(image.pixelColor(x, y).getRgb()[:3], wanted, strict=True))
        for x in range(0, image.width(), 2)
        for y in range(0, image.height(), 2)
    )


def test_dots_can_be_counted(qapp):
    """The inked area of n dots grows with n and is nothing for none."""
    inked = []
    for n in range(13):

        def act(p, n=n):
            paint_tile(p, QRectF(0, 0, 200, 200), Face(value=n), "dots", LIGHT)

        inked.append(coloured(drawn(act, 200, 200), LIGHT.ink))
    assert inked[0] == 0
    assert all(inked[1:])
    assert inked[1] < inked[2] < inked[3]
    assert inked[4] < inked[5] < inked[6]


INK = QColor(LIGHT.ink)


def pieces_of_ink(image):
    """How many separate patches of a colour there are, and how large the largest is."""
    left = {(x, y) for x in range(image.width()) for y in range(image.height()) if image.pixelColor(x, y) == INK}
    sizes = []
    while left:
        front, size = [left.pop()], 0
        while front:
            x, y = front.pop()
            size += 1
            near = {(x + 1, y), (x - 1, y), (x, y + 1), (x, y - 1)} & left
            left -= near
            front += near
        sizes.append(size)
    return [size for size in sizes if size > 20]


@pytest.mark.parametrize("n", [0, 3, 7, 10, 13, 20])
def test_ten_frames_have_a_dot_for_each_of_the_number(qapp, n):
    """Beside the lines of the frame, which are one patch, or two of two frames, every dot is a patch of ink."""
    image = drawn(lambda p: paint_value(p, QRectF(0, 0, 200, 200), Face(value=n), "frames", INK), 200, 200)
    assert len(pieces_of_ink(image)) == n + (2 if n > 10 else 1)


@pytest.mark.parametrize("part", [Fraction(1, 2), Fraction(2, 3), Fraction(7, 8), Fraction(11, 12)])
def test_of_a_bar_the_part_is_filled_that_it_stands_for(qapp, part):
    bar = drawn(lambda p: paint_value(p, QRectF(0, 0, 400, 400), Face(value=part), "bars", INK), 400, 400)
    row, ground = [bar.pixelColor(x, 200) for x in range(400)], bar.pixelColor(3, 3)
    edges = [x for x, colour in enumerate(row) if colour == INK]
    shaded = sum(colour not in (ground, INK) for colour in row[edges[0] : edges[-1]])
    inside = sum(colour != INK for colour in row[edges[0] : edges[-1]])
    assert shaded / inside == pytest.approx(float(part), abs=0.05)


@given(st.lists(st.integers(2, 60), min_size=1, max_size=5))
def test_sectors_are_as_wide_as_their_angles(qapp, widths):
    angles = [*widths, 360 - sum(widths)]
    spinner = Spinner(sectors=[{"value": i, "angle": angle} for i, angle in enumerate(angles)])
    assert edges_of(spinner.sectors) == [sum(angles[:k]) for k in range(len(angles) + 1)]


def test_a_spinner_shows_its_two_halves_apart(qapp):
    spinner = Spinner(sectors=({"value": 1, "angle": 90}, {"value": 2, "angle": 270}))
    image = drawn(lambda p: paint_spinner(p, QRectF(0, 0, 200, 200), spinner, LIGHT, 200), 200, 200)
    first, second = coloured(image, LIGHT.night_wash), coloured(image, LIGHT.sheet)
    assert 2.5 < second / first < 4
    assert coloured(image, LIGHT.ember) > 0  # the needle


def test_every_piece_has_a_picture_and_special_faces_a_mark(qapp):
    special = {"value": 3, "special": True}
    for piece in (Die(faces=(1, special)), Spinner(sectors=(1, special)), Pack(cards=(special, 2))):
        marked = drawn(lambda p, piece=piece: paint_piece(p, QRectF(0, 0, 120, 120), piece, LIGHT), 120, 120)
        assert coloured(marked, LIGHT.ember) > 0, piece.kind
        assert coloured(marked, LIGHT.sheet) > 0, piece.kind
    six = Counters(count=6)
    dark = [
        coloured(drawn(lambda p, n=n: paint_counters(p, QRectF(0, 0, 200, 200), six, n, LIGHT), 200, 200), LIGHT.night)
        for n in range(7)
    ]
    assert dark[0] == 0
    assert all(a < b for a, b in pairwise(dark))


LAYS = ("to_and_fro", "from_below", "from_above", "line", "spiral", "loop")


@given(st.sampled_from(LAYS), st.integers(5, 200), st.integers(0, 30), st.floats(150, 1200), st.floats(120, 900))
def test_every_way_to_lay_a_trail_places_every_square_once(laid, length, row, width, height):
    area = QRectF(10, 20, width, height)
    layout = TrailLayout(Track(length, laid=laid, row=row), area)
    squares = [layout.square(number) for number in range(1, length + 1)]
    grown = area.adjusted(-0.01, -0.01, 0.01, 0.01)
    assert all(grown.contains(square) for square in squares)
    middles = [square.center() for square in squares]
    assert len({(round(at.x() / layout.width, 2), round(at.y() / layout.height, 2)) for at in middles}) == length
    for one, other in pairwise(middles):  # the next square is beside, but where a chart begins a new row
        across, up = abs(one.x() - other.x()) / layout.width, abs(one.y() - other.y()) / layout.height
        assert across + up == pytest.approx(1) or (laid in ("from_below", "from_above") and up == pytest.approx(1))
    if laid == "loop":
        across, up = (middles[-1] - middles[0]).x() / layout.width, (middles[-1] - middles[0]).y() / layout.height
        assert abs(across) + abs(up) < 3.1


@given(
    st.lists(st.tuples(st.floats(0, 100), st.floats(0, 100)), min_size=2, max_size=8, unique=True), st.integers(5, 80)
)
def test_squares_along_a_curve_lie_in_order_and_begin_and_end_with_it(bend, length):
    layout = TrailLayout(Track(length, laid="curve", bend=tuple(bend)), QRectF(0, 0, 800, 500))
    middles = [layout.square(number).center() for number in range(1, length + 1)]
    room = QRectF(0, 0, 800, 500).adjusted(31.25, 31.25, -31.25, -31.25)
    for middle, (x, y) in ((middles[0], bend[0]), (middles[-1], bend[-1])):
        assert middle.x() == pytest.approx(room.left() + x * room.width() / 100, abs=0.5)
        assert middle.y() == pytest.approx(room.top() + y * room.height() / 100, abs=0.5)
    steps = [hypot((one - other).x(), (one - other).y()) for one, other in pairwise(middles)]
    side = layout.square(1).width()
    assert side <= max(2.0, 0.87 * max(steps))


def test_what_is_written_is_what_squares_are_called(qapp):
    down = game_from({"bolometric": 1, "area": {"length": 12, "written": "tens", "runs": "down"}})
    places = area_of(down).board.places(down)
    assert places.written[:2] == ("110", "100")
    assert places.written[-1] == "0"
    hidden = game_from({"bolometric": 1, "area": {"length": 12, "written": "none", "runs": "down"}})
    assert set(area_of(hidden).board.places(hidden).written) == {""}
    pictures = set()
    for track in (places, area_of(hidden).board.places(hidden), Track(12), Track(12, laid="spiral")):
        layout = layout_of(track, QRectF(0, 0, 300, 200))
        image = drawn(lambda painter, at=layout, on=track: paint_board(painter, at, picture_of(on, None), LIGHT))
        pictures.add(bytes(image.constBits()))
    assert len(pictures) == 4


def picture(widget):
    image = widget.grab().toImage()  # it must outlive its bits
    return bytes(image.constBits())


def test_what_is_best_and_what_has_the_keyboard_can_be_seen(qtbot, qapp):
    board = BoardWidget()
    qtbot.addWidget(board)
    board.resize(900, 600)
    game = next(read(path) for path in demo_files() if path.name.startswith("ridge-dare"))
    board.show_board(game, measure_exactly(game).heat, LIGHT)
    board._pick(25)
    told = picture(board)
    assert board.marks
    board.marks = {}
    assert picture(board) != told
    for widget in (PieceButton(game.pieces[0], 1, LIGHT), GameCard(demo_files()[0], LIGHT)):
        qtbot.addWidget(widget)
        pictures = []
        widget.show()
        for act in (widget.clearFocus, widget.setFocus):
            widget.activateWindow()
            act()
            qtbot.waitUntil(lambda on=act == widget.setFocus, one=widget: one.hasFocus() == on)
            pictures.append(picture(widget))
        assert pictures[0] != pictures[1]
        image = widget.grab().toImage()
        edge = {image.pixelColor(x, image.height() // 2).name() for x in range(4)}
        assert LIGHT.ember in edge


def test_what_cannot_be_pictured_is_a_numeral():
    assert [pictured("bars", Fraction(1, n)) for n in (2, 12, 13)] == [True, True, False]
    assert [pictured("bars", value) for value in (1, Fraction(3, 2), -1)] == [True, False, False]
    assert [pictured("frames", n) for n in (0, 20, 21)] == [True, True, False]
    assert [pictured("dots", n) for n in (12, 13)] == [True, False]
    assert not pictured("coins", 5)
