"""Counters on multiples: followed as a chain by hand, the table held against the runs, and what never comes off."""

import re
from fractions import Fraction

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of, describe, heat_of
from bolometric.core.areas.multiples import soonest
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.learner_work.trace import FIRST, NUMBER_BITS, Book
from bolometric.core.measure.measuring import in_style, measure
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError

rules = st.sampled_from(["most_ways", "lowest", "highest"])


@st.composite
def charts(draw):
    """Random games of counters on a chart."""
    try:
        return game_from(
            {
                "pieces": [{"faces": [*draw(st.lists(st.integers(0, 9), min_size=2, max_size=6)), 1]}],
                "area": {
                    "kind": "tiles",
                    "play": "multiples",
                    "chart": draw(st.integers(10, 30)),
                    "limit": draw(st.integers(0, 12)),
                    "counters": draw(st.integers(1, 3)),
                },
                "seats": {"count": draw(st.integers(1, 3)), "styles": draw(chart_styles)},
            }
        )
    except GameError:
        assume(False)
        raise


chart_styles = st.lists(
    st.sampled_from([{}, *({"choose": "thumb", "rule": rule} for rule in ("most_ways", "lowest", "highest"))]),
    min_size=1,
    max_size=3,
)


@settings(max_examples=8, deadline=None)
@given(
    st.lists(st.integers(0, 9), min_size=2, max_size=6),
    chart_styles,
    st.integers(1, 3),
    st.integers(1, 3),
    st.integers(0, 12),
)
def test_multiples_by_hand_are_those_of_the_runs(faces, styles, seats, counters, limit):
    """The table plays by the words of the rules; its mean length must be that of the compiled runs."""
    try:
        game = game_from(
            {
                "pieces": [{"faces": [*faces, 1]}],
                "area": {"kind": "tiles", "play": "multiples", "chart": 25, "limit": limit, "counters": counters},
                "seats": {"count": seats, "styles": styles},
            }
        )
    except GameError:
        assume(False)
        raise
    batch = area_of(game).measured.player(game)(20_000, 1000, np.random.default_rng(3))
    turns, wins = [], np.zeros(seats)
    for seed in range(150):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            before = sitting.now
            sitting.play_on(game.seats.style(before.seat))
            gone = [n for n, (a, b) in enumerate(zip(before.owner, sitting.now.owner, strict=True)) if a >= 0 > b]
            if gone and before.waiting == "draw":
                total = int(sitting.here.shown.total)
                lower = range(total, gone[0], total)
                assert gone[0] % total == 0
                assert all(before.owner[n] < 0 for n in lower)
        turns.append(sitting.now.turn)
        wins[sitting.now.winners[0]] += 1
    error = np.std(turns) / len(turns) ** 0.5
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * error + 1e-9
    share = np.array([(batch.winner == seat).mean() for seat in range(seats)])
    assert np.all(np.abs(wins / 150 - share) < 4.5 * np.sqrt(share * (1 - share) / 150) + 0.01)


def test_a_chart_with_numbers_nothing_divides():
    game = game_from(
        {
            "pieces": [{"faces": [2, 4, 6]}],
            "area": {"kind": "tiles", "play": "multiples", "chart": 20, "limit": 10, "counters": 2},
        }
    )
    faults = find_faults(game)
    assert "Counters on 11, 13, 15, 17 and 19 can never come off: in" in next(
        fault.sentence for fault in faults if fault.code == "may_never_end"
    )
    with pytest.raises(GameError, match="No best play is known"):
        in_style(game, "plan")
    assert "choice" not in measure(game, 500).readings
    sensible = in_style(game, "thumb")
    assert Style(choose="thumb", rule="most_ways") in sensible.seats.styles
    assert measure(sensible, 500).readings["stuck"].mean == 0


def places_of(game):
    """Where each seat puts its counters, one each in turn, by the rule that it follows: worked out from the words."""
    area, faces = game.area, [int(value) for value in game.pieces[0].values]
    free = list(range(area.limit + 1, area.chart + 1))
    ways = {number: sum(face > 0 and number % face == 0 for face in faces) for number in free}
    owner = {}
    for _ in range(area.counters):
        for seat in range(game.seats.count):
            liked = {
                "lowest": lambda n: n,
                "highest": lambda n: -n,
                "most_ways": lambda n: (-ways[n], n),
            }[game.seats.style(seat).rule]
            number = min(free, key=liked)
            free.remove(number)
            owner[number] = seat
    return owner


def followed(game):
    """Mean turns and each seat's chance to win, from the chain over counters left and whose turn it is."""
    faces, seats = [int(value) for value in game.pieces[0].values], game.seats.count
    first = places_of(game)
    states, index, waiting, rows = [], {}, [(frozenset(first), 0)], []
    while waiting:
        state = waiting.pop()
        if state in index:
            continue
        index[state] = len(states)
        states.append(state)
        left, seat = state
        nexts, ends = [], np.zeros(seats)
        for face in faces:
            off = min((n for n in left if face > 0 and n % face == 0), default=None)
            after = left - {off}
            gone = next((who for who in range(seats) if not any(first[n] == who for n in after)), None)
            if gone is not None:
                ends[gone] += 1 / len(faces)
            else:
                nexts.append((after, (seat + 1) % seats))
        waiting += nexts
        rows.append((nexts, ends))
    matrix, ends = np.eye(len(states)), np.zeros((len(states), seats + 1))
    for k, (nexts, wins) in enumerate(rows):
        for after in nexts:
            matrix[k, index[after]] -= 1 / len(faces)
        ends[k] = [1, *wins]
    turns, *wins = np.linalg.solve(matrix, ends)[0]
    return turns, wins


@settings(max_examples=12, deadline=None)
@given(
    st.lists(st.integers(1, 4), min_size=1, max_size=3),
    st.lists(rules, min_size=1, max_size=2),
    st.integers(1, 2),
    st.integers(1, 2),
)
def test_runs_are_those_of_the_chain_over_counters(faces, chosen, seats, counters):
    game = game_from(
        {
            "pieces": [{"faces": [*faces, 1]}],
            "area": {"kind": "tiles", "play": "multiples", "chart": 14, "limit": 4, "counters": counters},
            "seats": {"count": seats, "styles": [{"choose": "thumb", "rule": rule} for rule in chosen]},
        }
    )
    turns, wins = followed(game)
    batch = area_of(game).measured.player(game)(8_000, 100_000, np.random.default_rng(4))
    assert abs(batch.turns.mean() - turns) < 5 * batch.turns.std() / len(batch.turns) ** 0.5 + 1e-9
    for seat, win in enumerate(wins):
        assert abs((batch.winner == seat).mean() - win) < 5 * (win * (1 - win) / 8_000) ** 0.5 + 1e-9


@settings(max_examples=40, deadline=None)
@given(charts())
def test_places_told_are_the_chances_that_a_draw_divides_them(game):
    """The board's tint, number by number, from the faces themselves."""
    heat = measure(game, 60).exact.heat
    faces = [int(value) for value in game.pieces[0].values]
    for number, value in enumerate(heat.values if heat else (), 1):
        share = Fraction(sum(face > 0 and number % face == 0 for face in faces), len(faces))
        assert number <= game.area.limit or value == pytest.approx(float(share))


@pytest.mark.parametrize(("faces", "off"), [([31, 37], {"31", "37"}), ([22, 9], {"22", "27", "36"})])
def test_only_numbers_that_counters_come_off_are_told_as_soonest(faces, off):
    area = {"kind": "tiles", "play": "multiples", "chart": 40, "limit": 20, "counters": 2}
    game = game_from({"pieces": [{"faces": faces}], "area": area})
    told = describe(game, heat_of(game), None)
    soonest = told.partition("soonest from ")[2].partition(" (")[0]
    assert set(re.findall(r"[0-9]+", soonest)) == off


def test_rates_are_counted_note_by_note():
    area = {"kind": "tiles", "play": "multiples", "chart": 30, "limit": 10, "counters": 3}
    game = game_from({"pieces": [{}, {}], "area": area, "seats": {"count": 2}})
    play, off, stood = area_of(game).measured.player(game), [0] * 31, [0] * 31
    for part in range(soonest.PARTS):
        book, low = Book(soonest.GAMES), (1 << NUMBER_BITS) - 1
        turns = play(soonest.GAMES, soonest.LONGEST, np.random.default_rng(part), book).turns.tolist()
        standing, turn = [set() for _ in turns], [0] * len(turns)
        for at, _, code in zip(*(notes.tolist() for notes in book.notes()), strict=True):
            kind, one, other = code >> 2 * NUMBER_BITS, code >> NUMBER_BITS & low, code & low
            if kind == soonest.PUT:
                standing[at].add(one)
            turn[at] += kind == FIRST
            if kind == FIRST and other:
                standing[at].remove(other)
                off[other], stood[other] = off[other] + 1, stood[other] + turn[at]
        assert turn == turns
        for at, left in enumerate(standing):
            for number in left:
                stood[number] += turns[at]
    wanted = [came / max(time, 1) for came, time in zip(off, stood, strict=True)]
    assert soonest.rates(31, play).tolist() == pytest.approx(wanted)


def test_who_looks_for_multiples_in_vain_has_thought_about_it():
    known = []
    for choice in (0.0, 4.0):
        area = {"kind": "tiles", "play": "multiples", "chart": 40, "counters": 3}
        data = {"pieces": [{"faces": [1, 2, 3, 5]}], "area": area, "seats": {"fluency": [{"choice": choice}]}}
        known.append(measure(game_from(data), 4000, seed=5).simulated)
    took = (known[1]["thinking_seconds"].mean - known[0]["thinking_seconds"].mean) / 4
    assert took == pytest.approx(known[0]["decisions"].mean + known[0]["idle_turns"].mean, abs=0.1)
    assert known[0]["idle_turns"].mean > 0.25  # so that it could not be left out
