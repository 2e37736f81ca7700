"""What the settings of every area have in common, and the words that an area owns."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import TYPE_CHECKING, ClassVar, Literal

from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

if TYPE_CHECKING:
    from bolometric.core.outcomes.distribution import Distribution
    from bolometric.core.pieces.draw import Draw
    from bolometric.core.pieces.kinds import AnyPiece
    from bolometric.core.settings.amounts import Value

PACED_BY = {"turns": ("turn", "turns"), "rolls": ("draw", "draws")}
Ending = Literal["winner", "together", "nobody"]
"""How a game ends: somebody wins it; all reach an aim together, or miss it; or it is over and nobody has won."""


@dataclass(frozen=True, slots=True)
class StyleRule:
    """A rule of thumb by which a seat may choose."""

    key: str
    words: str
    """What such a player does: 'close the largest tile they can'; {} stands for the number of a numbered rule."""
    meaning: str
    """What it does to the letter: for the schema of the file, after the key and an equals sign."""
    numbered: bool = False

    def told(self, number: int) -> str:
        """The words with the number in place."""
        words = self.words.format(number)
        return words.replace("1 draws", "one draw") if number == 1 else words


@dataclass(frozen=True, slots=True)
class Goal:
    """What best play may aim at."""

    key: str
    words: str
    """What such a player does: 'play best to hit the target exactly'."""
    meaning: str
    """For the schema of the file, after the key and an equals sign."""


def check_listed(distribution: Distribution, what_for: str) -> None:
    """Raise a setting error if chances are only known by sampling, for areas that are worked out on every total."""
    if distribution.sampled:
        raise setting_error(
            f"These pieces have too many outcomes to list them all for {what_for}: use fewer.", "pieces"
        )


class AreaPart(Part):
    """What the maker sets of an area: where the number is used.

    A subclass declares its fields and, as class variables and properties, whatever others must know to speak of it.
    """

    told_by: ClassVar[str] = ""
    """The field that tells it from other areas of the same ``kind``, where there are several."""
    rules: ClassVar[tuple[StyleRule, ...]] = ()
    """Its rules of thumb, the first one the usual."""
    goals: ClassVar[tuple[Goal, ...]] = ()
    """What best play can aim at, the first one usual; none if no best play is known."""
    gauges: ClassVar[tuple[str, ...]]
    """The readings that mean most here."""
    pace: ClassVar[Literal["turns", "rolls"]] = "turns"
    """What takes the seconds that a turn is said to take."""
    beforehand: ClassVar[str] = ""
    """What is done before the first turn and is not counted where a turn takes a fixed time: 'placing the counters'."""
    nobody_wins: ClassVar[bool] = False
    """Whether a game is over without anybody having won it."""
    thought_runs: ClassVar[int] = 20_000
    """Games from which it is told how much thinking helps, where that can't be worked out."""
    noun: ClassVar[str] = ""
    """What a game of the kind is called where it is made for an aim: 'A trail'; empty for a kind that has no name."""
    idle_at_most: ClassVar[float] = 0.5
    """Share of turns in which nothing may happen, for a game that is offered."""
    unused_at_most: ClassVar[float] = 0.0
    """Part of the board's places that may never be used, for a game that is offered."""
    own_draws: ClassVar[bool] = False
    """Whether each seat may draw from pieces of its own, and make its number in a way of its own."""
    own_hands: ClassVar[bool] = False
    """Whether every seat has its pieces before it, rather than all using the same ones in turn."""
    slips_may_stand: ClassVar[bool] = False
    """Whether a game goes on by a total that was got wrong: its rules follow from the totals of whole draws."""
    marks_named: ClassVar[str] = "marks"
    """What lies on a board: 'counters'."""
    marks_drawn: ClassVar[bool] = False
    """Whether they lie where draws put them."""
    at_aim: ClassVar[str] = "done"
    """What a player is who has reached the aim: 'are home'."""

    @property
    def offered_rules(self) -> tuple[StyleRule, ...]:
        """The rules of thumb that fit the settings as they stand."""
        return self.rules

    @property
    def offered_goals(self) -> tuple[Goal, ...]:
        """The goals of best play that fit the settings as they stand."""
        return self.goals

    def shows(self, key: str) -> bool:
        """Whether a reading is one of those that mean most, with the settings as they stand."""
        return key in self.gauges

    @property
    def together(self) -> bool:
        """Whether all seats take each turn together, so that a turn is a round."""
        return False

    @property
    def abreast(self) -> bool:
        """Whether all do their own at the same time: what is noted of each seat in turn is then one moment."""
        return False

    @property
    def marks(self) -> int:
        """How many marks a board holds, where draws take them off one by one; 0 in other kinds."""
        return 0

    def by_guess(self, odds: Distribution) -> dict[Value, float]:
        """Where a mark of a board that nobody has told of lies: the chance of each number."""
        return {}

    @property
    def one_caller(self) -> bool:
        """Whether one caller draws for everybody's boards, so that a whole class can play at once."""
        return False

    @property
    def uses_pieces(self) -> bool:
        """Whether anything is rolled, spun, drawn or tossed at all."""
        return True

    @property
    def draws_by_turn(self) -> bool:
        """Whether each turn has a draw of its own, for the player whose turn it is."""
        return self.uses_pieces and not (self.together or self.abreast or self.one_caller)

    @property
    def uses_total(self) -> bool:
        """Whether it is the total of a draw that counts, and not the numbers shown."""
        return True

    @property
    def made_pieces(self) -> tuple[AnyPiece, ...]:
        """Pieces that follow from its settings, where nothing else is drawn: they are printed with the rest."""
        return ()

    @property
    def counted_ones(self) -> Fraction | None:
        """How many squares are counted for a one of the total, where a move is counted; None where it is not."""
        return None

    @property
    def own_packs(self) -> bool:
        """Whether cards that stay out are of a pack of each seat's own, though others have one that is alike."""
        return False

    @property
    def cut_out(self) -> bool:
        """Whether something has to be cut out."""
        return False

    @property
    def ending(self) -> Ending:
        """How a game ends."""
        return "nobody" if self.nobody_wins else "winner"

    @property
    def paced_by(self) -> tuple[str, str]:
        """What takes the seconds, as a word: one, and several."""
        return PACED_BY[self.pace]

    @property
    def scored(self) -> bool:
        """Whether each seat comes to a score, which is then more telling than who was ahead."""
        return "score" in self.gauges

    @property
    def less_is_better(self) -> bool:
        """Whether a lower score is the better one."""
        return True

    @property
    def success_words(self) -> str:
        """What ``success`` is the share of, as a sentence with {} for it; nothing where its label says enough."""
        return ""

    @property
    def evened(self) -> tuple[tuple[str, object], ...]:
        """Settings, each with its value, with which players have the same chances; none if they have them as it is."""
        return ()

    def carried(self, name: str, value: object) -> dict[str, object]:
        """Further settings that a change of one takes along where it is offered, by their names; none for most."""
        return {}

    def check_draw(self, distribution: Distribution) -> None:
        """Raise a setting error if nothing could ever happen with this draw."""

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Raise a setting error if the area can't be played with these pieces."""

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """Raise a setting error if seats can't have draws of their own.

        ``kept_out``: whether cards of anybody stay out; ``goals``: what seats aim at that play best.
        """
        if not self.own_draws:
            told = "In this kind of game all players draw from the same pieces: take the others' own draws away."
            raise setting_error(told, "others")
        if kept_out and not self.own_hands:
            told = "With draws of their own cards are put back: do not keep them out, or let all draw alike."
            raise setting_error(told, "others")

    def check_rule(self, rule: str) -> None:
        """Raise a setting error if a rule of thumb lacks what it needs."""

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Raise a setting error if best play is not known for so many seats, or where draws hang together."""

    def check_seats(self, count: int) -> None:
        """Raise a setting error if so many can't play."""

    def rule(self, key: str) -> StyleRule:
        """One of its rules of thumb."""
        return next(rule for rule in self.rules if rule.key == key)
