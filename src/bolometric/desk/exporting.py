"""Tables as CSV, pictures as SVG or PNG: whole files, or a sentence that says why not."""

from __future__ import annotations

import tempfile
from pathlib import Path

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QSize
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QWidget

from bolometric.core.errors import FileError
from bolometric.core.files import write_bytes
from bolometric.core.game import Game
from bolometric.core.report import odds_csv

SCALE = 2
"""Pixels of a PNG for each on screen."""


def export_odds(game: Game, chart: QWidget, path: Path, kind: str) -> None:
    """Write the table of the odds ('csv') or the chart ('svg', 'png'). Raises FileError."""
    if kind == "csv":
        write_bytes(odds_csv(game.distribution).encode(), path)
    else:
        export_picture(chart, path, kind)


def export_picture(widget: QWidget, path: Path, kind: str) -> None:
    """Write what a widget shows, as 'svg' or 'png'. Raises FileError."""
    write_bytes(_svg(widget) if kind == "svg" else _png(widget), path)


def _png(widget: QWidget) -> bytes:
    from PySide6.QtGui import QPixmap

    picture = QPixmap(widget.size() * SCALE)
    picture.setDevicePixelRatio(SCALE)
    picture.fill(widget.palette().base().color())
    widget.render(picture)
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    if not picture.save(buffer, "PNG"):
        raise FileError("The picture could not be made: try a smaller window.")
    return bytes(data.data())


def _svg(widget: QWidget) -> bytes:
    from PySide6.QtSvg import QSvgGenerator  # wanted only here

    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder) / "chart.svg"
        generator = QSvgGenerator()
        generator.setFileName(str(made))
        generator.setSize(QSize(widget.width(), widget.height()))
        generator.setViewBox(widget.rect())
        generator.setTitle(widget.accessibleName())
        painter = QPainter(generator)
        widget.render(painter)
        painter.end()
        return made.read_bytes()
