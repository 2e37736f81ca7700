"""Pages of what happened: a term of sessions to print, and the tally of a session to take home."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter

from bolometric.core.game.printing import Printing
from bolometric.paint.fonts import piece_font
from bolometric.paint.printed.out import pdf
from bolometric.paint.printed.page import Page, Paper, fitted, mm
from bolometric.paint.printed.words import SMALL_PRINT, PrintedWords
from bolometric.paint.tally import Column, paint_tally

HEAD, LINE = 16.0, 8.0
"""Millimetres of a heading, and of a line below the tally."""
TERM = "What was played"


def term_pages(parts: Sequence[tuple[str, Sequence[str]]], paper: Paper) -> Iterator[Page]:
    """Headings, each with its lines; the first heading is the title."""
    written = PrintedWords(SMALL_PRINT, paper)
    for at, (heading, lines) in enumerate(parts):
        (written.heading if at else written.title)(heading)
        for line in lines:
            written.line(line, "•", 0.2)
    yield from written.pages("term", TERM)


def tally_page(name: str, columns: Sequence[Column], lines: Sequence[str], paper: Paper) -> Page:
    """The tally as it stands, lying, with some lines below it."""

    def draw(painter: QPainter) -> None:
        room, ink = paper.room(turned=True), QColor(paper.palette.ink)
        head = QRectF(room.left(), room.top(), room.width(), mm(HEAD))
        fitted(painter, head, name, Qt.AlignmentFlag.AlignHCenter, 30, ink, piece_font)
        foot = room.bottom() - mm(LINE * len(lines))
        tally = QRectF(room.left(), head.bottom() + mm(4), room.width(), foot - head.bottom() - mm(8))
        paint_tally(painter, tally, columns, None, paper.palette)
        for at, line in enumerate(lines):
            place = QRectF(room.left(), foot + mm(at * LINE), room.width(), mm(LINE))
            fitted(painter, place, line, Qt.AlignmentFlag.AlignHCenter, 16, ink)

    return Page("tally", "what came up", paper.size(turned=True), draw)


def term_pdf(parts: Sequence[tuple[str, Sequence[str]]], printing: Printing) -> bytes:
    """The pages of a term as a file."""
    paper = Paper(printing, TERM)
    return pdf(list(term_pages(parts, paper)), paper)


def tally_pdf(name: str, columns: Sequence[Column], lines: Sequence[str], printing: Printing) -> bytes:
    """The tally on a sheet to take home, as a file."""
    paper = Paper(printing, name)
    return pdf([tally_page(name, columns, lines, paper)], paper)
