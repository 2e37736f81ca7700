"""Gets a table ready on a thread of its own: an area may have to be compiled first, and best play worked out."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.play.rehearsal import rehearse
from bolometric.desk.working.lane import Lane

Wanted = tuple[Game, tuple[Style, ...], bool]
"""A game, the styles of its seats that play by themselves, and whether the coach looks on."""


class Readying(QObject):
    """Rehearses one game at a time; what was wanted before is given up."""

    ready = Signal()

    def __init__(self) -> None:
        super().__init__()
        self._wanted: Wanted | None = None
        self._done: Wanted | None = None
        self._lane = Lane("ready", self, apart=True)
        self._lane.done.connect(self._laid)
        self._lane.failed.connect(self._laid)  # the table all the same: who takes the step that fails is told there

    def is_ready(self, game: Game, styles: tuple[Style, ...], coached: bool) -> bool:
        """Whether the game can be played so without waiting; if not, ``ready`` says when it can."""
        wanted = game, styles, coached
        if self._done is not None:
            known, played, looked_on = self._done
            if known == game and set(styles) <= set(played) and looked_on >= coached:
                return True
        if wanted != self._wanted:
            self._wanted = wanted
            self._lane.ask(lambda: rehearse(*wanted))
        return False

    def close(self) -> None:
        """Give it up and end the thread."""
        self._lane.close()

    def _laid(self, _: object) -> None:
        self._done = self._wanted
        self.ready.emit()
