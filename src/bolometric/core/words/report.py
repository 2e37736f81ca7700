"""Readings and odds as text, for the command line and for copying out."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from bolometric.core.game.document import Game
from bolometric.core.measure.measuring import Measurement
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.amounts import plain
from bolometric.core.text.figures import minus, percent, plural, significant
from bolometric.core.words.odds import odds_words
from bolometric.core.words.rule_sheet import set_words


def readings_text(found: Measurement) -> str:
    """A table of all readings."""
    rows: list[tuple[str, ...]] = [("reading", "value", "sd", "10%", "half by", "90%", "how sure")]
    for key, reading in found.readings.items():
        if _means_nothing(found.exact.game, key, reading):
            continue
        spread = [_bare(show(key, value)) for value in (reading.sd, reading.p10, reading.p50, reading.p90)]
        sure = certainty(key, reading).removeprefix("simulated ").replace("less than ", "<")
        rows.append((READINGS[key].label, headline(key, reading), *spread, _bare(sure)))
    never = found.readings["turns"].never
    played = any(reading.method != "exact" for reading in found.readings.values())
    lines = [f"{found.exact.game.name}: {plural(found.runs, 'run')}, seed {found.seed}", "", *_narrow(rows)]
    lines += ["", "A ± is the standard error of what was simulated, in the unit of its value."] if played else []
    if never:
        lines.append(f"\nThe chance that a game never ends is {percent(never)}, so its length has no mean.")
        lines += [told] if (told := if_it_ends(found.readings["turns"])) else []
    return "\n".join(lines)


OF_RIVALS = ("seat_wins", "ties", "first_seat_edge")


def _means_nothing(game: Game, key: str, reading: Reading) -> bool:
    """Whether a reading is only there because there is a place for it: rivals of one player, what has no value."""
    alone = game.seats.count == 1 and (key in OF_RIVALS or READINGS[key].needs_rival)
    no_value = reading.mean is None and reading.values is None and not reading.never
    return alone or no_value or (key == "success" and reading.mean == 1 and not game.area.shows("success"))


WIDEST = 13
"""Letters of a value, beyond which it stands alone on its line: it has no spread."""
UNITS = (" min", " s", " points", "%")


def _bare(shown: str) -> str:
    """A figure without the unit that its value has."""
    return next((shown.removesuffix(unit) for unit in UNITS if shown.endswith(unit)), shown)


def _narrow(rows: Sequence[tuple[str, ...]]) -> list[str]:
    """The table within eighty columns; a long value that has no spread takes the room of the spread."""
    long = [len(row[1]) > WIDEST and set(row[2:-1]) == {"–"} for row in rows]
    lined = table([(*row[:1], "", *row[2:]) if apart else row for row, apart in zip(rows, long, strict=True)])
    first, last = max(len(row[0]) for row in rows), max(len(row[-1]) for row in rows)
    for at, (row, apart) in enumerate(zip(rows, long, strict=True)):
        if apart:
            room = len(lined[at]) - first - last - 4
            lined[at] = f"{row[0].ljust(first)}  {row[1].ljust(room)}  {row[-1].rjust(last)}"
    return lined


def if_it_ends(turns: Reading) -> str:
    """What is known of the games that do end, where some never do."""
    return "" if turns.ended is None else f"Games that end take {show('turns', turns.ended)} turns on average."


def odds_rows(odds: Distribution) -> list[tuple[str, ...]]:
    """The odds as a table: total, ways, chance in percent, as a fraction, as one in so many."""
    rows: list[tuple[str, ...]] = [("total", "ways", "chance", "as a fraction", "about 1 in")]
    parts = [*zip(odds.totals, odds.ways, strict=True), *([(None, odds.nothing)] if odds.nothing else [])]
    for value, ways in parts:
        chance = Fraction(ways, odds.all_ways)
        name = "no number" if value is None else minus(value)
        rows.append((name, str(ways), percent(float(chance)), str(chance), significant(float(1 / chance), 4)))
    return rows


def odds_csv(odds: Distribution, between: str = ",") -> str:
    """The odds as comma-separated values (RFC 4180): exact value, ways, chance as a decimal and as so many of all ways.

    No cell is one that a spreadsheet would run, or turn into a date: 1/3 is written "0 1/3", a chance "1 of 36".
    """
    lines = [between.join(("total", "ways", "chance", "of"))]
    parts = [*zip(odds.totals, odds.ways, strict=True), *([("no number", odds.nothing)] if odds.nothing else [])]
    for value, ways in parts:
        shown = value if isinstance(value, str) else _never_a_date(Fraction(value))
        chance = Fraction(ways, odds.all_ways)
        of = f"{chance.numerator} of {chance.denominator}"
        lines.append(between.join((shown, str(ways), repr(ways / odds.all_ways), of)))
    return "\r\n".join([*lines, ""])


def _never_a_date(value: Fraction) -> str:
    """A number for a spreadsheet: 1/3 alone would be the first of March."""
    shown = str(plain(value))
    if "/" not in shown:
        return shown
    whole, rest = divmod(abs(value), 1)
    return f"{'-' if value < 0 else ''}{whole} {rest}"


def odds_text(game: Game) -> str:
    """The odds as a table."""
    odds = game.shown
    whose = f", what {game.seat_name(0)} draws" if game.draws_differ else ""
    title = f"{game.name}{whose}: {set_words(game)}. {odds_words(odds)}"
    return "\n".join([title, "", *table(odds_rows(odds))])


def table(rows: Sequence[tuple[str, ...]]) -> list[str]:
    """Rows as lines with their columns lined up, the first to the left."""
    widths = [max(len(row[i]) for row in rows) for i in range(len(rows[0]))]
    return [
        "  ".join(
            cell.ljust(width) if i == 0 else cell.rjust(width)
            for i, (cell, width) in enumerate(zip(row, widths, strict=True))
        )
        for row in rows
    ]
