"""The whole computation, without an interface. Importing any of it makes the areas known.

Rooms, from the bottom up; each imports only rooms above it in this list:

settings   errors, exact amounts, and what every setting has: limits, words, its place in an error
text       how numbers and lists are written; paragraphs whose words stand for settings
pieces     dice, spinners, packs, counters, and the ways of making a number of them
outcomes   every outcome of a draw, its number, the distribution; draws that remember
chains     waiting times, races, matches: mathematics without games
results    what an area hands back: readings, batches, boards, standings
game       the document, its seats, its file, and the contract of an area
areas      where the number is used: one package each, entered in one catalogue
measure    exact first, then runs until sure
words      the rule sheet, reports, answers
judge      games one change away, faults, verdicts
play       a game played by hand
"""

from bolometric.core.settings.compiled import use_home

use_home()  # before anything is compiled

from bolometric.core.areas import catalogue  # noqa: E402, F401 (it enters the areas)
