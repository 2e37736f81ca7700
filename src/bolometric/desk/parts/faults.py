"""What there is to say against a design, each with the changes that would cure it."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QFrame, QLabel, QPushButton, QScrollArea, QVBoxLayout, QWidget

from bolometric.core.faults import Fault

TITLES = {"fault": "Fault", "advice": "Worth a look"}


class FaultList(QScrollArea):
    """Lists faults, faults before advice. A cure is a button."""

    cure_chosen = Signal(object)
    """A Change to apply."""
    place_chosen = Signal(str)

    def __init__(self) -> None:
        super().__init__(widgetResizable=True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setAccessibleName("What to look at")
        self.faults: list[Fault] = []
        self.show_faults([])

    def show_faults(self, faults: list[Fault]) -> None:
        """Replace what is shown."""
        self.faults = faults
        inner = QWidget(objectName="plain")
        column = QVBoxLayout(inner)
        column.setContentsMargins(14, 8, 14, 8)
        column.setSpacing(8)
        if not faults:
            column.addWidget(QLabel("Nothing to say against this game.", objectName="hint"))
        for fault in faults:
            column.addWidget(self._card(fault))
        column.addStretch()
        self.setWidget(inner)

    def _card(self, fault: Fault) -> QFrame:
        card = QFrame(objectName=fault.level)
        column = QVBoxLayout(card)
        column.setContentsMargins(10, 6, 8, 8)
        column.setSpacing(5)
        text = QLabel(f"{TITLES[fault.level]}: {fault.sentence}", wordWrap=True)
        text.setTextFormat(Qt.TextFormat.PlainText)
        column.addWidget(text)
        for cure in fault.cures:
            button = QPushButton(cure.words)
            button.setToolTip("Do this; undo takes it back")
            button.clicked.connect(lambda _=False, cure=cure: self.cure_chosen.emit(cure))
            column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
        return card
