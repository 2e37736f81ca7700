"""A bar of buttons that bring pages to the front."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QButtonGroup, QHBoxLayout, QStackedWidget, QToolButton, QWidget


class PageBar(QHBoxLayout):
    """A button for each page, and the stack that shows the one in front.

    In place of a page there may be what makes it: it is asked when that page is first brought to the front, and
    :meth:`put` into its place.
    """

    def __init__(self, parent: QWidget, pages: Sequence[tuple[str, QWidget | Callable[[], QWidget]]]) -> None:
        super().__init__()
        self.setSpacing(0)
        self.stack = QStackedWidget()
        self._late: dict[int, Callable[[], QWidget]] = {}
        group = QButtonGroup(parent)
        self.buttons: list[QToolButton] = []
        for i, (name, page) in enumerate(pages):
            if not isinstance(page, QWidget):
                self._late[i] = page
            self.stack.addWidget(page if isinstance(page, QWidget) else QWidget())
            button = QToolButton(objectName="page", text=name, checkable=True, checked=i == 0)
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
            button.clicked.connect(lambda _=False, i=i: self.show_page(i))
            group.addButton(button)
            self.addWidget(button)
            self.buttons.append(button)
        self.addStretch()

    def put(self, i: int, page: QWidget) -> None:
        """A page that was made into its place."""
        if self._late.pop(i, None) is not None:
            kept = self.stack.widget(i)
            assert kept is not None, "no place was kept"
            self.stack.insertWidget(i, page)
            self.stack.removeWidget(kept)
            kept.deleteLater()

    def show_page(self, i: int) -> None:
        """Bring a page to the front."""
        if i in self._late:
            self.put(i, self._late[i]())
        self.buttons[i].setChecked(True)
        self.stack.setCurrentIndex(i)
