"""Whether a window can be opened here, and by which of Qt's platforms: asked before Qt is, which would abort.

Where Qt's own choice works it is left alone. A display is tried by its own library, as Qt does: a connection is made
and closed again, which takes a millisecond.
"""

from __future__ import annotations

import ctypes
import os
from collections.abc import Mapping

from bolometric.machine.libraries import missing, missing_sentence

CHOICE = "QT_QPA_PLATFORM"
NO_SCREEN = (
    "There is no screen here, since neither WAYLAND_DISPLAY nor DISPLAY is set: start it from a desktop. "
    "What works without a window is listed by: bolometric --help"
)
NO_ANSWER = (
    "The screen that {name} names, {value}, does not answer: start it from the desktop that you are logged in to. "
    "What works without a window is listed by: bolometric --help"
)


def _x_answers() -> bool:
    """Whether the X display can be connected to, rights included."""
    xcb = ctypes.CDLL("libxcb.so.1")
    xcb.xcb_connect.restype = ctypes.c_void_p
    connection = ctypes.c_void_p(xcb.xcb_connect(None, None))
    refused = bool(xcb.xcb_connection_has_error(connection))
    xcb.xcb_disconnect(connection)
    return not refused


def _wayland_answers() -> bool:
    """Whether the Wayland display can be connected to."""
    client = ctypes.CDLL("libwayland-client.so.0")
    client.wl_display_connect.restype = ctypes.c_void_p
    display = client.wl_display_connect(None)
    if display:
        client.wl_display_disconnect(ctypes.c_void_p(display))
    return bool(display)


SCREENS = {"wayland": ("WAYLAND_DISPLAY", _wayland_answers), "xcb": ("DISPLAY", _x_answers)}
"""The variable that names each kind of display, and how to try it."""


def _wanted(given: Mapping[str, str]) -> list[str]:
    """Platforms that have a display, the one that Qt would take first: Wayland's in a session of Wayland."""
    there = [platform for platform, (name, _) in SCREENS.items() if given.get(name)]
    return there if given.get("XDG_SESSION_TYPE") == "wayland" else there[::-1]


def trouble(given: Mapping[str, str] | None = None) -> tuple[str, str]:
    """What keeps a window from opening, as one sentence, and the platform to ask Qt for; either may be nothing.

    Where somebody has said by which platform, that one is looked at and no other.
    """
    given = os.environ if given is None else given
    said = given.get(CHOICE, "").split(";")[0].split(":")[0]
    if said:
        return _told(missing(said)), ""
    wanted = _wanted(given)
    if not wanted:
        return _told(missing("offscreen")) or NO_SCREEN, ""
    lacking = {platform: missing(platform) for platform in wanted}
    ready = [platform for platform in wanted if not lacking[platform]]
    for platform in ready:
        if SCREENS[platform][1]():
            return "", platform
    if not ready:
        return _told(min(lacking.values(), key=len)), ""
    name = SCREENS[ready[0]][0]
    return NO_ANSWER.format(name=name, value=given[name]), ""


def _told(libraries: list[str]) -> str:
    return missing_sentence(libraries) if libraries else ""


def without_window() -> str:
    """What keeps pages from being painted without a window, as one sentence; nothing where nothing does."""
    return _told(missing("offscreen"))
