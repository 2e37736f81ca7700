"""One way from a brief to games: every kind makes of it what it honestly can.

Pieces and what is made of them come from the aim (:mod:`aimed_draws`); the board's numbers from the draw; the size from
the minutes, with which it grows. Once whole it is measured and judged (:mod:`offering`).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator
from functools import partial
from math import inf, isfinite, log

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, with_value, with_values
from bolometric.core.game.fault import carried_along
from bolometric.core.game.starters import Starter
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at, knobs
from bolometric.core.tuning.briefs.aimed_draws import ENOUGH, AimedDraw, aimed_draws
from bolometric.core.tuning.briefs.offering import COVERED, EACH_KIND, LONGEST, RUNS, Composed, judged, late, rank
from bolometric.core.tuning.briefs.wanted import Wanted, as_wanted, playable
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.space import PIECES, free_knobs, values_of
from bolometric.core.tuning.workers import Share, alone, is_alone

MOST_NAME = 60
"""Letters of a name."""
SIZED = 6
"""Looks at most until the size suits the minutes."""
WELL, MORE = 0.99, 12
"""What suits so well is not looked on for; games that are looked at where other settings may suit better."""
DRAWS_EACH = 2
"""Draws that each kind tries."""


def compose(wanted: Wanted, seed: int = 1, share: Share = alone) -> Iterator[Composed]:
    """What every kind makes of a brief, one after the other, sound or not. Raises Cancelled.

    First one starter of each kind is tried; of a kind that makes too little of the aim no other is, nor of one of which
    there are two games by now.
    """
    make = partial(_best, wanted, _draws(wanted), seed)
    off_aim: set[type] = set()
    offered: Counter[type] = Counter()
    made: set[object] = set()
    for some in _in_turn():
        kept = [one for one in some if type(one.game.area) not in off_aim or bool(getattr(one.game.area, "packs", ()))]
        at_once = 1 if is_alone(share) else len(kept)
        for part in range(0, len(kept), max(at_once, 1)):
            checkpoint()
            now = [one for one in kept[part : part + at_once] if offered[type(one.game.area)] < EACH_KIND]
            for found in filter(None, share(make, now)):
                game, figures = found.game, tuple(part.words for part in found.parts)
                same = type(game.area), game.pieces, game.draw, found.against, found.why, figures
                if same in made:
                    continue  # two starters came to one game, or to two that differ in nothing that is measured
                made.add(same)
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
        judge = partial(judged, starter, draw=draw, most=max(alike, default=0), wanted=wanted, seed=seed)
        found = judge(_named(sized(game, wanted.minutes, seed), wanted))
        if wanted.minutes is not None and late(found):
            low, high = wanted.minutes  # games of the lower half of the minutes, so that the long ones end in time
            found = max(found, judge(_named(sized(game, (low, (3 * low + high) / 4), seed), wanted)), key=rank)
        if found.against and (found.share is None or found.share >= ENOUGH):
            found = max((found, *map(judge, _a_step_off(found.game))), key=rank)
        if wanted.brief.get("targets") and not found.against and found.suits < WELL:
            found = _suited_more(found, judge, seed)
        if best is None or rank(found) > rank(best):
            best = found
        if not best.against and best.suits > WELL and best.covered[0] >= COVERED * best.covered[1]:
            break
    return best


def _a_step_off(game: Game) -> Iterator[Game]:
    """The game a step larger and a step smaller: where turns come out even for all, it may be fair."""
    path = area_of(game).faults.lengthens(game)
    at = next((at for at in knobs(game) if at.path == path), None)
    if path and at is not None and isinstance(at.value, int):
        yield from filter(None, (_with(game, path, at.value + by) for by in (-1, 1)))


def _suited_more(found: Composed, judge: Callable[[Game], Composed], seed: int) -> Composed:
    """The same kind of game with another of its choices, where that meets more of what was asked beside the minutes."""
    game, targets = found.game, tuple(part.target for part in found.parts)
    ways = [(path, knob_at(game, path)) for path in free_knobs(game, lock=(PIECES,))]
    made = [_with(game, path, value) for path, at in ways if at.knob.kind == "choice" for value in values_of(at)]
    others = [one for one in dict.fromkeys(made) if one is not None and one != game][:MORE]
    looks = sorted((look(one, targets, RUNS // 2, seed) for one in others), key=lambda seen: -seen.suits)
    better = (judge(seen.game) for seen in looks[:2] if seen.suits > found.suits)
    return max((found, *better), key=rank)


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


def _beginnings(starter: Starter, wanted: Wanted, draws: list[AimedDraw]) -> Iterator[tuple[Game, AimedDraw | None]]:
    """The starter with the brief, once for each draw that practises the aim; with its own where there is no aim."""
    data, drawn = as_wanted(starter, wanted), starter.game.area.uses_pieces
    if not wanted.aim:
        ways: list[AimedDraw | None] = [None]
    else:
        own = [one for one in draws if one.at_hand][:DRAWS_EACH]
        others = [one for one in draws if not one.at_hand][:DRAWS_EACH]
        ways = [*own, *others] if drawn else [None]
    for draw in ways:
        changed = dict(data)
        if draw is not None:
            changed |= {"pieces": [piece.model_dump() for piece in draw.pieces], "draw": draw.draw.model_dump()}
        elif wanted.pieces and drawn:
            changed |= {"pieces": [piece.model_dump() for piece in wanted.pieces[: len(starter.game.pieces)]]}
        for made in _boards(changed, starter.game):
            yield made, draw


def _boards(data: dict[str, object], own: Game) -> Iterator[Game]:
    """The game with a board whose numbers suit its draw; nothing where it can't be one."""
    try:
        made = list(area_of(own).board.suited(data))
    except GameError:
        return
    yield from (_even(game) for one in made if (game := playable(one)) is not None)


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


def sized(game: Game, minutes: tuple[float, float] | None, seed: int) -> Game:
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


def _with(game: Game, path: str, value: object) -> Game | None:
    try:
        return with_values(game, {path: value, **dict(carried_along(game, path, value))})
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
    """A name that says what it is: the kind, and the aim, as far as it can be said in a name."""
    kind = game.area.noun
    if not wanted.aim or not kind:
        return game
    said = wanted.brief.get("practising") or wanted.aim[0].words, wanted.aim[0].plainly
    fitting = (name for words in said if len(name := f"{kind} for {words}") <= MOST_NAME)
    return with_value(game, "name", next(fitting, kind))
