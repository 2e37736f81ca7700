"""Help: what each setting is, and a handbook with a page for everything."""

import re

import pytest

from bolometric.assets import HERE, SUFFIX, demo_files
from bolometric.core.areas.catalogue import AREAS
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import with_value
from bolometric.core.game.files import read
from bolometric.core.game.seats import Seats
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import headline
from bolometric.core.settings.knobs import knobs
from bolometric.core.text.figures import percent
from bolometric.core.words.help.handbook import START, page_of, page_of_area, pages, search
from bolometric.core.words.help.setting import setting_at, setting_of

GAMES = [one.game for one in starters()] + [read(path) for path in demo_files()]
CODE = re.compile(r"\b(seats?|null|None|True|False|\w+_\w+)\b")
"""Words of the file and of the program, which nobody should have to read."""


def test_every_setting_of_every_game_says_what_it_is():
    told = 0
    for game in GAMES:
        for at in knobs(game):
            found = setting_at(game, at.path)
            assert found.title
            assert found.lines, at.path
            assert not CODE.search(" ".join(found.lines)), (at.path, found.lines)
            assert found.choices == tuple((one.words, one.effect) for one in at.knob.choices)
            told += 1
    assert told > 300
    assert setting_at(GAMES[0], "area.nothing_like_it") is None
    assert setting_of(Seats, "count").usual == "2"


def test_there_is_a_page_for_every_view_kind_of_game_and_reading():
    keys = [page.key for page in pages()]
    assert len(keys) == len(set(keys))
    assert set(READINGS) - {"different"} <= set(keys)  # one that the tests bring an area for
    for entry in AREAS:
        page = page_of_area(entry.starters()[0].game.area)
        assert page.key == entry.kind.__name__.lower()
        for key in entry.kind.gauges:
            assert f"(page:{key})" in page.text
    assert page_of("no such page").key == START


@pytest.mark.parametrize("page", pages(), ids=lambda page: page.key)
def test_a_page_is_whole_and_in_a_teachers_words(page):
    assert page.title
    assert page.text.strip()
    words = re.sub(r"\]\([^)]*\)|`[^`]*`|\*Source[^*]*\*", "", page.text)
    assert not CODE.search(words), CODE.findall(words)
    for key in re.findall(r"\(page:([^)]*)\)", page.text):
        assert page_of(key).key == key
    for board in re.findall(r"\(board:([^)]*)\)", page.text):
        assert any(type(one.game.area).__name__.lower() == board for one in starters())


WORDS = (HERE / "handbook" / "views.md").read_text("utf-8")
CLAIMS = re.findall(r"(\S+(?: (?:to \d+|min|points))?)\s*<!--([^>]*)-->", WORDS)


def claimed(said):
    """The figure that a claim of the handbook stands for, worked out anew."""
    game_of = {path.name.removesuffix(SUFFIX): read(path) for path in demo_files()}
    first, *rest = said.split()
    if first == "odds":
        shown = game_of[rest[0]].shown
        return percent(float(shown.chances[list(shown.totals).index(int(rest[1]))]))
    if first == "range":
        return f"{game_of[rest[0]].shown.totals[0]} to {game_of[rest[0]].shown.totals[-1]}"
    if first == "tables":
        return str(-(-int(rest[1]) // game_of[rest[0]].seats.count))
    game, key = game_of[first], rest[-1]
    for change in rest[:-1]:
        path, value = change.split("=")
        game = with_value(game, path, int(value) if value.isdigit() else value)
    return headline(key, measure_exactly(game).readings[key])


@pytest.mark.parametrize(("figure", "said"), CLAIMS, ids=[said.replace(" ", "_") for _, said in CLAIMS])
def test_a_figure_in_the_handbook_is_what_the_game_measures(figure, said):
    assert figure.rstrip(",.") == claimed(said)


def test_every_view_has_a_page_with_a_picture_its_parts_and_an_example():
    assert len(CLAIMS) == WORDS.count("<!--") > 15
    for view in ("shelf", "shape", "odds", "runs", "practice", "tune", "table", "sheets", "class", "logbook"):
        text = page_of(view).text
        assert f"](view:{view})" in text
        assert (HERE / "handbook" / "pictures" / f"{view}.webp").stat().st_size > 10_000
        assert "## What is where" in text
        assert "## An example" in text
        assert "<!--" not in text


def test_words_are_found_with_what_stands_around_them():
    first = search("advantage going first")[0]
    assert first.page.key == "first_seat_edge"
    assert all("caller" in f"{hit.page.title} {hit.around}".lower() for hit in search("caller"))
    assert search("zeppelins") == search(" ") == []
