"""Making numbers: which numbers a draw can make with the signs that are allowed, in how many ways, and how written.

May import outcomes, pieces, text and settings.
"""
