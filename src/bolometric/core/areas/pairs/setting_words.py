"""What can be chosen for a game of pairs, in words."""

from __future__ import annotations

from bolometric.core.settings.knobs import Choice

MATCHES = (
    Choice("total", "together make", "Match cards that make a number", "Bonds: every card asks what is missing."),
    Choice("same", "have the same number", "Match equal numbers", "Nothing is worked out: for learning the game."),
    Choice("double", "are a number and its double", "Match a number with its double", "Doubles and halves."),
    Choice(
        "family",
        "are a sum: the largest is the two others together",
        "Match three numbers that are a sum",
        "A family of facts: adding two, or taking one from another.",
    ),
    Choice("formula", "come by a formula to", "Match by a formula", "A rule of your own for the two numbers."),
    Choice("differ", "differ by", "Match cards that differ by a number", "Counting on and back by a fixed number."),
    Choice(
        "forms",
        "show the same number in two ways:",
        "Match a number that is shown in two ways",
        "A sum and its answer, or dots and their number: what is worked out is on the cards.",
    ),
)
SHOWS = (
    Choice("adding", "sums within", "Show sums", "Each card asks for a sum, and its partner has the answer."),
    Choice("taking_away", "numbers taken away within", "Show taking away", "The same by taking away."),
    Choice("times", "the table of", "Show a table", "One table, up to twelve times."),
    Choice("dividing", "numbers divided by", "Show dividing", "One table, the other way."),
    Choice("dots", "dots up to", "Show dots", "How many is seen or counted: for the youngest."),
    Choice("frames", "ten frames up to", "Show ten frames", "How many is seen by what is missing to ten."),
    Choice("coins", "coins up to", "Show coins", "Coins are added, the largest first."),
    Choice("bars", "bars of fractions, denominators up to", "Show bars", "Filled parts of a bar, and their fraction."),
    Choice(
        "equal", "equal fractions, denominators up to", "Show equal fractions", "Each in lowest terms, and not in them."
    ),
    Choice(
        "decimals",
        "fractions and decimals, denominators up to",
        "Show fractions",
        "Each with its decimal, if that ends.",
    ),
)
AFTER = (
    Choice("yes", "go again", "Let a pair give another turn", "Whoever remembers well takes several in a row."),
    Choice("no", "hand on", "Hand on after a pair", "Turns go round evenly; going first means less."),
)
WEIGHTS = (
    Choice("alike", "all of them alike", "Have all pairs alike", "Every fact comes up as often as another."),
    Choice(
        "harder", "the harder half once more", "Have the harder half once more", "What takes longest comes up twice."
    ),
)
TURNS = (
    Choice("two", "two cards", "Turn two cards", "One partner is looked for; with two players best play is known."),
    Choice(
        "three", "three cards", "Turn three cards", "Two are added, and the third is what is missing: it is harder."
    ),
)
PAID = (
    Choice("twos", "1, 2, 5, 10, 20 and 50", "Pay with 1, 2, 5, 10, 20 and 50", "As money goes in many countries."),
    Choice("quarters", "1, 5, 10 and 25", "Pay with 1, 5, 10 and 25", "As money goes in others."),
)
