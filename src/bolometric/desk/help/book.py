"""The handbook in a window of its own: pages on the left, narrowed down by typing, and the page."""

from __future__ import annotations

from PySide6.QtCore import QSize, Qt, QUrl, Signal
from PySide6.QtGui import QKeySequence, QShortcut, QTextCursor
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QSplitter,
    QTextBrowser,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.words.help.handbook import HandbookPage, page_of, pages, search
from bolometric.desk.help.pictures import picture
from bolometric.desk.shell.style import TEXT
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette

SIZE = QSize(920, 640)
PAGE, MARGIN = "page", 18
KEY = Qt.ItemDataRole.UserRole


class PageView(QTextBrowser):
    """One page. Nothing is loaded from anywhere; pictures are painted."""

    page_asked = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.colours: Palette = LIGHT
        self.setOpenLinks(False)
        self.setAccessibleName("The page")
        self.anchorClicked.connect(self._follow)

    def _follow(self, address: QUrl) -> None:
        if address.scheme() == PAGE:
            self.page_asked.emit(address.path())

    def show_page(self, page: HandbookPage) -> None:
        """Show it from its top."""
        self.setMarkdown(f"# {page.title}\n\n{page.text}")
        self.document().setDocumentMargin(MARGIN)
        self._space()
        self.verticalScrollBar().setValue(0)

    def _space(self) -> None:
        """Room below each paragraph, which Markdown leaves out."""
        cursor = QTextCursor(self.document())
        while True:
            form = cursor.blockFormat()
            form.setBottomMargin(3 if cursor.currentList() is not None else 8)
            form.setTopMargin(8 if form.headingLevel() > 1 else 0)
            cursor.setBlockFormat(form)
            if not cursor.movePosition(QTextCursor.MoveOperation.NextBlock):
                return

    def loadResource(self, kind: int, name: QUrl | str) -> object:
        """The picture of an address."""
        return picture(QUrl(name), self.colours)


class Handbook(QWidget):
    """Opened at a page; Escape closes it."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Window)
        self.setWindowTitle("Handbook – Bolometric")
        self.resize(SIZE)
        self.words = QLineEdit(placeholderText="words to look for", clearButtonEnabled=True)
        self.words.setAccessibleName("words to look for in the handbook")
        self.list, self.view, self.back = QListWidget(), PageView(), QPushButton("Back")
        self.list.setAccessibleName("pages of the handbook")
        self.list.setWordWrap(True)
        self._past: list[str] = []
        self.page = page_of("")
        self._lay_out()
        self.words.textChanged.connect(lambda _: self._list())
        self.words.returnPressed.connect(self._first)
        self.list.itemActivated.connect(lambda one: self.open(one.data(KEY)))
        self.list.itemClicked.connect(lambda one: self.open(one.data(KEY)))
        self.view.page_asked.connect(self.open)
        self.back.clicked.connect(self.go_back)
        QShortcut(QKeySequence("Escape"), self, self.close)
        QShortcut(QKeySequence("Ctrl+F"), self, self.words.setFocus)
        QShortcut(QKeySequence("Alt+Left"), self, self.go_back)
        self._list()

    def _lay_out(self) -> None:
        left, right, split = QWidget(), QWidget(), QSplitter()
        for side, parts in ((left, (self.words, self.list)), (right, (self.view,))):
            column = QVBoxLayout(side)
            column.setContentsMargins(10, 10, 10, 10)
            for part in parts:
                column.addWidget(part)
        foot = QHBoxLayout()
        foot.addWidget(self.back)
        foot.addStretch()
        below = right.layout()
        assert isinstance(below, QVBoxLayout)
        below.addLayout(foot)
        split.addWidget(left)
        split.addWidget(right)
        split.setSizes([290, 630])
        split.setChildrenCollapsible(False)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(split)

    def _list(self) -> None:
        """All pages by groups, or those that were found with the words around."""
        self.list.clear()
        typed = self.words.text().strip()
        group = ""
        for page in () if typed else pages():
            if page.group != group:
                group = page.group
                head = QListWidgetItem(group)
                head.setFlags(Qt.ItemFlag.NoItemFlags)
                head.setFont(screen_font(TEXT, bold=True))
                self.list.addItem(head)
            self._add(page, page.title)
        for hit in search(typed):
            self._add(hit.page, f"{hit.page.title}\n{hit.around}")
        if typed and not self.list.count():
            nothing = QListWidgetItem("Nothing has all of these words.")
            nothing.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(nothing)

    def _add(self, page: HandbookPage, words: str) -> None:
        item = QListWidgetItem(words)
        item.setData(KEY, page.key)
        self.list.addItem(item)
        if page.key == self.page.key:
            self.list.setCurrentItem(item)

    def _first(self) -> None:
        """The first of those found."""
        if self.words.text().strip() and self.list.count() and self.list.item(0).data(KEY):
            self.open(self.list.item(0).data(KEY))

    def open(self, key: str | None) -> None:
        """Show a page, and remember the one before it."""
        if key is None:
            return
        if key != self.page.key:
            self._past.append(self.page.key)
        self._show(key)

    def go_back(self) -> None:
        """The page before."""
        if self._past:
            self._show(self._past.pop())

    def _show(self, key: str) -> None:
        self.page = page_of(key)
        self.view.show_page(self.page)
        self.back.setEnabled(bool(self._past))
        for row in range(self.list.count()):
            if self.list.item(row).data(KEY) == self.page.key:
                self.list.setCurrentRow(row)

    def show_at(self, key: str, colours: Palette) -> None:
        """Open the book at a page, in front."""
        self.view.colours = colours
        self.open(key)
        if self.page.key == key and not self._past:
            self._show(key)
        self.show()
        self.raise_()
        self.activateWindow()
