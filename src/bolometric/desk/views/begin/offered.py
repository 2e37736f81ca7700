"""The games that were made for what is wanted: a card each, the best first, and what may be done with one."""

from __future__ import annotations

from PySide6.QtCore import Signal, SignalInstance
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from bolometric.core.text.figures import percent, plural
from bolometric.core.tuning.briefs.offering import Composed, ordered
from bolometric.desk.parts.offers import Offer, OfferList
from bolometric.paint.palette import LIGHT, Palette

NONE = "No kind of game can be stood for so: take fewer learners, other pieces or more minutes."


class OfferedGames(QWidget):
    """Cards as they come, and three buttons for the one in front."""

    chosen = Signal(object)
    """A game to begin with."""
    kept = Signal(object)
    """A game of which a copy is to be kept on the shelf."""
    compared = Signal(object)
    """A game that is to stand beside others."""

    def __init__(self) -> None:
        super().__init__()
        self.found: list[Composed] = []
        self.games = OfferList("games that suit, the best first")
        self.begin, self.keep, self.compare = (
            QPushButton("Begin with this game"),
            QPushButton("Keep a copy"),
            QPushButton("Put it beside others"),
        )
        row = QHBoxLayout()
        for button, signal in ((self.begin, self.chosen), (self.keep, self.kept), (self.compare, self.compared)):
            button.clicked.connect(lambda _=False, signal=signal: self._hand_on(signal))
            row.addWidget(button)
        row.addStretch()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        column.addWidget(self.games, 1)
        column.addLayout(row)
        self._filling = self._touched = False
        self.games.itemActivated.connect(lambda _: self._hand_on(self.chosen))
        self.games.currentRowChanged.connect(lambda _: self._touch())
        self._show_buttons()

    def clear(self) -> None:
        """Nothing has been made yet."""
        self.found, self._touched = [], False
        self.show_found(LIGHT)

    def add(self, one: Composed, colours: Palette) -> None:
        """One more; the one that was put in front stays so, else it is the best."""
        self.found.append(one)
        if not one.against:
            self.show_found(colours)

    def show_found(self, colours: Palette) -> None:
        """Show what there is, the best first."""
        front = self._front if self._touched else None
        best = ordered(self.found)
        self._filling = True
        self.games.show_offers([_offer(one) for one in best], colours)
        self.games.setCurrentRow(0 if front is None else [one.game for one in best].index(front.game))
        self._filling = False
        self._show_buttons()

    def _touch(self) -> None:
        self._touched = self._touched or not self._filling

    @property
    def told(self) -> str:
        """How many suit, which kinds do not, and why the first of them."""
        best = ordered(self.found)
        kinds = {type(one.game.area) for one in best}
        left = {one.game.area.noun: one.against for one in self.found if type(one.game.area) not in kinds}
        told = f"{plural(len(best), 'game suits', 'games suit')}, the best first." if best else NONE
        if left:
            first, why = next(iter(left.items()))
            told += f" {plural(len(left), 'kind is', 'kinds are')} left out. {first}: {why[:1].lower()}{why[1:]}"
        return told

    @property
    def _front(self) -> Composed | None:
        """The one whose card is in front."""
        row = self.games.currentRow()
        if row < 0 or row >= self.games.count():
            return None
        game = self.games.offer(row).game
        return next((one for one in self.found if one.game == game and not one.against), None)

    def _show_buttons(self) -> None:
        for button in (self.begin, self.keep, self.compare):
            button.setEnabled(self.games.count() > 0)

    def _hand_on(self, signal: SignalInstance) -> None:
        if (one := self._front) is not None:
            signal.emit(one.game)


def _offer(one: Composed) -> Offer:
    marks = tuple((part.target, part.reading) for part in one.parts)
    lines = tuple(filter(None, (one.why, one.needs)))
    return Offer(one.game, f"{one.game.name}: suits {percent(one.suits)}", lines, marks)
