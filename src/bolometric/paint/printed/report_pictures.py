"""The three pictures of a report, to be read across a desk: what came up, minutes by day, facts met by group."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from functools import partial

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.logbook.shown import MetFacts, ReportPage, TimedDay
from bolometric.paint.palette import Palette
from bolometric.paint.printed.page import fitted, mm
from bolometric.paint.tally import Column, paint_tally

Picture = Callable[[QPainter, QRectF, Palette], None]
ROWS = 3
"""Lines that the dates stand in, where one has no room for all."""
NAME, BESIDE, MARK = 1.6 + 4.8 * ROWS, 24.0, 1.6
"""Millimetres for the dates below, for names beside, and of a dot's half-width."""
COUNTED = ("met", "less than once", "not at all")
LEAST_APART = 25.0
"""Millimetres from one date to the next that is written."""


def pictures(page: ReportPage) -> list[tuple[str, Picture]]:
    """Those that show something, each with its caption."""
    found: list[tuple[str, Picture]] = []
    if page.came:
        columns = [Column(one.number, one.count, one.mean, one.low, one.high) for one in page.came]
        found.append(
            (page.came_caption, lambda painter, room, palette: paint_tally(painter, room, columns, None, palette))
        )
    if page.days:
        found.append((page.timed_caption, partial(_days, page.days)))
    if page.met:
        found.append((page.met_caption, partial(_met, page.met)))
    return found


def _days(days: Sequence[TimedDay], painter: QPainter, room: QRectF, palette: Palette) -> None:
    """A dot for each day that was timed, named by its group; a line for what was predicted while a version lasted."""
    first, last = (date.fromisoformat(days[at].day).toordinal() for at in (0, -1))
    area = room.adjusted(mm(24), mm(2), -mm(14), -mm(NAME))
    values = [value for one in days for value in (one.met, one.predicted) if value is not None]
    top = 1.25 * max(values)

    def at(day: str, minutes: float) -> QPointF:
        part = (date.fromisoformat(day).toordinal() - first) / (last - first) if last > first else 0.5
        return QPointF(area.left() + part * area.width(), area.bottom() - minutes / top * area.height())

    ink, faint = QColor(palette.ink), QColor(palette.faint)
    painter.setPen(QPen(ink, mm(0.4)))
    painter.drawLine(area.bottomLeft(), area.bottomRight())
    step = next(one for one in (1, 2, 5, 10, 20, 50, 100, 500, 2000, 10_000) if top / one <= 5)
    for minutes in range(step, int(top) + 1, step):
        place = QRectF(room.left(), at(days[0].day, minutes).y() - mm(3), mm(10), mm(6))
        fitted(painter, place, str(minutes), Qt.AlignmentFlag.AlignRight, 15, faint)
    painter.setPen(QPen(QColor(palette.ember), mm(0.8)))
    for version in sorted({one.version for one in days}):
        some = [one for one in days if one.version == version and one.predicted is not None]
        if some and some[0].predicted is not None:
            ends = at(some[0].day, some[0].predicted), at(some[-1].day, some[0].predicted)
            painter.drawLine(ends[0] - QPointF(mm(3), 0), ends[1] + QPointF(mm(3), 0))
    written = [-mm(LEAST_APART)] * ROWS
    for one in days:
        dot = at(one.day, one.met)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(palette.night))
        painter.drawEllipse(dot, mm(MARK), mm(MARK))
        under = one.predicted is not None and one.met < one.predicted  # away from the line
        name = QRectF(dot.x() - mm(12), dot.y() + (mm(1.8) if under else -mm(6.4)), mm(24), mm(4.6))
        fitted(painter, name, one.group, Qt.AlignmentFlag.AlignHCenter, 14, ink)
        painter.setPen(QPen(ink, mm(0.3)))
        painter.drawLine(QPointF(dot.x(), area.bottom()), QPointF(dot.x(), area.bottom() + mm(1.2)))
        row = next((row for row, end in enumerate(written) if dot.x() - end >= mm(LEAST_APART) or dot.x() == end), None)
        if row is not None and dot.x() != written[row]:  # each day has its mark, and its date as long as there is room
            written[row] = dot.x()
            below = QRectF(dot.x() - mm(12), area.bottom() + mm(1.4 + 4.8 * row), mm(24), mm(4.8))
            fitted(painter, below, one.day, Qt.AlignmentFlag.AlignHCenter, 14, faint)


def _met(met: Sequence[MetFacts], painter: QPainter, room: QRectF, palette: Palette) -> None:
    """A bar for each group: met, less than once, not at all, each with how many."""
    high = min(room.height() / len(met), mm(14))
    ink = QColor(palette.ink)
    for row, one in enumerate(met):
        top = room.top() + row * high
        name = QRectF(room.left(), top, mm(BESIDE) - mm(3), high)
        fitted(painter, name, one.group, Qt.AlignmentFlag.AlignRight, 17, ink)
        bar = QRectF(room.left() + mm(BESIDE), top + 0.15 * high, room.width() - mm(BESIDE), 0.7 * high)
        counts = (one.met, one.hardly, one.never)
        left = bar.left()
        for count, colour, words in zip(counts, (palette.moss, palette.moss_wash, palette.paper), COUNTED, strict=True):
            part = QRectF(left, bar.top(), bar.width() * count / max(sum(counts), 1), bar.height())
            painter.setPen(QPen(ink, mm(0.3)))
            painter.setBrush(QColor(colour))
            painter.drawRect(part)
            light = QColor(palette.sheet) if colour == palette.moss else ink
            told = f"{count} {words}" if part.width() > mm(32) else str(count)
            if part.width() > mm(6):
                fitted(painter, part.adjusted(mm(1), 0, -mm(1), 0), told, Qt.AlignmentFlag.AlignHCenter, 15, light)
            left = part.right()
