"""How fast games of cards are played, against C, in one run: pairs, open rows, and cards laid from the hand.

Each pair of loops plays the same game; their means must agree within 4 standard errors, or the figures mean nothing.
Times are the best of several, in nanoseconds a turn; the games of the demo and the largest of each kind.
"""

import against_c
import numpy as np
from against_c import call

from bolometric.core.areas.catalogue import area_of
from bolometric.front.more import game_from

REPEATS, RUNS, GOAL = 7, 10_000, 0.7


def compare(name, game, theirs):
    """Both loops on one game."""
    return against_c.compare(name, area_of(game).measured.player(game), theirs, RUNS, REPEATS, "turns")


def out(game, floats):
    """Where C writes: turns, so many figures of a game, and a score of each seat."""
    return [np.zeros(RUNS, np.int64), *np.zeros((floats, RUNS)), np.zeros((RUNS, game.seats.count))]


def by_pairs(c, game, memory):
    cards, told = game.area.cards, out(game, 1)
    match = np.array([[game.area.matches(a, b) for b in cards] for a in cards], np.int8)
    call(c.pairs, match, len(cards), game.seats.count, memory, int(game.area.again == "yes"), RUNS, *told)
    return told[0]


def by_open_row(c, game):
    area, told = game.area, out(game, 2)
    sizes = [len(area.cards), area.number, area.open, *area.sizes, int(area.nothing == "add"), game.seats.count, RUNS]
    call(c.open_row, np.array(area.cards), *sizes, *told)
    return told[0]


def by_hand(c, game):
    area, rules, told = game.area, game.area.compiled, out(game, 2)
    cards = np.repeat(np.arange(len(area.values)), area.copies)
    tables = rules.goes.astype(np.int8), rules.then, rules.takes.astype(np.int8)
    how = [len(cards), len(area.values), area.hold, int(area.follows), int(area.cannot == "lay")]
    call(c.lay, cards, *tables, *how, game.seats.count, RUNS, *told)
    return told[0]


def game(kind, area, seats=2, style=None):
    return game_from({"area": {"kind": kind, **area}, "seats": {"count": seats, "styles": [style or {}]}})


def main(c):
    found = []
    print(f"{'ns a turn':44s}{'ours':>8s}{'C':>8s}{'C/ours':>8s}")
    for pairs, name, style, memory in (
        (19, "20 cards, nothing remembered", {}, 0),
        (19, "20 cards, all remembered", {"choose": "thumb", "rule": "remember_all"}, 1 << 40),
        (51, "52 cards, all remembered, six players", {"choose": "thumb", "rule": "remember_all"}, 1 << 40),
    ):
        seats = 6 if pairs == 51 else 2
        played = game("pairs", {"number": pairs}, seats, style)
        found.append(compare(f"pairs, {name}", played, lambda g=played, m=memory: by_pairs(c, g, m)))
    for name, area, seats in (
        ("two cards of six", {}, 2),
        ("one to five cards of five", {"take": "any", "open": 5, "number": 15}, 2),
        ("one to five of eight, 112 cards, six players", {"take": "any", "open": 8, "most": 14, "copies": 8}, 6),
    ):
        played = game("open_row", area, seats)
        found.append(compare(f"row, {name}", played, lambda g=played: by_open_row(c, g)))
    for name, area, seats in (
        ("near, hands of five", {}, 2),
        ("multiples, hands of seven, six players", {"play": "multiple", "hold": 7, "copies": 6}, 6),
        ("a count to 30, hands of five, three", {"play": "limit", "limit": 30, "most": 12}, 3),
    ):
        played = game("hand", area, seats)
        found.append(compare(f"hand, {name}", played, lambda g=played: by_hand(c, g)))
    print(f"least against C: {min(found):.2f} (goal {GOAL:g}, {'reached' if min(found) >= GOAL else 'missed'})")


if __name__ == "__main__":
    main(against_c.library("cards"))
