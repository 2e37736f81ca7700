"""The program's place on the desktop."""

import configparser
import shutil
import subprocess
from xml.etree import ElementTree

import click
import pytest
from click.testing import CliRunner

from bolometric.cli import main
from bolometric.cli.desktop import COMPLETION, ID, MANUAL, PLACES, WRITTEN, desktop_files, manual


@pytest.fixture
def put(tmp_path):
    done = CliRunner().invoke(main, ["desktop", "add", "--to", str(tmp_path / "share")])
    assert done.exit_code == 0, done.output
    return tmp_path / "share"


def test_all_files_are_put_and_taken_out_again(put):
    places = [*PLACES.values(), MANUAL, COMPLETION]
    assert all((put / place).stat().st_size > 50 for place in places)
    entry = configparser.ConfigParser(interpolation=None)
    entry.read(put / f"applications/{ID}.desktop")
    told = entry["Desktop Entry"]
    assert told["Exec"].endswith(" %f")
    assert "@" not in told["Exec"]
    mime = ElementTree.parse(put / "mime/packages/bolometric.xml").getroot()
    kind = mime[0].get("type")
    assert kind in told["MimeType"]
    meta = ElementTree.parse(put / f"metainfo/{ID}.metainfo.xml").getroot()
    assert (meta.findtext("id"), meta.findtext("launchable")) == (ID, f"{ID}.desktop")
    assert meta.findtext("provides/mediatype") == kind
    assert told["Icon"] == (put / f"icons/hicolor/scalable/apps/{ID}.svg").stem
    assert CliRunner().invoke(main, ["desktop", "remove", "--to", str(put)]).exit_code == 0
    assert not any((put / place).exists() for place in places)


def test_the_manual_has_every_command_and_option():
    text = manual().replace("\\-", "-")
    for name, command in main.commands.items():
        if isinstance(command, click.Group) or command.hidden:
            continue
        assert f"\\fB{name}\\fR" in text
        for one in command.params:
            assert all(option in text for option in one.opts if option.startswith("--"))
    assert "\\fBlog add\\fR" in text


def test_what_cannot_be_written_is_said(tmp_path):
    (tmp_path / "file").write_text("")
    failed = CliRunner().invoke(main, ["desktop", "add", "--to", str(tmp_path / "file")])
    assert failed.exit_code == 2
    assert "cannot be" in failed.output


@pytest.mark.parametrize(
    ("tool", "call", "place"),
    [
        ("desktop-file-validate", ["desktop-file-validate"], f"applications/{ID}.desktop"),
        ("appstreamcli", ["appstreamcli", "validate", "--no-net"], f"metainfo/{ID}.metainfo.xml"),
        ("man", ["man", "--warnings", "-l"], MANUAL),
        ("bash", ["bash", "-n"], COMPLETION),
    ],
)
def test_the_distributions_own_checks_pass(put, tool, call, place):
    if shutil.which(tool) is None:
        pytest.skip(f"{tool} is not installed")
    done = subprocess.run([*call, str(put / place)], capture_output=True, text=True, env={"PATH": "/usr/bin:/bin"})
    assert done.returncode == 0, done.stdout + done.stderr
    assert not done.stderr.strip(), done.stderr
    assert len(desktop_files()) == 6


def desktop(done, where):
    found = CliRunner().invoke(main, ["desktop", done, "--to", str(where)])
    assert found.exit_code == 0, found.output
    return found.output


@pytest.mark.parametrize("place", [COMPLETION, MANUAL, f"applications/{ID}.desktop"])
def test_what_a_user_wrote_or_changed_is_kept(put, place):
    """Before the program came, and after: neither written over nor taken away. All else is."""
    own = b"# my own, which has been here for years\n"
    (put / place).write_bytes(own)
    for done in ("add", "remove", "add", "remove"):
        told = desktop(done, put)
        assert f"Kept {put / place}" in told
        assert (put / place).read_bytes() == own
        others = [other for other in desktop_files() if other != place]
        assert [(put / other).exists() for other in others] == [done == "add"] * len(others)


def test_what_an_earlier_version_wrote_gives_way(put):
    """It kept no marks: its completion and its manual are told by a line of theirs."""
    (put / WRITTEN).unlink()
    (put / MANUAL).write_text((put / MANUAL).read_text().replace("bolometric", "Bolometric of old"))
    assert "Kept" not in desktop("add", put)
    (put / WRITTEN).unlink()
    assert "Kept" not in desktop("remove", put)
    assert not [place for place in (*desktop_files(), WRITTEN) if (put / place).exists()]
