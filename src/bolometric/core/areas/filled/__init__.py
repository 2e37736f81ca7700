"""Numbers taken off one by one by draws: boxes filled by draws, and counters placed on a line.

fill       which numbers each seat has to take off, by its style
cleared    the distribution of the draws it takes
first      who is first under one caller
placing    the best placement of counters
play       whole games played by the thousand
"""
