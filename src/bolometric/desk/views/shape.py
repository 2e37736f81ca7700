"""Shape: the board as it will be cut out, with how often each place is used."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QVBoxLayout, QWidget

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.results.board import Brush, Heat
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import Palette

IDLE = "Point at a place, or go there with the arrow keys, to read its figure."
NARROWEST = 10
"""Letters that a chooser above the board shows at least."""
SHOWN = (("both", "both"), ("how often", "heat"), ("what they do", "kinds"))


class ShapeView(QWidget):
    """The board and a line that reads out the place pointed at.

    Where places can be swapped, two clicks swap two. Where places can carry something, a brush is chosen above the
    board, and a click, a stroke or Enter puts it on.
    """

    edit_asked = Signal(str, object)
    """A setting and its value: places are to change what they hold."""
    stroke_asked = Signal(str, object)
    """The same, again and again while something is drawn along: one step of undo."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(6, 6, 6, 2)
        self.board = BoardWidget()
        self.line = Label(IDLE, objectName="hint")
        self.line.setIndent(12)
        self.tools = QWidget(objectName="plain")
        row = QHBoxLayout(self.tools)
        row.setContentsMargins(8, 0, 8, 0)
        self.brush, self.shown = QComboBox(), QComboBox()
        self.brush.setAccessibleName("what a click on a square puts there")
        self.shown.setAccessibleName("what the board shows")
        for words, key in SHOWN:
            self.shown.addItem(words, key)
        for name, chooser in (("A click puts on a square", self.brush), ("Squares show", self.shown)):
            chooser.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            chooser.setMinimumContentsLength(NARROWEST)  # words may be cut where there is little room
            row.addWidget(Label(name, objectName="hint"))
            row.addWidget(chooser, 1)
        row.addStretch(1)
        column.addWidget(self.tools)
        column.addWidget(self.board, 1)
        column.addWidget(self.line)
        self.line.setWordWrap(True)
        self.board.square_picked.connect(self._tell)
        self.board.square_chosen.connect(self._hold)
        self.board.stroked.connect(self._paint)
        self.board.bent.connect(self._bend)
        self.brush.currentIndexChanged.connect(lambda _: self._take_brush())
        self.shown.currentIndexChanged.connect(lambda _: self.board.show_only(self.shown.currentData()))
        self._brushes: tuple[Brush, ...] = ()
        self.game = self.board.game
        """The game as it is now: the board shows it once it is worked out, and an edit must not undo the last one."""

    def _tell(self, number: int) -> None:
        """Read a place out, with what is best there."""
        told = self.board.describe(number)
        if self.board.held:
            asks = "Choose the square it leads to" if self._brush() else "Choose the place to swap it with"
            self.line.setText(f"{asks}, or the same again to leave it. {told}".strip())
            return
        self.line.setText(told if number and told else f"{IDLE} {told}".strip())

    def _brush(self) -> Brush | None:
        """What a click puts on a place; None where it only points."""
        return self._brushes[self.brush.currentIndex() - 1] if self.brush.currentIndex() > 0 else None

    def _take_brush(self) -> None:
        brush = self._brush()
        self.board.hold(0)
        self.board.stroking = brush is not None and not brush.leads
        self._tell(self.board.picked)

    def _hold(self, number: int) -> None:
        """Take a place up; then swap it with, or lead it to, the next one chosen."""
        game, held, brush = self.game, self.board.held, self._brush()
        offers = area_of(game).board
        if brush is None and offers.swapped(game, number, number) is None:
            return
        if held in (0, number):
            self.board.hold(number - held)
            self._tell(number)
            return
        self.board.hold(0)
        found = (
            offers.swapped(game, held, number) if brush is None else offers.painted(game, (held,), brush.key, number)
        )
        if found is not None:
            self.edit_asked.emit(*found)

    def _paint(self, places: tuple[int, ...]) -> None:
        """Put what the brush says on places: one step of undo, however many they are."""
        brush = self._brush()
        if brush is not None:
            found = area_of(self.game).board.painted(self.game, places, brush.key, 0)
            if found is not None:
                self.edit_asked.emit(*found)

    def _bend(self, which: int, x: float, y: float) -> None:
        """Draw a handle of the board elsewhere."""
        found = area_of(self.game).board.bent(self.game, which, x, y)
        if found is not None:
            self.stroke_asked.emit(*found)

    def take_game(self, game: Game) -> None:
        """Another game, which the board does not show yet: what is put on squares is put on its."""
        self.game = game
        brushes = area_of(game).board.brushes(game)
        self.tools.setVisible(bool(brushes))
        if brushes != self._brushes:
            self._brushes = brushes
            self.brush.clear()
            self.brush.addItems(["nothing", *(brush.words for brush in brushes)])
        # Only what can be painted on carries something; to lay out the map of a purse takes best play on it.
        places = area_of(game).board.places(game) if brushes else None
        self.shown.setEnabled(bool(getattr(places, "carried", ())))

    def show_board(self, game: Game, heat: Heat | None, colours: Palette) -> None:
        """Show a game's board; without ``heat`` it is plain."""
        self.take_game(game)
        self.board.show_board(game, heat, colours)
        self._tell(self.board.picked)
