"""Numbers made of draws: which numbers a draw can make with the signs allowed, in how many ways, and how written.

May import outcomes, pieces, text and settings.
"""
