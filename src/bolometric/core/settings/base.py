"""The base of every part of a game document: frozen, strict about unknown words, hashable."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from bolometric.core.settings.once import once


class Part(BaseModel):
    """A frozen piece of a game. Equal parts hash alike, so results can be cached by the part itself."""

    model_config = ConfigDict(
        frozen=True, extra="forbid", allow_inf_nan=False, ignored_types=(once,), defer_build=True
    )  # what checks a part by itself is only built when it is wanted
