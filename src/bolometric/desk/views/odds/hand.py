"""Hand: the pieces used by chance, large enough to show a class, with the sequence and its seed."""

from __future__ import annotations

from collections import Counter

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QPlainTextEdit, QPushButton, QSpinBox

from bolometric.core.play.hand import Hand, Shown
from bolometric.core.text.figures import minus, percent, plural, some_of
from bolometric.core.words.odds import sure
from bolometric.desk.parts.cloth import Cloth
from bolometric.desk.parts.plain import Label
from bolometric.desk.parts.roomy import take_the_rest
from bolometric.desk.views.odds.page import OddsPage, plain_label

MANY, MOST_NAMED = 100, 6
LEAST = 80
"""Pixels of height for the draws so far."""
LARGEST_SEED = 999_999
VERBS = {"die": "Roll", "spinner": "Spin", "pack": "Draw", "counters": "Toss", "drop": "Drop"}


class HandPage(OddsPage):
    """A button that draws, and what came of it so far."""

    def __init__(self) -> None:
        super().__init__()
        self.cloth = Cloth()
        self.total = Label(objectName="title")
        self.total.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.once, self.many = QPushButton("Roll"), QPushButton(f"{MANY} more")
        self.again = QPushButton("Start again")
        self.seed = QSpinBox(minimum=0, maximum=LARGEST_SEED, value=1)
        self.seed.setAccessibleName("seed: the same number gives the same draws")
        row = QHBoxLayout()
        for widget in (self.once, self.many, self.again, Label("Seed"), self.seed):
            row.addWidget(widget)
        row.addStretch()
        self.words = plain_label()
        self.sequence = QPlainTextEdit(readOnly=True, objectName="sequence")
        self.sequence.setAccessibleName("The draws so far, the latest first")
        take_the_rest(self.sequence, LEAST)
        self.column.addWidget(self.cloth, 2)
        self.column.addWidget(self.total)
        self.column.addLayout(row)
        self.column.addWidget(self.words)
        self.column.addWidget(self.sequence, 1)
        self.once.clicked.connect(lambda: self.throw(1))
        self.many.clicked.connect(lambda: self.throw(MANY))
        self.again.clicked.connect(self.restart)
        self.seed.valueChanged.connect(lambda _: self.restart())
        self.draws: list[Shown] = []
        self._hand: Hand | None = None

    def draw(self) -> None:
        """Take up another set of pieces."""
        verbs = [VERBS[kind] for kind in dict.fromkeys(piece.kind for piece in self.set.pieces)]
        self.once.setText(" and ".join([verbs[0], *(verb.lower() for verb in verbs[1:])]))
        if self._hand is None or (self._hand.pieces, self._hand.draw_rule) != (self.set.pieces, self.set.draw):
            self.restart()
        self._show()

    def restart(self) -> None:
        """Begin a new sequence from the seed."""
        self._hand = Hand(self.set.pieces, self.set.draw, self.seed.value())
        self.draws = []
        self._show()

    def throw(self, times: int) -> None:
        """Draw so many times."""
        if self._hand is not None:
            self.draws += [self._hand.draw() for _ in range(times)]
            self._show()

    def _show(self) -> None:
        latest = self.draws[-1] if self.draws else None
        self.cloth.show_draw(latest, self.colours)
        self.total.setText(latest.sum if latest else "Nothing drawn yet")
        count = len(self.draws)
        lines = [f"{count - i:>5}   {draw.sum}" for i, draw in enumerate(reversed(self.draws[-1000:]))]
        self.sequence.setPlainText("\n".join(lines))
        self.words.setText(self._tally() if self.draws else "The same seed gives the same draws again.")

    def _tally(self) -> str:
        tally = Counter(draw.total for draw in self.draws if draw.total is not None)
        count, odds = len(self.draws), self.set.distribution
        if not tally:
            return f"{plural(count, 'draw')}, none of them a number."
        times = max(tally.values())
        often = sorted(total for total, n in tally.items() if n == times)
        came = f"{some_of([*map(minus, often)], MOST_NAMED)} came most often, {plural(times, 'time')}"
        if len(often) == 1:
            expected = percent(float(odds.chance(often[0])))
            came += f" ({percent(times / count)}; its chance is {expected}, {sure(odds)})"
        else:
            came += " each"
        mean = sum((total * n for total, n in tally.items()), 0) / sum(tally.values())
        return (
            f"{plural(count, 'draw')}, by chance: {came}. "
            f"Their mean is {float(mean):.2f}, where {odds.mean:.2f} is expected ({sure(odds)})."
        )
