"""Packs of number cards and question cards, with backs that come out behind their fronts."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPen

from bolometric.core.pieces.faces import PICTURES
from bolometric.core.pieces.kinds import Card, Pack
from bolometric.core.sheets.cards import HIGH, QUESTION, WIDE, CardGrid, Place
from bolometric.core.sheets.contents import Asked, Contents
from bolometric.paint.faces import paint_special, paint_value
from bolometric.paint.fonts import piece_font
from bolometric.paint.printed.page import FOOT, Page, Paper, fitted, mm

Draw = Callable[[QPainter, QRectF], None]


@dataclass(frozen=True, slots=True)
class _Deck:
    """Cards of one kind: a drawing for each front and back."""

    title: str
    size: tuple[float, float]
    fronts: tuple[Draw, ...]
    backs: tuple[Draw, ...]


def card_pages(contents: Contents, paper: Paper, times: int, backs: bool) -> Iterator[Page]:
    """The cards of every pack; with their backs, each page of backs follows its page of fronts."""
    for deck in (*_packs(contents, paper, times), *_questions(contents, paper, times)):
        grid = CardGrid(paper.size(), paper.printing.margin, deck.size, FOOT)
        pages = -(-len(deck.fronts) // grid.a_page)
        for page in range(pages):
            here = range(page * grid.a_page, min((page + 1) * grid.a_page, len(deck.fronts)))
            title = deck.title if pages == 1 else f"{deck.title} {page + 1}"
            fronts = [(grid.front(at), deck.fronts[at]) for at in here]
            yield Page("cards", title, paper.size(), _drawing(fronts, deck.size, paper, cut=True))
            if backs and deck.backs:
                behind = [(grid.back(at, paper.printing.flip), deck.backs[at]) for at in here]
                yield Page("backs", f"backs of {title}", paper.size(), _drawing(behind, deck.size, paper, cut=False))


def _drawing(
    cards: list[tuple[Place, Draw]], size: tuple[float, float], paper: Paper, cut: bool
) -> Callable[[QPainter], None]:
    def draw(painter: QPainter) -> None:
        for place, one in cards:
            box = QRectF(mm(place.left), mm(place.top), mm(size[0]), mm(size[1]))
            painter.save()
            one(painter, box)
            painter.restore()
            if cut:
                painter.setPen(QPen(QColor(paper.palette.faint), 0.7))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawRect(box)

    return draw


def _packs(contents: Contents, paper: Paper, times: int) -> Iterator[_Deck]:
    for piece, count in contents.pieces:
        if not isinstance(piece, Pack):
            continue
        cards = [card for card in piece.cards for _ in range(card.count)] * (count * times)
        fronts = tuple(_number(card, piece, paper) for card in cards)
        yield _Deck("cards", (WIDE, HIGH), fronts, (_back(paper),) * len(fronts))


def _number(card: Card, pack: Pack, paper: Paper) -> Draw:
    """What a card shows, large in its middle and small in two corners; a line below tells 6 from 9.

    Beside pictures the corners are empty: a numeral would say what is to be seen, and further dots would be counted.
    """

    def draw(painter: QPainter, box: QRectF) -> None:
        ink = QColor(paper.palette.ink)
        if card.special:
            paint_special(painter, box, paper.palette)
        side = (0.78 if pack.shown in PICTURES else 0.62) * box.width()
        middle = QRectF(box.center().x() - side / 2, box.center().y() - side / 2, side, side)
        paint_value(painter, middle, card, pack.shown, ink)
        if card.number in (6, 9) and pack.shown == "numerals":
            painter.setPen(QPen(ink, 1.6))
            y = middle.bottom() - 0.06 * side
            painter.drawLine(QPointF(middle.center().x() - 0.2 * side, y), QPointF(middle.center().x() + 0.2 * side, y))
        if pack.shown in PICTURES:
            return
        small = QRectF(box.left() + mm(3), box.top() + mm(3), 0.2 * box.width(), 0.2 * box.width())
        paint_value(painter, small, card, pack.shown, ink)
        painter.translate(box.center())
        painter.rotate(180)
        painter.translate(-box.center())
        paint_value(painter, small, card, pack.shown, ink)

    return draw


def _back(paper: Paper) -> Draw:
    """A frame with rings, a little within the card, so that a slip of the printer is not seen."""

    def draw(painter: QPainter, box: QRectF) -> None:
        inner = box.adjusted(mm(5), mm(5), -mm(5), -mm(5))
        painter.setPen(QPen(QColor(paper.palette.night), 1.2))
        painter.setBrush(QColor(paper.palette.night_wash))
        painter.drawRoundedRect(inner, mm(3), mm(3))
        for ring in (0.12, 0.2, 0.28):
            painter.drawEllipse(inner.center(), ring * inner.width(), ring * inner.width())

    return draw


def _questions(contents: Contents, paper: Paper, times: int) -> Iterator[_Deck]:
    strip = paper.printing.answers == "strip"
    for pack in contents.questions:
        cards = list(pack.cards) * times
        fronts = tuple(_asks(pack, ask, answer if strip else "", paper) for ask, answer in cards)
        backs = () if strip else tuple(_answers(pack, answer, paper) for _, answer in cards)
        yield _Deck(f"question cards “{pack.name}”", QUESTION, fronts, backs)


def _asks(pack: Asked, ask: str, answer: str, paper: Paper) -> Draw:
    """The question; an answer on a strip below it, to fold back or to cover with a thumb."""

    def draw(painter: QPainter, box: QRectF) -> None:
        ink, faint = QColor(paper.palette.ink), QColor(paper.palette.faint)
        head = QRectF(box.left() + mm(4), box.top() + mm(2), box.width() - mm(8), mm(6))
        fitted(painter, head, pack.name, Qt.AlignmentFlag.AlignLeft, 13, faint)
        low = mm(12) if answer else mm(4)
        wrapped(painter, QRectF(head.left(), head.bottom(), head.width(), box.bottom() - low - head.bottom()), ask, ink)
        if answer:
            y = box.bottom() - mm(11)
            painter.setPen(QPen(faint, 0.7, Qt.PenStyle.DashLine))
            painter.drawLine(QPointF(box.left(), y), QPointF(box.right(), y))
            strip = QRectF(head.left(), y + mm(2), head.width(), mm(7))
            fitted(painter, strip, answer, Qt.AlignmentFlag.AlignRight, 20, ink, piece_font)

    return draw


def _answers(pack: Asked, answer: str, paper: Paper) -> Draw:
    def draw(painter: QPainter, box: QRectF) -> None:
        inner = box.adjusted(mm(6), mm(6), -mm(6), -mm(6))
        head = QRectF(inner.left(), inner.top(), inner.width(), mm(6))
        fitted(painter, head, f"{pack.name}: answer", Qt.AlignmentFlag.AlignLeft, 13, QColor(paper.palette.faint))
        wrapped(painter, inner.adjusted(0, mm(7), 0, 0), answer, QColor(paper.palette.ink))

    return draw


def wrapped(painter: QPainter, place: QRectF, words: str, ink: QColor, largest: float = 40, least: float = 8) -> None:
    """Text in the middle of a place on as many lines as it needs, as large as fits it."""
    flags = Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap
    size = largest
    while size > least:
        bounds = QFontMetricsF(piece_font(size)).boundingRect(place, flags, words)
        if bounds.height() <= place.height() and bounds.width() <= place.width():
            break
        size -= 1
    painter.setFont(piece_font(size))
    painter.setPen(ink)
    painter.drawText(place, flags, words)
