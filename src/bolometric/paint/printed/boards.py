"""Boards on paper: on one page or over several, with where to cut and to glue, and a map of the pages."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.results.board import Cells, Heat, Places, Tiles, Track
from bolometric.core.sheets.contents import Contents
from bolometric.core.sheets.tiled import OVERLAP, PageWindow
from bolometric.core.text.figures import plural
from bolometric.paint.board import paint_board, picture_of
from bolometric.paint.fonts import piece_font
from bolometric.paint.printed.frame import inside, paint_frame, tinted
from bolometric.paint.printed.looks import hatch
from bolometric.paint.printed.motifs import PALE, paint_motif
from bolometric.paint.printed.page import Page, Paper, fitted, mm
from bolometric.paint.printed.sizes import APART, WAITING, Planned, planned, stacked
from bolometric.paint.printed.small import disc
from bolometric.paint.trail_board import TrailPicture

MAP = 11.0
"""Millimetres of the map of the pages, at the most."""
EDGE = Qt.PenStyle.DashLine


def board_pages(contents: Contents, paper: Paper, blank: bool = False, copies: int = 1) -> Iterator[Page]:
    """The pages of all boards, one after the other. Raises GameError where a board takes too many pages."""
    sheet = "blank" if blank else "boards"
    boards = contents.boards[:1] if blank else contents.boards
    several = len(boards) > 1
    for number, places in enumerate(boards, 1):
        plan = planned(_blank(places) if blank else places, paper, not blank and waits(contents, places))
        plan = stacked(plan, paper, copies)
        name = "board to fill in" if blank else f"board {number}" if several else "board"
        for first in range(0, copies, plan.stacked):
            plan = replace(plan, stacked=min(plan.stacked, copies - first))
            yield from _pages_of(plan, contents, paper, sheet, name, None if blank else contents.heat)


def waits(contents: Contents, places: Places) -> bool:
    """Whether counters stand beside the board before they are on it."""
    return bool(contents.counters) and isinstance(places, Track) and not places.lines


def told_size(contents: Contents, paper: Paper) -> str:
    """How large the squares are, and what fits them: 'Squares of 25 mm: a counter of 22 mm fits; on 1 page.'."""
    if not contents.boards:
        return ""
    plan = planned(contents.boards[0], paper, waits(contents, contents.boards[0]))
    fits = f": a counter of {plan.counter} mm fits" if contents.counters and plan.counter >= 8 else ""
    return f"Squares of {plan.side:.0f} mm{fits}; on {plural(plan.tiling.pages, 'page')}."


def _blank(places: Places) -> Places:
    """The same board with nothing written on it."""
    match places:
        case Track():
            return replace(places, written=("",) * places.squares, carried=())
        case Tiles():
            return replace(places, names=("",) * len(places.names))
        case Cells():
            return replace(places, texts=("",) * len(places.texts))
        case _:
            return places


def _pages_of(
    plan: Planned, contents: Contents, paper: Paper, sheet: str, name: str, heat: Heat | None
) -> Iterator[Page]:
    places = _blank(plan.places) if paper.printing.shows == "plain" and sheet == "boards" else plan.places
    plan = replace(plan, places=places)
    count = plan.tiling.pages
    for at, window in enumerate(plan.tiling.windows, 1):
        title = name if count == 1 else f"{name}, part {at} of {count}"

        def draw(painter: QPainter, window: PageWindow = window) -> None:
            _draw(painter, plan, window, contents, paper, heat)

        yield Page(sheet, title, paper.size(plan.tiling.turned), draw)


def _draw(
    painter: QPainter, plan: Planned, window: PageWindow, contents: Contents, paper: Paper, heat: Heat | None
) -> None:
    room = paper.room(plan.tiling.turned)
    alone = plan.tiling.pages == 1
    place = QRectF(0, 0, mm(window.wide), mm(window.high))
    place.moveTopLeft(room.topLeft())
    if plan.framed:
        place.moveCenter(inside(room).center())
        paint_frame(painter, room, contents.game.name, paper.palette)
    elif alone:
        place.moveCenter(room.center())
    for number in range(plan.stacked):
        painter.save()
        if not alone:
            painter.setClipRect(place)
        down = (number - (plan.stacked - 1) / 2) * mm(plan.size[1] + APART * plan.side)
        painter.translate(place.left() - mm(window.left), place.top() - mm(window.top) + down)
        _paint(painter, plan, contents, paper, heat)
        painter.restore()
    if not alone:
        _paint_seams(painter, place, plan, window, paper)


def _paint(painter: QPainter, plan: Planned, contents: Contents, paper: Paper, heat: Heat | None) -> None:
    """The whole board from its upper left."""
    layout, palette, printing = plan.layout, paper.palette, paper.printing
    places, ends = _without_ends(plan.places, paper)
    picture = picture_of(places, heat, figures=False)
    picture = tinted(picture, palette)
    if isinstance(picture, TrailPicture) and printing.behind != "none":
        picture = replace(picture, under=lambda on: paint_motif(on, printing.behind, layout.area, PALE))
    paint_board(painter, layout, picture, palette)
    warm = getattr(picture, "warmth", None)
    if warm is not None and palette.tone == "lines":
        for number, warmth in enumerate(warm, 1):
            hatch(painter, layout.square(number), warmth, palette)
    for square, motif, name in ends:
        _paint_end(painter, layout.square(square), motif, name, paper)
    if plan.waiting:
        _paint_waiting(painter, plan, contents, paper)


def _without_ends(places: Places, paper: Paper) -> tuple[Places, list[tuple[int, str, str]]]:
    """A trail with nothing written on the squares that carry a picture; those squares, their pictures and names."""
    if not isinstance(places, Track):
        return places, []
    names = list(places.written or [str(number) for number in range(1, places.squares + 1)])
    ends: list[tuple[int, str, str]] = []
    for square, motif in ((1, paper.printing.start), (places.squares, paper.printing.end)):
        if motif != "none":
            ends.append((square, motif, names[square - 1]))
            names[square - 1] = ""
    return replace(places, written=tuple(names)) if ends else places, ends


def _paint_end(painter: QPainter, square: QRectF, motif: str, name: str, paper: Paper) -> None:
    """A picture on a square, its number small in the corner."""
    size = min(square.width(), square.height())
    shift = 0.16 * size if name else 0.0
    paint_motif(painter, motif, square.adjusted(0.06 * size + shift, 0.06 * size + shift, -0.06 * size, -0.06 * size))
    corner = QRectF(square.left() + 0.08 * size, square.top() + 0.05 * size, 0.42 * size, 0.28 * size)
    ink = QColor(paper.palette.ink)
    fitted(painter, corner, name, Qt.AlignmentFlag.AlignLeft, 0.26 * size, ink, piece_font)


def _paint_waiting(painter: QPainter, plan: Planned, contents: Contents, paper: Paper) -> None:
    """Where counters stand before they are on the board: a ring for each player."""
    seats = min(contents.game.seats.count, 6)
    side = mm(min(plan.side, plan.size[0] / (seats + 1.5)))
    middle = mm(plan.size[1] - WAITING * plan.side / 2)
    start = QRectF(0, middle - side / 2, 1.4 * side, side)
    fitted(painter, start, "Start", Qt.AlignmentFlag.AlignLeft, 0.36 * side, QColor(paper.palette.ink))
    for seat in range(seats):
        disc(painter, QPointF((1.9 + 1.05 * seat) * side, middle), 0.43 * side, seat, paper.palette, hollow=True)


def _paint_seams(painter: QPainter, place: QRectF, plan: Planned, window: PageWindow, paper: Paper) -> None:
    """Where to cut, where the next page is glued on, and which page this is."""
    last_column, last_row = window.column == plan.tiling.columns - 1, window.row == plan.tiling.rows - 1
    ink, overlap = QColor(paper.palette.faint), mm(OVERLAP)
    painter.setPen(QPen(ink, 0.8, EDGE))
    if window.column:
        painter.drawLine(place.topLeft(), place.bottomLeft())
    if window.row:
        painter.drawLine(place.topLeft(), place.topRight())
    painter.setPen(QPen(ink, 0.6, Qt.PenStyle.DotLine))
    if not last_column:
        x = place.right() - overlap
        painter.drawLine(QPointF(x, place.top()), QPointF(x, place.bottom()))
        at = QRectF(x, place.top() + mm(1), overlap, mm(4))
        fitted(painter, at, "glue", Qt.AlignmentFlag.AlignHCenter, 11, ink)
    if not last_row:
        y = place.bottom() - overlap
        painter.drawLine(QPointF(place.left(), y), QPointF(place.right(), y))
        at = QRectF(place.left() + mm(1), y + mm(2), mm(18), mm(4))
        fitted(painter, at, "glue here", Qt.AlignmentFlag.AlignLeft, 11, ink)
    _paint_map(painter, plan, window, paper)


def _paint_map(painter: QPainter, plan: Planned, window: PageWindow, paper: Paper) -> None:
    """All pages as small boxes, this one filled, in the foot beside the ruler."""
    tiling, palette = plan.tiling, paper.palette
    inside = paper.room(tiling.turned)
    wide, high = paper.size(tiling.turned)
    cell = mm(min(MAP / tiling.columns, 5.0 / tiling.rows, 3.0))
    right = mm(wide - paper.printing.margin)
    top = mm(high - paper.printing.margin) - mm(0.4) - cell * tiling.rows
    painter.setPen(QPen(QColor(palette.faint), 0.6))
    for row in range(tiling.rows):
        for column in range(tiling.columns):
            here = (column, row) == (window.column, window.row)
            painter.setBrush(QColor(palette.ink) if here else Qt.BrushStyle.NoBrush)
            left = right - cell * (tiling.columns - column)
            painter.drawRect(QRectF(left, top + row * cell, cell, cell))
    told = QRectF(right - cell * tiling.columns - mm(36), top, mm(34), cell * tiling.rows)
    words = "cut dashed lines, glue on dots"
    if told.left() > inside.left() + mm(104):
        fitted(painter, told, words, Qt.AlignmentFlag.AlignRight, 9, QColor(palette.faint))
