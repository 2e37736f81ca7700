"""The page of a report: what its pictures show, counted a second way, and the same in words, in tables and on paper."""

import csv
import io
import re
from collections import Counter

from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.logbook.demo import demo_sessions
from bolometric.core.logbook.page import page_csv, page_markdown, report_page
from bolometric.core.logbook.practised import practised
from bolometric.core.logbook.report import report, report_parts
from bolometric.core.logbook.session import session_of
from bolometric.core.logbook.store import Logbook
from tests.core.test_command_line import run

BOXES = {"bolometric": 1, "name": "Six | Boxes", "pieces": [{}], "area": {"kind": "tiles", "play": "boxes", "boxes": 3}}
LONGER = {**BOXES, "area": {**BOXES["area"], "boxes": 5}}


def tables_in(text):
    """The tables of a page as values, by the first word of their captions' second part."""
    found, rows = [], list(csv.reader(io.StringIO(text)))
    for row in rows:
        if len(row) == 1:
            found.append((row[0], []))
        elif row:
            found[-1][1].append(row)
    return found


@settings(max_examples=15)
@given(
    st.lists(
        st.tuples(
            st.sampled_from([BOXES, LONGER]),
            st.integers(1, 27).map(lambda day: f"2026-10-{day:02d}"),
            st.sampled_from(["Vega", "Rigel", ""]),
            st.lists(st.integers(1, 6), max_size=30),
            st.lists(st.integers(2, 40), max_size=3),
        ),
        min_size=1,
        max_size=6,
    )
)
def test_what_the_pictures_show_is_what_was_noted(noted):
    sessions = [
        session_of(
            game_from(game), day=day, group=group, totals=tuple(map(str, totals)), minutes=tuple(minutes), tables=3
        )
        for game, day, group, totals, minutes in noted
    ]
    page = report_page(sessions)
    called = {game["area"]["boxes"]: Counter() for game, *_ in noted}
    for game, _, _, totals, _ in noted:
        called[game["area"]["boxes"]].update(totals)
    counts = {int(one.number): one.count for one in page.came}
    if any(counted.total() for counted in called.values()):
        assert any(counts == {face: counted[face] for face in range(1, 7)} for counted in called.values())
        assert {round(one.mean, 9) for one in page.came} == {round(sum(counts.values()) / 6, 9)}
    else:
        assert page.came == ()
    timed = sorted((day, group or "the class", sum(some) / len(some)) for _, day, group, _, some in noted if some)
    assert [
        (one.day, one.group, one.met) for one in sorted(page.days, key=lambda one: (one.day, one.group, one.met))
    ] == timed
    first = min(noted, key=lambda one: one[1])[0]
    boxes = {one.version: one.predicted for one in page.days}
    assert len(boxes) == len({game["area"]["boxes"] for game, _, _, _, some in noted if some})
    assert first["area"]["boxes"] != 3 or boxes.get(1, 0) < boxes.get(2, 1e9)
    text = page_csv(page)
    for caption, rows in tables_in(text):
        assert caption in page_markdown(page)
        for row in rows:
            assert f"| {' | '.join(row)} |" in page_markdown(page)


def test_the_page_of_a_term_says_first_what_is_no_accident():
    sessions = demo_sessions()
    page, whole = report_page(sessions), report_parts(sessions)
    assert page.lines[0].startswith("Before ")
    assert page.called in page.lines[0]
    odd = [one.number for one in page.came if one.count > one.high]
    assert odd == ["12"]
    met = practised(sessions)
    assert [(one.group, one.met, one.hardly, one.never) for one in page.met] == [
        (group, len(one.met), len(one.hardly), len(one.never)) for group, one in met.items()
    ]
    assert [line for line in page.lines if line.startswith("A learner")] == [one.short for one in met.values()]
    kinds = [0 if line.startswith("Before") else 1 if ", not " in line else 2 for line in whole[0][1]]
    assert kinds == sorted(kinds)
    assert dict(page.figures)["What to do next"] == tuple(whole[0][1])
    assert sum(one.count for one in page.came) == sum(
        len(one.totals) for one in sessions if one.played.name == page.called
    )
    folded = re.findall(r"<summary>(.*?)</summary>", page_markdown(page))
    assert folded == [heading for heading, _ in page.figures]


def test_a_report_is_written_as_pages_words_and_a_table(qapp, tmp_path):
    book = tmp_path / "book.sqlite3"
    with Logbook(book) as kept:
        kept.keep(*[one for one in demo_sessions() if one.played.name == "Dome Shutters"])
        page = report_page(kept.sessions())
    for name, begins in (("r.pdf", b"%PDF"), ("r.md", b"# 6 sessions"), ("r.csv", b'"')):
        assert run("log", "report", "--book", str(book), "-o", str(tmp_path / name)).exit_code == 0
        assert (tmp_path / name).read_bytes().startswith(begins[:1])
    assert (tmp_path / "r.md").read_text("utf-8") == page_markdown(page)
    assert (tmp_path / "r.csv").read_text("utf-8") == page_csv(page)
    from pypdf import PdfReader

    text = " ".join(" ".join(one.extract_text() for one in PdfReader(tmp_path / "r.pdf").pages).split())
    assert page.title in text
    for one in page.days:
        assert one.day in text
    for caption in (page.came_caption, page.timed_caption, page.met_caption):
        assert caption in text


def test_of_nothing_there_is_a_page_that_says_so():
    page = report_page([])
    assert (page.lines, page.came, page.days, page.met, page.figures) == ((), (), (), (), ())
    assert page.title == report([])
    assert page_csv(page) == ""


def test_many_groups_leave_room_for_what_to_do_next():
    base = demo_sessions()
    sessions = [one.model_copy(update={"group": f"group {at}"}) for at in range(12) for one in base[:3]]
    page, todo = report_page(sessions), report_parts(sessions)[0][1]
    assert list(page.lines[:3]) == todo[:3]
    assert len([line for line in page.lines if line.startswith("A learner")]) == len(page.lines) - 3
