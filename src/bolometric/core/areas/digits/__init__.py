"""Digits: numbers made column by column from what is drawn.

spec       what the maker sets
rules      columns, digits, and what the styles do with them
exact      best play and every style, on all ways of filling the columns
rounds     who wins a round, with own draws or shared ones
rows       the practice of rows that face each other
play       whole games played by the thousand
"""
