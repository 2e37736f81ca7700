"""A bar of buttons that bring pages to the front."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QButtonGroup, QHBoxLayout, QStackedWidget, QToolButton, QWidget


class PageBar(QHBoxLayout):
    """A button for each page, and the stack that shows the one in front."""

    def __init__(self, parent: QWidget, pages: Sequence[tuple[str, QWidget]]) -> None:
        super().__init__()
        self.setSpacing(0)
        self.stack = QStackedWidget()
        group = QButtonGroup(parent)
        self.buttons: list[QToolButton] = []
        for i, (name, page) in enumerate(pages):
            self.stack.addWidget(page)
            button = QToolButton(objectName="page", text=name, checkable=True, checked=i == 0)
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
            button.clicked.connect(lambda _=False, i=i: self.show_page(i))
            group.addButton(button)
            self.addWidget(button)
            self.buttons.append(button)
        self.addStretch()

    def show_page(self, i: int) -> None:
        """Bring a page to the front."""
        self.buttons[i].setChecked(True)
        self.stack.setCurrentIndex(i)
