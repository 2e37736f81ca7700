"""Starts the window."""

from __future__ import annotations

import gc
import os
import sys
from collections.abc import Callable
from pathlib import Path

import platformdirs
from PySide6.QtWidgets import QApplication

from bolometric import __version__
from bolometric.core.areas.catalogue import names
from bolometric.core.areas.shelf import demo_files
from bolometric.core.game.files import read
from bolometric.core.settings.errors import FileError
from bolometric.desk.compiling import Compiling
from bolometric.desk.document import Document
from bolometric.desk.measurer import Measurer
from bolometric.desk.recovery import Keeper
from bolometric.desk.settings import APP, Settings, recovery_folder, shelf_folder
from bolometric.desk.window import Window
from bolometric.paint.fonts import load_fonts


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


def application() -> QApplication:
    """The one application object, with fonts and name set."""
    app = QApplication.instance() or QApplication([APP])
    assert isinstance(app, QApplication)
    sys.setswitchinterval(0.001)  # a painting window takes the interpreter back sooner from busy threads
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
    """A window on a file, on the demo shelf, or on a person's own shelf; not shown yet."""
    trouble, keeper = "", None
    try:
        keeper = Keeper(recovery or recovery_folder())
    except FileError as error:
        trouble = str(error)
    document, settings = Document(keeper), settings or Settings()
    left = keeper.left_behind() if keeper else []
    window = Window(document, Measurer(), settings, shelf or shelf_folder(), demo)
    window.keeper = keeper
    window.late.book_path = book or usual_place
    view = "shelf"
    if file is not None and window.filing.open(file):
        view = "shape"
    elif file is None and keeper is not None and left:
        trouble = window.rescuing.take_over(keeper, left.pop(0))
        view = "shape"
    elif not demo and settings.first_time:
        view = "first_steps"
    elif demo:
        document.start(read(demo_files()[0]))
    window.rescuing.offer(keeper, left)
    window.begin(view)
    if trouble:
        window.say(trouble)
    return window


def demo_book() -> Path:
    """A logbook with a made-up term, made anew; nobody's own sessions get into it."""
    from bolometric.core.logbook.demo import demo_sessions
    from bolometric.core.logbook.store import Logbook

    path = Path(platformdirs.user_state_path(APP)) / "demo-logbook.sqlite3"
    for left in ("", "-wal", "-shm"):
        path.with_name(path.name + left).unlink(missing_ok=True)
    with Logbook(path) as book:
        book.keep(*demo_sessions())
    return path


def usual_place() -> Path:
    """A person's own logbook."""
    from bolometric.core.logbook.store import usual_place as place

    return place()


def run(file: Path | None, demo: bool, apart: bool = False) -> int:
    """Open the window and stay until it is closed.

    A running window takes the file in its place, unless this one is for the demo or is to stand ``apart``.
    """
    from bolometric.desk.single import Listener, hand_over, usual_name

    settings = Settings()
    scale_text(settings)
    app = application()
    follow_desktop(app.primaryScreen().logicalDotsPerInch(), settings)
    alone = demo or apart
    if not alone and hand_over(file, usual_name()):
        return 0
    window = make_window(file, demo, book=demo_book if demo else usual_place)
    window.show()
    compiling = Compiling(names())
    compiling.told.connect(window.bar.show_told)
    compiling.begin(type(window.document.game.area).__name__)
    window.closing.connect(compiling.close)
    listener = None if alone else Listener(usual_name(), window.receive)
    gc.freeze()
    gc.enable()
    code = app.exec()
    if listener is not None:
        listener.close()
    if window.keeper is not None:
        window.keeper.close()
    return code or 0


if __name__ == "__main__":
    sys.exit(run(None, demo=True))
