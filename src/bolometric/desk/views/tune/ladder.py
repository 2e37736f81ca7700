"""Easier and harder: three to five versions of the open game at steps of one reading, saved together."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDoubleSpinBox,
    QHBoxLayout,
    QProgressBar,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.aloud import capital
from bolometric.core.game.document import Game
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, show
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.ladder import HARDER, LEVELS, Rung, ladder, levels_of, offered, present
from bolometric.core.tuning.learner_levels import STEPS, Level, level_words, levels, missing_words
from bolometric.desk.parts.offers import Offer, OfferList
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.tune.styles import offer_styles
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

IDLE = "Tables in one room can play the same game at several levels: choose what makes it harder, and its two ends."
LEARNERS = "learners"
"""Goes by what learners can do, not by one reading."""
BY = {
    LEARNERS: "how hard the sums are for the learners",
    "first_try": "how many sums are right at once",
    "minutes": "how long it lasts",
    "thinking_seconds": "how long one thinks a turn",
    "draw_size": "the size of the numbers",
    "success": "how often it is won",
    "choice": "how much thinking helps",
}
ENDS = 0.5


class LadderPage(QWidget):
    """What makes it harder, from where to where, how many versions; then the versions with what changes."""

    taken = Signal(object)
    family = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.rungs: list[Rung | Level] = []
        self._asked: object = None
        self._ends_of: object = None
        self.lane, self.looks = Lane("ladder", self), Lane("ends", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._ended)
        self.looks.done.connect(self._offer_ends)
        self.by, self.choosing = QComboBox(), QComboBox()
        self.easy, self.hard = (QDoubleSpinBox(decimals=1, minimum=0, maximum=10_000) for _ in range(2))
        self.count = QSpinBox(minimum=min(LEVELS), maximum=max(LEVELS), suffix=" versions")
        self.begin, self.take, self.keep = (
            QPushButton("Make them"),
            QPushButton("Take this version"),
            QPushButton("Save them all to the shelf"),
        )
        self.begin.setMinimumWidth(self.begin.sizeHint().width())
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress")
        self.bar.hide()
        self.list = OfferList("versions, easy first")
        self.told = Label(IDLE, wordWrap=True)
        names = (
            (self.by, "what makes it harder"),
            (self.choosing, "for whom"),
            (self.easy, "the easy end"),
            (self.hard, "the hard end"),
            (self.count, "how many versions"),
        )
        for widget, name in names:
            widget.setAccessibleName(name)
        self._lay_out()
        self.by.activated.connect(lambda _: self._ask_ends())
        self.choosing.activated.connect(lambda _: self._ask_ends())
        self.begin.clicked.connect(self._press)
        self.take.clicked.connect(self._take)
        self.keep.clicked.connect(lambda: self.family.emit([rung.game for rung in self.rungs]))
        self.list.currentRowChanged.connect(lambda _: self._tell())
        self._tell()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        whom, start, end, many = Label("for"), Label("from"), Label("(easy) to"), Label("(hard), in")
        self._of_reading = (whom, self.choosing, start, self.easy, end, self.hard, many)
        for parts in (
            (Label("Go by"), self.by, whom, self.choosing),
            (
                start,
                self.easy,
                end,
                self.hard,
                many,
                self.count,
                self.begin,
                self.bar,
            ),
        ):
            row = QHBoxLayout()
            for part in parts:
                row.addWidget(part, int(part in (self.by, self.choosing, self.bar)))
            row.addStretch(0)
            column.addLayout(row)
        column.addWidget(self.list, 1)
        column.addWidget(self.told)
        last = QHBoxLayout()
        last.addWidget(self.take)
        last.addWidget(self.keep)
        last.addStretch()
        column.addLayout(last)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game; versions that were made stay until others are."""
        self.game, self.colours = game, colours
        if self.lane.busy:
            self.lane.give_up()
            self._ended("Given up, since the game was changed.")
        kept = self.by.currentData()
        self.by.clear()
        for key in (LEARNERS, *offered(game)):
            self.by.addItem(BY[key], key)
        self.by.setCurrentIndex(max(self.by.findData(kept), 0))
        offer_styles(self.choosing, game)
        self._ends_of = None
        if self.isVisible():
            self._ask_ends()

    def showEvent(self, event: object) -> None:
        """It is looked at: ends to begin with are wanted."""
        super().showEvent(event)  # type: ignore[arg-type]
        if self._ends_of is None:
            self._ask_ends()

    @property
    def _scale(self) -> float:
        key = self.by.currentData()
        return 100.0 if key is not None and READINGS[key].unit in ("share", "edge") else 1.0

    def _ask_ends(self) -> None:
        game, key, style = self.game, self.by.currentData(), self.choosing.currentData()
        self._ends_of = (game, key, style)
        self._for_learners(key == LEARNERS)
        if key == LEARNERS:
            self._begin_at_once()
            return
        unit = {"minutes": " min", "seconds": " s", "share": " %"}.get(READINGS[key].unit, "")
        for box in (self.easy, self.hard):
            box.setSuffix(unit)
        self.looks.ask(lambda: present(game, key, style))

    def _offer_ends(self, now: float | None) -> None:
        """From half as much to half as much again, or from a quarter to three quarters of a share."""
        key = self.by.currentData()
        if key is None or now is None:
            return
        if self._scale > 1:
            low, high = max(now - 0.25, 0.05), min(now + 0.25, 0.95)
        else:
            low, high = now * (1 - ENDS), now * (1 + ENDS)
        ends = (low, high) if HARDER[key] > 0 else (high, low)
        for box, value in zip((self.easy, self.hard), ends, strict=True):
            box.setValue(value * self._scale)
        self._begin_at_once()

    def _begin_at_once(self) -> None:
        if not self.rungs and not self.lane.busy and self.isVisible():
            self._press()  # there is something to look at from the beginning

    def _for_learners(self, so: bool) -> None:
        """With ends and a style to choose, or without."""
        for part in self._of_reading:
            part.setVisible(not so)
        self.count.setSingleStep(2 if so else 1)
        if so and self.count.value() not in STEPS:
            self.count.setValue(min(STEPS))

    def _press(self) -> None:
        if self.lane.busy:
            self.lane.give_up()
            self._ended("Cancelled.")
            return
        game, key, style = self.game, self.by.currentData(), self.choosing.currentData()
        if key == LEARNERS:
            count = self.count.value()
            self._make(lambda: levels(game, count))
            return
        ends = self.easy.value() / self._scale, self.hard.value() / self._scale
        try:
            values = levels_of(key, *ends, self.count.value())
        except GameError as error:
            self.told.setText(error.sentence)
            return
        self._make(lambda: ladder(game, key, values, style=style))

    def _make(self, made: Callable[[], Iterator[Rung | Level]]) -> None:
        """Begin to make versions."""
        self.rungs, self._asked = [], object()
        asked = self._asked
        self.list.clear()
        self.begin.setText("Cancel")
        self.bar.setValue(0)
        self.bar.show()
        self.told.setText("Looking for each version …")

        def work() -> None:
            for rung in made():
                self.lane.tell(self._take_in, asked, rung)

        self.lane.ask(work)

    def _take_in(self, asked: object, rung: Rung | Level) -> None:
        if asked is not self._asked:
            return
        self.rungs.append(rung)
        self.bar.setValue(1000 * len(self.rungs) // self.count.value())
        self.list.colours = self.colours
        self.list.add_offer(_level_offer(rung) if isinstance(rung, Level) else self._offer(rung))

    def _offer(self, rung: Rung) -> Offer:
        key = self.by.currentData()
        there = f"{READINGS[key].label} {show(key, rung.reading.mean)} ({certainty(key, rung.reading)})"
        wanted = "" if rung.met else f", as near as can be to {show(key, rung.wanted)}"
        changes = "; ".join(rung.changes) or "as it is"
        before = "from the open game" if len(self.rungs) == 1 else "from the one before"
        title, told = f"{capital(rung.level)}: {there}{wanted}", f"{capital(before)}: {changes}"
        return Offer(rung.game, title, (told,))

    def _ended(self, words: str = "") -> None:
        self.begin.setText("Make them")
        self.bar.hide()
        self._tell()
        if words:
            self.told.setText(words)

    def _tell(self) -> None:
        done = bool(self.rungs) and not self.lane.busy
        self.take.setEnabled(done and self.list.currentRow() >= 0)
        self.keep.setEnabled(done)
        if not self.rungs:
            self.told.setText(IDLE)
        elif done:
            levels_made = [rung for rung in self.rungs if isinstance(rung, Level)]
            missing = missing_words(levels_made) if levels_made else ""
            self.told.setText(missing or "Saved together they stand on the shelf side by side, each with what changes.")

    def _take(self) -> None:
        at = self.list.currentRow()
        if 0 <= at < len(self.rungs):
            self.taken.emit(self.rungs[at].game)


def _level_offer(one: Level) -> Offer:
    """A version for learners, as a card."""
    changes = "; ".join(one.changes) or "The game as it is."
    lines = (changes, one.help and f"It also says: “{one.help}”", f"{capital(level_words(one))}.")
    title = f"{capital(one.level)}: {show('first_try', one.right.mean)} right at the first try"
    return Offer(one.game, title, tuple(filter(None, lines)))
