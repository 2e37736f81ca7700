"""Duel: every seat draws from its own pieces, and the higher or the lower total takes the round.

spec       what the maker sets
exact      who takes a round, and who wins the match
play       whole matches played by the thousand
"""
