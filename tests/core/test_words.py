"""How numbers, faces and results are said."""

import re
from dataclasses import replace
from fractions import Fraction
from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game, game_from
from bolometric.core.game.files import read
from bolometric.core.judge.verdict import off, scale, verdict
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.pieces.kinds import Die, Pack, die
from bolometric.core.pieces.presets import DICE
from bolometric.core.pieces.words import cards_of, pieces_words, shows
from bolometric.core.results.estimate import Lead
from bolometric.core.results.folded import Values
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import known_to, listing, minus, number, percent, plural, short_percent, significant
from bolometric.core.words.odds import fraction_words, odds_words, total_words
from bolometric.core.words.report import odds_text
from bolometric.core.words.rule_sheet import band_words, rules_text
from bolometric.core.words.telling import lead_words, length_words, win_words

shares = st.floats(0, 1)


@given(shares)
def test_a_percentage_never_hides_what_can_happen(share):
    words = percent(share)
    assert (words == "0%") == (share == 0)
    assert (words == "100%") == (share == 1) or share > 0.999
    if words[0].isdigit():
        digits = 0.05 if "." in words else 0.5
        assert abs(float(words.removesuffix("%")) - 100 * share) <= digits + 1e-9
    else:
        assert share < 0.001 or share > 0.999


@given(shares)
def test_a_short_percentage_is_short_and_never_hides_either(share):
    words = short_percent(share)
    assert len(words) <= 4
    assert (words == "0%") == (share == 0)
    assert (words == "100%") == (share == 1) or share > 0.995


@given(st.lists(st.integers(-99, 99), min_size=1, max_size=6))
def test_a_list_names_every_value_once_in_order(values):
    words = listing(values, "or").replace(" or ", ", ").split(", ")
    assert [int(word.replace("−", "-")) for word in words] == values


@pytest.mark.parametrize(
    ("shown", "words"),
    [
        ((1, 2, 3, 4, 5, 6), "1 to 6"),
        ((1, 1, 2, 2, 3, 3), "1 to 3, twice"),
        ((-2, -1, 0, 1), "−2 to 1"),
        ((5, 5), "5 and 5"),
        ((2, 4, 9), "2, 4 and 9"),
    ],
)
def test_faces_are_said_shortly(shown, words):
    assert shows(die(*shown)) == words


@given(st.lists(st.sampled_from([one for _, one in DICE]), min_size=1, max_size=6))
def test_dice_are_counted_by_kind(pieces):
    words = pieces_words(pieces)
    for one in set(pieces):
        assert shows(one) in words
        assert f"{number(pieces.count(one))} d" in words


def test_small_things():
    assert (plural(1, "square"), plural(2, "square"), plural(1234, "run")) == ("1 square", "2 squares", "1,234 runs")
    assert (minus(-3), minus(0.5), number(3), number(40)) == ("−3", "0.5", "three", "40")


def test_the_rules_of_ridge_ascent_as_they_are_printed():
    assert rules_text(read(demo_files()[0])).splitlines() == [
        "Aim",
        "For 2 players from the Rigel group practising adding to 12. The facts that count: adding within 12. Each "
        "number is worked out by the player whose turn it is; players use the pieces in their own turns.",
        "To last 4 to 6 minutes, at about 25 seconds a turn; or say how quickly players work. "
        "Advantage of going first: −5 to 5 points. "
        "Turns that go backwards: 0 to 10%. You could set further targets.",
        "",
        "Pieces",
        "You need two dice, faces 1 to 6, a counter for each player and the trail. "
        "Small parts can be swallowed: keep to your school's own rules.",
        "All players draw alike.",
        "",
        "Board",
        "Draw a trail of 40 squares, each worth one. Lay it to and fro, as many in a row as fit; "
        "write 1, 2, 3 … on it, up to its end. Players get on with a counter that moves, by counting the squares.",
        "You could let squares do something, or ask packs of question cards.",
        "Each player moves a counter of their own.",
        "",
        "First",
        "The youngest starts; then go round in turn. Everyone begins off the board, before square 1.",
        "",
        "Each turn",
        "Roll all the dice and add what they show. Move that many squares.",
        "In a turn you draw once. A total moves your own counter. You could add a total that sends "
        "back to the start or one that loses the turn.",
        "",
        "Last",
        "To get home you must reach or pass the last square.",
        "The first one home wins, and ends the game at once.",
        "Play one game.",
        "",
        "Of your own",
        "You could add rules of your own, which are said and not measured. Players hear all rules at once; you could "
        "tell some of them later. You could say words of your own for counters and squares. Your note: "
        "Does whoever starts win too often?",
    ]


def test_rules_that_are_set_are_said():
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": [-1, 2, 3]}],
            "area": {"end": "bounce", "back_to_start": [3], "lose_turn": [-1], "finish": "finish_round"},
            "brief": {"minutes": None},
        }
    )
    text = rules_text(game)
    for sentence in (
        "To last no target",
        "Below zero, move back, but never past the start.",
        "A total of 3 sends you back to the start and ends your turn.",
        "On a total of −1 your turn is lost: stay where you are.",
        "To get home you must reach exactly, bouncing back: what is too much is counted back from the last square.",
        "If several get home in the same round, they share it.",
    ):
        assert sentence in text


@given(st.floats(-0.5, 0.5), st.floats(0, 0.5), st.floats(-0.9, 0.9))
def test_a_verdict_says_which_side_of_the_band(low, width, value):
    band = Band(low=low, high=low + width)
    judged = verdict("first_seat_edge", Reading("exact", value), band)
    side = off(band, value)
    assert judged.standing == ("in" if side == 0 else "off")
    assert judged.words == ("in band" if side == 0 else READINGS["first_seat_edge"].off[side > 0])


def test_a_verdict_waits_where_chance_could_turn_it():
    near = Reading("simulated", 0.051, stderr=0.004)
    assert verdict("setbacks", near, Band(low=0, high=0.05)).words == "too close to call"
    assert verdict("setbacks", Reading("simulated", 0.09, stderr=0.004), Band(low=0, high=0.05)).standing == "off"
    assert verdict("setbacks", Reading("exact", 0.05), Band(low=0, high=0.05)).standing == "in"
    assert verdict("in_time", Reading("exact", 0.5), None).words == "no target"
    assert verdict("minutes", Reading("exact", None, never=0.2), None).words == "may never end"
    assert verdict("minutes", Reading("exact"), None).words == "not known"


@given(st.sampled_from(["minutes", "first_seat_edge", "setbacks", "in_time"]), shares, shares, shares)
def test_a_scale_runs_upward_and_shows_the_band(key, value, low, width):
    band = Band(low=low, high=low + width)
    left, right = scale(key, Reading("exact", value, p90=value), band)
    assert left < right
    if key != "in_time":
        assert right >= min(band.high, 1.0) - 1e-9
    assert left <= value <= right + 1e-9 or key == "minutes"


def test_every_reading_is_shown_with_how_sure_it_is():
    game = game_from({"bolometric": 1, "seats": {"count": 3}, "area": {"finish": "finish_round"}})
    exact = measure_exactly(game)
    (*_, tally) = runs_of(game, 1, 500)
    for key, reading in {**tally.readings(), **exact.readings}.items():
        assert headline(key, reading) not in ("", "–")
        assert certainty(key, reading) in ("exact",) or certainty(key, reading).startswith("simulated ±")
        assert READINGS[key].meaning
    assert show("first_seat_edge", 0.051) == "+5.1 points"
    assert show("first_seat_edge", -0.051) == "−5.1 points"
    assert show("minutes", 1234.5) == "1,234 min"
    assert show("turns", None) == "–"


def test_odds_are_told_in_sentences():
    odds = Game(pieces=(Die(), Die())).distribution
    assert "36 equally likely ways" in odds_words(odds)
    assert "Hot: 7; cold: 2 and 12. Mean 7, spread (standard deviation) 2.42. Every whole number in" in odds_words(odds)
    assert total_words(odds, 4).startswith("4: 3 of 36 ways, 1/12, 8.3%, about 1 in 12 (exact). At least 4: 92%.")
    assert "All are equally likely" in odds_words(Game().distribution)
    assert "5.6%" in odds_text(Game(pieces=(Die(), Die())))


FACES = st.lists(st.integers(0, 3), min_size=2, max_size=3)


FORMULAS = {"a + b": Fraction.__add__, "b / a": lambda a, b: b / a, "a / a": lambda a, _: a / a}


@given(FACES, FACES, st.sampled_from(sorted(FORMULAS)))
def test_what_is_said_of_a_draw_is_so_for_all_its_outcomes(one, other, formula):
    pieces = [{"faces": one}, {"faces": other}]
    game = game_from({"bolometric": 1, "pieces": pieces, "draw": {"make": "formula", "formula": formula}})
    drawn = [(Fraction(a), Fraction(b)) for a, b in product(one, other) if a or "/" not in formula]
    made = [tidy(FORMULAS[formula](a, b)) for a, b in drawn]
    odds, ways = game.distribution, len(one) * len(other)
    told = odds_words(odds)
    assert ("No draw makes a number." in told) == (not made)
    assert ("The only number is" in told) == (len(set(made)) == 1)
    assert (f"No number: {percent(1 - len(made) / ways)}" in told) == (0 < len(made) < ways)
    for total in set(made):
        said, often = total_words(odds, total), f"{10 * made.count(total) / ways:.2g}"
        assert said.startswith(f"{minus(total)}: {made.count(total)} of {ways} ways, ")
        assert "(exact). At least" in said
        assert f"it comes up {'once' if often == '1' else f'{often} times'} on" in said


@given(st.floats(-1e12, 1e12), st.integers(1, 5))
def test_no_number_is_told_by_a_power_of_ten(value, digits):
    for told in (minus(value), significant(value, digits), known_to(abs(value))):
        assert "e+" not in told
        assert "e-" not in told
    assert float(minus(value).replace("−", "-")) == pytest.approx(value, rel=1e-5, abs=1e-12)


def test_what_is_very_rare_is_told_in_whole_numbers():
    six = game_from({"bolometric": 1, "pieces": [{}] * 6})
    assert fraction_words(six.distribution.chance(6)) == "1/46656, under 0.1%, about 1 in 46,700"
    assert not re.search(r"\de[+-]", odds_text(six) + total_words(six.distribution, Fraction(36)))


def test_results_are_told_in_sentences():
    two = game_from({"bolometric": 1, "seats": {"count": 2}, "area": {"finish": "finish_round"}})
    exact = measure_exactly(two)
    (*_, tally) = runs_of(two, 1, 500)
    assert "8 of 10 games take" in length_words(two, exact)
    assert "of games are shared" in win_words(two, exact)
    lead = tally.sample.lead
    part = lead.early / lead.late.number
    assert f"in {percent(part)} of them (simulated ± " in lead_words(lead)
    never = lead_words(replace(lead, early=0, changes=Values().plus(np.zeros(lead.late.number))))
    assert "hands 0 times (simulated ± 0.00" in never
    assert "in 0% of them (simulated ± 0." in never  # none in so many does not say that there are none
    assert lead_words(Lead()) == "No game was won by one player alone."
    assert "only the runs" in length_words(two, None)
    assert "only the runs" in win_words(two, None)
    alone = game_from({"bolometric": 1, "seats": {"count": 1}, "pieces": [{}, {}], "area": {"end": "exact"}})
    stuck = measure_exactly(alone)
    assert "This game may never end" in length_words(alone, stuck)
    assert "alone" in win_words(alone, stuck)


@pytest.mark.parametrize("finish", ["finish_round", "at_once"])
@pytest.mark.parametrize("length", [12, 90])
def test_places_are_worth_the_same_only_where_they_are(finish, length):
    area = {"finish": finish, "length": length, "squares": []}
    exact = measure_exactly(game_from({"bolometric": 1, "seats": {"count": 3}, "area": area}))
    won = exact.readings["seat_wins"].values
    shares = [one / sum(won) for one in won]
    low, high = percent(min(shares)), percent(max(shares))
    told = win_words(exact.game, exact).partition("Between equal players ")[2]
    assert ("worth the same" in told) == (max(shares) - min(shares) < 1e-9)
    assert told.startswith("every place") == (low == high)
    assert f"about {low}" in told or f"{low} to {high}" in told or "the same" in told


def test_places_that_round_to_the_same_are_not_called_the_same():
    exact = measure_exactly(game_from({"bolometric": 1, "seats": {"count": 3}}))
    near = {"largest_share": exact_value(0.334), "smallest_share": exact_value(0.3327)}
    told = win_words(exact.game, replace(exact, readings={**exact.readings, **near}))
    assert told.endswith("Between equal players every place at the table wins about 33%.")


def test_bands_are_said_in_their_unit():
    game = Game()
    assert band_words(game, "brief.minutes") == "8 to 12 minutes"
    assert band_words(game, "brief.setbacks") == "0 to 10%"
    assert band_words(game, "brief.first_seat_edge") == "−5 to 5 points"


def test_cards_are_told_as_they_are_drawn():
    parts = ["1/2", "1/4", "2/3"]
    told = [shows(Pack(cards=parts, shown=shown)) for shown in ("numerals", "fractions", "bars")]
    assert told == ["0.5, 0.25 and 2/3", "1/2, 1/4 and 2/3", "1/2, 1/4 and 2/3"]
    words = Pack(cards=[{"value": 0, "word": "wild", "count": 2}, {"value": 1, "word": "swap"}], shown="words")
    assert (shows(words), cards_of(words)) == ("wild × 2 and swap", "3 cards")
    assert cards_of(Pack(cards=[1, 2, 3], shown="frames")) == "3 cards with ten frames"
    assert shows(Pack(cards=[{"value": n, "word": f"w{n}"} for n in range(20)], shown="words")).endswith("and 9 more")
