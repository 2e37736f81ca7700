"""How hard, how much to decide and how much luck: as one says it, and the band of a reading that is meant."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.game.targets import LARGEST, Target, target_words


@dataclass(frozen=True, slots=True)
class Wish:
    """One thing that may be wished for."""

    key: str
    words: str
    target: Target

    @property
    def told(self) -> str:
        """The words with the figures behind them."""
        return f"{self.words} ({target_words(self.target)})"


MOST_DECISIONS = float(LARGEST)
WISHES: dict[str, tuple[Wish, ...]] = {
    "sums": (
        Wish("known", "sums they know well", Target(reading="first_try", low=0.9, high=1.0)),
        Wish("usual", "sums that are mostly right", Target(reading="first_try", low=0.8, high=0.92)),
        Wish("stretch", "sums that stretch them", Target(reading="first_try", low=0.65, high=0.82)),
    ),
    "deciding": (
        Wish("little", "little to decide", Target(reading="decisions", low=0.0, high=0.25)),
        Wish("some", "deciding now and then", Target(reading="decisions", low=0.2, high=0.7)),
        Wish("much", "deciding in most turns", Target(reading="decisions", low=0.6, high=MOST_DECISIONS)),
    ),
    "luck": (
        Wish("luck", "mostly luck", Target(reading="choice", low=0.0, high=0.25)),
        Wish("both", "luck and thinking", Target(reading="choice", low=0.2, high=0.6)),
        Wish("thinking", "mostly thinking", Target(reading="choice", low=0.5, high=1.0)),
    ),
}
"""What may be wished for, by what it is about. About five of six sums right at once is what is usually wanted: hard
enough to learn by, and not so hard that it tires (R. C. Wilson et al., "The eighty five percent rule for optimal
learning", Nature Communications 10, 2019, for learning by trial and error)."""
USUAL_SUMS = "usual"
"""What is wished for the sums where it is known who plays, and nothing else is said."""


def wished(about: str, key: str) -> Target:
    """The target of a wish. Raises KeyError for one that there is not.

    >>> wished("sums", "usual").low
    0.8
    """
    return {wish.key: wish.target for wish in WISHES[about]}[key]
