"""Given placements of counters: a line of numbers for each seat, and the best one to take over."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtWidgets import QGridLayout, QLineEdit, QPushButton

from bolometric.core.areas.filled.fill import line_of, soonest
from bolometric.core.areas.filled.spec import PlacedCounters
from bolometric.core.game.document import Game
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label


class PlacementsEditor(Editor):
    """Sends the lines that are filled in, once each of them has as many numbers as there are counters."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        self._game, self._counters = game, game.area_as(PlacedCounters).counters
        super().__init__(
            at,
            f"The numbers that {self._counters} counters stand on, such as 5 6 6 7. Those players use them whose style "
            "of play is to place as given; the last line counts for all further seats.",
        )
        grid = QGridLayout()
        self.lines: list[QLineEdit] = []
        for seat in range(game.seats.count):
            given = at.value[seat] if seat < len(at.value) else ()
            line = QLineEdit(typed_numbers(given))
            line.setPlaceholderText("none")
            line.setAccessibleName(f"placement of player {seat + 1}")
            line.textEdited.connect(self._take)
            grid.addWidget(Label(f"Player {seat + 1}"), seat, 0)
            grid.addWidget(line, seat, 1)
            self.lines.append(line)
        self.body.addLayout(grid)
        self.best = QPushButton("Fill in the placement that is cleared soonest")
        self.best.clicked.connect(self._fill_best)
        self.body.addWidget(self.best)
        self.finish(self.lines[0])

    def _fill_best(self) -> None:
        line = line_of(self._game)
        counts = soonest(line.ways, self._counters)
        numbers = tuple(number for number, count in zip(line.numbers, counts, strict=True) for _ in range(count))
        free = next((field for field in self.lines if not field.text().strip()), self.lines[0])
        free.setText(typed_numbers(numbers))
        self._take()

    def _take(self) -> None:
        found: list[list[object]] = []
        for seat, line in enumerate(self.lines, 1):
            numbers = read_numbers(line.text())
            if isinstance(numbers, str):
                self.say(f"“{numbers}” is not a number: type numbers with blanks between them.")
                return
            if not numbers:
                break
            if len(numbers) != self._counters:
                self.say(f"Player {seat} has {len(numbers)} of {self._counters} counters so far.")
                return
            found.append([plain(Fraction(number)) for number in numbers])
        self.send(found)
