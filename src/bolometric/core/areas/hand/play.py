"""Whole games with cards in the hand, played by the thousand: a compiled loop where cards are laid, one for asking."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.hand.spec import Hand
from bolometric.core.areas.hand.work import ASKED, LAID, NOTHING, PAIR
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import Book, Whole, noted
from bolometric.core.outcomes.chance import STEP, below, stream
from bolometric.core.outcomes.lead import ACCOUNT, CHANGES, SINCE, TOLD, alone_ahead, clear_lead, led_at, note_lead
from bolometric.core.results.batch import Batch, Player, least_wins, most_wins, shared_win
from bolometric.core.settings.loops import inner, loop

ANY, LARGEST, SMALLEST, AHEAD = 0, 1, 2, 3
"""How a seat chooses among the cards that can be played."""
LIKINGS = {"largest": LARGEST, "smallest": SMALLEST, "ahead": AHEAD}


def likes(style: Style) -> int:
    """How a style chooses."""
    return LIKINGS.get(style.rule, LARGEST) if style.choose == "thumb" else ANY


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats = game.area_as(Hand), game.seats.count
    rules = area.compiled
    cards = np.repeat(np.arange(len(area.counts)), area.counts)
    liking = np.array([likes(game.seats.style(seat)) for seat in range(seats)])
    laying = rules.goes, rules.then, rules.takes, rules.ahead
    # The places of cards after which the next player misses a turn, draws two cards, or swaps hands.
    misses, twos, swaps = (len(area.values) + k if area.special else -1 for k in (1, 2, 3))
    how = area.hold, area.follows, area.cannot == "lay", misses, twos, swaps
    best = least_wins if area.less_is_better else most_wins

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        out, score = Batch.empty(runs), np.zeros((runs, seats))
        idle, playable = np.zeros(runs), np.zeros(runs)
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def play(codes: Whole | None, ends: Whole | None) -> None:
            found = out.columns(), score, idle, playable
            if area.play == "ask":
                _ask(state, cards, rules.partner, area.hold, area.copies, liking, most_turns, codes, ends, *found)
            else:
                _lay(state, cards, laying, how, liking, most_turns, codes, ends, *found)

        noted(book, play)
        home, winner = shared_win(best(score) & (out.home == 1)[:, None])
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
            own={"playable": playable / np.maximum(out.turns, 1)},
        )

    return batch


@loop
def _lay(  # type: ignore[no-untyped-def]
    state, cards, laying, how, liking, most_turns, codes, note_ends, out, score, idle_out, playable_out
):
    turns_out, _, _, home_out, _, last_lead_out, lead_changes_out, half_lead_out = out
    goes, then, takes, ahead = laying
    hold, follows, lays_drawn, misses, twos, swaps = how
    seats, numbers, count = len(liking), goes.shape[1], len(cards)
    pack = cards.copy()
    hands, held = np.zeros((seats, numbers), np.int64), np.zeros(seats, np.int64)
    taken, lead, at = np.zeros(seats, np.int64), np.zeros(ACCOUNT, np.int64), 0
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        left = _dealt(state, pack, hands, held, hold)
        state += STEP * np.uint64(count)
        taken[:] = 0
        clear_lead(lead)
        stands, pile, turn, seat, idle, vain, choices, over = 0, 0, 0, 0, 0, 0, 0, False
        if follows:
            left -= 1
            stands = pack[left]
        holders = seats
        while turn < most_turns and holders and not over and not (follows and left == 0 and vain >= seats):
            turn += 1
            state += STEP
            fits, different = _fitting(hands[seat], goes[stands])
            choices += different
            card, passes = -1, fits == 0 and (left == 0 or not follows)
            if fits:
                if liking[seat] == ANY:
                    card = _any_card(state, hands[seat], goes[stands], fits)
                else:
                    card = _wanted(hands[seat], goes[stands], ahead[stands], liking[seat])
                hands[seat, card] -= 1
                held[seat] -= 1
                at = note(codes, at, LAID, card, stands << 1 | (different > 1), seat)
            else:
                at = note(codes, at, NOTHING, stands, not passes, seat)
                if not passes:
                    left -= 1
                    drawn = pack[left]
                    if lays_drawn and goes[stands, drawn]:
                        card = drawn
                        at = note(codes, at, LAID, card, stands << 1, seat)
                    else:
                        hands[seat, drawn] += 1
                        held[seat] += 1
            if card >= 0:
                pile += 1
                if takes[stands, card]:
                    taken[seat] += pile
                    pile = 0
                stands = then[stands, card]
                vain = 0
                if not follows and left:
                    left -= 1
                    hands[seat, pack[left]] += 1
                    held[seat] += 1
                over = follows and held[seat] == 0
                holders -= held[seat] == 0
            else:
                idle += 1
                vain = vain + 1 if passes else 0
                if not follows and vain >= holders:
                    over = stands == 0  # all that is held would be taken away from nothing
                    stands, pile, vain = 0, 0, 0
            if follows:
                note_lead(lead, alone_ahead(held, -1), turn)
            elif card >= 0:
                note_lead(lead, alone_ahead(taken, 1), turn)
            before, seat = seat, 0 if seat == seats - 1 else seat + 1
            if card >= 0 and card == swaps and not over:
                _swap(hands, held, before, seat)
            elif card >= 0 and card == twos and not over:
                for _ in range(min(2, left)):
                    left -= 1
                    hands[seat, pack[left]] += 1
                    held[seat] += 1
            elif card >= 0 and card == misses:
                seat = 0 if seat == seats - 1 else seat + 1
            while holders and not follows and held[seat] == 0:
                seat = 0 if seat == seats - 1 else seat + 1
        turns_out[run], idle_out[run], playable_out[run] = turn, idle, choices
        home_out[run] = over or holders == 0 or (follows and left == 0 and vain >= seats)
        for k in range(seats):
            score[run, k] = held[k] if follows else taken[k]
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)


@loop
def _ask(  # type: ignore[no-untyped-def]
    state, cards, partner, hold, copies, liking, most_turns, codes, note_ends, out, score, idle_out, playable_out
):
    turns_out, _, _, home_out, _, last_lead_out, lead_changes_out, half_lead_out = out
    seats, numbers, count = len(liking), len(partner), len(cards)
    pack = cards.copy()
    hands, held = np.zeros((seats, numbers), np.int64), np.zeros(seats, np.int64)
    pairs, laid = np.zeros(seats, np.int64), np.zeros(numbers, np.int64)
    lead, at, origin = np.zeros(ACCOUNT, np.int64), 0, state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        left = _dealt(state, pack, hands, held, hold)
        state += STEP * np.uint64(count)
        pairs[:], laid[:] = 0, 0
        clear_lead(lead)
        for seat in range(seats):
            for card in range(numbers):
                while _pair(hands[seat], partner, laid, card):
                    pairs[seat] += 1
                    at = note(codes, at, PAIR, card, 0, seat)
        turn, seat, idle, choices = 0, 0, 0, 0
        while (left or seat) and turn < most_turns:  # once the pack is used up the round is finished
            turn += 1
            state += STEP
            mine = hands[seat]
            asked, different = _asked(state, mine, partner, laid, copies, liking[seat])
            choices += different
            giver = -1
            if asked >= 0:
                at = note(codes, at, ASKED, asked, different > 1, seat)
                for more in range(1, seats):
                    other = (seat + more) % seats
                    if giver < 0 and hands[other, partner[asked]]:
                        giver = other
            if giver >= 0:
                hands[giver, partner[asked]] -= 1
                mine[partner[asked]] += 1
                _pair(mine, partner, laid, asked)
                pairs[seat] += 1
            found, draws = giver >= 0, left > 0
            for drawer in (seat, giver):
                if drawer >= 0 and left:
                    left -= 1
                    drawn = pack[left]
                    hands[drawer, drawn] += 1
                    if _pair(hands[drawer], partner, laid, drawn):
                        pairs[drawer] += 1
                        found = True
                        at = note(codes, at, PAIR, drawn, 0, drawer)
            if not found:
                at = note(codes, at, NOTHING, 0, draws, seat)
                idle += 1
            note_lead(lead, alone_ahead(pairs, 1), turn)
            seat = 0 if seat == seats - 1 else seat + 1
        turns_out[run], idle_out[run], playable_out[run] = turn, idle, choices
        home_out[run] = left == 0 and seat == 0
        for k in range(seats):
            score[run, k] = pairs[k]
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)


@inner
def _dealt(state, pack, hands, held, hold):  # type: ignore[no-untyped-def]
    """Shuffle the pack and deal; gives how many cards are left, the last of them next. One random number a card."""
    for card in range(len(pack) - 1, 0, -1):
        state += STEP
        other = below(state, card + 1)
        pack[card], pack[other] = pack[other], pack[card]
    left = len(pack)
    hands[:] = 0
    for seat in range(len(held)):
        held[seat] = hold
        for _ in range(hold):
            left -= 1
            hands[seat, pack[left]] += 1
    return left


@inner
def _swap(hands, held, one, other):  # type: ignore[no-untyped-def]
    """Two seats swap their hands."""
    for card in range(hands.shape[1]):
        hands[one, card], hands[other, card] = hands[other, card], hands[one, card]
    held[one], held[other] = held[other], held[one]


@inner
def _fitting(hand, goes):  # type: ignore[no-untyped-def]
    """How many cards of a hand can be played, and how many different numbers they have."""
    fits, different = 0, 0
    for card in range(len(hand)):
        fits += hand[card] * goes[card]
        different += (hand[card] > 0) & goes[card]
    return fits, different


@inner
def _any_card(state, hand, goes, fits):  # type: ignore[no-untyped-def]
    """Any card of those that go, each card alike."""
    rest = np.int64(below(state, fits))
    for card in range(len(hand)):
        if goes[card]:
            if rest < hand[card]:
                return card
            rest -= hand[card]
    return 0


@inner
def _wanted(hand, goes, ahead, liking):  # type: ignore[no-untyped-def]
    """The card that a seat lays by a rule of thumb, of those that go."""
    wanted = -1
    for card in range(len(hand)):
        if hand[card] == 0 or not goes[card]:
            continue
        if wanted < 0 or liking == LARGEST or (liking == AHEAD and ahead[card] >= ahead[wanted]):
            wanted = card
    return wanted


@inner
def _asked(state, hand, partner, laid, copies, liking):  # type: ignore[no-untyped-def]
    """The card with which a seat asks, -1 if none of its has a partner; and how many different ones it could take."""
    cards, different = 0, 0
    for card in range(len(hand)):
        cards += hand[card] * (partner[card] >= 0)
        different += (hand[card] > 0) & (partner[card] >= 0)
    if not cards:
        return -1, 0
    rest = np.int64(below(state, cards))
    wanted, best = -1, -1
    for card in range(len(hand)):
        if hand[card] == 0 or partner[card] < 0:
            continue
        out = copies - laid[partner[card]] - (partner[card] == card)
        if liking == ANY:
            if 0 <= rest < hand[card]:
                wanted = card
            rest -= hand[card]
        elif wanted < 0 or liking == LARGEST or (liking == AHEAD and out >= best):
            wanted, best = card, out
    return wanted, different


@inner
def _pair(hand, partner, laid, card):  # type: ignore[no-untyped-def]
    """Lay down a card with its partner if both are in a hand; whether they are."""
    other = partner[card]
    if other < 0 or hand[card] == 0 or hand[other] == 0 or (other == card and hand[card] < 2):
        return False
    hand[card] -= 1
    hand[other] -= 1
    laid[card] += 1
    laid[other] += 1
    return True


def chooses(game: Game) -> bool:
    """Which card is played."""
    return True


MEASURED = Measured(player=player, chooses=chooses)
