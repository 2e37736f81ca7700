"""What a maker of a grid may choose between, in words: on the sheet, as an order, and what the choice does."""

from bolometric.core.settings.knobs import Choice

NUMBERS = (
    Choice(
        "chart",
        "a chart of the numbers in order",
        "Use a chart of the numbers in order",
        "Quick to draw; how hard a number is to make decides much.",
    ),
    Choice("own", "numbers of your own", "Use numbers of your own", "As many of each number as suits the pieces."),
)
FIRST_ROW = (
    Choice("top", "from the top", "Begin at the top", "Read like a page."),
    Choice("bottom", "from the bottom", "Begin at the bottom", "Larger numbers stand higher."),
)
HOW = (
    Choice(
        "total",
        "be the number that comes out",
        "Take the number that comes out",
        "One sum for each draw, the same for all: quick.",
    ),
    Choice(
        "any",
        "be made of the numbers drawn",
        "Let players make numbers of what is drawn",
        "Much to think about: many numbers can be made of one draw.",
    ),
)
OPERATIONS = (
    Choice("+-*/", "+, −, × and ÷", "Allow +, −, × and ÷", "All four: most numbers can be made."),
    Choice("+-*", "+, − and ×", "Allow +, − and ×", "Nothing to divide."),
    Choice("+-", "+ and −", "Allow + and −", "Adding and taking away: the numbers stay small."),
    Choice("+", "+", "Allow + only", "Sums of some or all of the numbers."),
)
USE = (
    Choice("all", "every number once", "Use every number once", "All that is drawn must be used: harder."),
    Choice("some", "each number at most once", "Let numbers be left out", "What is not wanted is left: easier."),
)
ORDER = (
    Choice("brackets", "any brackets", "Allow any brackets", "More numbers can be made, and brackets are practised."),
    Choice("left", "no brackets, from left to right", "Work from left to right", "As on a simple calculator."),
)
DIVISION = (
    Choice("exact", "must come out whole", "Let every division come out whole", "Only whole numbers on the way."),
    Choice("fractions", "may leave fractions", "Allow fractions on the way", "More numbers, for those who know them."),
)
WINS = (
    Choice("line", "line", "Play for a line", "Where a number stands matters: block, and lengthen."),
    Choice("most", "most cells", "Play for the most cells", "Nobody is out of it until the last cell is taken."),
    Choice("first_to", "so many cells", "Play to so many cells", "The length is easier to choose."),
)
ACROSS = (
    Choice("yes", "count", "Let lines across count", "More lines to watch, and a win sooner."),
    Choice("no", "do not count", "Do not let lines across count", "Fewer lines, and a win later."),
)
DOWN = (
    Choice("yes", "count", "Let lines down count", "More lines to watch, and a win sooner."),
    Choice("no", "do not count", "Do not let lines down count", "Fewer lines, and a win later."),
)
SLANTING = (
    Choice("yes", "count", "Let slanting lines count", "More lines to watch, and a win sooner."),
    Choice("no", "do not count", "Do not let slanting lines count", "Easier for young players to see."),
)
TAKE_OVER = (
    Choice("no", "stays yours", "Let claimed cells stay", "Every claim counts to the end."),
    Choice(
        "yes",
        "may be taken over by others",
        "Let claimed cells be taken over",
        "Nobody is safe; the game takes longer.",
    ),
)
NOTHING = (
    Choice("pass", "your turn is over", "Let the turn be over when nothing fits", "Quick, but some turns are idle."),
    Choice("again", "draw once more", "Draw once more when nothing fits", "Fewer idle turns; a turn takes longer."),
)
DRAWS = (
    Choice("own", "draws in their own turn", "Let each player draw", "Each has luck of their own."),
    Choice(
        "shared",
        "uses the same draw, one after the other",
        "Draw once for all",
        "All think about the same numbers; whoever chooses first has the pick.",
    ),
)
MARKS = (
    Choice("counter", "put a counter on", "Put counters on cells", "The grid serves again; mind small counters."),
    Choice(
        "colour", "colour", "Colour the cells", "Crayons instead of counters, and each game takes a grid of its own."
    ),
    Choice(
        "sign",
        "write their own sign on",
        "Write signs on cells",
        "A pencil is enough, and each game takes a grid of its own.",
    ),
)
