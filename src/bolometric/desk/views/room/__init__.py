"""The game with a whole room: numbers called, a tally that grows, boards of the groups, questions and a timer."""
