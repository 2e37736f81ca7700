"""Cards that lie face down, of which two or three are turned, and cards that lie open."""

import re
from itertools import combinations

from tests.by_ear.ear import number


def pairs(ear):
    """Players who remember nothing: they turn any cards."""
    ear.must("how the cards lie", r"Lay them face down in rows\.")
    ear.must("what is done first", r"Shuffle the cards\.")
    count = number(ear.must("how many are turned", r"Turn (two|three) cards, one after the other\.")[1])
    ear.must("who sees them", r"Show them to all\.")
    rule = ear.told(
        r"They match if they add up to (\d+)\.",
        r"They match if they are (?:all )?the same\.",
        r"They match if one is the double of the other\.",
        r"They match if one is (\d+) more than the other\.",
        r"They match if the largest number is the two others together\.",
        r"They match if (.+) is \d+: a is the smaller number, b the larger one\.",
        r"They match if one is the answer to the other\.",
        r"They match if one has as many dots as the other says\.",
        r"They match if the coins on one make the number on the other\.",
        r"They match if one is the (?:part that is filled on|decimal of) the other\.",
        r"They match if both fractions are equal\.",
    ) or ear.missing("what matches")
    ear.must("what becomes of a pair", r"If they match, keep them\.")
    ear.must("what becomes of the others", r"If not, turn them back where they were\.")
    ear.must("when it ends", rf"The game ends when no {('two', 'three')[count - 2]} cards match any more\.")
    if any(face[1] == "joker" for face in ear.faces):
        ear.must("what a joker matches", r"A joker matches any card\.")
    if any(face[1] == "blank" for face in ear.faces):
        ear.must("what a blank card matches", r"A blank card matches nothing(?:, not even a joker)?\.")
    again = False
    if ear.seats > 1:
        ear.must("who wins", r"The player with most (?:pairs|threes) wins\.")
        ear.must("what if two have as many", r"If (?:two have as many, you both|some have as many, they all) win\.")
        again = ear.must("who is next after a match", r"Then it is (?:(your) turn again|the next player's turn)\.")[1]
    wanted = int(re.findall(r"\d+", rule[0])[-1]) if re.search(r"\d+", rule[0]) else 0
    formula = rule[0].split(" is ")[0].removeprefix("They match if ").translate(str.maketrans("×÷−", "*/-"))

    def match(*cards):
        kinds = {kind for _, kind in cards}
        if kinds & {"joker", "blank"}:
            return "blank" not in kinds
        values = [value for value, _ in cards]
        if "add up" in rule[0]:
            return sum(values) == wanted
        if "the same" in rule[0]:
            return len(set(values)) == 1
        if "two others" in rule[0]:
            return max(values) == sum(values) - max(values)
        one, other = values
        if "smaller number" in rule[0]:
            return eval(formula, {"a": min(values), "b": max(values)}) == wanted  # by Python's own arithmetic
        if "more than" in rule[0]:
            return abs(one - other) == wanted
        if "double" in rule[0]:
            return max(one, other) == 2 * min(one, other) > 0
        return one == other and len(kinds) == 2

    def play():
        lying, kept, seat, turns = [*ear.faces], [0] * ear.seats, 0, 0
        while any(match(*some) for some in combinations(lying, count)):
            turns += 1
            ear.dice.shuffle(lying)
            found = match(*lying[:count])
            if found:
                del lying[:count]
                kept[seat] += 1
            seat = seat if found and again else (seat + 1) % ear.seats
        return turns, [who for who, pairs in enumerate(kept) if pairs == max(kept)]

    return play, lambda: None


def open_row(ear):
    """Cards that make a number are taken, open ones or one's own; players see every way, and take any of them."""
    must, told = ear.must, ear.told
    must("what is done first", r"Shuffle the pack\.")
    many = must("how many to take from", r"Lay (\w+) cards open beside it\.", r"Deal (\w+) cards to each player\.")
    count, own = number(many[1]), "Deal" in many[0]
    if own:
        must("whether others see them", r"Hold your cards so that nobody else sees them\.")
    take = must(
        "what is taken", r"Take (two|some|open|two open)(?: of your)? cards that make (?:(\d+)|your number) together\."
    )
    sizes = (2,) if take[1].startswith("two") else (1, 2, 3, 4, 5)
    if len(sizes) > 1:
        must("that one is enough", r"One card may do\.")
        must("how many at the most", r"You may take five at most\.")
    must("how it is filled up", r"Then (?:lay|draw) cards from the pack until (?:\w+ are open|you have \w+)\.")
    adds = told(r"If you find nothing, (?:lay one more card from the pack|draw one more card)\.")
    if adds:
        must("what if ten lie there", r"If (?:10 cards are open|you have 10 cards) already, put them away and .+\.")
    passes = told(r"If you find nothing, pass\.")
    if not adds and not passes:
        must("what if nothing is found", r"If you find nothing, put (?:all open|your) cards away and .+ new ones\.")
    must("when it ends", r"The game ends when (?:no card is left|nobody has a card left)\.")
    must("what if the pack is used up", r"When the pack is used up, go on without it\.")
    if own:
        must("what if one has no cards", r"A player without cards is passed over\.")
    must("when it ends then", r"(?:Then it|It also) ends when all find nothing, in turn\.")
    must("who wins", r"The player with most cards wins\.")
    must("what if two have as many", r"If (?:two have as many, you both|some have as many, they all) win\.")

    def play():
        pack, kept, turns, vain = [*ear.cards], [0] * ear.seats, 0, 0
        ear.dice.shuffle(pack)
        hands = [[] for _ in range(ear.seats)] if own else [[]] * ear.seats

        def fill(row):
            while pack and len(row) < count:
                row.append(pack.pop())

        for row in hands:
            fill(row)
        seat = 0
        while any(hands) and not ((passes or not pack) and vain >= sum(map(bool, hands))):
            ear.seat, row = seat, hands[seat]
            turns += 1
            wanted = int(take[2]) if take[2] else ear.total()
            ways = [some for size in sizes for some in combinations(range(len(row)), size)]
            ways = [some for some in ways if sum(row[place] for place in some) == wanted]
            if ways:
                some = ear.dice.choice(ways)
                kept[seat] += len(some)
                row[:] = [card for place, card in enumerate(row) if place not in some]
                vain = 0
            else:
                vain += 1
                if passes:
                    pass
                elif pack and (not adds or len(row) == 10):
                    row.clear()
                elif pack:
                    row.append(pack.pop())
            fill(row)
            seat = (seat + 1) % ear.seats
            while any(hands) and not hands[seat]:
                seat = (seat + 1) % ear.seats
        return turns, [who for who, cards in enumerate(kept) if cards == max(kept)]

    return play, lambda: None
