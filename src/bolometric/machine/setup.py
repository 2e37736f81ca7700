"""Asked by ``make`` before anything is downloaded: ``python setup.py [window]``; ends with 1 and one line a trouble.

Looks at this Python and its venv module, and at the libraries of the system that Qt will need, all in one go.
"""

from __future__ import annotations

import platform
import sys
from collections.abc import Callable
from importlib import util
from pathlib import Path

sys.path[:0] = [str(Path(__file__).resolve().parents[2])]

from bolometric.machine import libraries, screen  # noqa: E402

OLDEST, NEXT = (3, 11), (3, 14)
GLIBC = (2, 34)
"""What the wheels of Qt are built for."""


def python_trouble(version: tuple[int, int], by: str, has: Callable[[str], object] = util.find_spec) -> str:
    """What this Python lacks, as one sentence; nothing where it will do."""
    name = f"{version[0]}.{version[1]}"
    if not OLDEST <= version < NEXT:
        return f"Python 3.11, 3.12 or 3.13 is needed; this is {name}. Name another: make PYTHON=/path/to/python3.11"
    if all(has(module) for module in ("venv", "ensurepip")):
        return ""
    if by == "apt-get":
        return f"Python's venv module is missing. Install it with: {libraries.asked(f'python{name}-venv', by)}"
    return "Python's venv module is missing. Install the package of your system that holds it."


def machine_trouble() -> str:
    """What keeps the wheels from running here, as one sentence."""
    kind, (name, version) = platform.machine(), platform.libc_ver()
    if kind not in ("x86_64", "aarch64"):
        return f"Qt's packages are made for x86_64 and aarch64; this machine is {kind}."
    told = tuple(int(part) for part in version.split(".")[:2] if part.isdigit())
    if name != "glibc" or told < GLIBC:
        return f"Qt's packages need glibc 2.34 or later; this system has {name} {version}.".replace("  ", " ")
    return ""


def main(*wanted: str) -> int:
    """Say all that is wrong; gives the exit code."""
    by = libraries.manager()
    told = [python_trouble(sys.version_info[:2], by), machine_trouble()]
    told.append(screen.trouble()[0] if "window" in wanted else screen.without_window())
    for sentence in filter(None, told):
        print(f"bolometric: {sentence}", file=sys.stderr)
    return int(any(told))


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:]))
