"""One window for one person: a file that is opened from elsewhere is handed to the window that is there already."""

from __future__ import annotations

import os
from collections.abc import Callable
from contextlib import closing, suppress
from pathlib import Path
from socket import AF_UNIX, SO_PEERCRED, SOCK_STREAM, SOL_SOCKET, fromfd
from struct import calcsize, unpack

import platformdirs
from PySide6.QtCore import QObject
from PySide6.QtNetwork import QLocalServer, QLocalSocket

PATIENCE = 500
"""Milliseconds for the window that is there to answer."""
LONGEST = 8_000
"""Bytes of a message: a path."""
HEARD = b"heard\n"


LONGEST_PATH = 100
"""Bytes of a socket's path, of which the system takes 108."""


def usual_name() -> str:
    """What this person's window listens to: a socket in a folder that nobody else can write in.

    In a shared one another user might listen under the name, and be handed what is opened.
    """
    given = os.environ.get("XDG_RUNTIME_DIR", "")
    folders = (*((Path(given),) if given else ()), Path(platformdirs.user_cache_path("bolometric")))
    for folder in folders:
        with suppress(OSError):
            folder.mkdir(mode=0o700, parents=True, exist_ok=True)
            about, path = folder.stat(), str(folder / "bolometric-window")
            if about.st_uid == os.getuid() and not about.st_mode & 0o022 and len(os.fsencode(path)) <= LONGEST_PATH:
                return path
    return f"bolometric-{os.getuid()}"  # where there is no such folder, who listens is still asked for


def is_mine(socket: QLocalSocket) -> bool:
    """Whether the other end belongs to the same user."""
    try:
        with closing(fromfd(int(socket.socketDescriptor()), AF_UNIX, SOCK_STREAM)) as end:
            _, user, _ = unpack("3i", end.getsockopt(SOL_SOCKET, SO_PEERCRED, calcsize("3i")))
    except OSError:
        return False
    return bool(user == os.getuid())


def hand_over(file: Path | None, name: str) -> bool:
    """Hand a file (or only the wish to be seen) to a running window; false where there is none."""
    socket = QLocalSocket()
    socket.connectToServer(name)
    if not socket.waitForConnected(PATIENCE):
        return False
    if not is_mine(socket):
        socket.abort()
        return False
    socket.write(("" if file is None else str(file.resolve())).encode() + b"\n")
    heard = socket.waitForBytesWritten(PATIENCE) and socket.waitForReadyRead(PATIENCE)
    socket.disconnectFromServer()
    return bool(heard)


class Listener(QObject):
    """Takes what later starts hand over; only the same person can reach it."""

    def __init__(self, name: str, taken: Callable[[Path | None], object]) -> None:
        super().__init__()
        self._taken = taken
        self.server = QLocalServer(self)
        self.server.setSocketOptions(QLocalServer.SocketOption.UserAccessOption)
        if not self.server.listen(name):
            QLocalServer.removeServer(name)  # what a killed program left behind: nobody answered
            self.server.listen(name)
        self.server.newConnection.connect(self._greet)

    def _greet(self) -> None:
        socket = self.server.nextPendingConnection()
        if not is_mine(socket):
            socket.abort()
            socket.deleteLater()
            return
        socket.readyRead.connect(lambda: self._read(socket))
        socket.disconnected.connect(socket.deleteLater)

    def _read(self, socket: QLocalSocket) -> None:
        if socket.bytesAvailable() > LONGEST:
            socket.abort()
            return
        if not socket.canReadLine():
            return
        with suppress(UnicodeDecodeError, ValueError):
            told = bytes(socket.readLine(LONGEST).data()).decode().rstrip("\n")
            socket.write(HEARD)
            socket.flush()
            self._taken(Path(told) if told else None)

    def close(self) -> None:
        """Listen no more."""
        self.server.close()
