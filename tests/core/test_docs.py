"""The pages of the project name what is there."""

import re
from pathlib import Path

import pytest

import bolometric

ROOT = Path(__file__).parents[2]
PACKAGE = Path(bolometric.__file__).parent
ROOTS = [PACKAGE, PACKAGE / "core", PACKAGE / "core" / "areas", ROOT]
NAMED = re.compile(r"`((?:[a-z_]+/)+[a-z_]*)(?:\.([A-Za-z_]+))?`")
"""`room/module`, with a name of the module behind a dot, or a folder."""


def there(path, name):
    for root in ROOTS:
        found = root / path
        if found.is_dir() or (root / f"{path}.{name}").is_file():
            return True
        if found.with_suffix(".py").is_file():
            return name in (None, "py") or re.search(rf"\b{name}\b", found.with_suffix(".py").read_text("utf-8"))
    return False


PAGES = sorted([*(ROOT / "docs").glob("*.md"), *(PACKAGE / "assets" / "handbook").glob("*.md")])


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.name)
def test_every_module_that_a_page_names_is_there(page):
    named = NAMED.findall(page.read_text("utf-8"))
    assert [f"{path}.{name}" for path, name in named if not there(path, name or None)] == []


def test_the_rooms_of_the_core_are_listed_in_the_order_of_their_imports():
    contract = re.search(r"rooms of the core.*?layers = \[(.*?)\]", (ROOT / "pyproject.toml").read_text(), re.DOTALL)[1]
    told = re.search(r"no other\.\n\n```\n(.*?)```", (ROOT / "docs/architecture.md").read_text(), re.DOTALL)[1]
    assert re.findall(r"core\.(\w+)", contract) == re.findall(r"^(\w+)", told, re.MULTILINE)


def test_nothing_is_kept_from_the_formatter():
    for path in (*PACKAGE.rglob("*.py"), *ROOT.glob("tests/**/*.py"), *ROOT.glob("scripts/*.py")):
        assert not re.search(r"#\s*fmt: (skip|off)", path.read_text("utf-8")), path
