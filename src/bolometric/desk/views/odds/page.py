"""What all pages of the odds share: they take a set of pieces, and draw only while they are seen."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QComboBox, QLabel, QVBoxLayout, QWidget

from bolometric.core.amounts import Value
from bolometric.core.game import PieceSet
from bolometric.core.wording import minus
from bolometric.paint.palette import LIGHT, Palette


class Page(QWidget):
    """One page. ``set`` is the set of pieces it is to show."""

    total_chosen = Signal(object)
    """A total was picked here; the other pages that pick one follow."""

    name = ""
    """What the button says."""

    def __init__(self) -> None:
        super().__init__()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 4, 0, 0)
        self.set = PieceSet()
        self.colours: Palette = LIGHT
        self.picked: Value | None = None
        """The total picked last, here or on another page."""
        self._drawn: tuple[PieceSet, Palette] | None = None

    def show_set(self, pieces: PieceSet, colours: Palette) -> None:
        """Take on a set of pieces; while another page is in front, only remember it."""
        self.set, self.colours = pieces, colours
        self._refresh()

    def showEvent(self, event: QShowEvent) -> None:
        """Take on what changed while another page was in front."""
        super().showEvent(event)
        self._refresh()

    def _refresh(self) -> None:
        if self.isVisible() and self._drawn != (self.set, self.colours):
            self._drawn = (self.set, self.colours)
            self.draw()

    def draw(self) -> None:
        """Show the set; called only while the page is seen."""
        raise AssertionError("every page draws itself")

    def pick(self, total: Value) -> None:
        """A total was picked on another page."""
        self.picked = total

    def choose(self, total: Value) -> None:
        """Pick a total here, and tell the other pages."""
        self.picked = total
        self.total_chosen.emit(total)

    def offer(self, box: QComboBox, totals: Sequence[Value], likeliest: Value | None) -> None:
        """Fill a list of totals, at the one that was picked or else at the likeliest."""
        box.blockSignals(True)
        box.clear()
        box.addItems([minus(total) for total in totals])
        wanted = self.picked if self.picked in totals else likeliest
        if wanted in totals:
            box.setCurrentIndex(totals.index(wanted))
        box.blockSignals(False)


def plain_label(name: str = "") -> QLabel:
    """A label that wraps and takes nothing for markup."""
    label: QLabel = QLabel(objectName=name, wordWrap=True)
    label.setTextFormat(Qt.TextFormat.PlainText)
    return label
