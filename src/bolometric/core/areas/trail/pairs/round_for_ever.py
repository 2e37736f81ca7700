"""Whether two seats that move each other's markers can go on for ever: by which moves they make, not by how often.

Theory. The states of the chain (who is to move, both markers) are the nodes of a graph, its moves the edges, and the
end of the game one node more. A state from which the end cannot be reached is *without end*; the game can go on for
ever if it can come to one. Where it cannot, it ends with probability one, since there are finitely many states.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.absorbing import Matrix


def without_end(inner: Matrix, exits: NDArray[np.float64]) -> NDArray[np.bool_]:
    """States that can be come to from state 0 and from which the end can't be reached; shape (states,).

    ``inner`` holds the chances of moving among states, sparse; ``exits`` those of ending, shape (states, ends).
    """
    from scipy.sparse import coo_array  # heavy to import, as is the next
    from scipy.sparse.csgraph import breadth_first_order

    size = inner.shape[0]
    moves = coo_array(inner)
    ending = np.flatnonzero(exits.any(axis=1))
    rows = np.concatenate([moves.row, ending])
    places = np.concatenate([moves.col, np.full(len(ending), size)])
    graph = coo_array((np.ones(len(rows)), (rows, places)), shape=(size + 1, size + 1)).tocsr()
    come_to, ends = np.zeros(size + 1, bool), np.zeros(size + 1, bool)
    come_to[breadth_first_order(graph, 0, return_predecessors=False)] = True
    ends[breadth_first_order(graph.T.tocsr(), size, return_predecessors=False)] = True
    return np.asarray((come_to & ~ends)[:size])
