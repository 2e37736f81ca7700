"""Colours by what they mean, light and dark, and the heat scale from rare to often.

The scale runs from night blue through paper to ember: blue against orange stays apart for all common kinds
of colour blindness, and every tint is shown beside its figure.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from statistics import median
from typing import Literal

from PySide6.QtGui import QColor


@dataclass(frozen=True, slots=True)
class Palette:
    """One scheme of colours, as #rrggbb."""

    paper: str
    sheet: str
    ink: str
    faint: str
    line: str
    ember: str
    night: str
    night_wash: str
    moss: str
    moss_wash: str
    cold: str
    middle: str
    hot: str
    tone: Literal["colour", "grey", "lines"] = "colour"
    """How colours that a maker gives are shown."""

    def tint(self, name: str) -> QColor:
        """A ground in a colour that is named, or given as digits; where there are only lines, none."""
        return QColor("#ffffff") if self.tone == "lines" else self.stroke(name)

    def stroke(self, name: str) -> QColor:
        """A line in a colour that is named, or given as digits."""
        if not name.startswith("#"):
            return QColor(getattr(self, name))
        if self.tone == "colour":
            return QColor(name)
        return QColor(self.ink) if self.tone == "lines" else greyed(QColor(name))

    def heat(self, warmth: float) -> QColor:
        """The tint for a warmth from 0 (rare) over 0.5 (usual) to 1 (often), in steps too fine to be seen."""
        return _heat(self.cold, self.middle, self.hot, round(min(max(warmth, 0.0), 1.0) * TINTS))


def greyed(colour: QColor) -> QColor:
    """The grey that is as bright."""
    level = round(0.299 * colour.red() + 0.587 * colour.green() + 0.114 * colour.blue())
    return QColor(level, level, level)


LIGHT = Palette(
    paper="#f6f2e9",
    sheet="#fffdf7",
    ink="#1f2530",
    faint="#646a73",
    line="#d8d0c0",
    ember="#b8431a",
    night="#23477a",
    night_wash="#e3ebf6",
    moss="#34703f",
    moss_wash="#bfd8c0",
    cold="#2d4f7c",
    middle="#ece5d6",
    hot="#e58a48",
)

STRONG_LIGHT = replace(
    LIGHT,
    paper="#ffffff",
    sheet="#ffffff",
    ink="#000000",
    faint="#2b2f36",
    line="#4a4a4a",
    ember="#8a2a06",
    night="#0b2c5c",
    night_wash="#dce8fb",
    moss="#164d22",
)
"""For those who ask their desktop for more contrast."""

DARK = Palette(
    paper="#1a1e25",
    sheet="#22272f",
    ink="#ebe6da",
    faint="#a3a8b0",
    line="#3b424d",
    ember="#f08a57",
    night="#9bbcec",
    night_wash="#2d3d56",
    moss="#8cc796",
    moss_wash="#37543c",
    cold="#3f689f",
    middle="#4a4a48",
    hot="#d9793a",
)
STRONG_DARK = replace(
    DARK,
    paper="#000000",
    sheet="#000000",
    ink="#ffffff",
    faint="#d8dce2",
    line="#b0b6c0",
    ember="#ffb084",
    night="#c6dcff",
    night_wash="#1d3357",
    moss="#b4ecbc",
)


TINTS = 200
"""Steps of the heat scale: a board asks for hundreds of tints at every paint, and most of them again."""


@lru_cache(maxsize=1024)
def _heat(cold: str, middle: str, hot: str, step: int) -> QColor:
    warmth = step / TINTS
    a, b = (QColor(cold), QColor(middle)) if warmth < 0.5 else (QColor(middle), QColor(hot))
    part = warmth * 2 if warmth < 0.5 else warmth * 2 - 1
    return QColor.fromRgbF(*(x + (y - x) * part for x, y in zip(_channels(a), _channels(b), strict=True)))


def _channels(colour: QColor) -> tuple[float, float, float]:
    return colour.redF(), colour.greenF(), colour.blueF()


def ink_on(ground: QColor) -> QColor:
    """Black or white, whichever reads better on ``ground``; nothing between them reaches 4.5 to 1 on every tint."""
    return _ink_on(ground.rgb())


@lru_cache(maxsize=1024)
def _ink_on(rgb: int) -> QColor:
    """By the relative luminance of WCAG 2.2, with the crossing where both contrasts are equal."""
    channels = _channels(QColor.fromRgb(rgb))
    parts = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels]
    luminance = 0.2126 * parts[0] + 0.7152 * parts[1] + 0.0722 * parts[2]
    return QColor("#000000") if luminance > 0.179 else QColor("#ffffff")


def warmths(values: list[float]) -> list[float]:
    """Warmth of each value: 0 at nothing, 0.5 at the usual one, 1 at the largest; all alike are all 0.5."""
    middle, most = usual(values), max(values, default=0.0)
    if most - middle <= 1e-9 * most:
        return [0.5 if value > 0 else 0.0 for value in values]
    return [value / middle / 2 if value <= middle else 0.5 + (value - middle) / (most - middle) / 2 for value in values]


def usual(values: list[float]) -> float:
    """The median, which a few odd values do not shift; where it is nothing, the mean."""
    return (median(values) or sum(values) / len(values)) if values else 0.0
