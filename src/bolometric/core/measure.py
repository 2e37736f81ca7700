"""Measuring a game: what can be worked out exactly first, then runs for the rest."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from bolometric.core.areas.registry import area_of
from bolometric.core.errors import Cancelled
from bolometric.core.game import Game
from bolometric.core.race import Journey, Race, Squares, race
from bolometric.core.readings import KINDS, Reading, exact_length, exact_value
from bolometric.core.runs import MOST_TURNS, Table, Tally, stream
from bolometric.core.seats import Style

Stop = Callable[[], bool]


def never_stop() -> bool:
    """For work that nobody cancels."""
    return False


@dataclass(frozen=True)
class Exact:
    """All that is known of a game without playing it."""

    game: Game
    readings: dict[str, Reading]
    journeys: tuple[Journey, ...] | None
    """One a seat; None if draws hang together (cards kept out), or are too many to list: then no chain is known."""
    race: Race | None
    """None if there are no journeys, or the game is too long for its tail to be known."""

    @property
    def never(self) -> float:
        """The largest chance of a seat that it never comes home, as far as that is known exactly."""
        return max(way.never for way in self.journeys) if self.journeys is not None else 0.0

    @cached_property
    def squares(self) -> Squares | None:
        """How often each square is landed on: worked out when first asked for, since suggestions never ask."""
        return area_of(self.game).squares(self.game)


@dataclass(frozen=True)
class Measurement:
    """Every reading of a game; exact ones where there are any."""

    exact: Exact
    simulated: dict[str, Reading]
    runs: int
    seed: int

    @property
    def readings(self) -> dict[str, Reading]:
        """Exact before simulated, in the order of the catalogue."""
        both = {**self.simulated, **self.exact.readings}
        return {key: both[key] for key in KINDS if key in both}

    def plain(self) -> dict[str, Any]:
        """As the command line's JSON."""
        return {
            "game": self.exact.game.name,
            "runs": self.runs,
            "seed": self.seed,
            "readings": {key: reading.plain() for key, reading in self.readings.items()},
        }


def minutes_a_turn(game: Game) -> float:
    """How long one turn takes, in minutes."""
    return game.seats.seconds_per_turn / 60


def measure_exactly(game: Game, stop: Stop = never_stop, worth_of_thinking: bool = True) -> Exact:
    """Work out all exact readings; what thinking is worth takes longest and can be left out.

    Raises Cancelled once ``stop()`` is true.
    """
    if stop():
        raise Cancelled
    area = area_of(game)
    ways = area.journeys(game, stop)
    found = None if ways is None else race(ways, game.area.finish == "finish_round")
    readings = {} if found is None else _race_readings(game, found)
    worth = thinking(game, stop) if found is not None and worth_of_thinking else None
    if worth is not None:
        readings["choice"] = exact_value(worth)
    return Exact(game, readings, ways, found)


def thinking(game: Game, stop: Stop = never_stop) -> float | None:
    """What choosing well is worth: twice the share that best play wins against guessing, seats swapped, less 1.

    Never below 0; None where there is nothing to choose or it can't be worked out.
    """
    area = area_of(game)
    if not area.chooses(game):
        return None
    share = 0.0
    for first, second in (("plan", "guess"), ("guess", "plan")):
        ways = area.journeys(with_styles(game, (Style(choose=first), Style(choose=second))), stop)
        found = None if ways is None else race(ways, game.area.finish == "finish_round")
        if found is None:
            return None
        wins = found.seat_wins / max(found.seat_wins.sum(), 1e-300)
        share += float(wins[0] if first == "plan" else wins[1]) / 2
    return max(0.0, 2 * share - 1)


def in_style(game: Game, choose: str) -> Game:
    """The game with all seats choosing in one way; a rule of thumb is the game's own where it has one."""
    own = next((style for style in game.seats.styles if style.choose == choose), None)
    style = own or Style(choose=choose)
    return game.model_copy(update={"seats": game.seats.model_copy(update={"styles": (style,)})})


def with_styles(game: Game, styles: tuple[Style, ...]) -> Game:
    """The game with one seat for each style."""
    return game.model_copy(update={"seats": game.seats.model_copy(update={"count": len(styles), "styles": styles})})


def _race_readings(game: Game, found: Race) -> dict[str, Reading]:
    wins = tuple(float(share) for share in found.seat_wins)
    readings = {
        "turns": exact_length(found.turns),
        "rounds": exact_length(found.rounds),
        "minutes": exact_length(found.turns, minutes_a_turn(game)),
        "seat_wins": Reading("exact", values=wins),
        "first_seat_edge": exact_value(wins[0] - sum(wins) / len(wins)),
        "ties": exact_value(found.ties),
        "setbacks": Reading("exact", found.setbacks, never=found.never or None),
        "success": exact_value(1 - found.never),
        "stuck": exact_value(found.never),
    }
    if area_of(game).one_draw_a_turn(game):
        readings["rolls"] = readings["turns"]
    if game.brief.minutes is not None:
        # A hair more than the limit, so that 48 turns of 15 seconds count as 12 minutes.
        most = int(np.floor(game.brief.minutes.high / minutes_a_turn(game) + 1e-9))
        readings["in_time"] = exact_value(1 - found.turns.lasts_beyond(most))
    return readings


QUICK_RUNS, QUICK_TURNS, LONGEST_LOOK = 10_000, 3_000_000, 5_000
"""Where a look is enough: games played, turns in all of them, and turns of one game, at most."""


def look(game: Game, stop: Stop = never_stop, wanted: str | None = None) -> Exact:
    """Exact readings; where there are none by their nature, or not the one wanted, also those of games played."""
    found = measure_exactly(game, stop, wanted == "choice")
    if found.journeys is not None and (wanted is None or wanted in found.readings):
        return found
    for tally in runs_of(game, 1, QUICK_RUNS, stop, LONGEST_LOOK):
        turns = tally.all.turns
        if turns.sum() > QUICK_TURNS or turns.max() == LONGEST_LOOK:
            break
    return replace(found, readings={**tally.readings(), **found.readings})


def runs_of(
    game: Game, seed: int, runs: int | None = None, stop: Stop = never_stop, most_turns: int = MOST_TURNS
) -> Iterator[Tally]:
    """Play the game: the tally after each batch. Raises Cancelled between batches once ``stop()`` is true."""
    band = game.brief.minutes
    table = Table(game.seats.count, minutes_a_turn(game), None if band is None else band.high + 1e-9)
    return stream(area_of(game).player(game), table, seed, runs, stop, most_turns)


def measure(game: Game, runs: int | None = None, seed: int = 1, stop: Stop = never_stop) -> Measurement:
    """Measure a game. ``runs`` None plays until the widest standard error is under half a point."""
    exact = measure_exactly(game, stop)
    *_, tally = runs_of(game, seed, runs, stop)
    return Measurement(exact, tally.readings(), tally.runs, seed)
