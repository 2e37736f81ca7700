"""What stands on the sheets, read back from the PDF: every number of a board, every face, every line of the box."""

import io
import re
from collections import Counter

import pypdf
import pytest
from PySide6.QtGui import QColor, QFontMetricsF, QImage, QPainter

from bolometric.assets import demo_files
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from, with_values
from bolometric.core.game.files import read
from bolometric.core.pieces.kinds import Counters, Die, Pack, Spinner
from bolometric.core.results.board import Cells, Tiles, Track
from bolometric.core.sheets.contents import Kit
from bolometric.core.sheets.gathering import contents_of
from bolometric.core.sheets.kit import FOOD, SCHOOL, TOOLS, kit
from bolometric.paint.printed.book import both_sides, chosen, offered, pages_of, paper_of
from bolometric.paint.printed.frame import TINTS
from bolometric.paint.printed.looks import LOOKS
from bolometric.paint.printed.out import pdf, png
from bolometric.paint.printed.page import UNIT
from bolometric.paint.printed.words import PrintedWords
from tests.desk.pdf_reading import taken_apart

GAMES = [*map(read, demo_files()), *(starter.game for starter in starters())]
NAMES = [game.name or f"starter {at}" for at, game in enumerate(GAMES)]


def sheets(game, *only, **changes):
    """The contents of a game, and its PDF."""
    game = with_values(game, {f"printing.{key}": value for key, value in changes.items()}) if changes else game
    contents = contents_of(game)
    pages = pages_of(contents, frozenset(only) if only else None)
    return contents, pypdf.PdfReader(io.BytesIO(pdf(pages, paper_of(contents))))


def text_of(reader):
    return " ".join(" ".join(page.extract_text().split()) for page in reader.pages)


def tokens(words):
    return Counter(re.findall(r"\S+", words))


def names_on(places):
    """What is written on each place that is in use."""
    match places:
        case Cells(texts=texts, unused=unused):
            return [text for at, text in enumerate(texts, 1) if at not in unused and text]
        case Tiles(names=names):
            return list(names)
        case Track(squares=squares, written=written):
            return list(written or map(str, range(1, squares + 1)))
    return []


@pytest.mark.parametrize("part", range(4))
def test_every_number_of_a_board_is_printed_on_it(qapp, part):
    """Each as often as it stands on the board; the ends of a trail may be called something else."""
    seen = 0
    for game in GAMES[part::4]:
        if not contents_of(game).boards:
            continue
        contents, reader = sheets(game, "boards")
        wanted: Counter[str] = Counter()
        for places in contents.boards:
            names = names_on(places)
            wanted.update(names[1:-1] if isinstance(places, Track) else names)
        found = tokens(text_of(reader))
        missing = {word: count for word, count in wanted.items() if " " not in word and found[word] < count}
        assert not missing, (game.name, missing)
        seen += sum(wanted.values())
    assert seen > 50


@pytest.mark.parametrize("look", ["grey", "lines"])
@pytest.mark.parametrize("at", range(0, len(GAMES), 5), ids=NAMES[::5])
def test_without_colour_means_without_colour(qapp, at, look):
    """Whatever sets a colour in the PDF sets as much red as green and blue; lines alone take nothing but ink."""
    _, reader = sheets(GAMES[at], look=look, left_out=[])
    levels = set()
    for page in reader.pages:
        for given, does in taken_apart(reader, page).operations:
            if does in {b"scn", b"SCN", b"sc", b"SC", b"rg", b"RG"} and len(given) == 3:
                values = [float(value) for value in given]
                assert max(values) - min(values) < 0.01, (does, values)
                levels.add(round(values[0], 2))
    assert levels, "nothing is drawn"
    if look == "lines":
        assert len(levels) <= 4, sorted(levels)


def test_looks_differ_only_in_their_colours(qapp):
    texts = {look: tokens(text_of(sheets(GAMES[0], look=look, left_out=[])[1])) for look in LOOKS}
    assert texts["colour"] == texts["grey"] == texts["lines"]


def faces_of(piece):
    match piece:
        case Die():
            return Counter(str(face.number) for face in piece.faces)
        case Spinner():
            return Counter(str(sector.number) for sector in piece.sectors)
    return Counter()


@pytest.mark.parametrize(
    "pieces",
    [
        [{"faces": [1, 2, 3, 4, 5, 6]}],
        [{"faces": [11, 13, 17, 19, 23, 29, 31, 37]}],
        [{"faces": [41, 43, 47, 53]}],
        [{"faces": [21, 22, 23, 24, 25, 26, 27]}],  # no solid has seven: a spinner takes its place
    ],
)
def test_every_face_is_on_the_net_or_on_the_spinner_that_takes_its_place(qapp, pieces):
    game = game_from({"bolometric": 1, "pieces": pieces})
    contents, reader = sheets(game, "pieces", copies="table")
    wanted = sum((faces_of(piece) for piece, _ in contents.pieces), Counter())
    found = tokens(text_of(reader))
    assert wanted
    assert not {face: count for face, count in wanted.items() if found[face] < count}


def test_a_pack_is_printed_card_by_card_with_its_marks(qapp):
    game = game_from(
        {"bolometric": 1, "pieces": [{"kind": "pack", "cards": [{"value": 71, "count": 3}, {"value": 83, "count": 5}]}]}
    )
    (pack, _), *_ = contents_of(game).pieces
    assert isinstance(pack, Pack)
    _, reader = sheets(game, "cards", copies="table")
    found = tokens(text_of(reader))
    assert (found["71"] % 3, found["83"] % 5) == (0, 0)
    assert found["71"] >= 3
    assert found["83"] >= 5


@pytest.mark.parametrize("at", range(len(GAMES)), ids=NAMES)
def test_the_box_says_everything_and_what_to_mind(qapp, at):
    """Each line with its number and each caution is on paper, and the school's own rules have the last word."""
    game = GAMES[at]
    contents, reader = sheets(game, "kit")
    told = text_of(reader)
    for count, what in contents.kit.lines:
        assert str(count) in told
        assert " ".join(what.split()) in told
    assert contents.kit.cautions[-1] == SCHOOL
    for caution in contents.kit.cautions:
        assert caution in told
    counters = any("counters, in a colour" in what or what.startswith("heap") for _, what in contents.kit.lines)
    assert (f"{FOOD}." in contents.kit.cautions) == counters
    cut_out = game.area.uses_pieces
    assert not cut_out or any(TOOLS in caution for caution in contents.kit.cautions)


@pytest.mark.parametrize("learners", [1, 2, 7, 30])
def test_a_box_has_enough_for_every_learner_and_no_table_over(learners):
    for game in GAMES:
        box = kit(with_values(game, {"printing.learners": learners}))
        assert isinstance(box, Kit)
        assert box.tables * game.seats.count >= learners > (box.tables - 1) * game.seats.count
        per_table = [
            piece.count if isinstance(piece, Counters) else 1
            for hand in game.hands
            if game.area.uses_pieces
            for piece in hand
        ]
        if game.area.uses_pieces and all(isinstance(piece, Die) for piece in game.pieces):
            dice = sum(count for count, what in box.lines if what.startswith(("die", "dice")))
            assert dice == sum(per_table) * box.tables


@pytest.mark.parametrize("at", range(0, len(GAMES), 4), ids=NAMES[::4])
def test_what_is_chosen_is_what_is_printed(qapp, at):
    """Each sheet that is offered comes alone when it is asked for alone, and all of them in their order."""
    contents = contents_of(GAMES[at])
    there = offered(contents)
    for key in there:
        pages = pages_of(contents, chosen(contents, key.upper() + " ,"))
        assert {page.sheet for page in pages} <= {key}
    every = [page.sheet for page in pages_of(contents, frozenset(there))]
    assert [key for at, key in enumerate(every) if at == 0 or (every[at - 1] != key and key not in every[:at])] == [
        key for key in there if key in every
    ]
    assert frozenset(there) - set(GAMES[at].printing.left_out) == chosen(contents)


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_a_board_on_one_page_has_its_name_on_top_within_a_frame(qapp, path):
    game = read(path)
    contents = contents_of(game)
    if not contents.boards:
        return
    pages = [page for page in pages_of(contents, frozenset({"boards"})) if "part" not in page.title][:1]
    paper = paper_of(contents)
    for number, page in enumerate(pages, 1):
        painted = QImage.fromData(png(page, paper, number, len(pages)))
        dots = painted.width() / page.size[0]
        edge = round((paper.printing.margin + 0.5) * dots)
        framed = QColor(paper.palette.night)
        assert painted.pixelColor(painted.width() // 2, edge) == framed
        assert painted.pixelColor(edge, painted.height() // 2) == framed
    words = " ".join(sheets(game, "boards")[1].pages[0].extract_text().split())
    assert words.count(game.name) == 2  # on top, and at the foot


def grounds(game, look):
    """The pale colours that are seen on the first page of a board."""
    contents = contents_of(with_values(game, {"printing.look": look}))
    pages = list(pages_of(contents, frozenset({"boards"})))
    painted = QImage.fromData(png(pages[0], paper_of(contents), 1, 1))
    some = {
        painted.pixelColor(x, y).name() for x in range(0, painted.width(), 9) for y in range(0, painted.height(), 9)
    }
    return some & set(TINTS)


@pytest.mark.parametrize("name", ["ridge-ascent", "beacon-watch", "star-field"])
def test_squares_are_pale_in_colour_and_save_ink_elsewhere(qapp, name):
    game = next(read(path) for path in demo_files() if path.name.startswith(name))
    assert grounds(game, "colour") == set(TINTS)
    assert grounds(game, "lines") == grounds(game, "grey") == set()


def test_a_large_count_leaves_room_before_its_noun(qapp):
    paper = paper_of(contents_of(GAMES[0]))
    for widest in ("5", "504", "12,345"):
        written = PrintedWords(13, paper)
        written.line("counters", widest, widest=widest)
        block = written.document.firstBlock().blockFormat()
        wide = QFontMetricsF(written.document.defaultFont()).horizontalAdvance(widest)
        assert block.tabPositions()[0].position > wide + 5
        assert block.leftMargin() == block.tabPositions()[0].position


@pytest.mark.parametrize("name", ["observatory-round", "meteor-watch", "ridge-ascent", "sky-ledger"])
@pytest.mark.parametrize("copies", ["table", "class"])
def test_the_pages_that_are_printed_on_both_sides_are_told_and_come_out_back_to_back(qapp, name, copies):
    game = with_values(read(next(path for path in demo_files() if name in path.name)), {"printing.copies": copies})
    contents = contents_of(game)
    pages = pages_of(contents)
    told = both_sides(pages)
    cards = [number for number, page in enumerate(pages, 1) if page.sheet in ("cards", "backs")]
    text = printed_text(contents, pages)
    if not cards:
        assert told is None
        assert "both sides" not in text
        return
    first, last = told
    assert cards == list(range(first, last + 1))  # no other sheet lies among them
    for front, back in zip(pages[first - 1 : last : 2], pages[first:last:2], strict=True):
        assert (front.sheet, back.sheet) == ("cards", "backs")
        assert back.title == f"backs of {front.title}"
        assert front.size == back.size
    assert f"pages {first} to {last} on both sides" in text
    alone = pages_of(contents, frozenset({"kit"}))
    assert both_sides(alone) is None


def test_no_page_is_empty(qapp):
    """Something is drawn on every page beside its foot: more than nothing changes when the page is painted."""
    for path in demo_files():
        for page in pages_of(contents_of(read(path))):
            painted = QImage(*(round(length) for length in page.size), QImage.Format.Format_RGB32)
            painted.fill(QColor("white"))
            painter = QPainter(painted)
            painter.scale(painted.width() / (page.size[0] * UNIT), painted.height() / (page.size[1] * UNIT))
            page.draw(painter)
            painter.end()
            assert painted != _white(painted), f"{path.name}: {page.title}"


def _white(like):
    blank = QImage(like.size(), like.format())
    blank.fill(QColor("white"))
    return blank


def test_what_a_spinner_is_spun_with_is_in_the_box():
    for game in (*map(read, demo_files()), *(starter.game for starter in starters())):
        spinners = sum(isinstance(piece, Spinner) for piece in game.pieces) if game.area.uses_pieces else 0
        words = kit(game).words
        assert ("paper clip" in words) == bool(spinners), game.name
        if spinners:
            counted = {what: count for count, what in kit(game).lines}
            clips = next(count for what, count in counted.items() if what.startswith("paper clip"))
            assert clips == sum(count for what, count in counted.items() if what.startswith("spinner"))


@pytest.mark.parametrize("learners", [2, 28])
def test_one_table_is_not_all_tables(qapp, learners):
    game = with_values(read(demo_files()[0]), {"printing.learners": learners, "printing.copies": "class"})
    contents = contents_of(game)
    text = printed_text(contents, pages_of(contents))
    assert ("These pages are for the table." in text) == (learners == 2)
    assert "all 1 tables" not in text


def printed_text(contents, pages):
    """All that is written on some pages, read back from the PDF."""
    made = pypdf.PdfReader(io.BytesIO(pdf(pages, paper_of(contents))))
    return " ".join(page.extract_text().replace("\t", " ").replace("\n", " ") for page in made.pages)


def test_a_die_that_is_printed_as_a_spinner_needs_a_paper_clip_too():
    """No solid has seven equal sides to fold, so a spinner takes its place."""
    for faces, spun in ((6, False), (7, True)):
        game = game_from({"pieces": [{"faces": list(range(1, faces + 1))}] * 2, "printing": {"learners": 2}})
        assert ((2, "paper clips and pencils, to spin with") in kit(game).lines) == spun
