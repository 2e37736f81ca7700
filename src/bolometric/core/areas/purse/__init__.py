"""Purse: a fixed number of draws, each times a multiplier that is chosen, as near as possible to a target.

spec       what the maker sets
rules      sums in whole steps, and what every choice does to them
exact      best play and every style, on all sums
play       whole games played by the thousand
"""
