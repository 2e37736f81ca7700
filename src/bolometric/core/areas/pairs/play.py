"""Whole games of pairs, played by the thousand: a compiled loop, card by card; each player has a memory."""

from __future__ import annotations

from itertools import combinations, combinations_with_replacement, permutations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.pairs.exact import old_second
from bolometric.core.areas.pairs.matching import THIRD
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import STEP, below, part, stream
from bolometric.core.outcomes.lead import ACCOUNT, CHANGES, SINCE, TOLD, alone_ahead, clear_lead, led_at, note_lead
from bolometric.core.results.batch import Batch, Player, most_wins, shared_win
from bolometric.core.settings.loops import inner, loop

NONE = np.zeros((1, 1), np.bool_)
"""A table in which nothing matches."""
EVERYTHING = 1 << 30
"""Cards turned last that are known to somebody who remembers every card."""


def remembered(style: Style) -> int:
    """How many of the cards turned last somebody knows."""
    if style.choose == "guess":
        return 0
    return style.number if style.choose == "thumb" and style.rule == "remember_last" else EVERYTHING


def chance_of(style: Style) -> float:
    """With what chance somebody who remembers some cards knows one that is turned; 0 for all others."""
    return min(style.number, 10) / 10 if style.choose == "thumb" and style.rule == "remember_some" else 0.0


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats = game.area_as(Pairs), game.seats.count
    again = area.again == "yes"
    styles = [game.seats.style(seat) for seat in range(seats)]
    # Which two match, and which three: one of the tables is empty.
    found = tables(area)
    pairs, threes = (found, NONE[None]) if area.size == 2 else (NONE, found)
    memory = np.array([remembered(style) for style in styles])
    chances = np.array([chance_of(style) for style in styles])
    # Best play is a table by the pairs that lie there and the single cards that are known.
    many = len(area.pairs)
    old = np.zeros((seats, many + 1, many + 1), np.bool_)
    for seat, style in enumerate(styles):
        if style.choose == "plan":
            for n, k in old_second(many, again):
                old[seat, n, k] = True

    weighs = old.any(axis=(1, 2))

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        out, score, idle = Batch.empty(runs), np.zeros((runs, seats)), np.zeros(runs)
        taken = np.zeros((runs, seats), np.int64)
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def play(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                len(area.cards),
                pairs,
                threes,
                memory,
                chances,
                old,
                weighs,
                again,
                most_turns,
                codes,
                ends,
                out.columns(),
                score,
                idle,
                taken,
            )

        noted(book, play)
        home, winner = shared_win(most_wins(score) & (out.home == 1)[:, None])
        return Batch(
            out.turns,
            np.zeros(runs, np.int64),
            winner,
            home,
            last_lead=out.last_lead,
            lead_changes=out.lead_changes,
            half_lead=out.half_lead,
            idle=idle,
            score=score,
            rounds=taken.max(axis=1),
        )

    return batch


def tables(area: Pairs) -> NDArray[np.bool_]:
    """Which cards match, never one with itself: shape (cards, cards) for pairs, (cards, cards, cards) for threes."""
    cards, size = area.cards, area.size
    values = sorted(set(cards))
    kinds = np.array([values.index(card) for card in cards])
    alike = np.zeros((len(values),) * size, np.bool_)
    for one in combinations_with_replacement(range(len(values)), size):
        if area.matches(*(values[kind] for kind in one)):
            for order in permutations(one):
                alike[order] = True
    match: NDArray[np.bool_] = alike[np.ix_(*(kinds,) * size)]
    for this, that in combinations(np.ix_(*(np.arange(len(cards)),) * size), 2):
        match &= this != that
    return match


@loop
def _play(  # type: ignore[no-untyped-def]
    state,
    count,
    match,
    threes,
    memory,
    chances,
    old,
    weighs,
    again,
    most_turns,
    codes,
    note_ends,
    out,
    score,
    idle_out,
    taken,
):
    turns_out, _, _, home_out, _, last_lead_out, lead_changes_out, half_lead_out = out
    seats = len(memory)
    # Which cards lie there, the first ``left`` of a list that is kept dense; when each was turned last, 0 for never.
    lying, when, held = np.zeros(count, np.int64), np.zeros(count, np.int64), np.zeros(seats, np.int64)
    listed = np.zeros(count, np.int64)
    lead, at, some = np.zeros(ACCOUNT, np.int64), 0, chances.any()
    # The cards turned in this turn, and whether each card is one of them.
    size, up, raised, single = 3 if len(threes) > 1 else 2, np.zeros(3, np.int64), np.zeros(count, np.bool_), 0
    # What those who remember some cards know, in place of when these were turned: 1 for a card that is known.
    own = np.zeros((seats, count), np.int64)
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        for card in range(count):
            lying[card], when[card] = card, 0
        left, shown, turn, seat, idle = count, 0, 0, 0, 0
        held[:], own[:] = 0, 0
        clear_lead(lead)
        going = True
        while going and turn < most_turns:
            turn += 1
            taken[run, seat] += 1
            by_chance = chances[seat] > 0
            seen = own[seat] if by_chance else when
            since = 0 if by_chance else shown - memory[seat]
            at = note(codes, at, DECIDE, 0, 0, seat)
            for t in range(size):
                card = -1
                if memory[seat]:
                    if size == 3:
                        card = _of_a_three(lying, left, seen, since, threes, raised, up, t, listed)
                    elif t:
                        card = _partner(lying, left, seen, since, up[0], match)
                    else:
                        card = _of_a_pair(lying, left, seen, since, match, listed)
                if card < 0:
                    state += STEP
                    if t == 1 and weighs[seat] and old[seat, left // 2, single]:
                        card = _any_known(lying, left, seen, since, raised)
                    else:
                        card = _turned(state, lying, left, seen, since, raised, t)
                    single = _singles(lying, left, when, match) if t == 0 and weighs[seat] else 0
                    since += not by_chance  # a card that is turned for what is known makes nobody forget the others
                shown += 1
                up[t], when[card], raised[card] = card, shown, True
                if some:
                    state = _remembered(state, own, chances, card)
            at = note(codes, at, FIRST, up[0], up[1] + (THIRD * up[2] if size == 3 else 0), seat)
            found = threes[up[0], up[1], up[2]] if size == 3 else match[up[0], up[1]]
            if found:
                held[seat] += 1
                left = _without(lying, left, raised)
                note_lead(lead, alone_ahead(held, 1), turn)
                going = _any_match(lying, left, match, threes)
            for t in range(size):
                raised[up[t]] = False
            idle += not found
            if not (found and again):
                seat = 0 if seat == seats - 1 else seat + 1
        turns_out[run], idle_out[run], home_out[run] = turn, idle, not going
        for k in range(seats):
            score[run, k] = held[k]
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)


@inner
def _known(when, since, card):  # type: ignore[no-untyped-def]
    """Whether a card is known to somebody who knows those turned after ``since``."""
    return when[card] > 0 and when[card] > since


@inner
def _remembered(state, own, chances, card):  # type: ignore[no-untyped-def]
    """Let those who remember some cards know one that is turned, each by chance; gives the random state."""
    for seat in range(len(chances)):
        if chances[seat] > 0:
            state += STEP
            if part(state) < chances[seat]:
                own[seat, card] = 1
    return state


@inner
def _of_a_three(lying, left, seen, since, threes, raised, up, many, known):  # type: ignore[no-untyped-def]
    """A known card of a three of which so many cards are turned and the others are known, or -1.

    ``known`` is room for a list of known cards. Of a whole three that is known the one that lies first is given.
    """
    count = 0
    for i in range(left):
        card = lying[i]
        if _known(seen, since, card) and not raised[card]:
            if many == 2:
                if threes[up[0], up[1], card]:
                    return card
                continue
            found = _first_of(known, count, threes, up, many, card)
            if found >= 0:
                return found
            known[count] = card
            count += 1
    return -1


@inner
def _of_a_pair(lying, left, seen, since, match, known):  # type: ignore[no-untyped-def]
    """A known card whose partner is known too, or -1; ``known`` is room for a list."""
    count = 0
    for i in range(left):
        card = lying[i]
        if _known(seen, since, card):
            for k in range(count):
                if match[known[k], card]:
                    return known[k]
            known[count] = card
            count += 1
    return -1


@inner
def _partner(lying, left, seen, since, first, match):  # type: ignore[no-untyped-def]
    for i in range(left):
        card = lying[i]
        if match[first, card] and _known(seen, since, card):
            return card
    return -1


@inner
def _first_of(known, count, threes, up, many, card):  # type: ignore[no-untyped-def]
    """The first known card of a three with another known one and this card, and the one that is turned; or -1."""
    for k in range(count):
        if many:
            if threes[up[0], known[k], card]:
                return known[k]
            continue
        for j in range(k):
            if threes[known[j], known[k], card]:
                return known[j]
    return -1


@inner
def _turned(state, lying, left, when, since, raised, many):  # type: ignore[no-untyped-def]
    """Any card not turned yet that is not known; where all are, any."""
    free = 0
    for i in range(left):
        free += not raised[lying[i]] and not _known(when, since, lying[i])
    all_known = free == 0
    if all_known:
        free = left - many
    which = below(state, free)
    for i in range(left):
        if not raised[lying[i]] and (all_known or not _known(when, since, lying[i])):
            if which == 0:
                return lying[i]
            which -= 1
    return lying[0]


@inner
def _any_known(lying, left, when, since, raised):  # type: ignore[no-untyped-def]
    for i in range(left):
        if not raised[lying[i]] and _known(when, since, lying[i]):
            return lying[i]
    return lying[0]


@inner
def _singles(lying, left, when, match):  # type: ignore[no-untyped-def]
    """Cards that have been seen, while their partners have not; for pairs."""
    found = 0
    for i in range(left):
        if when[lying[i]] > 0:
            found += 1
            for j in range(left):
                if match[lying[i], lying[j]] and when[lying[j]] > 0:
                    found -= 1
                    break
    return found


@inner
def _without(lying, left, raised):  # type: ignore[no-untyped-def]
    """Take cards off the list; gives how many are left."""
    kept = 0
    for i in range(left):
        if not raised[lying[i]]:
            lying[kept] = lying[i]
            kept += 1
    return kept


@inner
def _any_match(lying, left, match, threes):  # type: ignore[no-untyped-def]
    """Whether any two cards, or three, that lie there match."""
    if len(threes) == 1:
        for i in range(left):
            for j in range(i + 1, left):
                if match[lying[i], lying[j]]:
                    return True
        return False
    for i in range(left):
        for j in range(i + 1, left):
            for k in range(j + 1, left):
                if threes[lying[i], lying[j], lying[k]]:
                    return True
    return False
