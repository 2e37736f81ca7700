"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.square import Square
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import PLAIN_DIE, Counters, Drop, Pack, Spinner, die
from bolometric.core.question_cards.packs import QuestionPack

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Race over 20 squares with one die",
        Game(
            name="A short trail",
            brief=Brief(practising="counting on", minutes=Band(low=4, high=8)),
            area=Trail(length=20),
        ),
    ),
    Starter(
        "Race over 40 squares with two dice",
        Game(
            name="A trail of sums",
            brief=Brief(practising="adding to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Trail(finish="finish_round"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    Starter(
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
    Starter(
        "Toss counters and count the stars",
        Game(
            name="Stars up",
            brief=Brief(practising="parts of five", minutes=Band(low=4, high=8)),
            pieces=(Counters(),),
            area=Trail(length=30, finish="finish_round"),
            seats=Seats(seconds_per_turn=12),
        ),
    ),
    Starter(
        "Cards kept out: each comes once a round of the pack",
        Game(
            name="All ten",
            brief=Brief(practising="counting on to 60", minutes=Band(low=4, high=8)),
            pieces=(Pack(after="keep_out"),),
            area=Trail(length=60, finish="finish_round"),
        ),
    ),
    Starter(
        "Squares that jump, rest and go again",
        Game(
            name="Up and over",
            brief=Brief(practising="counting on", minutes=Band(low=4, high=8)),
            area=Trail(
                length=36,
                finish="finish_round",
                squares=(
                    Square(at=4, does="jump", to=11),
                    Square(at=8, does="miss"),
                    Square(at=14, does="again"),
                    Square(at=19, does="jump", to=13),
                    Square(at=22, does="jump", to=29),
                    Square(at=27, does="miss"),
                    Square(at=32, does="jump", to=24),
                    Square(at=34, does="again"),
                ),
            ),
        ),
    ),
    Starter(
        "A chart to 100: two counters dropped, their difference",
        Game(
            name="Near and far",
            brief=Brief(practising="differences", minutes=Band(low=5, high=12)),
            pieces=(Drop(), Drop()),
            draw=Draw(make="difference"),
            area=Trail(length=100, laid="from_below", finish="finish_round"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    Starter(
        "A number line in tens",
        Game(
            name="Ten at a time",
            brief=Brief(practising="counting in tens", minutes=Band(low=2, high=5)),
            pieces=(die(1, 1, 2, 2, 3, 3),),
            area=Trail(length=20, laid="line", written="tens", finish="finish_round"),
        ),
    ),
    Starter(
        "A spiral down to nought",
        Game(
            name="Into the middle",
            brief=Brief(practising="taking away", minutes=Band(low=4, high=8)),
            area=Trail(length=36, laid="spiral", runs="down", end="bounce", finish="finish_round"),
        ),
    ),
    Starter(
        "A loop with question cards, most cards after ten rounds",
        Game(
            name="Round and round",
            brief=Brief(practising="bonds and doubles", minutes=Band(low=5, high=12)),
            area=Trail(
                length=24,
                laid="loop",
                cards_win="most_after_rounds",
                cards_rounds=10,
                packs=(
                    QuestionPack(name="Bonds", letter="B", family="bonds", upto=10, count=11),
                    QuestionPack(name="Doubles", letter="D", colour="#b4532a", family="doubles"),
                ),
                squares=tuple(
                    Square(at=at, does="card", pack=name)
                    for name, begin in (("Bonds", 2), ("Doubles", 4))
                    for at in range(begin, 24, 4)
                ),
            ),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    Starter(
        "Along a curve, there and back again",
        Game(
            name="To the lake and home",
            brief=Brief(practising="counting on and back", minutes=Band(low=4, high=8)),
            area=Trail(length=20, laid="curve", runs="back", finish="finish_round"),
        ),
    ),
    Starter(
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
)


def warm() -> Iterator[Game]:
    """Going on and stopping, playing to win, and totals that move either marker: loops of their own."""
    plan = Style(choose="plan")
    dare = Trail(length=10, go_on="dare")
    yield Game(area=dare)
    yield Game(area=dare, seats=Seats(styles=(Style(choose="plan", goal="win"), Style())))
    swap, card = Square(at=4, does="swap"), Square(at=4, does="card")
    yield Game(area=Trail(length=10, squares=(swap,)), seats=Seats(count=2))
    yield Game(area=Trail(length=10, squares=(card,), packs=(QuestionPack(name="A"),), cards_win="most_at_home"))
    for chosen in (plan, Style(choose="plan", goal="heed")):
        yield Game(area=Trail(length=10, moves="either"), seats=Seats(styles=(chosen, Style())))
