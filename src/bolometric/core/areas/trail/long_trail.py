"""The same chain as in :mod:`exact` for trails of thousands of steps, from the moves there are instead of a matrix.

Landings need the diagonal of the fundamental matrix F = (I - Q)^-1, which is out of reach in general. Where no
move goes back but all the way to the start, Q = T + s e0ᵀ with T moving forward only and s the chance of being
sent back; with G = (I - T)^-1 the formula of Sherman and Morrison gives

    F = G + (G s)(e0ᵀ G) / (1 - e0ᵀ G s),    G[j, j] = 1 / (1 - T[j, j]),

so that two triangular solutions are enough. Cost: the number of moves.
Reference: Golub and Van Loan, *Matrix Computations*, section 2.1.4.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np

from bolometric.core.areas.trail.rules import TrailChain
from bolometric.core.chains.absorbing import follow
from bolometric.core.chains.race import NOWHERE, FirstPassage, Visits

if TYPE_CHECKING:
    from scipy.sparse import csr_array


def moves(chain: TrailChain) -> csr_array[np.float64, tuple[int, int]]:
    """Chances of moving between positions in one turn, sparse; shape (length, length + 1)."""
    from scipy.sparse import csr_array  # heavy to import, and wanted only here

    length, columns = chain.landing.shape
    here = np.repeat(np.arange(length), columns)
    found = csr_array(
        (chain.weights.ravel(), (here, chain.landing.ravel().astype(np.int64))), shape=(length, length + 1)
    )
    found.sum_duplicates()
    return found


def first_passage(chain: TrailChain) -> FirstPassage:
    """One seat's way from the start to home. Raises Cancelled once the work is given up."""
    if not chain.can_finish[0]:
        return NOWHERE
    matrix = moves(chain)
    here = np.flatnonzero(chain.can_finish & chain.can_be_reached)
    lost = np.flatnonzero(~chain.can_finish)
    home = matrix[here][:, [chain.length]].toarray().ravel()
    away = np.asarray(matrix[here][:, lost].sum(axis=1)).ravel() if len(lost) else np.zeros(len(here))
    behind = chain.landing < np.arange(chain.length)[:, None]
    backward = (behind * chain.weights).sum(axis=1)[here]
    return follow(matrix[here][:, here], np.stack([home, away, backward], axis=1))


def visits(chain: TrailChain) -> Visits | None:
    """How often each step is landed on; None unless every move goes forward or all the way back."""
    from scipy.sparse import csc_array, eye_array, triu
    from scipy.sparse.linalg import splu

    length, place = chain.length, np.arange(chain.length)[:, None]
    if not chain.can_finish[0] or ((chain.landing < place) & (chain.landing > 0)).any():
        return None
    matrix = moves(chain)
    back = (((chain.landing == 0) & (place > 0)) * chain.weights).sum(axis=1)
    forward = triu(matrix[:, :length]).tocsc()
    stay = forward.diagonal()
    dead = stay > 1 - 1e-12  # a step that is never left again is entered once
    forward = forward - csc_array((stay * dead, (np.arange(length), np.arange(length))), shape=(length, length))
    solved = splu((eye_array(length) - forward).tocsc(), permc_spec="NATURAL", diag_pivot_thresh=0.0)
    first = np.zeros(length)
    first[0] = 1.0
    reach = np.asarray(solved.solve(first, trans="T"))  # type: ignore[call-overload]  # missing from its stubs
    returns = np.asarray(solved.solve(back))
    often = reach / (1 - returns[0])
    still = 1 / (1 - np.where(dead, 0.0, stay))
    chance = often / (still + returns * often)
    chance, times = np.append(chance[1:], 0.0), np.append((often * (1 - np.where(dead, 0, stay)))[1:], 0.0)
    chance[-1] = times[-1] = float(often @ matrix[:, [length]].toarray().ravel())
    return Visits(np.where(chance > 1 - 1e-12, 1.0, chance), times)
