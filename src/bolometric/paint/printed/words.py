"""Pages of words: the players' rules in large type, the teacher's card, and what goes in the box."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtCore import QRectF, QSizeF
from PySide6.QtGui import (
    QColor,
    QFont,
    QFontMetricsF,
    QPainter,
    QTextBlockFormat,
    QTextCharFormat,
    QTextCursor,
    QTextDocument,
    QTextOption,
)

from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.sheets.contents import Contents, TeachersCard
from bolometric.paint.fonts import PIECES, SCREEN
from bolometric.paint.pieces import paint_piece
from bolometric.paint.printed.page import Page, Paper, mm

POINT = 96 / 72
"""Units to a point."""
SMALL_PRINT = 11.0
PICTURE = 18.0
"""Millimetres of the small picture of a piece."""
MOST_PICTURES = 6
MOST_LESS = 0.2
"""The part by which letters of the rules may be smaller than asked for."""


class PrintedWords:
    """A document that is written from top to bottom, and then cut into pages."""

    def __init__(self, points: float, paper: Paper, heads: str = SCREEN) -> None:
        self.paper, self.size, self.heads = paper, points * POINT, heads
        self.room = paper.room()
        self.document = QTextDocument()
        self.document.setDocumentMargin(0)
        font = QFont(SCREEN)
        font.setPixelSize(round(self.size))
        self.document.setDefaultFont(font)
        self._cursor = QTextCursor(self.document)
        self._empty = True

    def space(self, high: float) -> None:
        """Leave so much free, for a picture."""
        block = QTextBlockFormat()
        block.setLineHeight(high, QTextBlockFormat.LineHeightTypes.FixedHeight.value)
        self._write("\u00a0", block, QTextCharFormat())

    def title(self, words: str) -> None:
        """The name on top."""
        self._head(words, 1.7, 0.2)

    def heading(self, words: str) -> None:
        """A heading, kept with what follows."""
        self._head(words, 1.25, 0.7)

    def _head(self, words: str, times: float, above: float) -> None:
        letters, block = QTextCharFormat(), QTextBlockFormat()
        font = QFont(self.heads)
        font.setPixelSize(round(times * self.size))
        font.setBold(True)
        letters.setFont(font)
        block.setTopMargin(above * self.size)
        block.setBottomMargin(0.25 * self.size)
        self._write(words, block, letters)

    def line(self, words: str, mark: str = "", gap: float = 0.35, widest: str = "") -> None:
        """A paragraph, hanging after its mark or number; so far that there is room for the ``widest`` of a list."""
        longest = QFontMetricsF(self.document.defaultFont()).horizontalAdvance(widest)
        block, hang = QTextBlockFormat(), max(1.9 * self.size, longest + 0.8 * self.size) if mark else 0.0
        block.setBottomMargin(gap * self.size)
        block.setLeftMargin(hang)
        block.setTextIndent(-hang)
        block.setLineHeight(118, QTextBlockFormat.LineHeightTypes.ProportionalHeight.value)
        self.document.setIndentWidth(1)
        if mark:
            block.setTabPositions([QTextOption.Tab(hang, QTextOption.TabType.LeftTab)])
        self._write(f"{mark}\t{words}" if mark else words, block, QTextCharFormat())

    def _write(self, words: str, block: QTextBlockFormat, letters: QTextCharFormat) -> None:
        if self._empty:
            self._cursor.setBlockFormat(block)
            self._cursor.setBlockCharFormat(letters)
            self._empty = False
        else:
            self._cursor.insertBlock(block, letters)
        self._cursor.insertText(words, letters)

    @property
    def count(self) -> int:
        """Pages that it takes."""
        self.document.setPageSize(QSizeF(self.room.width(), self.room.height()))
        return self.document.pageCount()

    def _draw_lines(self, painter: QPainter, top: float, end: float) -> None:
        """The lines that begin between two heights; a document's own drawing writes a paragraph on both its pages."""
        block = self.document.begin()
        while block.isValid():
            laid = block.layout()
            for at in range(laid.lineCount()):
                line = laid.lineAt(at)
                if top <= laid.position().y() + line.y() + 1e-6 < end:
                    line.draw(painter, laid.position())
            block = block.next()

    def pages(self, sheet: str, title: str, above: object = None) -> Iterator[Page]:
        """The document cut into pages; ``above`` draws on the first."""
        room = self.room
        count = self.count
        for number in range(count):

            def draw(painter: QPainter, number: int = number) -> None:
                painter.translate(room.topLeft())
                if number == 0 and callable(above):
                    painter.save()
                    above(painter)
                    painter.restore()
                painter.translate(0, -number * room.height())
                painter.setPen(QColor(self.paper.palette.ink))
                self._draw_lines(painter, number * room.height(), (number + 1) * room.height())

            yield Page(sheet, title if count == 1 else f"{title} {number + 1}", self.paper.size(), draw)


def rules_pages(contents: Contents, paper: Paper, copies: int = 1) -> Iterator[Page]:
    """What is read to the players, in numbered steps, with small pictures of the pieces on top.

    Letters are a little smaller than asked for where that saves a page.
    """
    asked = float(paper.printing.text)
    written = _rules(contents, paper, asked)
    smaller = (_rules(contents, paper, asked - by) for by in range(1, round(MOST_LESS * asked) + 1))
    if written.count > 1:
        written = next((one for one in smaller if one.count < written.count), written)
    pieces = _first_pieces(contents)
    for _ in range(copies):
        yield from written.pages("rules", "players' rules", lambda painter: _pictures(painter, pieces, paper))


def _first_pieces(contents: Contents) -> list[AnyPiece]:
    return [piece for piece, count in contents.pieces for _ in range(count)][:MOST_PICTURES]


def _rules(contents: Contents, paper: Paper, points: float) -> PrintedWords:
    written, told = PrintedWords(points, paper, PIECES), contents.rules
    if _first_pieces(contents):
        written.space(mm(PICTURE + 3))
    written.title(contents.game.name)
    written.heading("You need")
    for thing in told.needs:
        written.line(thing, "•")
    written.line(told.caution)
    number = 0
    for heading, steps in told.steps:
        if not steps:
            continue
        written.heading(heading)
        for step in steps:
            number += 1
            written.line(step, f"{number}.")
    return written


def _pictures(painter: QPainter, pieces: list[AnyPiece], paper: Paper) -> None:
    for at, piece in enumerate(pieces):
        box = QRectF(mm(at * (PICTURE + 4)), 0, mm(PICTURE), mm(PICTURE))
        paint_piece(painter, box, piece, paper.palette)


def teacher_pages(name: str, card: TeachersCard, paper: Paper) -> Iterator[Page]:
    """The teacher's card in small print."""
    written = PrintedWords(SMALL_PRINT, paper)
    written.title(f"{name}: for the teacher")
    for part in card.parts:
        written.heading(part.title)
        for line in part.lines:
            written.line(line, "•", 0.15)
    if card.questions:
        written.heading("Talk about it")
        for number, (ask, answer) in enumerate(card.questions, 1):
            written.line(f"{ask} – {answer}", f"{number}.", 0.15)
    yield from written.pages("teacher", "teacher's card")


def kit_pages(contents: Contents, paper: Paper, told: str) -> Iterator[Page]:
    """What goes in the box, how often the pages are printed for it, and what to mind."""
    kit = contents.kit
    written = PrintedWords(SMALL_PRINT + 2, paper)
    written.title(f"{contents.game.name}: what goes in the box")
    written.line(f"{kit.whom}.")
    widest = max((f"{count} " for count, _ in kit.lines), key=len, default="")
    for count, what in kit.lines:
        written.line(what, str(count), 0.2, widest)
    written.heading("Printing")
    for line in told.splitlines():
        written.line(line, "•", 0.2)
    written.heading("Mind")
    for line in kit.cautions:
        written.line(line, "•", 0.2)
    yield from written.pages("kit", "what goes in the box")
