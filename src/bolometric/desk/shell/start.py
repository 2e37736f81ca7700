"""Takes the window up once it is there: what is open in it, what was left unsaved, and what runs beside it."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import platformdirs

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import names
from bolometric.core.game.files import read
from bolometric.core.settings.errors import FileError
from bolometric.desk.keeping.document import Document
from bolometric.desk.keeping.recovery import Keeper
from bolometric.desk.shell.assembly import furnish
from bolometric.desk.shell.collecting import search_here
from bolometric.desk.shell.mishaps import heed_mishaps
from bolometric.desk.shell.settings import APP, recovery_folder
from bolometric.desk.shell.single_window import Listener, usual_name
from bolometric.desk.shell.window import Window
from bolometric.desk.working.compiling import Compiling
from bolometric.desk.working.measurer import Measurer


def take_up(
    window: Window, file: Path | None, demo: bool, recovery: Path | None = None, book: Callable[[], Path] | None = None
) -> None:
    """Furnish a window and begin in it: with a file, with what was left unsaved, or with the shelf."""
    trouble, keeper = "", None
    try:
        keeper = Keeper(recovery or recovery_folder())
    except FileError as error:
        trouble = str(error)
    document = Document(keeper)
    left = keeper.left_behind() if keeper else []
    furnish(window, document, Measurer())
    window.keeper = keeper
    window.late.book_path = window.shelves.book = book or usual_place
    view = "shelf"
    if file is not None and window.filing.open(file):
        view = "shape"
    elif file is None and keeper is not None and left:
        trouble = window.rescuing.take_over(keeper, left.pop(0))
        view = "shape"
    elif not demo and window.settings.first_time:
        view = "first_steps"
        window.settings.note_opened()
    elif demo:
        document.start(read(demo_files()[0]))
    window.rescuing.offer(keeper, left)
    window.begin(view)
    if trouble:
        window.say(trouble)


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


class Running:
    """The window at work: what compiles and listens beside it, until it is closed."""

    def __init__(self, window: Window, file: Path | None, demo: bool, alone: bool) -> None:
        take_up(window, file, demo, book=demo_book if demo else usual_place)
        heed_mishaps(window.say)
        self.window = window
        self.compiling = Compiling(names())
        self.compiling.told.connect(window.bar.show_told)
        self.compiling.begin(window.document.game)
        window.document.changed.connect(self.compiling.ask)
        window.closing.connect(self.compiling.close)
        self.listener = None if alone else Listener(usual_name(), window.commands.receive)
        search_here()

    def close(self) -> None:
        """Nobody listens any more, and what was kept in case is no longer needed."""
        if self.listener is not None:
            self.listener.close()
        if self.window.keeper is not None:
            self.window.keeper.close()
