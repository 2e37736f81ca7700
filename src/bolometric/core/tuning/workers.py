"""Many candidates at once: on this machine's processors, or on a cluster that is named. Joblib shares them out.

Each candidate is looked at with seeds of its own work, so the result does not depend on how many work at it.
"""

from __future__ import annotations

import socket
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import Executor, ProcessPoolExecutor
from contextlib import contextmanager
from multiprocessing import active_children, get_context
from signal import SIG_IGN, SIGINT, signal
from typing import Protocol, TypeVar

from bolometric.core.settings.errors import GameError

A = TypeVar("A")
B = TypeVar("B")
Told = Callable[[int], None]
"""Hears how many have been looked at so far."""
PATIENCE = 5.0
"""Seconds in which a scheduler has to answer."""
MOST_FRAMES = 1 << 16
"""A scheduler greets with how many frames follow, in eight bytes: a larger number is another program's greeting."""
PARCELS = 32
"""Into how many parts work is shared out, so that nobody waits long for the last and little is sent."""


class Share(Protocol):
    """Does one piece of work on many things; the answers come in their order."""

    def __call__(self, work: Callable[[A], B], given: Sequence[A], /) -> list[B]:
        """One answer for each."""


def alone(work: Callable[[A], B], given: Sequence[A]) -> list[B]:
    """One after the other."""
    return [work(one) for one in given]


class Counted:
    """Another way to share, which tells after every piece of work how many are done."""

    def __init__(self, share: Share, told: Told) -> None:
        """``told`` hears the count."""
        self.inner, self.told, self.done = share, told, 0

        self.executor = getattr(share, "executor", None)

    def __call__(self, work: Callable[[A], B], given: Sequence[A]) -> list[B]:
        """One answer for each."""
        found: list[B] = []
        for part in [[one] for one in given] if self.inner is alone else [given]:
            found += self.inner(work, part)
            self.count(len(part))
        return found

    def count(self, more: int) -> None:
        """So many more are done."""
        self.done += more
        self.told(self.done)


def is_alone(share: Share) -> bool:
    """Whether nothing is gained by handing over many at once."""
    return share is alone or (isinstance(share, Counted) and share.inner is alone)


@contextmanager
def sharing(workers: int = 1, cluster: str = "", told: Told | None = None) -> Iterator[Share]:
    """How work is shared out: alone, on so many processes, or on the cluster at an address.

    Raises GameError, with a sentence, where the cluster is not there or what speaks to it is not installed.
    """
    with _shared_out(workers, cluster) as share:
        yield share if told is None else Counted(share, told)


@contextmanager
def _shared_out(workers: int, cluster: str) -> Iterator[Share]:
    if not cluster and workers <= 1:
        yield alone
        return
    from joblib import Parallel, delayed, parallel_config

    class Sharing:
        """Shares lists out by joblib; what is handed over piece by piece goes to the same workers."""

        def __init__(self, executor: Callable[[], Executor]) -> None:
            self.executor = executor

        def __call__(self, work: Callable[[A], B], given: Sequence[A]) -> list[B]:
            size = max(1, len(given) // PARCELS)
            parcels = [given[at : at + size] for at in range(0, len(given), size)]
            return [one for part in Parallel()(delayed(alone)(work, parcel) for parcel in parcels) for one in part]

    if not cluster:
        with _processes(workers) as executor, parallel_config("loky", n_jobs=workers):
            yield Sharing(executor)
        return
    client = _client(cluster)
    try:
        with parallel_config("dask"):
            yield Sharing(client.get_executor)
    finally:
        client.close()


@contextmanager
def _processes(count: int) -> Iterator[Callable[[], Executor]]:
    """Makes pools of so many processes, begun once they are wanted; in the end none of them goes on."""
    made: list[ProcessPoolExecutor] = []
    others = set(active_children())

    def begin() -> Executor:
        # The one who asks hears Ctrl-C, and ends the others.
        made.append(ProcessPoolExecutor(count, get_context("spawn"), signal, (SIGINT, SIG_IGN)))
        return made[-1]

    try:
        yield begin
    finally:
        for pool in made:
            pool.shutdown(wait=False, cancel_futures=True)
        for child in set(active_children()) - others if made else ():
            child.terminate()


def _client(address: str):  # type: ignore[no-untyped-def]
    try:
        from distributed import Client
    except ImportError:
        raise GameError(
            "To use a cluster, install the extra for it: pip install 'bolometric[cluster]'. Without it, name --workers "
            "in place of --cluster."
        ) from None
    try:
        _greeted(address)
        return Client(address, timeout=f"{PATIENCE:g}s")  # type: ignore[no-untyped-call]
    except (OSError, TimeoutError, ValueError):
        raise GameError(
            f"There is no cluster at {address[:60]}: start its scheduler, or leave --cluster out."
        ) from None


def _greeted(address: str) -> None:
    """Wait for the greeting of a scheduler; its client would wait for ever at a port where nobody speaks.

    Raises OSError, TimeoutError or ValueError where something else is there, or nothing.
    """
    scheme, _, place = address.rpartition("://")
    if scheme not in ("", "tcp"):
        return  # it speaks only once it is spoken to in its own way
    host, _, port = place.rpartition(":")
    with socket.create_connection((host.strip("[]"), int(port)), PATIENCE) as open_:
        open_.settimeout(PATIENCE)
        greeting = b""
        while len(greeting) < 8:
            more = open_.recv(8 - len(greeting))
            if not more:
                raise ValueError("it hung up")
            greeting += more
    if int.from_bytes(greeting, "little") > MOST_FRAMES:
        raise ValueError("another program's greeting")
