"""Hand: the pieces used by chance, large enough to show a class, with the sequence and its seed."""

from __future__ import annotations

from collections import Counter

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPlainTextEdit, QPushButton, QSpinBox, QWidget

from bolometric.core.hand import Hand, Shown, Thrown
from bolometric.core.odds_words import sure
from bolometric.core.pieces import Counters, Pack, Spinner, faces_of
from bolometric.core.wording import minus, percent, plural
from bolometric.desk.views.odds.page import Page, plain_label
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.pieces import paint_card, paint_counters, paint_spinner, paint_tile

GAP = 16
MANY = 100
LARGEST_SEED = 999_999
VERBS = {"die": "Roll", "spinner": "Spin", "pack": "Draw", "counters": "Toss"}


class Cloth(QWidget):
    """Where the pieces lie."""

    def __init__(self) -> None:
        super().__init__()
        self.shown: Shown | None = None
        self.colours: Palette = LIGHT
        self.setMinimumHeight(150)
        self.setAccessibleName("The pieces as they fell")

    def show_draw(self, shown: Shown | None, colours: Palette) -> None:
        """Lay out a draw."""
        self.shown, self.colours = shown, colours
        self.setAccessibleDescription(shown.sum if shown else "")
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw every piece that was used."""
        if self.shown is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        things = [(thrown, face) for thrown in self.shown.thrown for face in thrown.faces]
        side = min(self.height() - 8.0, (self.width() - GAP) / len(things) - GAP, 220.0)
        left = (self.width() - len(things) * (side + GAP) + GAP) / 2
        for i, (thrown, face) in enumerate(things):
            area = QRectF(left + i * (side + GAP), (self.height() - side) / 2, side, side)
            self._paint(painter, area, thrown, face)
        painter.end()

    def _paint(self, painter: QPainter, area: QRectF, thrown: Thrown, face: int) -> None:
        piece, c = thrown.piece, self.colours
        if isinstance(piece, Counters):
            paint_counters(painter, area, piece, face, c)
        elif isinstance(piece, Spinner):
            paint_spinner(painter, area, piece, c, thrown.needle)
        elif isinstance(piece, Pack):
            paint_card(painter, area, faces_of(piece)[face], piece.shown, c)
        else:
            paint_tile(painter, area, faces_of(piece)[face], piece.shown, c)


class HandPage(Page):
    """A button that draws, and what came of it so far."""

    name = "Hand"

    def __init__(self) -> None:
        super().__init__()
        self.cloth = Cloth()
        self.total = QLabel(objectName="title")
        self.total.setTextFormat(Qt.TextFormat.PlainText)
        self.total.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.once, self.many = QPushButton("Roll"), QPushButton(f"{MANY} more")
        self.again = QPushButton("Start again")
        self.seed = QSpinBox(minimum=0, maximum=LARGEST_SEED, value=1)
        self.seed.setAccessibleName("seed: the same number gives the same draws")
        row = QHBoxLayout()
        for widget in (self.once, self.many, self.again, QLabel("Seed"), self.seed):
            row.addWidget(widget)
        row.addStretch()
        self.words = plain_label()
        self.sequence = QPlainTextEdit(readOnly=True, objectName="sequence")
        self.sequence.setAccessibleName("The draws so far, the latest first")
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
        most, times = max(tally.items(), key=lambda item: (item[1], -item[0]))
        expected = percent(float(odds.chance(most)))
        mean = sum((total * n for total, n in tally.items()), 0) / sum(tally.values())
        return (
            f"{plural(count, 'draw')}, by chance: {minus(most)} came most often, {plural(times, 'time')} "
            f"({percent(times / count)}; its chance is {expected}, {sure(odds)}). "
            f"Their mean is {float(mean):.2f}, where {odds.mean:.2f} is expected."
        )
