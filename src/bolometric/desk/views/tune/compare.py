"""Compare: up to four games side by side, by their readings, how long they last, their rules and what they practise."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import numpy as np
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from bolometric.assets import SUFFIX
from bolometric.core.game.document import Game
from bolometric.core.game.files import read
from bolometric.core.text.figures import percent
from bolometric.core.tuning.comparing import Side, different, rows_of, side_of
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.parts.plain import Label
from bolometric.desk.parts.rows import Rows
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

MOST, DOTS = 4, 24
MARKS = ("o", "s", "t", "d")
SIGNS = {"o": "●", "s": "■", "t": "▲", "d": "◆"}
IDLE = "Choose games of the shelf, or put one that was found beside the open one."


class CompareVersions(QWidget):
    """The open game first, and those beside it."""

    def __init__(self, shelf: Callable[[], list[Path]]) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self._shelf = shelf
        self.beside: list[Game] = []
        self.sides: list[Side] = []
        self._known: dict[Game, Side] = {}
        self.lane, self.reads = Lane("compare", self), Lane("read", self)
        self.lane.done.connect(self._show)
        self.lane.failed.connect(self._failed)
        self.reads.done.connect(self.add)
        self.reads.failed.connect(self._failed)
        self.which, self.clear = QComboBox(), QPushButton("Take them away")
        self.which.setAccessibleName("a game of the shelf to put beside the open one")
        self.readings, self.rules, self.practice = (
            Rows("readings"),
            Rows("rules that differ"),
            Rows("what each practises"),
        )
        self.chart = ChartView("minutes", "")
        self.told = Label(IDLE, wordWrap=True)
        row = QHBoxLayout()
        row.addWidget(Label("Beside the open game"))
        row.addWidget(self.which, 1)
        row.addWidget(self.clear)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        column.addLayout(row)
        self.pages = PageBar(
            self,
            [("Readings", self.readings), ("How long", self.chart), ("Rules", self.rules), ("Practice", self.practice)],
        )
        column.addLayout(self.pages)
        column.addWidget(self.pages.stack, 1)
        column.addWidget(self.told)
        self.which.activated.connect(lambda _: self._choose())
        self.clear.clicked.connect(lambda: self._take_away())

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another open game; those beside it stay."""
        self.game, self.colours = game, colours
        if self.isVisible():
            self._ask()

    def showEvent(self, event: object) -> None:
        """It is looked at: now it is worth the work."""
        super().showEvent(event)  # type: ignore[arg-type]
        self.which.clear()
        self.which.addItem("choose a game …", None)
        for path in self._shelf():
            self.which.addItem(path.name.removesuffix(SUFFIX), path)
        self._ask()

    def _choose(self) -> None:
        path = self.which.currentData()
        if path is not None:
            self.reads.ask(lambda: read(path))

    def add(self, game: Game) -> None:
        """Put a game beside the open one; the first of too many makes room."""
        self.beside = [*(one for one in self.beside if one != game), game][1 - MOST :]
        self._ask()

    def _take_away(self) -> None:
        self.beside = []
        self._ask()

    def _ask(self) -> None:
        games = [self.game, *(one for one in self.beside if one != self.game)]
        known = dict(self._known)
        self.told.setText("Measuring …" if any(game not in known for game in games) else "")

        def work() -> list[Side]:
            return [known.get(game) or side_of(game) for game in games]

        self.lane.ask(work)

    def _show(self, sides: list[Side]) -> None:
        self.sides = sides
        self._known = {side.game: side for side in sides}
        heads = [side.game.name for side in sides]
        suits = ("Suits its targets", tuple("–" if side.suits is None else percent(side.suits) for side in sides))
        self.readings.show_rows(heads, [suits, *rows_of(sides)])
        self.practice.show_rows(heads, [("In one game", tuple(side.practice for side in sides))], wrapped=True)
        said = different([side.game for side in sides])
        most = max((len(each) for each in said), default=0)
        rows = [(str(k + 1), tuple(each[k] if k < len(each) else "" for each in said)) for k in range(most)]
        self.rules.show_rows(heads, rows, wrapped=True)
        self._draw()
        alone = IDLE if len(sides) < 2 else ""
        shapes = "; ".join(
            f"{SIGNS[MARKS[k]]} {side.game.name}{'' if side.exact else ' (simulated)'}" for k, side in enumerate(sides)
        )
        self.told.setText(alone or f"How long: the share of games that is over after so many minutes. {shapes}.")

    def _draw(self) -> None:
        c, chart = self.colours, self.chart
        chart.clear_to(c)
        if not self.sides:
            return
        tints = (c.ember, c.night, c.moss, c.faint)
        for k, side in enumerate(self.sides):
            some = np.unique(np.linspace(0, len(side.minutes) - 1, DOTS).astype(int))
            chart.line(side.minutes[some], side.over[some], tints[k], dots=True, mark=MARKS[k])
        end = max(float(side.minutes[-1]) for side in self.sides)
        chart.name_across("minutes")
        chart.frame(0.0, end * 1.02, 1.05)
        chart.count_across(0.0, end)
        chart.drawing.up = [(part / 4, f"{25 * part}%") for part in range(5)]

    def _failed(self, words: str) -> None:
        self.told.setText(words)
