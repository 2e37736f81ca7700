"""Drawing of pieces and boards on any QPainter: screen, print and picture share one drawing."""

import builtins

_found = builtins.__import__

import PySide6.QtCore  # noqa: E402, F401

# The binding puts an import of its own in place, which reads the source of every module for a switch that nobody here
# throws, and keeps it: with it the program is up a fifth later, and takes 22 to 32 MB more. Where somebody else loaded
# the binding before, what it keeps of the import that was there is put back.
builtins.__import__ = _found if _found.__name__ == "__import__" else getattr(builtins, "__orig_import__", _found)
