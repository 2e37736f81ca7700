"""From a brief to a game: what settings do over their range, and which games suit.

May import: judge, words, measure, areas and what lies below them.
"""
