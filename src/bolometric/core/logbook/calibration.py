"""Sessions of a game held against what is predicted for it, and groups timed."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from math import log, sqrt

from bolometric.core.game.document import Game
from bolometric.core.game.fault import in_words_of
from bolometric.core.learner_work.timing import timing
from bolometric.core.logbook.dealt import counts_of
from bolometric.core.logbook.learning import KINDS, TimedGroup
from bolometric.core.logbook.luck import Held, held_lengths, held_totals, held_wins
from bolometric.core.logbook.quantiles import share_at
from bolometric.core.logbook.session import Session, game_in
from bolometric.core.logbook.slips import Counted
from bolometric.core.measure.measuring import Measurement, measure
from bolometric.core.results.estimate import CODES
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import percent, plural

RUNS = 2_000


@dataclass(frozen=True, slots=True)
class Calibration:
    """How well earlier predictions held: of the games said to end in time with some chance, how many did."""

    said: float
    """The mean chance that was predicted."""
    held: float
    """The share that did."""
    games: int

    @property
    def ends(self) -> tuple[float, float]:
        """Between which the share lies with nine chances in ten, from so many games: Jeffreys' interval.

        Reference: L. D. Brown, T. T. Cai and A. DasGupta, "Interval estimation for a binomial proportion" (Statistical
        Science 16, 2001).
        """
        did = round(self.held * self.games)
        low = share_at(0.05, did + 0.5, self.games - did + 0.5) if did else 0.0
        high = share_at(0.95, did + 0.5, self.games - did + 0.5) if did < self.games else 1.0
        return low, high


@lru_cache(maxsize=64)
def measured(text: str) -> Measurement:
    """What is predicted for a game. Raises Cancelled where the work is given up."""
    return measure(game_in(text), RUNS)


def held(sessions: Sequence[Session]) -> list[Held]:
    """All sessions of games that play alike: what came up, how long it took, and who won. Raises Cancelled."""
    if not sessions:
        return []
    found: list[Held] = []
    game, known = sessions[0].played, measured(sessions[0].game)
    texts = {text for text in {one.game for one in sessions} if game_in(text).plays_as(game)}
    alike = [one for one in sessions if one.game in texts]
    if (came := held_draws(alike)) is not None:
        found.append(came)
    turns = [turn for one in alike for turn in one.turns]
    if turns and known.exact.lasting is not None:
        found.append(held_lengths(turns, known.exact.lasting))
    winners = [winner for one in alike for winner in one.winners]
    alone, exactly = _alone(known)
    if winners and alone:
        found.append(held_wins(winners, alone, not exactly))
    return [replace(one, odd=in_words_of(game, one.odd)) for one in found]


def held_draws(sessions: Sequence[Session]) -> Held | None:
    """What came up in sessions of one game; None where nothing did, or it can't be held against anything."""
    game, drawn = sessions[0].played, Counter[object](counted_totals(sessions))
    if not drawn or game.shown.sampled or game.draws_differ:
        return None  # of draws that differ nobody noted who drew what
    dealt = counts_of(game, [len(one.totals) for one in sessions if one.totals])
    tables = max(1 if game.area.together else one.tables for one in sessions if one.totals)
    if dealt is not None and (tables > 1 or (game.area.own_packs and game.seats.count > 1)):
        return None  # of several packs nobody noted which it was
    return held_totals(drawn, list(game.shown.totals), game.shown.chances.tolist(), dealt)


def counted_totals(sessions: Iterable[Session]) -> Counter[Fraction]:
    """How often each number came up: thousands of sessions write the same few."""
    found = Counter[Fraction]()
    for total, count in Counter(total for one in sessions for total in one.totals).items():
        found[Fraction(total)] += count
    return found


def _alone(known: Measurement) -> tuple[list[float], bool]:
    """The chance of each seat to win alone, and whether it is known exactly.

    It can be for two, who share what they share evenly; else it comes from the runs.
    """
    wins, ties = known.readings.get("seat_wins"), known.readings.get("ties")
    if wins is None or wins.values is None:
        return [], False
    if len(wins.values) == 2 and ties is not None and ties.mean is not None:
        return [max(win - ties.mean / 2, 0.0) for win in wins.values], wins.method == ties.method == "exact"
    played = known.sample.winners[CODES:]
    return [(count + 0.5) / (known.sample.runs + 0.5 * len(played) + 0.5) for count in played], False


def timed(sessions: Iterable[Session]) -> list[TimedGroup]:
    """Every game whose minutes were noted, with what was predicted for it. Raises Cancelled."""
    found = []
    for one in sessions:
        checkpoint()
        if one.minutes:
            found += list(_timed(one))
    return found


def _timed(session: Session) -> Iterable[TimedGroup]:
    known = measured(session.game)
    minutes = known.readings.get("minutes")
    turns = known.readings.get(session.played.area.pace)
    mean = None if minutes is None else minutes.mean or minutes.ended
    if mean is None or not mean:
        return
    part = _thought(known) if session.played.seats.fluency else 1.0
    spread, kinds = _spread(known), _kinds(session.game)
    for at, noted in enumerate(session.minutes):
        length = 1.0
        if at < len(session.turns) and turns is not None and turns.mean:
            length = session.turns[at] / turns.mean
            yield TimedGroup(session.group, float(noted), mean * part, mean * (1 - part), length, 0.0, kinds)
        else:
            yield TimedGroup(session.group, float(noted), mean * part, mean * (1 - part), length, spread, kinds)


def counted(sessions: Iterable[Session]) -> list[Counted]:
    """Every game whose slips were counted, with those that were predicted for it. Raises Cancelled."""
    found = []
    for one in sessions:
        checkpoint()
        expected = predicted_slips(one.game) if one.slips else 0.0
        if expected > 0:
            found += [Counted(one.group, slips, expected) for slips in one.slips]
    return found


def _worked_out(text: str) -> Iterator[tuple[str, float, float]]:
    """What all players of a game work out: each fact's kind, the seconds that go into it, and the slips."""
    known, game = measured(text), game_in(text)
    facts = known.exact.facts
    if facts is None:
        facts = known.notes.times_each if known.notes is not None else {}
    for fact, often in facts.items():
        for seat, times in enumerate(often):
            who = game.seats.profile(seat)
            if who is not None:
                took = timing(fact, who)
                yield fact.does, times * took.mean, times * took.slips


@lru_cache(maxsize=64)
def predicted_slips(text: str) -> float:
    """Slips of a game that the profiles predict."""
    return sum(slips for _, _, slips in _worked_out(text))


@lru_cache(maxsize=64)
def _kinds(text: str) -> tuple[float, ...]:
    """The part of the thinking that goes into each kind of fact."""
    seconds, known = defaultdict[str, float](float), measured(text).readings
    for does, took, _ in _worked_out(text):
        seconds[does] += took
    a_turn, turns = known.get("thinking_seconds"), known.get("turns")
    seats = game_in(text).seats.count if game_in(text).area.together else 1
    whole = (a_turn.mean or 0.0) * (turns.mean or 0.0) * seats if a_turn is not None and turns is not None else 0.0
    whole = max(whole, sum(seconds.values()))
    return tuple(seconds[does] / whole if whole else 0.0 for does in KINDS)


def _thought(known: Measurement) -> float:
    """How much of the time that somebody is busy goes into thinking."""
    thinking, hands = (known.readings.get(key) for key in ("thinking_share", "handling_share"))
    if thinking is None or hands is None or not thinking.mean:
        return 1.0
    return thinking.mean / (thinking.mean + (hands.mean or 0.0))


def _spread(known: Measurement) -> float:
    """Standard deviation of the logarithm of the length, as for a log-normal with its mean and deviation."""
    minutes = known.readings.get("minutes")
    if minutes is None or not minutes.mean:
        return 0.0
    deviation = minutes.sd
    if deviation is None and minutes.p10 is not None and minutes.p90 is not None:
        deviation = (minutes.p90 - minutes.p10) / 2.563  # between the tenths of a normal distribution
    return sqrt(log(1 + (deviation / minutes.mean) ** 2)) if deviation else 0.0


def calibrated(sessions: Iterable[Session], bins: int = 4) -> list[Calibration]:
    """Predicted chances to end in time against what happened, in bins of the predicted chance. Raises Cancelled."""
    told: dict[int, list[tuple[float, bool]]] = defaultdict(list)
    for one in sessions:
        checkpoint()
        band = one.played.brief.minutes
        chance = measured(one.game).readings.get("in_time") if one.minutes else None
        if chance is None or chance.mean is None:
            continue
        for noted in one.minutes:
            place = min(int(chance.mean * bins), bins - 1)
            told[place].append((chance.mean, band is None or band.high is None or noted <= band.high))
    return [
        Calibration(sum(said for said, _ in some) / len(some), sum(did for _, did in some) / len(some), len(some))
        for _, some in sorted(told.items())
    ]


def calibration_words(found: Sequence[Calibration]) -> str:
    """As it is told."""
    if not found:
        return "No minutes were noted yet, so nothing can be said of how well predictions held."
    parts = [
        f"of {plural(one.games, 'game')} said to end in time with {percent(one.said)}, {percent(one.held)} did"
        for one in found
    ]
    return f"{'; '.join(parts)}.".capitalize()


def story(one: Session) -> str:
    """A session in one line."""
    game: Game = one.played
    told = [one.day, one.group or "the class", game.name, plural(one.tables, "table")]
    if one.turns:
        told.append(f"{', '.join(map(str, one.turns))} {game.area.paced_by[1]}")
    if one.minutes:
        told.append(f"{', '.join(f'{minute:g}' for minute in one.minutes)} min")
    if one.slips:
        told.append(f"{', '.join(map(str, one.slips))} slip{'s' if one.slips != (1,) else ''} noticed")
    if one.winners:
        names = ["nobody alone" if not seat else game.seat_name(seat - 1) for seat in one.winners]
        told.append(f"won by {', '.join(names)}")
    if one.boards:
        told.append(f"{plural(len(one.boards), 'board')}{', two goes' if one.first is not None else ''}")
    if one.hands:
        told.append(plural(len(one.hands), "show of hands", "shows of hands"))
    if one.mood:
        told.append(one.mood)
    return " · ".join([*told, *(text for text in (one.note, one.change) if text)])
