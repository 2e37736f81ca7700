"""The system libraries that Qt asks for: which, whether they are there, and what installs them.

What a part of Qt needs is read off its own files where it is installed; before that, it is ``NEEDS``, which a test
holds against the files of the pinned version.
"""

from __future__ import annotations

import ctypes
import os
import shutil
from importlib import util
from pathlib import Path

from bolometric.machine.elf import needed

PLATFORMS = {"xcb": "libqxcb.so", "wayland": "libqwayland.so", "offscreen": "libqoffscreen.so"}
"""Qt's plugin for each kind of screen."""
MODULES = ("QtCore", "QtGui", "QtWidgets", "QtSvg", "QtNetwork")
"""The parts of the binding that the program loads in any case."""
USUAL = (
    *("libc.so.6", "libm.so.6", "libdl.so.2", "libpthread.so.0", "libresolv.so.2", "librt.so.1"),
    *("libgcc_s.so.1", "libstdc++.so.6"),
)
"""What every Linux on which Python's wheels run has."""
_TABLE = [
    line.split()
    for line in (Path(__file__).parent / "libraries.txt").read_text("utf-8").splitlines()
    if not line.startswith("#")
]
NEEDS = {wanted: tuple(row[0] for row in _TABLE if row[1] in ("always", wanted)) for wanted in PLATFORMS}
"""What each platform asked for when this was written, without what every Linux has."""
PACKAGES = {
    "apt-get": {row[0]: row[2] for row in _TABLE},
    "pacman": {row[0]: row[3] for row in _TABLE},
}
"""The package of each library, where packages cannot be asked for by the library (Ubuntu's have Debian's names, or take
them)."""
MANAGERS = {"apt-get": "apt-get install", "dnf": "dnf install", "zypper": "zypper install", "pacman": "pacman -S"}
"""Package managers, and how each is asked."""


def present(name: str) -> bool:
    """Whether a library can be loaded, with whatever it needs itself."""
    try:
        ctypes.CDLL(name)
    except OSError:
        return False
    return True


def _qt() -> Path | None:
    """Where the binding is installed, without loading it."""
    found = util.find_spec("PySide6")
    return Path(found.origin).parent if found is not None and found.origin else None


def needs_of(platform: str, qt: Path | None = None) -> tuple[str, ...]:
    """Each library outside Qt that its plugin for a platform, or the parts that are always loaded, ask for."""
    qt = qt or _qt()
    if qt is None:
        return NEEDS.get(platform, NEEDS["offscreen"])
    folders = (qt / "Qt" / "lib", qt, qt.parent / "shiboken6")
    inside = {path.name: path for folder in folders for path in folder.glob("*.so*")}
    left = [path for name, path in inside.items() if name.startswith(tuple(f"{one}." for one in MODULES))]
    plugin = qt / "Qt" / "plugins" / "platforms" / PLATFORMS.get(platform, f"libq{platform}.so")
    left += [plugin] if plugin.exists() else []
    seen, outside = set(left), set()
    while left:
        for name in needed(left.pop()):
            inner = inside.get(name)
            if inner is None:
                outside.add(name)
            elif inner not in seen:
                seen.add(inner)
                left.append(inner)
    return tuple(sorted(name for name in outside if name not in USUAL and not name.startswith("ld-linux")))


def missing(platform: str) -> list[str]:
    """Those libraries a platform of Qt asks for that this machine has not."""
    return [name for name in needs_of(platform) if not present(name)]


def manager() -> str:
    """This machine's package manager; the first of them where several are there, none where it is another."""
    return next((name for name in MANAGERS if shutil.which(name)), "")


def install_command(libraries: list[str], by: str) -> str:
    """One command that installs them all; nothing for a package manager that is not known.

    The managers of RPM packages are asked for the libraries by name, which each package says that it provides.
    """
    if by in PACKAGES:
        names = [PACKAGES[by].get(name, "") for name in libraries]
    else:
        names = [f"'{name}()(64bit)'" for name in libraries]
    wanted = " ".join(dict.fromkeys(filter(None, names)))
    return asked(wanted, by) if wanted else ""


def asked(packages: str, by: str) -> str:
    """How a package manager is asked for packages, by whoever is not its owner."""
    if by not in MANAGERS:
        return ""
    owner = hasattr(os, "geteuid") and os.geteuid() == 0
    return f"{'' if owner else 'sudo '}{MANAGERS[by]} {packages}"


def missing_sentence(libraries: list[str], by: str | None = None) -> str:
    """One sentence that names them and how to get them."""
    by = manager() if by is None else by
    one = len(libraries) == 1
    command = install_command(libraries, by)
    if command:
        how = f"Install {'it' if one else 'them'} with: {command}"
    elif one:
        how = "Install the package of your system that holds it."
    else:
        how = "Install the packages of your system that hold them."
    return f"{'A system library is' if one else 'System libraries are'} missing: {', '.join(libraries)}. {how}"
