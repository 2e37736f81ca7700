"""The dice of a draw: how many, and the faces of each, typed or taken from a preset."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLabel, QLineEdit, QScrollArea, QSpinBox, QWidget

from bolometric.core.knobs import KnobAt
from bolometric.core.pieces import FEWEST_FACES, MOST_DICE, MOST_FACES, PRESETS, Die
from bolometric.desk.editors.base import Editor
from bolometric.desk.editors.totals import whole_numbers
from bolometric.paint.die import paint_faces
from bolometric.paint.palette import Palette

OWN = "your own"


class _Faces(QWidget):
    """The faces of one die, drawn."""

    def __init__(self, faces: tuple[int, ...], palette: Palette) -> None:
        super().__init__()
        self.faces, self._palette = faces, palette
        self.setFixedHeight(30)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw the row."""
        painter = QPainter(self)
        paint_faces(painter, QRectF(self.rect()), self.faces, self._palette)
        painter.end()


class DiceEditor(Editor):
    """Lists every die with its faces."""

    def __init__(self, at: KnobAt, palette: Palette) -> None:
        super().__init__(
            at,
            f"Faces are whole numbers with blanks between them, {FEWEST_FACES} to {MOST_FACES} a die. "
            "Repeats, 0 and numbers below 0 are fine.",
        )
        self._palette = palette
        self._dice: list[Die] = list(at.value)
        row = QHBoxLayout()
        self._count = QSpinBox(minimum=1, maximum=MOST_DICE, value=len(self._dice))
        self._count.setAccessibleName("how many dice")
        self._count.setMinimumWidth(64)
        self._count.valueChanged.connect(self._set_count)
        row.addWidget(self._count)
        row.addWidget(QLabel("dice in a roll; what they show is added"))
        row.addStretch()
        self.body.addLayout(row)
        self._scroll = QScrollArea(widgetResizable=True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self._scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        self.body.addWidget(self._scroll)
        self._fill()
        self.finish(self._count)

    def _fill(self) -> None:
        inner = QWidget(objectName="plain")
        grid = QGridLayout(inner)
        grid.setContentsMargins(0, 0, 6, 0)
        self._lines: list[QLineEdit] = []
        self._drawn: list[_Faces] = []
        self._presets: list[QComboBox] = []
        for i, die in enumerate(self._dice):
            line = QLineEdit(" ".join(map(str, die.faces)))
            line.setAccessibleName(f"faces of die {i + 1}")
            line.setMinimumWidth(210)
            line.textEdited.connect(lambda text, i=i: self._set_faces(i, text))
            preset = QComboBox()
            preset.addItem(OWN)
            preset.addItems([words for words, _ in PRESETS])
            preset.setAccessibleName(f"ready-made faces for die {i + 1}")
            preset.activated.connect(lambda chosen, i=i: self._take_preset(i, chosen))
            drawn = _Faces(die.faces, self._palette)
            grid.addWidget(QLabel(f"Die {i + 1}"), 2 * i, 0)
            grid.addWidget(line, 2 * i, 1)
            grid.addWidget(preset, 2 * i, 2)
            grid.addWidget(drawn, 2 * i + 1, 1, 1, 2)
            self._lines.append(line)
            self._drawn.append(drawn)
            self._presets.append(preset)
            self._show_preset(i)
        self._scroll.setWidget(inner)
        self._scroll.setMinimumSize(inner.sizeHint().width() + 16, min(inner.sizeHint().height() + 4, 330))
        self.resized.emit()

    def _show_preset(self, i: int) -> None:
        known = [faces for _, faces in PRESETS]
        faces = self._dice[i].faces
        self._presets[i].setCurrentIndex(known.index(faces) + 1 if faces in known else 0)

    def _set_count(self, count: int) -> None:
        while len(self._dice) < count:
            self._dice.append(self._dice[-1])
        del self._dice[count:]
        self._fill()
        self._send()

    def _take_preset(self, i: int, chosen: int) -> None:
        if chosen:
            faces = PRESETS[chosen - 1][1]
            self._lines[i].setText(" ".join(map(str, faces)))
            self._set_faces(i, self._lines[i].text())

    def _set_faces(self, i: int, text: str) -> None:
        numbers = whole_numbers(text)
        if isinstance(numbers, str):
            self.say(f"“{numbers}” on die {i + 1} is not a whole number.")
            return
        if len(numbers) < FEWEST_FACES:
            self.say(f"Die {i + 1} needs at least {FEWEST_FACES} faces.")
            return
        self._dice[i] = self._dice[i].model_copy(update={"faces": numbers})
        self._drawn[i].faces = numbers
        self._drawn[i].update()
        self._show_preset(i)
        self._send()

    def _send(self) -> None:
        self.send([die.model_dump() for die in self._dice])
