"""The odds view: a bar of pages, each on the same set of pieces; tables and charts can be taken away."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QMenu, QToolButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game, PieceSet
from bolometric.core.outcomes.breakdown import no_number_words
from bolometric.core.settings.amounts import Value
from bolometric.core.words.odds import sure
from bolometric.core.words.report import odds_csv
from bolometric.core.words.rule_sheet import set_words
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.odds.chances import ChancesPage
from bolometric.desk.views.odds.compare import ComparePage
from bolometric.desk.views.odds.facts import DrawFactsPage
from bolometric.desk.views.odds.hand import HandPage
from bolometric.desk.views.odds.making import MakingPage
from bolometric.desk.views.odds.page import OddsPage, plain_label
from bolometric.desk.views.odds.questions import QuestionsPage
from bolometric.desk.views.odds.ways import WaysPage
from bolometric.paint.palette import LIGHT, Palette


class OddsView(QWidget):
    """Shows what one draw can show."""

    export_asked = Signal(str)
    """'csv', 'svg' or 'png': a file to write."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        self.title = plain_label("heading")
        self.trouble = plain_label("trouble")
        self.chances, self.ways, self.questions = ChancesPage(), WaysPage(), QuestionsPage()
        self.compare, self.facts, self.hand = ComparePage(), DrawFactsPage(), HandPage()
        self.making = MakingPage()
        self.pages: tuple[OddsPage, ...] = (
            self.chances,
            self.ways,
            self.questions,
            self.compare,
            self.facts,
            self.hand,
            self.making,
        )
        for page in self.pages:
            page.total_chosen.connect(lambda total, page=page: self._pass_on(page, total))
        bar = self.bar = PageBar(self, [(page.name, page) for page in self.pages])
        self.stack, self.buttons = bar.stack, bar.buttons
        bar.addWidget(self._take_away())
        column.addWidget(self.title)
        column.addWidget(self.trouble)
        column.addLayout(bar)
        column.addWidget(self.stack, 1)
        self.set, self.colours = PieceSet(), LIGHT

    def _take_away(self) -> QToolButton:
        button = QToolButton(text="Take away", popupMode=QToolButton.ToolButtonPopupMode.InstantPopup)
        button.setObjectName("add")
        button.setAccessibleName("take the table or the chart away")
        menu = QMenu(button)
        menu.addAction("Copy the table").triggered.connect(self.copy_table)
        for kind, words in (("csv", "Table as CSV …"), ("svg", "Chart as SVG …"), ("png", "Chart as PNG …")):
            menu.addAction(words).triggered.connect(lambda _=False, kind=kind: self.export_asked.emit(kind))
        button.setMenu(menu)
        return button

    def show_page(self, i: int) -> None:
        """Bring a page to the front."""
        self.bar.show_page(i)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Show a game's draw."""
        self.set = PieceSet.model_construct(pieces=game.pieces, draw=game.draw)  # the game was checked already
        self.colours = colours
        whose = f" of {game.seat_name(0)}" if game.draws_differ else ""
        title = f"One draw{whose}" if game.area.uses_pieces else "Nothing is drawn in this game; if it were"
        self.title.setText(f"{title}: {set_words(game)}")
        odds = game.shown
        told = no_number_words(game.pieces, game.draw)
        if odds.sampled:
            told += f" There are too many outcomes to list, so these chances are {sure(odds)}, each ± its error."
        self.trouble.setText(told.strip())
        self.trouble.setVisible(bool(told))
        for page in self.pages:
            page.show_set(self.set, colours)

    def _pass_on(self, source: OddsPage, total: Value) -> None:
        for page in self.pages:
            if page is not source:
                page.blockSignals(True)
                page.pick(total)
                page.blockSignals(False)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        self.making.close_lanes()

    def copy_table(self) -> None:
        """Put the table on the clipboard, ready to paste into a sheet."""
        QGuiApplication.clipboard().setText(odds_csv(self.set.distribution, "\t"))

    def chart_widget(self) -> QWidget:
        """What is drawn as the chart: that of the page in front, or the bars."""
        page = self.stack.currentWidget()
        if isinstance(page, WaysPage) and page.table.isVisible():
            return page.table
        if isinstance(page, DrawFactsPage | MakingPage):
            return page.table
        return page.chart if isinstance(page, ComparePage) else self.chances.chart
