"""Settings: what every setting of a game has, whoever owns it.

Exact amounts, limits and words of a setting (knobs), the frozen base of all parts of a document, the errors that the
program raises on purpose, and the sentence for a setting that cannot be. Imports no other room.
"""
