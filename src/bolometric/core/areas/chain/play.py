"""Whole chains, made by the thousand, and how a style chooses a sum: compiled, for the runs and for the table."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.chain.solved import can_win, results_of, solved, sums_left, whole
from bolometric.core.areas.chain.spec import Chain
from bolometric.core.areas.chain.witness import longest
from bolometric.core.chains.waiting import fixed
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Seats, Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import STEP, below, stream
from bolometric.core.results.batch import NO_WINNER, Batch, Player
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.readings import exact_length, exact_value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import inner, loop

GUESS, LARGE, PLAN = 0, 1, 2
NO_TABLE = np.zeros((1, 1, 1), np.int8)
"""In place of best play, where nobody asks for it."""
Counts = NDArray[np.int64]
TRIED, PARTS = 20_000, 10
"""Chains that are made where not all can be followed, and how often it is asked whether they are still wanted."""
KNOWN = {"guess": GUESS, "thumb": LARGE, "plan": PLAN}


def style_of(style: Style) -> int:
    """A style as the loop knows it."""
    return KNOWN[style.choose]


def chooses(game: Game) -> bool:
    """There is nearly always more than one sum."""
    return True


def solve(game: Game) -> ExactResult | None:
    """What best play together comes to; None where somebody leaves it to chance or it is not known."""
    area, seats = game.area_as(Chain), game.seats.count
    plans = all(game.seats.style(seat).choose == "plan" for seat in range(seats))
    if area.practice != "together" or not plans:
        return None
    sums, proved = longest(area)
    if not proved:
        return None
    left = len(area.open_line) - 2 * sums
    turns = fixed(sums)
    length = exact_length(turns)
    readings = {
        "turns": length,
        "rolls": exact_length(fixed(0)),
        "rounds": exact_length(turns.in_rounds(seats)),
        "left": exact_value(float(left)),
        "success": exact_value(float(left <= area.wanted)),
        "stuck": exact_value(0.0),
    }
    return ExactResult(readings, turns)


def hopeless(game: Game) -> bool:
    """Whether the aim is out of reach, as far as every chain has been followed."""
    area = game.area_as(Chain)
    if area.practice == "against":
        return False
    return len(area.open_line) - 2 * longest(area)[0] > area.wanted


def table(area: Chain) -> NDArray[np.int8]:
    """Best play as the loop takes it: an empty table where it is not known."""
    found = solved(area.open_line, area.signs == "free")
    return NO_TABLE if found is None else found


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    play = _compiled(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        area, seats = game.area_as(Chain), game.seats.count
        turns, left, _ = play(runs, rng, book)
        nothing = np.zeros(runs, np.int64)
        own = {"left": left.astype(float)}
        if area.practice == "together":
            success, nobody = (left <= area.wanted).astype(float), np.full(runs, NO_WINNER, np.int8)
            return Batch(turns, nothing, nobody, nothing, success=success, own=own)
        winner = ((turns - 1) % seats).astype(np.int8)
        return Batch(turns, nothing, winner, 1 << winner.astype(np.int64), own=own)

    return batch


@lru_cache(maxsize=8)
def best_found(area: Chain) -> int:
    """The most sums of many chains, half of them with large numbers first and half by chance, up to the bound."""
    most, bound = 0, longest(area)[0]
    for style in (Style(choose="thumb", rule="large"), Style()):
        for seed in range(PARTS):
            checkpoint()
            game = Game.model_construct(area=area, seats=Seats(count=1, styles=(style,)))
            turns, _, _ = _compiled(game)(TRIED // PARTS, np.random.default_rng(seed), None)
            most = max(most, int(turns.max()))
            if most >= bound:
                return most
    return most


def left_over(game: Game, runs: int, rng: np.random.Generator) -> NDArray[np.float64]:
    """In which share of games each number is left; one entry for each number that is not struck at the start."""
    return 1 - _compiled(game)(runs, rng, None)[2] / runs


def _compiled(
    game: Game,
) -> Callable[[int, np.random.Generator, Book | None], tuple[Counts, Counts, NDArray[np.float64]]]:
    """The game laid out for the loop; it gives sums and numbers left of each game, and how often each was struck."""
    area, seats = game.area_as(Chain), game.seats.count
    styles = np.array([style_of(game.seats.style(seat)) for seat in range(seats)])
    results, numbers = results_of(area.open_line), np.array(area.open_line)
    planned = table(area) if (styles == PLAN).any() else NO_TABLE
    free, against = area.signs == "free", area.practice == "against"

    def play(runs: int, rng: np.random.Generator, book: Book | None) -> tuple[Counts, Counts, NDArray[np.float64]]:
        turns, left, struck = np.zeros(runs, np.int64), np.zeros(runs, np.int64), np.zeros(len(numbers))
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                styles,
                seats,
                results,
                numbers,
                whole(area),
                free,
                against,
                planned,
                codes,
                ends,
                turns,
                left,
                struck,
            )

        noted(book, loop)
        return turns, left, struck

    return play


@inner
def choose(style, held, begin, sign, results, numbers, free, against, planned, state):  # type: ignore[no-untyped-def]
    """The sum that a style makes, as one number: (first · count + second) · 2 + sign; −1 if there is none."""
    count = len(numbers)
    best, worth, equal = -1, -1.0, 0
    for a in range(count):
        if begin >= 0 and a != begin:
            continue
        if not held >> a & 1:
            continue
        for b in range(count):
            if not held >> b & 1:
                continue
            for does in range(2):
                if sign >= 0 and does != sign:
                    continue
                r = results[a, b, does]
                if r < 0 or not held >> r & 1 or (begin < 0 and does == 0 and a < b):
                    continue
                value = 0.0
                if style == LARGE:
                    value = numbers[a] + numbers[b]
                elif style == PLAN:
                    rest = held & ~(1 << a) & ~(1 << b)
                    lost = 0.0 if can_win(planned, rest, r, 1 - does) else 1.0
                    value = lost if against else 1.0 * sums_left(planned, rest, r, 1 - does)
                if value > worth:
                    best, worth, equal = (a * count + b) * 2 + does, value, 1
                elif value == worth:
                    equal += 1
                    state += STEP
                    if below(state, equal) == 0:
                        best = (a * count + b) * 2 + does
    return best


@loop
def _play(  # type: ignore[no-untyped-def]
    state,
    styles,
    seats,
    results,
    numbers,
    whole_line,
    free,
    against,
    planned,
    codes,
    note_ends,
    turns_out,
    left_out,
    struck,
):
    count, at = len(numbers), 0
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        held, begin, sign, turn = whole_line, -1, -1, 0
        while True:
            state += STEP * np.uint64(1009)
            made = choose(styles[turn % seats], held, begin, sign, results, numbers, free, against, planned, state)
            if made < 0:
                break
            does, pair = made & 1, made >> 1
            a, b = pair // count, pair % count
            at = note(codes, at, FIRST, pair, does, turn % seats)
            turn += 1
            held &= ~(1 << a) & ~(1 << b)
            struck[a] += 1
            struck[b] += 1
            begin, sign = results[a, b, does], -1 if free else 1 - does
        left = 0
        for number in range(count):
            left += held >> number & 1
        turns_out[run], left_out[run] = turn, left
        end_notes(note_ends, run, at)


def turns_at_once(game: Game) -> int:
    """Turns of a batch: each goes through all sums of two numbers."""
    return 40_000


MEASURED = Measured(player=player, solve=solve, chooses=chooses, hopeless=hopeless, turns_at_once=turns_at_once)
