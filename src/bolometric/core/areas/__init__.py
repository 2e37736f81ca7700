"""Areas: where the number is used. A package each, all laid out alike, entered in one catalogue.

Areas know nothing of each other; what two of one family share lies beside them (``making_numbers``). They import
``game`` and the rooms below it, never what calls them.
"""
