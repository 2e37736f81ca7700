"""Pieces: what can be rolled. A piece is a list of equally likely faces."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StrictInt

from bolometric.core.model import Part

FACE_LIMIT = 1000
"""Faces run from minus this to plus this: more than any trail is long, and small enough to list."""

FEWEST_FACES, MOST_FACES = 2, 30
MOST_DICE = 6

Face = Annotated[StrictInt, Field(ge=-FACE_LIMIT, le=FACE_LIMIT)]


class Die(Part):
    """A die with any whole-number faces, each as likely as the others. Repeats, zero and minus are fine."""

    kind: Literal["die"] = "die"
    faces: Annotated[
        tuple[Face, ...],
        Field(
            min_length=FEWEST_FACES,
            max_length=MOST_FACES,
            description=f"What each face shows: {FEWEST_FACES} to {MOST_FACES} whole numbers.",
        ),
    ] = (1, 2, 3, 4, 5, 6)


PLAIN_DIE = Die()

PRESETS: tuple[tuple[str, tuple[int, ...]], ...] = (
    ("1 to 6", (1, 2, 3, 4, 5, 6)),
    ("0 to 5", (0, 1, 2, 3, 4, 5)),
    ("1 to 3, twice", (1, 1, 2, 2, 3, 3)),
    ("0 to 9", tuple(range(10))),
    ("1 to 12", tuple(range(1, 13))),
)
"""Dice a classroom is likely to have, by the words shown for them."""
