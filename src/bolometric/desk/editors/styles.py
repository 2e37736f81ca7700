"""How the seats of the measurement choose: all alike, or each in its own way."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QLabel, QSpinBox, QWidget

from bolometric.core.game import Game
from bolometric.core.knobs import KnobAt
from bolometric.core.seats import RULES, Style
from bolometric.desk.editors.base import Editor

GUESS, PLAN = "guess", "plan"
WORDS = {
    GUESS: "guess", PLAN: "play best", "stop_after": "stop after so many draws", "stop_at": "stop at a gain of",
}  # fmt: skip


class StylesEditor(Editor):
    """A row for each seat, or one for all."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(
            at,
            "Readings are measured with players who choose like this. To guess is to toss a coin at every choice; to "
            "play best is worked out for the fewest turns.",
        )
        self._seats = game.seats.count
        self._styles = [game.seats.style(seat).model_dump() for seat in range(self._seats)]
        self.alike = QCheckBox("All choose alike", checked=len({str(style) for style in self._styles}) == 1)
        self.alike.setEnabled(self._seats > 1)
        self.alike.toggled.connect(self._set_alike)
        self.body.addWidget(self.alike)
        self.rows = QWidget(objectName="plain")
        grid = QGridLayout(self.rows)
        grid.setContentsMargins(0, 0, 0, 0)
        self.labels: list[QLabel] = []
        self.choices: list[QComboBox] = []
        self.numbers: list[QSpinBox] = []
        for seat in range(self._seats):
            self._add_row(grid, seat, RULES[game.area.kind])
        self.body.addWidget(self.rows)
        self._show()
        self.finish(self.choices[0])

    def _add_row(self, grid: QGridLayout, seat: int, rules: tuple[str, ...]) -> None:
        style = self._styles[seat]
        label, choice = QLabel(), QComboBox()
        choice.setAccessibleName(f"how seat {seat + 1} chooses")
        for key in (GUESS, PLAN, *rules):
            choice.addItem(WORDS[key], key)
        choice.setCurrentIndex(choice.findData(style["rule"] if style["choose"] == "thumb" else style["choose"]))
        number = QSpinBox(minimum=1, maximum=1000, value=style["number"])
        number.setAccessibleName(f"the number in the rule of seat {seat + 1}")
        choice.activated.connect(lambda _, seat=seat: self._take(seat))
        number.valueChanged.connect(lambda _, seat=seat: self._take(seat))
        for column, widget in enumerate((label, choice, number)):
            grid.addWidget(widget, seat, column)
        self.labels.append(label)
        self.choices.append(choice)
        self.numbers.append(number)

    def _show(self) -> None:
        alike = self.alike.isChecked()
        for seat in range(self._seats):
            seen = seat == 0 or not alike
            self.labels[seat].setText("All players" if alike else f"Seat {seat + 1}")
            for widget in (self.labels[seat], self.choices[seat]):
                widget.setVisible(seen)
            self.numbers[seat].setVisible(seen and self.choices[seat].currentData() not in (GUESS, PLAN))
        self.resized.emit()

    def _set_alike(self, _: bool) -> None:
        self._show()
        self._send()

    def _take(self, seat: int) -> None:
        chosen, number = self.choices[seat].currentData(), self.numbers[seat].value()
        if chosen in (GUESS, PLAN):
            self._styles[seat] = {"choose": chosen}
        else:
            self._styles[seat] = {"choose": "thumb", "rule": chosen, "number": number}
        self._show()
        self._send()

    def _send(self) -> None:
        given = self._styles[:1] if self.alike.isChecked() else self._styles
        styles = [Style.model_validate(style) for style in given]
        kept = styles[:1] if len(set(styles)) == 1 else styles
        self.send([style.model_dump() for style in kept])
