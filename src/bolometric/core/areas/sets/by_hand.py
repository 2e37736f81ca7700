"""Sets of tiles played by hand, by the tables that the runs use."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.drawing import NO_BEST_PLAY
from bolometric.core.areas.sets.area import closing_of
from bolometric.core.areas.sets.exact import EVENLY, plan_of, policy_of
from bolometric.core.areas.sets.rules import ALL, FEW, tiles_in
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.results.show import show
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing, listing_words, percent
from bolometric.core.text.ranking import ROUNDED, weighed

Key = tuple[str, int]
"""("draw", ALL or FEW), or ("close", the set)."""


@dataclass(frozen=True, slots=True)
class OnTiles(Standing):
    """How a game of sets stands."""

    open: int = 0
    """The tiles that the seat to move still has open, tile 1 in the lowest bit."""
    scores: tuple[int, ...] = ()
    """What each seat has scored so far."""
    round: int = 1
    draws_with: int = ALL
    """What the next draw uses."""
    total: int = 0
    """The total that has to be used up; 0 before a draw."""


def begin(game: Game) -> OnTiles:
    """All open."""
    return _to_draw(game, OnTiles(scores=(0,) * game.seats.count, open=closing_of(game).full))


def _to_draw(game: Game, now: OnTiles) -> OnTiles:
    """Before a draw: with what, if that is a choice."""
    may = closing_of(game).may[now.open]
    free = bool(may.all())
    return replace(now, total=0, draws_with=FEW if may[FEW] and not free else ALL, waiting="choice" if free else "draw")


def pieces(game: Game, now: OnTiles) -> tuple[AnyPiece, ...]:
    """All, or the first alone."""
    return game.pieces[:1] if now.draws_with == FEW else game.pieces


def asks(game: Game, now: OnTiles) -> str | None:
    """What the seat to move has to do."""
    if now.waiting != "choice":
        return None
    return f"close tiles that add to {now.total}." if now.total else "choose what to draw with."


def tally(game: Game, now: OnTiles) -> str | None:
    """What each seat has scored so far."""
    if game.seats.count == 1 and game.area_as(Sets).rounds == 1:
        return None
    scores = ", ".join(f"player {seat} has {score}" for seat, score in enumerate(now.scores, 1))
    return f"So far {scores}."


def options(game: Game, now: OnTiles) -> tuple[Option[Key], ...]:
    """What to draw with, or which set to close; a set of one tile may be chosen on the board."""
    if not now.total:
        return (Option(("draw", ALL), "Draw with all"), Option(("draw", FEW), "Draw with one"))
    found = []
    for taken in closing_of(game).sets(now.open, now.total):
        tiles = tiles_in(taken)
        words = " + ".join(map(str, reversed(tiles)))
        found.append(Option(("close", taken), f"Close {words}", tiles[0] if len(tiles) == 1 else None))
    return tuple(found)


def choose(game: Game, now: OnTiles, key: Key) -> OnTiles:
    """Close a set, or take up what to draw with."""
    does, what = key
    if does == "draw":
        return replace(now, draws_with=what, waiting="draw")
    now = noted(replace(now, open=now.open - what), f"closes {listing(tiles_in(what), 'and')}.")
    return _to_draw(game, now) if now.open else _turn_over(game, now, "All closed!")


def pick(game: Game, now: OnTiles, style: Style, rng: np.random.Generator) -> Key:
    """What a style chooses."""
    closing = closing_of(game)
    policy = policy_of(closing, style)
    if not now.total:
        way = int(policy.draw[now.open])
        return "draw", int(rng.integers(2)) if way == EVENLY else way
    taken = int(policy.take[now.open * len(closing.totals) + closing.totals.index(now.total)])
    fits = closing.sets(now.open, now.total)
    return "close", fits[int(rng.integers(len(fits)))] if taken == EVENLY else taken


def landed(game: Game, now: OnTiles, drawn: Drawn) -> OnTiles:
    """After a draw there is a set to close, or the turn is over."""
    total = int(drawn.total) if drawn.total is not None and drawn.total in closing_of(game).totals else 0
    if total and closing_of(game).sets(now.open, total):
        return replace(noted(now, f"{drawn.words}."), total=total, waiting="choice")
    return _turn_over(game, noted(now, f"{drawn.words}, no open tiles fit."), "")


def _turn_over(game: Game, now: OnTiles, words: str) -> OnTiles:
    area, closing, seats = game.area_as(Sets), closing_of(game), game.seats.count
    left = int(closing.score[now.open])
    told = words or f"{listing(tiles_in(now.open), 'and')} left open: scores {left}."
    scores = tuple(score + left * (seat == now.seat) for seat, score in enumerate(now.scores))
    now = noted(replace(now, scores=scores), told)
    last = now.seat == seats - 1
    if last and now.round == area.rounds:
        best = min(scores)
        return won(now, [seat for seat, score in enumerate(scores) if score == best], f" with {best}")
    seat = 0 if last else now.seat + 1
    started = replace(now, seat=seat, turn=now.turn + 1, round=now.round + last, open=closing.full)
    return _to_draw(game, started)


def coach(game: Game, now: OnTiles) -> str:
    """What each option leaves, and how often it closes all, under best play."""
    if remembers(game.pieces):
        return NO_BEST_PLAY
    closing = closing_of(game)
    plan = plan_of(closing, "expected")
    if now.waiting == "draw":
        left, closes = float(plan.expected[now.open]), float(plan.complete[now.open])
        return f"From here best play leaves {_worth(left, [closes])} ({KNOWN})."
    if now.total:
        rated = {
            _named(taken): (float(plan.expected[now.open - taken]), float(plan.complete[now.open - taken]))
            for taken in closing.sets(now.open, now.total)
        }
    else:
        rated = {
            name: (float(plan.by_draw[now.open, way, 1]), float(plan.by_draw[now.open, way, 0]))
            for way, name in ((ALL, "all pieces"), (FEW, "one piece"))
        }
    best, worse = weighed({name: left for name, (left, _) in rated.items()})
    worth = _worth(rated[best[0]][0], [rated[name][1] for name in best])
    return f"Best: {listing_words(best, 'or')}, leaving {worth}{worse} ({KNOWN})."


KNOWN = "exact, for the least left on average"


def _named(taken: int) -> str:
    return " + ".join(map(str, reversed(tiles_in(taken))))


def _worth(left: float, closes: list[float]) -> str:
    """What is left, and how likely all are closed where equally good options agree on that."""
    alike = max(closes) - min(closes) <= ROUNDED
    likely = f", with a chance of {percent(closes[0])} to close all" if alike else ""
    return f"{show('score', left)} on average{likely}"


BY_HAND = ByHand(
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    pieces=pieces,
    coach=coach,
    tally=tally,
    asks=asks,
)
