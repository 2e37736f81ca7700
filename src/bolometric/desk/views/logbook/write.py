"""Writing a session in: half a minute after the bell."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from PySide6.QtCore import QDate, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDateEdit,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.document import Game
from bolometric.core.logbook.session import MOODS, MOST_TABLES, Session, impossible_words, session_of
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing_words, plural
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.logbook.noted import Noted

NO_NAMES = "No names of children: a class or a group, tables by colour or star."
HINTS = {
    "turns": "one number for each game: 12 15",
    "minutes": "one for each game: 6 7.5",
    "winners": "the player for each game, from 1; 0 for nobody alone",
    "slips": "slips that were noticed, if somebody counted",
    "totals": "what came up: 7 8 3",
}


class WritePage(QWidget):
    """A form on the open game."""

    kept = Signal(object)
    """A session that is to be written in."""

    def __init__(self) -> None:
        super().__init__()
        self.game = Game()
        self._doubted: Session | None = None
        self.room: Mapping[str, object] = {}
        self.along = Label(objectName="hint", wordWrap=True)
        self.day = QDateEdit(calendarPopup=True, displayFormat="yyyy-MM-dd")
        self.group, self.mood = QComboBox(editable=True), QComboBox()
        self.tables = QSpinBox(minimum=1, maximum=MOST_TABLES)
        self.lists = {key: QLineEdit(placeholderText=hint) for key, hint in HINTS.items()}
        self.note, self.change = QLineEdit(maxLength=300), QLineEdit(maxLength=300)
        for key, words in MOODS.items():
            self.mood.addItem(words, key)
        self.which, self.told = Label(), Label(NO_NAMES, wordWrap=True)
        self.keep = QPushButton("Write it in")
        self.keep.clicked.connect(self.write)
        first = (
            ("Game", self.which),
            ("Group", self.group),
            ("Minutes", self.lists["minutes"]),
            ("Won by", self.lists["winners"]),
        )
        rest = (
            ("Date", self.day),
            ("Tables", self.tables),
            ("Turns", self.lists["turns"]),
            ("Came up", self.lists["totals"]),
            ("Slips", self.lists["slips"]),
            ("Mood", self.mood),
            ("Notes", self.note),
            ("To change", self.change),
        )
        self.more, self.rest = QPushButton("More to say", checkable=True), QWidget()
        self.more.toggled.connect(self._unfold)
        typed = self.group.lineEdit()
        assert typed is not None  # it can be edited
        typed.setAccessibleName("Group")
        column, row = QVBoxLayout(self), QHBoxLayout()
        column.setContentsMargins(0, 6, 0, 0)
        column.addLayout(_form(first))
        column.addWidget(self.along)
        column.addWidget(self.rest)
        inner = _form(rest)
        inner.setContentsMargins(0, 0, 0, 0)
        self.rest.setLayout(inner)
        row.addWidget(self.keep)
        row.addWidget(self.more)
        row.addWidget(self.told, 1)
        column.addLayout(row)
        column.addStretch()
        self._unfold(False)
        self.empty()

    def _unfold(self, all_of_it: bool) -> None:
        """Show every line of the form, or those that matter most."""
        self.more.setChecked(all_of_it)
        self.more.setText("Less" if all_of_it else "More to say")
        self.rest.setVisible(all_of_it)

    def show_game(self, game: Game) -> None:
        """The game that was played."""
        self.game = game
        self.which.setText(f"{game.name}, as it stands now")

    def offer_groups(self, groups: list[str]) -> None:
        """The groups there are already."""
        typed = self.group.currentText()
        self.group.clear()
        self.group.addItems(groups)
        self.group.setCurrentText(typed)

    def empty(self) -> None:
        """Ready for the next session of the same group."""
        self.day.setDate(QDate(date.today().year, date.today().month, date.today().day))
        self.tables.setValue(1)
        for field in (*self.lists.values(), self.note, self.change):
            field.clear()
        self.mood.setCurrentIndex(0)
        self._hold({})
        self._doubt(None)

    def fill(self, noted: Noted) -> None:
        """Take over what was called or played here."""
        totals, minutes, turns, winners = noted.totals, noted.minutes, noted.turns, noted.winners
        self._hold(noted.room)
        self.lists["totals"].setText(" ".join(totals))
        self.lists["minutes"].setText("" if minutes is None else f"{minutes:.1f}")
        self.lists["turns"].setText("" if turns is None else str(turns))
        self.lists["winners"].setText(" ".join(map(str, winners)))
        self._unfold(bool(totals) or turns is not None)  # nothing is written in that is not seen

    def _hold(self, room: Mapping[str, object]) -> None:
        """What a class did with its boards goes along, and is said."""
        self.room = room
        boards, first, hands = (room.get(key) for key in ("boards", "first", "hands"))
        told = []
        if isinstance(boards, tuple) and boards:
            told.append(f"{plural(len(boards), 'board')}{' in two goes' if first is not None else ''}")
        if isinstance(hands, tuple) and hands:
            told.append(plural(len(hands), "show of hands", "shows of hands"))
        self.along.setText(f"Written in with it: {listing_words(told, 'and')}." if told else "")
        self.along.setVisible(bool(told))

    def said(self) -> Session:
        """What the form says. Raises GameError, and ValueError for what is no number."""
        lists = {key: field.text().replace(",", " ").split() for key, field in self.lists.items()}
        noted = max(len(lists[key]) for key in ("turns", "minutes", "winners", "slips"))
        return session_of(
            self.game,
            day=self.day.date().toString("yyyy-MM-dd"),
            group=self.group.currentText().strip(),
            tables=max(self.tables.value(), noted),
            turns=tuple(map(int, lists["turns"])),
            minutes=tuple(map(float, lists["minutes"])),
            winners=tuple(map(int, lists["winners"])),
            slips=tuple(map(int, lists["slips"])),
            totals=tuple(lists["totals"]),
            mood=self.mood.currentData(),
            note=self.note.text(),
            change=self.change.text(),
            **self.room,
        )

    def write(self) -> None:
        """Have it written in; what can't have been is asked about once."""
        try:
            session = self.said()
        except GameError as error:
            self.told.setText(str(error))
            return
        except ValueError:
            self.told.setText("Turns, players and slips are whole numbers, minutes are numbers, with spaces between.")
            return
        doubt = impossible_words(session)
        same = self._doubted is not None and self._doubted.totals == session.totals
        if doubt and not same:
            self.told.setText(doubt)
            self._doubt(session)
            return
        self.kept.emit(session)

    def _doubt(self, session: Session | None) -> None:
        self._doubted = session
        self.keep.setText("Write it in" if session is None else "Yes, write it in anyway")


def _form(rows: Sequence[tuple[str, QWidget]]) -> QFormLayout:
    """A line for each field, its word in front."""
    form = QFormLayout()
    for words, field in rows:
        label = Label(words)
        label.setMinimumWidth(76)  # both forms have their fields below one another
        form.addRow(label, field)
        if words != "Game":
            field.setAccessibleName(words)
    return form
