"""What squares of a track do: typed in lines, or laid on by a pattern."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox, QHBoxLayout, QPlainTextEdit, QPushButton, QSpinBox

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.patterns import (
    HINT,
    PlainSquare,
    every,
    in_turn,
    read_squares,
    spread,
    typed_squares,
)
from bolometric.core.areas.trail.squares.square import Square
from bolometric.core.game.document import Game, with_value
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import WIDTH, Editor

KINDS: tuple[tuple[str, PlainSquare], ...] = (
    ("miss a turn", {"does": "miss"}),
    ("go again", {"does": "again"}),
    ("back to the start", {"does": "start"}),
    ("swap with the one ahead", {"does": "swap"}),
    ("coloured", {"does": "blank"}),
)


class SquaresEditor(Editor):
    """Sends the squares once every line can be read."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, HINT)
        self._game = game
        self.text = QPlainTextEdit(typed_squares(game.area_as(Trail).squares))
        self.text.setAccessibleName("squares, a line for each kind")
        self.text.setTabChangesFocus(True)
        self.text.setMinimumSize(WIDTH, 110)
        self.text.textChanged.connect(self._take)
        self.body.addWidget(self.text)
        self.kind, self.how = QComboBox(), QComboBox()
        self.count = QSpinBox(minimum=1, maximum=200, value=4)
        self._kinds = _kinds(game.area_as(Trail))
        self.kind.addItems([words for words, _ in self._kinds])
        self.how.addItems(["on every … square", "on so many, spread evenly"])
        self.kind.setAccessibleName("what the pattern puts on squares")
        self.how.setAccessibleName("which squares the pattern takes")
        self.count.setAccessibleName("every so-and-so-manyth, or how many")
        self.put = QPushButton("Put on")
        self.put.clicked.connect(self._lay)
        for parts in ((self.kind, self.put), (self.how, self.count)):
            row = QHBoxLayout()
            row.addWidget(parts[0], 1)
            row.addWidget(parts[1])
            self.body.addLayout(row)
        self.finish(self.text)

    def _read(self) -> tuple[Square, ...] | None:
        """The squares as they are typed; None if they can't be read or can't be."""
        try:
            game = with_value(self._game, self.at.path, read_squares(self.text.toPlainText()))
            return game.area_as(Trail).squares
        except GameError as error:
            self.say(error.sentence)
            return None

    def _take(self) -> None:
        squares = self._read()
        if squares is not None:
            self.send([square.model_dump(exclude_defaults=True) for square in squares])

    def _lay(self) -> None:
        """Lay the pattern on squares that are plain still."""
        squares = self._read()
        if squares is None:
            return
        length, taken = self._game.area_as(Trail).length, {square.at for square in squares}
        if self.how.currentIndex() == 0:
            on = [at for at in every(self.count.value(), length) if at not in taken]
        else:
            on = spread(self.count.value(), length, taken)
        if not on:
            self.say("No plain square is left for it: clear some lines, or choose another number.")
            return
        more = in_turn(self._kinds[self.kind.currentIndex()][1], on)
        made = [*squares, *(Square.model_validate(square) for square in more)]
        self.text.setPlainText(typed_squares(sorted(made, key=lambda square: square.at)))


def _kinds(trail: Trail) -> tuple[tuple[str, tuple[PlainSquare, ...]], ...]:
    """What a pattern can put on squares: one kind, or several in turn."""
    asking: list[PlainSquare] = [{"does": "card", "pack": pack.name} for pack in trail.packs]
    cards = [(f"a card of {square['pack']}", (square,)) for square in asking]
    in_turn_all = [("a card, the packs in turn", tuple(asking))] if len(asking) > 1 else []
    return (*in_turn_all, *cards, *((words, (kind,)) for words, kind in KINDS))
