"""The rule sheet on screen: sentences whose settings are words to click or to reach with Tab."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import QEvent, QRect, Qt, QUrl, Signal
from PySide6.QtGui import QKeyEvent, QTextCursor
from PySide6.QtWidgets import QTextBrowser

from bolometric.core.game import Game
from bolometric.core.rule_sheet import rule_sheet
from bolometric.core.wording import Sentences
from bolometric.paint.palette import Palette

NAME = "name"
SCHEME = "set:"


class RuleSheet(QTextBrowser):
    """Shows a game as sentences; asks for an editor when a word is chosen."""

    word_chosen = Signal(str)

    def __init__(self) -> None:
        super().__init__(objectName="sheet")
        self.setOpenLinks(False)
        self.setUndoRedoEnabled(False)
        self.setAccessibleName("Rule sheet: Tab goes to the next setting, Enter changes it")
        self._words: list[str] = []
        self.anchorClicked.connect(lambda link: self.word_chosen.emit(link.toString().removeprefix(SCHEME)))

    def show_game(self, game: Game, colours: Palette) -> None:
        """Write the sheet anew, keeping the place that was read and the word that had the focus."""
        place, focused = self.verticalScrollBar().value(), self.focused_word()
        sections = rule_sheet(game)
        self._words = [NAME] + [s.path for part in sections for line in part.paragraphs for s in line if s.path]
        body = "".join(
            f"<h3>{escape(part.title)}</h3>" + "".join(f"<p>{_spans(line)}</p>" for line in part.paragraphs)
            for part in sections
        )
        self.document().setDefaultStyleSheet(_style(colours))
        self.setHtml(f'<h1><a href="{SCHEME}{NAME}">{escape(game.name)}</a></h1>{body}')
        if focused:
            self.focus_word(focused)
        self.verticalScrollBar().setValue(place)

    def words(self) -> list[str]:
        """Paths of all settings on the sheet, in reading order."""
        return list(self._words)

    def focused_word(self) -> str:
        """Path of the setting that has the focus, or nothing."""
        cursor = self.textCursor()
        if not cursor.hasSelection():
            return ""
        inside = QTextCursor(self.document())
        inside.setPosition(cursor.selectionStart() + 1)
        return inside.charFormat().anchorHref().removeprefix(SCHEME)

    def focus_word(self, path: str) -> None:
        """Put the focus on a word, in view."""
        span = self._find(path)
        if span is not None:
            cursor = self.textCursor()
            cursor.setPosition(span[0])
            cursor.setPosition(span[1], QTextCursor.MoveMode.KeepAnchor)
            self.setTextCursor(cursor)
            self.ensureCursorVisible()

    def word_rect(self, path: str) -> QRect:
        """Where a word stands, in this widget's coordinates."""
        span = self._find(path)
        if span is None:
            return QRect(0, 0, 1, 1)
        cursor = QTextCursor(self.document())
        cursor.setPosition(span[0])
        first = self.cursorRect(cursor)
        cursor.setPosition(span[1])
        last = self.cursorRect(cursor)
        found = first.united(last) if last.top() == first.top() else last
        return found.translated(self.viewport().pos())

    def _find(self, path: str) -> tuple[int, int] | None:
        """Start and end of a word in the document."""
        start, end = None, 0
        block = self.document().begin()
        while block.isValid():
            for step in block:
                piece = step.fragment()
                if piece.charFormat().anchorHref() == f"{SCHEME}{path}":
                    start = piece.position() if start is None else start
                    end = piece.position() + piece.length()
            block = block.next()
        return None if start is None else (start, end)

    def focusNextPrevChild(self, forward: bool) -> bool:
        """Tab goes from word to word, and on to the next part of the window after the last."""
        focused = self.focused_word()
        at = self._words.index(focused) if focused in self._words else (-1 if forward else len(self._words))
        at += 1 if forward else -1
        if 0 <= at < len(self._words):
            self.focus_word(self._words[at])
            return True
        cursor = self.textCursor()
        cursor.clearSelection()
        self.setTextCursor(cursor)
        return self._leave(forward)

    def _leave(self, forward: bool) -> bool:
        following = self.nextInFocusChain() if forward else self.previousInFocusChain()
        while following is not self and not (
            following.isVisible() and following.isEnabled() and following.focusPolicy() & Qt.FocusPolicy.TabFocus
        ):
            following = following.nextInFocusChain() if forward else following.previousInFocusChain()
        following.setFocus(Qt.FocusReason.TabFocusReason)
        return True

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter or Space opens the editor of the word that has the focus."""
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self.focused_word():
            self.word_chosen.emit(self.focused_word())
            return
        super().keyPressEvent(event)

    def event(self, event: QEvent) -> bool:
        """A word tells what it is when pointed at."""
        if event.type() == QEvent.Type.ToolTip:
            link = self.anchorAt(event.pos())  # type: ignore[attr-defined]
            self.setToolTip("Click to change" if link else "")
        return bool(super().event(event))

    def loadResource(self, kind: int, name: QUrl) -> object:
        """Nothing is ever loaded from outside, whatever a game's texts hold."""
        return None


def _spans(line: Sentences) -> str:
    return "".join(
        f'<a href="{SCHEME}{span.path}">{escape(span.text)}</a>' if span.path else escape(span.text) for span in line
    )


def _style(c: Palette) -> str:
    return f"""
    h1 {{ font-size: 25px; margin: 2px 0 6px 0; }}
    h3 {{ color: {c.ember}; font-size: 15px; font-weight: bold; margin: 12px 0 1px 0; }}
    p {{ margin: 0 0 3px 0; line-height: 128%; }}
    a {{ color: {c.night}; background-color: {c.night_wash}; font-weight: bold; text-decoration: none; }}
    h1 a {{ color: {c.ink}; background-color: transparent; }}
    """
