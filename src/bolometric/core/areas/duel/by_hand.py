"""A duel played by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.results.standing import Drawn, Standing, noted, won
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing, percent, plural


@dataclass(frozen=True, slots=True)
class OnDuel(Standing):
    """How a duel stands."""

    points: tuple[int, ...] = ()
    drawn: tuple[Value | None, ...] = ()
    """What has been drawn in this round, or the one that was just decided; None for no number."""
    round: int = 1
    pot: int = 1
    """What this round is worth."""


def begin(game: Game) -> OnDuel:
    """No points yet."""
    return OnDuel(points=(0,) * game.seats.count)


def tally(game: Game, now: OnDuel) -> str:
    """Points so far."""
    told = ", ".join(f"player {seat} has {count}" for seat, count in enumerate(now.points, 1))
    worth = f" This round is worth {now.pot}." if now.pot > 1 else ""
    return f"Round {now.round}; of points {told}.{worth}"


def landed(game: Game, now: OnDuel, drawn: Drawn) -> OnDuel:
    """A total; after the last seat's the round is decided."""
    seats, before = game.seats.count, now.drawn if len(now.drawn) < game.seats.count else ()
    now = replace(noted(now, f"{drawn.words}."), drawn=(*before, drawn.total))
    if len(now.drawn) < seats:
        return replace(now, seat=now.seat + 1, turn=now.turn + (not game.area.together))
    return _decided(game, now)


def _decided(game: Game, now: OnDuel) -> OnDuel:
    area, values = game.area_as(Duel), round_in(game).values
    places = [len(values) if total is None else values.index(total) for total in now.drawn]
    best = [seat for seat, place in enumerate(places) if place == min(places) and place < len(values)]
    named = listing([seat + 1 for seat in best], "and") if best else ""
    gets = best if len(best) == 1 or area.ties == "shared" else []
    points = tuple(count + now.pot * (seat in gets) for seat, count in enumerate(now.points))
    if len(best) == 1:
        words = f"Round {now.round}: player {named} takes {plural(now.pot, 'point')}."
    else:
        does = {"shared": "each gets a point", "again": "all draw again", "carried": "the point is carried on"}[
            area.ties
        ]
        words = f"Round {now.round}: {f'players {named} are equal' if named else 'nobody has a number'}, {does}."
    again = area.ties == "again" and len(best) != 1
    now = replace(now, points=points, record=(*now.record, words))
    over = now.round >= area.rounds if area.length == "rounds" else max(points) >= area.points
    if over and not again:
        most = max(points)
        return won(now, [seat for seat, count in enumerate(points) if count == most], f" with {plural(most, 'point')}")
    pot = now.pot + 1 if area.ties == "carried" and len(best) != 1 else 1
    return replace(now, seat=0, turn=now.turn + 1, round=now.round + (not again), pot=pot)


def round_words(game: Game) -> str:
    """How even the rounds are; nothing where cards stay out, since rounds then differ."""
    if game.keeps_out:
        return ""
    found = round_in(game)
    wins = [found.sets.get((seat,), 0.0) for seat in range(game.seats.count)]
    told = ", ".join(f"player {seat} {percent(chance)}" for seat, chance in enumerate(wins, 1))
    return f"Rounds taken alone: {told}; {percent(found.tied)} are tied (exact)."


def coach(game: Game, now: OnDuel) -> str:
    """How even it is."""
    return f"There is nothing to choose in this game. {round_words(game)}".rstrip()


BY_HAND: ByHand[OnDuel, int] = ByHand(begin=begin, landed=landed, coach=coach, tally=tally, compares=True)
