"""What a maker of question cards may choose between, in words."""

from bolometric.core.settings.knobs import Choice

RIGHT = (
    Choice("keep", "keep it", "Let players keep right cards", "Cards are a score; the packs grow thinner."),
    Choice("stay", "put it back under its pack", "Put right cards back", "Answering is its own reward; packs last."),
)
WRONG = (
    Choice("under", "put it under its pack", "Put wrong cards back", "Nothing is lost: it comes again later."),
    Choice(
        "lose_move",
        "put it back and go back to where you were",
        "Let a wrong answer cost the move",
        "Who knows less moves less: it makes the game longer, and luck smaller.",
    ),
    Choice(
        "next_tries",
        "let the next player try",
        "Let the next player try",
        "Everybody listens to every question; who is right then has the card.",
    ),
)
OUT = (
    Choice("again", "is shuffled and used again", "Shuffle a pack again", "The usual: a game never lacks questions."),
    Choice("ends", "ends the game, and most cards win", "End the game with a pack", "A thin pack is a short game."),
    Choice("skipped", "is not asked any more", "Ask it no more", "Late in the game squares fall silent."),
)
WINS = (
    Choice("home", "the first home", "Let the first home win", "A race: cards are practice on the way."),
    Choice(
        "most_at_home",
        "most cards, once the first is home",
        "Let most cards win once one is home",
        "Getting home ends it; who answered most on the way wins.",
    ),
    Choice(
        "most_at_out",
        "most cards, once a pack is out",
        "Let most cards win once a pack is out",
        "The track is gone round again and again until a pack is used up.",
    ),
    Choice(
        "most_after_rounds",
        "most cards, after a number of rounds",
        "Let most cards win after some rounds",
        "The game has a length you choose; who is home begins again.",
    ),
    Choice(
        "home_with",
        "the first home with enough cards",
        "Ask for cards to go home",
        "Whoever comes home with too few begins again: both luck and knowing count.",
    ),
)
