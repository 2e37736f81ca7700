"""Whole games with an open row, played by the thousand: a compiled loop that looks through every choice of cards."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.openrow.spec import MOST_OPEN, OpenRow
from bolometric.core.areas.openrow.work import NOTHING, TAKEN
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, below, bits, kept, part, stream
from bolometric.core.outcomes.lead import ACCOUNT, CHANGES, SINCE, TOLD, alone_ahead, clear_lead, led_at, note_lead
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.results.batch import Batch, Player, most_wins, shared_win
from bolometric.core.settings.loops import inner, loop

MOST_COLUMNS = 4096
NEVER = 1 << 20
"""In place of a number that no cards can make."""


ADD, AWAY, PASS = 0, 1, 2
NOTHINGS = {"add": ADD, "away": AWAY, "pass": PASS}
"""What happens when nothing is found."""


def likes(style: Style) -> int:
    """Which of the ways that are seen a style takes: 1 the one with most cards, -1 with fewest, 0 any."""
    if style.choose != "thumb":
        return 0
    return -1 if style.rule == "fewest_cards" else 1


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats = game.area_as(OpenRow), game.seats.count
    cards = np.array(area.cards)
    liking = np.array([likes(game.seats.style(seat)) for seat in range(seats)])
    drawn = area.asks == "drawn"
    odds = game.distribution
    ways = (*odds.ways, odds.nothing) if drawn else (1,)
    sample = sampler(ways, MOST_COLUMNS)
    asked = np.array([total if isinstance(total, int) else NEVER for total in (*odds.totals, None)]) if drawn else None
    numbers = np.array([area.number]) if asked is None else asked
    rules = area.open, *area.sizes, NOTHINGS[area.nothing], area.noticed / 100, area.held
    table = sample.outcome, sample.keep, sample.alias

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        out, score = Batch.empty(runs), np.zeros((runs, seats))
        idle, fitting = np.zeros(runs), np.zeros(runs)
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def play(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                cards,
                numbers,
                table,
                drawn,
                rules,
                liking,
                most_turns,
                codes,
                ends,
                out.columns(),
                score,
                idle,
                fitting,
            )

        noted(book, play)
        home, winner = shared_win(most_wins(score) & (out.home == 1)[:, None])
        return Batch(
            out.turns,
            out.turns if drawn else np.zeros(runs, np.int64),
            winner,
            home,
            last_lead=out.last_lead,
            lead_changes=out.lead_changes,
            half_lead=out.half_lead,
            idle=idle,
            score=score,
            own={"ways": fitting / np.maximum(out.turns, 1)},
        )

    return batch


@loop
def _play(  # type: ignore[no-untyped-def]
    state, cards, numbers, table, drawn, rules, liking, most_turns, codes, note_ends, out, score, idle_out, fitting_out
):
    turns_out, _, _, home_out, _, last_lead_out, lead_changes_out, half_lead_out = out
    outcome, keep, alias = table
    wanted, fewest, most, nothing, seen, own = rules
    count, seats, columns = len(cards), len(liking), np.uint64(len(keep))
    # One row for all, or the hand of each seat; the first so many places of each hold cards.
    pack, rows = cards.copy(), np.zeros((seats if own else 1, MOST_OPEN), np.int64)
    lying = np.zeros(len(rows), np.int64)
    sums, sizes = np.zeros(1 << MOST_OPEN, np.int64), np.zeros(1 << MOST_OPEN, np.int64)
    held, lead, at = np.zeros(seats, np.int64), np.zeros(ACCOUNT, np.int64), 0
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        for card in range(count - 1, 0, -1):  # shuffled; the last one is laid first
            state += STEP
            other = below(state, card + 1)
            pack[card], pack[other] = pack[other], pack[card]
        left, turn, seat, idle, none, fitting, holders = count, 0, 0, 0, 0, 0, seats
        held[:], lying[:] = 0, 0
        over = False
        clear_lead(lead)
        for k in range(len(rows)):
            lying[k] = _filled(rows[k], 0, wanted, pack, left)
            left -= lying[k]
        while not over and turn < most_turns:
            turn += 1
            mine = seat if own else 0
            row, lies = rows[mine], lying[mine]
            number = numbers[0]
            if drawn:
                state += STEP
                wide = bits(state) * columns
                column = outcome[kept(wide, wide >> HALF, keep[wide >> HALF], alias[wide >> HALF])]
                number = numbers[column]
                at = note(codes, at, FIRST, column, 0, seat)
            chosen, ways = 0, 0
            if number < NEVER:
                chosen, ways = _chosen(state, row, lies, number, fewest, most, liking[seat], seen, sums, sizes)
                state += STEP * np.uint64(2 * ways)
            fitting += ways
            if chosen:
                if codes is not None:
                    at = note(codes, at, TAKEN, _code(row, lies, chosen), ways, seat)
                held[seat] += sizes[chosen]
                lies = _without(row, lies, chosen)
                note_lead(lead, alone_ahead(held, 1), turn)
                none = 0
            else:
                at = note(codes, at, NOTHING, 0, 0, seat)
                idle += 1
                none += 1
                # With nothing left to lay the row stays as it is.
                if nothing == PASS:
                    pass
                elif left and (nothing == AWAY or lies == MOST_OPEN):
                    lies = 0
                elif left:
                    left -= 1
                    row[lies] = pack[left]
                    lies += 1
            lying[mine] = _filled(row, lies, wanted, pack, left)
            left -= lying[mine] - lies
            if lying[mine] == 0:
                holders = holders - 1 if own else 0
            seat = 0 if seat == seats - 1 else seat + 1
            while own and holders and lying[seat] == 0:  # passed over
                seat = 0 if seat == seats - 1 else seat + 1
            over = holders == 0 or ((left == 0 or nothing == PASS) and none >= holders)
        turns_out[run], idle_out[run] = turn, idle
        fitting_out[run] = fitting
        home_out[run] = over
        for k in range(seats):
            score[run, k] = held[k]
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)


@inner
def _filled(row, lying, wanted, pack, left):  # type: ignore[no-untyped-def]
    """Lay cards of the pack, which has so many left, until as many lie there as are wanted; gives how many do."""
    while lying < wanted and left:
        left -= 1
        row[lying] = pack[left]
        lying += 1
    return lying


@inner
def _chosen(state, row, lying, number, fewest, most, liking, seen, sums, sizes):  # type: ignore[no-untyped-def]
    """The cards that are taken, place k as bit k, 0 if no way is seen; and how many ways there are.

    Fills the sums and sizes of all choices, each from the one without its last card. Two random numbers are taken for
    each way there is: whether it is seen, and whether it is preferred to those before.
    """
    best, found, ways = 0, 0, 0
    sums[0], sizes[0] = 0, 0
    for place in range(lying):
        card, half = row[place], 1 << place
        for rest in range(half):
            sums[half + rest], sizes[half + rest] = sums[rest] + card, sizes[rest] + 1
    for mask in range(1, 1 << lying):
        if sums[mask] != number or sizes[mask] < fewest or sizes[mask] > most:
            continue
        ways += 1
        state += STEP
        is_seen = seen >= 1 or part(state) < seen ** (sizes[mask] - 1)
        state += STEP
        if not is_seen:
            continue
        found += 1
        if best == 0 or (liking == 0 and below(state, found) == 0) or liking * (sizes[mask] - sizes[best]) > 0:
            best = mask
    return best, ways


@inner
def _code(row, lying, chosen):  # type: ignore[no-untyped-def]
    """The numbers of the cards that are taken, each one more, five bits each; the work module reads it."""
    code = 0
    for place in range(lying):
        if chosen >> place & 1:
            code = code << 5 | (row[place] + 1)
    return code


@inner
def _without(row, lying, chosen):  # type: ignore[no-untyped-def]
    """Take cards out of the row; gives how many are left."""
    left = 0
    for place in range(lying):
        if not chosen >> place & 1:
            row[left] = row[place]
            left += 1
    return left


def chooses(game: Game) -> bool:
    """Which cards are taken."""
    return True


MEASURED = Measured(player=player, chooses=chooses)
