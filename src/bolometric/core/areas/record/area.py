"""A record as the rest of the core sees it."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.record.seen import Kinds, expected_after, kinds_of, lasting, success_within
from bolometric.core.areas.record.spec import Record
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import STEP, part
from bolometric.core.outcomes.deck import Dealing, deal, dealt, deck_of, shown_of, shuffle
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import NO_WINNER, UNFINISHED, Batch, Player
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.readings import Reading, exact_length, exact_value
from bolometric.core.settings.loops import loop


def solve(game: Game) -> ExactResult | None:
    """How long a record takes and what is seen; None if there is too much to follow."""
    area, kinds, turns = game.area_as(Record), kinds_of(game), lasting(game)
    if turns is not None and remembers(game.pieces):
        return ExactResult({**_lengths(turns, game.seats.count), "stuck": exact_value(0.0)}, turns)
    if turns is None:
        return None
    readings = {**_lengths(turns, game.seats.count), "stuck": exact_value(0.0)}
    if area.complete == "all":
        readings |= {"success": exact_value(1.0), "seen": exact_value(float(len(kinds.ways)))}
        return ExactResult(readings, turns)
    readings["seen"] = exact_value(expected_after(kinds, area.draws))
    success = success_within(kinds, area.draws)
    if success is not None:
        readings["success"] = exact_value(success)
    return ExactResult(readings, turns)


def _lengths(turns: WaitingTime, seats: int) -> dict[str, Reading]:
    length = exact_length(turns)
    return {"turns": length, "rolls": length, "rounds": exact_length(turns.in_rounds(seats))}


def _deck(game: Game, kinds: Kinds) -> Dealing:
    """Draws that remember, and what each code is of what is told apart."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    at = {name: number for number, name in enumerate(kinds.names)}
    if game.area_as(Record).seen == "totals":
        of_total = [at.get((total,), len(at)) for total in game.distribution.totals] + [len(at)]
        found = np.array(of_total)[np.minimum(place, len(of_total) - 1)]
    else:
        names, which = shown_of(game.pieces)
        found = np.array([at[name] for name in names])[which]
    return deck.dealing(np.append(found, -1)[deck.index])


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    deck = _deck(game, kinds_of(game)) if remembers(game.pieces) else None
    area, kinds = game.area_as(Record), kinds_of(game)
    ways = np.array([*kinds.ways, kinds.nothing], float)
    edges = ways.cumsum() / ways.sum()

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        most = min(most_turns, area.draws) if area.complete == "draws" else most_turns
        turns, seen = np.zeros(runs, np.int64), np.zeros(runs, np.int64)
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                edges,
                deck,
                len(kinds.ways),
                area.complete == "all",
                most,
                game.seats.count,
                codes,
                ends,
                turns,
                seen,
            )

        noted(book, loop)
        over = seen == len(kinds.ways) if area.complete == "all" else turns == area.draws
        winner = np.where(over, NO_WINNER, UNFINISHED).astype(np.int8)
        success = (seen == len(kinds.ways)).astype(float)
        return Batch(turns, turns, winner, np.zeros(runs, np.int64), success=success, own={"seen": seen.astype(float)})

    return batch


@loop
def _play(  # type: ignore[no-untyped-def]
    state, edges, deck, kinds, until_all, most, seats, codes, note_ends, turns_out, seen_out
):
    met, at = np.full(kinds + 1, -1, np.int64), 0
    if deck is not None:
        left, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    for run in range(len(turns_out)):
        seen, turn = 0, 0
        if deck is not None:
            shuffle(left, counts, deck)
        while turn < most and not (until_all and seen == kinds):
            if deck is None:
                state += STEP
                kind = np.searchsorted(edges, part(state), "right")
            else:
                kind = deck.codes[deal(state, left, counts, deck)]
                state += moves_on
            at = note(codes, at, FIRST, kind, 0, turn % seats)
            turn += 1
            if kind < kinds and met[kind] != run:
                met[kind] = run
                seen += 1
        turns_out[run], seen_out[run] = turn, seen
        end_notes(note_ends, run, at)


MEASURED = Measured(solve=solve, player=player)
