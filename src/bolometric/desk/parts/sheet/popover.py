"""A small sheet that opens in place, beside the word or gauge it belongs to, clear of the gauges.

It is a child of the window, not a window of its own, so it stays where it was put on every system. Escape
closes it, so does a click elsewhere; Tab stays inside.
"""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, QPoint, QRect, Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QApplication, QComboBox, QFrame, QVBoxLayout, QWidget

MARGIN = 8


class Popover(QFrame):
    """Shows one widget. ``closed`` says whether it was given up with Escape."""

    closed = Signal(bool)

    def __init__(self, window: QWidget, content: QWidget, back_to: QWidget, room: QRect) -> None:
        super().__init__(window)
        self._room = room.adjusted(MARGIN, MARGIN, -MARGIN, -MARGIN)
        self.setObjectName("popover")
        self.setAccessibleName(content.accessibleName())
        self.content, self._back_to, self._open = content, back_to, True
        layout = QVBoxLayout(self)
        layout.setContentsMargins(14, 12, 14, 12)
        layout.addWidget(content)

    def open_at(self, anchor: QRect) -> None:
        """Show below ``anchor`` (in the window's coordinates), or above it where there is no room."""
        self._anchor = anchor
        self._place()
        self.show()
        self.raise_()
        (self.content.focusProxy() or self.content).setFocus(Qt.FocusReason.PopupFocusReason)
        QApplication.instance().installEventFilter(self)  # type: ignore[union-attr]

    def _place(self) -> None:
        self.adjustSize()
        room, size = self._room, self.sizeHint()
        below = self._anchor.bottom() + 6
        above = self._anchor.top() - 6 - size.height()
        top = below if below + size.height() <= room.bottom() or above < room.top() else above
        top = max(room.top(), min(top, room.bottom() - size.height()))
        left = max(room.left(), min(self._anchor.left(), room.right() - size.width()))
        self.setGeometry(QRect(QPoint(left, top), size))

    def refit(self) -> None:
        """The content has grown or shrunk: place it anew once its new parts are there."""
        QTimer.singleShot(0, self, self._refit)

    def _refit(self) -> None:
        if self._open and self.isVisible():
            self._place()

    def dismiss(self, given_up: bool = False) -> None:
        """Close, and give the focus back to where it was."""
        if not self._open:
            return
        self._open = False
        QApplication.instance().removeEventFilter(self)  # type: ignore[union-attr]
        self.hide()
        self._back_to.setFocus(Qt.FocusReason.PopupFocusReason)
        self.closed.emit(given_up)
        self.deleteLater()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Close on a click outside; lists and menus that the content opens are part of it."""
        if event.type() == QEvent.Type.MouseButtonPress and isinstance(event, QMouseEvent):
            at = event.globalPosition().toPoint()
            own = self.rect().contains(self.mapFromGlobal(at)) or QApplication.activePopupWidget() is not None
            inside_window = isinstance(watched, QWidget) and watched.window() is self.window()
            if not own and inside_window:
                self.dismiss()
        return False

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Escape gives up, Enter keeps."""
        if event.key() == Qt.Key.Key_Escape:
            self.dismiss(given_up=True)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.dismiss()
        else:
            super().keyPressEvent(event)

    def focusNextPrevChild(self, forward: bool) -> bool:
        """Keep Tab within the popover."""
        fields = [w for w in self.content.findChildren(QWidget) if _takes_tab(w)]
        if not fields:
            return True
        focused = self.window().focusWidget()
        at = fields.index(focused) if focused in fields else -1
        fields[(at + (1 if forward else -1)) % len(fields)].setFocus(Qt.FocusReason.TabFocusReason)
        return True


def _takes_tab(widget: QWidget) -> bool:
    inner = widget.parentWidget()
    part_of_box = isinstance(inner, QComboBox)
    return (
        bool(widget.focusPolicy() & Qt.FocusPolicy.TabFocus)
        and widget.isVisible()
        and widget.isEnabled()
        and (not part_of_box and widget.focusProxy() is None)
    )
