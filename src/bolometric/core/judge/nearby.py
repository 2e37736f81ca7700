"""Games one change away, and what each change does: the seed of every suggestion.

The changes come from the knobs: a number up or down by its step and by about a quarter, every other
choice, one die more or fewer, a list of totals emptied. Those that cannot be are left out.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, changed
from bolometric.core.judge.change_size import stray
from bolometric.core.measure.measuring import QUICK_RUNS, quick_measure
from bolometric.core.pieces.words import pieces_words
from bolometric.core.results.readings import Reading
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import Knob, KnobAt, knobs
from bolometric.core.text.figures import minus, plural
from bolometric.core.words.rule_sheet import rules_text

MORE_NUMBERS = (1, 5, 10, 25)
"""What may be added to a list of numbers."""


@dataclass(frozen=True, slots=True)
class Effect:
    """What a change does to one reading, both worked out in the same way."""

    change: Change
    before: Reading
    after: Reading


def changes(game: Game) -> Iterator[Change]:
    """Every game one sensible change away that plays by other rules."""
    rules = rules_text(game)
    for at in knobs(game):
        if not at.path.startswith("brief."):
            for words, value in values_near(game, at):
                checkpoint()
                try:
                    change = changed(game, words, at.path, value)
                except GameError:
                    continue
                if rules_text(change.game) != rules:
                    yield change


def values_near(game: Game, at: KnobAt) -> Iterator[tuple[str, object]]:
    """What a setting may be instead, one sensible step away, each as something to do."""
    match at.knob.kind:
        case "number":
            yield from _numbers(at) if at.knob.suggested is None else ()
        case "choice" if not (game.others and at.path.startswith("draw.")):
            for choice in at.knob.choices:
                may_be = at.knob.suggested is None or choice.value in at.knob.suggested
                if choice.value != at.value and may_be:
                    yield choice.order, choice.value
        case "totals":
            if at.value:
                yield f"Drop the {at.knob.label}", ()
        case "sides":
            if at.value:
                yield "Let all draw alike", ()
        case "numbers":
            given: tuple[Any, ...] = at.value
            for number in given if len(given) > 1 else ():
                yield f"Leave out {minus(number)}", [plain(kept) for kept in given if kept != number]
            for number in MORE_NUMBERS:
                if number not in given:
                    yield f"Add {number}", [*map(plain, given), number]
        case "pieces":
            kept: tuple[Any, ...] = game.pieces
            for pieces in (kept[:-1], (*kept, kept[-1])):
                if pieces and not game.others:
                    yield f"Use {pieces_words(pieces)}", pieces
        case _:
            return


def _numbers(at: KnobAt) -> Iterator[tuple[str, float]]:
    quarter = part_step(at, 4)
    yield from numbers_by(at, sorted({-quarter, -at.knob.step, at.knob.step, quarter}))


def part_step(at: KnobAt, part: int) -> float:
    """About so manieth a part of a number, in whole steps of its knob, one at the least."""
    step: float = at.knob.step
    return max(step, round(abs(float(at.value)) / part / step) * step)


def numbers_by(at: KnobAt, steps: Iterable[float]) -> Iterator[tuple[str, float]]:
    """A number that much more or less, each as something to do; those beyond its limits are left out."""
    for by in steps:
        value = at.value + by
        if at.low is not None and at.high is not None and at.low <= value <= at.high:
            if isinstance(at.value, int):
                value = int(value)
            yield _order(at.knob, value), value


def order_of(at: KnobAt) -> str:
    """The value of a number or a choice, as something to do."""
    if at.knob.kind == "choice":
        return next(choice.order for choice in at.knob.choices if choice.value == at.value)
    return _order(at.knob, at.value)


def _order(knob: Knob, value: float) -> str:
    """A change to a number, as something to do."""
    if knob.order:
        return knob.one if value == 1 and knob.one else knob.order.format(minus(value))
    one = knob.one or knob.label.removesuffix("s")
    return f"Make it {plural(value, one, knob.label)}" if isinstance(value, int) else f"Make it {value:g} {knob.label}"


def effects(
    game: Game, key: str, wanted: Callable[[Change], bool] | None = None, games: int = QUICK_RUNS
) -> list[Effect]:
    """What every nearby change does to a reading.

    Args:
        game: the game.
        key: the reading.
        wanted: which changes are looked at, if not all; asked before anything is measured.
        games: games that are played of each at most, where the reading can't be worked out.

    Returns:
        Those first that touch least of the practice, of these the largest effect. Changes that leave the reading as it
        is, or for which it does not exist, are left out.

    Raises:
        Cancelled: once the work is given up.

    >>> effects(Game(), "first_seat_edge")[0].change.words
    'Finish the round first'
    """
    before = quick_measure(game, key, games).readings.get(key)
    if before is None:
        return []
    found = []
    for change in changes(game) if wanted is None else filter(wanted, changes(game)):
        after = quick_measure(change.game, key, games).readings.get(key)
        if after is not None and after.mean is not None and not _same(before, after):
            found.append(Effect(change, before, after))
    start = before.mean or 0.0
    return sorted(found, key=lambda e: (stray(game, e.change), -abs((e.after.mean or 0.0) - start)))


MOST_TRIED = 20


def fitted(game: Game, path: str, key: str, low: float, high: float) -> Change | None:
    """The round number at ``path`` that brings an exact reading nearest to the middle of a band, if any gets within.

    For a reading that by and large rises with the number. Numbers below the present one are tried where the
    reading is too high; growing ones where it is too low, and no further than needed, since long games take
    long to measure. Raises Cancelled once the work is given up.
    """
    at = next(at for at in knobs(game) if at.path == path)
    step, least, most = int(at.knob.step), int(at.low or 0), int(at.high or 0)

    def change(value: int) -> Change:
        return changed(game, _order(at.knob, value), path, value)

    def mean(value: int) -> float:
        try:
            changed = change(value)
        except GameError:
            return float("inf")  # what cannot be is no cure
        reading = quick_measure(changed.game).readings.get(key)
        return float("inf") if reading is None or reading.mean is None else reading.mean

    found: dict[int, float] = {}
    if mean(at.value) > high:
        stride = max(step, -(-(at.value - least) // MOST_TRIED // step) * step)
        for value in range(-(-least // step) * step, at.value, stride):
            found[value] = mean(value)
    else:
        value = at.value
        while (value := max(value + step, round(value * 1.2 / step) * step)) <= most and len(found) < MOST_TRIED:
            found[value] = mean(value)
            if found[value] > high:
                break
    within = [value for value, reached in found.items() if low <= reached <= high]
    return change(min(within, key=lambda value: abs(found[value] - (low + high) / 2))) if within else None


def _same(one: Reading, other: Reading) -> bool:
    if one.mean is None or other.mean is None:
        return one.mean is other.mean
    unsure: float = 3 * (one.stderr**2 + other.stderr**2) ** 0.5
    return bool(abs(one.mean - other.mean) <= 1e-9 * max(1.0, abs(one.mean)) + unsure)
