"""Which shared libraries a file asks for: the DT_NEEDED entries of an ELF file, as the dynamic loader reads them.

The format is that of the System V Application Binary Interface, chapters 4 and 5: program headers say where a file's
parts are loaded and where its dynamic section lies; that names its needs by their place in a table of strings.
"""

from __future__ import annotations

import struct
from mmap import ACCESS_READ, mmap
from pathlib import Path

PT_LOAD, PT_DYNAMIC = 1, 2
DT_NULL, DT_NEEDED, DT_STRTAB = 0, 1, 5


def needed(path: Path) -> list[str]:
    """The names of the libraries that a 64-bit little-endian file asks for; none where it is no such file."""
    with path.open("rb") as file:
        if file.read(6) != b"\x7fELF\x02\x01":
            return []
        with mmap(file.fileno(), 0, access=ACCESS_READ) as data:
            return _names(data)


def _names(data: mmap) -> list[str]:
    (start,) = struct.unpack_from("<Q", data, 32)
    size, count = struct.unpack_from("<HH", data, 54)
    loaded, dynamic = [], None
    for at in range(start, start + size * count, size):
        kind, _, offset, address, _, length = struct.unpack_from("<IIQQQQ", data, at)
        if kind == PT_LOAD:
            loaded.append((address, offset, length))
        elif kind == PT_DYNAMIC:
            dynamic = (offset, length)
    if dynamic is None:
        return []
    tags = []
    for at in range(dynamic[0], sum(dynamic), 16):
        tag, value = struct.unpack_from("<qQ", data, at)
        if tag == DT_NULL:
            break
        tags.append((tag, value))
    (table,) = [value for tag, value in tags if tag == DT_STRTAB]
    strings = next(table - address + offset for address, offset, length in loaded if 0 <= table - address < length)
    places = [strings + value for tag, value in tags if tag == DT_NEEDED]
    return [data[place : data.find(b"\0", place)].decode() for place in places]
