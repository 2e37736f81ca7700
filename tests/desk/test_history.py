"""Undo against a plain model, by every sequence of steps that hypothesis can think of."""

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from bolometric.core.game.document import Game, with_value
from bolometric.desk.keeping.history import History

START = Game()
lengths = st.integers(5, 12)


class Undoing(RuleBasedStateMachine):
    """The model is two plain stacks."""

    def __init__(self):
        super().__init__()
        self.history = History([START], saved=START)
        self.past, self.present, self.future = [], START, []
        self.saved = START

    @rule(length=lengths)
    def edit(self, length):
        game = with_value(self.present, "area.length", length)
        self.history.push(game)
        if game != self.present:
            self.past.append(self.present)
            self.present, self.future = game, []

    @rule(visit=st.lists(lengths, min_size=1, max_size=5))
    def visit_an_editor(self, visit):
        """Several changes with one stroke are one step, or none if they come back to where they began."""
        stroke, before, touched = object(), self.present, False
        for length in visit:
            game = with_value(before, "area.length", length)
            self.history.push(game, stroke)
            touched = touched or game != before
        if touched:
            self.future = []
        if self.history.game != before:
            self.past.append(before)
        self.present = with_value(before, "area.length", visit[-1])

    @rule()
    def undo(self):
        assert self.history.step(-1) == bool(self.past)
        if self.past:
            self.future.append(self.present)
            self.present = self.past.pop()

    @rule()
    def redo(self):
        assert self.history.step(1) == bool(self.future)
        if self.future:
            self.past.append(self.present)
            self.present = self.future.pop()

    @rule()
    def save(self):
        self.history.saved = self.saved = self.history.game

    @invariant()
    def same_as_the_model(self):
        assert self.history.game == self.present
        assert self.history.at == len(self.past)
        assert len(self.history.games) == len(self.past) + 1 + len(self.future)
        assert self.history.dirty == (self.present != self.saved)


TestUndoing = Undoing.TestCase
TestUndoing.settings = settings(max_examples=60, stateful_step_count=25, deadline=None)
