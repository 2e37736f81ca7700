"""Turns of several draws and styles of play: by hand, against play, and best play against every change to it."""

import re
from collections import defaultdict

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.board import advice
from bolometric.core.areas.trail.daring.stopping import StoppingPolicy, plan_of, policy_of, turn_matrix
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import in_style, measure_exactly, runs_of, thinking
from bolometric.core.results.batch import UNFINISHED
from bolometric.core.settings.errors import GameError
from bolometric.core.words.rule_sheet import rules_text
from tests.faults_alone import codes_of
from tests.random_games import dice, moved, outcomes, totals

styles = st.one_of(
    st.just({"choose": "guess"}),
    st.just({"choose": "plan"}),
    st.builds(
        lambda rule, n: {"choose": "thumb", "rule": rule, "number": n},
        st.sampled_from(["stop_after", "stop_at"]),
        st.integers(1, 9),
    ),
)


@st.composite
def daring_games(draw, longest=20, seats=3):
    named = draw(totals)
    split = draw(st.integers(0, len(named)))
    data = {
        "bolometric": 1,
        "pieces": draw(dice(1, st.integers(-1, 7))),
        "area": {
            "length": draw(st.integers(5, longest)),
            "end": draw(st.sampled_from(["pass", "exact", "bounce"])),
            "back_to_start": named[:split],
            "lose_turn": named[split:],
            "go_on": draw(st.sampled_from(["dare", "dare", "fixed"])),
            "draws": draw(st.integers(2, 3)),
            "finish": draw(st.sampled_from(["at_once", "finish_round"])),
        },
        "seats": {"count": draw(st.integers(1, seats)), "styles": draw(st.lists(styles, min_size=1, max_size=seats))},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def ends_by_hand(game, start, most, wants):
    """Chances of where a turn ends, draw by draw, as the rules are said; ``wants(start, here, drawn)`` to go on."""
    ended, inside = defaultdict(float), {start: 1.0}
    for drawn in range(1, most + 1):
        following = defaultdict(float)
        for here, chance in inside.items():
            for total, special, part in outcomes(game):
                if total in game.area.back_to_start:
                    ended[0] += chance * part
                elif total in game.area.lose_turn:
                    ended[start] += chance * part
                else:
                    there = moved(game, here, total, special)
                    stops = there == game.area.steps or drawn == most or not wants(start, there, drawn)
                    (ended if stops else following)[there] += chance * part
        inside = following
    return ended


@settings(max_examples=40)
@given(daring_games(), st.integers(1, 4), st.integers(1, 9))
def test_a_turn_ends_where_the_rules_say(game, most, gain):
    chain = compile_chain(game.area, game.distribution)
    steps = game.area.steps
    reach = np.arange(steps)[None, :] - np.arange(steps)[:, None] < gain
    matrix = turn_matrix(chain, StoppingPolicy(reach.astype(np.float32), most))
    for start in range(steps):
        ended = ends_by_hand(game, start, most, lambda s, p, _: p - s < gain)
        assert matrix[start] == pytest.approx([ended[p] for p in range(steps + 1)], abs=1e-12)


@settings(max_examples=30)
@given(daring_games())
def test_exact_and_played_agree_for_every_style(game):
    exact = measure_exactly(game)
    (*_, tally) = runs_of(game, seed=11, runs=3000, most_turns=3000)
    assume(not tally.sample.won(UNFINISHED))
    simulated = tally.readings()
    for key in ("turns", "rounds", "seat_wins", "ties", "setbacks", "stuck"):
        if key not in exact.readings:
            continue
        known, found = exact.readings[key], simulated[key]
        pairs = zip(known.values, found.values, strict=True) if known.values else [(known.mean, found.mean)]
        for sure, guessed in pairs:
            if sure is not None and guessed is not None:
                assert abs(sure - guessed) <= 4 * found.stderr + 4 / 3000 * max(1, abs(sure)), key
    assert ("rolls" in exact.readings) is False
    assert tally.sample.rolls.mean >= tally.sample.turns.mean


def turns_needed(chain, policy):
    matrix = turn_matrix(chain, policy)
    steps = chain.length
    return np.linalg.solve(np.eye(steps) - matrix[:, :steps], np.ones(steps))


@settings(max_examples=25)
@given(st.integers(8, 30), st.lists(st.integers(1, 6), min_size=1, max_size=2, unique=True), st.data())
def test_no_change_to_best_play_needs_fewer_turns(length, risky, data):
    back = data.draw(st.booleans())
    area = {"length": length, "go_on": "dare", "back_to_start" if back else "lose_turn": risky}
    game = game_from({"bolometric": 1, "area": area})
    chain, plan = compile_chain(game.area, game.distribution), plan_of(game.area, game.distribution)
    assert plan.settled
    best = policy_of(game.area, game.distribution, Style(choose="plan"))
    assert turns_needed(chain, best) == pytest.approx(plan.turns[:-1], rel=1e-7)
    for _ in range(4):
        start, here = (data.draw(st.integers(0, length - 1)) for _ in range(2))
        other = best.go.copy()
        other[start, here] = 1 - other[start, here]
        changed = turns_needed(chain, StoppingPolicy(other, best.most))
        assert (changed >= plan.turns[:-1] - 1e-9).all()
        assert (changed - plan.turns[:-1]).max() <= plan.price[start, here] * plan.turns[0] * 10 + 1e-9
    for style in ({"choose": "guess"}, {"choose": "thumb", "number": 3}, {"choose": "thumb", "rule": "stop_at"}):
        policy = policy_of(game.area, game.distribution, Style(**style))
        assert (turns_needed(chain, policy) >= plan.turns[:-1] - 1e-9).all()


def test_one_die_to_a_hundred_with_a_one_that_loses_the_turn():
    """With g gained a further draw is worth (20 - g)/6: a 1 loses g, the rest bring 20/6. So about 20 is right."""
    game = game_from({"bolometric": 1, "area": {"length": 100, "go_on": "dare", "lose_turn": [1]}})
    plan = plan_of(game.area, game.distribution)
    goes_on = plan.go[0, :40]
    assert goes_on[:17].all()
    assert not goes_on[25:40].any()
    twenty = policy_of(game.area, game.distribution, Style(choose="thumb", rule="stop_at", number=20))
    chain = compile_chain(game.area, game.distribution)
    assert plan.turns[0] < turns_needed(chain, twenty)[0] < 1.02 * plan.turns[0]


def test_what_thinking_is_worth():
    game = {"bolometric": 1, "seats": {"count": 2}}
    risky = game_from({**game, "area": {"length": 40, "go_on": "dare", "lose_turn": [1]}})
    worth = thinking(risky)
    assert 0.3 < worth < 1
    assert measure_exactly(risky).readings["choice"].mean == worth
    assert thinking(game_from(game)) is None
    # With nothing to lose, going on for ever is best: the plan is home in its first turn.
    free = game_from({**game, "area": {"length": 40, "go_on": "dare"}, "seats": {"count": 1}})
    assert measure_exactly(in_style(free, "plan")).readings["turns"].mean == pytest.approx(1)


def test_styles_differ_by_seat_and_are_said():
    seats = {"count": 3, "styles": [{"choose": "plan"}, {"choose": "thumb", "rule": "stop_at", "number": 12}]}
    game = game_from({"bolometric": 1, "area": {"length": 60, "go_on": "dare", "lose_turn": [1]}, "seats": seats})
    text = rules_text(game)
    assert (
        "player 1: play best; player 2: stop once a turn has gained 12; player 3: stop once a turn has gained 12"
        in text
    )
    assert "After each draw you may go on drawing as long as you dare, or stop and keep what you have." in text
    wins = measure_exactly(game).readings["seat_wins"].values
    assert wins[0] > wins[1] > wins[2]
    alike = in_style(game, "guess")
    assert "Measured with players who guess." in rules_text(alike)


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"unit": "hundredth", "amount": 50, "go_on": "dare"}}, "1,000 steps at most"),
        ({"seats": {"styles": []}}, "too few"),
        ({"seats": {"styles": [{"choose": "hope"}]}}, "not one of the choices"),
    ],
)
def test_what_cannot_be_dared_is_said(data, says):
    with pytest.raises(GameError, match=says):
        game_from({"bolometric": 1, **data})


def test_every_draw_counts_in_the_rolls():
    """Three draws a turn, none of which ends it: three rolls a turn but for the last."""
    area = {"length": 30, "go_on": "fixed", "draws": 3}
    game = game_from({"bolometric": 1, "area": area, "seats": {"count": 1}})
    played = area_of(game).measured.player(game)(2000, 100_000, np.random.default_rng(3))
    turns, rolls = played.turns, played.rolls
    assert ((rolls > 3 * (turns - 1)) & (rolls <= 3 * turns)).all()
    plain = game_from({"bolometric": 1, "area": {"length": 30}, "seats": {"count": 1}})
    mean = measure_exactly(plain).readings["turns"].mean
    assert abs(rolls.mean() - mean) < 4 * rolls.std() / 2000**0.5


@pytest.mark.parametrize(
    ("area", "says"),
    [
        ({"length": 30, "go_on": "dare"}, "Going on is best in every position"),
        # What sends you back takes all, stopped or not: so stopping protects nothing.
        (
            {"length": 20, "go_on": "dare", "back_to_start": [1]},
            "since a total of 1 in a later turn takes what was kept too",
        ),
        ({"length": 30, "go_on": "dare", "lose_turn": [1, 2, 3, 4, 5]}, "Stopping is best in every position"),
    ],
)
def test_a_choice_that_is_none_is_a_fault_with_its_cure(area, says):
    game = game_from({"bolometric": 1, "area": area})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "no_choice"]
    assert says in fault.sentence
    assert fault.level == "fault"
    for cure in fault.cures:
        assert cure.game.area.go_on == "dare"  # the choice is the point: it is mended, not taken away
        assert "no_choice" not in codes_of(cure.game)
    if "back_to_start" in area:  # the natural cure stands first: that total costs the turn, and no more
        assert fault.cures[0].words == "Let a total of 1 or 2 cost the turn's gain, and nothing more"
        assert (fault.cures[0].game.area.lose_turn, fault.cures[0].game.area.back_to_start) == ((1, 2), ())
    assert fault.cures


@settings(max_examples=40)
@given(st.integers(8, 40), st.lists(st.integers(1, 6), min_size=1, max_size=2, unique=True), st.data())
def test_the_advice_says_what_the_plan_does(length, risky, data):
    area = {"length": length, "go_on": "dare", "lose_turn": risky}
    game = game_from({"bolometric": 1, "area": area})
    plan = plan_of(game.area, game.distribution)
    start = data.draw(st.integers(0, length - 1))
    words = advice(game, start)
    stops = [p for p in range(start + 1, length) if not plan.go[start, p]]
    if not stops:
        assert words == "Best play for a turn begun here: go on until you are home."
        return
    numbers = [int(n) for n in re.findall(r"(?<![.\d])\d+(?![.\d])", words.split("(")[0])]
    assert numbers[0] == stops[0]
    if "or beyond" in words:
        assert stops == list(range(stops[0], length))
    elif "elsewhere" not in words:
        assert stops == list(range(numbers[0], numbers[1] + 1))
    price = plan.price[start, stops[0]]
    assert f"going on at {stops[0]} costs {price:.2g}" in words


def test_there_is_no_advice_where_there_is_nothing_to_choose():
    assert advice(game_from({"bolometric": 1}), 5) == ""
    pack = {"kind": "pack", "after": "keep_out"}
    kept_out = game_from({"bolometric": 1, "pieces": [pack], "area": {"go_on": "dare"}})
    assert advice(kept_out, 5) == ""
    (*_, tally) = runs_of(kept_out, 1, 200)  # it can be played all the same
    assert tally.sample.shared.of(0) == 0
    assert measure_exactly(kept_out).heat is None
