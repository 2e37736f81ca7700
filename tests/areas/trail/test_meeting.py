"""Seats that heed each other: totals that move either marker, daring to win, matches, a shared marker, losing first."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.area import meets
from bolometric.core.areas.trail.pairs.best_play import against
from bolometric.core.areas.trail.pairs.best_response import plan_of_seat
from bolometric.core.areas.trail.pairs.exact import for_ever
from bolometric.core.areas.trail.rules import TAKEN, compile_chain
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.trace import DECIDE, FIRST, Book, decoded
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.standing import Drawn
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import percent
from bolometric.core.words.rule_sheet import rules_text
from tests.random_games import dice

WIN = {"choose": "plan", "goal": "win"}


def game(area, styles=({},), count=2, pieces=({},)):
    return game_from({"pieces": list(pieces), "area": area, "seats": {"count": count, "styles": list(styles)}})


@settings(max_examples=25, deadline=None)
@given(
    dice(1, st.integers(1, 4)),
    st.integers(5, 9),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from([[], [2]]),
    st.sampled_from(["either", "back"]),
)
def test_best_movers_satisfy_their_equations(pieces, length, first_home, back, moves):
    area = {"length": length, "moves": moves, "first_home": first_home, "back_to_start": back}
    try:
        played = game(area, [{"choose": "plan"}, {}], pieces=pieces)
    except GameError:
        return
    plan, chain = against(played.area, played.distribution), compile_chain(played.area, played.distribution)
    ends = 1.0 if first_home == "wins" else 0.0
    effects = {}  # by how much each column moves; None for back to the start
    for place, total in enumerate(played.distribution.totals):
        effects[int(chain.column[place, 0])] = None if total in back else int(total)
    for a in range(length):
        for b in range(length):
            value = 0.0
            for column, chance in enumerate(chain.chances):
                mine, theirs = chain.landing[a, column], chain.landing[b, column]
                if moves == "back":
                    by = effects[column]
                    theirs = 0 if by is None else max(b - by, 0)
                own = ends if mine == length else 1 - plan.wins[b, mine]
                given_away = 1 - ends if theirs == length else 1 - plan.wins[theirs, a]
                value += chance * max(own, given_away)
            assert plan.wins[a, b] == pytest.approx(value, abs=1e-8)


@pytest.mark.parametrize(
    "area",
    [
        {"length": 12, "go_on": "dare", "lose_turn": [1]},
        {"length": 10, "go_on": "dare", "back_to_start": [3], "end": "exact"},
    ],
)
def test_daring_to_win_beats_daring_for_few_turns_and_wins_as_often_as_solved(area):
    both = game(area, [WIN])
    plan = against(both.area, both.distribution)
    batch = area_of(both).measured.player(both)(200_000, 1000, np.random.default_rng(1))
    error = (0.25 / 200_000) ** 0.5
    assert abs((batch.home == 1).mean() - plan.wins[0, 0]) < 4 * error
    shares = []
    for styles in ([WIN, {"choose": "plan"}], [{"choose": "plan"}, WIN]):
        one = game(area, styles)
        batch = area_of(one).measured.player(one)(200_000, 1000, np.random.default_rng(2))
        shares.append((batch.home == (1 if styles[0] == WIN else 2)).mean())
    assert sum(shares) / 2 > 0.5 - 4 * error


MEETING = st.one_of(
    st.fixed_dictionaries(
        {
            "moves": st.sampled_from(["either", "back"]),
            "first_home": st.sampled_from(["wins", "loses"]),
            "end": st.sampled_from(["pass", "exact", "bounce"]),
            "back_to_start": st.sampled_from([[], [2]]),
        }
    ),
    st.fixed_dictionaries(
        {
            "go_on": st.just("dare"),
            "lose_turn": st.just([1]),
            "back_to_start": st.sampled_from([[], [3]]),
            "end": st.sampled_from(["pass", "bounce"]),
        }
    ),
)
HEED = {"choose": "plan", "goal": "heed"}
HOLD = {"choose": "thumb", "rule": "hold_up", "number": 4}
STYLES = st.sampled_from([WIN, HEED, {}, {"choose": "thumb", "number": 2}, HOLD])


@settings(max_examples=25, deadline=None)
@given(MEETING, st.integers(5, 14), st.tuples(STYLES, STYLES), st.integers(3, 6))
def test_two_seats_that_meet_are_followed_exactly(area, length, styles, faces):
    """The exact readings against games played, and, where both play to win, against the value that was solved."""
    holds = area.get("moves") == "back" and area["first_home"] == "wins"
    styles = styles if holds else tuple({} if style == HOLD else style for style in styles)
    played = game({"length": length, **area}, styles, pieces=[{"faces": list(range(1, faces + 1))}])
    found = measure(played, 8_000)
    if not meets(played) or "turns" not in found.exact.readings:
        return
    for key in ("turns", "rounds", "setbacks", "ties"):
        exact, simulated = found.exact.readings[key], found.simulated[key]
        assert abs(exact.mean - simulated.mean) <= 4.5 * simulated.stderr + 1e-9, key
    assert found.exact.readings["turns"].sd == pytest.approx(found.simulated["turns"].sd, rel=0.15, abs=0.05)
    wins, simulated = found.exact.readings["seat_wins"].values, found.simulated["seat_wins"]
    assert abs(wins[0] - simulated.values[0]) <= 4.5 * max(simulated.stderr, 1e-3)
    assert sum(wins) == pytest.approx(1)
    if HEED in styles and styles[0] != styles[1]:  # knowing the other is never worse than expecting the best
        seat = styles.index(HEED)
        expecting = tuple(WIN if style == HEED else style for style in styles)
        other = measure_exactly(game({"length": length, **area}, expecting, pieces=played.pieces)).readings["seat_wins"]
        assert wins[seat] >= other.values[seat] - 1e-9
        if seat == 0:
            assert wins[0] == pytest.approx(plan_of_seat(played, 0).wins[0, 0], abs=1e-7)
    if styles == (WIN, WIN):
        assert wins[0] == pytest.approx(against(played.area, played.distribution).wins[0, 0], abs=1e-7)


def test_landings_are_those_of_games_played_where_seats_meet():
    """A marker that the other pushes home first does not get everywhere it would alone."""
    played = game({"length": 14, "moves": "either"}, [{"choose": "plan"}, {"choose": "plan"}])
    heat = measure_exactly(played).heat
    wins = measure_exactly(played).readings["seat_wins"].values
    assert heat.known.startswith("simulated")
    assert abs(heat.values[-1] - wins[0]) < 4.5 * heat.stderr
    assert "Best play" not in area_of(played).board.describe(played, heat, 5)
    assert f"in {100 * heat.values[4]:.0f}% of games" in area_of(played).board.describe(played, heat, 5)


@pytest.mark.parametrize(
    ("first_home", "finish"), [("wins", "at_once"), ("loses", "at_once"), ("loses", "finish_round")]
)
def test_the_first_home_loses_exactly(first_home, finish):
    found = measure(game({"length": 14, "first_home": first_home, "finish": finish}, count=3), 40_000)
    for exact, played in zip(
        found.exact.readings["seat_wins"].values, found.simulated["seat_wins"].values, strict=True
    ):
        assert abs(exact - played) < 4 * found.simulated["seat_wins"].stderr
    ties = found.simulated["ties"]
    assert abs(found.exact.readings["ties"].mean - ties.mean) < 4 * ties.stderr
    assert sum(found.exact.readings["seat_wins"].values) == pytest.approx(1)


def test_one_marker_for_all_against_a_number_of_turns():
    """Nine dice must add to thirty: worked out from the odds of nine dice."""
    shared = game({"length": 30, "track": "shared", "turns": 9}, count=3)
    nine = game({"length": 30}, pieces=[{}] * 9).distribution
    chance = float(nine.chance_where(lambda total: total >= 30))
    found = measure_exactly(shared)
    assert found.readings["success"].mean == pytest.approx(chance, abs=1e-12)
    assert found.readings["turns"].p90 == 9
    ends = [Sitting(shared, seed) for seed in range(60)]
    for sitting in ends:
        while not sitting.now.over:
            sitting.draw()
    won = np.mean([bool(sitting.now.winners) for sitting in ends])
    assert abs(won - chance) < 4 * (chance * (1 - chance) / 60) ** 0.5
    assert all(sitting.now.turn == 9 for sitting in ends if not sitting.now.winners)


@pytest.mark.parametrize("area", [{}, {"back_to_start": [2]}, {"go_on": "dare", "lose_turn": [1]}])
def test_landings_of_a_shared_marker_are_those_of_its_turns(area):
    """Against playing by hand: what comes after the last turn does not count."""
    shared = game({"length": 16, "track": "shared", "turns": 4, **area}, [{"choose": "guess"}])
    heat, found, games = measure_exactly(shared).heat, np.zeros(16), 400
    told = measure(shared, 20_000)
    assert heat.values[-1] == pytest.approx(told.readings["success"].mean, abs=1e-12)
    assert {"success", "setbacks"} <= set(told.exact.readings)
    assert "choice" not in told.readings
    for key in ("setbacks", "success", "turns"):
        assert abs(told.exact.readings[key].mean - told.simulated[key].mean) <= 4.5 * told.simulated[key].stderr
    for seed in range(games):
        sitting, landed, before = Sitting(shared, seed), set(), 0
        while not sitting.now.over:
            turn = sitting.now.turn
            sitting.play_on(shared.seats.style(sitting.now.seat))
            if sitting.now.over or sitting.now.turn != turn:
                now = sitting.now.places[0]
                landed |= {now} if now and now != before else set()
                before = now
        found[[place - 1 for place in landed]] += 1
    values = np.array(heat.values)
    assert np.all(np.abs(found / games - values) < 4.5 * np.sqrt(values * (1 - values) / games + 1e-4))


@settings(max_examples=8, deadline=None)
@given(
    st.sampled_from(["one", "three", "five"]),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from(["at_once", "finish_round"]),
    st.sampled_from(["own", "either", "back"]),
    st.integers(2, 3),
)
def test_matches_by_hand_are_those_of_the_runs(games, first_home, finish, moves, count):
    styles = [{"choose": "thumb"}, {}]
    area = {
        "length": 8,
        "games": games,
        "first_home": first_home,
        "finish": finish,
        "moves": moves,
        "back_to_start": [2],
    }
    played = game(area, styles, count)
    runs, sat = (2_000, 25) if moves == "back" else (20_000, 90)
    batch = area_of(played).measured.player(played)(runs, 100_000, np.random.default_rng(4))
    turns, wins = [], np.zeros(count)
    for seed in range(sat):
        sitting = Sitting(played, seed)
        while not sitting.now.over:
            sitting.play_on(played.seats.style(sitting.now.seat))
        turns.append(sitting.now.turn)
        wins[list(sitting.now.winners)] += 1 / len(sitting.now.winners)
    error = batch.turns.std() / len(turns) ** 0.5
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * error
    bits = (batch.home[:, None] >> np.arange(count)) & 1
    share = (bits / bits.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.all(np.abs(wins / sat - share) < 4.5 * np.sqrt(0.25 / sat))


@pytest.mark.parametrize("count", [2, 3])
@pytest.mark.parametrize("first_home", ["wins", "loses"])
def test_nobody_chooses_while_a_marker_of_the_two_is_home(first_home, count):
    """A marker may be moved home by another, and its round goes on: nothing is to be chosen then, as at the Table."""
    area = {"length": 7, "moves": "either", "first_home": first_home, "finish": "finish_round"}
    played, book = game(area, [{"choose": "thumb"}, {}], count), Book(500)
    batch = area_of(played).measured.player(played)(500, 1_000, np.random.default_rng(2), book)
    assert batch.ended.all()
    decided = [decoded(code) for code in book.notes()[2].tolist()]
    places = {place for kind, own, other in decided if kind == DECIDE for place in (own, other)}
    assert places == set(range(played.area.length))


@settings(max_examples=12, deadline=None)
@given(
    st.sampled_from(["three", "five"]),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from(["at_once", "finish_round"]),
    st.sampled_from(["own", "either", "back"]),
    st.sampled_from(["pass", "exact", "bounce"]),
    st.integers(2, 3),
)
def test_matches_are_worked_out_as_they_are_played(games, first_home, finish, moves, end, count):
    area = {"length": 9, "games": games, "first_home": first_home, "finish": finish, "moves": moves, "end": end}
    # Games in which players hold each other up are long.
    runs = 1_500 if moves == "back" else 10_000
    found = measure(game({**area, "back_to_start": [2]}, [{"choose": "thumb"}, {}], count), runs)
    if moves != "own" and (count > 2 or finish == "finish_round"):
        assert "turns" not in found.exact.readings
        return
    for key in ("turns", "rounds", "setbacks", "ties"):
        exact, simulated = found.exact.readings[key], found.simulated[key]
        assert abs(exact.mean - simulated.mean) <= 4.5 * simulated.stderr + 1e-9, key
    assert found.exact.readings["turns"].sd == pytest.approx(found.simulated["turns"].sd, rel=1500 / runs)
    wins, simulated = found.exact.readings["seat_wins"].values, found.simulated["seat_wins"]
    assert np.abs(np.subtract(wins, simulated.values)).max() <= 4.5 * simulated.stderr
    assert sum(wins) == pytest.approx(1)


def test_the_coach_says_what_each_mover_is_worth():
    sitting = Sitting(game({"length": 12, "moves": "either", "first_home": "loses"}, [{"choose": "plan"}, {}]))
    assert "Best play wins" in sitting.coach()
    sitting.draw(6)
    assert [option.words for option in sitting.options] == ["Move player 1 to 6", "Move player 2 to 6"]
    assert "Move your own: wins" in sitting.coach()
    assert sitting.rules.pick(sitting.game, sitting.now, Style(choose="plan"), np.random.default_rng(1)) == 1
    sitting.choose(1)
    assert sitting.now.places == (0, 6)
    assert sitting.now.seat == 1


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"moves": "either", "go_on": "dare"}}, "where a turn is one draw"),
        ({"area": {"moves": "back"}, "pieces": [{"faces": [-1, 2]}]}, "let totals be 0 or more"),
        ({"area": {"moves": "back", "mark": "cross"}}, "cover squares with counters"),
        ({"area": {"mark": "colour", "end": "bounce"}}, "cover squares with counters"),
        ({"area": {"mark": "colour", "go_on": "dare", "lose_turn": [1]}}, "cover squares with counters"),
        ({"area": {"mark": "colour"}, "pieces": [{"faces": [-1, 2]}]}, "let totals be 0 or more"),
        ({"area": {"mark": "cover", "runs": "back"}}, "Only a counter can turn"),
        ({"area": {"mark": "cover", "squares": [{"at": 3, "does": "miss"}]}}, "move a counter, or clear"),
        ({"area": {"moves": "either"}, "seats": {"styles": [HOLD]}}, "choose ahead"),
        ({"area": {"moves": "either"}, "seats": {"count": 3, "styles": [{"choose": "plan"}]}}, "for two seats"),
        ({"area": {"go_on": "dare", "finish": "finish_round"}, "seats": {"styles": [WIN]}}, "ends the game at once"),
        ({"area": {"go_on": "dare", "length": 300}, "seats": {"styles": [WIN]}}, "at most 200 steps"),
        ({"area": {"moves": "either"}, "pieces": [{"kind": "pack", "after": "keep_out"}]}, "put the cards back"),
    ],
)
def test_where_best_play_is_not_known_it_is_refused(data, says):
    with pytest.raises(GameError, match=says):
        game_from(data)


def test_a_rule_of_thumb_as_good_as_best_play_is_a_fault():
    coin = {"faces": [0, 4]}
    daring = game({"length": 8, "go_on": "dare", "lose_turn": [0]}, [{"choose": "thumb", "number": 1}], pieces=[coin])
    faults = [fault for fault in find_faults(daring) if fault.code == "no_choice"]
    assert faults
    assert faults[0].cures[0].words == "Draw once a turn"


@pytest.mark.parametrize(
    ("area", "says", "cures"),
    [
        ({}, "Moving one's own counter is best", ["Let totals move one's own counter"]),
        ({"end": "exact"}, "Moving one's own counter is best", ["Let a total of 1 send", "Let totals move one's own"]),
        ({"back_to_start": [3]}, "better placed is as good as best play", ["Let totals move one's own counter"]),
        ({"end": "exact", "back_to_start": [1]}, "", []),
    ],
)
def test_a_choice_of_marker_that_is_none_is_a_fault_with_its_cures(area, says, cures):
    faults = [f for f in find_faults(game({"length": 24, "moves": "either", **area})) if f.code == "no_choice"]
    assert len(faults) == bool(says)
    for fault in faults:
        assert says in fault.sentence
        assert len(fault.cures) == len(cures)
        for cure, words in zip(fault.cures, cures, strict=True):
            assert cure.words.startswith(words)
            assert "no_choice" not in {found.code for found in find_faults(cure.game)}


def test_styles_are_said_as_what_they_do_where_totals_move_either_marker():
    styles = [{"choose": "thumb"}, {"choose": "plan", "goal": "win"}]
    told = rules_text(game({"length": 24, "moves": "either"}, styles))
    assert "player 1: move whichever counter leaves them better placed; player 2: play best to win" in told
    with pytest.raises(GameError, match="choose stop_after or stop_at"):
        game({"length": 24, "go_on": "dare"}, [{"choose": "thumb", "rule": "ahead"}])


def test_a_box_is_told_by_what_happens_in_a_game():
    """One that all fill, each place a step; and one of two that either may fill, each place ten steps."""
    tenths = [{"faces": ["0.1", "0.2", "0.3"]}]
    shared = game({"unit": "tenth", "amount": 2, "track": "shared", "turns": 12}, pieces=tenths)
    found, board = measure_exactly(shared), area_of(shared).board
    assert found.heat.legend.startswith("Box holds this")
    full = percent(found.readings["success"].mean)
    assert board.describe(shared, found.heat, 20) == f"2: the box is full in {full} of games (exact)."
    some = f"just this much at some time in {percent(found.heat.values[4])} of games (exact)"
    assert some in board.describe(shared, found.heat, 5)
    either = game({"unit": "hundredth", "amount": 12, "moves": "either"}, pieces=tenths)
    heat = measure_exactly(either).heat
    assert heat.legend.startswith("First box stops here")
    told = area_of(either).board.describe(either, heat, 5)
    assert told.startswith(f"Up to 0.5: the first box stops here {heat.values[4]:.2f} times a game (simulated")


@settings(max_examples=30, deadline=None)
@given(
    st.lists(st.integers(1, 4), min_size=2, max_size=3),
    st.integers(5, 8),
    st.sampled_from(["pass", "exact"]),
    st.tuples(*[st.sampled_from([WIN, {}, HOLD, {"choose": "thumb", "rule": "ahead"}])] * 2),
)
def test_whether_two_can_hold_each_other_up_for_ever_is_found_by_following_all_they_do(faces, length, end, styles):
    """Against a search of its own, by hand: every move that either may make, from the table at which it is played."""
    played = game({"length": length, "moves": "back", "end": end}, styles, pieces=[{"faces": faces}])
    rules, known, front, ends = area_of(played).by_hand, {}, [], {}
    first = rules.begin(played)
    front.append((0, first.places))
    while front:
        seat, places = front.pop()
        if (seat, places) in known:
            continue
        known[seat, places], ends[seat, places] = set(), False
        for face in set(faces):
            begun = replace(first, seat=seat, places=places, began=places[seat])
            now = rules.landed(played, begun, Drawn(face, str(face)))
            style = played.seats.style(seat)
            either = {option.key for option in rules.options(played, now)}
            picks = either if style.choose == "guess" else {rules.pick(played, now, style, np.random.default_rng(1))}
            for pick in picks:
                after = rules.choose(played, now, pick)
                if after.over:
                    ends[seat, places] = True
                else:
                    known[seat, places].add((after.seat, after.places))
                    front.append((after.seat, after.places))
    while True:
        more = [state for state, on in known.items() if not ends[state] and any(ends[there] for there in on)]
        if not more:
            break
        ends |= dict.fromkeys(more, True)
    found = for_ever(played)
    caught = {state for state, does in ends.items() if not does}
    assert {(int(s), (int(a), int(b))) for s, a, b in zip(*np.nonzero(found), strict=True)} == caught
    told = area_of(played).faults.endless(measure_exactly(played))
    assert bool(told) == bool(caught)
    if caught:
        nobody = not compile_chain(played.area, played.distribution).whoever_moves[0][0]
        assert ("Nobody can ever get home" if nobody else "hold each other up") in told.sentence
        assert told.cures or not compile_chain(played.area, played.distribution).can_finish.all()
    else:
        assert "turns" in measure_exactly(played).readings


def test_a_game_that_best_play_never_ends_is_told_of():
    area = {"length": 8, "moves": "back", "end": "exact", "back_to_start": [2]}
    codes = {
        name: [fault.code for fault in find_faults(game(area, styles, pieces=[{"faces": [1, 2, 3]}]))]
        for name, styles in (("guess", [{}]), ("best", [WIN]))
    }
    assert "held_up" in codes["guess"]
    assert "may_never_end" in codes["best"]
    assert "held_up" not in codes["best"]


@pytest.mark.parametrize("number", [2, 4])
def test_the_other_is_held_up_from_so_many_before_home_on_unless_one_gets_home(number):
    length, style = 9, Style(choose="thumb", rule="hold_up", number=number)
    played = game({"length": length, "moves": "back"}, [HOLD], pieces=[{"faces": [1, 2, 3]}])
    rules, rng = area_of(played).by_hand, np.random.default_rng(1)
    first = rules.begin(played)
    for mine in range(length):
        for theirs in range(length):
            for face in (1, 2, 3):
                begun = replace(first, places=(mine, theirs), began=mine)
                now = rules.landed(played, begun, Drawn(face, str(face)))
                holds = mine + face < length and theirs > 0 and length - theirs <= number
                assert rules.pick(played, now, style, rng) == int(holds), (mine, theirs, face)


def test_what_the_next_player_is_taken_back_by_is_taken_away():
    """From where they stood; a move of one's own is added."""
    tenths = game({"unit": "tenth", "amount": 2, "moves": "back"}, pieces=[{"faces": ["1/10", "3/10"]}])
    task = area_of(tenths).work.tasks(tenths)
    chain = compile_chain(tenths.area, tenths.distribution)
    facts = {
        task(FIRST, column, at | other).then[0].words
        for column in range(len(chain.ways))
        for at in (5, 12)
        for other in (0, TAKEN)
    }
    assert facts >= {"0.1 + 0.5", "0.5 − 0.1", "0.3 + 1.2", "1.2 − 0.3"}
