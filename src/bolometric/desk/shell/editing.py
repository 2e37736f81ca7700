"""Editing in place: opens the editor of a word, and the detail of a gauge, and passes on what they say."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QPoint, QRect, Signal
from PySide6.QtWidgets import QWidget

from bolometric.core.game.aloud import capital
from bolometric.core.game.document import with_value
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at
from bolometric.core.words.help.handbook import page_of_area
from bolometric.core.words.help.setting import setting_at
from bolometric.desk.editors.base import Editor
from bolometric.desk.help.what import WhatItIs
from bolometric.desk.keeping.document import Document
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.desk.parts.charts.gauge import Gauge
from bolometric.desk.parts.sheet.explain import ReadingDetail, reading_sentences
from bolometric.desk.parts.sheet.popover import Popover
from bolometric.desk.parts.sheet.rule_sheet import RuleSheet
from bolometric.paint.palette import Palette

if TYPE_CHECKING:
    from bolometric.core.game.fault import Change
    from bolometric.core.judge.nearby import Effect


class Editing(QWidget):
    """Owns the popover that is open, if any. Never shown itself."""

    effects_wanted = Signal(str)
    book_asked = Signal(str)
    """A page of the handbook is wanted."""
    trouble = Signal(str)

    def __init__(self, window: QWidget, document: Document, sheet: RuleSheet, room: QWidget) -> None:
        super().__init__(window)
        self.hide()
        self._window, self._document, self._sheet, self._room = window, document, sheet, room
        self.own: OwnPieces | None = None
        """The person's own pieces, if they are kept anywhere."""
        self.popover: Popover | None = None

    def open_word(self, path: str, colours: Palette) -> None:
        """Open the editor of a setting below its word."""
        from bolometric.desk.editors.choose import editor_for  # not wanted until the first word is chosen

        self._sheet.focus_word(path)
        editor = editor_for(knob_at(self._document.game, path), self._document.game, colours, self.own)
        stroke = object()
        before = self._document.game

        def take(value: Any) -> None:
            try:
                game = with_value(self._document.game, path, value)
                for other, follows in editor.follows:
                    game = with_value(game, other, follows)
                self._document.replace(game, stroke)
            except GameError as error:
                editor.say(error.sentence)

        def closed(given_up: bool) -> None:
            if given_up and self._document.game != before:
                self._document.replace(before, stroke)

        editor.edited.connect(take)
        rect = self._sheet.word_rect(path)
        self._show(editor, self._sheet, QRect(self._sheet.mapTo(self._window, rect.topLeft()), rect.size()))
        if self.popover is not None:
            self.popover.closed.connect(closed)

    def open_loose(self, at: KnobAt, take: Callable[[Any], None], anchor: QWidget, colours: Palette) -> None:
        """Open an editor for something that is no setting of the game; ``take`` gets every new value."""
        from bolometric.desk.editors.choose import editor_for

        editor = editor_for(at, self._document.game, colours, self.own)
        editor.edited.connect(take)
        self._show(editor, anchor, QRect(anchor.mapTo(self._window, QPoint(0, 0)), anchor.size()))

    def open_gauge(self, gauge: Gauge, reading: Reading | None, colours: Palette) -> None:
        """Open the detail of a reading above its gauge."""
        detail = ReadingDetail(self._document.game, gauge.key, reading)
        detail.change_chosen.connect(self.apply)
        detail.target_asked.connect(lambda path: self._from_detail(path, colours))
        self._show(detail, gauge, QRect(gauge.mapTo(self._window, QPoint(0, 0)), gauge.size()))
        if reading is not None:
            self.effects_wanted.emit(gauge.key)

    def explain_word(self, path: str) -> bool:
        """Say what a setting is, beside its word; false where it is none."""
        found = setting_at(self._document.game, path)
        if found is None:
            return False
        rect = self._sheet.word_rect(path)
        page = page_of_area(self._document.game.area).key
        self._explain(WhatItIs(found.title, found.lines, page), self._sheet, rect)
        return True

    def explain_gauge(self, gauge: Gauge, reading: Reading | None) -> None:
        """Say what a reading is, above its gauge."""
        kind = READINGS[gauge.key]
        lines = [f"{capital(kind.meaning)}.", *reading_sentences(gauge.key, reading)]
        self._explain(WhatItIs(kind.label, lines, gauge.key), gauge, gauge.rect())

    def _explain(self, what: WhatItIs, of: QWidget, rect: QRect) -> None:
        what.more.connect(self.book_asked)
        self._show(what, of, QRect(of.mapTo(self._window, rect.topLeft()), rect.size()))

    def readings_came(self, readings: dict[str, Reading], gauges: dict[str, Gauge], colours: Palette) -> None:
        """Fill a detail that was opened before its reading was there, or before that was exact."""
        if self.popover is not None and isinstance(self.popover.content, ReadingDetail):
            detail = self.popover.content
            now, before = readings.get(detail.key), detail.reading
            if now is not None and (before is None or (before.method, now.method) == ("simulated", "exact")):
                self.open_gauge(gauges[detail.key], now, colours)

    def show_effects(self, key: str, effects: list[Effect]) -> None:
        """The answer to ``effects_wanted``."""
        if self.popover is not None and isinstance(self.popover.content, ReadingDetail):
            detail = self.popover.content
            if detail.key == key:
                detail.show_effects(effects)

    def apply(self, change: Change) -> None:
        """Make a suggested change; one step of undo."""
        self.close_popover()
        try:
            for path, value in change.steps:
                self._document.edit(path, value, stroke=change)
        except GameError as error:
            self.trouble.emit(str(error))

    def edit(self, path: str, value: object, stroke: object = None) -> None:
        """Change a setting from elsewhere than its word; what can't be is said."""
        self.close_popover()
        try:
            self._document.edit(path, value, stroke)
        except GameError as error:
            self.trouble.emit(str(error))

    def mean(self, code: str, meant: bool) -> None:
        """A fault is meant from now on, or no more."""
        talk = self._document.game.talk
        self.edit("talk.meant", talk.with_meant(code, (talk.note_of(code) or "") if meant else None))

    def note(self, code: str, note: str | None) -> None:
        """A note on a fault that is meant; nothing where none was given."""
        if note is not None:
            self.edit("talk.meant", self._document.game.talk.with_meant(code, note))

    def close_popover(self) -> None:
        """Close what is open, keeping its change."""
        if self.popover is not None:
            self.popover.dismiss()

    def _from_detail(self, path: str, colours: Palette) -> None:
        self.close_popover()
        self.open_word(path, colours)

    def _show(self, content: Editor | ReadingDetail | WhatItIs, back_to: QWidget, anchor: QRect) -> None:
        self.close_popover()
        room = QRect(self._room.mapTo(self._window, QPoint(0, 0)), self._room.size())
        self.popover = Popover(self._window, content, back_to, room)
        content.resized.connect(self.popover.refit)
        self.popover.closed.connect(self._forget)
        self.popover.open_at(anchor)

    def _forget(self) -> None:
        self.popover = None
