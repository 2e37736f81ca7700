"""What is worked out for a record: every draw, by each in turn; of tossed counters into which parts the whole falls."""

from __future__ import annotations

from functools import lru_cache

from bolometric.core.areas.drawing import PASS, THROW, any_draw, by_total, turns_each
from bolometric.core.areas.record.seen import kinds_of, lasting
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import WRITE, Done, Task, Tasks
from bolometric.core.number_making.draws import Numbers
from bolometric.core.outcomes.listing import groups_of, listed
from bolometric.core.outcomes.totals import totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Counters
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus


@lru_cache(maxsize=32)
def _made(pieces: tuple[AnyPiece, ...], draw: Draw) -> dict[Value, int]:
    """How many counters of a handful lie front up, by the number made of them; nothing where two ways make the same."""
    made = totals_of(listed(groups_of(pieces)), draw)
    if len(made.values) < len(made.place):
        return {}
    return {made.values[at]: front for front, at in enumerate(made.place.tolist())}


def _parts(game: Game, seen: Numbers) -> tuple[Fact, ...]:
    """Front and back of a handful of counters: two numbers that make the whole."""
    if len(game.pieces) != 1 or not isinstance(game.pieces[0], Counters):
        return ()
    totals = game.area_as(Record).seen == "totals"
    if totals and game.draw.make == "formula":
        return ()
    front = _made(game.pieces, game.draw if totals else Draw()).get(seen[0])
    return () if front is None else (fact(known.ADD, front, game.pieces[0].count - front),)


def _drawn(game: Game, place: int) -> Task:
    """A draw by the place of what is told apart; the last place is for draws that make no number."""
    kinds, totals = kinds_of(game), game.distribution.totals
    if place >= len(kinds.names):
        return by_total(game, len(totals), WRITE, PASS)
    seen = kinds.names[place]
    if game.area_as(Record).seen == "totals":
        return by_total(game, totals.index(seen[0]), WRITE, PASS).also(*_parts(game, seen))
    words = f"draws {', '.join(map(minus, seen))}"
    return Task(game.draw_work.any, (THROW, WRITE, PASS), words=words).also(*_parts(game, seen))


def tasks(game: Game) -> Tasks:
    """What the loop notes: a kind of draw."""
    return lambda kind, one, other: _drawn(game, one)


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How many draws each seat makes."""
    turns, kinds = lasting(game), kinds_of(game)
    counts = None if turns is None else turns_each(turns, game.seats.count)
    if counts is None:
        return None
    split = _parts(game, kinds.names[0]) if kinds.names else ()
    if not split:
        return tuple(((count, any_draw(game, WRITE, PASS)),) for count in counts)
    made = [_drawn(game, place) for place in range(len(kinds.names))]
    chances = kinds.chances.tolist()
    return tuple(tuple((count * p, task) for p, task in zip(chances, made, strict=True)) for count in counts)


WORK = Work(tasks=tasks, expected=expected)
