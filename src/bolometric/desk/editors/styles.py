"""How the seats of the measurement choose: all alike, or each in its own way."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QLabel, QSpinBox, QWidget

from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.document import Game
from bolometric.core.game.seats import USUAL_GOAL, Style
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label

GUESS, PLAN = "guess", "plan"


def offered_styles(area: AreaPart) -> dict[str, tuple[str, Style]]:
    """Every style that fits an area: its words and itself, by a key."""
    offered = {GUESS: ("guess", Style())}
    for i, goal in enumerate(area.offered_goals):
        style = Style(choose="plan", goal=goal.key if i else USUAL_GOAL)
        offered[f"{PLAN}{f'-{goal.key}' if i else ''}"] = goal.words, style
    for rule in area.offered_rules:
        words = rule.words.format("so many" if not rule.words.endswith("{}") else "").strip()
        offered[rule.key] = words, Style(choose="thumb", rule=rule.key)
    return offered


def key_of(style: Style, area: AreaPart) -> str:
    """The key of a style among those that fit an area."""
    if style.choose == "thumb":
        offered = [rule.key for rule in area.offered_rules]
        return style.rule if style.rule in offered else next(iter(offered), GUESS)
    goals = [goal.key for goal in area.offered_goals]
    usual = style.choose == GUESS or not goals or style.aim(area) not in goals[1:]
    return style.choose if usual else f"{style.choose}-{style.goal}"


class StylesEditor(Editor):
    """A row for each seat, or one for all."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(
            at,
            "Readings are measured with players who choose like this. To guess is to take any legal option, evenly; "
            "best play is worked out.",
        )
        self._seats, self._offered = game.seats.named, offered_styles(game.area)
        self._name = game.seats.name
        self._numbered = {rule.key for rule in game.area.offered_rules if rule.numbered}
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
            self._add_row(grid, seat, game.area)
        self.body.addWidget(self.rows)
        self._show()
        self.finish(self.choices[0])

    def _add_row(self, grid: QGridLayout, seat: int, area: AreaPart) -> None:
        style = Style.model_validate(self._styles[seat])
        label, choice = Label(), QComboBox()
        choice.setAccessibleName(f"how player {seat + 1} chooses")
        for key, (words, _) in offered_styles(area).items():
            choice.addItem(words, key)
        choice.setCurrentIndex(max(0, choice.findData(key_of(style, area))))
        number = QSpinBox(minimum=1, maximum=1000, value=style.number)
        number.setAccessibleName(f"the number in the rule of player {seat + 1}")
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
            self.labels[seat].setText("All players" if alike else self._name(seat))
            for widget in (self.labels[seat], self.choices[seat]):
                widget.setVisible(seen)
            self.numbers[seat].setVisible(seen and self.choices[seat].currentData() in self._numbered)
        self.resized.emit()

    def _set_alike(self, _: bool) -> None:
        self._show()
        self._send()

    def _take(self, seat: int) -> None:
        chosen = self.choices[seat].currentData()
        self._styles[seat] = self._offered[chosen][1].model_dump(exclude_defaults=True)
        if chosen in self._numbered:
            self._styles[seat]["number"] = self.numbers[seat].value()
        self._show()
        self._send()

    def _send(self) -> None:
        given = self._styles[:1] if self.alike.isChecked() else self._styles
        styles = [Style.model_validate(style) for style in given]
        kept = styles[:1] if len(set(styles)) == 1 else styles
        self.send([style.model_dump() for style in kept])
