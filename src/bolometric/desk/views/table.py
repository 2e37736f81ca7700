"""Table: the game played by hand against seats of any style, with a record, steps back and a coach."""

from __future__ import annotations

from collections.abc import Hashable
from fractions import Fraction

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QShowEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.fault import in_words_of
from bolometric.core.game.seats import Style
from bolometric.core.pieces.face_text import read_numbers
from bolometric.core.play.hand import check_claim
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.board import Cells
from bolometric.core.results.standing import Option, Standing
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus
from bolometric.desk.parts.board import BoardWidget
from bolometric.desk.parts.cloth import Cloth
from bolometric.desk.parts.plain import Label, entry
from bolometric.desk.parts.talk_line import TalkLine
from bolometric.desk.shell.sounds import sounds
from bolometric.desk.views.logbook.noted import Noted
from bolometric.desk.working.table_ready import Readying
from bolometric.paint.board import paint_on_squares, played_picture
from bolometric.paint.palette import LIGHT, Palette

LARGEST_SEED = 999_999
PAUSE = 500
"""Milliseconds between the steps of seats that play by themselves: slow enough to follow."""
MOST_BUTTONS = 8
"""Options that get a button each; more are chosen on the board."""
OPTIONS_A_ROW = 4
SEATS_IN_A_ROW = 3
BY_HAND, PLAN = "by hand", "plan"
PLAYERS = ((BY_HAND, None), ("guesses", "guess"), ("by its style", "own"), ("plays best", PLAN))


class TableBoard(BoardWidget):
    """The board as it stands."""

    def __init__(self) -> None:
        super().__init__()
        self.standing: Standing | None = None

    def show_standing(self, game: Game, standing: Standing, colours: Palette, told: bool) -> None:
        """Take on how the game stands; ``told`` also shows what gives best play away."""
        self.show_board(game, None, colours)
        board = area_of(game).board
        self.standing, self.places = standing, board.places_at(game, standing)
        tinted = isinstance(self.places, Cells) and self.places.tinted
        self._picture = played_picture(self.places, board.heat(game) if tinted else None, told)
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw board and markers."""
        super().paintEvent(event)
        if self.standing is not None:
            painter = QPainter(self)
            moving = -1 if self.standing.over else self.standing.seat
            paint_on_squares(painter, self.places, self.layout_now(), moving, self.colours)
            painter.end()


class TableView(QWidget):
    """One game at the table."""

    played = Signal()
    """A step was taken, forth or back."""
    log_asked = Signal(object)
    """The game that is over is to be written in; its minutes are not known here."""

    def __init__(self, readying: Readying | None = None) -> None:
        super().__init__()
        self.readying = readying
        """Who gets a game ready beside the window; None to let the window wait for it."""
        if readying is not None:
            readying.ready.connect(self._show_ready)
        self.sitting = Sitting(Game())
        self._coming = self.sitting.game
        """What is to be played, once somebody looks."""
        self.colours: Palette = LIGHT
        self.board, self.cloth = TableBoard(), Cloth()
        self.board.setMinimumSize(240, 160)
        self.cloth.setMinimumHeight(90)
        self.cloth.rolls = True
        self.state = Label(objectName="heading", wordWrap=True)
        self.draw = QPushButton("Draw")
        self.options: list[QPushButton] = []
        self._option_rows = QGridLayout()
        self.more = QComboBox()
        self.more.setAccessibleName("what to do, from a list")
        self.more.activated.connect(self._choose_listed)
        self.back, self.again = QPushButton("Step back"), QPushButton("Start again")
        self.seed = QSpinBox(minimum=0, maximum=LARGEST_SEED, value=1)
        self.seed.setAccessibleName("seed: the same number gives the same draws")
        self.coach = QCheckBox("Coach")
        self.advice = Label(objectName="hint", wordWrap=True)
        self.record = QPlainTextEdit(readOnly=True, objectName="sequence")
        self.record.setAccessibleName("What happened, the latest first")
        self.wanted, self.claim = QLineEdit(), QLineEdit()
        self.wanted.setPlaceholderText("set the total")
        self.wanted.setAccessibleName("a total to try instead of drawing")
        self.claim.setPlaceholderText("3 + 6 = 9")
        self.claim.setAccessibleName("a sum to check")
        self.claimed = Label(wordWrap=True)
        self.hint = QPushButton("Hint")
        self.talk, self.log = TalkLine(), QPushButton("To the logbook")
        self.log.clicked.connect(self._log)
        self._hinted = 0
        self.seats: list[QComboBox] = []
        self._seat_row = QGridLayout()
        self._listed: list[Option[Hashable]] = []
        self._lay_out()
        self._timer = QTimer(self, singleShot=True, interval=PAUSE)
        self._timer.timeout.connect(self._play_itself)
        self.draw.clicked.connect(lambda: self._step(self.sitting.draw))
        self.board.square_chosen.connect(self._choose_place)
        self.back.clicked.connect(self._undo)
        self.again.clicked.connect(self._restart)
        self.seed.valueChanged.connect(lambda _: self._restart())
        self.coach.toggled.connect(lambda _: self._show())
        self.wanted.returnPressed.connect(self._try_total)
        self.claim.returnPressed.connect(lambda: self._check())
        self.hint.clicked.connect(self._give_hint)

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
        self._option_rows.setColumnStretch(OPTIONS_A_ROW, 1)
        column.addLayout(self._option_rows)
        column.addWidget(self.more, 0, Qt.AlignmentFlag.AlignLeft)
        row = QHBoxLayout()
        row.addWidget(self.draw)
        for widget in (self.back, self.again, Label("Seed"), self.seed, self.coach):
            row.addWidget(widget)
        row.addStretch()
        column.addLayout(row)
        column.addWidget(self.advice)
        check = QHBoxLayout()
        check.addWidget(Label("Check a sum"))
        check.addWidget(self.claim)
        check.addWidget(self.hint)
        check.addWidget(self.claimed, 1)
        check.addWidget(self.wanted)
        column.addLayout(check)
        last = QHBoxLayout()
        last.addWidget(self.talk, 1)
        last.addWidget(self.log)
        column.addLayout(last)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Take up a game; another one begins anew. Where nobody looks, it waits until somebody does."""
        self.colours, self._coming = colours, game
        self._take_up()

    def showEvent(self, event: QShowEvent) -> None:
        """Get ready what is looked at."""
        super().showEvent(event)
        self._take_up()

    def _take_up(self) -> None:
        if self._looked_at and (self._coming != self.sitting.game or not self.seats):
            self._timer.stop()
            self.sitting = Sitting(self._coming, self.seed.value())
            self._seat_players()
        self._show()

    @property
    def _looked_at(self) -> bool:
        return self.readying is None or self.isVisible()

    @property
    def is_laid(self) -> bool:
        """Whether the next step takes no longer than a step."""
        if self.readying is None:
            return True
        styles = [self._style_of(seat) for seat in range(self.sitting.game.seats.count)]
        own = tuple(dict.fromkeys(style for style in styles if style is not None))
        return self.readying.is_ready(self.sitting.game, own, self.coach.isChecked())

    def _show_ready(self) -> None:
        """The game that was waited for can be played."""
        self._show()
        self._go_on()

    def _seat_players(self) -> None:
        while (item := self._seat_row.takeAt(0)) is not None:
            if (gone := item.widget()) is not None:
                gone.hide()
                gone.deleteLater()
        self.seats = []
        for seat in range(self.sitting.game.seats.named):
            box = QComboBox()
            box.setAccessibleName(f"who plays player {seat + 1}")
            for words, key in PLAYERS:
                if key != PLAN or self.sitting.game.area.goals:
                    box.addItem(words, key)
            box.activated.connect(lambda _: self._after_step())
            row, column = divmod(seat, SEATS_IN_A_ROW)
            self._seat_row.addWidget(Label(self.sitting.game.seat_label(seat)), row, 2 * column)
            self._seat_row.addWidget(box, row, 2 * column + 1)
            self.seats.append(box)
        self._seat_row.setColumnStretch(2 * SEATS_IN_A_ROW, 1)

    def _step(self, act: object) -> None:
        assert callable(act)
        before = self.sitting.here.draws
        act()
        if self.sitting.here.draws > before:
            sounds.knock()
        self._after_step()

    def _check(self) -> None:
        """A sum that was typed: as the game stands, where it asks for one."""
        sitting = self.sitting
        told = sitting.rules.check(sitting.seen, sitting.now, self.claim.text())
        self.claimed.setText(told or check_claim(self.claim.text()))

    def _give_hint(self) -> None:
        """The next hint, the last one again once there is no more."""
        hints = self.sitting.rules.hints(self.sitting.seen, self.sitting.now)
        if hints:
            self._hinted = min(self._hinted + 1, len(hints))
            self.claimed.setText(" ".join(hints[: self._hinted]))

    def _after_step(self) -> None:
        self._hinted = 0
        self.claimed.setText("")
        self._show()
        self.played.emit()
        self._go_on()

    def _go_on(self) -> None:
        """A seat that plays by itself takes its step after a while."""
        if not self.sitting.now.over and self._style() is not None:
            self._timer.start()

    def _style(self) -> Style | None:
        """The style of the seat whose turn it is; None if a person plays it."""
        return self._style_of(self.sitting.now.seat)

    def _style_of(self, seat: int) -> Style | None:
        chosen = self.seats[min(seat, len(self.seats) - 1)].currentData() if self.seats else None
        if chosen is None:
            return None
        return self.sitting.game.seats.style(seat) if chosen == "own" else Style(choose=chosen)

    def _play_itself(self) -> None:
        style = self._style()
        if style is not None and self.isVisible() and self.is_laid:
            self._step(lambda: self.sitting.play_on(style))

    def _choose(self, key: Hashable) -> None:
        if self._style() is None:
            self._step(lambda: self.sitting.choose(key))

    def _choose_place(self, place: int) -> None:
        """A place of the board stands for an option, or for nothing."""
        found = [option.key for option in self.sitting.options if option.place == place]
        if found:
            self._choose(found[0])

    def _choose_listed(self, index: int) -> None:
        """The list begins with what is asked, which is no option."""
        if index:
            self._choose(self._listed[index - 1].key)

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
        totals = self.sitting.totals
        wanted = tidy(Fraction(found[0])) if isinstance(found, tuple) and len(found) == 1 else None
        if wanted not in totals:
            self.state.setText("That total can't come up with these pieces.")
            return
        self.wanted.clear()
        self._step(lambda: self.sitting.draw(wanted))

    def _show(self) -> None:
        if not self._looked_at:
            return  # shown, and got ready, once it is looked at
        now, game, c = self.sitting.now, self.sitting.game, self.colours
        ready = self.is_laid
        by_hand = ready and self._style() is None
        self.board.show_standing(game, now, c, ready and self.coach.isChecked())
        self.cloth.show_draw(self.sitting.here.shown, c)
        self.record.setPlainText(in_words_of(game, "\n".join(reversed(now.record))))
        options = self.sitting.options if by_hand else ()
        self._show_options(options)
        tally = self.sitting.rules.tally(self.sitting.seen, now)
        to_do = f"{self._whose()}: {self._to_do(options)}" if ready else "The table is being laid …"
        told = now.record[-1] if now.over else to_do
        self.state.setText(in_words_of(game, " ".join(part for part in (told, tally) if part)))
        self.draw.setText("Draw again" if now.waiting == "either" else "Draw")
        self.draw.setEnabled(self.sitting.may_draw and by_hand)
        self.wanted.setEnabled(self.sitting.may_draw and by_hand)
        for part in (self.cloth, self.draw):
            part.setVisible(game.area.uses_pieces)
        self.wanted.setVisible(game.area.uses_total)
        self.back.setEnabled(self.sitting.can_undo)
        self.hint.setVisible(bool(by_hand and self.sitting.rules.hints(self.sitting.seen, now)))
        if not now.over:
            self.talk.put_away()
        self.talk.setVisible(now.over)
        self.log.setVisible(now.over)
        self.advice.setText(self.sitting.coach() if ready and self.coach.isChecked() else "")

    def _log(self) -> None:
        now = self.sitting.now
        winner = now.winners[0] + 1 if len(now.winners) == 1 else 0
        totals = tuple(minus(total) for total in self.sitting.drawn) if self.sitting.game.area.uses_total else ()
        self.log_asked.emit(Noted(totals, None, now.turn, (winner,) if self.sitting.game.seats.count > 1 else ()))

    def _whose(self) -> str:
        """Whose turn it is."""
        now, game = self.sitting.now, self.sitting.game
        call = game.area.together and game.seats.count > 1 and now.waiting == "draw"
        return f"Call {now.turn}" if call else f"Turn {now.turn}, {game.seat_name(now.seat)}"

    def _to_do(self, options: tuple[Option[Hashable], ...]) -> str:
        """What the seat to move may do."""
        asked = self.sitting.rules.asks(self.sitting.seen, self.sitting.now)
        if asked and len(options) > MOST_BUTTONS:
            where = "Click it on the board, or go there with the arrow keys and press Enter."
            listed = "Choose from the list." if self._listed else ""
            on_board = where if any(option.place for option in options) else ""
            return " ".join(part for part in (asked, on_board, listed) if part)
        game = self.sitting.game
        if asked is None and game.thrown_by_next:
            return f"{game.seat_name((self.sitting.now.seat + 1) % game.seats.count)} draws."
        return asked or "draw."

    def _show_options(self, options: tuple[Option[Hashable], ...]) -> None:
        """A button for each option; where there are many they are places of the board, the others in a list."""
        had_focus = any(button.hasFocus() for button in self.options)
        for button in self.options:
            self._option_rows.removeWidget(button)
            button.hide()
            button.deleteLater()
        self.options = []
        for i, option in enumerate(options if len(options) <= MOST_BUTTONS else ()):
            button = QPushButton(entry(option.words))
            button.clicked.connect(lambda _=False, key=option.key: self._choose(key))
            self._option_rows.addWidget(button, i // OPTIONS_A_ROW, i % OPTIONS_A_ROW, Qt.AlignmentFlag.AlignLeft)
            self.options.append(button)
        many = len(options) > MOST_BUTTONS
        self._listed = [option for option in options if many and option.place is None]
        self.more.clear()
        self.more.addItems(["Choose …", *(option.words for option in self._listed)])
        self.more.setVisible(bool(self._listed))
        if had_focus:
            (self.options[0] if self.options else self.draw).setFocus()
