"""What an area has to offer: the hooks, who calls each, when, how quick it must be and what comes back.

An area is entered in the catalogue with five groups of hooks. Hooks are plain functions; a group is a value that names
them, so that mypy holds every signature. A hook with a default may be left out. Standings are of the area's own type
``S``: what :attr:`ByHand.begin` gives is what all others of the area take.

Unless it says otherwise a hook must be a pure function of what it is given, and quick: it is called with every edit, on
the thread that works the game out, and an edit has 50 ms in all.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

import numpy as np

from bolometric.core.game.aloud import Aloud
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Annoyance, Fault
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.tasks import Done, Tasks
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.results.batch import Player
from bolometric.core.results.board import Brush, Heat, Places
from bolometric.core.results.decision import Decision
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.posed import Posed
from bolometric.core.results.printed import Printed
from bolometric.core.results.standing import Drawn, Option, Standing
from bolometric.core.text.spans import Sentences

BestPlay = dict[str, object]
"""Strings, numbers and lists and dictionaries of them, as they go into JSON."""
S = TypeVar("S", bound=Standing)
K = TypeVar("K", bound=Hashable)


Plain = dict[str, Any]
"""A game as it stands in a file."""


def _none(game: Game) -> float:
    return 0.0


def _no(game: Game) -> bool:
    return False


def _nothing(game: Game) -> None:
    return


USUAL_BATCH = 1_500_000
"""Turns that a compiled loop plays in about 15 ms, so that Cancel takes effect at once."""


def _usual_batch(game: Game) -> int:
    return USUAL_BATCH


def _not_followed(game: Game) -> None:
    return


def _nothing_here(game: Game, now: object) -> None:
    return


def _cannot_swap(game: Game, one: int, other: int) -> None:
    return


def _no_brushes(game: Game) -> tuple[Brush, ...]:
    return ()


def _not_painted(game: Game, places: tuple[int, ...], key: str, to: int) -> None:
    return


def _not_bent(game: Game, which: int, x: float, y: float) -> None:
    return


def _not_checked(game: Game, now: object, text: str) -> None:
    return


def _no_hints(game: Game, now: object) -> tuple[str, ...]:
    return ()


def _no_marks(game: Game, number: int) -> dict[int, str]:
    return {}


def _told_nothing(game: Game, heat: Heat, number: int | None) -> str:
    return ""


def _all_pieces(game: Game, now: object) -> tuple[AnyPiece, ...]:
    return game.pieces


def _not_expected(game: Game) -> None:
    return


def _nothing_pays(game: Game) -> tuple[Decision, ...]:
    return ()


Question = tuple[str, int, str, str]
"""A question to talk about: its key, how hard it is from 1 to 3, what is asked, and the answer."""


def _no_questions(game: Game) -> tuple[Question, ...]:
    return ()


def _nothing_posed(game: Game, rng: np.random.Generator) -> Posed | None:
    return None


def _no_options(game: Game, now: object) -> tuple[Option[Any], ...]:
    return ()


def _always_draw(game: Game, now: object, style: Style, rng: np.random.Generator) -> None:
    return


def _nothing_to_choose(game: Game, now: object) -> str:
    return "There is nothing to choose in this game: draw, and see."


def _as_it_is(data: Plain) -> Iterable[Plain]:
    return (data,)


def _never_endless(analysis: Analysis) -> None:
    return


def _no_faults(given: object) -> Iterable[Fault]:
    return ()


def _none_annoying(game: Game) -> tuple[Annoyance, ...]:
    return ()


def _none_useless(game: Game) -> int:
    return 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured:
    """How the area is worked out and played."""

    player: Callable[[Game], Player]
    """The game compiled for the runs. Called once for each edit on the thread that plays; what it gives is then called
    for batch after batch, each of about 15 ms, with a generator of its own, and must depend on that alone."""
    solve: Callable[[Game], ExactResult | None] = _not_followed
    """What is known without playing; None if nothing can be followed. Called first with every edit, and for every game
    one change away; where it takes longer than 100 ms it must call ``checkpoint`` of settings/cancel at least that
    often."""
    chooses: Callable[[Game], bool] = _no
    """Whether players have anything to decide. Called by the sheet, the gauges and the faults."""
    turns_at_once: Callable[[Game], int] = _usual_batch
    """Turns that make a batch of about 15 ms. Called once for each game that is played."""
    best_play: Callable[[Game], BestPlay | None] = _nothing
    """Best play where it is a table, as plain values; None where there is none. Called by the command line alone, so it
    may take as long as the solution."""
    before: Callable[[Game], float] = _none
    """Draws before the first turn, each as long as a turn, on average; a whole number where that is certain."""
    hopeless: Callable[[Game], bool] = _no
    """Whether nobody can ever reach the aim: by structure, never by a small chance."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Board(Generic[S]):
    """What the board is, and what is told of it."""

    places: Callable[[Game], Places]
    """The board as it is cut out or drawn. Called at every painting: at most a millisecond."""
    places_at: Callable[[Game, S], Places]
    """The board as the game stands at the table. Called after every step by hand."""
    for_all: bool = False
    """Whether heat and descriptions are of all seats together where each draws in its own way; else they are told of
    the first one."""
    heat: Callable[[Game], Heat | None] = _nothing
    """How often each place is used, one value for each; None if that is not known. Called once after ``solve``."""
    describe: Callable[[Game, Heat, int | None], str] = _told_nothing
    """One to three whole sentences about a place, counted from 1, or, for None, about the board as a whole; nothing
    where there is nothing to tell. Called whenever another place is pointed at: within 30 ms."""
    swapped: Callable[[Game, int, int], tuple[str, object] | None] = _cannot_swap
    """The setting that changes, with its value, if two places change what they hold; None if they can't."""
    brushes: Callable[[Game], tuple[Brush, ...]] = _no_brushes
    """What places can be made to carry by pointing at them, the last one to make them plain; none if they can't."""
    painted: Callable[[Game, tuple[int, ...], str, int], tuple[str, object] | None] = _not_painted
    """The setting that changes, with its value, if places are made to carry what a brush's key says; the last number is
    where it leads, 0 for nowhere."""
    bent: Callable[[Game, int, float, float], tuple[str, object] | None] = _not_bent
    """The setting that changes, with its value, if a handle of the board, from 0, is drawn elsewhere: from the left and
    from the top, in percent. None where there are none."""
    suited: Callable[[Plain], Iterable[Plain]] = _as_it_is
    """A game as plain data, with pieces that its board was not made for: the same with boards whose numbers suit them.
    Called for games that are composed; what comes of it need not be a game. May take a second."""
    printed: Callable[[Game, Places | None], Printed] | None = None
    """What players lay down, cut out and write on, given the board; None for the board alone."""
    marks: Callable[[Game, int], dict[int, str]] = _no_marks
    """For the place pointed at: a word on each place that says what is best there ('stop', 'go on')."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ByHand(Generic[S, K]):
    """How the area is played at the table, one draw or one choice at a time, by the compiled rules of the runs.

    A standing is an immutable value. ``rng`` is used only where a style leaves something to chance. A step may take
    100 ms.
    """

    begin: Callable[[Game], S]
    """The standing at the start."""
    shuffled: Callable[[Game, np.random.Generator], S] | None = None
    """The standing at the start, where something is laid out by chance; None where ``begin`` says all."""
    landed: Callable[[Game, S, Drawn], S]
    """The standing after a draw. Called only where one is to come, or may."""
    choose: Callable[[Game, S, K], S] | None = None
    """The standing after an option is chosen, by its key. Needed by areas that have options."""
    options: Callable[[Game, S], tuple[Option[K], ...]] = _no_options
    """What the seat to move may choose, each under a key of its own. Called only where a choice is to come, or may."""
    pick: Callable[[Game, S, Style, np.random.Generator], K | None] = _always_draw
    """The key of what a style chooses among the options; None to draw."""
    pieces: Callable[[Game, S], tuple[AnyPiece, ...]] = _all_pieces
    """The pieces that the next draw uses."""
    coach: Callable[[Game, S], str] = _nothing_to_choose
    """One to three sentences: each option with its value under best play and what choosing it costs, or why there is
    none. Called only when the coach is asked: it may take 300 ms."""
    tally: Callable[[Game, S], str | None] = _nothing_here
    """A sentence on how the seats stand, where the board does not show it."""
    check: Callable[[Game, S, str], str | None] = _not_checked
    """What is to be said of a sum that somebody typed, as the table stands; None to check its arithmetic alone."""
    hints: Callable[[Game, S], tuple[str, ...]] = _no_hints
    """Hints for the seat to move, each telling a little more than the one before; none where nothing is to be found."""
    compares: bool = False
    """Whether these take the whole game, since what each seat draws is held against the others'; else they are given
    the game in which all draw as the seat to move does."""
    asks: Callable[[Game, S], str | None] = _nothing_here
    """What the seat to move has to do, as an order with its full stop ('choose the multiplier.'); None to draw."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Words:
    """The rules as sentences, in which every setting that matters is a word with its path."""

    board: Callable[[Game], tuple[Sentences, ...]]
    """One to three paragraphs: what to draw or make."""
    turn: Callable[[Game], tuple[Sentences, ...]]
    """One or more paragraphs: what happens once the total is known. The first follows the sentence about the draw."""
    last: Callable[[Game], tuple[Sentences, ...]]
    """One to three paragraphs: how it ends."""
    first: Callable[[Game], tuple[Sentences, ...]]
    """One or more paragraphs: what is done before the first turn."""
    needs: Callable[[Game], tuple[str, ...]]
    """What is needed beside the pieces, each thing as it goes on a list: 'a counter for each player'."""
    aloud: Callable[[Game], Aloud]
    """The rules as players hear them: short sentences, one idea each, of what happens; nothing of what is off."""
    talk: Callable[[Game], tuple[Question, ...]] = _no_questions
    """Questions to ask afterwards that are the area's own, each with its answer."""
    posed: Callable[[Game, np.random.Generator], Posed | None] = _nothing_posed
    """Where nothing is drawn: something to look at together in a class, another one each time it is called."""
    how_drawn: Callable[[Game], str | None] = _nothing
    """How a draw is made, where it is not once by whoever's turn it is: 'again and again'."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Faults:
    """What can be wrong with a game. Called once the readings are shown; an area may take a second in all."""

    compares: bool = False
    """Whether rules are looked at with the draws of all seats at once; else with one way of drawing after another."""
    lengthens: Callable[[Game], str | None] = _nothing
    """Path of the whole number that makes a game longer; None if there is none."""
    endless: Callable[[Analysis], Fault | None] = _never_endless
    """The fault if a player may never reach the aim: by structure. It needs no cures: they are looked for."""
    by_rules: Callable[[Game], Iterable[Fault]] = _no_faults
    """What is wrong by the rules alone, each with its cures."""
    useless: Callable[[Game], int] = _none_useless
    """How many rules or numbers do nothing: a cure must not add to them."""
    advice: Callable[[Analysis], Iterable[Fault]] = _no_faults
    """What is surprising but no fault, each with what would change it."""
    annoyances: Callable[[Game], tuple[Annoyance, ...]] = _none_annoying
    """What would annoy the players of this area, beside what would annoy any (judge/annoyances)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Work:
    """What is worked out while the area is played."""

    tasks: Callable[[Game], Tasks]
    """What each note means that its loops write (learner_work/trace): called with the kind and the two numbers of a
    note, once for each different one."""
    expected: Callable[[Game], tuple[tuple[Done, ...], ...] | None] = _not_expected
    """For each seat how often it does what in a game on average, exactly; None where that is not known. What all do at
    once stands with each of them. Called with every edit, within 50 ms."""
    pays: Callable[[Game], tuple[Decision, ...]] = _nothing_pays
    """The decisions at which a guess costs most, the dearest first. Called in the background: it may take a second."""


@dataclass(frozen=True, slots=True)
class Area(Generic[S, K]):
    """All that an area does."""

    measured: Measured
    board: Board[S]
    by_hand: ByHand[S, K]
    words: Words
    faults: Faults = Faults()
    work: Work | None = None
    """None where nothing is noted of it."""
