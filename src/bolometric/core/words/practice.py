"""What a game practises, as tables and sentences."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import chain

from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.aims import asked, on_aim
from bolometric.core.learner_work.facts import Fact
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing_words, percent, significant, some_of, times_words
from bolometric.core.text.ranking import cut_words, most_often

Times = Mapping[Fact, tuple[float, ...]]
ALL_SEATS = -1
MOST_NAMED = 10


@dataclass(frozen=True, slots=True)
class FactCell:
    """One fact of a table."""

    fact: Fact
    times: float
    """In one game."""
    wanted: bool
    """Whether it is asked for by the aim."""


@dataclass(frozen=True, slots=True)
class FactTable:
    """The facts of one operation, by their two numbers."""

    does: str
    down: tuple[Value, ...]
    across: tuple[Value, ...]
    cells: dict[tuple[Value, Value], FactCell]


def by_operation(times: Times) -> dict[str, float]:
    """How often facts of each operation are met in a game by one player on average, in the order they are listed."""
    found: dict[str, float] = {}
    for one, each in times.items():
        found[one.does] = found.get(one.does, 0.0) + sum(each) / len(each)
    return {does: found[does] for does in known.OPERATIONS if does in found}


def operations(game: Game, times: Times) -> tuple[str, ...]:
    """The operations that are met, and those that the aim asks for."""
    met = set(by_operation(times)) | {one.does for one in asked(game.brief.aim)}
    return tuple(does for does in known.OPERATIONS if does in met)


def table_of(game: Game, times: Times, does: str, seat: int = ALL_SEATS) -> FactTable:
    """The facts of an operation: how often one player meets each in a game, and which the aim asks for."""
    cells: dict[tuple[Value, Value], FactCell] = {}

    def enter(one: Fact, count: float, wanted: bool) -> None:
        cells.update(dict.fromkeys(_places(one), FactCell(one, count, wanted)))

    for one, each in times.items():
        if one.does == does:
            enter(one, _met(each, seat), on_aim(game.brief.aim, one))
    for one in asked(game.brief.aim):
        if one.does == does and (one.one, one.other) not in cells:
            enter(one, 0.0, True)
    down = tuple(sorted({a for a, _ in cells}))
    return FactTable(does, down, tuple(sorted({b for _, b in cells})), cells)


def _places(one: Fact) -> list[tuple[Value, Value]]:
    """Where a fact stands in its table: twice, if its numbers may be in either order."""
    places = [(one.one, one.other)]
    return [*places, places[0][::-1]] if one.does in known.FREE_ORDER else places


def _met(each: Sequence[float], seat: int) -> float:
    return sum(each) / len(each) if seat == ALL_SEATS else each[min(seat, len(each) - 1)]


def fits_table(game: Game, times: Times, does: str, most: int) -> bool:
    """Whether the table of an operation has at most so many rows and columns; found without making it."""
    down, across = set[Value](), set[Value]()
    for one in chain(times, asked(game.brief.aim)):
        if one.does == does:
            for a, b in _places(one):
                down.add(a)
                across.add(b)
            if max(len(down), len(across)) > most:
                return False
    return True


def met_most(times: Times, does: str, seat: int, most: int) -> str:
    """The facts of an operation that are met most, with how often: so many, and how many more as often."""
    met = {one: count for one, each in times.items() if one.does == does and (count := _met(each, seat))}
    first, more = most_often(met, most)
    return cut_words([f"{one.words} ({significant(met[one], 2)})" for one in first], more)


def top_count(times: Times, does: str) -> float:
    """How often the fact of an operation that is met most is met in a game, by one player."""
    return max((_met(each, ALL_SEATS) for one, each in times.items() if one.does == does), default=0.0)


def fact_words(cell: FactCell, who: str, exactly: bool) -> str:
    """One fact in a sentence; unless it is known exactly, what was not met in the games noted may be met in others."""
    wanted = "; it is of the aim" if cell.wanted else ""
    if not cell.times:
        met = "never met" if exactly else "not met in the games noted"
        return f"{cell.fact.words}: asked for by the aim, and {met}."
    told = f"{times_words(cell.times)} a game"
    seldom = f"once in {significant(1 / cell.times, 2)} games"
    return f"{cell.fact.words}: {who} meets it {seldom if cell.times < 0.95 else told}{wanted}."


def summary(game: Game, times: Times, readings: Mapping[str, Reading]) -> str:
    """How many facts, how many different ones, how many of the aim, and of what kind."""
    told = []
    facts, variety, aim = (readings.get(key) for key in ("facts", "fact_variety", "on_aim"))
    if facts is not None:
        many = headline("facts", facts)
        told.append(
            f"{many} {'fact' if many == '1' else 'facts'} a player and game ({certainty('facts', facts)}"
            + (f", {show('fact_variety', variety.mean)} of them different" if variety is not None else "")
            + ")"
        )
    kinds = by_operation(times)
    if kinds:
        whole = sum(kinds.values())
        told.append(
            listing_words([f"{percent(n / whole)} {known.OPERATIONS[does]}" for does, n in kinds.items()], "and")
        )
    if aim is not None and aim.mean is not None:
        told.append(f"{percent(aim.mean)} of them are the aim ({certainty('on_aim', aim)})")
    return "; ".join(told) + "." if told else "Nothing is known yet of what is worked out."


def missed(game: Game, times: Times, exactly: bool) -> str:
    """What the aim asks for and players never get; or, where that is not known exactly, did not in the games noted."""
    if not game.brief.aim:
        return "Say on the sheet which facts are the aim, and what is missing is told here."
    wanted = asked(game.brief.aim)
    never = [one for one in wanted if one not in times]
    if not wanted:
        return ""
    if not never:
        return "Every fact that the aim asks for comes up."
    if len(never) < len(wanted):
        return _partly(wanted, never, exactly)
    met = dict.fromkeys(one.does for one in times if one.counted and on_aim(game.brief.aim, one))
    if met:
        does, not_done = _operations(met, "and"), _operations(dict.fromkeys(one.does for one in wanted), "and")
        if not exactly:
            return f"In the games noted the aim came up by {does} alone, not by {not_done}."
        return f"The aim comes up by {does} alone, never by {not_done}."
    came = "ever comes up" if exactly else "came up in the games noted"
    return f"No fact that the aim asks for {came}: {some_of([one.words for one in never], MOST_NAMED)}."


def _partly(wanted: Sequence[Fact], never: Sequence[Fact], exactly: bool) -> str:
    """What is missing of an aim that does come up: whole operations by their names, and facts of the others."""
    done = {one.does for one in set(wanted) - set(never)}
    rest = [one for one in never if one.does in done]
    told, others = "", ""
    if not_done := [does for does in dict.fromkeys(one.does for one in never) if does not in done]:
        never_by = _operations(not_done, "or")
        told = f"The aim {'never comes up' if exactly else 'did not come up in the games noted'} by {never_by}. "
        others = "other "
    if not rest:
        return f"{told}Every other fact that it asks for comes up."
    came = f"never {'comes' if len(rest) == 1 else 'come'} up" if exactly else "did not come up in the games noted"
    of = sum(one.does in done for one in wanted)
    named = some_of([one.words for one in rest], MOST_NAMED)
    return f"{told}Of {of:,} {others}facts that the aim asks for, {len(rest):,} {came}: {named}."


def _operations(does: Iterable[str], last: str) -> str:
    return listing_words([known.OPERATIONS[one] for one in does], last)


def seats_words(game: Game, readings: Mapping[str, Reading]) -> str:
    """What each seat gets, where they differ."""
    facts = readings.get("facts")
    if facts is None or facts.by_seat is None or max(facts.by_seat) < 1.01 * min(facts.by_seat):
        return ""
    each = [show("facts", count) for count in facts.by_seat]
    return "Facts by player: " + ", ".join(f"{game.seat_name(seat)} {count}" for seat, count in enumerate(each)) + "."
