"""Holds areas against what is demanded: ``python -m bolometric.core.conform [NAME …]``; ends with 1 if one fails.

An area that is not built in is named by the module that holds its entry: ``tests.areas.ledger.area``.
"""

from __future__ import annotations

import sys
import time

from bolometric.core.areas.catalogue import AREAS
from bolometric.core.conform.every import CHECKS, ENTRY_CHECKS, entries_of, games_of, wrong_with


def main(names: list[str]) -> int:
    """Print what is wrong with each area, or that nothing is; gives the exit code."""
    try:
        entries = [entry for name in names for entry in entries_of(name)] or list(AREAS)
    except (ImportError, ValueError) as error:
        print(error, file=sys.stderr)
        return 2
    failed = 0
    for entry in entries:
        began, name = time.perf_counter(), entry.kind.__name__.lower()
        found = list(wrong_with(entry))
        for check, game, sentence in found:
            print(f"{name}, {check}{f', {game}' if game else ''}: {sentence}")
        failed += len(found)
        count = len(CHECKS) * len(games_of(entry)) + len(ENTRY_CHECKS)
        print(f"{name}: {len(found)} wrong of {count} checks, {time.perf_counter() - began:.1f} s")
    return int(failed > 0)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
