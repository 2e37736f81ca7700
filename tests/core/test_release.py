"""What a release says of itself agrees everywhere, and what its pages lead to is there."""

import re
import tomllib
from pathlib import Path

import pytest

from bolometric import RELEASED, __version__
from bolometric.cli.desktop import PLACES, desktop_files

ROOT = Path(__file__).parents[2]
PAGES = [ROOT / "README.md", ROOT / "CONTRIBUTING.md", *sorted((ROOT / "docs").glob("*.md"))]


def test_the_version_stands_in_one_place_and_the_changelog_has_its_day():
    log = (ROOT / "CHANGELOG.md").read_text("utf-8")
    versions = re.findall(r"^## \[(\d+\.\d+\.\d+)\] - (\d{4}-\d{2}-\d{2})$", log, re.M)
    assert versions[0] == (__version__, RELEASED)
    assert versions == sorted(versions, key=lambda one: [int(part) for part in one[0].split(".")], reverse=True)
    assert [day for _, day in versions] == sorted((day for _, day in versions), reverse=True)
    told = desktop_files()[PLACES["metainfo.xml"]]
    assert f'<release version="{__version__}" date="{RELEASED}"/>' in told
    assert "@" not in told
    for path in ROOT.glob("*.toml"):
        assert __version__ not in path.read_text("utf-8")


def test_a_version_takes_a_page_of_the_changelog():
    log = (ROOT / "CHANGELOG.md").read_text("utf-8")
    for part in log.split("\n## [")[1:]:
        assert len(part.splitlines()) < 45


def test_the_readme_is_short():
    assert len((ROOT / "README.md").read_text("utf-8").split()) <= 900


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.name)
def test_what_a_page_leads_to_is_there(page):
    for target in re.findall(r"\]\(([^)#:]+)\)", page.read_text("utf-8")):
        assert (page.parent / target).exists(), target


def test_every_picture_is_shown_and_there_are_few():
    shots = {path.name for path in (ROOT / "docs/screenshots").glob("*.png")}
    shown = set(re.findall(r"screenshots/([\w-]+\.png)", "".join(page.read_text("utf-8") for page in PAGES)))
    assert shots == shown
    assert len(shots) < 20


def test_what_is_pinned_is_what_the_metadata_allow():
    project = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))["project"]
    pins = dict(re.findall(r"^([\w-]+)==([\d.]+)$", (ROOT / "requirements.txt").read_text("utf-8"), re.M))
    pinned = {name.lower().replace("_", "-"): version for name, version in pins.items()}
    for asked in project["dependencies"]:
        name, low, high = re.fullmatch(r"([\w-]+)>=([\d.]+)(?:,<([\d.]+))?", asked).groups()
        found = [int(part) for part in pinned[name.lower()].split(".")]
        assert found >= [int(part) for part in low.split(".")]
        assert high is None or found < [int(part) for part in high.split(".")]
