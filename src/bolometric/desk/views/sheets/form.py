"""How the sheets are printed: a line for each setting that means something for the open game."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from annotated_types import Ge, Le
from PySide6.QtCore import QSignalBlocker, Signal
from PySide6.QtWidgets import QCheckBox, QComboBox, QDoubleSpinBox, QFormLayout, QSpinBox, QWidget

from bolometric.core.game.printing import Printing
from bolometric.core.results.board import Track
from bolometric.core.sheets.contents import Contents
from bolometric.desk.parts.plain import Label

MOTIFS = (
    ("none", "no picture"),
    ("bridge", "a bridge"),
    ("dome", "a dome"),
    ("pot", "a pot"),
    ("comet", "a comet"),
    ("lamp", "a lamp"),
    ("star", "a star"),
    ("mountain", "mountains"),
)
CHOICES: tuple[tuple[str, str, tuple[tuple[str, str], ...]], ...] = (
    ("paper", "Paper", (("A4", "A4"), ("A3", "A3"), ("Letter", "Letter"))),
    ("across", "Boards lie", (("fits", "as fits best"), ("portrait", "upright"), ("landscape", "across"))),
    ("look", "Ink", (("colour", "in colour"), ("grey", "in grey"), ("lines", "lines only"))),
    ("shows", "Boards show", (("numbers", "numbers"), ("heat", "how often each is used"), ("plain", "nothing"))),
    ("start", "At the start", MOTIFS),
    ("end", "At the end", MOTIFS),
    ("behind", "Behind it", MOTIFS),
    ("flip", "Paper turned", (("long", "on its long edge"), ("short", "on its short edge"))),
    ("answers", "Answers", (("back", "on the back"), ("strip", "on a strip below"))),
    ("copies", "Print for", (("table", "one table"), ("class", "the whole class"))),
)
"""Settings that are chosen from a few, with how each choice is called."""
NUMBERS: tuple[tuple[str, str, str], ...] = (
    ("margin", "Margin", " mm"),
    ("alike", "Different boards", ""),
    ("die", "Edge of a die", " mm"),
    ("text", "Rules' letters", " pt"),
    ("learners", "Learners", ""),
)
ORDER = (
    "paper",
    "look",
    "copies",
    "learners",
    "margin",
    "across",
    "square",
    "shows",
    "start",
    "end",
    "behind",
    "alike",
    "die",
    "flip",
    "answers",
    "text",
    "expected",
)
NARROW = 6
"""Letters that a choice shows at least; the list that drops down is as wide as its words."""
FITS = 4.0
"""What the box for the side of a square shows as 'as fits a page'."""


class PrintingForm(QWidget):
    """All settings of the printing; a change is asked for, and shown once the game has it."""

    changed = Signal(str, object)
    """A setting of the printing, and what it should be."""

    def __init__(self) -> None:
        super().__init__()
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 0, 6, 0)
        self.form.setVerticalSpacing(4)
        self.form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
        self.fields: dict[str, QWidget] = {}
        made: dict[str, tuple[str, QWidget]] = {
            **{key: (label, self._chooser(key, choices)) for key, label, choices in CHOICES},
            **{key: (label, self._number(key, unit)) for key, label, unit in NUMBERS},
            "square": ("Square's side", self._square()),
            "expected": ("Tally sheet", self._tick("expected", "with what is expected")),
        }
        for key in ORDER:
            label, field = made[key]
            field.setAccessibleName(label)
            self.form.addRow(Label(label), field)
            self.fields[key] = field

    def _chooser(self, key: str, choices: tuple[tuple[str, str], ...]) -> QComboBox:
        box = QComboBox()
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        box.setMinimumContentsLength(NARROW)
        for value, words in choices:
            box.addItem(words, value)
        box.activated.connect(lambda _: self.changed.emit(key, box.currentData()))
        return box

    def _number(self, key: str, unit: str) -> QSpinBox:
        limits = Printing.model_fields[key].metadata
        low = next(int(one.ge) for one in limits if isinstance(one, Ge))
        high = next(int(one.le) for one in limits if isinstance(one, Le))
        box = QSpinBox(minimum=low, maximum=high, suffix=unit, keyboardTracking=False)
        box.valueChanged.connect(lambda value: self.changed.emit(key, value))
        return box

    def _square(self) -> QDoubleSpinBox:
        box = QDoubleSpinBox(minimum=FITS, maximum=100, decimals=0, suffix=" mm", keyboardTracking=False)
        box.setSpecialValueText("as fits a page")
        box.valueChanged.connect(lambda value: self.changed.emit("square", None if value <= FITS else value))
        return box

    def _tick(self, key: str, words: str) -> QCheckBox:
        box = QCheckBox(words)
        box.toggled.connect(lambda on: self.changed.emit(key, on))
        return box

    def show_printing(self, printing: Printing) -> None:
        """Show the settings as they stand."""
        for key, field in self.fields.items():
            value = getattr(printing, key)
            with QSignalBlocker(field):
                _set(field, value)

    def show_what_counts(self, contents: Contents) -> None:
        """Leave out what means nothing for this game."""
        kinds = {piece.kind for piece, _ in contents.pieces}
        trail = any(isinstance(one, Track) for one in contents.boards)
        cards = "pack" in kinds or bool(contents.questions)
        needs: dict[str, bool] = {
            **dict.fromkeys(("across", "square", "shows"), bool(contents.boards)),
            **dict.fromkeys(("start", "end", "behind"), trail),
            "alike": contents.varies,
            "die": "die" in kinds,
            "flip": cards,
            "answers": bool(contents.questions),
            "expected": bool(contents.tally),
        }
        for key, there in needs.items():
            self.form.setRowVisible(self.fields[key], there)


def _set(field: QWidget, value: Any) -> None:
    setters: dict[type, Callable[[Any], None]] = {
        QComboBox: lambda shown: field.setCurrentIndex(field.findData(shown)),  # type: ignore[attr-defined]
        QSpinBox: lambda shown: field.setValue(round(shown)),  # type: ignore[attr-defined]
        QDoubleSpinBox: lambda shown: field.setValue(FITS if shown is None else shown),  # type: ignore[attr-defined]
        QCheckBox: lambda shown: field.setChecked(shown),  # type: ignore[attr-defined]
    }
    setters[type(field)](value)
