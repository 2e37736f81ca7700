"""The class view: the picture for the room, what is needed now below it, the rest folded; boards typed before play."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPlainTextEdit, QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.files import read_text, write_bytes
from bolometric.core.logbook.calling import has_boards
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.text.figures import minus, plural
from bolometric.core.words.talk import TalkQuestion
from bolometric.desk.keeping.exporting import export_picture
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.logbook.noted import Noted
from bolometric.desk.views.room.keys import KEYS
from bolometric.desk.views.room.screen import RoomScreen, on_the_other_screen
from bolometric.desk.views.room.state import Room
from bolometric.paint.palette import LIGHT, Palette

HINT = "Keys: " + ", ".join(f"{key}: {does}" for key, does in KEYS) + "."
BOARD_HINT = "Boards of the groups, a line for each: 2 3 3 7 … Several alike: 4 x 2 3 3 7 …"
NOW = ("Roll here", "Sum", "Take back", "Expected", "Question", "Answer", "Projector")
"""What a room needs while it plays, as far as it means something just then."""
LATER = (
    "How unusual?",
    "Clock",
    "Practice",
    "Next caller",
    "Picture …",
    "Sheet to take home …",
    "To the logbook",
    "Begin again",
    "Who can still win?",
    "Second go",
    "Show of hands",
    "Boards from a table …",
)
"""What is unfolded when it is wanted."""
PER_ROW = 6


class ClassView(QWidget):
    """Calls, keys and boards."""

    export_asked = Signal(str)
    """The picture is wanted as a file."""
    table_asked = Signal()
    """A table with the boards of the class is wanted."""
    log_asked = Signal(object)
    """What was called is to be written in; who won is not known here."""

    def __init__(self, questions: Callable[[], list[TalkQuestion]]) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.room = Room(self)
        self.room.make_questions = questions
        self.screen_ = RoomScreen(self.room)
        self.projector: RoomScreen | None = None
        self.boards, self.take = QPlainTextEdit(placeholderText=BOARD_HINT), QPushButton("Take these boards")
        self.boards.setAccessibleName("boards of the groups")
        self.boards.setMaximumHeight(72)
        self.told, self.keys = Label(wordWrap=True), Label(HINT, wordWrap=True, objectName="hint")
        self.buttons = {words: QPushButton(words, objectName="now") for words in NOW}
        self.buttons |= {words: QPushButton(words) for words in LATER}
        self.more = QPushButton("More", objectName="now", checkable=True)
        self.rest = QWidget()
        self._lay_out()
        does: dict[str, Callable[[], object]] = {
            "Roll here": self.room.roll,
            "Sum": self.room.reveal,
            "Take back": self.room.back,
            "Expected": self.room.expect,
            "How unusual?": self.room.unusual,
            "Question": self.room.ask,
            "Who can still win?": self.room.tell_boards,
            "Practice": self.room.practise,
            "Next caller": self.room.next_caller,
            "Answer": self.room.answer,
            "Clock": self.room.run_clock,
            "Projector": self.project,
            "Picture …": lambda: self.export_asked.emit("png"),
            "Sheet to take home …": lambda: self.export_asked.emit("pdf"),
            "To the logbook": self._log,
            "Begin again": self.room.begin,
            "Second go": self.go_again,
            "Show of hands": self.room.ask_hands,
            "Boards from a table …": self.table_asked.emit,
        }
        for words, button in self.buttons.items():
            button.clicked.connect(lambda _=False, does=does[words]: self._do(does))
        self.more.toggled.connect(lambda _: self._show_now())
        self.take.clicked.connect(self._take_boards)
        self.room.changed.connect(self._show_now)
        self._show_now()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 8, 14, 8)
        column.addWidget(self.screen_, 1)
        row = QHBoxLayout()
        row.addWidget(self.boards, 1)
        row.addWidget(self.take)
        column.addLayout(row)
        column.addWidget(self.told)
        row = QHBoxLayout()
        for words in NOW:
            if words == "Projector":
                row.addStretch(1)
            row.addWidget(self.buttons[words])
        row.addWidget(self.more)
        column.addLayout(row)
        grid = QGridLayout(self.rest)
        grid.setContentsMargins(0, 0, 0, 0)
        for at, words in enumerate(LATER):
            grid.addWidget(self.buttons[words], at // PER_ROW, at % PER_ROW)
        grid.addWidget(self.keys, len(LATER) // PER_ROW + 1, 0, 1, PER_ROW)
        column.addWidget(self.rest)
        for button in (*self.buttons.values(), self.more):
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)

    def _show_now(self) -> None:
        """Only what means something as the room stands; the rest once it is asked for."""
        room = self.room
        posed, what = room.posed is not None, "sum" if room.posed is None else "solution"
        self.buttons["Roll here"].setText("Show another" if posed else "Roll here")
        for words in ("Take back", "Expected", "How unusual?", "Practice", "Next caller"):
            self.buttons[words].setVisible(not posed)
        self.buttons["Sum"].setVisible(room.shown is not None or posed)
        self.buttons["Sum"].setText(f"{'Hide' if room.revealed else 'Show'} the {what}")
        self.buttons["Take back"].setEnabled(bool(room.totals or room.typed))
        self.buttons["Expected"].setText("Hide what was expected" if room.expects else "What was expected?")
        self.buttons["Question"].setText("Next question" if room.at_question >= 0 else "Ask a question")
        self.buttons["Answer"].setVisible(room.at_question >= 0)
        self.buttons["Answer"].setText("Hide the answer" if room.answered else "Show the answer")
        self.buttons["Clock"].setText("Stop the clock" if room.clock.runs else "Start the clock")
        self.buttons["Practice"].setText("Count again" if room.practice else "Practise, uncounted")
        boards = has_boards(self.game)
        self.buttons["Who can still win?"].setVisible(boards)
        self.buttons["Second go"].setVisible(boards and bool(room.boards) and bool(room.totals or room.before))
        self.buttons["Second go"].setText("Second go" if room.before is None else "Compare both goes")
        for words in ("Show of hands", "Boards from a table …"):
            self.buttons[words].setVisible(boards)
        for part in (self.boards, self.take):
            part.setVisible(boards and (not room.totals or self.more.isChecked()))
        self.rest.setVisible(self.more.isChecked())
        self.more.setText("Less" if self.more.isChecked() else "More")
        self.told.setVisible(bool(self.told.text()))

    def _say(self, words: str) -> None:
        self.told.setText(words)
        self._show_now()

    def _do(self, does: Callable[[], object]) -> None:
        """What a button does; the keys stay with the picture."""
        self.room.refused = ""
        does()
        self.screen_.setFocus()

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game."""
        self.game, self.colours = game, colours
        self.room.show_game(game)
        for one in (self.screen_, self.projector):
            if one is not None:
                one.show_colours(colours)
        self._say("")

    def showEvent(self, event: object) -> None:
        """Numbers can be typed at once."""
        super().showEvent(event)  # type: ignore[arg-type]
        self.screen_.setFocus()

    def _take_boards(self) -> None:
        try:
            self.room.set_boards(self.boards.toPlainText())
        except GameError as error:
            self._say(error.sentence)
            return
        self._say(f"{plural(len(self.room.boards), 'board')} taken.")
        self.screen_.setFocus()

    def read_boards(self, path: Path) -> None:
        """Put the boards of a table where they are typed, and take them."""
        try:
            self.boards.setPlainText(read_text(path))
        except FileError as error:
            self._say(str(error))
            return
        self._take_boards()

    def go_again(self) -> None:
        """Keep this go and begin the second; once there is one, hold both against each other."""
        if self.room.before is None:
            self.room.second_go()
        else:
            self.room.compare()

    def project(self) -> None:
        """Show the picture on the projector, or take it away."""
        if self.projector is None:
            self.projector = RoomScreen(self.room, projector=True)
        if self.projector.isVisible():
            self.projector.close()
            return
        self.projector.show_colours(self.colours)
        on_the_other_screen(self.projector)

    def write(self, kind: str, path: Path) -> None:
        """Write the picture of what was called, or the sheet to take home. Raises FileError."""
        if kind != "pdf":
            export_picture(self.screen_, path, kind)
            return
        from bolometric.paint.printed.logged import tally_pdf

        room = self.room
        lines = [line for line in (plural(len(room.totals), "call"), room.said) if line]
        write_bytes(tally_pdf(self.game.name, room.columns, lines, self.game.printing), path)

    def _log(self) -> None:
        room = self.room
        minutes = room.clock.seconds / 60 if room.clock.seconds >= 30 else None
        totals = tuple(minus(tidy(one)) for one in room.totals)
        together = self.game.area.together
        turns = len(totals) if together and totals else None
        self.log_asked.emit(Noted(totals, minutes, turns, room=room.kept))

    def close_lanes(self) -> None:
        """The projector's window goes too."""
        self.room.clock.stop()
        if self.projector is not None:
            self.projector.close()
