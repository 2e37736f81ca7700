"""Puts together what is printed of a game."""

from __future__ import annotations

from dataclasses import replace
from statistics import fmean

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Game, with_values
from bolometric.core.game.house import spoken
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.pieces.kinds import Die
from bolometric.core.question_cards.packs import cards_of
from bolometric.core.results.board import Heat, Places
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.sheets.contents import Asked, Contents
from bolometric.core.sheets.kit import kit, pieces_at, printed_of
from bolometric.core.sheets.nets import net
from bolometric.core.sheets.solids import SIDES
from bolometric.core.sheets.teacher import teachers_card
from bolometric.core.text.figures import minus
from bolometric.core.words.aloud import players_parts
from bolometric.core.words.boards import boards_for

MOST_TALLIED = 60
"""Totals that have a line of their own on a tally sheet."""


def contents_of(game: Game) -> Contents:
    """Everything but the teacher's card.

    Raises GameError where different boards are wanted and the game can't have them, Cancelled once given up.
    """
    printed = printed_of(game)
    _unfold(game)
    boards = () if printed.board is None else _boards(game, printed.board)
    heat = _heat(game) if boards else None
    return Contents(
        game,
        isinstance(game.area, Grid),
        kit(game),
        players_parts(game),
        boards,
        heat,
        printed.each,
        printed.counters,
        tuple(table.said(lambda words: spoken(words, game.house.nouns)) for table in printed.tables),
        printed.tiles,
        pieces_at(game),
        _asked(game),
        _tally(game),
    )


def _unfold(game: Game) -> None:
    """Find the nets of its dice: here, and not when a window paints them."""
    for piece, _ in pieces_at(game):
        if isinstance(piece, Die) and len(piece.faces) in SIDES:
            checkpoint()
            net(len(piece.faces))


def with_card(contents: Contents) -> Contents:
    """The same with the teacher's card, for which the game is measured. Raises Cancelled once the work is given up."""
    return replace(contents, card=teachers_card(contents.game))


def _boards(game: Game, own: Places) -> tuple[Places, ...]:
    if game.printing.alike == 1:
        return (own,)
    try:
        found = boards_for(game, game.printing.alike)
    except GameError as error:
        raise GameError(
            "Only a grid can be printed as several different boards: let this game have 1.", "printing.alike"
        ) from error
    places = area_of(game).board.places
    made = (places(with_values(game, {"area.numbers": "own", "area.cells": list(cells)})) for cells in found.cells)
    return tuple(one for one in made if one is not None)


def _heat(game: Game) -> Heat | None:
    return measure_exactly(game).heat if game.printing.shows == "heat" and game.printing.alike == 1 else None


def _asked(game: Game) -> tuple[Asked, ...]:
    packs = getattr(game.area, "packs", ())
    return tuple(Asked(pack.name, tuple((one.text, one.answer) for one in cards_of(pack))) for pack in packs)


def _tally(game: Game) -> tuple[tuple[str, float], ...]:
    if not game.area.uses_pieces:
        return ()
    totals, each = game.can_show or game.shown.totals, [one.shown for one in game.by_seat]
    if len(totals) > MOST_TALLIED:
        return ()
    return tuple((minus(total), fmean(float(odds.chance(total)) for odds in each)) for total in totals)
