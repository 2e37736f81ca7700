"""Odds: what one draw can show, from every side that an educator asks about.

view       the page bar and the pages
chances    the distribution as bars, a total picked
ways       what makes a total: the table of two pieces, or the combinations
questions  how likely, how soon, which first, as sentences
compare    up to four sets of pieces on one axis
facts      the sums a draw makes a learner do
hand       the pieces used by chance, for those without the real ones
"""
