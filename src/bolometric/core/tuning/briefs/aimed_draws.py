"""Which pieces to draw, and what to make of them, so that the numbers of a game practise its aim.

Everything follows from the facts of one draw, which are exact and take milliseconds: the share of them that are the
aim, and how many of the aim's facts the pieces can give at all. No game is played for it.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations

from bolometric.core.learner_work.aims import BY_STEPS, Aim, asked, on_aim, worked_out
from bolometric.core.learner_work.facts import SUBTRACT, Fact
from bolometric.core.learner_work.tasks import draw_work
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Pack, Spinner, die
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.briefs.listed_draws import pieces_for

MOST_AT_HAND = 4
"""Pieces that are put together at most."""
ENOUGH = 0.6
"""Share of what is worked out that is the aim, at the least."""
FEW = 4
"""Facts of a table without which it is not met."""
MOST_OUTCOMES = 20_000
SIZES = (4, 6, 8, 10, 12, 20)
"""Faces of dice that can be had."""
SMALL, SIX = 3, 6
"""A die says up to so many steps: each number on two of its faces, or each on one of them."""
MOST_CARDS = 40
"""Cards of a pack."""
WITHOUT_SUM = ("numbers", "comparing", "place_value", "list")
"""Aims whose facts come from the game, not from the draw: how a marker moves, whose number is more, a digit's place."""
TAKING = {"taking_away", "counting_back", "tenths", "hundredths", "thousandths"}
"""Aims of which taking one number from another is."""


@dataclass(frozen=True, slots=True)
class AimedDraw:
    """Pieces and what is made of them."""

    pieces: tuple[AnyPiece, ...]
    draw: Draw
    share: float
    """Of the facts of a draw, how many are the aim; 1 where a draw has none and the game brings them."""
    facts: frozenset[Fact]
    """Facts of the aim that these pieces can give."""
    at_hand: bool = True

    def meets(self, aim: Aim) -> bool:
        """Whether enough of its facts belong to an aim, of a table a third; what comes from the game is met by it."""
        wanted = FEW if aim.kind == "tables" else 1
        steps = aim.kind in BY_STEPS and not self.facts
        return steps or aim.kind in WITHOUT_SUM or sum(aim.has(one) for one in self.facts) >= wanted


def _parts(aims: tuple[Aim, ...]) -> list[Aim]:
    """Aims one by one, and each table by itself: a draw that leaves one out does not serve them."""
    several = [aim for aim in aims if aim.kind == "tables" and len(aim.tables) > 1]
    return [*aims, *(Aim(kind="tables", tables=(table,)) for aim in several for table in aim.tables)]


def aimed_draws(aims: tuple[Aim, ...], at_hand: tuple[AnyPiece, ...]) -> list[AimedDraw]:
    """Draws that practise an aim, the best first: of the pieces at hand, then of others that can be had or printed."""
    own = list(dict.fromkeys(one for pieces in subsets(at_hand) for one in _made(aims, pieces, at_hand=True)))
    others = [one for pieces in _library(aims) for one in _made(aims, pieces, at_hand=not at_hand)]
    return [*_best(aims, own), *_best(aims, others)]


def _best(aims: tuple[Aim, ...], found: list[AimedDraw]) -> list[AimedDraw]:
    """Those that leave no part of the aim out, if any does not; with most facts of it first."""
    whole = [one for one in found if all(one.meets(part) for part in _parts(aims))]
    return sorted(whole or found, key=lambda one: (-round(one.share * len(one.facts)), -one.share, len(one.pieces)))


def subsets(pieces: tuple[AnyPiece, ...]) -> list[tuple[AnyPiece, ...]]:
    """Every different choice of some of the pieces, fewest first."""
    most = min(len(pieces), MOST_AT_HAND)
    return list(dict.fromkeys(chosen for count in range(1, most + 1) for chosen in combinations(pieces, count)))


def _made(aims: tuple[Aim, ...], pieces: tuple[AnyPiece, ...], at_hand: bool) -> Iterator[AimedDraw]:
    """What can be made of some pieces that is the aim often enough."""
    for draw in _draws(aims, pieces):
        checkpoint()
        try:
            draw.check_pieces(pieces)
            facts = _facts(pieces, draw, aims)
        except GameError:
            continue
        whole = sum(facts.values())
        good = {one: chance for one, chance in facts.items() if on_aim(aims, one)}
        share = sum(good.values()) / whole if whole else 0.0
        if share >= ENOUGH:
            yield AimedDraw(pieces, draw, share, frozenset(good), at_hand)
        elif any(aim.kind in WITHOUT_SUM for aim in aims) and draw.make == "add" and len(pieces) <= 2:
            yield AimedDraw(pieces, draw, 1.0 if not whole else share, frozenset(good), at_hand)
        elif not whole and draw.make == "add" and any(_says_steps(aim, pieces) for aim in aims):
            yield AimedDraw(pieces, draw, 1.0, frozenset(), at_hand)


def _says_steps(aim: Aim, pieces: tuple[AnyPiece, ...]) -> bool:
    """Whether one piece says how many are counted on or back, from where a marker stands."""
    return aim.kind in BY_STEPS and len(pieces) == 1 and all(1 <= value <= aim.by for value in pieces[0].values)


def _facts(pieces: tuple[AnyPiece, ...], draw: Draw, aims: tuple[Aim, ...]) -> dict[Fact, float]:
    """How often each fact comes in one draw."""
    outcomes = 1
    for piece in pieces:
        outcomes *= len(set(piece.values))
    if outcomes > MOST_OUTCOMES:
        return {}
    found: dict[Fact, float] = {}
    for chance, facts in draw_work(pieces, draw).any:
        for one in facts:
            if worked_out(aims, one):
                found[one] = found.get(one, 0.0) + chance
    return found


def _draws(aims: tuple[Aim, ...], pieces: tuple[AnyPiece, ...]) -> Iterator[Draw]:
    """What may be made of so many pieces, for aims like these."""
    kinds = {aim.kind for aim in aims}
    yield Draw(make="add")
    if len(pieces) == 1:
        for aim in aims:
            if aim.kind == "bonds":
                yield Draw(make="formula", formula=f"{aim.upto} - a")
            if aim.kind in ("tables", "multiples"):
                yield from (Draw(make="times", factor=Fraction(table)) for table in aim.tables)
            if aim.kind == "doubles":
                yield Draw(make="formula", formula="a + a")
                yield Draw(make="formula", formula="a + (a + 1)")
            if aim.kind in BY_STEPS and aim.by == 1:
                yield Draw(make="formula", formula="a + 1" if aim.kind == "counting_on" else "a - 1")
        if "tables" in kinds:
            yield Draw(make="square")
        return
    listed = {one.does for one in asked(tuple(aim for aim in aims if aim.kind == "list"))}
    if len(pieces) == 2 and (SUBTRACT in listed or kinds & TAKING):
        yield Draw(make="difference")
        if min(pieces[0].values) >= max(pieces[1].values):
            yield Draw(make="subtract")  # nothing to compare first, and never below nought
    yield Draw(make="multiply")


def _library(aims: tuple[Aim, ...]) -> Iterator[tuple[AnyPiece, ...]]:
    """Pieces that a classroom has, or prints, for an aim."""
    for aim in aims:
        match aim.kind:
            case "adding":
                yield from _two_within(aim.upto)
            case "taking_away":
                half = aim.upto // 2
                taken = max((size for size in SIZES if size <= half), default=2)
                if half <= 30:
                    yield _cards(half, aim.upto), die(*range(1, taken + 1))
            case "counting_on" | "counting_back":
                yield from _stepped(aim)
            case "bonds":
                if aim.upto <= MOST_CARDS:
                    yield (_cards(0, aim.upto),)
            case "doubles":
                yield from ((die(*range(1, size + 1)),) for size in SIZES if 2 * size + 1 <= aim.upto)
            case "tables":
                times = die(*range(1, 11)), die(*range(1, 13))
                yield from ((_spinner(aim.tables), one) if len(aim.tables) > 1 else (one,) for one in times)
            case "multiples":
                base = aim.tables[0]
                yield die(*(base * k for k in range(1, 7))), die(*(base * k for k in range(1, 7)))
            case "tenths" | "hundredths" | "thousandths":
                parts = {"tenths": 10, "hundredths": 100, "thousandths": 1000}[aim.kind]
                one = die(*(Fraction(k, parts) for k in range(1, 7)))
                yield one, one
            case "seeing":
                sizes = [size for size in (6, 10) if size <= aim.upto]
                yield from ((die(*range(1, size + 1)).model_copy(update={"shown": "dots"}),) for size in sizes)
            case "place_value":
                yield (die(*range(10)),)
            case "numbers" | "comparing":
                yield (die(*range(1, 7)),)
                if aim.upto <= MOST_CARDS:
                    yield (_cards(1, aim.upto),)
            case "list":
                yield from pieces_for(asked((aim,)))
                yield (die(*range(1, 7)),)


def _two_within(most: int) -> Iterator[tuple[AnyPiece, ...]]:
    """Two pieces whose largest sum is no more, the larger ones first."""
    pairs = [(a, b) for a in SIZES for b in SIZES if a <= b and a + b <= most]
    for a, b in sorted(pairs, key=lambda pair: (-sum(pair), pair[1] - pair[0]))[:3]:
        yield die(*range(1, a + 1)), die(*range(1, b + 1))
    half = most // 2
    if 3 <= half <= 30:
        yield _cards(1, half), _cards(1, half)


def _stepped(aim: Aim) -> Iterator[tuple[AnyPiece, ...]]:
    """Cards to count from, as far as the largest step lets them go, and what says how many steps; one needs no die."""
    most = aim.by if aim.by < SMALL else SMALL if aim.by < SIX else SIX
    first, last = (most + 1, aim.upto - most) if aim.kind == "counting_on" else (most, aim.upto)
    if 0 < last - first < MOST_CARDS:
        steps = (die(*(k for k in range(1, most + 1) for _ in range(SIX // most))),) if most > 1 else ()
        yield (_cards(first, last), *steps)
        if steps:
            yield steps


def _cards(first: int, last: int) -> Pack:
    return Pack(cards=tuple(range(first, last + 1)))


def _spinner(numbers: tuple[int, ...]) -> Spinner:
    """Each number as often as the others."""
    return Spinner(sectors=tuple(numbers))
