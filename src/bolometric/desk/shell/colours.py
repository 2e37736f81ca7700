"""The window's colours: light or dark as somebody chose or as the desktop has them, and changed while it is open."""

from __future__ import annotations

from collections.abc import Callable
from functools import partialmethod

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QApplication

from bolometric.desk.shell.face import Face
from bolometric.desk.shell.style import dress, scheme
from bolometric.paint.palette import Palette


class Dressing(QObject):
    """What a window does about colours. ``show_again`` paints what is known in the new ones.

    A child of the window: what the desktop tells for as long as the program runs reaches it no longer than that.
    """

    def __init__(self, face: Face, show_again: Callable[[], None]) -> None:
        super().__init__(face)
        self._face, self._show_again = face, show_again

    def _use(self, theme: str) -> None:
        self._face.settings.theme = theme
        self.change()

    use_light = partialmethod(_use, "light")
    use_dark = partialmethod(_use, "dark")
    use_system = partialmethod(_use, "system")

    def system_colours(self) -> None:
        """The desktop has others now."""
        if self._face.settings.theme == "system":
            self.change()

    def system_contrast(self) -> None:
        """The desktop wants another contrast."""
        self.change()

    def change(self) -> None:
        """Change the colours of the running window."""
        face = self._face
        face.colours = dress_application(face.settings.theme)
        self.mark_theme()
        face.sheet.show_game(face.document.game, face.colours)
        face.fault_list.show_faults(face.fault_list.faults)
        self._show_again()
        face.late.recolour(face.colours)
        if face.view == "shelf":
            face.go("shelf")

    def mark_theme(self) -> None:
        """Mark the choice in the menu."""
        face = self._face
        face.fault_list.colours = face.colours
        for name in ("light", "dark", "system"):
            face.actions_by_id[name].setChecked(face.settings.theme == name)


def dress_application(theme: str) -> Palette:
    """Give everything in the program the colours that were chosen."""
    colours, app = scheme(theme), QApplication.instance()
    assert isinstance(app, QApplication)
    dress(app, colours)
    return colours
