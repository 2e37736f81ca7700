"""What a maker of a game of tiles may choose between, in words: on the sheet, as an order, and what it does."""

from bolometric.core.settings.knobs import Choice

SCORES = (
    Choice("sum", "add the numbers left open", "Score the sum of what is left", "Large tiles left open cost most."),
    Choice("count", "count the tiles left open", "Score how many are left", "Every tile left open costs the same."),
    Choice(
        "digits",
        "read the tiles left open as one number",
        "Read what is left as a number",
        "1, 4 and 9 left open read 149: place value is practised, and few tiles left matter most.",
    ),
)
FEWER = (
    Choice(
        "never", "never", "Always draw with all the pieces", "The last small tiles are hard or impossible to close."
    ),
    Choice(
        "last_tile", "once only one tile is open", "Draw with one piece for the last tile", "Only the end gets easier."
    ),
    Choice(
        "small_left",
        "once the tiles left open add to at most",
        "Draw with one piece when little is left",
        "Small totals come within reach as soon as little is left.",
    ),
    Choice(
        "high_gone",
        "once these tiles are closed: all from",
        "Draw with one piece when the high tiles are gone",
        "Closing the high tiles first is rewarded.",
    ),
)
HOW_FEWER = (
    Choice("choice", "may", "Leave the number of pieces to the player", "One more decision to talk about."),
    Choice(
        "forced", "must", "Make drawing with one piece a must", "Nothing to decide; larger totals are out of reach."
    ),
)
CALLERS = (
    Choice(
        "own", "draws for themselves, in turn", "Let each player draw", "More to do for each, and whoever starts gains."
    ),
    Choice(
        "shared",
        "uses each draw of one caller",
        "Use one caller for all",
        "Quick and even: a whole group plays at once, and several may finish together.",
    ),
)
FINISHES = (
    Choice(
        "at_once", "wins at once", "Let the first to finish win at once", "Whoever started may have had a turn more."
    ),
    Choice(
        "finish_round",
        "ends the game once the round is finished",
        "Finish the round first",
        "All have as many turns; several who finish in one round share the win.",
    ),
)
