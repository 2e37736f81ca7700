"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.areas.tiles.spec import Boxes, Multiples, Sets
from bolometric.core.areas.tiles.spec import Counters as Placed
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import PLAIN_DIE, Counters, Pack, Spinner, die

_SHORT = Brief(practising="counting on", minutes=Band(low=4, high=8))

STARTERS: tuple[tuple[str, Game], ...] = (
    ("One die, 20 squares", Game(name="A short trail", brief=_SHORT, area=Trail(length=20))),
    (
        "Two dice added, 40 squares",
        Game(
            name="A trail of sums",
            brief=Brief(practising="adding to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Trail(finish="finish_round"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    (
        "Back and forth: a die with numbers below zero",
        Game(
            name="Two steps back",
            brief=Brief(
                practising="adding and taking away", minutes=Band(low=5, high=10), setbacks=Band(low=0.1, high=0.4)
            ),
            pieces=(die(-2, -1, 1, 2, 3, 4),),
            area=Trail(length=20, end="bounce"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    (
        "Toss counters and count the stars",
        Game(
            name="Stars up",
            brief=Brief(practising="parts of five", minutes=Band(low=4, high=8)),
            pieces=(Counters(),),
            area=Trail(length=30, finish="finish_round"),
            seats=Seats(seconds_per_turn=12),
        ),
    ),
    (
        "Cards kept out: each comes once a round of the pack",
        Game(
            name="All ten",
            brief=Brief(practising="counting on to 60", minutes=Band(low=4, high=8)),
            pieces=(Pack(after="keep_out"),),
            area=Trail(length=60, finish="finish_round"),
        ),
    ),
    (
        "Fill one with tenths and hundredths",
        Game(
            name="Fill the box",
            brief=Brief(practising="tenths and hundredths", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, Spinner(sectors=("1/10", "1/100", "1/100"), shown="fractions")),
            draw=Draw(make="place"),
            area=Trail(unit="hundredth", finish="finish_round"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    (
        "Close tiles that add to the total",
        Game(
            name="Close them all",
            brief=Brief(practising="splitting numbers to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Sets(fewer="last_tile", rounds=2),
            seats=Seats(styles=(Style(choose="thumb", rule="largest"),)),
        ),
    ),
    (
        "Fill boxes with totals, then cross them off",
        Game(
            name="Cross them off",
            brief=Brief(practising="adding to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Boxes(play="boxes", boxes=3, finish="finish_round"),
            seats=Seats(seconds_per_turn=10),
        ),
    ),
    (
        "Place counters on the totals that you expect",
        Game(
            name="Where will it fall?",
            brief=Brief(practising="which totals come up", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Placed(play="counters", first=2, counters=10),
            seats=Seats(count=4, styles=(Style(choose="thumb", rule="by_odds"), Style()), seconds_per_turn=12),
        ),
    ),
    (
        "Counters on multiples",
        Game(
            name="Lowest multiple",
            brief=Brief(practising="multiples of 1 to 9", minutes=Band(low=4, high=8)),
            pieces=(die(0, 1, 2, 3, 4, 5, 6, 7, 8, 9),),
            area=Multiples(play="multiples"),
            seats=Seats(styles=(Style(choose="thumb", rule="most_ways"), Style()), seconds_per_turn=20),
        ),
    ),
    (
        "Make the largest number, digit by digit",
        Game(
            name="Largest number",
            brief=Brief(practising="place value", minutes=Band(low=2, high=6)),
            pieces=(die(0, 1, 2, 3, 4, 5, 6, 7, 8, 9),),
            area=Digits(kind="digits", points=2),
            seats=Seats(styles=(Style(choose="thumb", rule="halves"), Style(choose="plan"))),
        ),
    ),
    (
        "Ones or tens, as near to 100 as you can",
        Game(
            name="Near a hundred",
            brief=Brief(practising="ones and tens", minutes=Band(low=2, high=6)),
            pieces=(PLAIN_DIE,),
            area=Purse(kind="purse", draws=7),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    (
        "Two dice each: the higher sum takes the round",
        Game(
            name="Higher sum",
            brief=Brief(practising="adding and comparing", minutes=Band(low=2, high=6)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Duel(kind="duel", rounds=10),
            seats=Seats(seconds_per_turn=12),
        ),
    ),
)  # fmt: skip
"""What the menu calls each, and the game itself."""
