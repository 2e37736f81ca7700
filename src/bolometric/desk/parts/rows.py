"""A table to read: names on the left, a column for each game."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHeaderView, QTableWidget, QTableWidgetItem


class Rows(QTableWidget):
    """Plain words in rows and columns; nothing in it can be changed."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setAccessibleName(name)
        self.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)
        self.verticalHeader().hide()
        self.setShowGrid(False)
        self.setWordWrap(True)
        self.setTabKeyNavigation(False)

    def show_rows(self, heads: Sequence[str], rows: Sequence[tuple[str, Sequence[str]]], wrapped: bool = False) -> None:
        """Take on a table; ``heads`` name the columns after the first."""
        self.clear()
        self.setColumnCount(len(heads) + 1)
        self.setRowCount(len(rows))
        self.setHorizontalHeaderLabels(["", *heads])
        for row, (name, values) in enumerate(rows):
            for column, words in enumerate((name, *values)):
                item = QTableWidgetItem(words)
                item.setFlags(Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable)
                item.setToolTip(words if len(words) > 30 and "<" not in words else "")
                self.setItem(row, column, item)
        header = self.horizontalHeader()
        header.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
        header.setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        header.setSectionResizeMode(0, QHeaderView.ResizeMode.ResizeToContents)
        if wrapped:
            self.resizeRowsToContents()
