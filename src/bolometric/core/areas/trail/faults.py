"""What can be wrong with a trail."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from functools import partial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.cards import faults as card_faults
from bolometric.core.areas.trail.daring.faults import no_choice
from bolometric.core.areas.trail.pairs.faults import held_up, held_up_by_best_play
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import faults as square_faults
from bolometric.core.areas.trail.squares.square import works
from bolometric.core.areas.trail.way import PER_ONE
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Annoyance, Change, Fault, change, cures
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing, minus, percent, plural, some_of

MOST_NAMED = 8
END = "area.end"
HALF = 0.5


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def lengthens(game: Game) -> str:
    """The setting that makes a trail longer."""
    return "area.length" if _trail(game).unit == "whole" else "area.amount"


def endless(exact: Analysis) -> Fault | None:
    """If a player may never get home, what is known of it."""
    never = exact.never
    if _trail(exact.game).never_out:
        return None  # that is told of the packs
    if exact.game.distribution.sampled:
        return None  # a total that came up in no draw looked at may lead home
    if area.hopeless(exact.game):
        return Fault(NEVER_ENDS, "fault", END, "Nobody can ever get home: no run of totals leads to the end.")
    if (never_home := held_up(exact.game)) is not None:
        return never_home
    if not never:
        return None
    if exact.game.others:
        return _stranded(exact.game)
    stranded = _dead_ends(exact.game)
    places, turns = _squares(stranded, exact.game), exact.turns
    whole = "" if turns is None or exact.game.seats.count == 1 else f", and {percent(turns.never)} of games never end"
    sentence = f"From {places} no run of totals leads home: {percent(never)} of players are stranded{whole} (exact)."
    return Fault(NEVER_ENDS, "fault", END, sentence)


def _dead_ends(game: Game) -> NDArray[np.intp]:
    """Where a player can come to and from where no run of totals leads home."""
    chain = compile_chain(_trail(game), game.distribution)
    return np.flatnonzero(~chain.can_finish & chain.can_be_reached)


def _stranded(game: Game) -> Fault | None:
    """The first player whose own draw may strand them."""
    for seat, (one, way) in enumerate(zip(game.by_seat, area.passages(game), strict=True), 1):
        places = _dead_ends(one)
        if len(places):
            sentence = (
                f"From {_squares(places, game)} no run of player {seat}'s totals leads home: "
                f"it happens to player {seat} in {percent(way.never)} of games that are played to the end (exact)."
            )
            return Fault(NEVER_ENDS, "fault", END, sentence)
    return None


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    yield from no_choice(game)
    yield from held_up_by_best_play(game)
    yield from useless_totals(game)
    yield from impossible_totals(game)
    yield from out_of_reach(game)
    yield from square_faults.by_rules(game)
    yield from card_faults.by_rules(game)


def useless(game: Game) -> int:
    """How many rules about totals, totals and squares do nothing."""
    trail = _trail(game)
    return len(list(useless_totals(game))) + sum(not works(square, trail.steps) for square in trail.squares)


def advice(exact: Analysis) -> Iterator[Fault]:
    """Squares that are never used."""
    untouched = never_landed(exact)
    if untouched is not None:
        yield Fault("never_landed", "advice", lengthens(exact.game), untouched)


def _squares(positions: NDArray[np.intp], game: Game) -> str:
    trail = _trail(game)
    squares = sorted({trail.square_of(int(p)) for p in positions}) if trail.unit == "whole" else positions.tolist()
    names = [tidy(trail.amount_at(square)) for square in squares]
    one, many = ("square", "squares") if _trail(game).unit == "whole" else ("the amount", "amounts")
    if len(names) == 1:
        return f"{one} {minus(names[0])}"
    if len(names) > MOST_NAMED:
        return f"{len(names)} {many} ({minus(names[0])} to {minus(names[-1])})"
    return f"{many} {listing(names, 'and')}"


def useless_totals(game: Game) -> Iterator[Fault]:
    """Totals that are no whole number of steps and so move nothing."""
    odds = game.distribution
    listed = {*_trail(game).back_to_start, *_trail(game).lose_turn}
    odd = [total for total in odds.totals if not _trail(game).fits(total) and total not in listed]
    if not odd:
        return
    chance = float(sum(odds.chance(total) for total in odd))
    steps = "squares" if _trail(game).unit == "whole" else f"{_trail(game).unit}s"
    found: list[Change] = []
    for choice in knob_at(game, "area.unit").knob.choices:
        if PER_ONE[choice.value] > _trail(game).per_one:
            finer = change(game, choice.order, "area.unit", choice.value)
            if finer is not None and all(_trail(finer.game).fits(total) for total in odd):
                found.append(finer)
    named, known = some_of([*map(minus, odd)], MOST_NAMED, "or"), "simulated" if odds.sampled else "exact"
    sentence = (
        f"A total of {named} is no whole number of {steps}, so the counter stays: {percent(chance)} of draws ({known})."
    )
    yield Fault("useless_total", "fault", "area.unit", sentence, tuple(found[:1]))


def impossible_totals(game: Game) -> Iterator[Fault]:
    """Rules about totals that can never come up; the cure is the rule without them."""
    possible = set(game.distribution.totals)
    for name in ("back_to_start", "lose_turn"):
        given: tuple[Fraction, ...] = getattr(_trail(game), name)
        missing = [total for total in given if total not in possible]
        if missing:
            path, kept = f"area.{name}", tuple(total for total in given if total in possible)
            cure = change(game, f"Take {listing(missing, 'and')} out", path, kept)
            yield Fault("impossible_total", "fault", path, _impossible(game, missing), cures(cure))


def _impossible(game: Game, missing: list[Fraction]) -> str:
    odds = game.distribution
    named, makes = listing(missing, "or"), f"they make {minus(odds.totals[0])} to {minus(odds.totals[-1])}"
    if odds.sampled:
        tried = f"came up in none of {odds.all_ways:,} draws (simulated; {makes})"
        return f"A total of {named} {tried}, so that rule does next to nothing."
    return f"A total of {named} can never come up with these pieces ({makes}), so that rule does nothing."


def out_of_reach(game: Game) -> Iterator[Fault]:
    """A shared counter that can't be home in its turns, whatever comes up."""
    trail = _trail(game)
    if trail.track != "shared" or trail.go_on == "dare" or game.distribution.sampled or area.hopeless(game):
        return
    chain = compile_chain(trail, game.distribution)
    if chain.acts is not None:
        return
    draws, front = 0, np.array([0])
    while len(front) and chain.length not in front:
        draws, front = draws + 1, np.unique(chain.landing[front])
    least = -(-draws // (trail.draws if trail.go_on == "fixed" else 1))
    if trail.most_turns is None or least <= trail.turns:
        return
    turns = plural(trail.turns, "turn")
    sentence = f"The end can't be reached in {turns}, whatever comes up: it takes {least} at least."
    yield Fault("out_of_reach", "fault", "area.turns", sentence, seek=partial(_more_turns, game, least))


def _more_turns(game: Game, least: int) -> tuple[Change, ...]:
    """So many turns that the end is reached in at least half of the games."""
    count = least
    while (more := change(game, f"Play {plural(count, 'turn')}", "area.turns", count)) is not None:
        solved = area.solve(more.game)
        if solved is None or (solved.readings["success"].mean or 0.0) >= HALF:
            return (more,)
        count = max(count + 1, round(count * 1.2))
    return ()


def never_landed(exact: Analysis) -> str | None:
    """A sentence naming the squares that nobody can land on, if there are any."""
    if not exact.game.draws_are_known or area.hopeless(exact.game):
        return None
    # By any draws, in any style: a marker that may stop where it likes can land on no more than these.
    trail = _trail(exact.game)
    carrying = [square.at for square in trail.squares]  # these are told of by themselves
    never = np.setdiff1d(square_faults.never_come_to(exact.game), carrying)
    ahead = [total for total in exact.game.distribution.totals if total > 0]
    if trail.unit == "whole" and ahead:
        never = never[never >= min(ahead)]  # nobody wonders at those before the least that is drawn
    if not len(never):
        return None
    return f"Nobody ever lands on {_squares(never, exact.game)}: leave a task or a picture off."


def annoyances(game: Game) -> tuple[Annoyance, ...]:
    """What would annoy those on a trail."""
    back = Annoyance(
        "mostly_back",
        "setbacks",
        0.4,
        True,
        "{} of turns end further back than they began.",
        "with two steps back for three forward nobody sees that they get on",
    )
    if _trail(game).track == "own" or _trail(game).most_turns is None:
        return (back,)  # nobody can fail
    return (
        back,
        Annoyance(
            "hardly_reached",
            "success",
            0.05,
            False,
            "All together reach the end in {} of games only.",
            "a group that loses nineteen games in twenty stops trying",
        ),
        Annoyance(
            "always_reached",
            "success",
            0.98,
            True,
            "All together reach the end in {} of games: nothing to fear.",
            "a group that plays it every week then loses once a year",
        ),
    )


FAULTS = Faults(
    lengthens=lengthens, endless=endless, by_rules=by_rules, useless=useless, advice=advice, annoyances=annoyances
)
