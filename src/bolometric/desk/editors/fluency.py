"""How quickly players work: a fixed time a turn, or a profile for each, as sentences and as a picture to paint on."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDoubleSpinBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.fluency import LONGEST, MOST_SLIPS, PROFILES, USUAL, Fluency
from bolometric.core.learner_work.timing import timing
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.core.settings.knobs import KnobAt, knob_at
from bolometric.core.text.figures import listing_words, significant
from bolometric.desk.editors.aims import AimsEditor
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.charts.pair_table import HEAD, Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import Palette, warmths

OWN = "own"
ADDING = {"count_all": "counts all out", "count_on": "counts on from the larger", "recall": "knows sums by heart"}
TIMES = {"count_all": "counts every one", "skip_count": "counts in steps", "recall": "knows the tables by heart"}
SECONDS = (
    ("look", "a look at a number"),
    ("count", "each one that is counted"),
    ("step", "each step of a table"),
    ("recall", "a fact that is known"),
    ("carry", "more for crossing a ten"),
    ("choice", "a decision"),
)
HANDS = (
    ("throw", "to roll or draw"),
    ("move", "to move a piece"),
    ("hand_on", "to hand on"),
    ("write", "to write"),
)
PICTURE = 319
"""Pixels for ten numbers and their edge."""
SIDE = 10
"""The picture goes to so much for either number."""


class FluencyEditor(Editor):
    """A profile a player, its sentences, and seconds for every sum and product."""

    def __init__(self, at: KnobAt, game: Game, palette: Palette) -> None:
        super().__init__(
            at, "Minutes follow from what is worked out. Times are assumptions: time a few facts yourself."
        )
        self._game, self._palette, self._filling = game, palette, False
        self._hands = game.seats.hands.model_dump()
        given = [game.seats.profile(seat) for seat in range(game.seats.named)]
        self._profiles: list[Fluency] = [one or USUAL for one in given]
        self.fixed = QCheckBox("Every turn takes a fixed time instead", checked=not game.seats.fluency)
        self.fixed.toggled.connect(self._set_fixed)
        self.alike = QCheckBox("All players alike", checked=len(set(self._profiles)) == 1)
        self.alike.setEnabled(game.seats.count > 1)
        self.alike.toggled.connect(lambda _: self._choose_seat(0))
        top = QHBoxLayout()
        top.addWidget(self.fixed)
        top.addWidget(self.alike)
        self.body.addLayout(top)
        self.all = QWidget(objectName="plain")
        both = QHBoxLayout(self.all)
        both.setContentsMargins(0, 0, 0, 0)
        both.setSpacing(16)
        self.grid, self.side = QGridLayout(), QVBoxLayout()
        both.addLayout(self.grid)
        both.addLayout(self.side)
        self.grid.setHorizontalSpacing(6)
        self.grid.setVerticalSpacing(3)
        self.body.addWidget(self.all)
        self._make_choices()
        self._make_seconds()
        self._make_picture()
        self._choose_seat(0)
        self._set_fixed(self.fixed.isChecked(), send=False)
        self.finish(self.fixed if self.fixed.isChecked() else self.profile)

    def _make_choices(self) -> None:
        self.seat, self.profile, self.name = QComboBox(), QComboBox(), QLineEdit(maxLength=60)
        self.adding, self.times, self.knows = QComboBox(), QComboBox(), QPushButton()
        for seat in range(self._game.seats.named):
            self.seat.addItem(self._game.seat_label(seat), seat)
        for k, one in enumerate(PROFILES):
            self.profile.addItem(one.name, k)
        self.profile.addItem("a profile of your own", OWN)
        for box, words in ((self.adding, ADDING), (self.times, TIMES)):
            for key, told in words.items():
                box.addItem(told, key)
        rows = (
            (self.seat, "which player"),
            (self.profile, "which profile"),
            (self.name, "what it is called"),
            (self.adding, "how it adds"),
            (self.times, "how it multiplies"),
            (self.knows, "what is known by heart"),
        )
        for k, (widget, told) in enumerate(rows):
            widget.setAccessibleName(told)
            self.grid.addWidget(widget, k // 2, 2 * (k % 2), 1, 2)
        self.seat.activated.connect(lambda at: self._choose_seat(at))
        self.profile.activated.connect(lambda _: self._take_profile())
        self.name.textEdited.connect(lambda text: self._change("name", text.strip() or "a profile of your own"))
        self.adding.activated.connect(lambda _: self._change("adding", self.adding.currentData()))
        self.times.activated.connect(lambda _: self._change("times", self.times.currentData()))
        self.knows.clicked.connect(self._open_knows)
        self.known = AimsEditor(
            knob_at(self._game, "brief.aim"), "Facts of these sets are known, whatever the way of the rest."
        )
        self.known.edited.connect(lambda value: self._change("knows", value))
        self.known.resized.connect(self.resized)
        self.known.hide()
        self.grid.addWidget(self.known, 3, 0, 1, 4)

    def _make_seconds(self) -> None:
        self.seconds: dict[str, QDoubleSpinBox] = {}
        for k, (key, told) in enumerate((*SECONDS, *HANDS)):
            box = QDoubleSpinBox(minimum=0, maximum=LONGEST, decimals=1, singleStep=0.1, suffix=" s")
            self._put(box, told, 4 + k // 2, k % 2)
            change = self._change_hand if key in self._hands else self._change
            box.valueChanged.connect(lambda value, key=key, change=change: change(key, value))
            self.seconds[key] = box
        row = 4 + (len(SECONDS) + len(HANDS)) // 2
        self.at_once = QSpinBox(minimum=1, maximum=6, suffix=" dots")
        self._put(self.at_once, "are seen at a look", row, 0)
        self.at_once.valueChanged.connect(lambda value: self._change("at_once", value))
        self.slips: dict[str, QSpinBox] = {}
        for k, (key, told) in enumerate((("slips", "of worked sums go wrong"), ("slips_known", "of known ones"))):
            share = QSpinBox(minimum=0, maximum=int(100 * MOST_SLIPS), suffix=" %")
            self._put(share, told, row + (k + 1) // 2, (k + 1) % 2)
            share.valueChanged.connect(lambda value, key=key: self._change(key, value / 100))
            self.slips[key] = share

    def _put(self, box: QWidget, told: str, row: int, side: int) -> None:
        box.setAccessibleName(told)
        box.setFixedWidth(84)
        self.grid.addWidget(box, row, 2 * side)
        self.grid.addWidget(Label(told), row, 2 * side + 1)

    def _make_picture(self) -> None:
        row = QHBoxLayout()
        self.sign = QComboBox()
        for does, told in (("add", "seconds for a + b"), ("multiply", "seconds for a × b")):
            self.sign.addItem(told, does)
        self.sign.setAccessibleName("which picture")
        self.brush = QDoubleSpinBox(minimum=0, maximum=LONGEST, decimals=1, value=3.0, suffix=" s")
        self.brush.setAccessibleName("seconds that a click gives to a fact")
        self.wipe = QPushButton("Undo clicks")
        for part in (self.sign, Label("click:"), self.brush, self.wipe):
            row.addWidget(part)
        self.picture = PairTableView("Seconds for each fact")
        self.picture.setFixedSize(PICTURE, PICTURE + HEAD)
        self.pointed = Label(objectName="hint")
        self.side.addLayout(row)
        self.side.addWidget(self.picture)
        self.side.addWidget(self.pointed)
        self.side.addStretch(1)
        self.sign.activated.connect(lambda _: self._draw())
        self.picture.chosen.connect(self._paint)
        self.picture.pointed.connect(lambda cell: self.pointed.setText(cell.told if cell is not None else ""))
        self.wipe.clicked.connect(lambda: self._change("painted", []))

    @property
    def _now(self) -> Fluency:
        return self._profiles[self.seat.currentIndex()]

    def _choose_seat(self, seat: int) -> None:
        self.seat.setVisible(not self.alike.isChecked())
        self.seat.setCurrentIndex(seat)
        if self.alike.isChecked():
            self._profiles = [self._profiles[0]] * len(self._profiles)
        self._fill()
        if self.sender() is self.alike:
            self._pass_on()

    def _fill(self) -> None:
        """Show the profile of the chosen player."""
        now, self._filling = self._now, True
        self.profile.setCurrentIndex(PROFILES.index(now) if now in PROFILES else len(PROFILES))
        if not self.name.hasFocus():
            self.name.setText(now.name)
        self.adding.setCurrentIndex(self.adding.findData(now.adding))
        self.times.setCurrentIndex(self.times.findData(now.times))
        known = listing_words([aim.words for aim in now.knows], "and") if now.knows else "nothing else"
        self.knows.setText(f"knows {known} …"[:60])
        for key, _ in SECONDS:
            self.seconds[key].setValue(float(getattr(now, key)))
        for key, _ in HANDS:
            self.seconds[key].setValue(float(self._hands[key]))
        self.at_once.setValue(now.at_once)
        for key, box in self.slips.items():
            box.setValue(round(100 * float(getattr(now, key))))
        self._filling = False
        self._draw()

    def _draw(self) -> None:
        does, now = self.sign.currentData(), self._now
        numbers = tuple(range(1, SIDE + 1))
        seconds = {(a, b): timing(fact(does, a, b), now).seconds for a in numbers for b in numbers}
        warm = dict(zip(seconds, warmths(list(seconds.values())), strict=True))
        painted = {timed.fact for timed in now.painted}
        cells = [
            [_cell(fact(does, a, b), seconds[a, b], warm[a, b], painted, (a, b)) for b in numbers] for a in numbers
        ]
        self.picture.show_cells(
            "First number down, second across; ringed is set by hand", numbers, numbers, cells, self._palette
        )

    def _paint(self, cell: Cell) -> None:
        if cell.at is None:
            return
        one = fact(self.sign.currentData(), *cell.at).words
        kept = [timed.model_dump() for timed in self._now.painted if timed.fact != one]
        self._change("painted", [*kept, {"fact": one, "seconds": self.brush.value()}])

    def _open_knows(self) -> None:
        """Show the sets of facts that are known, or put them away."""
        self.known.take([aim.model_dump() for aim in self._now.knows])
        self.known.setVisible(self.known.isHidden())
        self.resized.emit()

    def _take_profile(self) -> None:
        chosen = self.profile.currentData()
        if chosen == OWN:
            self._change("name", "a profile of your own")
            self.name.setFocus()
            self.name.selectAll()
            return
        self._put_profile(PROFILES[chosen])

    def _change(self, name: str, value: Any) -> None:
        if self._filling:
            return
        data = {**self._now.model_dump(), name: value}
        if name != "name" and self._now in PROFILES:
            data["name"] = "a profile of your own"
        self._try(lambda: self._put_profile(Fluency.model_validate(data)))

    def _change_hand(self, name: str, value: float) -> None:
        if not self._filling:
            self._hands[name] = value
            self._pass_on()

    def _try(self, act: Callable[[], None]) -> None:
        try:
            with checked():
                act()
        except GameError as error:
            self.say(error.sentence)

    def _put_profile(self, profile: Fluency) -> None:
        seat = self.seat.currentIndex()
        self._profiles = [
            profile if self.alike.isChecked() or k == seat else one for k, one in enumerate(self._profiles)
        ]
        self._fill()
        self._pass_on()

    def _set_fixed(self, fixed: bool, send: bool = True) -> None:
        self.all.setVisible(not fixed)
        self.alike.setVisible(not fixed)
        self.resized.emit()
        if send:
            self._pass_on()

    def _pass_on(self) -> None:
        kept = self._profiles[:1] if len(set(self._profiles)) == 1 else self._profiles
        self.follows = [("seats.hands", dict(self._hands))]
        self.send([] if self.fixed.isChecked() else [one.model_dump() for one in kept])


def _cell(one: Fact, seconds: float, warmth: float, painted: set[str], pair: tuple[int, int]) -> Cell:
    by_hand = one.words in painted
    told = f"{one.words}: {significant(seconds, 2)} s{', set by hand' if by_hand else ''}"
    return Cell(significant(seconds, 2), warmth, None, told, by_hand, pair)
