"""Question cards in the compiled loop: packs that are dealt, put under and run out, and who answers right."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.cards.rules import ASKED, AT_OUT, WINS
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.learner_work.note_writer import note
from bolometric.core.outcomes.chance import STEP, below, part
from bolometric.core.question_cards.packs import cards_of
from bolometric.core.settings.loops import ONE, inner

WRONG = ("under", "lose_move", "next_tries")
LOSE_MOVE, NEXT_TRIES = 1, 2
OUT = ("again", "ends", "skipped")
AGAIN, ENDS = 0, 1
ANY, NO_PACK = -1, -2
"""In place of a pack: any that is not out; none."""


KEEPS, IF_WRONG, IF_OUT, WIN, ROUNDS, WANTED = range(6)
"""Entries of the rules."""
SIZE, FRESH, FIRST, WAITS, MET = range(5)
"""Columns of the counts of a pack: its cards; those of them not dealt yet; where the ring of cards put under begins,
and how many are in it; how many have been met in this game."""
ORDER, UNDER, SEEN = range(3)
"""Piles of a pack: a permutation of its cards, of which the first are still to be dealt; the ring of cards put under;
the last run in which each card was met."""


class Asked(NamedTuple):
    """Packs and what answers come to, as few arrays: handing one over costs the loop more than looking into it."""

    right: NDArray[np.float64]
    """Shape (packs, seats): the chance of a right answer."""
    source: NDArray[np.int64]
    """Shape (seats, packs): which pack a seat draws from in place of each."""
    where: NDArray[np.int64]
    """Shape (squares + 1, 2): the pack that a square asks, or ANY, or NO_PACK; and how many cards are taken there."""
    rules: NDArray[np.int64]
    """Shape (6,): see KEEPS and its fellows."""
    counts: NDArray[np.int64]
    """Shape (packs + 1, 5): see SIZE and its fellows. The last row counts under MET the cards met again."""
    piles: NDArray[np.int64]
    """Shape (3, packs, cards): see ORDER and its fellows."""
    kept: NDArray[np.int64]
    """Shape (seats,): cards kept."""


def asked_of(trail: Trail, seats: int) -> Asked | None:
    """The packs of a trail compiled, with room for the games of one batch; None where nothing is asked."""
    if trail.asks == "no":
        return None
    names, places = [pack.name for pack in trail.packs], range(len(trail.packs))
    where = np.array([[NO_PACK, 1]] * (trail.steps + 1))
    for square in trail.placed:
        if square.does == "card" and square.at <= trail.steps and (not square.pack or square.pack in names):
            where[square.at] = names.index(square.pack) if square.pack else ANY, square.cards
    sizes = [len(cards_of(pack)) for pack in trail.packs]
    counts = np.zeros((len(names) + 1, 5), np.int64)
    counts[:-1, SIZE] = sizes
    piles = np.zeros((3, len(names), max(sizes)), np.int64)
    piles[ORDER], piles[SEEN] = np.arange(max(sizes)), -1
    rules = [
        int(trail.if_right == "keep"),
        WRONG.index(trail.if_wrong),
        OUT.index(trail.if_out),
        WINS.index(trail.cards_win),
        trail.cards_rounds,
        trail.cards_wanted,
    ]
    return Asked(
        np.array([[pack.chance(seat) for seat in range(seats)] for pack in trail.packs]),
        np.array([[trail.source(seat, place) for place in places] for seat in range(seats)]),
        where,
        np.array(rules),
        counts,
        piles,
        np.zeros(seats, np.int64),
    )


def for_a_batch(asked: Asked | None) -> Asked | None:
    """The same packs with counts and piles of their own, as if nothing had been played yet."""
    if asked is None:
        return None
    return asked._replace(counts=asked.counts.copy(), piles=asked.piles.copy(), kept=asked.kept.copy())


@inner
def fresh_packs(counts, kept):  # type: ignore[no-untyped-def]
    """Begin a game: all packs whole, nobody has a card. Shuffling is done card by card as they are dealt."""
    for pack in range(len(counts)):
        counts[pack, FRESH] = counts[pack, SIZE]
        counts[pack, FIRST] = counts[pack, WAITS] = counts[pack, MET] = 0
    for seat in range(len(kept)):
        kept[seat] = 0


@inner
def _deal(state, counts, piles, pack):  # type: ignore[no-untyped-def]
    """The next card of a pack that is not out: of those not met yet any, then those put under in their order."""
    fresh = counts[pack, FRESH]
    if fresh:
        place, last = below(state, fresh), np.uint64(fresh - 1)
        card = piles[ORDER, pack, place]
        piles[ORDER, pack, place] = piles[ORDER, pack, last]
        piles[ORDER, pack, last] = card
        counts[pack, FRESH] = fresh - 1
        return card
    first = counts[pack, FIRST]
    counts[pack, FIRST] = first + 1 if first + 1 < piles.shape[2] else 0
    counts[pack, WAITS] -= 1
    return piles[UNDER, pack, np.uint64(first)]


@inner
def _has_cards(counts, pack, out):  # type: ignore[no-untyped-def]
    """Whether a pack can be drawn from: it has cards, or is shuffled again."""
    return counts[pack, FRESH] + counts[pack, WAITS] > 0 or out == AGAIN


@inner
def _which(state, source, counts, out, seat, named):  # type: ignore[no-untyped-def]
    """The pack that a seat draws from, for one that is named or for any; -1 if there is none that has cards."""
    found = -1
    if named >= 0:
        found = source[seat, named] if _has_cards(counts, source[seat, named], out) else -1
    else:
        open_ones = 0
        for pack in range(len(counts) - 1):
            open_ones += _has_cards(counts, pack, out)
        which = np.int64(below(state, open_ones))
        for pack in range(len(counts) - 1):
            if _has_cards(counts, pack, out):
                found = pack if which == 0 else found
                which -= 1
    if found >= 0 and counts[found, FRESH] + counts[found, WAITS] == 0:
        counts[found, FRESH] = counts[found, SIZE]
    return found


@inner
def ask(state, asked, seat, square, run, codes, at):  # type: ignore[no-untyped-def]
    """Take the cards of a square and answer them.

    Returns:
        The random state, whether the move is lost, whether a pack that ends the game is out, and where the next note
        goes.
    """
    right, source, where, rules, counts, piles, kept = asked
    lost, over, out, seats = False, False, rules[IF_OUT], np.uint64(len(kept))
    seat, square = np.uint64(seat), np.uint64(square)  # indices unsigned, as in the loop
    for _ in range(where[square, 1]):
        state += STEP
        found = _which(state, source, counts, out, seat, where[square, 0])
        if found < 0:
            break
        pack = np.uint64(found)
        state += STEP
        card = np.uint64(_deal(state, counts, piles, pack))
        counts[pack, MET] += 1
        counts[len(counts) - 1, MET] += piles[SEEN, pack, card] == run
        piles[SEEN, pack, card] = run
        state += STEP
        at = note(codes, at, ASKED, found, np.int64(card), np.int64(seat))
        answers, good = seat, part(state) < right[pack, seat]
        if not good:
            lost = lost or rules[IF_WRONG] == LOSE_MOVE
            if rules[IF_WRONG] == NEXT_TRIES and seats > 1:
                answers = seat + ONE if seat + ONE < seats else np.uint64(0)
                at = note(codes, at, ASKED, found, np.int64(card), np.int64(answers))
                state += STEP
                good = part(state) < right[pack, answers]
        if good and rules[KEEPS]:
            kept[answers] += 1
        else:
            last = counts[pack, FIRST] + counts[pack, WAITS]
            piles[UNDER, pack, np.uint64(last if last < piles.shape[2] else last - piles.shape[2])] = np.int64(card)
            counts[pack, WAITS] += 1
        if counts[pack, FRESH] + counts[pack, WAITS] == 0 and (out == ENDS or rules[WIN] == AT_OUT):
            over = True
            break
    return state, lost, over, at
