"""A square that stands for one, cut true to size into tenths, hundredths and thousandths, with each part beside it."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.printed.page import Paper, fitted, mm

FINE, MIDDLING, HEAVY = 0.25, 0.7, 1.6
"""Pens of the thousandths, the hundredths, and the tenths with the whole."""
CUTS = (10, 100, 1000)


def part_of(box: QRectF, parts: int) -> QRectF:
    """The first part of a square of which there are so many: a row, a field of it, a strip of the field."""
    step = box.width() / 10
    width = {1: box.width(), 10: box.width(), 100: step, 1000: step / 10}[parts]
    return QRectF(box.left(), box.top(), width, box.height() if parts == 1 else step)


def paint_mat(painter: QPainter, box: QRectF, parts: int, names: Sequence[str], paper: Paper) -> None:
    """The square, cut into its parts, and beside it one of each kind with its name."""
    step, ink = box.width() / 10, QColor(paper.palette.ink)
    if parts >= 1000:
        painter.setPen(QPen(QColor(paper.palette.line), FINE))
        for at in range(100):
            x = box.left() + at * step / 10
            painter.drawLine(QPointF(x, box.top()), QPointF(x, box.bottom()))
    if parts >= 100:
        painter.setPen(QPen(ink, MIDDLING))
        for at in range(1, 10):
            painter.drawLine(QPointF(box.left() + at * step, box.top()), QPointF(box.left() + at * step, box.bottom()))
    painter.setPen(QPen(ink, HEAVY))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for at in range(1, 10):
        painter.drawLine(QPointF(box.left(), box.top() + at * step), QPointF(box.right(), box.top() + at * step))
    painter.drawRect(box)
    left, top = box.right() + mm(8), box.top()
    fitted(painter, QRectF(left, top, mm(90), step), "The whole square is one.", Qt.AlignmentFlag.AlignLeft, 14, ink)
    for of, name in zip(CUTS, names, strict=True):
        if of > parts:
            break
        top += step * 2.2
        sample = part_of(QRectF(left, top, box.width(), box.height()), of)
        painter.setPen(QPen(ink, MIDDLING))
        painter.setBrush(QColor(paper.palette.line))
        painter.drawRect(sample)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        told = QRectF(left, sample.bottom(), mm(70), step)
        fitted(painter, told, f"one {name}", Qt.AlignmentFlag.AlignLeft, 14, ink)
