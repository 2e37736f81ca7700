"""Games about the numbers themselves: records, duels, tiles, purses, columns and rows."""

import re
from itertools import combinations, product

from tests.by_ear.ear import lying, number


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


def splits(ear):
    """Ways to make a number, found one by one."""
    whole = int(
        ear.must("what is made", r"Make (\d+) with .+ things\.", r"Put some of your (\d+) things .+, the others .+\.")[
            1
        ]
    )
    ear.must(
        "what is found",
        r"Find a way that is not on the sheet\.",
        r"Take one .+ thing more each time\.",
        r"Put one thing more .+",
    )
    ear.must("what is written", r"Write how many are .+ and how many are .+\.", r"Write three numbers: .+\.")
    both = ear.must("what the other way round is", r"The other way round is (a new way|nothing new)\.")[1]
    alone = ear.must(
        "whether one kind will do",
        r"(All) may be .+, or all .+\.",
        r"(Use) some .+ and some .+ things\.",
        r"(Put) at least one thing .+",
    )
    ear.told(r"Begin with .+ thing\.", r"Begin with (?:nothing|one thing) .+\.", r"There (?:is|are) \w+ ways?\.")
    ear.told(r"Take the empty sheet\.")
    stops = r"Stop when you (?:all )?think that you have every way\."
    ear.must("when it ends", stops, r"Go on until you have them all\.", r"Go on until there is no way left\.")
    least = 0 if alone[1] == "All" else 1
    ways = [(one, whole - one) for one in range(least, whole - least + 1)]
    found = {tuple(sorted(way)) if both == "nothing new" else way for way in ways}
    return lambda: (len(found), []), lambda: None


def duel(ear):
    """Everybody draws, and the best takes a point."""
    ear.told(r"Everybody takes their pieces\.", r"Player \d takes .*")
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
            totals = ear.by_seat(ear.total)
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
    if "a row of tiles" in ear.needs:
        ear.must("how a tile is closed", r"(?:A counter on a tile closes it|Crossing a tile off closes it)\.")
    ear.must("what is closed", r"Close open tiles that add up to that number\.")
    ear.told(r"One tile may do\.")
    ear.must("that one goes on", r"Roll again and close more\.")
    just, when = r"(you may )?roll just (?:one|the) die\.", r"(?:Players? [\d, and]+: w|W)hen"
    above = ear.told(rf"{when} all tiles from (?P<above>\d+) up are closed, {just}")
    single = ear.told(rf"{when} only one tile is open, {just}")
    small = ear.told(rf"{when} the open tiles add up to (?P<most>\d+) or less, {just}")
    alone = ear.told(rf"{when} only the 1 is open, {just}")
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
            total = ear.total(ear.own[ear.seat][:1] if few and (must or ear.pick((True, False))) else None)
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
        scores = ear.by_seat(lambda: sum(one_turn() for _ in range(rounds)))
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
        sums = ear.by_seat(lambda: sum(ear.total() * ear.pick(times) for _ in range(turns)))
        far = [abs(target - have) if not over or have <= target else 10**6 for have in sums]
        return turns * ear.seats, [s for s, own in enumerate(far) if own == min(far) and own < 10**6]

    return play, lambda: None


def columns(ear):
    """Digits written where they count."""
    names = ear.must("which columns", r"Draw columns for (.+)\.")[1]
    width = len(re.findall(r"\w+s\b", names))
    for_all = "for everybody" in str(ear.draws[0])
    ear.told(r"Go one after the other\.")
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
                    ear.seat = seat
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
    ear.must("what if they are the same", r"If (?:two are the same, you both|some are the same, they all) get a tick\.")
    ear.must("who wins the round", r"The most ticks win the round\.")
    ear.must("what if ticks are the same", r"If (?:two are the same, you both|some are the same, they all) win it\.")
    points = ear.told(r"The first to win (\w+) rounds wins the game\.")
    points = number(points[1]) if points else ear.must("how often it is played", r"Play one round\.") and 1

    def total_of(seat):
        ear.seat = seat
        return ear.total()

    def play():
        turns, won = 0, [0] * ear.seats
        while max(won) < points:
            written = [[total_of(seat) for _ in range(count)] for seat in range(ear.seats)]
            for own in written:
                ear.dice.shuffle(own)
            ticks = [sum(own[k] == max(row[k] for row in written) for k in range(count)) for own in written]
            won = [had + (own == max(ticks)) for had, own in zip(won, ticks, strict=True)]
            turns += count * ear.seats
        return turns, [seat for seat, rounds in enumerate(won) if rounds == max(won)]

    return play, lambda: None
