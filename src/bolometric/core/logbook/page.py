"""A report as a page for a colleague: half a page of sentences, three pictures, and the figures behind."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from fractions import Fraction

from bolometric.core.logbook.calibration import counted_totals, held_draws, measured, timed
from bolometric.core.logbook.calling import expected
from bolometric.core.logbook.learning import learned
from bolometric.core.logbook.luck import UNUSUAL
from bolometric.core.logbook.practised import practised
from bolometric.core.logbook.report import report_parts, versions
from bolometric.core.logbook.session import Session
from bolometric.core.logbook.shown import CameUp, MetFacts, ReportPage, TimedDay
from bolometric.core.logbook.transfer import harmless
from bolometric.core.text.figures import minus

MOST_SAID, LEAST_SAID = 9, 3
"""Sentences of the first half of the page, and of what to do next, however many groups there are; all of them stand
with the figures."""
Table = tuple[str, tuple[str, ...], list[tuple[str, ...]]]
"""What a picture shows, in figures: its caption, its columns and its rows."""


def report_page(sessions: Sequence[Session]) -> ReportPage:
    """The page of some sessions. Raises Cancelled once the work is given up."""
    paces = learned(timed(sessions))
    known = practised(sessions, paces)
    (title, todo), *rest = report_parts(sessions, known, paces)
    if not sessions:
        return ReportPage(title, (), "", (), "", (), (), ())
    groups = [one for one in known.values() if one.aims]
    lines = (*todo[: max(MOST_SAID - len(groups), LEAST_SAID)], *(one.short for one in groups))
    met = tuple(
        MetFacts(one.group or "the class", one.sessions, len(one.met), len(one.hardly), len(one.never))
        for one in groups
    )
    figures = tuple((heading, tuple(told)) for heading, told in (("What to do next", todo), *rest) if told)
    return ReportPage(title, lines, *_came_up(sessions), *_days(sessions), met, figures)


def _came_up(sessions: Sequence[Session]) -> tuple[str, tuple[CameUp, ...]]:
    """Of the version of a game in which it is hardest to put down to luck, or else of which most was noted."""
    found = [(_interest(some), some) for one in _by_game(sessions) for some in versions(one)]
    (_, count), best = max(found, key=lambda told: told[0])
    game, counts = best[0].played, counted_totals(best)
    each = expected(game, count, [len(one.totals) for one in best if one.totals]) if count else ()
    came = tuple(
        CameUp(minus(one.total), counts.get(Fraction(one.total), 0), one.mean, one.low, one.high) for one in each
    )
    return game.name if came else "", came


def _interest(some: Sequence[Session]) -> tuple[float, int]:
    """How much what came up is worth showing: how unusual it is, where that is no accident, then how much there is."""
    found, count = held_draws(some), 0 if some[0].played.draws_differ else counted_totals(some).total()
    odd = found is not None and found.count >= found.few and found.p <= UNUSUAL
    return (1 - found.p if found is not None and odd else 0.0), count


def _days(sessions: Sequence[Session]) -> tuple[str, tuple[TimedDay, ...]]:
    """Of the game that was timed most often, every day that was."""
    best = max(_by_game(sessions), key=lambda some: sum(bool(one.minutes) for one in some))
    found = [
        TimedDay(one.day, one.group or "the class", sum(one.minutes) / len(one.minutes), _predicted(one.game), number)
        for number, some in enumerate(versions(best), 1)
        for one in some
        if one.minutes
    ]
    return best[0].played.name, tuple(sorted(found, key=lambda one: (one.day, one.group)))


def _predicted(text: str) -> float | None:
    reading = measured(text).readings.get("minutes")
    return None if reading is None else reading.mean


def _by_game(sessions: Sequence[Session]) -> list[list[Session]]:
    found: dict[str, list[Session]] = {}
    for one in sorted(sessions, key=lambda one: one.played.name):
        found.setdefault(one.played.name, []).append(one)
    return list(found.values())


def tables(page: ReportPage) -> list[Table]:
    """What the pictures show, in figures."""
    came = [(one.number, str(one.count), f"{one.mean:.1f}", f"{one.low:g}", f"{one.high:g}") for one in page.came]
    days = [(one.day, one.group, str(one.version), _minutes(one.met), _minutes(one.predicted)) for one in page.days]
    met = [(one.group, *map(str, (one.sessions, one.met, one.hardly, one.never))) for one in page.met]
    found: list[Table] = [
        (page.came_caption, ("number", "came up", "expected", "from", "to"), [*came]),
        (page.timed_caption, ("date", "group", "version", "minutes", "predicted"), [*days]),
        (page.met_caption, ("group", "sessions", "met", "less than once", "not at all"), [*met]),
    ]
    return [one for one in found if one[2]]


def _minutes(minutes: float | None) -> str:
    return "" if minutes is None else f"{minutes:.1f}"


def page_markdown(page: ReportPage) -> str:
    """The page as Markdown: the sentences, a table in place of each picture, and the figures folded."""
    lines = [f"# {page.title}", "", *(f"- {line}" for line in page.lines)]
    for caption, head, rows in tables(page):
        lines += ["", f"**{caption}**", "", *(_row(cells) for cells in (head, ("---",) * len(head), *rows))]
    for title, told in page.figures:
        lines += ["", "<details>", f"<summary>{title}</summary>", "", *(f"- {line}" for line in told), "", "</details>"]
    return "\n".join(lines) + "\n"


def _row(cells: Sequence[str]) -> str:
    return f"| {' | '.join(cell.replace('|', '/') for cell in cells)} |"


def page_csv(page: ReportPage) -> str:
    """What the pictures show as comma-separated values, one table below the other, each under its caption."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    for at, (caption, head, rows) in enumerate(tables(page)):
        if at:
            writer.writerow([])
        writer.writerows([[harmless(cell) for cell in row] for row in ((caption,), head, *rows)])
    return out.getvalue()
