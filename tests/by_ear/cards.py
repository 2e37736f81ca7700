"""Cards that lie face down, of which two are turned."""

import re


def pairs(ear):
    """Players who remember nothing: they turn any two."""
    ear.must("how the cards lie", r"Lay them face down in rows\.")
    ear.must("what is done first", r"Shuffle the cards\.")
    ear.must("how many are turned", r"Turn two cards, one after the other\.")
    ear.must("who sees them", r"Show them to all\.")
    rule = ear.told(
        r"They match if they add up to (\d+)\.",
        r"They match if they are the same\.",
        r"They match if one is the double of the other\.",
        r"They match if one is (\d+) more than the other\.",
    ) or ear.missing("what matches")
    ear.must("what becomes of a pair", r"If they match, keep them\.")
    ear.must("what becomes of the others", r"If not, turn them back where they were\.")
    ear.must("when it ends", r"The game ends when no two cards match any more\.")
    again = False
    if ear.seats > 1:
        ear.must("who wins", r"The player with most pairs wins\.")
        ear.must("what if two have as many", r"If (?:two have as many, you both|some have as many, they all) win\.")
        again = ear.must("who is next after a pair", r"Then it is (?:(your) turn again|the next player's turn)\.")[1]
    number = int(re.search(r"\d+", rule[0])[0]) if re.search(r"\d+", rule[0]) else 0

    def match(one, other):
        if "add up" in rule[0]:
            return one + other == number
        if "more than" in rule[0]:
            return abs(one - other) == number
        return one == other if "the same" in rule[0] else max(one, other) == 2 * min(one, other) > 0

    def play():
        lying, kept, seat, turns = [*ear.cards], [0] * ear.seats, 0, 0
        while any(match(a, b) for k, a in enumerate(lying) for b in lying[k + 1 :]):
            turns += 1
            ear.dice.shuffle(lying)
            found = match(*lying[:2])
            if found:
                del lying[:2]
                kept[seat] += 1
            seat = seat if found and again else (seat + 1) % ear.seats
        return turns, [who for who, pairs in enumerate(kept) if pairs == max(kept)]

    return play, lambda: None
