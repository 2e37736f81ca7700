"""Dice as nets with tabs, spinners with true angles, charts to drop a counter on, and two-sided counters."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from bolometric.core.pieces.kinds import CIRCLE, Counters, Die, Drop, Sector, Spinner
from bolometric.core.pieces.words import shows
from bolometric.core.results.board import Tiles
from bolometric.core.sheets.cards import CardGrid
from bolometric.core.sheets.contents import Contents
from bolometric.core.sheets.nets import Array, Net, net, placed, solid_for
from bolometric.core.sheets.tiled import PageWindow
from bolometric.paint.board import paint_board, picture_of
from bolometric.paint.faces import paint_special, paint_value
from bolometric.paint.pieces import paint_spinner
from bolometric.paint.printed.page import Page, Paper, fitted, mm
from bolometric.paint.printed.sizes import planned

DISC = 100.0
"""Millimetres across a spinner, where the page has room for it."""
NOTE = 8.0
"""Millimetres for a line of text."""
CAUTION = {
    "die": "Cut on full lines, fold on dashed ones, glue the tabs. Mind the scissors; keep to your school's own rules.",
    "spinner": "An adult pierces the middle: mind compass points and the ends of paper clips. Keep to your school's "
    "own rules.",
}
TOSSED = 25.0


def piece_pages(contents: Contents, paper: Paper, times: int) -> Iterator[Page]:
    """A page or more for each kind of piece but packs."""
    for piece, count in contents.pieces:
        match piece:
            case Die() if solid_for(len(piece.faces)) is not None:
                yield from _nets(piece, count * times, paper)
            case Die():
                turned = _as_spinner(piece)
                note = f"No solid has {len(piece.faces)} equal sides to fold: this spinner takes the die's place."
                yield from _discs(turned, count * times, paper, note)
            case Spinner():
                yield from _discs(piece, count * times, paper)
            case Drop():
                yield _chart(piece, paper)
            case Counters():
                yield from _two_sided(piece, count * times, paper)


def _as_spinner(die: Die) -> Spinner:
    """A spinner with a sector for each face; it may have more of them than a maker's own."""
    angle = Fraction(CIRCLE, len(die.faces))
    sectors = tuple(Sector(value=f.value, word=f.word, special=f.special, angle=angle) for f in die.faces)
    return Spinner.model_construct(kind="spinner", sectors=sectors, shown=die.shown)


def _nets(die: Die, count: int, paper: Paper) -> Iterator[Page]:
    """As many nets on each page as fit."""
    sides = solid_for(len(die.faces))
    assert sides is not None
    laid, faces = net(sides), placed(die.faces, sides)
    turned, scale = _net_size(laid, paper)
    wide, high = (length * scale for length in laid.size)
    inside = paper.inside(turned)
    grid = CardGrid((inside[0], inside[1] - NOTE), 0, (wide + 4, high + 4))
    pages = -(-count // grid.a_page)
    for page in range(pages):
        here = min(grid.a_page, count - page * grid.a_page)

        def draw(painter: QPainter, here: int = here) -> None:
            room = paper.room(turned)
            for at in range(here):
                place = grid.front(at)
                painter.save()
                painter.translate(room.left() + mm(place.left + 2), room.top() + mm(place.top + 2))
                _paint_net(painter, laid, faces, die, mm(scale), paper)
                painter.restore()
            _note(painter, room, CAUTION["die"], paper)

        title = f"net of a die ({shows(die)})"
        yield Page("pieces", title if pages == 1 else f"{title} {page + 1}", paper.size(turned), draw)


def _net_size(laid: Net, paper: Paper) -> tuple[bool, float]:
    """Whether the page is turned, and the longest edge in millimetres: as set, or as large as a page holds."""
    best = (False, 0.0)
    for turned in (False, True):
        inside = paper.inside(turned)
        fits = min((inside[0] - 4) / laid.size[0], (inside[1] - NOTE - 4) / laid.size[1])
        edge = min(float(paper.printing.die), fits)
        if edge > best[1] + 1e-9:
            best = turned, edge
    return best


def _polygon(points: Array, scale: float) -> QPolygonF:
    return QPolygonF([QPointF(x * scale, y * scale) for x, y in points.tolist()])


def _paint_net(painter: QPainter, laid: Net, faces, die: Die, scale: float, paper: Paper) -> None:  # type: ignore[no-untyped-def]
    palette = paper.palette
    full, dashed = QPen(QColor(palette.ink), 1.0), QPen(QColor(palette.ink), 0.8, Qt.PenStyle.DashLine)
    painter.setBrush(QColor(palette.sheet))
    painter.setPen(full)
    for tab in laid.tabs:
        painter.drawPolygon(_polygon(tab, scale))
    for polygon in laid.faces:
        painter.drawPolygon(_polygon(polygon, scale))
    for a, b in laid.folds:
        begin, end = QPointF(a[0] * scale, a[1] * scale), QPointF(b[0] * scale, b[1] * scale)
        painter.setPen(QPen(QColor(palette.sheet), 2.0))
        painter.drawLine(begin, end)
        painter.setPen(dashed)
        painter.drawLine(begin, end)
    for tab in laid.tabs:  # the edge on which a tab is folded
        painter.setPen(QPen(QColor(palette.sheet), 2.0))
        begin, end = (QPointF(*(tab[k] * scale).tolist()) for k in (0, 3))
        painter.drawLine(begin, end)
        painter.setPen(dashed)
        painter.drawLine(begin, end)
    for polygon, face in zip(laid.faces, faces, strict=True):
        middle, radius = _inner(polygon)
        side = 1.3 * radius * scale
        box = QRectF(middle[0] * scale - side / 2, middle[1] * scale - side / 2, side, side)
        if face.special:
            paint_special(painter, box, palette)
        paint_value(painter, box, face, die.shown, QColor(palette.ink))


def _inner(polygon: Array) -> tuple[tuple[float, float], float]:
    """The middle of a face, and how far it is to its nearest edge."""
    middle = polygon.mean(axis=0)
    nearest = min(
        abs(float((b - a)[0] * (middle - a)[1] - (b - a)[1] * (middle - a)[0])) / float(np.linalg.norm(b - a))
        for a, b in zip(polygon, np.roll(polygon, -1, axis=0), strict=True)
    )
    return (float(middle[0]), float(middle[1])), nearest


def _discs(spinner: Spinner, count: int, paper: Paper, note: str = "") -> Iterator[Page]:
    inside = paper.inside()
    across = min(DISC, inside[0] - 4, inside[1] - 2 * NOTE - 4)
    grid = CardGrid((inside[0], inside[1] - 2 * NOTE), 0, (across + 4, across + 4))
    pages = -(-count // grid.a_page)
    for page in range(pages):
        here = min(grid.a_page, count - page * grid.a_page)

        def draw(painter: QPainter, here: int = here) -> None:
            room = paper.room()
            for at in range(here):
                place = grid.front(at)
                box = QRectF(room.left() + mm(place.left + 2), room.top() + mm(place.top + 2), mm(across), mm(across))
                paint_spinner(painter, box, spinner, paper.palette)
                _middle(painter, box.center(), paper)
            _note(painter, room, CAUTION["spinner"], paper)
            if note:
                _note(painter, room.adjusted(0, 0, 0, -mm(NOTE)), note, paper)

        title = f"spinner ({shows(spinner)})"
        yield Page("pieces", title if pages == 1 else f"{title} {page + 1}", paper.size(), draw)


def _middle(painter: QPainter, middle: QPointF, paper: Paper) -> None:
    """A cross on white where the needle is pierced."""
    arm = mm(2.5)
    painter.setPen(QPen(QColor(paper.palette.sheet), 3))
    for way in (QPointF(arm, 0), QPointF(0, arm)):
        painter.drawLine(middle - way, middle + way)
    painter.setPen(QPen(QColor(paper.palette.ink), 0.8))
    for way in (QPointF(arm, 0), QPointF(0, arm)):
        painter.drawLine(middle - way, middle + way)


def _note(painter: QPainter, room: QRectF, words: str, paper: Paper) -> None:
    """A line at the foot of the page's room."""
    place = QRectF(room.left(), room.bottom() - mm(NOTE) + mm(1), room.width(), mm(5))
    fitted(painter, place, words, Qt.AlignmentFlag.AlignLeft, 12, QColor(paper.palette.faint))


def _chart(drop: Drop, paper: Paper) -> Page:
    """The chart that a counter is dropped on, as large as the page."""
    values = tuple(str(value).replace("-", "−") for value in drop.values)
    chart = Tiles(values)
    plan = planned(chart, Paper(paper.printing.model_copy(update={"square": None}), paper.name), False)

    def draw(painter: QPainter) -> None:
        room, window = paper.room(plan.tiling.turned), plan.tiling.windows[0]
        painter.translate(_centred(room, window))
        paint_board(painter, plan.layout, picture_of(plan.places, None), paper.palette)

    return Page("pieces", "chart to drop a counter on", paper.size(plan.tiling.turned), draw)


def _centred(room: QRectF, window: PageWindow) -> QPointF:
    return QPointF(room.center().x() - mm(window.wide) / 2, room.center().y() - mm(window.high) / 2)


def _two_sided(counters: Counters, count: int, paper: Paper) -> Iterator[Page]:
    """Strips of two discs that are folded and glued back to back."""
    number = counters.count * count
    size = (TOSSED + 4, 2 * TOSSED + 4)
    grid = CardGrid((paper.inside()[0], paper.inside()[1] - NOTE), 0, size)
    pages = -(-number // grid.a_page)
    for page in range(pages):
        here = min(grid.a_page, number - page * grid.a_page)

        def draw(painter: QPainter, here: int = here) -> None:
            room, palette = paper.room(), paper.palette
            for at in range(here):
                place = grid.front(at)
                left, top = room.left() + mm(place.left + 2), room.top() + mm(place.top + 2)
                for side, (word, dark) in enumerate(((counters.front_word, True), (counters.back_word, False))):
                    box = QRectF(left, top + side * mm(TOSSED), mm(TOSSED), mm(TOSSED))
                    dark = dark and palette.tone != "lines"
                    painter.setPen(QPen(QColor(palette.ink), 1))
                    painter.setBrush(QColor(palette.night if dark else palette.sheet))
                    painter.drawEllipse(box)
                    ink = QColor(palette.sheet if dark else palette.ink)
                    inner = box.adjusted(mm(3), mm(3), -mm(3), -mm(3))
                    fitted(painter, inner, word, Qt.AlignmentFlag.AlignHCenter, mm(6), ink)
            _note(painter, room, "Fold where two discs touch, glue back to back, cut round. Mind the scissors.", paper)

        title = "two-sided counters"
        yield Page("pieces", title if pages == 1 else f"{title} {page + 1}", paper.size(), draw)
