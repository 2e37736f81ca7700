"""One way from a brief to games: every kind makes of it what it honestly can, and what is not sound is not offered.

Pieces and what is made of them come from the aim (:mod:`aimed_draws`); the board's numbers from the draw; the size from
the minutes, with which it grows. A game is measured once it is whole, and offered if it is sound, on the aim and within
the minutes; for a kind that can make nothing of the brief one line says why.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from functools import partial
from math import exp, inf, isfinite, log

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Band, Game, game_from, with_value, with_values
from bolometric.core.game.entry import Starter
from bolometric.core.game.targets import Target
from bolometric.core.judge.sound import unsound
from bolometric.core.judge.suits import AS_SET, Suited, suited, suits, targets_of
from bolometric.core.learner_work.aims import Aim, on_aim
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.fluency import Fluency
from bolometric.core.measure.equal_seats import EDGE
from bolometric.core.measure.measuring import even_played, measure_exactly, runs_of
from bolometric.core.measure.runs import NOTED_ALONE
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.words import pieces_words
from bolometric.core.results.readings import Reading, joined
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knobs
from bolometric.core.text.figures import number, percent, plural
from bolometric.core.tuning.aimed_draws import ENOUGH, AimedDraw, aimed_draws
from bolometric.core.tuning.looking import readings_for
from bolometric.core.tuning.workers import Share, alone

RUNS, LONGEST = 400, 3_000
"""Games of a look, and turns of one of them, at most."""
SIZED = 6
"""Looks at most until the size suits the minutes."""
DRAWS_EACH = 2
"""Draws that each kind tries."""
MANY = 20
"""Facts of an aim beyond which more of them are not asked for: a game has only so many turns."""
EACH_KIND = 2
"""Games of a kind that are offered."""
COVERED = 0.5
"""Part of the aim's facts that the pieces can give, of which a table meets so many in a game."""


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is asked for; what is left out does not count."""

    aim: tuple[Aim, ...] = ()
    learners: int | None = None
    fluency: tuple[Fluency, ...] = ()
    minutes: tuple[float, float] | None = None
    pieces: tuple[AnyPiece, ...] = ()
    """At hand; a game may leave some of them in the box. None for whatever a game needs."""
    draw: Draw | None = None
    """What is made of the pieces, where that is asked for."""
    brief: Mapping[str, object] = field(default_factory=dict)
    """What else the brief says: bands and targets, as plain data."""


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
    """How well all are met together, from 0 to 1."""
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
        told = f"Each works out about {each} {self._of_it}in {number(max(1, round(lasting)))} minutes"
        return f"{told}, {met} different of the {there} that can come." if there > 1 else f"{told}."


def compose(wanted: Wanted, seed: int = 1, share: Share = alone) -> Iterator[Composed]:
    """What every kind makes of a brief, one after the other, sound or not. Raises Cancelled.

    First one starter of each kind is tried; of a kind that makes too little of the aim no other is, nor of one of which
    there are two games by now.
    """
    make = partial(_best, wanted, _draws(wanted), seed)
    off_aim: set[type] = set()
    offered: Counter[type] = Counter()
    for some in _in_turn():
        kept = [one for one in some if type(one.game.area) not in off_aim or bool(getattr(one.game.area, "packs", ()))]
        at_once = 1 if share is alone else len(kept)
        for part in range(0, len(kept), max(at_once, 1)):
            checkpoint()
            now = [one for one in kept[part : part + at_once] if offered[type(one.game.area)] < EACH_KIND]
            for found in filter(None, share(make, now)):
                offered[type(found.game.area)] += not found.against
                if wanted.aim and (found.share or 0.0) < ENOUGH:
                    off_aim.add(type(found.game.area))
                yield found


def _best(wanted: Wanted, draws: list[AimedDraw], seed: int, starter: Starter) -> Composed | None:
    """The best that one starter makes of a brief; None if it can't be played so."""
    best: Composed | None = None
    for game, draw in _beginnings(starter, wanted, draws):
        checkpoint()
        alike = [len(one.facts) for one in draws if draw is not None and one.at_hand == draw.at_hand]
        found = _finished(starter, game, draw, max(alike, default=0), wanted, seed)
        if best is None or _rank(found) > _rank(best):
            best = found
        if not best.against and best.suits > 0.99 and best.covered[0] >= COVERED * best.covered[1]:
            break
    return best


def _in_turn() -> list[list[Starter]]:
    """The starters: first one of each kind, then the others."""
    first: dict[type, Starter] = {}
    others = [one for one in starters() if first.setdefault(type(one.game.area), one) is not one]
    return [list(first.values()), others]


def _draws(wanted: Wanted) -> list[AimedDraw]:
    """Draws that practise the aim, the best first; with the draw that is asked for alone, if there is one."""
    if not wanted.aim:
        return []
    found = aimed_draws(wanted.aim, wanted.pieces)
    return [one for one in found if wanted.draw is None or one.draw == wanted.draw]


def ordered(found: list[Composed]) -> list[Composed]:
    """Those that are offered, the best first: by what was asked, then by how much of the aim is met in a minute.

    A third game of a kind, and more, stand after all others.
    """
    kinds: dict[type, int] = {}
    ranked = []
    for one in sorted((one for one in found if not one.against), key=_rank, reverse=True):
        nth = kinds[type(one.game.area)] = kinds.get(type(one.game.area), 0) + 1
        ranked.append((nth > EACH_KIND, one))
    return [one for _, one in sorted(ranked, key=lambda pair: pair[0])]


def _rank(one: Composed) -> tuple[bool, float, float]:
    """Sound before suited before rich: facts of the aim a minute, less where few different ones of it come."""
    met, there = one.covered
    variety = min(1.0, met / max(COVERED * there, 1.0))
    return not one.against, round(one.suits, 1), one.a_minute * variety * (0.5 if one.needs else 1.0)


def _beginnings(starter: Starter, wanted: Wanted, draws: list[AimedDraw]) -> Iterator[tuple[Game, AimedDraw | None]]:
    """The starter with the brief, once for each draw that practises the aim; with its own where there is no aim."""
    data = starter.game.model_dump()
    low, high = wanted.minutes or (None, None)
    data["brief"] = {
        **data["brief"],
        "minutes": None if low is None or high is None else Band(low=low, high=high).model_dump(),
        "first_seat_edge": None,
        "setbacks": None,
        "targets": (),
        **wanted.brief,
        "aim": [aim.model_dump() for aim in wanted.aim] or data["brief"]["aim"],
        "practising": ", ".join(aim.words for aim in wanted.aim)[:60] or data["brief"]["practising"],
    }
    seats = dict(data["seats"])
    if wanted.learners is not None:
        seats["count"] = wanted.learners
    if wanted.fluency:
        seats["fluency"] = [one.model_dump() for one in wanted.fluency]
    data["seats"] = seats
    if not wanted.aim:
        ways: list[AimedDraw | None] = [None]
    else:
        own = [one for one in draws if one.at_hand][:DRAWS_EACH]
        others = [one for one in draws if not one.at_hand][:DRAWS_EACH]
        ways = [*own, *others] if starter.game.area.uses_pieces else [None]
    for draw in ways:
        changed = dict(data)
        if draw is not None:
            changed |= {"pieces": [piece.model_dump() for piece in draw.pieces], "draw": draw.draw.model_dump()}
        elif wanted.pieces and starter.game.area.uses_pieces:
            changed |= {"pieces": [piece.model_dump() for piece in wanted.pieces[: len(starter.game.pieces)]]}
        for made in _boards(changed, starter.game):
            yield made, draw


def _boards(data: dict[str, object], own: Game) -> Iterator[Game]:
    """The game with a board whose numbers suit its draw; nothing where it can't be one."""
    try:
        made = list(area_of(own).board.suited(data))
    except GameError:
        return
    for one in made:
        try:
            yield _even(game_from(one))
        except GameError:
            continue


def _even(game: Game) -> Game:
    """With the round finished before anyone wins, where the kind has that choice, and players who play alike."""
    styles = {style.choose for style in game.seats.styles}
    if len(game.seats.styles) > 1 and len(styles) > 1:
        sensible = next((style for style in game.seats.styles if style.choose != "guess"), game.seats.styles[0])
        game = with_value(game, "seats.styles", (sensible,))
    try:
        return with_value(game, "area.finish", "finish_round")
    except GameError:
        return game


def _finished(starter: Starter, game: Game, draw: AimedDraw | None, most: int, wanted: Wanted, seed: int) -> Composed:
    """The game in the size that suits the minutes, measured and judged; ``most`` facts of the aim can come at all."""
    game = _named(_sized(game, wanted.minutes, seed), wanted)
    analysis, readings, facts = _looked(game, seed)
    parts = met_by(game, readings, seed)
    whole = suits(parts)
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
        parts,
        1.0 if whole is None else whole,
        each / minutes if minutes else 0.0,
        (min(met, there), there),
        needs="" if draw is None or draw.at_hand else _needs(draw),
    )
    return replace(found, against=_against(found, wanted, sum(sum(times) for times in facts.values())))


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
            measured[whom] = {**readings_for(game, whom, keys, RUNS, seed), **known}
    return suited(targets, measured)


def _against(found: Composed, wanted: Wanted, all_facts: float) -> str:
    """What speaks against offering it."""
    if wanted.aim:
        share = found.readings.get("on_aim")
        if share is None or share.mean is None or not all_facts:
            return "Nothing of the aim can be made of it."
        if share.mean + 2 * share.stderr < ENOUGH:
            some = f"Only {percent(share.mean)}" if share.mean >= 0.005 else "Hardly anything"
            return f"{some} of what is worked out is the aim."
        met, there = found.covered
        if there and met < COVERED * min(there, MANY):
            return f"Only {met} of the {there} facts of the aim are met in a game."
    if said := unsound(found.analysis, found.readings):
        return said
    lasting = found.readings["minutes"].mean
    if wanted.minutes is not None and lasting is not None:
        low, high = wanted.minutes
        if not 0.75 * low <= lasting <= 1.25 * high:
            return f"It takes {lasting:.1f} minutes, whatever its size."
    return ""


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


def _sized(game: Game, minutes: tuple[float, float] | None, seed: int) -> Game:
    """The game with its size solved for the minutes: they grow with it, so each look tells about where to look next."""
    path = area_of(game).faults.lengthens(game)
    if minutes is None or not path:
        return game
    at = next((at for at in knobs(game) if at.path == path), None)
    if at is None or not isinstance(at.value, int | float):
        return game
    wanted, best, found = sum(minutes) / 2, game, inf
    size, tried = at.value, set[float]()
    for _ in range(SIZED):
        if size in tried:
            break
        tried.add(size)
        made = _with(game, path, size)
        lasting = None if made is None else _lasting(made, seed)
        if made is None or lasting is None:
            size = _round(at, max(size / 2, float(at.low or 1)))
            continue
        off = abs(log(max(lasting, 1e-3) / wanted))
        if off < found:
            best, found = made, off
        if minutes[0] <= lasting <= minutes[1] and off < 0.1:
            break
        size = _round(at, size * min(max(wanted / max(lasting, 1e-3), 0.2), 5.0))
    return best


def _with(game: Game, path: str, size: float) -> Game | None:
    try:
        return with_values(game, {path: size})
    except GameError:
        return None


def _round(at: KnobAt, size: float) -> float:
    low, high = at.low if at.low is not None else 1, at.high if at.high is not None else size
    step = at.knob.step if size > 4 * at.knob.step else 1
    size = min(max(round(size / step) * step, low), high)
    return int(size) if isinstance(at.value, int) else float(size)


def _lasting(game: Game, seed: int) -> float | None:
    """About how many minutes it takes; None where it may never end."""
    exact = measure_exactly(game, worth_of_thinking=False, work=bool(game.seats.fluency)).readings
    if "minutes" not in exact:
        *_, tally = runs_of(game, seed, RUNS // 4, LONGEST, note=bool(game.seats.fluency))
        exact = tally.readings()
    reading = exact.get("minutes")
    mean = None if reading is None else reading.mean
    return mean if mean is not None and isfinite(mean) else None


def _named(game: Game, wanted: Wanted) -> Game:
    """A name that says what it is: the kind, and the aim."""
    kind = game.area.noun
    if not wanted.aim or not kind:
        return game
    return with_value(game, "name", f"{kind} for {wanted.aim[0].words}"[:60])
