"""How long sheets take: thirty boards with pieces and rules, a change until its page is painted, and sizes."""

from __future__ import annotations

import os
import time
from statistics import median

from bolometric.assets import demo_files
from bolometric.front.more import Game, contents_of, read, with_values
from bolometric.paint.printed.book import pages_of, paper_of
from bolometric.paint.printed.out import pdf, picture, without_screen

CHANGES = ({"printing.look": "lines"}, {"printing.margin": 20}, {"printing.square": 18}, {"printing.text": 20})


def made(game: Game, *only: str) -> tuple[int, bytes]:
    """How many pages, and the file."""
    contents = contents_of(game)
    pages = pages_of(contents, frozenset(only) if only else None)
    return len(pages), pdf(pages, paper_of(contents))


def main() -> None:
    """Print what was measured."""
    without_screen()
    games = {path.name.split(".")[0]: read(path) for path in demo_files()}
    grid = with_values(games["star-field"], {"printing.alike": 30, "printing.learners": 30, "printing.copies": "class"})
    made(games["ridge-ascent"])
    began = time.perf_counter()
    count, data = made(grid, "boards", "pieces", "rules")
    print(
        f"thirty boards, pieces and rules, {count} pages: {time.perf_counter() - began:.1f} s, {len(data) // 1000} kB"
    )
    waits, sizes = [], []
    for game in games.values():
        sizes.append(len(made(game)[1]) // 1000)
        for change in CHANGES:
            began = time.perf_counter()
            contents = contents_of(with_values(game, change))
            pages = pages_of(contents)
            picture(pages[0], paper_of(contents), 1, len(pages), 60)
            waits.append(1000 * (time.perf_counter() - began))
    print(f"a change until its page is painted: {median(waits):.0f} ms at the median, {max(waits):.0f} ms at most")
    print(f"all sheets of a demo game: {median(sizes):.0f} kB at the median, {max(sizes)} kB at most")


if __name__ == "__main__":
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    main()
