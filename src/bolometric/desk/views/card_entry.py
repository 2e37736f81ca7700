"""What a card of the shelf knows of its game, and how it shows it: read and measured once the cards are painted."""

from __future__ import annotations

from dataclasses import dataclass, replace
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.files import read
from bolometric.core.results.show import headline
from bolometric.core.settings.errors import FileError, GameError
from bolometric.core.text.figures import percent, plural
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.fonts import write
from bolometric.paint.palette import Palette
from bolometric.paint.scale import paint_scale

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.results.scale import Scale

SCALE = 22.0
"""Pixels of height for two of the scales that say how hard a game is."""
SUITED = 600
"""Games that are played for how well one suits, where that is not worked out."""


@dataclass(frozen=True, slots=True)
class ShelfEntry:
    """One file on a shelf: a game that was measured, or a sentence that says why not."""

    path: Path
    exact: Analysis | None
    trouble: str = ""
    scales: tuple[Scale, ...] = ()
    """How hard it is."""
    words: str = ""
    """What stands below the name; if empty what it practises and who plays."""
    suits: float | None = None
    """How well it suits its targets, from 0 to 1; None where it has none, or that is not known yet."""


def look(path: Path) -> ShelfEntry:
    """Read and measure a file for its card. Raises Cancelled once the work is given up."""
    from bolometric.core.measure.measuring import quick_measure  # once the cards have been painted

    try:
        exact = quick_measure(read(path))
        _ = exact.heat  # worked out here, on the shelf's thread
        return ShelfEntry(path, exact)
    except (FileError, GameError) as error:
        return ShelfEntry(path, None, str(error))


def weigh(entry: ShelfEntry) -> ShelfEntry:
    """The entry with how hard its game is. Raises Cancelled once the work is given up."""
    from bolometric.core.judge.difficulty import difficulty_of
    from bolometric.core.judge.suits import targets_of
    from bolometric.core.tuning.looking import look as look_at

    if entry.exact is None:
        return entry
    targets = targets_of(entry.exact.game)
    suited = look_at(entry.exact.game, targets, SUITED, 1).suits if targets else None
    return replace(entry, scales=difficulty_of(entry.exact), suits=suited)


def entry_line(entry: ShelfEntry) -> str:
    """Who plays, for how long and how well it suits its targets; nothing where it was not measured."""
    if entry.exact is None:
        return ""
    players = plural(entry.exact.game.seats.count, "player")
    minutes = entry.exact.readings.get("minutes")
    played = ", simulated" if minutes is not None and minutes.method == "simulated" else ""
    known = f"{players} · {headline('minutes', minutes)}{played}" if minutes else players
    return known if entry.suits is None else f"{known} · suits {percent(entry.suits)}"


def aloud(entry: ShelfEntry) -> str:
    """The same for whoever listens, with the name and how hard it is; nothing where it was not measured."""
    if entry.exact is None:
        return ""
    hard = ", ".join(f"{scale.name.lower()}: {scale.headline}" for scale in entry.scales)
    game = entry.exact.game
    return ", ".join(filter(None, (game.name, game.brief.note, entry_line(entry), hard)))


def searched(entry: ShelfEntry) -> str:
    """What is looked through for words, beside the name of the file."""
    game = entry.exact.game if entry.exact is not None else None
    return f"{game.name} {game.brief.practising} {game.brief.group} {game.brief.note}" if game is not None else ""


def paint_entry(
    painter: QPainter, entry: ShelfEntry, exact: Analysis, board: QRectF, words: QRectF, c: Palette
) -> None:
    """Draw a game that was measured: its board, and below what it is."""
    game = exact.game
    places = area_of(game).board.places(game)
    plain = picture_of(places, exact.heat, figures=False)  # figures would not be readable here
    paint_board(painter, layout_of(places, board), plain, c)
    write(painter, words, game.name, 18, c.ink, bold=True)
    about = entry.words or f"{game.brief.practising} · {game.brief.group}"
    write(painter, words.adjusted(0, 26, 0, 0), game.brief.note, 13.5, c.ember)
    write(painter, words.adjusted(0, 46, 0, 0), about, 13.5, c.faint)
    write(painter, words.adjusted(0, 66, 0, 0), entry_line(entry), 14.5, c.ink)
    _paint_scales(painter, entry.scales, words.adjusted(0, 92, 0, 0), c)


def _paint_scales(painter: QPainter, scales: tuple[Scale, ...], room: QRectF, c: Palette) -> None:
    """The four scales, two a row."""
    half = room.width() / 2
    for k, scale in enumerate(scales):
        top, left = room.top() + SCALE * (k // 2), room.left() + half * (k % 2)
        write(painter, QRectF(left, top, 62, SCALE), scale.name.lower(), 12.5, c.faint)
        paint_scale(painter, scale, QRectF(left + 64, top, half - 64 - 14, SCALE - 4), c, small=True)
