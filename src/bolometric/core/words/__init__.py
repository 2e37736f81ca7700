"""Words: everything that is said of a game as a whole: the rule sheet, results, odds, tables for the command line.

May import ``measure`` and the rooms below it.
"""
