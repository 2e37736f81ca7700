"""The pieces of a draw: a row of pictures to choose from, and below it the form of the chosen one."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter
from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import (
    QAbstractButton,
    QComboBox,
    QHBoxLayout,
    QInputDialog,
    QMenu,
    QPushButton,
    QSizePolicy,
    QToolButton,
)

from bolometric.core.pieces.kinds import MOST_PIECES, AnyPiece, Counters, Die, Drop, Pack, Piece, Spinner
from bolometric.core.pieces.presets import PRESETS
from bolometric.core.pieces.words import pieces_words, shows
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.settings.explain import checked
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import WIDTH, Editor
from bolometric.desk.editors.piece_forms.forms import CountersForm, DieForm, DropForm, PackForm, PieceForm
from bolometric.desk.editors.piece_forms.spinner import SpinnerForm
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.desk.parts.plain import Label, tip
from bolometric.paint.palette import Palette
from bolometric.paint.pieces import paint_piece

KINDS = (
    ("die", "a die"),
    ("spinner", "a spinner"),
    ("pack", "a pack of cards"),
    ("counters", "two-sided counters"),
    ("drop", "a counter dropped on a chart"),
)
SHOWN = (
    ("numerals", "numerals"),
    ("dots", "dots"),
    ("words", "their words"),
    ("fractions", "fractions"),
    ("frames", "ten frames"),
    ("bars", "bars of parts"),
    ("coins", "coins"),
)
READY = "ready-made …"
_PIECE: TypeAdapter[AnyPiece] = TypeAdapter(Piece)


class PieceButton(QAbstractButton):
    """A small picture of a piece; the chosen one is ringed."""

    def __init__(self, piece: AnyPiece, number: int, palette: Palette) -> None:
        super().__init__(checkable=True)
        self._palette, self._number = palette, number
        self.setFixedSize(QSize(46, 46))
        self.show_piece(piece)

    def show_piece(self, piece: AnyPiece) -> None:
        """Show this one."""
        self._piece = piece
        self.setAccessibleName(f"piece {self._number}: {piece.kind}, {shows(piece)}")
        self.setToolTip(tip(pieces_words((piece,))))
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw it."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        c = self._palette
        if self.isChecked() or self.hasFocus():
            painter.setPen(QPen(QColor(c.ember if self.hasFocus() else c.night), 2))
            painter.setBrush(QColor(c.night_wash) if self.isChecked() else Qt.BrushStyle.NoBrush)
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 7, 7)
        paint_piece(painter, QRectF(self.rect()).adjusted(6, 6, -6, -6), self._piece, c)
        painter.end()


class PiecesEditor(Editor):
    """Adds, removes and changes pieces."""

    def __init__(self, at: KnobAt, palette: Palette, own: OwnPieces | None = None) -> None:
        super().__init__(
            at, "Choose a piece to change it. A face is a number, perhaps with a word; * marks it special."
        )
        self._palette, self._own = palette, own
        self._pieces: list[AnyPiece] = list(at.value)
        self._chosen = 0
        self.row = QHBoxLayout()
        self.row.setSpacing(3)
        self.body.addLayout(self.row)
        self.add = QToolButton(text="Add", popupMode=QToolButton.ToolButtonPopupMode.InstantPopup)
        self.add.setObjectName("add")
        menu = QMenu(self.add)
        for kind, words in KINDS:
            menu.addAction(words).triggered.connect(lambda _=False, kind=kind: self._add(kind))
        self.add.setMenu(menu)
        self.add.setAccessibleName("add a piece")
        self.remove = QPushButton("Take it out")
        self.remove.clicked.connect(self._remove)
        self.double = QPushButton("One more like it")
        self.double.clicked.connect(self._double)
        below = QHBoxLayout()
        for widget in (self.add, self.double, self.remove):
            below.addWidget(widget)
        below.addStretch()
        self.body.addLayout(below)
        top = QHBoxLayout()
        self.kind = Label(objectName="heading")
        self.presets, self.shown = QComboBox(), QComboBox()
        self.presets.setAccessibleName("ready-made pieces")
        self.presets.activated.connect(self._take_preset)
        self.shown.setAccessibleName("how faces are drawn")
        for value, words in SHOWN:
            self.shown.addItem(f"as {words}", value)
        self.shown.activated.connect(self._set_shown)
        top.addWidget(self.kind)
        top.addWidget(self.presets, 1)
        top.addWidget(self.shown)
        self.body.addLayout(top)
        self.form: PieceForm | None = None
        self.keep = QPushButton("Keep as my own piece …")
        self.keep.clicked.connect(self._keep)
        self._rebuild()
        self.body.addWidget(self.keep, 0, Qt.AlignmentFlag.AlignLeft)
        self.keep.setVisible(own is not None)  # not before it has its place: it would be a window of its own
        self.setMinimumWidth(WIDTH + 60)
        self.finish(self.buttons[0])

    def _rebuild(self) -> None:
        """Show the row anew, and the form of the chosen piece."""
        self.buttons = self._fresh_buttons()
        self.add.setEnabled(len(self._pieces) < MOST_PIECES)
        self.double.setEnabled(len(self._pieces) < MOST_PIECES)
        self.remove.setEnabled(len(self._pieces) > 1)
        piece = self._pieces[self._chosen]
        self.kind.setText(piece.kind.capitalize())
        self._fill_presets(piece)
        self.shown.setVisible(not isinstance(piece, (Counters, Drop)))
        if not isinstance(piece, (Counters, Drop)):
            self.shown.setCurrentIndex(self.shown.findData(piece.shown))
        fresh = self._form_of(piece)
        if self.form is None:
            self.body.addWidget(fresh)
        else:
            self.body.replaceWidget(self.form, fresh)
            self.form.hide()
            self.form.deleteLater()
        self.form = fresh
        self.resized.emit()

    def _fresh_buttons(self) -> list[PieceButton]:
        while (item := self.row.takeAt(0)) is not None:
            if (gone := item.widget()) is not None:
                gone.hide()
                gone.deleteLater()
        made = []
        for i, piece in enumerate(self._pieces):
            button = PieceButton(piece, i + 1, self._palette)
            button.setChecked(i == self._chosen)
            button.clicked.connect(lambda _=False, i=i: self._choose(i))
            self.row.addWidget(button)
            made.append(button)
        self.row.addStretch()
        return made

    def _form_of(self, piece: AnyPiece) -> PieceForm:
        form: PieceForm
        match piece:
            case Die():
                form = DieForm(piece)
            case Spinner():
                form = SpinnerForm(piece, self._palette)
            case Pack():
                form = PackForm(piece)
            case Counters():
                form = CountersForm(piece)
            case Drop():
                form = DropForm(piece)
        form.changed.connect(self._take)
        form.trouble.connect(self.say)
        form.resized.connect(self.resized)
        form.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        return form

    def _fill_presets(self, piece: AnyPiece) -> None:
        self.presets.clear()
        self.presets.addItem(READY)
        for words, preset in PRESETS[piece.kind]:
            self.presets.addItem(words, preset)
        for named in self._own.of_kind(piece.kind) if self._own else ():
            self.presets.addItem(f"mine: {named.name}", named.piece)
        self._mark_preset(piece)

    def _mark_preset(self, piece: AnyPiece) -> None:
        """Show which of the ready-made ones it is, if any."""
        known = [i for i in range(1, self.presets.count()) if self.presets.itemData(i) == piece]
        self.presets.setCurrentIndex(known[0] if known else 0)

    def _choose(self, i: int) -> None:
        self._chosen = i
        self.say("")
        self._rebuild()
        self.buttons[i].setFocus()

    def _take(self, data: dict[str, Any]) -> None:
        """The form has changed the chosen piece."""
        try:
            with checked():
                piece = _PIECE.validate_python(data)
        except GameError as error:
            self.say(error.sentence)
            return
        self._pieces[self._chosen] = piece
        self.buttons[self._chosen].show_piece(piece)
        self._mark_preset(piece)
        self._send()

    def _replace(self, pieces: list[AnyPiece], chosen: int) -> None:
        self._pieces, self._chosen = pieces, chosen
        self._rebuild()
        self.buttons[chosen].setFocus()
        self._send()

    def _add(self, kind: str) -> None:
        self._replace([*self._pieces, PRESETS[kind][0][1]], len(self._pieces))

    def _double(self) -> None:
        at = self._chosen + 1
        self._replace([*self._pieces[:at], self._pieces[self._chosen], *self._pieces[at:]], at)

    def _remove(self) -> None:
        left = [piece for i, piece in enumerate(self._pieces) if i != self._chosen]
        self._replace(left, min(self._chosen, len(left) - 1))

    def _take_preset(self, at: int) -> None:
        piece = self.presets.itemData(at)
        if piece is not None:
            self._replace([piece if i == self._chosen else old for i, old in enumerate(self._pieces)], self._chosen)

    def _set_shown(self, _: int) -> None:
        piece = self._pieces[self._chosen].model_copy(update={"shown": self.shown.currentData()})
        self._replace([piece if i == self._chosen else old for i, old in enumerate(self._pieces)], self._chosen)

    def _keep(self) -> None:
        """Ask for a name and keep the chosen piece."""
        name, good = QInputDialog.getText(self.window(), "Keep as my own piece", "What is it called?")
        if good and name.strip():
            self.keep_as(name)

    def keep_as(self, name: str) -> None:
        """Keep the chosen piece under a name."""
        assert self._own is not None
        try:
            self._own.keep(name.strip()[:40], self._pieces[self._chosen])
        except FileError as error:
            self.say(str(error))
            return
        self._fill_presets(self._pieces[self._chosen])

    def _send(self) -> None:
        self.send([piece.model_dump() for piece in self._pieces])
