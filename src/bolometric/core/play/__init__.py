"""Play: a game played by hand, and the pieces used by hand.

May import any other room of the core; the window alone imports it.
"""
