"""What was found, for the command line: as text, as plain values and as tables."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import TYPE_CHECKING

from bolometric.core.game.document import Game
from bolometric.core.judge.suits import Suited, suited, suits, targets_of
from bolometric.core.measure.measuring import Measurement
from bolometric.core.results.show import certainty, show
from bolometric.core.text.figures import percent
from bolometric.core.tuning.looking import AS_SET, readings_for
from bolometric.core.words.report import table

if TYPE_CHECKING:  # a command that only measures needs nothing of a search
    from bolometric.core.tuning.screening import Candidate
    from bolometric.core.tuning.sweep import Point, Swept

RUNS = 4_000
"""Games that are played for a target that is measured for others than those who play."""
IN_TABLES = ("minutes", "turns", "success", "first_seat_edge", "setbacks", "score", "facts", "on_aim")


def how_it_suits(found: Measurement) -> tuple[float | None, str]:
    """How well a measured game suits its targets, and that in words; None and nothing where it has none."""
    game = found.exact.game
    targets = targets_of(game)
    measured = {AS_SET: found.readings}
    for whom in {target.measured_as for target in targets} - {AS_SET}:
        keys = frozenset(target.reading for target in targets if target.measured_as == whom)
        measured[whom] = readings_for(game, whom, keys, RUNS, found.seed)
    parts = suited(targets, measured)
    figure = suits(parts)
    if figure is None:
        return None, ""
    lines = [f"Suits its brief: {percent(figure)}."]
    lines += [
        f"  {part.words} ({percent(part.desirability)}{', a must' if part.target.must else ''})" for part in parts
    ]
    return figure, "\n".join(lines)


def candidates_plain(found: Sequence[Candidate]) -> dict[str, object]:
    """As the command line's JSON."""
    return {
        "candidates": [
            {
                "suits": one.suits,
                "changes": list(one.changes),
                "why": one.why,
                "readings": {
                    part.target.reading: part.reading.plain() for part in one.parts if part.reading is not None
                },
                "game": one.game.model_dump(mode="json"),
            }
            for one in found
        ]
    }


def candidates_text(game: Game | None, found: Sequence[Candidate]) -> str:
    """A list, the best first: how well each suits, what to change, and its readings."""
    lines = []
    for number, one in enumerate(found, 1):
        told = "; ".join(one.changes) or "As it is"
        name = one.game.name if game is None else told
        lines.append(f"{number}. {percent(one.suits)} suited: {name}")
        if one.why:
            lines.append(f"   {one.why}")
        lines += [f"   {part.words}{_sure(part)}{_must_missed(part)}" for part in one.parts]
    return "\n".join(lines)


def _sure(part: Suited) -> str:
    """Whether a reading is exact or simulated, and how sure it is."""
    reading = part.reading
    return "" if reading is None or reading.mean is None else f" ({certainty(part.target.reading, reading)})"


def _must_missed(part: Suited) -> str:
    """A must that the game is as far from as can be is said so."""
    return ": a must that it does not meet" if part.target.must and part.desirability <= 0 else ""


def left_out_text(left_out: Sequence[tuple[str, str]]) -> str:
    """Why kinds of games are not among those that were found, a line each."""
    return "\n".join(f"Left out: {noun.lower()}. {why}" for noun, why in left_out)


def points_plain(knobs: Sequence[Swept], points: Sequence[Point]) -> dict[str, object]:
    """As the command line's JSON; a game that can't be has no readings, and says why."""
    return {
        "knobs": [knob.path for knob in knobs],
        "points": [
            {
                "values": list(point.values),
                "readings": {key: reading.plain() for key, reading in point.readings.items()},
                **({"trouble": point.trouble} if point.trouble else {}),
                **({"lost": point.lost} if point.lost else {}),
            }
            for point in points
        ],
    }


def points_text(knobs: Sequence[Swept], points: Sequence[Point]) -> str:
    """A table of the usual readings."""
    keys = [key for key in IN_TABLES if any(key in point.readings for point in points)]
    rows: list[tuple[str, ...]] = [(*(knob.path for knob in knobs), *keys)]
    for point in points:
        shown = [show(key, point.readings[key].mean) if key in point.readings else "–" for key in keys]
        rows.append((*map(str, point.values), *shown))
    lost: dict[str, list[str]] = {}
    for point in points:
        if point.lost:
            lost.setdefault(point.lost, []).append(", ".join(map(str, point.values)))
    notes = [f"What the game is for is lost at {'; '.join(some)}: {what}." for what, some in lost.items()]
    return "\n".join([*table(rows), *([""] if notes else []), *notes])


def points_csv(knobs: Sequence[Swept], points: Sequence[Point]) -> str:
    """Comma-separated values: the settings, then for each reading its mean and its standard error."""
    keys = list(dict.fromkeys(key for point in points for key in point.readings))
    text = io.StringIO()
    writer = csv.writer(text)
    writer.writerow([*(knob.path for knob in knobs), *(name for key in keys for name in (key, f"{key} stderr"))])
    for point in points:
        row: list[object] = [*point.values]
        for key in keys:
            reading = point.readings.get(key)
            row += ["", ""] if reading is None or reading.mean is None else [repr(reading.mean), repr(reading.stderr)]
        writer.writerow(row)
    return text.getvalue()
