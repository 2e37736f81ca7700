"""What a group has met, counted by hand for a duel of two dice; and what it has not, closing the loop to a game."""

import json
from collections import Counter
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.learner_work.aims import fact_from
from bolometric.core.learner_work.facts import ADD
from bolometric.core.logbook.demo import demo_sessions
from bolometric.core.logbook.practised import ONCE, aimed_at, not_met, practised
from bolometric.core.logbook.report import report
from bolometric.core.logbook.session import session_of
from bolometric.core.logbook.store import Logbook
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.briefs.find import look_for
from bolometric.core.tuning.briefs.listed_draws import FULL, pieces_for
from tests.core.test_command_line import run

UPTO, ROUNDS = 9, 6
DUEL = {
    "bolometric": 1,
    "name": "Two Dice",
    "area": {"kind": "duel", "rounds": ROUNDS},
    "pieces": [{"kind": "die"}, {"kind": "die"}],
    "brief": {"aim": [{"kind": "adding", "upto": UPTO}]},
}
THROWN = Counter(tuple(sorted(dice)) for dice in product(range(1, 7), repeat=2))
"""Of 36 throws, each sum of two dice."""


@settings(max_examples=25)
@given(st.lists(st.lists(st.integers(1, 40), min_size=0, max_size=4), min_size=1, max_size=4))
def test_sums_of_two_dice_are_met_as_often_as_they_are_thrown(turns):
    game = game_from(DUEL)
    sessions = [session_of(game, group="Vega", tables=max(len(some), 1), turns=tuple(some)) for some in turns]
    found = practised(sessions)["Vega"]
    games = [sum(some) / len(some) / (2 * ROUNDS) if some else 1.0 for some in turns]  # two players draw a round
    wanted = {pair: sum(games) * ROUNDS * ways / 36 for pair, ways in THROWN.items() if sum(pair) <= UPTO}
    assert {(one.one, one.other): often for one, often in found.times.items()} == pytest.approx(wanted)
    assert {one.does for one in found.times} == {ADD}
    met = {pair for pair, often in wanted.items() if often >= ONCE}
    assert {(one.one, one.other) for one in found.met} == met
    assert {(one.one, one.other) for one in found.hardly} == wanted.keys() - met
    every = {pair for pair in product(range(1, UPTO), repeat=2) if pair[0] <= pair[1] and sum(pair) <= UPTO}
    assert {(one.one, one.other) for one in found.never} == every - wanted.keys()
    assert found.exact
    assert set(found.missing.facts) == {f"{a} + {b}" for a, b in every - met}
    assert found.missing.facts[: len(found.never)] == tuple(one.words for one in found.never)
    assert f"has met {len(met)} of {len(every)} facts" in found.words
    assert f"{len(found.never)} could not come up" in found.words
    if met:
        most = max(wanted.values())
        often = [fact for fact in found.met if wanted[fact.one, fact.other] == pytest.approx(most)]
        assert len(often) > 5  # every sum of two dice that differ comes in two of 36 throws
        named = ", ".join(fact.words for fact in often[:4])
        assert f", {named} and {len(often) - 4} more most often, about {most:.2g} times each" in found.words


def test_minutes_stand_for_turns_that_were_not_noted():
    plain, long = (session_of(game_from(DUEL), group="Vega", tables=2, minutes=some) for some in ((), (12.0, 24.0)))
    other = session_of(game_from(DUEL), group="Rigel", minutes=(6.0,))
    once, slow = practised([plain, other], {})["Vega"], practised([long, other], {})["Vega"]
    times = {one: slow.times[one] / often for one, often in once.times.items()}
    assert len({round(often, 9) for often in times.values()}) == 1
    assert set(times.values()) != {1.0}


def test_a_game_is_found_for_what_was_missing_and_practises_it(tmp_path):
    path, asked = tmp_path / "book.sqlite3", tmp_path / "asked.json"
    sessions = [session_of(game_from(DUEL), group="Vega", turns=(12,))]
    with Logbook(path) as book:
        book.keep(*sessions)
    asked.write_text(json.dumps({"bolometric": 1, "brief": {"minutes": {"low": 3, "high": 12}}}))
    found = run("find", "--brief", str(asked), "--missing", "Vega", "--book", str(path), "--json")
    assert found.exit_code == 0
    best = json.loads(found.stdout)["candidates"][0]
    assert "what Vega has not met yet" in json.dumps(best, ensure_ascii=False)
    missing = not_met(sessions, "Vega")
    game = look_for(aimed_at(json.loads(asked.read_text()), missing, "Vega")).best[0].game
    assert game.brief.aim == (missing,)
    after = practised([*sessions, *(session_of(game, group="Vega") for _ in range(3))])
    assert len(after["Vega"].met) > len(practised(sessions)["Vega"].met)


def test_whose_facts_cannot_be_told_is_said():
    sessions = [session_of(game_from(DUEL), group="Vega")]
    with pytest.raises(GameError, match="no session of “Nova”: there are sessions of Vega"):
        not_met(sessions, "Nova")
    with pytest.raises(GameError, match="no session names a group"):
        not_met([session_of(game_from(DUEL))], "Nova")
    aimless = {key: value for key, value in DUEL.items() if key != "brief"}
    with pytest.raises(GameError, match="says what it is to practise"):
        not_met([session_of(game_from(aimless), group="Vega")], "Vega")
    all_met = {**DUEL, "brief": {"aim": [{"kind": "list", "facts": ["1 + 1"]}]}}
    with pytest.raises(GameError, match="has met every fact"):
        not_met([session_of(game_from(all_met), group="Vega", turns=(5_000,))], "Vega")


def test_the_report_tells_of_every_group():
    told = report(demo_sessions())
    found = practised(demo_sessions())["Vega"]
    assert not found.exact  # one of the games was only played, and so nothing is certain
    assert "did not come up in the runs" in found.words
    for group in ("Altair", "Rigel", "Vega"):
        assert f"A learner of {group} has met" in " ".join(told.split())


@settings(max_examples=60)
@given(
    st.sampled_from(["+", "−", "×"]),
    st.sets(st.integers(1, 30), min_size=2, max_size=6),
    st.sets(st.integers(31, 60), min_size=2, max_size=6),
    st.sets(st.tuples(st.integers(1, 30), st.integers(31, 60)), max_size=4),
)
def test_pieces_for_a_list_show_its_facts_and_little_else(sign, small, large, strays):
    """A whole table of facts, with a few that stand alone, is given by two pieces; no pair shows mostly other facts."""
    listed = [*product(small, large), *strays]
    facts = {fact_from(f"{b} {sign} {a}") for a, b in listed}
    made = [tuple(piece.values for piece in pieces) for pieces in pieces_for(facts)]
    assert made
    shown = [{fact_from(f"{max(a, b)} {sign} {min(a, b)}") for a, b in product(*values)} for values in made]
    assert max(len(some & facts) for some in shown) >= 0.6 * len(small) * len(large)
    for some in shown:
        assert len(some & facts) >= FULL * len(some)
