"""Text with words to choose: with the mouse, or with Tab and Enter.

Both the rule sheet and the list of faults are such texts. A word is an anchor whose address names what it
stands for; nothing is ever loaded from an address.
"""

from __future__ import annotations

from PySide6.QtCore import QEvent, QRect, Qt, QUrl, Signal
from PySide6.QtGui import QHelpEvent, QKeyEvent, QTextCursor
from PySide6.QtWidgets import QTextBrowser, QToolTip

from bolometric.desk.parts.plain import tip

SCHEME = "word:"


class LinkedText(QTextBrowser):
    """Shows HTML made by :meth:`show_html`; every address in it must come from :func:`link`."""

    word_chosen = Signal(str)

    def __init__(self, name: str) -> None:
        super().__init__(objectName=name)
        self.setOpenLinks(False)
        self.setUndoRedoEnabled(False)
        self._words: list[str] = []
        self.anchorClicked.connect(lambda link: self.choose(link.toString().removeprefix(SCHEME)))

    def choose(self, word: str) -> None:
        """A word was clicked, or entered."""
        self.word_chosen.emit(word)

    def show_html(self, html: str, style: str, words: list[str]) -> None:
        """Write the text anew, keeping the place that was read and the word that had the focus."""
        place, focused = self.verticalScrollBar().value(), self.focused_word()
        self._words = words
        self.document().setDefaultStyleSheet(style)
        self.setHtml(html)
        if focused:
            self.focus_word(focused)
        self.verticalScrollBar().setValue(place)

    def words(self) -> list[str]:
        """What the words stand for, in reading order."""
        return list(self._words)

    def focused_word(self) -> str:
        """What the word that has the focus stands for, or nothing."""
        cursor = self.textCursor()
        if not cursor.hasSelection():
            return ""
        inside = QTextCursor(self.document())
        inside.setPosition(cursor.selectionStart() + 1)
        return inside.charFormat().anchorHref().removeprefix(SCHEME)

    def focus_word(self, word: str) -> None:
        """Put the focus on a word, in view."""
        span = self._find(word)
        if span is not None:
            cursor = self.textCursor()
            cursor.setPosition(span[0])
            cursor.setPosition(span[1], QTextCursor.MoveMode.KeepAnchor)
            self.setTextCursor(cursor)
            self.ensureCursorVisible()

    def word_rect(self, word: str) -> QRect:
        """Where a word stands, in this widget's coordinates; of a word broken over lines, its part on the last one."""
        span = self._find(word)
        if span is None:
            return QRect(0, 0, 1, 1)
        cursor = QTextCursor(self.document())
        cursor.setPosition(span[0])
        first = self.cursorRect(cursor)
        cursor.setPosition(span[1])
        last = self.cursorRect(cursor)
        if last.top() != first.top():
            cursor.movePosition(QTextCursor.MoveOperation.StartOfLine)
            first = self.cursorRect(cursor)
        return first.united(last).translated(self.viewport().pos())

    def _find(self, word: str) -> tuple[int, int] | None:
        """Start and end of a word in the document."""
        start, end = None, 0
        block = self.document().begin()
        while block.isValid():
            for step in block:  # type: ignore[attr-defined] # the stubs do not know that blocks can be walked
                piece = step.fragment()
                if piece.charFormat().anchorHref() == f"{SCHEME}{word}":
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
        else:
            self._leave(forward)
        return True

    def _leave(self, forward: bool) -> None:
        """Go on to the next widget that takes Tab, passing over the words here."""
        cursor = self.textCursor()
        cursor.clearSelection()
        self.setTextCursor(cursor)
        following = self
        while True:
            following = following.nextInFocusChain() if forward else following.previousInFocusChain()  # type: ignore[assignment]
            takes_tab = following.focusPolicy() & Qt.FocusPolicy.TabFocus
            if following is self or (takes_tab and following.isVisible() and following.isEnabled()):
                break
        following.setFocus(Qt.FocusReason.TabFocusReason if forward else Qt.FocusReason.BacktabFocusReason)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter or Space chooses the word that has the focus."""
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self.focused_word():
            self.choose(self.focused_word())
        else:
            super().keyPressEvent(event)

    def told_of(self, word: str) -> str:
        """What is said of a word that the pointer rests on; nothing where there is nothing to say."""
        return ""

    def viewportEvent(self, event: QEvent) -> bool:
        """A pause of the pointer over a word says what it is."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            address = self.anchorAt(event.pos())
            told = self.told_of(address.removeprefix(SCHEME)) if address else ""
            QToolTip.showText(event.globalPos(), tip(told), self.viewport()) if told else QToolTip.hideText()
            return True
        return super().viewportEvent(event)

    def loadResource(self, kind: int, name: QUrl | str) -> object:
        """Nothing is loaded from anywhere, whatever a game's texts hold."""
        return None


def link(word: str, text: str) -> str:
    """A word to choose; ``text`` is HTML already."""
    return f'<a href="{SCHEME}{word}">{text}</a>'
