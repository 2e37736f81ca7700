"""What can be wrong with sets of tiles."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from bolometric.core.areas.sets.area import chooses, closing_of
from bolometric.core.areas.sets.exact import follow, plan_of
from bolometric.core.areas.sets.rules import FEW, ClosingTable
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Annoyance, Change, Fault, change, cures
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import remembers
from bolometric.core.text.figures import listing, plural

NEAR = 1e-9


def lengthens(game: Game) -> str:
    """More rounds make a game longer."""
    return "area.rounds"


def useless(game: Game) -> int:
    """How many tiles can never be closed, in a set or when they are the last."""
    closing = closing_of(game)
    return len(_never(closing)) + len(_last_never(closing))


def _never(closing: ClosingTable) -> list[int]:
    """Tiles that are in no set that adds to a total."""
    used = int(np.bitwise_or.reduce(closing.take)) if len(closing.take) else 0
    return [tile for tile in range(1, closing.tiles + 1) if not used >> (tile - 1) & 1]


def _last_never(closing: ClosingTable) -> list[int]:
    """Other tiles that can never be closed once they are the only one open."""
    never, chances = _never(closing), closing.chances
    found = []
    for tile in range(1, closing.tiles + 1):
        may = closing.may[1 << (tile - 1)]
        can = tile in closing.totals and any(
            may[way] and chances[way, closing.totals.index(tile)] > 0 for way in (0, 1)
        )
        if not can and tile not in never:
            found.append(tile)
    return found


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    closing = closing_of(game)
    never, last = _never(closing), _last_never(closing)
    if never:
        sentence = f"No set of tiles with {listing(never, 'or')} adds to any total, so closing all is impossible."
        yield Fault(
            "never_closed", "fault", "area.tiles", sentence, _changed(game, "area.tiles", max(never[0] - 1, 0), "tile")
        )
    if last:
        sentence = (
            f"Once {listing(last, 'or')} is the only tile open, it can never be closed"
            f"{' with all the pieces' if game.area_as(Sets).fewer == 'never' and len(game.pieces) > 1 else ''}: "
            f"{_remedy(game)}."
        )
        yield Fault("last_never_closed", "fault", "area.fewer", sentence, _fewer(game, len(last)))
    idle = no_choice(game)
    if idle:
        yield Fault("no_choice", "fault", "area.tiles", idle, _with_choice(game))
    area = game.area_as(Sets)
    if area.fewer != "never" and not (closing.may[:, FEW] & (np.arange(len(closing.score)) > 0)).any():
        path = "area.fewer_limit" if area.fewer == "small_left" else "area.fewer_from"
        always = change(game, "Always draw with all the pieces", "area.fewer", "never")
        idle = "No set of open tiles lets you draw with fewer pieces, so that rule does nothing."
        yield Fault("never_fewer", "fault", path, idle, cures(always))


def _remedy(game: Game) -> str:
    """What would let more last tiles be closed, which is not there yet."""
    area = game.area_as(Sets)
    if len(game.pieces) == 1:
        return "use other pieces"
    if area.fewer == "never":
        return "say when to draw with one piece"
    return (
        "let players choose when to draw with one piece" if area.fewer_how == "forced" else "draw with one piece sooner"
    )


def _changed(game: Game, path: str, value: int, what: str) -> tuple[Change, ...]:
    """The game with another number, if it can be and is sound."""
    found = change(game, f"Make it {plural(value, what)}", path, value)
    return () if found is None or _never(closing_of(found.game)) else (found,)


def _fewer(game: Game, before: int) -> tuple[Change, ...]:
    """House rules that let more last tiles be closed, the simplest first."""
    for value, words in (
        ("last_tile", "Draw with one piece for the last tile"),
        ("small_left", "Draw with one piece when little is left"),
    ):
        easier = change(game, words, "area.fewer", value)
        if easier is not None and len(_last_never(closing_of(easier.game))) < before:
            return (easier,)
    return ()


def no_choice(game: Game) -> str | None:
    """A sentence if a rule of thumb is as good as best play, or there is nothing to choose at all."""
    if not chooses(game):
        return "There is never more than one set that fits, so there is nothing to decide: use more tiles."
    if remembers(game.pieces):
        return None
    closing = closing_of(game)
    best = float(plan_of(closing, "expected").expected[closing.full])
    for rule in Sets.rules:
        thumb = float(follow(closing, Style(choose="thumb", rule=rule.key)).left @ closing.score)
        if thumb <= best + NEAR * (1 + best):
            return f"To {rule.words} is as good as best play, so there is little to decide."
    return None


def _with_choice(game: Game) -> tuple[Change, ...]:
    """A game nearby in which it pays to think."""
    tiles = game.area_as(Sets).tiles
    for value in (tiles + 1, tiles + 2, tiles - 1):
        for other in _changed(game, "area.tiles", value, "tile"):
            if no_choice(other.game) is None:
                return (other,)
    return ()


def annoyances(game: Game) -> tuple[Annoyance, ...]:
    """What would annoy those who close tiles."""
    return (
        Annoyance(
            "hardly_closed",
            "success",
            0.005,
            False,
            "All tiles are closed in {} of turns: hardly anybody sees it.",
            "a class of thirty with seven turns each then sees it once at most",
        ),
    )


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless, annoyances=annoyances)
