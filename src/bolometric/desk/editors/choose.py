"""Which editor fits which kind of knob."""

from __future__ import annotations

from bolometric.core.game import Game
from bolometric.core.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.editors.dice import DiceEditor
from bolometric.desk.editors.plain import BandEditor, ChoiceEditor, NumberEditor, TextEditor
from bolometric.desk.editors.totals import TotalsEditor
from bolometric.paint.palette import Palette


def editor_for(at: KnobAt, game: Game, palette: Palette) -> Editor:
    """The editor that fits a knob."""
    match at.knob.kind:
        case "number":
            return NumberEditor(at)
        case "choice":
            return ChoiceEditor(at)
        case "band":
            return BandEditor(at)
        case "totals":
            return TotalsEditor(at, game.distribution)
        case "dice":
            return DiceEditor(at, palette)
        case "text":
            return TextEditor(at)
