"""The cells of a grid: typed in rows, or put in so that they suit the pieces."""

from __future__ import annotations

from functools import partial

from PySide6.QtGui import QFontDatabase, QHideEvent
from PySide6.QtWidgets import QComboBox, QGridLayout, QPlainTextEdit, QProgressBar, QPushButton, QSpinBox

from bolometric.core.areas.grid.balancing import Cells, balanced, figures, rearranged, rounding_words
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Game, with_value
from bolometric.core.layouts.apportion import Favour
from bolometric.core.layouts.text import HINT, read_layout, typed_layout
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt
from bolometric.core.text.figures import percent, plural
from bolometric.desk.editors.base import WIDTH, Editor, wrapped
from bolometric.desk.working.lane import Lane

FAVOURS: dict[Favour, str] = {
    "balanced": "each number as often as it comes up",
    "easy": "more of the easy numbers",
    "rare": "more of the rare numbers",
}


class CellsEditor(Editor):
    """Sends the cells once every row can be read."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, HINT)
        self._game = game
        area = game.area_as(Grid)
        self.text = QPlainTextEdit(typed_layout(area.laid_out, area.columns))
        self.text.setFont(QFontDatabase.systemFont(QFontDatabase.SystemFont.FixedFont))
        self.text.setAccessibleName("the cells, row by row")
        self.text.setTabChangesFocus(True)
        self.text.setMinimumSize(WIDTH, 170)
        self.text.textChanged.connect(self._take)
        self.body.addWidget(self.text)
        self.favour, self.seed = QComboBox(), QSpinBox(minimum=1, maximum=9999, value=1, prefix="board ")
        for key, words in FAVOURS.items():
            self.favour.addItem(words, key)
        self.favour.setAccessibleName("which numbers have more cells")
        self.seed.setAccessibleName("which of many arrangements")
        self.seed.setToolTip("Another number gives another arrangement; the same one the same again")
        self.put, self.apart = QPushButton("Put in numbers"), QPushButton("Only move them apart")
        self.put.clicked.connect(lambda: self._work(True))
        self.apart.clicked.connect(lambda: self._work(False))
        self.bar, self.cancel = QProgressBar(maximum=0, textVisible=False), QPushButton("Cancel")
        self.bar.setAccessibleName("Arranging")
        self.cancel.clicked.connect(self._give_up)
        grid = QGridLayout()
        for place, part in enumerate((self.favour, self.seed, self.put, self.apart, self.bar, self.cancel)):
            grid.addWidget(part, place // 2, place % 2)
        self.body.addLayout(grid)
        self.told = wrapped("", "hint")
        self.body.addWidget(self.told)
        self._show_busy(False)
        self.lane = Lane("cells", self)
        self.lane.done.connect(self._arranged)
        self.lane.failed.connect(self.say)
        self.finish(self.text)

    def hideEvent(self, event: QHideEvent) -> None:
        """Nobody waits for it once the editor has gone."""
        super().hideEvent(event)
        self._give_up()

    def _show_busy(self, on: bool) -> None:
        self.bar.setVisible(on)
        self.cancel.setVisible(on)

    def _give_up(self) -> None:
        self.lane.give_up()
        self._show_busy(False)

    def _read(self) -> Game | None:
        """The game with the cells as they are typed; None if they can't be read or can't be."""
        try:
            cells, columns, self._locked = read_layout(self.text.toPlainText())
            if columns != self._game.area_as(Grid).columns:
                raise GameError(
                    f"The grid has {self._game.area_as(Grid).columns} columns: give each row so many cells."
                )
            return with_value(self._game, self.at.path, cells)
        except GameError as error:
            self.say(error.sentence)
            return None

    def _take(self) -> None:
        game = self._read()
        if game is not None:
            self.send(list(game.area_as(Grid).cells))

    def _work(self, numbers: bool) -> None:
        """Put numbers in, or only move those that are there."""
        game = self._read()
        if game is None:
            return
        self._show_busy(True)
        self._put_in = numbers
        locked, seed, layout = self._locked, self.seed.value(), list(game.area_as(Grid).laid_out)
        if numbers:
            self.lane.ask(partial(_put, game, self.favour.currentData(), seed, locked))
        else:
            self.lane.ask(lambda: (game, rearranged(game, layout, seed, locked)))

    def _arranged(self, found: tuple[Game, Cells | None]) -> None:
        self._show_busy(False)
        game, cells = found
        if cells is None:
            self.say("No draw makes a number above nought, so there is nothing to put in: change the pieces.")
            return
        before, after = figures(game, list(game.area_as(Grid).laid_out)), figures(game, cells)
        self.text.setPlainText(typed_layout(tuple(cells), game.area_as(Grid).columns, self._locked))
        self.told.setText(
            f"{plural(after.twins, 'pair')} of equal neighbours ({before.twins} before); lines differ by "
            f"{percent(after.spread)} in how hard they are ({percent(before.spread)} before). "
            f"{rounding_words(game, self.favour.currentData(), self._locked) if self._put_in else ''}".strip()
        )


def _put(game: Game, favour: Favour, seed: int, locked: frozenset[int]) -> tuple[Game, Cells | None]:
    return game, balanced(game, favour, seed=seed, locked=locked)
