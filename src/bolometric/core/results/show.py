"""Values of readings as they are written, everywhere."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from bolometric.core.results.kinds import READINGS, Unit
from bolometric.core.results.readings import Reading
from bolometric.core.text.figures import minus, percent, significant

MOST_NAMED = 6
"""Seats up to which each has a value of its own in a short phrase."""
LEAST_ERROR = 0.001
"""Errors below this are none that anybody can tell: games that are all alike, or what rounding leaves."""
NO_DIFFERENCE = 1e-9
"""What rounding may leave of a difference between shares that is none."""
MAY_NEVER_END = "may never end"


def _signed_points(value: float) -> str:
    points = round(100 * value, 1)
    return f"{'+' if points > 0 else ''}{minus(points)} {'point' if abs(points) == 1 else 'points'}"


SHOW: dict[Unit, Callable[[float], str]] = {
    "count": lambda value: minus(round(value, 1)) if abs(value) < 1000 else f"{value:,.0f}".replace("-", "−"),
    "minutes": lambda value: f"{value:.{1 if value < 100 else 0}f} min" if value < 1000 else f"{value:,.0f} min",
    "seconds": lambda value: f"{value:.{1 if value < 100 else 0}f} s",
    "share": percent,
    "edge": _signed_points,
}
"""How a value of each unit is written, everywhere."""


def show(key: str, value: float | None) -> str:
    """A value of a reading in words; a dash for what does not exist."""
    return "–" if value is None else SHOW[READINGS[key].unit](value)


def headline(key: str, reading: Reading) -> str:
    """The reading in one short phrase: its mean, or that it may never end."""
    if reading.values is not None:
        return _by_seat(key, reading.values)
    if reading.mean is None and reading.never and READINGS[key].unit in ("count", "minutes"):
        return MAY_NEVER_END
    return show(key, reading.mean)


def _by_seat(key: str, values: Sequence[float]) -> str:
    """A value for each seat; of a whole class from the least to the most."""
    if len(values) <= MOST_NAMED:
        return ", ".join(show(key, value) for value in values)
    low, high = show(key, min(values)), show(key, max(values))
    return f"{low} each" if low == high else f"{low} to {high} each"


def certainty(key: str, reading: Reading) -> str:
    """'exact', or 'simulated' with its standard error where there is a value that it is of."""
    if reading.method == "exact" or (reading.mean is None and reading.values is None):
        return reading.method
    points = READINGS[key].unit in ("share", "edge")
    error = 100 * reading.stderr if points else reading.stderr
    if error < LEAST_ERROR:
        return f"simulated ± less than {LEAST_ERROR}{' points' if points else ''}"
    return f"simulated ± {significant(error, 2)}{' points' if points else ''}"
