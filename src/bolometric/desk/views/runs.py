"""Runs: how long the game lasts, who wins by seat, how the lead moves; exact over simulated."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import Signal
from PySide6.QtGui import QColor, QShowEvent
from PySide6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QProgressBar,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.results.folded import Values
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import MOST_NAMED
from bolometric.core.text.figures import percent, plural
from bolometric.core.words.telling import at_least_words, lead_words, length_words, score_words, win_words
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.plain import Label
from bolometric.desk.working.measurer import PlayedRuns
from bolometric.paint.palette import LIGHT, Palette

MOST_BARS = 60
HEADINGS = {
    "winner": "Who wins, in order of play",
    "together": "How often all reach the aim",
    "nobody": "Who wins",
}
NEAREST, FURTHEST = 0.001, 0.985
"""The shares of games between which lengths are drawn; the rest is told in words."""

PLAY_ON, CANCELLED = "Play on", " Cancelled."


class RunsView(QWidget):
    """Shows what happens when the game is played many times."""

    cancel_asked = Signal()
    again_asked = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.game = Game()
        self.exact: Analysis | None = None
        self.played: PlayedRuns | None = None
        self.colours: Palette = LIGHT
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 12, 16, 8)
        column.addLayout(self._top())
        self.lengths = ChartView("turns in a game, all players together", "share of games")
        self.wins = ChartView("", "share of games won")
        self.leads = ChartView("part of the game played", "share of games")
        self.lengths_words, self.wins_words, self.leads_words = (Label(wordWrap=True) for _ in range(3))
        grid = QGridLayout()
        grid.setHorizontalSpacing(18)
        self.headings = headings = [
            Label(text, objectName="heading")
            for text in ("How long it lasts", "Who wins, in order of play", "When the winner took the lead for good")
        ]
        grid.addWidget(headings[0], 0, 0, 1, 2)
        grid.addWidget(self.lengths, 1, 0, 1, 2)
        grid.addWidget(self.lengths_words, 2, 0, 1, 2)
        for i, parts in enumerate(
            ((headings[1], self.wins, self.wins_words), (headings[2], self.leads, self.leads_words))
        ):
            for row, part in enumerate(parts):
                grid.addWidget(part, 3 + row, i)
        grid.setRowStretch(1, 5)
        grid.setRowStretch(4, 4)
        for chart, least in ((self.lengths, 120), (self.wins, 100), (self.leads, 100)):
            chart.setMinimumHeight(least)
        column.addLayout(grid, 1)
        column.addLayout(self._within())

    def _top(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.state = Label("Playing …", wordWrap=True)
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setMaximumWidth(220)
        self.bar.setAccessibleName("Progress of the runs")
        self.cancel = QPushButton("Cancel")
        self.cancel.clicked.connect(self._press)
        row.addWidget(self.state, 1)
        row.addWidget(self.bar)
        row.addWidget(self.cancel)
        return row

    def _within(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.count = QSpinBox(minimum=1, maximum=100_000, value=20)
        self.count.setAccessibleName("turns of one player")
        self.count.valueChanged.connect(self._tell_within)
        self.within = Label(wordWrap=True)
        self.before_count = Label("Within")
        row.addWidget(self.before_count)
        row.addWidget(self.count)
        row.addWidget(self.within, 1)
        row.addWidget(Label("How unusual is a game of"))
        self.long = QSpinBox(minimum=1, maximum=1_000_000, value=50)
        self.long.setAccessibleName("turns of a whole game")
        self.long.valueChanged.connect(self._tell_long)
        self.long_words = Label(wordWrap=True)
        row.addWidget(self.long)
        row.addWidget(self.long_words, 1)
        return row

    def _press(self) -> None:
        if self.cancel.text() == "Cancel":
            self.cancel_asked.emit()
        else:
            self.cancel.setText("Cancel")
            self.again_asked.emit()

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game, neither worked out nor played yet."""
        self.game, self.exact, self.played, self.colours = game, None, None, colours
        unit = game.area.paced_by[1]
        self.lengths.name_across(f"{unit} in a game, all players together")
        self.headings[1].setText(HEADINGS[game.area.ending])
        self.headings[2].setText("What a player scores" if self._scored else "When the winner took the lead for good")
        self.leads.name_across("score" if self._scored else "part of the game played")
        self.state.setText("Playing …")
        self.bar.setValue(0)
        self.bar.show()
        self.cancel.setText("Cancel")
        self.cancel.show()

    def show_exact(self, exact: Analysis) -> None:
        """The game has been worked out."""
        self.exact = exact
        self._draw()

    def show_played(self, played: PlayedRuns) -> None:
        """More runs are in."""
        self.played = played
        self.bar.setValue(int(1000 * played.progress))
        sure = f"the widest standard error is {100 * played.error:.2g} points"
        # What games of their own tell may come in after the runs were cancelled.
        stopped = self.cancel.text() == PLAY_ON and not played.done
        self.state.setText(f"{plural(played.runs, 'run')} played; {sure}.{CANCELLED if stopped else ''}")
        self.bar.setVisible(not played.done and not stopped)
        self.cancel.setVisible(not played.done)
        self._draw()

    def show_stopped(self) -> None:
        """The runs were cancelled."""
        self.bar.hide()
        self.state.setText(f"{self.state.text()}{CANCELLED}")
        self.cancel.setText(PLAY_ON)

    def recolour(self, colours: Palette) -> None:
        """Draw again in other colours."""
        self.colours = colours
        self._draw()

    def showEvent(self, event: QShowEvent) -> None:
        """Draw what came in while another view was in front."""
        super().showEvent(event)
        self._draw()

    def _draw(self) -> None:
        if not self.isVisible():
            return  # charts take longer than all the rest of an edit: they wait until they are looked at
        self._draw_lengths()
        self._draw_wins()
        self._draw_leads()
        self._tell_within()
        self._tell_long()

    def _draw_lengths(self) -> None:
        c, known = self.colours, self.exact.lasting if self.exact else None
        self.lengths.clear_to(c)
        turns = self.played.sample.paced if self.played else Values()
        least, most = self._range(turns)
        width = -(-(most - least) // MOST_BARS)
        edges = np.arange(least, most + width + 1, width)
        top = 0.0
        if self.played is not None:
            share = np.histogram(turns.values, edges + 0.5, weights=turns.counts)[0] / self.played.runs
            middle = (edges[:-1] + edges[1:] + 1) / 2
            self.lengths.bars(middle, share, QColor(c.night_wash), 0.9 * width, QColor(c.night))
            top = float(share.max(initial=0.0))
        if known is not None:
            ends = 1 - np.array([known.survival(int(edge)) for edge in edges])
            middle = (edges[:-1] + edges[1:] + 1) / 2
            chance = np.diff(ends)
            self.lengths.line(middle, chance, c.ember, dots=len(chance) <= MOST_BARS)
            top = max(top, float(chance.max(initial=0.0)))
        self.lengths.frame(least, float(edges[-1]) + 1, top)
        self.lengths.count_across(least, float(edges[-1]) + 1, 1)
        self.lengths.percents_up(top)
        self.lengths_words.setText(length_words(self.game, self.exact))

    def _range(self, turns: Values) -> tuple[int, int]:
        """The shortest and the longest game to draw: all but a few at either end."""
        known = self.exact.lasting if self.exact else None
        ends = [share * (1 - known.never) if known else share for share in (NEAREST, FURTHEST)]
        if known is not None and known.never < 1:
            low, high = (known.quantile(share) for share in ends)
        elif turns.number:
            low, high = (int(turns.quantile(share)) for share in ends)
        else:
            low, high = 0, 10
        low, high = min(low or 0, 10**9), min(high or 10, 10**9)
        return max(0, low - 1 - (high - low) // 20), max(high, low + 5)

    def _draw_wins(self) -> None:
        """Each seat's share, or where all play together how often they reach the aim: exact over simulated."""
        c, names = self.colours, self._winners()
        self.wins.clear_to(c)
        exact = self._won(self.exact.readings if self.exact else {})
        simulated = self._won(self.played.readings if self.played else {})
        at = np.arange(1.0, len(names) + 1)
        top = max([1 / len(names) if names else 1.0, *exact, *simulated])
        if simulated:
            self.wins.bars(at, simulated, QColor(c.night_wash), 0.7, QColor(c.night))
        for seat, share, bar in zip(at.tolist(), exact, simulated or exact, strict=True) if exact else ():
            self.wins.line(np.array([seat - 0.35, seat + 0.35]), np.array([share, share]), c.ember)
            if len(names) <= MOST_NAMED:
                self.wins.label(seat, max(share, bar), percent(share), c.ink)
        self.wins.frame(0.4, len(names) + 0.6, top * 1.06)
        self.wins.percents_up(top)
        self.wins.marks_across(list(zip(at.tolist(), names, strict=True)))
        self.wins_words.setText(win_words(self.game, self.exact))

    def _winners(self) -> list[str]:
        """Who may win."""
        if self.game.area.ending == "together":
            return ["all together"]
        alone = self.game.area.ending == "nobody"
        return [] if alone else [self.game.seat_name(seat) for seat in range(self.game.seats.count)]

    def _won(self, readings: dict[str, Reading]) -> tuple[float, ...]:
        """The share of games that each of them wins; empty while it is not known."""
        if self.game.area.ending == "together":
            reached = readings.get("success")
            return () if reached is None or reached.mean is None else (reached.mean,)
        won = readings.get("seat_wins")
        return () if won is None or self.game.area.ending == "nobody" else won.values or ()

    def _draw_leads(self) -> None:
        c = self.colours
        self.leads.clear_to(c)
        self.leads.frame(0, 1, 0.2)
        self.leads.marks_across([(k / 4, f"{25 * k}%") for k in range(5)])
        if self._scored:
            self._draw_scores()
            return
        alone = self.game.seats.count == 1
        if self.played is None or alone:
            self.leads_words.setText("One player alone has no lead to lose." if alone else "")
            return
        lead = self.played.sample.lead
        self.leads_words.setText(lead_words(lead))
        if lead is None or not lead.late.number:
            return
        edges, late = np.linspace(0, 1, 21), lead.late
        # A lead taken with the very last turn belongs to the last bar.
        share = np.histogram(np.minimum(late.values, 1 - 1e-9), edges, weights=late.counts)[0] / late.number
        self.leads.bars((edges[:-1] + edges[1:]) / 2, share, QColor(c.night_wash), 0.046, QColor(c.night))
        self.leads.frame(-0.02, 1.02, float(share.max()))
        self.leads.percents_up(float(share.max()))

    @property
    def _scored(self) -> bool:
        """Whether seats have a score, which is then more telling than the lead."""
        return self.game.area.scored

    def _draw_scores(self) -> None:
        """The final scores of a seat: exact over simulated."""
        c, solved = self.colours, self.exact.result if self.exact else None
        played = None if self.played is None else self.played.sample.score
        values = solved.scores[0] if solved and solved.scores else played.values if played else np.zeros(1)
        low, high = float(values.min()), float(np.max(values))
        width = max(1, int(-(-(high - low) // MOST_BARS)))
        edges = np.arange(low, high + 2 * width, width) - 0.5
        middle, top = (edges[:-1] + edges[1:]) / 2, 0.0
        if played is not None:
            share = np.histogram(played.values, edges, weights=played.counts)[0] / played.number
            self.leads.bars(middle, share, QColor(c.night_wash), 0.9 * width, QColor(c.night))
            top = float(share.max())
        if solved and solved.scores:
            chance = np.histogram(solved.scores[0], edges, weights=solved.scores[1])[0]
            self.leads.line(middle, chance, c.ember, dots=len(chance) <= MOST_BARS)
            top = max(top, float(chance.max()))
        self.leads.frame(low - width, high + width, top)
        self.leads.count_across(low, high, 1)
        self.leads.percents_up(top)
        self.leads_words.setText(
            score_words(self.game, self.exact, self.played.readings.get("score") if self.played else None)
        )

    def _tell_long(self) -> None:
        unit = self.game.area.paced_by[self.long.value() > 1]
        sample = self.played.sample if self.played else None
        told = at_least_words(self.game, self.long.value(), self.exact, sample)
        self.long_words.setText(f"{unit}? {told}".strip())

    def _tell_within(self) -> None:
        solved, count = self.exact.result if self.exact else None, self.count.value()
        known = solved is not None and solved.way is not None and not self._scored
        for part in (self.before_count, self.count, self.within):
            part.setVisible(known)  # with a score, a turn of its own is all that a seat has
        if solved is None or solved.way is None:
            return
        who = "players" if solved.alike else "players who go first"
        if self.game.draws_differ:
            who = f"players who draw as {self.game.seat_name(0)}"
        self.within.setText(
            f"{'turn' if count == 1 else 'turns'} of their own, "
            f"{percent(solved.way.home_within(count))} of {who} are {self.game.area.at_aim} (exact)."
        )
