"""The window's colours: light or dark as somebody chose or as the desktop has them, and changed while it is open."""

from __future__ import annotations

from functools import partialmethod
from typing import TYPE_CHECKING

from PySide6.QtWidgets import QApplication

from bolometric.desk.commands import Commands
from bolometric.desk.style import dress, scheme

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis


class Dressed(Commands):
    """What the window does about colours."""

    exact: Analysis | None

    if TYPE_CHECKING:

        def _show_readings(self) -> None: ...

    def _use(self, theme: str) -> None:
        self.settings.theme = theme
        self._dress()

    use_light = partialmethod(_use, "light")
    use_dark = partialmethod(_use, "dark")
    use_system = partialmethod(_use, "system")

    def system_colours(self) -> None:
        """The desktop has others now."""
        if self.settings.theme == "system":
            self._dress()

    def dress_application(self) -> None:
        """Give everything in the program the colours that were chosen."""
        self.colours = scheme(self.settings.theme)
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        dress(app, self.colours)

    def _dress(self) -> None:
        """Change the colours of the running window."""
        self.dress_application()
        self.mark_theme()
        self.sheet.show_game(self.document.game, self.colours)
        self.fault_list.show_faults(self.fault_list.faults)
        self._show_readings()
        self.shape.show_board(self.document.game, self.exact.heat if self.exact else None, self.colours)
        self.late.recolour(self.colours)
        if self.view == "shelf":
            self.show_shelf()

    def mark_theme(self) -> None:
        """Mark the choice in the menu."""
        self.fault_list.colours = self.colours
        for name in ("light", "dark", "system"):
            self.actions_by_id[name].setChecked(self.settings.theme == name)
