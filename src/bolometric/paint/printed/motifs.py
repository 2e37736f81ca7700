"""Pictures in lines that the program ships: for the start, the end and the ground of a board."""

from __future__ import annotations

from functools import lru_cache

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter
from PySide6.QtSvg import QSvgRenderer

from bolometric.assets import HERE

INK, PALE = "#14181f", "#e2ded6"
"""The colour of their lines in the files, and of those behind a board."""


@lru_cache(maxsize=32)
def _renderer(name: str, ink: str) -> QSvgRenderer:
    """With its lines in another colour: less than full opacity would make it a bitmap."""
    drawn = (HERE / "motifs" / f"{name}.svg").read_text("utf-8")
    return QSvgRenderer(drawn.replace(INK, ink).encode())


def paint_motif(painter: QPainter, name: str, place: QRectF, ink: str = INK) -> None:
    """The picture as large as fits the place, in its middle."""
    if name == "none":
        return
    side = min(place.width(), place.height())
    box = QRectF(0, 0, side, side)
    box.moveCenter(place.center())
    _renderer(name, ink).render(painter, box)
