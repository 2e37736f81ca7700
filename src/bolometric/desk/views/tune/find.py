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
from bolometric.core.text.figures import percent, plural
from bolometric.core.tuning.comparing import Side, rows_of, side_of
from bolometric.core.tuning.reach import unreached
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.screening import Candidate, Memory, Progress
from bolometric.core.tuning.search import TRIES, tune
from bolometric.core.tuning.space import differences, free_knobs
from bolometric.desk.parts.offers import Offer, OfferList
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.parts.plain import Label
from bolometric.desk.parts.rows import Rows
from bolometric.desk.views.tune.trade import Trade
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

PIECES = "pieces"
HOW_DIFFERENT = (
    "Games are told apart by what changes: a number by its part (half as large again counts 0.5), a choice 0.3, other "
    "pieces 0.6; of two that are less than 0.2 apart only the better is told."
)


class FindPage(QWidget):
    """A list of settings to lock, a button, and a list of games."""

    taken = Signal(object)
    kept = Signal(object)
    compared = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.found: tuple[Candidate, ...] = ()
        self.progress: Progress | None = None
        self._chosen: Candidate | None = None
        self._search: object = None
        self._space: Space | None = None
        self._memory: tuple[object, Memory] = (None, {})
        self._sides: dict[Game, Side] = {}
        self.lane, self.looks = Lane("tune", self), Lane("before and after", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._ended)
        self.looks.done.connect(self._show_sides)
        self.wanted, self.told = Label(wordWrap=True), Label(wordWrap=True)
        self.free, self.games = QListWidget(), OfferList("games that were found, the best first")
        self.free.setAccessibleName("settings that may change; what is not marked is locked")
        self.free.setMaximumWidth(230)
        self.games.setToolTip(HOW_DIFFERENT)
        self.games.currentRowChanged.connect(self._choose_row)
        self.seed = QSpinBox(minimum=1, maximum=999_999, value=1, prefix="seed ")
        self.seed.setAccessibleName("seed: the same number finds the same games")
        self.tries = QSpinBox(minimum=20, maximum=20_000, value=TRIES, singleStep=100, suffix=" games")
        self.tries.setAccessibleName("how many games are looked at")
        self.begin, self.pause = QPushButton("Find"), QPushButton("Pause", checkable=True)
        self.take, self.keep, self.compare = (
            QPushButton("Take this game"),
            QPushButton("Keep a copy"),
            QPushButton("Put it beside others"),
        )
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress of the search")
        self.trade, self.table = Trade(), Rows("readings now, and with the chosen game")
        self.begin.clicked.connect(self._press)
        self.pause.toggled.connect(self._stand)
        self.trade.chosen.connect(self._choose_seen)
        for button, signal in ((self.take, self.taken), (self.keep, self.kept), (self.compare, self.compared)):
            button.clicked.connect(lambda _=False, signal=signal: self._hand_on(signal))
        self._lay_out()
        self._show_busy(False)
        self._tell()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        column.addWidget(self.wanted)
        row = QHBoxLayout()
        for part in (self.begin, self.pause, self.tries, self.seed):
            row.addWidget(part)
        row.addWidget(self.bar, 1)
        row.addStretch(0)
        column.addLayout(row)
        both, left, right = QHBoxLayout(), QVBoxLayout(), QVBoxLayout()
        left.addWidget(Label("What may change (the rest is locked)", objectName="hint"))
        left.addWidget(self.free, 1)
        both.addLayout(left)
        self.pages = PageBar(self, [("Games", self.games), ("Trade-off", self.trade), ("Now and then", self.table)])
        right.addLayout(self.pages)
        right.addWidget(self.pages.stack, 1)
        both.addLayout(right, 1)
        column.addLayout(both, 1)
        column.addWidget(self.told)
        last = QHBoxLayout()
        for button in (self.take, self.keep, self.compare):
            last.addWidget(button)
        last.addStretch()
        column.addLayout(last)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game; a search for the one before is given up."""
        same_kind = type(game.area) is type(self.game.area) and self.free.count() > 0
        locked = {item.data(Qt.ItemDataRole.UserRole) for item in self._items() if not _marked(item)}
        unmarked = locked if same_kind else set()
        self.game, self.colours = game, colours
        if self.lane.busy:
            self.lane.give_up()
            self._ended("Given up, since the game was changed.")
        told = "; ".join(target_words(target) for target in targets_of(game))
        self.wanted.setText(f"Wanted: {told}." if told else "This game has no target: set one on the sheet, under Aim.")
        self.free.clear()
        try:
            paths = tuple(dict.fromkeys((*free_knobs(game), PIECES)))
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
            self._ended("Cancelled; what was found so far stays, and Find goes on from there.")
            return
        game, seed, tries = self.game, self.seed.value(), self.tries.value()
        free = tuple(item.data(Qt.ItemDataRole.UserRole) for item in self._items() if _marked(item))
        if not free:
            self.told.setText("Every setting is locked, so nothing can be tuned: mark one at least.")
            return
        self._search = search = object()
        asked = (game, free, seed)
        if self._memory[0] != asked:
            self._memory = (asked, {})
        memory, self._space = self._memory[1], Space(game, free)
        self._show_busy(True)
        self.bar.setValue(0)
        self.told.setText("Looking for games …")

        def work() -> None:
            for progress in tune(game, free, seed=seed, tries=tries, memory=memory):
                self.lane.tell(self._show_progress, search, progress)

        self.lane.ask(work)

    def _stand(self, still: bool) -> None:
        self.lane.pause(still)
        self.pause.setText("Go on" if still else "Pause")
        if self.lane.busy:
            self.told.setText("Paused." if still else "Looking for games …")

    def _show_busy(self, busy: bool) -> None:
        self.begin.setText("Cancel" if busy else "Find")
        self.pause.setEnabled(busy)
        if not busy:
            self.pause.setChecked(False)
        self.bar.setVisible(busy)

    def _show_progress(self, search: object, progress: Progress) -> None:
        if search is not self._search:
            return
        self.bar.setValue(int(1000 * progress.part))
        self.found, self.progress = progress.best, progress
        self.games.show_offers([_offer(one) for one in self.found], self.colours)
        self.trade.show_seen(self._space, progress.seen, self.colours)
        self.told.setText(f"{plural(progress.tried, 'game')} looked at.")

    def _ended(self, words: str = "") -> None:
        self._show_busy(False)
        self._search = None
        self._tell()
        out_of_reach = unreached(self.progress.seen) if self.progress is not None and not words else ()
        if words or out_of_reach:
            self.told.setText(words or " ".join(out_of_reach))

    def _choose_row(self, row: int) -> None:
        self._choose(self.found[row] if 0 <= row < len(self.found) else None)

    def _choose_seen(self, at: int) -> None:
        """A point of the trade-off: a game that was looked at, if not among the best."""
        if self.progress is None or self._space is None or at >= len(self.progress.seen):
            return
        seen = self.progress.seen[at]
        made = self._space.made(seen.values)
        if made is not None:
            words = tuple(part.words for part in differences(self.game, made, self._space.paths))
            self._choose(Candidate(made, seen.suits, seen.parts, words, seen.values))

    def _choose(self, one: Candidate | None) -> None:
        self._chosen = one
        self._tell()
        if one is None or self.lane.busy:
            return
        now, then, known = self.game, one.game, dict(self._sides)

        def work() -> list[Side]:
            return [known.get(game) or side_of(game) for game in (now, then)]

        self.looks.ask(work)

    def _show_sides(self, sides: list[Side]) -> None:
        """Every reading now and with the chosen game."""
        self._sides = {sides[0].game: sides[0]}
        self.table.show_rows(("now", "with the chosen game"), rows_of(sides))

    def _tell(self) -> None:
        one = self._chosen
        for button in (self.take, self.keep, self.compare):
            button.setEnabled(one is not None and not self.lane.busy)
        if one is not None and not self.lane.busy:
            changes = "; ".join(one.changes) or "As it is"
            self.told.setText(f"{changes}. {'; '.join(part.words for part in one.parts)}.")

    def _hand_on(self, signal: SignalInstance) -> None:
        if self._chosen is not None:
            signal.emit(self._chosen.game)


def _offer(one: Candidate) -> Offer:
    """A game that was found, as a card."""
    marks = tuple((part.target, part.reading) for part in one.parts)
    return Offer(one.game, f"Suits {percent(one.suits)}", one.changes or ("As it is",), marks)


def _marked(item: QListWidgetItem) -> bool:
    return item.checkState() == Qt.CheckState.Checked
