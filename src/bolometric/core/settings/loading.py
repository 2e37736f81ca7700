"""Loads compiled loops without the compiler.

Before Numba looks up a loop that it has compiled at another start, it gets ready to compile: it imports how each
function of NumPy is compiled, which brings in half of SciPy, and builds a small library of its own. That took half a
second and 46 MB, the third part of what Numba takes, in a process that compiles nothing. A loop that is found needs
only to know where the few functions are that its arrays are handed over by. So those are told, the loop is looked up,
and the rest is done where it is not found. A loop that sums an array names the module that sums are compiled by, for
the names that stand there; compiled code looks none of them up, so it is not imported for that.

While another process compiles (``settings/compiled.gate``), a thread that would compile a loop waits until that has; it
holds no lock of Numba's meanwhile, so loops that are there are loaded and used beside it.

This goes by the inside of one version of Numba, which the requirements pin; where it looks otherwise, Numba does as it
always does.
"""

from __future__ import annotations

import sys
from typing import Any

from llvmlite import binding
from numba.core import caching, dispatcher, environment, runtime

from bolometric.core.settings.compiled import gate

_rebuilt: Any = getattr(environment, "_rebuild_env", None)


def surroundings(module: str, constants: list[object], name: str) -> object:
    """What a loop was compiled in: the names of its module where that is loaded, and else that of the module alone."""
    if module in sys.modules or name in environment.Environment._memo:
        known: object = _rebuilt(module, constants, name)
        return known
    made: Any = environment.Environment({"__name__": module})
    made.consts[:] = constants
    made.env_name = name
    environment.Environment._memo[name] = made
    return made


def _tell_where(helpers: dict[str, int]) -> None:
    """The addresses that Numba's own start-up tells, by the same names."""
    for name, address in helpers.items():
        binding.add_symbol(name if name.startswith("_") else f"NRT_{name}", address)


def load_lightly() -> None:
    """From now on, look a loop up first and get ready to compile only where there is none."""
    cache: Any = caching.Cache
    helpers = getattr(getattr(runtime, "_nrt_python", None), "c_helpers", None)
    if not helpers or _rebuilt is None or not hasattr(cache, "_load_overload"):
        return
    plain = cache.load_overload
    told = False

    def load(self: Any, signature: object, target: object) -> object:
        nonlocal told
        if not told:
            _tell_where(helpers)
            told = True
        with self._guard_against_spurious_io_errors():
            found = self._load_overload(signature, target)
        return plain(self, signature, target) if found is None else found

    cache.load_overload = load
    environment._rebuild_env = surroundings
    _leave_it_to_others()


def _is_there(loop: Any, signature: object) -> bool:
    """Whether a loop has been compiled, here or by another process."""
    if signature in loop.overloads or not hasattr(loop._cache, "_cache_file"):
        return True  # or it is not kept, and has to be compiled here
    key = loop._cache._index_key(signature, loop.targetctx.codegen())
    return loop._cache._cache_file.load(key) is not None


def _leave_it_to_others() -> None:
    """From now on, pass the gate before a loop is compiled."""
    every: Any = dispatcher.Dispatcher
    plain = every.compile

    def compile_(self: Any, signature: object) -> object:
        if gate.wait is not None:
            gate.pass_(lambda: _is_there(self, signature))
        return plain(self, signature)

    every.compile = compile_
