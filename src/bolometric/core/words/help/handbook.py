"""The handbook: a page for each subject, view, kind of game and reading, and a search over all of them.

The texts lie in ``assets/handbook``, and beside each area as ``page.md``: several pages a file, each begun by a line
"# key | Title". What the program knows better than any text is put in here: what a reading means, which settings a kind
of game has and what each choice does.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from bolometric.assets import HERE
from bolometric.core.areas.catalogue import AREAS
from bolometric.core.game.aloud import capital
from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.entry import AnyEntry
from bolometric.core.results.kinds import READINGS
from bolometric.core.text.figures import listing_words
from bolometric.core.words.help.setting import Setting, settings_of

GROUPS = {"topics": "Subjects", "views": "Views", "games": "Kinds of games", "readings": "Readings"}
"""What pages are called together, by the file that they stand in or, of games, that they are of areas."""
START = "start"
MARKS = re.compile(r"!\[[^]]*\]\([^)]*\)|\]\([^)]*\)|[*#\[`]")
"""What Markdown adds to the words."""
CLAIM = re.compile(r"\s*<!--([^>]*)-->")
"""Behind a figure in a text: of which game it is, and which reading. Only tests read it, which work it out anew."""
AROUND = 60
"""Letters shown on either side of what was looked for."""


@dataclass(frozen=True, slots=True)
class HandbookPage:
    """One page; its text is Markdown."""

    key: str
    title: str
    group: str
    text: str


@dataclass(frozen=True, slots=True)
class Hit:
    """A page that was found, with the words around."""

    page: HandbookPage
    around: str


def pages() -> tuple[HandbookPage, ...]:
    """All pages in their order."""
    return _pages(tuple(AREAS))


@cache
def _pages(areas: tuple[AnyEntry, ...]) -> tuple[HandbookPage, ...]:
    found = [page for group in ("topics", "views") for page in _read(HERE / "handbook" / f"{group}.md", group)]
    own = [page for path in dict.fromkeys(entry.page for entry in areas) if path.is_file() for page in _of_areas(path)]
    found += [page for page in own if page.group == GROUPS["games"]]
    found += _read(HERE / "handbook" / "readings.md", "readings")
    return *found, *(page for page in own if page.group == GROUPS["readings"])


def page_of(key: str) -> HandbookPage:
    """The page of a key, such as a view's, a reading's or an area's; the first page where there is none."""
    return next((page for page in pages() if page.key == key), pages()[0])


def page_of_area(area: AreaPart) -> HandbookPage:
    """The page of the kind of game that an area is."""
    return page_of(type(area).__name__.lower())


def search(words: str) -> list[Hit]:
    """Pages with all the words in them, those with the words in their title first."""
    wanted = words.casefold().split()
    if not wanted:
        return []
    found = []
    for page in pages():
        plain = " ".join(MARKS.sub("", page.text).split())
        inside = f"{page.title} {plain}".casefold()
        if all(word in inside for word in wanted):
            titled = all(word in page.title.casefold() for word in wanted)
            found.append((not titled, Hit(page, _around(plain, wanted[0]))))
    return [hit for _, hit in sorted(found, key=lambda one: one[0])]


def _around(plain: str, word: str) -> str:
    at = max(plain.casefold().find(word), 0)
    begin, end = max(at - AROUND, 0), min(at + AROUND, len(plain))
    begin = plain.find(" ", begin, at) + 1 if begin else 0
    end = max(plain.rfind(" ", at, end), at + len(word)) if end < len(plain) else end
    return f"{'… ' if begin else ''}{plain[begin:end].strip()}{' …' if end < len(plain) else ''}"


def _read(path: Path, group: str) -> Iterator[HandbookPage]:
    for key, title, body in _parts(path):
        yield _reading(key, body) if group == "readings" else HandbookPage(key, title, GROUPS[group], f"{body}\n")


def _of_areas(path: Path) -> Iterator[HandbookPage]:
    """The pages of an area: of its kinds of games, and of readings of its own."""
    for key, title, body in _parts(path):
        yield (
            _reading(key, body)
            if key in READINGS
            else HandbookPage(key, title, GROUPS["games"], f"{body}\n\n{_of_area(key)}")
        )


def _parts(path: Path) -> Iterator[tuple[str, str, str]]:
    """Key, title and text of each page in a file."""
    for part in f"\n{CLAIM.sub('', path.read_text('utf-8'))}".split("\n# ")[1:]:
        head, body = part.split("\n", 1)
        key, _, title = (one.strip() for one in head.partition("|"))
        yield key, title, body.strip()


def _reading(key: str, body: str) -> HandbookPage:
    kind = READINGS[key]
    return HandbookPage(key, kind.label, GROUPS["readings"], f"*{capital(kind.meaning)}.*\n\n{body}\n")


def _of_area(key: str) -> str:
    """What a kind of game offers: its readings, its simple rules and every setting."""
    kind = next(entry.kind for entry in AREAS if entry.kind.__name__.lower() == key)
    told = [f"![a board](board:{key})", "## Readings that mean most here"]
    told.append(f"{listing_words([f'[{READINGS[one].label}](page:{one})' for one in kind.gauges], 'and')}.")
    if kind.rules:
        told += ["## Simple rules that players may follow", *(f"- {_rule(rule.words)}" for rule in kind.rules)]
    told += ["## Settings", *(_told(setting) for setting in settings_of(kind))]
    return "\n\n".join(told) + "\n"


def _rule(words: str) -> str:
    return words.format("so many")


def _told(setting: Setting) -> str:
    return "\n".join([f"**{setting.title}.** {setting.sentence}", *(f"- {line}" for line in setting.rest)])
