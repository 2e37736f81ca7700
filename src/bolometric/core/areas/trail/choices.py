"""What a maker of a trail may choose between, in words: on the sheet, as an order, and what the choice does."""

from bolometric.core.game.area_part import Goal, StyleRule
from bolometric.core.settings.knobs import Choice

ENDS = (
    Choice(
        "pass",
        "reach or pass",
        "Let passing the end finish",
        "Anything that gets you to the last square or beyond finishes: the quickest end.",
    ),
    Choice(
        "exact",
        "reach exactly",
        "Ask for an exact end",
        "A total that is too much is wasted and you stay: tense, but the last squares can drag.",
    ),
    Choice(
        "again",
        "reach exactly, drawing again",
        "Draw again when it is too much",
        "A total that is too much does not count and you draw at once again: as tense, and no turn is wasted.",
    ),
    Choice(
        "bounce",
        "reach exactly, bouncing back",
        "Bounce back from the end",
        "What is too much is counted back from the last square: nothing is wasted, but you may move away.",
    ),
)
FINISHES = (
    Choice(
        "at_once",
        "ends the game at once",
        "Stop the game with the first one home",
        "The game stops on the spot, so whoever went first may have had one turn more.",
    ),
    Choice(
        "finish_round",
        "ends the game once the round is finished",
        "Finish the round first",
        "All have as many turns, which cures the advantage of going first; several home in one round share the win.",
    ),
)
UNITS = (
    Choice("whole", "ones", "Measure in ones", "A trail of squares: each total is a whole number of squares."),
    Choice("pot", "counters in a pot", "Collect counters in a pot", "So many counters are put into a pot."),
    Choice("tenth", "tenths", "Measure in tenths", "An amount is filled; 0.3 fills three steps of it."),
    Choice("hundredth", "hundredths", "Measure in hundredths", "An amount is filled; 0.03 fills three steps of it."),
    Choice("thousandth", "thousandths", "Measure in thousandths", "An amount is filled in very fine steps."),
)
GOING_ON = (
    Choice("no", "draw once", "Draw once a turn", "One draw a turn: nothing to decide."),
    Choice(
        "dare",
        "may go on drawing as long as you dare",
        "Let players go on as long as they dare",
        "After each draw you stop and keep it, or draw again; what loses the turn then loses its whole gain.",
    ),
    Choice("fixed", "draw a fixed number of times", "Draw a fixed number of times", "Longer turns, fewer of them."),
)
MOVES = (
    Choice("own", "moves your own counter", "Let totals move one's own counter", "The plain race."),
    Choice(
        "either",
        "moves your counter or the next player's, as you choose",
        "Let players choose whom a total moves",
        "A choice after every draw: it matters where totals can hurt, or where the first home loses.",
    ),
    Choice(
        "back",
        "moves you on or the next player back, as you choose",
        "Let players move on, or the next player back",
        "A choice after every draw: get on yourself, or hold up who is near the end. Games take longer.",
    ),
)
TRACKS = (
    Choice("own", "moves a counter of their own", "Give each player a counter", "A race: the first home decides it."),
    Choice(
        "shared",
        "moves the same counter, for all together",
        "Let all move one counter together",
        "All win or lose together, against a number of turns.",
    ),
)
FIRST_HOME = (
    Choice("wins", "wins", "Let the first home win", "The usual race."),
    Choice(
        "loses", "loses", "Let the first home lose", "Slow is good: small totals are welcome; the others share the win."
    ),
)
GAMES = (
    Choice("one", "one game", "Play one game", "Quickest."),
    Choice(
        "three", "best of three", "Play best of three", "Luck evens out a little; takes two to three times as long."
    ),
    Choice("five", "best of five", "Play best of five", "Luck evens out more; takes three to five times as long."),
)
SPECIALS = (
    Choice("nothing", "counts like any other", "Let special faces count", "Only its number matters."),
    Choice(
        "back_to_start",
        "sends you back to the start and ends your turn",
        "Let a special face send back",
        "Whatever the total, showing one takes you back to the start.",
    ),
    Choice(
        "lose_turn",
        "loses you the turn",
        "Let a special face lose the turn",
        "Whatever the total, showing one leaves you where you are.",
    ),
)


HEED = "heed"
AGAINST = ("win", HEED)
"""Goals for which the other's marker counts: a plan expects best play of the other seat, or heeds its style."""
RULES = (
    StyleRule("stop_after", "stop after {} draws", "stop after number draws", numbered=True),
    StyleRule(
        "stop_at", "stop once a turn has gained {}", "stop once the turn has gained number, in ones", numbered=True
    ),
    StyleRule(
        "hold_up",
        "move the next player back from {} before the end on",
        "move the next player back once number steps or fewer are left to them, unless this turn gets you home",
        numbered=True,
    ),
    StyleRule(
        "ahead",
        "move whichever counter leaves them better placed",
        "where totals move either counter",
    ),
)
GOALS = (
    Goal("turns", "play best for the fewest turns", "fewest turns, alone"),
    Goal("win", "play best to win, expecting best play", "winning, two seats, whatever the other does"),
    Goal(HEED, "play best to win, knowing how the other plays", "winning against the other seat's own style"),
)
TENS = (
    Choice("no", "stay as they are", "Leave the ones as they are", "They are counted one by one, or in a heap."),
    Choice("yes", "are changed, ten for one", "Change ten ones for a ten", "Place value by hand; it takes its time."),
)
LIMITS = (
    Choice("yes", "with a limit", "Set a number of turns", "They may fail, so it is exciting to the end."),
    Choice("no", "as quickly as they can", "Set no number of turns", "Everybody gets there: how quickly next time?"),
)
