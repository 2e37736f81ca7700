"""What a change of a game was, in a few words: 'two dice → one die'."""

from __future__ import annotations

from bolometric.core.game.document import Game
from bolometric.core.words.rule_sheet import rule_sheet

MOST, LONGEST = 3, 60
ARROW = " → "


def said(game: Game) -> dict[str, str]:
    """Each word of the rule sheet that stands for a setting, by the path of the setting."""
    spans = (span for section in rule_sheet(game) for paragraph in section.paragraphs for span in paragraph)
    found: dict[str, str] = {}
    for span in spans:
        if span.path:
            found.setdefault(span.path, span.text)
    return found


def step_words(before: Game, after: Game) -> str:
    """How the second game came from the first, by the words of the rule sheet that differ.

    >>> from bolometric.core.game.document import with_value
    >>> step_words(Game(), with_value(Game(), "area.length", 30))
    '40 squares → 30 squares'
    """
    if type(before.area) is not type(after.area):
        return f"{before.name}{ARROW}{after.name}, a game of another kind"
    old, new = said(before), said(after)
    told = [f"{_cut(old[path])}{ARROW}{_cut(words)}" for path, words in new.items() if old.get(path, words) != words]
    if before.name != after.name:
        told.insert(0, f"{before.name}{ARROW}{after.name}")
    if not told and before.plays_as(after):
        return "printed in another way"
    more = f" and {len(told) - MOST} more" if len(told) > MOST else ""
    return "; ".join(told[:MOST]) + more or "something that the rules do not show"


def _cut(words: str) -> str:
    return words if len(words) <= LONGEST else f"{words[: LONGEST - 1].rstrip()}…"
