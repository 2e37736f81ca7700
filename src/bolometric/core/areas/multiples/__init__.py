"""Counters on a number chart, taken off by what divides their number.

rules      what a draw takes off, and which numbers suit a style
play       whole games played by the thousand
"""
