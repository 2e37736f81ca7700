"""The odds view: a bar of pages, each on the same set of pieces; tables and charts can be taken away.

The chances are made at once, any other page when it is first looked at.
"""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING, TypeVar

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
from bolometric.desk.views.odds.page import OddsPage, plain_label
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.desk.views.odds.compare import ComparePage
    from bolometric.desk.views.odds.facts import DrawFactsPage
    from bolometric.desk.views.odds.hand import HandPage
    from bolometric.desk.views.odds.making import MakingPage
    from bolometric.desk.views.odds.questions import QuestionsPage
    from bolometric.desk.views.odds.ways import WaysPage

Page = TypeVar("Page", bound=OddsPage)
CHANCES, WAYS, QUESTIONS, COMPARE, FACTS, HAND, MAKING = range(7)
"""Where the pages stand."""


class OddsView(QWidget):
    """Shows what one draw can show."""

    export_asked = Signal(str)
    """'csv', 'svg' or 'png': a file to write."""
    edit_asked = Signal(object, object, object)
    """An editor is wanted for a set that is compared: a knob, what to do, where."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        self.title = plain_label("heading")
        self.trouble = plain_label("trouble")
        self.set, self.colours = PieceSet(), LIGHT
        self.picked: Value | None = None
        """The total that was picked last, on whatever page."""
        self._made: list[OddsPage] = []
        self.chances = ChancesPage()
        bar = self.bar = PageBar(
            self,
            [
                ("Chances", self.chances),
                ("Ways", lambda: self.ways),
                ("Questions", lambda: self.questions),
                ("Compare", lambda: self.compare),
                ("Facts", lambda: self.facts),
                ("Hand", lambda: self.hand),
                ("Making", lambda: self.making),
            ],
        )
        self._put(CHANCES, self.chances)
        self.stack, self.buttons = bar.stack, bar.buttons
        bar.addWidget(self._take_away())
        column.addWidget(self.title)
        column.addWidget(self.trouble)
        column.addLayout(bar)
        column.addWidget(self.stack, 1)

    @cached_property
    def ways(self) -> WaysPage:
        """Every way in which a total comes up."""
        from bolometric.desk.views.odds.ways import WaysPage

        return self._put(WAYS, WaysPage())

    @cached_property
    def questions(self) -> QuestionsPage:
        """The chance of what is asked for."""
        from bolometric.desk.views.odds.questions import QuestionsPage

        return self._put(QUESTIONS, QuestionsPage())

    @cached_property
    def compare(self) -> ComparePage:
        """Other sets of pieces beside this one."""
        from bolometric.desk.views.odds.compare import ComparePage

        page = self._put(COMPARE, ComparePage())
        page.edit_asked.connect(self.edit_asked)
        return page

    @cached_property
    def facts(self) -> DrawFactsPage:
        """What is worked out with one draw."""
        from bolometric.desk.views.odds.facts import DrawFactsPage

        return self._put(FACTS, DrawFactsPage())

    @cached_property
    def hand(self) -> HandPage:
        """The pieces, drawn here."""
        from bolometric.desk.views.odds.hand import HandPage

        return self._put(HAND, HandPage())

    @cached_property
    def making(self) -> MakingPage:
        """Numbers that can be made of what is drawn."""
        from bolometric.desk.views.odds.making import MakingPage

        return self._put(MAKING, MakingPage())

    @property
    def pages(self) -> tuple[OddsPage, ...]:
        """All of them, as they stand; those that were not there are made now."""
        return self.chances, self.ways, self.questions, self.compare, self.facts, self.hand, self.making

    def _put(self, at: int, page: Page) -> Page:
        """A page that was made, into its place, told what the others were told before."""
        self.bar.put(at, page)
        page.show_set(self.set, self.colours)
        if self.picked is not None:
            page.pick(self.picked)
        page.total_chosen.connect(lambda total: self._pass_on(page, total))
        self._made.append(page)
        return page

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
        for page in self._made:
            page.show_set(self.set, colours)

    def _pass_on(self, source: OddsPage, total: Value) -> None:
        self.picked = total
        for page in self._made:
            if page is not source:
                page.blockSignals(True)
                page.pick(total)
                page.blockSignals(False)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        for page in self._made:
            page.close_lanes()

    def copy_table(self) -> None:
        """Put the table on the clipboard, ready to paste into a sheet."""
        QGuiApplication.clipboard().setText(odds_csv(self.set.distribution, "\t"))

    def chart_widget(self) -> QWidget:
        """What is drawn as the chart: that of the page in front, or the bars."""
        page = self.stack.currentWidget()
        assert isinstance(page, OddsPage), "every page is one"
        return page.picture() or self.chances.chart
