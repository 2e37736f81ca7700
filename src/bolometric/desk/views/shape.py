"""Shape: the board as it will be cut out, with how often each square is landed on."""

from __future__ import annotations

from PySide6.QtWidgets import QLabel, QVBoxLayout, QWidget

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
        self.board.square_picked.connect(lambda number: self.line.setText(self.board.describe(number) or IDLE))

    def show_board(self, game: Game, squares: Squares | None, colours: Palette) -> None:
        """Show a game's board; without ``squares`` it has no heat yet."""
        self.board.show_board(game.area, squares, colours)
