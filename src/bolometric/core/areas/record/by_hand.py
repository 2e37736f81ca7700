"""A record written by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

from bolometric.core.areas.record.seen import kinds_of
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.number_making.draws import Numbers, in_order
from bolometric.core.results.standing import Drawn, Standing, noted, won
from bolometric.core.text.figures import plural


@dataclass(frozen=True, slots=True)
class OnRecord(Standing):
    """How the record stands."""

    met: tuple[int, ...] = ()
    """How often each thing has been seen, in the order of the kinds."""


def begin(game: Game) -> OnRecord:
    """An empty sheet."""
    return OnRecord(met=(0,) * len(kinds_of(game).names))


def tally(game: Game, now: OnRecord) -> str:
    """What has been seen so far."""
    seen = sum(count > 0 for count in now.met)
    return f"{seen} of {plural(len(now.met), 'different one')} seen."


def _shown(game: Game, drawn: Drawn) -> Numbers | None:
    if game.area_as(Record).seen == "totals" or not drawn.numbers:
        return None if drawn.total is None else (drawn.total,)
    return in_order(drawn.numbers)


def landed(game: Game, now: OnRecord, drawn: Drawn) -> OnRecord:
    """A draw is written down."""
    area, names, shown = game.area_as(Record), kinds_of(game).names, _shown(game, drawn)
    at = names.index(shown) if shown in names else -1
    new = at >= 0 and not now.met[at]
    met = tuple(count + (place == at) for place, count in enumerate(now.met))
    now = noted(replace(now, met=met), f"{drawn.words}{', new' if new else ''}.")
    over = now.turn >= area.draws if area.complete == "draws" else all(met)
    if over:
        seen = sum(count > 0 for count in met)
        return won(now, (), f"The record is complete: {seen} of {len(met)} seen in {plural(now.turn, 'draw')}.")
    return replace(now, turn=now.turn + 1, seat=(now.seat + 1) % game.seats.count)


BY_HAND: ByHand[OnRecord, int] = ByHand(begin=begin, landed=landed, tally=tally)
