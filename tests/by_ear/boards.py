"""Boxes, counters on lines and charts, cells of a grid, and a line of numbers that are struck."""

import re

from tests.by_ear.ear import ACT, MOST_CALLS, in_turn, number
from tests.core.test_making import by_hand as sums_of


def boxes(ear):
    """Boxes filled by draws, then crossed off."""
    count = int(ear.needed(r"paper with (\d+) empty boxes", "how many boxes there are")[1])
    ear.must("how boxes are filled", rf"(?:{ACT}|Do so) once for each of your boxes\.")
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
        mine[:] = ear.by_seat(lambda: [ear.total() for _ in range(count)])

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
    ear.told(r"Take your (?:counters|crayon)\.", r"Choose your sign\.")
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
    claimed = r"(Put a counter|Colour|Write your sign)(?: on)? a free cell with (?:that|your) number\."
    if ear.must("what is claimed", claimed)[1] == "Put a counter":
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
        if not making:
            return {ear.made(values)}
        key = tuple(sorted(values))
        if key not in known:
            known[key] = set(sums_of(key, type("Rules", (), rules)))
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
            turns, ear.seat = turns + 1, seat
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
