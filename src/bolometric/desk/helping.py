"""Help from the window: the handbook at the page that fits, what a word or a gauge is, and the walk."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtWidgets import QMainWindow, QMessageBox, QStackedWidget, QVBoxLayout, QWidget

from bolometric.assets import demo_files
from bolometric.desk import actions
from bolometric.desk.help.first import TROUBLED
from bolometric.desk.parts.gauge import Gauge, GaugeStrip
from bolometric.paint.palette import Palette

if TYPE_CHECKING:
    from bolometric.core.results.readings import Reading
    from bolometric.desk.editing import Editing
    from bolometric.desk.filing import Filing
    from bolometric.desk.help.book import Handbook
    from bolometric.desk.help.walk import Walk
    from bolometric.desk.parts.faults import FaultList
    from bolometric.desk.parts.sheet import RuleSheet
    from bolometric.desk.settings import Settings
    from bolometric.desk.views.shape import ShapeView
    from bolometric.desk.views.shelves import ShelvesView


class Helping(QMainWindow):
    """What the window does to explain itself."""

    editing: Editing
    sheet: RuleSheet
    readings: dict[str, Reading]
    view: str
    colours: Palette
    handbook: Handbook | None = None
    walk: Walk | None = None
    settings: Settings
    filing: Filing
    shelves: ShelvesView
    shape: ShapeView
    gauges: GaugeStrip
    fault_list: FaultList
    stack: QStackedWidget
    column_of_parts: QVBoxLayout
    """Of the whole window: bar, notice, the views, the gauges."""

    if TYPE_CHECKING:

        def show_shelf(self) -> None: ...
        def show_begin(self) -> None: ...
        def open_dialog(self) -> None: ...
        def _opened(self, done: bool) -> None: ...

    def show_handbook(self) -> None:
        """Open the handbook at the page of the gauge or the view that is in focus."""
        focused = self.focusWidget()
        self.open_handbook(focused.key if isinstance(focused, Gauge) else self.view)

    def open_handbook(self, key: str) -> None:
        """Open the handbook at a page."""
        from bolometric.desk.help.book import Handbook  # not wanted until it is asked for

        self.editing.close_popover()
        if self.handbook is None:
            self.handbook = Handbook(self)
        self.handbook.show_at(key, self.colours)

    def what_is_this(self) -> None:
        """Explain the word or the gauge that has the focus; elsewhere open the handbook at the view's page."""
        focused = self.focusWidget()
        if isinstance(focused, Gauge):
            self.editing.explain_gauge(focused, self.readings.get(focused.key))
        elif not (focused is self.sheet and self.editing.explain_word(self.sheet.focused_word())):
            self.show_handbook()

    def show_first_steps(self) -> None:
        """The page with three ways in."""
        self.show_shelf()
        self.shelves.show_first()

    def way_in(self, way: str) -> None:
        """One of the ways in was chosen."""
        match way:
            case "begin":
                self.show_begin()
            case "trouble":
                path = next(path for path in demo_files() if path.name.startswith(TROUBLED))
                self._opened(self.filing.open(path))
            case "open":
                self.open_dialog()
            case "walk":
                self.show_walk()
            case _:
                from bolometric.core.words.help.handbook import START

                self.open_handbook(START)

    def show_walk(self) -> None:
        """Begin the walk over the window, or go on where it was left."""
        if self.walk is None:
            from bolometric.desk.help.walk import Walk

            self.walk = Walk(self, lambda view: getattr(self, f"show_{view}")(), self._part)
            self.walk.moved.connect(lambda at: self.settings.keep("walk", at))
            self.column_of_parts.insertWidget(1, self.walk)
        self.walk.colour = self.colours.ember
        self.walk.show_step(self.settings.number("walk"))

    def _part(self, name: str) -> QWidget:
        """A part of the window that the walk frames."""
        parts: dict[str, QWidget] = {
            "sheet": self.sheet,
            "board": self.shape,
            "gauges": self.gauges,
            "faults": self.fault_list,
            "stack": self.stack,
        }
        return parts[name]

    def show_keys(self) -> None:
        """List every key."""
        QMessageBox.information(self, "Keys", actions.keys_text())

    def show_about(self) -> None:
        """Say what this is."""
        QMessageBox.about(self, "About Bolometric", actions.ABOUT)
