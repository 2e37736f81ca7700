"""What is known of the open game, shown as it comes in: exact where it is, simulated where not."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QTimer

from bolometric.desk.shell.face import Face

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.game.document import Game
    from bolometric.core.game.fault import Fault
    from bolometric.core.results.readings import Reading
    from bolometric.desk.working.measurer import PlayedRuns

PATIENCE = 300
"""Milliseconds an edit may wait for its exact readings until the window says that it waits."""
QUIET = 250
"""Milliseconds after exact readings until faults are looked for: after painting, and not while edits follow fast."""
STALE = 700
"""Milliseconds after an edit until what was said against the game before it is taken off."""


class KnownGame(QObject):
    """Has each version of the open game measured, and hands what is found to the parts of the window."""

    def __init__(self, face: Face) -> None:
        super().__init__(face)
        self._face = face
        self.exact: Analysis | None = None
        self.readings: dict[str, Reading] = {}
        self.played: PlayedRuns | None = None
        self.measured: Game | None = None
        """The version that is being measured."""
        self.patience = QTimer(self, singleShot=True, interval=PATIENCE)
        self.patience.timeout.connect(self.show_waiting)
        self.quiet = QTimer(self, singleShot=True, interval=QUIET)
        self.quiet.timeout.connect(self.ask_faults)
        self.stale = QTimer(self, singleShot=True, interval=STALE)
        self.stale.timeout.connect(lambda: face.fault_list.show_waiting())

    def follow(self) -> None:
        """Listen to what measures."""
        measurer = self._face.measurer
        measurer.exact_ready.connect(self.show_exact)
        measurer.exact_stopped.connect(self.show_stopped)
        measurer.work_ready.connect(self.show_work)
        measurer.faults_ready.connect(self.show_faults)
        measurer.runs_ready.connect(self.show_played)
        measurer.failed.connect(self._face.say)
        self._face.bar.status.cancel_asked.connect(measurer.cancel_exact)

    def take_up(self) -> None:
        """Show the open game and start measuring, unless that has been done."""
        if self.measured is None:
            self.show_again()
            self.game_changed(play=False)

    def game_changed(self, play: bool = True) -> None:
        """The game is another one: measure it."""
        face, game = self._face, self._face.document.game
        if self.measured is not None and self.measured != game and self.measured.plays_as(game):
            face.late.show_printing(game)  # nothing is to be measured anew
            face.sheet.show_game(game, face.colours)
            return
        self.measured = game
        face.measurer.measure(game, play)  # it begins while the rules are being written
        face.shape.take_game(game)
        face.sheet.show_game(game, face.colours)
        self.readings, self.played = {}, None
        self.patience.start()
        self.stale.start()
        self.quiet.stop()
        face.late.show_game(face.colours)

    def show_again(self) -> None:
        """Show what is known, in the colours of now."""
        face, heat = self._face, self.exact.heat if self.exact else None
        self._show_readings()
        face.shape.show_board(self.exact.game if self.exact else face.document.game, heat, face.colours)

    def show_waiting(self) -> None:
        """Exact work takes long: show nothing that belongs to an older game, and whatever the runs give."""
        self._face.bar.status.show_busy(True)
        self._show_unknown()

    def show_stopped(self) -> None:
        """Exact work was given up."""
        self.patience.stop()
        self.stale.stop()
        self._face.fault_list.show_waiting("Faults were not looked for, since exact work was cancelled.")
        self._face.bar.status.show_busy(False)
        self._show_unknown()

    def show_exact(self, exact: Analysis) -> None:
        """The exact readings are in."""
        self.patience.stop()
        self._face.bar.status.show_busy(False)
        self.quiet.start()
        self.exact = exact
        self._join()
        self.show_again()
        self._face.late.show_exact(exact)
        self._face.late.show_played(self.played)  # it may have come in while the exact readings were awaited

    def show_work(self, exact: Analysis) -> None:
        """What players work out is known too: nothing else has changed."""
        self.exact = exact
        self._join()
        self._face.late.show_work(exact)

    def show_faults(self, faults: list[Fault]) -> None:
        """What is wrong with the game is known."""
        self.stale.stop()
        self._face.fault_list.show_faults(faults)

    def ask_faults(self) -> None:
        """Have faults looked for."""
        if self.exact is not None:
            self._face.measurer.ask_faults(self.exact)

    def show_played(self, played: PlayedRuns) -> None:
        """More runs are in."""
        self.played = played
        if self.patience.isActive():
            return  # the exact readings are due at any moment
        self._join()
        self._show_readings()
        self._face.late.show_played(played)

    def _show_unknown(self) -> None:
        self.exact = None
        self._join()
        self.show_again()
        self._face.late.show_played(self.played)

    def _join(self) -> None:
        from bolometric.core.results.readings import joined

        self.readings = joined(self.played.readings if self.played else {}, self.exact.readings if self.exact else {})

    def _show_readings(self) -> None:
        face = self._face
        face.gauges.show_readings(face.document.game, self.readings, face.colours)
        face.editing.readings_came(self.readings, face.gauges.gauges, face.colours)
