"""The base of every part of a game document: frozen, strict about unknown words, hashable."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from bolometric.core.settings.once import once


class Part(BaseModel):
    """A frozen piece of a game. Equal parts hash alike, so results can be cached by the part itself."""

    model_config = ConfigDict(
        frozen=True, extra="forbid", allow_inf_nan=False, ignored_types=(once,), defer_build=True
    )  # what checks a part by itself is only built when it is wanted

    __slots__ = ("_hashed",)
    """Beside the fields, so that no copy takes it over, nor another process, where texts hash otherwise."""

    def __hash__(self) -> int:
        """By its fields, worked out once: results are looked up by whole games, thousands of times at an edit."""
        known: int | None = getattr(self, "_hashed", None)
        if known is None:
            known = hash(tuple(self.__dict__[name] for name in type(self).__pydantic_fields__))
            object.__setattr__(self, "_hashed", known)
        return known
