"""The readings there are: each declared once, and read by whatever shows, estimates or judges one.

An area that brings a reading of its own enters it with :func:`declare` (its entry in the catalogue of areas does so).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from bolometric.core.results import estimate
from bolometric.core.results.estimate import Sample
from bolometric.core.results.readings import Reading

Unit = Literal["count", "minutes", "seconds", "share", "edge"]
Ends = tuple[float, float]
Scale = Callable[[list[float], Ends | None], Ends]
"""From the values that are shown and the target band, if there is one, to the ends of the scale they are drawn on."""


def _whole(shown: list[float], band: Ends | None) -> Ends:
    """For shares that may be anything."""
    return 0.0, 1.0


def _for_minutes(shown: list[float], band: Ends | None) -> Ends:
    most = band[1] * 4 if band else max([*shown, 10.0]) * 1.2
    wanted = max([*(value * 1.1 for value in shown), band[1] * 1.6 if band else 10.0])
    return 0.0, max(1.0, min(most, wanted))  # a target of no minutes at all still needs a scale


def _for_edges(shown: list[float], band: Ends | None) -> Ends:
    far = max([0.1, *(abs(value) * 1.2 for value in shown), *((abs(band[0]), band[1] * 1.6) if band else ())])
    return -far, far


def _for_setbacks(shown: list[float], band: Ends | None) -> Ends:
    return 0.0, min(1.0, max([0.2, *(value * 1.3 for value in shown), band[1] * 1.6 if band else 0.2]))


def for_counts(shown: list[float], band: Ends | None) -> Ends:
    """From nought to a little more than what is shown."""
    return 0.0, max([1.0, *(value * 1.25 for value in shown)])


def _not_played(sample: Sample) -> None:
    """For what does not follow from one batch of runs."""
    return


@dataclass(frozen=True, slots=True)
class ReadingKind:
    """What a reading is, wherever it is shown."""

    key: str
    """As in the command line's JSON and, where it may have a target, as a field of the brief."""
    label: str
    unit: Unit
    meaning: str
    """What it says, as it follows its label and a colon."""
    estimate: Callable[[Sample], Reading | None]
    """The reading from games played; None where the game has no such thing."""
    scale: Scale = _whole
    off: tuple[str, str] = ("too low", "too high")
    """How it is called below and above its band."""
    relative: bool = False
    """Whether its error counts in parts of its mean: for lengths and scores, which may be of any size."""
    needs_rival: bool = False
    """Whether it means nothing for one player alone."""
    awaited: bool = True
    """Whether runs go on until it is sure."""
    short: str = ""
    """Its label where there is little room; if empty the label."""

    @property
    def brief_label(self) -> str:
        """How it is called on a gauge."""
        return self.short or self.label


READINGS: dict[str, ReadingKind] = {}
"""Every reading by its key, in the order in which readings are listed."""


def declare(kind: ReadingKind) -> None:
    """Enter a reading. Raises ValueError if another one has its key."""
    if READINGS.setdefault(kind.key, kind) != kind:
        raise ValueError(f"there is another reading called {kind.key!r}")


for _kind in (
    ReadingKind(
        "rolls",
        "Rolls",
        "count",
        "draws in a whole game, all players together",
        estimate.rolls,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "turns",
        "Turns",
        "count",
        "turns in a whole game, all players together, the last one counted",
        estimate.turns,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "rounds",
        "Rounds",
        "count",
        "turns of the player who took most",
        estimate.rounds,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "minutes",
        "Length",
        "minutes",
        "turns (with sets of tiles: draws) times the seconds that one takes",
        estimate.minutes,
        scale=_for_minutes,
        off=("too short", "too long"),
        relative=True,
    ),
    ReadingKind(
        "in_time", "Ends in time", "share", "chance that a game ends within the brief's minutes", estimate.in_time
    ),
    ReadingKind(
        "seat_wins",
        "Wins by player",
        "share",
        "share of games that each player wins, a tie shared out",
        estimate.seat_wins,
    ),
    ReadingKind(
        "largest_share",
        "Best place at the table",
        "share",
        "the largest share of the wins that a place at the table brings between equal players",
        estimate.largest_share,
        needs_rival=True,
    ),
    ReadingKind(
        "smallest_share",
        "Worst place at the table",
        "share",
        "the smallest share of the wins that a place at the table brings between equal players",
        estimate.smallest_share,
        needs_rival=True,
    ),
    ReadingKind("ties", "Shared wins", "share", "share of games that several players win together", estimate.ties),
    ReadingKind(
        "first_seat_edge",
        "Advantage of going first",
        "edge",
        "between players who play alike, the first player's share of the wins, less an even share",
        estimate.first_seat_edge,
        scale=_for_edges,
        off=("last gains", "first gains"),
        needs_rival=True,
        short="Going first",
    ),
    ReadingKind(
        "setbacks",
        "Turns that go backwards",
        "share",
        "share of turns that end further back than they began",
        estimate.setbacks,
        scale=_for_setbacks,
        off=("too few", "too many"),
        short="Going backwards",
    ),
    ReadingKind(
        "lead_for_good",
        "When it is decided",
        "share",
        "how far into a game the winner went ahead for the last time; shared wins left out",
        estimate.lead_for_good,
        short="When decided",
        needs_rival=True,
    ),
    ReadingKind(
        "lead_changes",
        "Changes of the lead",
        "count",
        "how often the lead goes to another player, in a game that one player wins",
        estimate.lead_changes,
        scale=for_counts,
        relative=True,
        awaited=False,
        needs_rival=True,
    ),
    ReadingKind(
        "comeback",
        "Won from behind",
        "share",
        "share of the games that one player wins in which somebody else was ahead at half-time",
        estimate.comeback,
        needs_rival=True,
        awaited=False,
    ),
    ReadingKind(
        "choice",
        "How much thinking helps",
        "share",
        "what thinking is worth: best play against guessing, from 0 (all luck) to 1; alone, too",
        _not_played,
        short="Thinking helps",
    ),
    ReadingKind(
        "decisions",
        "Decisions a turn",
        "count",
        "how often a player has to choose between several things, a turn",
        _not_played,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind("score", "Score", "count", "final score of a player", estimate.score, scale=for_counts, relative=True),
    ReadingKind(
        "idle_turns",
        "Turns when nothing happens",
        "share",
        "share of turns in which nothing could be done",
        estimate.idle_turns,
        short="Nothing happens",
    ),
    ReadingKind(
        "over",
        "Goes over the target",
        "share",
        "chance that a player ends over it",
        estimate.over,
        short="Over target",
    ),
    ReadingKind(
        "facts",
        "Facts worked out",
        "count",
        "facts that one player works out in a game",
        _not_played,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "fact_variety",
        "Different facts",
        "count",
        "different facts that one player works out in a game",
        _not_played,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "fresh_facts",
        "New in another game",
        "share",
        "share of the different facts of a game that the game before it did not have",
        _not_played,
    ),
    ReadingKind(
        "on_aim",
        "Facts that are the aim",
        "share",
        "share of the facts worked out that belong to the aim",
        _not_played,
        off=("too few", "too many"),
        short="On the aim",
    ),
    ReadingKind(
        "aim_variety",
        "Different facts of the aim",
        "count",
        "different facts of the aim that a game brings, all players together",
        _not_played,
        scale=for_counts,
        relative=True,
        short="Facts of the aim",
    ),
    ReadingKind(
        "aim_rate",
        "Facts of the aim a minute",
        "count",
        "facts of the aim that one player works out in a minute of the game, waiting included",
        _not_played,
        scale=for_counts,
        relative=True,
        short="Aim a minute",
    ),
    ReadingKind(
        "first_try",
        "Right at the first try",
        "share",
        "share of the sums of a draw, a move or a card that come out right at the first try, all their facts",
        _not_played,
        off=("too hard", "too easy"),
    ),
    ReadingKind(
        "thinking_seconds",
        "Thinking a turn",
        "seconds",
        "seconds that a player works things out and decides, a turn",
        _not_played,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "thinking_share",
        "Time spent thinking",
        "share",
        "share of a player's time in which they work something out",
        _not_played,
    ),
    ReadingKind(
        "waiting_share",
        "Time spent waiting",
        "share",
        "share of a player's time in which only others are busy",
        _not_played,
        short="Waiting",
    ),
    ReadingKind(
        "handling_share",
        "Time for hands",
        "share",
        "share of a player's time for rolling, moving and writing",
        _not_played,
    ),
    ReadingKind(
        "draw_size",
        "Size of the numbers",
        "count",
        "the number that one draw makes, on average, whatever its sign",
        _not_played,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind("success", "Reaches the aim", "share", "chance that the aim is reached at all", estimate.success),
    ReadingKind("stuck", "Stuck", "share", "chance that nobody can reach the aim any more", estimate.stuck),
):
    declare(_kind)
