"""Questions to ask after a game, made from its own figures, with worked answers, from easy to hard.

Each is first a claim (:mod:`claims`), a value that can be worked out a second way, and its answer is made from that.
What cannot be claimed is not asked.
"""

from bolometric.core.words.talk.asking import FEWEST, LEVELS, MOST, TalkQuestion, asked_of, edited, questions, traps

__all__ = ["FEWEST", "LEVELS", "MOST", "TalkQuestion", "asked_of", "edited", "questions", "traps"]
