"""What the sessions say: luck or rule, how a group works, what to try next time, and how predictions held."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

import numpy as np
from PySide6.QtCore import Signal
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.logbook.calibration import Calibration, calibrated, calibration_words, counted, timed
from bolometric.core.logbook.learning import Pace, learned
from bolometric.core.logbook.pace import at_pace
from bolometric.core.logbook.practised import practised
from bolometric.core.logbook.report import acts, checked, game_lines, history
from bolometric.core.logbook.session import Session
from bolometric.core.logbook.slips import Care, cared
from bolometric.core.text.figures import minus, percent
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.plain import Label
from bolometric.desk.parts.roomy import take_the_rest
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

MOST_FIGURES = 16
"""Bars that carry their figure."""
LEAST = 180
"""Pixels of height in which a chart can be read."""
CAPTIONS = (
    "Came up (bars), expected (diamonds)",
    "Minutes predicted (diamonds), met (dots)",
    "In time as often as said (so many games)",
)
UNFOLD, HIDE = "The figures behind it", "Hide the figures"
NOTHING_YET = "Note minutes, totals or turns of a few games, and here stands what to do next."
WAITING = "Working out what the sessions say …"


@dataclass(frozen=True, slots=True)
class Told:
    """What was worked out."""

    acts: tuple[str, ...]
    """What to do next."""
    lines: tuple[str, ...]
    """The figures behind it."""
    totals: tuple[tuple[str, int, float], ...]
    """What can come up: how often it did, and how often it was expected."""
    versions: tuple[tuple[str, float | None, float | None], ...]
    """The versions of the game: the first day with how many sessions, and the minutes predicted and met."""
    paces: tuple[Pace, ...] = ()
    """Of the groups that have played it."""
    cares: Mapping[str, Care] = field(default_factory=dict)
    """How often groups go wrong, where slips were counted."""
    calibration: tuple[Calibration, ...] = ()
    """How earlier predictions held."""


def told_of(sessions: Sequence[Session], everything: Sequence[Session]) -> Told:
    """What the sessions of one game say, the groups' paces being learned from all. Raises Cancelled."""
    paces = learned(timed(everything))
    checks = checked(sessions)
    lines = game_lines(sessions, paces, checks)
    played = {one.group for one in sessions}
    mine = tuple(pace for group, pace in paces.items() if group in played)
    lines += [pace.words for pace in mine]
    cares = cared(counted(everything))
    lines += [care.words for group, care in cares.items() if group in played]
    lines += [one.words for group, one in practised(everything, paces).items() if group in played and one.aims]
    calibration = calibrated(everything)
    lines.append(calibration_words(calibration))
    game = sessions[0].played
    drawn = Counter(number for one in sessions if one.played.plays_as(game) for number in one.numbers)
    number = 0 if game.draws_differ else sum(drawn.values())  # nobody noted who drew what
    odds = game.shown
    totals = tuple(
        (minus(total), drawn.get(Fraction(total), 0), number * chance)
        for total, chance in zip(odds.totals, odds.chances.tolist(), strict=True)
    )
    versions = tuple((f"{day} ({count})", predicted, met) for day, _, count, predicted, met in history(sessions))
    return Told(
        tuple(line for _, line in acts(sessions, paces, checks)),
        tuple(lines),
        totals if number else (),
        versions,
        mine,
        cares,
        tuple(calibration),
    )


class SaidPage(QWidget):
    """Sentences, and two charts: what came up against what was expected, and minutes predicted and met."""

    taken = Signal(object)
    """The open game with the seconds of a group, in its place."""

    def __init__(self) -> None:
        super().__init__()
        self.colours: Palette = LIGHT
        self.lane = Lane("said", self)
        self.lane.done.connect(self._show)
        self.lane.failed.connect(self._fail)
        self.words = Label(WAITING, wordWrap=True)
        self.group, self.take = QComboBox(), QPushButton("Let the game go at this group's pace")
        self.group.setAccessibleName("whose pace")
        self.take.clicked.connect(self._take)
        self.came, self.went = ChartView("what came up", "times"), ChartView("first day of each version", "minutes")
        self.kept = ChartView("said to end in time", "did")
        column, row = QVBoxLayout(self), QHBoxLayout()
        self.captions = [Label(words, objectName="hint") for words in CAPTIONS]
        column.setContentsMargins(0, 6, 0, 0)
        column.addWidget(self.words)
        self.figures = Label("", wordWrap=True)
        self.unfold = QPushButton(UNFOLD, checkable=True)
        self.unfold.toggled.connect(self._unfold)
        self.unfold.hide()
        self.figures.hide()
        at = QHBoxLayout()
        at.addWidget(self.group)
        at.addWidget(self.take)
        at.addStretch()
        at.addWidget(self.unfold)
        column.addLayout(at)
        column.addWidget(self.figures)
        for k, chart in enumerate(self.charts):
            take_the_rest(chart, LEAST)
            one = QVBoxLayout()
            one.addWidget(self.captions[k])
            one.addWidget(chart, 1)
            row.addLayout(one, 1)
        column.addLayout(row, 1)
        self.told: Told | None = None
        self.game = Game()

    @property
    def charts(self) -> tuple[ChartView, ChartView, ChartView]:
        """All three."""
        return self.came, self.went, self.kept

    def ask(self, sessions: list[Session], everything: list[Session], game: Game, colours: Palette) -> None:
        """Work out what these say."""
        self.colours, self.game = colours, game
        if not sessions:
            self.lane.give_up()
            self.words.setText(f"No sessions of “{game.name}” yet: write one in after it was played.")
            self._draw(Told((), (), (), ()))
            return
        self.words.setText(WAITING)
        self.lane.ask(lambda: told_of(sessions, everything))

    def _fail(self, words: str) -> None:
        self.words.setText(words)

    def _show(self, told: Told) -> None:
        self.words.setText("\n".join(told.acts) or NOTHING_YET)
        self.figures.setText("\n".join(f"• {line}" for line in told.lines))
        self.unfold.setVisible(bool(told.lines))
        self._draw(told)

    def _unfold(self, open_: bool) -> None:
        self.figures.setVisible(open_)
        self.unfold.setText(HIDE if open_ else UNFOLD)

    def _draw(self, told: Told) -> None:
        self.told, colours = told, self.colours
        self.group.clear()
        for pace in told.paces:
            self.group.addItem(pace.group or "the class", pace)
        for part in (self.group, self.take):
            part.setVisible(bool(told.paces))
        versions = [one for one in told.versions if one[1] is not None or one[2] is not None]
        there = (bool(told.totals), len(versions) > 1, bool(told.calibration))  # a single version is told in words
        for chart, caption, seen in zip(self.charts, self.captions, there, strict=True):
            chart.clear_to(colours)
            chart.setVisible(seen)
            caption.setVisible(seen)
        if told.totals:
            at = list(range(len(told.totals)))
            counts, wanted = [count for _, count, _ in told.totals], [float(want) for _, _, want in told.totals]
            top = 1.2 * max(*counts, *wanted, 1)
            self.came.frame(-0.7, len(at) - 0.3, top)
            self.came.bars(at, counts, QColor(colours.night), 0.7, None)
            for k, count in enumerate(counts if len(at) <= MOST_FIGURES else ()):
                if count:  # at the foot of its bar, where no line goes through it
                    self.came.label(k, 0, str(count), colours.sheet, 11)
            self.came.line(np.array(at, float), np.array(wanted), colours.ember, True, "d")
            self.came.marks_across([(float(k), name) for k, (name, _, _) in enumerate(told.totals)])
        if len(versions) > 1:
            self._draw_versions(told)
        if told.calibration:
            self._draw_calibration(told.calibration)

    def _draw_versions(self, told: Told) -> None:
        colours, count = self.colours, len(told.versions)
        known = [value for _, predicted, met in told.versions for value in (predicted, met) if value is not None]
        top = 1.35 * max(known, default=1.0)
        self.went.frame(-0.6, count - 0.4, top)
        for part, colour, mark in ((1, colours.ember, "d"), (2, colours.night, "o")):
            some = [(float(k), one[part]) for k, one in enumerate(told.versions) if one[part] is not None]
            if some:
                x, y = np.array([a for a, _ in some]), np.array([float(b or 0.0) for _, b in some])
                self.went.line(x, y, colour, True, mark)
                for a, b in zip(x.tolist(), y.tolist(), strict=True):
                    other = told.versions[int(a)][3 - part]
                    self.went.label(a, b, f"{b:.1f}", colour, below=other is not None and (b, part) < (other, 3 - part))
        self.went.marks_across([(float(k), _short(day)) for k, (day, _, _) in enumerate(told.versions)])

    def _draw_calibration(self, found: Sequence[Calibration]) -> None:
        """A dot for games of a like chance, with its doubt; those that held as they were said lie on the line."""
        colours, ends = self.colours, np.array([0.0, 1.0])
        self.kept.frame(-0.05, 1.05, 1.15)
        self.kept.line(ends, ends, colours.line)
        for one in found:
            self.kept.line(np.array([one.said, one.said]), np.array(one.ends), colours.night)
            self.kept.line(np.array([one.said]), np.array([one.held]), colours.night, True, "o")
            self.kept.label(one.said, one.ends[0], str(one.games), colours.faint, 11, below=True)
        self.kept.marks_across([(part, percent(part)) for part in (0.0, 0.5, 1.0)])
        self.kept.percents_up(1.0)

    def _take(self) -> None:
        pace = self.group.currentData()
        if pace is not None:
            care = self.told.cares.get(pace.group) if self.told is not None else None
            self.taken.emit(at_pace(self.game, pace, care))

    def close_lanes(self) -> None:
        """Give up."""
        self.lane.close()


def _short(day: str) -> str:
    """A day of the year without the year, so that two have room beside each other: '10-12 (2)'."""
    return day[5:]
