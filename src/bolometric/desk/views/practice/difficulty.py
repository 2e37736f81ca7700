"""How hard the game is: four plain scales with what each is made of, and where thinking pays."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.judge.difficulty import difficulty
from bolometric.core.results.board import Heat, Tiles, Track
from bolometric.core.results.decision import Decision
from bolometric.core.results.scale import Scale
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.parts.plain import Label
from bolometric.desk.parts.roomy import take_the_rest
from bolometric.desk.views.practice.page import PracticePage
from bolometric.desk.working.lane import Lane
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.scale import paint_scale

MOST_TOLD = 4
NAME, LINE = 96.0, 50.0


class Scales(QWidget):
    """The four scales, each a line from end to end with a mark, and its words below."""

    def __init__(self) -> None:
        super().__init__()
        self.scales: tuple[Scale, ...] = ()
        self.colours: Palette = LIGHT

    def show_scales(self, scales: tuple[Scale, ...], colours: Palette) -> None:
        """Take them on."""
        self.scales, self.colours = scales, colours
        self.setMinimumHeight(int(LINE * len(scales)))
        self.setAccessibleName("; ".join(f"{scale.name}: {scale.headline}. {scale.made_of}" for scale in scales))
        self.update()

    def sizeHint(self) -> QSize:
        """Room for all."""
        return QSize(600, int(LINE * max(len(self.scales), 1)))

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw them."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        for k, scale in enumerate(self.scales):
            self._paint(painter, scale, k * LINE)
        painter.end()

    def _paint(self, painter: QPainter, scale: Scale, top: float) -> None:
        c = self.colours
        left, right = NAME, self.width() - 200.0
        painter.setFont(screen_font(16, bold=True))
        painter.setPen(QColor(c.ink))
        painter.drawText(QRectF(0, top, NAME - 8, 26), Qt.AlignmentFlag.AlignVCenter, scale.name)
        paint_scale(painter, scale, QRectF(left, top, right - left, 26), c)
        painter.setFont(screen_font(15))
        painter.setPen(QColor(c.ink))
        painter.drawText(QRectF(right + 14, top, 186, 26), Qt.AlignmentFlag.AlignVCenter, scale.headline)
        painter.setFont(screen_font(12.5))
        painter.setPen(QColor(c.faint))
        ends = QRectF(left, top + 22, right - left, 18)
        painter.drawText(ends, Qt.AlignmentFlag.AlignLeft, scale.ends[0])
        painter.drawText(ends, Qt.AlignmentFlag.AlignRight, scale.ends[1])


def _pays(game: Game) -> tuple[Decision, ...]:
    work = area_of(game).work
    return () if work is None else work.pays(game)


class DifficultyPage(PracticePage):
    """Scales, what they are made of, and where thinking pays on the board."""

    name = "Difficulty"

    def __init__(self) -> None:
        super().__init__()
        self.scales = Scales()
        self.made_of = Label(objectName="hint", wordWrap=True)
        self.heading = Label("Where thinking pays", objectName="heading")
        self.pays = Label(wordWrap=True)
        self.board = BoardWidget()
        take_the_rest(self.board, 150)
        for part in (self.scales, self.made_of, self.heading, self.pays):
            self.column.addWidget(part)
        self.column.addWidget(self.board, 1)
        self.column.addStretch(0)
        self.lane = Lane("decisions", self)
        self.lane.done.connect(self._show_pays)
        self.lane.failed.connect(lambda words: self.pays.setText(words))
        self._of: Game | None = None

    def draw(self) -> None:
        """Show the scales, and ask where thinking pays."""
        known = self.known
        scales = difficulty(known.game, known.practice, known.readings)
        self.scales.show_scales(scales, self.colours)
        self.made_of.setText(" ".join(f"{scale.name}: {scale.made_of}" for scale in scales))
        if self._of != known.game:
            self._of = known.game
            self.pays.setText("Working out where a guess costs most …")
            self.board.hide()
            self.lane.ask(partial(_pays, known.game))

    def _show_pays(self, found: tuple[Decision, ...]) -> None:
        if not found:
            chooses = area_of(self.known.game).measured.chooses(self.known.game)
            told = "What best play would do is not known here." if chooses else "Nothing is decided in this game."
            self.pays.setText(told)
            self.board.hide()
            return
        self.pays.setText("\n".join(one.told for one in found[:MOST_TOLD]))
        self._tint(found)

    def _tint(self, found: tuple[Decision, ...]) -> None:
        """What guessing costs on each place of the board, where decisions are met on places."""
        game = self.known.game
        places = area_of(game).board.places(game)
        count = places.squares if isinstance(places, Track) else len(places.names) if isinstance(places, Tiles) else 0
        at = {one.place: one.matters for one in reversed(found) if one.place is not None and one.place <= count}
        self.board.setVisible(bool(at))
        if at:
            most = max(at.values())
            values = tuple(at.get(place, 0.0) / most for place in range(1, count + 1))
            heat = Heat(values, "What guessing costs here, of the dearest", ends=("nothing", "half as much", "most"))
            self.board.show_board(game, heat, self.colours)

    def close_lane(self) -> None:
        """Give up what is being worked out."""
        self.lane.close()
