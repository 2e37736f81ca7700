"""Games that killed programs left: taken over, offered, discarded; each copy stays until one of these is done."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import QObject

from bolometric.desk.keeping.document import Document
from bolometric.desk.keeping.filing import Filing
from bolometric.desk.keeping.recovery import Keeper, Left
from bolometric.desk.parts.rescue import Rescue


class Rescuing(QObject):
    """Between the copies and the window."""

    def __init__(self, shown: Rescue, document: Document, filing: Filing, show: Callable[[], None]) -> None:
        super().__init__(shown)
        self._shown, self._document, self._filing, self._show = shown, document, filing, show
        self._keeper: Keeper | None = None
        shown.open_asked.connect(self._open)
        shown.discard_asked.connect(self._discard)

    def offer(self, keeper: Keeper | None, left: Sequence[Left]) -> None:
        """Offer them until each is opened or discarded."""
        self._keeper = keeper
        self._shown.offer(left)

    def take_over(self, keeper: Keeper, left: Left) -> str:
        """Open a game that was left, and say so. Its copy stays until this program has one of its own."""
        self._document.start(left.game, left.path, unsaved=True)
        self._document.keep()
        keeper.instead_of(left)
        return f"“{left.game.name}” was not saved when the program ended; here it is again. Save it to keep it."

    def _open(self, left: Left) -> None:
        if self._keeper is not None and self._filing.may_leave():
            self._shown.without(left)
            self._filing.say(self.take_over(self._keeper, left))
            self._show()

    def _discard(self, left: Left) -> None:
        if self._keeper is not None:
            self._keeper.discard(left)
        self._shown.without(left)
