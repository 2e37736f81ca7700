"""Bolometric: measure a home-made number game before cutting out thirty boards.

The package has three layers, and imports run downward only: ``desk`` (the window) may use ``paint``
(drawing), which may use ``core`` (all the computing). ``core`` never imports Qt.
"""

__version__ = "0.1.0"
