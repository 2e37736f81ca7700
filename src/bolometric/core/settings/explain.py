"""The edge of validation: what does not fit comes out as a GameError, a sentence a maker can act on, with its place."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from bolometric.core.settings.errors import GameError, SettingError
from bolometric.core.settings.lines import LONGEST_KEY, cut, one_line

PIECES = ("die", "spinner", "pack", "counters", "drop")
"""Tags of the pieces' union: where they follow a place in a list, they are part of pydantic's places, not of the
file."""
CHECKED = "function-after"
"""What pydantic's places say of a value that a check of its own has looked at."""


def setting_error(sentence: str, where: str = "") -> SettingError:
    """What a model's own check raises: ``sentence`` is shown as it stands, ``where`` is a dotted path.

    Without ``where`` the place is that of the value which was checked.
    """
    return SettingError(sentence, where)


def _no_words() -> tuple[str, ...]:
    return ()


@contextmanager
def checked(known: Callable[[], tuple[str, ...]] = _no_words) -> Iterator[None]:
    """Around whatever makes parts from plain data: an error of pydantic's becomes a GameError.

    ``known`` gives the words that a file may use as keys.
    """
    try:
        yield
    except ValidationError as error:
        raise _explained(error, known) from None


def _explained(error: ValidationError, known: Callable[[], tuple[str, ...]]) -> GameError:
    """The first thing that is wrong."""
    first = error.errors()[0]
    context = first.get("ctx", {})
    where, own = _where(first["loc"]), context.get("error")
    if isinstance(own, GameError):
        return GameError(own.sentence, own.where or where)
    return GameError(_sentence(first, context, known), where)


def _where(loc: tuple[int | str, ...]) -> str:
    """A dotted path, counting list entries from 1 as people do."""
    words = ""
    before: int | str = ""
    for step in loc:
        if isinstance(step, int):
            words += f"[{step + 1}]"
        elif step != CHECKED and not (step in PIECES and isinstance(before, int)):
            key = cut(one_line(step), LONGEST_KEY)
            words += f".{key}" if words else key
        before = step
    return words


def _sentence(first: ErrorDetails, context: Mapping[str, object], known: Callable[[], tuple[str, ...]]) -> str:
    kind, given = first["type"], first["input"]
    shown = repr(given) if len(repr(given)) <= 40 else repr(given)[:37] + "..."
    match kind:
        case "missing":
            return "This is missing: add it."
        case "extra_forbidden":
            return _unknown_word(str(first["loc"][-1]), known())
        case "int_type" | "int_parsing" | "int_from_float":
            return f"{shown} is not a whole number: give one such as 6."
        case "float_type" | "float_parsing" | "finite_number":
            return f"{shown} is not a number: give one such as 12 or 0.5."
        case "string_type":
            return f"{shown} is not text: put it in quotation marks."
        case "greater_than_equal":
            return f"{shown} is too small: the least is {context['ge']:g}."
        case "less_than_equal":
            return f"{shown} is too large: the most is {context['le']:g}."
        case "too_short" if isinstance(given, str):
            return "This text is empty: write something."
        case "too_short":
            return f"There are too few entries here ({context['actual_length']}): the least is {context['min_length']}."
        case "too_long" if isinstance(given, str):
            return f"This text is too long: the most is {context['max_length']} characters."
        case "too_long":
            return f"There are too many entries here: the most is {context['max_length']}."
        case "literal_error" | "enum" | "union_tag_invalid":
            choices = context.get("expected") or context.get("expected_tags", "")
            shown = repr(context["tag"])[:40] if "tag" in context else shown
            return f"{shown} is not one of the choices here: {choices}."
        case "union_tag_not_found":
            return 'Its kind is missing: say which, for example "kind": "die".'
        case "tuple_type" | "list_type":
            return f"{shown} is not a list: write it in square brackets."
        case "model_type" | "model_attributes_type" | "dict_type":
            return f"{shown} is not a group of settings: write it in curly brackets."
        case _:
            return f"{shown} does not fit here ({first['msg'].lower()})."


def _unknown_word(word: str, known: tuple[str, ...]) -> str:
    import difflib  # only wanted when something is misspelt

    if word in known:
        return f"{cut(word, LONGEST_KEY)!r} does not belong here: move it to the group it is part of."
    near = difflib.get_close_matches(word, known, 1)
    hint = f" Did you mean {near[0]!r}?" if near else " Take it out."
    return f"{cut(one_line(word), LONGEST_KEY)!r} is not a setting known here.{hint}"
