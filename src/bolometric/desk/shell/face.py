"""The window as it is seen: its parts, where they stand, and which of its views is in front.

What the parts do is told by those that hold a face: commands, help, colours, and what is known of the open game. They
are made with it and know nothing of each other.
"""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QMainWindow, QSplitter, QStackedWidget, QVBoxLayout, QWidget

from bolometric.assets import demo_files
from bolometric.desk.parts.bars import Notice, ViewBar
from bolometric.desk.parts.charts.gauge import GaugeStrip
from bolometric.desk.parts.roomy import Roomy
from bolometric.desk.parts.sheet.place import SheetPlace
from bolometric.desk.shell import actions
from bolometric.desk.shell.late_views import VIEWS as LATE
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.style import scheme
from bolometric.desk.views.shelf import ShelfView, games_in
from bolometric.desk.views.shelves import ShelvesView

if TYPE_CHECKING:
    from bolometric.desk.keeping.document import Document
    from bolometric.desk.keeping.filing import Filing
    from bolometric.desk.keeping.recovery import Keeper
    from bolometric.desk.keeping.rescuing import Rescuing
    from bolometric.desk.keeping.shelving import Shelving
    from bolometric.desk.parts.faults import FaultList
    from bolometric.desk.parts.rescue import Rescue
    from bolometric.desk.parts.sheet.rule_sheet import RuleSheet
    from bolometric.desk.shell.editing import Editing
    from bolometric.desk.shell.late_views import LateViews
    from bolometric.desk.views.shape import ShapeView
    from bolometric.desk.working.measurer import Measurer

VIEWS = ("shelf", "shape", *LATE)
UNMEASURED = ("shelf", "class")
"""Views without gauges: no game is open in the one, and the other is for a room that plays."""
UNFAULTED = ("shelf", "practice", "tune", "table", "sheets", "class", "logbook")
"""Views without the list of faults: what they show has a use for the room."""


class Face(QMainWindow):
    """It comes up in two steps: first the shelf with its cards, for which nothing of the core is imported.

    Then ``furnishing`` puts in the rest: the parts that are only declared here.
    """

    view_wanted = Signal(str)
    """Another view is to come to the front."""
    painted = Signal()
    """It is seen for the first time."""
    closing = Signal()
    """It is being closed for good."""
    document: Document
    measurer: Measurer
    sheet: RuleSheet
    shape: ShapeView
    fault_list: FaultList
    editing: Editing
    filing: Filing
    shelving: Shelving
    late: LateViews
    rescue: Rescue
    rescuing: Rescuing
    keeper: Keeper | None = None

    def __init__(self, settings: Settings, shelf: Path, demo: bool) -> None:
        super().__init__()
        self.settings, self.shelf_folder, self.demo = settings, shelf, demo
        self.colours = scheme(settings.theme)
        self.view = ""
        self.furnished = self._seen = False
        self.gauges, self.shelf = GaugeStrip(), ShelfView()
        self.gauges.hide()
        self.bar, self.notice = ViewBar(VIEWS), Notice()
        self.stack = QStackedWidget()
        self.stack.setMinimumSize(300, 120)  # or it would be as wide as the widest view that is not shown
        self.column = QSplitter(Qt.Orientation.Vertical)
        self.column.addWidget(self.stack)
        self.column.setChildrenCollapsible(False)
        self.shelves = ShelvesView(self.shelf)
        self.shelf_page = Roomy(self.shelves)
        self.stack.addWidget(self.shelf_page)
        self.place = SheetPlace(self.column)
        self._lay_out()

    def _lay_out(self) -> None:
        self.menuBar().setNativeMenuBar(False)  # what the program is at stands in it
        self.menuBar().setCornerWidget(self.bar.status)
        middle = QWidget()
        layout = self.column_of_parts = QVBoxLayout(middle)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self.bar)
        layout.addWidget(self.notice)
        layout.addWidget(self.place, 1)
        layout.addWidget(self.gauges)
        self.setCentralWidget(Roomy(middle))  # a small screen, or large text, scrolls

    def add_menus(self, does: Callable[[str], Callable[[], object]]) -> None:
        """Put the commands into menus; ``does`` finds what one of them does by its name."""
        self.actions_by_id, self.menus = actions.build(self, does)
        for action in self.actions_by_id.values():
            action.setEnabled(False)  # nothing is there yet that could do it

    def paintEvent(self, event: QPaintEvent) -> None:
        """Say so when it is seen for the first time, once that is over."""
        super().paintEvent(event)
        if not self._seen:
            self._seen = True
            QTimer.singleShot(0, self, self.painted.emit)

    def say(self, sentence: str) -> None:
        """Show one sentence above the views until it is closed."""
        self.notice.say(sentence)

    def go(self, view: str) -> None:
        """Show another view."""
        self.view_wanted.emit(view)

    def opened(self, done: bool) -> None:
        """A game was opened, or not: show it."""
        if done:
            self.notice.hide()
            self.go("shape")

    def fill_shelf(self) -> None:
        """Show the games there are."""
        self.shelves.fill(self.shelf_folder, self.demo, self.colours)

    def shelf_files(self) -> list[Path]:
        """Every game of both shelves."""
        return [*games_in(self.shelf_folder), *demo_files()]

    def page(self, view: str) -> QWidget:
        """What the stack shows for a view, made now if it was not there."""
        here: dict[str, QWidget] = {"shelf": self.shelf_page}
        if self.furnished:
            here["shape"] = self.shape
        return here.get(view) or self.late.page(view)

    def bring(self, view: str) -> None:
        """Bring a view to the front, with what belongs to it."""
        page = self.page(view)
        self.view = view
        self.stack.setCurrentWidget(page)
        self.bar.buttons[view].setChecked(True)
        for name in VIEWS:
            self.actions_by_id[name].setChecked(name == view)
        if not self.furnished:
            return
        self.fault_list.setVisible(view not in UNFAULTED)
        self.gauges.setVisible(view not in UNMEASURED)
        self.place.show_for(view, page)
        room = self.late.classroom  # numbers are typed there at once
        folded = self.sheet if self.place.is_beside else self.place.button
        (self.shelf if view == "shelf" else room.screen_ if view == "class" and room else folded).setFocus()
