"""A whole die, spinner or pack typed as a line: "0 to 5", "1 1 2 2 3 3", "5, 6, 7 half", "7 ×3"."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, replace
from fractions import Fraction

from bolometric.core.settings.amounts import plain
from bolometric.core.settings.explain import setting_error
from bolometric.core.text.figures import minus

CIRCLE = 360
SHARES = {"half": Fraction(1, 2), "third": Fraction(1, 3), "quarter": Fraction(1, 4), "sixth": Fraction(1, 6)}
"""Words for a part of a spinner."""
TIMES = {"twice": 2, "thrice": 3}
MOST = 400
"""Faces of a line: more than any piece has."""
WORDS = re.compile(r"[-−]?\d+(?:[./]\d+)?°?%?|[×x]\s*\d+|to\b|\w+", re.IGNORECASE)
NUMBER = re.compile(r"[-−]?\d+(?:[./]\d+)?")
EXAMPLES = "0 to 5 · 1 1 2 2 3 3 · 5, 6, 7 half · 7 ×3"


@dataclass(frozen=True, slots=True)
class Typed:
    """One face of the line."""

    value: Fraction
    share: Fraction | None = None
    """The part of a spinner that was asked for."""


def read_line(text: str) -> list[Typed]:
    """The faces of a line, in their order. Raises a setting error that says what can't be read."""
    found: list[Typed] = []
    rest = text.replace(",", " ").replace(";", " ")
    words = WORDS.findall(rest)
    if WORDS.sub("", rest).strip() or not words:
        raise setting_error(f"Type numbers, such as {EXAMPLES}.")
    at = 0
    while at < len(words):
        word = words[at].lower()
        if word == "to":
            at += 1
            found += _range(found, words[at] if at < len(words) else "")
        elif NUMBER.fullmatch(word):
            found.append(Typed(_number(word)))
        else:
            _changed(found, word)
        if len(found) > MOST:
            raise setting_error(f"These are more than {MOST} faces: type fewer.")
        at += 1
    return found


def _number(word: str) -> Fraction:
    try:
        return Fraction(word.replace("−", "-"))
    except ZeroDivisionError:
        raise setting_error(f"“{word[:20]}” is no number: nothing can be divided by 0.") from None


def _range(found: list[Typed], end: str) -> list[Typed]:
    """The numbers after the first, up or down to the last."""
    if not found or not NUMBER.fullmatch(end):
        raise setting_error("“to” stands between two numbers, such as 0 to 5.")
    first, last = found[-1].value, _number(end)
    if (last - first).denominator != 1 or abs(last - first) > MOST:
        raise setting_error(f"From {minus(first)} to {minus(last)} there is no whole number of steps, or too many.")
    step = 1 if last >= first else -1
    return [Typed(first + step * k) for k in range(1, abs(int(last - first)) + 1)]


def _changed(found: list[Typed], word: str) -> None:
    """What a word says of the face before it: its part of a spinner, or how often it is there."""
    if not found:
        raise setting_error(f"“{word[:20]}” stands after a number, such as 7 {word[:20]}.")
    share = SHARES.get(word)
    if word.endswith(("°", "%")):
        share = _number(word[:-1]) / (CIRCLE if word.endswith("°") else 100)
    if share is not None:
        found[-1] = replace(found[-1], share=share)
        return
    times = TIMES.get(word, int(word[1:]) if re.fullmatch(r"[×x]\s*\d+", word) else 0)
    if not 1 <= times <= MOST:
        raise setting_error(f"“{word[:20]}” can't be read: type numbers, such as {EXAMPLES}.")
    found += [found[-1]] * (times - 1)


def faces_of_line(text: str) -> list[dict[str, object]]:
    """The faces of a die as plain data. Raises a setting error."""
    found = read_line(text)
    if any(one.share is not None for one in found):
        raise setting_error("All faces of a die are alike: a part is for spinners.")
    return [{"value": plain(one.value)} for one in found]


def cards_of_line(text: str) -> list[dict[str, object]]:
    """The cards of a pack as plain data, equal ones together. Raises a setting error."""
    found = read_line(text)
    if any(one.share is not None for one in found):
        raise setting_error("Cards are counted: a part is for spinners.")
    counts = Counter(one.value for one in found)
    return [{"value": plain(value), "count": count} for value, count in counts.items()]


def sectors_of_line(text: str) -> list[dict[str, object]]:
    """The sectors of a spinner as plain data: parts as asked for, the others share the rest. Raises a setting error."""
    found = read_line(text)
    taken = sum((one.share for one in found if one.share is not None), Fraction(0))
    others = sum(one.share is None for one in found)
    if taken > 1 or (taken == 1 and others) or (taken < 1 and not others):
        raise setting_error("The parts of a spinner add to a whole: leave some of it for the other sectors.")
    rest = (1 - taken) / max(others, 1)
    return [
        {"value": plain(one.value), "angle": plain(CIRCLE * (rest if one.share is None else one.share))}
        for one in found
    ]
