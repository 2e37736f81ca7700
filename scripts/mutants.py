"""Breaks lines at random and asks the tests: mutants.py TIMES [SEED] [FILE OF RESULTS] [SINCE].

Run it in a clone of its own, for it writes into the sources. It needs cosmic-ray and pytest-cov beside the usual tools,
and that it has been noted which test runs which line (pytest --cov=bolometric --cov-context=test). Each mutant is one
operator of cosmic-ray at one place of the core or the desk. Of the tests that run its line those come first that run
few lines in all, and so are quick. Coverage sees no compiled code: there the tests that run its module are asked.

With SINCE, a commit, only lines are broken that stood nowhere in the sources then: what was only moved is not new.

Left out is what has no effect by its place in the text: annotations, decorators (a compiler's options, slots and frozen
of dataclasses, property and override of what is only read) and the word strict of zip.
"""

import ast
import random
import subprocess
import sys
import time
from collections import Counter, defaultdict
from functools import cache
from pathlib import Path

import coverage
from cosmic_ray.commands.init import _all_work_items
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator
from cosmic_ray.work_item import MutationSpec

SOURCES = [path for part in ("core", "desk") for path in sorted(Path(f"src/bolometric/{part}").rglob("*.py"))]
FIRST, MOST = 25, 120
"""Tests that are asked of a mutant at first, and in all."""
LONGEST = 240
"""Seconds after which a mutant counts as noticed: it never ends."""


def tests_by_line() -> dict[tuple[str, int], set[str]]:
    """Which tests run a line; line 0 stands for the whole module."""
    data = coverage.CoverageData()
    data.read()
    found: dict[tuple[str, int], set[str]] = defaultdict(set)
    for file in data.measured_files():
        name = str(Path(file).relative_to(Path.cwd()))
        for line, contexts in data.contexts_by_lineno(file).items():
            tests = {context.split("|")[0] for context in contexts if context}
            found[name, line] |= tests
            found[name, 0] |= tests
    return found


def asked(place: tuple[str, int], by_line: dict[tuple[str, int], set[str]], lines: Counter[str]) -> list[str]:
    """The tests to ask of a line, those first that run fewest lines."""
    tests = by_line.get(place) or by_line.get((place[0], 0), set())
    return sorted(tests, key=lambda test: (lines[test], test))[:MOST]


def noticed(tests: list[str]) -> bool:
    """Whether one of the tests fails."""
    for some in (tests[:FIRST], tests[FIRST:]):
        if some:
            command = [sys.executable, "-m", "pytest", "-q", "-x", "-p", "no:cacheprovider", "-p", "no:randomly", *some]
            try:
                done = subprocess.run(command, capture_output=True, timeout=LONGEST)
            except subprocess.TimeoutExpired:
                return True
            if done.returncode not in (0, 5):
                return True
    return False


def without_effect(text: str) -> list[tuple[tuple[int, int], tuple[int, int]]]:
    """Where, as first and last place, a mutant of a module has no effect."""
    idle: list[ast.expr | None] = []
    for node in ast.walk(ast.parse(text)):
        if isinstance(node, ast.FunctionDef | ast.ClassDef):
            idle += node.decorator_list
        if isinstance(node, ast.FunctionDef):
            idle.append(node.returns)
        if isinstance(node, ast.arg | ast.AnnAssign):
            idle.append(node.annotation)
        if isinstance(node, ast.keyword) and node.arg == "strict":
            idle.append(node.value)
    return [
        ((node.lineno, node.col_offset - 1), (node.end_lineno or 0, node.end_col_offset or 0))
        for node in idle
        if node is not None
    ]


@cache
def mutants_of(path: Path) -> dict[str, list[MutationSpec]]:
    """Every mutant of a module, by the kind of its operator: a kind is drawn first, else most would be of few kinds."""
    groups = defaultdict(list)
    idle = without_effect(path.read_text())
    for item in _all_work_items([path], {}):
        place = item.mutations[0].start_pos
        if not any(first <= place <= last for first, last in idle):
            groups[item.mutations[0].operator_name.split("_")[0]].append(item.mutations[0])
    return dict(groups)


def lines_of(commit: str) -> set[str]:
    """Every line of the sources at a commit, without what is before and behind it."""
    listed = ["git", "ls-tree", "-r", "--name-only", commit, "src/bolometric"]
    files = subprocess.run(listed, capture_output=True, text=True, check=True).stdout.split()
    found: set[str] = set()
    for file in files:
        if file.endswith(".py"):
            shown = subprocess.run(
                ["git", "show", f"{commit}:{file}"], capture_output=True, text=True, check=True
            ).stdout
            found |= {line.strip().rstrip(",") for line in shown.splitlines()}
    return found


def main(times: int, seed: int, results: Path, since: str = "") -> None:
    """Make so many mutants, and tell which were not noticed."""
    known = lines_of(since) if since else set()
    by_line, chance = tests_by_line(), random.Random(seed)
    lines = Counter(test for (_, line), tests in by_line.items() if line for test in tests)
    sizes = [path.stat().st_size for path in SOURCES]
    count = kept = 0
    while count < times:
        (path,) = chance.choices(SOURCES, sizes)
        before, groups = path.read_text(), mutants_of(path)
        if not groups:
            continue
        item = chance.choice(groups[chance.choice(sorted(groups))])
        after = mutate_code(before, get_operator(item.operator_name)(), item.occurrence)
        tests = asked((str(path), item.start_pos[0]), by_line, lines)
        line = before.splitlines()[item.start_pos[0] - 1].strip()
        if after is None or after == before or "import" in line or line.rstrip(",") in known:
            continue
        count += 1
        path.write_text(after)
        began = time.monotonic()
        try:
            found = bool(tests) and noticed(tests)
        finally:
            path.write_text(before)
        kept += found
        said = "noticed" if found else "MISSED" if tests else "UNTESTED"
        with results.open("a") as file:
            print(
                f"{said} {path}:{item.start_pos[0]} {item.operator_name} | {line} | {len(tests)} tests, "
                f"{time.monotonic() - began:.0f} s",
                file=file,
            )
    print(f"{kept} of {times} mutants noticed, seed {seed}; see {results}")


if __name__ == "__main__":
    main(
        int(sys.argv[1]),
        int(sys.argv[2]) if len(sys.argv) > 2 else 1,
        Path(*sys.argv[3:4] or ["mutants.txt"]),
        *sys.argv[4:5],
    )
