"""What players work out and how long it takes, exactly on average, where an area knows how often it is done."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from math import prod

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import Aim, on_aim, worked_out
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.fluency import USUAL, Fluency
from bolometric.core.learner_work.tasks import Done, Task, Ways
from bolometric.core.learner_work.timing import items, timing
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.settings.cancel import checkpoint


@dataclass(frozen=True, slots=True)
class Expected:
    """Averages of one game."""

    facts: dict[Fact, tuple[float, ...]]
    """How often each seat meets each fact."""
    thinking: tuple[float, ...] | None
    """Seconds that each seat thinks; None where a turn takes a fixed time."""
    hands: tuple[float, ...] | None
    """Seconds of each seat's hands."""
    sums: float
    """Sums: draws, moves and cards in which something is worked out, all seats together."""
    right: float
    """Of these how many come out right at the first try, by the players' own fluency or else the usual one."""
    decisions: float
    """Decisions, all seats together."""


def expected_of(game: Game) -> Expected | None:
    """The averages; None where they are not known. Raises Cancelled."""
    work = area_of(game).work
    done = None if work is None else work.expected(game)
    if done is None:
        return None
    if game.all_answer:
        done = _answered_by_all(done)
    found: dict[Fact, list[float]] = {}
    seeing = _who_sees(game)
    for seat, parts in enumerate(done):
        # Tasks that begin with the same draw share its ways: they are gone through once.
        by_ways: dict[int, tuple[float, Ways]] = {}
        for times, task in parts:
            so_far = by_ways.get(id(task.ways), (0.0, task.ways))[0]
            by_ways[id(task.ways)] = so_far + times, task.ways
            if len(by_ways) % 64 == 0:
                checkpoint()
            for one in task.then:
                if worked_out(game.brief.aim, one):
                    found.setdefault(one, [0.0] * len(done))[seat] += times
        for times, ways in by_ways.values():
            checkpoint()
            for one, count in _facts(ways) if seeing is None else _seen_too(ways, game.brief.aim, seeing):
                found.setdefault(one, [0.0] * len(done))[seat] += times * count
    met = {one: tuple(counts) for one, counts in found.items() if any(counts)}
    sums, right = _sums(game, done)
    decisions = sum(times for parts in done for times, task in parts if task.chosen)
    if not game.seats.fluency:
        return Expected(met, None, None, sums, right, decisions)
    profiles = [game.seats.profile(seat) for seat in range(len(done))]
    caught = game.seats.slips == "caught"
    clocks = {who: _Clock(who, caught) for who in profiles if who is not None}
    thinking = tuple(clocks[who].thinking(parts) for parts, who in zip(done, profiles, strict=True) if who is not None)
    hands = tuple(sum(times * _handling(task, game) for times, task in parts) for parts in done)
    return Expected(met, thinking, hands, sums, right, decisions)


def _answered_by_all(done: tuple[tuple[Done, ...], ...]) -> tuple[tuple[Done, ...], ...]:
    """What each seat does where everybody works out every turn: of the others' turns that alone."""
    answers: dict[int, Task] = {}
    for parts in done:
        for _, task in parts:
            if id(task) not in answers:
                answers[id(task)] = replace(task, hands=(), chosen=False, looks=False)
    return tuple(
        tuple(
            (times, task if other == seat else answers[id(task)])
            for other, parts in enumerate(done)
            for times, task in parts
        )
        for seat in range(len(done))
    )


def _sums(game: Game, done: tuple[tuple[Done, ...], ...]) -> tuple[float, float]:
    """How many sums there are, and how many come out right at the first try: each of their facts must."""
    sums = right = 0.0
    for seat, parts in enumerate(done):
        who = game.seats.profile(seat) or USUAL
        by_ways: dict[int, tuple[float, float, float]] = {}  # tasks that begin with the same draw share its ways
        for times, task in parts:
            known = by_ways.get(id(task.ways))
            if known is None:
                checkpoint()
                known = by_ways[id(task.ways)] = _rightly(task.ways, who)
            some, some_right, any_right = known
            if any(one.counted for one in task.then):
                sums, right = sums + times, right + times * any_right * _right(task.then, who)
            else:
                sums, right = sums + times * some, right + times * some_right
    return sums, right


def _right(facts: tuple[Fact, ...], who: Fluency) -> float:
    return prod(1 - timing(one, who).slips for one in facts)


@lru_cache(maxsize=512)
def _rightly(ways: Ways, who: Fluency) -> tuple[float, float, float]:
    """The chance of ways with something to work out, that they do and it is right, and that any way is right."""
    some = some_right = any_right = 0.0
    for chance, facts in ways:
        right = chance * _right(facts, who)
        any_right += right
        if any(one.counted for one in facts):
            some, some_right = some + chance, some_right + right
    return some, some_right, any_right


class _Clock:
    """Seconds of thinking of one player, each group of ways and each fact worked out once."""

    def __init__(self, who: Fluency, caught: bool) -> None:
        self._who, self._caught = who, caught
        self._by_ways: dict[int, float] = {}
        self._by_fact: dict[tuple[Fact, ...], float] = {}

    def thinking(self, done: tuple[Done, ...]) -> float:
        """Seconds of all that is done."""
        return sum(times * self._of(task) for times, task in done)

    def _of(self, task: Task) -> float:
        ways = self._by_ways.get(id(task.ways))
        if ways is None:
            ways = self._by_ways[id(task.ways)] = sum(chance * self._taken(facts) for chance, facts in task.ways)
        then = self._by_fact.get(task.then)
        if then is None:
            then = self._by_fact[task.then] = self._taken(task.then)
        return ways + then + (float(self._who.choice) if task.weighed else 0.0)

    def _taken(self, facts: tuple[Fact, ...]) -> float:
        """A slip that is caught is done again until it is right."""
        parts = items(facts, self._who)
        return sum(part.seconds / (1 - part.slips) if self._caught else part.seconds for part in parts)


@lru_cache(maxsize=512)
def _facts(ways: Ways) -> tuple[tuple[Fact, float], ...]:
    found: dict[Fact, float] = {}
    for chance, facts in ways:
        for one in facts:
            if one.counted:
                found[one] = found.get(one, 0.0) + chance
    return tuple(found.items())


def _who_sees(game: Game) -> tuple[Fluency, ...] | None:
    """Those whose seeing counts, where an aim asks for it; None where none does."""
    if not any(aim.kind in ("seeing", "list") for aim in game.brief.aim):
        return None
    return tuple(dict.fromkeys(game.seats.profile(seat) or USUAL for seat in range(game.seats.count)))


def _seen_too(ways: Ways, aims: tuple[Aim, ...], who: tuple[Fluency, ...]) -> Iterator[tuple[Fact, float]]:
    """The facts with what is seen: whoever counts dots as they add does not see them first."""
    for chance, facts in ways:
        for item in max((items(facts, one) for one in who), key=len):
            if worked_out(aims, item.fact):
                yield item.fact, chance


def _handling(task: Task, game: Game) -> float:
    return sum(game.seats.hands.of(does) for does in task.hands)


def readings_of(game: Game, found: Expected, turns: float | None) -> dict[str, Reading]:
    """The readings that averages give; ``turns`` are those of a game, all seats together."""
    seats = game.seats.count
    each = tuple(sum(counts[seat] for counts in found.facts.values()) for seat in range(seats))
    readings = {"facts": Reading("exact", sum(each) / seats, by_seat=each, spread="simulated")}
    if game.brief.aim and sum(each):
        aimed = sum(sum(counts) for one, counts in found.facts.items() if on_aim(game.brief.aim, one))
        readings["on_aim"] = exact_value(aimed / sum(each))
    if found.sums:
        readings["first_try"] = exact_value(found.right / found.sums)
    if turns:
        readings["decisions"] = exact_value(found.decisions / turns / (seats if game.area.together else 1))
    if found.thinking is None or found.hands is None:
        return readings
    thinking, hands = sum(found.thinking), sum(found.hands)
    if turns:
        all_think = game.area.together or game.all_answer
        readings["thinking_seconds"] = exact_value(thinking / turns / (seats if all_think else 1))
    if seats == 1 or not (game.area.together or game.all_answer):
        # One after the other: whoever is not busy waits. Where all work at once it is the slowest that counts.
        whole = thinking + hands
        readings["minutes"] = Reading("exact", whole / 60, spread="simulated")
        readings["thinking_share"] = exact_value(thinking / whole / seats)
        readings["handling_share"] = exact_value(hands / whole / seats)
        readings["waiting_share"] = exact_value(1 - 1 / seats)
    return readings


def aimed_a_minute(game: Game, facts: Mapping[Fact, tuple[float, ...]], minutes: Reading | None) -> Reading | None:
    """Facts of the aim that a learner works out in a minute of the game, waiting included; both known exactly."""
    if not game.brief.aim or minutes is None or not minutes.mean:
        return None
    aimed = sum(sum(counts) for one, counts in facts.items() if on_aim(game.brief.aim, one))
    return exact_value(aimed / game.seats.count / minutes.mean)
