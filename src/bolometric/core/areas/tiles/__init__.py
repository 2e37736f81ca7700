"""Tiles: numbers are taken off by the totals drawn. Four kinds, told apart by ``play``.

spec       what the maker sets, for all kinds
sets       tiles 1 to n, closed by any set that adds to the total
filled     boxes filled by draws, and counters placed on numbers
multiples  counters on a chart, taken off by what divides their number
"""
