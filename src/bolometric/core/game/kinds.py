"""The kinds of area that a game may have, told apart by what a file says.

Kinds are entered by the catalogue of areas. A game is read by whatever has been entered, so that the union of areas,
the places named in errors and the schema of the file all follow from the entries.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, get_args

from pydantic import BeforeValidator, Discriminator, SerializeAsAny, Tag

from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.settings.explain import setting_error

_KINDS: dict[str, type[AreaPart]] = {}


def _values(kind: type[AreaPart], name: str) -> tuple[str, ...]:
    """What a field of a kind may say, in a file."""
    return tuple(get_args(kind.model_fields[name].annotation))


def tags_of(kind: type[AreaPart]) -> tuple[str, ...]:
    """What a kind goes by: 'trail', or 'tiles: sets' where several are of one kind."""
    (name,) = _values(kind, "kind")
    return tuple(f"{name}: {value}" for value in _values(kind, kind.told_by)) if kind.told_by else (name,)


def enter(kind: type[AreaPart]) -> None:
    """Enter a kind of area. Raises ValueError if another one goes by the same name."""
    for tag in tags_of(kind):
        if _KINDS.setdefault(tag, kind) is not kind:
            raise ValueError(f"there is another area called {tag!r}")


def leave(kind: type[AreaPart]) -> None:
    """Take a kind out again: for tests that bring an area of their own."""
    for tag in tags_of(kind):
        del _KINDS[tag]


def kinds() -> tuple[type[AreaPart], ...]:
    """Every kind that has been entered, in that order; the first is that of a file that names none."""
    return tuple(dict.fromkeys(_KINDS.values()))


def usual() -> AreaPart:
    """The area of a game that names none."""
    return kinds()[0]()


def _tag(given: object) -> str:
    """What plain data, or an area, goes by, whether or not there is such a kind."""

    def read(name: str, otherwise: str) -> str:
        found = given.get(name, otherwise) if isinstance(given, Mapping) else getattr(given, name, otherwise)
        return str(found)

    (first,) = _values(kinds()[0], "kind")
    name = read("kind", first)
    alike = [kind for kind in kinds() if _values(kind, "kind") == (name,)]
    if not alike or not alike[0].told_by:
        return name
    told_by = alike[0].told_by
    return f"{name}: {read(told_by, _values(alike[0], told_by)[0])}"


def area_from(given: object) -> object:
    """An area from plain data: raises what the kind's own check raises, or a setting error that lists the kinds."""
    if not isinstance(given, Mapping):
        return given
    tag = _tag(given)
    kind = _KINDS.get(tag)
    if kind is None:
        several = next((k.told_by for k in kinds() if tag.startswith(f"{_values(k, 'kind')[0]}: ")), "kind")
        choices = ", ".join(map(repr, _KINDS))
        raise setting_error(f"{repr(tag)[:32]} is not one of the choices here: {choices}."[:400], f"area.{several}")
    return kind.model_validate(given)


AnyArea = Annotated[SerializeAsAny[AreaPart], BeforeValidator(area_from)]
"""An area of any kind that has been entered."""


def union() -> Any:
    """The kinds as a union that pydantic can describe: for the schema of the file."""
    members: Any = None
    for tag, kind in _KINDS.items():
        member: Any = Annotated[kind, Tag(tag)]
        members = member if members is None else members | member
    return Annotated[members, Discriminator(_tag)]


def all_rules() -> dict[str, StyleRule]:
    """Every rule of thumb of any kind, by its key."""
    return {rule.key: rule for kind in kinds() for rule in kind.rules}


def all_goals() -> dict[str, Goal]:
    """Every goal of best play of any kind, by its key."""
    return {goal.key: goal for kind in kinds() for goal in kind.goals}
