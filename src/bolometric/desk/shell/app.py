"""Starts the window."""

from __future__ import annotations

import os
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QtMsgType, qInstallMessageHandler
from PySide6.QtWidgets import QApplication

from bolometric import __version__
from bolometric.desk.shell.collecting import nowhere_else
from bolometric.desk.shell.settings import APP, Settings, shelf_folder
from bolometric.desk.shell.window import Window
from bolometric.desk.working.allocator import keep_little
from bolometric.paint.fonts import load_fonts

if TYPE_CHECKING:
    from bolometric.desk.shell.start import Running


def scale_text(settings: Settings) -> None:
    """Make everything as large as was chosen; before the application is there, since Qt asks then."""
    if settings.text != 100 and "QT_SCALE_FACTOR" not in os.environ:
        os.environ["QT_SCALE_FACTOR"] = str(settings.text / 100)


def follow_desktop(dots: float, settings: Settings) -> None:
    """Where the desktop asks for larger text (``dots`` to its inch) and nobody chose a size here, take that over.

    Where Qt scales everything by itself for it, as on X11, the dots are the usual 96.
    """
    asked = round(100 * dots / 96)
    if settings.number("text") == 0 and asked not in (0, 100):
        settings.text = asked


@contextmanager
def never_aborting() -> Iterator[None]:
    """Where Qt would end the program in its own words, and leave a core behind, one sentence is said instead."""

    def heed(kind: QtMsgType, _: Any, message: str) -> None:
        if kind != QtMsgType.QtFatalMsg:
            return  # what else it says on its way there is of no use to anybody
        chosen = os.environ.get("QT_QPA_PLATFORM", "")
        how = f"QT_QPA_PLATFORM asks for {chosen!r}: leave it out" if chosen else "see that the desktop is running"
        print(f"bolometric: no window can be opened on this screen; {how}.", file=sys.stderr, flush=True)
        os._exit(2)

    before = qInstallMessageHandler(heed)
    try:
        yield
    finally:
        qInstallMessageHandler(before)


def application() -> QApplication:
    """The one application object, with fonts and name set."""
    keep_little()
    nowhere_else()
    app = QApplication.instance() or QApplication([APP])
    assert isinstance(app, QApplication)
    sys.setswitchinterval(0.0002)  # a painting window takes the interpreter back sooner from busy threads
    app.setApplicationName(APP)
    app.setApplicationDisplayName("Bolometric")
    app.setApplicationVersion(__version__)
    app.setDesktopFileName("dev.bolometric.Bolometric")  # as its menu entry is called
    load_fonts()
    return app


def make_window(
    file: Path | None = None,
    demo: bool = False,
    settings: Settings | None = None,
    shelf: Path | None = None,
    recovery: Path | None = None,
    book: Callable[[], Path] | None = None,
) -> Window:
    """A window on a file, on the demo shelf, or on a person's own shelf; furnished, and not shown yet."""
    from bolometric.desk.shell.start import take_up

    window = Window(settings or Settings(), shelf or shelf_folder(), demo)
    take_up(window, file, demo, recovery, book)
    return window


def run(file: Path | None, demo: bool, apart: bool = False) -> int:
    """Open the window and stay until it is closed.

    A running window takes the file in its place, unless this one is for the demo or is to stand ``apart``. The shelf is
    seen before the core is imported; with a file there is nothing to be seen until it has been read.
    """
    from bolometric.desk.shell.single_window import hand_over, usual_name

    settings = Settings()
    scale_text(settings)
    with never_aborting():
        app = application()
    follow_desktop(app.primaryScreen().logicalDotsPerInch(), settings)
    alone = demo or apart
    if not alone and hand_over(file, usual_name()):
        return 0
    window = Window(settings, shelf_folder(), demo)
    running: list[Running] = []

    def go_on() -> None:
        from bolometric.desk.shell.start import Running

        if file is not None or window.isVisible():  # it may have been closed at once
            running.append(Running(window, file, demo, alone))

    if file is not None:
        go_on()
    else:
        window.show_front()
        window.painted.connect(go_on)
    window.show()
    code = app.exec()
    for one in running:
        one.close()
    return code or 0


if __name__ == "__main__":
    sys.exit(run(None, demo=True))
