"""What a learner works out: facts, the tasks of a draw and a move, which facts are the aim, and how long they take.

May import: outcomes, pieces, text, settings. Games and areas lie above: they say which tasks come up.
"""
