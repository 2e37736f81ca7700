"""Numbers laid out on a board: how many cells each number gets, in which cells, and a layout as text.

May import outcomes, pieces, text and settings.
"""
