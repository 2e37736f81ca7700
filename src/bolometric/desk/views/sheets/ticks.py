"""The sheets of a game with a tick each, and how many pages they take."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from PySide6.QtCore import QSignalBlocker, Qt, Signal
from PySide6.QtWidgets import QListWidget, QListWidgetItem

from bolometric.core.game.printing import SHEETS
from bolometric.core.text.figures import plural

KEY = Qt.ItemDataRole.UserRole


class Ticks(QListWidget):
    """One line for each sheet that the game can have."""

    left_out = Signal(object)
    """The sheets that are not printed, after a tick was set or taken off."""
    chosen = Signal(str)
    """A sheet is to be seen."""

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName("sheets that are printed")
        self._before: Collection[str] = ()
        self.itemChanged.connect(lambda _: self._ticked())
        self.currentItemChanged.connect(lambda item, _: self.chosen.emit("" if item is None else item.data(KEY)))

    def show_sheets(self, keys: Sequence[str], left_out: Collection[str], counts: Mapping[str, int | None]) -> None:
        """Show the sheets; a count of None says that the pages are still being worked out."""
        self._before = left_out
        row = self.currentRow()
        with QSignalBlocker(self):
            self.clear()
            for key in keys:
                count = counts.get(key, 0)
                told = " · being measured …" if count is None else f" · {plural(count, 'page')}" if count else ""
                item = QListWidgetItem(f"{SHEETS[key]}{told}")
                item.setData(KEY, key)
                item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                item.setCheckState(Qt.CheckState.Unchecked if key in left_out else Qt.CheckState.Checked)
                self.addItem(item)
            self.setCurrentRow(row)

    def _ticked(self) -> None:
        """What this game can't have stays as it was."""
        items = [self.item(row) for row in range(self.count())]
        listed = {item.data(KEY) for item in items}
        off = {item.data(KEY) for item in items if item.checkState() == Qt.CheckState.Unchecked}
        off |= set(self._before) - listed
        self.left_out.emit([key for key in SHEETS if key in off])
