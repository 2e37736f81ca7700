"""Pages sent out of the window: to a file or to a printer, with progress and a way to stop."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QApplication, QProgressDialog, QWidget

from bolometric.core.game.files import write_bytes
from bolometric.core.settings.errors import Cancelled, FileError
from bolometric.core.sheets.contents import Contents
from bolometric.core.sheets.teacher import markdown
from bolometric.paint.printed import out
from bolometric.paint.printed.page import Page, Paper

SLOW = 500
"""Milliseconds until progress is shown."""
NO_PRINTER = "No printer is set up on this machine: write a PDF instead, and print it where there is one."


class SheetsProgress:
    """Told at each page; raises Cancelled once the person has had enough."""

    def __init__(self, window: QWidget, words: str, count: int) -> None:
        self._dialog = QProgressDialog(words, "Cancel", 0, count, window)
        self._dialog.setWindowTitle("Bolometric")
        self._dialog.setWindowModality(Qt.WindowModality.WindowModal)
        self._dialog.setMinimumDuration(SLOW)

    def __call__(self, at: int) -> None:
        self._dialog.setValue(at)
        QApplication.processEvents()
        if self._dialog.wasCanceled():
            raise Cancelled

    def close(self) -> None:
        """It is over."""
        self._dialog.reset()
        self._dialog.deleteLater()


def write_pages(
    window: QWidget, kind: str, pages: Sequence[Page], at: int, paper: Paper, contents: Contents, path: Path
) -> None:
    """Write all pages ('pdf'), the one in front ('svg', 'png'), or the words ('md').

    Raises FileError where that fails, Cancelled where it is stopped; what was there before stays then.
    """
    if kind == "md":
        write_bytes(markdown(contents).encode(), path)
        return
    if kind == "pdf":
        progress = SheetsProgress(window, "Writing pages …", len(pages))
        try:
            made = out.pdf(pages, paper, progress)
        finally:
            progress.close()
    else:
        draw = out.svg if kind == "svg" else out.png
        made = draw(pages[at], paper, at + 1, len(pages))
    write_bytes(made, path)


def print_pages(window: QWidget, pages: Sequence[Page], paper: Paper) -> bool:
    """Ask for a printer and print on it. Raises FileError, with a sentence, where there is none or it refuses."""
    from PySide6.QtPrintSupport import QPrintDialog, QPrinter, QPrinterInfo  # wanted only here

    if not QPrinterInfo.availablePrinterNames():
        raise FileError(NO_PRINTER)
    printer = QPrinter(QPrinter.PrinterMode.HighResolution)
    printer.setDocName(paper.name)
    dialog = QPrintDialog(printer, window)
    dialog.setMinMax(1, len(pages))
    if dialog.exec() != QPrintDialog.DialogCode.Accepted:
        return False
    some = list(pages)
    if printer.printRange() == QPrinter.PrintRange.PageRange and printer.fromPage():
        some = some[printer.fromPage() - 1 : printer.toPage()]
    progress = SheetsProgress(window, "Printing …", len(some))
    try:
        out.paint_on(printer, some, paper, progress)
    finally:
        progress.close()
    return True
