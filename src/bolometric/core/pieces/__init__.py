"""Pieces: dice, spinners, packs and counters, what they show, and the ways of making a number of it.

A formula becomes a tree of sums here; it is worked out in ``outcomes``. May import ``settings`` and ``text``.
"""
