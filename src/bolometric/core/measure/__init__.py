"""Measure: a game's readings, exact first, then played until sure.

May import ``areas`` (through the catalogue alone) and the rooms below it.
"""
