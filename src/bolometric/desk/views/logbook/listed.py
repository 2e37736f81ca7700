"""Sessions looked up: by words, game and group; taken out, in, and away."""

from __future__ import annotations

from PySide6.QtCore import QStringListModel, Signal
from PySide6.QtWidgets import (
    QAbstractItemView,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QListView,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.logbook.calibration import story
from bolometric.core.logbook.session import Session
from bolometric.core.text.figures import plural
from bolometric.desk.parts.plain import Label


class ListPage(QWidget):
    """A list that is narrowed down as one types."""

    wanted = Signal()
    """Other sessions are to be listed."""
    removed = Signal(str)
    """The key of a session that is to be taken out."""
    away = Signal(str)
    """Sessions, or what they say, are wanted as a file of some kind."""
    taken_in = Signal()
    """Sessions are to be taken in from a file."""

    def __init__(self) -> None:
        super().__init__()
        self.sessions: list[Session] = []
        self.words = QLineEdit(placeholderText="words in notes, games and groups", clearButtonEnabled=True)
        self.game, self.group = QComboBox(), QComboBox()
        self.model, self.list = QStringListModel(), QListView()
        self.list.setModel(self.model)
        self.list.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.list.setUniformItemSizes(True)
        for field, name in (
            (self.words, "words to look for"),
            (self.game, "of which game"),
            (self.group, "of which group"),
            (self.list, "sessions, the newest first"),
        ):
            field.setAccessibleName(name)
        self.count = Label()
        self.remove, self.more, self.into = (
            QPushButton("Take it out"),
            QPushButton("Take away"),
            QPushButton("Take in …"),
        )
        menu = QMenu(self.more)
        for kind, words in (
            ("csv", "As a table (CSV) …"),
            ("json", "With the games (JSON) …"),
            ("backup", "The whole logbook …"),
            ("pdf", "What they say, to print (PDF) …"),
            ("md", "What they say, to go on writing (Markdown) …"),
            ("txt", "What they say, as a text …"),
            ("figures", "What its pictures show, as a table (CSV) …"),
        ):
            menu.addAction(words).triggered.connect(lambda _=False, kind=kind: self.away.emit(kind))
        self.more.setMenu(menu)
        column, top, foot = QVBoxLayout(self), QHBoxLayout(), QHBoxLayout()
        column.setContentsMargins(0, 6, 0, 0)
        for part in (self.words, self.game, self.group):
            top.addWidget(part, 1)
        for button in (self.remove, self.more, self.into):
            foot.addWidget(button)
        foot.addWidget(self.count, 1)
        column.addLayout(top)
        column.addWidget(self.list, 1)
        column.addLayout(foot)
        self.words.textChanged.connect(lambda _: self.wanted.emit())
        self.game.activated.connect(lambda _: self.wanted.emit())
        self.group.activated.connect(lambda _: self.wanted.emit())
        self.remove.clicked.connect(self._remove)
        self.into.clicked.connect(self.taken_in)

    def offer(self, games: list[str], groups: list[str]) -> None:
        """What can be narrowed down to."""
        for box, every, names in ((self.game, "every game", games), (self.group, "every group", groups)):
            kept = box.currentData()
            box.clear()
            box.addItem(every, "")
            for name in names:
                box.addItem(name, name)
            box.setCurrentIndex(max(box.findData(kept), 0))

    def show_sessions(self, sessions: list[Session]) -> None:
        """List them."""
        self.sessions = sessions
        self.model.setStringList([story(one) for one in sessions])
        self.count.setText(plural(len(sessions), "session") if sessions else "No sessions yet.")

    def _remove(self) -> None:
        row = self.list.currentIndex().row()
        if 0 <= row < len(self.sessions):
            self.removed.emit(self.sessions[row].key)
