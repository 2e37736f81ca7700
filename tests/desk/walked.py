"""Goes through all views of a window, late ones loaded, at every size that is promised, and measures what is cut off.

Run as a program it does so by itself, at the scale that Qt is given, at all sizes or those that are named by their
place, and prints what it found: a line a trouble.
"""

import os
import sys
import tempfile
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtGui import QFontMetrics
from PySide6.QtWidgets import QAbstractScrollArea, QPlainTextEdit

from bolometric.assets import demo_files
from bolometric.core.pieces.kinds import die
from bolometric.desk.parts.roomy import Roomy
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.window import VIEWS

SIZES = ((900, 560), (1024, 600), (1280, 800), (1920, 1080))
LETTERS = 26
WIDE = ("board", "preview", "page")
"""Frames of their own in which a wide board, or a page at its full size, may be scrolled sideways."""


def rest(milliseconds=20):
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()


def pages_of(view):
    """Every page of a view, as what brings it to the front."""
    bar = getattr(view, "bar", None)
    return [button.click for button in getattr(bar, "buttons", ())] or [lambda: None]


def troubles(window):
    """What is cut off, or scrolled sideways, as the window stands."""
    central = window.centralWidget()
    if central.horizontalScrollBar().maximum() or central.verticalScrollBar().maximum():
        yield "the window as a whole is scrolled"
    if window.place.is_beside:
        letters = window.sheet.viewport().width() / QFontMetrics(window.sheet.font()).horizontalAdvance("n")
        if letters < LETTERS:
            yield f"the sheet has {letters:.1f} letters a line"
        place, whole = window.place, window.place.split.width()
        due = max(place.least, min(int(place.share * whole), whole - place._needs() - place.split.handleWidth()))
        if window.sheet.width() < due - 8:
            yield f"the sheet is squeezed to {window.sheet.width()} pixels where {due} are due"
    elif window.view != "shelf" and not window.place.button.isVisible():
        yield "neither the sheet nor its button is to be seen"
    strip = window.gauges
    for key, gauge in strip.gauges.items():
        if gauge.isVisible():
            left = gauge.mapTo(strip.viewport(), gauge.rect().topLeft())
            right = gauge.mapTo(strip.viewport(), gauge.rect().bottomRight())
            cut = left.x() < 0 or right.x() > strip.viewport().width()
            if cut and not strip.horizontalScrollBar().maximum():
                yield f"the gauge {key} is cut off"
            if left.y() < 0 or right.y() > strip.viewport().height():
                yield f"the gauge {key} is cut off below"
    shown = window.stack.currentWidget()
    inner = shown.widget() if isinstance(shown, Roomy) else shown
    if inner.minimumSizeHint().width() > inner.width():
        yield f"the view needs {inner.minimumSizeHint().width()} pixels and has {inner.width()}"
    for area in [*window.stack.currentWidget().findChildren(QAbstractScrollArea), window.stack.currentWidget()]:
        if not isinstance(area, QAbstractScrollArea) or isinstance(area, QPlainTextEdit) or not area.isVisible():
            continue
        own = area.objectName() or type(area).__name__
        if area.horizontalScrollBar().maximum() and (isinstance(area, Roomy) or own not in WIDE):
            yield f"{own} is scrolled sideways by {area.horizontalScrollBar().maximum()}"


def walk(window, sizes=SIZES):
    """Through all views, there and back, at each size; gives a line a trouble."""
    for name in VIEWS:
        window.go(name)
        rest(20)
    window.help.show_begin()
    window.shelves.begin.asked._hold([die(0, 1, 2, 3, 4, 5), die(5, 6, 7, 8, 9, 10)])  # many words
    for size in sizes:
        for name in (*VIEWS, *reversed(VIEWS)):
            window.go(name)
            window.resize(*size)
            view = window.shelves if name == "shelf" else window.shape if name == "shape" else window.late.view(name)
            for at, bring in enumerate(pages_of(view)):
                bring()
                rest()
                if (window.width(), window.height()) != size:
                    yield f"{name} makes the window {window.width()} by {window.height()} of {size}"
                for trouble in troubles(window):
                    yield f"{name}, page {at}, {size[0]} by {size[1]}: {trouble}"


def main():
    application()
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        settings = Settings(home / "desk.ini")
        window = make_window(None, True, settings, home / "shelf", home / "kept", lambda: home / "book.db")
        window.show()
        window.filing.open(demo_files()[0])
        rest(500)
        found = sorted(set(walk(window, SIZES if len(sys.argv) < 2 else [SIZES[int(at)] for at in sys.argv[1:]])))
        print(window.devicePixelRatioF(), *found, sep="\n")
        window.close()
        window.keeper.close()


if __name__ == "__main__":
    main()
    sys.stdout.flush()
    os._exit(0)
