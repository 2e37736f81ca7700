"""What the command line says: help in paragraphs, the nearest command, documented shapes, pipes, eighty columns."""

import json
import re
from pathlib import Path

import click
import pytest
from click.testing import CliRunner

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.cli.desktop import ARGUMENTS, manual
from bolometric.cli.group import COLUMNS, EXITS
from bolometric.core.game.files import from_text
from bolometric.core.logbook.demo import demo_sessions
from bolometric.core.logbook.store import Logbook
from bolometric.core.text.wrapped import wrapped

DEMO = {path.name.partition(".")[0]: path for path in demo_files()}
RIDGE, FIELD = str(DEMO["ridge-ascent"]), str(DEMO["star-field"])
PAGE = (Path(__file__).parents[2] / "docs/command-line.md").read_text("utf-8")
JSON = {
    "measure": ["measure", RIDGE, "--runs", "20", "--at-least", "9"],
    "odds": ["odds", RIDGE],
    "odds --make": ["odds", FIELD, "--make"],
    "make": ["make", "6", "5", "3"],
    "boards": ["boards", FIELD, "--count", "2"],
    "check": ["check", RIDGE],
    "rules": ["rules", RIDGE],
    "talk": ["talk", RIDGE],
    "tune": ["tune", RIDGE, "--tries", "20"],
    "sweep": ["sweep", RIDGE, "--knob", "area.length=20..40:10"],
    "log list": ["log", "list"],
    "log report": ["log", "report"],
}


def run(*words, given=None):
    return CliRunner().invoke(main, list(words), input=given, prog_name="bolometric")


def commands(group=main, path=()):
    for name, command in group.commands.items():
        if isinstance(command, click.Group):
            yield from commands(command, (*path, name))
        elif not command.hidden:
            yield (*path, name), command


@pytest.fixture(scope="module")
def book(tmp_path_factory):
    path = tmp_path_factory.mktemp("book") / "book.sqlite3"
    with Logbook(path) as made:
        first = demo_sessions()[0].game  # one game: a report measures each
        made.keep(*[one for one in demo_sessions() if one.game == first][:4])
    return str(path)


def keys_of(found):
    """The keys of a value and of what its lists hold, two deep."""
    told = set(found)
    for value in found.values():
        if isinstance(value, list) and value and isinstance(value[0], dict):
            told |= set(value[0])
            for inner in value[0].values():
                if isinstance(inner, list) and inner and isinstance(inner[0], dict):
                    told |= set(inner[0])
    return told


@pytest.mark.parametrize("name", JSON)
def test_every_key_that_is_printed_is_documented(name, book):
    words = [*JSON[name], "--json", *(["--book", book] if name.startswith("log") else [])]
    done = run(*words)
    assert done.exit_code in (0, 1), done.output
    shape = json.loads(done.output)
    (told,) = re.findall(rf"^- (?:`\w+`, )?`{name}`(?:, `\w+`)?: ((?:.|\n  )*)", PAGE, re.M)
    documented = set(re.findall(r"`(\w+)`", told))
    assert set(shape) <= documented
    if name != "log list":  # whose sessions are described by what imports them
        assert keys_of(shape) <= documented


def test_help_has_paragraphs_and_lists_within_the_line():
    for words in ((), ("log",), ("desktop",), *(path for path, _ in commands())):
        shown = run(*words, "--help").output
        assert "\b" not in shown
        assert "\\b" not in shown
        assert max(map(len, shown.splitlines())) <= COLUMNS
        assert "..." not in shown.partition("Commands:")[2]  # each command with all of its sentence
    whole = run("--help").output
    assert "\n  Examples:\n    bolometric --demo\n" in whole
    assert all(f"    {code:<5}{means}\n" in whole for code, means in EXITS.items())


@pytest.mark.parametrize(
    ("words", "meant"),
    [
        (["mesure", RIDGE], "bolometric measure"),
        (["chek"], "bolometric check"),
        (["log", "lst"], "bolometric log list"),
        (["desktop", "ad"], "bolometric desktop add"),
        (["zzzzz"], ""),
    ],
)
def test_a_wrong_command_is_answered_with_the_nearest(words, meant):
    done = run(*words)
    assert done.exit_code == 2
    assert done.stderr.count("\n") == 1
    assert ("Did you mean" in done.stderr) == bool(meant)
    assert meant in done.stderr
    assert "open" not in done.stderr


def test_a_file_that_is_not_there_is_said_to_be_a_file():
    done = run("nothing.bolo.json")
    assert done.exit_code == 2
    assert "nothing.bolo.json" in done.stderr


@pytest.mark.parametrize(
    ("file", "words"),
    [(FIELD, ["rules"]), (FIELD, ["odds", "--json"]), (RIDGE, ["check"]), (FIELD, ["talk"])],
)
def test_a_dash_is_standard_input(file, words):
    text = Path(file).read_text("utf-8")
    by_name, by_pipe = run(words[0], file, *words[1:]), run(words[0], "-", *words[1:], given=text)
    assert (by_name.output, by_name.exit_code) == (by_pipe.output, by_pipe.exit_code)
    assert len(by_name.output) > 100


def test_what_comes_by_a_pipe_and_is_no_game_is_said():
    for given in ("no game", "{", "x" * 1_200_000):
        done = run("rules", "-", given=given)
        assert done.exit_code == 2
        assert done.stderr.startswith("bolometric: standard input")
        assert done.stderr.count("\n") == 1


def test_a_dash_is_standard_output(qapp, book, tmp_path):
    pages = run("sheets", RIDGE, "-o", "-", "--only", "rules")
    assert pages.stdout_bytes.startswith(b"%PDF")
    assert run("log", "report", "--book", book, "-o", "-").stdout_bytes.startswith(b"%PDF")
    assert run("log", "backup", "-", "--book", book).stdout_bytes.startswith(b"SQLite")
    told = run("log", "list", "--json", "--book", book)
    other = str(tmp_path / "other.sqlite3")
    assert run("log", "import", "-", "--book", other, given=told.output).output == "4 taken over.\n"
    assert run("log", "list", "--json", "--book", other).output == told.output
    by_table = run("log", "import", "-", "--book", other, given=run("log", "export", "-o", "-", "--book", book).output)
    assert by_table.output == "4 taken over.\n"


def test_find_takes_its_brief_from_a_pipe():
    brief = json.dumps(
        {"bolometric": 1, "seats": {"count": 2}, "pieces": [{}], "brief": {"minutes": {"low": 2, "high": 9}}}
    )
    done = run("find", "--brief", "-", "--json", given=brief)
    found = json.loads(done.output)["candidates"]
    assert from_text(json.dumps(found[0]["game"]), "found").seats.count == 2


@pytest.mark.parametrize("name", ["ridge-ascent", "beacon-watch", "star-field", "observatory-round", "orbit-chain"])
def test_readings_and_rules_fit_eighty_columns(name):
    path = str(DEMO[name])
    for words in (
        ["measure", path, "--runs", "40"],
        ["rules", path],
        ["rules", path, "--for", "maker"],
        ["odds", path],
    ):
        shown = run(*words).output
        assert max(map(len, shown.splitlines())) <= COLUMNS, words


def test_a_long_name_is_wrapped_too():
    named = {**json.loads(Path(RIDGE).read_text("utf-8")), "name": "W" * 60}
    shown = run("measure", "-", "--runs", "40", given=json.dumps(named)).output
    assert max(map(len, shown.splitlines())) <= COLUMNS


def test_what_is_wrapped_keeps_its_words_and_tables_their_rows():
    for name in ("ridge-ascent", "beacon-watch"):
        text = run("rules", str(DEMO[name]), "--for", "maker", "--markdown").output
        assert wrapped(text, 40).split() == text.split()
    row = "total   ways   chance   " * 8
    assert wrapped(row, 40) == row
    assert wrapped("12. " + "word " * 12, 20).splitlines()[1].startswith("    word")


def test_the_manual_has_every_argument_and_exit_code():
    text = manual().replace("\\-", "-")
    assert "\\&" not in text
    for path, command in commands():
        assert f"\\fB{' '.join(path)}\\fR" in text
        for one in command.params:
            if isinstance(one, click.Argument):
                assert (ARGUMENTS.get(f"{path[-1]} {one.name}") or ARGUMENTS[one.name]) in text
            else:
                assert one.help, (path, one.name)
    for code, means in EXITS.items():
        assert f".TP\n\\fB{code}\\fR\n{means[0].upper()}{means[1:]}." in text
