"""Question cards: packs of question cards, made for a family of facts or typed, with answers that are worked out.

May import number_making, outcomes, pieces, text and settings.

families   every question of a family, each with its answer and how hard it is
packs      a pack as its maker sets it, and its cards
keyed      whether a typed card's answer is right; cards from pasted text and tables
"""
