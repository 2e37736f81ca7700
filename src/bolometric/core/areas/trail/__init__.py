"""Trail: a marker for each seat moves along a line of squares by the totals drawn.

spec       what the maker sets
rules      where a total takes a marker: the only place that says so
exact      the absorbing chain that the rules make
play       whole games played by the thousand
sentences  how the settings are said
faults     what can be wrong with a trail, and what cures it
"""
