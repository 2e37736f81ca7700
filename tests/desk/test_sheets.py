"""Sheets as they come out: PDFs read back."""

from math import atan2, degrees, hypot

import numpy as np
import pypdf
import pytest
from click.testing import CliRunner

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from, with_values
from bolometric.core.game.files import read
from bolometric.core.game.printing import PAPERS
from bolometric.core.results.board import Track
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.contents import TeachersCard
from bolometric.core.sheets.gathering import contents_of
from bolometric.core.sheets.nets import net
from bolometric.paint.board import layout_of
from bolometric.paint.printed.book import offered, pages_of, paper_of
from bolometric.paint.printed.out import pdf, png, svg
from bolometric.paint.printed.page import FOOT, UNIT
from bolometric.paint.printed.sizes import APART, planned, within
from tests.desk.pdf_reading import pages_in

TRUE = 0.1
"""Millimetres by which the PDF may be off."""
LOOKS = ("colour", "grey", "lines")
ALL = {"printing.left_out": []}


def printed(game, *only, **changes):
    game = with_values(game, {f"printing.{key}": value for key, value in changes.items()}) if changes else game
    contents = contents_of(game)
    pages = pages_of(contents, frozenset(only) if only else None)
    return pages, pages_in(pdf(pages, paper_of(contents)))[1]


GAMES = [*map(read, demo_files()), *(starter.game for starter in starters())]


@pytest.mark.parametrize("part", range(6))
def test_every_game_makes_its_sheets_inside_the_margins(qapp, part):
    """In every paper size; every second one is read back, in one of them and one look each."""
    for at, game in list(enumerate(GAMES))[part::6]:
        for paper in PAPERS:
            contents = contents_of(with_values(game, {**ALL, "printing.paper": paper}))
            assert {page.sheet for page in pages_of(contents)} == set(offered(contents)) - {"teacher"}
        if at // 6 % 2:
            continue
        changes = {"paper": list(PAPERS)[at % 3], "look": LOOKS[at % 3], "left_out": [], "margin": 10 + at % 8}
        pages, drawn = printed(game, **changes)
        assert len(drawn) == len(pages)
        for page, there in zip(pages, drawn, strict=True):
            assert there.size == pytest.approx(page.size, abs=TRUE)
            # Half a line may stand beyond the line's middle.
            assert min(there.edges()) > changes["margin"] - 0.3, (game.name, page.title)
            assert "100 mm: print at 100 %" in there.text


@pytest.mark.parametrize("laid", ["to_and_fro", "from_above", "line", "spiral", "loop"])
@pytest.mark.parametrize("side", [12, 21.5])
def test_squares_are_as_large_as_was_said(qapp, laid, side):
    length = 13 if laid == "line" else 37
    game = game_from({"bolometric": 1, "area": {"length": length, "laid": laid}})
    pages, drawn = printed(game, "boards", square=side, paper="A3")
    assert len(pages) == 1
    places = drawn[0].boxes(0.9 * side, 0.9 * side, TRUE)
    assert len(places) == length
    for along in (0, 1):
        lines = sorted({round(place[along], 1) for place in places})
        gaps = np.diff(lines)
        assert np.allclose(gaps[gaps > 1], side, atol=TRUE)


def test_every_board_is_drawn_with_the_side_that_was_planned(qapp):
    for game in GAMES:
        contents = contents_of(game)
        for places in contents.boards:
            for across in ("portrait", "landscape"):
                paper = paper_of(contents_of(with_values(game, {"printing.across": across})))
                plan = planned(places, paper, isinstance(places, Track))
                one = plan.layout.square(1)
                gap = 0.0 if getattr(places, "laid", "") == "curve" else 2.4
                assert one.width() / UNIT == pytest.approx(plan.side, rel=0.13, abs=gap)
                assert plan.tiling.pages == 1
                assert all(
                    length <= room + 1e-6
                    for length, room in zip(plan.size, paper.inside(across == "landscape"), strict=True)
                )


@pytest.mark.parametrize("across", ["portrait", "landscape"])
def test_a_curved_trail_has_the_shape_of_its_page(qapp, across):
    game = with_values(game_from({"bolometric": 1, "area": {"laid": "curve"}}), {"printing.across": across})
    contents = contents_of(game)
    plan = planned(contents.boards[0], paper_of(contents), False)
    wide, high = within(paper_of(contents).inside(across == "landscape"))
    assert plan.size == pytest.approx((wide, high), rel=0.01)


def test_a_spinner_has_true_angles(qapp):
    angles = [30, 75.5, 54.5, 200]
    sectors = [{"value": at, "angle": angle} for at, angle in enumerate(angles)]
    game = game_from({"bolometric": 1, "pieces": [{"kind": "spinner", "sectors": sectors}]})
    _, drawn = printed(game, "pieces")
    pies = [one for one in drawn[0].shapes if 40 < np.ptp(one, axis=0).max() < 101 and len(one) > 4]
    middle = next(p for p in pies[0] if sum(np.abs(one - p).sum(axis=1).min() < 0.02 for one in pies) == len(angles))
    found = []
    for one in pies[:4]:
        rim = [p for p in one if hypot(*(p - middle)) > 10]
        turn = [degrees(atan2(p[0] - middle[0], middle[1] - p[1])) % 360 for p in (rim[0], rim[-1])]
        found.append((turn[1] - turn[0]) % 360)
        assert hypot(*(rim[0] - middle)) == pytest.approx(50, abs=0.5)
    assert found == pytest.approx(angles, abs=0.1)


def test_every_die_is_printed(qapp):
    for faces in range(2, 31):
        (page,), _ = printed(game_from({"bolometric": 1, "pieces": [{"faces": list(range(faces))}]}), "pieces")
        assert page.title.startswith("net" if faces in (2, 3, 4, 5, 6, 8, 10, 12) else "spinner")


def test_a_net_has_the_edge_that_was_set(qapp):
    _, drawn = printed(game_from({"bolometric": 1, "pieces": [{}]}), "pieces", die=25)
    squares = [one for one in drawn[0].shapes if len(one) in (4, 5)]
    sides = [hypot(*(one[k + 1] - one[k])) for one in squares for k in range(len(one) - 1)]
    assert sum(abs(side - 25) < TRUE for side in sides) >= 6 * 3
    assert len(net(6).tabs) == 7


def test_nets_are_found_with_the_contents_and_not_when_pages_are_made(qapp):
    net.cache_clear()
    game = game_from({"bolometric": 1, "pieces": [{"faces": [*range(1, 13)]}, {"faces": [*range(1, 9)]}]})
    contents = contents_of(game)
    found = net.cache_info().misses
    assert found == 2
    assert "pieces" in {page.sheet for page in pages_of(contents)}
    assert net.cache_info().misses == found


def test_a_board_over_pages_has_its_squares_on_each_and_a_map(qapp):
    game = game_from({"bolometric": 1, "area": {"length": 40}})
    pages, drawn = printed(game, "boards", square=60)
    assert len(pages) > 1
    assert "part 1 of" in pages[0].title
    shown = set().union(*(set(there.text.split()) for there in drawn))
    assert {str(number) for number in range(1, 41)} <= shown
    with pytest.raises(GameError, match="and 20 are the most: take smaller squares"):
        printed(with_values(game, {"area.length": 900}), "boards", square=60)


def test_words_are_there_and_a_long_name_is_whole(qapp):
    name = "THE GREAT OBSERVATORY GAME OF NUMBERS AND OF LONG, LONG NAMES"[:60].strip()
    game = with_values(GAMES[0], {"name": name})
    contents = contents_of(game)
    for text in (16, 36):
        pages, drawn = printed(game, "rules", text=text)
        told = " ".join(there.text for there in drawn)
        assert all(step in told for _, steps in contents.rules.steps for step in steps)
        assert all(name in there.text for there in drawn)
        assert all(min(there.edges()) > 11.7 for there in drawn)
    assert len(pages) > 1


def test_fonts_are_embedded_and_pages_are_bookmarked(qapp, tmp_path):
    contents = contents_of(GAMES[0])
    pages = pages_of(contents)
    (tmp_path / "a.pdf").write_bytes(pdf(pages, paper_of(contents)))
    reader = pypdf.PdfReader(tmp_path / "a.pdf")
    assert [one.title for one in reader.outline] == [page.title for page in pages]
    assert reader.metadata.title == GAMES[0].name
    for page in reader.pages:
        for font in page["/Resources"]["/Font"].values():
            inner = font.get_object()["/DescendantFonts"][0].get_object()
            assert {"/FontFile2", "/FontFile3"} & set(inner["/FontDescriptor"].get_object())
    assert svg(pages[0], paper_of(contents), 1, 1).count(b"<text") >= 40
    assert png(pages[0], paper_of(contents), 1, 1).startswith(b"\x89PNG")


def test_cards_have_their_answers_behind_them(qapp):
    game = next(game for game in GAMES if game.name == "Observatory Round")
    pages, _ = printed(game, "cards", "backs")
    kinds = [page.sheet for page in pages]
    assert kinds == ["cards", "backs"] * (len(kinds) // 2)
    strips, drawn = printed(game, "cards", "backs", answers="strip")
    assert {page.sheet for page in strips} == {"cards"}
    ask, answer = contents_of(game).questions[0].cards[0]
    assert ask in drawn[0].text
    assert answer in drawn[0].text.split()


def test_the_class_gets_as_much_as_it_needs(qapp):
    game = with_values(GAMES[0], {"seats.count": 4})
    one, _ = printed(game, "boards", "rules")
    many, _ = printed(game, "boards", "rules", copies="class", learners=28)
    assert len(many) == 7 * len(one)
    own = next(game for game in GAMES if contents_of(game).each and game.seats.count == 2)
    assert len(printed(own, "boards")[0]) == 2
    assert len(printed(own, "boards", copies="class", learners=10)[0]) == 10


def test_the_command_line_writes_sheets(qapp, tmp_path):
    file = str(demo_files()[0])
    run = CliRunner().invoke
    out = tmp_path / "out.pdf"
    assert run(main, ["sheets", file, "-o", str(out), "--only", "boards, rules", "--paper", "Letter"]).exit_code == 0
    reader = pypdf.PdfReader(out)
    assert [round(float(x)) for x in (reader.pages[0].mediabox.width, reader.pages[0].mediabox.height)] == [612, 792]
    assert run(main, ["sheets", file, "-o", str(out), "--only", "boards", "--class", "28"]).exit_code == 0
    assert len(pypdf.PdfReader(out).pages) == 14
    for wrong, says in ((["--only", "cards"], "This game has no cards"), (["--alike", "3"], "Only a grid")):
        failed = run(main, ["sheets", file, "-o", str(out), *wrong])
        assert failed.exit_code == 2
        assert says in failed.output
    assert "does not say what to write" in run(main, ["sheets", file, "-o", "a.txt"]).output


def test_the_room_is_what_the_margins_leave(qapp):
    paper = paper_of(contents_of(with_values(GAMES[0], {"printing.margin": 20})))
    assert paper.inside() == (170, 297 - 40 - FOOT)
    assert TeachersCard("a", (), ()).parts == ()
    assert layout_of(Track(3), paper.room()).cells == 3


def test_lines_of_ones_own_share_a_page_as_far_as_it_has_room(qapp):
    """Every player gets one, as many as fit on a page, and none is longer than another."""
    lit = next(game for game in GAMES if game.name == "Lit Windows")
    for count in (2, 3, 6):
        game = with_values(lit, {"seats.count": count, "printing.square": 20})
        contents = contents_of(game)
        paper = paper_of(contents)
        one = planned(contents.boards[0], paper, False)
        high = within(paper.inside(one.tiling.turned))[1]
        room = int((high + APART * one.side) / (one.size[1] + APART * one.side))
        pages = pages_of(contents, frozenset({"boards"}))
        assert room > 1
        assert len(pages) == -(-count // room)
