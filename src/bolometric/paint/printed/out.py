"""Pages as a PDF with bookmarks, as SVG or PNG each, or on a printer."""

from __future__ import annotations

import io
import os
from collections.abc import Callable, Sequence

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QMarginsF, QRect, QSize, QSizeF
from PySide6.QtGui import QGuiApplication, QImage, QPagedPaintDevice, QPageLayout, QPageSize, QPainter, QPdfWriter

from bolometric.core.settings.errors import FileError
from bolometric.paint.fonts import load_fonts
from bolometric.paint.printed.page import UNIT, Page, Paper, paint_page

RESOLUTION = 1200
"""Steps to the inch: what is smaller is lost."""
DOTS = 150
"""Dots to the inch of a PNG."""
Heed = Callable[[int], None]


def without_screen() -> QGuiApplication:
    """What painting text needs, where there is no window and perhaps no screen."""
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    running = QGuiApplication.instance()
    app = running if isinstance(running, QGuiApplication) else QGuiApplication([])
    load_fonts()
    return app


def pdf(pages: Sequence[Page], paper: Paper, heed: Heed = lambda at: None) -> bytes:
    """All pages in one file: vectors, fonts embedded, a bookmark for each page; ``heed`` is told each page's number."""
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    writer = QPdfWriter(buffer)
    writer.setTitle(paper.name)
    writer.setCreator("Bolometric")
    writer.setResolution(RESOLUTION)
    paint_on(writer, pages, paper, heed)
    buffer.close()
    return _finished(bytes(data.data()), pages)


def paint_on(device: QPagedPaintDevice, pages: Sequence[Page], paper: Paper, heed: Heed = lambda at: None) -> None:
    """Paint all pages on a printer or a file. Raises FileError where it can't be begun."""
    painter = QPainter()
    for at, page in enumerate(pages):
        heed(at)
        device.setPageLayout(_layout(page))
        if at == 0:
            if not painter.begin(device):
                raise FileError("The printer could not be reached: see that it is on, or write a PDF instead.")
        else:
            device.newPage()
        painter.resetTransform()
        scale = device.logicalDpiX() / 96
        painter.scale(scale, scale)
        paint_page(painter, page, paper, at + 1, len(pages))
    painter.end()


def _layout(page: Page) -> QPageLayout:
    wide, high = page.size
    size = QPageSize(QSizeF(min(wide, high), max(wide, high)), QPageSize.Unit.Millimeter)
    lies = QPageLayout.Orientation.Landscape if wide > high else QPageLayout.Orientation.Portrait
    layout = QPageLayout(size, lies, QMarginsF(0, 0, 0, 0), QPageLayout.Unit.Millimeter)
    layout.setMode(QPageLayout.Mode.FullPageMode)
    return layout


def _finished(made: bytes, pages: Sequence[Page]) -> bytes:
    """With a bookmark for each page, by its title, and pages of true size; Qt's writer can do neither."""
    from pypdf import PdfWriter  # wanted only here
    from pypdf.generic import RectangleObject

    writer = PdfWriter(clone_from=io.BytesIO(made))
    for at, page in enumerate(pages):
        wide, high = (length / 25.4 * 72 for length in page.size)
        box = writer.pages[at].mediabox  # Qt's is in whole points, and drawn from its upper left
        exact = RectangleObject((0, float(box.top) - high, wide, float(box.top)))
        writer.pages[at].mediabox = writer.pages[at].cropbox = exact
        writer.add_outline_item(title=page.title, page_number=at)
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def png(page: Page, paper: Paper, number: int, count: int, dots: int = DOTS) -> bytes:
    """One page as a picture."""
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    if not picture(page, paper, number, count, dots).save(buffer, "PNG"):  # type: ignore[call-overload]
        raise FileError("The picture could not be made: take a smaller paper.")
    return bytes(data.data())


def picture(page: Page, paper: Paper, number: int, count: int, dots: float) -> QImage:
    """One page as an image with so many dots to the inch."""
    wide, high = (round(length / 25.4 * dots) for length in page.size)
    image = QImage(wide, high, QImage.Format.Format_RGB32)
    image.fill("#ffffff")
    painter = QPainter(image)
    painter.scale(dots / 96, dots / 96)
    paint_page(painter, page, paper, number, count)
    painter.end()
    return image


def svg(page: Page, paper: Paper, number: int, count: int) -> bytes:
    """One page as vectors, in true millimetres."""
    from PySide6.QtSvg import QSvgGenerator

    data = QByteArray()
    buffer = QBuffer(data)
    wide, high = (round(length * UNIT) for length in page.size)
    generator = QSvgGenerator()
    generator.setOutputDevice(buffer)
    generator.setResolution(96)
    generator.setSize(QSize(wide, high))
    generator.setViewBox(QRect(0, 0, wide, high))
    generator.setTitle(page.title)
    painter = QPainter(generator)
    paint_page(painter, page, paper, number, count)
    painter.end()
    return bytes(data.data())
