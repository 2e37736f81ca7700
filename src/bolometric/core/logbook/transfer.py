"""Sessions out and in: CSV for a spreadsheet, JSON with the games whole."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Callable, Iterable, Iterator, Sequence

from bolometric.core.game.document import Game
from bolometric.core.game.files import to_text
from bolometric.core.logbook.session import Session
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.settings.explain import checked

COLUMNS = (
    "date",
    "group",
    "game",
    "tables",
    "turns",
    "minutes",
    "winners",
    "slips",
    "totals",
    "mood",
    "note",
    "change",
    "key",
)
NEEDED = ("date", "game")
LISTS = {"turns": int, "minutes": float, "winners": int, "slips": int, "totals": str}
FORMAT = "sessions"
FORMULA = ("=", "+", "-", "@")
"""How a cell begins that a spreadsheet would take for a formula; such a cell gets a mark before it."""
QUOTED = tuple(f"'{sign}" for sign in (*FORMULA, "'"))
LONGEST_LINE = 100_000
"""Letters of a line; a session takes some hundreds."""
GameOf = Callable[[str], Game | None]


def to_csv(sessions: Iterable[Session]) -> str:
    """A line for each session; lists with spaces between. What a spreadsheet would take for a formula is quoted."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for one in sessions:
        lists = [" ".join(map(str, getattr(one, name))) for name in LISTS]
        row = (one.day, one.group, one.played.name, one.tables, *lists, one.mood, one.note, one.change, one.key)
        writer.writerow([harmless(str(cell)) for cell in row])
    return out.getvalue()


def harmless(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{cell}" if cell.startswith((*FORMULA, *QUOTED)) else cell


def from_csv(text: str, name: str, game_of: GameOf) -> list[Session]:
    """Sessions of a CSV; commas, semicolons or tabs stand between, and columns in any order.

    Args:
        text: the file's text.
        name: the file's name, for errors.
        game_of: the game of a name; None where there is none.

    Raises:
        FileError: with the line, what is wrong and what to do; nothing is taken over then.
    """
    # Old programs end lines by a carriage return alone, which the reader of tables does not know.
    lines = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    head = lines.split("\n", 1)[0]
    between = max(",;\t", key=head.count)
    if max(map(len, lines.split("\n"))) > LONGEST_LINE:
        raise FileError(f"{name} has a line of more than {LONGEST_LINE:,} letters: it is no table of sessions.")
    reader = csv.DictReader(io.StringIO(lines), delimiter=between)
    there = [(column or "").strip().lower() for column in reader.fieldnames or ()]
    missing = [column for column in NEEDED if column not in there]
    if missing:
        raise FileError(
            f"{name} has no column “{missing[0]}”: its first line must name the columns, such as "
            f"{', '.join(COLUMNS[:6])}."
        )
    found = []
    for number, row in enumerate(_rows(reader, name), 2):
        plain = {(key or "").strip().lower(): (value or "").strip() for key, value in row.items() if key is not None}
        if any(plain.values()):
            found.append(_from_row(plain, f"{name}, line {number}", game_of))
    return found


def _rows(reader: csv.DictReader[str], name: str) -> Iterator[dict[str, str]]:
    """The rows, with what is wrong with the file said by line."""
    try:
        yield from reader
    except csv.Error:
        raise FileError(f"{name}, line {reader.line_num + 1}: this is no line of a table.") from None


def _from_row(row: dict[str, str], where: str, game_of: GameOf) -> Session:
    row = {key: value[1:] if value.startswith(QUOTED) else value for key, value in row.items()}
    game = game_of(row["game"])
    if game is None:
        raise FileError(
            f"{where}: no game is called “{row['game'][:60]}”: open it, log one session of it, and import again."
        )
    told: dict[str, object] = {"game": to_text(game), "day": row["date"], "source": "file"}
    try:
        for column, of in LISTS.items():
            told[column] = tuple(of(part) for part in row.get(column, "").replace(",", ".").split())
        most = max(len(row.get(column, "").split()) for column in LISTS if column != "totals")
        told["tables"] = int(row.get("tables") or max(1, most))
    except ValueError:
        raise FileError(f"{where}: turns, minutes, winners and slips are numbers with spaces between.") from None
    told |= {column: row[column] for column in ("group", "mood", "note", "change") if row.get(column)}
    if row.get("key"):
        told["key"] = row["key"]
    return _checked(told, where)


def _checked(told: object, where: str) -> Session:
    try:
        with checked():
            return Session.model_validate(told)
    except GameError as error:
        raise FileError(f"{where}: {error}") from None


def to_json(sessions: Sequence[Session]) -> str:
    """All sessions with their games."""
    plain = [json.loads(one.model_dump_json()) for one in sessions]
    return json.dumps({FORMAT: plain}, indent=1, ensure_ascii=False) + "\n"


def from_json(text: str, name: str) -> list[Session]:
    """Sessions of a JSON file. Raises FileError; nothing is taken over then."""
    try:
        plain = json.loads(text)
    except (ValueError, RecursionError):  # a ValueError, too, for a number of thousands of digits
        raise FileError(f"{name} is no JSON: export sessions as JSON, or import a CSV.") from None
    listed = plain.get(FORMAT) if isinstance(plain, dict) else None
    if not isinstance(listed, list):
        raise FileError(f"{name} has no list of “{FORMAT}”: it was not exported from a logbook.")
    found = []
    for number, one in enumerate(listed, 1):
        if not isinstance(one, dict):
            raise FileError(f"{name}, session {number}: it is no group of values.")
        lists = {key: tuple(one[key]) for key in LISTS if isinstance(one.get(key), list)}
        found.append(_checked({**one, **lists}, f"{name}, session {number}"))
    return found
