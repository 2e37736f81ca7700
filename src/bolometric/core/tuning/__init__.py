"""What settings do over their range, and which games suit; in ``briefs`` the games that are made for one.

May import: judge, words, measure, areas and what lies below them.
"""
