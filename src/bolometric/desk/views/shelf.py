"""Shelf: the games there are, each a card with a small picture of its board."""

from __future__ import annotations

from collections.abc import Iterable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass, replace
from pathlib import Path

from PySide6.QtCore import QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QGridLayout, QScrollArea, QVBoxLayout, QWidget

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.files import SUFFIX, read
from bolometric.core.judge.difficulty import difficulty_of
from bolometric.core.judge.suits import targets_of
from bolometric.core.measure.measuring import never_stop, quick_measure
from bolometric.core.results.scale import Scale
from bolometric.core.results.show import headline
from bolometric.core.settings.errors import Cancelled, FileError, GameError
from bolometric.core.settings.heeding import Stop, heeding
from bolometric.core.text.figures import percent, plural
from bolometric.core.tuning.looking import look as look_at
from bolometric.core.tuning.space import changes_between
from bolometric.desk.giving_way import edits
from bolometric.desk.parts.plain import Label, tip
from bolometric.paint.board import layout_of, paint_board, picture_of
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.scale import paint_scale

CARD = QSize(290, 296)
SCALE = 22.0
"""Pixels of height for two of the scales that say how hard a game is."""
COLUMNS = 4
AFTER_PAINT = 30
"""Milliseconds until files are read and measured: the cards are painted first."""
MOST_CARDS = 200
SUITED = 600
"""Games that are played for how well one suits, where that is not worked out."""


@dataclass(frozen=True, slots=True)
class Entry:
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


def look(path: Path, stop: Stop = never_stop) -> Entry:
    """Read and measure a file for its card. Raises Cancelled once ``stop()`` is true."""
    try:
        with heeding(stop):
            exact = quick_measure(read(path), stop)
            _ = exact.heat  # worked out here, on the shelf's thread
        return Entry(path, exact)
    except (FileError, GameError) as error:
        return Entry(path, None, str(error))


def weigh(entry: Entry, stop: Stop = never_stop) -> Entry:
    """The entry with how hard its game is. Raises Cancelled once ``stop()`` is true."""
    if entry.exact is None:
        return entry
    with heeding(stop):
        targets = targets_of(entry.exact.game)
        suited = look_at(entry.exact.game, targets, SUITED, 1, stop).suits if targets else None
        return replace(entry, scales=difficulty_of(entry.exact, stop), suits=suited)


def games_in(folder: Path) -> list[Path]:
    """The game files of a folder by name; an unreadable folder counts as empty."""
    try:
        return sorted(folder.glob(f"*{SUFFIX}"))[:MOST_CARDS]
    except OSError:
        return []


class Card(QAbstractButton):
    """One game. Activating it opens the game."""

    def __init__(self, path: Path, colours: Palette) -> None:
        super().__init__()
        self.path, self.colours = path, colours
        self.entry: Entry | None = None
        self.setFixedSize(CARD)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName(path.name.removesuffix(SUFFIX))

    def fill(self, entry: Entry) -> None:
        """The file has been read."""
        self.entry = entry
        self.setToolTip(tip(str(entry.path)))
        if entry.exact is not None:
            hard = ", ".join(f"{scale.name.lower()}: {scale.headline}" for scale in entry.scales)
            self.setAccessibleName(f"{entry.exact.game.name}, {self._told(entry.exact)}, {hard}")
        self.update()

    def _told(self, exact: Analysis) -> str:
        players = plural(exact.game.seats.count, "player")
        minutes = exact.readings.get("minutes")
        played = ", simulated" if minutes is not None and minutes.method == "simulated" else ""
        told = f"{players} · {headline('minutes', minutes)}{played}" if minutes else players
        suited = self.entry.suits if self.entry is not None else None
        return told if suited is None else f"{told} · suits {percent(suited)}"

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw the card."""
        c = self.colours
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.hasFocus() or self.underMouse()
        painter.setPen(QPen(QColor(c.ember if self.hasFocus() else c.night if lit else c.line), 2 if lit else 1))
        painter.setBrush(QColor(c.sheet))
        card = QRectF(self.rect()).adjusted(1.5, 1.5, -1.5, -1.5)
        painter.drawRoundedRect(card, 10, 10)
        inner = card.adjusted(14, 10, -14, -10)
        exact = self.entry.exact if self.entry else None
        board = QRectF(inner.left(), inner.top(), inner.width(), 148)
        words = QRectF(inner.left(), inner.top() + 158, inner.width(), inner.height() - 158)
        if exact is None:
            trouble = self.entry.trouble if self.entry else "…"
            self._text(painter, words, self.path.name.removesuffix(SUFFIX), 18, c.ink, bold=True)
            painter.setFont(screen_font(13))
            painter.setPen(QColor(c.ember))
            below = words.adjusted(0, 26, 0, 0)
            painter.drawText(below, int(Qt.AlignmentFlag.AlignLeft) | int(Qt.TextFlag.TextWordWrap), trouble)
        else:
            game = exact.game
            places = area_of(game).board.places(game)
            plain = picture_of(places, exact.heat, figures=False)  # figures would not be readable here
            paint_board(painter, layout_of(places, board), plain, c)
            self._text(painter, words, game.name, 18, c.ink, bold=True)
            about = (self.entry.words if self.entry else "") or f"{game.brief.practising} · {game.brief.group}"
            self._text(painter, words.adjusted(0, 26, 0, 0), about, 13.5, c.faint)
            self._text(painter, words.adjusted(0, 48, 0, 0), self._told(exact), 14.5, c.ink)
            self._paint_scales(painter, words.adjusted(0, 74, 0, 0))
        painter.end()

    def _paint_scales(self, painter: QPainter, room: QRectF) -> None:
        """The four scales, two a row."""
        half = room.width() / 2
        for k, scale in enumerate(self.entry.scales if self.entry else ()):
            top = room.top() + SCALE * (k // 2)
            left = room.left() + half * (k % 2)
            self._text(painter, QRectF(left, top, 62, SCALE), scale.name.lower(), 12.5, self.colours.faint)
            paint_scale(painter, scale, QRectF(left + 64, top, half - 64 - 14, SCALE - 4), self.colours, small=True)

    def _text(self, painter: QPainter, area: QRectF, words: str, size: float, colour: str, bold: bool = False) -> None:
        painter.setFont(screen_font(size, bold))
        painter.setPen(QColor(colour))
        fitted = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, int(area.width()))
        painter.drawText(area, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop, fitted)


class ShelfView(QScrollArea):
    """Sections of cards. Files are read and measured on a thread of its own."""

    chosen = Signal(object)
    """The path of a game to open."""
    _looked = Signal(object)

    def __init__(self) -> None:
        super().__init__(widgetResizable=True)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setAccessibleName("Shelf of games")
        self.cards: dict[Path, Card] = {}
        self.colours: Palette = LIGHT
        self._lane = ThreadPoolExecutor(1, "shelf")
        self._closed = False
        self._looked.connect(self._fill)

    def show_shelves(self, shelves: Iterable[tuple[str, str, list[Path]]], colours: Palette) -> None:
        """Show (title, words if empty, files) for each shelf."""
        self.colours = colours
        known = {path: card.entry for path, card in self.cards.items() if card.entry is not None}
        self.cards = {}
        inner = QWidget(objectName="plain")
        column = QVBoxLayout(inner)
        column.setContentsMargins(22, 14, 22, 14)
        column.setSpacing(10)
        for title, empty, paths in shelves:
            column.addWidget(Label(title, objectName="title"))
            if not paths:
                column.addWidget(Label(empty, objectName="hint", wordWrap=True))
            grid = QGridLayout()
            grid.setSpacing(14)
            for i, path in enumerate(paths):
                card = Card(path, colours)
                card.clicked.connect(lambda _=False, path=path: self.chosen.emit(path))
                self.cards[path] = card
                grid.addWidget(card, i // COLUMNS, i % COLUMNS)
                if path in known:
                    card.fill(known[path])
            grid.setColumnStretch(COLUMNS, 1)
            column.addLayout(grid)
        column.addStretch()
        self.setWidget(inner)
        QTimer.singleShot(AFTER_PAINT, self, self._start_looking)

    def _start_looking(self) -> None:
        for path in () if self._closed else self.cards:
            self._lane.submit(self._look, path)

    def _given_up(self) -> bool:
        """Whether nothing is wanted any more; the open game goes first."""
        return self._closed or edits.give_way()

    def _look(self, path: Path) -> None:
        with suppress(Cancelled):
            entry = look(path, self._given_up)
            self._looked.emit(entry)
            if not self._closed:
                self._lane.submit(self._weigh, entry)  # behind the cards that have not been looked at yet

    def _weigh(self, entry: Entry) -> None:
        with suppress(Cancelled):
            self._looked.emit(weigh(entry, self._given_up))

    def _fill(self, entry: Entry) -> None:
        if entry.path not in self.cards:
            return
        before = self.cards[entry.path].entry
        known = before.exact if before is not None else None
        fresh = entry.exact.game if entry.exact is not None and not entry.scales else None
        if before is not None and known is not None and known.game == fresh:
            entry = replace(entry, scales=before.scales, suits=before.suits)  # they are being worked out again
        self.cards[entry.path].fill(entry)
        if entry.exact is not None and entry.exact.game.family is not None:
            self._tell_family(entry.path.parent, entry.exact.game.family.of)

    def _tell_family(self, folder: Path, of: str) -> None:
        """On each version of a game what changes from the one before it, as far as they have been read."""
        games = {
            path: card.entry.exact.game for path, card in self.cards.items()
            if path.parent == folder and card.entry is not None and card.entry.exact is not None
        }  # fmt: skip
        places = {
            game.family.place: (path, game)
            for path, game in games.items()
            if game.family is not None and game.family.of == of
        }
        for place, (path, game) in places.items():
            before, card = places.get(place - 1), self.cards[path]
            assert game.family is not None
            told = "; ".join(changes_between(before[1], game)) if before is not None else ""
            words = f"{game.family.level}; from the one before: {told}" if told else f"{game.family.level}, of {of}"
            if card.entry is not None and card.entry.words != words:
                card.fill(replace(card.entry, words=words))
                card.setToolTip(tip(f"{words}. {path}"))

    def close_lane(self) -> None:
        """End the thread."""
        self._closed = True
        self._lane.shutdown(wait=True, cancel_futures=True)
