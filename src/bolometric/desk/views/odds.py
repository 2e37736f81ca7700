"""Odds: what one roll can show, as bars with ways and chances, and for two dice every pair of faces."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QShowEvent
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QVBoxLayout, QWidget

from bolometric.core.game import Game
from bolometric.core.telling import odds_words, total_words
from bolometric.core.wording import dice, minus, percent
from bolometric.desk.parts.chart import MOST_LABELS, Chart
from bolometric.desk.parts.face_table import FaceTable
from bolometric.paint.palette import LIGHT, Palette, ink_on, warmths

MOST_PERCENTS = 20
"""Bars up to which each carries its chance above and its ways within; more have room for the ways alone."""
MOST_TABLE = 12
"""Faces of one die up to which the table of pairs is shown."""


class OddsView(QWidget):
    """Shows the distribution of the total. All of it is exact."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 12, 16, 8)
        self.title = QLabel(objectName="heading", wordWrap=True)
        self.words = QLabel(wordWrap=True)
        self.words.setTextFormat(Qt.TextFormat.PlainText)
        self.chart = Chart("total", "chance")
        self.table = FaceTable()
        row = QHBoxLayout()
        row.setSpacing(16)
        row.addWidget(self.chart, 1)
        row.addWidget(self.table, 0)
        pick = QHBoxLayout()
        self.total = QComboBox()
        self.total.setAccessibleName("Pick a total")
        self.answer = QLabel(wordWrap=True)
        self.answer.setTextFormat(Qt.TextFormat.PlainText)
        pick.addWidget(QLabel("Pick a total"))
        pick.addWidget(self.total)
        pick.addWidget(self.answer, 1)
        column.addWidget(self.title)
        column.addWidget(self.words)
        column.addLayout(row, 1)
        column.addLayout(pick)
        self.total.currentIndexChanged.connect(self._picked)
        self.table.total_picked.connect(self._pointed)
        self._wanted: tuple[Game, Palette] = (Game(), LIGHT)
        self._shown: tuple[Game, Palette] | None = None

    def show_game(self, game: Game, colours: Palette) -> None:
        """Show a game's draw; while another view is in front, only remember it."""
        self._wanted = (game, colours)
        if self.isVisible():
            self._refresh()

    def showEvent(self, event: QShowEvent) -> None:
        """Take on what changed while another view was in front."""
        super().showEvent(event)
        self._refresh()

    def _refresh(self) -> None:
        game, colours = self._wanted
        if self._shown is not None and self._shown[0].pieces == game.pieces and self._shown[1] == colours:
            return
        self._shown = (game, colours)
        odds = game.distribution
        self.title.setText(f"One roll of {dice(game.pieces)}")
        few = len(odds.totals) <= MOST_PERCENTS
        marked = "Above each bar its chance, in it its ways." if few else "Above each bar its ways."
        self.words.setText(f"{odds_words(odds)} {marked if len(odds.totals) <= MOST_LABELS else ''}")
        pairs = len(game.pieces) == 2 and max(len(die.faces) for die in game.pieces) <= MOST_TABLE
        self.table.setVisible(pairs)
        if pairs:
            self.table.show_dice(game.pieces, odds, colours)
        kept = self.total.currentText()
        self.total.blockSignals(True)
        self.total.clear()
        self.total.addItems([minus(total) for total in odds.totals])
        likely = odds.ways.index(max(odds.ways))
        self.total.setCurrentIndex(max(self.total.findText(kept), 0) if self.total.findText(kept) >= 0 else likely)
        self.total.blockSignals(False)
        self._draw()
        self._picked()

    def _draw(self) -> None:
        assert self._shown is not None
        game, colours = self._shown
        odds = game.distribution
        chances, most = odds.chances.tolist(), max(odds.chances)
        tints = [colours.heat(warmth) for warmth in warmths(chances)]
        self.chart.clear_to(colours)
        gaps = [b - a for a, b in zip(odds.totals, odds.totals[1:], strict=False)]
        width = 0.8 * min(gaps, default=1)
        self.chart.bars(odds.totals, chances, tints, width, QColor(colours.faint))
        if len(odds.totals) <= MOST_LABELS:
            for total, ways, chance, warm in zip(odds.totals, odds.ways, chances, warmths(chances), strict=True):
                few = len(odds.totals) <= MOST_PERCENTS
                self.chart.label(total, chance, percent(chance) if few else str(ways), colours.ink, 12.5)
                if few and chance > most / 12:
                    self.chart.label(total, 0, str(ways), ink_on(colours.heat(warm)).name(), 12.5)
        self.chart.frame(odds.totals[0] - width, odds.totals[-1] + width, most * 1.06)
        self.chart.percents_up(most)
        step = max(1, len(odds.totals) // 24)
        self.chart.marks_across([(total, minus(total)) for total in odds.totals[::step]])

    def _pointed(self, total: int | None) -> None:
        if total is None:
            self._picked()
            return
        self.total.setCurrentIndex(self.total.findText(minus(total)))

    def _picked(self) -> None:
        if self._shown is None or self.total.currentIndex() < 0:
            return
        odds = self._shown[0].distribution
        total = odds.totals[self.total.currentIndex()]
        self.table.pick(total)
        self.answer.setText(total_words(odds, total))
