"""Help from the window: the handbook at the page that fits, what a word or a gauge is, and the walk."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtWidgets import QMessageBox, QWidget

from bolometric.assets import demo_files
from bolometric.desk.help.first import TROUBLED
from bolometric.desk.parts.charts.gauge import Gauge
from bolometric.desk.shell import actions
from bolometric.desk.shell.face import Face

if TYPE_CHECKING:
    from bolometric.core.results.readings import Reading
    from bolometric.desk.help.book import Handbook
    from bolometric.desk.help.walk import Walk


class Helping:
    """What a window does to explain itself. ``reading`` gives what a gauge shows by now."""

    def __init__(self, face: Face, reading: Callable[[str], Reading | None]) -> None:
        self._face, self._reading = face, reading
        self.handbook: Handbook | None = None
        self.walk: Walk | None = None

    def show_handbook(self) -> None:
        """Open the handbook at the page of the gauge or the view that is in focus."""
        focused = self._face.focusWidget()
        self.open_handbook(focused.key if isinstance(focused, Gauge) else self._face.view)

    def open_handbook(self, key: str) -> None:
        """Open the handbook at a page."""
        from bolometric.desk.help.book import Handbook  # not wanted until it is asked for

        self._face.editing.close_popover()
        if self.handbook is None:
            self.handbook = Handbook(self._face)
        self.handbook.show_at(key, self._face.colours)

    def what_is_this(self) -> None:
        """Explain the word or the gauge that has the focus; elsewhere open the handbook at the view's page."""
        focused = self._face.focusWidget()
        if isinstance(focused, Gauge):
            self._face.editing.explain_gauge(focused, self._reading(focused.key))
        elif not (focused is self._face.sheet and self._face.editing.explain_word(self._face.sheet.focused_word())):
            self.show_handbook()

    def show_first_steps(self) -> None:
        """The page with three ways in."""
        self._face.go("shelf")
        self._face.shelves.show_first()

    def show_begin(self) -> None:
        """Show games to begin from."""
        self._face.go("shelf")
        self._face.shelves.show_begin()

    def view_changed(self, view: str) -> None:
        """Another view is in front: the walk follows it."""
        if self.walk is not None:
            self.walk.view_changed(view)

    def way_in(self, way: str) -> None:
        """One of the ways in was chosen."""
        match way:
            case "begin":
                self.show_begin()
            case "trouble":
                path = next(path for path in demo_files() if path.name.startswith(TROUBLED))
                self._face.opened(self._face.filing.open(path))
            case "open":
                self._face.opened(self._face.filing.ask_open())
            case "walk":
                self.show_walk()
            case _:
                from bolometric.core.words.help.handbook import START

                self.open_handbook(START)

    def show_walk(self) -> None:
        """Begin the walk over the window, or go on where it was left."""
        if self.walk is None:
            from bolometric.desk.help.walk import Walk

            self.walk = Walk(self._face, self._face.go, self._part)
            self.walk.moved.connect(lambda at: self._face.settings.keep("walk", at))
            self._face.column_of_parts.insertWidget(1, self.walk)
        self.walk.colour = self._face.colours.ember
        self.walk.show_step(self._face.settings.number("walk"))

    def _part(self, name: str) -> QWidget:
        """A part of the window that the walk frames."""
        parts: dict[str, QWidget] = {
            "sheet": self._face.sheet,
            "board": self._face.shape,
            "gauges": self._face.gauges,
            "faults": self._face.fault_list,
            "stack": self._face.stack,
        }
        return parts[name]

    def show_keys(self) -> None:
        """List every key."""
        QMessageBox.information(self._face, "Keys", actions.keys_text())

    def show_about(self) -> None:
        """Say what this is."""
        QMessageBox.about(self._face, "About Bolometric", actions.ABOUT)
