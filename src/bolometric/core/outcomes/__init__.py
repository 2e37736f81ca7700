"""Outcomes: every outcome of a draw, the number of each, and the distribution.

Also draws that hang together (deck), taking outcomes by chance (sampler), and the two helpers that all compiled loops
share: random numbers (chance) and who is ahead (lead). May import ``pieces`` and the rooms below it.
"""
