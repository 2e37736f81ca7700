"""The logbook: what happened when a game was played with a room, held against what was predicted, and learned from.

May import: tuning, judge, words, measure, areas and what lies below them. No file is touched but the logbook's own.
"""
