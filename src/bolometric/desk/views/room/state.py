"""What is going on in the room: one state that the view and the projector's window both show."""

from __future__ import annotations

import time
from collections.abc import Callable
from fractions import Fraction

import numpy as np
from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtGui import QKeyEvent

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.logbook.calling import (
    NAMES,
    CallingBoard,
    clear_words,
    hopeless,
    read_boards,
    read_total,
    standing_lines,
    still_told,
    typed,
    unusual,
)
from bolometric.core.logbook.goes import Go, compared
from bolometric.core.pieces.kinds import remembers
from bolometric.core.play.hand import Hand, Shown
from bolometric.core.results.posed import Posed
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import minus, plural
from bolometric.core.words.talk import TalkQuestion
from bolometric.desk.shell.sounds import sounds
from bolometric.desk.views.room.clock import Clock
from bolometric.desk.views.room.columns import tally_columns, with_columns
from bolometric.desk.views.room.keys import DIGITS
from bolometric.desk.views.room.shows import Shows
from bolometric.paint.tally import Column

TWO_PACKS = "is not known: some cards were drawn here, and some from another pack."
MOST_MARKS, MOST_LINES = 100_000, 8
"""Calls that are counted, and lines on boards that can be read from the back."""


class Room(QObject):
    """Calls, what is shown of them, and the clock."""

    changed = Signal()
    finished = Signal()
    """A board is clear."""

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.game = Game()
        self.totals: list[Fraction] = []
        self.typed, self.said = "", ""
        self.refused = ""
        """Why what was typed was not counted, until something else is done."""
        self.shown: Shown | None = None
        self.posed: Posed | None = None
        """What the room looks at, where nothing is drawn that could be called."""
        self.posings = 0
        self._chance = np.random.default_rng(int(time.time()))
        self.revealed = self.expects = self.practice = False
        self.boards: tuple[CallingBoard, ...] = ()
        self.before: Go | None = None
        """The first go, while the second is played."""
        self._goes: tuple[str, ...] = ()
        self.shows = Shows()
        self.questions: list[TalkQuestion] = []
        self.make_questions: Callable[[], list[TalkQuestion]] = list
        self.at_question, self.answered = -1, False
        self.wheres = ""
        self._hands: dict[bool, Hand] = {}
        """The pieces here: those that count, and those of practice, whose packs are others."""
        self._drawn: dict[int, Shown] = {}
        """How those of the totals that were drawn here came about, by their places."""
        self.caller, self._rung = -1, False
        """The table that calls, by its place among the names; −1 for none."""
        self._told_still: tuple[object, str] | None = None
        self.clock = Clock(self)
        self.clock.ticked.connect(self._tick)

    def show_game(self, game: Game) -> None:
        """Another game; what was called stays as long as its pieces are the same."""
        same = (game.pieces, game.draw) == (self.game.pieces, self.game.draw)
        other_area, self.game = game.area != self.game.area, game
        self.questions, self.at_question = [], -1
        if not same or (self.posed is None) != game.area.uses_pieces:
            self.begin()
        elif self.posed is not None and other_area:
            self.pose()

    def pose(self) -> None:
        """Something else to look at; its answer is hidden until it is asked for."""
        self.posed = area_of(self.game).words.posed(self.game, self._chance)
        self.revealed, self.refused, self.said = False, "", ""
        self.posings += 1
        self.changed.emit()

    def begin(self) -> None:
        """From the start again."""
        self.totals, self.typed, self.said, self.shown = [], "", "", None
        self.boards, self._hands, self.revealed, self.refused = (), {}, False, ""
        self._drawn = {}
        self.before, self._goes = None, ()
        self.shows = Shows()
        self.caller, self._rung = -1, False
        self.posed, self.posings = None, 0
        self.clock.set(0)
        if self.game.area.uses_pieces:
            self.changed.emit()
        else:
            self.pose()

    def press(self, event: QKeyEvent) -> bool:
        """What a key does; false for a key that means nothing here."""
        text, key = event.text().lower(), event.key()
        does: dict[int, Callable[[], None]] = {
            Qt.Key.Key_Return: self.enter,
            Qt.Key.Key_Enter: self.enter,
            Qt.Key.Key_Space: self.roll,
            Qt.Key.Key_Backspace: self.back,
            Qt.Key.Key_R: self.reveal,
            Qt.Key.Key_E: self.expect,
            Qt.Key.Key_U: self.unusual,
            Qt.Key.Key_B: self.tell_boards,
            Qt.Key.Key_Q: self.ask,
            Qt.Key.Key_A: self.answer,
            Qt.Key.Key_T: self.run_clock,
            Qt.Key.Key_P: self.practise,
            Qt.Key.Key_N: self.next_caller,
            Qt.Key.Key_C: self.compare,
            Qt.Key.Key_H: self.ask_hands,
        }
        if text in DIGITS or key in does:
            self.refused = ""
        if text and text in DIGITS:
            self.typed, self.said = f"{self.typed}{text}"[:8], ""
            self.changed.emit()
        elif key in does:
            does[key]()
        else:
            return False
        return True

    def enter(self) -> None:
        """Count what was typed: what came up, or hands that are up."""
        if not self.typed:
            return
        if self.posed is not None or self.shows.asking is not None:
            self._count_hands()
            return
        try:
            total = read_total(self.game, self.typed)
        except GameError as error:
            self.refused, self.typed = error.sentence, ""
            sounds.knock()
            self.changed.emit()
            return
        self.shown, self.revealed = None, True
        self._count(total)

    def _count_hands(self) -> None:
        """How many see it, or have it."""
        learners = self.game.printing.learners
        hands, self.typed = self.typed, ""
        if not (hands.isascii() and hands.isdigit() and int(hands) <= learners):
            self.refused = f"Type how many hands are up: 0 to {learners}, the learners that Sheets prints for."
            sounds.knock()
        elif self.posed is not None:
            self.said = f"{plural(int(hands), 'hand')} up, of {plural(learners, 'learner')}."
        else:
            expected = self.hands_words.removeprefix(self.shows.asking.words if self.shows.asking else "")
            self.said = f"{self.shows.count(int(hands), learners, 1 if self.before is None else 2)}{expected}"
        self.changed.emit()

    def ask_hands(self) -> None:
        """The next thing to put hands up for; after the last one none."""
        if self.posed is None:
            self.shows.ask(self.game, self.boards, self.totals)
            self.typed = self.said = ""
            self.at_question = -1
            self.changed.emit()

    @property
    def hands_words(self) -> str:
        """What hands are to be put up for."""
        return self.shows.words(self.game, self.boards, self.totals, self.game.printing.learners, self.expects)

    def roll(self) -> None:
        """Use the pieces here, or look at something else; the sum is hidden until it is asked for."""
        if self.posed is not None:
            self.pose()
            return
        if self.practice not in self._hands:
            self._hands[self.practice] = Hand(self.game.pieces, self.game.draw, int(time.time()) + self.practice)
        self.shown, self.revealed, self.refused = self._hands[self.practice].draw(), False, ""
        sounds.knock()
        if self.shown.total is None:
            self.said, self.typed = "That makes no number: roll again.", ""
            self.changed.emit()
        else:
            self._count(Fraction(self.shown.total), self.shown)

    @property
    def _two_packs(self) -> bool:
        """Whether cards that stay out came from the pack here and from one in the room."""
        return remembers(self.game.pieces) and 0 < len(self._drawn) < len(self.totals)

    def _count(self, total: Fraction, drawn: Shown | None = None) -> None:
        self.typed = self.said = self.wheres = ""
        self._goes = ()
        if self.practice:
            self.said = "Practice: not counted."
        elif len(self.totals) < MOST_MARKS:
            clear = clear_words(self.boards, self.totals)
            if drawn is not None:
                self._drawn[len(self.totals)] = drawn
            self.totals.append(total)
            if not (self.clock.runs or self.clock.seconds):
                self.clock.turn()
            if not clear and (now := clear_words(self.boards, self.totals)):
                self.said = f"{now}!"
                self.finished.emit()
        self.changed.emit()

    def back(self) -> None:
        """Take back what is typed, or the last number that was counted; cards drawn for it go back into the pack."""
        if self.typed:
            self.typed = self.typed[:-1]
        elif self.totals:
            self.said = f"{minus(tidy(self.totals.pop()))} taken back."
            if drawn := self._drawn.pop(len(self.totals), None):
                self._hands[False].take_back(drawn)
            self.shown = None
        self.changed.emit()

    def reveal(self) -> None:
        """Show the sum, or hide it."""
        self.revealed = not self.revealed
        self.changed.emit()

    def expect(self) -> None:
        """Show what was to be expected by now, or hide it."""
        self.expects = not self.expects
        if self.expects and self.game.draws_differ:
            self.said = "What is to be expected can't be told, since players draw each in their own way."
        self.changed.emit()

    def unusual(self) -> None:
        """Say how unusual this is."""
        self.said = f"How unusual this is {TWO_PACKS}" if self._two_packs else unusual(self.game, self.totals)
        self.changed.emit()

    def practise(self) -> None:
        """A game that is not counted, or one that is."""
        self.practice = not self.practice
        self._hands.pop(True, None)
        self.said = "Practice: nothing counts." if self.practice else "From now on it counts."
        self.changed.emit()

    def set_boards(self, text: str) -> None:
        """The boards of the groups; calling begins anew with them, after a first go that is kept. Raises GameError."""
        boards, before, shows = read_boards(self.game, text), self.before, self.shows
        self.begin()
        self.boards, self.before, self.shows = boards, before, shows
        self.changed.emit()

    def second_go(self) -> None:
        """Keep this go and begin another one, with boards that may be typed anew."""
        kept = Go(self.boards, tuple(self.totals))
        boards, shows = self.boards, self.shows
        self.begin()
        self.before, self.boards, self.shows = kept, boards, shows
        self.said = "The first go is kept. Type the boards anew where they change, or call."
        self.changed.emit()

    def compare(self) -> None:
        """The next sentence on both goes, round and round."""
        if self.before is None:
            return
        if not self._goes:
            self._goes = compared(self.game, self.before, Go(self.boards, tuple(self.totals)))
        self.said, self._goes = self._goes[0], (*self._goes[1:], self._goes[0])
        self.changed.emit()

    def tell_boards(self) -> None:
        """Say who can no longer win and why, or hide it."""
        told = [words for one in self.boards if (words := hopeless(self.game, one, self.totals))]
        self.wheres = "" if self.wheres else "; ".join(told) or "Every board can still be cleared."
        self.changed.emit()

    def ask(self) -> None:
        """The next question."""
        self.questions = self.questions or self.make_questions()
        self.at_question, self.answered, self.shows.asking = self.at_question + 1, False, None
        if self.at_question >= len(self.questions):
            self.at_question = -1
        self.changed.emit()

    def answer(self) -> None:
        """Show the answer, or hide it."""
        self.answered = not self.answered
        self.changed.emit()

    def run_clock(self) -> None:
        """Start the clock or stop it."""
        self.clock.turn()
        self.changed.emit()

    def next_caller(self) -> None:
        """Another table calls, by its colour or sign."""
        tables = len(self.boards) or max(-(-self.game.printing.learners // self.game.seats.count), 1)
        self.caller = (self.caller + 1) % min(tables, len(NAMES))
        self.changed.emit()

    def _tick(self) -> None:
        """A second has passed; once the time of the brief is over, the bell is said."""
        band = self.game.brief.minutes
        if band is not None and band.high is not None and not self._rung and self.clock.seconds > 60 * band.high:
            self._rung = True
            self.said = "The bell: this round is the last."
        self.changed.emit()

    @property
    def kept(self) -> dict[str, object]:
        """What else of this goes into a logbook: how the boards lie, the go before, and hands."""
        first = None if self.before is None else self.before.written
        return {"boards": tuple(map(typed, self.boards)), "first": first, "hands": tuple(self.shows.counted)}

    @property
    def large(self) -> str:
        """What stands large: what is typed, the sum, or a question mark for it."""
        if self.typed:
            return self.typed
        if self.posed is not None:
            return self.posed.ask
        if self.shown is not None:
            hidden = "".join(part for part in self.shown.sum.rpartition("=")[:2]) or "="
            return self.shown.sum if self.revealed else f"{hidden} ?"
        return minus(tidy(self.totals[-1])) if self.totals else "–"

    @property
    def _hidden(self) -> bool:
        """Whether a sum that was counted is to be worked out yet: the tally must not give it away."""
        counted = self._drawn.get(len(self.totals) - 1)
        return counted is not None and counted is self.shown and not self.revealed

    @property
    def columns(self) -> list[Column]:
        """The tally; nothing where nothing is called."""
        if self.posed is not None:
            return []
        return tally_columns(self.game, self._counted, len(self.totals) if self.expects else 0)

    @property
    def _counted(self) -> list[Fraction]:
        """What the tally may show by now."""
        return self.totals[:-1] if self._hidden else self.totals

    @property
    def last(self) -> int | None:
        """The column of the newest mark."""
        if not self.totals or self._hidden:
            return None
        return next((k for k, one in enumerate(with_columns(self.game, self._counted)) if one == self.totals[-1]), None)

    @property
    def status(self) -> str:
        """Calls, clock, and how long it should still take."""
        shown = plural(len(self.totals), "call") if self.posed is None else f"{self.posings} shown"
        told = [shown, self.clock.words]
        if self.caller >= 0:
            told.append(f"{NAMES[self.caller]} calls")
        if self.practice:
            told.append("practice")
        if self.before is not None:
            told.append("second go")
        if self.boards:
            told.append(self._still())
        return " · ".join(told)

    @property
    def board_lines(self) -> list[str]:
        """How the boards stand."""
        return standing_lines(self.boards, self.totals, MOST_LINES)

    def _still(self) -> str:
        """How long it should still take, worked out once for each call."""
        key = self.game, self.boards, len(self.totals), self.totals[-1:], self._two_packs
        if self._told_still is None or self._told_still[0] != key:
            unknown = key[-1] and not clear_words(self.boards, self.totals)
            told = f"How long it still takes {TWO_PACKS}" if unknown else still_told(*key[:2], self.totals)
            self._told_still = key, told
        return self._told_still[1]
