"""Every kind of game played in plain Python from its file alone, by the words of its rules, against what is measured.

Nothing of the program is used to play: only the JSON of a game and a few lines that say what a teacher would.
"""

import itertools
import json
import random

import numpy as np
import pytest
from click.testing import CliRunner

from bolometric.cli import main

GAMES = 4000
TWO = [[1, 2, 3, 4, 5, 6]] * 2
TEN = [list(range(10))]


def rolled(dice, chance):
    return sum(chance.choice(die) for die in dice)


def sets_of_tiles(area, dice, style, chance):
    """One turn: score, draws, all closed."""
    left, draws = set(range(1, area["tiles"] + 1)), 0
    while left:
        few = {
            "never": False,
            "last_tile": len(left) == 1,
            "high_gone": max(left) < area.get("fewer_from", 7),
        }[area.get("fewer", "never")]
        if few and area.get("fewer_how", "choice") == "choice" and style == "guess":
            few = chance.random() < 0.5
        total, draws = rolled(dice[:1] if few else dice, chance), draws + 1
        fits = [
            group
            for size in range(1, len(left) + 1)
            for group in itertools.combinations(sorted(left), size)
            if sum(group) == total
        ]
        if not fits:
            break
        if style == "largest":
            fits = [max(fits, key=lambda group: sorted(group, reverse=True))]
        elif style == "fewest":
            fits = [min(fits, key=lambda group: (len(group), [-tile for tile in sorted(group, reverse=True)]))]
        left -= set(chance.choice(fits))
    return sum(left), draws, not left


def play_sets(data, chance):
    scores, rolls, closed = [], 0, 0
    rounds = data["area"].get("rounds", 1)
    for style in data["plain_styles"]:
        whole = 0
        for _ in range(rounds):
            score, draws, done = sets_of_tiles(data["area"], data["dice"], style, chance)
            whole, rolls, closed = whole + score, rolls + draws, closed + done
        scores.append(whole)
    best = [k for k, score in enumerate(scores) if score == min(scores)]
    return {"rolls": rolls, "score": np.mean(scores), "success": closed / len(scores) / rounds}, best


def play_boxes(data, chance):
    """Own draws in turn; the first to cross off all wins at once."""
    boxes = [[rolled(data["dice"], chance) for _ in range(data["area"]["boxes"])] for _ in data["plain_styles"]]
    idle = 0
    for turns, seat in enumerate(itertools.cycle(range(len(boxes))), 1):
        total = rolled(data["dice"], chance)
        if total in boxes[seat]:
            boxes[seat].remove(total)
        else:
            idle += 1
        if not boxes[seat]:
            return {"turns": turns, "idle": idle}, [seat]
    raise AssertionError


def play_counters(data, chance):
    """One caller; all cross off together."""
    left, calls = [list(placed) for placed in data["area"]["placements"]], 0
    while all(left):
        calls += 1
        total = rolled(data["dice"], chance)
        for own in left:
            if total in own:
                own.remove(total)
    return {"turns": calls}, [seat for seat, own in enumerate(left) if not own]


def play_purse(data, chance):
    area, far, hits, over = data["area"], [], 0, 0
    for style in data["plain_styles"]:
        held = 0
        for _ in range(area["draws"]):
            total = rolled(data["dice"], chance)
            options = [held + total * by for by in sorted(area["multipliers"])]
            if style == "guess":
                held = chance.choice(options)
            else:
                fits = [option for option in options if option <= area["target"]]
                held = max(fits) if fits else min(options)
        far.append(area["target"] if held > area["target"] else area["target"] - held)
        hits, over = hits + (held == area["target"]), over + (held > area["target"])
    seats = len(far)
    best = [k for k, one in enumerate(far) if one == min(far)]
    return {"score": np.mean(far), "success": hits / seats, "over": over / seats}, best


def play_digits(data, chance):
    """Own digits, one by one, largest, one round."""
    made = []
    for style in data["plain_styles"]:
        columns = [None] * data["area"]["whole"]
        for _ in columns:
            digit = rolled(data["dice"], chance)
            free = [i for i, held in enumerate(columns) if held is None]
            place = chance.choice(free) if style == "guess" else free[0] if digit > 4.5 else free[-1]
            columns[place] = digit
        made.append(int("".join(map(str, columns))))
    return {"score": np.mean(made)}, [k for k, one in enumerate(made) if one == max(made)]


def play_duel(data, chance):
    area, sides = data["area"], [data["dice"], *data["plain_sides"]]
    points, turns, pot = [0] * len(sides), 0, 1
    while max(points) < area["points"]:
        shown = [rolled(side, chance) for side in sides]
        turns += len(sides)
        best = [k for k, total in enumerate(shown) if total == max(shown)]
        if len(best) == 1:
            points[best[0]] += pot
            pot = 1
        elif area["ties"] == "carried":
            pot += 1
        elif area["ties"] == "shared":
            for k in best:
                points[k] += 1
    return {"turns": turns}, [k for k, count in enumerate(points) if count == max(points)]


def play_together(data, chance):
    """One marker for all, against a number of turns."""
    here = turns = 0
    while here < data["area"]["length"] and turns < data["area"]["turns"]:
        here, turns = here + rolled(data["dice"], chance), turns + 1
    home = here >= data["area"]["length"]
    return {"turns": turns, "success": float(home)}, list(range(len(data["plain_styles"]))) if home else []


THUMB = {
    "largest": {"choose": "thumb", "rule": "largest"},
    "fewest": {"choose": "thumb", "rule": "fewest"},
    "boldest": {"choose": "thumb", "rule": "boldest"},
    "halves": {"choose": "thumb", "rule": "halves"},
    "given": {"choose": "thumb", "rule": "given"},
    "guess": {},
}
DUEL = {"kind": "duel", "length": "first_to"}
PLACED = [[5, 6, 7, 8, 9], [6, 6, 7, 7, 8], [2, 7, 7, 7, 12]]
CASES = {
    "nine tiles, guess and largest": (play_sets, TWO, {"kind": "tiles", "tiles": 9}, ["guess", "largest"]),
    "seven tiles, one die at the end": (
        play_sets,
        TWO,
        {"kind": "tiles", "tiles": 7, "fewer": "last_tile", "rounds": 2},
        ["guess", "fewest"],
    ),
    "eight tiles, high gone, forced": (
        play_sets,
        TWO,
        {"kind": "tiles", "tiles": 8, "fewer": "high_gone", "fewer_from": 6, "fewer_how": "forced"},
        ["largest"],
    ),
    "four boxes": (play_boxes, TWO, {"kind": "tiles", "play": "boxes", "boxes": 4}, ["guess", "guess"]),
    "boxes alone": (play_boxes, [[1, 2, 2, 5]], {"kind": "tiles", "play": "boxes", "boxes": 5}, ["guess"]),
    "counters": (
        play_counters,
        TWO,
        {"kind": "tiles", "play": "counters", "counters": 5, "placements": PLACED},
        ["given"] * 3,
    ),
    "purse": (
        play_purse,
        [[1, 2, 3, 4, 5, 6]],
        {"kind": "purse", "draws": 5, "multipliers": [1, 5, 10], "target": 80},
        ["guess", "boldest"],
    ),
    "digits": (play_digits, TEN, {"kind": "digits", "whole": 4}, ["guess", "halves"]),
    "duel carried": (
        play_duel,
        TWO,
        DUEL | {"points": 3, "ties": "carried", "sides": [[list(range(1, 12))]]},
        ["guess", "guess"],
    ),
    "duel shared": (
        play_duel,
        [[1, 2, 3]],
        DUEL | {"points": 4, "ties": "shared"},
        ["guess"] * 3,
    ),
    "together": (play_together, [[1, 2, 3, 4, 5, 6]], {"length": 35, "track": "shared", "turns": 10}, ["guess"] * 2),
}


@pytest.mark.parametrize("name", CASES)
def test_the_program_measures_what_a_teacher_would_count(name, tmp_path):
    play, dice, area, styles = CASES[name]
    asked = dict(area)
    if "sides" in asked:
        asked["sides"] = [[{"faces": die} for die in side] for side in asked["sides"]]
    data = {
        "bolometric": 1,
        "pieces": [{"faces": die} for die in dice],
        "area": asked,
        "seats": {"count": len(styles), "styles": [THUMB[style] for style in styles]},
    }
    path = tmp_path / "game.bolo.json"
    path.write_text(json.dumps(data))
    done = CliRunner().invoke(main, ["measure", str(path), "--runs", "2000", "--json"])
    assert done.exit_code == 0, done.output
    readings = json.loads(done.output)["readings"]

    chance = random.Random(20)
    plain = {**data, "area": area, "dice": dice, "plain_styles": styles}
    plain["plain_sides"] = area.get("sides", [dice] * (len(styles) - 1))
    counted, wins = [], np.zeros((GAMES, len(styles)))
    for game in range(GAMES):
        told, best = play(plain, chance)
        counted.append(told)
        wins[game, best] = 1 / max(len(best), 1)
    for key in counted[0]:
        values = np.array([told[key] for told in counted])
        if key == "idle":
            turns = np.array([told["turns"] for told in counted])
            share = values.sum() / turns.sum()
            error = np.std(values - share * turns) / GAMES**0.5 / turns.mean()
            assert abs(readings["idle_turns"]["mean"] - share) < 4.5 * (error + readings["idle_turns"]["stderr"])
            continue
        assert abs(readings[key]["mean"] - values.mean()) < 4.5 * values.std() / GAMES**0.5 + 1e-9, key
        assert readings[key]["method"] == "exact", key
    if area.get("track") == "shared":
        assert not {"seat_wins", "ties"} & set(readings)  # all win, or nobody
        return
    error = wins.std(axis=0) / GAMES**0.5
    assert np.all(np.abs(np.array(readings["seat_wins"]["values"]) - wins.mean(axis=0)) < 4.5 * error + 1e-9)
    ties = np.mean((wins > 0).sum(axis=1) > 1)
    near = (ties * GAMES + 1) / (GAMES + 2)  # none in so many does not say that there are none
    assert abs(readings["ties"]["mean"] - ties) < 4.5 * (near * (1 - near) / GAMES) ** 0.5
