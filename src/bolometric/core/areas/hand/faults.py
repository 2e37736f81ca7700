"""What can be wrong with cards in the hand."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from bolometric.core.areas.hand.deals import groups, nothing_goes, partners
from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, change, cures
from bolometric.core.text.figures import listing, percent

OFTEN = 0.4
"""How often whoever begins may have nothing that goes."""


def lengthens(game: Game) -> str:
    """Larger hands take longer to lay; where cards are taken, more of them."""
    return "area.hold" if game.area_as(Hand).follows else "area.copies"


def alone(game: Game) -> tuple[int, ...]:
    """Numbers that no other card of the pack goes with, by structure."""
    area = game.area_as(Hand)
    if area.play == "limit":
        return ()
    return tuple(value for card, value in enumerate(area.values) if partners(area, card) == 0)


def apart(game: Game) -> int:
    """Into how many groups the pack falls that never meet; 1 where cards are not laid on an open one."""
    area = game.area_as(Hand)
    return len(groups(area)) if area.follows else 1


def useless(game: Game) -> int:
    """Numbers that are never played, and groups beyond the first."""
    return len(alone(game)) + apart(game) - 1


def by_rules(game: Game) -> Iterator[Fault]:
    """Cards that never go, a pack that falls apart, and one in which everything goes."""
    area, values = game.area_as(Hand), alone(game)
    if values:
        yield Fault("useless_card", "fault", "area.most", _alone_words(area, values), _better(game, useless))
    if apart(game) > 1 + len(values):
        listed = "; ".join(listing(group, "and") for group in groups(area) if group[0] not in values or len(group) > 1)
        told = f"The pack falls into groups, and laying cards never leads from one to another: {listed}."
        yield Fault("split_pack", "fault", "area.play", told, _better(game, apart))
    numbers = len(area.values)
    if area.follows and area.compiled.goes[:numbers, :numbers].all():
        told = "Every card goes on every other, so nothing has to be worked out."
        less = max(area.apart // 2, 1)
        yield Fault(
            "all_go", "fault", "area.apart", told, cures(change(game, _differ(less), "area.apart", less), _tables(game))
        )


def _alone_words(area: Hand, values: tuple[int, ...]) -> str:
    told, one = listing(values, "and"), len(values) == 1
    if area.play == "ask":
        return (
            f"{told} {'has' if one else 'have'} no partner in the pack, and {'is' if one else 'are'} never laid down."
        )
    return f"{told} {'goes' if one else 'go'} with no other card of the pack."


def _differ(number: int) -> str:
    return f"Let cards differ by {number}"


def _tables(game: Game) -> Change | None:
    return change(game, "Lay a multiple, or a number of which it is one", "area.play", "multiple")


def _better(game: Game, counted: Callable[[Game], int]) -> tuple[Change, ...]:
    """What leaves fewer cards alone, or fewer groups."""
    area = game.area_as(Hand)
    near = change(game, "Lay a card that is near the open one", "area.play", "near")
    if area.play == "ask":
        high, low = area.number - area.least, area.number - area.most
        found = [
            change(game, f"Go up to {high}", "area.most", high),
            change(game, f"Begin at {low}", "area.least", low),
            change(game, f"Make {area.least + area.most}", "area.number", area.least + area.most),
            change(game, "Have each number twice", "area.copies", 2),
        ]
    elif area.play == "multiple":
        found = [change(game, "Begin at 1", "area.least", 1), near]
    else:
        found = [change(game, _differ(1), "area.apart", 1), near]
    return cures(*(one for one in found if one is not None and counted(one.game) < counted(game)))


def advice(exact: Analysis) -> Iterator[Fault]:
    """A beginning in which often nothing goes."""
    game, area = exact.game, exact.game.area_as(Hand)
    often = nothing_goes(game)
    if often <= OFTEN:
        return
    more = [
        change(game, f"Deal {area.hold + 2} cards", "area.hold", area.hold + 2),
        change(game, _differ(area.apart + 1), "area.apart", area.apart + 1) if area.play == "near" else None,
    ]
    told = f"Whoever begins has nothing that goes in {percent(often)} of games (exact)."
    yield Fault("nothing_goes", "advice", "area.hold", told, cures(*more))


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless, advice=advice)
