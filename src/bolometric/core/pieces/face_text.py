"""Faces as a maker types them: a number, perhaps a word after it, perhaps a star for special.

``3``, ``1/10``, ``0.25 red``, ``6*`` and ``6 moon*`` are faces. What is typed and what is shown for typing are
made by one module, so that they cannot drift apart.
"""

from __future__ import annotations

import re

from bolometric.core.pieces.faces import LONGEST_WORD, Face
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus

_NUMBER = r"[+-]?\d{1,9}(?:\.\d{1,9}|/\d{1,9})?"
_MIXED = r"[+-]?\d{1,9} +\d{1,9}/\d{1,9}"
_FACE = re.compile(rf"({_MIXED}|{_NUMBER})(?:\s+([^*]*?))?\s*(\*?)", re.ASCII)

HINT = "A number such as 6, 0.5 or 1/4; a word may follow (3 red), and a * marks the face special (6*)."


def typed(face: Face) -> str:
    """A face as it is typed."""
    number = face.number
    text = f"{number.numerator}/{number.denominator}" if number.denominator != 1 else str(number)
    if "/" in text and "/" not in minus(number):
        text = minus(number).replace("−", "-")
    return f"{text}{' ' + face.word if face.word else ''}{'*' if face.special else ''}"


def read_face(text: str) -> dict[str, object] | None:
    """A face from what was typed, as plain data; None if it does not begin with a number."""
    found = _FACE.fullmatch(text.replace("−", "-").strip())
    if found is None or found[1].endswith("/0"):
        return None
    return {"value": found[1], "word": (found[2] or "")[:LONGEST_WORD], "special": bool(found[3])}


def read_numbers(text: str) -> tuple[str, ...] | str:
    """The numbers in a text with blanks, commas or semicolons between them; or, as text, the first word that is none.

    A tuple's entries are exact amounts as text.
    """
    words = [word for word in re.split(r"[\s,;]+", text.replace("−", "-").strip()) if word]
    for word in words:
        if not re.fullmatch(_NUMBER, word, re.ASCII) or re.search(r"/0+$", word):
            return word[:20]
    return tuple(words)


def typed_numbers(values: tuple[Value, ...]) -> str:
    """Numbers as they are typed into a line."""
    return " ".join(minus(value).replace("−", "-") for value in values)
