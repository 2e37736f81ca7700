"""Questions to ask afterwards, with their answers hidden until they are asked for; each can be changed or left out."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QLineEdit, QListWidget, QPushButton

from bolometric.core.game.talk import LONGEST, MOST, OWN, OwnQuestion, Talk
from bolometric.core.settings.lines import one_line
from bolometric.core.words.talk import LEVELS, TalkQuestion, questions
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.practice.page import PracticePage


class TalkPage(PracticePage):
    """A list, and the question that is chosen in it."""

    name = "Talk about it"
    changed = Signal(str, object)
    """A path in the file, and what is to stand there."""

    def __init__(self) -> None:
        super().__init__()
        self.questions: list[TalkQuestion] = []
        self._filling = False
        self.words = Label("Questions for afterwards, from easy to hard, with this game's own figures.", wordWrap=True)
        self.list = QListWidget()
        self.list.setWordWrap(True)
        self.list.setAccessibleName("questions to talk about")
        self.list.currentRowChanged.connect(lambda _: self._fill())
        self.ask, self.answer = QLineEdit(maxLength=LONGEST), QLineEdit(maxLength=LONGEST)
        self.ask.setAccessibleName("the question")
        self.answer.setAccessibleName("its answer")
        self.level = QComboBox()
        self.level.setAccessibleName("how hard it is")
        for level, words in LEVELS.items():
            self.level.addItem(words, level)
        self.show_answer = QPushButton("Show the answer", checkable=True)
        self.add, self.drop, self.reset = QPushButton("Add a question"), QPushButton("Leave it out"), QPushButton("")
        self.show_answer.toggled.connect(self._show_answer)
        for line in (self.ask, self.answer):
            line.editingFinished.connect(self._keep)
        self.level.activated.connect(lambda _: self._keep())
        self.add.clicked.connect(self._add)
        self.drop.clicked.connect(self._drop)
        self.reset.clicked.connect(self._reset)
        self.column.addWidget(self.words)
        self.column.addWidget(self.list, 1)
        for parts in ((self.ask, self.level), (self.show_answer, self.answer), (self.add, self.drop, self.reset)):
            row = QHBoxLayout()
            for part in parts:
                row.addWidget(part, 1 if isinstance(part, QLineEdit) else 0)
            row.addStretch(0 if any(isinstance(part, QLineEdit) for part in parts) else 1)
            self.column.addLayout(row)

    @property
    def _talk(self) -> Talk:
        return self.known.game.talk

    def draw(self) -> None:
        """Make the questions anew; what is being typed stays."""
        if self.ask.hasFocus() or self.answer.hasFocus():
            return
        kept = self._chosen.key if self._chosen is not None else ""
        known = self.known
        self.questions = questions(known.game, known.readings, known.times, known.exactly, known.heat)
        self._filling = True
        self.list.clear()
        for one in self.questions:
            self.list.addItem(f"{LEVELS[one.level]} · {one.ask}")
        self._filling = False
        keys = [one.key for one in self.questions]
        self.list.setCurrentRow(keys.index(kept) if kept in keys else 0)
        self._fill()

    @property
    def _chosen(self) -> TalkQuestion | None:
        at = self.list.currentRow()
        return self.questions[at] if 0 <= at < len(self.questions) else None

    def _fill(self) -> None:
        if self._filling:
            return
        one = self._chosen
        for part in (self.ask, self.level, self.show_answer, self.drop):
            part.setEnabled(one is not None)
        dropped = len(self._talk.dropped)
        self.reset.setText(f"Put back the {dropped} left out" if dropped else "As it was")
        changed = one is not None and any(own.key == one.key for own in self._talk.own)
        self.reset.setEnabled(bool(dropped) or (changed and one is not None and not one.key.startswith(OWN)))
        self.add.setEnabled(len(self._talk.own) < MOST)
        self.show_answer.setChecked(False)
        self.answer.setVisible(False)
        if one is not None:
            self._filling = True
            self.ask.setText(one.ask)
            self.answer.setText(one.answer)
            self.level.setCurrentIndex(self.level.findData(one.level))
            self._filling = False

    def _show_answer(self, shown: bool) -> None:
        self.answer.setVisible(shown)
        self.show_answer.setText("Hide the answer" if shown else "Show the answer")

    def _keep(self) -> None:
        """Keep what was changed of the question that is chosen."""
        one = self._chosen
        if self._filling or one is None or not one_line(self.ask.text()):
            return
        now = TalkQuestion(one.key, self.level.currentData(), one_line(self.ask.text()), one_line(self.answer.text()))
        if now != one:
            self._put(now)

    def _put(self, now: TalkQuestion) -> None:
        own = [kept for kept in self._talk.own if kept.key != now.key]
        own.append(OwnQuestion(key=now.key, ask=now.ask, answer=now.answer, level=now.level))
        self._send(own, self._talk.dropped)

    def _send(self, own: list[OwnQuestion], dropped: tuple[str, ...]) -> None:
        self.changed.emit("talk", Talk(own=tuple(own), dropped=dropped).model_dump())

    def _add(self) -> None:
        numbers = [int(own.key.removeprefix(f"{OWN}-")) for own in self._talk.own if own.key.startswith(f"{OWN}-")]
        key = f"{OWN}-{max(numbers, default=0) + 1}"
        self.questions.append(TalkQuestion(key, 2, "A question of your own?", ""))
        self.list.addItem("")
        self.list.setCurrentRow(len(self.questions) - 1)
        self._put(self.questions[-1])
        self.ask.setFocus()
        self.ask.selectAll()

    def _drop(self) -> None:
        one = self._chosen
        if one is None:
            return
        own = [kept for kept in self._talk.own if kept.key != one.key]
        dropped = self._talk.dropped if one.key.startswith(OWN) else (*self._talk.dropped, one.key)
        self._send(own, dropped[-MOST:])

    def _reset(self) -> None:
        if self._talk.dropped:
            self._send(list(self._talk.own), ())
        elif self._chosen is not None:
            self._send([own for own in self._talk.own if own.key != self._chosen.key], ())
