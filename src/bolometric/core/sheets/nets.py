"""Nets of dice: a solid unfolded into the plane, with tabs to glue, and which number goes on which face.

A net is a tree over the faces: each but the first hangs on an edge of another. Trees are tried from a seed until no two
faces lie on each other; every other edge is a cut, and one of its two sides gets a tab.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from itertools import combinations
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from bolometric.core.sheets.solids import SIDES, Solid, solid

Array = NDArray[np.float64]
TREES, NETS = 400, 5
"""Trees that are tried at most, and nets of which the one that needs least room is taken."""
TAB: dict[int, tuple[float, float]] = {12: (0.16, 0.26)}
USUAL_TAB = 0.24, 0.22
"""Height of a tab, and how far its corners are drawn in, as parts of its edge. Between the pentagons of twelve sides
the gap is only 36 degrees wide, and a tab has to be flatter than that."""
T = TypeVar("T")


@dataclass(frozen=True, eq=False)
class Net:
    """A net with its longest edge of length 1; x to the right, y downwards, both from 0."""

    sides: int
    faces: tuple[Array, ...]
    """Corners of each face, shape (corners, 2), in the order of the solid's faces."""
    tabs: tuple[Array, ...]
    """Corners of each tab."""
    folds: tuple[tuple[Array, Array], ...]
    """Ends of each edge on which two faces hang together."""
    joins: tuple[tuple[int, int], ...]
    """The faces that meet on each cut: the one with the tab first."""
    hangs: tuple[tuple[int, int], ...]
    """The faces that hang together on each fold."""

    @property
    def size(self) -> tuple[float, float]:
        """Width and height."""
        points = np.concatenate([*self.faces, *self.tabs])
        return float(points[:, 0].max()), float(points[:, 1].max())


def solid_for(faces: int) -> int | None:
    """How many sides a solid has that can carry so many faces equally often; None where none can.

    >>> [solid_for(n) for n in (2, 3, 5, 6, 7, 10, 20)]
    [4, 6, 10, 6, None, 10, None]
    """
    return next((sides for sides in SIDES if sides % faces == 0), None)


def placed(faces: Sequence[T], sides: int) -> tuple[T, ...]:
    """Which face goes on which side of the solid: opposite sides carry the first and the last, and so inwards.

    So a plain die has opposite faces that add to the same number. ``sides`` must be a multiple of the faces.
    """
    spread = [one for one in faces for _ in range(sides // len(faces))]
    opposite = solid(sides).opposite
    found: dict[int, T] = {}
    low, high = 0, sides - 1
    for side in range(sides):
        if side in found:
            continue
        found[side] = spread[low]
        low += 1
        across = opposite[side]
        if across is not None and across not in found:
            found[across] = spread[high]
            high -= 1
    return tuple(found[side] for side in range(sides))


@cache
def net(sides: int) -> Net:
    """The net of a die with so many sides; the flattest of those that were tried. Raises ValueError for another."""
    body, rng = solid(sides), np.random.default_rng(sides)
    found: list[Net] = []
    for _ in range(TREES):
        one = _unfolded(body, sides, rng)
        if one is not None:
            found.append(one)
        if len(found) == NETS:
            break
    return min(found, key=_area)  # there are some: a test unfolds every solid


def _area(found: Net) -> float:
    wide, high = found.size
    return max(wide, high) * 1.3 + min(wide, high)


def _edges(face: tuple[int, ...]) -> list[tuple[int, int]]:
    return list(zip(face, (*face[1:], face[0]), strict=True))


def _unfolded(body: Solid, sides: int, rng: np.random.Generator) -> Net | None:
    by_edge = {edge: k for k, face in enumerate(body.faces) for edge in _edges(face)}
    flat: dict[int, Array] = {0: _flat(body, 0)}
    hangs: list[tuple[int, int, tuple[int, int]]] = []
    while len(flat) < sides:
        open_edges = [
            (k, edge) for k in flat for edge in _edges(body.faces[k]) if by_edge[edge[1], edge[0]] not in flat
        ]
        parent, edge = open_edges[int(rng.integers(len(open_edges)))]
        child = by_edge[edge[1], edge[0]]
        laid = _laid(body, parent, flat[parent], child, edge)
        if any(overlap(laid, other) for other in flat.values()):
            return None
        flat[child] = laid
        hangs.append((parent, child, edge))
    folded = {frozenset(edge) for _, _, edge in hangs}
    made = _with_tabs(body, flat, folded, by_edge)
    if made is None:
        return None
    tabs, joins = made
    faces = [flat[k] for k in range(sides)]
    turned = _turned([*faces, *tabs])
    folds = [tuple(_ends(body, turned[p], p, edge)) for p, _, edge in hangs]
    return Net(
        sides,
        tuple(turned[:sides]),
        tuple(turned[sides:]),
        tuple((a, b) for a, b in folds),
        tuple(joins),
        tuple((p, c) for p, c, _ in hangs),
    )


def _flat(body: Solid, k: int) -> Array:
    """A face in a plane of its own, against the clock."""
    corners = body.corners[list(body.faces[k])]
    right = corners[1] - corners[0]
    right = right / np.linalg.norm(right)
    way = np.cross(corners[1] - corners[0], corners[2] - corners[0])
    up = np.cross(way / np.linalg.norm(way), right)
    return np.stack([(corners - corners[0]) @ right, (corners - corners[0]) @ up], axis=1)


def _laid(body: Solid, parent: int, there: Array, child: int, edge: tuple[int, int]) -> Array:
    """A face laid beside another along their common edge."""
    a, b = (there[body.faces[parent].index(corner)] for corner in edge)
    own = _flat(body, child)
    p, q = (own[body.faces[child].index(corner)] for corner in edge)
    turn = complex(*(b - a)) / complex(*(q - p))
    spun = np.stack([turn.real * own[:, 0] - turn.imag * own[:, 1], turn.imag * own[:, 0] + turn.real * own[:, 1]], 1)
    return np.asarray(spun + a - spun[body.faces[child].index(edge[0])])


def _ends(body: Solid, flat: Array, k: int, edge: tuple[int, int]) -> list[Array]:
    return [flat[body.faces[k].index(corner)] for corner in edge]


def _with_tabs(
    body: Solid, flat: dict[int, Array], folded: set[frozenset[int]], by_edge: dict[tuple[int, int], int]
) -> tuple[list[Array], list[tuple[int, int]]] | None:
    """A tab on one side of each cut, where it lies on nothing; None if for some there is no room."""
    tabs: list[Array] = []
    joins: list[tuple[int, int]] = []
    for a, b in sorted(by_edge):
        if a > b or frozenset((a, b)) in folded:
            continue
        for edge in ((a, b), (b, a)):
            k = by_edge[edge]
            start, end = _ends(body, flat[k], k, edge)
            tab = _tab(start, end, *TAB.get(len(flat), USUAL_TAB))
            free = [other for face, other in flat.items() if face != k]
            if not any(overlap(tab, other) for other in (*free, *tabs)):
                tabs.append(tab)
                joins.append((k, by_edge[edge[1], edge[0]]))
                break
        else:
            return None
    return tabs, joins


def _tab(a: Array, b: Array, high: float, slant: float) -> Array:
    """Outside the edge of a face whose corners go against the clock."""
    along = b - a
    out = np.array([along[1], -along[0]]) * high
    return np.array([a, a + along * slant + out, b - along * slant + out, b])


def _turned(polygons: list[Array]) -> list[Array]:
    """All of them turned upright, the first face on one of its edges, so that they need least room; y downwards."""
    best: tuple[float, list[Array]] | None = None
    for a, b in zip(polygons[0], np.roll(polygons[0], -1, axis=0), strict=True):
        spin = np.conj(complex(*(b - a))) / abs(complex(*(b - a)))
        spun = [
            np.stack([(spin * (p[:, 0] + 1j * p[:, 1])).real, (spin * (p[:, 0] + 1j * p[:, 1])).imag], 1)
            for p in polygons
        ]
        points = np.concatenate(spun)
        wide, high = points.max(axis=0) - points.min(axis=0)
        if best is None or wide * high < best[0] - 1e-9:
            best = wide * high, spun
    assert best is not None
    points = np.concatenate(best[1])
    low, top = points[:, 0].min(), points[:, 1].max()
    return [np.stack([p[:, 0] - low, top - p[:, 1]], axis=1) for p in best[1]]


def overlap(one: Array, other: Array) -> bool:
    """Whether two convex polygons lie on each other by more than an edge (separating axes)."""
    for polygon in (one, other):
        for a, b in zip(polygon, np.roll(polygon, -1, axis=0), strict=True):
            axis = np.array([a[1] - b[1], b[0] - a[0]])
            p, q = one @ axis, other @ axis
            slack = 1e-6 * float(np.linalg.norm(axis))
            if p.max() <= q.min() + slack or q.max() <= p.min() + slack:
                return False
    return True


def overlapping(found: Net) -> bool:
    """Whether any two faces or tabs lie on each other."""
    return any(overlap(one, other) for one, other in combinations((*found.faces, *found.tabs), 2))
