"""Counters that move along squares, boxes that fill, and the cards that squares ask for."""

import re
from fractions import Fraction

from tests.by_ear.ear import in_turn


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
    pot = ear.told(r"Begin with an empty pot\.")
    on = r"(?:Cover|Colour|Cross off) that many squares of your line"
    back_or_on = ear.told(
        r"Move that many squares, or move the next player's counter back by as many\.",
        rf"{on}, or take as many counters off the next player's\.",
        r"Put that many counters into your pot, or take as many out of the next player's\.",
        r"Fill that much of your box, or empty as much of the next player's\.",
    )
    if back_or_on:
        ear.must("who says which", r"You choose\.")
    elif back_or_on := ear.told(r"Choose your (?:line|counter) or the next player's\."):
        ear.must("what to do with yours", r"(?:On yours, a|A)dd it to the (?:last covered number|number of your .*)\.")
        ear.must("what to do with theirs", r"O(?:n theirs,|r) take it away from .*\.")
        ear.must("how far on", r"Cover up to the answer\.")
        ear.must("how far back", r"Uncover down to the answer\.")
    if back_or_on:
        less = r"A counter goes back as far as the start|Take all there are, if there are fewer|Empty what is full, .*"
        ear.must("what if one has less", rf"(?:{less})\.")
    adds = ear.told(r"Add it to the last covered number of your line\.") and ear.must("to where", r"Cover up to .*")
    pot = ear.told(r"Begin with an empty pot\.")
    line = ear.told(r"Begin with an empty line\.")
    box = pot or line or ear.told(r"Begin with an empty box\.")
    if pot:
        length = int(ear.needed(r"(\d+) counters", "how many go into the pot")[1])
        again = back_or_on or ear.must("how the pot is filled", r"Put that many counters into your pot\.")
        ear.told(r"When you have ten ones, change them for a ten\.")
    elif line:
        length = int(ear.needed(r"a line of (\d+) squares", "how long the line is")[1])
        again = adds or back_or_on or ear.must("how to fill the line", rf"{on}, one after the other\.")
    elif box:
        whole = ear.needed(r"a box that stands for (\d+), cut into (\w+)s", "how large the box is")
        length = int(whole[1])
        again = back_or_on or ear.must("how the box is filled", r"Fill that much of your box\.")
    else:
        ear.must("where to begin", r"Put your counter in front of square \d+\.")
        length = int(ear.needed(r"a trail of (\d+) squares", "how long the trail is")[1])
        sums = ear.told(r"(?:Add it to|Take it away from) the number of your square\.")
        if sums:  # squares are numbered one by one, by tens or down to nought: the answer is so many squares on
            ear.must("where to move", r"Move to the square with the answer\.")
            ear.must("what the number is at first", r"There its number is \d+\.")
        again = back_or_on or sums or ear.must("how to move", r"Move that many squares\.")
        length = 2 * length - 1 if ear.told(r"Go to the last square, turn there and go back\.") else length
    enough = ear.told(r"You are done when (?:your (?:box|line) is full|\d+ counters or more are in your pot)\.")
    home_words = (r"You are home when you reach (?:the last square|square 1), or pass it\.",)
    into = (
        r"land exactly on the last square|fill your box exactly|end exactly on the last square of your line|"
        r"have exactly \d+ counters in your pot"
    )
    exact = ear.told(rf"You must (?:{into})\.")
    if box and not exact and not enough:
        ear.missing("when one is done")
    if not exact and not box:
        ear.must("when one is home", *home_words)
    bounce = ear.told(r"If it is too much, count the rest backwards\.")
    if exact and not bounce:
        wasted = r"stay where you are|(?:fill|cover|colour|cross off) nothing this time|put nothing in this time"
        ear.must("what if it is too much", rf"If it is too much, (?:{wasted})\.")
    special = ear.told(r"If a special face comes up, (?:stay where you are|fill nothing|put nothing in)\.")
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
    together = ear.told(r"Count your turns together\.") and ear.must("what for", r"Next time, try to need fewer\.")
    if "the pack " not in ear.needs and not together:
        ear.must("who wins", r"The first player (?:home|with a full (?:box|line)|who is done) wins\.")
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
            if back_or_on and ear.pick((True, False)):
                other = (seat + 1) % ear.seats
                places[other] = max(places[other] - total, 0)
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
        if together:
            turns = 0
            while places[0] < length:
                ear.seat = turns % ear.seats
                turns += 1
                one_turn(0)
            return turns, list(range(ear.seats))
        if rounds:
            return rounds * ear.seats, []
        turns, best = in_turn(ear, one_turn, lambda: [s for s in range(ear.seats) if places[s] == length], whole_round)
        return turns, [] if "the pack " in ear.needs else best

    def begin():
        places[:] = [0] * ear.seats
        missing.clear()

    assert again
    return play, begin
