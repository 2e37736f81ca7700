"""Rules as they are printed, kind by kind: read as a teacher would, once, and kept."""

import pytest

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.words.rule_sheet import rule_sheet

OWN = {
    "rows": {
        "pieces": [{"faces": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9]}],
        "area": {"kind": "digits", "practice": "rows", "rows": 4, "aim": "smallest"},
    },
    "arranged near a target": {
        "pieces": [{"faces": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9]}],
        "area": {
            "kind": "digits",
            "practice": "together",
            "whole": 2,
            "decimals": 1,
            "aim": "nearest",
            "target": 50,
            "spare": "one",
        },
    },
    "sets alone": {
        "pieces": [{}, {}],
        "area": {"kind": "tiles", "score": "digits", "fewer": "small_left", "fewer_limit": 5, "fewer_how": "forced"},
        "seats": {"count": 1},
    },
    "together on a trail": {"area": {"track": "shared", "turns": 12}, "seats": {"count": 3}},
    "the first home loses": {"area": {"moves": "either", "first_home": "loses", "games": "three"}},
}
SHEETS = {
    "battery-ration": [
        "Each player needs a sheet to add on, with the target above it: 100.",
        "Whoever has the emptier lamp starts; then go round in turn. Begin with nothing in the purse.",
        "Roll the die and take what it shows. Choose at once what to multiply it by: 1, 5 or 10. Put the result into "
        "your purse.",
        "What is in cannot be taken out again.",
        "After 7 draws each see how far you are from the target.",
        "Going over the target loses it all.",
        "The nearest wins; equally near ones share the win.",
    ],
    "beacon-watch": [
        "Draw a line of the numbers from 1 to 13. Each player needs 12 counters.",
        "All place their counters on numbers of the line, as many on one as you like.",
        "A placement to try: 3, 4, 5, 6, 6, 7, 7, 8, 8, 9, 10 and 11.",
        "The caller does it for all: roll all the dice and add what they show. Whoever has a counter on that number "
        "takes one off.",
        "Each player uses each draw of one caller.",
        "Whoever has no counter left wins; several at the same call share the win.",
    ],
    "comet-chart": [
        "Draw a number chart from 1 to 60. Each player needs 6 counters of a colour of their own.",
        "Whoever knows most multiples of 7 starts; then go round in turn. In turn place one of your counters on free "
        "numbers above 20, one on a number; the first to draw places first.",
        "Roll the die and take what it shows. Take off the counter on the lowest multiple of it, whoever owns it.",
        "On 0 you may move one of your own counters to a free number above the limit.",
        "Whoever is first without counters wins, at once, in whoever's turn it is.",
    ],
    "dome-shutters": [
        "Each player needs 9 tiles numbered from 1, which can be closed: cards to turn over, or flaps of folded card.",
        "A tile is closed by turning it over.",
        "Whoever shut the dome last starts; then go round in turn. Open all the tiles.",
        "Again and again: roll all the dice and add what they show. Close any set of open tiles that adds to exactly "
        "that.",
        "When no set fits, or all are closed, your turn is over: add the numbers left open; that is your score. "
        "Closing all scores nothing. You may draw with the first piece alone once these tiles are closed: all from 7 "
        "up.",
        "Play three rounds and add each player's scores. The least wins; equal ones share the win.",
    ],
    "signal-digits": [
        "Each player draws 3 columns before the point and none after it: hundreds, tens and ones.",
        "Begin with empty columns.",
        "One draws for all: roll the die and take what it shows. You write each digit into a column for good, before "
        "the next is drawn.",
        "Each player uses the same digits, drawn for all; every digit must be used.",
        "Best is the largest number.",
        "It takes the round; the first to win three rounds wins, equal ones share.",
    ],
    "star-chart": [
        "Each player draws 6 empty boxes.",
        "Whoever spins the highest starts; then go round in turn. All fill their boxes: draw once for each and write "
        "the number in; it may be there already.",
        "Spin all the spinners and add what they show. If you have a box with that number, cross off one.",
        "Each player draws for themselves, in turn.",
        "The first with no box left ends the game once the round is finished. Several in the same round share the win.",
    ],
    "twin-domes": [
        "No board.",
        "The younger starts; then go round in turn. Take your pieces. Players draw one after the other. If cards are "
        "kept out, players draw from one pack.",
        "Each in turn; player 1: roll all the dice and add what they show. When all have drawn, the highest takes a "
        "point.",
        "If several are equal, carry the point to the next round.",
        "Play until somebody has five points.",
        "The most points win; equal ones share the win.",
    ],
    "rows": [
        "Each player draws 4 rows, facing those of the others.",
        "The youngest starts; then go round in turn. Begin with empty rows.",
        "Roll the die and take what it shows. You write each number into one of your rows, facing the others' rows.",
        "Whoever has the better number in a row gets a tick for it; equal ones each get one.",
        "Best is the smallest number.",
        "The most ticks take the round; the first to win one round wins, equal ones share.",
    ],
    "arranged near a target": [
        "Each player draws 2 columns before the point and one after it: tens, ones and tenths.",
        "The youngest starts; then go round in turn. Begin with empty columns.",
        "Roll the die and take what it shows. You draw all the digits, then arrange them as you like.",
        "Each player draws digits of their own; one digit more is drawn, and one is thrown away.",
        "Best is the number nearest to 50.",
        "It takes the round; the first to win one round wins, equal ones share.",
    ],
    "sets alone": [
        "You need 9 tiles numbered from 1, which can be closed: cards to turn over, or flaps of folded card.",
        "A tile is closed by turning it over.",
        "Open all the tiles.",
        "Again and again: roll all the dice and add what they show. Close any set of open tiles that adds to exactly "
        "that.",
        "When no set fits, or all are closed, your turn is over: read the tiles left open as one number; that is your "
        "score. Closing all scores nothing. You must draw with the first piece alone once the tiles left open add to "
        "at most 5.",
        "Play one round and add your scores: the less, the better.",
    ],
    "together on a trail": [
        "Draw a trail of 40 squares, each worth one. Lay it to and fro, as many in a row as fit; "
        "write 1, 2, 3 … on it, up to its end. Players get on with a counter that moves, by "
        "counting the squares.",
        "You could let squares do something, or ask packs of question cards.",
        "Each player moves the same counter, for all together, with a limit of 12 turns.",
        "The youngest starts; then go round in turn. All begin together off the board, before square 1.",
        "Roll the die and take what it shows. Move that many squares.",
        "In a turn you draw once. You could add a total that sends back to the start or one that loses the turn.",
        "To get home you must reach or pass the last square.",
        "If that takes more turns than there are, you have all lost.",
    ],
    "the first home loses": [
        "Draw a trail of 40 squares, each worth one. Lay it to and fro, as many in a row as fit; "
        "write 1, 2, 3 … on it, up to its end. Players get on with a counter that moves, by "
        "counting the squares.",
        "Each player moves a counter of their own.",
        "The youngest starts; then go round in turn. Everyone begins off the board, before square 1.",
        "Roll the die and take what it shows. Move that many squares.",
        "In a turn you draw once. A total moves your counter or the next player's, as you choose. You could "
        "add a total that sends back to the start or one that loses the turn.",
        "To get home you must reach or pass the last square.",
        "The first one home loses, and ends the game at once.",
        "Play best of three.",
    ],
}


def named(name):
    if name in OWN:
        return game_from(OWN[name])
    return read(next(path for path in demo_files() if path.name.startswith(name)))


@pytest.mark.parametrize("name", SHEETS)
def test_rules_are_printed_like_this(name):
    told = [line for section in rule_sheet(named(name))[2:-1] for line in section.text.splitlines()]
    assert told == SHEETS[name]
