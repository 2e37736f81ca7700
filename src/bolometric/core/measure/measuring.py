"""Measuring a game: what can be worked out exactly first, then runs for the rest."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from math import floor, hypot
from types import MappingProxyType

from bolometric.core.areas.catalogue import area_of, heat_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Choosing, Style, usual_rule
from bolometric.core.measure.equal_seats import EDGE, EVEN, among_equals, between_equals, unequal
from bolometric.core.measure.expected import aimed_a_minute, expected_of, readings_of
from bolometric.core.measure.notes import Notes, noting
from bolometric.core.measure.runs import MOST_TURNS, NOTED_ALONE, Tally, stream
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.estimate import RunParameters, Sample
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading, exact_length, exact_value, joined
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError


@dataclass(frozen=True)
class Measurement:
    """Every reading of a game; exact ones where there are any."""

    exact: Analysis
    simulated: dict[str, Reading]
    runs: int
    seed: int
    sample: Sample
    """The games played."""
    notes: Notes | None = None
    """What was noted of some."""

    @property
    def readings(self) -> dict[str, Reading]:
        """Exact before simulated, in the order of the catalogue."""
        both = joined(self.simulated, self.exact.readings)
        return {key: both[key] for key in READINGS if key in both}

    def plain(self) -> dict[str, object]:
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


def draws_before(game: Game) -> float:
    """Draws before the first turn, on average, each of which takes as long as a turn."""
    return float(area_of(game).measured.before(game))


def measure_exactly(game: Game, worth_of_thinking: bool = True, work: bool = True) -> Analysis:
    """Work out all that is known of a game without playing it.

    Args:
        game: the game.
        worth_of_thinking: whether ``choice`` is worked out too, and what the places at the table are worth; that takes
            longest.
        work: whether what players work out is told too; where minutes follow from it, it always is.

    Returns:
        The exact readings, none where nothing can be followed, and the distributions behind them.

    Raises:
        Cancelled: once the work is given up.

    >>> found = measure_exactly(Game())
    >>> round(found.readings["turns"].mean, 2), found.readings["turns"].method
    (21.36, 'exact')
    """
    checkpoint()
    result = area_of(game).measured.solve(game)
    readings = {} if result is None else _with_minutes(game, result)
    worth = thinking(game) if readings and worth_of_thinking else None
    places = among_equals(game, readings, places=worth_of_thinking)
    readings.pop(EDGE, None)
    if worth is not None:
        readings["choice"] = exact_value(worth)
    size = _draw_size(game)
    if size is not None:
        readings["draw_size"] = exact_value(size)
    followed = result if result is not None and result.followed else None
    found = Analysis(game, readings | places, followed, heat_of)
    return with_work(found) if work or game.seats.fluency else found


def _draw_size(game: Game) -> float | None:
    """The mean of what a draw makes, signs left out; None where nothing is drawn or chances are not exact."""
    odds = game.shown
    if not game.area.uses_pieces or odds.sampled or not odds.totals:
        return None
    pairs = zip(odds.totals, odds.ways, strict=True)
    return float(sum((max(t, -t) * Fraction(w) for t, w in pairs), Fraction(0)) / sum(odds.ways))


def with_work(exact: Analysis) -> Analysis:
    """The same with what players work out, where that is known exactly. Raises Cancelled once the work is given up."""
    if exact.facts is not None:
        return exact
    done = expected_of(exact.game)
    if done is None:
        return exact
    turns = exact.readings["turns"].mean if "turns" in exact.readings else None
    readings = {**exact.readings, **readings_of(exact.game, done, turns)}
    rate = aimed_a_minute(exact.game, done.facts, readings.get("minutes"))
    if rate is not None:
        readings["aim_rate"] = rate
    heat = exact.__dict__.get("heat")
    made = replace(exact, readings=readings, facts=done.facts)
    if heat is not None:
        made.__dict__["heat"] = heat  # it was worked out already
    return made


BY_SEATS = ((Style(choose="plan"), Style()), (Style(), Style(choose="plan")))
"""Best play against guessing, seats swapped."""


def may_think(game: Game) -> bool:
    """Whether seats have something to choose against each other, and best play at it is known."""
    if not (game.area.shows("choice") and game.area.goals and area_of(game).measured.chooses(game)):
        return False
    try:
        _check_styles(with_styles(game, BY_SEATS[0]))
    except GameError:
        return False
    return True


def thinking(game: Game) -> float | None:
    """What choosing well is worth: twice the share that best play wins against guessing, seats swapped, less 1.

    Never below 0; None where there is nothing to choose or it can't be worked out.
    """
    if not may_think(game):
        return None
    share = 0.0
    for styles in BY_SEATS:
        solved = area_of(game).measured.solve(with_styles(game, styles))
        if solved is None or "seat_wins" not in solved.readings:
            return None
        wins = solved.readings["seat_wins"].values or (0.0, 0.0)
        share += wins[styles[0].choose == "guess"] / max(sum(wins), 1e-300) / 2
    return max(0.0, 2 * share - 1)


def thinking_played(game: Game, seed: int, runs: int | None = None) -> Reading | None:
    """What choosing well is worth, from games played, where it can't be worked out; None where that is not known."""
    if not may_think(game):
        return None
    shares = []
    for styles in BY_SEATS:
        against = with_styles(game, styles)
        *_, tally = runs_of(against, seed, runs or game.area.thought_runs)
        shares.append(tally.sample.over_shares(tally.sample.shares[:, int(styles[0].choose == "guess")]))
    won, error = sum(mean for mean, _ in shares) / 2, hypot(*(error for _, error in shares)) / 2
    return Reading("simulated", max(0.0, 2 * float(won) - 1), stderr=2 * error)


MOST_EVEN = 20_000
"""Games between equal players that are played to tell what a place at the table is worth."""


def even_played(game: Game, seed: int, runs: int) -> dict[str, Reading]:
    """What places at the table are worth, from games between equals, where the players of the game differ."""
    fair = unequal(game)
    if fair is None:
        return {}
    try:
        *_, tally = runs_of(fair, seed, runs, LONGEST_LOOK)
    except GameError:
        return {}  # nobody can play it so
    found = tally.readings()
    return {key: found[key] for key in EVEN if key in found}


def _check_styles(game: Game) -> None:
    """Raise a setting error if the styles of a changed game can't be."""
    game.seats.check_styles(game.area, remembers(game.pieces), len(game.distribution.totals))


def in_style(game: Game, choose: Choosing) -> Game:
    """The game with all seats choosing in one way; a rule of thumb is the game's own where it has one."""
    own = next((style for style in game.seats.styles if style.choose == choose), None)
    style = own or Style(choose=choose, rule=usual_rule(game.area))
    changed = game.model_copy(update={"seats": game.seats.model_copy(update={"styles": (style,)})})
    if choose != "guess" and area_of(game).measured.chooses(game):
        try:
            _check_styles(changed)
        except GameError as error:
            raise GameError(error.sentence, "seats.styles") from None
    return changed


def with_styles(game: Game, styles: tuple[Style, ...]) -> Game:
    """The game with one seat for each style."""
    return game.model_copy(update={"seats": game.seats.model_copy(update={"count": len(styles), "styles": styles})})


def _with_minutes(game: Game, solved: ExactResult) -> dict[str, Reading]:
    """The readings of an area with those that take the seconds of the table."""
    paced, before = solved.paced or solved.turns, draws_before(game)
    readings = dict(solved.readings)
    if paced is None or game.seats.fluency or not before.is_integer():
        return readings  # what takes the time is what is worked out, then
    paced = paced.later(int(before)) if before else paced
    readings["minutes"] = exact_length(paced, minutes_a_turn(game))
    if game.brief.minutes is not None:
        # A hair more than the limit, so that 48 turns of 15 seconds count as 12 minutes.
        most = floor(game.brief.minutes.high / minutes_a_turn(game) + 1e-9)
        readings["in_time"] = exact_value(1 - paced.survival(most))
    return readings


QUICK_RUNS, QUICK_TURNS, LONGEST_LOOK = 10_000, 3_000_000, 5_000
"""Where a look is enough: games played, turns in all of them, and turns of one game, at most."""


def quick_measure(game: Game, wanted: str | None = None, games: int = QUICK_RUNS) -> Analysis:
    """As much of a game as a look needs.

    Args:
        game: the game.
        wanted: a reading that must be there, played for if it can't be worked out.
        games: games that are played at most where some have to be.

    Returns:
        The exact readings; where there are none by their nature, or not the one wanted, also those of games played.

    Raises:
        Cancelled: once the work is given up.

    >>> quick_measure(Game(), wanted="lead_for_good").readings["lead_for_good"].method
    'simulated'
    """
    found = measure_exactly(game, wanted == "choice", wanted in NOTED_ALONE)
    if found.result is not None and (wanted is None or wanted in found.readings):
        return found
    played = dict(_seen_quickly(game, wanted in NOTED_ALONE, games))
    if wanted == "choice" and (worth := thinking_played(game, 1)) is not None:
        played["choice"] = worth
    if wanted in EVEN:
        played |= even_played(game, 1, games)
    return replace(found, readings=joined(played, found.readings))


@lru_cache(maxsize=128)
def _seen_quickly(game: Game, noted: bool, games: int) -> Mapping[str, Reading]:
    """What a quick look sees in games played: the same ones, whichever reading it is for and whoever looks next."""
    for tally in runs_of(game, 1, games, LONGEST_LOOK, note=noted):
        if tally.sample.turns_played > QUICK_TURNS or tally.sample.longest == LONGEST_LOOK:
            break
    return MappingProxyType(tally.readings())


def table_of(game: Game) -> RunParameters:
    """What must be known of a table for the readings of games that are played."""
    band = game.brief.minutes
    most = None if band is None else band.high + 1e-9
    winning = game.area.ending == "winner"
    return RunParameters(
        game.seats.count,
        minutes_a_turn(game),
        most,
        game.area.pace == "rolls",
        game.area.together,
        before=draws_before(game),
        rivals=winning,
        alike=winning and between_equals(game) == game,
        mixed=unequal(game) is not None,
    )


def runs_of(
    game: Game,
    seed: int,
    runs: int | None = None,
    most_turns: int = MOST_TURNS,
    note: bool = False,
    soon: bool = False,
) -> Iterator[Tally]:
    """Play the game, batch after batch.

    Args:
        game: the game.
        seed: the same seed plays the same runs, however fast and on however many threads.
        runs: exactly so many, or None to play until the widest standard error is under half a point.
        most_turns: turns after which one run is given up, and counts as unfinished.
        note: whether some games are noted beside them, for what players work out and how long that takes.
        soon: whether a first tally comes before anything noted is read.

    Returns:
        The tally after each batch, always the same object, with all runs so far.

    Raises:
        Cancelled: between batches, once the work is given up.

    >>> *_, tally = runs_of(Game(), seed=1, runs=500)
    >>> tally.runs, abs(tally.readings()["turns"].mean - 21.36) < 0.6
    (500, True)
    """
    table = table_of(game)
    player = area_of(game).measured.player(game)
    at_once, work = area_of(game).measured.turns_at_once(game), area_of(game).work
    notes = noting(game, work.tasks(game)) if work is not None and (note or game.seats.fluency) else None
    return stream(player, table, seed, runs, most_turns, at_once, notes, soon)


def _thought(game: Game, seed: int, runs: int | None) -> Reading | None:
    """What choosing well is worth, from no more games than are asked for."""
    usual = game.area.thought_runs
    return thinking_played(game, seed, usual if runs is None else min(runs, usual))


def measure(game: Game, runs: int | None = None, seed: int = 1) -> Measurement:
    """Measure a game: exact first, then play for the rest.

    Args:
        game: the game.
        runs: exactly so many, or None to play until the widest standard error is under half a point.
        seed: the same seed gives the same readings.

    Returns:
        Every reading that means something, exact ones where there are any.

    Raises:
        Cancelled: once the work is given up.

    >>> found = measure(Game(), runs=200)
    >>> found.readings["seat_wins"].method, found.readings["lead_for_good"].method
    ('exact', 'simulated')
    """
    exact = measure_exactly(game)
    *_, tally = runs_of(game, seed, runs, note=True)
    played = dict(tally.readings())
    if "choice" not in exact.readings and (worth := _thought(game, seed, runs)) is not None:
        played["choice"] = worth
    if EDGE not in exact.readings:
        played |= even_played(game, seed, runs or MOST_EVEN)
    return Measurement(exact, played, tally.runs, seed, tally.sample, tally.notes)
