"""Which editor fits which kind of knob."""

from __future__ import annotations

from bolometric.core.game.document import Game
from bolometric.core.outcomes.breakdown import letter_names
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.editors.numbers import NumbersEditor
from bolometric.desk.editors.piece_forms.editor import PiecesEditor
from bolometric.desk.editors.placements import PlacementsEditor
from bolometric.desk.editors.plain import (
    AmountEditor,
    BandEditor,
    ChoiceEditor,
    FormulaEditor,
    NumberEditor,
    TextEditor,
    TextsEditor,
)
from bolometric.desk.editors.sides import SidesEditor
from bolometric.desk.editors.styles import StylesEditor
from bolometric.desk.editors.totals import TotalsEditor
from bolometric.desk.keeping.own_pieces import OwnPieces
from bolometric.paint.palette import Palette


def editor_for(at: KnobAt, game: Game, palette: Palette, own: OwnPieces | None = None) -> Editor:
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
        case "pieces":
            return PiecesEditor(at, palette, own)
        case "amount":
            return AmountEditor(at)
        case "styles":
            return StylesEditor(at, game)
        case "numbers":
            return NumbersEditor(at)
        case "sides":
            return SidesEditor(at, game, own)
        case "cells":
            from bolometric.desk.editors.cells import CellsEditor  # the annealing comes with it

            return CellsEditor(at, game)
        case "squares":
            from bolometric.desk.editors.squares import SquaresEditor  # wanted on a trail only

            return SquaresEditor(at, game)
        case "packs":
            from bolometric.desk.editors.packs import PacksEditor

            return PacksEditor(at, game)
        case "seat_packs":
            from bolometric.desk.editors.seat_packs import SeatPacksEditor

            return SeatPacksEditor(at, game)
        case "house_rules":
            from bolometric.desk.editors.house import HouseRulesEditor

            return HouseRulesEditor(at)
        case "nouns":
            from bolometric.desk.editors.house import NounsEditor

            return NounsEditor(at, game.seats.count)
        case "told_later":
            from bolometric.desk.editors.house import ToldLaterEditor

            return ToldLaterEditor(at, game)
        case "aims":
            from bolometric.desk.editors.aims import AimsEditor

            return AimsEditor(at)
        case "fluency":
            from bolometric.desk.editors.fluency import FluencyEditor

            return FluencyEditor(at, game, palette)
        case "targets":
            from bolometric.desk.editors.targets import TargetsEditor

            return TargetsEditor(at)
        case "points":
            from bolometric.desk.editors.points import PointsEditor

            return PointsEditor(at)
        case "placements":
            return PlacementsEditor(at, game)
        case "formula":
            of_cards = at.path.startswith("area.")
            return FormulaEditor(at, ["the smaller card", "the larger one"] if of_cards else letter_names(game.pieces))
        case "texts":
            return TextsEditor(at)
        case "text":
            return TextEditor(at)
