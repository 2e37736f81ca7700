"""Text for a terminal of so many columns: sentences are wrapped below where they begin, tables are left alone."""

from __future__ import annotations

import re
import textwrap

COLUMNS = 80
_BEGIN = re.compile(r"(\s*)((?:[•\-*]|\d+\.)\s+)?")


def wrapped(text: str, columns: int = COLUMNS) -> str:
    """Wrap what is longer than a line; a list goes on below the words of its entry.

    >>> print(wrapped("• one two three four", 12))
    • one two
      three four
    """
    return "\n".join(_line(line, columns) for line in text.split("\n"))


def _line(line: str, columns: int) -> str:
    found = _BEGIN.match(line)
    assert found is not None  # all of it is optional
    rest = line[found.end() :]
    if len(line) <= columns or "  " in rest.strip():  # short, or a row of a table
        return line
    below = " " * found.end()
    return textwrap.fill(
        rest,
        columns,
        initial_indent=found.group(0),
        subsequent_indent=below,
        break_long_words=False,
        break_on_hyphens=False,
    )
