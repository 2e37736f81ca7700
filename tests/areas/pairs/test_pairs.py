"""Pairs of cards: exact results against games listed by hand, and against games that are played."""

from fractions import Fraction
from functools import cache
from itertools import combinations, pairwise, permutations
from math import comb

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.pairs.exact import worth
from bolometric.core.areas.pairs.matching import BLANK, JOKER
from bolometric.core.areas.pairs.play import tables
from bolometric.core.areas.pairs.work import facts_of
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.aims import fact_from
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.gathering import contents_of

SOME = {"choose": "thumb", "rule": "remember_some", "number": 6}
ALL, LAST, PLAN = {"choose": "thumb", "rule": "remember_all"}, {"choose": "thumb", "rule": "remember_last"}, "plan"


FRONTS = ["adding", "taking_away", "times", "dividing", "dots", "frames", "coins", "bars", "equal", "decimals"]


@st.composite
def pair_games(draw, special=True):
    """Random games of pairs, of threes too; and with jokers and blank cards, if these are wanted."""
    match = draw(st.sampled_from(["total", "same", "double", "differ", "formula", "forms"]))
    least = draw(st.integers(0, 3))
    area = {
        "kind": "pairs",
        "match": match,
        "number": draw(st.integers(2 * least + 5, 14)) if match in ("total", "forms") else draw(st.integers(1, 4)),
        "formula": draw(st.sampled_from(["b - a", "2 * a + b", "(a + b) * 2", "b * 2 - a", "b / a"])),
        "front": draw(st.sampled_from(FRONTS)),
        "coins": draw(st.sampled_from(["twos", "quarters"])),
        "turn": draw(st.sampled_from(["two", "two", "three"])),
        "sets": draw(st.integers(3, 5)),
        "jokers": draw(st.sampled_from([0, 0, 1, 3])) if special else 0,
        "blanks": draw(st.sampled_from([0, 0, 1, 2])) if special else 0,
        "many": draw(st.integers(3, 7)),
        "least": least,
        "most": least + draw(st.integers(3, 6)),
        "copies": draw(st.sampled_from([1, 1, 2])),
        "again": draw(st.sampled_from(["yes", "no"])),
    }
    style = st.sampled_from([{}, ALL, {**LAST, "number": 4}, SOME])
    seats = {"count": draw(st.integers(1, 3)), "styles": draw(st.lists(style, min_size=1, max_size=3))}
    try:
        return game_from({"area": area, "seats": seats})
    except GameError:
        assume(False)


@settings(max_examples=40, deadline=None)
@given(pair_games(special=False).filter(lambda game: game.area.one_partner))
def test_exact_readings_agree_with_games_played(game):
    exact = area_of(game).measured.solve(game)
    if exact is None:
        assert any(style.rule in ("remember_last", "remember_some") for style in game.seats.styles)
        return
    runs = 4000
    batch = area_of(game).measured.player(game)(runs, 100_000, np.random.default_rng(3))
    assert batch.ended.all()
    assert (batch.score.sum(axis=1) == len(game.area.pairs)).all()
    error = batch.turns.std() / runs**0.5
    assert abs(batch.turns.mean() - exact.readings["turns"].mean) < 4.5 * error + 1e-9
    assert batch.idle.sum() / batch.turns.sum() == pytest.approx(exact.readings["idle_turns"].mean, abs=0.02)
    if "seat_wins" in exact.readings:
        won = np.stack([batch.home >> seat & 1 for seat in range(2)], axis=1)
        shares = (won / won.sum(axis=1, keepdims=True)).mean(axis=0)
        assert shares == pytest.approx(exact.readings["seat_wins"].values, abs=4.5 * (0.25 / runs) ** 0.5)
        assert (won.sum(axis=1) == 2).mean() == pytest.approx(exact.readings["ties"].mean, abs=0.04)


@pytest.mark.parametrize("pairs", [3, 4, 7])
def test_without_memory_a_game_of_n_pairs_takes_n_times_n_turns(pairs):
    """One pair of 2n cards comes up once in 2n - 1 turns, and 1 + 3 + … + (2n - 1) is n times n."""
    game = game_from({"area": {"kind": "pairs", "match": "same", "least": 1, "most": pairs}, "seats": {"count": 3}})
    assert measure_exactly(game).readings["turns"].mean == pytest.approx(pairs**2)


@pytest.mark.parametrize("again", ["yes", "no"])
def test_a_pack_of_six_is_played_out_in_every_order(again):
    """Three pairs, two who remember everything: all 720 ways in which cards may lie, turned from the left."""
    game = game_from({"area": {"kind": "pairs", "number": 5, "again": again}, "seats": {"styles": [ALL]}})
    turns, wins = Fraction(0), np.zeros(2)
    orders = list(permutations((0, 1, 2, 3, 4, 5)))
    for order in orders:
        fresh, seen, kept, seat, count = list(order), set(), [0, 0], 0, 0
        while sum(kept) < 3:
            count += 1
            whole = next((card for card in seen if 5 - card in seen), None)
            if whole is None:
                first = fresh.pop(0)
                second = 5 - first if 5 - first in seen else fresh.pop(0)
            else:
                first, second = whole, 5 - whole
            if first + second == 5:
                seen -= {first, second}
                kept[seat] += 1
            else:
                seen |= {first, second}
            seat = seat if first + second == 5 and again == "yes" else 1 - seat
        turns += count
        wins[[k for k in range(2) if kept[k] == max(kept)]] += 1 / kept.count(max(kept))
    readings = measure_exactly(game).readings
    assert readings["turns"].mean == pytest.approx(float(turns / len(orders)))
    assert readings["seat_wins"].values == pytest.approx(tuple(wins / len(orders)))


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


@settings(max_examples=15, deadline=None)
@given(pair_games())
def test_by_hand_a_game_is_one_of_those_that_are_played(game):
    batch = area_of(game).measured.player(game)(6000, 100_000, np.random.default_rng(5))
    turns = []
    for seed in range(80):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            sitting.play_on(game.seats.style(sitting.now.seat))
        turns.append(sitting.now.turn)
        assert sum(sitting.now.kept) == len(game.area.pairs) or not game.area.one_partner
    error = batch.turns.std() / len(turns) ** 0.5
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * error + 1e-9


def test_best_play_wins_more_than_remembering_alone_and_thinking_pays():
    wins = {}
    for name, styles in (("plan", [{"choose": PLAN}, ALL]), ("all", [ALL])):
        game = game_from({"area": {"kind": "pairs", "number": 19}, "seats": {"styles": styles}})
        wins[name] = measure_exactly(game).readings["seat_wins"].values[0]
    assert wins["plan"] > wins["all"] + 0.03


def test_some_cards_have_more_partners_than_others():
    game = game_from({"area": {"kind": "pairs", "match": "double", "least": 1, "most": 8}})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "uneven_partners"]
    cards = game.area.cards
    partners = {card: sum(game.area.matches(card, other) for other in cards) for card in cards}
    assert str(max(partners.values())) in fault.sentence
    assert all(find.game.area.match != "double" for find in fault.cures)
    ends = area_of(game).measured.player(game)(200, 10_000, np.random.default_rng(1))
    assert ends.ended.all()  # though some cards may be left over


@pytest.mark.parametrize(
    ("area", "styles", "says"),
    [
        ({"number": 3}, [{}], "3 are the fewest"),
        ({"number": 60}, [{}], "52 are the most"),
        ({"copies": 2}, [{"choose": PLAN}], "every card has one partner"),
        ({"turn": "three"}, [{"choose": PLAN}], "every card has one partner"),
        ({"match": "formula", "formula": "a +"}, [{}], "stops too soon"),
        ({"match": "formula", "formula": "a + c"}, [{}], "a is the smaller, and b the larger"),
        ({"jokers": 1}, [{"choose": PLAN}], "every card has one partner"),
        ({"turn": "three", "number": 9, "sets": 13}, [{}], "12 threes can make 9, and 13 are asked for"),
        ({"turn": "three", "number": 30, "sets": 16, "jokers": 5}, [{}], "53 cards, and 52 are the most"),
    ],
)
def test_what_cannot_be_played_is_refused(area, styles, says):
    with pytest.raises(GameError, match=says):
        game_from({"area": {"kind": "pairs", **area}, "seats": {"styles": styles}})


def test_the_pack_is_printed_and_what_is_seen_stays_to_be_remembered():
    game = game_from({"area": {"kind": "pairs", "number": 10}})
    ((pack, count),) = contents_of(game).pieces
    assert (pack.size, count) == (12, 1)
    sitting = Sitting(game, 4)
    assert sitting.now.cards != Sitting(game, 5).now.cards
    sitting.choose(0)
    board = area_of(game).board.places_at(game, sitting.now)
    assert board.texts[0] == str(sitting.now.cards[0])
    assert board.texts[1:12] == ("?",) * 11
    assert measure(game, 500).simulated["decisions"].mean == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("area", "cards", "worked_out"),
    [
        ({"number": 10}, (7, 3), "3 + 7"),
        ({"match": "same"}, (4, 4), "4 or 4"),
        ({"number": 10}, (3, 5), "3 + 7"),
        ({"match": "double", "least": 4}, (6, 3), "6 + 6"),
        ({"match": "double", "least": 4}, (18, 4), "9 + 9"),
        ({"match": "differ", "number": 3, "most": 6}, (4, 7), "3 + 4"),
        ({"match": "differ", "number": 3, "most": 6}, (9, 7), "9 − 3"),
    ],
)
def test_what_is_worked_out_is_which_card_goes_with_the_first(area, cards, worked_out):
    (found,) = facts_of(game_from({"area": {"kind": "pairs", **area}}).area, *cards)
    assert found.words == worked_out


def shown(area, card):
    """What a card comes to, from what stands on it."""
    text = area.label(card)
    if text[0] in "■□":
        return Fraction(text.count("■"), len(text))
    if "●" in text:
        return text.count("●")
    if text.count("/") == 1:
        return Fraction(text)
    signs = str.maketrans({"×": "*", "−": "-", "÷": "/"})
    return eval(text.translate(signs))  # what the program made, by Python's own arithmetic


@given(st.sampled_from(FRONTS), st.integers(3, 30), st.integers(3, 12))
def test_of_forms_every_number_is_there_once_and_is_what_the_other_comes_to(front, number, many):
    try:
        game = game_from({"area": {"kind": "pairs", "match": "forms", "front": front, "number": number, "many": many}})
    except GameError as error:
        assert "different numbers" in str(error)
        return
    area = game.area
    numbers = [card for card in area.cards if card >= 0]
    assert len(numbers) == len(set(numbers)) == many
    assert sorted(shown(area, card) for card in area.cards if card < 0) == numbers
    assert area.one_partner
    for number, text in zip(numbers, texts(area), strict=True):
        card = next(card for card in area.cards if card < 0 and area.label(card) == text)
        assert [fact.words for fact in facts_of(area, card, numbers[0])] == worked_out(front, number, text)
    printed = [(piece.shown, card.number, card.word) for piece in area.made_pieces for card in piece.cards]
    pictures = {"dots": "dots", "frames": "frames", "bars": "bars", "coins": "coins"}.get(front, "words")
    plain = "fractions" if front in ("bars", "equal") else "numerals"
    assert {value for how, value, _ in printed if how == plain} == set(numbers)
    assert {word or value for how, value, word in printed if how == pictures} == (
        set(numbers) if pictures in ("dots", "frames", "bars") else set(texts(area))
    )
    assert len(printed) == 2 * many


def worked_out(front, number, text):
    """The facts on a card, from what stands on it."""
    if front in ("dots", "frames"):
        return [f"see {number}"]
    if front == "bars":
        return [f"see {text.count('■')}", f"see {len(text)}"]
    if front == "coins":
        coins = [int(one) for one in text.split(" + ")]
        return [fact_from(f"{sum(coins[:k])} + {coins[k]}").words for k in range(1, len(coins))]
    if front == "equal":
        over, under = map(int, text.split("/"))
        by = under // number.denominator
        return [f"{over} ÷ {by}", f"{under} ÷ {by}"]
    return [fact_from(text.replace("/", " ÷ ")).words]


def by_python(formula, one, other):
    """What a formula comes to by Python's own arithmetic."""
    try:
        return eval(formula, {"a": Fraction(min(one, other)), "b": Fraction(max(one, other))})
    except ZeroDivisionError:
        return None


def texts(area):
    """What stands on the cards that are no numbers, by what they come to."""
    return [
        area.label(card) for card in sorted((card for card in area.cards if card < 0), key=lambda one: shown(area, one))
    ]


@given(pair_games(special=False))
def test_a_card_with_twice_the_partners_of_another_is_told_of(game):
    area, cards = game.area, game.area.cards
    if area.size == 3:
        return
    rules = {
        "total": lambda a, b: a + b == area.number,
        "same": lambda a, b: a == b,
        "double": lambda a, b: a == 2 * b or b == 2 * a,
        "differ": lambda a, b: abs(a - b) == area.number,
        "formula": lambda a, b: by_python(area.formula, a, b) == area.number,
        "forms": lambda a, b: (a < 0) != (b < 0) and shown(area, a) == shown(area, b),
    }
    partners = [sum(rules[area.match](a, b) for j, b in enumerate(cards) if j != k) for k, a in enumerate(cards)]
    told = [fault for fault in area_of(game).faults.by_rules(game) if fault.code == "uneven_partners"]
    assert bool(told) == (max(partners) >= 2 * min(partners))


@given(pair_games(), st.integers(0, 20))
def test_cards_that_are_turned_back_lie_face_down(game, seed):
    sitting = Sitting(game, seed)
    for _ in range(8):
        if sitting.now.over:
            break
        sitting.play_on(game.seats.style(sitting.now.seat))
        now, texts = sitting.now, area_of(game).board.places_at(game, sitting.now).texts
        for place, card in enumerate(now.cards):
            assert texts[place] == ("" if place in now.gone else game.area.label(card) if place in now.up else "?")
        assert set(now.up) <= set(now.shown[-game.area.size :])


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


def most_matches(area):
    """The most matches that a pack can be taken in, by trying."""

    @cache
    def most(cards):
        found = 0
        for some in combinations(range(len(cards)), area.size):
            if area.matches(*(cards[k] for k in some)):
                found = max(found, 1 + most(tuple(card for k, card in enumerate(cards) if k not in some)))
        return found

    return most(area.cards)


@pytest.mark.parametrize("turn", ["two", "three"])
@pytest.mark.parametrize(("jokers", "blanks"), [(0, 0), (1, 1), (2, 0), (3, 1)])
def test_the_most_pairs_that_can_be_kept_are_those_found_by_trying(turn, jokers, blanks):
    area = {"kind": "pairs", "match": "same", "least": 1, "most": 3, "turn": turn, "jokers": jokers, "blanks": blanks}
    found = game_from({"area": area}).area
    assert most_matches(found) == found.most_pairs
    assert any(
        f"{found.most_pairs} " in answer
        for _, _, _, answer in area_of(game_from({"area": area})).words.talk(game_from({"area": area}))
    )


@settings(max_examples=25)
@given(pair_games())
def test_what_matches_a_card_is_every_way_to_go_on_from_it(game):
    """Held against turning everything there is beside it, one way after the other."""
    area = game.area
    cards, table = area.cards, tables(area)
    for place, card in enumerate(cards):
        others = [other for other in range(len(cards)) if other != place]
        ways = [some for some in combinations(others, area.size - 1) if area.matches(card, *(cards[k] for k in some))]
        assert area.partners(place) == len(ways)
        assert area.chance(place) == pytest.approx(len(ways) / comb(len(others), area.size - 1))
        assert {some for some in combinations(others, area.size - 1) if table[(place, *some)]} == set(ways)
        told = area.completing([card])
        assert bool(told) == bool(ways)
        plain = {" and ".join(area.told(cards[k]) for k in some) for some in ways}
        plain = {some for some in plain if area.size == 2 or "a joker" not in some}
        assert {one for one in told if "any card" not in one} == plain


def test_threes_that_make_a_number_are_that_many_and_at_even_steps():
    area = game_from({"area": {"kind": "pairs", "turn": "three", "number": 20, "least": 1, "sets": 8}}).area
    every = [(a, b, 20 - a - b) for a in range(1, 7) for b in range(a, 20) if b <= 20 - a - b]
    assert set(area.pairs) <= set(every)
    at = sorted(every.index(one) for one in area.pairs)
    assert len(at) == 8
    assert {b - a for a, b in pairwise(at)} <= {len(every) // 8, len(every) // 8 + 1}


@pytest.mark.parametrize(
    ("area", "cards", "worked_out"),
    [
        ({"turn": "three", "number": 12}, (3, 5, 7), ["3 + 5", "4 + 8"]),
        ({"turn": "three", "number": 12}, (9, 8, 1), ["8 + 9"]),
        ({"turn": "three", "number": 12}, (JOKER, 8, 1), []),
        ({"turn": "three", "number": 12}, (2, BLANK, 1), []),
        ({"turn": "three", "match": "same"}, (4, 5, 4), ["4 or 5", "4 or 5"]),
        ({"number": 10}, (4, JOKER), ["4 + 6"]),
        ({"number": 10}, (BLANK, 4), []),
        ({"match": "formula", "formula": "2 * a + b", "number": 12}, (6, 3), ["2 × 3", "6 + 6"]),
        ({"match": "formula", "formula": "b / a - 1", "number": 2}, (3, 9), ["9 ÷ 3", "3 − 1"]),
    ],
)
def test_what_is_worked_out_of_three_cards_and_beside_a_joker(area, cards, worked_out):
    found = facts_of(game_from({"area": {"kind": "pairs", **area}}).area, *cards)
    assert [fact.words for fact in found] == worked_out


@pytest.mark.parametrize(
    ("aim", "front"),
    [
        ({"kind": "seeing", "upto": 9}, "dots"),
        ({"kind": "seeing", "upto": 18}, "frames"),
        ({"kind": "list", "facts": ["1 ÷ 2", "1 ÷ 4", "3 ÷ 4", "2 ÷ 5"]}, "decimals"),
    ],
)
def test_pairs_made_for_an_aim_show_what_it_asks_for(aim, front):
    game = game_from({"brief": {"aim": [aim]}, "area": {"kind": "pairs"}})
    (made,) = (game_from(data) for data in area_of(game).board.suited(game.model_dump(mode="json")))
    assert made.area.front == front
    facts = [fact for form in made.area.forms for fact in form.facts]
    on_aim = [made.brief.aim[0].has(fact) for fact in facts]
    assert sum(on_aim) >= 0.6 * len(facts)
    shown = {made.area.label(card) for card in made.area.cards if card >= 0}
    assert shown <= {*map(str, range(1, 19)), "0.5", "0.25", "0.75", "0.2", "0.4"}
