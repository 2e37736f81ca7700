"""A game made for a brief, measured: whether it can be stood for, what is said of it, and which of two is the better.

What is not sound is not offered; what is must be on the aim and within the minutes. Of those that suit equally well
the one in which a learner works out most of the aim in a minute comes first, and the one that is worth playing before
the one that is not.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import exp

from bolometric.core.game.aloud import capital
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.starters import Starter
from bolometric.core.game.targets import Target
from bolometric.core.judge.sound import OVERTIME, unfair, unsound
from bolometric.core.judge.suits import AS_SET, Suited, suited, suits, targets_of
from bolometric.core.judge.worth import ENDS, worth, worth_words
from bolometric.core.learner_work.aims import on_aim
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.equal_seats import EDGE
from bolometric.core.measure.measuring import even_played, measure_exactly, runs_of
from bolometric.core.measure.runs import NOTED_ALONE
from bolometric.core.pieces.words import pieces_words
from bolometric.core.results.readings import Reading, joined
from bolometric.core.text.figures import number, percent, plural
from bolometric.core.tuning.briefs.aimed_draws import ENOUGH, AimedDraw
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.core.tuning.looking import readings_asked

RUNS, SURELY, LONGEST = 400, 2_500, 3_000
"""Games of a look, games that tell how fair what is offered is, and turns of one of them, at most."""
MANY = 20
"""Facts of an aim beyond which more of them are not asked for: a game has only so many turns."""
EACH_KIND = 2
"""Games of a kind that are offered."""
COVERED = 0.5
"""Part of the aim's facts that the pieces can give, of which a table meets so many in a game."""
LEFT = 0.5
"""Part of what players work out on average that each must at the least."""


@dataclass(frozen=True, slots=True)
class Composed:
    """A game made for a brief, measured."""

    starter: Starter
    game: Game
    analysis: Analysis
    readings: dict[str, Reading]
    parts: tuple[Suited, ...]
    """How well each target is met, the share of the aim among them."""
    suits: float
    """How well all are met together, from 0 to 1; neither is looked at where something speaks against it."""
    a_minute: float
    """Facts of the aim that a learner works out in a minute of the game, waiting included; all facts without an aim."""
    covered: tuple[int, int]
    """Of the aim's facts that the pieces can give, how many a table meets in a game, and how many there are."""
    against: str = ""
    """Why it is not offered, as a sentence; nothing where it is."""
    needs: str = ""
    """What is not at hand and would have to be had or printed."""

    @property
    def share(self) -> float | None:
        """How much of what is worked out is the aim."""
        reading = self.readings.get("on_aim")
        return None if reading is None else reading.mean

    @property
    def each(self) -> int:
        """Facts of the aim that a learner works out in a game, about."""
        return max(1, round(self.a_minute * (self.readings["minutes"].mean or 0.0)))

    @property
    def _of_it(self) -> str:
        return "of the aim " if self.game.brief.aim else ""

    @property
    def short(self) -> str:
        """The same as ``why`` in a few words, for a card."""
        return f"{plural(self.each, 'fact')} {self._of_it}each, {self.covered[0]} different"

    @property
    def why(self) -> str:
        """Why one would choose it, in a sentence."""
        lasting = self.readings["minutes"].mean or 0.0
        each = plural(self.each, "fact")
        met, there = self.covered
        minutes = max(1, round(lasting))
        last = "a minute" if minutes == 1 else f"{number(minutes)} minutes"
        told = f"Each works out about {each} {self._of_it}in {last}"
        many = f"{told}, {met} different of the {there} that can come" if there > 1 else told
        return "; ".join(filter(None, (many, worth_words(self.readings)))) + "."


def judged(starter: Starter, game: Game, draw: AimedDraw | None, most: int, wanted: Wanted, seed: int) -> Composed:
    """A game measured and judged; ``most`` facts of the aim can come at all."""
    analysis, readings, facts = _looked(game, seed)
    aims, seats = game.brief.aim, game.seats.count
    good = {one: times for one, times in facts.items() if not aims or on_aim(aims, one)}
    minutes = readings["minutes"].mean if "minutes" in readings else None
    each = sum(sum(times) for times in good.values()) / seats
    met = round(sum(1 - exp(-sum(times)) for times in good.values()))
    there = most if draw is not None and most else len(good)
    found = Composed(
        starter,
        game,
        analysis,
        readings,
        (),
        0.0,
        each / minutes if minutes else 0.0,
        (min(met, there), there),
        needs="" if draw is None or draw.at_hand else _needs(draw),
    )
    said = against(found, wanted, sum(sum(times) for times in facts.values())) or one_sided(game, good)
    if said:
        return replace(found, against=said)  # nothing that takes longer to find out is worth the time
    readings = _played_too(game, readings, seed)
    if said := unfair(game, readings):
        return replace(found, readings=readings, against=said)
    parts = met_by(game, readings, seed)
    whole = suits(parts)
    counted = readings.get("aim_variety")
    if counted is not None and counted.mean is not None:
        met = max(1, min(round(counted.mean), there))  # as it was counted, where it was only reckoned before
    covered = (min(met, there), there)
    return replace(found, readings=readings, parts=parts, covered=covered, suits=1.0 if whole is None else whole)


def _played_too(game: Game, readings: dict[str, Reading], seed: int) -> dict[str, Reading]:
    """What is known of a game that is offered, with what only playing tells; and how fair it is, from more games.

    A few hundred tell that to five points. Of many games that are looked at, those that were lucky would be offered.
    """
    if not set(ENDS) <= set(readings):
        *_, tally = runs_of(game, seed, RUNS, LONGEST, note=True)
        readings = joined(tally.readings(), readings)
    if EDGE in readings and readings[EDGE].stderr:
        *_, tally = runs_of(game, seed + 1, SURELY, LONGEST)
        again = {**tally.readings(), **even_played(game, seed + 1, SURELY)}
        readings = {**readings, EDGE: again.get(EDGE, readings[EDGE])}
    return readings


ON_AIM = Target(reading="on_aim", low=ENOUGH, high=1.0, must=True)
"""What a brief with an aim asks for by itself."""


def met_by(game: Game, readings: Mapping[str, Reading], seed: int) -> tuple[Suited, ...]:
    """How well a game meets what was asked; what was not looked at yet is looked at, for whom it is asked."""
    targets = targets_of(game)
    if game.brief.aim and not any(target.reading == "on_aim" for target in targets):
        targets = (*targets, ON_AIM)
    measured: dict[tuple[str, str], Mapping[str, Reading]] = {AS_SET: readings}
    for whom in dict.fromkeys(target.measured_as for target in targets):
        known = readings if whom == AS_SET else {}
        keys = frozenset(target.reading for target in targets if target.measured_as == whom) - set(known)
        if keys:
            measured[whom] = {**readings_asked(game, whom, keys, RUNS, seed), **known}
    return suited(targets, measured)


def against(found: Composed, wanted: Wanted, all_facts: float) -> str:
    """What speaks against offering it."""
    if wanted.aim:
        share = found.readings.get("on_aim")
        if share is None or share.mean is None or not all_facts:
            return "Nothing of the aim can be made of it."
        if share.mean < ENOUGH:  # a simulated one too, as with what is fair
            some = f"Only {percent(share.mean)}" if share.mean >= 0.005 else "Hardly anything"
            return f"{some} of what is worked out is the aim."
        met, there = found.covered
        if there and met < COVERED * min(there, MANY):
            return f"Only {met} of {plural(there, 'fact')} of the aim {'is' if met == 1 else 'are'} met in a game."
    if said := unsound(found.analysis, found.readings):
        return said
    lasting = found.readings["minutes"].mean
    if wanted.minutes is not None and lasting is not None:
        low, high = wanted.minutes
        if not 0.75 * low <= lasting <= 1.25 * high:
            return f"It takes {lasting:.1f} minutes, whatever its size."
    return ""


def one_sided(game: Game, good: Mapping[Fact, Sequence[float]]) -> str:
    """That a player is left with too little of what the game is for, where one is; ``good`` are its facts for each."""
    of_each = [sum(of) for of in zip(*good.values(), strict=True)]
    if not of_each or min(of_each) >= LEFT * sum(of_each) / len(of_each):
        return ""
    seat = of_each.index(min(of_each))
    return (
        f"{capital(game.seat_name(seat))} works out only {percent(min(of_each) / max(of_each))} of what another does."
    )


def late(found: Composed) -> bool:
    """Whether it is in time on average, and its longer games are not."""
    lasting, band = found.readings.get("minutes"), found.game.brief.minutes
    if lasting is None or lasting.mean is None or lasting.p90 is None or band is None:
        return False
    return lasting.mean <= band.high and lasting.p90 > OVERTIME * band.high


def _needs(draw: AimedDraw) -> str:
    return f"It needs {pieces_words(draw.pieces)}, which can be printed."


def _looked(game: Game, seed: int) -> tuple[Analysis, dict[str, Reading], Mapping[Fact, tuple[float, ...]]]:
    """All that is known of a game after a look: exact where it is, else from a few hundred games."""
    analysis = measure_exactly(game, worth_of_thinking=False)
    facts = analysis.facts
    missing = {"minutes", "on_aim", "idle_turns"} - set(analysis.readings)
    if not missing and facts is not None and analysis.readings["minutes"].p90 is not None:
        return analysis, dict(analysis.readings), facts
    *_, tally = runs_of(game, seed, RUNS, LONGEST, note=facts is None or bool(missing & set(NOTED_ALONE)))
    played = dict(tally.readings())
    if EDGE not in analysis.readings:
        played |= even_played(game, seed, 4 * RUNS)
    if facts is None:
        facts = {} if tally.notes is None else tally.notes.times_each
    return analysis, joined(played, analysis.readings), facts


def ordered(found: list[Composed]) -> list[Composed]:
    """Those that are offered, the best first: by what was asked, then by how much of the aim is met in a minute.

    A third game of a kind, and more, stand after all others.
    """
    kinds: dict[type, int] = {}
    ranked = []
    for one in sorted((one for one in found if not one.against), key=rank, reverse=True):
        nth = kinds[type(one.game.area)] = kinds.get(type(one.game.area), 0) + 1
        ranked.append((nth > EACH_KIND, one))
    return [one for _, one in sorted(ranked, key=lambda pair: pair[0])]


def rank(one: Composed) -> tuple[bool, float, float]:
    """Sound before suited before rich: facts of the aim a minute, less where few different ones of it come.

    What is worth playing counts for up to half as much again as what is not.
    """
    met, there = one.covered
    variety = min(1.0, met / max(COVERED * there, 1.0))
    rich = one.a_minute * variety * (0.5 if one.needs else 1.0)
    return not one.against, round(one.suits, 1), rich * (0.8 + 0.4 * worth(one.readings))
