"""What the program demands of an area, check by check.

The contract (game/contract) names the hooks, and types hold their signatures; what they have to give is held here. Each
check is a value with a name, what it demands, and a function that says in sentences what is wrong with a game of the
area. The guide lists them, ``python -m bolometric.core.conform NAME`` runs them for one area, the tests for every one.
"""
