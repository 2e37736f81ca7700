"""Pieces of the other seats, where they are not those of the first: chosen from those of a classroom."""

from __future__ import annotations

from typing import Any

from PySide6.QtWidgets import QComboBox, QGridLayout

from bolometric.core.areas.duel.handicap import candidates
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label


class SidesEditor(Editor):
    """A choice for each seat but the first."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, "Give a younger or an older player other pieces, to make it even, or uneven on purpose.")
        area = game.area_as(Duel)
        grid = QGridLayout()
        self.choices: list[QComboBox] = []
        self._offered: list[list[tuple[AnyPiece, ...]]] = []
        for seat in range(1, game.seats.count):
            own = area.pieces_of(seat, game.pieces)
            offered = list(dict.fromkeys([game.pieces, own, *candidates()]))
            choice = QComboBox()
            choice.setAccessibleName(f"pieces of player {seat + 1}")
            for pieces in offered:
                same = "the same as player 1: " if pieces == game.pieces else ""
                choice.addItem(f"{same}{pieces_words(pieces)}")
            choice.setCurrentIndex(offered.index(own))
            choice.activated.connect(lambda _: self._send())
            grid.addWidget(Label(f"Player {seat + 1}"), seat, 0)
            grid.addWidget(choice, seat, 1)
            self.choices.append(choice)
            self._offered.append(offered)
        self._whole = game.pieces
        self.body.addLayout(grid)
        self.finish(self.choices[0])

    def _send(self) -> None:
        sides = [offered[choice.currentIndex()] for offered, choice in zip(self._offered, self.choices, strict=True)]
        if all(side == self._whole for side in sides):
            self.send([])
            return
        told: list[list[dict[str, Any]]] = [[piece.model_dump() for piece in side] for side in sides]
        self.send(told)
