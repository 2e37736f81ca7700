"""All pages of a game in order, each sheet as often as it is wanted."""

from __future__ import annotations

from bolometric.core.game.printing import SHEETS
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.contents import Contents
from bolometric.paint.printed.boards import board_pages, told_size, waits
from bolometric.paint.printed.cards import card_pages
from bolometric.paint.printed.page import Page, Paper
from bolometric.paint.printed.pieces import piece_pages
from bolometric.paint.printed.small import ROUND, counter_pages, tile_pages
from bolometric.paint.printed.tables import record_pages, tally_pages
from bolometric.paint.printed.words import kit_pages, rules_pages, teacher_pages

LEAST_COUNTER = 8.0


def paper_of(contents: Contents) -> Paper:
    """The paper of a game."""
    return Paper(contents.game.printing, contents.game.name)


def offered(contents: Contents) -> tuple[str, ...]:
    """The sheets that this game can have at all, in their order."""
    cards = any(piece.kind == "pack" for piece, _ in contents.pieces) or bool(contents.questions)
    there = {
        "boards": bool(contents.boards),
        "blank": bool(contents.boards),
        "cards": cards,
        "backs": cards,
        "pieces": any(piece.kind != "pack" for piece, _ in contents.pieces),
        "counters": bool(contents.counters),
        "tiles": bool(contents.tiles),
        "records": bool(contents.tables),
        "tally": bool(contents.tally),
    }
    return tuple(key for key in SHEETS if there.get(key, True))


def chosen(contents: Contents, only: str = "") -> frozenset[str]:
    """The sheets that are printed: those named, with commas between them, or else all that are not left out.

    Raises GameError, with a sentence, for a name that is none, or a sheet that this game can't have.
    """
    if not only.strip():
        return frozenset(offered(contents)) - set(contents.game.printing.left_out)
    named = [name.strip().lower() for name in only.split(",") if name.strip()]
    for name in named:
        if name not in offered(contents):
            there = ", ".join(offered(contents))
            why = "This game has no" if name in SHEETS else "There are no sheets called"
            raise GameError(f"{why} {name[:40]}: choose from {there}.", "printing")
    return frozenset(named)


def pages_of(contents: Contents, only: frozenset[str] | None = None) -> list[Page]:
    """The pages of the sheets that are wanted: those not left out, or only those named.

    Raises GameError where a board would take too many pages.
    """
    wanted = chosen(contents) if only is None else only
    found: list[Page] = []
    for key in SHEETS:  # what goes in the box comes after the cards, and says which pages those are
        if key in wanted:
            found += sheet_pages(contents, key, "backs" in wanted, both_sides(found))
    return found


def both_sides(pages: list[Page]) -> tuple[int, int] | None:
    """The first and the last page that are printed on both sides, counted from 1; None where there are no backs."""
    some = [number for number, page in enumerate(pages, 1) if page.sheet in ("cards", "backs")]
    return (some[0], some[-1]) if any(page.sheet == "backs" for page in pages) else None


def sheet_pages(contents: Contents, key: str, backs: bool = True, turned: tuple[int, int] | None = None) -> list[Page]:
    """The pages of one sheet; backs come with their cards. Raises GameError as above.

    ``turned`` are the pages that are printed on both sides, where it is known which those are.
    """
    paper, kit = paper_of(contents), contents.kit
    times = kit.tables if paper.printing.copies == "class" else 1
    players = times * contents.game.seats.count
    match key:
        case "boards":
            several = len(contents.boards) > 1
            copies = 1 if several else players if contents.each else times
            return list(board_pages(contents, paper, copies=copies))
        case "blank":
            return list(board_pages(contents, paper, blank=True, copies=times))
        case "pieces":
            return list(piece_pages(contents, paper, times))
        case "cards":
            return list(card_pages(contents, paper, times, backs))
        case "counters":
            return list(counter_pages(contents, paper, times, _counter(contents, paper)))
        case "tiles":
            return list(tile_pages(contents, paper, times))
        case "rules":
            return list(rules_pages(contents, paper, times))
        case "teacher":
            return [] if contents.card is None else list(teacher_pages(contents.game.name, contents.card, paper))
        case "kit":
            return list(kit_pages(contents, paper, _told(contents, paper, turned)))
        case "records":
            return list(record_pages(contents, paper, {True: players, False: times}))
        case "tally":
            return list(tally_pages(contents, paper))
    return []


def _counter(contents: Contents, paper: Paper) -> float:
    """How wide counters are, in millimetres: such that they fit the squares."""
    from bolometric.paint.printed.sizes import planned

    if not contents.boards:
        return ROUND
    plan = planned(contents.boards[0], paper, waits(contents, contents.boards[0]))
    return float(min(max(plan.counter, LEAST_COUNTER), ROUND))


def _told(contents: Contents, paper: Paper, turned: tuple[int, int] | None) -> str:
    """How the pages are to be printed."""
    printing, tables = paper.printing, contents.kit.tables
    lines = ["Print at 100 %, not fitted to the page: the ruler at the foot of each page is 100 mm long."]
    if contents.boards:
        lines.append(told_size(contents, paper))
    if printing.copies == "table":
        again = f": print boards, pieces and rules {tables} times for the class" if tables > 1 else ""
        lines.append(f"These pages are for one table{again}.")
    else:
        lines.append(f"These pages are for {'the table' if tables == 1 else f'all {tables} tables'}.")
    if any(page_kind == "backs" for page_kind in offered(contents)) and "backs" not in printing.left_out:
        which, rest = "their pages", ""
        if turned is not None:
            which, rest = f"pages {turned[0]} to {turned[1]}", " All other pages are for one side."
        lines.append(f"Cards have backs: print {which} on both sides, turned on the {printing.flip} edge.{rest}")
    return "\n".join(lines)
