"""Cards in the hand: deals counted anew, and games that are played against those played by hand."""

from itertools import combinations, permutations

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.hand.by_hand import NOTHING, playable
from bolometric.core.areas.hand.deals import groups, nothing_goes, partner_dealt
from bolometric.core.areas.hand.faults import alone
from bolometric.core.areas.hand.rules import fewest_and_most
from bolometric.core.areas.hand.spec import SPECIAL
from bolometric.core.game.document import game_from
from bolometric.core.learner_work.trace import Book, decoded
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.gathering import contents_of
from tests.by_ear.games import played

STYLES = [{}, *({"choose": "thumb", "rule": rule} for rule in ("largest", "smallest", "ahead"))]
PLAYS = ["near", "differ", "multiple", "limit", "ask"]


@st.composite
def hand_games(draw, plays=PLAYS, most_cards=200):
    """Random games with cards in the hand; with few cards where all ways to deal them are gone through."""
    few = most_cards < 20
    least = draw(st.integers(0, 3))
    area = {
        "kind": "hand",
        "play": draw(st.sampled_from(plays)),
        "apart": draw(st.integers(1, 4)),
        "limit": draw(st.integers(8, 30)),
        "number": draw(st.integers(4, 14)),
        "cannot": draw(st.sampled_from(["draw", "lay"])),
        "least": least,
        "most": least + draw(st.integers(2, 4 if few else 9)),
        "copies": draw(st.integers(1, 2 if few else 4)),
        "minus": draw(st.sampled_from([0, 0, 1, 3])),
        "wilds": draw(st.sampled_from([0, 0, 0, 2])),
        "misses": draw(st.sampled_from([0, 0, 0, 1, 3])),
        "twos": draw(st.sampled_from([0, 0, 0, 2])),
        "swaps": draw(st.sampled_from([0, 0, 0, 2])),
        "hold": draw(st.integers(1, 6)),
    }
    seats = {
        "count": draw(st.integers(1, 4)),
        "styles": draw(st.lists(st.sampled_from(STYLES), min_size=1, max_size=4)),
    }
    try:
        found = game_from({"area": area, "seats": seats})
    except GameError:
        assume(False)
    assume(found.area.size <= most_cards)
    return found


def pack_of(area):
    """Every card by what stands on it: numbers, and the words of special cards."""
    return [*area.cards, *(word for word, many in zip(SPECIAL, area.special, strict=False) for _ in range(many))]


def goes(game, card, other):
    """Whether one card goes on another, or makes a pair with it, from the words alone."""
    area = game.area
    if SPECIAL.count(card) or SPECIAL.count(other):
        return True
    match area.play:
        case "near":
            return abs(card - other) <= area.apart
        case "differ":
            return abs(card - other) == area.apart
        case "multiple":
            return max(card, other) % min(card, other) == 0
    return card + other == area.number


@settings(max_examples=20, deadline=None)
@given(hand_games())
def test_by_hand_a_game_is_one_of_those_that_are_played(game):
    batch = area_of(game).measured.player(game)(3000, 100_000, np.random.default_rng(2))
    assert batch.ended.all()
    turns, scores, choices = [], [], []
    for seed in range(40):
        sitting = Sitting(game, seed)
        found = 0
        while not sitting.now.over:
            before = sitting.now
            found += len(playable(game, before))
            sitting.play_on(game.seats.style(before.seat))
            assert sum(map(len, sitting.now.hands)) + len(sitting.now.pack) <= game.area.size
        end = sitting.now
        turns.append(end.turn)
        scores.append([len(hand) for hand in end.hands] if game.area.follows else end.score)
        choices.append(found / end.turn)
    scores = np.array(scores)
    pairs = [(turns, batch.turns), (choices, batch.own["playable"])]
    pairs += [(scores[:, seat], batch.score[:, seat]) for seat in range(game.seats.count)]
    for mine, runs in pairs:
        assert abs(np.mean(mine) - runs.mean()) < 4.5 * runs.std() / len(mine) ** 0.5 + 1e-9


@settings(max_examples=40, deadline=None)
@given(hand_games(["near", "differ", "multiple", "ask"], 13))
def test_the_deal_is_counted_out(game):
    """Every first card with every choice of the cards that are dealt."""
    area = game.area
    dealt = area.hold * (game.seats.count - 1 if area.play == "ask" else 1)
    pack = pack_of(area)
    found = [
        any(goes(game, pack[first], card) for card in some)
        for first in range(len(pack))
        for some in combinations(pack[:first] + pack[first + 1 :], dealt)
    ]
    share = sum(found) / len(found)
    assert (partner_dealt(game) if area.play == "ask" else 1 - nothing_goes(game)) == pytest.approx(share)


def mean_turns(game):
    """Turns on average for one who lays any card that goes, alone: every order of the pack, every choice weighed."""
    area = game.area

    def after(open_card, hand, pack):
        fitting = [place for place, card in enumerate(hand) if goes(game, card, open_card)]
        if not fitting:
            if not pack:
                return 1.0
            if area.cannot == "lay" and goes(game, pack[0], open_card):
                return 1 + after(pack[0], hand, pack[1:])
            return 1 + after(open_card, (*hand, pack[0]), pack[1:])
        rest = [(hand[place], hand[:place] + hand[place + 1 :]) for place in fitting]
        return 1 + sum(after(card, left, pack) if left else 0.0 for card, left in rest) / len(rest)

    orders = set(permutations(area.cards))
    return sum(after(one[area.hold], one[: area.hold], one[area.hold + 1 :]) for one in orders) / len(orders)


@pytest.mark.parametrize(
    "area",
    [
        {"play": "near", "apart": 1, "most": 4, "hold": 3, "copies": 1},
        {"play": "differ", "apart": 2, "most": 3, "copies": 2, "hold": 2, "cannot": "draw"},
        {"play": "multiple", "most": 6, "hold": 3, "copies": 1},
        {"play": "multiple", "most": 6, "hold": 2, "copies": 1, "cannot": "draw"},
    ],
    ids=lambda area: f"{area['play']}-{area.get('cannot', 'lay')}",
)
def test_small_packs_come_to_what_every_order_comes_to(area):
    game = game_from({"area": {"kind": "hand", **area}, "seats": {"count": 1}})
    batch = area_of(game).measured.player(game)(60_000, 1000, np.random.default_rng(4))
    assert batch.turns.mean() == pytest.approx(mean_turns(game), abs=4 * batch.turns.std() / 60_000**0.5)


@settings(max_examples=20, deadline=None)
@given(hand_games())
def test_what_is_noted_could_be_played(game):
    """Every card that is laid goes as it stands, every pair makes the number, and nothing is laid too often."""
    area, book = game.area, Book(30)
    area_of(game).measured.player(game)(30, 2000, np.random.default_rng(1), book)
    _, _, codes = book.notes()
    tasks = area_of(game).work.tasks(game)
    for kind, one, other in {decoded(int(code)) for code in codes}:
        facts = tasks(kind, one, other).then
        if kind == 4:
            assert facts == ()
        elif area.special and not facts:
            assert max(one, other >> 1) >= len(area.values)
        elif area.play == "limit":
            count = facts[0].one + facts[0].other * (1 if facts[0].does == "add" else -1)
            assert facts[0].does == "add" or (facts[0].does == "subtract" and area.minus)
            assert 0 <= count <= area.limit
        elif area.play == "ask":
            assert facts[0].one + facts[0].other == area.number
        else:
            assert goes(game, facts[0].one, facts[0].other)


@settings(max_examples=60, deadline=None)
@given(hand_games(["near", "differ", "multiple"]))
def test_groups_are_those_of_laying_on_and_on(game):
    """From every card by every path of the pack's length; cards alone go with no other card at all."""
    numbers = set(game.area.cards)
    if game.area.special:  # which go with everything
        assert (groups(game.area), alone(game)) == ((game.area.values,), ())
        return
    reached = {one: {one} for one in numbers}
    for _ in numbers:
        reached = {
            one: found | {card for card in numbers for had in found if goes(game, card, had)}
            for one, found in reached.items()
        }
    assert {frozenset(group) for group in groups(game.area)} == {frozenset(found) for found in reached.values()}
    places = range(len(game.area.cards))
    cards = game.area.cards
    with_others = {cards[a] for a in places for b in places if a != b and goes(game, cards[a], cards[b])}
    assert set(alone(game)) == numbers - with_others
    for fault in area_of(game).faults.by_rules(game):
        for cure in fault.cures:
            assert area_of(cure.game).faults.useless(cure.game) < area_of(game).faults.useless(game) or (
                fault.code == "all_go"
            )


@settings(max_examples=60, deadline=None)
@given(st.integers(0, 3), st.integers(1, 4), st.integers(1, 2), st.integers(1, 20))
def test_how_many_cards_make_a_number(least, more, copies, number):
    values = tuple(range(least, least + more + 1))
    cards = [value for value in values for _ in range(copies)]
    sizes = [size for size in range(len(cards) + 1) for some in combinations(cards, size) if sum(some) == number]
    assert fewest_and_most(values, copies, number) == ((min(sizes), max(sizes)) if sizes else None)


def test_asking_goes_round_the_table_and_gives_the_pair():
    game = game_from({"area": {"kind": "hand", "play": "ask"}, "seats": {"count": 3}})
    sitting = Sitting(game, 3)
    while not sitting.now.over:
        before = sitting.now
        cards = playable(game, before)
        sitting.choose(cards[-1] if cards else NOTHING)
        after = sitting.now
        if cards:
            partner = game.area.number - game.area.values[cards[-1]]
            others = [(before.seat + k) % 3 for k in (1, 2)]
            has = [seat for seat in others if game.area.values.index(partner) in before.hands[seat]]
            assert (after.score[before.seat] > before.score[before.seat]) >= bool(has)
            for seat in others:
                changed = before.hands[seat] != after.hands[seat]
                assert not changed or seat == has[0]
            gave = len(before.pack) - len(after.pack)
            assert gave == (min(2, len(before.pack)) if has else min(1, len(before.pack)))


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (
            {"area": {"hold": 10}, "seats": {"count": 4}},
            "Hands of 10 for 4 players take 40 cards",
        ),
        ({"area": {"play": "ask"}, "seats": {"count": 1}}, "nobody to ask"),
        ({"area": {"twos": 2}, "seats": {"count": 1}}, "no next player"),
        ({"area": {"most": 9, "copies": 12, "wilds": 8, "misses": 5}}, "121 cards, and 120"),
        ({"area": {"least": 5, "most": 4}}, "below the smallest"),
        ({"area": {"most": 30, "copies": 12}}, "120 are the most"),
        ({"area": {"play": "multiple", "least": 0}}, "begins at 1"),
        ({"area": {"play": "limit", "limit": 8}}, "A card of 9 can never be laid"),
        ({"area": {"play": "limit", "limit": 200, "copies": 2}}, "make exactly 200"),
        ({"area": {"play": "differ", "apart": 12}}, "No two cards of this pack go together"),
        ({"area": {"play": "ask", "number": 30}}, "No two cards of this pack make 30"),
        ({"area": {"play": "ask", "number": 18, "copies": 1}}, "No two cards of this pack make 18"),
    ],
)
def test_what_cannot_be_played_is_refused(data, says):
    with pytest.raises(GameError, match=says):
        game_from({**data, "area": {"kind": "hand", **data["area"]}})


def test_the_pack_is_printed():
    game = game_from({"area": {"kind": "hand"}})
    assert [(piece.kind, count) for piece, count in contents_of(game).pieces] == [("pack", 1)]


@pytest.mark.parametrize("seats", [2, 3])
def test_after_a_special_card_the_next_player_misses_a_turn_or_draws_two(seats):
    area = {"kind": "hand", "misses": 8, "twos": 8, "swaps": 4, "most": 3, "copies": 2, "hold": 3}
    game, seen = game_from({"area": area, "seats": {"count": seats}}), set()
    for seed in range(12):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            before = sitting.now
            sitting.play_on(game.seats.style(before.seat))
            after, laid = sitting.now, sitting.now.vain == 0 and sitting.now.stands
            following = (before.seat + 1) % seats
            more = len(after.hands[following]) - len(before.hands[following])
            if after.over or not laid or "draws a card" in after.record[-1]:
                continue
            word = game.area.label(laid)
            seen.add(word)
            skipped = word == "miss a turn"
            assert after.seat == (following + 1) % seats if skipped else after.seat == following
            if word == "swap hands":
                assert after.hands[before.seat] == before.hands[following]
            elif word != "draw two":
                assert more == 0
            elif len(before.pack) > 2:
                assert more == 2
    assert {"miss a turn", "draw two", "swap hands"} <= seen


@pytest.mark.parametrize("what", ["wilds", "misses", "twos", "swaps"])
def test_each_special_card_does_in_the_runs_what_is_read_aloud_of_it(what):
    """With so many of it that a rule which is left out is seen."""
    area = {"kind": "hand", "apart": 2, "most": 8, "copies": 2, "hold": 5, what: 8}
    game = game_from({"area": area, "seats": {"count": 2}})
    turns, wins = played(game, 2500)
    batch = area_of(game).measured.player(game)(20_000, 10_000, np.random.default_rng(1))
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * batch.turns.std() * (1 / 2500 + 1 / 20_000) ** 0.5
    won = batch.home >> 0 & 1 == 1
    shared = (batch.home == 3) / 2
    assert np.mean(wins, axis=0)[0] == pytest.approx((won - shared).mean(), abs=4.5 * 0.5 / 2500**0.5)


def test_where_all_that_is_held_would_be_taken_away_from_nothing_the_game_ends():
    area = {"kind": "hand", "play": "limit", "limit": 9, "least": 1, "copies": 1, "minus": 4, "hold": 3}
    game = game_from({"area": area, "seats": {"count": 2}})
    left = []
    for seed in range(20):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            assert sitting.now.turn < 2000
            sitting.play_on(game.seats.style(sitting.now.seat))
        left.append(sum(map(len, sitting.now.hands)))
    assert max(left) > 0
    batch = area_of(game).measured.player(game)(2000, 2000, np.random.default_rng(1))
    assert batch.ended.all()
