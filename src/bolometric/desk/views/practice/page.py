"""What all pages of the practice view share: what is known of the game, drawn only while it is seen."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.notes import Practice
from bolometric.core.results.board import Heat
from bolometric.core.results.readings import Reading, joined
from bolometric.paint.palette import LIGHT, Palette


@dataclass(frozen=True, eq=False)
class Known:
    """What is known of a game so far."""

    game: Game = field(default_factory=Game)
    exact: Analysis | None = None
    practice: Practice | None = None
    played: Mapping[str, Reading] = field(default_factory=dict)

    @property
    def times(self) -> Mapping[Fact, tuple[float, ...]]:
        """How often each seat meets each fact in a game: exactly, or else as it was noted."""
        if self.exact is not None and self.exact.facts is not None:
            return self.exact.facts
        return self.practice.facts if self.practice is not None else {}

    @property
    def readings(self) -> dict[str, Reading]:
        """All readings there are."""
        return joined(self.played, self.exact.readings if self.exact is not None else {})

    @property
    def exactly(self) -> bool:
        """Whether the facts are known exactly."""
        return self.exact is not None and self.exact.facts is not None

    @property
    def sure(self) -> str:
        """How the facts are known; nothing while they are not."""
        if self.exactly:
            return "exact"
        return f"simulated, {self.practice.games:,} games noted" if self.practice is not None else ""

    @property
    def heat(self) -> Heat | None:
        """How often each place of the board is used."""
        return self.exact.heat if self.exact is not None else None


class PracticePage(QWidget):
    """One page. ``known`` is what it is to show."""

    name = ""

    def __init__(self) -> None:
        super().__init__()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 4, 0, 0)
        self.known, self.colours = Known(), LIGHT
        self._shown: tuple[Known, Palette] | None = None

    def show_known(self, known: Known, colours: Palette) -> None:
        """Take on what is known; while another page is in front, only remember it."""
        self.known, self.colours = known, colours
        self._refresh()

    def showEvent(self, event: QShowEvent) -> None:
        """Take on what came while another page was in front."""
        super().showEvent(event)
        self._refresh()

    def _refresh(self) -> None:
        if self.isVisible() and self._shown != (self.known, self.colours):
            self._shown = (self.known, self.colours)
            self.draw()

    def draw(self) -> None:
        """Show it; called only while the page is seen."""
        raise AssertionError("every page draws itself")
