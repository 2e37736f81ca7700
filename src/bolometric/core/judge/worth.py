"""Whether a game is worth playing, beside being sound: how long it is open, how it turns, what there is to decide.

What holds players in a game is measured from games played, as in C. Browne, "Automatic Generation and Evaluation of
Recombination Games" (thesis, Queensland University of Technology, 2008), which tells changes of the lead, drama (a win
from behind) and uncertainty apart. None is a target unless it is asked for: they order what suits equally well.
"""

from __future__ import annotations

from collections.abc import Mapping

from bolometric.core.results.readings import Reading
from bolometric.core.text.figures import percent

ENDS = {
    "lead_for_good": (0.3, 0.7),
    "lead_changes": (0.0, 3.0),
    "comeback": (0.0, 0.3),
    "decisions": (0.0, 1.0),
    "fresh_facts": (0.0, 0.5),
}
"""What is looked at, and between which values it makes a game better: more than the second is no better."""
LAST_THIRD, BEHIND, MOSTLY = 2 / 3, 0.15, 0.75
"""From where on a reading is worth a word: open into the last third, won from behind, something to decide."""


def worth(readings: Mapping[str, Reading]) -> float:
    """From 0 to 1, over what is known; a half where nothing is.

    >>> worth({"comeback": Reading("exact", 0.15), "decisions": Reading("exact", 1.0)})
    0.75
    """
    parts = []
    for key, (low, high) in ENDS.items():
        mean = readings[key].mean if key in readings else None
        if mean is not None:
            parts.append(min(max((mean - low) / (high - low), 0.0), 1.0))
    return sum(parts) / len(parts) if parts else 0.5


def worth_words(readings: Mapping[str, Reading]) -> str:
    """The best that can be said of it, as part of a sentence; nothing where it is like most."""
    lead, behind, decided = (readings.get(key) for key in ("lead_for_good", "comeback", "decisions"))
    if lead is not None and lead.p50 is not None and lead.p50 >= LAST_THIRD:
        return "half of the games are open into the last third"
    if behind is not None and behind.mean is not None and behind.mean >= BEHIND:
        return f"{percent(behind.mean)} are won from behind at half-time"
    if decided is not None and decided.mean is not None and decided.mean >= MOSTLY:
        return "there is something to decide in most turns"
    return ""
