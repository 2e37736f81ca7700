"""What players work out and how long it takes, from games that are noted while they are played.

Notes are told apart by their code, and each code stands for a task (learner_work/tasks): facts with their chances, and
what hands do. For every note one of the task's ways is taken by chance, so a game's facts and seconds are those of one
real game; what stands here folds them, so that it does not grow with the games.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.tasks import Tasks
from bolometric.core.learner_work.trace import EVERYONE, Book
from bolometric.core.measure.batch_notes import OneBatch, Played
from bolometric.core.measure.task_table import Array, Register
from bolometric.core.results.batch import STUCK, Batch, Player
from bolometric.core.results.estimate import share, spread
from bolometric.core.results.folded import Pairs, Values
from bolometric.core.results.readings import Reading
from bolometric.core.settings.cancel import checkpoint


def _error(games: Values) -> float:
    """Standard error of a count; games all alike are no surer than if one of them had had one more."""
    return max(games.stderr, 1 / games.number)


@dataclass(frozen=True, slots=True)
class Deed:
    """One thing that was done in a game."""

    seat: int | None
    """None for all at once."""
    words: str
    thinking: float
    """Seconds; those of the slowest where all do it."""
    hands: float
    begins: float
    """Seconds from the start of the game."""


@dataclass(frozen=True, slots=True)
class Practice:
    """What players work out, from noted games."""

    game: Game
    games: int
    facts: dict[Fact, tuple[float, ...]]
    """How often each seat meets each fact in a game, on average."""
    strip: tuple[Deed, ...]
    """One whole game of middling length."""
    decisions: float
    """Decisions a turn."""
    thinking: float
    """Seconds of thinking a turn, by the game's fluency or else the usual one."""
    minutes: Values


@dataclass
class Notes:
    """All that was noted so far, folded."""

    game: Game
    register: Register
    games: int = 0
    too_long: bool = False
    facts: Values = field(default_factory=Values)
    facts_of_game: Values = field(default_factory=Values)
    variety: Values = field(default_factory=Values)
    variety_of_game: Values = field(default_factory=Values)
    aimed: Pairs = field(default_factory=Pairs)
    aim_variety: Values = field(default_factory=Values)
    """Different facts of the aim in each game, all seats together."""
    aim_rate: Pairs = field(default_factory=Pairs)
    """Facts of the aim a player, and minutes."""
    fresh: Pairs = field(default_factory=Pairs)
    """Of every second game the different facts that the game before did not have, and all its different facts."""
    right: Pairs = field(default_factory=Pairs)
    """Sums that come out right at the first try, and all."""
    minutes: Values = field(default_factory=Values)
    late: int = 0
    """Games that take longer than the brief allows, or do not end."""
    stuck: int = 0
    """Games that nobody can end any more."""
    cut_off: int = 0
    """Games that were given up, since they are too long to be noted to their end."""
    thinking: Pairs = field(default_factory=Pairs)
    shares: dict[str, Pairs] = field(default_factory=dict)
    decisions: Pairs = field(default_factory=Pairs)
    by_fact: Array = field(default_factory=lambda: np.zeros((0, 0)))
    """Shape (facts, seats): how often in all games."""
    by_seat: dict[str, Array] = field(default_factory=dict)
    """Sums over games of each seat: facts, and seconds of thinking, hands and waiting."""
    items: float = 0.0
    """What is worked out, seen or read of a note, on average over the last batch."""
    first: Played | None = None
    """The first games that were noted."""

    def add(self, book: Book, played: Batch, rng: np.random.Generator) -> None:
        """Take in the games of a book, which were played as this batch."""
        turns, stuck = played.turns, played.winner == STUCK
        self.cut_off += int((~played.ended & ~stuck).sum())
        self.stuck += int(stuck.sum())
        if book.full:
            self.too_long = True
            return
        games, seats = len(turns), self.game.seats.count
        of, seat, codes = book.notes()
        task = self.register.of(codes)
        flat = self.register.flat
        if flat is None or not len(of):
            self.games += games
            return
        way = flat.row_of[np.searchsorted(flat.edges, flat.group[task] + rng.random(len(task)), "right")]
        how = self.game.area.abreast, self.game.all_answer
        self._count(OneBatch(games, seats, of, seat, task, way, flat, *how), played, rng)
        self.games += games

    def _count(self, batch: OneBatch, run: Batch, rng: np.random.Generator) -> None:
        turns, ended = run.turns, run.ended
        self.items = len(batch.item) / max(len(batch.note), 1)
        facts, variety, aimed, by_fact = batch.facts(len(self.register.facts))
        self.facts, self.facts_of_game = self.facts.plus(facts), self.facts_of_game.plus(facts.mean(axis=1))
        self.variety, self.variety_of_game = self.variety.plus(variety), self.variety_of_game.plus(variety.mean(axis=1))
        self.aimed = self.aimed.plus(aimed, facts.sum(axis=1))
        self.by_fact = _grown(self.by_fact, by_fact.shape) + by_fact
        sums = {"facts": facts.sum(axis=0)}
        checkpoint()  # a batch of long games has a million notes
        decided = np.bincount(batch.of, batch.flat.chosen[batch.task], batch.games)
        self.decisions = self.decisions.plus(decided, turns * (batch.seats if batch.together else 1))
        think, hands, waits, whole, played = batch.times(self.register.profile, self.game, rng)
        minutes = whole / 60
        self.minutes = self.minutes.plus(minutes[ended])
        band = self.game.brief.minutes
        self.late += int((~ended | (minutes > (np.inf if band is None else band.high + 1e-9))).sum())
        self.thinking = self.thinking.plus(think.sum(axis=1), turns * (batch.seats if batch.all_think else 1))
        everybody = np.maximum(whole * batch.seats, 1e-9)
        for key, part in (("thinking", think), ("waiting", waits), ("handling", hands)):
            self.shares[key] = self.shares.get(key, Pairs()).plus(part.sum(axis=1), everybody)
            sums[key] = part.sum(axis=0)
        checkpoint()
        self._aim_and_sums(batch, aimed, minutes if self.game.seats.fluency else self._by_the_clock(run))
        self.first = self.first or replace(played, minutes=minutes)
        for key, total in sums.items():
            self.by_seat[key] = self.by_seat.get(key, np.zeros(batch.seats)) + total

    def _by_the_clock(self, run: Batch) -> Array:
        """Minutes of each game, where a turn or a draw takes a fixed time."""
        paced = run.rolls if self.game.area.pace == "rolls" else run.turns
        before = float(area_of(self.game).measured.before(self.game))
        return np.asarray((paced + before) * (self.game.seats.seconds_per_turn / 60), float)

    def _aim_and_sums(self, batch: OneBatch, aimed: Array, minutes: Array) -> None:
        """Take in the aim of each game, how new its facts are, and how many of its sums are right at once."""
        known = len(self.register.facts)
        game, fact = batch.different(known)
        if self.game.brief.aim:
            of_aim = np.bincount(game, batch.flat.aim[fact], batch.games)
            self.aim_variety = self.aim_variety.plus(of_aim)
            self.aim_rate = self.aim_rate.plus(aimed / batch.seats, minutes)
        codes, second = game * known + fact, game % 2 == 1
        new = second & ~np.isin(codes, codes + known)
        among = np.arange(batch.games) % 2 == 1
        self.fresh = self.fresh.plus(*(np.bincount(game[some], minlength=batch.games)[among] for some in (new, second)))
        checkpoint()
        sums, right = batch.sums(self.register.profile)
        self.right = self.right.plus(right, sums)

    def readings(self) -> dict[str, Reading]:
        """Every reading that the notes give; none where games are too long to be noted."""
        if self.too_long or self.games < 2 or not self.facts.number:
            return {}
        found: dict[str, Reading] = {}
        if not self.cut_off:
            each = tuple((self.by_seat["facts"] / self.games).tolist())
            found["facts"] = replace(spread(self.facts), stderr=_error(self.facts_of_game), by_seat=each)
            found["fact_variety"] = replace(spread(self.variety), stderr=_error(self.variety_of_game))
        if self.game.brief.aim and self.aimed.whole:
            error = max(self.aimed.stderr, 1 / self.aimed.whole)
            found["on_aim"] = Reading("simulated", self.aimed.ratio, stderr=error)
        return found | self._ratios() | (self._times() if self.game.seats.fluency else {})

    def _ratios(self) -> dict[str, Reading]:
        """The aim, what is new in another game, what is right at once, and what is decided."""
        found = {}
        if self.game.brief.aim and not self.cut_off and self.aim_variety.number:
            found["aim_variety"] = replace(spread(self.aim_variety), stderr=_error(self.aim_variety))
        parts = {"aim_rate": self.aim_rate, "fresh_facts": self.fresh}
        for key, part in {**({} if self.cut_off else parts), "first_try": self.right}.items():
            if part.whole:
                found[key] = Reading("simulated", part.ratio, stderr=max(part.stderr, 1 / part.whole))
        if self.decisions.whole:
            error = max(self.decisions.stderr, 1 / self.decisions.whole)
            found["decisions"] = Reading("simulated", self.decisions.ratio, stderr=error)
        return found

    def _times(self) -> dict[str, Reading]:
        found = {}
        if self.minutes.number > 1 and not self.cut_off:
            found["minutes"] = spread(self.minutes, never=self.stuck / self.games)
            if self.stuck:
                found["minutes"] = Reading("simulated", never=self.stuck / self.games, ended=self.minutes.mean)
        if self.game.brief.minutes is not None and not self.cut_off:
            found["in_time"] = share(self.games - self.late, self.games)
        if self.thinking.whole:
            found["thinking_seconds"] = Reading("simulated", self.thinking.ratio, stderr=self.thinking.stderr)
        for key, part in self.shares.items():
            found[f"{key}_share"] = Reading("simulated", part.ratio, stderr=part.stderr)
        return found

    def practice(self) -> Practice:
        """What stands here now, for whoever shows it."""
        return Practice(
            self.game,
            self.games,
            self.times_each,
            self._strip(),
            self.decisions.ratio if self.decisions.whole else 0.0,
            self.thinking.ratio if self.thinking.whole else 0.0,
            self.minutes,
        )

    def _strip(self) -> tuple[Deed, ...]:
        """The game of the first batch that lasted longest but for half of them, deed by deed."""
        if self.first is None or not len(self.first.minutes):
            return ()
        played = self.first
        middle = int(np.argsort(played.minutes, kind="stable")[len(played.minutes) // 2])
        mine = np.flatnonzero(played.game == middle)[:MOST_DEEDS]
        rows = zip(
            played.seat[mine].tolist(),
            played.task[mine].tolist(),
            played.think[mine].tolist(),
            played.hands[mine].tolist(),
            played.begins[mine].tolist(),
            strict=True,
        )
        return tuple(
            Deed(None if seat == EVERYONE else seat, self.register.tasks[task].words, think, hands, begins)
            for seat, task, think, hands, begins in rows
        )

    @property
    def times_each(self) -> dict[Fact, tuple[float, ...]]:
        """How often each seat meets each fact in a game, on average."""
        mean = self.by_fact / max(self.games, 1)
        return {one: tuple(row) for one, row in zip(self.register.facts, mean.tolist(), strict=False) if any(row)}


def _grown(array: Array, shape: tuple[int, ...]) -> Array:
    grown = np.zeros(shape)
    grown[: array.shape[0], : array.shape[1]] = array
    return grown


MOST_DEEDS = 2_000
"""Of a game that is shown."""
ONE_IN = 100
"""Of so many turns that are played one is noted: what that costs is then a small part of what playing costs."""
USUAL_ITEMS = 8
"""Of a note, up to which batches are as large as they may be: four dice are seen and added, and a marker is moved."""
FIRST_GAMES, FEWEST_NOTES, MOST_NOTES, LONGEST = 40, 2_500, 20_000, 20_000
"""Games of the first batch, before it is known how long they are; notes of a later one, and turns of a noted game, at
most."""


class Noting:
    """Plays games beside the runs and notes them; with seeds of its own, so that the runs stay what they are."""

    def __init__(self, player: Player, notes: Notes, seed: int, most_turns: int) -> None:
        self.notes, self._player = notes, player
        self._root = np.random.SeedSequence([seed, 1])
        self._most, self._each, self._owed = min(most_turns, LONGEST), 0.0, 0.0

    def more(self, turns: int, at_most: int, long: float) -> Notes:
        """Play and note a part of so many turns that were played, of no more games than this; the notes so far.

        ``long`` are the turns or draws of a game, on average, whichever are more. A batch costs something however small
        it is, so notes are owed until there are enough of them. Where it may be none, games are too long to be noted.
        """
        self.notes.too_long |= at_most < 1
        self._owed += turns / ONE_IN
        if self.notes.too_long or (self._each and self._owed < FEWEST_NOTES):
            return self.notes
        most = MOST_NOTES / max(1.0, self.notes.items / USUAL_ITEMS)
        owed = min(self._owed, most) / self._each if self._each else min(FIRST_GAMES, most / long)
        wanted = max(1, int(owed))
        games = min(wanted, at_most)
        (child,) = self._root.spawn(1)
        rng, book = np.random.default_rng(child), Book(games)
        batch = self._player(games, self._most, rng, book)
        self.notes.add(book, batch, rng)
        self._each, self._owed = max(book.size / games, 1.0), 0.0
        return self.notes


def noting(game: Game, tasks: Tasks) -> Notes:
    """An empty book of a game."""
    return Notes(game, Register(game, tasks))
