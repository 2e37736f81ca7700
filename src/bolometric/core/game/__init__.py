"""Game: the document, who plays it, its file, and what an area has to offer.

A game is an immutable value; the kinds of area it may have are entered by the catalogue above. May import ``results``
and the rooms below it, no area.
"""
