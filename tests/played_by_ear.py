"""Plays a game from what is read aloud of it, with its pieces, its board and the seats in hand, and nothing else.

Every sentence is matched to a rule, and each rule is looked for where the game goes by it: a sentence that nobody can
use, and a rule that nobody is told, is an error. Where players choose they take any option alike.
"""

import random
import re
from fractions import Fraction
from functools import lru_cache
from itertools import accumulate, combinations, product
from math import prod

from bolometric.core.areas.catalogue import area_of
from tests.core.test_draw import by_hand as physical
from tests.core.test_making import by_hand as sums_of

MOST_TURNS = 60_000
"""In all games that are played of one."""
MOST_CALLS = 600
"""After which a number that stands on a line is taken never to come up."""
NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
STARTS = (r".+ starts\.", r"Anyone may start\.")
FOR_ALL = (r"Choose a caller\.", r"One player rolls for everybody\.")
ACT = r"(?:Roll|Spin|Draw|Toss|Drop) (?:the|both|all|a|two|three) (?:(?! once)[^,.])*?"
DRAWS = (
    rf"{ACT}\.",
    rf"{ACT}, one player after the other\.",
    rf"Everybody must {ACT.replace('Roll', 'roll')}, (one after the other|at the same time)\.",
    r"Everybody uses their own pieces once, (one after the other|at the same time)\.",
    r"The caller (?:rolls|spins|draws|goes) for everybody\.",
    r"One player (?:rolls|spins|draws) for everybody\.",
)
MAKES = {
    r"Add the two numbers\.": sum,
    r"Add all the numbers\.": sum,
    r"Multiply the two numbers\.": prod,
    r"Multiply the number by its place\.": prod,
    r"Take the smaller number from the larger one\.": lambda values: max(values) - min(values),
    r"Take the (?:larger|largest) number\.": max,
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
        self.needs = "; ".join((*told.needs, *told.pieces))
        parts = [sentence for part in (told.first, told.turn, told.last) for sentence in part]
        self.sentences = [one for part in parts for one in re.split(r"(?<=[.:!?]) (?=[A-Z“])", part)]
        if unheard is not None:
            self.sentences = [one for one in self.sentences if one != unheard]
        self.understood = set()
        self.seats, self.pieces = game.seats.count, game.pieces
        self.own = [game.area.pieces_of(seat, game.pieces) for seat in range(self.seats)]
        self.cells = list(game.area.cells) if hasattr(game.area, "cells") else []
        self.dice = random.Random(seed)
        self.hands = {}
        if not self.told(*FOR_ALL) and not any("at the same time" in one for one in self.sentences):
            self.must("who begins", *STARTS)
            self.must("who is next", r"Then take turns\.")
        if not self.told(r"Strike the two numbers\."):
            self.draws = self.told(*DRAWS) or self.missing("what is drawn")
            self.make = next((how for words, how in MAKES.items() if self.told(words)), None)
            self.told(r"Player \d: take the number as it is\.")
            counts = self.told(r"Count those with “.+” up\.", r"“.+” up counts .+", r"Add them\.")
            if not counts and any(piece.kind == "counters" for piece in self.pieces):
                self.missing("what counts of a toss")
            self.keep = self.told(r"Keep the cards out until too few are left\.")
            if self.keep:
                self.must("what becomes of them then", r"Then shuffle them all\.")
            elif any(piece.kind == "pack" for piece in self.pieces):
                self.must("what becomes of the card", r"Put the cards? back and mix\.")

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
        got = [self.shown(piece, at) for at, piece in enumerate(pieces or self.pieces)]
        return [value for numbers, _ in got for value in numbers], any(special for _, special in got)

    def total(self, pieces=None):
        """What is made of a draw."""
        values, _ = self.draw(pieces)
        return self.made(values)

    def made(self, values):
        if len(values) == 1 and self.make in (None, sum, prod):
            return values[0]
        return (self.make or self.missing("what is made of the numbers"))(values)

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
        one_turn(seat)
        if home() and (not whole_round or seat == ear.seats - 1):
            return turns, home()
        seat = (seat + 1) % ear.seats


def asked_for_cards(ear):
    """Cards that squares ask for: they decide who wins, and not where anybody stands. How many rounds there are."""
    ear.must("how packs lie", r"Shuffle (?:each|the) pack and put it face down\.")
    ear.must("where a card is taken", r"On a square .*, take a card from .*\.")
    ear.must("what is done with a card", r"Read the card aloud and say the answer\.")
    ear.must("what if it is right", r"If you are right, .*")
    ear.must("what if it is wrong", r"If you are wrong, put the card under its pack\.")
    ear.must("what if a pack is used up", r"When a pack is used up, write down how many of its cards each player has\.")
    ear.must("how it goes on then", r"Then shuffle all of its cards again\.")
    ear.must("who wins", r"The player with most cards wins\.")
    ear.shared_win() or ear.missing("what if two have as many")
    rounds = ear.told(r"Play (\d+) rounds\.")
    if not rounds:
        ear.must("when it ends", r"The game ends when the first player is home\.")
        return None
    ear.must("what if one is home before that", r"If you are home before that, start again\.")
    return int(rounds[1])


def trail(ear):
    """Counters that move along squares, or boxes that fill."""
    box = ear.told(r"Begin with an empty box\.")
    if box:
        whole = ear.needed(r"a box that stands for (\d+), cut into (\w+)s", "how large the box is")
        length = int(whole[1])
        again = ear.must("how the box is filled", r"Fill that much of your box\.")
    else:
        ear.must("where to begin", r"Put your counter in front of square \d+\.")
        length = int(ear.needed(r"a trail of (\d+) squares", "how long the trail is")[1])
        again = ear.must("how to move", r"Move that many squares\.")
        length = 2 * length - 1 if ear.told(r"Go to the last square, turn there and go back\.") else length
    ear.told(r"You are done when your box is full\.")
    home_words = (r"You are home when you reach (?:the last square|square 1), or pass it\.",)
    exact = ear.told(r"You must (?:land exactly on the last square|fill your box exactly)\.")
    if not exact and not box:
        ear.must("when one is home", *home_words)
    bounce = ear.told(r"If it is too much, count the rest backwards\.")
    if exact and not bounce:
        ear.must("what if it is too much", r"If it is too much, (?:stay where you are|fill nothing this time)\.")
    special = ear.told(r"If a special face comes up, (?:stay where you are|fill nothing)\.")
    lost = back = gone = ()
    for words, name in (
        (r"stay where you are", "lost"),
        (r"go back to the start", "back"),
        (r"go back to where .*", "gone"),
    ):
        found = ear.told(rf"If you get ([0-9, or]+), {words}\.")
        numbers = [int(n) for n in re.findall(r"\d+", found[1])] if found else ()
        lost, back, gone = (
            numbers if name == each else had for each, had in (("lost", lost), ("back", back), ("gone", gone))
        )
    ear.told(r"Your turn is over\.")
    dare = ear.told(r"Now choose: (?:roll|go|spin|draw) again, or stop and keep your place\.") or ear.told(
        r"Now choose:"
    )
    dare = dare and (ear.told(r"Roll again, or stop and keep your place\.") or dare)
    ear.told(r"Below zero, move back, but only as far as the start\.")
    jumps = {
        int(a): int(b) for one in ear.every(r"On square \d+, go to square \d+\.") for a, b in [re.findall(r"\d+", one)]
    }
    rests = {
        int(n) for one in ear.every(r"On square [\d ,or]+, miss your next turn\.") for n in re.findall(r"\d+", one)
    }
    more = {int(n) for one in ear.every(r"On square [\d ,or]+, roll again\.") for n in re.findall(r"\d+", one)}
    whole_round = ear.round_ends()
    rounds = asked_for_cards(ear) if "the pack " in ear.needs else None
    if "the pack " not in ear.needs:
        ear.must("who wins", r"The first player (?:home|with a full box) wins\.")
    if whole_round:
        ear.shared_win() or ear.missing("what if two are home")
    places, missing = [0] * ear.seats, set()

    def moved(at, by):
        to = at + by
        if to <= 0:
            return Fraction(0)
        if to <= length or not exact:
            return min(to, length)
        return at if not bounce else max(2 * length - to, 0)

    def one_turn(seat):
        if seat in missing:
            missing.discard(seat)
            return
        began = places[seat]
        while True:
            values, marked = ear.draw()
            total = ear.made(values)
            if (marked and special) or total in lost:
                return
            if total in back or total in gone:
                places[seat] = 0 if total in back else began
                return
            places[seat] = moved(places[seat], total)
            places[seat] = jumps.get(places[seat], places[seat])
            if places[seat] in rests:
                missing.add(seat)
            if places[seat] == length:
                return
            if (dare and ear.pick((True, False))) or places[seat] in more:
                continue
            return

    def play():
        if rounds:
            return rounds * ear.seats, []
        turns, best = in_turn(ear, one_turn, lambda: [s for s in range(ear.seats) if places[s] == length], whole_round)
        return turns, [] if "the pack " in ear.needs else best

    def begin():
        places[:] = [0] * ear.seats
        missing.clear()

    assert again
    return play, begin


def record(ear):
    """A sheet on which is written what comes up, until all has been seen."""
    ear.needed(r"a record sheet with the columns", "where it is written")
    ear.must("what is written", r"Write down the parts and the whole\.", r"Write a number in each column\.")
    ear.told(r"Start at the larger part and count on\.", r"Talk about what came most often\.")
    ear.must("when it ends", r"Go on until you have seen everything there is\.")
    alike = sorted if ear.told(r"The same parts the other way round are nothing new\.") else list
    kinds = {
        tuple(alike(v for part in shown for v in part[0])) for shown in product(*(lying(p)[0] for p in ear.pieces))
    }

    def play():
        seen, draws = set(), 0
        while len(seen) < len(kinds):
            seen.add(tuple(alike(ear.draw()[0])))
            draws += 1
        return draws, []

    return play, lambda: None


def boxes(ear):
    """Boxes filled by draws, then crossed off."""
    count = int(ear.needed(r"paper with (\d+) empty boxes", "how many boxes there are")[1])
    ear.must("how boxes are filled", rf"{ACT} once for each of your boxes\.")
    ear.must("what is written", r"Write the number in the box\.")
    ear.told(r"The same number may come again\.")
    ear.must("what comes off", r"If you have a box with that number, cross off one box\.")
    ear.told(r"If you have that number more than once, cross off one box only\.")
    ear.must("who wins", r"The first player with all boxes crossed off wins\.")
    whole_round = ear.round_ends()
    if whole_round:
        ear.shared_win() or ear.missing("what if two are done")
    mine = []

    def begin():
        mine[:] = [[ear.total() for _ in range(count)] for _ in range(ear.seats)]

    def one_turn(seat):
        total = ear.total()
        if total in mine[seat]:
            mine[seat].remove(total)

    return lambda: in_turn(ear, one_turn, lambda: [s for s in range(ear.seats) if not mine[s]], whole_round), begin


def called(ear):
    """Counters placed on a line, and taken off at the calls of one for all."""
    count = int(ear.needed(r"(\d+) counters for each player", "how many counters")[1])
    first, last = map(int, ear.needed(r"a line of the numbers (\d+) to (\d+)", "which numbers").groups())
    ear.must("where counters go", r"Put all your counters on numbers of the line\.")
    ear.told(r"You may put several on one number\.")
    ear.must("what comes off", r"If you have a counter there, take one counter off\.")
    ear.told(r"If you have that number more than once, take one counter off only\.")
    ear.must("who wins", r"The first player with all counters off the line wins\.")
    ear.must("what if several are done", r"If (?:some|two) are done at the same call, (?:they all|you both) win\.")
    mine = []

    def begin():
        mine[:] = [[ear.pick(range(first, last + 1)) for _ in range(count)] for _ in range(ear.seats)]

    def play():
        calls = 0
        while all(mine):
            calls += 1
            total = ear.total()
            for own in mine:
                if total in own:
                    own.remove(total)
            if calls > MOST_CALLS:
                return None, []
        return calls, [seat for seat, own in enumerate(mine) if not own]

    return play, begin


def duel(ear):
    """Everybody draws, and the best takes a point."""
    ear.told(r"Everybody takes their pieces\.", r"Player \d takes .*")
    adds = [sum if ear.told(rf"Player {seat}: add the two numbers\.") else None for seat in range(1, ear.seats + 1)]
    at_once = ear.draws[1] == "at the same time"
    best = (
        max
        if ear.must("what takes the round", r"The (largest|smallest) number gets a point\.")[1] == "largest"
        else min
    )
    shares = ear.told(r"If two are the same, you both get a point\.", r"If some are the same, they all get a point\.")
    carried = ear.told(r"If the best are the same, nobody gets the point yet\.")
    if carried:
        ear.must("what becomes of the point", r"The next round is worth one more\.")
    anew = ear.told(r"If the best are the same, everybody must roll again\.")
    shares or carried or anew or ear.missing("what if the best are the same")
    rounds = ear.told(r"Play (\w+) rounds?\.")
    wanted = rounds or ear.must("how long it lasts", r"Play until somebody has (\w+) points?\.")
    ear.must("who wins", r"The player with the most points wins\.")
    ear.shared_win() or ear.missing("what if points are the same")

    def play():
        points, pot, played, goes = [0] * ear.seats, 1, 0, 0
        while played < number(rounds[1]) if rounds else max(points) < number(wanted[1]):
            played, goes = played + 1, goes + 1
            totals = [(adds[seat] or ear.made)(ear.draw(ear.own[seat])[0]) for seat in range(ear.seats)]
            top = [seat for seat, total in enumerate(totals) if total == best(totals)]
            for seat in top if len(top) == 1 or shares else ():
                points[seat] += pot
            pot = pot + 1 if carried and len(top) > 1 else 1
            played -= bool(anew and len(top) > 1)
        turns = goes if at_once else goes * ear.seats
        return turns, [seat for seat, own in enumerate(points) if own == max(points)]

    return play, lambda: None


def tiles(ear):
    """Sets of tiles that are closed by what they add up to."""
    last = int(ear.needed(r"tiles with the numbers 1 to (\d+)", "which tiles")[1])
    ear.must("how tiles begin", r"Open all the tiles\.")
    ear.must("what is closed", r"Close open tiles that add up to that number\.")
    ear.told(r"One tile may do\.")
    ear.must("that one goes on", r"Roll again and close more\.")
    just = r"(you may )?roll just (?:one|the) die\."
    above = ear.told(rf"When all tiles from (?P<above>\d+) up are closed, {just}")
    single = ear.told(rf"When only one tile is open, {just}")
    small = ear.told(rf"When the open tiles add up to (?P<most>\d+) or less, {just}")
    alone = ear.told(rf"When only the 1 is open, {just}")
    few_left = above or single or small or alone
    most = int(above["above"]) - 1 if above else int(small["most"]) if small else 1
    must = few_left and not few_left.group(few_left.re.groups)
    ear.must("when a turn ends", r"When nothing fits, or all are closed, your turn is over\.")
    scored = ear.must("what is scored", r"(Add the numbers|Count the tiles) that are still open\.", r"(Read) .*\.")[1]
    ear.told(r"That is your score\.", r"If you close them all, you score 0\.", r"Add up your scores\.")
    rounds = number(ear.must("how often it is played", r"Play (\w+) rounds?\.")[1])
    ear.must("who wins", r"The lowest score wins\.")
    ear.shared_win() or ear.missing("what if scores are the same")

    def one_turn():
        left = set(range(1, last + 1))
        while left:
            few = few_left and (len(left) == 1 if single else (sum(left) if small or alone else max(left)) <= most)
            total = ear.total(ear.pieces[:1] if few and (must or ear.pick((True, False))) else None)
            fits = [
                some
                for size in range(1, len(left) + 1)
                for some in combinations(sorted(left), size)
                if sum(some) == total
            ]
            if not fits:
                break
            left -= set(ear.pick(fits))
        if scored == "Read":
            return int("".join(map(str, sorted(left))) or 0)
        return sum(left) if "Add" in scored else len(left)

    def play():
        scores = [sum(one_turn() for _ in range(rounds)) for _ in range(ear.seats)]
        return rounds * ear.seats, [seat for seat, own in enumerate(scores) if own == min(scores)]

    return play, lambda: None


def purse(ear):
    """Numbers taken as ones, tens or more, towards a target."""
    target = int(ear.must("the target", r"Write (\d+) at the top of your paper\.")[1])
    ear.told(r"That is the target\.", r"Begin with 0\.", r"You cannot change it later\.", r"Choose:")
    words = ear.must("what may be taken", r"(?:Choose: t|T)ake that many (.+)\.")[1]
    times = [{"ones": 1, "fives": 5, "tens": 10, "hundreds": 100}[one] for one in re.findall(r"\w+s\b", words)]
    ear.must("what is done with it", r"Add it to what you have\.")
    turns = int(ear.must("when it ends", r"Stop after (\d+) turns each\.")[1])
    ear.must("what counts", rf"See how far you are from {target}\.")
    over = ear.told(rf"If you go over {target}, you are out\.")
    ear.must("who wins", r"The nearest player wins\.")
    ear.shared_win() or ear.missing("what if two are as near")

    def play():
        sums = [sum(ear.total() * ear.pick(times) for _ in range(turns)) for _ in range(ear.seats)]
        far = [abs(target - have) if not over or have <= target else 10**6 for have in sums]
        return turns * ear.seats, [s for s, own in enumerate(far) if own == min(far) and own < 10**6]

    return play, lambda: None


def columns(ear):
    """Digits written where they count."""
    names = ear.must("which columns", r"Draw columns for (.+)\.")[1]
    width = len(re.findall(r"\w+s\b", names))
    for_all = "for everybody" in ear.draws[0]
    ear.must("where digits go", r"Write the digit in one of your empty columns\.")
    ear.told(r"You cannot move it later\.")
    ear.must("when a round ends", r"Go on until all your columns are full\.")
    ear.must("who wins", r"The largest number wins the round\.")
    ear.must("what if numbers are the same", r"If (?:some|two) are the same, (?:they all|you both) win it\.")
    wanted = number(ear.must("when the game ends", r"The first to win (\w+) rounds wins the game\.")[1])

    def play():
        points, turns = [0] * ear.seats, 0
        while max(points) < wanted:
            rows = [list(range(width)) for _ in range(ear.seats)]
            worth = [0] * ear.seats
            for _ in range(width):
                shared = ear.total()
                turns += 1 if for_all else ear.seats
                for seat in range(ear.seats):
                    at = ear.pick(rows[seat])
                    rows[seat].remove(at)
                    worth[seat] += int(shared if for_all else ear.total()) * 10**at
            for seat in range(ear.seats):
                points[seat] += worth[seat] == max(worth)
        return turns, [seat for seat, own in enumerate(points) if own == max(points)]

    return play, lambda: None


def rows(ear):
    """Numbers written into rows that face those of the others."""
    count = int(ear.must("how many rows", r"All draw (\d+) rows, side by side\.")[1])
    ear.must("where numbers go", r"Write the number in one of your empty rows\.")
    ear.told(r"You cannot move it later\.", r"Now look row by row\.")
    ear.must("when a round ends", r"Go on until all your rows are full\.")
    ear.must("who gets a tick", r"The largest number in a row gets a tick\.")
    ear.must("what if they are the same", r"If two are the same, you both get a tick\.")
    ear.must("who wins the round", r"The most ticks win the round\.")
    ear.must("what if ticks are the same", r"If two are the same, you both win it\.")
    ear.must("how often it is played", r"Play one round\.")

    def play():
        written = [[ear.total() for _ in range(count)] for _ in range(ear.seats)]
        for own in written:
            ear.dice.shuffle(own)
        ticks = [sum(own[k] == max(row[k] for row in written) for k in range(count)) for own in written]
        return count * ear.seats, [seat for seat, own in enumerate(ticks) if own == max(ticks)]

    return play, lambda: None


def chart(ear):
    """Counters on a chart, taken off by multiples."""
    each = int(ear.needed(r"(\d+) counters for each player", "how many counters")[1])
    last = int(ear.needed(r"a chart of the numbers 1 to (\d+)", "which chart")[1])
    above = int(ear.must("where counters go", r"In turn, put one counter on a free number above (\d+)\.")[1])
    ear.must("how many are placed", r"Go on until all your counters are placed\.")
    ear.must("what comes off", r"Look for multiples of that number that have a counter\.")
    ear.must("which of them", r"Take the counter off the lowest one, whoever owns it\.")
    ear.must("what if there is none", r"If no such number has a counter, your turn is over\.")
    moves = ear.told(r"If you get 0, you may move one of your counters\.")
    ear.told(rf"It goes to a free number above {above}\.")
    ear.must("who wins", r"The first player with no counters left wins\.")
    ear.told(r"That may happen in somebody else's turn\.")
    owner = {}

    def begin():
        owner.clear()
        for at in range(each * ear.seats):
            owner[ear.pick(n for n in range(above + 1, last + 1) if n not in owner)] = at % ear.seats

    def one_turn(seat):
        total = int(ear.total())
        if total == 0:
            mine = [n for n, who in owner.items() if who == seat]
            if moves and mine:
                owner.pop(ear.pick(mine))
                owner[ear.pick(n for n in range(above + 1, last + 1) if n not in owner)] = seat
            return
        has = [n for n in owner if n % total == 0]
        if has:
            owner.pop(min(has))

    return lambda: in_turn(
        ear, one_turn, lambda: [s for s in range(ear.seats) if s not in owner.values()], False
    ), begin


def grid(ear):
    """Cells that are claimed by the numbers they hold."""
    ear.told(r"Take your counters\.")
    wide, high = map(int, ear.needed(r"a grid of (\d+) columns and (\d+) rows", "how large it is").groups())
    to = re.search(r"with the numbers 1 to (\d+)", ear.needs)
    held = list(range(1, int(to[1]) + 1)) if to else ear.cells
    making = ear.told(r"Make a number of what you see\.")
    if making:
        signs = {"add": "+", "take away": "-", "multiply": "*", "divide": "/"}
        may = ear.must("which signs", r"You may (.+)\.")[1]
        some = ear.must("which numbers", r"Use each number once, or leave it out\.", r"Use every number once\.")
        rules = {"operations": "".join(sign for word, sign in signs.items() if word in may)}
        rules |= {"use": "some" if "leave" in some[0] else "all"}
        rules |= {"order": "left" if ear.told(r"Work from left to right\.") else "brackets", "division": "exact"}
    ear.must("what is claimed", r"Put a counter on a free cell with (?:that|your) number\.")
    ear.must("that it stays", r"It stays there\.")
    again = ear.told(r"If no cell fits, roll once more\.")
    if not again:
        ear.must("what if nothing fits", r"If no cell fits, your turn is over\.")
    long = number(ear.must("what wins", r"You win when you have (\w+) in a line\.")[1])
    ways = ear.must("which lines", r"A line may go (.+)\.")[1]
    ear.must("what if all is full", r"If no cell is left, nobody wins\.")
    steps = {"across": [(1, 0)], "down": [(0, 1)], "slanting": [(1, 1), (1, -1)]}
    steps = [step for word, found in steps.items() if word in ways for step in found]
    known, owner = {}, {}

    def numbers(values):
        key = tuple(sorted(values))
        if key not in known:
            known[key] = set(sums_of(key, type("Rules", (), rules))) if making else {ear.made(values)}
        return known[key]

    def line_of(cell):
        x, y = cell % wide, cell // wide
        for a, b in steps:
            count = 1
            for sign in (1, -1):
                k = 1
                while 0 <= x + sign * k * a < wide and 0 <= y + sign * k * b < high:
                    if owner.get((y + sign * k * b) * wide + x + sign * k * a) != owner[cell]:
                        break
                    count, k = count + 1, k + 1
            if count >= long:
                return True
        return False

    def play():
        turns, seat = 0, 0
        while len(owner) < wide * high and turns < 400:
            turns += 1
            for _ in range(2 if again else 1):
                fits = numbers(ear.draw()[0])
                free = [cell for cell, n in enumerate(held) if n in fits and cell not in owner]
                if free:
                    cell = ear.pick(free)
                    owner[cell] = seat
                    if line_of(cell):
                        return turns, [seat]
                    break
            seat = (seat + 1) % ear.seats
        return turns, []

    return play, owner.clear


def chain(ear):
    """Numbers of a line struck by sums."""
    first, last = map(int, ear.must("which numbers", r"Write the numbers (\d+) to (\d+) in a row\.").groups())
    gone = ear.told(r"Strike zero: adding nothing changes nothing\.")
    ear.must("which sums", r"Make a sum with two numbers that are not struck\.")
    ear.must("which signs", r"First add or take away: you choose\.")
    ear.must("how signs go on", r"After that add and take away by turns\.")
    ear.must("what it may come to", r"The answer must be a number that is not struck\.")
    ear.must("what is struck", r"Strike the two numbers\.")
    ear.must("how one goes on", r"The next sum begins with the answer\.")
    loses = ear.told(r"If you cannot go on, you lose\.")
    if not loses:
        ear.must("when it ends", r"Go on until no sum is left\.")
    left_over = ear.told(r"You all win if at most (\w+) numbers are left\.")
    assert loses or left_over

    def sums(held, begins, sign):
        for a in [begins] if begins is not None else held:
            for b in held - {a}:
                for does in ("+", "-") if sign is None else (sign,):
                    result = a + b if does == "+" else a - b
                    if result in held and result not in (a, b):
                        yield a, b, does, result

    def play():
        held, begins, sign, turns = set(range(first, last + 1)) - ({0} if gone else set()), None, None, 0
        while found := sorted(sums(held, begins, sign)):
            a, b, does, begins = ear.pick(found)
            held -= {a, b}
            sign = "-" if does == "+" else "+"
            turns += 1
        if left_over:
            return turns, list(range(ear.seats)) if len(held) <= number(left_over[1]) else []
        return turns, [(turns - 1) % ear.seats]

    return play, lambda: None


KINDS = {
    r"Begin with an empty box\.": trail,
    r"Put your counter in front of square \d+\.": trail,
    r"Write the number in the box\.": boxes,
    r"Put all your counters on numbers of the line\.": called,
    r"The (?:largest|smallest) number gets a point\.": duel,
    r"Open all the tiles\.": tiles,
    r"Begin with 0\.": purse,
    r"Draw columns for .+\.": columns,
    r"All draw \d+ rows, side by side\.": rows,
    r"Go on until all your counters are placed\.": chart,
    r"Put a counter on a free cell with (?:that|your) number\.": grid,
    r"Go on until you have seen everything there is\.": record,
    r"The next sum begins with the answer\.": chain,
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
