"""Numbers that can be made, as plain values and as text."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from fractions import Fraction

from bolometric.core.game.document import Game
from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.made import DrawNumber, MadeNumber, Making, making_of, numbers_from
from bolometric.core.number_making.rules import SIGNS, MakingRules, operations_of
from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, parsed, plain, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, listing_words, minus, percent, plural, some_of
from bolometric.core.words.report import table


def rules_of(game: Game) -> MakingRules:
    """What may be done with the numbers of a draw in a game: its area's own rules, else the usual ones."""
    rules = getattr(game.area, "making", None)
    return rules if isinstance(rules, MakingRules) else MakingRules()


def made_of(game: Game) -> Making:
    """What the draws of a game can make. Raises GameError if that is too much to work out."""
    try:
        return making_of(game.pieces, rules_of(game))
    except GameError as error:
        raise GameError(error.sentence, "pieces") from None


def asked(
    typed: Sequence[str], operations: str, rules: MakingRules
) -> tuple[MakingRules, Numbers, tuple[DrawNumber, ...]]:
    """Numbers and operations as they are typed, and what can be made of them. Raises GameError for what can't be."""
    try:
        rules = replace(rules, operations=operations_of(operations))
        numbers = tuple(tidy(parsed(text, FACE_LIMIT, FINEST_FACE)) for text in typed)
        return rules, numbers, numbers_from(numbers, rules)
    except GameError as error:
        raise GameError(error.sentence) from None


def numbers_plain(found: Sequence[DrawNumber]) -> dict[str, object]:
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


def numbers_text(numbers: Numbers, rules: MakingRules, found: Sequence[DrawNumber]) -> str:
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


MOST_NAMED = 12


def draw_words(numbers: Numbers, found: Sequence[DrawNumber]) -> str:
    """What one draw makes, in a sentence or two."""
    whole = [int(n.value) for n in found if n.value >= 1 and Fraction(n.value).denominator == 1]
    if not found:
        return f"{listing(numbers, 'and')} make no number this way."
    told = (
        f"{listing(numbers, 'and')} make {plural(len(found), 'number')}, {len(whole)} of them whole and above nought."
    )
    missing = next(n for n in range(1, len(whole) + 2) if n not in set(whole))
    return f"{told} The least whole number that they do not make is {missing}." if whole else told


def sum_words(numbers: Numbers, found: Sequence[DrawNumber], value: Fraction) -> str:
    """How one draw makes a number."""
    number = next((n for n in found if n.value == value), None)
    named = minus(tidy(value))
    if number is None:
        return f"{listing(numbers, 'and')} do not make {named}."
    others = number.ways - 1
    return f"{number.sum} = {named}" + (f", and {plural(others, 'other way')}." if others else ", and no other way.")


def chance_words(made: Making, value: Fraction) -> str:
    """How likely it is that a draw can make a number, and which draws fail."""
    named, chance = minus(tidy(value)), made.chances.get(tidy(value), 0.0)
    if not chance:
        return f"No draw makes {named}."
    told = f"{percent(chance)} of draws can make {named} (exact)."
    failing = made.failing(tidy(value))
    if not failing:
        return told
    shown = [" ".join(minus(n) for n in numbers) for numbers, _ in failing[:3]]
    more = f" and {len(failing) - 3:,} more" if len(failing) > 3 else ""
    return f"{told} Not {listing_words(shown, 'nor')}{more}."


def chart_words(made: Making, most: int) -> str:
    """Of the numbers of a chart those that can't be made, and the hardest and easiest of the others."""
    chances = {n: made.chances.get(n, 0.0) for n in range(1, most + 1)}
    never = [n for n, chance in chances.items() if not chance]
    can = {n: chance for n, chance in chances.items() if chance}
    if not can:
        return f"None of the numbers 1 to {most} can ever be made."
    told = "Every number can be made."
    if never:
        told = f"{plural(len(never), 'number')} can never be made: {some_of([*map(str, never)], MOST_NAMED)}."
    low, high = min(can.values()), max(can.values())
    if low == high:
        return f"{told} {'Each of the others' if never else 'Each'} can be made by {percent(low)} of draws (exact)."
    return f"{told} {_with_chance('Hardest', can, low)}, {_with_chance('easiest', can, high)}."


def _with_chance(which: str, chances: Mapping[int, float], share: float) -> str:
    """Which numbers can be made with a chance: 'Hardest is 31 (2% of draws, exact)', 'hardest are 31 and 37 (…)'."""
    found = [str(number) for number, chance in chances.items() if chance == share]
    return (
        f"{which} {'is' if len(found) == 1 else 'are'} {some_of(found, MOST_NAMED)} ({percent(share)} of draws, exact)"
    )


def number_words(number: MadeNumber | None, value: int) -> str:
    """A number of the chart."""
    if number is None:
        return f"{value}: never."
    sums = plural(number.sums, "sum")
    return f"{value}: {percent(number.chance)} of draws (exact), such as {number.sum}; {sums} in all."
