"""The grid: played as a teacher would play it, balanced boards, and numbers that suit the pieces."""

import random
import re
from collections import Counter
from itertools import product

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.grid.area import hopeless
from bolometric.core.areas.grid.by_hand import NONE
from bolometric.core.areas.grid.faults import FAULTS
from bolometric.core.areas.grid.rules import BLOCKS, NEAR, WINS, can_be_completed, claims_of, counted, liked, lines_of
from bolometric.core.game.document import game_from
from bolometric.core.measure import measuring
from bolometric.core.measure.measuring import measure, runs_of
from bolometric.core.number_making.made import numbers_from
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import percent
from bolometric.core.words.aloud import players_rules

SMALL = st.integers(1, 9)
CELL = st.one_of(SMALL, SMALL, SMALL, st.sampled_from(["hole", "free"]))
YES = st.sampled_from(["yes", "no"])


@st.composite
def grids(draw, styles=("guess",)):
    columns, rows = draw(st.integers(2, 4)), draw(st.integers(2, 4))
    wins = draw(st.sampled_from(["line", "line", "most", "first_to"]))
    area = {
        "kind": "grid",
        "numbers": "own",
        "columns": columns,
        "cells": draw(st.lists(CELL, min_size=columns * rows, max_size=columns * rows)),
        "how": draw(st.sampled_from(["total", "any"])),
        "use": draw(st.sampled_from(["all", "some"])),
        "operations": draw(st.sampled_from(["+-*/", "+-", "+"])),
        "wins": wins,
        "in_line": draw(st.integers(2, 3)),
        "across": draw(YES),
        "down": draw(YES),
        "slanting": draw(YES),
        "wanted": draw(st.integers(1, 4)),
        "take_over": draw(YES),
        "nothing": draw(st.sampled_from(["pass", "again"])),
        "draws": draw(st.sampled_from(["own", "shared"])),
        "noticed": draw(st.sampled_from([100, 100, 70, 40])),
    }
    faces = st.lists(st.integers(1, 4), min_size=2, max_size=4)
    data = {
        "bolometric": 1,
        "pieces": [{"faces": draw(faces)}, {"faces": draw(faces)}],
        "area": area,
        "seats": {"count": draw(st.integers(1, 3)), "styles": [{"choose": draw(st.sampled_from(styles))}]},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def lines_by_hand(area):
    """Cells of every line, found by walking from each cell in each direction."""
    rows, columns, cells = area.rows, area.columns, area.laid_out
    on = {(0, 1): area.across, (1, 0): area.down, (1, 1): area.slanting, (1, -1): area.slanting}
    found = []
    for (down, along), counts in on.items():
        for row, column in product(range(rows), range(columns)):
            line = [(row + k * down, column + k * along) for k in range(area.in_line)]
            inside = all(0 <= r < rows and 0 <= c < columns for r, c in line)
            on_line = [cells[r * columns + c] for r, c in line] if inside else ["hole"]
            if counts == "yes" and "hole" not in on_line and set(on_line) != {"free"}:
                found.append([r * columns + c for r, c in line])
    return found


def played(game, chance, limit):
    """One game as its rules say, by guessing: turns, idle turns, who shares the win."""
    area, seats = game.area, game.seats.count
    owner = dict.fromkeys(range(len(area.laid_out)))
    free = {at for at, cell in enumerate(area.laid_out) if cell == "free"}
    numbers = {at: cell for at, cell in enumerate(area.laid_out) if isinstance(cell, int)}
    lines = lines_by_hand(area) if area.wins == "line" else []
    ever = {at for at in numbers if any(numbers[at] in makes(game, shown) for shown in shows(game))}
    turns = idle = 0
    shown = None
    while turns < limit and (area.takes_over or any(owner[at] is None for at in ever)):
        seat = turn_seat = turns % seats
        turns += 1
        for _ in range(2 if area.draws_again else 1):
            if area.draws == "own" or seat == 0:
                shown = tuple(int(chance.choice(piece.faces).number) for piece in game.pieces)
            able = makes(game, shown)
            claims = [
                at
                for at, n in numbers.items()
                if n in able and (owner[at] is None or (area.takes_over and owner[at] != seat))
            ]
            if area.how == "any":  # of two numbers one alone takes no sign, and both take one
                signs = {at: not (area.use == "some" and numbers[at] in shown) for at in claims}
                claims = [at for at in claims if chance.random() < (area.noticed / 100) ** signs[at]]
            if claims:
                break
        if not claims:
            idle += 1
            continue
        owner[chance.choice(claims)] = turn_seat
        mine = {at for at, who in owner.items() if who == seat} | free
        if area.wins == "line" and any(set(line) <= mine for line in lines):
            return turns, idle, [seat]
        if area.wins == "first_to" and len(mine) >= area.wanted:
            return turns, idle, [seat]
    if turns >= limit and (area.takes_over or any(owner[at] is None for at in ever)):
        return None
    if area.wins == "most":
        counts = [sum(who == seat for who in owner.values()) for seat in range(seats)]
        return turns, idle, [seat for seat in range(seats) if counts[seat] == max(counts)]
    return turns, idle, []


def shows(game):
    return product(*([int(face.number) for face in piece.faces] for piece in game.pieces))


def makes(game, shown):
    if game.area.how == "total":
        return {sum(shown)}
    return {number.value for number in numbers_from(tuple(sorted(shown, reverse=True)), game.area.making)}


GAMES = 250


@settings(max_examples=40, deadline=None)
@given(grids(), st.integers(0, 99))
def test_runs_are_like_games_played_by_the_rules_as_written(game, seed):
    chance, limit = random.Random(seed), 400
    *_, tally = runs_of(game, seed, 2000, most_turns=limit)
    if not tally.sample.ended:
        return
    plain = []
    for _ in range(GAMES):
        found = played(game, chance, limit)
        if found is None:
            return  # games without an end are told so elsewhere
        plain.append(found)
    turns = np.array([found[0] for found in plain])
    if not turns.sum():
        assert tally.readings()["turns"].mean == 0  # nothing can be claimed from the first
        return
    readings = tally.readings()
    spread = turns.std() / GAMES**0.5 + readings["turns"].stderr
    assert abs(readings["turns"].mean - turns.mean()) < 5 * spread + 1e-9
    idle = sum(found[1] for found in plain) / turns.sum()
    assert abs(readings["idle_turns"].mean - idle) < 5 * 0.6 / turns.sum() ** 0.5 + 5 * readings["idle_turns"].stderr
    won = np.zeros(game.seats.count)
    for *_, best in plain:
        for seat in best:
            won[seat] += 1 / len(best) / GAMES
    assert np.all(np.abs(np.array(readings["seat_wins"].values) - won) < 5 * (0.25 / GAMES) ** 0.5 + 0.02)


@settings(max_examples=40, deadline=None)
@given(grids(), st.integers(0, 9))
def test_lines_chances_and_play_by_hand_are_those_of_the_rules(game, seed):
    claims = claims_of(game)
    if game.area.wins == "line":
        assert sorted(map(sorted, lines_of(claims).tolist())) == sorted(map(sorted, lines_by_hand(game.area)))
        assert len(can_be_completed(claims)) == len(lines_of(claims))
    all_shown = list(shows(game))
    for at, cell in enumerate(game.area.laid_out):
        able = sum(cell in makes(game, shown) for shown in all_shown) if isinstance(cell, int) else 0
        assert claims.chance[at] == pytest.approx(able / len(all_shown))
    sitting = Sitting(game, seed)
    for _ in range(60):
        if sitting.now.over:
            break
        if sitting.options and game.area.wins != "line":
            able = {at: sum(cell in makes(game, shown) for shown in all_shown) for at, cell in claimed(sitting)}
            hardest = [at for at, ways in able.items() if ways == min(able.values())]
            where = [divmod(at, game.area.columns) for at in (hardest if len(hardest) <= 5 else hardest[:4])]
            told = sitting.coach()
            assert re.findall(r"\(row (\d+), column (\d+)\)", told) == [(str(r + 1), str(c + 1)) for r, c in where]
            assert f"{percent(min(able.values()) / len(all_shown))} of draws can (exact)" in told
        for option in sitting.options:
            if option.key == NONE:
                assert game.area.hidden
                continue
            assert game.area.laid_out[option.key] in makes(game, sitting.now.shown or (0, 0)) or not sitting.now.shown
        sitting.play_on(game.seats.style(0))


def claimed(sitting):
    """The cells that can be claimed, with their numbers."""
    keys = sorted(option.key for option in sitting.options if option.key != NONE)
    return [(key, sitting.game.area.laid_out[key]) for key in keys]


def test_a_line_is_completed_blocked_and_lengthened_in_this_order():
    cells = [1, 2, 3, 4, 5, 6, 1, 2, 3]
    area = {"kind": "grid", "numbers": "own", "columns": 3, "cells": cells, "how": "any", "operations": "+"}
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{}, {}],
            "area": area,
            "seats": {"styles": [{"choose": "thumb", "rule": "lengthen"}]},
        }
    )
    style, rng = game.seats.style(0), np.random.default_rng(1)
    sitting = Sitting(game, 1)
    from dataclasses import replace

    def picks(owner, seat):
        shown = (6, 3)
        now = replace(
            sitting.now, owner=owner, seat=seat, draw=claims_of(game).draw_of(shown), shown=shown, waiting="choice"
        )
        return sitting.rules.pick(game, now, style, rng)

    none = -1
    # With 6 and 3 the numbers 3 and 6 can be had: cells 2, 5 and 8.
    assert picks((0, 0, none, none, none, none, none, none, none), 0) == 2  # completes the first row
    assert picks((1, 1, none, none, none, none, none, none, none), 0) == 2  # blocks it
    assert picks((none, none, none, none, none, none, none, 0, none), 0) == 8  # makes it two of the last row


@pytest.mark.parametrize(
    ("area", "says"),
    [
        ({"columns": 200}, "too large: the most is 25"),
        ({"last": 2000}, "too large: the most is 1000"),
        ({"columns": 1, "last": 200, "across": "no", "slanting": "no"}, "200 rows: the most is 100"),
        ({"in_line": 6}, "do not fit: the longest line that counts here has 5"),
        ({"across": "no", "down": "no", "slanting": "no"}, "No line counts"),
        ({"numbers": "own", "cells": ["hole"], "wins": "most"}, "no number to claim"),
        ({"numbers": "own", "cells": [99], "wins": "most"}, "nothing could ever be claimed"),
        ({"how": "any"}, "takes 2 at least"),
        ({"how": "any", "operations": "+-*/", "pieces": 6}, "more than 250,000 ways"),
        ({"how": "any", "operations": "+-*/", "pieces": 8}, "from 2 to 6 can be put together"),
        ({"how": "any", "faces": [*range(1, 31)], "pieces": 5}, "more than 1,008 different draws"),
    ],
)
def test_what_cannot_be_is_refused_in_a_sentence(area, says):
    given = {"kind": "grid", **area}
    pieces = [{"faces": given.pop("faces", [*range(1, 7)])}] * given.pop("pieces", 1)
    with pytest.raises(GameError, match=says):
        game_from({"bolometric": 1, "pieces": pieces, "area": given})


def test_thinking_helps_where_lines_win():
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{}, {}],
            "area": {"kind": "grid", "last": 16, "columns": 4, "how": "any"},
        }
    )
    assert measure(game, 200).readings["choice"].mean > 0.3


def test_a_typed_sum_is_held_against_the_draw_and_hints_tell_more_and_more():
    area = {"kind": "grid", "last": 20, "columns": 5, "how": "any", "use": "all"}
    game = game_from({"bolometric": 1, "pieces": [{}, {}, {}], "area": area})
    sitting = Sitting(game, 1)
    sitting.draw()
    now, rules = sitting.now, sitting.rules
    number, sum_of_it = next(
        (int(n.value), n.sum) for n in numbers_from(now.shown, game.area.making) if 1 <= n.value <= 20
    )
    assert f"Right: {sum_of_it} = {number}. Claim it in row" in rules.check(game, now, f"{sum_of_it} = {number}")
    assert "Not quite" in rules.check(game, now, f"{sum_of_it} = {number + 1}")
    assert "was not drawn" in rules.check(game, now, "9 + 9")
    assert "must be used" in rules.check(game, now, str(now.shown[0]))
    told = rules.hints(game, now)
    assert len(told) == 4
    assert told[0].startswith("Make ")
    assert told[-1].rstrip(".") in {n.sum for n in numbers_from(now.shown, game.area.making)}


@pytest.mark.parametrize(("cells", "can"), [([2, 3, "free", "free"], True), ([2, 3, "free", 99], False)])
def test_cells_that_count_for_everybody_count_towards_those_wanted(cells, can):
    area = {"kind": "grid", "numbers": "own", "columns": 2, "cells": cells, "wins": "first_to", "wanted": 4}
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": area, "seats": {"count": 1}})
    assert hopeless(game) == (not can)
    assert (measure(game, 200).readings["success"].mean == 1) == can


@pytest.mark.parametrize(
    ("pieces", "says"),
    [
        ([{}, {}], "The caller rolls for everybody."),
        ([{"kind": "counters", "count": 3}] * 2, "The caller tosses for everybody."),
        ([{}, {"kind": "spinner"}], "The caller goes for everybody."),
    ],
)
def test_one_draw_for_all_is_said_in_a_word_that_there_is(pieces, says):
    area = {"kind": "grid", "last": 9, "columns": 3, "how": "any", "draws": "shared"}
    assert says in players_rules(game_from({"bolometric": 1, "pieces": pieces, "area": area}))


def test_more_cells_wanted_than_can_be_claimed_is_a_fault_with_its_cure():
    """A die claims 1 to 6, so six of nine cells."""
    game = game_from(
        {
            "bolometric": 1,
            "seats": {"count": 2},
            "area": {
                "kind": "grid",
                "columns": 3,
                "numbers": "chart",
                "last": 9,
                "how": "total",
                "wins": "first_to",
                "wanted": 8,
            },
        }
    )
    (fault,) = (fault for fault in FAULTS.by_rules(game) if fault.code == "never_won")
    assert fault.sentence.startswith("Only 6 cells can be claimed and 8 are wanted")
    assert hopeless(game)
    assert not hopeless(fault.cures[0].game)


def liking(lines, owner, cell, seat, seats):
    """How much a seat likes a cell, line by line and in words: its own lines, the nearest to done and how many such."""
    near, blocks = [], False
    for line in lines:
        if cell not in line:
            continue
        held = Counter(int(owner[one]) for one in line if one != cell)
        lacks = len(line) - held[seat] - 1
        rivals = [other for other in range(seats) if other != seat and held[other]]
        if not rivals and lacks == 0:
            return WINS
        if not rivals:
            near.append(NEAR - lacks)
        taken = [int(owner[one]) for one in line if owner[one] >= 0]
        blocks |= bool(rivals) and len(taken) == len(line) - 1 and len(set(taken)) == 1
    longest = max(near, default=0)
    return BLOCKS * blocks + longest + near.count(longest) / 1000


@given(st.integers(2, 3), st.lists(st.integers(-1, 2), min_size=16, max_size=16), st.integers(0, 15))
def test_a_cell_is_liked_for_its_lines(seats, owned, cell):
    area = {"kind": "grid", "numbers": "own", "columns": 4, "cells": list(range(1, 17)), "in_line": 3}
    claims = claims_of(game_from({"pieces": [{}], "area": area, "seats": {"count": seats}}))
    owner = np.array([holder if holder < seats else -1 for holder in owned])
    owner[cell] = -1
    own, taken = counted(claims, owner, seats)
    found = liked(cell, 0, seats, owner, own, taken, claims.first_line, claims.through, claims.need)
    assert found == pytest.approx(liking(claims.lines.tolist(), owner, cell, 0, seats))


def test_thinking_is_played_for_with_no_more_games_than_are_asked_for(monkeypatch):
    asked = []
    monkeypatch.setattr(measuring, "thinking_played", lambda game, seed, runs=None: asked.append(runs))
    game = game_from({"pieces": [{}, {}], "area": {"kind": "grid", "last": 12, "columns": 4}})
    for runs in (30, 5000, None):
        measuring.measure(game, runs)
    assert asked == [30, game.area.thought_runs, game.area.thought_runs]
