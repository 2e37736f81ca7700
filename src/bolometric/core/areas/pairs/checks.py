"""Whether the settings of pairs come to a pack that can be played with."""

from __future__ import annotations

from bolometric.core.areas.pairs.matching import Rule, cards_of, each_set
from bolometric.core.pieces.formula import parse
from bolometric.core.settings.errors import SettingError
from bolometric.core.settings.explain import setting_error
from bolometric.core.text.figures import plural

MOST_CARDS, FEWEST_PAIRS = 52, 3
NUMBERED = {"total": "area.number", "forms": "area.many"}
"""What makes more pairs, where that is not the largest number."""


def check_pack(rule: Rule, many: int) -> None:
    """Raise a setting error where a pack cannot be; ``many`` are the numbers that are asked for in two ways."""
    if rule.match == "formula":
        _check_formula(rule.formula)
    if rule.match == "forms" and len(rule.forms) < many:
        told = {"times": "of the table", "dividing": "of the table"}.get(rule.front, f"with {rule.number}")
        raise setting_error(
            f"There are {len(rule.forms)} different numbers {told}, and {many} pairs are asked for: have fewer, or let "
            "numbers go further.",
            "area.many",
        )
    found = len(each_set(rule))
    by_sets = rule.match in ("total", "family") and rule.size == 3
    if by_sets and found < rule.sets * rule.copies:
        make = f"make {rule.number}" if rule.match == "total" else f"be a sum with numbers up to {rule.most}"
        raise setting_error(
            f"From {rule.least} up {plural(found // rule.copies, 'three')} can {make}, and {rule.sets} are asked for: "
            "have fewer, or larger numbers.",
            "area.sets",
        )
    if found < FEWEST_PAIRS:
        raise setting_error(
            f"That makes {plural(found, rule.noun)}, and {FEWEST_PAIRS} are the fewest: let numbers go further.",
            "area.number" if rule.match in ("total", "forms") else "area.most",
        )
    count = len(cards_of(rule))
    if count > MOST_CARDS:
        numbered = "area.sets" if by_sets else NUMBERED.get(rule.match, "area.most")
        raise setting_error(
            f"That makes {count} cards, and {MOST_CARDS} are the most: take fewer numbers, or fewer copies.",
            "area.copies" if rule.copies > 1 else numbered,
        )


def _check_formula(formula: str) -> None:
    """A formula must be one, of two numbers."""
    try:
        letters = parse(formula).letters
    except SettingError as error:
        raise setting_error(error.sentence, "area.formula") from None
    if not set(letters) <= {"a", "b"}:
        told = "The formula has two numbers only: a is the smaller, and b the larger."
        raise setting_error(told, "area.formula")
