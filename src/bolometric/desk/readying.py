"""Gets a table ready on a thread of its own: an area may have to be compiled first, and best play worked out."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor

from PySide6.QtCore import QObject, Signal

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.play.rehearsal import rehearse
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled
from bolometric.desk.giving_way import edits

Wanted = tuple[Game, tuple[Style, ...], bool]
"""A game, the styles of its seats that play by themselves, and whether the coach looks on."""


class Readying(QObject):
    """Rehearses one game at a time; what was wanted before is given up."""

    ready = Signal()

    def __init__(self) -> None:
        super().__init__()
        self._wanted: Wanted | None = None
        self._done: Wanted | None = None
        self._lane = ThreadPoolExecutor(1, "ready")
        self._relay.connect(self._deliver)

    _relay = Signal(object)

    def is_ready(self, game: Game, styles: tuple[Style, ...], coached: bool) -> bool:
        """Whether the game can be played so without waiting; if not, ``ready`` says when it can."""
        wanted = game, styles, coached
        if self._done is not None:
            known, played, looked_on = self._done
            if known == game and set(styles) <= set(played) and looked_on >= coached:
                return True
        if wanted != self._wanted:
            self._wanted = wanted
            self._lane.submit(self._rehearse, wanted)
        return False

    def close(self) -> None:
        """Give it up and end the thread."""
        self._wanted = None
        self._lane.shutdown(wait=True, cancel_futures=True)

    def _rehearse(self, wanted: Wanted) -> None:
        try:
            with heeding(lambda: self._wanted is not wanted or edits.give_way()):
                rehearse(*wanted)
        except Cancelled:
            return
        except Exception:  # the table is laid all the same: whoever takes the step that fails is told by the window
            pass
        self._relay.emit(wanted)

    def _deliver(self, wanted: Wanted) -> None:
        if wanted is self._wanted:
            self._done = wanted
            self.ready.emit()
