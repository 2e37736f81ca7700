"""Table: the game played by hand against seats of any style, with a record, steps back and a coach."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.amounts import tidy
from bolometric.core.claims import check_claim
from bolometric.core.face_text import read_numbers
from bolometric.core.game import Game
from bolometric.core.seats import Style
from bolometric.core.table import Sitting
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.parts.cloth import Cloth
from bolometric.paint.markers import paint_markers
from bolometric.paint.palette import LIGHT, Palette

LARGEST_SEED = 999_999
PAUSE = 500
"""Milliseconds between the steps of seats that play by themselves: slow enough to follow."""
BY_HAND = "by hand"
PLAYERS = ((BY_HAND, None), ("guesses", "guess"), ("by its style", "own"), ("plays best", "plan"))


class TableBoard(BoardWidget):
    """The board with the seats' markers."""

    def __init__(self) -> None:
        super().__init__()
        self.places: tuple[int, ...] = ()
        self.moving = 0

    def show_places(self, places: tuple[int, ...], moving: int) -> None:
        """Set the markers; ``moving`` is the seat whose turn it is, or -1."""
        self.places, self.moving = places, moving
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw board and markers."""
        super().paintEvent(event)
        layout = self.layout_now()
        per_cell = max(1, self.area.steps // self.count)
        squares = [layout.square(-(-place // per_cell)) if place else None for place in self.places]
        painter = QPainter(self)
        paint_markers(painter, squares, self.moving, self.colours)
        painter.end()


class TableView(QWidget):
    """One game at the table."""

    played = Signal()
    """A step was taken, forth or back."""

    def __init__(self) -> None:
        super().__init__()
        self.sitting = Sitting(Game())
        self.colours: Palette = LIGHT
        self.board, self.cloth = TableBoard(), Cloth()
        self.board.setMinimumSize(240, 160)
        self.cloth.setMinimumHeight(90)
        self.state = QLabel(objectName="heading", wordWrap=True)
        self.draw, self.stop = QPushButton("Draw"), QPushButton("Stop")
        self.back, self.again = QPushButton("Step back"), QPushButton("Start again")
        self.seed = QSpinBox(minimum=0, maximum=LARGEST_SEED, value=1)
        self.seed.setAccessibleName("seed: the same number gives the same draws")
        self.coach = QCheckBox("Coach")
        self.advice = QLabel(objectName="hint", wordWrap=True)
        self.record = QPlainTextEdit(readOnly=True, objectName="sequence")
        self.record.setAccessibleName("What happened, the latest first")
        self.wanted, self.claim = QLineEdit(), QLineEdit()
        self.wanted.setPlaceholderText("set the total")
        self.wanted.setAccessibleName("a total to try instead of drawing")
        self.claim.setPlaceholderText("3 + 6 = 10")
        self.claim.setAccessibleName("a sum to check")
        self.claimed = QLabel(wordWrap=True)
        self.seats: list[QComboBox] = []
        self._seat_row = QHBoxLayout()
        self._lay_out()
        self._timer = QTimer(self, singleShot=True, interval=PAUSE)
        self._timer.timeout.connect(self._play_itself)
        self.draw.clicked.connect(lambda: self._step(self.sitting.draw))
        self.stop.clicked.connect(lambda: self._step(self.sitting.stop))
        self.back.clicked.connect(self._undo)
        self.again.clicked.connect(self._restart)
        self.seed.valueChanged.connect(lambda _: self._restart())
        self.coach.toggled.connect(lambda _: self._show())
        self.wanted.returnPressed.connect(self._try_total)
        self.claim.returnPressed.connect(lambda: self.claimed.setText(check_claim(self.claim.text())))

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 8, 12, 8)
        column.addLayout(self._seat_row)
        middle = QGridLayout()
        middle.addWidget(self.board, 0, 0, 3, 1)
        middle.addWidget(self.cloth, 0, 1)
        middle.addWidget(self.record, 1, 1)
        middle.setColumnStretch(0, 3)
        middle.setColumnStretch(1, 2)
        middle.setRowStretch(0, 2)
        middle.setRowStretch(1, 3)
        column.addLayout(middle, 1)
        column.addWidget(self.state)
        row = QHBoxLayout()
        for widget in (self.draw, self.stop, self.back, self.again, QLabel("Seed"), self.seed, self.coach):
            row.addWidget(widget)
        row.addStretch()
        row.addWidget(self.wanted)
        column.addLayout(row)
        column.addWidget(self.advice)
        check = QHBoxLayout()
        check.addWidget(QLabel("Check a sum"))
        check.addWidget(self.claim)
        check.addWidget(self.claimed, 1)
        column.addLayout(check)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Take up a game; another one begins anew."""
        self.colours = colours
        if game != self.sitting.game or not self.seats:
            self._timer.stop()
            self.sitting = Sitting(game, self.seed.value())
            self._seat_players()
        self._show()

    def _seat_players(self) -> None:
        while (item := self._seat_row.takeAt(0)) is not None:
            if (gone := item.widget()) is not None:
                gone.hide()
                gone.deleteLater()
        self.seats = []
        for seat in range(self.sitting.game.seats.count):
            box = QComboBox()
            box.setAccessibleName(f"who plays seat {seat + 1}")
            for words, key in PLAYERS:
                box.addItem(words, key)
            box.activated.connect(lambda _: self._after_step())
            self._seat_row.addWidget(QLabel(f"Seat {seat + 1}"))
            self._seat_row.addWidget(box)
            self.seats.append(box)
        self._seat_row.addStretch()

    def _step(self, act: object) -> None:
        assert callable(act)
        act()
        self._after_step()

    def _after_step(self) -> None:
        self._show()
        self.played.emit()
        if self.sitting.now.waiting != "nothing" and self._style() is not None:
            self._timer.start()

    def _style(self) -> Style | None:
        """The style of the seat whose turn it is; None if a person plays it."""
        seat = self.sitting.now.seat
        chosen = self.seats[seat].currentData() if seat < len(self.seats) else None
        if chosen is None:
            return None
        return self.sitting.game.seats.style(seat) if chosen == "own" else Style(choose=chosen)

    def _play_itself(self) -> None:
        style = self._style()
        if style is not None and self.isVisible():
            self._step(lambda: self.sitting.play_on(style))

    def _undo(self) -> None:
        """Back to the last thing that a person did, over the steps of seats that play by themselves."""
        self._timer.stop()
        self.sitting.undo()
        while self.sitting.can_undo and self._style() is not None:
            self.sitting.undo()
        self._show()
        self.played.emit()

    def _restart(self) -> None:
        self._timer.stop()
        self.sitting.restart(self.seed.value())
        self._after_step()

    def _try_total(self) -> None:
        found = read_numbers(self.wanted.text())
        totals = self.sitting.game.distribution.totals
        wanted = tidy(Fraction(found[0])) if isinstance(found, tuple) and len(found) == 1 else None
        if wanted not in totals:
            self.state.setText("That total can't come up with these pieces.")
            return
        self.wanted.clear()
        self._step(lambda: self.sitting.draw(wanted))

    def _show(self) -> None:
        now, game, c = self.sitting.now, self.sitting.game, self.colours
        over, by_hand = now.waiting == "nothing", self._style() is None
        self.board.show_board(game.area, None, c)
        self.board.show_places(now.places, -1 if over else now.seat)
        self.cloth.show_draw(now.shown, c)
        self.record.setPlainText("\n".join(reversed(now.record)))
        may = {"draw": "draw.", "choice": "stop, or draw again.", "nothing": ""}[now.waiting]
        self.state.setText(now.record[-1] if over else f"Turn {now.turn}, seat {now.seat + 1}: {may}")
        self.draw.setText("Draw again" if now.waiting == "choice" else "Draw")
        self.draw.setEnabled(not over and by_hand)
        self.stop.setEnabled(now.waiting == "choice" and by_hand)
        self.wanted.setEnabled(not over and by_hand)
        self.back.setEnabled(self.sitting.can_undo)
        self.advice.setText(self.sitting.coach() if self.coach.isChecked() else "")
