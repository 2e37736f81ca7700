"""One window for one person: a file that is opened from elsewhere is handed to the window that is there already."""

from __future__ import annotations

import getpass
from collections.abc import Callable
from contextlib import suppress
from hashlib import sha256
from pathlib import Path

from PySide6.QtCore import QObject
from PySide6.QtNetwork import QLocalServer, QLocalSocket

PATIENCE = 500
"""Milliseconds for the window that is there to answer."""
LONGEST = 8_000
"""Bytes of a message: a path."""
HEARD = b"heard\n"


def usual_name() -> str:
    """What this person's window listens to."""
    return f"bolometric-{sha256(getpass.getuser().encode()).hexdigest()[:12]}"


def hand_over(file: Path | None, name: str) -> bool:
    """Hand a file (or only the wish to be seen) to a running window; false where there is none."""
    socket = QLocalSocket()
    socket.connectToServer(name)
    if not socket.waitForConnected(PATIENCE):
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
