"""Where the rule sheet stands: beside the view while both have room to be read, else folded into a button.

From the button it comes over the view, and goes again with Escape, with the button, or once the view is used. A view
may also begin with it put away, and a person may put it away.
"""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, QRect, QSize, Qt
from PySide6.QtGui import QFontMetrics, QKeyEvent, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QApplication, QHBoxLayout, QSplitter, QToolButton, QWidget

from bolometric.desk.parts.roomy import Roomy

LETTERS = 26
"""Letters of a line of the sheet, below which it is no longer read with ease."""
AROUND = 52
"""Pixels of a line that are not text: margins, and the scroll bar."""
MOST = 0.38
"""The part of the window that the sheet takes at most."""
USUAL = 0.37
"""The part it takes where nobody has said."""


class FoldButton(QToolButton):
    """Stands upright at the left edge, its word read from below."""

    def __init__(self) -> None:
        super().__init__(objectName="fold")
        self.setAccessibleName("Show the rules")
        self.setToolTip("Show the rules (Shift+F6)")
        self.setFixedWidth(30)

    def sizeHint(self) -> QSize:
        """Room for its word, upright."""
        return QSize(30, 90)

    def paintEvent(self, event: QPaintEvent) -> None:
        """A word, turned."""
        painter = QPainter(self)
        painter.fillRect(self.rect(), self.palette().base())
        painter.setPen(self.palette().link().color())
        painter.setFont(self.font())
        if self.hasFocus():
            painter.drawRect(self.rect().adjusted(1, 1, -2, -2))
        painter.rotate(-90)
        painter.drawText(QRect(-self.height(), 0, self.height(), self.width()), Qt.AlignmentFlag.AlignCenter, "Rules")
        painter.end()


class SheetPlace(QWidget):
    """A row of the button, the sheet and the view."""

    def __init__(self, column: QWidget) -> None:
        super().__init__()
        self.button, self.split = FoldButton(), QSplitter()
        self.sheet: QWidget | None = None
        self.split.addWidget(column)
        self.split.setChildrenCollapsible(False)
        self._column = column
        self._away = {"class"}
        self._view = ""
        self._page: QWidget | None = None
        self._share = USUAL
        self.button.hide()
        self.button.clicked.connect(self.toggle)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        row.addWidget(self.button)
        row.addWidget(self.split, 1)
        self.button.setSizePolicy(self.button.sizePolicy().horizontalPolicy(), self.split.sizePolicy().verticalPolicy())

    def put(self, sheet: QWidget) -> None:
        """The sheet is there."""
        self.sheet = sheet
        sheet.hide()
        sheet.installEventFilter(self)
        self.split.insertWidget(0, sheet)
        self.split.setStretchFactor(1, 1)
        self.split.splitterMoved.connect(self._moved)
        application = QApplication.instance()
        assert isinstance(application, QApplication)
        application.focusChanged.connect(self._focus_went)

    @property
    def share(self) -> float:
        """The part of the window that somebody gave the sheet."""
        return self._share

    @share.setter
    def share(self, part: float) -> None:
        self._share = min(part, MOST) if part > 0.1 else USUAL

    @property
    def least(self) -> int:
        """Pixels that the sheet needs to be read."""
        return LETTERS * QFontMetrics(self.font()).horizontalAdvance("n") + AROUND

    @property
    def is_over(self) -> bool:
        """Whether the sheet lies over the view."""
        return self.sheet is not None and self.sheet.parent() is self and self.sheet.isVisible()

    @property
    def is_beside(self) -> bool:
        """Whether the sheet stands beside the view."""
        return self.sheet is not None and self.sheet.parent() is self.split and not self.sheet.isHidden()

    def show_for(self, view: str, page: QWidget) -> None:
        """Another view is in front."""
        self._close_over()
        self._view, self._page = view, page
        self.arrange()

    def _fits(self) -> bool:
        """Whether view and sheet have room beside each other."""
        return self.width() - self._needs() - self.split.handleWidth() >= self.least

    def _needs(self) -> int:
        page = self._page
        if page is None:
            return 0
        return page.needs() if isinstance(page, Roomy) else page.minimumSizeHint().width()

    def arrange(self) -> None:
        """Put the sheet beside the view, or fold it away."""
        if self.sheet is None or not self._view:
            return
        if self._view == "shelf":
            self._close_over()
            self.button.hide()
            self.sheet.hide()
            return
        beside = self._view not in self._away and self._fits()
        if beside:
            self._stand_beside(self.sheet)
        elif not self.is_over:
            self.sheet.hide()
        else:
            self._lie_over(self.sheet)
        self.button.setVisible(not beside)

    def _stand_beside(self, sheet: QWidget) -> None:
        if sheet.parent() is not self.split:
            _edge(sheet, False)
            self.split.insertWidget(0, sheet)
            self.split.setStretchFactor(1, 1)
        sheet.setMinimumWidth(self.least)
        sheet.show()
        width = self.width() - self.split.handleWidth()
        sheet_width = max(min(int(self._share * width), width - self._needs()), self.least)
        self.split.setSizes([sheet_width, width - sheet_width])

    def _lie_over(self, sheet: QWidget) -> None:
        if sheet.parent() is not self:
            sheet.setParent(self)
            _edge(sheet, True)
        left = self.button.width()
        room = self.width() - left
        sheet.setGeometry(left, 0, min(max(self.least, int(USUAL * self.width())), room), self.height())
        sheet.show()
        sheet.raise_()

    def toggle(self) -> None:
        """Show the sheet where there is room for it, or put it away again."""
        if self.sheet is None:
            return
        if self.is_over:
            self._close_over()
            self.button.setFocus()
        elif self.is_beside:
            self._away.add(self._view)
            self.arrange()
            self.button.setFocus()
        else:
            self.bring()

    def bring(self) -> None:
        """Show the sheet, beside the view or over it, with the keyboard on it."""
        if self.sheet is None or self._view == "shelf":
            return
        self._away.discard(self._view)
        self.arrange()
        if not self.is_beside:
            self._lie_over(self.sheet)
        self.sheet.setFocus()

    def _close_over(self) -> None:
        if self.sheet is not None and self.sheet.parent() is self:
            self.sheet.hide()
            _edge(self.sheet, False)
            self.split.insertWidget(0, self.sheet)
            self.sheet.hide()

    def _focus_went(self, _: QWidget | None, now: QWidget | None) -> None:
        """Whoever uses the view has done with the sheet."""
        if self.is_over and now is not None and self._column.isAncestorOf(now):
            self._close_over()

    def _moved(self, position: int, _: int) -> None:
        """Somebody gave the sheet another width."""
        if self.is_beside and self.sheet is not None and self.split.width():
            self.share = self.split.sizes()[0] / self.split.width()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Escape puts a sheet away that lies over the view."""
        if (
            event.type() == QEvent.Type.KeyPress
            and isinstance(event, QKeyEvent)
            and event.key() == Qt.Key.Key_Escape
            and self.is_over
        ):
            self.toggle()
            return True
        return super().eventFilter(watched, event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Share the width anew."""
        super().resizeEvent(event)
        self.arrange()

    def minimumSizeHint(self) -> QSize:
        """What does not fit is folded away, so a row needs little."""
        return QSize(300, self.split.minimumSizeHint().height())


def _edge(sheet: QWidget, over: bool) -> None:
    """Set off a sheet that lies over a view."""
    sheet.setProperty("over", over)
    sheet.style().unpolish(sheet)
    sheet.style().polish(sheet)
