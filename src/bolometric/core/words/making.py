"""Numbers that can be made, as plain values and as text."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from pydantic_core import PydanticCustomError

from bolometric.core.game.document import Game
from bolometric.core.making.draws import Numbers
from bolometric.core.making.made import Making, Number, making_of, numbers_from
from bolometric.core.making.rules import SIGNS, MakingRules, operations_of
from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, parsed, plain, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, listing_words, minus, percent, plural
from bolometric.core.words.report import table


def rules_of(game: Game) -> MakingRules:
    """What may be done with the numbers of a draw in a game: its area's own rules, else the usual ones."""
    rules = getattr(game.area, "making", None)
    return rules if isinstance(rules, MakingRules) else MakingRules()


def made_of(game: Game) -> Making:
    """What the draws of a game can make. Raises GameError if that is too much to work out."""
    try:
        return making_of(game.pieces, rules_of(game))
    except PydanticCustomError as error:
        raise GameError(str(error), "pieces") from None


def asked(typed: Sequence[str], operations: str, rules: MakingRules) -> tuple[MakingRules, Numbers, tuple[Number, ...]]:
    """Numbers and operations as they are typed, and what can be made of them. Raises GameError for what can't be."""
    try:
        rules = replace(rules, operations=operations_of(operations))
        numbers = tuple(tidy(parsed(text, FACE_LIMIT, FINEST_FACE)) for text in typed)
        return rules, numbers, numbers_from(numbers, rules)
    except PydanticCustomError as error:
        raise GameError(str(error)) from None


def numbers_plain(found: Sequence[Number]) -> dict[str, object]:
    """What one draw can make, as the command line's JSON."""
    return {"numbers": [{"value": plain(Fraction(n.value)), "ways": n.ways, "sum": n.sum} for n in found]}


def made_plain(made: Making) -> dict[str, object]:
    """What all draws can make, as the command line's JSON.

    ``ways`` are the ways of falling in which a number can be made, of all ``ways`` of a draw; ``sums`` the different
    sums that make it.
    """
    rows = [
        {"value": plain(Fraction(n.value)), "chance": n.chance, "ways": n.ways, "sums": n.sums, "sum": n.sum}
        for n in made.made
    ]
    return {"made": rows, "ways": made.draws.all_ways, "method": "exact", "stderr": 0.0}


def rules_words(rules: MakingRules) -> str:
    """What may be done, as part of a sentence."""
    signs = listing_words([SIGNS[sign] for sign in SIGNS if sign in rules.operations], "and")
    use = "each number exactly once" if rules.use == "all" else "each number at most once"
    order = "any brackets" if rules.order == "brackets" else "from left to right"
    whole = "every division coming out whole" if rules.division == "exact" else "fractions allowed"
    return f"{signs}, {use}, {order}" + (f", {whole}" if "/" in rules.operations else "")


def numbers_text(numbers: Numbers, rules: MakingRules, found: Sequence[Number]) -> str:
    """What one draw can make, as a table."""
    title = f"{listing(numbers, 'and')} make {plural(len(found), 'number')} ({rules_words(rules)})."
    rows = [("number", "ways", "shortest sum"), *((minus(n.value), f"{n.ways:,}", n.sum) for n in found)]
    return "\n".join([title, "", *table(rows)])


def made_text(game: Game, made: Making) -> str:
    """What all draws can make, as a table."""
    title = f"{game.name}: what its pieces can be put together to ({rules_words(made.rules)}), exact."
    rows = [("number", "chance", "ways", "sums", "shortest sum")]
    rows += [(minus(n.value), percent(n.chance), f"{n.ways:,}", f"{n.sums:,}", n.sum) for n in made.made]
    return "\n".join([title, "", *table(rows)])
