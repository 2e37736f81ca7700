"""What is printed for a game: which sheets there are, their measures in millimetres, and their words.

May import: tuning, judge, words, measure, areas and what lies below them. Nothing here draws.
"""
