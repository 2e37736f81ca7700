"""Question cards: packs made for a family, typed ones checked, and games in which answers decide."""

import random
from fractions import Fraction

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.question_cards.families import FAMILIES, questions_of
from bolometric.core.question_cards.keyed import read_cards, typed_cards, worked_out, wrong_keys
from bolometric.core.question_cards.packs import QuestionCard, QuestionPack, cards_of
from bolometric.core.settings.errors import GameError
from tests.random_tracks import card_games


def number(text):
    return Fraction(text.replace("−", "-"))


def answered(text):
    """A question worked out by Python alone: the blank tried out, or the sum evaluated in exact fractions."""
    plain = text.replace("−", "-").replace("×", "*").replace("÷", "/")
    if "true or false" in plain:
        left, right = plain.split(":")[0].split("=")
        return "true" if value(left) == value(right) else "false"
    if plain.startswith("Which is more"):
        return str(max(int(word.strip(" ,?")) for word in plain.split() if word.strip(" ,?").isdigit()))
    if "worth" in plain:
        digit, whole = plain.split()[3], plain.rstrip("?").split()[-1]
        return str(int(digit) * 10 ** (len(whole) - 1 - whole.index(digit)))
    left, right = plain.split("=")
    if right.strip() == "?":
        return value(left)
    return next(found for found in range(2001) if value(left.replace("?", str(found))) == value(right))


def value(text):
    """A sum of two numbers in exact fractions."""
    for sign in (" + ", " - ", " * ", " / "):
        if sign in text:
            a, b = (Fraction(part.strip()) for part in text.split(sign))
            return {" + ": a + b, " - ": a - b, " * ": a * b, " / ": a / b if b else None}[sign]
    return Fraction(text.strip())


@settings(max_examples=30, deadline=None)
@given(st.sampled_from(sorted(FAMILIES)), st.data())
def test_made_packs_are_right_and_within_their_family(family, data):
    kind = FAMILIES[family]
    upto = data.draw(st.integers(kind.least, max(2, min(kind.most, 120)))) if not kind.tables else 20
    tables = data.draw(st.lists(st.integers(1, 12), min_size=1, max_size=4, unique=True))
    pack = QuestionPack(
        name="x",
        family=family,
        upto=upto,
        tables=tables,
        count=data.draw(st.integers(1, 60)),
        favour=data.draw(st.sampled_from(["even", "harder"])),
        seed=data.draw(st.integers(1, 99)),
    )
    cards = cards_of(pack)
    every = questions_of(family, upto, pack.tables)
    assert len(cards) == min(pack.count, len(every)) > 0
    assert len({card.text for card in cards}) == len(cards)
    for card in cards:
        found = answered(card.text)
        assert card.answer == found if isinstance(found, str) else number(card.answer) == found
        shown = [Fraction(word.strip("?,:")) for word in card.text.replace("−", "-").split() if word[0].isdigit()]
        if family in ("times", "divide"):
            assert any(one in pack.tables for one in shown)
        elif family != "compare":
            assert max(shown, default=0) <= upto + (family == "true_false")
    assert cards == cards_of(pack)


def test_harder_packs_are_harder():
    even, harder = (
        np.mean(
            [
                card.hard
                for seed in range(1, 30)
                for card in cards_of(
                    QuestionPack(name="x", family="times", tables=range(1, 11), count=20, favour=favour, seed=seed)
                )
            ]
        )
        for favour in ("even", "harder")
    )
    assert harder > 1.1 * even


@pytest.mark.parametrize(
    ("question", "comes_to"),
    [
        ("7 + 5", 12),
        ("3 × 4 = ?", 12),
        ("(2 + 3) * 4 =", 20),
        ("9 ÷ 2 = ?", Fraction(9, 2)),
        ("Who is next?", None),
        ("half-time?", None),
        ("7 + 5 = 12: true or false?", None),
        ("? + 3 = 5", None),
        ("4 ÷ 0", None),
    ],
)
def test_a_question_that_is_a_sum_is_worked_out(question, comes_to):
    assert worked_out(question) == comes_to


def test_a_wrong_key_is_a_fault_that_names_the_card():
    cards = [
        {"question": "7 + 5", "answer": "13"},
        {"question": "Capital?", "answer": "x"},
        {"question": "2 × 3", "answer": "6"},
        {"question": "7 ÷ 2", "answer": "3 remainder 1"},
    ]
    pack = {"name": "Mine", "family": "own", "cards": cards}
    assert [(place, right) for place, _, right in wrong_keys(QuestionPack.model_validate(pack))] == [(1, "12")]
    game = game_from(
        {"bolometric": 1, "area": {"packs": [pack], "squares": [{"at": 5, "does": "card", "pack": "Mine"}]}}
    )
    (fault,) = (fault for fault in find_faults(game) if fault.code == "wrong_key")
    assert "card 1" in fault.sentence
    assert "7 + 5" in fault.sentence
    assert fault.cures[0].game.area.packs[0].cards[0].answer == "12"


def test_broken_rows_are_named_and_the_rest_is_kept():
    cards, told = read_cards(
        'question,answer\n7+5,12\n"How many, then?","a lot"\nbroken\n3 × 4 = 12\n\nx;y;z\nWho?; me'
    )
    assert [card["answer"] for card in cards] == ["12", "a lot", "12", "me"]
    assert told == "Rows 4, 7 can't be read: write a question, a comma and its answer."
    kept = tuple(QuestionCard.model_validate(card) for card in cards)
    assert read_cards(typed_cards(kept)) == (cards, "")
    many, told = read_cards("\n".join(f"{k} + 1, {k + 1}" for k in range(300)))
    assert (len(many), told[:9]) == (200, "There are")


@settings(max_examples=6, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(card_games(), st.integers(1, 10**6))
def test_games_by_hand_are_those_of_the_runs(game, seed):
    """Played on at the table, where the rules are told step by step, and by the compiled loop."""
    games, batch = 50, area_of(game).measured.player(game)(4000, 50, np.random.default_rng(seed))
    turns, won, kept = [], [], []
    for one in range(games):
        sitting = Sitting(game, seed + one)
        while not sitting.now.over and sitting.now.turn <= 50:
            sitting.play_on(game.seats.style(0))
        turns.append(min(sitting.now.turn, 50))
        won.append((0 in sitting.now.winners) / max(len(sitting.now.winners), 1))
        kept.append(sitting.now.kept[0])
    first = np.where(batch.home & 1, 1 / np.maximum((batch.home & 1) + (batch.home >> 1 & 1), 1), 0)
    for ours, theirs in ((batch.turns, turns), (first, won), (batch.own["cards kept by 1"], kept)):
        error = (np.var(theirs) / games + np.var(ours) / 4000) ** 0.5
        assert abs(np.mean(ours) - np.mean(theirs)) < 4.5 * error + 0.02


def test_an_answer_that_is_typed_is_held_against_the_card():
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": [1, 1]}],
            "seats": {"count": 2},
            "area": {"length": 9, "packs": [{"name": "A"}], "squares": [{"at": 1, "does": "card"}]},
        }
    )
    sitting = Sitting(game, 1)
    assert sitting.rules.check(game, sitting.now, "3") is None
    sitting.draw()
    sitting.choose("pack 0")
    answer = cards_of(game.area.packs[0])[0].answer
    assert sitting.rules.check(game, sitting.now, f"= {answer}.0") == f"Right: it is {answer}."
    assert "Not quite" in sitting.rules.check(game, sitting.now, f"{answer}7")
    assert answer in sitting.coach()


def longhand_wins(swapped, games, rng):
    """First to 12 by a die of 1 to 3; square 4 asks Easy, square 8 Hard; a wrong answer costs the move."""
    right = {("Easy", 0): 0.9, ("Easy", 1): 0.6, ("Hard", 0): 0.5, ("Hard", 1): 0.2}
    wins = 0
    for _ in range(games):
        places, seat = [0, 0], 0
        while True:
            before = places[seat]
            places[seat] += rng.choice((1, 2, 3))
            if places[seat] >= 12:
                wins += seat == 0
                break
            asked = {4: "Easy", 8: "Hard"}.get(places[seat])
            if asked and swapped and seat == 1:
                asked = {"Easy": "Hard", "Hard": "Easy"}[asked]
            if asked and rng.random() >= right[asked, seat]:
                places[seat] = before
            seat = 1 - seat
    return wins / games


@pytest.mark.parametrize("swapped", [False, True])
def test_swapping_packs_changes_wins_as_told_longhand(swapped):
    packs = [{"name": "Easy", "right": [0.9, 0.6]}, {"name": "Hard", "right": [0.5, 0.2]}]
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": [1, 2, 3]}],
            "seats": {"count": 2},
            "area": {
                "length": 12,
                "packs": packs,
                "if_wrong": "lose_move",
                "squares": [{"at": 4, "does": "card", "pack": "Easy"}, {"at": 8, "does": "card", "pack": "Hard"}],
                "draws_from": [["Easy", "Hard"], ["Hard", "Easy"]] if swapped else [],
            },
        }
    )
    batch = area_of(game).measured.player(game)(40_000, 1000, np.random.default_rng(1))
    assert (batch.home == 1).mean() == pytest.approx(longhand_wins(swapped, 40_000, random.Random(1)), abs=0.014)


def test_cards_that_decide_nothing_leave_the_game_exact():
    plain = game_from({"bolometric": 1, "area": {"length": 20}, "seats": {"count": 2}})
    asked = game_from(
        {
            "bolometric": 1,
            "seats": {"count": 2},
            "area": {"length": 20, "packs": [{"name": "A"}], "squares": [{"at": 7, "does": "card", "pack": "A"}]},
        }
    )
    one, other = (measure_exactly(game).readings for game in (plain, asked))
    assert one["turns"].mean == pytest.approx(other["turns"].mean)
    assert one["seat_wins"].values == pytest.approx(other["seat_wins"].values)


@pytest.mark.parametrize(
    ("area", "says"),
    [
        ({"packs": [{"name": "A", "family": "own"}]}, "has no cards"),
        ({"packs": [{"name": "A"}, {"name": "A"}]}, "Two packs are called"),
        ({"packs": [{"name": "A", "family": "times", "tables": []}]}, "asks no table"),
        ({"packs": [{"name": "A", "upto": 900}]}, "the most for it is 200"),
        ({"packs": [{"name": "A", "family": "place_value", "upto": 9}]}, "the least for it is 10"),
        (
            {
                "packs": [{"name": "A"}],
                "squares": [{"at": 3, "does": "card"}],
                "cards_win": "most_at_home",
                "track": "shared",
            },
            "Most cards win where",
        ),
    ],
)
def test_what_cannot_be_is_refused_in_one_sentence(area, says):
    with pytest.raises(GameError) as trouble:
        game_from({"bolometric": 1, "area": area})
    assert says in str(trouble.value)


@pytest.mark.parametrize(
    ("pack", "area"), [({"right": [0.9]}, {"if_right": "stay"}), ({"right": [0]}, {"if_right": "keep"})]
)
def test_waiting_for_a_pack_that_never_runs_out_is_a_fault_and_not_played_for_ever(pack, area):
    game = game_from(
        {
            "bolometric": 1,
            "seats": {"count": 2},
            "area": {
                "packs": [{"name": "A", **pack}],
                "squares": [{"at": 3, "does": "card", "pack": "A"}],
                "cards_win": "most_at_out",
                **area,
            },
        }
    )
    batch = area_of(game).measured.player(game)(100, 10**6, np.random.default_rng(1))
    assert (batch.winner == -1).all()
    faults = [fault for fault in find_faults(game) if fault.code == "never_out"]
    assert len(faults) == 1
    assert all(not cure.game.area.never_out for cure in faults[0].cures)


def test_a_square_that_asks_a_pack_that_is_not_there_is_a_fault():
    game = game_from(
        {
            "bolometric": 1,
            "seats": {"count": 2},
            "area": {"packs": [{"name": "A"}], "squares": [{"at": 3, "does": "card", "pack": "B"}]},
        }
    )
    (fault,) = (fault for fault in find_faults(game) if fault.code == "no_such_pack")
    assert "“B”" in fault.sentence
    assert fault.cures[0].game.area.squares[0].pack == "A"
