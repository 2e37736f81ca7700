"""All that is known of a game without playing it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import Fact
from bolometric.core.results.board import Heat
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.readings import Reading
from bolometric.core.settings.once import once


@dataclass(frozen=True)
class Analysis:
    """The exact readings of a game, and the distributions behind them."""

    game: Game
    readings: dict[str, Reading]
    result: ExactResult | None
    """None if nothing can be followed: draws hang together, are too many to list, or the area is only played."""
    heat_of: Callable[[Game], Heat | None]
    facts: Mapping[Fact, tuple[float, ...]] | None = None
    """How often each player meets each fact in a game on average; None where that is not known exactly."""

    @property
    def never(self) -> float:
        """The largest chance of a seat that it never reaches the aim, as far as that is known exactly."""
        return self.result.never if self.result is not None else 0.0

    @property
    def turns(self) -> WaitingTime | None:
        """Turns in a game, all seats together, if they are known."""
        return self.result.turns if self.result is not None else None

    @property
    def lasting(self) -> WaitingTime | None:
        """What the minutes are counted in, turns or draws, if known."""
        return self.result.paced or self.result.turns if self.result is not None else None

    @once
    def heat(self) -> Heat | None:
        """How often each place of the board is used: worked out when first asked for, since suggestions never ask."""
        return self.heat_of(self.game)
