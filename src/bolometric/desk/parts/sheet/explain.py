"""What a click on a gauge tells: how the reading was worked out, and which changes would move it."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import groupby
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.aloud import capital
from bolometric.core.game.document import Game
from bolometric.core.judge.change_size import TOLD, stray
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.text.figures import percent
from bolometric.core.words.rule_sheet import band_words
from bolometric.desk.editors.base import wrapped
from bolometric.desk.parts.plain import Label

if TYPE_CHECKING:
    from bolometric.core.judge.nearby import Effect

MOST_SHOWN = 7


class ReadingDetail(QWidget):
    """Opens above a gauge."""

    change_chosen = Signal(object)
    """A Change to apply."""
    target_asked = Signal(str)
    resized = Signal()

    def __init__(self, game: Game, key: str, reading: Reading | None) -> None:
        super().__init__()
        self._game, self.key, self.reading = game, key, reading
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        kind = READINGS[key]
        self.setAccessibleName(kind.label)
        self._column.addWidget(Label(kind.label, objectName="heading"))
        self._column.addWidget(wrapped(f"{capital(kind.meaning)}.", "hint"))
        for line in reading_sentences(key, reading):
            self._column.addWidget(wrapped(line, "line"))
        if key in type(game.brief).model_fields:
            target = QPushButton(f"Target: {band_words(game, f'brief.{key}')}")
            target.clicked.connect(lambda: self.target_asked.emit(f"brief.{key}"))
            self._column.addWidget(target, 0, Qt.AlignmentFlag.AlignLeft)
            self.setFocusProxy(target)
        self._movers = Label("What would move it: working it out …", objectName="hint")
        self._column.addWidget(self._movers)

    def show_effects(self, effects: list[Effect]) -> None:
        """List what the nearby changes do to the reading, each a button; first those that leave the game what it is."""
        seen = [effect for effect in effects if headline(self.key, effect.after) != headline(self.key, effect.before)]
        if not seen:
            self._movers.setText("No single change nearby moves it.")
            return
        self._movers.setText("What would move it:")
        for touched, some in groupby(seen[:MOST_SHOWN], lambda one: TOLD.get(stray(self._game, one.change), "")):
            if touched:
                self._column.addWidget(Label(f"{capital(touched)}:", objectName="hint"))
            self._column.addLayout(self._rows(some))
        self.resized.emit()

    def _rows(self, effects: Iterable[Effect]) -> QGridLayout:
        """A button for each change, with what the reading is then and how sure that is."""
        grid = QGridLayout()
        for row, effect in enumerate(effects):
            button = QPushButton(effect.change.words)
            button.setToolTip("Do this; undo takes it back")
            button.clicked.connect(lambda _=False, change=effect.change: self.change_chosen.emit(change))
            then = f"→ {headline(self.key, effect.after)} ({certainty(self.key, effect.after)})"
            grid.addWidget(button, row, 0, Qt.AlignmentFlag.AlignLeft)
            grid.addWidget(Label(then), row, 1)
        return grid


def reading_sentences(key: str, reading: Reading | None) -> list[str]:
    """How a reading was worked out, in sentences."""
    if reading is None:
        return ["Not worked out yet."]
    lines = []
    if reading.method == "exact":
        lines.append(f"{headline(key, reading)}: exact, since it follows from the rules and the chances alone.")
    else:
        lines.append(f"{headline(key, reading)}: {certainty(key, reading)} (one standard error), from games played.")
    if reading.never:
        those = f" Those that end: {show(key, reading.ended)} on average." if reading.ended is not None else ""
        lines.append(f"{percent(reading.never)} of games never end, so there is no mean.{those}")
    if reading.sd is not None:
        lines.append(f"How much it varies: {show(key, reading.sd)} either way, as a rule (standard deviation).")
    if reading.p10 is not None and reading.p50 is not None:
        late = f"; 9 in 10 at most {show(key, reading.p90)}" if reading.p90 is not None else ""
        lines.append(f"1 in 10 at most {show(key, reading.p10)}; half at most {show(key, reading.p50)}{late}.")
    return lines
