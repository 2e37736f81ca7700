"""Odds as the command line and files give them, for every demo game and starter."""

import csv
import io
import json
import re
from fractions import Fraction

import pytest
from click.testing import CliRunner
from hypothesis import given
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import set_from
from bolometric.core.game.files import read, write
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.outcomes.events import Questions, wanted
from bolometric.core.play.hand import Hand
from bolometric.core.settings.errors import GameError
from bolometric.core.words.odds import odds_words
from bolometric.core.words.report import odds_csv
from tests.random_games import pieces

GAMES = [(path.name, read(path)) for path in demo_files()] + [
    (game.name, game) for game in (starter.game for starter in starters())
]


@pytest.mark.parametrize(("name", "game"), GAMES, ids=[name for name, _ in GAMES])
def test_the_command_line_prints_the_odds_of_every_game(tmp_path, name, game):
    path = tmp_path / "g.bolo.json"
    write(game, path)
    told = json.loads(CliRunner().invoke(main, ["odds", str(path), "--json"]).output)
    odds = game.distribution
    assert told["method"] == "exact"
    assert told["stderr"] == 0
    assert [Fraction(str(row["value"])) for row in told["totals"]] == list(odds.totals)
    assert [row["ways"] for row in told["totals"]] == list(odds.ways)
    assert sum(row["chance"] for row in told["totals"]) == pytest.approx(1)
    table = CliRunner().invoke(main, ["odds", str(path)]).output
    title, _, rows = table.partition("\n\n")
    assert rows.count("\n") == len(odds.totals) + 1
    assert "as a fraction" in rows
    assert game.name in title


def test_no_number_is_a_row_of_its_own(tmp_path):
    data = {"bolometric": 1, "pieces": [{}, {"faces": [0, 1]}], "draw": {"make": "formula", "formula": "a / b"}}
    path = tmp_path / "g.bolo.json"
    path.write_text(json.dumps(data))
    told = json.loads(CliRunner().invoke(main, ["odds", str(path), "--json"]).output)
    assert told["no_number"] == {"ways": 6, "chance": 0.5}
    assert "no number" in CliRunner().invoke(main, ["odds", str(path)]).output
    check = CliRunner().invoke(main, ["check", str(path)])
    assert check.exit_code == 1
    assert "divides by nothing in 50% of draws" in check.output


def test_measure_takes_another_style(tmp_path):
    path = next(path for path in demo_files() if path.name.startswith("ridge-dare"))
    turns = {}
    for style in ("guess", "thumb", "plan"):
        words = ["measure", str(path), "--json", "--runs", "300", "--style", style]
        turns[style] = json.loads(CliRunner().invoke(main, words).output)["readings"]["turns"]["mean"]
    assert turns["plan"] < turns["thumb"] < turns["guess"]
    own = json.loads(CliRunner().invoke(main, ["measure", str(path), "--json", "--runs", "300"]).output)
    assert own["readings"]["turns"]["mean"] == turns["thumb"]
    assert own["readings"]["choice"]["method"] == "exact"


def _number(cell: str) -> Fraction:
    """What a spreadsheet makes of a cell: a whole or decimal number or a mixed one; 1/3 is a date."""
    sign, whole, part = re.fullmatch(r"(-?)(\d+(?:\.\d+)?)( \d+/\d+)?", cell).groups(default="")
    return (Fraction(whole) + Fraction(part or 0)) * (-1 if sign else 1)


@given(st.lists(pieces(), min_size=1, max_size=2), st.sampled_from(["add", "multiply", "times"]))
def test_a_table_taken_away_adds_up_again(given_pieces, make):
    odds = set_from({"pieces": given_pieces, "draw": {"make": make, "factor": "1/3"}}).distribution
    rows = list(csv.DictReader(io.StringIO(odds_csv(odds))))
    assert [_number(row["total"]) for row in rows] == list(odds.totals)
    assert sum(Fraction(*map(int, row["of"].split(" of "))) for row in rows) == 1
    assert sum(int(row["ways"]) for row in rows) == odds.all_ways


grids = st.lists(st.integers(-40, 40), min_size=1, max_size=8, unique=True).map(sorted)


@given(grids, st.sampled_from([1, 10, 100]))
def test_never_numbers_are_those_between_that_are_not_there(whole, unit):
    totals = tuple(Fraction(n, unit) if n % unit else n // unit for n in whole)
    odds = Distribution(totals, (1,) * len(totals))
    step = odds.step
    assert all((Fraction(total) / step).denominator == 1 for total in totals)
    between = [low * step for low in range(int(totals[0] / step), int(totals[-1] / step) + 1)]
    never = [value for value in between if value not in totals]
    assert list(odds.impossible(10_000)) == never
    assert odds.gaps == len(never)
    assert list(odds.impossible(2)) == never[:2]
    assert odds.chance_where(lambda total: total >= totals[0]) == 1
    assert odds.with_ways(1) == list(totals)


def test_odds_of_a_hundred_thousand_totals_are_told_in_one_go():
    # Looking at all totals for each of them would take days.
    fifths = Distribution(tuple(Fraction(n, 5) if n % 5 else n // 5 for n in range(0, 200_000, 2)), (1,) * 100_000)
    assert f"Never in between ({399_997 - 100_000:,}): 0.1, 0.2, 0.3, 0.5," in odds_words(fifths)
    assert fifths.mean == 199_998 / 10
    assert {fifths.chance(total) for total in fifths.totals} == {Fraction(1, 100_000)}
    assert fifths.chance(Fraction(1, 5)) == 0


@given(st.lists(pieces(), min_size=1, max_size=2), st.integers(0, 99))
def test_answers_agree_with_a_hand_that_draws(given_pieces, seed):
    """Waiting for the likeliest total: 60 waits of a hand against the mean that is told, within 5 errors."""
    try:
        found = set_from({"pieces": given_pieces})
    except GameError:
        return
    odds = found.distribution
    likely = odds.totals[odds.ways.index(max(odds.ways))]
    hand, waits = Hand(found.pieces, found.draw, seed), []
    for _ in range(60):
        draws = 1
        while hand.draw().total != likely:
            draws += 1
        waits.append(draws)
    questions = Questions(found.pieces, found.draw)
    p = float(odds.chance(likely))
    told = questions.wait(wanted("these", (likely,)))
    assert told.mean.value == pytest.approx(1 / p)
    assert abs(sum(waits) / 60 - 1 / p) <= 5 * ((1 - p) / p**2 / 60) ** 0.5 + 1e-9
    within = questions.within(wanted("these", (likely,)), told.nine_in_ten).value
    assert within >= 0.9 - 1e-9
    if told.nine_in_ten > 1:
        assert questions.within(wanted("these", (likely,)), told.nine_in_ten - 1).value < 0.9 + 1e-9
