"""Tables as CSV, pictures as SVG or PNG: whole files, or a sentence that says why not."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QPoint, QSize
from PySide6.QtGui import QImage, QPainter
from PySide6.QtWidgets import QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.files import write_bytes
from bolometric.core.settings.errors import FileError

SCALE = 2
"""Pixels of a PNG for each on screen."""


def export_odds(game: Game, chart: QWidget, path: Path, kind: str) -> None:
    """Write the table of the odds ('csv') or the chart ('svg', 'png'). Raises FileError."""
    if kind == "csv":
        from bolometric.core.words.report import odds_csv

        write_bytes(odds_csv(game.shown).encode(), path)
    else:
        export_picture(chart, path, kind)


def export_picture(widget: QWidget, path: Path, kind: str) -> None:
    """Write what a widget shows, as 'svg' or 'png'. Raises FileError."""
    write_bytes(_svg(widget) if kind == "svg" else _png(widget), path)


def _png(widget: QWidget) -> bytes:
    picture = QImage(widget.size() * SCALE, QImage.Format.Format_RGB32)
    picture.fill(widget.palette().base().color())
    painter = QPainter(picture)
    painter.scale(SCALE, SCALE)
    widget.render(painter, QPoint(0, 0))
    painter.end()
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    if not picture.save(buffer, "PNG"):
        raise FileError("The picture could not be made: try a smaller window.")
    return bytes(data.data())


def _svg(widget: QWidget) -> bytes:
    from PySide6.QtSvg import QSvgGenerator  # wanted only here

    data = QByteArray()
    buffer = QBuffer(data)  # in memory: a full or missing folder for temporary files is nothing to this
    generator = QSvgGenerator()
    generator.setOutputDevice(buffer)
    generator.setSize(QSize(widget.width(), widget.height()))
    generator.setViewBox(widget.rect())
    generator.setResolution(widget.logicalDpiX())  # or texts and shapes are scaled apart
    generator.setTitle(widget.accessibleName())
    painter = QPainter(generator)
    widget.render(painter, QPoint(0, 0))
    painter.end()
    return bytes(data.data())
