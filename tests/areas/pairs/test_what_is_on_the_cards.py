"""What is on cards of pairs, what matches, and what is worked out of it."""

from collections import Counter
from fractions import Fraction
from functools import cache
from itertools import combinations, pairwise
from math import comb

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.pairs.forms import forms_of
from bolometric.core.areas.pairs.matching import BLANK, JOKER
from bolometric.core.areas.pairs.play import tables
from bolometric.core.areas.pairs.work import facts_of
from bolometric.core.game.document import game_from
from bolometric.core.learner_work.aims import fact_from
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.settings.errors import GameError
from tests.areas.pairs.test_pairs import FRONTS, pair_games


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
        ({"turn": "three", "number": 12}, (5, 7, 0), ["5 + 7", "0 + 12"]),
        ({"turn": "three", "number": 12}, (JOKER, 8, 1), []),
        ({"turn": "three", "number": 12}, (2, BLANK, 1), []),
        ({"turn": "three", "match": "same"}, (4, 5, 4), ["4 or 5", "4 or 5"]),
        ({"match": "family"}, (7, 3, 4), ["3 + 7", "7 − 3"]),
        ({"match": "family"}, (7, JOKER, 4), []),
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


def test_fractions_come_halves_first_and_decimals_of_two_places_before_longer_ones():
    def shown_by(front, number, many):
        area = {"kind": "pairs", "match": "forms", "front": front, "number": number, "many": many}
        return {form.number for form in game_from({"area": area}).area.forms}

    halves = {Fraction(1, 2), Fraction(1, 3), Fraction(2, 3), Fraction(1, 4), Fraction(3, 4)}
    assert shown_by("bars", 12, 5) == halves
    assert Fraction(1, 8) not in shown_by("decimals", 10, 11)
    assert Fraction(1, 8) in shown_by("decimals", 10, 12)
    coins = game_from({"area": {"kind": "pairs", "match": "forms", "front": "coins", "number": 200, "many": 9}}).area
    assert max(len(form.text.split(" + ")) for form in coins.forms) <= 5
    every = forms_of("coins", 200, 200, "quarters")
    assert max(len(form.text.split(" + ")) for form in every) == 5


@pytest.mark.parametrize("front", ["adding", "times", "coins", "frames", "decimals"])
def test_the_harder_half_is_there_once_more(front):
    """Harder is what takes longer: no pair that is there once takes longer than one that is there twice."""
    area = {"kind": "pairs", "match": "forms", "front": front, "number": 16, "many": 7, "weight": "harder"}
    found = game_from({"area": area}).area
    times = Counter(card for card in found.cards if card < 0)
    seconds = {card: sum(timing(fact, USUAL).seconds for fact in found.form(card).facts) for card in times}
    assert sorted(times.values()) == [1, 1, 1, 1, 2, 2, 2]
    once, twice = ([seconds[card] for card in times if times[card] == many] for many in (1, 2))
    assert max(once) <= min(twice)
    printed = sum(
        (Counter({card.word or card.number: card.count for card in one.cards}) for one in found.made_pieces), Counter()
    )
    assert printed.total() == len(found.cards) == 20
    assert not list(area_of(game_from({"area": area})).faults.by_rules(game_from({"area": area})))


def test_more_than_ten_dots_lie_in_two_ten_frames():
    forms = forms_of("frames", 20, 20)
    assert [form.told.split(" in ")[1] for form in forms] == ["a ten frame"] * 10 + ["two ten frames"] * 10
