"""Cards in the hand: players lay any card that goes, or ask with any, each card alike."""

from tests.by_ear.ear import number

SHARED = {how: rf"If (?:two have as {how}, you both|some have as {how}, they all) win\." for how in ("many", "few")}


def _deals(ear, cards=None):
    cards = ear.cards if cards is None else cards
    count = ear.must("how many are dealt", r"Deal (\w+) cards? to each player\.")[1]
    ear.must("what is done first", r"Shuffle the pack\.")
    ear.must("who sees them", r"Hold your cards so that nobody else sees them\.")
    hold = 1 if count == "a" else number(count)

    def deal():
        pack = [*cards]
        ear.dice.shuffle(pack)
        return [[pack.pop() for _ in range(hold)] for _ in range(ear.seats)], pack

    return deal


def _most(counted):
    return [who for who, had in enumerate(counted) if had == max(counted)]


def follow(ear):
    """A card is laid on the open one."""
    words = ("wild", "miss a turn", "draw two", "swap hands")
    cards = [word if word in words else value for value, word in ear.faces]
    deal = _deals(ear, cards)
    special = [word for word in words if word in cards]
    if special:
        quoted = ear.must("where special cards go", r"(“.+”) (?:go|goes) on any card, and any card on (?:it|them)\.")[1]
        assert all(f"“{word}”" in quoted for word in special)
        assert quoted.count("“") == len(special)
    if "miss a turn" in special:
        ear.must("who misses a turn", r"After “miss a turn” the (?:next|other) player misses a turn\.")
    if "draw two" in special:
        ear.must("who draws two", r"After “draw two” the (?:next|other) player draws two cards\.")
    if "swap hands" in special:
        ear.must("who swaps", r"After “swap hands” you and the (?:next|other) player swap your cards\.")
    ear.must("how it begins", r"Turn one more card face up beside the pack\.")
    rule = ear.must(
        "what goes",
        r"Lay a card that (?:differs from the open card by (\d+) at most|is (\d+) more or \d+ less than the open card|"
        r"is a multiple of the open card)\.",
    )
    if "multiple" in rule[0]:
        ear.must("that it may be the other way round", r"Or one of which the open card is a multiple\.")
    numbers = [card for card in cards if card not in words]
    if not rule[2] and len(set(numbers)) < len(numbers):
        ear.must("what of equal cards", r"An equal card goes too\.")
    ear.must("what it changes", r"Your card is the open card now\.")
    ear.must("what if none goes", r"If you have no card that goes, draw one\.")
    lays = ear.told(r"If it goes, lay it\.")
    ear.must("what if none is left to draw", r"When the pack is used up, pass instead\.")
    ear.must("who wins", r"Whoever has no card left wins\.")
    ear.must("when else it ends", r"The game also ends when the pack is used up and all pass, in turn\.")
    ear.must("who wins then", r"Then the player with fewest cards wins\.")
    ear.must("what if two have as few", SHARED["few"])

    def goes(one, other):
        if one in words or other in words:
            return True
        if rule[1]:
            return abs(one - other) <= int(rule[1])
        return abs(one - other) == int(rule[2]) if rule[2] else max(one, other) % min(one, other) == 0

    def play():
        hands, pack = deal()
        lies, turns, passed, after = pack.pop(), 0, 0, 0
        while passed < ear.seats:
            seat, after = after, (after + 1) % ear.seats
            hand, turns, laid = hands[seat], turns + 1, True
            some = [card for card in hand if goes(card, lies)]
            if some:
                lies = ear.dice.choice(some)
                hand.remove(lies)
            elif pack:
                drawn = pack.pop()
                if lays and goes(drawn, lies):
                    lies = drawn
                else:
                    hand.append(drawn)
                    laid = False
            else:
                passed += 1
                continue
            passed = 0
            if not hand:
                return turns, [seat]
            if laid and lies == "draw two":
                hands[after] += [pack.pop() for _ in range(min(2, len(pack)))]
            if laid and lies == "swap hands":
                hands[seat], hands[after] = hands[after], hands[seat]
            if laid and lies == "miss a turn":
                after = (after + 1) % ear.seats
        return turns, _most([-len(hand) for hand in hands])

    return play, lambda: None


def limit(ear):
    """Cards are added to a count."""
    deal = _deals(ear)
    ear.must("where the count begins", r"The count begins at 0\.")
    ear.must("what is done", r"Lay a card and add it to the count\.")
    if min(ear.cards) < 0:
        ear.must("what a minus sign means", r"If it has a minus sign, take it away from the count\.")
        ear.must("how far down", r"It may not go below 0\.")
        ear.must("when else it ends", r"It also ends when the count is 0 and all pass\.")
    most = int(ear.must("how far it goes", r"The count may go up to (\d+), and no further\.")[1])
    ear.must("what is drawn", r"Then draw a card, as long as there are any\.")
    ear.must("who takes them", r"If you make \d+, take all the cards that were laid\.")
    ear.must("what becomes of the count", r"The count is 0 again\.")
    ear.must("what if none goes", r"If you have no card that goes, pass\.")
    ear.must("what if all pass", r"If all pass, one after the other, put the laid cards away\.")
    ear.must("what of those without cards", r"A player without cards is passed over\.")
    ear.must("when it ends", r"The game ends when nobody has a card left\.")
    ear.must("who wins", r"The player who has taken most cards wins\.")
    ear.must("what if two have as many", SHARED["many"])

    def play():
        hands, pack = deal()
        taken, count, laid, turns, passed, seat = [0] * ear.seats, 0, 0, 0, 0, -1
        while any(hands):
            seat = (seat + 1) % ear.seats
            if not hands[seat]:
                continue
            turns += 1
            some = [card for card in hands[seat] if 0 <= count + card <= most]
            if some:
                card = ear.dice.choice(some)
                hands[seat].remove(card)
                count, laid, passed = count + card, laid + 1, 0
                if pack:
                    hands[seat].append(pack.pop())
                if count == most:
                    taken[seat] += laid
                    count = laid = 0
            else:
                passed += 1
                if passed >= sum(map(bool, hands)):
                    if count == 0:
                        break
                    count = laid = passed = 0
        return turns, _most(taken)

    return play, lambda: None


def ask(ear):
    """Partners are asked for."""
    deal = _deals(ear)
    makes = int(ear.must("what a pair is", r"Two cards that make (\d+) are a pair\.")[1])
    ear.must("what is laid down first", r"Lay down all pairs you hold\.")
    ear.must("what is done", r"Choose one of your cards\.")
    ear.must("whom to ask", r"Ask (?:the other player|all others) for the card that makes \d+ with it\.")
    ear.must("what if one gets it", r"If you get it, lay the pair down\.")
    ear.must("who draws then", r"Then you both draw a card, you first\.")
    if ear.seats > 2:
        ear.must("who gives it", r"If several have it, the next one in turn gives it\.")
    ear.must("what if not", r"If (?:the other player does not have it|nobody has it), draw a card\.")
    ear.must("what if that is one", r"Whenever you draw a card that makes a pair, lay the pair down\.")
    ear.must("what if there is nothing to ask", r"If you have nothing to ask with, just draw a card\.")
    ear.must("what if the pack is used up", r"When the pack is used up, finish the round\.")
    ear.must("when it ends", r"Then the game ends\.")
    ear.must("who wins", r"The player with most pairs wins\.")
    ear.must("what if two have as many", SHARED["many"])

    def lay_down(hand, card):
        hand.remove(card)
        if makes - card in hand:
            hand.remove(makes - card)
            return 1
        hand.append(card)
        return 0

    def draw(hand, pack):
        hand.append(pack.pop())
        return hand[-1]

    def play():
        hands, pack = deal()
        pairs, turns = [0] * ear.seats, 0
        for seat, hand in enumerate(hands):
            for card in [*hand]:
                pairs[seat] += lay_down(hand, card) if card in hand else 0
        while pack or turns % ear.seats:
            seat = turns % ear.seats
            hand, turns = hands[seat], turns + 1
            some = [card for card in hand if makes - card in ear.cards]
            if some:
                wanted = makes - ear.dice.choice(some)
                others = [k % ear.seats for k in range(seat + 1, seat + ear.seats)]
                giver = next((who for who in others if wanted in hands[who]), None)
                if giver is not None:
                    hands[giver].remove(wanted)
                    hand.append(wanted)
                    pairs[seat] += lay_down(hand, wanted)
                    if pack:
                        pairs[seat] += lay_down(hand, draw(hand, pack))
                    if pack:
                        pairs[giver] += lay_down(hands[giver], draw(hands[giver], pack))
                    continue
            if pack:
                pairs[seat] += lay_down(hand, draw(hand, pack))
        return turns, _most(pairs)

    return play, lambda: None


KINDS = {
    r"Your card is the open card now\.": follow,
    r"Lay a card and add it to the count\.": limit,
    r"Lay down all pairs you hold\.": ask,
}
