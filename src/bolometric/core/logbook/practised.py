"""What a group has met: the facts of the aim a learner worked out, from the games that were played and their length.

How often a learner works each fact out in a game is what is predicted for the game (exact where it can be, else from
runs). A game that took more or fewer turns than predicted had more or fewer of all its facts; where turns were not
noted, its minutes say so, at the group's own pace; where neither was, it is taken to have been of the usual length.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from math import isclose

from bolometric.core.game.files import to_text
from bolometric.core.learner_work.aims import Aim, asked, fact_from, on_aim
from bolometric.core.learner_work.facts import Fact
from bolometric.core.logbook.calibration import measured, timed
from bolometric.core.logbook.learning import Pace, learned
from bolometric.core.logbook.pace import at_pace
from bolometric.core.logbook.session import Session, game_in
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing_words, percent, plural, some_of, times_words

NOT_MET = "what {} has not met yet"
"""What a group's missing facts are called."""
ONCE = 1.0 - 1e-9
"""Times a learner has worked a fact out from which on it counts as met: once, but for rounding."""
MOST_LISTED, SHOWN = 200, 4
"""Facts that an aim may list; facts that a sentence names."""


@dataclass(frozen=True, slots=True)
class Practised:
    """What a learner of a group has worked out, as is to be expected of the games that were played."""

    group: str
    sessions: int
    times: Mapping[Fact, float]
    """Facts of the aim that came up, and how often a learner met each."""
    asked: tuple[Fact, ...]
    """All facts that the aims of these games ask for, as far as they can be listed."""
    exact: bool
    """Whether it is certain that what is not among them cannot have come up; else no run had it."""
    aims: tuple[Aim, ...]

    @property
    def met(self) -> tuple[Fact, ...]:
        """Facts a learner has met once at least, those met most first."""
        found = (one for one, often in self.times.items() if often >= ONCE)
        return tuple(sorted(found, key=lambda one: (-self.times[one], one)))

    @property
    def hardly(self) -> tuple[Fact, ...]:
        """Facts that came up, and less than once a learner; the rarest first."""
        found = (one for one, often in self.times.items() if often < ONCE)
        return tuple(sorted(found, key=lambda one: (self.times[one], one)))

    @property
    def never(self) -> tuple[Fact, ...]:
        """Facts that the aims ask for and that did not come up."""
        return tuple(one for one in self.asked if one not in self.times)

    @property
    def missing(self) -> Aim | None:
        """What has not been met yet, as an aim: what never came up, then what hardly did; None where nothing is."""
        listed = [one.words for one in (*self.never, *self.hardly) if _can_be_listed(one)]
        return Aim(kind="list", facts=tuple(listed[:MOST_LISTED])) if listed else None

    @property
    def share_met(self) -> float:
        """How much of all facts of the aim has been met, from 0 to 1."""
        whole = len(self.times) + len(self.never)
        return len(self.met) / whole if whole else 0.0

    @property
    def short(self) -> str:
        """The same in one line."""
        met, never, whole = len(self.met), len(self.never), len(self.times) + len(self.never)
        told = f"A learner of {self.group or 'the class'} has met {met} of {plural(whole, 'fact')} of the aim"
        return f"{told}, and {never} not at all, such as {self.never[0].words}." if never else f"{told}."

    @property
    def words(self) -> str:
        """As it is told."""
        who = self.group or "the class"
        if not self.aims:
            return f"No game of {who} says what it is to practise: choose its facts, and here stands what was met."
        named = [aim.words for aim in self.aims if aim.kind != "list"] or [aim.words for aim in self.aims]
        aim = listing_words(named, "and")
        met, hardly, never = self.met, self.hardly, self.never
        whole = len(self.times) + len(never)
        told = (
            f"A learner of {who} has met {len(met)} of {plural(whole, 'fact')} of the aim ({percent(self.share_met)}; "
            f"{aim}){_some(met, self.times)}."
        )
        if hardly:
            told += f" {len(hardly)} came up less than once a learner: {_named(hardly)}."
        if never:
            how = "could not come up in these games" if self.exact else "did not come up in the runs of these games"
            told += f" {len(never)} {how}: {_named(never)}."
        return told


def _some(met: Sequence[Fact], times: Mapping[Fact, float]) -> str:
    if not met:
        return ""
    most = times[met[0]]
    often = [one for one in met if isclose(times[one], most, rel_tol=1e-9)]
    return f", {_named(often)} most often, about {times_words(most)}{' each' if len(often) > 1 else ''}"


def _named(some: Sequence[Fact]) -> str:
    return some_of([one.words for one in some], SHOWN)


def _can_be_listed(one: Fact) -> bool:
    try:
        return fact_from(one.words) == one
    except ValueError:
        return False


def practised(sessions: Iterable[Session], paces: Mapping[str, Pace] | None = None) -> dict[str, Practised]:
    """What each group has met, by its name. Raises Cancelled once the work is given up."""
    by_group: dict[str, list[Session]] = defaultdict(list)
    everything = list(sessions)
    for one in everything:
        by_group[one.group].append(one)
    known = learned(timed(everything)) if paces is None else paces
    return {group: _of_group(group, some, known.get(group)) for group, some in sorted(by_group.items())}


def _of_group(group: str, sessions: Sequence[Session], pace: Pace | None) -> Practised:
    in_order = sorted(sessions, key=lambda one: one.day)
    aims = tuple(dict.fromkeys(aim for one in in_order for aim in one.played.brief.aim))
    lengths: dict[str, float] = defaultdict(float)
    for one in sessions:
        checkpoint()
        lengths[one.game] += length_of(one, pace)
    times: dict[Fact, float] = defaultdict(float)
    for text, length in lengths.items():
        for fact, often in each_learner(text).items():
            if on_aim(aims, fact):
                times[fact] += length * often
    exact = all(measured(text).exact.facts is not None for text in lengths)
    return Practised(group, len(sessions), dict(times), asked(aims), exact, aims)


def each_learner(text: str) -> dict[Fact, float]:
    """How often a learner of a game works each fact out, on average over the players. Raises Cancelled."""
    known = measured(text)
    facts = known.exact.facts
    if facts is None:
        facts = known.notes.times_each if known.notes is not None else {}
    return {one: sum(often) / len(often) for one, often in facts.items() if any(often)}


def length_of(session: Session, pace: Pace | None = None) -> float:
    """How long the games of a session were, as a part of what was predicted: by turns, else by minutes, else 1."""
    known = measured(session.game).readings
    turns, minutes = known.get(session.played.area.pace), known.get("minutes")
    if session.turns and turns is not None and turns.mean:
        return sum(session.turns) / len(session.turns) / turns.mean
    if pace is not None:
        minutes = measured(to_text(at_pace(game_in(session.game), pace))).readings.get("minutes")
    if session.minutes and minutes is not None and minutes.mean:
        return sum(session.minutes) / len(session.minutes) / minutes.mean
    return 1.0


def not_met(sessions: Sequence[Session], group: str) -> Aim:
    """What a group has not met yet, as an aim to look for games with.

    Raises:
        GameError: there are no sessions of the group, its games have no aim, or everything has been met.
    """
    groups = sorted({one.group for one in sessions if one.group})
    mine = [one for one in sessions if one.group == group]
    if not mine:
        there = f"there are sessions of {listing_words(groups, 'and')}" if groups else "no session names a group"
        raise GameError(f"The logbook has no session of “{group[:60]}”: {there}.")
    found = _of_group(group, mine, learned(timed(sessions)).get(group))
    if not found.aims:
        raise GameError(found.words)
    if found.missing is None:
        raise GameError(f"{group} has met every fact of the aims of its games: choose another aim.")
    return found.missing


def aimed_at(asked_for: Mapping[str, object], aim: Aim, group: str) -> dict[str, object]:
    """A game as plain data, with what a group has not met yet in place of its brief's aim."""
    brief = asked_for.get("brief")
    changed = {**(brief if isinstance(brief, dict) else {}), "aim": [aim.model_dump(mode="json")]}
    return {**asked_for, "brief": {**changed, "practising": NOT_MET.format(group)[:60]}}
