"""Draws of the other seats, where they are not those of the first: pieces of a classroom, and what is made of them."""

from __future__ import annotations

from typing import Any

from PySide6.QtWidgets import QComboBox, QGridLayout

from bolometric.core.areas.handicaps import candidates
from bolometric.core.game.document import Game
from bolometric.core.pieces.draw import MAKES, Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.desk.parts.plain import Label

ASKS_MORE = ("times", "formula")
"""Ways of making a number that need a number or a formula besides: kept where a file has them, and not offered."""


class SidesEditor(Editor):
    """For each seat but the first what it draws from, and what it makes of it."""

    def __init__(self, at: KnobAt, game: Game, own: OwnPieces | None = None) -> None:
        super().__init__(at, "Give a younger or an older player another draw, to make it even, or uneven on purpose.")
        grid = QGridLayout()
        grid.setColumnStretch(1, 1)
        self.choices: list[QComboBox] = []
        self.makes: list[QComboBox] = []
        self._offered: list[list[tuple[AnyPiece, ...]]] = []
        self._ways: list[list[Draw]] = []
        self._whole = game
        kept = () if own is None else tuple(named.piece for named in own.pieces)
        for seat in range(1, game.seats.count):
            self._add_seat(grid, seat, kept)
        self.body.addLayout(grid)
        self.finish(self.choices[0])

    def _add_seat(self, grid: QGridLayout, seat: int, own: tuple[AnyPiece, ...]) -> None:
        game, mine, row = self._whole, self._whole.of_seat(seat), 2 * seat
        offered = list(dict.fromkeys([game.pieces, mine.pieces, *((piece,) for piece in own), *candidates()]))
        choice = QComboBox()
        choice.setAccessibleName(f"pieces of player {seat + 1}")
        for pieces in offered:
            same = "the same as player 1: " if pieces == game.pieces else ""
            choice.addItem(f"{same}{pieces_words(pieces)}")
        choice.setCurrentIndex(offered.index(mine.pieces))
        ways = {game.draw: "make the number as player 1", mine.draw: _words_of(mine.draw)}
        ways |= {Draw(make=one.value): one.words for one in MAKES if one.value not in ASKS_MORE}
        ways[game.draw] = "make the number as player 1"
        make = QComboBox()
        make.setAccessibleName(f"what player {seat + 1} makes of them")
        make.addItems(list(ways.values()))
        make.setCurrentIndex(list(ways).index(mine.draw))
        for box in (choice, make):
            box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            box.activated.connect(lambda _: self._send())
        grid.addWidget(Label(game.seat_label(seat)), row, 0)
        grid.addWidget(choice, row, 1)
        grid.addWidget(make, row + 1, 1)
        self.choices.append(choice)
        self.makes.append(make)
        self._offered.append(offered)
        self._ways.append(list(ways))

    def _send(self) -> None:
        told: list[dict[str, Any]] = []
        alike = True
        for offered, choice, ways, make in zip(self._offered, self.choices, self._ways, self.makes, strict=True):
            pieces, draw = offered[choice.currentIndex()], ways[make.currentIndex()]
            same = draw == self._whole.draw
            try:
                draw.check_pieces(pieces)
            except GameError as error:
                self.say(error.sentence)
                return
            alike = alike and same and pieces == self._whole.pieces
            told.append(
                {"pieces": [piece.model_dump() for piece in pieces], "draw": None if same else draw.model_dump()}
            )
        self.send([] if alike else told)


def _words_of(draw: Draw) -> str:
    return next(one.words for one in MAKES if one.value == draw.make)
