"""Solids that dice are folded from, each side alike: four, six, eight, ten and twelve faces.

The ten-sided one has kites for faces; they are flat if its tips stand (1 + c) / (1 − c) times as far from the middle
as its other corners, c being the cosine of 36 degrees (from the plane through a tip, two corners and the one between).
Coordinates of the others are the usual ones (H. S. M. Coxeter, *Regular Polytopes*, section 3.7).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from itertools import combinations
from math import cos, pi, sin, sqrt

import numpy as np
from numpy.typing import NDArray

SIDES = (4, 6, 8, 10, 12)
PHI = (1 + sqrt(5)) / 2
Array = NDArray[np.float64]


@dataclass(frozen=True, eq=False)
class Solid:
    """A solid with its longest edge of length 1."""

    corners: Array
    """Shape (corners, 3)."""
    faces: tuple[tuple[int, ...], ...]
    """Corners of each face, against the clock as seen from outside."""

    @property
    def opposite(self) -> tuple[int | None, ...]:
        """For each face the one that faces the other way; None where there is none."""
        ways = [normal(self.corners[list(face)]) for face in self.faces]
        return tuple(next((k for k, other in enumerate(ways) if float(way @ other) < -1 + 1e-9), None) for way in ways)


def normal(corners: Array) -> Array:
    """The way a face looks, for corners against the clock; length 1."""
    way = np.cross(corners[1] - corners[0], corners[2] - corners[0])
    return np.asarray(way / np.linalg.norm(way))


@cache
def solid(sides: int) -> Solid:
    """The solid with so many faces. Raises ValueError for a number that has none here."""
    if sides not in SIDES:
        raise ValueError(f"there is no solid of {sides} faces here")
    corners = _corners(sides)
    faces = _faces(corners, sides)
    longest = max(
        float(np.linalg.norm(corners[a] - corners[b]))
        for face in faces
        for a, b in zip(face, (*face[1:], face[0]), strict=True)
    )
    return Solid(corners / longest, faces)


def _corners(sides: int) -> Array:
    signs = [(x, y, z) for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)]
    match sides:
        case 4:
            found = [one for one in signs if one[0] * one[1] * one[2] == 1]
        case 6:
            found = list(signs)
        case 8:
            found = [tuple(sign if k == axis else 0 for k in range(3)) for axis in range(3) for sign in (-1, 1)]  # type: ignore[misc]
        case 10:
            c = cos(pi / 5)
            low = (1 - c) / (1 + c)
            ring = [(cos(pi * k / 5), sin(pi * k / 5), low * (-1) ** k) for k in range(10)]
            found = [*ring, (0, 0, 1), (0, 0, -1)]  # type: ignore[list-item]
        case _:
            rest = [(0, a / PHI, b * PHI) for a in (-1, 1) for b in (-1, 1)]
            turned = [tuple(one[(k + by) % 3] for k in range(3)) for one in rest for by in range(3)]
            found = [*signs, *turned]  # type: ignore[list-item]
    return np.array(found, float)


def _faces(corners: Array, sides: int) -> tuple[tuple[int, ...], ...]:
    """Planes with all corners on one side; each once, its corners put in order."""
    found: dict[frozenset[int], tuple[int, ...]] = {}
    for three in combinations(range(len(corners)), 3):
        a, b, c = corners[list(three)]
        way = np.cross(b - a, c - a)
        if np.linalg.norm(way) < 1e-9:
            continue
        way /= np.linalg.norm(way)
        heights = corners @ way - a @ way
        if heights.max() > 1e-9 and heights.min() < -1e-9:
            continue
        way = way if heights.max() <= 1e-9 else -way
        on = np.flatnonzero(np.abs(heights) < 1e-9)
        if frozenset(on.tolist()) not in found:
            found[frozenset(on.tolist())] = _in_order(corners, on, way)
    assert len(found) == sides
    return tuple(sorted(found.values()))


def _in_order(corners: Array, on: NDArray[np.int64], way: Array) -> tuple[int, ...]:
    middle = corners[on].mean(axis=0)
    first = corners[on[0]] - middle
    first /= np.linalg.norm(first)
    other = np.cross(way, first)
    turn = np.arctan2((corners[on] - middle) @ other, (corners[on] - middle) @ first)
    return tuple(int(on[k]) for k in np.argsort(turn))
