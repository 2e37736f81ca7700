"""The front door: a dozen names that stay, come in by lightly, and are what the command line and the scripts use."""

import ast
import doctest
import re
import subprocess
import sys
import types
from pathlib import Path

import pytest

import bolometric
from bolometric.front import answers, more

ROOT = Path(__file__).parents[2]
NAMES = ["Game", "Logbook", "change", "check", "find", "measure", "odds", "read", "rules", "schema", "sheets", "sweep"]
NAMES += ["talk", "tune", "write"]
OF_A_PART = {"cards", "cores", "limit", "odds", "squares", "trail", "boards", "tuning", "choosing", "islands"}
"""Benchmarks that time one part of the core, a loop or a table, and so reach that part itself."""


def test_the_list_of_names_is_kept():
    assert list(bolometric.__all__) == NAMES
    assert not [name for name in NAMES if getattr(bolometric, name) is not getattr(answers, name)]
    with pytest.raises(AttributeError, match="no attribute 'mesure'"):
        bolometric.mesure  # noqa: B018
    with pytest.raises(AttributeError, match="no attribute 'mesure'"):
        answers.mesure  # noqa: B018


@pytest.mark.parametrize("name", sorted(set(NAMES) - {"Game", "Logbook"}))
def test_its_example_is_run_and_the_page_tells_of_it(name):
    function = getattr(answers, name)
    (test,) = doctest.DocTestFinder(recurse=False).find(function, globs=dict(vars(answers)))
    done = doctest.DocTestRunner().run(test)
    assert done.attempted > 0
    assert done.failed == 0
    assert f"| `{name}(" in (ROOT / "docs/notebook.md").read_text("utf-8")


def test_nothing_is_imported_before_it_is_wanted():
    told = "import sys, bolometric, bolometric.front.answers, bolometric.front.more; print(*sys.modules)"
    found = subprocess.run([sys.executable, "-c", told], capture_output=True, text=True, check=True).stdout.split()
    assert not {"numpy", "pydantic", "numba", "PySide6"} & set(found)


@pytest.mark.parametrize("room", ["paint.fonts", "desk.shell.settings"])
def test_what_is_imported_beside_the_binding_is_not_read_as_text(room):
    """The binding's own import would, for every module, and keep thirty megabytes of it."""
    told = (
        f"import bolometric.{room}, sys, linecache; import plistlib; print('PySide6' in sys.modules, *linecache.cache)"
    )
    found = subprocess.run([sys.executable, "-c", told], capture_output=True, text=True, check=True).stdout.split()
    assert found[0] == "True"
    assert not [name for name in found if "plistlib" in name]


def imports(path):
    return {
        (node.module, name.name)
        for node in ast.walk(ast.parse(path.read_text("utf-8")))
        if isinstance(node, ast.ImportFrom)
        for name in node.names
    }


def test_the_type_checker_is_told_the_same():
    behind = {(f"bolometric.core.{module}", name) for module, names in more.BEHIND.items() for name in names.split()}
    assert imports(Path(more.__file__).with_suffix(".pyi")) == behind
    assert all(getattr(more, name) is not None for _, name in behind)
    assert set(dir(more)) == {name for _, name in behind}
    assert {name for _, name in imports(Path(bolometric.__file__).with_suffix(".pyi"))} == set(NAMES)
    with pytest.raises(AttributeError, match="no attribute 'mesure'"):
        more.mesure  # noqa: B018


def test_commands_scripts_and_benchmarks_come_in_by_it():
    used = set()
    for path in (*ROOT.glob("src/bolometric/cli/*.py"), *ROOT.glob("scripts/*.py"), *ROOT.glob("benchmarks/*.py")):
        found = imports(path)
        behind = {module for module, _ in found if module and module.startswith("bolometric.core")}
        assert not behind or (path.parent.name == "benchmarks" and path.stem in OF_A_PART), path
        used |= {name for module, name in found if module == "bolometric.front.more"}
    assert set(dir(more)) == used


def test_the_notebook_of_the_page_runs(monkeypatch):
    drawn = {}
    plot = types.SimpleNamespace(
        **{
            name: lambda *given, name=name, **more: drawn.update({name: given})
            for name in ("xlabel", "ylabel", "savefig")
        },
        errorbar=lambda x, y, yerr: drawn.update(errorbar=(x, y, yerr)),
    )
    monkeypatch.setitem(sys.modules, "matplotlib", types.SimpleNamespace(pyplot=plot))
    (code,) = re.findall(r"```python\n(.*?)```", (ROOT / "docs/notebook.md").read_text("utf-8"), re.DOTALL)
    assert len(code.strip().splitlines()) <= 12
    exec(code, {})
    lengths, minutes, spread = drawn["errorbar"]
    assert lengths == [20, 30, 40, 50, 60]
    assert minutes == sorted(minutes)
    assert all(one > 0 for one in spread)
    assert drawn["savefig"] == ("lengths.png",)
