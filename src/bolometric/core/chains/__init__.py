"""Chains: mathematics without games.

Waiting times with long tails, absorbing chains followed to their end, races of several first passages, matches of
points and of whole games, scores held against each other. Knows nothing of pieces or boards; imports ``settings`` for
Cancelled.
"""
