"""The forms of the four kinds of piece. Each holds plain data and sends the whole piece after every change."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from functools import partial
from typing import Any

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QScrollArea,
    QSpinBox,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.pieces.faces import Face
from bolometric.core.pieces.kinds import (
    FEWEST_FACES,
    MOST_AT_ONCE,
    MOST_COUNTERS,
    MOST_FACES,
    MOST_KINDS,
    MOST_OF_A_KIND,
    Counters,
    Die,
    Drop,
    Pack,
)
from bolometric.core.pieces.piece_line import EXAMPLES, cards_of_line, faces_of_line
from bolometric.core.settings.amounts import FACE_LIMIT, plain
from bolometric.core.settings.errors import GameError
from bolometric.desk.editors.piece_forms.face_line import FaceLine, with_face
from bolometric.desk.parts.plain import Label

CELL = 62
NET = ((0, 1), (1, 0), (1, 1), (1, 3), (1, 2), (2, 1))
"""Where the six faces of a cube lie when it is unfolded: first and last, second and fifth, third and fourth are
opposite each other, so that a plain die's add to seven."""
ACROSS = 6
AFTER = (("put_back", "put back after each draw"), ("keep_out", "kept out until too few are left"))
TALLEST = 190


class PieceForm(QWidget):
    """What all forms share."""

    changed = Signal(object)
    """The piece as plain data."""
    trouble = Signal(str)
    resized = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(6)
        self.data: dict[str, Any] = {}

    def send(self) -> None:
        """Hand the piece on as it stands."""
        self.changed.emit(dict(self.data))

    def face_line(self, data: dict[str, Any], name: str, take: Callable[[dict[str, Any]], None]) -> FaceLine:
        """A line for the face of an entry; ``take`` gets every new face that is one."""
        face = Face.model_validate({key: data[key] for key in ("value", "word", "special") if key in data})
        line = FaceLine(face, name)
        line.read.connect(take)
        line.refused.connect(self.trouble)
        return line

    def typed_line(self, name: str, read: Callable[[str], list[dict[str, Any]]], take: Callable[[Any], None]) -> None:
        """A line into which all of the piece can be typed; ``take`` gets what was read."""
        line = QLineEdit(placeholderText=f"or type it: {EXAMPLES}")
        line.setAccessibleName(name)

        def edited(text: str) -> None:
            if not text.strip():
                return
            try:
                found = read(text)
            except GameError as error:
                self.trouble.emit(error.sentence)
            else:
                take(found)

        line.textEdited.connect(edited)
        self.column.addWidget(line)

    def row_area(self) -> QScrollArea:
        """Where the rows of a form stand; many of them scroll."""
        area = QScrollArea(widgetResizable=True)
        area.setFrameShape(QScrollArea.Shape.NoFrame)
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        return area

    def show_rows(self, area: QScrollArea, rows: QWidget) -> None:
        """Put fresh rows in their place."""
        area.setWidget(rows)
        area.setMinimumWidth(rows.sizeHint().width() + 14)
        area.setFixedHeight(min(rows.sizeHint().height() + 4, TALLEST))
        self.resized.emit()

    def counted(self, words: str, value: int, low: int, high: int) -> QSpinBox:
        """A row with a number field."""
        row, box = QHBoxLayout(), QSpinBox(minimum=low, maximum=high, value=value)
        box.setAccessibleName(words)
        box.setMinimumWidth(70)
        row.addWidget(Label(words))
        row.addWidget(box)
        row.addStretch()
        self.column.addLayout(row)
        return box


class DieForm(PieceForm):
    """A die as its unfolded net, a line on each face."""

    def __init__(self, piece: Die) -> None:
        super().__init__()
        self.data = piece.model_dump()
        self._faces = [face.model_dump() for face in piece.faces]
        self.count = self.counted("faces", len(piece.faces), FEWEST_FACES, MOST_FACES)
        self.count.valueChanged.connect(self._set_count)
        self.typed_line("all faces as a line", faces_of_line, self._take_all)
        self.holder = QWidget(objectName="plain")
        self.column.addWidget(self.holder)
        self._fill()

    def _fill(self) -> None:
        fresh = QWidget(objectName="plain")
        grid = QGridLayout(fresh)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(3)
        self.lines: list[FaceLine] = []
        for i, face in enumerate(self._faces):
            line = self.face_line(face, f"face {i + 1}", partial(self._set_face, i))
            line.setFixedSize(CELL, CELL if len(self._faces) == len(NET) else 32)
            line.setAlignment(Qt.AlignmentFlag.AlignCenter)
            line.setObjectName("cell")
            row, column = NET[i] if len(self._faces) == len(NET) else divmod(i, ACROSS)
            grid.addWidget(line, row, column)
            self.lines.append(line)
        grid.setColumnStretch(ACROSS, 1)
        self.column.replaceWidget(self.holder, fresh)
        self.holder.deleteLater()
        self.holder = fresh
        self.resized.emit()

    def _take_all(self, faces: list[dict[str, Any]]) -> None:
        if not FEWEST_FACES <= len(faces) <= MOST_FACES:
            self.trouble.emit(f"A die has from {FEWEST_FACES} to {MOST_FACES} faces, and these are {len(faces)}.")
            return
        self._faces = faces
        self.count.blockSignals(True)
        self.count.setValue(len(faces))
        self.count.blockSignals(False)
        self._fill()
        self._send()

    def _set_count(self, count: int) -> None:
        last = self._faces[-1]
        self._faces = [*self._faces[:count], *[last] * (count - len(self._faces))]
        self._fill()
        self._send()

    def _set_face(self, i: int, face: dict[str, Any]) -> None:
        self._faces[i] = face
        self._send()

    def _send(self) -> None:
        self.data["faces"] = list(self._faces)
        self.send()


class PackForm(PieceForm):
    """A pack as rows of a value and how many of it."""

    def __init__(self, piece: Pack) -> None:
        super().__init__()
        self.data = piece.model_dump()
        self._cards = [card.model_dump() for card in piece.cards]
        self.typed_line("all cards as a line", cards_of_line, self._take_all)
        self.area = self.row_area()
        self.column.addWidget(self.area)
        self.drawn = self.counted("cards drawn at once", piece.drawn, 1, MOST_AT_ONCE)
        self.drawn.valueChanged.connect(lambda value: self._set("drawn", value))
        self.after = QComboBox()
        self.after.setAccessibleName("what happens to drawn cards")
        for value, words in AFTER:
            self.after.addItem(words, value)
        self.after.setCurrentIndex(self.after.findData(piece.after))
        self.after.activated.connect(lambda _: self._set("after", self.after.currentData()))
        row = QHBoxLayout()
        row.addWidget(Label("Drawn cards are"))
        row.addWidget(self.after, 1)
        self.column.addLayout(row)
        self._fill()

    def _fill(self) -> None:
        inner = QWidget(objectName="plain")
        grid = QGridLayout(inner)
        grid.setContentsMargins(0, 0, 6, 0)
        grid.setVerticalSpacing(3)
        self.lines: list[FaceLine] = []
        self.counts: list[QSpinBox] = []
        for i, card in enumerate(self._cards):
            line = self.face_line(card, f"card {i + 1}", partial(self._set_card_face, i))
            count = QSpinBox(minimum=1, maximum=MOST_OF_A_KIND, value=card["count"])
            count.setAccessibleName(f"how many of card {i + 1}")
            count.valueChanged.connect(lambda n, i=i: self._set_card(i, {**self._cards[i], "count": n}))
            remove = QToolButton(text="−", enabled=len(self._cards) > 1)
            remove.setAccessibleName(f"take card {i + 1} out")
            remove.clicked.connect(lambda _=False, i=i: self._remove(i))
            for column, widget in enumerate((line, Label("×"), count, remove)):
                grid.addWidget(widget, i, column)
            self.lines.append(line)
            self.counts.append(count)
        add = QToolButton(text="Add a card", enabled=len(self._cards) < MOST_KINDS)
        add.setObjectName("add")
        add.clicked.connect(self._add)
        grid.addWidget(add, len(self._cards), 0, 1, 2)
        grid.setColumnStretch(0, 1)
        self.show_rows(self.area, inner)

    def _take_all(self, cards: list[dict[str, Any]]) -> None:
        if len(cards) > MOST_KINDS:
            self.trouble.emit(f"A pack has at most {MOST_KINDS} kinds of card, and these are {len(cards)}.")
            return
        self._cards = cards
        self._fill()
        self._set("cards", list(cards))

    def _set(self, name: str, value: Any) -> None:
        self.data[name] = value
        self.send()

    def _set_card_face(self, i: int, face: dict[str, Any]) -> None:
        self._set_card(i, with_face(self._cards[i], face))

    def _set_card(self, i: int, card: dict[str, Any]) -> None:
        self._cards[i] = card
        self._set("cards", list(self._cards))

    def _remove(self, i: int) -> None:
        del self._cards[i]
        self._fill()
        self._set("cards", list(self._cards))

    def _add(self) -> None:
        """One more kind of card, a step above the last."""
        last = Face.model_validate({"value": self._cards[-1]["value"]}).value
        self._cards.append({"value": plain(min(last + 1, Fraction(FACE_LIMIT))), "count": 1})
        self._fill()
        self._set("cards", list(self._cards))
        self.area.verticalScrollBar().setValue(self.area.verticalScrollBar().maximum())


class DropForm(PieceForm):
    """A counter dropped on a chart: its first and last number, and where it likes to land."""

    def __init__(self, piece: Drop) -> None:
        super().__init__()
        self.data = piece.model_dump()
        self.first = self.counted("first number of the chart", piece.first, -20, 999)
        self.last = self.counted("last number of the chart", piece.last, -19, 1000)
        self.lands = QComboBox()
        self.lands.setAccessibleName("where it lands")
        self.lands.addItem("on each number as often", "anywhere")
        self.lands.addItem("nearer the middle more often", "middle")
        self.lands.setCurrentIndex(self.lands.findData(piece.lands))
        self.column.addWidget(self.lands)
        self.first.valueChanged.connect(lambda value: self._set("first", value))
        self.last.valueChanged.connect(lambda value: self._set("last", value))
        self.lands.activated.connect(lambda _: self._set("lands", self.lands.currentData()))

    def _set(self, name: str, value: Any) -> None:
        self.data[name] = value
        self.send()


class CountersForm(PieceForm):
    """Two-sided counters: how many, and what each side is called and worth."""

    def __init__(self, piece: Counters) -> None:
        super().__init__()
        self.data = piece.model_dump()
        self.count = self.counted("counters tossed together", piece.count, 1, MOST_COUNTERS)
        self.count.valueChanged.connect(lambda value: self._set("count", value))
        grid = QGridLayout()
        for column, words in enumerate(("", "called", "worth")):
            grid.addWidget(Label(words, objectName="hint"), 0, column)
        for row, side in enumerate(("front", "back"), 1):
            word = QLineEdit(self.data[f"{side}_word"], maxLength=24)
            word.setAccessibleName(f"what the {side} is called")
            word.textEdited.connect(lambda text, side=side: self._set(f"{side}_word", text))
            worth = self.face_line(
                {"value": self.data[side]},
                f"what the {side} is worth",
                partial(self._set_worth, side),
            )
            grid.addWidget(Label(f"{side.capitalize()} up"), row, 0)
            grid.addWidget(word, row, 1)
            grid.addWidget(worth, row, 2)
        self.column.addLayout(grid)

    def _set_worth(self, side: str, face: dict[str, Any]) -> None:
        self._set(side, face["value"])

    def _set(self, name: str, value: Any) -> None:
        self.data[name] = value
        self.send()
