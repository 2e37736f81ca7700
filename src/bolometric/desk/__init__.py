"""The window."""

import builtins

_plain = builtins.__import__

import PySide6.QtCore  # noqa: E402, F401

# The binding puts an import of its own in place, which reads the source of every module for a switch that nobody here
# throws; with it the program is up a fifth later.
builtins.__import__ = _plain
