"""Judge: what is wrong with a game, what would mend it, and how a reading stands to its target.

May import ``words`` and the rooms below it.
"""
