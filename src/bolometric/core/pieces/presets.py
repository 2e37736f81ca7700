"""Pieces that a classroom is likely to have, or can make in a minute, by the words shown for them."""

from __future__ import annotations

from fractions import Fraction

from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Card, Counters, Drop, Pack, Spinner, die

DICE: tuple[tuple[str, AnyPiece], ...] = (
    ("1 to 6", die(1, 2, 3, 4, 5, 6)),
    ("0 to 5", die(0, 1, 2, 3, 4, 5)),
    ("1 to 3, twice", die(1, 1, 2, 2, 3, 3)),
    ("0 to 9", die(*range(10))),
    ("1 to 12", die(*range(1, 13))),
    ("tenths and hundredths", die(*[Fraction(1, 10)] * 3, *[Fraction(1, 100)] * 3)),
    ("blank, you write", die(0, 0, 0, 0, 0, 0)),
)
SPINNERS: tuple[tuple[str, AnyPiece], ...] = (
    ("1 to 4", Spinner()),
    ("1 to 6", Spinner(sectors=(1, 2, 3, 4, 5, 6))),
    ("0 to 9", Spinner(sectors=tuple(range(10)))),
    (
        "tenths, hundredths, thousandths",
        Spinner(sectors=("1/10", "1/100", "1/1000"), shown="fractions"),
    ),
    ("blank, you write", Spinner(sectors=(0, 0, 0, 0))),
)
PACKS: tuple[tuple[str, AnyPiece], ...] = (
    ("1 to 10", Pack()),
    ("0 to 9", Pack(cards=tuple(range(10)))),
    ("1 to 10, four of each", Pack(cards=tuple(Card(value=Fraction(n), count=4) for n in range(1, 11)))),
    ("1 to 20, kept out", Pack(cards=tuple(range(1, 21)), after="keep_out")),
    ("blank, you write", Pack(cards=(0, 0, 0, 0))),
)
COUNTERS: tuple[tuple[str, AnyPiece], ...] = (
    ("five counters", Counters()),
    ("ten counters", Counters(count=10)),
    ("six counters, on or back", Counters(count=6, back=Fraction(-1), front_word="on", back_word="back")),
)

DROPS: tuple[tuple[str, AnyPiece], ...] = (
    ("on a chart 1 to 20", Drop()),
    ("on a chart 1 to 100", Drop(last=100)),
    ("on a chart 0 to 20, nearer the middle", Drop(first=0, lands="middle")),
)

PRESETS = {"die": DICE, "spinner": SPINNERS, "pack": PACKS, "counters": COUNTERS, "drop": DROPS}
"""For each kind of piece, what it may begin from; the first is the plainest."""


def called(piece: AnyPiece) -> str:
    """The words of the preset that shows the same numbers in the same way, or nothing."""
    for words, preset in PRESETS[piece.kind]:
        if preset == piece and words != "blank, you write":
            return words
    return ""


_DIE, _SPINNER = DICE[0][1], SPINNERS[1][1]
SETS: tuple[tuple[str, tuple[AnyPiece, ...], Draw], ...] = (
    ("two dice, added", (_DIE, _DIE), Draw()),
    ("one die, doubled", (_DIE,), Draw(make="times", factor=Fraction(2))),
    ("two spinners 1 to 6, added", (_SPINNER, _SPINNER), Draw()),
    ("three dice, added", (_DIE, _DIE, _DIE), Draw()),
    ("the larger of two dice", (_DIE, _DIE), Draw(make="largest")),
    ("the difference of two dice", (_DIE, _DIE), Draw(make="difference")),
    ("two dice, multiplied", (_DIE, _DIE), Draw(make="multiply")),
    ("two cards of 1 to 10, added", (Pack(drawn=2),), Draw()),
    ("two counters dropped, their difference", (Drop(), Drop()), Draw(make="difference")),
    ("ten counters tossed", (Counters(count=10),), Draw()),
)
"""Sets of pieces worth comparing with."""
