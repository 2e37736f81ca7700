"""What goes in the box: how many of everything for a class, and what to mind."""

from __future__ import annotations

from collections import Counter
from math import ceil

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.house import spoken
from bolometric.core.pieces.kinds import AnyPiece, Counters, Die, Drop, Pack, Spinner
from bolometric.core.pieces.words import cards_of, shows
from bolometric.core.results.printed import Printed
from bolometric.core.sheets.contents import Kit
from bolometric.core.sheets.nets import solid_for
from bolometric.core.words.rule_sheet import caution

FOOD = "If you use food for counters, mind allergies and clean hands"
TOOLS = "Scissors and compass points: let an adult cut and pierce for the youngest; let hot glue be an adult's job"
SCHOOL = "Keep to your school's own rules."


def printed_of(game: Game) -> Printed:
    """What the area needs on paper."""
    board = area_of(game).board
    return Printed(board.places(game)) if board.printed is None else board.printed(game, board.places(game))


def kit(game: Game) -> Kit:
    """Everything for the learners of the game's printing."""
    learners, seats = game.printing.learners, game.seats.count
    tables = ceil(learners / seats)
    players, printed = tables * seats, printed_of(game)
    lines: list[tuple[int, str]] = []
    if printed.board is not None:
        count = players if printed.each else tables
        lines.append((count, "boards" if count > 1 else "board"))
    if printed.tiles:
        lines.append((tables, f"{'sets' if tables > 1 else 'set'} of tiles {printed.tiles[0]} to {printed.tiles[-1]}"))
    lines += _pieces(game, tables)
    spun = tables * sum(count for piece, count in pieces_at(game) if _is_spun(piece))
    if spun:
        lines.append((spun, "paper clips and pencils, to spin with" if spun > 1 else "paper clip and pencil"))
    for pack in getattr(game.area, "packs", ()):
        lines.append((tables, f"{'packs' if tables > 1 else 'pack'} of question cards “{pack.name}”"))
    if printed.counters:
        count = players * printed.counters
        lines.append((count, "counter" if count == 1 else "counters, in a colour for each player"))
    for thing in printed.beside:
        count = players if thing.each else tables
        lines.append((count, thing.one if count == 1 else thing.several))
    for table in printed.tables:
        count = players if table.each else tables
        lines.append((count, f"{'sheets' if count > 1 else 'sheet'} “{table.title}”"))
    lines += [(tables, f"{'cards' if tables > 1 else 'card'} with the players' rules"), (1, "teacher's card")]
    named = tuple((count, spoken(what, game.house.nouns)) for count, what in lines)
    return Kit(tables, learners, named, _cautions(game))


def pieces_at(game: Game) -> tuple[tuple[AnyPiece, int], ...]:
    """Each different piece, with how many a table needs."""
    made = tuple((piece, 1) for piece in game.area.made_pieces)
    if not game.area.uses_pieces:
        return made
    return (*Counter(piece for hand in game.hands for piece in hand).items(), *made)


def _pieces(game: Game, tables: int) -> list[tuple[int, str]]:
    return [_counted(piece, count * tables) for piece, count in pieces_at(game)]


def _counted(piece: AnyPiece, number: int) -> tuple[int, str]:
    several = number > 1
    match piece:
        case Die():
            return number, f"{'dice' if several else 'die'} ({shows(piece)})"
        case Spinner():
            return number, f"{'spinners' if several else 'spinner'} ({shows(piece)})"
        case Pack():
            return number, f"{'packs' if several else 'pack'} of {cards_of(piece)} ({shows(piece)})"
        case Counters():
            return number * piece.count, f"two-sided {'counter' if number * piece.count == 1 else 'counters'}"
        case Drop():
            return number, f"{'counters' if several else 'counter'} to drop on a chart ({shows(piece)})"


def _is_spun(piece: AnyPiece) -> bool:
    """Whether it is a spinner, or a die that is printed as one since no solid fits it."""
    return isinstance(piece, Spinner) or (isinstance(piece, Die) and solid_for(len(piece.faces)) is None)


def _cautions(game: Game) -> tuple[str, ...]:
    said = caution(game)
    told = [said.split(":")[0]]
    if game.area.uses_pieces:
        spun = any(isinstance(piece, Die) and solid_for(len(piece.faces)) is None for piece, _ in pieces_at(game))
        told.append("A spinner takes the place of a die that no solid fits" if spun else TOOLS)
        if spun:
            told.append(TOOLS)
    printed = printed_of(game)
    if printed.counters or any(thing.counters for thing in printed.beside):
        told.append(FOOD)
    return (*(f"{line}." for line in told), SCHOOL)
