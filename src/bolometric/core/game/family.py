"""Which games belong together: versions of one game at several levels, for tables in one room."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StrictInt

from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part


class Family(Part):
    """A version's place among its like; what changes between them is told from the games themselves."""

    of: Annotated[Line, Field(min_length=1, max_length=60, description="The game that they are versions of.")]
    level: Annotated[Line, Field(min_length=1, max_length=30, description="What this version is called.")]
    place: Annotated[StrictInt, Field(ge=1, le=9, description="Which it is, counted from the easiest.")]
