"""Tables to write on: the record of an area, with a squared field where one is coloured, and tally sheets."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.results.printed import WriteOn
from bolometric.core.sheets.contents import Contents
from bolometric.core.text.figures import listing_words, short_percent
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.printed.mats import paint_mat
from bolometric.paint.printed.page import Page, Paper, fitted, mm

LOWEST, EASY, HIGHEST = 8.0, 11.0, 15.0
"""Millimetres of a row: at least, in comfort, at most."""
CUT = 8.0
"""Millimetres between two tables that share a page."""
HEAD, NAMES = 10.0, 26.0
WIDEST = 70.0
"""Millimetres of a column."""
FIELD = 76.0
"""Millimetres of a mat for colouring, with the space round it."""


@dataclass(frozen=True, slots=True)
class _Part:
    """A table, or what of it goes on one page."""

    table: WriteOn
    rows: tuple[str, ...]
    last: bool
    """Whether what stands below a table goes here."""
    turned: bool
    title: str

    @property
    def needs(self) -> float:
        """Millimetres it needs from top to bottom so as to be written on in comfort."""
        below = (7 if self.table.note else 0) + (FIELD + 4 if self.table.mat else 0) if self.last else 0
        return HEAD + (len(self.rows) + 1) * EASY + below


def record_pages(contents: Contents, paper: Paper, copies: dict[bool, int]) -> Iterator[Page]:
    """Every table; ``copies`` says how often, by whether each player needs one. Small ones share a page, to be cut."""
    parts = [
        part
        for each in (True, False)
        for _ in range(copies[each])
        for table in contents.tables
        if table.each == each
        for part in _parts_of(table, paper)
    ]
    while parts:
        first = parts[0]
        high = paper.inside(first.turned)[1]
        together = [first]
        for part in parts[1:]:
            if part.turned != first.turned or sum(one.needs + CUT for one in together) + part.needs > high:
                break
            together.append(part)
        parts = parts[len(together) :]
        yield _page(tuple(together), paper)


def _parts_of(table: WriteOn, paper: Paper) -> Iterator[_Part]:
    turned = len(table.heads) > 5
    high = paper.inside(turned)[1] - HEAD - 16 - (FIELD + 4 if table.mat else 0)
    fit = max(int(high / LOWEST) - 1, 1)
    pages = -(-len(table.rows) // fit)
    fit = -(-len(table.rows) // pages)  # as many on each
    for page in range(pages):
        title = f"sheet “{table.title}”" if pages == 1 else f"sheet “{table.title}” {page + 1}"
        yield _Part(table, table.rows[page * fit : (page + 1) * fit], page == pages - 1, turned, title)


def _page(parts: tuple[_Part, ...], paper: Paper) -> Page:
    turned = parts[0].turned

    def draw(painter: QPainter) -> None:
        room = paper.room(turned)
        if len(parts) == 1:
            _draw(painter, parts[0], room, paper)
            return
        top = room.top()
        for part in parts:
            _draw(painter, part, QRectF(room.left(), top, room.width(), mm(part.needs)), paper)
            top += mm(part.needs + CUT)
            if part is not parts[-1]:
                painter.setPen(QPen(QColor(paper.palette.faint), 0.8, Qt.PenStyle.DashLine))
                painter.drawLine(QPointF(room.left(), top - mm(CUT / 2)), QPointF(room.right(), top - mm(CUT / 2)))

    titles = dict.fromkeys(part.title for part in parts)
    return Page("records", listing_words(list(titles), "and"), paper.size(turned), draw)


def _draw(painter: QPainter, part: _Part, room: QRectF, paper: Paper) -> None:
    table, rows, ink = part.table, part.rows, QColor(paper.palette.ink)
    field = mm(FIELD) if table.mat and part.last else 0.0
    head = QRectF(room.left(), room.top(), room.width(), mm(HEAD))
    fitted(painter, head, table.title, Qt.AlignmentFlag.AlignLeft, 22, ink, piece_font)
    name = QRectF(room.center().x(), room.top(), room.width() / 2, mm(HEAD))
    if table.each:
        fitted(painter, name, "Table or star: ……………………", Qt.AlignmentFlag.AlignRight, 14, QColor(paper.palette.faint))
    foot = mm(7) if table.note else 0.0
    free = room.height() - head.height() - foot - field
    high = min(free / (len(rows) + 1), mm(HIGHEST))
    first = mm(NAMES) if any(rows) else 0.0
    wide = min((room.width() - first) / len(table.heads), mm(WIDEST))
    box = QRectF(room.left(), head.bottom(), first + wide * len(table.heads), high * (len(rows) + 1))
    _grid(painter, box, first, wide, high, len(rows), paper)
    for at, word in enumerate(table.heads):
        cell = QRectF(box.left() + first + at * wide, box.top(), wide, high).adjusted(4, 2, -4, -2)
        fitted(painter, cell, word, Qt.AlignmentFlag.AlignHCenter, 15, ink)
    for at, word in enumerate(rows):
        cell = QRectF(box.left(), box.top() + (at + 1) * high, first, high).adjusted(4, 2, -4, -2)
        if word:
            fitted(painter, cell, word, Qt.AlignmentFlag.AlignHCenter, 15, ink)
    if table.note:
        note = QRectF(room.left(), box.bottom() + mm(1), room.width(), mm(5.5))
        fitted(painter, note, table.note, Qt.AlignmentFlag.AlignLeft, 14, ink)
    if field:
        side = mm(FIELD - 4)
        paint_mat(painter, QRectF(room.left(), box.bottom() + foot + mm(2), side, side), table.mat, table.parts, paper)


def _grid(painter: QPainter, box: QRectF, first: float, wide: float, high: float, rows: int, paper: Paper) -> None:
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(QColor(paper.palette.faint), 0.8))
    for at in range(1, rows + 1):
        y = box.top() + at * high
        painter.drawLine(QPointF(box.left(), y), QPointF(box.right(), y))
    x = box.left() + first
    while x < box.right() - 1:
        painter.drawLine(QPointF(x, box.top()), QPointF(x, box.bottom()))
        x += wide
    painter.setPen(QPen(QColor(paper.palette.ink), 1.4))
    painter.drawRect(box)


def tally_pages(contents: Contents, paper: Paper) -> Iterator[Page]:
    """A line for each total, to mark how often it came up; with what is to be expected, if that is wanted."""
    rows = contents.tally
    fit = max(int((paper.inside()[1] - HEAD - 14) / LOWEST), 1)
    pages = -(-len(rows) // fit)
    for page in range(pages):
        here = rows[page * fit : (page + 1) * fit]

        def draw(painter: QPainter, here: tuple[tuple[str, float], ...] = here) -> None:
            _tally(painter, here, paper)

        yield Page("tally", "tally sheet" if pages == 1 else f"tally sheet {page + 1}", paper.size(), draw)


def _tally(painter: QPainter, rows: tuple[tuple[str, float], ...], paper: Paper) -> None:
    room, ink, expected = paper.room(), QColor(paper.palette.ink), paper.printing.expected
    head = QRectF(room.left(), room.top(), room.width(), mm(HEAD))
    fitted(painter, head, "What came up?", Qt.AlignmentFlag.AlignLeft, 22, ink, piece_font)
    high = min((room.height() - mm(HEAD + 12)) / len(rows), mm(HIGHEST))
    first, last = mm(20), mm(24) if expected else 0.0
    for at, (total, chance) in enumerate(rows):
        y = head.bottom() + mm(8) + at * high
        cell = QRectF(room.left(), y, first, high)
        painter.setPen(QPen(QColor(paper.palette.faint), 0.8))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(QRectF(room.left(), y, room.width(), high))
        painter.drawLine(QPointF(cell.right(), y), QPointF(cell.right(), y + high))
        fitted(painter, cell.adjusted(3, 2, -3, -2), total, Qt.AlignmentFlag.AlignHCenter, 20, ink, piece_font)
        if expected:
            told = QRectF(room.right() - last, y, last, high)
            painter.drawLine(QPointF(told.left(), y), QPointF(told.left(), y + high))
            fitted(painter, told.adjusted(3, 2, -3, -2), short_percent(chance), Qt.AlignmentFlag.AlignHCenter, 15, ink)
    names = QRectF(room.left(), head.bottom(), room.width(), mm(7))
    fitted(painter, names, "one mark for each time", Qt.AlignmentFlag.AlignHCenter, 13, QColor(paper.palette.faint))
    if expected:
        box = QRectF(room.right() - last, head.bottom(), last, mm(7))
        fitted(painter, box, "expected", Qt.AlignmentFlag.AlignHCenter, 13, QColor(paper.palette.faint), screen_font)
