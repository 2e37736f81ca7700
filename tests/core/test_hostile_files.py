"""Files from strangers: any value in any place of a real game is refused in one sentence, or is a game that works."""

import json
import os
import time

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game
from bolometric.core.game.files import fingerprint, from_text, read, to_text
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.errors import FileError
from bolometric.core.settings.lines import LONGEST_MESSAGE
from bolometric.core.words.plain import odds_plain
from bolometric.core.words.rule_sheet import rules_text

GAMES = [json.loads(to_text(game)) for game in (starter.game for starter in starters())] + [
    json.loads(path.read_text()) for path in demo_files()
]

leaves = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(-(10**30), 10**30),
    st.floats(allow_nan=False),
    st.text(max_size=12),
    st.sampled_from(
        [
            "1/0",
            "1/3",
            "9" * 5000,
            "−3",
            "0.1",
            "a/b",
            "(((",
            "mod",
            "__import__('os')",
            "keep_out",
            "count",
            "formula",
            "digits",
            "spinner",
            "counters",
            "thousandth",
            "dare",
            "plan",
            "stop_at",
            "either",
            "shared",
            "tiles",
            "given",
            "\u0000",
            "\u202e",
            "<b>x</b>",
        ]
    ),
)
values = st.one_of(
    leaves,
    st.lists(leaves, max_size=3),
    st.dictionaries(st.sampled_from(["value", "angle", "count", "word", "special", "kind"]), leaves, max_size=3),
    st.just([{"value": 1, "angle": 180}, {"value": 2, "angle": 180}]),
    st.just([1] * 70),
)


def places(data, path=()):
    """The path of every value in a game."""
    inner = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for key, value in inner:
        yield (*path, key)
        yield from places(value, (*path, key))


@settings(max_examples=250)
@given(st.sampled_from(GAMES), st.data())
def test_any_value_in_any_place_is_refused_in_a_sentence_or_plays(game, data):
    changed = json.loads(json.dumps(game))
    for _ in range(data.draw(st.integers(1, 3))):
        found = list(places(changed))
        *way, last = found[data.draw(st.integers(0, 10_000)) % len(found)]
        holder = changed
        for step in way:
            holder = holder[step]
        holder[last] = json.loads(json.dumps(data.draw(values)))
    start = time.perf_counter()
    try:
        found = from_text(json.dumps(changed), "x")
    except FileError as error:
        assert "\n" not in str(error)
        assert str(error).startswith("x")
        assert len(str(error)) <= LONGEST_MESSAGE
    else:
        assert from_text(to_text(found), "x") == found
        assert rules_text(found)
        assert sum(row["ways"] for row in odds_plain(found)["totals"]) <= odds_plain(found)["ways"]
    assert time.perf_counter() - start < 5


@pytest.mark.parametrize("depth", [10, 1000, 100_000])
def test_depth_is_no_way_in(depth):
    for text in ("[" * depth, '{"a":' * depth, '{"bolometric":1,"pieces":' + "[" * depth + "]" * depth + "}"):
        with pytest.raises(FileError):
            from_text(text, "x")


def test_many_outcomes_are_bounded_whatever_is_asked():
    """Ten packs that deal six cards each: more outcomes than atoms, answered or refused within seconds."""
    pack = {"kind": "pack", "cards": [{"value": f"{i}/7", "count": 3} for i in range(60)], "drawn": 6}
    for make in ("add", "multiply", "largest", "count", "formula"):
        start = time.perf_counter()
        data = {"bolometric": 1, "pieces": [pack] * 10, "draw": {"make": make, "formula": "max(a, b) - c"}}
        try:
            from_text(json.dumps(data), "x")
        except FileError as error:
            assert "\n" not in str(error)
        assert time.perf_counter() - start < 20


TWENTY = {"faces": list(range(20))}
TENTHS = {"faces": [f"{n}/{d}" for n, d in zip(range(1, 11), [3, 7, 11, 13, 17, 19, 23, 29, 31, 37], strict=True)]}
MANY = {"kind": "pack", "cards": [{"value": n, "count": 2} for n in range(1, 61)], "drawn": 3}
PLANS = {"count": 6, "styles": [{"choose": "plan"}, {}]}


@pytest.mark.parametrize(
    ("pieces", "area", "seats"),
    [
        ([TWENTY] * 4, {"kind": "tiles", "tiles": 12, "score": "digits", "rounds": 10}, PLANS),
        ([MANY], {"kind": "tiles", "tiles": 12, "fewer": "never"}, PLANS),
        ([TWENTY] * 10, {"kind": "tiles", "play": "boxes", "boxes": 24}, {"count": 6}),
        ([TENTHS] * 5, {"kind": "tiles", "play": "boxes", "boxes": 24}, {"count": 6}),
        ([TWENTY] * 2, {"kind": "tiles", "play": "counters", "counters": 24, "first": 0, "last": 38}, PLANS),
        ([TWENTY] * 3, {"kind": "tiles", "play": "multiples", "chart": 200, "limit": 0, "counters": 24}, {"count": 6}),
        ([TENTHS, TENTHS], {"kind": "purse", "draws": 20, "multipliers": ["1/41", 1, 7], "target": 9}, PLANS),
        ([TWENTY] * 2, {"kind": "purse", "draws": 20, "multipliers": [1, 5, 10, 25, 50], "target": 5000}, PLANS),
        ([{"faces": list(range(10))}], {"kind": "digits", "whole": 6, "decimals": 3, "points": 10}, PLANS),
        ([TWENTY, TWENTY], {"kind": "digits", "practice": "together", "whole": 6, "spare": "one"}, PLANS),
        ([TWENTY], {"kind": "digits", "practice": "rows", "rows": 8, "points": 10}, PLANS),
        ([{"faces": list(range(10))}], {"kind": "digits", "whole": 6, "aim": "nearest", "spare": "one"}, {"count": 1}),
        ([TWENTY] * 10, {"kind": "duel", "length": "first_to", "points": 30, "ties": "carried"}, {"count": 6}),
        (
            [{"faces": [1, 1, 1, 1, 1, 2]}],
            {"kind": "duel", "points": 30, "length": "first_to", "ties": "again"},
            {"count": 6},
        ),
        ([TWENTY] * 2, {"length": 200, "go_on": "dare"}, {"styles": [{"choose": "plan", "goal": "win"}]}),
        ([{}], {"length": 200, "moves": "either", "end": "exact"}, {"styles": [{"choose": "plan"}, {}]}),
    ],
    ids=lambda given: given.get("play", given.get("kind", "")) if isinstance(given, dict) else "",
)
def test_the_largest_of_every_kind_is_answered_in_time(pieces, area, seats):
    """What is allowed is worked out, played and told within seconds; what is too much is refused in a sentence."""
    start = time.perf_counter()
    try:
        game = from_text(json.dumps({"bolometric": 1, "pieces": pieces, "area": area, "seats": seats}), "x")
    except FileError as error:
        assert str(error).endswith(".")
        assert time.perf_counter() - start < 10
        return
    found = measure_exactly(game)
    board = area_of(game).board
    if found.heat is not None:
        assert isinstance(board.describe(game, found.heat, None), str)
    batch = area_of(game).measured.player(game)(50, 5000, np.random.default_rng(1))
    assert len(batch.turns) == 50
    assert rules_text(game)
    assert time.perf_counter() - start < 40


def test_a_pipe_in_place_of_a_game_is_passed_by_at_once(tmp_path):
    """Nobody writes into it: whoever opens it to read would wait for ever."""
    pipe = tmp_path / "pipe.bolo.json"
    os.mkfifo(pipe)
    begun = time.perf_counter()
    assert fingerprint(pipe) is None
    assert fingerprint(tmp_path) is None
    assert fingerprint(tmp_path / "gone.bolo.json") is None
    with pytest.raises(FileError):
        read(pipe)
    assert time.perf_counter() - begun < 2
    whole = tmp_path / "whole.bolo.json"
    whole.write_text(to_text(Game()))
    assert fingerprint(whole) is not None
