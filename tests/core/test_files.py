"""Files: the same game comes back, and nothing broken, hostile or unwritable does harm."""

import json
import os
import resource
import signal
import subprocess
import sys
from fractions import Fraction
from importlib import metadata
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from packaging.requirements import Requirement
from packaging.specifiers import SpecifierSet

from bolometric.assets import demo_files
from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.game.files import from_text, read, to_text, write
from bolometric.core.game.schema import schema
from bolometric.core.pieces.face_text import read_face
from bolometric.core.settings.errors import BolometricError, FileError
from bolometric.core.settings.lines import JOINERS, LONGEST_MESSAGE
from tests.random_games import games


@given(games())
def test_a_saved_game_comes_back_the_same(game):
    assert from_text(to_text(game), "x") == game


@given(st.sampled_from(demo_files()), st.data())
def test_a_damaged_file_is_one_sentence_or_a_game(path, data):
    """Cut, changed or swapped bytes: either still a game or a FileError, and nothing else."""
    text = bytearray(path.read_bytes())
    for _ in range(data.draw(st.integers(1, 3))):
        at = data.draw(st.integers(0, len(text) - 1))
        text[at] = data.draw(st.integers(0, 255))
    cut = bytes(text[: data.draw(st.integers(0, len(text)))])
    try:
        assert isinstance(from_text(cut, "x.bolo.json"), Game)
    except FileError as error:
        assert str(error).startswith("x.bolo.json")
        assert "\n" not in str(error)


json_values = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=5),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
)


@given(json_values, st.sampled_from(["pieces", "area", "seats", "brief", "name", "bolometric"]))
def test_any_json_in_any_place_is_refused_or_a_game(value, place):
    try:
        assert isinstance(game_from({"bolometric": 1, place: value}), Game)
    except BolometricError as error:
        assert str(error)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "is empty, so it is not a game file"),
        ('{"bolometric": 1, "name": "Half', "may be cut short"),
        ("[" * 100_000, "not sound JSON"),
        ("[1, 2]", "not a game file"),
        ("{}", "not a game file"),
        ('{"bolometric": 2}', "newer Bolometric"),
        ('{"bolometric": true}', "not a game file"),
        ('{"bolometric": 1, "area": {"length": 0}}', "at area.length: 0 is too small: the least is 5"),
        ('{"bolometric": 1, "area": {"lenght": 9}}', "Did you mean 'length'?"),
        ('{"bolometric": 1, "length": 9}', "does not belong here"),
        ('{"bolometric": 1, "pieces": [{"faces": []}]}', "at pieces[1].faces (counted from 1): There are too few"),
        (
            '{"bolometric": 1, "pieces": [{"faces": [1, "six"]}]}',
            "faces[2] (counted from 1): 'six' is not a number here",
        ),
        ('{"bolometric": 1, "pieces": [{"faces": [1, 1e999]}]}', "inf is not a number"),
        ('{"bolometric": 1, "pieces": [{"faces": [1, ' + "9" * 5000 + "]}]}", "number out of range"),
        ('{"bolometric": 1, "area": {"back_to_start": [1,2,3,4,5,6]}}', "Every total sends you back to the start"),
        ('{"bolometric": 1, "area": {"back_to_start": [3], "lose_turn": [3]}}', "cannot both"),
        ('{"bolometric": 1, "brief": {"minutes": {"low": 9, "high": 3}}}', "swap them"),
        ('{"bolometric": 1, "area": {"kind": "swamp"}}', "at area.kind"),
    ],
)
def test_what_is_wrong_is_said_with_its_place(text, says):
    with pytest.raises(FileError) as caught:
        from_text(text, "x")
    assert says in str(caught.value)
    assert "\n" not in str(caught.value)


def test_a_failed_save_leaves_the_old_file(tmp_path):
    """A limit on file size stands in for a full disk: it also works for root, who may write anywhere."""
    path = tmp_path / "game.bolo.json"
    write(Game(), path)
    before = path.read_bytes()
    limits = resource.getrlimit(resource.RLIMIT_FSIZE)
    handler = signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    try:
        resource.setrlimit(resource.RLIMIT_FSIZE, (100, limits[1]))
        with pytest.raises(FileError, match="cannot be saved"):
            write(with_value(Game(), "name", "Other"), path)
    finally:
        resource.setrlimit(resource.RLIMIT_FSIZE, limits)
        signal.signal(signal.SIGXFSZ, handler)
    assert path.read_bytes() == before
    assert os.listdir(tmp_path) == [path.name]


def test_a_folder_that_is_not_there_or_not_a_folder(tmp_path):
    (tmp_path / "file").write_text("x")
    for path in (tmp_path / "none" / "a.bolo.json", tmp_path / "file" / "a.bolo.json"):
        with pytest.raises(FileError, match="Choose another folder"):
            write(Game(), path)
    with pytest.raises(FileError, match="is a folder"):
        read(tmp_path)


def test_a_huge_file_is_refused_unread(tmp_path):
    path = tmp_path / "big.bolo.json"
    path.write_bytes(b" " * 2_000_000)
    with pytest.raises(FileError, match="larger than"):
        read(path)


def test_the_schema_knows_every_demo_setting():
    def names(node):
        if isinstance(node, dict):
            yield from node.get("properties", {})
            for inner in node.values():
                yield from names(inner)
        elif isinstance(node, list):
            for inner in node:
                yield from names(inner)

    def keys(node):
        if isinstance(node, dict):
            for key, inner in node.items():
                yield key
                yield from keys(inner)

    known = set(names(schema()))
    for path in demo_files():
        assert set(keys(json.loads(path.read_text()))) <= known


def command(*words):
    done = subprocess.run([sys.executable, "-m", "bolometric", *map(str, words)], capture_output=True, text=True)
    return done.returncode, done.stdout, done.stderr


def test_the_command_line_prints_what_the_core_measures():
    from bolometric.core.measure.measuring import measure
    from bolometric.core.tuning.telling import how_it_suits
    from bolometric.core.words.plain import measured_plain

    path = demo_files()[0]
    code, out, _ = command("measure", path, "--json", "--runs", 3000, "--seed", 4)
    assert code == 0
    told, found = json.loads(out), measure(read(path), 3000, 4)
    assert told.pop("suits") == how_it_suits(found)[0]
    plain = json.loads(json.dumps(measured_plain(found)))
    assert told == {key: value for key, value in plain.items() if key != "suits"}


def test_the_command_line_prints_odds_that_add_to_one():
    code, out, _ = command("odds", demo_files()[0], "--json")
    rows = json.loads(out)["totals"]
    assert code == 0
    assert sum(row["chance"] for row in rows) == pytest.approx(1)
    assert {row["value"]: row["ways"] for row in rows} == {t: 6 - abs(7 - t) for t in range(2, 13)}


def test_check_tells_by_its_exit_code(tmp_path):
    stranding, broken = tmp_path / "a.bolo.json", tmp_path / "b.bolo.json"
    write(game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"end": "exact", "back_to_start": [13]}}), stranding)
    broken.write_text('{"bolometric": 1, "area": {"length": 0}}')
    code, out, _ = command("check", stranding)
    assert code == 1
    assert "From square 39 no run of totals leads home" in out
    assert "A total of 13 can never come up" in out
    code, out, error = command("check", broken)
    assert (code, out) == (2, "")
    assert error == "bolometric: b.bolo.json, at area.length: 0 is too small: the least is 5.\n"
    assert command("check", demo_files()[0])[0] == 0


def test_a_link_stays_and_its_target_is_written(tmp_path):
    target, link = tmp_path / "real.bolo.json", tmp_path / "link.bolo.json"
    write(Game(), target)
    link.symlink_to(target)
    write(Game(name="New"), link)
    assert link.is_symlink()
    assert read(target).name == "New"


def test_only_ordinary_files_are_written(tmp_path):
    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    for path in (pipe, tmp_path, Path("/dev/full")):
        with pytest.raises(FileError, match="is no ordinary file"):
            write(Game(), path)


def test_modes_and_the_umask_are_kept(tmp_path):
    path = tmp_path / "a.bolo.json"
    before = os.umask(0o027)
    try:
        write(Game(), path)
        assert path.stat().st_mode & 0o777 == 0o640
        path.chmod(0o604)
        write(Game(), path)
        assert path.stat().st_mode & 0o777 == 0o604
    finally:
        os.umask(before)


@pytest.mark.parametrize("name", ["x" * 245 + ".bolo.json", "é" * 122 + ".bolo.json"])
def test_the_longest_name_there_can_be_is_written(tmp_path, name):
    write(Game(name="Long"), tmp_path / name)
    assert read(tmp_path / name).name == "Long"
    assert len(list(tmp_path.iterdir())) == 1


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (b"\xff\xfe{\x00}\x00", "is written in UTF-16"),
        ('{"bolometric": 1, "name": "Zählen"}'.encode("latin-1"), r"not UTF-8 \(at byte 29\)"),
        (b"  \n ", "is empty"),
        (b"null", "it holds nothing but null"),
        (b"true", "it holds a true or false by itself"),
        (b'{"bolometric": 1, "name": "a", "name": "b"}', "at name: this is said twice"),
        (b'{"bolometric": 1, "seats": {"styles": [{}, {"rule": "a", "rule": "b"}]}}', r"styles\[2\].rule: this"),
        (b'{"bolometric": 1, "seats": {"seconds_per_turn": true}}', "at seats.seconds_per_turn: True is not a number"),
        (b'{"bolometric": 1, "seats": {"seconds_per_turn": "15"}}', "at seats.seconds_per_turn: '15' is not a number"),
        (b'{"bolometric": 1, "brief": {"minutes": {"low": -1, "high": 2}}}', "at brief.minutes: .* from 0 to 10,000"),
        (b'{"bolometric": 1, "brief": {"setbacks": {"low": 0, "high": 99.99}}}', "at brief.setbacks: .* to 100%"),
        (b'{"bolometric": 1, "area": {"back_to_start": ["1 2"]}}', "'1 2' is not a number here"),
    ],
)
def test_each_kind_of_wrong_file_has_its_own_sentence(text, says):
    with pytest.raises(FileError, match=says) as found:
        from_text(text, "x.bolo.json")
    assert len(str(found.value).splitlines()) == 1


def test_a_mark_of_the_order_of_bytes_is_passed_over():
    assert from_text(b"\xef\xbb\xbf" + to_text(Game()).encode(), "x") == Game()


@pytest.mark.parametrize(
    ("given", "value"), [("1 1/2", "3/2"), ("-2 1/4", "-9/4"), (" 3 / 4 ", "3/4"), ("− 5", "-5"), ("0.5", "1/2")]
)
def test_amounts_are_read_as_they_are_written(given, value):
    game = game_from({"draw": {"make": "times", "factor": given}})
    assert game.draw.factor == Fraction(value)


@given(st.text(max_size=400), st.text(max_size=400))
def test_no_message_has_more_than_one_line_or_marks_that_are_obeyed(name, key):
    with pytest.raises(FileError) as found:
        from_text(json.dumps({"bolometric": 1, key or "x": 1, "area": {name: 2}}), name)
    told = str(found.value)
    assert len(told) <= LONGEST_MESSAGE
    assert all(c.isprintable() or c in JOINERS for c in told)


def test_joiners_in_emoji_and_words_stay_as_typed_and_other_marks_go():
    family, persian = "\U0001f468\u200d\U0001f469\u200d\U0001f467", "می\u200cروم"
    game = game_from({"name": f"{family} {persian}\u202e\x1b[31m\n\u200d "})
    assert game.name == f"{family} {persian} [31m"


def test_a_face_of_one_and_a_half_is_typed_as_it_is_written():
    assert read_face("1 1/2 moon *") == {"value": "1 1/2", "word": "moon", "special": True}
    assert game_from({"pieces": [{"faces": [read_face("1 1/2"), 2]}]}).distribution.totals == (Fraction(3, 2), 2)


def test_what_killed_writes_left_goes_with_the_next_save_and_what_is_being_written_stays(tmp_path):
    old, young, other = (tmp_path / f".{name}.part" for name in ("a.bolo.json.1", "a.bolo.json.2", "b.bolo.json.1"))
    for file in (old, young, other):
        file.write_text("half")
    for file in (old, other):
        os.utime(file, (0, 0))
    write(Game(), tmp_path / "a.bolo.json")
    assert sorted(file.name for file in tmp_path.iterdir()) == sorted([young.name, other.name, "a.bolo.json"])


def test_what_is_installed_leaves_out_what_is_known_to_fail():
    """PySide6 6.12.0 ends the program on Python 3.11; the metadata keep it away (scripts/wheel.sh tries)."""
    needed = {one.name: one.specifier for one in map(Requirement, metadata.requires("bolometric"))}
    assert not needed["PySide6-Essentials"].contains("6.12.0")
    assert needed["PySide6-Essentials"].contains("6.11.3")
    tried = SpecifierSet(metadata.metadata("bolometric")["Requires-Python"])
    assert [minor for minor in range(9, 17) if tried.contains(f"3.{minor}.0")] == [11, 12, 13]


def test_what_is_saved_is_saved_where_the_folder_may_not_be_listed(tmp_path, monkeypatch):
    def refused(folder):
        raise PermissionError(13, "Permission denied")

    monkeypatch.setattr("bolometric.core.game.files.os.listdir", refused)
    write(Game(name="Kept"), tmp_path / "a.bolo.json")
    assert read(tmp_path / "a.bolo.json").name == "Kept"
