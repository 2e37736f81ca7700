"""What is printed, before it is drawn: nets that fold, pages of a board, backs of cards, and what goes in the box."""

import re
from itertools import combinations, pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from, with_values
from bolometric.core.game.files import read
from bolometric.core.game.printing import PAPERS
from bolometric.core.judge.kept import OTHER_FACTS, OTHER_THINGS, facts_met, loses
from bolometric.core.judge.lengths import LOOKED
from bolometric.core.judge.nearby import effects
from bolometric.core.results.show import show
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.cards import CardGrid
from bolometric.core.sheets.gathering import contents_of, with_card
from bolometric.core.sheets.kit import FOOD, kit
from bolometric.core.sheets.nets import net, overlap, overlapping, placed, solid_for
from bolometric.core.sheets.solids import SIDES, solid
from bolometric.core.sheets.teacher import markdown, teachers_card
from bolometric.core.sheets.tiled import MOST_PAGES, OVERLAP, tiling
from bolometric.core.words.aloud import players_rules
from tests.areas.games import ALL


def edges_of(face):
    return [tuple(sorted(edge)) for edge in zip(face, (*face[1:], face[0]), strict=True)]


@pytest.mark.parametrize("sides", SIDES)
def test_a_net_stands_upright(sides):
    """Its first face on an edge, so a cube's numbers lie along the paper."""
    face = net(sides).faces[0]
    assert min(abs(a[1] - b[1]) for a, b in zip(face, np.roll(face, -1, axis=0), strict=True)) < 1e-9


@pytest.mark.parametrize("sides", SIDES)
def test_a_net_folds_to_its_solid(sides):
    """Every edge of the solid is folded or glued, once; every face is the solid's face; nothing lies on another."""
    body, laid = solid(sides), net(sides)
    shared = {
        edge: (a, b)
        for (a, one), (b, other) in combinations(enumerate(body.faces), 2)
        for edge in set(edges_of(one)) & set(edges_of(other))
    }
    met = [tuple(sorted(pair)) for pair in (*laid.hangs, *laid.joins)]
    assert sorted(met) == sorted(shared.values())
    assert len(laid.hangs) == sides - 1
    for face, flat in zip(body.faces, laid.faces, strict=True):
        there = body.corners[list(face)]
        for a, b in combinations(range(len(face)), 2):
            assert np.linalg.norm(flat[a] - flat[b]) == pytest.approx(np.linalg.norm(there[a] - there[b]), abs=1e-9)
    assert not overlapping(laid)
    for (a, b), (one, other) in zip(laid.folds, laid.hangs, strict=True):
        for face in (one, other):
            assert {tuple(np.round(p, 6)) for p in (a, b)} <= {tuple(np.round(p, 6)) for p in laid.faces[face]}


def test_what_lies_on_another_is_seen():
    square = np.array([[0, 0], [1, 0], [1, 1], [0, 1]], float)
    assert overlap(square, square + 0.5)
    assert not overlap(square, square + np.array([1.0, 0.0]))


@pytest.mark.parametrize("sides", [6, 8, 10, 12])
def test_opposite_faces_add_to_the_same(sides):
    faces, body = placed(tuple(range(1, sides + 1)), sides), solid(sides)
    assert sorted(faces) == list(range(1, sides + 1))
    assert all(faces[k] + faces[body.opposite[k]] == sides + 1 for k in range(sides))


@given(st.integers(2, 20))
def test_a_die_is_folded_only_where_each_face_is_as_likely_as_before(faces):
    sides = solid_for(faces)
    assert (sides is None) == all(one % faces for one in SIDES)
    if sides is not None:
        shown = placed(tuple(range(faces)), sides)
        assert {shown.count(face) for face in range(faces)} == {sides // faces}


lengths = st.floats(20, 1500)


@given(lengths, lengths, st.floats(60, 400), st.floats(60, 400))
def test_the_pages_of_a_board_cover_it(wide, high, across, down):
    try:
        cut = tiling(wide, high, (across, down))
    except GameError as error:
        assert "pages" in str(error)
        return
    assert cut.pages <= MOST_PAGES
    for begin, size, room, at in (("left", "wide", across, "column"), ("top", "high", down, "row")):
        parts = sorted({(getattr(one, at), getattr(one, begin), getattr(one, size)) for one in cut.windows})
        assert all(length <= room + 1e-6 for _, _, length in parts)
        for (_, a, length), (_, b, _) in pairwise(parts):
            assert a + length - b == pytest.approx(OVERLAP)
        assert parts[0][1] == 0
        assert parts[-1][1] + parts[-1][2] == pytest.approx(wide if begin == "left" else high)


@given(
    st.sampled_from([*PAPERS.values(), *(paper[::-1] for paper in PAPERS.values())]),
    st.floats(5, 40),
    st.floats(20, 90),
    st.floats(20, 90),
    st.integers(0, 80),
    st.sampled_from(["long", "short"]),
)
def test_a_back_is_behind_its_front_once_the_paper_is_turned(paper, margin, wide, high, number, flip):
    grid = CardGrid(paper, margin, (wide, high), 10)
    front, back = grid.front(number), grid.back(number, flip)
    upright = paper[1] >= paper[0]
    sideways = (flip == "long") == upright  # turned like the page of a book
    turned = (paper[0] - back.left - wide, back.top) if sideways else (back.left, paper[1] - back.top - high)
    assert (front.page, front.left, front.top) == pytest.approx((back.page, *turned))


def test_the_box_holds_enough_for_the_class():
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "seats": {"count": 4}, "printing": {"learners": 28}})
    assert contents_of(game).kit.words.startswith(
        "For 28 learners at 7 tables: 7 boards, 14 dice (1 to 6), 28 counters"
    )
    each = contents_of(with_values(game, {"printing.learners": 29})).kit
    assert (each.tables, each.lines[0]) == (8, (8, "boards"))


SCHOOL = "Keep to your school's own rules."
SEVERAL = {"board": "boards", "card": "cards", "clip": "clips", "counter": "counters", "crayon": "crayons"}
SEVERAL |= {"die": "dice", "heap": "heaps", "pack": "packs", "pencil": "pencils", "set": "sets", "sheet": "sheets"}
SEVERAL |= {"spinner": "spinners", "teacher's": ""}
POT = {"kind": "trail", "unit": "pot", "amount": 30}


def said_of_one(what):
    """Whether a thing of the box is told as one; what it is must be a noun that is known here."""
    noun = re.split(r"[ ,]", what.removeprefix("two-sided ").removeprefix("paper "))[0]
    assert noun in {**SEVERAL, **{many: one for one, many in SEVERAL.items()}}, what
    return noun in SEVERAL


@pytest.mark.parametrize("learners", [1, 28])
@pytest.mark.parametrize("track", ["own", "shared"])
def test_a_pot_has_its_heap_of_counters_in_the_box(track, learners):
    game = game_from({"area": {**POT, "track": track}, "seats": {"count": 2}, "printing": {"learners": learners}})
    box = kit(game)
    pots = box.tables * (2 if track == "own" else 1)
    assert [count for count, what in box.lines if re.match(r"heaps? of 30 counters", what)] == [pots]
    assert f"{FOOD}." in box.cautions


@pytest.mark.parametrize("at", range(4))
def test_every_game_has_its_contents(at):
    games = [*map(read, demo_files()), *(starter.game for starter in starters())]
    for game in games[at::4]:
        contents = contents_of(game)
        assert contents.kit.cautions[-1] == SCHOOL
        for learners in (1, 2, 28):
            in_box = kit(with_values(game, {"printing.learners": learners, "house.nouns": ()})).lines
            assert all(count > 0 and said_of_one(what) == (count == 1) for count, what in in_box)
        counted = sum(count for piece, count in contents.pieces if piece.kind == "die") * contents.kit.tables
        assert sum(n for n, what in contents.kit.lines if what.startswith(("die (", "dice ("))) == counted
        assert sum(chance for _, chance in contents.tally) == pytest.approx(1) or not contents.tally
        assert contents.boards or contents.tables or contents.tiles or game.area.made_pieces


def test_the_teachers_card_says_what_was_measured():
    game = read(demo_files()[0])
    card = with_card(contents_of(game)).card
    told = {part.title: part.lines for part in card.parts}
    assert any(line.startswith("Length: 4.5 min") and "exact" in line for line in told["What to expect"])
    assert told["Mind"][-1] == SCHOOL
    assert any(line.startswith("Shorter:") for line in told["Other versions"])
    assert all(ask and answer for ask, answer in card.questions)
    assert "{}" not in markdown(with_card(contents_of(game)))


OTHER_LENGTHS = {  # what was told of each once, and is another game, or longer than too long
    "A trail of sums": "Take the largest",
    "All ways to ten": "Make 12",
    "Make ten and keep": "Match by",
    "Stars and clouds": "Use two handfuls",
    "loose-scree": "Longer",
}


@pytest.mark.parametrize("name", OTHER_LENGTHS)
def test_what_is_shorter_or_longer_is_the_same_game(name):
    game = ALL[name]
    own = {one for one, times in facts_met(game).items() if sum(times)}
    there_is = {one.change.words: one for one in effects(game, "minutes", games=LOOKED)}
    lines = [line for part in teachers_card(game).parts for line in part.lines]
    told = [line for line in lines if line.startswith(("Shorter: ", "Longer: "))]
    assert told or name == "Stars and clouds"
    assert OTHER_LENGTHS[name] not in "".join(told)
    for line in told:
        for words in line.rstrip(".").partition(": ")[2].split("; "):
            one = there_is[words.rpartition(" (")[0]]
            assert f"{show('minutes', one.after.mean)}, {one.after.method}" in words
            times, before = one.after.mean / one.before.mean, one.before.mean
            assert 1.08 <= times <= 2.5 if line.startswith("Longer") else 0.4 <= times <= 0.92
            met = {fact: sum(counts) for fact, counts in facts_met(one.change.game).items()}
            assert sum(often for fact, often in met.items() if fact in own) >= 0.5 * sum(met.values())
            assert not line.startswith("Longer") or before <= game.brief.minutes.high


@pytest.mark.parametrize(
    ("name", "path", "value", "lost"),
    [
        ("A trail of sums", "area.length", 60, ""),
        ("A trail of sums", "draw.make", "largest", OTHER_THINGS),
        ("A trail of sums", "draw.make", "times", OTHER_FACTS),
        ("Higher sum", "draw.make", "largest", OTHER_THINGS),
        ("Cross them off", "draw.make", "formula", OTHER_THINGS),
        ("All ways to ten", "area.whole", 8, OTHER_FACTS),
        ("Make ten and keep", "area.number", 12, OTHER_FACTS),
        ("Ten in the row", "area.most", 11, ""),
        ("To the lake and home", "area.length", 30, ""),
    ],
)
def test_a_game_that_names_no_aim_is_for_what_is_worked_out_in_it(name, path, value, lost):
    game = with_values(ALL[name], {"brief.aim": ()})
    assert loses(game, with_values(game, {path: value})) == lost


@settings(max_examples=20)
@given(st.integers(2, 12))
def test_different_boards_have_the_same_numbers(count):
    area = {"kind": "grid", "numbers": "own", "columns": 4, "cells": [*range(2, 10), *range(2, 10)]}
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": area, "seats": {"count": 2}})
    boards = contents_of(with_values(game, {"printing.alike": count})).boards
    assert len({board.texts for board in boards}) == count
    assert {tuple(sorted(board.texts)) for board in boards} == {tuple(sorted(map(str, area["cells"])))}


def test_what_can_not_be_printed_is_said():
    game = read(demo_files()[0])
    with pytest.raises(GameError, match="Only a grid can be printed as several"):
        contents_of(with_values(game, {"printing.alike": 3}))
    with pytest.raises(GameError, match="margins of 50 mm too little of A4 is left: take at most 45 mm"):
        with_values(game, {"printing.margin": 50})


def test_coins_of_the_makers_words_stand_on_the_mat_and_in_the_rules():
    nouns = [{"word": "hundredth", "one": "penny", "many": "pennies"}, {"word": "tenth", "one": "dime"}]
    data = {"pieces": [{"faces": ["0.05", "0.1", "0.2", "0.5"]}], "area": {"unit": "hundredth", "amount": 1}}
    game = game_from({**data, "house": {"nouns": nouns}})
    (table,) = contents_of(game).tables
    assert (table.mat, table.parts[:2]) == (100, ("dime", "penny"))
    assert "cut into pennies" in players_rules(game)
    assert "hundredth" not in players_rules(game)
