"""Choices on a trail that are none: one option is best in every position, or a rule of thumb does as well."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.daring.stopping import plan_of, policy_of, turn_matrix
from bolometric.core.areas.trail.exact import followed, way_of_turns
from bolometric.core.areas.trail.rules import GOES_ON, TrailChain, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.chains.race import PERIOD
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game, with_value, with_values
from bolometric.core.game.fault import Change, Fault, change, cures, in_words_of
from bolometric.core.game.seats import Style
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing, minus

AS_GOOD = 1e-7
"""How much worse, relatively, a rule of thumb may do to be called as good as best play."""
A_RISK = 1 / 6
"""A chance to lose the gain with which daring is worth a thought: totals of about that chance are tried first."""
MOST_TRIED = 4
GO_ON, MOVES, BACK = "area.go_on", "area.moves", "area.back_to_start"


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def no_choice(game: Game) -> Iterator[Fault]:
    """What is wrong if players may choose but there is nothing to decide."""
    if not area.chooses(game) or area.hopeless(game) or not game.draws_are_known:
        return
    if _trail(game).go_on == "dare":
        words = _stopping(game)
        if words is not None:
            yield Fault("no_choice", "fault", GO_ON, words, tuple(_daring(game)) or _choosing(game, GO_ON, "no"))
    else:
        words = _moving(game)
        if words is not None:
            yield Fault("no_choice", "fault", MOVES, words, (*_sent_back(game), *_choosing(game, MOVES, "own")))


def _choosing(game: Game, path: str, value: str) -> tuple[Change, ...]:
    """Another choice of a setting, in its own words."""
    order = next(choice.order for choice in knob_at(game, path).knob.choices if choice.value == value)
    return cures(change(game, order, path, value))


def _daring(game: Game) -> Iterator[Change]:
    """Totals that cost the gain, one more or one fewer, so that there is something to decide."""
    trail, odds = _trail(game), game.distribution
    listed = {*trail.lose_turn, *trail.back_to_start}
    more = sorted((t for t in odds.totals if t not in listed), key=lambda t: abs(float(odds.chance(t)) - A_RISK))
    yield from _turn_only(game, more[:MOST_TRIED])
    tried = [(f"Let a total of {minus(t)} cost the turn's gain", (*trail.lose_turn, t)) for t in more[:MOST_TRIED]]
    tried += [
        (f"Let a total of {minus(t)} cost nothing", tuple(k for k in trail.lose_turn if k != t))
        for t in trail.lose_turn
        if len(trail.lose_turn) > 1
    ]
    for words, totals in tried:
        found = change(game, words, "area.lose_turn", totals)
        if found is not None and not area.hopeless(found.game) and _stopping(found.game) is None:
            yield found
            return


def _turn_only(game: Game, further: Sequence[Value]) -> Iterator[Change]:
    """What takes everything costs the turn's gain instead, so that what is kept is kept; if need be with one more."""
    trail = _trail(game)
    if not trail.back_to_start:
        return
    for more in ((), *((total,) for total in further)):
        totals = tuple(sorted({*trail.lose_turn, *trail.back_to_start, *more}))
        words = f"Let a total of {listing(totals, 'or')} cost the turn's gain, and nothing more"
        settings: dict[str, object] = {BACK: (), "area.lose_turn": totals}
        made = with_values(game, settings)
        if not area.hopeless(made) and _stopping(made) is None:
            (first, value), *then = settings.items()
            yield Change(in_words_of(game, words), first, value, made, tuple(then))
            return


def _stopping(game: Game) -> str | None:
    """A sentence if it is never a question whether to stop."""
    chain = compile_chain(_trail(game), game.distribution)
    ahead = _within_a_turn(chain) & (chain.can_be_reached & chain.can_finish)[:, None]
    if not ahead.any():
        return None
    plan = plan_of(_trail(game), game.distribution)
    go = plan.go[ahead]
    if area.meets(game):  # what is best to win depends on the other's marker too
        from bolometric.core.areas.trail.pairs.best_play import against

        go = against(_trail(game), game.distribution).go[chain.can_be_reached][:, ahead].astype(bool)
    if go.all():
        trail = _trail(game)
        if trail.back_to_start and not trail.lose_turn:
            takes = listing(trail.back_to_start, "or")
            return (
                f"Stopping saves nothing, since a total of {takes} in a later turn takes what was kept too: going on "
                "is best in every position."
            )
        more = "one more" if trail.lose_turn else "some"
        return (
            f"Going on is best in every position, so there is nothing to decide: let {more} total cost the turn's gain."
        )
    if not go.any():
        return "Stopping is best in every position, so there is nothing to decide: make going on less of a risk."
    return None if area.meets(game) else _thumb_as_good(game, float(plan.turns[0]))


def _moving(game: Game) -> str | None:
    """A sentence if it is never a question whom to move; None where best play is not known."""
    try:
        best, thumb = (
            with_value(game, "seats.styles", (style, Style(choose="plan")))
            for style in (Style(choose="plan"), Style(choose="thumb", rule="ahead"))
        )
    except GameError:
        return None
    from bolometric.core.areas.trail.pairs.best_play import against

    plan, chain = against(_trail(game), game.distribution), compile_chain(_trail(game), game.distribution)
    steps, here = chain.length, np.flatnonzero(chain.whoever_moves[1])
    own, theirs = (table[here] != np.arange(steps)[here, None] for table in chain.own_and_theirs)
    counts = own[:, None, :] | theirs[None, :, :]
    gives = plan.gives[np.ix_(here, here)][counts]
    if not gives.any():
        return "Moving one's own counter is best in every position, so there is nothing to decide."
    if gives.all():
        return "Moving the other's counter is best in every position, so there is nothing to decide."
    solved = [area.solve(played) for played in (best, thumb)]
    wins = [None if one is None else one.readings["seat_wins"].values for one in solved]
    if wins[0] and wins[1] and wins[1][0] >= wins[0][0] * (1 - AS_GOOD):
        words = _trail(game).rule("ahead").words
        return f"To {words} is as good as best play, so there is little to decide."
    return None


def _sent_back(game: Game) -> Iterator[Change]:
    """The first total, from the smallest, that makes a choice of it by sending a marker back."""
    for total in game.distribution.totals[:3]:
        back = (*_trail(game).back_to_start, total)
        found = change(game, f"Let a total of {minus(total)} send a counter back to the start", BACK, back)
        if found is not None and not area.hopeless(found.game) and _moving(found.game) is None:
            yield found
            return


def _thumb_as_good(game: Game, best: float) -> str | None:
    """A sentence if a simple rule of thumb takes no more turns than best play, alone."""
    chain, trail = compile_chain(_trail(game), game.distribution), _trail(game)
    own = [style for style in game.seats.styles if style.choose == "thumb"]
    for style in (*own, *(Style(choose="thumb", rule="stop_after", number=number) for number in (2, 3))):
        way = followed(way_of_turns(turn_matrix(chain, policy_of(trail, game.distribution, style))))
        turns = WaitingTime(way.alive, PERIOD if way.tail_loss < 1 else 1, way.tail_loss, way.never)
        mean = turns.mean() if way.settled else None
        if mean is not None and mean <= best * (1 + AS_GOOD):
            return f"To {style.words(trail)} is as good as best play, so there is little to decide."
    return None


def _within_a_turn(chain: TrailChain) -> NDArray[np.bool_]:
    """Which positions a turn begun at each can come to without ending; shape (steps, steps)."""
    steps = chain.length
    moves = np.zeros((steps, steps + 1), np.float32)
    for column in np.flatnonzero(chain.turn == GOES_ON):
        moves[np.arange(steps), chain.landing[:, column]] = 1
    reach = moves[:, :steps]
    while True:  # each round doubles how many draws are looked at
        further = np.minimum(reach + reach @ reach, 1)
        if (further == reach).all():
            return reach > 0
        reach = further
