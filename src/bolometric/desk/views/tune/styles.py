"""For whom a reading is measured: the styles that fit a game, as a list to choose from."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox

from bolometric.core.game.document import Game
from bolometric.core.game.targets import STYLES


def offer_styles(chooser: QComboBox, game: Game) -> None:
    """Fill the list; what was chosen stays where it still fits."""
    kept = chooser.currentData() or "as_set"
    chooser.clear()
    for style, words in STYLES.items():
        fits = {"plan": bool(game.area.goals), "thumb": bool(game.area.offered_rules)}.get(style, True)
        if fits:
            chooser.addItem(f"a player {words}" if words else "the players as they are", style)
    chooser.setCurrentIndex(max(chooser.findData(kept), 0))
