"""Shape: the board as it will be cut out, with how often each square is landed on."""

from __future__ import annotations

from PySide6.QtWidgets import QLabel, QVBoxLayout, QWidget

from bolometric.core.areas.registry import area_of
from bolometric.core.game import Game
from bolometric.core.race import Squares
from bolometric.desk.parts.board import BoardWidget
from bolometric.paint.palette import Palette

IDLE = "Point at a square, or go there with the arrow keys, to read its figure."


class ShapeView(QWidget):
    """The board and a line that reads out the square pointed at."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(6, 6, 6, 2)
        self.board = BoardWidget()
        self.line = QLabel(IDLE, objectName="hint")
        self.line.setIndent(12)
        column.addWidget(self.board, 1)
        column.addWidget(self.line)
        self.line.setWordWrap(True)
        self.board.square_picked.connect(self._tell)
        self._game: Game | None = None

    def _tell(self, number: int) -> None:
        """Read a square out, with what is best in a turn begun there."""
        told = [self.board.describe(number) or IDLE]
        if self._game is not None and self.board.count == self._game.area.steps:
            told.append(
                area_of(self._game)
                .advice(self._game, number)
                .replace("begun here", "begun here" if number else "at the start")
            )
        self.line.setText(" ".join(part for part in told if part))

    def show_board(self, game: Game, squares: Squares | None, colours: Palette) -> None:
        """Show a game's board; without ``squares`` it has no heat yet."""
        self._game = game if squares is not None else None
        self.board.show_board(game.area, squares, colours)
        self._tell(self.board.picked)
