"""Pages of what happened: a term of sessions to print, and the tally of a session to take home."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter

from bolometric.core.game.printing import Printing
from bolometric.core.logbook.shown import ReportPage
from bolometric.paint.fonts import piece_font
from bolometric.paint.printed.out import pdf
from bolometric.paint.printed.page import Page, Paper, fitted, mm
from bolometric.paint.printed.report_pictures import pictures
from bolometric.paint.printed.words import SMALL_PRINT, PrintedWords
from bolometric.paint.tally import Column, paint_tally

HEAD, LINE = 16.0, 8.0
"""Millimetres of a heading, and of a line below the tally."""
TERM = "What was played"
HALF, CAPTION, BETWEEN = 0.5, 7.0, 4.0
"""The part of the first page that sentences take at most; millimetres of a caption, and between two pictures."""


def report_pages(page: ReportPage, paper: Paper) -> Iterator[Page]:
    """Sentences and pictures on one page, the figures on those after it."""
    yield Page("report", "the report", paper.size(), _first_page(page, paper))
    if page.figures:
        written = PrintedWords(SMALL_PRINT, paper)
        written.title("The figures")
        for heading, lines in page.figures:
            written.heading(heading)
            for line in lines:
                written.line(line, "•", 0.2)
        yield from written.pages("term", "the figures")


def _first_page(page: ReportPage, paper: Paper) -> Callable[[QPainter], None]:
    room, shown = paper.room(), pictures(page)
    kept = len(page.lines)
    words = _sentences(page, kept, paper)
    while shown and kept > 1 and words.document.size().height() > HALF * room.height():
        kept -= 1
        words = _sentences(page, kept, paper)

    def draw(painter: QPainter) -> None:
        painter.save()
        painter.translate(room.topLeft())
        words.document.drawContents(painter)
        painter.restore()
        top = room.top() + words.document.size().height() + mm(BETWEEN)
        high = (room.bottom() - top) / max(len(shown), 1)
        for at, (caption, picture) in enumerate(shown):
            head = QRectF(room.left(), top + at * high, room.width(), mm(CAPTION))
            fitted(painter, head, caption, Qt.AlignmentFlag.AlignLeft, 15, QColor(paper.palette.ink))
            place = QRectF(room.left(), head.bottom() + mm(2), room.width(), high - mm(CAPTION + 2 + BETWEEN))
            painter.save()
            picture(painter, place, paper.palette)
            painter.restore()

    return draw


def _sentences(page: ReportPage, kept: int, paper: Paper) -> PrintedWords:
    """The title and so many sentences; those that are left out stand with the figures."""
    written = PrintedWords(SMALL_PRINT, paper)
    written.title(page.title)
    for line in page.lines[:kept]:
        written.line(line, "•", 0.2)
    written.document.setTextWidth(written.room.width())
    return written


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


def report_pdf(page: ReportPage, printing: Printing) -> bytes:
    """The pages of a report as a file."""
    paper = Paper(printing, TERM)
    return pdf(list(report_pages(page, paper)), paper)


def tally_pdf(name: str, columns: Sequence[Column], lines: Sequence[str], printing: Printing) -> bytes:
    """The tally on a sheet to take home, as a file."""
    paper = Paper(printing, name)
    return pdf([tally_page(name, columns, lines, paper)], paper)
