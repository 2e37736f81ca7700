"""What players work out and how long it takes, exactly on average, where an area knows how often it is done."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.settings.heeding import Stop
from bolometric.core.working.aims import on_aim
from bolometric.core.working.facts import Fact
from bolometric.core.working.fluency import Fluency
from bolometric.core.working.tasks import Done, Task, Ways
from bolometric.core.working.timing import Timing, items


@dataclass(frozen=True, slots=True)
class Expected:
    """Averages of one game."""

    facts: dict[Fact, tuple[float, ...]]
    """How often each seat meets each fact."""
    thinking: tuple[float, ...] | None
    """Seconds that each seat thinks; None where a turn takes a fixed time."""
    hands: tuple[float, ...] | None
    """Seconds of each seat's hands."""


def expected_of(game: Game, stop: Stop) -> Expected | None:
    """The averages; None where they are not known. Raises Cancelled."""
    work = area_of(game).work
    done = None if work is None else work.expected(game, stop)
    if done is None:
        return None
    found: dict[Fact, list[float]] = {}
    for seat, parts in enumerate(done):
        for times, task in parts:
            for one, count in facts_of_task(task):
                found.setdefault(one, [0.0] * len(done))[seat] += times * count
    met = {one: tuple(counts) for one, counts in found.items() if any(counts)}
    if not game.seats.fluency:
        return Expected(met, None, None)
    profiles = [game.seats.profile(seat) for seat in range(len(done))]
    thinking = tuple(_thinking(parts, who, game) for parts, who in zip(done, profiles, strict=True) if who is not None)
    hands = tuple(sum(times * _handling(task, game) for times, task in parts) for parts in done)
    return Expected(met, thinking, hands)


def _thinking(parts: tuple[Done, ...], who: Fluency, game: Game) -> float:
    return sum(times * thinking_of(task, who, game.seats.slips == "caught") for times, task in parts)


def thinking_of(task: Task, who: Fluency, caught: bool = True) -> float:
    """Seconds that a task takes to think, on average; a slip that is caught is done again until it is right."""
    always = _seconds(((1.0, task.then),), who, caught)
    return _seconds(task.ways, who, caught) + always + (float(who.choice) if task.chosen else 0.0)


def facts_of_task(task: Task) -> list[tuple[Fact, float]]:
    """Each fact of a task with how often it takes it on average."""
    return [*_facts(task.ways), *((one, 1.0) for one in task.then if one.counted)]


@lru_cache(maxsize=4096)
def _facts(ways: Ways) -> tuple[tuple[Fact, float], ...]:
    found: dict[Fact, float] = {}
    for chance, facts in ways:
        for one in facts:
            if one.counted:
                found[one] = found.get(one, 0.0) + chance
    return tuple(found.items())


@lru_cache(maxsize=4096)
def _seconds(ways: Ways, who: Fluency, caught: bool) -> float:
    total = 0.0
    for chance, facts in ways:
        timed = [Timing(part.seconds, part.slips) for part in items(facts, who)]
        total += chance * sum(part.mean if caught else part.seconds for part in timed)
    return total


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
    if found.thinking is None or found.hands is None:
        return readings
    thinking, hands = sum(found.thinking), sum(found.hands)
    if turns:
        readings["thinking_seconds"] = exact_value(thinking / turns / (seats if game.area.together else 1))
    if seats == 1 or not game.area.together:
        # One after the other: whoever is not busy waits. Where all work at once it is the slowest that counts.
        whole = thinking + hands
        readings["minutes"] = Reading("exact", whole / 60, spread="simulated")
        readings["thinking_share"] = exact_value(thinking / whole / seats)
        readings["handling_share"] = exact_value(hands / whole / seats)
        readings["waiting_share"] = exact_value(1 - 1 / seats)
    return readings
