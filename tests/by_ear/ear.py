"""Plays a game from what is read aloud of it, with its pieces, its board and the seats in hand, and nothing else.

Every sentence is matched to a rule, and each rule is looked for where the game goes by it: a sentence that nobody can
use, and a rule that nobody is told, is an error. Where players choose they take any option alike.
"""

import random
import re
from functools import lru_cache
from itertools import accumulate
from math import prod

from bolometric.core.areas.catalogue import area_of
from tests.core.test_draw import by_hand as physical

MOST_TURNS = 60_000
"""In all games that are played of one."""
MOST_CALLS = 600
"""After which a number that stands on a line is taken never to come up."""
NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
STARTS = (r".+ starts\.", r"Anyone may start\.")
FOR_ALL = (r"Choose a caller\.", r"One player rolls for everybody\.")
ACT = r"(?:Roll|Spin|Draw|Toss|Drop) (?:the|both|all|a|two|three) (?:(?! once)[^,.])*?"
FOR_YOU = r"(?:rolls|spins|draws|tosses|drops) (?:the|both|all|a|two|three) (?:(?! once)[^,.])*?"
DRAWS = (
    rf"{ACT}\.",
    rf"{ACT}, one player after the other\.",
    rf"Everybody must {ACT.replace('Roll', 'roll')}, (one after the other|at the same time)\.",
    r"Everybody uses their own pieces once, (one after the other|at the same time)\.",
    r"The caller (?:rolls|spins|draws|goes) for everybody\.",
    r"One player (?:rolls|spins|draws) for everybody\.",
    rf"The (?:other|next) player {FOR_YOU} for you\.",
    rf"The (?:other|next) player {FOR_YOU} for you, (?:one player after the other)\.",
)
MAKES = {
    r"Add the two numbers\.": sum,
    r"Add all the numbers\.": sum,
    r"Multiply the two numbers\.": prod,
    r"Multiply the number by its place\.": prod,
    r"Take the smaller number from the larger one\.": lambda values: max(values) - min(values),
    r"Take the (?:larger|largest) number\.": max,
    r"Take the second number from the first\.": lambda values: values[0] - values[1],
}


class NotSaid(AssertionError):
    """A rule that is needed and is not among what is read aloud."""


def number(word):
    return int(word) if word.isdigit() else NUMBERS.index(word)


@lru_cache(maxsize=64)
def lying(piece):
    """Every way in which a piece can lie, and how likely it and those before it are."""
    ways = physical(piece)
    return [(numbers, special) for numbers, _, special, _ in ways], list(accumulate(float(way[3]) for way in ways))


class Ear:
    """What was heard, and what of it was understood."""

    def __init__(self, game, seed=1, unheard=None):
        told = area_of(game).words.aloud(game)
        self.needs = "; ".join(told.needs)
        parts = [sentence for part in (told.first, told.turn, told.last) for sentence in part]
        self.sentences = [one for part in parts for one in re.split(r"(?<=[.:!?]) (?=[A-Z“])", part)]
        if unheard is not None:
            self.sentences = [one for one in self.sentences if one != unheard]
        self.understood = set()
        self.seats, self.pieces, self.seat = game.seats.count, game.pieces, 0
        self.own = [one.pieces for one in game.by_seat]
        self.cells = list(game.area.cells) if hasattr(game.area, "cells") else []
        self.dice = random.Random(seed)
        self.hands = {}
        if not self.told(*FOR_ALL) and not any("at the same time" in one for one in self.sentences):
            self.must("who begins", *STARTS)
            self.must("who is next", r"Then take turns\.")
        self.faces = [
            (card.value, card.word or pack.shown)
            for pack in game.area.made_pieces
            for card in pack.cards
            for _ in range(card.count)
        ]
        self.cards = [card.value for pack in game.area.made_pieces for card in pack.cards for _ in range(card.count)]
        nothing = (
            r"Strike the two numbers\.",
            r"Make \d+ with .+ things\.",
            r"Put some of your \d+ things .+",
            r"Turn (?:two|three) cards, one after the other\.",
            r"Take (?:two open|open) cards that make \d+ together\.",
            r"Take (?:two|some) of your cards that make \d+ together\.",
            r"Hold your cards so that nobody else sees them\.",
        )
        asked = any("make your number" in one for one in self.sentences)
        if not self.told(*nothing) or asked:
            drawn, makes = self.each_their_own()
            self.draws = self.told(*DRAWS) or (drawn or None) or self.missing("what is drawn")
            make = next((how for words, how in MAKES.items() if self.told(words)), None)
            self.makes = [makes.get(seat, make) for seat in range(self.seats)]
            counts = self.told(r"Count those with “.+” up\.", r"“.+” up counts .+", r"Add them\.")
            if not counts and any(piece.kind == "counters" for piece in self.pieces):
                self.missing("what counts of a toss")
            self.keep = self.told(r"Keep the cards out until too few are left\.")
            if self.keep:
                self.must("what becomes of them then", r"Then shuffle them all\.")
            elif any(piece.kind == "pack" for piece in self.pieces):
                self.must("what becomes of the card", r"Put the cards? back and mix\.")

    def each_their_own(self):
        """What is said to some players and not to others: who is told to draw, and what they make of it."""
        drawn, makes = set(), {}
        for one in self.every(r"Players? [\d, and]+: .+\."):
            who, what = one.split(": ", 1)
            what, seats = what[:1].upper() + what[1:], [int(word) - 1 for word in re.findall(r"\d+", who)]
            if re.fullmatch(rf"{ACT}\.|The (?:other|next) player {FOR_YOU} for you\.", what):
                drawn |= set(seats)
            elif what.startswith("When "):
                continue
            elif what != "Take the number as it is.":
                how = next((how for words, how in MAKES.items() if re.fullmatch(words, what)), None)
                makes |= dict.fromkeys(seats, how or self.missing(f"what {what} means"))
        assert len(drawn) in (0, self.seats), "somebody is not told what to draw"
        return drawn, makes

    def told(self, *patterns):
        """The first sentence that says one of these, as a match; all that say any of them are understood."""
        found = None
        for k, sentence in enumerate(self.sentences):
            for words in patterns:
                match = re.fullmatch(words, sentence)
                if match:
                    self.understood.add(k)
                    found = found or match
        return found

    def every(self, pattern):
        """Every sentence of this kind."""
        return [one for one in self.sentences if self.told(pattern) and re.fullmatch(pattern, one)]

    def missing(self, what):
        raise NotSaid(f"{what}: {self.sentences}")

    def must(self, what, *patterns):
        return self.told(*patterns) or self.missing(what)

    def needed(self, pattern, what):
        """A match in the list of what is needed."""
        return re.search(pattern, self.needs) or self.missing(what)

    def finished(self):
        """Everything that was heard has been understood."""
        left = [one for k, one in enumerate(self.sentences) if k not in self.understood]
        assert not left, f"nobody knows what to do with: {left}"

    def shown(self, piece, at):
        """One draw of a piece: its numbers, and whether a special face is up."""
        if self.keep and piece.kind == "pack":
            hand = self.hands.setdefault(at, [])
            if len(hand) < piece.drawn:
                hand[:] = [card for card in piece.cards for _ in range(card.count)]
                self.dice.shuffle(hand)
            taken = [hand.pop() for _ in range(piece.drawn)]
            return tuple(card.value for card in taken), any(card.special for card in taken)
        ways, chances = lying(piece)
        return self.dice.choices(ways, cum_weights=chances)[0]

    def draw(self, pieces=None):
        """The numbers that come up, and whether one is on a special face."""
        got = [self.shown(piece, at) for at, piece in enumerate(pieces or self.own[self.seat])]
        return [value for numbers, _ in got for value in numbers], any(special for _, special in got)

    def total(self, pieces=None):
        """What is made of a draw."""
        values, _ = self.draw(pieces)
        return self.made(values)

    def made(self, values):
        make = self.makes[self.seat]
        if len(values) == 1 and make in (None, sum, prod):
            return values[0]
        return (make or self.missing("what is made of the numbers"))(values)

    def by_seat(self, does):
        """What each player comes to, one after the other."""
        found = []
        for seat in range(self.seats):
            self.seat = seat
            found.append(does())
        self.seat = 0
        return found

    def pick(self, options):
        return self.dice.choice(list(options))

    def round_ends(self):
        return bool(self.told(r"Finish the round, so that all have had a turn\."))

    def shared_win(self):
        """Whether several may win."""
        words = (
            r"If (?:two|several|some) (?:are|have) (?:home|done|the same|just as near|as many).*they (?:both|all) win\."
        )
        return self.told(words, r"If two .* you both win\.", r"If some .* they all win\.")


def in_turn(ear, one_turn, home, whole_round):
    """Turns one after the other until somebody is home: how many there were, and who is home in the end."""
    turns, seat = 0, 0
    while True:
        turns += 1
        ear.seat = seat
        one_turn(seat)
        if home() and (not whole_round or seat == ear.seats - 1):
            return turns, home()
        seat = (seat + 1) % ear.seats
