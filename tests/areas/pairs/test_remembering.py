"""What players of pairs remember, and what that is worth: against games in plain Python and by best play."""

import random
from dataclasses import replace
from fractions import Fraction
from functools import cache

import numpy as np
import pytest

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.pairs.by_hand import known_to, pick
from bolometric.core.areas.pairs.exact import worth
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from tests.areas.pairs.test_pairs import ALL, LAST, PLAN, SOME


@pytest.mark.parametrize("again", [True, False])
def test_best_play_is_the_best_of_all_ways_to_turn_the_second_card(again):
    """Worked out anew from cards that have names: every unseen order is gone through."""

    @cache
    def best(left, seen):
        """Pairs more for whoever is to move; ``left`` are pairs that lie there, ``seen`` cards that are known."""
        if not left:
            return Fraction(0)
        whole = next((pair for pair in left if {(pair, 0), (pair, 1)} <= seen), None)
        if whole is not None:
            rest = best(left - {whole}, seen - {(whole, 0), (whole, 1)})
            return 1 + rest if again else 1 - rest
        fresh = [(pair, side) for pair in sorted(left) for side in (0, 1) if (pair, side) not in seen]
        found = Fraction(0)
        for first in fresh:
            partner = first[0], 1 - first[1]
            gone = left - {first[0]}, seen - {partner}
            kept = 1 + best(*gone) if again else 1 - best(*gone)
            if partner in seen:
                found += kept
                continue
            others = [card for card in fresh if card != first]
            new = sum((kept if card == partner else -best(left, seen | {first, card}) for card in others), Fraction(0))
            ways = [new / len(others)]
            if seen:
                ways.append(-best(left, seen | {first}))
            found += max(ways)
        return found / len(fresh)

    value = worth(4, again)
    for n in (1, 2, 3, 4):
        for k in range(n + 1):
            wanted = best(frozenset(range(n)), frozenset((pair, 0) for pair in range(k)))
            assert max(value[n, k]) == pytest.approx(float(wanted)), (n, k)


def test_best_play_wins_more_than_remembering_alone_and_thinking_pays():
    wins = {}
    for name, styles in (("plan", [{"choose": PLAN}, ALL]), ("all", [ALL])):
        game = game_from({"area": {"kind": "pairs", "number": 19}, "seats": {"styles": styles}})
        wins[name] = measure_exactly(game).readings["seat_wins"].values[0]
    assert wins["plan"] > wins["all"] + 0.03


def test_remembering_some_lies_between_remembering_nothing_and_everything():
    """All ten of ten are everything, exactly; the fewer are remembered the longer it takes."""
    area, seats = {"kind": "pairs", "number": 19}, {"count": 2}

    def turns(style):
        game = game_from({"area": area, "seats": {**seats, "styles": [style]}})
        return measure(game, 20_000).simulated["turns"]

    found = [turns({**SOME, "number": number}) for number in (1, 4, 7, 10)]
    everything, nothing = turns(ALL), turns({})
    assert abs(found[-1].mean - everything.mean) < 4 * (found[-1].stderr + everything.stderr)
    means = [nothing.mean, *(one.mean for one in found)]
    assert means == sorted(means, reverse=True)
    assert means[1] < 0.9 * nothing.mean


@pytest.mark.parametrize("number", [1, 2, 4])
def test_who_remembers_the_last_cards_forgets_the_others(number):
    """Played anew in plain Python: known are the cards turned last, those of the same turn included."""
    chance, found = random.Random(3), []
    for _ in range(3000):
        lying, shown, turns = [(pair, side) for pair in range(6) for side in (0, 1)], [], 0
        while lying:
            turns += 1
            known = {card for card in shown[-number:] if card in lying}
            whole = next((card for card in sorted(known) if (card[0], 1 - card[1]) in known), None)
            first = whole or chance.choice([card for card in lying if card not in known] or lying)
            partner = first[0], 1 - first[1]
            shown.append(first)
            if whole is None:
                known = {card for card in shown[-number:] if card in lying}
            second = partner
            if partner not in known:
                others = [card for card in lying if card != first]
                second = chance.choice([card for card in others if card not in known] or others)
            shown.append(second)
            if second == partner:
                lying = [card for card in lying if card[0] != first[0]]
        found.append(turns)
    game = game_from(
        {
            "area": {"kind": "pairs", "match": "same", "least": 1, "most": 6},
            "seats": {"count": 1, "styles": [{**LAST, "number": number}]},
        }
    )
    batch = area_of(game).measured.player(game)(30_000, 10_000, np.random.default_rng(2))
    assert abs(np.mean(found) - batch.turns.mean()) < 4 * np.std(found) * (1 / 3000 + 1 / 30_000) ** 0.5


def test_a_pair_that_is_known_is_taken_whole_though_the_first_card_makes_one_forget():
    game = game_from({"area": {"kind": "pairs", "match": "same", "least": 1, "most": 4}})
    style = Style.model_validate({**LAST, "number": 3})
    sitting = Sitting(game, 1)
    cards = sitting.now.cards
    early, late = (place for place, card in enumerate(cards) if card == cards[0])
    other = next(place for place, card in enumerate(cards) if card != cards[0])
    now = replace(sitting.now, shown=(late, other, early))
    rng = np.random.default_rng(1)
    assert pick(game, now, style, rng) == early
    now = area_of(game).by_hand.choose(game, now, early)
    assert late not in known_to(now, style)
    assert pick(game, now, style, rng) == late


@pytest.mark.parametrize(
    ("again", "seen", "says"),
    [
        ("no", 0, "No card has been seen without its partner: turn cards that have not been seen."),
        ("no", 2, "2 cards have been seen without their partner. If the first card's partner is not known, turn "),
        ("no", 3, "3 cards have been seen without their partner. Whether the second card is new or not makes no diff"),
        ("yes", 3, "3 cards have been seen without their partner. If the first card's partner is not known, turn "),
        ("yes", 4, "4 cards have been seen without their partner: turn cards that have not been seen."),
    ],
)
def test_the_coach_says_which_card_only_where_one_is_better(again, seen, says):
    """Of four pairs three seen: without another turn for a pair, a new second card is worth what an old one is."""
    game = game_from({"area": {"kind": "pairs", "match": "same", "least": 1, "most": 4, "again": again}})
    assert game.seats.count == 2
    now = Sitting(game, 1).now
    places = {number: [k for k, card in enumerate(now.cards) if card == number] for number in now.cards}
    now = replace(now, shown=tuple(of[0] for of in places.values())[:seen])
    assert area_of(game).by_hand.coach(game, now).startswith(says)
    new, old = worth(4, again == "yes")[4, seen]
    assert ("makes no diff" in says) == (0 < seen < 4 and abs(new - old) < 1e-12)
