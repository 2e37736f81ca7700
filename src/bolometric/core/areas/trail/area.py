"""The trail as the rest of the core sees it."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import TYPE_CHECKING

import numpy as np

from bolometric.core.areas.trail import exact
from bolometric.core.areas.trail.daring import stopping
from bolometric.core.areas.trail.rules import TrailChain, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.chains.race import FirstPassage, Visits, endings_by_turn
from bolometric.core.game.contract import BestPlay, Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.trace import Book
from bolometric.core.outcomes.listing import groups_of, sampled
from bolometric.core.outcomes.totals import totals_of
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import Batch, Player
from bolometric.core.results.exact import ExactResult, from_passages, of_games, together
from bolometric.core.settings.amounts import plain

if TYPE_CHECKING:
    from bolometric.core.areas.trail.play import Course
    from bolometric.core.areas.trail.squares.play import Ground
    from bolometric.core.outcomes.distribution import Distribution
    from bolometric.core.outcomes.sampler import Sampler

NEAR_MEMORY = 65_536
"""Entries of a table that stay in the processor's near memory while games are played."""
WALKS = 5_000
"""Ways home taken by chance where landings can't be worked out."""
LONGEST_GAME = 5_000
"""Turns of a game in which landings are counted, at most."""
USED_UP, FIRST_PART = 0.25, 100
"""The part of a pool that is drawn from before the next (a standard error then is at most 12% too small), and the
runs on the first one."""


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def _chain(game: Game) -> TrailChain:
    return compile_chain(_trail(game), game.distribution)


def solve(game: Game) -> ExactResult | None:
    """The race of the seats; None if draws hang together or are only known by chance.

    Raises Cancelled once the work is given up.
    """
    if not game.draws_are_known:
        return None
    trail, seats = _trail(game), game.seats.count
    if not each_alone(game):
        return None
    one_draw = trail.go_on == "no" and trail.end != "again" and all(_chain(one).acts is None for one in game.by_side)
    if trail.track == "shared":
        way = passage_in(game, game.seats.style(0))
        return together(way, trail.most_turns, seats, one_draw)
    if meets(game):
        from bolometric.core.areas.trail.pairs import exact as pair  # brings Numba with it

        return pair.solve(game)
    loses, lined = trail.first_home == "loses" and seats > 1, passages(game)
    alone = from_passages(lined, trail.finish == "finish_round", one_draw, loses=loses)
    if trail.at_most == 1 or seats == 1:
        return alone
    return of_games(alone, endings_by_turn(lined, trail.finish == "finish_round", loses), seats, trail.at_most)


def passages(game: Game) -> list[FirstPassage]:
    """Each seat's turns until it is home: one and the same for seats that draw and choose alike."""
    seats = [(one, game.seats.style(seat)) for seat, one in enumerate(game.by_seat)]
    ways = {seat: passage_in(*seat) for seat in dict.fromkeys(seats)}
    return [ways[seat] for seat in seats]


@lru_cache(maxsize=16)
def _on_squares(trail: Trail, distribution: Distribution) -> exact.Way | None:
    """The way by what squares do; None where they do more than a seat's own way can tell, or do nothing."""
    from bolometric.core.areas.trail.squares.turns import way_on_squares

    return way_on_squares(compile_chain(trail, distribution))


def each_alone(game: Game) -> bool:
    """Whether each seat has a way of its own: no square makes seats meet, or asks what decides the game."""
    return all(
        _chain(one).acts is None or _on_squares(_trail(one), one.distribution) is not None for one in game.by_side
    )


def passage_in(game: Game, style: Style) -> FirstPassage:
    """A seat's turns until it is home, in a style."""
    if _trail(game).go_on == "no" and _chain(game).acts is None:
        return exact.first_passage(_chain(game))
    return exact.followed(way_in(game, style))


def way_in(game: Game, style: Style) -> exact.Way:
    """A seat's way in a style, in whole turns."""
    by_squares = _on_squares(_trail(game), game.distribution)
    if by_squares is not None:
        return by_squares
    if _trail(game).go_on == "no":
        return exact.way_of(_chain(game))
    policy = stopping.policy_of(_trail(game), game.distribution, style)
    return exact.way_of_turns(stopping.turn_matrix(_chain(game), policy))


def chooses(game: Game) -> bool:
    """Whether players have anything to decide."""
    trail = _trail(game)
    return trail.go_on == "dare" or (trail.chooses_mover and game.seats.count > 1)


def meets(game: Game) -> bool:
    """Whether seats heed each other."""
    trail = _trail(game)
    daring_own = trail.go_on == "dare" and trail.track == "own"
    heeding = any(stopping.to_win(trail, style) for style in game.seats.styles)
    return (trail.chooses_mover and game.seats.count > 1) or (daring_own and heeding)


def hopeless(game: Game) -> bool:
    """Whether no sequence of totals leads home, or the game waits for a pack that never runs out."""
    if meets(game):
        return not _chain(game).whoever_moves[0][0]
    return _trail(game).never_out or not any(_chain(one).can_finish[0] for one in game.by_side)


def visits(game: Game) -> Visits | None:
    """How often each step is landed on at the end of a turn (by the first seat's style); None if that is not known.

    Where seats meet it is how often the first marker lands there in a game, from games played; where all move one
    marker how often it does in its turns. Where each draws in its own way it is the average of all seats.
    """
    if game.others:
        return _of_all([visits(one) for one in game.by_seat])
    if meets(game):
        from bolometric.core.areas.trail.pairs import play as meeting

        return meeting.landings(game, WALKS, LONGEST_GAME, np.random.default_rng(1))
    if _trail(game).squares:
        return _visits_on_squares(game)
    if _trail(game).track == "shared":
        if not game.draws_are_known or _chain(game).length > exact.DENSE:
            return None
        most = _trail(game).most_turns
        way = way_in(game, game.seats.style(0))
        return exact.landed(way) if most is None else exact.landed_within(way, most)
    if game.draws_are_known:
        if _trail(game).go_on != "no":
            return exact.landed(way_in(game, game.seats.style(0)))
        found = exact.visits(_chain(game))
        if found is not None:
            return found
    if _trail(game).go_on != "no":
        return None
    from bolometric.core.areas.trail import play

    return play.walk(course(game), WALKS, np.random.default_rng(1))


def _of_all(found: list[Visits | None]) -> Visits | None:
    """What all seats come to, each as often as the others; None if that is not known of one."""
    known = [one for one in found if one is not None]
    if len(known) < len(found):
        return None
    return Visits(
        np.mean([one.chance for one in known], axis=0),
        np.mean([one.times for one in known], axis=0),
        max(one.stderr for one in known),
    )


def _visits_on_squares(game: Game) -> Visits | None:
    """How often each square is come to: from its own chain of draws, where a seat has one, else from games played."""
    trail = _trail(game)
    if game.draws_are_known and trail.track == "own" and each_alone(game):
        return exact.landed(exact.way_with_jumps(_chain(game)))
    if remembers(game.pieces):
        return None
    from bolometric.core.areas.trail.squares import play as squares_play

    most = (trail.most_turns if trail.track == "shared" else None) or LONGEST_GAME
    return squares_play.landings(_ground(game), WALKS, most, np.random.default_rng(1))


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.trail import outcomes  # brings Numba with it

    trail, seats = _trail(game), game.seats.count
    plain = _meeting(game) if meets(game) else _racing(game)
    if trail.track == "shared":
        return outcomes.shared_marker(plain, seats, trail.most_turns)
    if seats == 1:
        return plain
    if trail.first_home == "loses":
        plain = outcomes.turned_round(plain, seats)
    return plain if trail.at_most == 1 else outcomes.match(plain, seats, trail.at_most)


def _meeting(game: Game) -> Player:
    """Seats that heed each other."""
    from bolometric.core.areas.trail.pairs import play  # loops that a race does without

    return play.player(game)


def _ground(game: Game) -> Ground:
    """The track with its squares laid out for their kernel."""
    if game.others:
        from bolometric.core.areas.trail.squares.play import side_by_side

        sides = game.by_side
        return side_by_side([_ground(one) for one in sides], [sides.index(one) for one in game.by_seat])
    from bolometric.core.areas.trail.cards import play as cards_play
    from bolometric.core.areas.trail.squares import play as squares_play
    from bolometric.core.outcomes.sampler import sampler

    chain, trail = _chain(game), _trail(game)
    seats = 1 if trail.track == "shared" else game.seats.count
    sample = sampler(chain.ways, NEAR_MEMORY // chain.length)
    asked = cards_play.asked_of(trail, seats)
    made = squares_play.ground(chain, sample, seats, trail.finish == "finish_round", asked)
    return replace(made, hopeless=trail.never_out)


def _racing(game: Game) -> Player:
    """Seats that do not heed each other."""
    if any(_chain(one).acts is not None for one in game.by_side):
        from bolometric.core.areas.trail.squares import play as squares_play

        ground = _ground(game)

        def on_squares(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
            return squares_play.play(ground, runs, most_turns, rng, book)

        return on_squares

    from bolometric.core.areas.trail import play

    laid_out = course(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        if game.distribution.sampled and book is None:
            return _from_pools(game, runs, most_turns, rng)
        return play.play(laid_out, runs, most_turns, rng, book)

    return batch


def course(game: Game) -> Course:
    """The game laid out for the kernel."""
    if game.others:
        from bolometric.core.areas.trail import play

        sides = game.by_side
        return play.side_by_side([course(one) for one in sides], [sides.index(one) for one in game.by_seat])
    from bolometric.core.areas.trail import play  # brings Numba with it: half a second, wanted only for runs
    from bolometric.core.outcomes.sampler import sampler

    chain = _chain(game)
    plain = _laid_out(game, chain, sampler(chain.ways, NEAR_MEMORY // chain.length))
    if not remembers(game.pieces):
        return plain
    from bolometric.core.outcomes.deck import deck_of

    deck, place, special = deck_of(game.pieces, game.draw)
    return play.with_deck(plain, chain, deck, place, special)


def _laid_out(game: Game, chain: TrailChain, sample: Sampler) -> Course:
    from bolometric.core.areas.trail import play

    together = _trail(game).track == "shared"
    seats = 1 if together else game.seats.count
    plain = play.course(chain, sample, seats, _trail(game).finish == "finish_round")
    if _trail(game).go_on == "no":
        return plain
    styles = [game.seats.style(seat) for seat in range(seats)]
    return play.with_stopping(
        plain, chain, sample.outcome, [stopping.policy_of(_trail(game), game.distribution, style) for style in styles]
    )


def _from_pools(game: Game, runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
    """Play on pools of outcomes, a new one before the old is used up: so runs share hardly any draws."""
    from bolometric.core.areas.trail import play
    from bolometric.core.outcomes.distribution import sample_size

    parts: list[Batch] = []
    size, left = FIRST_PART, runs
    while left:
        part = play.play(_pooled(game, rng), min(size, left), most_turns, rng)
        parts.append(part)
        left -= len(part.turns)
        size = max(1, int(sample_size(groups_of(game.pieces)) * USED_UP / max(part.turns.mean(), 1)))
    return Batch.joined(parts)


def _pooled(game: Game, rng: np.random.Generator) -> Course:
    """The course on outcomes taken anew, so that the error of every batch is its own."""
    from bolometric.core.outcomes.distribution import counted, sample_size
    from bolometric.core.outcomes.sampler import sampler

    groups = groups_of(game.pieces)
    listing = sampled(groups, sample_size(groups), rng)
    chain = compile_chain.__wrapped__(_trail(game), counted(listing, totals_of(listing, game.draw)))
    sample = sampler.__wrapped__(chain.ways, NEAR_MEMORY // chain.length)
    return _laid_out(game, chain, sample)


def best_play(game: Game) -> BestPlay | None:
    """Where to stop for the fewest turns, for a turn begun at each place from which home can be reached."""
    trail = _trail(game)
    if trail.go_on != "dare" or not game.draws_are_known:
        return None
    plan = stopping.plan_of(trail, game.distribution)
    begun = [
        {
            "from": plain(trail.amount_at(start)),
            "stop_on": [plain(trail.amount_at(at)) for at in range(start + 1, trail.steps) if not plan.go[start, at]],
            "turns_needed": float(plan.turns[start]),
        }
        for start in range(trail.steps)
        if np.isfinite(plan.turns[start])
    ]
    return {"goal": "fewest turns", "settled": plan.settled, "begun": begun}


MEASURED = Measured(solve=solve, player=player, chooses=chooses, hopeless=hopeless, best_play=best_play)
