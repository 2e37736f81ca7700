"""The class view: the picture for the room, with a button for every key, and boards typed before play."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPlainTextEdit, QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.files import write_bytes
from bolometric.core.logbook.calling import has_boards
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import minus, plural
from bolometric.core.words.talk import Question
from bolometric.desk.exporting import export_picture
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.room.screen import RoomScreen, on_the_other_screen
from bolometric.desk.views.room.state import KEYS, Room
from bolometric.paint.palette import LIGHT, Palette

HINT = "Keys: " + ", ".join(f"{key}: {does}" for key, does in KEYS) + "."
BOARD_HINT = "Boards of the groups, a line for each: 2 3 3 7 …"


class ClassView(QWidget):
    """Calls, keys and boards."""

    export_asked = Signal(str)
    """The picture is wanted as a file."""
    log_asked = Signal(object, object, object, object)
    """What was called is to be written in: totals, minutes, turns and winners, who are not known here."""

    def __init__(self, questions: Callable[[], list[Question]]) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.room = Room(self)
        self.room.make_questions = questions
        self.screen_ = RoomScreen(self.room)
        self.projector: RoomScreen | None = None
        self.boards, self.take = QPlainTextEdit(placeholderText=BOARD_HINT), QPushButton("Take these boards")
        self.boards.setAccessibleName("boards of the groups")
        self.boards.setMaximumHeight(72)
        self.told = Label(HINT, wordWrap=True, objectName="hint")
        self.buttons = {
            words: QPushButton(words) for words in (
                "Roll here", "Sum", "Take back", "Expected", "How unusual?", "Question", "Answer", "Clock", "Projector",
                "Picture …", "Sheet to take home …", "To the logbook", "Begin again",
            )
        }  # fmt: skip
        self._lay_out()
        does: dict[str, Callable[[], object]] = {
            "Roll here": self.room.roll, "Sum": self.room.reveal, "Take back": self.room.back,
            "Expected": self.room.expect, "How unusual?": self.room.unusual, "Question": self.room.ask,
            "Answer": self.room.answer, "Clock": self.room.run_clock, "Projector": self.project,
            "Picture …": lambda: self.export_asked.emit("png"),
            "Sheet to take home …": lambda: self.export_asked.emit("pdf"), "To the logbook": self._log,
            "Begin again": self.room.begin,
        }  # fmt: skip
        for words, button in self.buttons.items():
            button.clicked.connect(lambda _=False, does=does[words]: self._do(does))
        self.take.clicked.connect(self._take_boards)

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 8, 14, 8)
        column.addWidget(self.screen_, 1)
        row = QHBoxLayout()
        row.addWidget(self.boards, 1)
        row.addWidget(self.take)
        column.addLayout(row)
        names = list(self.buttons)
        for some in (names[:6], names[6:]):
            row = QHBoxLayout()
            for name in some:
                self.buttons[name].setFocusPolicy(self.screen_.focusPolicy().TabFocus)
                row.addWidget(self.buttons[name], 1)
            column.addLayout(row)
        column.addWidget(self.told)

    def _do(self, does: Callable[[], object]) -> None:
        """What a button does; the keys stay with the picture."""
        does()
        self.screen_.setFocus()

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game."""
        self.game, self.colours = game, colours
        self.room.show_game(game)
        for one in (self.screen_, self.projector):
            if one is not None:
                one.show_colours(colours)
        for part in (self.boards, self.take):
            part.setVisible(has_boards(game))

    def showEvent(self, event: object) -> None:
        """Numbers can be typed at once."""
        super().showEvent(event)  # type: ignore[arg-type]
        self.screen_.setFocus()

    def _take_boards(self) -> None:
        try:
            self.room.set_boards(self.boards.toPlainText())
        except GameError as error:
            self.told.setText(error.sentence)
            return
        self.told.setText(f"{plural(len(self.room.boards), 'board')} taken. {HINT}")
        self.screen_.setFocus()

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
        minutes = room.seconds / 60 if room.seconds >= 30 else None
        totals = tuple(minus(tidy(one)) for one in room.totals)
        together = self.game.area.together
        self.log_asked.emit(totals, minutes, len(totals) if together and totals else None, ())

    def close_lanes(self) -> None:
        """The projector's window goes too."""
        self.room.clock.stop()
        if self.projector is not None:
            self.projector.close()
