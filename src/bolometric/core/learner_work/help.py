"""What may lie on the table to help those who cannot work it out yet, by what is worked out most."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact

HELP = {
    known.ADD: "You may use counters or a number line.",
    known.SUBTRACT: "You may use counters or a number line.",
    known.MULTIPLY: "You may look at a table of products.",
    known.DIVIDE: "You may look at a table of products.",
    known.PLACE: "You may use a place value chart.",
}
"""As it is said to a child."""


def help_for(times: Mapping[Fact, tuple[float, ...]]) -> str:
    """The help for what comes up most often of that for which there is help; nothing where there is none.

    >>> help_for({known.fact("add", 3, 4): (2.0, 1.0), known.fact("multiply", 3, 4): (2.0,)})
    'You may use counters or a number line.'
    """
    often: dict[str, float] = {}
    for one, counts in times.items():
        if one.does in HELP:
            parts = Fraction(one.one).denominator > 1 or Fraction(one.other).denominator > 1
            does = known.PLACE if parts else one.does  # tenths are seen in their columns
            often[does] = often.get(does, 0.0) + sum(counts)
    return HELP[max(often, key=lambda does: often[does])] if often else ""
