"""Whole games on a grid, played by the thousand: the compiled inner loop of the runs."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.grid.choosing import (
    GUESS,
    LENGTHEN,
    PLAN,
    RAREST,
    best_of,
    drawn,
    look_ahead,
    notice,
    open_cells,
    weigh,
)
from bolometric.core.areas.grid.rules import ALL, NOBODY, claim, claims_of, counted, dealt_draws, draws_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.areas.grid.work import CLAIMED, LOOKED
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, FURTHER, Book, Whole, noted
from bolometric.core.outcomes.chance import STEP, below, part, stream
from bolometric.core.outcomes.deck import deal, dealt, shuffle
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import NO_WINNER, TIED, UNFINISHED, Batch, Player
from bolometric.core.settings.loops import inner, loop

Shares = NDArray[np.float64]
LINE, MOST, FIRST_TO = 0, 1, 2
"""What wins, as the loop knows it."""
ENDS = {"line": LINE, "most": MOST, "first_to": FIRST_TO}


def style_of(area: Grid, style: Style) -> int:
    """A style as the loops know it; a rule that does not fit counts as the usual one of those that do."""
    if style.choose == "thumb":
        fitting = [rule.key for rule in area.offered_rules]
        return LENGTHEN if (style.rule if style.rule in fitting else fitting[0]) == "lengthen" else RAREST
    return GUESS if style.choose == "guess" else PLAN


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    play = _compiled(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        return play(runs, most_turns, rng, book)[0]

    return batch


def cells_used(game: Game, runs: int, most_turns: int, rng: np.random.Generator) -> tuple[Shares, Shares]:
    """In which share of games each cell is claimed, and is part of the line that wins; each of shape (cells,)."""
    _, claimed, winning = _compiled(game)(runs, most_turns, rng, None)
    return claimed / runs, winning / runs


def _compiled(game: Game) -> Callable[[int, int, np.random.Generator, Book | None], tuple[Batch, Shares, Shares]]:
    """The game laid out for the loop: what it gives is a batch, and how often each cell was claimed and won with."""
    claims, area, seats = claims_of(game), game.area_as(Grid), game.seats.count
    styles = np.array([style_of(area, game.seats.style(seat)) for seat in range(seats)])
    own, taken = counted(claims, claims.owner, seats)
    free = int(np.count_nonzero(claims.owner == ALL))
    rules = ENDS[area.wins], area.wanted, area.takes_over, area.draws_again, area.draws == "shared"
    laid_out = draws_of(game)
    draws = laid_out.edges, laid_out.start, laid_out.cells, laid_out.own
    seen, standing = (len(laid_out.noticed) > 0, laid_out.noticed), (claims.owner, own, taken)
    crossing = claims.first_line, claims.through, claims.need
    deck = dealt_draws(game) if remembers(game.pieces) else None

    def play(runs: int, most_turns: int, rng: np.random.Generator, book: Book | None) -> tuple[Batch, Shares, Shares]:
        turns, rolls, idle = (np.zeros(runs, np.int64) for _ in range(3))
        winner, home = np.zeros(runs, np.int8), np.zeros(runs, np.int64)
        claimed, winning = np.zeros((2, len(claims.owner)))
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                styles,
                seats,
                rules,
                (draws, seen),
                deck,
                (standing, crossing, claims.lines, laid_out.chance, free),
                most_turns,
                codes,
                ends,
                (turns, rolls, winner, home, idle, claimed, winning),
            )

        noted(book, loop)
        return Batch(turns, rolls, winner, home, idle=idle.astype(float)), claimed, winning

    return play


@loop
def _play(  # type: ignore[no-untyped-def]
    state, styles, seats, rules, drawing, deck, board, most_turns, codes, note_ends, columns
):
    draws, seen = drawing
    standing, crossing, lines, chance, free = board
    ends, wanted, takes_over, again, shared = rules
    edges, start, cells, whose = draws
    hidden, noticed = seen
    first_owner, first_own, first_taken = standing
    first_line, through, need = crossing
    turns_out, rolls_out, winner_out, home_out, idle_out, claimed, winning = columns
    size = len(first_owner)
    out, worth = np.zeros(size, np.int64), np.zeros(size)
    ever, at = np.zeros(size, np.int64), 0
    possible = 0
    for cell in range(size):
        possible += first_owner[cell] == NOBODY and chance[:, cell].any()
    if deck is not None:
        cards, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        if deck is not None:
            shuffle(cards, counts, deck)
        owner, own, taken = first_owner.copy(), first_own.copy(), first_taken.copy()
        have = np.full(seats, free)
        turn, rolls, idle, left, winner, draw = 0, 0, 0, possible, -1, 0
        while turn < most_turns and winner < 0 and (left > 0 or takes_over):
            seat = turn % seats
            turn += 1
            found = 0
            for attempt in range(2 if again else 1):
                if not shared or seat == 0:
                    if deck is None:
                        state += STEP
                        draw = drawn(edges, whose, seat, part(state))
                    else:
                        draw = deck.codes[deal(state, cards, counts, deck)]
                        state += moves_on
                    rolls += 1
                at = note(codes, at, FURTHER if attempt else FIRST, draw, np.int64(shared and seat != 0), seat)
                found = open_cells(draw, seat, start, cells, owner, takes_over, out)
                if hidden and found:
                    looked = np.uint64(found)
                    found = notice(draw, found, start, cells, noticed, out, state)
                    state += STEP * looked
                if found:
                    break
                at = note(codes, at, LOOKED, draw, np.int64(0), seat)
            if found == 0:
                idle += 1
                continue
            state += STEP
            if found > 1:
                at = note(codes, at, DECIDE, draw, found, seat)
            if found == 1:
                cell = out[0]
            elif styles[seat] == GUESS:
                cell = out[np.int64(below(state, found))]
            else:
                weigh(
                    styles[seat], seat, seats, found, out, worth, owner, own, taken, first_line, through, need, chance
                )
                if styles[seat] == PLAN:
                    cell = look_ahead(
                        seat, seats, found, out, worth, state, draws, (owner, own, taken), crossing, takes_over
                    )
                else:
                    cell = best_of(found, out, worth, state)
            state += STEP * np.uint64(100_003)
            at = note(codes, at, CLAIMED, draw, cell, seat)
            before = owner[cell]
            if before >= 0:
                have[before] -= 1
            else:
                left -= 1
            ever[cell] = run + 1
            done = claim(cell, seat, owner, own, taken, first_line, through, need)
            have[seat] += 1
            if (ends == LINE and done) or (ends == FIRST_TO and have[seat] >= wanted):
                winner = seat
        turns_out[run], rolls_out[run], idle_out[run] = turn, rolls, idle
        end_notes(note_ends, run, at)
        best, shares = have.max(), 0
        for seat in range(seats):
            shares |= (have[seat] == best) << seat
        if winner >= 0:
            winner_out[run], home_out[run] = winner, 1 << winner
        elif turn >= most_turns and (left > 0 or takes_over):
            winner_out[run], home_out[run] = UNFINISHED, 0
        elif ends == MOST:
            home_out[run] = shares
            winner_out[run] = TIED if shares & (shares - 1) else np.int64(np.log2(shares) + 0.5)
        else:
            winner_out[run], home_out[run] = NO_WINNER, 0
        _count(run + 1, ends == LINE and winner >= 0, winner, ever, own, need, lines, claimed, winning)


@inner
def _count(mark, by_line, winner, ever, own, need, lines, claimed, winning):  # type: ignore[no-untyped-def]
    """Counts the cells that were claimed in a game, and those of the lines that won it."""
    for cell in range(len(ever)):
        claimed[cell] += ever[cell] == mark
    if by_line:
        for line in range(len(lines)):
            if lines[line, 0] >= 0 and own[line, winner] == need[line]:
                for k in range(lines.shape[1]):
                    winning[lines[line, k]] += 1
