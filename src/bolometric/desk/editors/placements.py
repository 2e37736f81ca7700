"""Given placements of counters: a line of numbers for each seat, and the best one to take over."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLineEdit, QPushButton

from bolometric.core.areas.filled.fill import line_of, soonest
from bolometric.core.areas.filled.spec import PlacedCounters
from bolometric.core.areas.filled.thumbs import by_odds
from bolometric.core.game.document import Game
from bolometric.core.layouts.apportion import Favour
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.knobs import KnobAt
from bolometric.core.text.figures import plural
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label

WAYS: tuple[tuple[str, Favour | None], ...] = (
    ("the placement that is cleared soonest", None),
    ("each number as often as it comes up", "balanced"),
    ("more of the numbers that come up often", "easy"),
    ("more of those that come up seldom", "rare"),
)
"""What can be filled in, each with what it favours."""


class PlacementsEditor(Editor):
    """Sends the lines that are filled in, once each of them has as many numbers as there are counters."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        self._game, self._counters = game, game.area_as(PlacedCounters).counters
        super().__init__(
            at,
            f"The numbers that a player's counters stand on, {self._counters} in all, such as 5 6 6 7. They are for "
            "those whose style of play is to place as given; the last line counts for all further seats.",
        )
        grid = QGridLayout()
        self.lines: list[QLineEdit] = []
        for seat in range(game.seats.named):
            given = at.value[seat] if seat < len(at.value) else ()
            line = QLineEdit(typed_numbers(given))
            line.setPlaceholderText("none")
            line.setAccessibleName(f"placement of player {seat + 1}")
            line.textEdited.connect(self._take)
            grid.addWidget(Label(game.seat_label(seat)), seat, 0)
            grid.addWidget(line, seat, 1)
            self.lines.append(line)
        self.body.addLayout(grid)
        row = QHBoxLayout()
        self.way = QComboBox()
        self.way.addItems([words for words, _ in WAYS])
        self.way.setAccessibleName("which placement is filled in")
        self.best = QPushButton("Fill in")
        self.best.clicked.connect(self._fill_in)
        row.addWidget(self.way, 1)
        row.addWidget(self.best)
        self.body.addLayout(row)
        self.finish(self.lines[0])

    def _fill_in(self) -> None:
        line, favour = line_of(self._game), WAYS[self.way.currentIndex()][1]
        ways = line.ways[: len(line.numbers)]
        counts = by_odds(ways, self._counters, favour) if favour else soonest(line.ways, self._counters)
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
                self.say(f"Player {seat} has {len(numbers)} of {plural(self._counters, 'counter')} so far.")
                return
            found.append([plain(Fraction(number)) for number in numbers])
        self.send(found)
