"""Draws pieces: a die's faces, a spinner as it is cut out, the cards of a pack, two-sided counters."""

from __future__ import annotations

from collections.abc import Sequence
from math import cos, radians, sin

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPen

from bolometric.core.pieces.faces import Face, Shown
from bolometric.core.pieces.kinds import AnyPiece, Counters, Die, Drop, Pack, Sector, Spinner, faces_of
from bolometric.paint.faces import paint_special, paint_value
from bolometric.paint.palette import Palette

STRAIGHT_UP = 90.0
"""Degrees, counted as Qt does from three o'clock against the clock: the first sector begins at twelve."""


def paint_tile(
    painter: QPainter, area: QRectF, face: Face, shown: Shown, palette: Palette, corner: float = 0.2
) -> None:
    """One face on a rounded square."""
    tile = area.adjusted(1.5, 1.5, -1.5, -1.5)
    radius = corner * min(tile.width(), tile.height())
    painter.setPen(QPen(QColor(palette.faint), 1))
    painter.setBrush(QColor(palette.sheet))
    painter.drawRoundedRect(tile, radius, radius)
    if face.special:
        clip = QPainterPath()
        clip.addRoundedRect(tile, radius, radius)
        painter.save()
        painter.setClipPath(clip)
        paint_special(painter, tile, palette)
        painter.restore()
    paint_value(painter, tile, face, shown, QColor(palette.ink))


def edges_of(sectors: Sequence[Sector]) -> list[float]:
    """Where each sector begins, in degrees with the clock from twelve, and last the full circle."""
    edges = [0.0]
    for sector in sectors:
        edges.append(edges[-1] + float(sector.angle))
    return edges


def on_circle(middle: QPointF, radius: float, degrees: float) -> QPointF:
    """A point on a circle, degrees counted with the clock from twelve."""
    return QPointF(middle.x() + radius * sin(radians(degrees)), middle.y() - radius * cos(radians(degrees)))


def paint_spinner(
    painter: QPainter, area: QRectF, spinner: Spinner, palette: Palette, pointer: float | None = None
) -> None:
    """The disc; ``pointer`` (degrees with the clock from twelve) draws a needle."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    side = min(area.width(), area.height()) - 3
    disc = QRectF(area.center().x() - side / 2, area.center().y() - side / 2, side, side)
    middle, radius, edges = disc.center(), side / 2, edges_of(spinner.sectors)
    for i, sector in enumerate(spinner.sectors):
        painter.setPen(QPen(QColor(palette.ink), max(1.0, side / 160)))
        painter.setBrush(QColor(palette.sheet if i % 2 else palette.night_wash))
        if len(spinner.sectors) % 2 and i == len(spinner.sectors) - 1:
            painter.setBrush(QColor(palette.paper))
        span = float(sector.angle)
        painter.drawPie(disc, round(16 * (STRAIGHT_UP - edges[i])), round(-16 * span))
        _paint_sector_face(painter, middle, radius, edges[i] + span / 2, span, sector, spinner.shown, palette)
    painter.setBrush(QColor(palette.ink))
    painter.drawEllipse(middle, side / 60, side / 60)
    if pointer is not None:
        painter.setPen(QPen(QColor(palette.ember), max(2.0, side / 45), c=Qt.PenCapStyle.RoundCap))
        painter.drawLine(middle, on_circle(middle, 0.62 * radius, pointer))
    painter.restore()


def _paint_sector_face(
    painter: QPainter,
    middle: QPointF,
    radius: float,
    at: float,
    span: float,
    sector: Sector,
    shown: Shown,
    palette: Palette,
) -> None:
    far = 0.68 if span < 180 else 0.45
    room = 2 * far * radius * sin(radians(min(span, 150) / 2)) if span < 150 else radius
    tall = 1.35 if shown == "fractions" and not isinstance(sector.number, int) else 1.0
    size = min(0.42 * radius * tall, 0.82 * room)
    spot = on_circle(middle, far * radius, at)
    box = QRectF(spot.x() - size / 2, spot.y() - size / 2, size, size)
    if sector.special:
        mark = on_circle(middle, 0.93 * radius, at)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(palette.ember))
        painter.drawEllipse(mark, 0.045 * radius, 0.045 * radius)
    paint_value(painter, box, sector, shown, QColor(palette.ink))


def paint_card(painter: QPainter, area: QRectF, face: Face, shown: Shown, palette: Palette) -> None:
    """One card, upright."""
    high = min(area.height(), area.width() * 1.4)
    card = QRectF(0, 0, high / 1.4, high)
    card.moveCenter(area.center())
    paint_tile(painter, card, face, shown, palette, 0.12)


def paint_counters(painter: QPainter, area: QRectF, counters: Counters, fronts: int, palette: Palette) -> None:
    """All counters in rows, those with their front up dark with a star's dot, the others light with a ring."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    columns = max(1, min(counters.count, round((counters.count * area.width() / max(area.height(), 1)) ** 0.5)))
    rows = -(-counters.count // columns)
    cell = min(area.width() / columns, area.height() / rows)
    left, top = area.center().x() - cell * columns / 2, area.center().y() - cell * rows / 2
    for i in range(counters.count):
        at = QPointF(left + cell * (i % columns + 0.5), top + cell * (i // columns + 0.5))
        painter.setPen(QPen(QColor(palette.ink), max(1.0, cell / 26)))
        painter.setBrush(QColor(palette.night if i < fronts else palette.sheet))
        painter.drawEllipse(at, 0.42 * cell, 0.42 * cell)
        painter.setPen(QPen(QColor(palette.sheet if i < fronts else palette.faint), max(1.0, cell / 16)))
        painter.setBrush(QColor(palette.sheet) if i < fronts else Qt.BrushStyle.NoBrush)
        painter.drawEllipse(at, 0.14 * cell, 0.14 * cell)
    painter.restore()


def _paint_chart(painter: QPainter, area: QRectF, palette: Palette) -> None:
    """A small chart of squares with a counter on it."""
    side = min(area.width(), area.height())
    cell = side / 3
    left, top = area.center().x() - side / 2, area.center().y() - side / 2
    painter.setPen(QPen(QColor(palette.ink), max(1.0, side / 30)))
    painter.setBrush(QColor(palette.sheet))
    for at in range(9):
        painter.drawRect(QRectF(left + cell * (at % 3), top + cell * (at // 3), cell, cell))
    painter.setBrush(QColor(palette.night))
    painter.drawEllipse(QPointF(left + 1.9 * cell, top + 1.2 * cell), 0.42 * cell, 0.42 * cell)


def paint_piece(painter: QPainter, area: QRectF, piece: AnyPiece, palette: Palette) -> None:
    """A small picture of a piece: what it is, and its first faces."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    match piece:
        case Die():
            side = min(area.width(), area.height())
            square = QRectF(area.center().x() - side / 2, area.center().y() - side / 2, side, side)
            paint_tile(painter, square, max(piece.faces, key=lambda face: face.value), piece.shown, palette)
        case Spinner():
            paint_spinner(painter, area, piece, palette)
        case Pack():
            for k, card in enumerate(piece.cards[:2][::-1]):
                shift = 0.12 * area.width() * (1 - k if len(piece.cards) > 1 else 0)
                paint_card(painter, area.adjusted(shift, 0, shift, 0), card, piece.shown, palette)
        case Drop():
            _paint_chart(painter, area, palette)
        case Counters():
            few = piece.model_copy(update={"count": min(piece.count, 4)})
            paint_counters(painter, area, few, few.count // 2, palette)
    painter.restore()


def paint_face(painter: QPainter, area: QRectF, piece: AnyPiece, face: int, needle: float, palette: Palette) -> None:
    """A piece as it fell: the face of a die, a card, a spinner with its needle, counters with so many fronts up."""
    match piece:
        case Counters():
            paint_counters(painter, area, piece, face, palette)
        case Spinner():
            paint_spinner(painter, area, piece, palette, needle)
        case Pack():
            paint_card(painter, area, faces_of(piece)[face], piece.shown, palette)
        case _:
            paint_tile(painter, area, faces_of(piece)[face], piece.shown, palette)
