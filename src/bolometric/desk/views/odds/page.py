"""What all pages of the odds share: they take a set of pieces, and draw only while they are seen."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QComboBox, QLabel, QVBoxLayout, QWidget

from bolometric.core.game.document import PieceSet
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import LIGHT, Palette

MOST_PICKED = 5000
"""Totals that are offered in a list."""


class OddsPage(QWidget):
    """One page. ``set`` is the set of pieces it is to show."""

    total_chosen = Signal(object)
    """A total was picked here; the other pages that pick one follow."""

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

    def picture(self) -> QWidget | None:
        """What is drawn here, to be taken away; None if there is nothing."""
        return None

    def close_lanes(self) -> None:
        """Give up what is being worked out; most pages have it at once."""


class PickingPage(OddsPage):
    """A page with a list of totals to pick from; what is picked is picked on the other pages too."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.total = QComboBox()
        self.total.setAccessibleName(name)
        self.total.currentIndexChanged.connect(lambda _: self.show_picked())
        self.totals: tuple[Value, ...] = ()

    def offer_totals(self) -> None:
        """Fill the list, at the total that was picked or else at the likeliest."""
        odds = self.set.distribution
        self.totals = odds.totals[:MOST_PICKED]
        likeliest = odds.totals[odds.ways.index(max(odds.ways))] if odds.totals else None
        self.total.blockSignals(True)
        self.total.clear()
        self.total.addItems([minus(total) for total in self.totals])
        wanted = self.picked if self.picked in self.totals else likeliest
        if wanted in self.totals:
            self.total.setCurrentIndex(self.totals.index(wanted))
        self.total.blockSignals(False)

    def pick(self, total: Value) -> None:
        """Pick a total, here or from another page."""
        super().pick(total)
        if total in self.totals:
            self.total.setCurrentIndex(self.totals.index(total))

    def show_picked(self) -> None:
        """Tell of the total in the list, here and on the other pages."""
        at = self.total.currentIndex()
        if 0 <= at < len(self.totals):
            self.picked = self.totals[at]
            self.tell(self.totals[at])
            self.total_chosen.emit(self.totals[at])
        else:
            self.tell(None)

    def tell(self, total: Value | None) -> None:
        """Show one total; None if there is none."""
        raise AssertionError("every page that picks tells what was picked")


def plain_label(name: str = "") -> QLabel:
    """A label that wraps and takes nothing for markup."""
    return Label(objectName=name, wordWrap=True)
