"""Games that were not saved when a program ended: a line each, to be opened or discarded."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFrame, QGridLayout, QPushButton

from bolometric.core.game.document import Game
from bolometric.core.game.files import read
from bolometric.core.settings.errors import FileError
from bolometric.core.settings.knobs import knobs
from bolometric.core.text.figures import plural, some_of
from bolometric.desk.keeping.recovery import Left
from bolometric.desk.parts.plain import Label

MOST_NAMED = 3


class Rescue(QFrame):
    """Shows what is left until it is opened or discarded."""

    open_asked = Signal(object)
    discard_asked = Signal(object)

    def __init__(self) -> None:
        super().__init__(objectName="notice")
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(14, 6, 8, 6)
        self._grid.setColumnStretch(0, 1)
        self.left: list[Left] = []
        self.buttons: list[tuple[QPushButton, QPushButton]] = []
        self.hide()

    def offer(self, left: Sequence[Left]) -> None:
        """A line for each game; nothing is shown where there is none."""
        while (item := self._grid.takeAt(0)) is not None:
            if (gone := item.widget()) is not None:
                gone.hide()
                gone.deleteLater()
        self.left, self.buttons = list(left), []
        for row, one in enumerate(self.left):
            words = Label(rescue_line(one), wordWrap=True)
            take, drop = QPushButton("Open it"), QPushButton("Discard it")
            take.setAccessibleName(f"Open {one.game.name}")
            drop.setAccessibleName(f"Discard {one.game.name}")
            take.clicked.connect(lambda _=False, one=one: self.open_asked.emit(one))
            drop.clicked.connect(lambda _=False, one=one: self.discard_asked.emit(one))
            for column, widget in enumerate((words, take, drop)):
                self._grid.addWidget(widget, row, column)
            self.buttons.append((take, drop))
        self.setVisible(bool(self.left))

    def without(self, gone: Left) -> None:
        """One of them has been dealt with."""
        self.offer([one for one in self.left if one != gone])


def rescue_line(left: Left) -> str:
    """Which game it is, from when, and what it has that its file has not."""
    when = f"{datetime.fromtimestamp(left.time):%A, %-d %B, %H:%M}"
    name = f"“{left.game.name}” was not saved when the program ended ({when})"
    if left.path is None:
        return f"{name}. It has no file yet."
    try:
        saved, changed_since = read(left.path), left.path.stat().st_mtime > left.time
    except (FileError, OSError):
        return f"{name}. Its file {left.path.name} cannot be read any more."
    different = changed(saved, left.game)
    what = f"{plural(len(different), 'setting')} changed: {named(different)}" if different else "as the file is now"
    since = f" {left.path.name} has been changed since then by something else." if changed_since else ""
    return f"{name}, from {left.path.name}: {what}.{since}"


def changed(one: Game, other: Game) -> list[str]:
    """The settings in which two games differ, by their labels."""
    before, after = ({at.path: (at.value, at.knob.label) for at in knobs(game)} for game in (one, other))
    return [label for path, (value, label) in after.items() if before.get(path, (None, ""))[0] != value]


def named(labels: Sequence[str]) -> str:
    """A few of them, and how many more."""
    return some_of(labels, MOST_NAMED)
