"""Which game it is that was heard, and many games of it."""

from tests.by_ear import hands
from tests.by_ear.boards import boxes, called, chain, chart, grid
from tests.by_ear.cards import open_row, pairs
from tests.by_ear.ear import MOST_CALLS, MOST_TURNS, Ear
from tests.by_ear.numbers import columns, duel, purse, record, rows, splits, tiles
from tests.by_ear.trails import trail

KINDS = {
    r"Begin with an empty (?:box|pot|line)\.": trail,
    r"Put your counter in front of square \d+\.": trail,
    r"Write the number in the box\.": boxes,
    r"Put all your counters on numbers of the line\.": called,
    r"The (?:largest|smallest) number gets a point\.": duel,
    r"Open all the tiles\.": tiles,
    r"Begin with 0\.": purse,
    r"Draw columns for .+\.": columns,
    r"All draw \d+ rows, side by side\.": rows,
    r"Go on until all your counters are placed\.": chart,
    r"(?:Put a counter on|Colour|Write your sign on) a free cell with (?:that|your) number\.": grid,
    r"Go on until you have seen everything there is\.": record,
    r"The next sum begins with the answer\.": chain,
    r"(?:Make|Put some of your) \d+ .*things .+\.|Make \d+ with .+ things\.": splits,
    r"Turn (?:two|three) cards, one after the other\.": pairs,
    r"Take (?:two open|open|two of your|some of your) cards that make .+ together\.": open_row,
    **hands.KINDS,
}


def heard(game, seed=1, unheard=None):
    """Somebody who has listened, how a game is played and how it begins; of one sentence nobody took notice."""
    ear = Ear(game, seed, unheard)
    kind = next((kind for words, kind in KINDS.items() if ear.told(words)), None) or ear.missing("what this is")
    play, begin = kind(ear)
    ear.finished()
    return ear, play, begin


def played(game, games, seed=1, unheard=None):
    """Turns of each game, and what share of those that somebody won each seat has; won together it is shared."""
    ear, play, begin = heard(game, seed, unheard)
    turns, wins, spent = [], [], 0
    for _ in range(games):
        ear.hands.clear()
        begin()
        took, best = play()
        turns.append(took)
        wins.append([(seat in best) / max(len(best), 1) for seat in range(ear.seats)])
        spent += took or MOST_CALLS
        if spent > MOST_TURNS:
            break
    return turns, wins
