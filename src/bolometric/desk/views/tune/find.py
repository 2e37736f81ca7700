"""Find: lock what must stay, and look for games that suit the targets; each is told as what to change."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal, SignalInstance
from PySide6.QtWidgets import (
    QHBoxLayout,
    QListWidget,
    QListWidgetItem,
    QProgressBar,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.document import Game
from bolometric.core.game.targets import target_words
from bolometric.core.judge.suits import targets_of
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import percent
from bolometric.core.tuning.search import TRIES, Candidate, Progress, tune
from bolometric.core.tuning.space import free_knobs
from bolometric.desk.lane import Lane
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import LIGHT, Palette

PIECES = "pieces"


class FindPage(QWidget):
    """A list of settings to lock, a button, and a list of games."""

    taken = Signal(object)
    kept = Signal(object)
    _came = Signal(object, object)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.found: tuple[Candidate, ...] = ()
        self._search: object = None
        self.lane = Lane("tune", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._failed)
        self._came.connect(self._show_progress)
        self.wanted = Label(wordWrap=True)
        self.free = QListWidget()
        self.free.setAccessibleName("settings that may change; what is not marked is locked")
        self.free.setMaximumWidth(270)
        self.games = QListWidget()
        self.games.setWordWrap(True)
        self.games.setAccessibleName("games that were found, the best first")
        self.games.currentRowChanged.connect(lambda _: self._tell())
        self.told = Label(wordWrap=True)
        self.seed = QSpinBox(minimum=1, maximum=999_999, value=1, prefix="seed ")
        self.seed.setAccessibleName("seed: the same number finds the same games")
        self.tries = QSpinBox(minimum=20, maximum=20_000, value=TRIES, singleStep=100, suffix=" games")
        self.tries.setAccessibleName("how many games are looked at")
        self.begin, self.take, self.keep = (
            QPushButton("Find"),
            QPushButton("Take this game"),
            QPushButton("Keep a copy"),
        )
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress of the search")
        self.bar.hide()
        self.begin.clicked.connect(self._press)
        self.take.clicked.connect(lambda: self._hand_on(self.taken))
        self.keep.clicked.connect(lambda: self._hand_on(self.kept))
        self._lay_out()
        self._tell()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        column.addWidget(self.wanted)
        row = QHBoxLayout()
        for part in (self.begin, self.tries, self.seed):
            row.addWidget(part)
        row.addWidget(self.bar, 1)
        row.addStretch(0)
        column.addLayout(row)
        both = QHBoxLayout()
        left = QVBoxLayout()
        left.addWidget(Label("What may change (the rest is locked)", objectName="hint"))
        left.addWidget(self.free, 1)
        both.addLayout(left)
        both.addWidget(self.games, 1)
        column.addLayout(both, 1)
        column.addWidget(self.told)
        last = QHBoxLayout()
        last.addWidget(self.take)
        last.addWidget(self.keep)
        last.addStretch()
        column.addLayout(last)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game; a search for the one before is given up."""
        same_kind = type(game.area) is type(self.game.area) and self.free.count() > 0
        locked = {item.data(Qt.ItemDataRole.UserRole) for item in self._items() if not _marked(item)}
        unmarked = locked if same_kind else {PIECES}
        self.game, self.colours = game, colours
        if self.lane.busy:
            self.lane.give_up()
            self._ended("Given up, since the game was changed.")
        told = "; ".join(target_words(target) for target in targets_of(game))
        self.wanted.setText(f"Wanted: {told}." if told else "This game has no target: set one on the sheet, under Aim.")
        self.free.clear()
        try:
            paths = (*free_knobs(game), PIECES)
        except GameError:
            paths = (PIECES,)
        for path in paths:
            item = QListWidgetItem(knob_at(game, path).knob.label)
            item.setData(Qt.ItemDataRole.UserRole, path)
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setCheckState(Qt.CheckState.Unchecked if path in unmarked else Qt.CheckState.Checked)
            self.free.addItem(item)

    def _items(self) -> list[QListWidgetItem]:
        return [self.free.item(row) for row in range(self.free.count())]

    def _press(self) -> None:
        if self.lane.busy:
            self.lane.give_up()
            self._ended("Cancelled; what was found so far stays.")
            return
        game, seed, tries = self.game, self.seed.value(), self.tries.value()
        free = tuple(item.data(Qt.ItemDataRole.UserRole) for item in self._items() if _marked(item))
        if not free:
            self.told.setText("Every setting is locked, so nothing can be tuned: mark one at least.")
            return
        self._search = search = object()
        self.begin.setText("Cancel")
        self.bar.setValue(0)
        self.bar.show()
        self.told.setText("Looking for games …")

        def work() -> None:
            for progress in tune(game, free, seed=seed, tries=tries):
                self._came.emit(search, progress)

        self.lane.ask(work)

    def _show_progress(self, search: object, progress: Progress) -> None:
        if search is not self._search:
            return
        self.bar.setValue(int(1000 * progress.part))
        self.found = progress.best
        row = max(self.games.currentRow(), 0)
        self.games.clear()
        for one in self.found:
            self.games.addItem(f"{percent(one.suits)}: {'; '.join(one.changes) or 'as it is'}")
        self.games.setCurrentRow(min(row, len(self.found) - 1))
        self.told.setText(f"{progress.tried:,} games looked at.")

    def _ended(self, words: str = "") -> None:
        self.begin.setText("Find")
        self.bar.hide()
        self._search = None
        self._tell()
        if words:
            self.told.setText(words)

    def _failed(self, words: str) -> None:
        self._ended(words)

    @property
    def _chosen(self) -> Candidate | None:
        at = self.games.currentRow()
        return self.found[at] if 0 <= at < len(self.found) else None

    def _tell(self) -> None:
        one = self._chosen
        for button in (self.take, self.keep):
            button.setEnabled(one is not None and not self.lane.busy)
        if one is not None and not self.lane.busy:
            self.told.setText("; ".join(part.words for part in one.parts) + ".")

    def _hand_on(self, signal: SignalInstance) -> None:
        if self._chosen is not None:
            signal.emit(self._chosen.game)


def _marked(item: QListWidgetItem) -> bool:
    return item.checkState() == Qt.CheckState.Checked
