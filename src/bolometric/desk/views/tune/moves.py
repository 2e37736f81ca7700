"""What moves it: for one reading every setting a step down and a step up, the largest effect first.

A click chooses a change, which says what it would do; a button makes it.
"""

from __future__ import annotations

from PySide6.QtCore import QTimer, Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QProgressBar, QPushButton, QScrollArea, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.targets import NOT_ONE, Target
from bolometric.core.judge.suits import off_by, targets_of
from bolometric.core.judge.verdict import applies
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import SHOW, show
from bolometric.core.settings.knobs import knobs
from bolometric.core.text.figures import significant
from bolometric.core.tuning.moves import Move, Step, in_order, moves
from bolometric.desk.parts.charts.step_bar import StepBar
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.tune.styles import offer_styles
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

SHARES = ("share", "edge")
SHOW_EVERY = 150
"""Milliseconds between two looks at what has been worked out."""


class MovesPage(QWidget):
    """A reading to choose, and a list of changes with bars."""

    taken = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.found: list[Move] = []
        self._asked: object = None
        self._count = 1
        self.lane = Lane("moves", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._failed)
        self._soon = QTimer(self, singleShot=True, interval=SHOW_EVERY)
        self._soon.timeout.connect(self._lay)
        self.reading, self.choosing = QComboBox(), QComboBox()
        self.reading.setAccessibleName("which reading")
        self.choosing.setAccessibleName("for whom")
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress")
        self.told = Label(wordWrap=True)
        self.rows = QScrollArea(widgetResizable=True)
        self.rows.setAccessibleName("changes, the largest effect first; Space chooses one")
        self.take = QPushButton("Make this change")
        self.take.clicked.connect(self._take)
        self.chosen: Step | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        row = QHBoxLayout()
        for part in (Label("What moves"), self.reading, Label("for"), self.choosing):
            row.addWidget(part)
        row.addStretch()
        column.addLayout(row)
        column.addWidget(self.rows, 1)
        last = QHBoxLayout()
        last.addWidget(self.told, 1)
        last.addWidget(self.bar)  # beside the sentence: the row above would need more room as long as it is there
        last.addWidget(self.take)
        column.addLayout(last)
        for chooser in (self.reading, self.choosing):
            chooser.activated.connect(lambda _: self.ask())

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game: what moved the one before is not true of it."""
        self.game, self.colours = game, colours
        self.lane.give_up()
        self.found, self.chosen = [], None
        kept = self.reading.currentData() or "minutes"
        self.reading.clear()
        for key, kind in READINGS.items():
            if key not in NOT_ONE and applies(game, key):
                self.reading.addItem(kind.label, key)
        self.reading.setCurrentIndex(max(self.reading.findData(kept), 0))
        offer_styles(self.choosing, game)
        self._lay()
        if self.isVisible():
            self.ask()

    def choose(self, key: str) -> None:
        """Show what moves a reading."""
        if self.reading.findData(key) >= 0:
            self.reading.setCurrentIndex(self.reading.findData(key))
            self.ask()

    def showEvent(self, event: object) -> None:
        """It is looked at: now it is worth the work."""
        super().showEvent(event)  # type: ignore[arg-type]
        if not self.found and not self.lane.busy:
            self.ask()

    def ask(self) -> None:
        """Work it out in the background."""
        game, key, style = self.game, self.reading.currentData(), self.choosing.currentData() or "as_set"
        if key is None:
            return
        self.found, self._asked, self.chosen = [], object(), None
        asked, self._count = self._asked, max(sum(1 for _ in knobs(game)), 1)
        self.bar.setValue(0)
        self.bar.show()
        self.told.setText("Trying every setting a step down and a step up …")

        def work() -> None:
            for move in moves(game, key, (style, "")):
                self.lane.tell(self._take_in, asked, move)

        self.lane.ask(work)
        self._lay()

    def _take_in(self, asked: object, move: Move) -> None:
        if asked is self._asked:
            self.found.append(move)
            self.bar.setValue(min(1000 * len(self.found) // self._count, 1000))
            if not self._soon.isActive():
                self._soon.start()

    def _ended(self) -> None:
        self._soon.stop()
        self.bar.hide()
        self._lay()
        key = self.reading.currentData()
        if not self.found:
            self.told.setText(f"Nothing moves {READINGS[key].label} here, or it is not known for this game.")
            return
        self.told.setText(
            "Numbers go by about a tenth. Green bars end within the target; a thin line is twice the error; grey ones "
            "may be chance."
        )

    def _failed(self, words: str) -> None:
        self.bar.hide()
        self.told.setText(words)

    def _lay(self) -> None:
        inner = QWidget(objectName="plain")
        column = QVBoxLayout(inner)
        column.setContentsMargins(4, 2, 4, 2)
        column.setSpacing(0)
        key = self.reading.currentData()
        steps = [step for move in in_order(self.found) for step in sorted(move.steps, key=lambda one: -abs(one.effect))]
        most = max((abs(step.effect) + 2 * step.error for step in steps), default=1.0) or 1.0
        band = next((target for target in targets_of(self.game) if target.reading == key), None)
        for step in steps:
            row = StepBar(step, self.figure(step), most, _meets(band, step), self.colours)
            row.setChecked(self.chosen is not None and (self.chosen.path, self.chosen.value) == (step.path, step.value))
            row.clicked.connect(lambda _=False, step=step: self.choose_step(step))
            row.pointed.connect(lambda step=step: self._tell(step))
            column.addWidget(row)
        column.addStretch()
        self.rows.setWidget(inner)
        self.take.setEnabled(self.chosen is not None)

    def choose_step(self, step: Step) -> None:
        """A change that may be made: nothing happens to the game yet."""
        self.chosen = step
        for row in self.rows.findChildren(StepBar):
            row.setChecked(row.step is step)
        self.take.setEnabled(True)
        self._tell(step)

    def _take(self) -> None:
        if self.chosen is not None:
            self.taken.emit(self.chosen.game)

    def figure(self, step: Step) -> str:
        """The effect with its sign, and how sure it is."""
        key = self.reading.currentData()
        unit = READINGS[key].unit
        if unit in SHARES:
            told = SHOW["edge"](step.effect)
        else:
            shown = show(key, abs(step.effect))
            told = f"{'+' if step.effect > 0 else '−' if step.effect < 0 else ''}{shown}"
        if not step.error:
            return told
        return f"{told} ± {significant(100 * step.error if unit in SHARES else step.error, 1)}"

    def _tell(self, step: Step) -> None:
        key = self.reading.currentData()
        if self.chosen is not None:
            step = self.chosen  # what the button would do
        if key is None or self.lane.busy:
            return
        before = show(key, step.after - step.effect)
        sure = "exact" if not step.error else f"both simulated with the same numbers, {self.figure(step)}"
        self.told.setText(
            f"{step.words}: {READINGS[key].label} goes from {before} to {show(key, step.after)} ({sure})."
        )


def _meets(band: Target | None, step: Step) -> bool:
    return band is not None and off_by(band, Reading("exact", step.after)) == 0
