"""Many candidates at once: on this machine's processors, or on a cluster that is named. Joblib shares them out.

Each candidate is looked at with seeds of its own work, so the result does not depend on how many work at it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from typing import Protocol, TypeVar

from bolometric.core.settings.errors import GameError

A = TypeVar("A")
B = TypeVar("B")
PARCELS = 32
"""Into how many parts work is shared out, so that nobody waits long for the last and little is sent."""


class Share(Protocol):
    """Does one piece of work on many things; the answers come in their order."""

    def __call__(self, work: Callable[[A], B], given: Sequence[A], /) -> list[B]:
        """One answer for each."""


def alone(work: Callable[[A], B], given: Sequence[A]) -> list[B]:
    """One after the other."""
    return [work(one) for one in given]


@contextmanager
def sharing(workers: int = 1, cluster: str = "") -> Iterator[Share]:
    """How work is shared out: alone, on so many processes, or on the cluster at an address.

    Raises GameError, with a sentence, where the cluster is not there or what speaks to it is not installed.
    """
    if not cluster and workers <= 1:
        yield alone
        return
    from joblib import Parallel, delayed, parallel_config

    def share(work: Callable[[A], B], given: Sequence[A]) -> list[B]:
        size = max(1, len(given) // PARCELS)
        parcels = [given[at : at + size] for at in range(0, len(given), size)]
        return [one for part in Parallel()(delayed(alone)(work, parcel) for parcel in parcels) for one in part]

    if not cluster:
        with parallel_config("loky", n_jobs=workers):
            yield share
        return
    client = _client(cluster)
    try:
        with parallel_config("dask"):
            yield share
    finally:
        client.close()


def _client(address: str):  # type: ignore[no-untyped-def]
    try:
        from distributed import Client
    except ImportError:
        raise GameError(
            "To use a cluster, install the extra for it: pip install 'bolometric[cluster]'. Without it, name --workers "
            "in place of --cluster."
        ) from None
    try:
        return Client(address, timeout="5s")  # type: ignore[no-untyped-call]
    except (OSError, TimeoutError, ValueError):
        raise GameError(
            f"There is no cluster at {address[:60]}: start its scheduler, or leave --cluster out."
        ) from None
