"""Shape: the board as it will be cut out, with how often each place is used."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import Palette

IDLE = "Point at a place, or go there with the arrow keys, to read its figure."


class ShapeView(QWidget):
    """The board and a line that reads out the place pointed at. Where places can be swapped, two clicks swap two."""

    swap_asked = Signal(str, object)
    """A setting and its value: two places are to change what they hold."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(6, 6, 6, 2)
        self.board = BoardWidget()
        self.line = Label(IDLE, objectName="hint")
        self.line.setIndent(12)
        column.addWidget(self.board, 1)
        column.addWidget(self.line)
        self.line.setWordWrap(True)
        self.board.square_picked.connect(self._tell)
        self.board.square_chosen.connect(self._hold)

    def _tell(self, number: int) -> None:
        """Read a place out, with what is best there."""
        told = self.board.describe(number)
        if self.board.held:
            self.line.setText(f"Choose the place to swap it with, or the same again to leave it. {told}".strip())
            return
        self.line.setText(told if number and told else f"{IDLE} {told}".strip())

    def _hold(self, number: int) -> None:
        """Take a place up, or swap it with the one that is held."""
        game, held = self.board.game, self.board.held
        if area_of(game).board.swapped(game, number, number) is None:
            return
        if held in (0, number):
            self.board.hold(number - held)
            self._tell(number)
            return
        self.board.hold(0)
        found = area_of(game).board.swapped(game, held, number)
        if found is not None:
            self.swap_asked.emit(*found)

    def show_board(self, game: Game, heat: Heat | None, colours: Palette) -> None:
        """Show a game's board; without ``heat`` it is plain."""
        self.board.show_board(game, heat, colours)
        self._tell(self.board.picked)
